package season

import "kembo/core/day"

// wetMM is the rain from which a day counts as wet, mm. Source: the usual definition
// of a wet day in climatology, 1 mm (WMO), from memory.
const wetMM = 1

// Spell is days in a row that are all wet or all dry.
type Spell struct {
	Wet   bool
	Days  int
	To    day.Day
	MeanC float64 // of the highs
}

// Spells returns the spell that begins with the first of some days in order, and all
// the days after it as one; either has no days where there are none.
func Spells(days []Weather) (first, after Spell) {
	if len(days) == 0 {
		return first, after
	}
	wet := func(w Weather) bool { return w.RainMM >= wetMM }
	n := 1
	for n < len(days) && wet(days[n]) == wet(days[0]) {
		n++
	}
	return spell(days[:n], wet(days[0])), spell(days[n:], !wet(days[0]))
}

func spell(days []Weather, wet bool) Spell {
	s := Spell{Wet: wet, Days: len(days)}
	for _, w := range days {
		s.To = w.Day
		s.MeanC += w.MaxC / float64(len(days))
	}
	return s
}
