package demo

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
)

// FollowedYard is the code of the yard whose keeper does what Kembo says; the keeper of the others goes by rules.
const FollowedYard = "HE"

// Followed is what plans said at the yard that follows, visit by visit: it was recorded from the program itself, and is
// done again whenever the sample is made. Of what goes between hives combs of honey do; hives are not united.
type Followed struct {
	Model string `json:"model"` // version that said it
	Steps []Step `json:"steps"`
}

// Step is something that a plan said, and that was done.
type Step struct {
	Day    day.Day      `json:"day"`
	Colony string       `json:"colony"`
	Action string       `json:"action"`
	Said   []moves.Said `json:"said,omitempty"`
	From   string       `json:"from,omitempty"` // the hive that gives it combs of honey
	Combs  int          `json:"combs,omitempty"`
}

//go:embed followed.json
var followedJSON []byte

// Recorded returns what plans said when the sample was last recorded.
func Recorded() (Followed, error) {
	var f Followed
	if err := json.Unmarshal(followedJSON, &f); err != nil {
		return f, fmt.Errorf("read what the sample's followed yard was told: %w", err)
	}
	return f, nil
}

// VisitsOfFollowed returns the days on which plans are followed.
func VisitsOfFollowed() []day.Day {
	i := slices.IndexFunc(yards, func(y yard) bool { return y.code == FollowedYard })
	return slices.DeleteFunc(yards[i].visits(), func(d day.Day) bool { return d < Opens || d > Last })
}

// on returns the steps of a colony on a day.
func (f Followed) on(d day.Day, code string) []Step {
	var out []Step
	for _, s := range f.Steps {
		if s.Colony == code && s.Day == d {
			out = append(out, s)
		}
	}
	return out
}

// follow is a visit of who does what Kembo said.
func (k *keeper) follow(d day.Day, sd int, told []Step) error {
	if resting(sd) {
		k.weigh(d)
	} else {
		check := ""
		if sd > checksFrom && sd < checksTo {
			check = "complete"
		}
		k.write(history.Entry{Day: d, Kind: history.KindLook, Body: k.truth.observe(false, check)})
	}
	for _, s := range told {
		if err := k.do(d, s.Said); err != nil {
			return fmt.Errorf("%s on %s: %w", s.Action, d, err)
		}
	}
	if sd >= stripsFrom && k.treated.ID == "" && !resting(sd) && !k.unknown { // what is not sold stays with the bees
		if err := k.clear(d); err != nil {
			return err
		}
	}
	if !resting(sd) {
		k.treat(d, sd)
	}
	return nil
}

// stripsFrom is the day from which strips go in whatever is on, on which Kembo gives no advice: heather is over by then.
const stripsFrom = 250

// clear takes what stands above the nest off, so that strips can go in: a third full or more is a crop.
func (k *keeper) clear(d day.Day) error {
	const worthIt = 0.33
	_, super := k.truth.contents()
	var said []moves.Said
	for i, b := range slices.Backward(k.truth.super) {
		s := moves.Said{Do: "box_off", Box: b.ID}
		if fullness(super[i]) >= worthIt {
			s.Do = "box_harvested"
		}
		said = append(said, s)
	}
	return k.do(d, said)
}

// do does what is said to the truth and writes it down.
func (k *keeper) do(d day.Day, said []moves.Said) error {
	h := moves.Hive{Colony: id("colony " + k.code), Stack: k.stack()}
	acts, _, err := moves.All.ExactAll(h, said, func() string { return k.id("made") })
	if err != nil {
		return err
	}
	for _, a := range acts {
		done, err := moves.Do(moves.Of(h), a, d)
		if err != nil {
			return err
		}
		before := k.truth.state.SuperHoney + k.truth.state.SuperNectar
		if c, ok := done.Changes[h.Colony]; ok {
			k.truth.state.Befall(&parameters, &c)
			k.truth.state.Apply(&c)
		}
		h = *done.Hives.Here()
		k.write(history.Done(d, a))
		if off, ok := a.(*moves.BoxOff); ok && off.Why == moves.WhyHarvest {
			kg := before - k.truth.state.SuperHoney - k.truth.state.SuperNectar
			k.pulled = append(k.pulled, pulled{k.entries[len(k.entries)-1].ID, d, kg})
		}
	}
	k.restacked(h)
	return nil
}

// restacked takes over how the boxes of a hive stand after an act.
func (k *keeper) restacked(h moves.Hive) {
	super := func(b hive.Box) bool { return b.Super }
	k.truth.super = slices.DeleteFunc(slices.Clone(h.Stack.Boxes), func(b hive.Box) bool { return !super(b) })
	k.truth.nest = slices.DeleteFunc(slices.Clone(h.Stack.Boxes), super)
}

// stack is the hive as it stands, with what its combs hold.
func (k *keeper) stack() hive.Stack {
	nest, super := k.truth.contents()
	var st hive.Stack
	for i, b := range k.truth.nest {
		b.Frames = slices.Clone(b.Frames)
		look.Arrange(&b, nest[i])
		st.Boxes = append(st.Boxes, b)
	}
	for i, b := range k.truth.super {
		b.Frames = slices.Clone(b.Frames)
		look.Arrange(&b, super[i])
		st.Boxes = append(st.Boxes, b)
	}
	if len(k.truth.super) > 0 {
		st.ExcluderAbove = len(k.truth.nest)
	}
	return st
}
