package moves

import (
	"kembo/core/measure"
	"kembo/core/queen"
)

// SwarmLeft is a swarm that was seen to leave, or found to have left: a prime swarm
// with the old queen or, after it, a cast with a virgin.
type SwarmLeft struct {
	Cast bool `json:"cast,omitempty"`
}

// castShare is the share of the bees that a cast takes. Source: none; guess, less
// than the prime swarm before it.
const castShare = 0.3

// Apply takes the bees and, with a prime swarm, the queen.
func (a *SwarmLeft) Apply(h *Hives) error {
	x := h.Here()
	x.Did.QueenEnd = queen.Swarmed
	if a.Cast {
		x.Did.BeesOut, x.Did.Waits = castShare, queen.Virgin
		if x.Queen.State == queen.Unmated {
			x.Queen = Queen{}
		}
		return nil
	}
	x.Queen = Queen{}
	x.Did.Swarmed, x.Did.Waits = true, queen.Sealed // cells are capped as it leaves
	return nil
}

// Words says it for the log.
func (a *SwarmLeft) Words(measure.Units) (title, say string) {
	if a.Cast {
		return "Swarm left", "A cast, with a virgin."
	}
	return "Swarm left", "The prime swarm, with the old queen."
}

var swarmLeft = Row{Kind: "swarm_left", New: func() Act { return new(SwarmLeft) }}
