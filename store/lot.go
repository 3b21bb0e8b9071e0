package store

import (
	"context"
	"database/sql"
)

// LotEntry is an entry of the account of honey. Payload is JSON, by its kind.
type LotEntry struct {
	ID, Kind   string
	Day        int32
	Supersedes string
	Payload    string
	By
}

const (
	lotColumns    = `id, kind, day, COALESCE(supersedes, ''), payload, actor, recorded_utc`
	selectLots    = `SELECT ` + lotColumns + ` FROM lot_entry WHERE operation_id = ? ORDER BY day, seq`
	selectLotsRaw = `SELECT ` + lotColumns + ` FROM lot_entry WHERE operation_id = ? ORDER BY seq`
	insertLot     = `INSERT INTO lot_entry (id, operation_id, kind, day, supersedes, payload, actor, recorded_utc)
	VALUES (?, ?, ?, ?, NULLIF(?, ''), ?, ?, ?) ON CONFLICT (id) DO NOTHING`
)

func scanLot(r *sql.Rows, e *LotEntry) error {
	return r.Scan(&e.ID, &e.Kind, &e.Day, &e.Supersedes, &e.Payload, &e.Actor, &e.RecordedUTC)
}

// Lots returns the account of an operation, by day and as it was written.
func (s *Store) Lots(ctx context.Context, operation string) ([]LotEntry, error) {
	return collect(ctx, s.read, scanLot, selectLots, operation)
}

// Lots returns the account of an operation as a transaction sees it, by day and as it was written.
func (t *Tx) Lots(ctx context.Context, operation string) ([]LotEntry, error) {
	return collect(ctx, t.tx, scanLot, selectLots, operation)
}

// AddLot writes an entry; one that comes twice is written once.
func (t *Tx) AddLot(ctx context.Context, operation string, e LotEntry) error {
	_, err := t.tx.ExecContext(
		ctx, insertLot, e.ID, operation, e.Kind, e.Day, e.Supersedes, e.Payload, e.Actor, e.RecordedUTC,
	)
	return err
}
