package plan

import (
	"kembo/core/hive"
	"kembo/core/season"
)

// idle returns what supers cost that are left on between the visit and the one after it while nothing comes.
func (s *Situation) idle(after hive.Stack) float64 {
	next, then := s.visits()
	n := 0
	for _, b := range after.Boxes {
		if b.Super {
			n++
		}
	}
	if n == 0 || s.season.FlowKg(next, then) > idleFlowKg*float64(then-next)/daysAWeek {
		return 0
	}
	if !season.SupersIdle.Holds(s.season.At(next).BeesDay) {
		return 0 // in winter boxes stand as they were packed down
	}
	return s.weights().IdleSuperWeek * float64(n) * min(float64(then-next), mostIdle) / daysAWeek
}

// idleFlowKg is the flow of a week under which supers are of no use, and mostIdle as many days as it is counted
// for. Source: common practice; sizes are guesses.
const idleFlowKg, mostIdle = 0.6, 21.0
