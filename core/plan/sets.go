package plan

import (
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/honey"
	"kembo/core/season"
)

// Honey that sets fast begins to in the comb some days after its bloom, and is set after some more; setShare of it is lost then,
// since it does not spin out. Source: common practice: take it within ten days of petal fall; the share a guess.
const setsFrom, setsTo, setShare = 5, 15, 0.5

// sets returns what honey costs that goes on to set in the combs of supers which stay on from the visit to the one after it.
func (s *Situation) sets(after hive.Stack) float64 {
	kg := 0.0
	for _, b := range after.Boxes {
		if b.Super {
			kg += b.HoneyKg()
		}
	}
	over, ok := s.settingOver()
	next, then := s.visits()
	if kg < worthHoldingFor || !ok || !season.CropsComeOff.Has(s.on(s.Today+day.Day(next))) {
		return 0
	}
	set := func(in int) float64 {
		d := float64(s.Today+day.Day(in)-over) - setsFrom
		return min(max(d/(setsTo-setsFrom), 0), 1)
	}
	return setShare * saleKg(kg) * (set(then) - set(next))
}

// settingOver returns the day on which the bloom is over of what likely stands in the supers; false where that does not set.
func (s *Situation) settingOver() (day.Day, bool) {
	if kindOf(s.Site, s.Today) != honey.Setting {
		return 0, false
	}
	var last day.Day
	for _, b := range s.Site.Bloom {
		if honey.KindOf(b.Plant) != honey.Setting {
			continue
		}
		for d := s.Today - flowedDays; d <= s.Today+flowedDays; d++ {
			if b.Share(season.DayOf(d, s.Site.Hemisphere)) > 0 {
				last = max(last, d)
			}
		}
	}
	return last + 1, last > 0
}
