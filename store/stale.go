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
	WHERE p.yard_id = ? AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = p.colony_id AND day <= ?)`
	selectMark = `SELECT mark FROM stale WHERE colony_id = ?`
	countStale = `SELECT COUNT(*) FROM stale`
)

// MarkedYards returns the yards whose colonies are marked all together.
func (s *Store) MarkedYards(ctx context.Context) ([]string, error) {
	return collect(ctx, s.read, func(r *sql.Rows, id *string) error { return r.Scan(id) }, selectMarked)
}

// SpreadMark turns a yard's mark into marks of its colonies.
func (s *Store) SpreadMark(ctx context.Context, yard string) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, spreadMarks, yard); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, takeYardMark, yard)
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

// Mark returns a colony's mark, 0 where it has none.
func (s *Store) Mark(ctx context.Context, colony string) (int64, error) {
	var n int64
	err := s.read.QueryRowContext(ctx, selectMark, colony).Scan(&n)
	if errors.Is(err, sql.ErrNoRows) {
		return 0, nil
	}
	return n, err
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
