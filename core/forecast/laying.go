package forecast

import "kembo/core/season"

// lay lets the queen lay: the least of what she would, what the nurses can
// rear, what the larder allows and what room she finds.
func (s *State) lay(p *Parameters, c *Condition, t *Today) {
	want := s.QueenPeak * season.LayingOn(c.SeasonDay)
	nurses := s.House + p.WinterNurse*s.Winter
	want = min(want, p.NurseLoad*nurses)
	want *= min(1, s.Stores()/2)                      // under 2 kg brood rearing is cut; common practice
	want *= min(1, 0.3+s.PollenCells/p.PollenForFull) // bees rear on their body for a while; guess
	want *= min(1, max(0, (c.MeanC+6)/8))             // hard frost stops her; guess
	room := s.free(p) * p.FindableShare
	t.WithRoom = want
	laid := min(want, room)
	t.Laid = laid
	drone := 0.0
	if c.SeasonDay > 85 && c.SeasonDay < 195 && s.House > 8000 && s.broodCells-s.brood < 0.05*s.NestDrawn {
		drone = laid * p.DroneShare / droneCells
	}
	s.Eggs[0] += laid - drone*droneCells
	s.Drone[0] += drone
	s.Ledger.Laid += laid - drone*droneCells
	s.Ledger.DroneLaid += drone
	s.brood += laid - drone*droneCells
	s.broodCells += laid
}
