package advice

import (
	"fmt"
	"slices"

	"kembo/core/comb"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/measure"
)

var relieveHoneyBound = Rule{
	Action: RelieveHoneyBound,
	Fires:  "until mid-September the chance that room to lay ends before the next visit reaches lay_risk, and stores take honey_bound of the nest's drawn comb",
	Then:   "swap the fewest honey combs for empty drawn ones that bring the chance under lay_risk",
	Source: "common practice; a nest merely full of brood is not honey-bound",
	Check:  checkRelieve,
}

// Combs is a choice of nest combs to take out, with what goes with them.
type Combs struct {
	Places                             []hive.Place
	Honey, Cells, Pollen               float64 // kg, drawn cells, pollen cells
	HoneyShare, CellShare, PollenShare float64
}

// HoneyCombs returns up to n nest combs that hold most stores and no brood,
// the fullest first. The outermost comb of each side stays: it is the wall of
// food that the nest leans on.
func HoneyCombs(st hive.Stack, n int) Combs {
	type candidate struct {
		p  hive.Place
		kg float64
	}
	var all []candidate
	for i, b := range st.Boxes {
		if b.Super {
			continue
		}
		for k, f := range b.Frames {
			kg := stored(b, f.A) + stored(b, f.B)
			brood := f.A.Worker() + f.B.Worker() + f.A[comb.Drone] + f.B[comb.Drone]
			if k > 0 && k < len(b.Frames)-1 && brood < 0.05 && f.A.Stored()+f.B.Stored() > 0.9 {
				all = append(all, candidate{hive.Place{Box: i, Slot: k}, kg})
			}
		}
	}
	slices.SortStableFunc(all, func(a, b candidate) int {
		switch {
		case a.kg > b.kg:
			return -1
		case a.kg < b.kg:
			return 1
		}
		return 0
	})
	var places []hive.Place
	for _, x := range all[:min(n, len(all))] {
		places = append(places, x.p)
	}
	return TakeCombs(st, places...)
}

// TakeCombs returns what leaves the nest with the combs at places, in figures
// and as shares of what the nest holds.
func TakeCombs(st hive.Stack, places ...hive.Place) Combs {
	c := Combs{Places: places}
	nestHoney, nestCells, pollen := 0.0, 0.0, 0.0
	for i, b := range st.Boxes {
		cells := b.Format.Frame.WorkerCells()
		for k, f := range b.Frames {
			kg := stored(b, f.A) + stored(b, f.B)
			drawn := cells * (2 - f.A[comb.Foundation] - f.B[comb.Foundation])
			p := cells * (f.A[comb.Pollen] + f.B[comb.Pollen])
			pollen += p
			if !b.Super {
				nestHoney += kg
				nestCells += drawn
			}
			if slices.Contains(places, hive.Place{Box: i, Slot: k}) {
				c.Honey += kg
				c.Cells += drawn
				c.Pollen += p
			}
		}
	}
	c.HoneyShare, c.CellShare, c.PollenShare = measure.Share(c.Honey, nestHoney), measure.Share(c.Cells, nestCells), measure.Share(c.Pollen, pollen)
	return c
}

// stored is the honey on a face in kg.
func stored(b hive.Box, s comb.Shares) float64 {
	return b.Format.Frame.HoneyKg(b.Format.ThicknessMM(len(b.Frames))) * (s[comb.Honey] + hive.NectarFill*s[comb.Nectar])
}

// relieveTo is the season day after which a full nest is as it should be: the
// winter bees are laid by mid-September. Source: common practice.
const relieveTo = 258

func checkRelieve(s *Situation) (Advice, bool) {
	p := s.Base.Chance(forecast.Lay, s.Days()+0.5)
	share := s.Estimate.StoredShareOfNest()
	if p < s.Settings.LayRisk || share < s.Settings.HoneyBound || s.Stale() || s.SeasonDay > relieveTo {
		return Advice{}, false
	}
	var combs Combs
	var change forecast.Change
	best := 2.0
	for _, n := range []int{2, 4, 6, 8} {
		c := HoneyCombs(s.Estimate.Stack, n)
		if len(c.Places) == 0 || len(c.Places) <= len(combs.Places) {
			break
		}
		ch := forecast.Change{Day: s.Today, NestHoneyOut: c.HoneyShare, NestDrawnOut: c.CellShare, NestDrawn: c.Cells, PollenOut: c.PollenShare}
		r := s.Try(ch)
		if r.Chance(forecast.Food, s.Days()+starveMarginDays) > s.Settings.FoodRisk {
			break // it would trade one trouble for another
		}
		q := r.Chance(forecast.Lay, s.Days()+0.5)
		if q > best-0.02 {
			break
		}
		combs, change, best = c, ch, q
		if q < s.Settings.LayRisk {
			break
		}
	}
	if len(combs.Places) == 0 {
		return Advice{}, false
	}
	after := s.With(change)
	n := len(combs.Places)
	by := s.endDay(forecast.Lay, false)
	short := s.Estimate.Stack.Boxes[combs.Places[0].Box].Format.Short
	a := Advice{ActBy: by, Confidence: p, Changes: []forecast.Change{change}, Result: after}
	a.Do = fmt.Sprintf("Relieve the honey-bound nest %s", s.by(by))
	a.Needs = []Need{{"empty drawn " + short + " comb", float64(n), ""}}
	a.Reason, a.Figures = reason("Honey and nectar hold {share} % of the nest: {free} free cells, and the queen wants {want} a day. Swap {combs} honey combs for empty drawn ones beside the brood.",
		whole("share", 100*share), count("free", s.Base.Free.Likely), count("want", s.Base.WantsToLay.Likely), whole("combs", float64(n)), s.kg("out", combs.Honey))
	a.Brief = brief("{free} free cells; the queen wants {want} a day.", a.Figures)
	a.WouldChange = "No eggs when you look: move nothing, look for queen cells."
	if s.Health != Healthy {
		a.Cautions = append(a.Cautions, "No comb leaves for another hive before the brood has been looked at and found healthy.")
	}
	if best >= s.Settings.LayRisk {
		a.WouldChange = "This helps but may not hold to the visit; give room to store as well, and look for queen cells."
	}
	return a, true
}
