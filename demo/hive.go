package demo

import (
	"math/rand/v2"

	"kembo/core/bees"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/look"
)

// truth is a colony as it really is: a state of the simulation, and the boxes
// it lives in. The keeper never sees it but through looks.
type truth struct {
	state bees.State
	nest  []hive.Box // lower first; contents are laid out when looked at
	super []hive.Box
	rng   *rand.Rand
}

var parameters = bees.Defaults()

// step lives a day.
func (t *truth) step(c bees.Condition) { t.state.Step(&parameters, &c) }

// cells of a box, both sides of all frames.
func cells(b hive.Box) float64 {
	return 2 * float64(len(b.Frames)) * b.Format.Frame.WorkerCells()
}

// contents lays the truth out over the boxes: brood low and in the middle,
// honey above, supers filled from below.
func (t *truth) contents() (nest, super []look.Totals) {
	s := &t.state
	nest, super = make([]look.Totals, len(t.nest)), make([]look.Totals, len(t.super))
	room := make([]float64, len(t.nest)) // cells
	for i, b := range t.nest {
		room[i] = cells(b)
	}
	total := s.NestDrawn + s.NestUndrawn
	if total <= 0 {
		return nest, super
	}
	put := func(c comb.Content, amount float64, weight func(i int) float64) {
		for range 6 {
			sum := 0.0
			for i := range room {
				if room[i] > 1 {
					sum += weight(i)
				}
			}
			if amount < 1 || sum <= 0 {
				return
			}
			left := amount
			for i := range room {
				if room[i] <= 1 {
					continue
				}
				d := min(room[i], left*weight(i)/sum)
				room[i] -= d
				amount -= d
				nest[i][c] += d / t.nest[i].Format.Frame.WorkerCells()
			}
		}
	}
	n := float64(len(t.nest))
	low := func(i int) float64 { return 1.9 * (n - float64(i)) }
	high := func(i int) float64 { return 0.6 + 2.4*float64(i) }
	put(comb.Foundation, s.NestUndrawn, func(i int) float64 { return high(i) * high(i) })
	put(comb.Brood, s.CappedCount(), low)
	put(comb.Larvae, s.LarvaCount(), low)
	put(comb.Eggs, s.EggCount(), low)
	put(comb.Drone, s.DroneCount()*comb.WorkerCellsPerDm2/comb.DroneCellsPerDm2, low)
	put(comb.Pollen, s.PollenCells, low)
	// Ripe honey that is not capped yet looks open; of the nest the truth does not tell it apart.
	ripe := min(s.NestHoney, hive.RipeBesideThin*s.NestNectar)
	put(comb.Honey, (s.NestHoney-ripe)/s.NestKgPerCell, high)
	put(comb.Nectar, (ripe+parameters.NectarCells*s.NestNectar)/s.NestKgPerCell, func(int) float64 { return 1 })
	for i := range room {
		nest[i][comb.Empty] += max(0, room[i]) / t.nest[i].Format.Frame.WorkerCells()
	}
	t.superContents(super)
	return nest, super
}

func (t *truth) superContents(super []look.Totals) {
	s := &t.state
	if len(t.super) == 0 {
		return
	}
	honey, nectar, undrawn := 0.0, 0.0, s.SuperUndrawn
	if s.SuperKgPerCell > 0 {
		honey = s.SuperCapped / s.SuperKgPerCell
		nectar = (s.SuperHoney - s.SuperCapped + parameters.NectarCells*s.SuperNectar) / s.SuperKgPerCell
	}
	// Foundation is what was put on last, at the top.
	for i := len(super) - 1; i >= 0; i-- {
		per, room := t.super[i].Format.Frame.WorkerCells(), cells(t.super[i])
		d := min(undrawn, room)
		super[i][comb.Foundation] = d / per
		undrawn -= d
	}
	// Supers fill from below, with some begun above.
	for i := range super {
		per, room := t.super[i].Format.Frame.WorkerCells(), cells(t.super[i])
		drawn := room - super[i][comb.Foundation]*per
		last := i == len(super)-1
		h := min(honey, drawn)
		if !last {
			h = min(0.86*honey, 0.96*drawn)
		}
		nn := min(nectar, drawn-h)
		if !last {
			nn = min(0.6*nectar, drawn-h)
		}
		honey, nectar = honey-h, nectar-nn
		super[i][comb.Honey], super[i][comb.Nectar] = h/per, nn/per
		super[i][comb.Empty] = max(0, drawn-h-nn) / per
	}
}

// setUp makes the truth of a hive from its boxes, with stores and bees.
func setUp(nest, super []hive.Box, story story) *truth {
	t := &truth{nest: nest, super: super, rng: rand.New(rand.NewPCG(seed, story.number))}
	s := &t.state
	for _, b := range nest {
		if story.foundation {
			s.NestUndrawn += 0.75 * cells(b)
			s.NestDrawn += 0.25 * cells(b)
		} else {
			s.NestDrawn += cells(b)
		}
	}
	for _, b := range super {
		s.SuperDrawn += cells(b)
	}
	f := nest[0].Format
	s.NestKgPerCell = f.Frame.HoneyKg(f.ThicknessMM(f.Slots)) / f.Frame.WorkerCells()
	s.SuperKgPerCell = s.NestKgPerCell
	s.NestHoney, s.QueenPeak = story.stores, story.queen
	s.House, s.Foragers, s.Winter = story.bees*(1-story.winter)*0.74, story.bees*(1-story.winter)*0.26, story.bees*story.winter
	s.PollenCells = 2500
	s.Excluder = true
	s.IntakeFactor, s.EatFactor, s.DeathFactor, s.FlowFactor = story.intake, 1, story.death, story.flow
	s.Near, s.Lid = 1, 1
	// A steady nest at the start of the log.
	for i := range s.Capped {
		s.Capped[i] = story.laying * 0.85
	}
	for i := range s.Larvae {
		s.Larvae[i] = story.laying * 0.93
	}
	for i := range s.Eggs {
		s.Eggs[i] = story.laying
	}
	return t
}

// date is a day of 2026.
func date(month, d int) day.Day { return day.Of(2026, monthOf(month), d) }
