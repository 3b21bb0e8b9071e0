package calibration

import (
	"math"
	"math/rand/v2"

	"kembo/core/forecast"
)

// SwarmLine scores what was said of swarming: of the forecasts that told a
// chance from From to under To, what they told in the mean and what chance the
// truths had.
type SwarmLine struct {
	From, To   float64
	Forecasts  int
	Told, Were float64
}

// SwarmScore is the score of a world: its lines, and the Brier score that is to
// be expected of the forecasts beside that of telling all the same share.
type SwarmScore struct {
	Days, Forecasts int
	Brier, Same     float64
	Lines           []SwarmLine
}

// SwarmDays is how many days ahead the chance of a swarm is scored where it is
// told from one look.
const SwarmDays = 14

// swarmBounds are the chances by which forecasts are told apart.
var swarmBounds = [...]float64{0, 0.02, 0.05, 0.1, 0.2, 0.35, 1}

// swarmSums gathers forecasts. A truth has a chance of its own, known exactly, so
// nothing is drawn and nothing of the score is luck.
type swarmSums struct {
	n          [len(swarmBounds) - 1]int
	told, were [len(swarmBounds) - 1]float64
	brier      float64
}

// score takes a forecast without queen or season as well: to be told that
// nothing is in the air is worth something.
func (s *swarmSums) score(told, was float64) {
	k := 0
	for k < len(s.n)-1 && told >= swarmBounds[k+1] {
		k++
	}
	s.n[k]++
	s.told[k] += told
	s.were[k] += was
	s.brier += (told-was)*(told-was) + was*(1-was)
}

func (s *swarmSums) add(o *swarmSums) {
	for k := range s.n {
		s.n[k] += o.n[k]
		s.told[k] += o.told[k]
		s.were[k] += o.were[k]
	}
	s.brier += o.brier
}

func (s *swarmSums) result(days int) SwarmScore {
	out := SwarmScore{Days: days}
	share := 0.0
	for k, n := range s.n {
		out.Forecasts += n
		share += s.were[k]
		if n > 0 {
			out.Lines = append(out.Lines, SwarmLine{swarmBounds[k], swarmBounds[k+1], n, s.told[k] / float64(n), s.were[k] / float64(n)})
		}
	}
	if out.Forecasts > 0 {
		share /= float64(out.Forecasts)
		out.Brier, out.Same = s.brier/float64(out.Forecasts), share*(1-share)
	}
	return out
}

// Swarms returns the score of what was said of swarming from one look.
func (t *Tally) Swarms() SwarmScore { return t.swarm.result(SwarmDays) }

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
