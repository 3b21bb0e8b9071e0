// Package calibration asks whether the forecast's ranges keep their word: it
// makes colonies whose truth is known, looks at them as a keeper would, with a
// keeper's errors, forecasts from the look and counts how often the truth lies
// in the 80 % range. A [World] says by which rules the truth lives; the
// forecast always uses its own.
package calibration

import (
	"math"
	"math/rand/v2"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
)

// World is how a truth may differ from the model that forecasts it: standard
// deviations of the logarithm of what each truth draws for itself. The zero
// World lives by the model's own rules.
type World struct {
	Name                                         string
	Backfill, Intake, Mortality, Sharing, Laying float64
	FlowLevel, FlowDay, WeatherC                 float64 // errors of flow and weather beyond the model's
	Bias                                         float64 // of the observer, over a whole look
	Swarming                                     float64 // of how readily they swarm
}

// Worlds are the two that are scored: the model's own rules, and others.
// Source: none; guesses of how wrong a model of bees may be.
var Worlds = []World{
	{Name: "own rules"},
	{
		Name: "other rules", Backfill: 0.5, Intake: 0.25, Mortality: 0.25, Sharing: 0.4, Laying: 0.10, FlowLevel: 0.2,
		FlowDay: 0.3, WeatherC: 1.2, Bias: 0.08, Swarming: 0.5,
	},
}

// Horizon is how many days ahead a truth is followed, and Points the days that
// are scored.
const Horizon = 28

// Points are the days ahead that are scored.
var Points = []int{0, 8, 14, 28}

// truth is a colony on the day of a look, with what becomes of it.
type truth struct {
	on       day.Day
	site     forecast.Site
	state    forecast.State
	estimate colony.Estimate
	course   forecast.Course
	reserve  float64
}

// make lives truth i of a world, from the same number every time.
func (w World) make(i int, seed uint64) truth {
	r := rand.New(rand.NewPCG(seed, uint64(i)))
	p := w.rules(r)
	begin := day.Of(2026, 3, 10)
	t := truth{on: begin + day.Day(25+r.IntN(150))} // a look from April to early September
	climate := season.Climates[r.IntN(len(season.Climates))]
	t.site = forecast.Site{Yard: "y", Hemisphere: season.North, Climate: climate}
	days := int(t.on-begin) + Horizon
	cond := w.meets(t.site, begin, days, seed*1_000_003+uint64(i), r)
	s := spring(r)
	lead := int(t.on - begin)
	for k := range lead {
		s.Step(&p, &cond[k])
		if k%8 == 7 {
			super(&s, &p, r)
		}
	}
	t.state = s
	t.reserve = forecast.ReserveFor(season.Place{}.On(t.on))
	t.course = forecast.Follow(s, p, cond[lead:], t.reserve)
	t.estimate = w.look(s, &p, t.on, r)
	return t
}

// rules draws the rules that a truth lives by.
func (w World) rules(r *rand.Rand) forecast.Parameters {
	off := func(sd float64) float64 { return math.Exp(sd * r.NormFloat64()) }
	p := forecast.Defaults()
	p.NestPull *= off(w.Backfill)
	p.LoadPerHourMg *= off(w.Intake)
	p.ForagerDeathHour *= off(w.Mortality)
	p.ForagerDeathBase *= off(w.Mortality)
	p.SuperStart *= off(w.Sharing)
	p.QueenPeakLaying *= off(w.Laying)
	return p
}

// meets draws the days that truths of a yard meet: one draw of the same weather
// and flow, off as far as the world is.
func (w World) meets(site forecast.Site, from day.Day, days int, seed uint64, r *rand.Rand) []forecast.Condition {
	off := func(sd float64) float64 { return math.Exp(sd * r.NormFloat64()) }
	cond := forecast.NewYard(site, from, from, days, 1, seed).Member(0)
	level := off(w.FlowLevel)
	for k := range cond {
		cond[k].Flow *= level * off(w.FlowDay)
		warm := w.WeatherC * r.NormFloat64()
		cond[k].MeanC += warm
		cond[k].FlightHours = max(0, cond[k].FlightHours*(1+forecast.HoursPerDegree*warm))
	}
	return cond
}

// How truths differ between colonies of one yard, as standard deviations of the
// logarithm. Sources: intake, colonies differ by 30-50 % (values I); the others
// none, guesses. The forecast's own are wider, for it may be wrong as well.
const (
	truthQueen  = 0.15
	truthIntake = 0.30
	truthEating = 0.10
	truthDeath  = 0.12
	truthLevel  = 0.30 // of the yard's flow
)

// spring is a colony in March, as they differ.
func spring(r *rand.Rand) forecast.State {
	deep, medium := hive.Formats[0], hive.Formats[2]
	boxes := 1 + r.IntN(2)
	cells := 2 * float64(deep.Slots) * deep.Frame.WorkerCells()
	s := forecast.State{
		NestDrawn: float64(boxes) * cells, Excluder: r.IntN(3) > 0,
		QueenPeak: 1550 * math.Exp(truthQueen*r.NormFloat64()), PollenCells: 2500, Winter: 9000 + 8000*r.Float64(),
		NestHoney:    7 + 9*r.Float64()*float64(boxes),
		IntakeFactor: math.Exp(truthIntake*r.NormFloat64() - truthIntake*truthIntake/2),
		EatFactor:    math.Exp(truthEating * r.NormFloat64()), DeathFactor: math.Exp(truthDeath * r.NormFloat64()),
		FlowFactor: math.Exp(truthLevel * r.NormFloat64()), Near: 1, Lid: 1,
	}
	s.NestKgPerCell = deep.Frame.HoneyKg(deep.ThicknessMM(deep.Slots)) / deep.Frame.WorkerCells()
	s.SuperKgPerCell = medium.Frame.HoneyKg(medium.ThicknessMM(medium.Slots)) / medium.Frame.WorkerCells()
	return s
}

// super puts one on where a keeper would, mostly in time, and returns what was
// done.
func super(s *forecast.State, p *forecast.Parameters, r *rand.Rand) forecast.Change {
	used := s.NestFree(p) < 0.45*s.NestDrawn && s.Bees() > 12000
	full := s.SuperDrawn > 0 && s.SuperFree(p) < 0.5*s.SuperDrawn
	medium := hive.Formats[2]
	cells := 2 * float64(medium.Slots) * medium.Frame.WorkerCells()
	if (s.SuperDrawn+s.SuperUndrawn == 0 && used || full) && s.SuperDrawn+s.SuperUndrawn < 4*cells && r.IntN(4) > 0 {
		c := forecast.Change{SuperDrawn: cells, SuperKgPerCell: s.SuperKgPerCell}
		if r.IntN(4) == 0 {
			c = forecast.Change{SuperUndrawn: cells, SuperKgPerCell: s.SuperKgPerCell}
		}
		s.Apply(&c)
		return c
	}
	return forecast.Change{}
}

// look is what a keeper makes of a state who counts frames: brood in all, split
// by the usual stages, stores below and above, seams of bees.
func (w World) look(s forecast.State, p *forecast.Parameters, on day.Day, r *rand.Rand) colony.Estimate {
	o := look.DefaultObserver.Boxes
	bias := w.Bias * r.NormFloat64()
	off := func(sd float64) float64 { return math.Exp(sd*r.NormFloat64() + bias) }
	brood := s.Brood() * off(o.Brood)
	nest := r.NormFloat64()
	above := forecast.SameEye*nest + math.Sqrt(1-forecast.SameEye*forecast.SameEye)*r.NormFloat64()
	kg, super := math.Exp(o.Stores*nest+bias), math.Exp(o.Super*above+bias)
	q := colony.QueenEvidence{
		Day: on, Looked: true, Eggs: s.EggCount() > 150, Larvae: s.LarvaCount() > 300, Capped: s.CappedCount() > 300,
	}
	eggs, larvae, capped := look.Stages(q, season.DayOf(on, season.North))
	e := colony.Estimate{
		Day: on, Seen: on, Stages: true, BeesFrom: colony.Measured, Depth: "boxes", Eggs: brood * eggs,
		Larvae: brood * larvae, Capped: brood * capped, Drone: s.DroneCount() * off(o.Brood),
		Pollen: s.PollenCells * off(o.Pollen), NestHoney: s.NestHoney * kg, NestNectar: s.NestNectar * kg,
		SuperHoney:  s.SuperCapped * super,
		SuperNectar: (s.SuperHoney - s.SuperCapped + s.SuperNectar) * super * math.Exp(openOff*r.NormFloat64()),
		NestDrawn:   s.NestDrawn, NestUndrawn: s.NestUndrawn, SuperDrawn: s.SuperDrawn, SuperUndrawn: s.SuperUndrawn,
		NestKgPerCell: s.NestKgPerCell, SuperKgPerCell: s.SuperKgPerCell, Bees: s.Bees() * off(o.Bees), Spread: o,
		Queen: q,
	}
	hold(&e, p)
	return e
}

// openOff is how far a keeper is off who tells open honey from capped. Source:
// none; guess.
const openOff = 0.25

// hold keeps what was counted inside the comb there is, as counting frames
// does: stores are seen to fill what brood leaves.
func hold(e *colony.Estimate, p *forecast.Parameters) {
	brood := e.Brood() + e.Drone*comb.WorkerCellsPerDm2/comb.DroneCellsPerDm2
	room := max(0, e.NestDrawn-brood-e.Pollen)
	if used := (e.NestHoney + p.NectarCells*e.NestNectar) / e.NestKgPerCell; used > room {
		e.NestHoney *= room / used
		e.NestNectar *= room / used
	}
	if used := (e.SuperHoney + p.NectarCells*e.SuperNectar) / e.SuperKgPerCell; used > e.SuperDrawn && used > 0 {
		e.SuperHoney *= e.SuperDrawn / used
		e.SuperNectar *= e.SuperDrawn / used
	}
}
