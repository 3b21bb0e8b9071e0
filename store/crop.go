package store

import (
	"context"
	"database/sql"
)

// Crop is honey that came off a colony on a day. Body is JSON.
type Crop struct {
	Colony
	Day  int32
	Body string
}

const (
	deleteCrops = `DELETE FROM crop WHERE colony_id = ?`
	insertCrop  = `INSERT INTO crop (colony_id, n, day, body) VALUES (?, ?, ?, ?)`
	placeThen   = `(SELECT MAX(q.day) FROM colony_place q WHERE q.colony_id = p.colony_id
	AND (q.day <= x.day OR q.day = (SELECT MIN(day) FROM colony_place WHERE colony_id = p.colony_id)))`
	selectCrops = `SELECT c.id, c.operation_id, p.yard_id, p.code, x.day, x.body
	FROM crop x JOIN colony c ON c.id = x.colony_id JOIN colony_place p ON p.colony_id = c.id
	WHERE c.operation_id = ? AND x.day BETWEEN ? AND ? AND p.day = ` + placeThen + ` ORDER BY x.day, p.code`
	selectMedicated = `SELECT DISTINCT colony_id FROM event INDEXED BY event_medicine
	WHERE kind IN ('treatment', 'feed') AND day BETWEEN ? AND ? AND operation_id = ?`
)

// SetCrops writes what came off a colony anew, the earliest first.
func (t *Tx) SetCrops(ctx context.Context, colony string, all []Crop) error {
	if _, err := t.tx.ExecContext(ctx, deleteCrops, colony); err != nil {
		return err
	}
	for i, x := range all {
		if _, err := t.tx.ExecContext(ctx, insertCrop, colony, i+1, x.Day, x.Body); err != nil {
			return err
		}
	}
	return nil
}

// Crops returns what came off the colonies of an operation between two days, both
// included, each with the code and the yard that it then had.
func (s *Store) Crops(ctx context.Context, operation string, from, to int32) ([]Crop, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *Crop) error {
		return r.Scan(&x.ID, &x.OperationID, &x.YardID, &x.Code, &x.Day, &x.Body)
	}, selectCrops, operation, from, to)
}

// Medicated returns the colonies that were fed or treated between two days, as far as
// entries of those days go.
func (s *Store) Medicated(ctx context.Context, operation string, from, to int32) ([]string, error) {
	return collect(
		ctx, s.read, func(r *sql.Rows, id *string) error { return r.Scan(id) }, selectMedicated, from, to, operation,
	)
}
