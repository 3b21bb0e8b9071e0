package store

import (
	"context"
	"database/sql"
	"errors"
)

// End is how a colony came to an end.
type End struct {
	ColonyID  string
	Day       int32
	How, Into string
}

// Ended is a colony that is no more, as it stood last.
type Ended struct {
	Colony
	End End
}

const (
	deleteEnd = `DELETE FROM colony_end WHERE colony_id = ?`
	insertEnd = `INSERT INTO colony_end (colony_id, day, how, into_id) VALUES (?, ?, ?, ?)`
	selectEnd = `SELECT colony_id, day, how, into_id FROM colony_end WHERE colony_id = ?`
	selectAll = `SELECT c.id, c.operation_id, p.yard_id, p.code, x.colony_id, x.day, x.how, x.into_id
	FROM colony_end x JOIN colony c ON c.id = x.colony_id JOIN colony_place p ON p.colony_id = c.id
	WHERE c.operation_id = ? AND x.how <> 'mistake'
	AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = c.id)
	ORDER BY x.day DESC, p.code`
)

// SetEnd writes that a colony has ended; nil: that it lives. again reports that it had
// ended before, and lives.
func (t *Tx) SetEnd(ctx context.Context, colony string, e *End) (again bool, err error) {
	var was End
	err = t.tx.QueryRowContext(ctx, selectEnd, colony).Scan(&was.ColonyID, &was.Day, &was.How, &was.Into)
	switch {
	case err != nil && !errors.Is(err, sql.ErrNoRows):
		return false, err
	case err == nil && e != nil && was == *e, err != nil && e == nil:
		return false, nil // as it is
	}
	if _, err := t.tx.ExecContext(ctx, deleteEnd, colony); err != nil || e == nil {
		return err == nil, err
	}
	_, err = t.tx.ExecContext(ctx, insertEnd, colony, e.Day, e.How, e.Into)
	return false, err
}

// EndOf returns how a colony ended, or ErrNotFound where it lives.
func (s *Store) EndOf(ctx context.Context, colony string) (End, error) {
	var e End
	err := s.read.QueryRowContext(ctx, selectEnd, colony).Scan(&e.ColonyID, &e.Day, &e.How, &e.Into)
	return e, notFound("end of "+colony, err)
}

// Ended returns the colonies of an operation that have ended, the latest first. Those
// that never were are not among them.
func (s *Store) Ended(ctx context.Context, operation string) ([]Ended, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *Ended) error {
		return r.Scan(
			&x.ID, &x.OperationID, &x.YardID, &x.Code, &x.End.ColonyID, &x.End.Day, &x.End.How, &x.End.Into,
		)
	}, selectAll, operation)
}
