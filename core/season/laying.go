package season

// queenCurve is the share of a queen's peak laying by season day, as pairs of
// day and share. Source: common practice for 50 to 55 degrees of latitude, in
// the shape of Nolan 1925 (from memory): rise from late winter, height in May
// and early June, fall from before the solstice, nothing in late autumn.
var queenCurve = Curve{
	{0, 0}, {20, 0}, {45, 0.07}, {65, 0.22}, {90, 0.52}, {110, 0.86}, {126, 1}, {158, 1}, {178, 0.86}, {200, 0.68},
	{230, 0.44}, {260, 0.21}, {280, 0.06}, {300, 0}, {367, 0},
}

// laying is the share of her peak by season day, made once; it is a constant in
// all but name.
var laying = tabulate()

func tabulate() (out [368]float64) {
	for d := range out {
		out[d] = queenCurve.On(float64(d))
	}
	return out
}

// LayingOn returns the share of her peak that a queen lays on a season day.
func LayingOn(seasonDay int) float64 { return laying[min(max(seasonDay, 0), len(laying)-1)] }

// Laying returns the mean of LayingOn over some days, from first to last days
// before a season day.
func Laying(seasonDay, first, last int) float64 {
	t := 0.0
	for k := first; k <= last; k++ {
		t += LayingOn(seasonDay - k)
	}
	return t / float64(last-first+1)
}
