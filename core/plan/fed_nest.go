package plan

import (
	"fmt"

	"kembo/core/feed"
)

// fedBack is how far back feeds are asked for what may be of them in the nest yet, days, and carriedUpKg what of it is let pass: more
// is carried into a super that goes on. Source: common practice: sealed feed of over some 4 kg comes out before supers go on; all of
// winter.
const fedBack, carriedUpKg = 250, 4.0

// fedInNestKg is what was fed that is likely in the nest still, as honey: all that was, less what is eaten since, and no more than
// the nest holds.
func (s *Situation) fedInNestKg() float64 {
	kg := 0.0
	for _, p := range s.Feeds {
		if p.From < s.Today-fedBack {
			continue
		}
		eaten := eatsKgDay * s.Base.Bees.Likely / perBees * float64(s.Today-p.From)
		kg += max(0, p.Kg*feed.StoresPerKgSugar.Likely-eaten)
	}
	return min(kg, s.Base.NestStores.Likely)
}

// fedUnderCaution says that what was fed is carried into a super that goes on, where there is enough of it; none otherwise.
func (s *Situation) fedUnderCaution() []string {
	kg := s.fedInNestKg()
	if kg < carriedUpKg {
		return nil
	}
	return []string{fmt.Sprintf(
		"About %s of what was fed is likely in the nest still, and they carry it up: take combs of it out first, or leave the super to "+
			"the bees. Sugar is not honey.", s.mass(kg),
	)}
}
