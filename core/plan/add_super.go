package plan

import (
	"fmt"

	"kembo/core/craft"
	"kembo/core/forecast"
	"kembo/core/moves"
	"kembo/core/words"
)

var addSuper = Option{
	Action: AddSuper,
	When:   "there is a flow on or to come before the visit after next, and bees to store it",
	Does:   "put one, two or three supers on, drawn or of foundation as there are to hand",
	Source: "common practice; how many is told by the forecast",
	steps:  superSteps,
}

// Of a super. Source: common practice; wear a guess.
const (
	usualSupers  = 2
	mostSupers   = 3
	longAway     = 25 // days to the visit after next from which three are tried
	superMinutes = 3.0
	superWearKg  = 0.2  // of a drawn one, each time that it is out
	foundationKg = 0.5  // of ten sheets
	superFlowKg  = 1.0  // that is offered from then to the visit after next, under which none is thought of
	superBees    = 8000 // under which none is
	soonFlowKg   = 18.0 // that a month still offers, under which one begins to be late
	lateFlowKg   = 10.0 // and under which it is
	lateDays     = 30
	lateKg       = 1.0 // what it then costs beside: it comes off again, begun and open
)

// superOn says n supers put on, drawn or of foundation.
func superOn(n int, drawn bool) moves.Said {
	if drawn {
		return moves.Said{Do: "super_drawn", N: float64(n)}
	}
	return moves.Said{Do: "super_foundation", N: float64(n)}
}

func superSteps(x *scene) []Step {
	s := x.s
	if x.flowKg < superFlowKg || x.bees < superBees {
		return nil
	}
	var out []Step
	most := usualSupers
	if x.next > longAway {
		most = mostSupers
	}
	for n := 1; n <= most; n++ {
		out = append(out, x.superStep(n, s.Settings.DrawnSupers))
	}
	return out
}

// superStep is n supers put on, drawn or of foundation.
func (x *scene) superStep(n int, drawn bool) Step {
	s := x.s
	key, kind, wear := "super", "drawn super", superWearKg
	if !drawn {
		kind, wear = "foundation super", foundationKg
	}
	if drawn != s.Settings.DrawnSupers {
		key = kind
	}
	left := s.season.FlowKg(x.in, x.in+lateDays)
	late := lateKg * min(max((soonFlowKg-left)/(soonFlowKg-lateFlowKg), 0), 1)
	f := s.Estimate.Stack.SuperFormat()
	if f.Short != "super" {
		kind = kind[:len(kind)-len("super")] + f.Short + " super"
	}
	return Step{
		Action: AddSuper, Key: fmt.Sprintf("%s %d", key, n), Said: []moves.Said{superOn(n, drawn)}, Opens: craft.LidOff,
		Minutes: superMinutes * float64(n), Kg: (wear + late) * float64(n), Moves: crossing{supersOn: n},
		Load: []Need{boxNeed(kind, f, n, moves.SuperCombs(s.Estimate.Stack, f, drawn), drawn, false)},
		say:  func(s *Situation, p *part) told { return s.sayAddSuper(p, n) },
	}
}

// fliesFromC is the high of a day under which few bees fly, °C. Source: few fly under 10
// to 12 °C (Burrill and Dietz 1981, from memory).
const fliesFromC = 12

func (s *Situation) sayAddSuper(p *part, n int) told {
	kind := "drawn"
	if !s.Settings.DrawnSupers {
		kind = "foundation"
	}
	var t told
	t.do = fmt.Sprintf("Add %s %s", words.Count(n, kind+" super", kind+" supers"), s.by(p))
	ends := s.Base.Chance(forecast.Store, s.Days()+visitIsOver)
	t.reason, t.figures = reason(
		"There is room for {room} of honey, and a good day now brings {good}. {chance} that room runs out before "+
			"{visit}.",
		s.kg("room", s.Base.RoomKg.Likely), s.kg("good", s.Base.GoodDay.Likely), chance("chance", ends),
		dated("visit", s.Visit), whole("supers", float64(n)),
	)
	t.brief = brief("Room for {room}; a good day brings {good}.", t.figures)
	t.cautions = s.fedUnderCaution()
	t.change = fmt.Sprintf("Three days of rain, or under %s, put it off by about as long.", s.warmth(fliesFromC))
	return t
}

// visitIsOver is half a day: what ends on the day of the visit ends before it.
const visitIsOver = 0.5
