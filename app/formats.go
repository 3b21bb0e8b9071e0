package app

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"strings"

	"kembo/core/hive"
	"kembo/store"
)

// ownPrefix marks the key of a format that a user added.
const ownPrefix = "own:"

// Formats returns the catalogue and the formats that users added, these first.
func (s *Service) Formats(ctx context.Context) (own, shipped []hive.BoxFormat, err error) {
	op, err := s.store.Operation(ctx)
	if errors.Is(err, store.ErrNotFound) {
		return nil, hive.Formats, nil // an empty file has the catalogue
	}
	if err != nil {
		return nil, nil, err
	}
	rows, err := s.store.BoxFormats(ctx, op.ID)
	if err != nil {
		return nil, nil, err
	}
	for _, r := range rows {
		f, err := hive.Own(ownPrefix+r.ID, hive.Dimensions{
			Name: r.Name, LengthMM: r.LengthMM, HeightMM: r.HeightMM, Slots: r.Slots, InnerWidthMM: r.WidthMM,
			BoxKg: r.BoxKg, FrameKg: r.FrameKg, Super: r.Super,
		})
		if err != nil {
			return nil, nil, fmt.Errorf("format %s: %w", r.Name, err)
		}
		own = append(own, f)
	}
	return own, hive.Formats, nil
}

// Format returns a format by its key, the user's own or the catalogue's.
func (s *Service) Format(ctx context.Context, key string) (hive.BoxFormat, error) {
	if strings.HasPrefix(key, ownPrefix) {
		own, _, err := s.Formats(ctx)
		if err != nil {
			return hive.BoxFormat{}, err
		}
		if i := slices.IndexFunc(own, func(f hive.BoxFormat) bool { return f.Key == key }); i >= 0 {
			return own[i], nil
		}
		return hive.BoxFormat{}, &FieldError{"format", "it is no longer in your formats; choose another"}
	}
	f, err := hive.FormatFor(key)
	if err != nil {
		return f, &FieldError{"format", err.Error()}
	}
	return f, nil
}

// NewFormat is a format as a user gives it.
type NewFormat struct {
	ID, Name                    string
	LengthMM, HeightMM, WidthMM float64
	Slots                       int
	BoxKg, FrameKg              float64
	Super                       bool
}

// Try returns what a format would be, and stores nothing.
func (n NewFormat) Try() (hive.BoxFormat, error) {
	f, err := hive.Own(ownPrefix+n.ID, hive.Dimensions{
		Name: strings.TrimSpace(n.Name), LengthMM: n.LengthMM, HeightMM: n.HeightMM, Slots: n.Slots,
		InnerWidthMM: n.WidthMM, BoxKg: n.BoxKg, FrameKg: n.FrameKg, Super: n.Super,
	})
	if err != nil {
		return f, &FieldError{"format", err.Error()}
	}
	return f, nil
}

// AddFormat adds a format to the user's own.
func (s *Service) AddFormat(ctx context.Context, n NewFormat) error {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return err
	}
	if err := clientID(n.ID); err != nil {
		return err
	}
	if n.Name, err = line("name", "the format a name", n.Name, nameMost); err != nil {
		return err
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	if _, err := n.Try(); err != nil {
		return err
	}
	own, shipped, err := s.Formats(ctx)
	if err != nil {
		return err
	}
	for _, f := range append(slices.Clone(own), shipped...) {
		if strings.EqualFold(f.Name, n.Name) && f.Key != ownPrefix+n.ID {
			return &FieldError{"name", fmt.Sprintf("there is a format %s already; choose another name", f.Name)}
		}
	}
	err = s.store.AddBoxFormat(
		ctx,
		store.BoxFormat{
			ID: n.ID, OperationID: op.ID, Name: n.Name, LengthMM: n.LengthMM, HeightMM: n.HeightMM, Slots: n.Slots,
			WidthMM: n.WidthMM, BoxKg: n.BoxKg, FrameKg: n.FrameKg, Super: n.Super,
		},
		by,
	)
	if errors.Is(err, store.ErrTaken) {
		return taken
	}
	return err
}

// RemoveFormat takes a format out of the user's own.
func (s *Service) RemoveFormat(ctx context.Context, key string) error {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return err
	}
	if err := s.may(MayWrite, "write"); err != nil {
		return err
	}
	return s.store.RemoveBoxFormat(ctx, op.ID, strings.TrimPrefix(key, ownPrefix))
}
