package ledger

import (
	"fmt"
	"math"
	"time"
)

// Bounds of what a scale may say. Source: common practice: a hive weighs 10 to 200 kg, two on a pallet twice that; an empty stand
// may read a little under nothing.
const (
	leastReadKg, mostReadKg = -5.0, 500.0
	aheadMost               = 15 * time.Minute // that a clock may run ahead
)

// clockSet is the first instant that a clock which was set can show: what starts anew begins in 1970 or 2000. Source: common
// practice.
var clockSet = time.Date(2015, 1, 1, 0, 0, 0, 0, time.UTC)

// KeptOut is a reading that is not taken in, and why.
type KeptOut struct {
	Reading
	Why string
}

// Intake is what becomes of readings that a scale has sent.
type Intake struct {
	Take  []Reading // that are new
	Again int       // that were there already, the same
	Out   []KeptOut
}

// Sort says what becomes of readings, in whatever order they come, late or twice: what stands stays as it is, what cannot be is kept
// out and said. have are those that stand, kg by unix second; now is the clock of who takes them in.
func Sort(rs []Reading, have map[int64]float64, now time.Time) Intake {
	var in Intake
	taken := map[int64]float64{}
	out := func(r Reading, format string, a ...any) {
		in.Out = append(in.Out, KeptOut{r, fmt.Sprintf(format, a...)})
	}
	for _, r := range rs {
		at := r.At.Unix()
		was, stands := have[at]
		if !stands {
			was, stands = taken[at]
		}
		switch {
		case math.IsNaN(r.Kg) || r.Kg < leastReadKg || r.Kg > mostReadKg:
			out(r, "no hive weighs %.4g kg", r.Kg)
		case r.At.Before(clockSet):
			out(r, "its clock was not set")
		case r.At.After(now.Add(aheadMost)):
			out(r, "its clock runs ahead by %s", r.At.Sub(now).Round(time.Minute))
		case stands && math.Abs(was-r.Kg) < sameKg:
			in.Again++
		case stands:
			out(r, "%.2f kg stands for that instant already", was)
		default:
			in.Take = append(in.Take, r)
			taken[at] = r.Kg
		}
	}
	return in
}

// sameKg is how far two readings of an instant may differ and be one. Rounding.
const sameKg = 0.005
