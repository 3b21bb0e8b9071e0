package plan

import (
	"fmt"
	"math"
	"slices"

	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/words"
)

// Checked is a keeper's own plan, judged and lived as the plans that are weighed are.
type Checked struct {
	Never    bool           `json:"never"`     // it does what is never done, or cannot be done: it is not lived
	GainKg   float64        `json:"gain_kg"`   // of honey, against leaving
	BetterIn float64        `json:"better_in"` // share of the members in which it beats leaving
	LostKg   float64        `json:"lost_kg"`   // against the plan that is advised; under 0 it is the better one
	Breaches []craft.Breach `json:"breaches"`  // of rules that leaving keeps
}

// Check judges what a keeper would do on a day, by the keys of trials, beside a plan that gains so much against leaving;
// false where nothing of it is a plan, or no plan is weighed here.
func (s *Situation) Check(keys []string, on day.Day, advisedKg float64) (Checked, bool) {
	s.prepareBare()
	if _, ok := s.alone(); ok { // a dead hive, or one that nothing leaves: nothing is weighed
		return Checked{}, false
	}
	s.prepare()
	in := min(max(int(on-s.Today), 0), s.horizon-1)
	var parts []part
	for _, o := range s.Trials() {
		if !slices.Contains(keys, o.Key) {
			continue
		}
		if o.step == nil { // no flow: nothing that plans are weighed by
			return Checked{}, false
		}
		parts = append(parts, part{Step: o.step, in: in, by: in})
	}
	if len(parts) == 0 {
		return Checked{}, false
	}
	return s.checked(parts, advisedKg), true
}

// checked judges what would be done beside leaving and beside the plan that is advised.
func (s *Situation) checked(parts []part, advisedKg float64) Checked {
	leave, own := s.try(nil, all), s.try(parts, all)
	c := Checked{Never: own.forbidden, Breaches: []craft.Breach{}}
	for _, b := range own.breaches {
		if !craft.Has(leave.breaches, b.Rule) {
			c.Breaches = append(c.Breaches, b)
		}
	}
	if !own.forbidden {
		c.GainKg, c.BetterIn = own.mean-leave.mean, beats(own.value, leave.value)
		c.LostKg = advisedKg - c.GainKg
	}
	return c
}

// asGood is the difference to the plan that is advised under which the own one is as good, kg. Rounding.
const asGood = 0.2

// Sentences tells what came of checking an own plan.
func (c Checked) Sentences(u measure.Units) []string {
	var out []string
	kg := func(v float64) string {
		return massIn(u, math.Abs(v)) + " of honey"
	}
	switch {
	case c.Never:
		out = append(out, "This is not done, or one step undoes the other.")
	case math.Abs(c.GainKg) < asGood:
		out = append(out, "About as good as leaving it.")
	case c.GainKg > 0:
		out = append(out, fmt.Sprintf("%s better than leaving it, in %s.", kg(c.GainKg), words.OfTen(c.BetterIn)+" forecasts"))
	default:
		out = append(out, fmt.Sprintf("%s worse than leaving it.", kg(c.GainKg)))
	}
	switch {
	case c.Never:
	case math.Abs(c.LostKg) < asGood:
		out = append(out, "As good as what is advised.")
	case c.LostKg > 0:
		out = append(out, fmt.Sprintf("%s less than what is advised.", kg(c.LostKg)))
	default:
		out = append(out, fmt.Sprintf("%s more than what is advised.", kg(c.LostKg)))
	}
	for _, b := range c.Breaches {
		out = append(out, b.Say)
	}
	return out
}

// What is tried and never advised under a name of its own.
const addFoundation, turnNest Action = "add_foundation", "turn_nest"

// The steps that trials are, with what they take.

func tryingSuper(drawn bool) *Step {
	wear, what, action := superWearKg, "drawn super", AddSuper
	if !drawn {
		wear, what, action = foundationKg, "foundation super", addFoundation
	}
	return &Step{
		Action: action, Key: "try " + what, Said: []moves.Said{superOn(1, drawn)}, Opens: craft.LidOff,
		Minutes: superMinutes, Kg: wear, Moves: crossing{supersOn: 1},
	}
}

func tryingCombs() *Step {
	return &Step{
		Action: RelieveHoneyBound, Key: "try combs", Said: []moves.Said{swapped(tryCombs)}, Opens: craft.Nest,
		Minutes: combMinutes * tryCombs, Keeps: nestCombWorth, Kg: combKg * tryCombs,
	}
}

func tryingTurn() *Step {
	return &Step{
		Action: turnNest, Key: "try turn", Said: []moves.Said{{Do: "nest_turned"}}, Opens: craft.Parted, Minutes: offMinutes,
		Eases: rotateEase, Moves: crossing{opensNest: true},
	}
}

func tryingUnder() *Step {
	return &Step{
		Action: AddBoxUnder, Key: "try under", Said: []moves.Said{{Do: "under_drawn"}}, Opens: craft.Parted,
		Minutes: underMinutes, Kg: underWearKg, Eases: underEase,
	}
}

func tryingSides() *Step {
	return &Step{
		Action: OpenNestSides, Key: "try sides", Said: []moves.Said{{Do: "sides_drawn"}}, Opens: craft.Nest,
		Minutes: sidesMinutes, Keeps: nestCombWorth, Kg: combKg * tryCombs, Eases: sidesEase, Moves: crossing{opensNest: true},
	}
}

func tryingAlternate() *Step {
	return &Step{
		Action: AlternateFrames, Key: "try alternate", Said: []moves.Said{{Do: "alternated"}}, Opens: craft.Parted,
		Minutes: alternateMinutes, Kg: superWearKg, Eases: alternateEase, Alters: inUseAtOnce, Moves: crossing{supersOn: 1},
	}
}

// tryingOff takes the supers off: for their honey, where there is enough of it to be a crop.
func (s *Situation) tryingOff() *Step {
	st := Step{Action: RemoveSuper, Key: "try off", Opens: craft.LidOff, Keeps: keptCombs}
	how := moves.Code("box_off")
	if s.Base.SuperStores.Likely > boundKg {
		how, st.Action, st.Keeps = "box_harvested", HarvestSuper, 1
	}
	for _, b := range s.Estimate.Stack.Boxes {
		if b.Super {
			st.Said = append(st.Said, moves.Said{Do: how, Box: b.ID})
			st.Minutes += offMinutes
			if how == "box_harvested" {
				st.Moves.harvested++
			}
		}
	}
	return &st
}

// tryingFeed gives a feed as it is said.
func tryingFeed(said moves.Said) *Step {
	st := Step{
		Action: FeedEmergency, Key: "try feed", Said: []moves.Said{said}, Opens: craft.LidOff, Minutes: lidMinutes,
	}
	for _, f := range []form{thin, thick, fondant} {
		if f.code == said.Do {
			st.Liquid, st.Sugar = f.liquid, f.sugarKg(said.N)
			st.FedKg = st.Sugar * feed.StoresPerKgSugar.Likely
		}
	}
	return &st
}
