package history

import (
	"kembo/core/bees"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/queen"
)

// StackSet is a hive as it is set up, with how its colony began.
type StackSet struct {
	Boxes         []moves.Box  `json:"boxes"`
	ExcluderAbove int          `json:"excluder_above,omitempty"`
	QueenID       string       `json:"queen_id,omitempty"`
	QueenYear     int          `json:"queen_year,omitempty"`
	Clipped       bool         `json:"clipped,omitempty"`
	Mark          string       `json:"mark,omitempty"`
	QueenFrom     queen.Origin `json:"queen_from,omitempty"`
	QueenSource   string       `json:"queen_source,omitempty"`  // in the keeper's words
	Origin        string       `json:"origin,omitempty"`        // as in "split from QL-02"
	HistoryKnown  bool         `json:"history_known,omitempty"` // no feed or treatment before this log
	Began         Began        `json:"began,omitzero"`
}

func (s *StackSet) apply(b *walker, e Entry) error {
	b.Stack = hive.Stack{ExcluderAbove: s.ExcluderAbove}
	for _, x := range s.Boxes {
		box, err := x.Made()
		if err != nil {
			return err
		}
		b.Stack.Boxes = append(b.Stack.Boxes, box)
		b.arrive(box, e.Day)
	}
	b.setUpFromStore(e.Day, s.Began)
	b.QueenYear, b.Clipped, b.Origin, b.HistoryKnown = s.QueenYear, s.Clipped, s.Origin, s.HistoryKnown
	b.queen = s.Began.queenOf(moves.Queen{
		ID: s.QueenID, Year: s.QueenYear, Clipped: s.Clipped, Mark: s.Mark, Origin: s.QueenFrom, Source: s.QueenSource,
	})
	if b.queen != (moves.Queen{}) {
		b.queenIs(e, b.queen)
	}
	b.Began, b.BeganOn, b.Waiting = s.Began, e.Day, s.Began.waits(e)
	est, change, ok, err := s.Began.estimate(e, b.Stack)
	if err != nil {
		return err
	}
	if ok {
		b.Estimate, b.Changes = &est, nil
		if !change.Nothing() {
			b.Changes = []bees.Change{change}
		}
	}
	return nil
}

// Texts returns what a user wrote.
func (s *StackSet) Texts() []moves.Text {
	return []moves.Text{
		{Field: "origin", Text: s.Origin}, {Field: "mark", Text: s.Mark}, {Field: "from", Text: s.QueenSource},
	}
}
