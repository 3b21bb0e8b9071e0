package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/comb"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/moves"
	"kembo/core/words"
)

var droneComb = Option{
	Action: DroneComb,
	When: "it is the keeper’s custom, and a comb of the nest was seen within twelve days with an eighth of it or more under drone " +
		"brood",
	Does:   "cut the drone brood out before it hatches, with the mites in it; the bees close the hole",
	Source: "common practice; how many mites are in it is told by the model: MiteEnters and MiteEntersDrone",
	steps:  droneSteps,
}

// Of cutting drone brood. Source: common practice; drones are out on day 24, and capped from day 10.
const (
	droneMinutes = 4.0 // of a comb
	droneStands  = 12  // days after it was seen in which it is still there
)

func droneSteps(x *scene) []Step {
	s := x.s
	combs := moves.DroneCombs(s.Estimate.Stack)
	if len(combs) == 0 || s.Today+day.Day(x.in)-s.Estimate.Day > droneStands {
		return nil
	}
	if _, _, err := moves.All.ExactAll(s.hive(), []moves.Said{{Do: "drone_cut"}}, moves.Unnamed()); err != nil {
		return nil
	}
	return []Step{{
		Key: fmt.Sprintf("drone comb %d", len(combs)), Said: []moves.Said{{Do: "drone_cut"}}, Opens: craft.Nest,
		Minutes: droneMinutes * float64(len(combs)), say: func(s *Situation, p *part) told { return s.sayDrones(p, len(combs)) },
	}}
}

// inDroneBrood returns the share of the mites that are likely in drone brood on the day of a scene: the middle of some members.
func (x *scene) inDroneBrood() float64 {
	var of gathered
	share := 0.0
	p := x.s.Input.Parameters
	x.s.Ready.Lives(0, sceneOf, func(_ int, st *bees.State, days []bees.Condition) {
		for i := range min(x.in, len(days)) {
			st.Step(&p, &days[i])
		}
		in := 0.0
		for _, m := range st.Mites.Drone {
			in += m
		}
		of.members++
		of.add(&share, in/max(st.AllMites(), 1))
	})
	of.middle()
	return share
}

func (s *Situation) sayDrones(p *part, combs int) told {
	var t told
	x := s.scene(p.in)
	cells := 0.0
	for _, b := range s.nest() {
		for _, f := range b.Frames {
			cells += b.Format.Frame.WorkerCells() * (f.A[comb.Drone] + f.B[comb.Drone]) * comb.DroneCellsPerDm2 / comb.WorkerCellsPerDm2
		}
	}
	t.do = "Cut the drone brood out " + s.by(p)
	t.reason, t.figures = reason(
		"About {cells} cells of drone brood were seen on {day}, on {combs}. Likely {share} % of the mites are in it then: out before it "+
			"hatches, by your custom.",
		count("cells", cells), dated("day", s.Estimate.Day), Figure{"combs", float64(combs), words.Count(combs, "comb", "combs")},
		whole("share", percent*x.inDroneBrood()),
	)
	t.brief = brief("{cells} cells of drone brood, and mites in it.", t.figures)
	t.change = "Where queens of this yard are to mate within three weeks, leave the drones of the best hives. It is a help, and no " +
		"treatment."
	t.cautions = []string{"Take the pieces away from the yard and freeze or melt them: mites walk."}
	return t
}
