package plan

import (
	"fmt"
	"strconv"

	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/queen"
	"kembo/core/season"
)

var requeen = Option{
	Action: Requeen,
	When: "she lays, but far less than she should for the season and her force, or she is old and her colony small; and " +
		"queens can be had",
	Does:   "take her out and give a mated queen",
	Source: "common practice; shares accepted are a guess",
	steps:  requeenSteps,
}

// queenAge returns how many seasons ago she was reared; 0 where that is not known.
func (s *Situation) queenAge() int {
	if s.QueenYear <= 0 {
		return 0
	}
	return s.Today.Time().Year() - s.QueenYear
}

// An old queen is in her third season or later, oldAge after she was reared, and of those so many more a season do
// not last to the next spring; smallForce is the force in season under which hers counts as small. Source: common
// practice: queens are replaced after two seasons; sizes are guesses.
const oldAge, oldFails, oldMost, smallForce = 2, 0.2, 3, 12_000

// poorPeak is the laying, against the usual queen, under which another is thought of, and youngDays how long a
// colony that began from bees is not asked why it is small: two rounds of brood. Source: common practice.
const poorPeak, youngDays = 0.75, 2 * workerDays

// worn reports whether an old queen lays far less than she should, or her colony is small for the season, the build-up in
// spring over.
func (s *Situation) worn(x *scene) bool {
	if s.queenAge() < oldAge || s.small() {
		return false
	}
	return x.peak < poorPeak || x.bees < smallForce && !season.WeakInSpring.Has(x.season)
}

func requeenSteps(x *scene) []Step {
	s := x.s
	if s.doubted() || s.raising() || x.peak <= 0 || !x.queensToHave() || x.bees < queenBees ||
		s.BeganOn > 0 && s.Today < s.BeganOn+youngDays {
		return nil
	}
	if worn := s.worn(x); x.peak >= poorPeak && !worn {
		return nil
	}
	price := s.weights().Queen
	return []Step{{
		Key: "requeen", Requeens: true, Opens: craft.Combs, Minutes: queenMinutes, Load: []Need{{What: "mated queen", Count: 1}},
		Alters: func(st *bees.State, p *bees.Parameters) float64 {
			if st.QueenPeak <= 0 {
				return price
			}
			st.QueenPeak, st.FailsIn = 0, 0
			return s.given(st, p, queen.Accepted, givenLaysIn, price, false)
		},
		say: func(s *Situation, p *part) told {
			var t told
			t.do = fmt.Sprintf("Give it a new queen %s", s.by(p))
			e := s.Estimate
			all := s.Base.Eggs.Likely + s.Base.Larvae.Likely + s.Base.Capped.Likely
			text := "{bees} bees keep {brood} brood cells with {free} cells free: she lays about {share} % of what a usual queen does."
			if s.scene(0).peak >= poorPeak {
				text = "There are {bees} bees and {brood} brood cells, and room for more: it is small for the season."
			}
			if s.QueenYear > 0 {
				text += " She is of {year}."
			}
			t.reason, t.figures = reason(text, Figure{"year", float64(s.QueenYear), strconv.Itoa(s.QueenYear)},
				count("bees", s.Base.Bees.Likely),
				count("brood", all),
				count("free", s.Base.Free.Likely),
				whole("share", percent*s.scene(0).peak),
				whole("combs", float64(e.Stack.Frames())),
			)
			t.brief = brief("{brood} brood cells on {bees} bees, with room.", t.figures)
			t.change = "If food, mites, sickness or cold hold her back, mend those first: a new queen would do no better."
			t.cautions = []string{"Find the old queen and take her out first; look for eggs after a week to ten days."}
			return t
		},
	}}
}
