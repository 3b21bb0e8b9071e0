package store

import (
	"context"
	"database/sql"
	"strings"
)

// Colony is a colony where it stands on a day.
type Colony struct{ ID, OperationID, YardID, Code string }

const (
	insertColony = `INSERT INTO colony (id, operation_id) VALUES (?, ?)`
	insertPlace  = `INSERT INTO colony_place (colony_id, day, yard_id, code, actor, recorded_utc) VALUES (?, ?, ?, ?, ?, ?)`
)

// CodeTakenError is returned where another colony has the code.
type CodeTakenError struct{ Code string }

func (e *CodeTakenError) Error() string { return "code " + e.Code + " is taken" }

// AddColony writes a colony, its place from a day on, and its first events.
func (s *Store) AddColony(ctx context.Context, c Colony, day int32, by By, events ...Event) error {
	return s.Change(ctx, func(tx *Tx) error { return tx.AddColony(ctx, c, day, by, events...) })
}

// AddColony is Store.AddColony within a transaction. A code that another colony
// has now is an *CodeTakenError.
func (t *Tx) AddColony(ctx context.Context, c Colony, day int32, by By, events ...Event) error {
	if _, err := t.tx.ExecContext(ctx, insertColony, c.ID, c.OperationID); err != nil {
		return err
	}
	if _, err := t.tx.ExecContext(ctx, insertPlace, c.ID, day, c.YardID, c.Code, by.Actor, by.RecordedUTC); err != nil {
		if strings.Contains(err.Error(), "code is taken") { // the trigger's word; the driver has no type for it
			return &CodeTakenError{c.Code}
		}
		return err
	}
	return t.Append(ctx, events...)
}

func scanColony(r interface{ Scan(...any) error }, c *Colony) error {
	return r.Scan(&c.ID, &c.OperationID, &c.YardID, &c.Code)
}

// selectPlaces is every place a colony has had, the latest first.
const selectPlaces = `SELECT c.id, c.operation_id, p.yard_id, p.code, p.day
	FROM colony c JOIN colony_place p ON p.colony_id = c.id WHERE c.id = ? ORDER BY p.day DESC`

// Place is where a colony stands from a day on.
type Place struct {
	Colony
	Day int32
}

// Places returns all places that a colony has had, the latest first; none where
// there is no such colony. Which of them is today's hangs on the yard's day.
func (s *Store) Places(ctx context.Context, colony string) ([]Place, error) {
	return collect(ctx, s.read, func(r *sql.Rows, p *Place) error {
		return r.Scan(&p.ID, &p.OperationID, &p.YardID, &p.Code, &p.Day)
	}, selectPlaces, colony)
}

const selectColonies = `SELECT c.id, c.operation_id, p.yard_id, p.code
	FROM colony c JOIN colony_place p ON p.colony_id = c.id
	WHERE c.operation_id = ? AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = c.id AND day <= ?)
	ORDER BY p.code`

// Colonies returns an operation's colonies where they stand on a day.
func (s *Store) Colonies(ctx context.Context, operation string, day int32) ([]Colony, error) {
	return collect(ctx, s.read, func(r *sql.Rows, c *Colony) error {
		return scanColony(r, c)
	}, selectColonies, operation, day)
}

const selectOfYard = `SELECT c.id, c.operation_id, p.yard_id, p.code
	FROM colony_place p JOIN colony c ON c.id = p.colony_id
	WHERE p.yard_id = ? AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = p.colony_id AND day <= ?)
	ORDER BY p.code`

// ColoniesOf returns the colonies that stand in a yard on a day.
func (s *Store) ColoniesOf(ctx context.Context, yard string, day int32) ([]Colony, error) {
	return collect(ctx, s.read, func(r *sql.Rows, c *Colony) error { return scanColony(r, c) }, selectOfYard, yard, day)
}

const selectByCode = `SELECT c.id, c.operation_id, p.yard_id, p.code
	FROM colony_place p JOIN colony c ON c.id = p.colony_id
	WHERE p.code = ? AND c.operation_id = ? AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = p.colony_id AND day <= ?)`

// ColonyByCode returns the colony that has a code on a day, or ErrNotFound.
func (s *Store) ColonyByCode(ctx context.Context, operation, code string, day int32) (Colony, error) {
	var c Colony
	err := scanColony(s.read.QueryRowContext(ctx, selectByCode, code, operation, day), &c)
	return c, notFound("colony "+code, err)
}
