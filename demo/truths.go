package demo

import (
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
	told, err := Recorded()
	if err != nil {
		return nil, err
	}
	out := map[string]map[day.Day]Truth{}
	for i, y := range yards {
		ws := weather(climate, First, Last+6, i)
		all, _, err := liveYard(y, ws, told, on)
		if err != nil {
			return nil, err
		}
		for _, k := range all {
			out[id("colony "+k.code)] = k.course
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
