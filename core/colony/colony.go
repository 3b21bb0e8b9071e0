// Package colony is what is believed of a colony on a day: an [Estimate] of
// what each part of the hive holds, with how far each figure may be off.
package colony

import (
	"math"

	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/queen"
)

// Spread holds how far an estimate may be off, as the standard deviation of
// the logarithm of each kind of content: 0.1 means about ten per cent. Stores
// are those of the nest, Super those above it.
type Spread struct {
	Brood, Stores, Super, Pollen, Bees float64
}

// QueenEvidence is what a look found of a queen.
type QueenEvidence struct {
	Day     day.Day // of what follows; cells have their own
	Looked  bool    // brood combs were looked at for it
	Seen    bool
	Eggs    bool // laid at most 3 days ago
	Larvae  bool // open: laid at most 9 days ago
	Capped  bool // laid at most 21 days ago
	Resting bool // it was a time of the year at which queens rest: no brood says nothing
	// Slowing is how far queens have stopped by that day of autumn, 0 to 1, and Full says that stores filled the nest: no
	// eggs then says less.
	Slowing float64 `json:",omitempty"`
	Full    bool    `json:",omitempty"`
	// Stages that nobody looked for, though others were: not seen, they may be there.
	EggsUnlooked, LarvaeUnlooked, CappedUnlooked bool
	// ManyEggs says where several eggs lay in a cell: EggsOnWalls, EggsAtBottom; "": none were seen to.
	ManyEggs string `json:",omitempty"`
	// Caged says that she is shut in, in her hive, by who wrote so: that no eggs are found says nothing.
	Caged bool `json:",omitempty"`
	// Unlaid is a day on which, or before, the last egg was laid, as looks tell together that found none; 0: eggs were
	// seen, or nobody looked.
	Unlaid day.Day `json:",omitempty"`
	// Comes is the day on which a queen who is waited for lays, as likely, ComesBy that by which she has failed, and
	// ComesOdds the chance, before anybody looked, that she does; 0: none is known to come.
	Comes, ComesBy day.Day `json:",omitempty"`
	ComesOdds      float64 `json:",omitempty"`
	// GoneOdds is the chance that a swarm had left by GoneDay, told by the bees that were missing then; 0: none were.
	GoneOdds float64 `json:",omitempty"`
	GoneDay  day.Day `json:",omitempty"`
	// Cells found, counted; capped ones mean a swarm is imminent or gone.
	ChargedCells, CappedCells int
	DryCups, CupsWithEgg      int
	EmergedCells, TornCells   int
	CellsAt                   string // edge, face, both; "": not noted
	CellsDay                  day.Day
}

// GoneSince is the days since a swarm left whose bees are found missing. Source: half a week between looks; a guess.
const GoneSince = 4

// Where several eggs lay in a cell. On its walls they are laying workers'; at its bottom, of a queen who has just
// begun.
const EggsOnWalls, EggsAtBottom = "walls", "bottom"

// Cells returns how many cells were found, cups left out.
func (q QueenEvidence) Cells() int {
	return q.ChargedCells + q.CappedCells + q.EmergedCells + q.TornCells
}

// cellsLast is how long cells that nobody looked at again may still be there:
// from the egg to the queen.
const cellsLast = 16

// unlaidSince returns the day on which, or before, the last egg was laid, where the looks before said that it was by
// a day; 0 is not known.
func (q QueenEvidence) unlaidSince(before day.Day) day.Day {
	if q.ManyEggs == EggsOnWalls { // those are not a queen's
		return before
	}
	stop, ok := queen.LastLaid(q.Evidence(false))
	if !ok || stop.Resumed || q.Resting || q.Caged {
		return 0
	}
	if before > 0 {
		return min(before, stop.To)
	}
	return stop.To
}

// Later returns what is known after a look: what was not looked for again is
// as it was. checked says that cells were looked for.
func (q QueenEvidence) Later(now QueenEvidence, checked bool, on day.Day) QueenEvidence {
	out := q
	if now.Looked {
		out = now
		out.Day = on
		out.Unlaid = out.unlaidSince(q.Unlaid)
		if !now.Eggs && !now.Seen { // what the bees told stands
			out.GoneOdds, out.GoneDay = q.GoneOdds, q.GoneDay
		}
	}
	from := now
	if !checked && now.Cells() == 0 && now.DryCups+now.CupsWithEgg == 0 {
		if from = q; on-q.CellsDay > cellsLast {
			from = QueenEvidence{}
		}
	} else {
		if from.CellsDay == 0 {
			from.CellsDay = on
		}
	}
	out.ChargedCells, out.CappedCells, out.DryCups, out.CupsWithEgg = from.ChargedCells, from.CappedCells, from.DryCups, from.CupsWithEgg
	out.EmergedCells, out.TornCells, out.CellsAt, out.CellsDay = from.EmergedCells, from.TornCells, from.CellsAt, from.CellsDay
	return out
}

// longUnlaid is the days without an egg after which no queen of their own is to be hoped for. Source: 16 days to a
// queen and two weeks to her eggs (Winston 1987, from memory), and a few more.
const longUnlaid = 35

// Long reports whether by a day nothing was laid for so long that no queen of their own is to be hoped for.
func (q QueenEvidence) Long(on day.Day) bool { return q.Unlaid > 0 && on-q.Unlaid >= longUnlaid }

// resting is the chance of a queen where no eggs say nothing, and fullStill where there is no cell for them. Source:
// none; guesses.
const resting, fullStill = 0.95, 0.7

// caged is the chance that a queen is alive in the cage that she was shut in. Source: common practice; a guess.
const caged = 0.97

// QueenChance returns the chance that a laying queen is there: by the brood that was seen, and, where no eggs were,
// by how many queens have stopped by then, and whether there was a cell for them. Source: none; guess.
func (q QueenEvidence) QueenChance() float64 {
	p := q.byBrood()
	if !q.Looked || q.Eggs || q.Seen || q.Caged || q.ManyEggs != "" || q.Long(q.Day) {
		return p
	}
	if q.Full {
		p = max(p, fullStill)
	}
	return max(p, p+(resting-p)*q.Slowing)
}

// byBrood is that chance by how long ago the youngest brood was laid. Source: none; guess.
func (q QueenEvidence) byBrood() float64 {
	switch {
	case q.Caged:
		return caged
	case q.ManyEggs == EggsOnWalls && !q.Seen:
		return 0.03
	case !q.Looked, q.Resting && !q.Eggs && !q.Seen:
		return resting
	case q.Seen && q.Eggs, q.Eggs:
		return 0.98
	case q.Seen:
		return 0.9
	case q.EggsUnlooked: // what is older does not say that she is gone
		return 0.93
	case q.Larvae:
		return 0.6
	case q.LarvaeUnlooked:
		return 0.5
	case q.Capped:
		return 0.2
	case q.Long(q.Day):
		return 0.03
	default:
		return 0.1
	}
}

// Estimate is the likely content of a hive with its spread. Brood in cells
// (drone in drone cells), stores in kg honey, comb in worker cells.
type Estimate struct {
	Day   day.Day
	Stack hive.Stack // with the likely share of every face

	Eggs, Larvae, Capped, Drone float64
	Pollen                      float64 // cells
	NestHoney, NestNectar       float64
	SuperHoney, SuperNectar     float64
	NestDrawn, NestUndrawn      float64
	SuperDrawn, SuperUndrawn    float64
	NestKgPerCell               float64
	SuperKgPerCell              float64
	Bees                        float64

	Spread Spread
	Queen  QueenEvidence
	// BeesFrom says whether bees were seen, carried, or inferred from the brood.
	BeesFrom Origin
	// Accepted says that the bees are, in part, those that were expected, accepted
	// as they were: they test no forecast.
	Accepted bool
	// Stages says that eggs, larvae and capped brood are known apart: seen now,
	// or seen before and carried.
	Stages bool
	// OpenSeen says of the nest and of the supers that their open honey was counted in cells, not weighed,
	// told by a glance or carried: its mass then goes by how full such cells are.
	OpenSeen struct{ Nest, Super bool }
	// Seen is the last day on which bees or combs were seen; a weight alone is
	// not a look into a hive.
	Seen day.Day
	// Depth of the look in words, as in "boxes" or "faces and boxes".
	Depth string
	// OnScale is what a weight of the whole hive alone says of its stores; zero:
	// it was not weighed.
	OnScale struct{ Kg, SD float64 }
	// Parts says of each box, bottom to top, what its contents rest on.
	Parts []Part
}

// Sum fills the totals of e from the faces of its stack. All else is left alone.
func (e *Estimate) Sum() {
	e.Eggs, e.Larvae, e.Capped, e.Drone, e.Pollen = 0, 0, 0, 0, 0
	e.NestHoney, e.NestNectar, e.SuperHoney, e.SuperNectar = 0, 0, 0, 0
	e.NestDrawn, e.NestUndrawn, e.SuperDrawn, e.SuperUndrawn = 0, 0, 0, 0
	e.NestKgPerCell, e.SuperKgPerCell = 0, 0
	nestKg, superKg := 0.0, 0.0 // capped honey the comb could hold
	nestCells, superCells := 0.0, 0.0
	for _, b := range e.Stack.Boxes {
		cells := b.Format.Frame.WorkerCells()
		per := b.Format.Frame.HoneyKg(b.Format.ThicknessMM(len(b.Frames)))
		for _, f := range b.Frames {
			for _, s := range [2]comb.Shares{f.A, f.B} {
				s = s.Completed()
				drawn := 1 - s[comb.Foundation]
				e.Eggs += cells * s[comb.Eggs]
				e.Larvae += cells * s[comb.Larvae]
				e.Capped += cells * s[comb.Brood]
				e.Drone += cells * s[comb.Drone] * comb.DroneCellsPerDm2 / comb.WorkerCellsPerDm2
				if b.Super {
					e.SuperDrawn += cells * drawn
					e.SuperUndrawn += cells * s[comb.Foundation]
					e.SuperHoney += per * s[comb.Honey]
					e.SuperNectar += per * b.OpenFill() * s[comb.Nectar]
					superKg += per
					superCells += cells
				} else {
					e.NestDrawn += cells * drawn
					e.NestUndrawn += cells * s[comb.Foundation]
					e.NestHoney += per * s[comb.Honey]
					e.NestNectar += per * b.OpenFill() * s[comb.Nectar]
					nestKg += per
					nestCells += cells
				}
				// Brood and pollen in a super take its cells, but count as nest.
				if b.Super {
					e.SuperDrawn -= cells * (s.Worker() + s[comb.Drone] + s[comb.Pollen])
					e.NestDrawn += cells * (s.Worker() + s[comb.Drone] + s[comb.Pollen])
				}
				e.Pollen += cells * s[comb.Pollen]
			}
		}
	}
	if nestCells > 0 {
		e.NestKgPerCell = nestKg / nestCells
	}
	if superCells > 0 {
		e.SuperKgPerCell = superKg / superCells
	}
}

// CombSeen reports whether combs of the nest were looked at, so that brood and empty cells are
// told by eye and not by what is usual.
func (e *Estimate) CombSeen() bool { return e.Spread.Brood < combSeen }

// combSeen is the spread of brood from which on it was mostly assumed. Source: none; it lies
// between that of frames counted in some of the boxes and that of what is usual.
const combSeen = 0.4

// Stores returns all stores in kg honey.
func (e Estimate) Stores() float64 {
	return e.NestHoney + e.NestNectar + e.SuperHoney + e.SuperNectar
}

// Brood returns the worker brood in cells.
func (e Estimate) Brood() float64 { return e.Eggs + e.Larvae + e.Capped }

// NestFree returns the likely empty drawn cells of the nest.
func (e Estimate) NestFree() float64 {
	used := e.Brood() + e.Drone*comb.WorkerCellsPerDm2/comb.DroneCellsPerDm2 + e.Pollen
	if e.NestKgPerCell > 0 {
		used += (e.NestHoney + e.NestNectar/hive.NectarFill) / e.NestKgPerCell
	}
	return math.Max(0, e.NestDrawn-used)
}

// StoredShareOfNest returns the share of the drawn nest under honey and nectar.
func (e Estimate) StoredShareOfNest() float64 {
	if e.NestDrawn <= 0 || e.NestKgPerCell <= 0 {
		return 0
	}
	return (e.NestHoney + e.NestNectar/hive.NectarFill) / e.NestKgPerCell / e.NestDrawn
}

// BeeCapacity returns the bees that the combs of the stack hold at full cover.
func (e Estimate) BeeCapacity() float64 {
	n := 0.0
	for _, b := range e.Stack.Boxes {
		n += float64(len(b.Frames)) * b.Format.Frame.BeesAtFullCover()
	}
	return n
}
