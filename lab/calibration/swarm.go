package calibration

import (
	"math"
	"math/rand/v2"

	"kembo/core/forecast"
)

// SwarmDays is how many days ahead the chance of a swarm is scored where it is
// told from one look.
const SwarmDays = 14

// Swarms returns the score of what was said of swarming from one look.
func (t *Tally) Swarms() ChanceScore { return t.swarm.result("a swarm", SwarmDays) }

// chanceOf is the chance that goes with a hazard that was summed up.
func chanceOf(hazard float64) float64 { return 1 - math.Exp(-hazard) }

// swarmChance is what an ensemble makes of it, whose hazards began at none.
func swarmChance(x *forecast.Ensemble) float64 {
	t := 0.0
	for m := range x.States {
		t += chanceOf(x.States[m].SwarmHazard)
	}
	return t / float64(len(x.States))
}

// urge is how many times as readily as the model has it truth i swarms, no more
// and no less in the mean; drawn apart, so that no other draw of a truth changes
// with it.
func (w World) urge(i int, seed uint64) float64 {
	const apart = 0x1dea
	return math.Exp(w.Swarming*rand.New(rand.NewPCG(seed^apart, uint64(i))).NormFloat64() - w.Swarming*w.Swarming/2)
}
