package app

import (
	"context"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/stock"
	"kembo/store"
)

// stockRows writes what a log moved into store and out of it for the store.
func stockRows(all []stock.Move) []store.StockMove {
	var out []store.StockMove
	for _, m := range all {
		out = append(out, store.StockMove{Day: int32(m.Day), Kind: string(m.Kind), What: m.Of, Amount: m.N})
	}
	return out
}

// Stock is what stands in store.
type Stock struct {
	Operation string
	Settings
	Today day.Day
	Lines []stock.Line      // all that is in use, was ever moved, or was counted
	Names map[string]string // of box formats, by key
	Last  string            // id of the last count; "": none
	LastN int               // items in it
	LastD day.Day
	// Held are hives that were lost and whose combs came into store, but are not to be used yet.
	Held []EndedColony
}

// Stock returns what stands in store: by the last count of each item and what the acts
// have moved since.
func (s *Service) Stock(ctx context.Context) (Stock, error) {
	out := Stock{Names: map[string]string{}}
	op, err := s.Operation(ctx)
	if err != nil {
		return out, err
	}
	out.Operation = op.Name
	if out.Today, _, err = s.TodayHere(ctx); err != nil {
		return out, err
	}
	if out.Settings, err = s.Settings(ctx); err != nil {
		return out, err
	}
	rows, err := s.store.StockCounts(ctx, op.ID)
	if err != nil {
		return out, err
	}
	var counts []stock.Count
	for _, c := range rows {
		counts = append(counts, stock.Count{
			Day: day.Day(c.Day), Item: stock.Item{Kind: stock.Kind(c.Kind), Of: c.What}, N: c.Amount,
		})
		if c.ID != out.Last {
			out.Last, out.LastN, out.LastD = c.ID, 0, day.Day(c.Day)
		}
		out.LastN++
	}
	moved, err := s.store.StockMoves(ctx, op.ID)
	if err != nil {
		return out, err
	}
	var all []stock.Move
	for _, m := range moved {
		all = append(all, stock.Move{
			Day: day.Day(m.Day), Item: stock.Item{Kind: stock.Kind(m.Kind), Of: m.What}, N: m.Amount,
		})
	}
	items, err := s.wareInUse(ctx, op.ID, out.Names)
	if err != nil {
		return out, err
	}
	for i := range items {
		all = append(all, stock.Move{Item: i}) // none moved: it is listed all the same
	}
	out.Lines = stock.Lines(counts, all)
	out.Held, err = s.held(ctx)
	return out, err
}

// heldDays is for how long a hive that was lost is told of as held. Source: none; guess: two seasons.
const heldDays = 730

// held returns the hives that were lost and have not been found free to be used again.
func (s *Service) held(ctx context.Context) ([]EndedColony, error) {
	all, err := s.Ended(ctx)
	if err != nil {
		return nil, err
	}
	today, _, err := s.TodayHere(ctx)
	if err != nil {
		return nil, err
	}
	var out []EndedColony
	for _, x := range all {
		if !x.How.Loss() || today-x.Day > heldDays {
			continue
		}
		c, err := s.Believed(ctx, x.ID)
		if err != nil {
			return nil, err
		}
		if c.Believed.Held() {
			out = append(out, x)
		}
	}
	return out, nil
}

// wareInUse returns the items that the formats of the operation's hives ask for, and the
// names of all formats.
func (s *Service) wareInUse(ctx context.Context, operation string, names map[string]string) (map[stock.Item]bool, error) {
	own, shipped, err := s.Formats(ctx)
	if err != nil {
		return nil, err
	}
	frames := map[string]string{}
	for _, f := range slices.Concat(own, shipped) {
		names[f.Key], frames[f.Key] = f.Name, f.Frame.Name
	}
	out := map[stock.Item]bool{{Kind: stock.Excluder}: true, {Kind: stock.Sugar}: true, {Kind: stock.Insulation}: true}
	for _, f := range hive.Feeders {
		out[stock.Item{Kind: stock.Feeder, Of: string(f.Kind)}] = true
	}
	used, err := s.store.FormatsUsed(ctx, operation)
	if err != nil {
		return nil, err
	}
	for _, key := range used {
		out[stock.Item{Kind: stock.Box, Of: key}] = true
		for _, k := range []stock.Kind{stock.Light, stock.Dark, stock.Foundation} {
			out[stock.Item{Kind: k, Of: frames[key]}] = true
		}
	}
	return out, nil
}

// CountStock writes what was counted in store on a day. id makes sending it twice one
// count.
func (s *Service) CountStock(ctx context.Context, id string, on day.Day, counted map[stock.Item]float64) error {
	if err := s.may(MayWrite, "count"); err != nil {
		return err
	}
	op, err := s.Operation(ctx)
	if err != nil {
		return err
	}
	today, _, err := s.TodayHere(ctx)
	if err != nil {
		return err
	}
	switch {
	case on > today:
		return &FieldError{"on", fmt.Sprintf("%s is in the future; today is %s", on, today)}
	case len(counted) == 0:
		return &FieldError{"form", "nothing was counted; enter a number where you have counted, 0 where there is none"}
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	var rows []store.StockCount
	for i, n := range counted {
		if !(n >= 0 && n <= mostCounted) || !slices.Contains(stock.Kinds, i.Kind) {
			return &FieldError{"form", fmt.Sprintf("give 0 to %d of each", mostCounted)}
		}
		rows = append(rows, store.StockCount{
			ID: id, StockMove: store.StockMove{Day: int32(on), Kind: string(i.Kind), What: i.Of, Amount: n}, By: by,
		})
	}
	return s.store.CountStock(ctx, op.ID, rows)
}

// mostCounted is more than any operation has of one thing.
const mostCounted = 100_000

// TakeBackCount takes the last count back.
func (s *Service) TakeBackCount(ctx context.Context, id string) error {
	if err := s.may(MayWrite, "count"); err != nil {
		return err
	}
	op, err := s.Operation(ctx)
	if err != nil {
		return err
	}
	return s.store.TakeBackCount(ctx, op.ID, id)
}
