package app

import (
	"context"
	"fmt"
	"strings"

	"kembo/core/history"
	"kembo/store"
)

// Culls are the combs of a colony that should come out.
type Culls struct {
	ID, Code, Yard string
	Believed       history.Believed
	Culls          []history.Cull
}

// CullList returns the colonies that have combs to cull, by yard and code.
func (s *Service) CullList(ctx context.Context) ([]Culls, error) {
	_, ys, err := s.yardDays(ctx)
	if err != nil {
		return nil, err
	}
	var out []Culls
	for _, y := range ys {
		cs, err := s.store.ColoniesOf(ctx, y.ID, int32(y.today))
		if err != nil {
			return nil, err
		}
		for _, c := range cs {
			x, err := s.cullsOf(ctx, c, y)
			if err != nil {
				return nil, err
			}
			if len(x.Culls) > 0 {
				out = append(out, x)
			}
		}
	}
	return out, nil
}

// cullsOf reads a colony's combs off its log; no forecast bears on them.
func (s *Service) cullsOf(ctx context.Context, c store.Colony, y yardDay) (Culls, error) {
	es, err := s.entries(ctx, c.ID, y.today)
	if err != nil {
		return Culls{}, err
	}
	b, err := history.Fold(es, history.Ground{})
	if err != nil {
		return Culls{}, fmt.Errorf("colony %s: %w", c.Code, err)
	}
	return Culls{ID: c.ID, Code: c.Code, Yard: y.Name, Believed: b, Culls: b.Culls(y.today)}, nil
}

// NoteCombs writes what was found of some frames.
func (s *Service) NoteCombs(ctx context.Context, colony, entryID string, a history.Combs) error {
	x, err := s.Believed(ctx, colony)
	if err != nil {
		return err
	}
	a.Label = strings.TrimSpace(a.Label)
	switch {
	case len(a.Frames) == 0:
		return &FieldError{"frames", "choose at least one frame"}
	case a.Darkness == nil && a.DroneShare == nil && a.Granulated == nil && a.Cull == nil && a.Label == "" && a.Origin == "":
		return &FieldError{"combs", "say something of them: how dark, how much drone comb, where from"}
	case len(a.Label) > 20:
		return &FieldError{"label", "it is longer than 20 letters; shorten it"}
	}
	return s.Record(ctx, colony, history.Entry{ID: entryID, Day: x.Today, Kind: history.KindCombs, Combs: &a})
}
