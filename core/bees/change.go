package bees

import (
	"math"

	"kembo/core/day"
)

// Change is something a keeper does to a hive, as the forecast sees it. Cells
// are worker cells added empty; shares are of what the hive holds at that
// moment, so that one Change means the same to every member of an ensemble.
type Change struct {
	Day day.Day

	NestDrawn, NestUndrawn   float64 // cells brought
	SuperDrawn, SuperUndrawn float64
	UnderDrawn, UnderUndrawn float64 // in a box under the nest
	SuperKgPerCell           float64 // of the comb brought; 0 keeps the hive's

	NestHoneyOut    float64 // share of the nest's honey and nectar taken out of the hive
	NestHoneyUp     float64 // share of it moved above the nest, with its comb
	NestDrawnOut    float64 // share of the nest's drawn cells that leave
	NestDrawnUp     float64 // share of them that go up
	NestUndrawnOut  float64 // share of the nest's foundation that leaves
	NestUndrawnUp   float64 // share of it that goes up
	SuperOut        float64 // share of the supers' honey and nectar taken off
	SuperDrawnOut   float64 // share of the supers' drawn cells taken off
	PollenOut       float64 // share of the pollen
	SuperUndrawnOut float64
	// Shares of what the supers hold that goes down into the nest, with its comb.
	SuperHoneyDown, SuperDrawnDown, SuperUndrawnDown float64
	BeesOut                                          float64 // share of the bees shaken or carried into another hive
	FlyBack                                          bool    // of BeesOut, those that fly: they know their hive
	ForagersLost                                     float64 // share that flies home to where the hive stood
	FliersOut                                        float64 // share of the foragers that flies into another hive, put where this one stood
	BroodOut                                         float64 // share of the brood carried into another hive
	DroneOut                                         float64 // share of the drone brood cut out, with its mites

	FeedKg float64 // stores gained, after losses
	Opened float64 // share of the nest's honey whose cappings were broken: they carry it to where they are

	In      *Parcel // what comes in from another hive, with its combs counted among those brought
	InAbove float64 // share of its honey that comes in supers

	// Inward is the share of the nest's honey that was hung beside the brood and was further off; under 0: away from it.
	Inward float64

	// Turned says that the boxes of the nest change places; Lid and Low are then
	// those of the nest as it stands afterwards.
	Turned   bool
	Lid, Low float64
	Excluder Setting
	Screen   Setting // a double screen under it, with a colony below
	Insulate Setting

	QueenLost bool // found gone or killed
	QueenOut  bool // taken to elsewhere; a virgin too
	QueenIn   *Queen
	LaysIn    float64 // days until the queen who is there, or is to come, lays; 0: as it was
	Caged     Setting // she is in the hive and cannot lay
	Swarmed   bool    // a prime swarm has left
	Treat     *Treat  // against mites, from that day
	NoFlow    bool    // for asking what if nothing came in from now on
}

// Setting is a thing that is put on, taken off or left as it is.
type Setting uint8

// The settings.
const (
	AsItIs Setting = iota
	On
	Off
)

// or returns what is set, else what was.
func (s Setting) or(was bool) bool {
	if s == AsItIs {
		return was
	}
	return s == On
}

// Apply does c to s.
func (s *State) Apply(c *Change) {
	honey, nectar := s.NestHoney*c.NestHoneyUp, s.NestNectar*c.NestHoneyUp
	outH, outN := s.NestHoney*c.NestHoneyOut, s.NestNectar*c.NestHoneyOut
	downH, downN := s.SuperHoney*c.SuperHoneyDown, s.SuperNectar*c.SuperHoneyDown
	s.NestHoney += downH - honey - outH
	s.NestNectar += downN - nectar - outN
	sh, sn := s.SuperHoney*c.SuperOut, s.SuperNectar*c.SuperOut
	s.SuperCapped -= s.SuperCapped * (c.SuperOut + c.SuperHoneyDown)
	s.SuperHoney += honey - sh - downH
	s.SuperNectar += nectar - sn - downN
	s.SuperCapped = min(s.SuperHoney, s.SuperCapped+honey) // combs that go up are capped
	s.Ledger.Taken += outH + outN + sh + sn

	drawnUp, undrawnUp := s.NestDrawn*c.NestDrawnUp, s.NestUndrawn*c.NestUndrawnUp
	drawnDown, undrawnDown := s.SuperDrawn*c.SuperDrawnDown, s.SuperUndrawn*c.SuperUndrawnDown
	s.NestDrawn += c.NestDrawn + drawnDown - s.NestDrawn*c.NestDrawnOut - drawnUp
	s.NestUndrawn += c.NestUndrawn + undrawnDown - s.NestUndrawn*c.NestUndrawnOut - undrawnUp
	s.UnderDrawn += c.UnderDrawn
	s.UnderUndrawn += c.UnderUndrawn
	p := s.PollenCells * c.PollenOut
	s.PollenCells -= p
	s.Ledger.PollenTaken += p

	before := s.SuperDrawn + s.SuperUndrawn
	drawn := s.SuperDrawn*(1-c.SuperDrawnOut-c.SuperDrawnDown) + c.SuperDrawn
	if c.SuperDrawn > 0 && c.SuperKgPerCell > 0 && drawn > 0 {
		s.SuperKgPerCell = (s.SuperKgPerCell*s.SuperDrawn*(1-c.SuperDrawnOut) + c.SuperKgPerCell*c.SuperDrawn) / drawn
	}
	if s.SuperKgPerCell == 0 {
		s.SuperKgPerCell = c.SuperKgPerCell
	}
	if s.SuperKgPerCell == 0 && drawnUp > 0 { // nothing but combs of the nest stand above
		s.SuperKgPerCell = s.NestKgPerCell
	}
	s.superPerKg = 0
	s.SuperDrawn = drawn + drawnUp
	s.SuperUndrawn = s.SuperUndrawn*(1-c.SuperUndrawnOut-c.SuperUndrawnDown) + c.SuperUndrawn + undrawnUp
	if after := s.SuperDrawn + s.SuperUndrawn; after > before && after > 0 {
		// New boxes are taken into use with a delay; of one over a super in use
		// part is found at once. A power, so that two boxes put on one after the
		// other are found as two put on together.
		s.SuperAccess *= math.Pow(before/after, newFound)
	}
	if c.BeesOut > 0 || c.BroodOut > 0 {
		s.donate(c)
	}
	if c.DroneOut > 0 {
		s.cutDrones(c.DroneOut)
	}
	if lost := s.Foragers * c.ForagersLost; lost > 0 {
		s.Foragers -= lost
		s.Ledger.BeesDied += lost
	}
	if gone := s.Foragers * c.FliersOut; gone > 0 {
		s.Foragers -= gone
		s.Ledger.BeesLeft += gone
	}
	if c.FeedKg > 0 {
		s.Ledger.Fed += c.FeedKg
		s.NestHoney += c.FeedKg
		// Feed above what the nest can hold goes up, where there is an up.
		if over := s.nestUsedHoney() - s.NestDrawn*s.NestKgPerCell; over > 0 && s.SuperDrawn > 0 {
			s.NestHoney -= over
			s.SuperHoney += over
		}
		s.Reach += c.FeedKg // it is given where they are
	}
	if c.Turned {
		s.Lid, s.Low = c.Lid, c.Low
	}
	s.Reach += s.NestHoney * c.Opened
	switch c.Caged {
	case On:
		s.Caged = true
	case Off:
		s.Caged = false
	}
	switch c.Excluder {
	case On:
		s.Excluder = true
	case Off:
		s.Excluder = false
	}
	if c.Screen != AsItIs || c.Insulate != AsItIs {
		s.Shelter(c.Screen.or(s.Warmed > 0), c.Insulate.or(s.Snug > 0))
	}
	if c.NoFlow {
		s.FlowFactor = 0
	}
	s.fit()
	s.Reach = min(s.Reach, s.Stores())
}

// newFound is the power of the share of old comb above to which supers are in
// use when boxes are put on: 1 would be that none of the new is found at once, 0
// that all of it is. Source: none; guess.
const newFound = 0.6

// insulationSaves is the share of its heating that insulation saves a colony. Source: none; guess.
// Common practice that less is eaten where less warmth is lost; trials differ in how much.
const insulationSaves = 0.2

// screenWarmth is the share of its heating that a colony below a double screen
// does for the one above. Source: none; guess. Common practice: a nuc over a
// strong hive rears brood in weather in which it would not alone.
const screenWarmth = 0.4

// Shelter says whether the hive stands over a screen with a colony below, and whether it is insulated.
func (s *State) Shelter(overScreen, insulated bool) {
	s.Warmed, s.Snug = 0, 0
	if overScreen {
		s.Warmed = screenWarmth
	}
	if insulated {
		s.Snug = insulationSaves
	}
}

// Befall does to s what bees do of themselves.
func (s *State) Befall(p *Parameters, c *Change) {
	laid := s.QueenPeak > 0
	if c.QueenLost {
		s.loseQueen(p)
	}
	if c.Swarmed {
		s.swarm(p)
	}
	if c.QueenOut {
		s.partWithQueen(p)
	}
	if laid && s.QueenPeak <= 0 { // they are left to rear a daughter
		s.EndHeir()
	}
	if q := c.QueenIn; q != nil {
		s.takeQueen(q, c.Day)
	}
	if c.Treat != nil {
		s.treat(c.Treat)
	}
	if c.Inward != 0 {
		s.hungBeside(p, c.Inward)
	}
	if c.LaysIn > 0 {
		s.begins(p, c.LaysIn)
	}
}

// donate takes shares of bees and brood out of the hive.
func (s *State) donate(c *Change) {
	s.Ledger.Taken += s.Crops * c.BeesOut
	s.Crops *= 1 - c.BeesOut
	for i, b := range [...]*float64{&s.House, &s.Foragers, &s.Winter} {
		gone := *b * c.BeesOut
		if i == 1 {
			gone = *b * c.foragersOut()
		}
		*b -= gone
		s.Ledger.BeesLeft += gone
	}
	out := func(cohorts []float64) (gone float64) {
		for i := range cohorts {
			d := cohorts[i] * c.BroodOut
			cohorts[i] -= d
			gone += d
		}
		return gone
	}
	s.Ledger.BroodTaken += out(s.Eggs[:]) + out(s.Larvae[:]) + out(s.Capped[:])
	s.Ledger.DroneTaken += out(s.Drone[:])
	mites := func(on []float64, share float64) {
		for i := range on {
			d := on[i] * share
			on[i] -= d
			s.Ledger.MitesLeft += d
		}
	}
	mites(s.Mites.Sealed[:], c.BroodOut)
	mites(s.Mites.Drone[:], c.BroodOut)
	riding := s.Mites.Riding * c.BeesOut
	s.Mites.Riding -= riding
	s.Ledger.MitesLeft += riding
	s.Tally()
}

// cutDrones takes a share of the drone brood out, with the mites that are in it.
func (s *State) cutDrones(share float64) {
	for i := range s.Drone {
		cells, mites := s.Drone[i]*share, s.Mites.Drone[i]*share
		s.Drone[i] -= cells
		s.Mites.Drone[i] -= mites
		s.Ledger.DroneTaken += cells
		s.Ledger.MitesLeft += mites
	}
	s.Tally()
}

// foragersOut is the share of the foragers that stay where BeesOut went.
func (c *Change) foragersOut() float64 {
	if c.FlyBack {
		return c.BeesOut * stayOver
	}
	return c.BeesOut
}

// stayOver is the share of the foragers carried to another hive of the yard that stay there.
// Source: common practice, that old bees fly back; size a guess.
const stayOver = 0.1

// nestUsedHoney is what the nest holds, with brood and pollen counted as the
// honey that would fill their cells.
func (s *State) nestUsedHoney() float64 {
	return (s.Brood()+DroneCells*s.DroneCount()+s.PollenCells)*s.NestKgPerCell + s.NestHoney + s.NestNectar
}

// fit keeps nest contents inside the comb that is left: stores that no longer
// have cells are carried above, or, where there is no above, stay as fat comb.
func (s *State) fit() {
	over := s.nestUsedHoney() - s.NestDrawn*s.NestKgPerCell
	if over <= 0 || s.SuperDrawn <= 0 {
		return
	}
	room := max(0, s.SuperDrawn*s.SuperKgPerCell-s.SuperHoney-s.SuperNectar)
	d := min(over, room, s.NestHoney)
	s.NestHoney -= d
	s.SuperHoney += d
}

// Nothing reports whether c does nothing, whatever its day.
func (c Change) Nothing() bool {
	c.Day, c.SuperKgPerCell = 0, 0
	return c == (Change{})
}

// Due does the changes that are due on a day, as member m meets them, and returns
// where it stopped.
func (s *State) Due(p *Parameters, changes []Change, next int, on day.Day, m int) int {
	for next < len(changes) && changes[next].Day <= on {
		c := &changes[next]
		s.Befall(p, c)
		s.Apply(c)
		if l := c.In.Of(m); l != nil {
			s.Receive(l, c.InAbove)
		}
		next++
	}
	return next
}
