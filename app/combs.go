package app

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"kembo/core/day"
	"kembo/core/history"
)

// Cull is a comb that should come out: where it stands, counted from the floor and
// from the left, and why.
type Cull struct {
	Box  int      `json:"box"`
	Slot int      `json:"slot"`
	Why  []string `json:"why"`
}

// cullsOf returns the combs of a colony that should come out.
func cullsOf(b history.Believed, today day.Day) []Cull {
	var out []Cull
	for _, c := range b.Culls(today) {
		out = append(out, Cull{c.Place.Box, c.Place.Slot, c.Why})
	}
	return out
}

// CullList are the colonies that have combs to cull, by yard and code.
type CullList struct {
	Colonies       []Standing
	YardNames      map[string]string
	Combs, InOther int // of all; colonies that are not in the list
}

// cullsMost is how many colonies a list of culls has.
const cullsMost = 200

// CullList returns the combs to cull, as the standings have them.
func (s *Service) CullList(ctx context.Context) (CullList, error) {
	out := CullList{YardNames: map[string]string{}}
	_, ys, err := s.yardDays(ctx)
	if err != nil {
		return out, err
	}
	for _, y := range ys {
		out.YardNames[y.ID] = y.Name
	}
	rows, colonies, combs, err := s.store.WithCulls(ctx, cullsMost)
	if err != nil {
		return out, err
	}
	out.Combs, out.InOther = combs, colonies-len(rows)
	for _, r := range rows {
		var x Standing
		if err := json.Unmarshal([]byte(r.Body), &x); err != nil {
			return out, fmt.Errorf("standing of colony %s: %w", r.ColonyID, err)
		}
		out.Colonies = append(out.Colonies, x)
	}
	slices.SortStableFunc(out.Colonies, func(a, b Standing) int {
		return cmp.Or(strings.Compare(out.YardNames[a.Yard], out.YardNames[b.Yard]), strings.Compare(a.Code, b.Code))
	})
	return out, nil
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
	case a.Darkness == nil && a.DroneShare == nil && a.Granulated == nil && a.Cull == nil && a.Label == "" &&
		a.Origin == "":
		return &FieldError{"combs", "say something of them: how dark, how much drone comb, where from"}
	case len(a.Label) > 20:
		return &FieldError{"label", "it is longer than 20 letters; shorten it"}
	}
	return s.Record(ctx, colony, history.Entry{ID: entryID, Day: x.Today, Kind: history.KindCombs, Body: &a})
}
