package forecast

import (
	"math"
)

// Pressure is what stands beside the simulation in judging how near a colony
// is to swarming.
type Pressure struct {
	QueenYears float64 // her age in years; under 0: not known
	Cups       float64 // how much more likely cups with eggs make it; 0 or 1: none
	CellsADay  float64 // hazard a day of charged or capped swarm cells
	NotBefore  int     // days from today in which none can go, since every comb was looked at and there were no cells
}

// press adds up the hazard of a swarm from what the day shows: season, bees
// against comb, and how far the queen is held from laying. Queen's age and
// cells multiply it at the end, since they do not change with the days.
func (s *State) press(p *Parameters, y *timeOfYear, t *Today) {
	urge := y.swarm
	if s.QueenPeak <= 0 || urge == 0 || s.Bees() < p.SwarmLeast {
		return
	}
	held := 0.0
	if t.WithRoom > heldLeast && t.Laid < t.WithRoom {
		held = 1 - t.Laid/t.WithRoom
	}
	a, b := crowd(s.crowding(p)), 1+p.SwarmHeld*held
	s.SwarmHazard += p.SwarmBase * urge * a * b
	s.drive.season += urge
	s.drive.crowd += urge * a
	s.drive.held += urge * b
}

// drive sums up what pressed, weighted by season.
type drive struct{ season, crowd, held float64 }

func (d *drive) add(o *drive) {
	d.season += o.season
	d.crowd += o.crowd
	d.held += o.held
}

func (d *drive) less(o *drive) {
	d.season -= o.season
	d.crowd -= o.crowd
	d.held -= o.held
}

// Drivers say how many times as likely each makes a swarm, against a colony at
// a crowding of one with a queen of last year who has room; CellsADay is the
// hazard a day of cells that were found; NotBefore the days from today in which
// none can go.
type Drivers struct {
	Crowding, Held, Queen, Cups, CellsADay float64
	NotBefore                              int
}

// Swarm returns the chance that the colony swarms within so many days from
// today if nobody does anything, with what drives it until then. The forecast
// itself runs on as if it did not.
func (r *Result) Swarm(days int) (chance float64, why Drivers) {
	days = min(days, r.Horizon)
	why = r.pull
	from := min(max(why.NotBefore, 0), days)
	by := func(day int) []float64 { return r.hazard[day*r.members : (day+1)*r.members] }
	was, h := by(from), by(days)
	d := r.drives[days]
	if from < days { // else what presses is told all the same
		d.less(&r.drives[from])
	}
	if d.season > 0 {
		why.Crowding, why.Held = d.crowd/d.season, d.held/d.season
	}
	stays := 0.0
	for m, v := range h {
		stays += math.Exp(-why.Queen*why.Cups*(v-was[m]) - why.CellsADay*float64(days-from))
	}
	return 1 - stays/float64(max(1, r.members)), why
}

// crowding is the bees against what the comb in use holds at full cover.
func (s *State) crowding(p *Parameters) float64 {
	comb := s.NestDrawn + p.DrawnCrowd*s.NestUndrawn + s.SuperAccess*s.SuperDrawn + s.UnderDrawn
	return s.Bees() / (p.BeesPerCell * most(comb, 1))
}

// crowd is how much more a swarm is in the air for so much crowding: to the
// power of two and a half, at most crowdMost times.
func crowd(x float64) float64 { return least(crowdMost, x*x*math.Sqrt(x)) }

// crowdPower stands for the table what crowd does without a call to Pow; cropMost
// is the share of the nest's honey that a swarm takes at most, for each kind of
// bee that goes.
const (
	crowdMost  = 6
	crowdPower = 2.5
	cropMost   = 0.5
)

// heldLeast is the laying under which the season holds her, not room.
const heldLeast = 150

// swarm lets a prime swarm go with the old queen. The new one comes from cells
// that are capped as it leaves.
func (s *State) swarm(p *Parameters) {
	for _, b := range [...]*float64{&s.House, &s.Foragers, &s.Winter} {
		gone := *b * p.SwarmShare
		*b -= gone
		s.Ledger.BeesLeft += gone
		crop := least(gone*p.SwarmCropMg*1e-6, cropMost*s.NestHoney)
		s.NestHoney -= crop
		s.Ledger.SwarmHoney += crop
	}
	riding := s.Mites.Riding * p.SwarmShare
	s.Mites.Riding -= riding
	s.Ledger.MitesLeft += riding
	s.NextQueen, s.LaysIn = max(s.QueenPeak, s.NextQueen), p.SwarmQueenDays
	s.Virgin, s.waited = true, 0
	s.QueenPeak = 0
	s.SwarmHazard = 0
	s.Reach = least(s.Reach, s.Stores())
}

// QueenAge is how much more a queen of so many years is left by a swarm than
// one of last year. Source: Simpson 1960 (from memory) and common practice:
// colonies swarm far less with queens of the year.
func (p *Parameters) QueenAge(years float64) float64 {
	switch {
	case years < 0:
		return 1
	case years < 1:
		return p.SwarmYoung
	case years < 2:
		return 1
	}
	return p.SwarmOld
}
