package app

import (
	"context"
	"errors"
	"fmt"
)

// RowError is what is wrong with one of many colonies.
type RowError struct {
	Row int // from 0
	Err *FieldError
}

func (e *RowError) Error() string { return e.Err.Field + ": " + e.Err.Say }

// Unwrap returns what is wrong.
func (e *RowError) Unwrap() error { return e.Err }

// Unmade returns why a colony of a table cannot be made, "" where it can.
func (s *Service) Unmade(ctx context.Context, sent string, row int, n NewColony) string {
	n.ID = numberedID(sent, row)
	_, _, err := s.toMake(ctx, n)
	var fe *FieldError
	if errors.As(err, &fe) {
		return fe.Field + ": " + fe.Say
	}
	if err != nil {
		return err.Error()
	}
	if other, err := s.FindColony(ctx, n.Code); err == nil && other != n.ID {
		return fmt.Sprintf("code: there is a colony %s already; choose another code", n.Code)
	}
	return ""
}

// MakeTable makes the colonies of a table, all of them or none; sent again it makes
// none. What is wrong with one is a *RowError.
func (s *Service) MakeTable(ctx context.Context, sent string, all []NewColony) error {
	if err := clientID(sent); err != nil {
		return err
	}
	for i := range all {
		all[i].ID = numberedID(sent, i)
		if _, _, err := s.toMake(ctx, all[i]); err != nil {
			var fe *FieldError
			if errors.As(err, &fe) {
				return &RowError{i, fe}
			}
			return err
		}
	}
	return s.makeAll(ctx, all)
}
