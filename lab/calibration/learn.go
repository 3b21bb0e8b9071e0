package calibration

import (
	"fmt"
	"math"
	"math/rand/v2"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/season"
	"kembo/lab/truth"
)

// Learning asks whether looks teach the forecast anything: yards of colonies
// whose truth is known are looked at every nine days; each time the next look is
// forecast by a fresh model, which knows the last look alone, by one that has
// learnt the colony's own pace from all looks, and by one that has learnt the
// yard's flow from all colonies as well.
type Learning struct {
	Output string
	Looks  int // that were known
	N      int
	// Mean absolute error of the likely value, and the mean width of the 80 %
	// range with the share of truths it held.
	Fresh, Own, Pooled Error
}

// Lessons are the sums of some yards; [Taught] makes figures of them.
type Lessons struct {
	lines         []Learning
	first, learnt chanceSums
}

// Lesson is what looks taught: the errors, and what was said of swarming until
// the next look, from the first one alone and by what all of them taught.
type Lesson struct {
	Errors                []Learning
	SwarmFirst, SwarmTold ChanceScore
}

// Error of a forecast.
type Error struct{ Mean, Width, Held float64 }

func (e *Error) add(truth float64, sample []float64) {
	r := forecast.Middle(sample)
	e.Mean += math.Abs(r.Likely - truth)
	e.Width += r.High - r.Low
	if truth >= r.Low && truth <= r.High {
		e.Held++
	}
}

func (e *Error) over(n int) {
	e.Mean, e.Width, e.Held = e.Mean/float64(n), e.Width/float64(n), e.Held/float64(n)
}

// How yards are looked at.
const (
	looksEvery = 9
	looksMost  = 4
	inYard     = 5
)

// learnt are the outputs that are compared.
var learnt = []struct {
	of   forecast.Quantity
	name string
}{{forecast.OfStores, "stores, kg"}, {forecast.OfBrood, "brood, cells"}, {forecast.OfBees, "bees"}}

// pupil is a colony of a yard that is followed.
type pupil struct {
	name     string
	truth    bees.State
	rules    bees.Parameters
	rng      *rand.Rand
	own      *forecast.Ensemble
	fresh    *forecast.Ensemble
	estimate colony.Estimate
	change   bees.Change
	urge     float64
}

// Learn follows yards from to to of a world and returns the errors by output and
// by looks known.
func Learn(w World, from, to int, seed uint64) *Lessons {
	out := &Lessons{}
	for _, o := range learnt {
		for k := 1; k <= looksMost; k++ {
			out.lines = append(out.lines, Learning{Output: o.name, Looks: k})
		}
	}
	for i := from; i < to; i++ {
		w.follow(out, i, seed)
	}
	return out
}

// Taught makes figures of the sums of several runs.
func Taught(parts ...*Lessons) Lesson {
	var first, learnt chanceSums
	for _, p := range parts {
		first.add(&p.first)
		learnt.add(&p.learnt)
	}
	out := make([]Learning, len(parts[0].lines))
	for i := range out {
		o := &out[i]
		*o = Learning{Output: parts[0].lines[i].Output, Looks: parts[0].lines[i].Looks}
		for _, part := range parts {
			p := part.lines
			o.N += p[i].N
			for _, e := range []struct{ to, from *Error }{
				{&o.Fresh, &p[i].Fresh}, {&o.Own, &p[i].Own}, {&o.Pooled, &p[i].Pooled},
			} {
				e.to.Mean, e.to.Width, e.to.Held = e.to.Mean+e.from.Mean, e.to.Width+e.from.Width, e.to.Held+e.from.Held
			}
		}
		o.Fresh.over(o.N)
		o.Own.over(o.N)
		o.Pooled.over(o.N)
	}
	return Lesson{out, first.result("a swarm", looksEvery), learnt.result("a swarm", looksEvery)}
}

func (w World) follow(out *Lessons, i int, seed uint64) {
	r := rand.New(rand.NewPCG(seed, uint64(i)+1<<32))
	begin := day.Of(2026, 3, 10)
	first := begin + day.Day(40+r.IntN(75)) // the first look, late April to early July
	site := forecast.Site{Yard: "y", Hemisphere: season.North, Climate: season.Climates[0]}
	days := int(first-begin) + looksEvery*(looksMost+1)
	cond := w.meets(site, begin, days, seed*1_000_003+uint64(i), r)
	level := math.Exp(truth.LevelDiffers * r.NormFloat64())
	p := bees.Defaults()
	// All weather is known when it has been; flow never is.
	yard := forecast.NewYard(site, begin, begin+day.Day(days), days, forecast.Members, seed+uint64(i))
	for k := range cond {
		yard.Met(k, cond[k])
	}
	at := int(first - begin)
	var all []*pupil
	for c := range inYard {
		x := &pupil{
			name: fmt.Sprint("colony ", i, " ", c), rng: rand.New(rand.NewPCG(seed+uint64(c)+1, uint64(i))),
			rules: w.rules(rand.New(rand.NewPCG(seed, uint64(i*inYard+c)))),
		}
		x.truth = truth.Spring(x.rng, &x.rules)
		x.truth.FlowFactor = level
		x.urge = w.urge(i*inYard+c, seed)
		for k := range at {
			x.truth.Step(&x.rules, &cond[k])
			if k%8 == 7 {
				truth.Super(&x.truth, &x.rules, x.rng)
			}
		}
		all = append(all, x)
	}
	for k := 1; k <= looksMost; k++ {
		on := begin + day.Day(at)
		var paces []forecast.Pace
		for _, x := range all {
			x.see(w, yard, &p, on, seed)
			paces = append(paces, x.own.Pace())
		}
		told := forecast.PoolLevel(paces)
		for _, x := range all {
			x.ahead(out, k, yard, told, cond[at:at+looksEvery], &p)
		}
		at += looksEvery
	}
}

// see looks at a colony as a keeper would and learns from it.
func (x *pupil) see(w World, y *forecast.Yard, p *bees.Parameters, on day.Day, seed uint64) {
	if x.own != nil {
		was := x.own.Day
		x.own.Move(p, y, []bees.Change{x.change}, on)
		x.own.Drift(y, int(on-was), x.name, seed)
	}
	x.estimate = w.look(x.truth, p, on, x.rng)
	e := &x.estimate
	x.fresh = forecast.Draw(e, p, y, x.truth.Excluder, x.name, forecast.Members, seed)
	nest, super := forecast.SeenStores(e, p)
	sights := []forecast.Sight{
		{Of: forecast.OfNestStores, Value: nest, SD: e.Spread.Stores},
		{Of: forecast.OfBrood, Value: e.Brood(), SD: e.Spread.Brood},
		{Of: forecast.OfPollen, Value: e.Pollen, SD: e.Spread.Pollen},
		{Of: forecast.OfBees, Value: e.Bees, SD: e.Spread.Bees},
	}
	if e.SuperDrawn > 0 {
		sights = append(
			sights,
			forecast.Sight{Of: forecast.OfSuperStores, Value: super, SD: e.Spread.Super},
		)
	}
	if x.own != nil {
		x.own.Agree(e)
	}
	switch {
	case x.own == nil:
		x.own = x.fresh.Clone()
	case x.own.See(sights, p):
		x.own.Settle(e, p, x.truth.Excluder, x.name, seed)
	default:
		fresh := x.fresh.Clone()
		fresh.KeepPace(x.own, p)
		x.own = fresh
	}
}

// ahead forecasts the next look in three ways, lives up to it and scores them.
func (x *pupil) ahead(
	out *Lessons, looks int, y *forecast.Yard, level forecast.Level, cond []bees.Condition,
	p *bees.Parameters,
) {
	x.change = truth.Super(&x.truth, &x.rules, x.rng)
	x.change.Day = x.own.Day
	pooled := x.own.Clone()
	pooled.Pool(level, y)
	to := x.own.Day + looksEvery
	pressed := x.truth.SwarmHazard
	for _, e := range []*forecast.Ensemble{x.fresh, pooled} {
		for m := range e.States {
			e.States[m].SwarmHazard = 0
		}
		e.Move(p, y, []bees.Change{x.change}, to)
	}
	own := x.own.Clone()
	own.Move(p, y, []bees.Change{x.change}, to)
	for k := range cond {
		x.truth.Step(&x.rules, &cond[k])
	}
	switch was := chanceOf((x.truth.SwarmHazard - pressed) * x.urge); looks {
	case 1:
		out.first.score(swarmChance(x.fresh), was)
	case looksMost:
		out.learnt.score(swarmChance(pooled), was)
	}
	for i := range out.lines {
		l := &out.lines[i]
		if l.Looks != looks {
			continue
		}
		for _, o := range learnt {
			if o.name != l.Output {
				continue
			}
			came := o.of.Of(&x.truth, p)
			l.N++
			l.Fresh.add(came, x.fresh.Sample(o.of, p))
			l.Own.add(came, own.Sample(o.of, p))
			l.Pooled.add(came, pooled.Sample(o.of, p))
		}
	}
}
