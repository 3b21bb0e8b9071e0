package plan

import (
	"cmp"
	"slices"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/measure"
)

// MiteDay is how many mites likely ride on a hundred bees on a day, with its 80 % range, and the chance that it is more than a limit.
type MiteDay struct {
	On   day.Day
	Rate measure.Range
	Over float64
}

// MitesAhead is how they likely grow where nothing is done.
type MitesAhead struct {
	Days    []MiteDay // a week apart, from today
	Crosses day.Day   // on which more than half of the cases are over the limit; 0: none within the days told
	// From which day on one in ten is over it, and from which on nine are; 0: not within the days told.
	Soonest, Latest day.Day
}

// mitesDays is how far ahead mites are told: through the weeks in which winter bees are reared. Source: none; guess.
const mitesDays, mitesEach = 112, 7

// MitesAhead lives the hive on with nobody coming, and tells its mites against a limit that may change with the season, per cent.
func (s *Situation) MitesAhead(limit func(day.Day) float64) MitesAhead {
	ready, in := s.far(mitesDays)
	days := mitesDays / mitesEach
	rates := make([][]float64, days+1)
	ready.Lives(0, ready.Size(), func(_ int, st *bees.State, cs []bees.Condition) {
		for i := range mitesDays + 1 {
			if i%mitesEach == 0 && st.Lost == bees.NotLost {
				rates[i/mitesEach] = append(rates[i/mitesEach], st.MitesPer100())
			}
			if i < len(cs) {
				st.Step(&in.Parameters, &cs[i])
			}
		}
	})
	var out MitesAhead
	for k, all := range rates {
		if len(all) == 0 {
			break
		}
		slices.SortFunc(all, cmp.Compare[float64])
		on := s.Today + day.Day(k*mitesEach)
		n := float64(len(all))
		at := func(share float64) float64 { return all[min(len(all)-1, int(share*n))] }
		d := MiteDay{On: on, Rate: measure.Range{Low: at(lowTenth), Likely: at(middle), High: at(highTenth)}}
		over, _ := slices.BinarySearch(all, limit(on))
		d.Over = (n - float64(over)) / n
		for _, x := range []struct {
			from float64
			on   *day.Day
		}{{lowTenth, &out.Soonest}, {middle, &out.Crosses}, {highTenth, &out.Latest}} {
			if *x.on == 0 && d.Over >= x.from {
				*x.on = on
			}
		}
		out.Days = append(out.Days, d)
	}
	return out
}

// The shares of an 80 % range.
const lowTenth, middle, highTenth = 0.1, 0.5, 0.9

// far prepares the forecast for so many days from today, over those that it reaches usually.
func (s *Situation) far(days int) (*forecast.Ready, forecast.Input) {
	in := s.Input
	in.Horizon = days
	from := s.Estimate.Day
	if in.Ensemble != nil {
		from = in.Ensemble.Day
	}
	in.Yard = forecast.NewYard(s.Site, from, s.Today, int(s.Today-from)+days+1, forecast.Members, in.Seed)
	in.Tracks = nil
	return forecast.Prepare(in), in
}
