package plan

import "slices"

// Option is something a keeper can do about a hive: when it can be done here, and the steps that it may be.
type Option struct {
	Action Action
	When   string // it is offered
	Does   string
	Source string
	steps  func(x *scene) []Step
}

// Options lists all that is weighed, in the order of hands on one day: looks, what comes off, what is moved,
// what goes on, feed last. Leaving is beside them.
var Options = []Option{
	lookCloser, checkCells, swarmControl, harvestSuper, removeSuper, packDown, condense, moveOuterFramesIn, relieveHoneyBound,
	openNestSides, resourceFrames, droneComb, clipQueen, cageQueen, letQueenOut, combine, equalise, boost, swapPlaces,
	doubleScreen, screenOff, rotateBoxes, addBoxUnder, alternateFrames, giveCellOrQueen, requeen, testComb,
	addSuper, feedPollen, feedStimulate, feedEmergency, feedWinter,
}

// stepsOn returns all that can be done on a day.
func (s *Situation) stepsOn(in int) []part {
	x := s.scene(in)
	var out []part
	for hands, o := range Options {
		if s.Settings.refuses(o.Action) {
			continue
		}
		for _, st := range o.steps(x) {
			st.Action, st.hands = o.Action, hands
			out = append(out, part{Step: &st, in: in, by: in})
		}
	}
	return out
}

// has reports whether an action is among parts.
func has(parts []part, a Action) bool {
	return slices.ContainsFunc(parts, func(p part) bool { return p.Action == a })
}

// Offered returns the actions that can be done here on the day of the visit, in the order of hands, whether they pay or not.
func (s *Situation) Offered() []Action {
	s.prepareBare()
	s.prepare()
	next, _ := s.visits()
	var out []Action
	for _, p := range s.stepsOn(next) {
		if !slices.Contains(out, p.Action) {
			out = append(out, p.Action)
		}
	}
	return out
}
