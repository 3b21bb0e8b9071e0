package app

import (
	"context"
	"slices"
	"strings"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
)

// Ware is what was on a suspect hive, with the codes of the hives it went to and came
// from.
type Ware struct {
	history.Touched
	IntoCode, FromCode string
}

// CameFrom is a hive whose brood is suspect, and from which something came.
type CameFrom struct {
	ID, Code string
	On       day.Day // the last of it came
	Suspect  day.Day // since when
}

// Suspicion is what a finding of suspect brood bears on.
type Suspicion struct {
	Since    day.Day // of this hive; 0: it is not suspect
	Ware     []Ware  // that was ever on it
	CameFrom []CameFrom
}

// Suspicion returns what was ever on a hive whose brood is suspect, and of any hive the
// suspect ones from which something came to it.
func (s *Service) Suspicion(ctx context.Context, c Colony) (Suspicion, error) {
	var out Suspicion
	var es []history.Entry
	for _, l := range c.Log {
		es = append(es, l.Entry)
	}
	for id, on := range history.GaveSince(es, c.ID, 0) {
		x, err := s.Form(ctx, id)
		if err != nil {
			return out, err
		}
		if x.Believed.Health == colony.Suspect {
			out.CameFrom = append(out.CameFrom, CameFrom{id, x.Code, on, x.Believed.HealthDay})
		}
	}
	slices.SortFunc(out.CameFrom, func(a, b CameFrom) int { return strings.Compare(a.Code, b.Code) })
	if c.Believed.Health != colony.Suspect {
		return out, nil
	}
	out.Since = c.Believed.HealthDay
	givers, err := s.giversOf(ctx, c.ID, es, c.Settings)
	if err != nil {
		return out, err
	}
	all, err := history.TouchedSince(es, history.Ground{Colony: c.ID, Givers: givers}, 0)
	if err != nil {
		return out, err
	}
	codes := map[string]string{"": ""}
	for _, t := range all {
		for _, id := range []string{t.Into, t.CameFrom} {
			if _, known := codes[id]; known {
				continue
			}
			f, err := s.find(ctx, id)
			if err != nil {
				return out, err
			}
			codes[id] = f.colony.Code
		}
		out.Ware = append(out.Ware, Ware{t, codes[t.Into], codes[t.CameFrom]})
	}
	return out, nil
}
