package forecast

import (
	"math"

	"kembo/core/bees"
)

// surprise is how many standard deviations a look may lie from what was
// expected before it is taken that something happened that the forecast does
// not know: a swarm, robbing, a mistake in the log. Source: none; one look in
// 400 by chance, for each thing looked at.
const surprise = 3

// The elements of a state that a look may move, as logarithms: what the hive
// holds, and the pace of the colony and its yard.
const (
	atNest = iota
	atSuper
	atEggs
	atLarvae
	atSealed
	atBees
	atPollen
	atQueen
	atIntake
	atFlow
	atEating
	atDeath
	atSeason
	elements
)

func element(s *bees.State, k int) float64 {
	switch k {
	case atNest:
		return logOf(s.NestHoney+s.NestNectar, floorKg)
	case atSuper:
		return logOf(s.SuperHoney+s.SuperNectar, floorKg)
	case atEggs:
		return logOf(s.EggCount(), floorCells)
	case atLarvae:
		return logOf(s.LarvaCount(), floorCells)
	case atSealed:
		return logOf(s.CappedCount(), floorCells)
	case atBees:
		return logOf(s.Bees(), floorCells)
	case atPollen:
		return logOf(s.PollenCells, floorCells)
	case atQueen:
		return logOf(max(s.QueenPeak, s.NextQueen), floorCells)
	case atIntake:
		return logOf(s.IntakeFactor, floorPace)
	case atFlow:
		return logOf(s.FlowFactor, floorPace)
	case atEating:
		return math.Log(s.EatFactor)
	case atSeason:
		return s.Ahead / seasonScale
	}
	return math.Log(s.DeathFactor)
}

// seasonScale is the days that stand for one beside logarithms: the colony's season is no
// factor and is moved as it is. Rounding.
const seasonScale = 10

// What logarithms of nothing are held to: kg, cells or bees, and the pace of a
// colony; and how far one look may move a logarithm.
const (
	floorKg    = 0.1
	floorCells = 100
	floorPace  = 0.05
	mostStep   = 3
)

func logOf(v, floor float64) float64 { return math.Log(max(v, floor)) }

// move multiplies an element by e^d.
func moveBy(s *bees.State, k int, d float64) {
	if d == 0 {
		return
	}
	f := math.Exp(min(max(d, -mostStep), mostStep))
	scale := func(v ...*float64) {
		for _, x := range v {
			*x *= f
		}
	}
	all := func(v []float64) {
		for i := range v {
			v[i] *= f
		}
	}
	switch k {
	case atNest:
		scale(&s.NestHoney, &s.NestNectar)
	case atSuper:
		scale(&s.SuperHoney, &s.SuperNectar, &s.SuperCapped)
	case atEggs:
		all(s.Eggs[:])
	case atLarvae:
		all(s.Larvae[:])
	case atSealed:
		all(s.Capped[:])
		all(s.Drone[:])
		all(s.Mites.Sealed[:]) // what is believed of mites is how many there are to a cell
		all(s.Mites.Drone[:])
	case atBees:
		scale(&s.House, &s.Foragers, &s.Winter, &s.Mites.Riding) // and to a bee
	case atPollen:
		scale(&s.PollenCells)
	case atQueen:
		scale(&s.QueenPeak, &s.NextQueen)
	case atIntake:
		scale(&s.IntakeFactor)
	case atFlow:
		scale(&s.FlowFactor)
	case atEating:
		scale(&s.EatFactor)
	case atDeath:
		scale(&s.DeathFactor)
	case atSeason:
		s.Ahead += seasonScale * d
	}
}

// See brings the ensemble into line with what was seen: every member is moved
// by as much as what was seen tells of it, and the members lie closer together
// after. What goes along with what was seen moves too: a colony that brought
// more than was thought is one with a better pace, or a yard with a better flow.
// It reports false, and changes nothing, where what was seen lies so far from
// what was expected that the forecast cannot have known what happened.
//
// It is the serial square-root form of the ensemble Kalman filter (Whitaker and
// Hamill 2002, Mon. Weather Rev. 130:1913-1924, from memory), on logarithms,
// with correlations that chance alone may make taken out.
func (x *Ensemble) See(sights []Sight, p *bees.Parameters) bool {
	z := x.elements()
	y := make([]float64, len(x.States))
	for _, o := range sights {
		x.predict(y, z, o.Of, p)
		mean, v := moments(y)
		if math.Abs(logOf(o.Value, floor(o.Of))-mean) > surprise*math.Sqrt(v+o.SD*o.SD) {
			return false
		}
	}
	for _, o := range sights {
		if o.SD <= 0 {
			continue
		}
		x.predict(y, z, o.Of, p)
		mean, v := moments(y)
		z.assimilate(y, mean, v, logOf(o.Value, floor(o.Of)), o.SD*o.SD)
	}
	x.take(z)
	return true
}

// matrix holds the elements of all members as logarithms, and by how much each
// has been moved.
type matrix struct{ at, moved [elements][]float64 }

func (x *Ensemble) elements() *matrix {
	n := len(x.States)
	a := make([]float64, 2*elements*n)
	z := &matrix{}
	for k := range elements {
		z.at[k], z.moved[k] = a[2*k*n:(2*k+1)*n], a[(2*k+1)*n:(2*k+2)*n]
		for m := range x.States {
			z.at[k][m] = element(&x.States[m], k)
		}
	}
	return z
}

// take moves the members as the matrix has been moved.
func (x *Ensemble) take(z *matrix) {
	for m := range x.States {
		s := &x.States[m]
		for k := range elements {
			moveBy(s, k, z.moved[k][m])
		}
		s.Tally()
	}
}

// told are the elements that a quantity is, or is the sum of.
var told = map[Quantity][]int{
	OfNestStores: {atNest}, OfSuperStores: {atSuper}, OfStores: {atNest, atSuper}, OfEggs: {atEggs},
	OfLarvae: {atLarvae}, OfSealed: {atSealed}, OfBrood: {atEggs, atLarvae, atSealed}, OfBees: {atBees},
	OfPollen: {atPollen},
}

// predict writes what each member makes of a quantity, as a logarithm, with what
// has been moved so far.
func (x *Ensemble) predict(y []float64, z *matrix, q Quantity, p *bees.Parameters) {
	ks, ok := told[q]
	switch {
	case !ok: // not told by the elements; as the members stand
		c := bees.Condition{MeanC: mild}
		for m := range y {
			y[m] = logOf(q.on(&x.States[m], p, &c), floor(q))
		}
	case len(ks) == 1:
		copy(y, z.at[ks[0]])
	default:
		for m := range y {
			t := 0.0
			for _, k := range ks {
				t += math.Exp(z.at[k][m])
			}
			y[m] = math.Log(t)
		}
	}
}

// assimilate moves all elements by one observation: y is what each member makes
// of it, mean and v their moments, seen what was seen and r its variance.
func (z *matrix) assimilate(y []float64, mean, v, seen, r float64) {
	if v < 1e-10 {
		return
	}
	n := float64(len(y))
	back := 1 / (1 + math.Sqrt(r/(v+r))) // how far members are drawn together
	for k := range elements {
		at, moved := z.at[k], z.moved[k]
		zm, zv := moments(at)
		if zv < 1e-12 {
			continue
		}
		cov := 0.0
		for m := range at {
			cov += (at[m] - zm) * (y[m] - mean)
		}
		cov /= n - 1
		// Of two hundred members some correlation is chance: its square has a
		// mean of 1/n where there is none.
		r2 := cov * cov / (zv * v)
		if r2 < byChance/n {
			continue
		}
		gain := cov / (v + r) * (1 - 1/(n*r2))
		for m := range at {
			d := gain * ((seen - mean) - back*(y[m]-mean))
			at[m] += d
			moved[m] += d
		}
	}
}

// byChance times 1/n is the square of a correlation that chance alone passes one
// time in twenty.
const byChance = 4

func moments(v []float64) (mean, variance float64) {
	for _, x := range v {
		mean += x
	}
	mean /= float64(len(v))
	for _, x := range v {
		variance += (x - mean) * (x - mean)
	}
	return mean, variance / float64(max(1, len(v)-1))
}

// Gained brings the ensemble into line with a gain or loss of stores in kg,
// between the mark and now, as a hive scale tells it, with its standard
// deviation. A gain says much of the pace and nothing of what was there before.
func (x *Ensemble) Gained(kg, sd float64) {
	if len(x.mark) != len(x.States) {
		return
	}
	y := make([]float64, len(x.States))
	for m := range x.States {
		y[m] = x.States[m].Stores() - x.mark[m]
	}
	mean, v := moments(y)
	if math.Abs(kg-mean) > surprise*math.Sqrt(v+sd*sd) {
		// More than the forecast thought possible: it tells of the pace what the
		// forecast allows, no more.
		kg = mean + math.Copysign(surprise*math.Sqrt(v+sd*sd), kg-mean)
	}
	z := x.elements()
	z.assimilate(y, mean, v, kg, sd*sd)
	x.take(z)
}

// Mark notes the stores of today, from which the next gain is counted.
func (x *Ensemble) Mark() {
	x.mark = x.mark[:0]
	for m := range x.States {
		x.mark = append(x.mark, x.States[m].Stores())
	}
}
