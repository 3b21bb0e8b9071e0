package forecast

// queenCurve is the share of a queen's peak laying by season day, as pairs of
// day and share. Source: common practice for 50 to 55 degrees of latitude, in
// the shape of Nolan 1925 (from memory): rise from late winter, height in May
// and June, fall after the solstice, nothing in late autumn.
var queenCurve = [...][2]float64{{0, 0}, {20, 0}, {45, 0.06}, {65, 0.18}, {90, 0.42}, {112, 0.78}, {130, 1}, {172, 1}, {200, 0.72}, {230, 0.45}, {260, 0.22}, {280, 0.06}, {300, 0}, {367, 0}}

// laying by season day, tabulated once; it is a constant in all but name.
var queenSeason = tabulate()

func tabulate() (out [368]float64) {
	k := 0
	for d := range out {
		for k < len(queenCurve)-2 && float64(d) > queenCurve[k+1][0] {
			k++
		}
		a, b := queenCurve[k], queenCurve[k+1]
		out[d] = a[1] + (b[1]-a[1])*min(1, (float64(d)-a[0])/(b[0]-a[0]))
	}
	return out
}

// lay lets the queen lay: the least of what she would, what the nurses can
// rear, what the larder allows and what room she finds.
func (s *State) lay(p *Parameters, c *Condition, t *Today) {
	want := s.QueenPeak * queenSeason[min(max(c.SeasonDay, 0), 367)]
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
