package store

import (
	"context"
	"database/sql"
)

// StockMove is what moved into store on a day, or out of it.
type StockMove struct {
	Day        int32
	Kind, What string
	Amount     float64
}

// StockCount is what was counted in store on a day.
type StockCount struct {
	ID string
	StockMove
	By
}

const (
	deleteStockMoves = `DELETE FROM stock_move WHERE colony_id = ?`
	insertStockMove  = `INSERT INTO stock_move (colony_id, n, day, kind, what, amount) VALUES (?, ?, ?, ?, ?, ?)`
	sumStockMoves    = `SELECT m.day, m.kind, m.what, SUM(m.amount) FROM stock_move m JOIN colony c ON c.id = m.colony_id
	WHERE c.operation_id = ? GROUP BY m.day, m.kind, m.what ORDER BY m.day`
	insertStockCount = `INSERT INTO stock_count (id, kind, what, operation_id, day, amount, actor, recorded_utc)
	VALUES (?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT DO NOTHING`
	selectStockCounts = `SELECT id, day, kind, what, amount, actor, recorded_utc FROM stock_count
	WHERE operation_id = ? ORDER BY day, recorded_utc, id, kind, what`
	selectFormatsUsed = `SELECT DISTINCT json_extract(b.value, '$.format') FROM event e INDEXED BY event_set_up,
	json_each(e.payload, '$.boxes') b WHERE e.operation_id = ? AND e.kind = 'stack'`
	deleteStockCount = `DELETE FROM stock_count WHERE operation_id = ? AND id = ?`
)

// SetStockMoves writes what a colony's log moved into store and out of it anew, in order
// of day.
func (t *Tx) SetStockMoves(ctx context.Context, colony string, all []StockMove) error {
	if _, err := t.tx.ExecContext(ctx, deleteStockMoves, colony); err != nil {
		return err
	}
	for i, m := range all {
		if _, err := t.tx.ExecContext(ctx, insertStockMove, colony, i+1, m.Day, m.Kind, m.What, m.Amount); err != nil {
			return err
		}
	}
	return nil
}

// StockMoves returns what all logs of an operation moved, summed by day and item.
func (s *Store) StockMoves(ctx context.Context, operation string) ([]StockMove, error) {
	return collect(ctx, s.read, func(r *sql.Rows, m *StockMove) error {
		return r.Scan(&m.Day, &m.Kind, &m.What, &m.Amount)
	}, sumStockMoves, operation)
}

// StockCounts returns what was counted, the earliest first.
func (s *Store) StockCounts(ctx context.Context, operation string) ([]StockCount, error) {
	return collect(ctx, s.read, scanStockCount, selectStockCounts, operation)
}

func scanStockCount(r *sql.Rows, c *StockCount) error {
	return r.Scan(&c.ID, &c.Day, &c.Kind, &c.What, &c.Amount, &c.Actor, &c.RecordedUTC)
}

// CountStock writes what was counted; a page that comes twice is written once.
func (s *Store) CountStock(ctx context.Context, operation string, all []StockCount) error {
	return s.Change(ctx, func(t *Tx) error {
		for _, c := range all {
			if _, err := t.tx.ExecContext(
				ctx, insertStockCount, c.ID, c.Kind, c.What, operation, c.Day, c.Amount, c.Actor, c.RecordedUTC,
			); err != nil {
				return err
			}
		}
		return nil
	})
}

// TakeBackCount takes all of a count away.
func (s *Store) TakeBackCount(ctx context.Context, operation, id string) error {
	return s.exec(ctx, deleteStockCount, operation, id)
}

// FormatsUsed returns the keys of the box formats that hives were set up of.
func (s *Store) FormatsUsed(ctx context.Context, operation string) ([]string, error) {
	return collect(ctx, s.read, func(r *sql.Rows, key *string) error { return r.Scan(key) }, selectFormatsUsed, operation)
}
