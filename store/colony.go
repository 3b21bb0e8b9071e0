package store

import (
	"context"
	"database/sql"
	"errors"
	"strings"
)

// Colony is a colony where it stands on a day.
type Colony struct{ ID, OperationID, YardID, Code string }

const (
	insertColony = `INSERT INTO colony (id, operation_id, first_yard, first_code) VALUES (?, ?, ?, ?)`
	insertPlace  = `INSERT INTO colony_place (colony_id, day, yard_id, stand, code, actor, recorded_utc) VALUES (?, ?, ?, ?, ?, ?, ?)`
	deletePlaces = `DELETE FROM colony_place WHERE colony_id = ?`
	// What has ended stands nowhere.
	lives = ` AND NOT EXISTS (SELECT 1 FROM colony_end x WHERE x.colony_id = p.colony_id)`
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
	if _, err := t.tx.ExecContext(ctx, insertColony, c.ID, c.OperationID, c.YardID, c.Code); err != nil {
		return err
	}
	if err := t.addPlace(ctx, Place{Colony: c, Day: day}, by); err != nil {
		return err
	}
	return t.Append(ctx, events...)
}

func (t *Tx) addPlace(ctx context.Context, p Place, by By) error {
	_, err := t.tx.ExecContext(
		ctx, insertPlace, p.ID, p.Day, p.YardID, p.Stand, p.Code, by.Actor, by.RecordedUTC,
	)
	if err != nil && strings.Contains(err.Error(), "code is taken") { // the trigger's word; the driver has no type for it
		return &CodeTakenError{p.Code}
	}
	return err
}

// SetPlaces writes all places of a colony anew, the earliest first. A code that
// another colony has now is an *CodeTakenError.
func (t *Tx) SetPlaces(ctx context.Context, colony string, places []Place, by By) error {
	if _, err := t.tx.ExecContext(ctx, deletePlaces, colony); err != nil {
		return err
	}
	for _, p := range places {
		if err := t.addPlace(ctx, p, by); err != nil {
			return err
		}
	}
	return nil
}

func scanColony(r interface{ Scan(...any) error }, c *Colony) error {
	return r.Scan(&c.ID, &c.OperationID, &c.YardID, &c.Code)
}

// selectPlaces is every place a colony has had, the latest first.
const selectPlaces = `SELECT c.id, c.operation_id, p.yard_id, p.code, p.stand, p.day
	FROM colony c JOIN colony_place p ON p.colony_id = c.id WHERE c.id = ? ORDER BY p.day DESC`

// Place is where a colony stands from a day on.
type Place struct {
	Colony
	Stand string
	Day   int32
}

func scanPlaces(r *sql.Rows, p *Place) error {
	return r.Scan(&p.ID, &p.OperationID, &p.YardID, &p.Code, &p.Stand, &p.Day)
}

// Places returns all places that a colony has had, the latest first; none where
// there is no such colony. Which of them is today's hangs on the yard's day.
func (s *Store) Places(ctx context.Context, colony string) ([]Place, error) {
	return collect(ctx, s.read, scanPlaces, selectPlaces, colony)
}

const selectLast = `SELECT id FROM colony ORDER BY rowid DESC LIMIT 1`

// LastColony returns the colony that was made last, "" where there is none.
func (s *Store) LastColony(ctx context.Context) (string, error) {
	var id string
	err := s.read.QueryRowContext(ctx, selectLast).Scan(&id)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil
	}
	return id, err
}

const selectFirst = `SELECT id, operation_id, first_yard, first_code FROM colony WHERE id = ?`

// First returns a colony as it was called, and where it stood, when it began.
func (t *Tx) First(ctx context.Context, colony string) (Colony, error) {
	var c Colony
	err := scanColony(t.tx.QueryRowContext(ctx, selectFirst, colony), &c)
	return c, notFound("colony "+colony, err)
}

// Places is Store.Places within a transaction.
func (t *Tx) Places(ctx context.Context, colony string) ([]Place, error) {
	return collect(ctx, t.tx, scanPlaces, selectPlaces, colony)
}

const selectColonies = `SELECT c.id, c.operation_id, p.yard_id, p.code
	FROM colony c JOIN colony_place p ON p.colony_id = c.id
	WHERE c.operation_id = ? AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = c.id AND day <= ?)` + lives + `
	ORDER BY p.code`

// Colonies returns an operation's living colonies where they stand on a day.
func (s *Store) Colonies(ctx context.Context, operation string, day int32) ([]Colony, error) {
	return collect(ctx, s.read, func(r *sql.Rows, c *Colony) error {
		return scanColony(r, c)
	}, selectColonies, operation, day)
}

const selectOfYard = `SELECT c.id, c.operation_id, p.yard_id, p.code
	FROM colony_place p JOIN colony c ON c.id = p.colony_id
	WHERE p.yard_id = ? AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = p.colony_id AND day <= ?)` + lives + `
	ORDER BY p.code`

// ColoniesOf returns the living colonies that stand in a yard on a day.
func (s *Store) ColoniesOf(ctx context.Context, yard string, day int32) ([]Colony, error) {
	return collect(ctx, s.read, func(r *sql.Rows, c *Colony) error { return scanColony(r, c) }, selectOfYard, yard, day)
}

const selectByCode = `SELECT c.id, c.operation_id, p.yard_id, p.code
	FROM colony_place p JOIN colony c ON c.id = p.colony_id
	WHERE p.code = ? AND c.operation_id = ?
	AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = p.colony_id AND day <= ?)` + lives

// ColonyByCode returns the living colony that has a code on a day, or ErrNotFound.
func (s *Store) ColonyByCode(ctx context.Context, operation, code string, day int32) (Colony, error) {
	var c Colony
	err := scanColony(s.read.QueryRowContext(ctx, selectByCode, code, operation, day), &c)
	return c, notFound("colony "+code, err)
}
