package skill

import (
	"cmp"
	"math"
	"slices"

	"kembo/core/forecast"
	"kembo/core/season"
	"kembo/lab/truth"
)

// Fitted are the references, fitted on truths of one world.
type Fitted struct {
	seen     [][]float64 // by truth, standardised
	mean, sd []float64
	days     []int   // season day of the look
	of       [][]fit // by output and point
}

// fit is an output some days ahead.
type fit struct {
	day    int
	came   []float64 // what it came to, by truth; NaN where a truth has no such thing
	moved  []float64 // logarithm of it against what was seen, spread evenly
	weight []float64 // of the regression
	left   []float64 // and what it leaves, spread evenly
}

// featuresOf is what was seen, in logarithms, and the season.
func featuresOf(x *truth.Truth) []float64 {
	e := &x.Estimate
	year := 2 * math.Pi * float64(x.SeasonDay()) / 365
	supers, superFree := 0.0, 0.0
	if x.Supers {
		supers = 1
		superFree = max(0, e.SuperDrawn-(e.SuperHoney+2*e.SuperNectar)/max(1e-9, e.SuperKgPerCell))
	}
	return []float64{
		math.Log(e.Stores() + 1), math.Log(e.SuperHoney + e.SuperNectar + 1), math.Log(e.Bees + 500),
		math.Log(e.Brood() + 1000), math.Log(e.Eggs + 300), math.Log(e.NestFree() + 3000), math.Log(superFree + 3000),
		math.Log(e.Pollen + 500), supers, math.Sin(year), math.Cos(year), math.Sin(2 * year), math.Cos(2 * year),
		math.Sin(3 * year), math.Cos(3 * year), x.Site.Climate.Normal(x.SeasonDay()), math.Log(mitesSeen(x) + 0.3),
	}
}

// seenOf is what was seen of an output; a runway is not seen, and taken to last.
func (o Output) seenOf(x *truth.Truth) float64 {
	e := &x.Estimate
	if o.Runway >= 0 {
		return truth.RunwayDays
	}
	switch o.Of {
	case forecast.OfStores:
		return e.Stores()
	case forecast.OfSuperStores:
		return e.SuperHoney + e.SuperNectar
	case forecast.OfCapped:
		return e.SuperHoney / max(1e-9, e.SuperHoney+e.SuperNectar)
	case forecast.OfEggs:
		return e.Eggs
	case forecast.OfLarvae:
		return e.Larvae
	case forecast.OfSealed:
		return e.Capped
	case forecast.OfBrood:
		return e.Brood()
	case forecast.OfBees:
		return e.Bees
	case forecast.OfFree:
		return e.NestFree()
	case forecast.OfSuperFree:
		return max(0, e.SuperDrawn-(e.SuperHoney+2*e.SuperNectar)/max(1e-9, e.SuperKgPerCell))
	case forecast.OfMites:
		return mitesSeen(x)
	case forecast.OfCrowding:
		return e.Bees / max(1, 0.35*(e.NestDrawn+e.SuperDrawn/2))
	}
	return 0
}

// mitesSeen is the mites on a hundred bees that were counted; where none were, as many as is usual.
func mitesSeen(x *truth.Truth) float64 {
	if x.Counted.Bees == 0 {
		return season.UsualMites.On(float64(x.SeasonDay()))
	}
	return 100 * float64(x.Counted.Mites) / float64(x.Counted.Bees) / x.Counted.Recovery.Likely
}

// Fit fits the references on n truths of a world.
func Fit(w truth.World, n int, seed uint64) *Fitted {
	f := &Fitted{}
	all := make([]truth.Truth, n)
	var raw [][]float64
	for i := range all {
		all[i] = w.Make(i, seed)
		raw = append(raw, featuresOf(&all[i]))
		f.days = append(f.days, all[i].SeasonDay())
	}
	k := len(raw[0])
	f.mean, f.sd = make([]float64, k), make([]float64, k)
	for j := range k {
		for _, v := range raw {
			f.mean[j] += v[j] / float64(n)
		}
		for _, v := range raw {
			f.sd[j] += (v[j] - f.mean[j]) * (v[j] - f.mean[j]) / float64(n)
		}
		f.sd[j] = math.Sqrt(f.sd[j]) + 1e-9
	}
	for _, v := range raw {
		f.seen = append(f.seen, f.standard(v))
	}
	for _, o := range Outputs {
		var fits []fit
		for _, d := range o.points() {
			x := fit{day: d}
			for i := range all {
				came := math.NaN()
				if o.asked(&all[i]) {
					came = o.truthOf(&all[i], d)
					x.moved = append(x.moved, math.Log((came+o.Offset)/(o.seenOf(&all[i])+o.Offset)))
				}
				x.came = append(x.came, came)
			}
			x.moved = spread(x.moved)
			x.regress(f, o)
			fits = append(fits, x)
		}
		f.of = append(f.of, fits)
	}
	return f
}

func (f *Fitted) standard(v []float64) []float64 {
	out := make([]float64, len(v))
	for j := range v {
		out[j] = (v[j] - f.mean[j]) / f.sd[j]
	}
	return out
}

// regress fits the logarithm of an output to what was seen, by ridged least squares.
func (x *fit) regress(f *Fitted, o Output) {
	k := len(f.mean) + 1
	a := make([][]float64, k)
	for i := range a {
		a[i] = make([]float64, k+1)
		a[i][i] = 1 // the ridge
	}
	row := func(i int) []float64 { return append([]float64{1}, f.seen[i]...) }
	for i, came := range x.came {
		if math.IsNaN(came) {
			continue
		}
		v, y := row(i), math.Log(came+o.Offset)
		for p := range k {
			for q := range k {
				a[p][q] += v[p] * v[q]
			}
			a[p][k] += v[p] * y
		}
	}
	x.weight = solve(a)
	for i, came := range x.came {
		if !math.IsNaN(came) {
			x.left = append(x.left, math.Log(came+o.Offset)-dot(x.weight, row(i)))
		}
	}
	x.left = spread(x.left)
}

func dot(a, b []float64) float64 {
	t := 0.0
	for i := range a {
		t += a[i] * b[i]
	}
	return t
}

// solve solves k equations, given with their right sides, by elimination; the ridge keeps
// them regular.
func solve(a [][]float64) []float64 {
	k := len(a)
	for p := range k {
		for q := range k {
			if q == p {
				continue
			}
			m := a[q][p] / a[p][p]
			for j := p; j <= k; j++ {
				a[q][j] -= m * a[p][j]
			}
		}
	}
	out := make([]float64, k)
	for p := range k {
		out[p] = a[p][k] / a[p][p]
	}
	return out
}

// Of the references. Neighbours: fifty, as the question was put.
const (
	nearest   = 50
	seasonSet = 200
	shown     = 100 // of the errors that are left
)

// around is what lies about a truth in what the references were fitted on.
type around struct {
	seen []float64 // of the truth, standardised
	like []int     // truths by how much they looked like it, the likest first
	then []int     // by how near in the year they were looked at
}

func (f *Fitted) around(t *truth.Truth) around {
	a := around{seen: f.standard(featuresOf(t))}
	a.like = ordered(len(f.seen), func(i int) float64 {
		d := 0.0
		for j, v := range f.seen[i] {
			d += (v - a.seen[j]) * (v - a.seen[j])
		}
		return d
	})
	a.then = ordered(len(f.seen), func(i int) float64 {
		d := math.Abs(float64(f.days[i] - t.SeasonDay()))
		return min(d, 365-d)
	})
	return a
}

// sample is what reference j says of output k a day ahead, of a truth with such around it.
func (f *Fitted) sample(j, k, day int, t *truth.Truth, a around) []float64 {
	o := Outputs[k]
	x := &f.of[k][slices.Index(o.points(), day)]
	limit := func(v float64) float64 {
		v = max(0, v)
		if o.Runway >= 0 {
			v = min(v, truth.RunwayDays)
		}
		return v
	}
	var out []float64
	first := func(of []int, n int) {
		for _, i := range of {
			if len(out) == n {
				return
			}
			if !math.IsNaN(x.came[i]) {
				out = append(out, x.came[i])
			}
		}
	}
	switch References[j] {
	case "persistence":
		was := o.seenOf(t) + o.Offset
		for _, m := range x.moved {
			out = append(out, limit(was*math.Exp(m)-o.Offset))
		}
	case "season":
		first(a.then, seasonSet)
	case "regression":
		y := dot(x.weight, append([]float64{1}, a.seen...))
		for _, m := range x.left {
			out = append(out, limit(math.Exp(y+m)-o.Offset))
		}
	case "neighbours":
		first(a.like, nearest)
	}
	return out
}

// spread is a sample cut down to some evenly spaced of it.
func spread(v []float64) []float64 {
	s := slices.Clone(v)
	slices.Sort(s)
	if len(s) <= shown {
		return s
	}
	out := make([]float64, shown)
	for i := range out {
		out[i] = s[(2*i+1)*len(s)/(2*shown)]
	}
	return out
}

// ordered returns 0 to n by how far each is.
func ordered(n int, far func(int) float64) []int {
	type at struct {
		i   int
		far float64
	}
	all := make([]at, n)
	for i := range all {
		all[i] = at{i, far(i)}
	}
	slices.SortFunc(all, func(a, b at) int { return cmp.Or(cmp.Compare(a.far, b.far), cmp.Compare(a.i, b.i)) })
	out := make([]int, n)
	for k, a := range all {
		out[k] = a.i
	}
	return out
}
