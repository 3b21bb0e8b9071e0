package app

import (
	"context"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/store"
)

// Where a colony stands, whether it lives and who its queens were are kept beside its
// log, so that boards and lines need not read logs. They are worked out from it whenever it changes.

// besides writes what is kept beside the logs in which entries stand that have just
// been written at a colony.
func (s *Service) besides(ctx context.Context, tx *store.Tx, es []history.Entry, noted string, by store.By) error {
	for _, id := range append([]string{noted}, colonies(es, noted)...) {
		if err := s.beside(ctx, tx, id, by); err != nil {
			return err
		}
	}
	return nil
}

func (s *Service) beside(ctx context.Context, tx *store.Tx, colony string, by store.By) error {
	first, err := tx.First(ctx, colony)
	if err != nil {
		return err
	}
	rows, err := tx.Log(ctx, colony)
	if err != nil {
		return err
	}
	log := entriesFrom(rows)
	live := history.Live(log)
	end := endOf(live, colony)
	lived, err := tx.SetEnd(ctx, colony, end)
	if err != nil {
		return err
	}
	givers, err := giversIn(ctx, tx, colony, log)
	if err != nil {
		return err
	}
	b, _ := history.Fold(log, history.Ground{Colony: colony, Givers: givers}) // as far as it fits
	queens, err := queenRows(colony, b.Queens)
	if err != nil {
		return err
	}
	if err := tx.SetQueens(ctx, colony, queens); err != nil {
		return err
	}
	if err := tx.SetStockMoves(ctx, colony, stockRows(b.Stocked)); err != nil {
		return err
	}
	had, err := tx.Places(ctx, colony)
	if err != nil {
		return err
	}
	places := placesOf(first, live)
	slices.Reverse(had)
	if slices.Equal(had, places) && !lived { // its code may be another's by now
		return nil
	}
	return tx.SetPlaces(ctx, colony, places, by)
}

// placesOf returns where a colony stood, the earliest first, as its log has it.
func placesOf(first store.Colony, live []history.Entry) []store.Place {
	at := store.Place{Colony: first}
	var out []store.Place
	for _, e := range live {
		switch x := e.Body.(type) {
		case *history.StackSet:
			if len(out) > 0 {
				continue
			}
		case *history.Placed:
			if x.Yard != "" && x.Yard != at.YardID {
				at.YardID, at.Stand = x.Yard, "" // a stand is one of its yard
			}
			if x.Stand != "" {
				at.Stand = x.Stand
			}
			if x.Code != "" {
				at.Code = x.Code
			}
		default:
			continue
		}
		at.Day = int32(e.Day)
		if n := len(out); n > 0 && out[n-1].Day == at.Day {
			out[n-1] = at
			continue
		}
		out = append(out, at)
	}
	return out
}

// endOf returns how a colony ended, nil where it lives.
func endOf(live []history.Entry, colony string) *store.End {
	for _, e := range slices.Backward(live) {
		a := e.Act()
		if a == nil {
			continue
		}
		for _, x := range moves.Steps(a) {
			end, ok := x.(*moves.ColonyEnded)
			if ok && (end.Colony == colony || end.Colony == "" && e.Colony == colony) {
				return &store.End{ColonyID: colony, Day: int32(e.Day), How: string(end.How), Into: end.Into}
			}
		}
	}
	return nil
}

func codeTaken(code string) error {
	return &FieldError{"code", fmt.Sprintf("there is a colony %s already; choose another code", code)}
}

// began is the day on which a log begins.
func began(log []history.Entry) day.Day {
	for _, e := range history.Live(log) {
		if e.Kind == history.KindStack {
			return e.Day
		}
	}
	if len(log) == 0 {
		return 0
	}
	return log[0].Day
}
