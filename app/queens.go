package app

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"

	"kembo/core/queen"
	"kembo/store"
)

// queenRows writes the queens of a colony for the store.
func queenRows(colony string, all []queen.Person) ([]store.Queen, error) {
	var out []store.Queen
	for _, p := range all {
		b, err := json.Marshal(p)
		if err != nil {
			return nil, err
		}
		out = append(out, store.Queen{ColonyID: colony, QueenID: p.ID, MotherID: p.Mother, Body: string(b)})
	}
	return out, nil
}

// QueenIn is a queen while she was in a colony.
type QueenIn struct {
	queen.Person
	Colony, Code string
}

// Lineage is a queen with where she was, her mother and her daughters.
type Lineage struct {
	ID        string
	Was       []QueenIn // in order of days
	Mothers   []QueenIn // her mother first, then hers
	Daughters []QueenIn
}

// mostMothers is how far back a line is told.
const mostMothers = 8

// Lineage returns a queen with her line, or ErrNotFound.
func (s *Service) Lineage(ctx context.Context, id string) (Lineage, error) {
	out := Lineage{ID: id}
	if err := s.may(MayRead, "read"); err != nil {
		return out, err
	}
	var err error
	if out.Was, err = s.queensFrom(ctx)(s.store.QueenOf(ctx, id)); err != nil {
		return out, err
	}
	if len(out.Was) == 0 {
		return out, fmt.Errorf("queen %s: %w", id, ErrNotFound)
	}
	if out.Daughters, err = s.queensFrom(ctx)(s.store.Daughters(ctx, id)); err != nil {
		return out, err
	}
	out.Daughters = slices.CompactFunc(out.Daughters, func(a, b QueenIn) bool { return a.ID == b.ID })
	seen := []string{id}
	for at := motherOf(out.Was); at != "" && len(out.Mothers) < mostMothers && !slices.Contains(seen, at); {
		seen = append(seen, at)
		was, err := s.queensFrom(ctx)(s.store.QueenOf(ctx, at))
		if err != nil {
			return out, err
		}
		if len(was) == 0 {
			break
		}
		out.Mothers = append(out.Mothers, was[len(was)-1])
		at = motherOf(was)
	}
	return out, nil
}

func motherOf(was []QueenIn) string {
	for _, q := range was {
		if q.Mother != "" {
			return q.Mother
		}
	}
	return ""
}

// queensFrom reads rows of the store, with the codes of their colonies.
func (s *Service) queensFrom(ctx context.Context) func([]store.Queen, error) ([]QueenIn, error) {
	return func(rows []store.Queen, err error) ([]QueenIn, error) {
		if err != nil {
			return nil, err
		}
		var out []QueenIn
		for _, r := range rows {
			q := QueenIn{Colony: r.ColonyID}
			if err := json.Unmarshal([]byte(r.Body), &q.Person); err != nil {
				return nil, fmt.Errorf("queen of colony %s: %w", r.ColonyID, err)
			}
			if q.Code, err = s.codeOf(ctx, r.ColonyID); err != nil {
				return nil, err
			}
			out = append(out, q)
		}
		slices.SortStableFunc(out, func(a, b QueenIn) int { return int(a.In - b.In) })
		return out, nil
	}
}
