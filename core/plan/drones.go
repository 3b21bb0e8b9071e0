package plan

import (
	"slices"

	"kembo/core/brood"
	"kembo/core/day"
	"kembo/core/queen"
	"kembo/core/season"
)

// withDrones adds to what is minded, where a way leaves a cell to come out, that drones may come too late.
func (s *Situation) withDrones(cautions []string, how string, p *part) []string {
	if how != "nuc" && how != "split" && how != artificialSwarm {
		return cautions
	}
	if late := s.dronesLate(s.Today + day.Day(p.in)); late != "" {
		return append(slices.Clone(cautions), "A virgin of what is left may fly before drones are mature. "+late)
	}
	return cautions
}

// dronesLate says that drones may not be mature when the virgin flies who comes of what is left on a day; "" where they are: by the
// calendar, or by the drone brood that was seen.
func (s *Situation) dronesLate(on day.Day) string {
	start := queen.Split
	if s.Estimate.Queen.CappedCells > 0 {
		start = queen.Sealed
	}
	r, err := queen.From(start, on)
	mature, known := brood.After(brood.Drone, brood.Mature)
	if err != nil || known != nil || s.on(r.FliesFrom).Bees >= season.DronesReared.From+int(mature.Likely) {
		return ""
	}
	return r.Drones(s.Estimate.Day, false, s.Estimate.Drone > 0)
}
