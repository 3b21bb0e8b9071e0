package endvalue

import "kembo/core/bees"

// Season is what a yard usually offers, day by day, summed up so that what lies ahead of each day is read off.
type Season struct {
	ends        []int     // index of the day on which the season ends that lies ahead of a day
	beesDay     []int     //
	flow, times []float64 // summed up before a day: flow, and flow by its day
	winterKg    float64
}

// NewSeason sums up usual days, with the stores on which colonies winter there, in kg. It reaches as far as
// the days do: 400 are enough for any plan.
func NewSeason(days []bees.Condition, winterKg float64) Season {
	p := bees.Defaults()
	s := Season{
		ends: make([]int, len(days)), beesDay: make([]int, len(days)), flow: make([]float64, len(days)+1),
		times: make([]float64, len(days)+1), winterKg: winterKg,
	}
	for i, d := range days {
		kg := Foragers * p.NectarCollectors * p.LoadPerHourMg * 1e-6 * d.Flow * d.FlightHours
		s.beesDay[i] = d.SeasonDay
		s.flow[i+1] = s.flow[i] + kg
		s.times[i+1] = s.times[i] + kg*float64(i)
	}
	end := len(days)
	for i := len(days) - 1; i >= 0; i-- {
		if s.beesDay[i] >= SeasonEnds {
			end = i
		}
		s.ends[i] = end
	}
	return s
}

// At returns what lies ahead of day i; days past the last are told as the last.
func (s Season) At(i int) Ahead {
	i = min(max(i, 0), len(s.ends)-1)
	end := s.ends[i]
	a := Ahead{BeesDay: s.beesDay[i], FlowKg: s.flow[end] - s.flow[i], SpanDays: float64(end - i), WinterKg: s.winterKg}
	if a.FlowKg > 0 {
		a.FlowDays = (s.times[end]-s.times[i])/a.FlowKg - float64(i)
	}
	return a
}

// FlowKg returns what comes between two days, as Ahead has it.
func (s Season) FlowKg(from, to int) float64 {
	last := len(s.flow) - 1
	from, to = min(max(from, 0), last), min(max(to, 0), last)
	return s.flow[to] - s.flow[from]
}
