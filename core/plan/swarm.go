package plan

// missed is the share of swarms in preparation that a check of every comb misses. Source: none; guess.
const missed = 0.15

// dealtWith is what it costs to deal with cells that a check finds, kg. Source: none; guess: a nuc or a
// split, less what they are worth.
const dealtWith = 3.0

// Of a swarm: how far ahead it tells on the crop, days, and the share of a year's flow before which it costs
// most. Source: weights of the design: two to six weeks before the main flow most, in it half.
const swarmTells, beforeMain = 14, 0.7

// swarmKg returns what a prime swarm costs that goes in so many days.
func (s *Situation) swarmKg(in int) float64 {
	w := s.weights()
	left := 0.0
	if s.yearKg > 0 {
		left = min(1, s.season.At(in+swarmTells).FlowKg/(beforeMain*s.yearKg))
	}
	return w.SwarmAfter + (w.SwarmBefore-w.SwarmAfter)*left + w.Neighbours
}
