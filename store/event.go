package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
)

// Event is an entry of the log. Payload is JSON.
type Event struct {
	Seq                             int64
	ID, OperationID, ColonyID, Kind string
	Day                             int32
	RecordedUTC, Actor, Supersedes  string
	Payload                         string
}

// same reports whether two events say the same of the same colony, whoever wrote
// them and when.
func (e Event) same(o Event) bool {
	return e.OperationID == o.OperationID && e.ColonyID == o.ColonyID && e.Kind == o.Kind && e.Day == o.Day &&
		e.Supersedes == o.Supersedes &&
		e.Payload == o.Payload
}

const (
	eventColumns = `seq, id, operation_id, colony_id, kind, day, recorded_utc, actor, COALESCE(supersedes, ''), payload`
	insertEvent  = `INSERT INTO event (id, operation_id, colony_id, kind, day, recorded_utc, actor, supersedes, payload)
	VALUES (?, ?, ?, ?, ?, ?, ?, NULLIF(?, ''), ?) ON CONFLICT (id) DO NOTHING`
	selectEvent  = `SELECT ` + eventColumns + ` FROM event WHERE id = ?`
	selectEvents = `SELECT ` + eventColumns + ` FROM event WHERE colony_id = ? AND day <= ? ORDER BY day, seq`
	selectAfter  = `SELECT ` + eventColumns + `
	FROM event WHERE colony_id = ? AND seq > (SELECT seq FROM event WHERE id = ? AND colony_id = ?) ORDER BY seq`
)

// whole is a day after any of a log.
const whole = 1<<31 - 1

func scanEvent(r interface{ Scan(...any) error }, e *Event) error {
	return r.Scan(
		&e.Seq,
		&e.ID,
		&e.OperationID,
		&e.ColonyID,
		&e.Kind,
		&e.Day,
		&e.RecordedUTC,
		&e.Actor,
		&e.Supersedes,
		&e.Payload,
	)
}

func scanEvents(r *sql.Rows, e *Event) error { return scanEvent(r, e) }

// Append adds events to the log. One that is there already and says the same is
// left as it is, so doing a thing twice is doing it once; one that says something
// else under the same id is ErrTaken, and nothing is written.
func (s *Store) Append(ctx context.Context, events ...Event) error {
	return s.Change(ctx, func(tx *Tx) error { return tx.Append(ctx, events...) })
}

// Append is Store.Append within a transaction.
func (t *Tx) Append(ctx context.Context, events ...Event) error {
	if len(events) == 0 {
		return nil
	}
	st, err := t.tx.PrepareContext(ctx, insertEvent)
	if err != nil {
		return err
	}
	defer st.Close()
	for _, e := range events {
		done, err := st.ExecContext(
			ctx,
			e.ID,
			e.OperationID,
			e.ColonyID,
			e.Kind,
			e.Day,
			e.RecordedUTC,
			e.Actor,
			e.Supersedes,
			e.Payload,
		)
		if err != nil {
			return fmt.Errorf("event %s: %w", e.Kind, err)
		}
		if n, err := done.RowsAffected(); err != nil || n == 1 {
			if err != nil {
				return err
			}
			continue
		}
		switch was, err := t.Event(ctx, e.ID); {
		case err != nil:
			return err
		case !was.same(e):
			return fmt.Errorf("event %s: %w", e.ID, ErrTaken)
		}
	}
	return nil
}

// Event returns an event by id, or ErrNotFound.
func (t *Tx) Event(ctx context.Context, id string) (Event, error) {
	var e Event
	err := scanEvent(t.tx.QueryRowContext(ctx, selectEvent, id), &e)
	return e, notFound("event "+id, err)
}

// Log returns a colony's whole log, in order of day and entry, also of days that
// have not come yet.
func (t *Tx) Log(ctx context.Context, colony string) ([]Event, error) {
	return collect(ctx, t.tx, scanEvents, selectEvents, colony, whole)
}

// Events returns a colony's log up to a day, in order of day and entry.
func (s *Store) Events(ctx context.Context, colony string, upTo int32) ([]Event, error) {
	return collect(ctx, s.read, scanEvents, selectEvents, colony, upTo)
}

const selectSince = `SELECT ` + eventColumns + ` FROM event WHERE colony_id = ? AND day BETWEEN ? AND ? ORDER BY day, seq`

// EventsSince returns a colony's log between two days, both included.
func (s *Store) EventsSince(ctx context.Context, colony string, from, upTo int32) ([]Event, error) {
	return collect(ctx, s.read, scanEvents, selectSince, colony, from, upTo)
}

// EventsAfter returns what was written to a colony's log after an entry, in the
// order in which it was written; none where there is no such entry.
func (t *Tx) EventsAfter(ctx context.Context, colony, entry string) ([]Event, error) {
	return collect(ctx, t.tx, scanEvents, selectAfter, colony, entry, colony)
}

// Newest returns when the last entry of the log was recorded, "" where it is
// empty.
func (s *Store) Newest(ctx context.Context) (recordedUTC string, err error) {
	// The last written: recorded_utc has no index, and goes with the sequence.
	err = s.read.QueryRowContext(ctx, `SELECT recorded_utc FROM event ORDER BY seq DESC LIMIT 1`).Scan(&recordedUTC)
	if errors.Is(err, sql.ErrNoRows) {
		return "", nil
	}
	return recordedUTC, err
}
