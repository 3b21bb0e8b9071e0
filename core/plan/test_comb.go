package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/queen"
)

var testComb = Option{
	Action: TestComb,
	When:   "eggs were looked for and missing, and no cells are known",
	Does: "hang in a comb with eggs and young larvae of a healthy hive; on day 4 to 5 cells on it say that there is no " +
		"queen, and may be left to rear one",
	Source: "common practice",
	steps:  testSteps,
}

// testBees is the least that can nurse a comb of eggs, and testMinutes what it takes to fetch one and hang it in. Source: common practice.
const testBees, testMinutes = 4000, 5.0

func testSteps(x *scene) []Step {
	s := x.s
	if !s.queenInDoubt(x) || x.bees < testBees || len(s.suspects()) > 0 || s.hopeless(x) {
		return nil
	}
	return []Step{{
		Key: "test", Opens: craft.Nest, Minutes: testMinutes, Kg: combKgOfEggs, Looks: true,
		Load:  []Need{{What: "comb with eggs of a healthy hive", Count: 1}},
		Moves: crossing{takes: true},
		Alters: func(st *bees.State, p *bees.Parameters) float64 {
			if queenless(st) && x.queensToHave() { // they rear one from it
				return s.given(st, p, queen.Mates, p.EmergencyDays, 0, true)
			}
			return 0
		},
		say: func(s *Situation, p *part) told {
			var t told
			least, missing := s.lastEgg()
			read := s.Today + day.Day(p.in+testDays)
			t.do = fmt.Sprintf("Hang in a comb of eggs %s, and read it on %s", s.by(p), read.Short())
			t.reason, t.figures = reason(
				"On {day} "+missing+" seen and no cells: nothing had been laid for at least {least}. {none} that there is no "+
					"queen; about {bees} bees are left. A comb of eggs tells.",
				dated("day", s.Estimate.Queen.Day),
				days("least", least),
				chance("none", s.scene(0).queenless),
				count("bees", s.Base.Bees.Likely),
				dated("read", read),
			)
			t.brief = brief("Nothing laid for at least {least}; {bees} bees.", t.figures)
			t.change = "Cells on it by then: there is no queen; let them while drones fly, give a queen or a ripe cell, or " +
				"unite. None: a queen is likely; look for eggs a week later."
			t.cautions = []string{"The comb comes from a hive whose brood was found healthy, without its queen on it."}
			return t
		},
	}}
}
