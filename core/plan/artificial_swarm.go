package plan

import (
	"kembo/core/bees"
	"kembo/core/craft"
)

// artificialSwarm is the key of swarm control that leaves the queen on her place with the bees that fly, on comb without brood, and
// sets the brood with its nurses aside.
const artificialSwarm = "artificial"

// Of an artificial swarm. Source: common practice: all brood but a comb goes, with the bees that cover it, and of the nest's stores
// what those who stay need not have; shares and what is left of the urge are guesses.
const (
	artificialMinutes, artificialLeaves  = 40.0, 0.12
	artificialBees                       = 15_000 // from which on it leaves two colonies
	artificialBrood, artificialNurses    = 0.9, 0.55
	artificialCombs, artificialStoresOut = 0.85, 0.7
	artificialKeepsKg                    = 5.0 // of stores, that stay with her: with all that fly, and a rainy week to come
)

// artificial is the artificial swarm; false where it is none to make one of.
func (s *Situation) artificial(x *scene) (Step, bool) {
	nest := s.nest()
	if x.bees < artificialBees || len(nest) == 0 || s.doubted() {
		return Step{}, false
	}
	cells, combs := 0.0, 0
	for _, b := range nest {
		n := len(b.Frames)
		combs += n
		cells += 2 * float64(n) * b.Format.Frame.WorkerCells()
	}
	brought := bees.Change{
		BroodOut: artificialBrood, BeesOut: artificialNurses, FlyBack: true, NestDrawnOut: artificialCombs,
		NestHoneyOut: min(max(1-artificialKeepsKg/max(x.nestKg, 1), 0), artificialStoresOut), PollenOut: artificialStoresOut,
	}
	kind, each := "drawn", combKg
	if brought.NestDrawn = artificialCombs * cells; !s.Settings.DrawnSupers {
		kind, each = "foundation", newCombKg
		brought.NestDrawn, brought.NestUndrawn = 0, brought.NestDrawn
	}
	taken := int(artificialCombs * float64(combs))
	return Step{
		Key: artificialSwarm, Opens: craft.Combs, Minutes: artificialMinutes, Swarms: artificialLeaves,
		Kg: 2*nucBoxKg + each*float64(taken) - splitWorth*s.weights().Nuc, Moves: crossing{gives: true}, Changes: []bees.Change{brought},
		Load: []Need{
			{What: "hive with floor and lid", Count: 1}, combNeed(kind+" "+nest[0].Format.Short+" comb", nest[0].Format, taken, s.Settings.DrawnSupers),
		},
		say: func(s *Situation, p *part) told { return s.sayControl(p, artificialSwarm) },
	}, true
}

// artificialCautions are what is minded at an artificial swarm. Source: common practice.
var artificialCautions = []string{
	"Find her first: she stays on the old place, on one comb without queen cells, with the supers over her; all that fly come " +
		"home to her.",
	"The brood stands some metres off with its bees and one open cell; surplus cells come out after a week. Nobody of it " +
		"flies for some days: give it pollen and a comb or two of honey along, or feed it.",
	"Where no increase is wanted the two are united when the flow begins, the older queen taken out first.",
}
