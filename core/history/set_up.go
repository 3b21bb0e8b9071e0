package history

import (
	"kembo/core/hive"
	"kembo/core/moves"
)

// StackSet is a hive as it is set up.
type StackSet struct {
	Boxes         []moves.Box `json:"boxes"`
	ExcluderAbove int         `json:"excluder_above,omitempty"`
	QueenID       string      `json:"queen_id,omitempty"`
	QueenYear     int         `json:"queen_year,omitempty"`
	Clipped       bool        `json:"clipped,omitempty"`
	Origin        string      `json:"origin,omitempty"`        // as in "split from QL-02"
	HistoryKnown  bool        `json:"history_known,omitempty"` // no feed or treatment before this log
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
	b.QueenYear, b.Clipped, b.Origin, b.HistoryKnown = s.QueenYear, s.Clipped, s.Origin, s.HistoryKnown
	b.queen = moves.Queen{ID: s.QueenID, Year: s.QueenYear, Clipped: s.Clipped}
	return nil
}
