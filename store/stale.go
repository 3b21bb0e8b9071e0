package store

import (
	"context"
	"database/sql"
	"errors"
)

// Which standings have to be worked out is marked where an input changes, by
// triggers of the schema, so that no write can forget it.

const (
	spreadMarks = `INSERT INTO stale (colony_id)
	SELECT p.colony_id FROM stale_yard y JOIN colony_place p ON p.yard_id = y.yard_id
	WHERE y.yard_id = ? AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = p.colony_id)
	ON CONFLICT DO UPDATE SET mark = random()`
	takeYardMark = `DELETE FROM stale_yard WHERE yard_id = ?`
	markYard     = `INSERT INTO stale_yard (yard_id) VALUES (?) ON CONFLICT DO UPDATE SET mark = random()`
	selectMarked = `SELECT yard_id FROM stale_yard`
	selectOld    = `SELECT DISTINCT yard_id FROM standing WHERE yard_id = ? AND (today <> ? OR model_version <> ?) LIMIT 1`
	selectStale  = `SELECT s.colony_id, s.mark FROM stale s JOIN colony_place p ON p.colony_id = s.colony_id
	WHERE p.yard_id = ? AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = p.colony_id AND day <= ?)` + lives
	selectMark = `SELECT mark FROM stale WHERE colony_id = ?`
	countStale = `SELECT COUNT(*) FROM stale`
)

// takersOf are the colonies that have got something, at first hand or not, from a
// colony on a day or later: what is written of it bears on them from then on.
const takersOf = `WITH RECURSIVE reached(colony_id, day) AS (
	SELECT ?1, ?2
	UNION
	SELECT taker.colony_id, e.day FROM reached r
	JOIN event_colony giver ON giver.colony_id = r.colony_id AND giver.gives = 1
	JOIN event e ON e.id = giver.event_id AND e.day >= r.day
	JOIN event_colony taker ON taker.event_id = e.id AND taker.gets = 1 AND taker.colony_id <> giver.colony_id)
	SELECT DISTINCT colony_id FROM reached WHERE colony_id <> ?1`

const (
	markTakers = `INSERT INTO stale (colony_id) SELECT colony_id FROM (` + takersOf + `) WHERE true
	ON CONFLICT DO UPDATE SET mark = random()`
	selectTakers = takersOf + ` ORDER BY colony_id`
	selectEver   = `SELECT DISTINCT w.colony_id FROM event_colony w WHERE w.gives = 1
	AND w.colony_id IN (SELECT p.colony_id FROM colony_place p WHERE p.yard_id = ?)`
)

// ever is a day before any of a log.
const ever = -1 << 31

// markTakers marks the colonies on which bears what is written of a colony on a day.
func (t *Tx) markTakers(ctx context.Context, colony string, day int32) error {
	_, err := t.tx.ExecContext(ctx, markTakers, colony, day)
	return err
}

// TakersOf returns the colonies on which bears what is known of a colony on a day, in
// order of their ids.
func (s *Store) TakersOf(ctx context.Context, colony string, day int32) ([]string, error) {
	return collect(ctx, s.read, func(r *sql.Rows, id *string) error { return r.Scan(id) }, selectTakers, colony, day)
}

// MarkedYards returns the yards whose colonies are marked all together.
func (s *Store) MarkedYards(ctx context.Context) ([]string, error) {
	return collect(ctx, s.read, func(r *sql.Rows, id *string) error { return r.Scan(id) }, selectMarked)
}

// SpreadMark turns a yard's mark into marks of its colonies, and of those of other
// yards that have got something from them.
func (s *Store) SpreadMark(ctx context.Context, yard string) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, spreadMarks, yard); err != nil {
			return err
		}
		givers, err := collect(ctx, tx, func(r *sql.Rows, id *string) error { return r.Scan(id) }, selectEver, yard)
		if err != nil {
			return err
		}
		for _, id := range givers {
			if err := (&Tx{tx}).markTakers(ctx, id, ever); err != nil {
				return err
			}
		}
		_, err = tx.ExecContext(ctx, takeYardMark, yard)
		return err
	})
}

// MarkYard marks all colonies of a yard.
func (s *Store) MarkYard(ctx context.Context, yard string) error { return s.exec(ctx, markYard, yard) }

// HasOld reports whether a standing of a yard is of another day or model.
func (s *Store) HasOld(ctx context.Context, yard string, today int32, model string) (bool, error) {
	var id string
	err := s.read.QueryRowContext(ctx, selectOld, yard, today, model).Scan(&id)
	if errors.Is(err, sql.ErrNoRows) {
		return false, nil
	}
	return err == nil, err
}

// Stale returns the marked colonies of a yard, as it stands on a day, with their
// marks.
func (s *Store) Stale(ctx context.Context, yard string, day int32) (map[string]int64, error) {
	type mark struct {
		colony string
		n      int64
	}
	all, err := collect(
		ctx,
		s.read,
		func(r *sql.Rows, m *mark) error { return r.Scan(&m.colony, &m.n) },
		selectStale,
		yard,
		day,
	)
	out := make(map[string]int64, len(all))
	for _, m := range all {
		out[m.colony] = m.n
	}
	return out, err
}

const selectMarkedBoth = `SELECT EXISTS (SELECT 1 FROM stale WHERE colony_id = ?) OR EXISTS (SELECT 1 FROM stale_yard WHERE yard_id = ?)`

// Marked reports whether a colony or its yard is marked.
func (s *Store) Marked(ctx context.Context, colony, yard string) (bool, error) {
	var marked bool
	return marked, s.read.QueryRowContext(ctx, selectMarkedBoth, colony, yard).Scan(&marked)
}

// CountStale returns how many colonies are marked.
func (s *Store) CountStale(ctx context.Context) (int, error) {
	var n int
	return n, s.read.QueryRowContext(ctx, countStale).Scan(&n)
}
