package history

import (
	"fmt"

	"kembo/core/harvest"
	"kembo/core/honey"
	"kembo/core/moves"
)

// HoneySample is a test of the honey of a box on a hive, as it was read.
type HoneySample struct {
	Box   string  `json:"box"` // id
	Read  float64 `json:"read,omitempty"`
	Scale Scale   `json:"scale,omitempty"`
	TempC float64 `json:"temp_c,omitempty"` // of the sample; 0: the instrument corrects for it
	Combs int     `json:"combs,omitempty"`  // from which it came
	// Open says that it came from cells that were not capped.
	Open  bool          `json:"open,omitempty"`
	Shake harvest.Shake `json:"shake,omitempty"`
}

// Scale is what a refractometer shows.
type Scale string

// The scales.
const (
	ScaleWater Scale = "water" // per cent of water
	ScaleBrix  Scale = "brix"
	ScaleIndex Scale = "index" // of refraction
)

// Water returns the water of the sample at 20 °C, per cent; 0 where none was read.
func (s *HoneySample) Water() (float64, error) {
	if s.Read == 0 {
		return 0, nil
	}
	n, err := s.Read, error(nil)
	switch s.Scale {
	case ScaleIndex:
	case ScaleBrix:
		n, err = honey.IndexOfBrix(s.Read)
	case ScaleWater:
		if s.Read < honey.MinWater || s.Read > honey.MaxWater {
			return 0, honey.ErrWater
		}
		n = honey.IndexOfWater(s.Read)
	default:
		return 0, fmt.Errorf("choose what was read: water, °Brix or the refractive index")
	}
	if err != nil {
		return 0, err
	}
	const reference = 20 // °C, of all three scales
	at := s.TempC
	if at == 0 {
		at = reference
	}
	return honey.WaterOfIndex(n, at)
}

// apply notes the reading.
func (s *HoneySample) apply(b *walker, e Entry) error {
	if b.Stack.BoxAt(s.Box) < 0 {
		return &moves.Error{Field: "box", Say: "choose a box that was on the hive that day"}
	}
	w, err := s.Water()
	if err != nil {
		return &moves.Error{Field: "read", Say: err.Error()}
	}
	r := harvest.Reading{Box: s.Box, Day: e.Day, Water: w, Combs: s.Combs, Open: s.Open, Shake: s.Shake}
	if err := r.Check(); err != nil {
		return &moves.Error{Field: "read", Say: err.Error()}
	}
	b.Readings = append(b.Readings, r)
	return nil
}
