package store

import (
	"context"
	"database/sql"
)

const selectRearing = `SELECT DISTINCT colony_id FROM event INDEXED BY event_rearing
	WHERE kind IN ('graft', 'queen_given') AND day BETWEEN ? AND ? AND operation_id = ?`

// Rearing returns the colonies in which larvae were grafted, or to which a queen or a cell was given, between two days, as far as
// entries of those days go.
func (s *Store) Rearing(ctx context.Context, operation string, from, to int32) ([]string, error) {
	return collect(
		ctx, s.read, func(r *sql.Rows, id *string) error { return r.Scan(id) }, selectRearing, from, to, operation,
	)
}
