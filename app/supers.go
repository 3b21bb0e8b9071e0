package app

import (
	"context"
	"slices"

	"kembo/core/hive"
)

// supersStay returns why boxes and combs of a hive may not go to one in another yard: where an
// operation keeps its supers in their yards, none that served as a super leaves its own. field is
// that of the form in which they were chosen.
func (s *Service) supersStay(
	ctx context.Context, from Colony, toYard, field string, boxes, frames []string,
) error {
	if from.YardID == toYard || !hasSuper(from.Believed.Stack, boxes, frames) {
		return nil
	}
	set, err := s.Settings(ctx)
	if err != nil || !set.SupersStay {
		return err
	}
	return &FieldError{
		field, from.Code + ": its supers stay in their yard, as the settings have it; leave them off, or change that",
	}
}

// hasSuper reports whether boxes or frames of a stack are supers or of one.
func hasSuper(st hive.Stack, boxes, frames []string) bool {
	return slices.ContainsFunc(st.Boxes, func(b hive.Box) bool {
		return b.Super && (slices.Contains(boxes, b.ID) || slices.ContainsFunc(b.Frames, func(f hive.Frame) bool {
			return slices.Contains(frames, f.ID)
		}))
	})
}
