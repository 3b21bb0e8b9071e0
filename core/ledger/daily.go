package ledger

import (
	"math"
	"slices"
	"time"

	"kembo/core/day"
)

// Reading is one reading of a hive scale.
type Reading struct {
	At time.Time
	Kg float64
}

// Handled is a day on which the log says that something was put on or taken
// off; Kg is the mass it should have changed by, as far as it is known.
type Handled struct {
	Day day.Day
	Kg  float64
}

// Daily is a day of a scale.
type Daily struct {
	Day     day.Day
	Kg      float64 // at the end of the day
	GainKg  float64 // by the bees: nectar in, less eaten and dried
	Known   bool    // false: no reading the evening before, or the day cannot be told from handling
	JumpKg  float64 // taken out as handling; 0 for none
	RainKg  float64 // taken out as rain in the wood, or as what dried off
	RainSD  float64 // and how far that may be off
	Suspect bool    // a sudden fall that nobody noted: a swarm, a spill, a robbed or lifted hive
}

// How fast a hive changes by itself. Source: a strong flow brings 4-6 kg a day
// and 8-10 kg is exceptional (values C4); foragers leaving or rain make up to a
// kilogram in an hour: common practice, no source.
const (
	stepKg      = 1.2 // of one step, however short
	stepKgPerH  = 0.9
	dayMostKg   = 10.0
	swarmKg     = 1.3 // a prime swarm weighs 1.5 to 3 kg; less is weather
	swarmWithin = 2 * time.Hour
)

// mostKg is the change that a hive may make by itself in a time.
func mostKg(d time.Duration) float64 {
	return min(stepKg+stepKgPerH*d.Hours(), dayMostKg*max(1, d.Hours()/24))
}

// Days returns the days of a series in a zone, oldest first. Steps that no
// hive makes by itself are taken out as handling; on a day on which the log
// says that ware was moved and no step shows it, as with one reading a day,
// what it should weigh is taken out instead.
func Days(rs []Reading, zone *time.Location, handled []Handled) []Daily {
	if len(rs) == 0 {
		return nil
	}
	rs = slices.Clone(rs)
	slices.SortStableFunc(rs, func(a, b Reading) int { return a.At.Compare(b.At) })
	moved := map[day.Day]float64{}
	for _, h := range handled {
		moved[h.Day] += h.Kg
	}
	dayOf := func(t time.Time) day.Day { return day.From(t.In(zone)) }
	var out []Daily
	for i := 0; i < len(rs); {
		d := dayOf(rs[i].At)
		one := Daily{Day: d}
		// The step over midnight belongs to the day it ends in.
		for ; i < len(rs) && dayOf(rs[i].At) == d; i++ {
			if i == 0 {
				continue
			}
			step, took := rs[i].Kg-rs[i-1].Kg, rs[i].At.Sub(rs[i-1].At)
			if took > 36*time.Hour {
				continue // a gap; nothing can be said of it
			}
			one.Known = true
			_, noted := moved[d]
			switch {
			case math.Abs(step) > mostKg(took):
				one.JumpKg += step
				one.Suspect = one.Suspect || step < 0 && !noted
			case step <= -swarmKg && took <= swarmWithin && !noted:
				// Small enough to be weather, but sudden: not taken out, told.
				one.Suspect = true
				one.GainKg += step
			default:
				one.GainKg += step
			}
		}
		one.Kg = rs[i-1].Kg
		if kg, ok := moved[d]; ok && one.JumpKg == 0 && one.Known {
			one.JumpKg = kg
			one.GainKg -= kg
		}
		if i > 0 && len(out) > 0 && out[len(out)-1].Day != d-1 {
			one.Known = false // a day is missing before it
		}
		// A box lifted off and put back leaves no jump.
		if math.Abs(one.JumpKg) < 0.5 {
			one.GainKg += one.JumpKg
			one.JumpKg, one.Suspect = 0, one.Suspect && one.JumpKg == 0
		}
		out = append(out, one)
	}
	if !out[0].Known || len(rs) == 1 {
		out[0].Known = false
	}
	return out
}

// Total returns the sum of the known gains of days from to to, and how many of
// them are known.
func Total(days []Daily, from, to day.Day) (kg float64, known int) {
	for _, d := range days {
		if d.Known && d.Day >= from && d.Day <= to {
			kg += d.GainKg
			known++
		}
	}
	return kg, known
}
