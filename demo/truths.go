package demo

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/season"
)

// Truth is what a colony of the sample really holds on the morning of a day,
// before its keeper comes: the forecast can be held against it, which no keeper
// can do.
type Truth map[forecast.Quantity]float64

// Truths returns the truth of every colony for every day up to on, by its id.
func Truths(on day.Day) (map[string]map[day.Day]Truth, error) {
	climate, err := season.ClimateFor("uk")
	if err != nil {
		return nil, err
	}
	out := map[string]map[day.Day]Truth{}
	for i, y := range yards {
		ws := weather(climate, First, Last+6, i)
		for _, st := range stories[y.code] {
			k, err := live(st, y, ws, y.visits(), on)
			if err != nil {
				return nil, fmt.Errorf("colony %s: %w", st.code, err)
			}
			if k != nil {
				out[id("colony "+st.code)] = k.course
			}
		}
	}
	return out, nil
}

// note keeps the truth of a day.
func (k *keeper) note(d day.Day) {
	s := &k.truth.state
	if k.course == nil {
		k.course = map[day.Day]Truth{}
	}
	k.course[d] = Truth{
		forecast.OfNestStores: s.NestHoney + s.NestNectar, forecast.OfSuperStores: s.SuperHoney + s.SuperNectar,
		forecast.OfBrood: s.Brood(), forecast.OfBees: s.Bees(),
	}
}
