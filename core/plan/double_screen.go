package plan

import (
	"cmp"
	"fmt"
	"slices"

	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/moves"
	"kembo/core/season"
)

var doubleScreen = Option{
	Action: DoubleScreen,
	When: "it is the keeper’s custom, nights are cold or winter is near, and a small, healthy colony under a queen who lays stands in " +
		"a yard with a healthy one of half as many bees more at least",
	Does:   "set it over that one, a double screen between, its entrance to another side: it is warmed from below",
	Source: "common practice; what warmth it gets is a guess of the model",
	steps:  screenSteps,
}

var screenOff = Option{
	Action: ScreenOff,
	When:   "it stands over another hive, and covers most of its combs or the nights are mild",
	Does:   "set it on a stand of its own",
	Source: "common practice: both need their room before the flow, and the lower one cannot be looked through",
	steps:  screenOffSteps,
}

// Of a small hive over a strong one. Source: common practice; sizes are guesses.
const (
	screenedLeast, screenedUnder = 2_000, 10_500 // bees: under the least they do not warm their brood even there
	screenTimes                  = 1.4           // as many bees as the small one the lower one has, at least
	screenNightC                 = 6.0           // nights of the week over which it warms itself
	screenMinutes                = 12.0
)

func screenSteps(x *scene) []Step {
	s := x.s
	next, _ := s.visits()
	lays := x.peak >= poorPeak && x.queenless < noQueenFrom && !s.doubted() && s.Waiting == nil
	small := s.bees() >= screenedLeast && s.bees() < screenedUnder && x.bees < screenedUnder
	phase := x.season.Phase()
	cold := phase == season.Autumn || x.coldestC <= screenNightC && phase != season.Winter
	if x.in != next || s.Estimate.Stack.OverScreen || !s.Settings.custom(DoubleScreen) || !lays || !small || s.Health == colony.Suspect ||
		s.supered() || len(s.nest()) > 1 || !cold {
		return nil
	}
	below := s.carrier()
	if below == nil {
		return nil
	}
	n := *below
	return []Step{{
		Key: "over " + n.Colony, Said: []moves.Said{{Do: "over_screen"}}, Opens: craft.Shut, Minutes: screenMinutes,
		Moves: crossing{partner: n.Colony}, Load: []Need{{What: "double screen", Count: 1}},
		say: func(s *Situation, p *part) told { return s.sayScreen(p, n) },
	}}
}

// carrier returns the hive of the yard that can carry this one; nil where none can. Of several small ones the smallest goes over
// the strongest, and so on, so that no hive is to carry two.
func (s *Situation) carrier() *colony.Neighbour {
	ahead := 0 // small ones that come first
	for _, n := range s.Neighbours {
		small := n.Known && n.Health == colony.Healthy && !n.Queenless && n.Bees >= screenedLeast && n.Bees < screenedUnder
		if small && (n.Bees < s.bees() || n.Bees == s.bees() && n.Colony < s.code()) {
			ahead++
		}
	}
	var strong []colony.Neighbour
	for _, n := range s.Neighbours {
		if s.carries(n) && n.Bees >= screenedUnder {
			strong = append(strong, n)
		}
	}
	slices.SortFunc(strong, func(a, b colony.Neighbour) int {
		return cmp.Or(cmp.Compare(b.Bees, a.Bees), cmp.Compare(a.Colony, b.Colony))
	})
	if ahead >= len(strong) || strong[ahead].Bees < screenTimes*s.bees() {
		return nil
	}
	return &strong[ahead]
}

func (s *Situation) sayScreen(p *part, n colony.Neighbour) told {
	var t told
	x := s.scene(p.in)
	t.do = fmt.Sprintf("Set it over %s, a double screen between, %s", n.Colony, s.by(p))
	t.reason, t.figures = reason(
		"About {bees} bees are here under a queen who lays, and nights go down to {cold}. {below} has about {strong}, whose warmth "+
			"goes up through the screen.",
		count("bees", x.bees), Figure{"cold", x.coldestC, s.warmth(x.coldestC)}, Figure{"below", 0, n.Colony}, count("strong", n.Bees),
	)
	t.brief = brief("{bees} bees, nights of {cold}.", t.figures)
	t.change = "First find out why it is small: where she lays poorly, or mites or sickness are found, unite it or replace her."
	t.cautions = []string{
		fmt.Sprintf("Its entrance faces away from that of %s. Bees of the two may mix: only healthy hives.", n.Colony),
		fmt.Sprintf("Look every two weeks: it comes off when it covers most of its combs, and before %s needs supers.", n.Colony),
	}
	return t
}

func screenOffSteps(x *scene) []Step {
	if !x.s.Estimate.Stack.OverScreen || !x.outgrown() {
		return nil
	}
	return []Step{{
		Key: "off the screen", Said: []moves.Said{{Do: "off_screen"}}, Opens: craft.Shut, Minutes: screenMinutes,
		say: func(s *Situation, p *part) told { return s.sayScreenOff(p) },
	}}
}

// outgrown reports whether a hive over a screen covers most of its combs, or needs no warmth from below.
func (x *scene) outgrown() bool {
	phase := x.season.Phase()
	grows := phase == season.BuildUp || phase == season.Swarm
	return grows && x.bees >= craft.ScreenFull*nestCapacity(x.s) || phase == season.Swarm && x.coldestC >= screenNightC
}

func (s *Situation) sayScreenOff(p *part) told {
	var t told
	x := s.scene(p.in)
	t.do = "Take it off the double screen, to a stand of its own, " + s.by(p)
	t.reason, t.figures = reason(
		"About {bees} bees cover {seams} combs, and nights go down to {cold}: it needs room of its own, and the hive below it too.",
		count("bees", x.bees), tenth("seams", x.combsOfBees()), Figure{"cold", x.coldestC, s.warmth(x.coldestC)},
	)
	t.brief = brief("{bees} bees on {seams} combs.", t.figures)
	t.cautions = []string{
		"What flies comes home to the old place: set it off in poor flying weather or at dusk, a branch before its entrance.",
	}
	return t
}
