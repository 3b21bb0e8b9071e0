package draft

import (
	"errors"
	"fmt"
	"slices"

	"kembo/core/arrange"
	"kembo/core/hive"
	"kembo/core/places"
)

// Drawn is a hive with the steps of a plan done to it.
type Drawn struct {
	Before, After hive.Stack
	Steps         []Step   // what was done; what was to be arranged, with how
	Done          []string // the same in words
	// Arranged is what the last step came to, where it arranged; nil: it did not.
	Arranged *Arranged
}

// Arranged is what an arrangement costs beside what no other costs less than, in minutes of hands.
type Arranged struct{ Cost, Bound float64 }

// Apply does steps to a hive. New boxes and combs are named by id. The error says what cannot be, of which step; what was
// done before it is returned with it.
func Apply(st hive.Stack, steps []Step, c places.Conditions, id func() string) (Drawn, error) {
	d := Drawn{Before: st, After: st.Clone()}
	for i, s := range steps {
		d.Arranged = nil
		was := d.After
		say, err := d.do(&s, c, id)
		if err != nil {
			d.After = was
			return d, fmt.Errorf("step %d: %w", i+1, err)
		}
		d.Done, d.Steps = append(d.Done, say), append(d.Steps, s)
	}
	return d, nil
}

var errNoGap = errors.New("all slots of that box are taken; take a comb out first")

func (d *Drawn) do(s *Step, c places.Conditions, id func() string) (say string, err error) {
	st := d.After
	switch s.Do {
	case MoveComb:
		return d.moveComb(*s)
	case CombOff:
		d.After, _, err = st.TakeFrame(s.From)
		return at(s.From) + " out", sentence(err)
	case TurnComb:
		d.After, err = st.Flip(s.From)
		return at(s.From) + " turned", sentence(err)
	case NewComb:
		return d.newComb(*s, id)
	case MoveBox:
		return d.moveBox(*s)
	case BoxOff:
		if len(st.Boxes) < 2 {
			return "", errors.New("the last box stays")
		}
		d.After, _, err = st.RemoveBox(s.From.Box)
		d.excluderFits()
		return fmt.Sprintf("Box %d off", s.From.Box+1), sentence(err)
	case NewBox:
		return d.newBox(*s, id)
	case Excluder:
		if s.Over >= len(st.Boxes) {
			return "", errors.New("an excluder lies between two boxes")
		}
		d.After.ExcluderAbove = s.Over
		if s.Over == 0 {
			return "Excluder out", nil
		}
		return fmt.Sprintf("Excluder over box %d", s.Over), nil
	}
	return d.arrange(s, c, id)
}

// arrange arranges the hive for a goal, or does what was found for it.
func (d *Drawn) arrange(s *Step, c places.Conditions, id func() string) (string, error) {
	goals := arrange.Goals(d.After, c)
	at := slices.IndexFunc(goals, func(g arrange.Goal) bool { return g.Key == s.Goal })
	if at < 0 {
		return "", errors.New("there is nothing here to arrange for that")
	}
	g, was := goals[at], d.After
	if len(s.Steps) == 0 {
		r, _ := arrange.For(g, was, c, id)
		s.Steps = Steps(was, r.After)
	}
	for i := range s.Steps {
		if _, err := d.do(&s.Steps[i], c, id); err != nil {
			return "", err
		}
	}
	d.Arranged = new(Arranged)
	d.Arranged.Cost, d.Arranged.Bound = arrange.Costs(g, was, d.After, c)
	return g.Name + ", arranged", nil
}

// moveComb hangs a comb elsewhere: in its box the others move up; a full box gives the comb that hung there for it.
func (d *Drawn) moveComb(s Step) (string, error) {
	st := d.After
	say := fmt.Sprintf("%s to %s", at(s.From), lower(at(s.To)))
	if s.To.Box < 0 || s.To.Box >= len(st.Boxes) {
		return say, sentence(hive.ErrNoSuchPlace)
	}
	if b := st.Boxes[s.To.Box]; s.From.Box != s.To.Box && len(b.Frames) >= b.Format.Slots {
		if s.From.Box < 0 || s.From.Box >= len(st.Boxes) || s.From.Slot >= len(st.Boxes[s.From.Box].Frames) ||
			s.To.Slot >= len(b.Frames) {
			return say, sentence(hive.ErrNoSuchPlace)
		}
		if st.Boxes[s.From.Box].Format.Frame != b.Format.Frame {
			return say, fmt.Errorf("%s does not hang in %s", st.Boxes[s.From.Box].Format.Frame.Name, b.Format.Name)
		}
		there := b.Frames[s.To.Slot]
		st, was, err := st.SwapFrame(s.From, there)
		if err != nil {
			return say, sentence(err)
		}
		d.After, _, err = st.SwapFrame(s.To, was)
		return fmt.Sprintf("%s and %s change places", at(s.From), lower(at(s.To))), sentence(err)
	}
	if n := len(st.Boxes[s.To.Box].Frames); s.To.Slot > n {
		s.To.Slot = n
	}
	var err error
	d.After, err = st.MoveFrame(s.From, s.To)
	if errors.Is(err, hive.ErrMisfit) {
		return say, errors.New("that comb does not hang in that box: its frames are of another size")
	}
	return say, sentence(err)
}

// newComb hangs a comb that comes: into a full box for the one that hangs there, which goes.
func (d *Drawn) newComb(s Step, id func() string) (say string, err error) {
	what := "A sheet of foundation"
	if s.Drawn {
		what = "A drawn comb"
	}
	st := d.After
	if s.To.Box < 0 || s.To.Box >= len(st.Boxes) {
		return "", sentence(hive.ErrNoSuchPlace)
	}
	if b := st.Boxes[s.To.Box]; len(b.Frames) >= b.Format.Slots {
		d.After, _, err = st.SwapFrame(s.To, frame(id(), s.Drawn))
		return fmt.Sprintf("%s for %s", what, lower(at(s.To))), sentence(err)
	}
	d.After, err = st.PutFrame(s.To, frame(id(), s.Drawn))
	return fmt.Sprintf("%s into %s", what, lower(at(s.To))), sentence(err)
}

// moveBox sets a box to another height. It is of the nest or a super by what stands there: over the excluder, or, where
// there is none, as it was.
func (d *Drawn) moveBox(s Step) (string, error) {
	say := fmt.Sprintf("Box %d to height %d", s.From.Box+1, s.To.Box+1)
	over := d.After.ExcluderAbove
	st, box, err := d.After.RemoveBox(s.From.Box)
	if err != nil {
		return say, sentence(err)
	}
	if st, err = st.AddBox(s.To.Box, box); err != nil {
		return say, sentence(err)
	}
	if st.ExcluderAbove = over; over > 0 {
		st.Boxes[s.To.Box].Super = s.To.Box >= over
		for i := range st.Boxes { // what came under it, or over it, for the one that was moved
			if i != s.To.Box && (i < over) == st.Boxes[i].Super {
				st.Boxes[i].Super = i >= over
			}
		}
	}
	d.After = st
	return say, nil
}

// newBox puts a box on like those that are on.
func (d *Drawn) newBox(s Step, id func() string) (string, error) {
	st := d.After
	if len(st.Boxes) == 0 {
		return "", errors.New("there is no hive to put it on")
	}
	f, at, say := st.SuperFormat(), len(st.Boxes), "A super of foundation on"
	switch {
	case s.Under:
		f, at, say = st.Boxes[0].Format, 0, "A drawn box under the nest"
	case s.Drawn:
		say = "A drawn super on"
	}
	n := f.Slots
	for _, b := range st.Boxes {
		if b.Format == f && b.Super == !s.Under {
			n = len(b.Frames)
		}
	}
	b := hive.NewBox(id(), f, n, hive.Make{Super: !s.Under, Drawn: s.Drawn})
	for i := range b.Frames {
		b.Frames[i].ID = id()
	}
	supers := st.Supers()
	out, err := st.AddBox(at, b)
	if err == nil && !s.Under && supers == 0 {
		out.ExcluderAbove = at
	}
	d.After = out
	return say, sentence(err)
}

// excluderFits takes the excluder off where nothing is left above it.
func (d *Drawn) excluderFits() {
	if d.After.ExcluderAbove >= len(d.After.Boxes) {
		d.After.ExcluderAbove = 0
	}
}

// at says a place.
func at(p hive.Place) string { return fmt.Sprintf("Box %d, comb %d", p.Box+1, p.Slot+1) }

func lower(s string) string { return string(s[0]|0x20) + s[1:] }

// sentence says what a stack refuses as one who drew it is told.
func sentence(err error) error {
	switch {
	case errors.Is(err, hive.ErrNoSuchPlace):
		return errors.New("there is no such box or comb; the hive has changed, or the step before was taken back")
	case errors.Is(err, hive.ErrFull):
		return errNoGap
	}
	return err
}
