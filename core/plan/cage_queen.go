package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/moves"
	"kembo/core/season"
)

var cageQueen = Option{
	Action: CageQueen,
	When: "it is the keeper’s custom, the flow that is on ends in three to five weeks with little after it, and a strong colony " +
		"under a laying queen, no cells in it, will not miss the brood",
	Does: "shut her in a cage within her nest, to be let out after three weeks: brood that would come too late for the flow is not " +
		"reared, and when she comes out there is none for mites to hide in",
	Source: "common practice of one school; what it brings is told by the forecast",
	steps:  cageSteps,
}

// Of a queen shut in. Source: common practice: eggs of the last five to six weeks of a flow are bees after it; sizes are guesses.
const (
	cagedFrom, cagedUntil = 21, 35 // days before the flow ends
	cagedDays             = 21     // that she is shut in: a round of brood
	cagedBees             = 24_000
	cagedFlowKg           = 6.0  // that the flow still offers
	cagedAfterKg          = 5.0  // that comes in the five weeks after it, over which her bees are wanted
	cageMinutes           = 15.0 // she is looked for
)

func cageSteps(x *scene) []Step {
	s := x.s
	if !s.cageable(x) {
		return nil
	}
	return []Step{{
		Key: "cage", Said: []moves.Said{{Do: "queen_caged"}}, Opens: craft.Combs, Minutes: cageMinutes,
		say: func(s *Situation, p *part) told { return s.sayCage(p) },
	}}
}

// cageable reports whether it is the time and the hive for it.
func (s *Situation) cageable(x *scene) bool {
	laying := x.peak >= poorPeak && !s.doubted() && s.Waiting == nil && s.CagedSince == 0
	if x.bees < cagedBees || !laying || s.raising() || s.Estimate.Queen.Cells() > 0 {
		return false
	}
	on := s.season.FlowKg(x.in, x.in+cagedFrom)
	tail := s.season.FlowKg(x.in+cagedFrom, x.in+cagedUntil)
	after := s.season.FlowKg(x.in+cagedUntil, x.in+2*cagedUntil)
	return on >= cagedFlowKg && tail < on/2 && after < cagedAfterKg && x.season.Bees+cagedDays < season.WinterBeesLaid.To
}

func (s *Situation) sayCage(p *part) told {
	var t told
	x := s.scene(p.in)
	out := s.Today + day.Day(p.in+cagedDays)
	t.do = "Shut the queen in a cage in her nest " + s.by(p)
	t.reason, t.figures = reason(
		"{bees} bees have {flow} yet to come, and little after it. What she lays from now on forages when that is over: by your custom "+
			"she is shut in for three weeks, and let out by {out}.",
		count("bees", x.bees), s.kg("flow", s.season.FlowKg(p.in, p.in+cagedUntil)), dated("out", out),
	)
	t.brief = brief("{flow} yet to come; shut in until {out}.", t.figures)
	t.change = "If another crop follows within six weeks, or you mean to make nucs, leave her free."
	t.cautions = []string{
		"Seven to nine days later look for queen cells and take them down: some colonies give her up.",
		fmt.Sprintf("Let her out by %s; winter's bees are laid after that.", out.DayMonth()),
	}
	return t
}

// freed lets a queen out who was shut in, by a plan or before it, once her time is over and somebody comes.
func (s *Situation) freed(c *compiled, st *bees.State, i int) {
	since := int(s.CagedSince - s.Today)
	if c.cagedIn > 0 {
		since = c.cagedIn - 1
	}
	if st.Caged && i-since >= cagedDays {
		st.Caged = false
	}
}
