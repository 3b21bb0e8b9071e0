package moves

import (
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// DroneCut is drone brood that was cut out of combs, with the mites in it. The bees close the holes again within days.
type DroneCut struct {
	Frames []string `json:"frames"`
}

// Apply cuts it out. A comb without drone brood is an *Error.
func (a *DroneCut) Apply(h *Hives) error {
	x := h.Here()
	all := 0.0
	for _, b := range x.Stack.Boxes {
		for _, f := range b.Frames {
			all += droneCells(b, f)
		}
	}
	cut := 0.0
	err := eachFrame(&x.Stack, a.Frames, func(st hive.Stack, p hive.Place) (hive.Stack, error) {
		b := st.Boxes[p.Box]
		f := b.Frames[p.Slot]
		cells := droneCells(b, f)
		if cells <= 0 {
			return st, wrong("frames", "a comb that it names is not known to have drone brood; look at it first")
		}
		cut += cells
		st, _, err := st.SwapFrame(p, withoutDrones(f))
		return st, err
	})
	if err == nil {
		x.Did.DroneOut = measure.Share(cut, all)
	}
	return err
}

// droneCells returns the drone brood of a comb, as worker cells that it takes the place of.
func droneCells(b hive.Box, f hive.Frame) float64 {
	return b.Format.Frame.WorkerCells() * (f.A[comb.Drone] + f.B[comb.Drone])
}

// withoutDrones is a comb with empty cells for its drone brood.
func withoutDrones(f hive.Frame) hive.Frame {
	for _, s := range []*comb.Shares{&f.A, &f.B} {
		s[comb.Empty] += s[comb.Drone]
		s[comb.Drone] = 0
	}
	return f
}

// SameBut reports whether a comb is one that was, whichever way it hangs, drone brood that was cut out of it left aside.
func SameBut(is, was hive.Frame) bool {
	return sameComb(is, was) || droneful(was) && sameComb(is, withoutDrones(was))
}

func droneful(f hive.Frame) bool { return f.A[comb.Drone]+f.B[comb.Drone] > 0 }

// Words says it for the log.
func (a *DroneCut) Words(measure.Units) (title, say string) {
	return "Drone comb cut out", "Drone brood cut out of " + words.Count(len(a.Frames), "comb", "combs") + ", with its mites."
}

var droneCut = Row{Kind: "drone_cut", New: func() Act { return new(DroneCut) }, Ways: []Way{droneBroodCut}}

// droneBroodCut is the drone brood of the hive cut out, of every comb that has a good deal of it.
var droneBroodCut = Way{
	Code: "drone_cut", Sheet: true, One: "drone brood cut out",
	Exact: func(h Hive, _ Said, _ func() string) ([]Act, error) {
		a := &DroneCut{Frames: DroneCombs(h.Stack)}
		if len(a.Frames) == 0 {
			return nil, wrong("combs", "no comb is known to have drone brood worth cutting; look at them first")
		}
		return []Act{a}, nil
	},
}

// droneLeast is the share of a comb under drone brood from which on it is worth cutting. Source: common practice: an eighth;
// stray drone cells among worker brood are left.
const droneLeast = 1.0 / 8

// DroneCombs returns the ids of the combs of a nest with drone brood worth cutting.
func DroneCombs(st hive.Stack) []string {
	var out []string
	for _, b := range st.Boxes {
		for _, f := range b.Frames {
			if !b.Super && (f.A[comb.Drone]+f.B[comb.Drone])/2 >= droneLeast {
				out = append(out, f.ID)
			}
		}
	}
	return out
}
