// Package harvest says of each box above a nest whether its honey may be taken, when it likely may, or why not, and how
// much honey a colony has to keep. What may be sold, and how, local rules and labels decide.
package harvest

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/honey"
)

// Shake is what happened when a comb was shaken flat over the box: the old test for open honey.
type Shake string

// What a shake shows. The empty one: none was shaken.
const (
	ShakeDry   Shake = "dry"   // nothing flew out
	ShakeDrops Shake = "drops" // nectar flew out
)

// Reading is what a test of a box's honey came to.
type Reading struct {
	Box   string  `json:"box"` // id
	Day   day.Day `json:"day"`
	Water float64 `json:"water,omitempty"` // per cent by mass, corrected to 20 °C; 0: none was read
	Combs int     `json:"combs,omitempty"` // from which the sample came
	// Open says that the sample came from cells that were not capped: the wettest of the box.
	Open  bool  `json:"open,omitempty"`
	Shake Shake `json:"shake,omitempty"`
}

// Check returns what is wrong with a reading, nil where it can stand.
func (r Reading) Check() error {
	switch {
	case r.Water == 0 && r.Shake == "":
		return fmt.Errorf("give the water that was read, or what a shaken comb did")
	case r.Water != 0 && (r.Water < honey.MinWater || r.Water > honey.MaxWater):
		return honey.ErrWater
	case r.Combs < 0 || r.Combs > mostCombs:
		return fmt.Errorf("a sample comes from 1 to %d combs", mostCombs)
	case r.Shake != "" && r.Shake != ShakeDry && r.Shake != ShakeDrops:
		return fmt.Errorf("a shaken comb stays %q or %q", ShakeDry, ShakeDrops)
	}
	return nil
}

// mostCombs is the most combs that a sample is taken from: those of the widest box.
const mostCombs = 14
