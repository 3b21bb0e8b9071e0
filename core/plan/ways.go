package plan

import (
	"cmp"
	"slices"
)

// Way is one of the ways to deal with a swarm's cells, with what it comes to beside the rest of the plan.
type Way struct {
	Key     string  `json:"key"` // of the step; "": nothing is done about them
	Words   string  `json:"words"`
	HoneyKg float64 `json:"honey_kg"` // that may be sold of this season, what goes with swarms left out
	Bees    float64 `json:"bees"`     // on the last day that plans are lived for
	Swarm   float64 `json:"swarm"`    // chance of one by the visit after next
	Minutes float64 `json:"minutes"`  // of the whole plan
	LostKg  float64 `json:"lost_kg"`  // of honey, all told, against what is planned
	Chosen  bool    `json:"chosen,omitempty"`
}

// wayWords names the ways.
var wayWords = map[string]string{
	"": "Leave the cells", "nuc": "A nuc with the old queen", "split": "Split by halves", artificialSwarm: "Artificial swarm",
	raiseBrood: "Brood raised over the supers", cellsDown: "Cells taken down for a week",
}

// ways returns the ways to deal with the cells that were found, on the day on which the plan has it or else today; none where
// there is nothing to deal with. Best first.
func (s *Situation) ways(chosen *outcome) []Way {
	in, mine := 0, ""
	var rest []part
	for _, p := range chosen.parts {
		if p.Action == SwarmControl {
			in, mine = p.in, p.Key
			continue
		}
		rest = append(rest, p)
	}
	steps := slices.DeleteFunc(s.stepsOn(in), func(p part) bool { return p.Action != SwarmControl })
	if len(steps) == 0 {
		return nil
	}
	now := s.try(chosen.parts, all)
	of := func(key string, o *outcome) Way {
		return Way{
			Key: key, Words: wayWords[key], HoneyKg: o.terms.Honey - o.terms.Swarm, Bees: o.bees, Swarm: o.swarm, Minutes: o.minutes,
			LostKg: now.mean - o.mean, Chosen: key == mine,
		}
	}
	var out []Way
	for _, p := range steps {
		parts := slices.Concat(rest, []part{p})
		if o := s.try(parts, all); !o.forbidden {
			out = append(out, of(p.Key, o))
		} else if o := s.try([]part{p}, all); !o.forbidden { // it goes with nothing else of the plan
			out = append(out, of(p.Key, o))
		}
	}
	if o := s.try(rest, all); !o.forbidden {
		out = append(out, of("", o))
	}
	slices.SortStableFunc(out, func(a, b Way) int { return cmp.Compare(a.LostKg, b.LostKg) })
	return out
}
