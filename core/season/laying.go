package season

// queenCurve is the share of a queen's peak laying by season day, as pairs of
// day and share. Source: common practice for 50 to 55 degrees of latitude, in
// the shape of Nolan 1925 (from memory): rise from late winter, height in May
// and June, fall after the solstice, nothing in late autumn.
var queenCurve = Curve{
	{0, 0}, {20, 0}, {45, 0.06}, {65, 0.18}, {90, 0.42}, {112, 0.78}, {130, 1}, {172, 1}, {200, 0.72}, {230, 0.45},
	{260, 0.22}, {280, 0.06}, {300, 0}, {367, 0},
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
