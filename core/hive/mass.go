package hive

import "kembo/core/comb"

// Masses of what is not honey or wood, in kilograms per cell or bee.
const (
	// PollenKgPerCell: a deep comb full of pollen weighs about 1 kg net.
	// Source: common practice, no source.
	PollenKgPerCell = 0.00015
	// BroodKgPerCell: a larva or pupa weighs 0.10 to 0.16 g. Source: common
	// practice (values B), no source opened.
	BroodKgPerCell = 0.00012
	// NectarFill is the mass in a cell that is open against one that is capped. Part of what
	// is open is thin, a quarter to a third full at first, and part is ripe and waits to be
	// capped. Derived: with 0.45 of the mass ripe, in full cells, and the rest in two and a
	// half times as many (values I), 1 / (0.45 + 0.55·2.5).
	NectarFill = 0.55
	// RipeBesideThin is the kg of ripe, open honey beside a kg of thin in a nest. Source: as NectarFill.
	RipeBesideThin = 0.45 / 0.55
	// NectarFillAbove is the same in supers, where what is ripe stays open until its comb is full.
	// Derived: with 0.7 of the mass ripe, as supers of the forecast's own model have it.
	NectarFillAbove = 0.70
	// BeesPerKg: 7,000 to 8,500. Source: common practice (values A1).
	BeesPerKg = 7800.0
)

// OpenFill is the mass in an open cell of b against one that is capped.
func (b Box) OpenFill() float64 {
	if b.Super {
		return NectarFillAbove
	}
	return NectarFill
}

// HoneyKg returns the honey and nectar in b, as honey, in kilograms.
func (b Box) HoneyKg() float64 {
	per := b.Format.Frame.HoneyKg(b.Format.ThicknessMM(len(b.Frames)))
	kg := 0.0
	for _, f := range b.Frames {
		for _, s := range []comb.Shares{f.A, f.B} {
			kg += per * (s[comb.Honey] + b.OpenFill()*s[comb.Nectar])
		}
	}
	return kg
}

// BroodCells returns the worker brood in b, in cells.
func (b Box) BroodCells() float64 {
	n := 0.0
	for _, f := range b.Frames {
		n += b.Format.Frame.WorkerCells() * (f.A.Worker() + f.B.Worker())
	}
	return n
}

// TareKg returns the mass of the box, its frames and drawn wax.
func (b Box) TareKg() float64 {
	kg := b.Format.BoxTareKg
	for _, f := range b.Frames {
		drawn := 1 - (f.A[comb.Foundation]+f.B[comb.Foundation])/2
		kg += b.Format.FrameWoodKg + drawn*b.Format.DrawnWaxKg
	}
	return kg
}

// LiftKg returns what a person lifts who takes b off: tare, honey, pollen and
// brood. Bees are left out: they are mostly smoked down or brushed off.
func (b Box) LiftKg() float64 {
	cells := b.Format.Frame.WorkerCells()
	kg := b.TareKg() + b.HoneyKg()
	for _, f := range b.Frames {
		for _, s := range []comb.Shares{f.A, f.B} {
			kg += cells * (s[comb.Pollen]*PollenKgPerCell + (s.Worker()+s[comb.Drone])*BroodKgPerCell)
		}
	}
	return kg
}

// TareKg returns the mass of all boxes of the stack with their frames and wax, and of
// what it carries beside them; floor and lid are left out.
func (s Stack) TareKg() float64 {
	kg := s.GearKg()
	for _, b := range s.Boxes {
		kg += b.TareKg()
	}
	return kg
}

// EmptyKg returns the honey that the empty drawn cells of the box hold once they are full.
func (b Box) EmptyKg() float64 {
	kg := b.Format.Frame.HoneyKg(b.Format.ThicknessMM(len(b.Frames)))
	n := 0.0
	for _, f := range b.Frames {
		n += f.A.Completed()[comb.Empty] + f.B.Completed()[comb.Empty]
	}
	return kg * n
}

// HoneyKg returns the honey and nectar of all boxes, as honey, in kg.
func (s Stack) HoneyKg() float64 {
	kg := 0.0
	for _, b := range s.Boxes {
		kg += b.HoneyKg()
	}
	return kg
}
