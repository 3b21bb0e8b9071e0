package app

import (
	"context"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/store"
)

// Colonies between which something went are read together: see history.Log.

// giversOf returns the logs of all colonies on which a colony's log depends, at first
// hand or not, each with what it is read on. Most depend on none, and cost nothing.
func (s *Service) giversOf(
	ctx context.Context, colony string, es []history.Entry, set Settings,
) ([]history.Log, error) {
	return closure(colony, es, func(id string) (history.Log, error) {
		f, err := s.find(ctx, id)
		if err != nil {
			return history.Log{}, err
		}
		own, err := s.entries(ctx, id, f.yard.today)
		if err != nil {
			return history.Log{}, err
		}
		site, err := s.site(ctx, f.yard)
		if err != nil {
			return history.Log{}, err
		}
		gains, err := s.gains(ctx, f.colony, f.yard, site, own)
		if err != nil {
			return history.Log{}, err
		}
		return history.Log{Entries: own, Ground: s.ground(id, site, set, f.yard.today, gains)}, nil
	})
}

// giversIn is giversOf within a transaction, for the stacks alone.
func giversIn(ctx context.Context, tx *store.Tx, colony string, es []history.Entry) ([]history.Log, error) {
	return closure(colony, es, func(id string) (history.Log, error) {
		rows, err := tx.Log(ctx, id)
		return history.Log{Entries: entriesFrom(rows), Ground: history.Ground{Colony: id}}, err
	})
}

// closure reads the givers of a colony, and theirs.
func closure(colony string, es []history.Entry, read func(id string) (history.Log, error)) ([]history.Log, error) {
	var out []history.Log
	seen := []string{colony}
	todo := history.Givers(es, colony)
	for len(todo) > 0 {
		id := todo[0]
		todo = todo[1:]
		if slices.Contains(seen, id) {
			continue
		}
		seen = append(seen, id)
		l, err := read(id)
		if err != nil {
			return nil, err
		}
		out = append(out, l)
		todo = append(todo, history.Givers(l.Entries, id)...)
	}
	return out, nil
}

// nameUnknown puts the codes of colonies to what came from hives of which nothing is
// known.
func (s *Service) nameUnknown(ctx context.Context, b *history.Believed) error {
	for i := range b.Unknown {
		places, err := s.store.Places(ctx, b.Unknown[i].From)
		if err != nil {
			return err
		}
		if len(places) > 0 {
			b.Unknown[i].Name = places[0].Code
		}
	}
	return nil
}

// colonies are those in whose logs some entries stand, beside one.
func colonies(es []history.Entry, but string) []string {
	var out []string
	for _, e := range es {
		for _, id := range append([]string{e.Colony}, e.With...) {
			if id != "" && id != but && !slices.Contains(out, id) {
				out = append(out, id)
			}
		}
	}
	return out
}

// standIn are the entries that stand in the log of a colony.
func standIn(es []history.Entry, colony string) []history.Entry {
	var out []history.Entry
	for _, e := range es {
		if e.Colony == colony || slices.Contains(e.With, colony) {
			out = append(out, e)
		}
	}
	return out
}

// fitOthers checks that entries noted at one colony fit into the logs of the others
// in which they stand.
func (s *Service) fitOthers(ctx context.Context, tx *store.Tx, es []history.Entry, noted string) error {
	for _, id := range colonies(es, noted) {
		f, err := s.find(ctx, id)
		if err != nil {
			return err
		}
		rows, err := tx.Log(ctx, id)
		if err != nil {
			return err
		}
		if err := fits(id, entriesFrom(rows), f.yard.today, standIn(es, id)...); err != nil {
			return err
		}
	}
	return nil
}

// soonAll has the colonies worked out on which entries bear that were written at one:
// itself, those in whose logs they stand, and those that got something of them since.
func (s *Service) soonAll(ctx context.Context, yard, colony string, es []history.Entry) {
	s.soon(yard, colony)
	all := colonies(es, colony)
	first := day.Day(1<<31 - 1)
	for _, e := range es {
		first = min(first, e.Day)
	}
	for _, id := range append([]string{colony}, all...) {
		takers, err := s.store.TakersOf(ctx, id, int32(first))
		if err != nil { // they are marked, and are worked out with the next refresh
			s.log.Error("find the colonies that got something", "colony", id, "err", err)
			continue
		}
		for _, t := range takers {
			if t != colony && !slices.Contains(all, t) {
				all = append(all, t)
			}
		}
	}
	for _, id := range all {
		if f, err := s.find(ctx, id); err == nil {
			s.soon(f.yard.ID, id)
		}
	}
}

// knowKinds makes the kinds of entry known to the file, once: a later version may
// have more than the file was made with.
func (s *Service) knowKinds(ctx context.Context) error {
	s.kinds.Lock()
	defer s.kinds.Unlock()
	if s.known {
		return nil
	}
	var all []string
	for _, k := range history.Kinds() {
		all = append(all, string(k))
	}
	err := s.store.KnowKinds(ctx, all...)
	s.known = err == nil
	return err
}
