package app

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"kembo/core/day"
	"kembo/store"
)

// An empty operation can be filled with the sample to try Kembo out, and emptied again.

// sampleKey is the setting that tells that the sample is in, and what was before.
const sampleKey = "sample"

// sampled is what is kept of a filling.
type sampled struct {
	Name  string   `json:"name"` // of the operation, as it was
	Yards []string `json:"yards"`
}

// SampleFrom sets where the sample comes from, as it is known on a day.
func (s *Service) SampleFrom(f func(context.Context, day.Day) (store.Whole, error)) {
	s.house.sample = f
}

// CanSample reports whether there is a sample to fill with.
func (s *Service) CanSample() bool { return s.house.sample != nil }

// sampleIn returns what is kept of a filling, nil where the sample is not in.
func (s *Service) sampleIn(ctx context.Context, operation string) (*sampled, error) {
	all, err := s.store.Settings(ctx, operation)
	if err != nil || all[sampleKey] == "" {
		return nil, err
	}
	x := new(sampled)
	return x, json.Unmarshal([]byte(all[sampleKey]), x)
}

// HasSample reports whether the operation was filled with the sample.
func (s *Service) HasSample(ctx context.Context) (bool, error) {
	op, err := s.Operation(ctx)
	if err != nil {
		return false, err
	}
	x, err := s.sampleIn(ctx, op.ID)
	return x != nil, err
}

// FillWithSample fills an operation that has no yard yet.
func (s *Service) FillWithSample(ctx context.Context) error {
	if err := s.may(MayWrite, "fill"); err != nil {
		return err
	}
	op, err := s.Operation(ctx)
	if err != nil {
		return err
	}
	switch ys, err := s.store.Yards(ctx, op.ID); {
	case err != nil:
		return err
	case len(ys) > 0:
		return &FieldError{"sample", "there are yards here; the sample only goes into an empty operation"}
	case s.house.sample == nil:
		return &FieldError{"sample", "this Kembo has none"}
	}
	today, _, err := s.TodayHere(ctx)
	if err != nil {
		return err
	}
	w, err := s.house.sample(ctx, today)
	if err != nil {
		return err
	}
	x := sampled{Name: op.Name}
	for _, y := range w.Yards {
		x.Yards = append(x.Yards, y.ID)
	}
	body, err := json.Marshal(x)
	if err != nil {
		return err
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	document, err := json.Marshal(w)
	if err != nil {
		return err
	}
	if _, err := s.merge(ctx, document); err != nil {
		return err
	}
	if err := s.store.SetSettings(ctx, op.ID, map[string]string{sampleKey: string(body)}, by); err != nil {
		return err
	}
	s.refreshWithin(ctx, 0) // the board says how far it is
	return nil
}

// EmptySample takes the sample out again, with all that was tried on it; name is that of
// the operation, as whoever wants it has typed it. A copy of the data file is made first.
// Yards of one's own are not lost with it: then it is a *FieldError.
func (s *Service) EmptySample(ctx context.Context, name string) error {
	if err := s.may(MayWrite, "empty"); err != nil {
		return err
	}
	op, err := s.Operation(ctx)
	if err != nil {
		return err
	}
	x, err := s.sampleIn(ctx, op.ID)
	switch {
	case err != nil:
		return err
	case x == nil:
		return &FieldError{"name", "the sample is not in this operation; nothing was taken away"}
	case !strings.EqualFold(strings.TrimSpace(name), op.Name):
		return &FieldError{"name", fmt.Sprintf("type %s, as the operation is called now", op.Name)}
	}
	ys, err := s.store.Yards(ctx, op.ID)
	if err != nil {
		return err
	}
	for _, y := range ys {
		if !slices.Contains(x.Yards, y.ID) {
			return &FieldError{"name", fmt.Sprintf(
				"%s is a yard of your own and would be lost; take it away first, or export it and begin a file of its own", y.Name,
			)}
		}
	}
	if _, err := s.BackUp(ctx); err != nil {
		return err
	}
	s.work.one.Lock() // nobody works it out meanwhile
	defer s.work.one.Unlock()
	if err := s.store.Empty(ctx); err != nil {
		return err
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	if err := s.store.SetSettings(ctx, op.ID, map[string]string{sampleKey: ""}, by); err != nil {
		return err
	}
	op.Name = x.Name
	return s.store.RenameOperation(ctx, op)
}
