package plan

import (
	"fmt"

	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/harvest"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/core/words"
)

// Source: common practice; guesses.
const (
	worthHoldingFor = 4.0 // kg
	// A feed this recent bars what stands above the nest now, where no log tells which combs hold it; it errs
	// on the side of the jar.
	feedBarsDays = 120
)

// Barred returns why no honey of this hive may be sold today, or "".
func (s *Situation) Barred() string {
	if !s.HistoryKnown {
		return "What was fed and treated with is not on record, and unknown is a hold"
	}
	for _, p := range s.Treatments {
		switch {
		case p.To == 0:
			return fmt.Sprintf("%s has been in since %s", treatment(p.What), p.From.Short())
		case p.Until == 0:
			return fmt.Sprintf(
				"%s came out on %s and the label's waiting time is not entered", treatment(p.What), p.To.Short(),
			)
		case s.Today <= p.Until:
			return fmt.Sprintf("%s bars honey until %s by its label", treatment(p.What), p.Until.Short())
		}
	}
	if s.FedTold {
		if len(s.Fed) > 0 {
			return fmt.Sprintf(
				"What was fed on %s is in %s above the nest and was not seen gone; feed is not honey",
				s.Fed[0].Day.Short(),
				words.Count(len(s.Fed), "box", "boxes"),
			)
		}
		return ""
	}
	for _, p := range s.Feeds {
		if s.Estimate.SuperHoney > 0 && p.From >= s.Today-feedBarsDays {
			return fmt.Sprintf("It was fed on %s, and feed is not honey", p.From.Short())
		}
	}
	return ""
}

// treatment names a treatment at the head of a sentence.
func treatment(what string) string {
	if what == "" {
		return "A treatment"
	}
	return words.Capital(what)
}

var harvestSuper = Option{
	Action: HarvestSuper,
	When: "a box above the first is two thirds stored, without brood, and read as dry, shaken dry at half capped, or, not " +
		"read as wet, capped to capped_share, or likely to be by the day",
	Does:   "take the boxes that are ready",
	Source: "common practice: capped share; the refractometer decides (core/harvest). What bars honey: the craft",
	steps:  harvestSteps,
}

// ripeBoxes returns the boxes that are ready on the day of the scene.
func (x *scene) ripeBoxes() []harvest.Box {
	s := x.s
	soon := map[int]bool{}
	for k, at := range hive.FillOrder(s.Estimate.Stack) {
		if k < len(s.Base.SuperCapped) {
			full, capped := s.Base.Full[k].Likely, s.Base.SuperCapped[k].Likely
			soon[at] = full != nil && capped != nil && *full <= float64(x.in) && *capped <= float64(x.in)
		}
	}
	var out []harvest.Box
	limits := s.Settings.Limits(s.Site, s.Today)
	nests := len(s.nest())
	for _, b := range harvest.Boxes(s.Estimate.Stack) {
		f := harvest.FoundOn(s.Readings, b.ID, s.Today+day.Day(x.in))
		ripe := limits.Ripe(b, f).Verdict == harvest.Ready
		if f == (harvest.Found{}) { // nobody tested it lately: by the day it may have been finished
			ripe = ripe || soon[b.At] && b.Fill >= harvest.Filled && b.Capped >= nearlyCapped && !b.HasBrood
		}
		switch {
		case !ripe:
		case b.Super:
			out = append(out, b)
		case b.At > 0 && b.Fill >= fullDeep && nests > max(1, x.boxesKept()) && !x.bound() && x.cropPast():
			out = append(out, b)
			nests--
		}
	}
	return out
}

// cropPast reports whether more of the year's flow is over than is to come: until then what stands in the nest is
// last year's, and their food.
func (x *scene) cropPast() bool { return x.ahead.FlowKg < x.s.yearKg/2 }

// boxesKept is how many boxes of the nest stay: in the last part of the season those that it winters on.
func (x *scene) boxesKept() int {
	if x.s.forWinter(x) {
		return x.boxesWanted()
	}
	return 1
}

// boundFlowKg is what a good day must bring for a nest full of honey to be bound, and not just full. Source: common
// practice; the size a guess.
const boundFlowKg = 0.3

// bound reports whether the nest is honey-bound: then a box of honey that comes off it relieves it.
func (x *scene) bound() bool {
	s := x.s
	if s.Estimate.StoredShareOfNest() < s.Settings.HoneyBound {
		return false
	}
	return x.goodDayKg >= boundFlowKg*s.stays(RelieveHoneyBound) && !s.forWinter(x) || season.WinterBeesLaid.Has(x.season)
}

// nearlyCapped is the share that must have been capped when it was looked at for a box that is likely to be ready
// by the day. Source: none; guess.
const nearlyCapped = 0.5

// fullDeep is the share from which a box of the nest without brood is a crop. Source: common practice.
const fullDeep = 0.85

func harvestSteps(x *scene) []Step {
	s := x.s
	all := x.ripeBoxes()
	if len(all) == 0 {
		return nil
	}
	var out []Step
	for n := len(all); n > 0; n-- {
		if n < len(all) && n > 1 {
			continue // all of them, or the best
		}
		boxes := all
		if n == 1 {
			boxes = []harvest.Box{heaviestOf(all)}
		}
		var said []moves.Said
		kg, capped := 0.0, 1.0
		for _, b := range boxes {
			said = append(said, moves.Said{Do: "box_harvested", Box: s.Estimate.Stack.Boxes[b.At].ID})
			kg += b.Kg
			capped = min(capped, b.Capped)
		}
		out = append(out, Step{
			Key: fmt.Sprintf("harvest %d", n), Said: said, Opens: craft.LidOff, Keeps: 1,
			Moves: crossing{harvested: n}, Load: []Need{{What: "clearer board", Count: 1}},
			say: func(s *Situation, p *part) told { return s.sayHarvest(p, boxes, kg, capped) },
		})
	}
	return out
}

// allCapped is the share from which on all is. Rounding.
const allCapped = 0.99

func heaviestOf(all []harvest.Box) harvest.Box {
	best := all[0]
	for _, b := range all[1:] {
		if b.Kg > best.Kg {
			best = b
		}
	}
	return best
}

func (s *Situation) sayHarvest(p *part, boxes []harvest.Box, kg, capped float64) told {
	n := len(boxes)
	one, many := "super", "supers"
	heaviest := 0.0
	for _, b := range boxes {
		if !b.Super {
			one, many = "box", "boxes"
		}
		heaviest = max(heaviest, s.Estimate.Stack.Boxes[b.At].LiftKg())
	}
	var t told
	t.do = fmt.Sprintf("Harvest %s %s", words.Count(n, one, many), s.by(p))
	nest := s.Base.NestStores.Likely
	for _, b := range boxes {
		if !b.Super {
			nest -= b.Kg
		}
	}
	text := "{kg} in {n} ready, at least {capped} % capped (your limit {limit} %). {left} stays in the nest."
	if capped > allCapped {
		text = "{kg} in {n} ready, all of it capped. {left} stays in the nest."
	}
	if capped < s.Settings.CappedShare {
		text = "{kg} in {n}, {capped} % capped when looked at and likely {limit} % by then. {left} stays in the nest."
	}
	t.reason, t.figures = reason(
		text, s.kg("kg", kg), counted("n", n, one, many), whole("capped", percent*capped),
		whole("limit", percent*s.Settings.CappedShare), s.kg("left", max(0, nest)),
	)
	t.brief = brief("{kg} in {n}, {capped} % capped.", t.figures)
	t.change = "Leave it on if the refractometer shows over 20 % water, or if nectar flies out when you shake a comb."
	if heaviest > s.Settings.LiftLimitKg {
		t.cautions = append(t.cautions, fmt.Sprintf(
			"The heaviest weighs about %s: two people, or take it by frames.", s.mass(heaviest),
		))
	}
	return t
}
