package plan

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/season"
)

var feedStimulate = Option{
	Action: FeedStimulate,
	When: "it is the keeper’s custom: in build-up, before anything much comes in, on a nest of some seams with cells free and no " +
		"super on it, days warm enough for syrup, and somebody who comes again within ten days",
	Does:   "give a litre of thin syrup, again at each visit until the first flow",
	Source: "common practice of one school; the forecast gives it no more than the stores it makes",
	steps:  stimulateSteps,
}

// Of feeding for brood. Source: common practice of that school: small and often, by who can keep it up; sizes are guesses.
const (
	stimulatedKg    = 0.65 // stores: a litre of thin syrup
	stimulatedLeast = 8_000
	stimulatedDays  = 10  // to the next visit, at most
	stimulatedFree  = 0.2 // of the nest's drawn comb
	stimulatedFlow  = 3.0 // kg until then, from which on the fields do it
)

func stimulateSteps(x *scene) []Step {
	s := x.s
	nest := s.nest()
	if x.season.Phase() != season.BuildUp || x.bees < stimulatedLeast || s.rareRound() || s.doubted() ||
		s.supered() || len(nest) == 0 || x.flowKg >= stimulatedFlow || x.inUse > 1-stimulatedFree {
		return nil
	}
	if f := x.form(); f.key == thin.key {
		return []Step{x.fed(stimulatedKg, f, "stimulate", func(s *Situation, p *part, r ration) told { return s.sayStimulate(p, r) })}
	}
	return nil
}

// rareRound reports whether the next visits are too far apart to keep it up.
func (s *Situation) rareRound() bool {
	next, then := s.visits()
	return max(next, then-next) > stimulatedDays
}

func (s *Situation) sayStimulate(p *part, r ration) told {
	var t told
	x := s.scene(p.in)
	t.do = fmt.Sprintf("Feed %s %s", r.words, s.by(p))
	t.reason, t.figures = reason(
		"About {bees} bees have {free} cells free, and {flow} is likely from the fields by {then}: a little thin syrup keeps her laying, "+
			"by your custom.",
		count("bees", x.bees), count("free", x.free), s.kg("flow", x.comesKg()), dated("then", s.Today+day.Day(x.in+x.next)),
	)
	t.reason += r.filled
	t.brief = brief("{bees} bees, {free} cells free; little comes in.", t.figures)
	t.change = "Once it is begun it goes on each week until the first flow: the brood it brings starves without. Stop when nectar " +
		"comes in."
	t.cautions = append(s.fedCautions(r), "Before a frost, none: see that honey lies against the brood instead.")
	return t
}
