package proof

import (
	"fmt"
	"math"

	"gonum.org/v1/gonum/stat"
	"gonum.org/v1/gonum/stat/distuv"
)

// KeyOf names a run.
func KeyOf(climate string, seed uint64, keeper string) string {
	return fmt.Sprintf("%s %d %s", climate, seed, keeper)
}

// Measure is something that keepers are compared by, for a yard over its two years.
type Measure struct {
	Name   string
	Of     func(Result) float64
	Digits int
}

// sugarKg is what a kilogram of sugar costs in honey, as the usual weights of core/plan have it.
const sugarKg = 0.25

// Measures are those of the table.
var Measures = []Measure{
	{"crop, kg a hive", func(r Result) float64 { return r.CropKg / Hives }, 1},
	{"crop less the sugar", func(r Result) float64 { return (r.CropKg - sugarKg*r.SugarKg) / Hives }, 1},
	{"visits in swarm season", func(r Result) float64 { return float64(r.Visits[1]) }, 1},
	{"visits else", func(r Result) float64 { return float64(r.Visits[0]) }, 1},
	{"hours", func(r Result) float64 { return r.Minutes / minutesAnHour }, 0},
	{"swarms of 100 colonies and year", func(r Result) float64 { return 100 * float64(r.Swarms) / (Hives * years) }, 1},
	{"nucs made", func(r Result) float64 { return float64(r.Nucs) }, 1},
	{"weeks without a layer, a hive", func(r Result) float64 { return float64(r.NoLayer) / (Hives * daysAWeek) }, 1},
	{"starved of 100", func(r Result) float64 { return 100 * float64(r.Starved) / Hives }, 1},
	{"lost else of 100", func(r Result) float64 { return 100 * float64(r.Winter+r.Dwindled) / Hives }, 1},
	{"united of 100", func(r Result) float64 { return 100 * float64(r.United) / Hives }, 1},
	{"alive at the end of 100", func(r Result) float64 { return 100 * float64(r.Alive) / Hives }, 1},
	{"sugar, kg a hive", func(r Result) float64 { return r.SugarKg / Hives }, 1},
	{"barred honey, kg a hive", func(r Result) float64 { return r.BarredKg / Hives }, 1},
	{"stores left at the end, kg a hive", func(r Result) float64 { return r.LeftKg / Hives }, 1},
}

const minutesAnHour, daysAWeek, years = 60, 7, 2

// Difference is a mean of paired differences with the 95 % interval of it, by Student's t.
type Difference struct {
	Pairs           int
	Mean, Low, High float64
}

// Compare returns by how much a keeper is over another in a measure, over the worlds that both kept.
func Compare(all []Result, m Measure, keeper, other string, in func(Result) bool) Difference {
	of := map[string]Result{}
	for _, r := range all {
		of[r.Key()] = r
	}
	var d []float64
	for _, r := range all {
		if r.Keeper != keeper || !in(r) {
			continue
		}
		if o, ok := of[KeyOf(r.Climate, r.Seed, other)]; ok {
			d = append(d, m.Of(r)-m.Of(o))
		}
	}
	return differenceOf(d)
}

func differenceOf(d []float64) Difference {
	out := Difference{Pairs: len(d), Mean: stat.Mean(d, nil)}
	if len(d) < 2 {
		out.Low, out.High = math.Inf(-1), math.Inf(1)
		return out
	}
	const upper = 0.975
	half := distuv.StudentsT{Mu: 0, Sigma: 1, Nu: float64(len(d) - 1)}.Quantile(upper) *
		stat.StdDev(d, nil) / math.Sqrt(float64(len(d)))
	out.Low, out.High = out.Mean-half, out.Mean+half
	return out
}

// Mean returns the mean of a measure over the worlds that a keeper kept, and over how many.
func Mean(all []Result, m Measure, keeper string, in func(Result) bool) (mean float64, n int) {
	for _, r := range all {
		if r.Keeper == keeper && in(r) {
			mean += m.Of(r)
			n++
		}
	}
	return mean / float64(max(1, n)), n
}
