package advice

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
)

var relieveHoneyBound = Rule{
	Action: RelieveHoneyBound,
	Fires: "until mid-September the chance that room to lay ends before the next visit reaches lay_risk, and " +
		"stores take honey_bound of the nest's drawn comb",
	Then:   "swap the fewest honey combs for empty drawn ones that bring the chance under lay_risk",
	Source: "common practice; a nest merely full of brood is not honey-bound",
	Check:  checkRelieve,
}

// swapped says n combs of honey swapped for empty ones.
func swapped(n int) moves.Said { return moves.Said{Do: "combs_swapped", N: float64(n)} }

// combSteps are the combs that a swap is tried with: one at each side of the brood and
// so on. Source: common practice.
var combSteps = []int{2, 4, 6, 8}

func checkRelieve(s *Situation) (Advice, bool) {
	p := s.Base.Chance(forecast.Lay, s.Days()+visitIsOver)
	share := s.Estimate.StoredShareOfNest()
	if p < s.Settings.LayRisk || share < s.Settings.HoneyBound || s.Stale() || !season.NestRelief.Has(s.Season) {
		return Advice{}, false
	}
	var combs hive.Combs
	var changes []bees.Change
	best := unknownYet
	for _, n := range combSteps {
		c := hive.HoneyCombs(s.Estimate.Stack, n)
		if len(c.Places) == 0 || len(c.Places) <= len(combs.Places) {
			break
		}
		ch := s.changes(swapped(len(c.Places)))
		r := s.Try(ch...)
		if r.Chance(forecast.Food, s.Days()+starveMarginDays) > s.Settings.FoodRisk {
			break // it would trade one trouble for another
		}
		q := r.Chance(forecast.Lay, s.Days()+visitIsOver)
		if q > best-helpsFrom {
			break
		}
		combs, changes, best = c, ch, q
		if q < s.Settings.LayRisk {
			break
		}
	}
	if len(combs.Places) == 0 {
		return Advice{}, false
	}
	after := s.With(changes...)
	n := len(combs.Places)
	by := s.endDay(forecast.Lay, false)
	short := s.Estimate.Stack.Boxes[combs.Places[0].Box].Format.Short
	a := Advice{ActBy: by, Confidence: p, Changes: changes, Result: after, Acts: []moves.Said{swapped(n)}}
	a.Do = fmt.Sprintf("Relieve the honey-bound nest %s", s.by(by))
	a.Needs = []Need{{What: "empty drawn " + short + " comb", Count: float64(n)}}
	a.Reason, a.Figures = reason(
		"Honey and nectar fill {share} % of the nest. {free} cells are free, and the queen would lay {want} a day. "+
			"Swap {combs} for empty drawn ones beside the brood.",
		whole("share", percent*share), count("free", s.Base.Free.Likely), count("want", s.Base.WantsToLay.Likely),
		counted("combs", n, "honey comb", "honey combs"), s.kg("out", combs.Honey),
	)
	a.Brief = brief("{free} free cells; the queen would lay {want} a day.", a.Figures)
	a.WouldChange = "If you see no eggs, move nothing and look for queen cells."
	if s.Health != colony.Healthy {
		a.Cautions = append(
			a.Cautions, "No comb leaves for another hive before the brood has been looked at and found healthy.",
		)
	}
	if best >= s.Settings.LayRisk {
		a.WouldChange = "This helps but may not hold to the visit; give room to store as well, and look for queen " +
			"cells."
	}
	return a, true
}
