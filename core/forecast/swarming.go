package forecast

import "math"

// Pressure is what stands beside the simulation in judging how near a colony
// is to swarming.
type Pressure struct {
	QueenYears float64 // her age in years; under 0: not known
	Cups       float64 // how much more likely cups with eggs make it; 0 or 1: none
	CellsADay  float64 // hazard a day of charged or capped swarm cells
	NotBefore  int     // days from today in which none can go, since every comb was looked at and there were no cells
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
		d.Less(&r.drives[from])
	}
	if d.Season > 0 {
		why.Crowding, why.Held = d.Crowd/d.Season, d.Held/d.Season
	}
	stays := 0.0
	for m, v := range h {
		stays += math.Exp(-why.Queen*why.Cups*(v-was[m]) - why.CellsADay*float64(days-from))
	}
	return 1 - stays/float64(max(1, r.members)), why
}
