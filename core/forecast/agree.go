package forecast

import (
	"kembo/core/bees"
	"kembo/core/colony"
)

// Agree gives up the members that a look rules out: colonies that are dead where bees were seen,
// and those without a laying queen where there are eggs. In the place of each comes a copy of the
// next that may be so. Where most are ruled out nothing changes: that is for [Ensemble.See] to say.
// It comes before See, whose moments a few members far off would spoil.
func (x *Ensemble) Agree(e *colony.Estimate) {
	eggs := e.Queen.Looked && e.Queen.Day == e.Day && e.Queen.Eggs
	may := func(s *bees.State) bool {
		return !(e.Bees >= bees.LeastAlive && s.Bees() < bees.LeastAlive) && !(eggs && s.QueenPeak <= 0)
	}
	out := 0
	for m := range x.States {
		if !may(&x.States[m]) {
			out++
		}
	}
	n := len(x.States)
	if out == 0 || 2*out > n {
		return
	}
	was := make([]bool, n)
	for m := range n {
		was[m] = may(&x.States[m])
	}
	for m := range n {
		if was[m] {
			continue
		}
		k := m
		for !was[k] {
			k = (k + 1) % n
		}
		x.States[m] = x.States[k]
	}
}
