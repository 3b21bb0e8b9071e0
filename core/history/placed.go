package history

import "kembo/core/moves"

// Placed is where a colony stands and what it is called from a day on. What is empty
// stays as it was.
type Placed struct {
	Yard  string `json:"yard,omitempty"`  // id
	Stand string `json:"stand,omitempty"` // in the keeper's words
	Code  string `json:"code,omitempty"`
}

// apply changes nothing of the hive: where it stands is kept beside the log, worked
// out from these entries.
func (p *Placed) apply(*walker, Entry) error { return nil }

// Texts returns what a user wrote.
func (p *Placed) Texts() []moves.Text {
	return []moves.Text{{Field: "stand", Text: p.Stand}, {Field: "code", Text: p.Code}}
}
