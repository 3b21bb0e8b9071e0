package advice

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/core/words"
)

// A colony that does not cover this share of its nest is not given more room
// above. Source: common practice asks for 70-80 % of the top combs covered;
// the outer and lower combs hold fewer.
const superBeesShare = 0.5

// queenlessShare is the same where the queen is in doubt: no brood follows, and
// the nest will take nectar. Source: common practice.
const queenlessShare = 0.8

// nestInUseShare is the share of the nest's comb that holds something at
// which few bees no longer speak against a super. Source: common practice, 7
// to 8 frames of 10 in use.
const nestInUseShare = 0.7

// autumnFlowKg is what a good day must bring for a super to go on after August.
// Source: common practice; ling heather brings more.
const autumnFlowKg = 0.7

// mostSupers is as many as are put on in one visit.
const mostSupers = 3

// fliesFromC is the high of a day under which few bees fly, °C. Source: few fly under 10
// to 12 °C (Burrill and Dietz 1981, from memory).
const fliesFromC = 12

var addSuper = Rule{
	Action: AddSuper,
	Fires: "the chance that room to store ends before the next visit reaches store_risk, and bees cover half the " +
		"nest or seven tenths of it are in use",
	Then:   "add the fewest supers that bring the chance under store_risk",
	Source: "days of storage against the visit: Kembo's default school; common practice",
	Check:  checkAddSuper,
}

// superOn says n supers put on, drawn or of foundation.
func superOn(n int, drawn bool) moves.Said {
	if drawn {
		return moves.Said{Do: "super_drawn", N: float64(n)}
	}
	return moves.Said{Do: "super_foundation", N: float64(n)}
}

// nestCapacity returns the bees that cover the nest's combs.
func nestCapacity(st hive.Stack) float64 {
	n := 0.0
	for _, b := range st.Boxes {
		if !b.Super {
			n += float64(len(b.Frames)) * b.Format.Frame.BeesAtFullCover()
		}
	}
	return n
}

// nestInUse returns the share of the nest's comb, drawn or not, that holds
// something.
func (s *Situation) nestInUse() float64 {
	all := s.Estimate.NestDrawn + s.Estimate.NestUndrawn
	if all <= 0 {
		return 0
	}
	return (s.Estimate.NestDrawn - s.Base.Free.Likely) / all
}

func checkAddSuper(s *Situation) (Advice, bool) {
	p := s.Base.Chance(forecast.Store, s.Days()+visitIsOver)
	if p < s.Settings.StoreRisk || s.Stale() {
		return Advice{}, false
	}
	// What little comes in the autumn is winter stores, and belongs in the nest.
	if s.Season.Phase() == season.Autumn && s.Base.GoodDay.Likely < autumnFlowKg {
		return Advice{}, false
	}
	share := superBeesShare
	if s.Estimate.Queen.QueenChance() < reassured {
		share = queenlessShare
	}
	// Too few bees, unless the combs are in use all the same: then the nest is
	// filling, and what comes in goes where the queen should lay.
	if s.Base.Bees.Likely < share*nestCapacity(s.Estimate.Stack) &&
		(share == queenlessShare || s.nestInUse() < nestInUseShare) {
		return Advice{}, false
	}
	f := s.Estimate.Stack.SuperFormat()
	var changes []bees.Change
	n, best := 1, unknownYet
	for k := 1; k <= mostSupers; k++ {
		c := s.changes(superOn(k, s.Settings.DrawnSupers))
		r := s.Try(c...)
		q := r.Chance(forecast.Store, s.Days()+visitIsOver)
		if q > best-helpsFrom {
			break // another box does not help
		}
		n, best, changes = k, q, c
		if q < s.Settings.StoreRisk {
			break
		}
	}
	after := s.With(changes...)
	by := s.endDay(forecast.Store, false)
	kind, one := "drawn", f.Short
	if !s.Settings.DrawnSupers {
		kind = "foundation"
	}
	if one != "super" {
		one += " super"
	}
	a := Advice{ActBy: by, Confidence: p, Changes: changes, Result: after}
	a.Acts = []moves.Said{superOn(n, s.Settings.DrawnSupers)}
	a.Do = fmt.Sprintf("Add %s %s", words.Count(n, kind+" super", kind+" supers"), s.by(by))
	a.Needs = []Need{{What: kind + " " + one, Of: f.Name, Count: float64(n)}}
	room, good := s.Base.RoomKg.Likely, s.Base.GoodDay.Likely
	a.Reason, a.Figures = reason(
		"There is room for {room} of honey, and a good day now brings {good}. {chance} that room runs out "+
			"before {visit}.",
		s.kg("room", room), s.kg("good", good), chance("chance", p), dated("visit", s.Visit),
		whole("supers", float64(n)),
	)
	a.Brief = brief("Room for {room}; a good day brings {good}.", a.Figures)
	a.WouldChange = fmt.Sprintf(
		"Three days of rain, or under %.0f %s, put it off by about as long.", s.units().Temperature.In(fliesFromC),
		s.units().Temperature.Name,
	)
	if best >= s.Settings.StoreRisk {
		a.WouldChange = "Even then room may run out before the visit; plan to come sooner."
	}
	return a, true
}
