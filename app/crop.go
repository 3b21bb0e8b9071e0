package app

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/store"
)

// cropRows writes what came off a colony for the store.
func cropRows(all []history.Crop) ([]store.Crop, error) {
	var out []store.Crop
	for _, x := range all {
		b, err := json.Marshal(x)
		if err != nil {
			return nil, err
		}
		out = append(out, store.Crop{Day: int32(x.Day), Body: string(b)})
	}
	return out, nil
}

// CropLine is honey that came off a colony.
type CropLine struct {
	history.Crop
	Colony, Code, Yard string
	YardID             string
}

// Crops returns what came off all colonies between two days, both included, by day. What was just written is waited for.
func (s *Service) Crops(ctx context.Context, from, to day.Day) ([]CropLine, error) {
	waits, stop := context.WithTimeout(ctx, sumWaits)
	s.Settle(waits)
	stop()
	op, err := s.Operation(ctx)
	if err != nil {
		return nil, err
	}
	rows, err := s.store.Crops(ctx, op.ID, int32(from), int32(to))
	if err != nil {
		return nil, err
	}
	names, err := s.yardNames(ctx, op.ID)
	if err != nil {
		return nil, err
	}
	var out []CropLine
	for _, r := range rows {
		l := CropLine{Colony: r.ID, Code: r.Code, Yard: names[r.YardID], YardID: r.YardID}
		if err := json.Unmarshal([]byte(r.Body), &l.Crop); err != nil {
			return nil, fmt.Errorf("crop of colony %s: %w", r.ID, err)
		}
		out = append(out, l)
	}
	return out, nil
}

// yardNames returns the names of an operation's yards by id.
func (s *Service) yardNames(ctx context.Context, operation string) (map[string]string, error) {
	ys, err := s.store.Yards(ctx, operation)
	out := map[string]string{}
	for _, y := range ys {
		out[y.ID] = y.Name
	}
	return out, err
}

// Medicine is a feed or a treatment as it stands in a book.
type Medicine struct {
	Colony, Code, Yard string
	Day                day.Day // in, or given
	By                 string  // who wrote it down
	Feed               *moves.Feed
	Treatment          *moves.Treatment
	Until              day.Day // honey is barred until; 0: not known, or not barred
}

// Medicines returns what was fed and put into hives between two days, both included,
// by day, yard and code. What was corrected or taken back is not among it.
func (s *Service) Medicines(ctx context.Context, from, to day.Day) ([]Medicine, error) {
	op, err := s.Operation(ctx)
	if err != nil {
		return nil, err
	}
	ids, err := s.store.Medicated(ctx, op.ID, int32(from), int32(to))
	if err != nil {
		return nil, err
	}
	names, err := s.yardNames(ctx, op.ID)
	if err != nil {
		return nil, err
	}
	var out []Medicine
	for _, id := range ids {
		rows, err := s.store.Events(ctx, id, int32(to)+mostBarred)
		if err != nil {
			return nil, err
		}
		places, err := s.store.Places(ctx, id)
		if err != nil {
			return nil, err
		}
		who := map[string]string{}
		for _, r := range rows {
			who[r.ID] = r.Actor
		}
		for _, e := range history.Live(entriesFrom(rows)) {
			m := Medicine{Colony: id, Day: e.Day, By: who[e.ID]}
			switch x := e.Body.(type) {
			case *moves.Feed:
				m.Feed = x
			case *moves.Treatment:
				if m.Treatment = x; x.From > 0 {
					m.Day = x.From
				}
				if m.Until = x.HoneyBarred; m.Until == 0 && x.To > 0 && x.BarDays > 0 {
					m.Until = x.To + day.Day(x.BarDays)
				}
				if x.By != "" {
					m.By = x.By
				}
			default:
				continue
			}
			if m.Day < from || m.Day > to {
				continue
			}
			for _, p := range places { // the latest first
				m.Code, m.Yard = p.Code, names[p.YardID]
				if day.Day(p.Day) <= m.Day {
					break
				}
			}
			out = append(out, m)
		}
	}
	slices.SortStableFunc(out, func(a, b Medicine) int {
		return cmp.Or(cmp.Compare(a.Day, b.Day), cmp.Compare(a.Yard, b.Yard), cmp.Compare(a.Code, b.Code))
	})
	return out, nil
}

// mostBarred is how much later than a treatment went in what ends it may be written.
const mostBarred = 400
