package harvest

// Stays is the sum that tells how much honey a colony has to keep, kg, from a day to the end of its season.
type Stays struct {
	TargetKg float64 `json:"target_kg"` // to winter on, here, with so many bees
	EatsKg   float64 `json:"eats_kg"`   // until then
	BringsKg float64 `json:"brings_kg"` // that the flow likely still adds
	NestKg   float64 `json:"nest_kg"`   // that it has below
}

// MustKg is what has to be there now, at least 0.
func (s Stays) MustKg() float64 { return max(0, s.TargetKg+s.EatsKg-s.BringsKg) }

// ShortKg is what the nest lacks of it, which what stands above has to make up, or feed: under 0 it has more.
func (s Stays) ShortKg() float64 { return s.TargetKg + s.EatsKg - s.BringsKg - s.NestKg }

// FreeKg is what may be taken of honey above the nest, at least 0.
func (s Stays) FreeKg(aboveKg float64) float64 { return max(0, aboveKg-max(0, s.ShortKg())) }
