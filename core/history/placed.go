package history

import (
	"kembo/core/bees"
	"kembo/core/moves"
)

// Placed is where a colony stands and what it is called from a day on. What is empty
// stays as it was.
type Placed struct {
	Yard  string `json:"yard,omitempty"`  // id
	Stand string `json:"stand,omitempty"` // in the keeper's words
	Code  string `json:"code,omitempty"`
}

// movedLoses is the share of the foragers that a move to another yard costs: some are out when it
// is closed, some lose it. Source: common practice; size a guess.
const movedLoses = 0.05

// apply changes little of the hive: where it stands is kept beside the log, worked out from these
// entries.
func (p *Placed) apply(w *walker, e Entry) error {
	if p.Yard != "" && w.Estimate != nil && e.Day > w.Estimate.Day {
		w.change(bees.Change{Day: e.Day, ForagersLost: movedLoses})
	}
	return nil
}

// Texts returns what a user wrote.
func (p *Placed) Texts() []moves.Text {
	return []moves.Text{{Field: "stand", Text: p.Stand}, {Field: "code", Text: p.Code}}
}
