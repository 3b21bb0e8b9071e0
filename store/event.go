package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"slices"
	"strings"
)

// Event is an entry of the log. Payload is JSON. With are the colonies in whose logs
// it stands, that at which it was noted among them; none for an event of one colony.
type Event struct {
	Seq                             int64
	ID, OperationID, ColonyID, Kind string
	Day                             int32
	RecordedUTC, Actor, Supersedes  string
	Payload                         string
	With                            []EventColony
}

// EventColony is a colony of an event between several.
type EventColony struct {
	ID          string
	Gives, Gets bool
}

// same reports whether two events say the same of the same colonies, whoever wrote
// them and when.
func (e Event) same(o Event) bool {
	return e.OperationID == o.OperationID && e.ColonyID == o.ColonyID && e.Kind == o.Kind && e.Day == o.Day &&
		e.Supersedes == o.Supersedes && e.Payload == o.Payload && slices.Equal(e.With, o.With)
}

// An event's colonies are told as one text: "id give get" of each, in order of ids.
const (
	eventColumns = `e.seq, e.id, e.operation_id, e.colony_id, e.kind, e.day, e.recorded_utc, e.actor,
	COALESCE(e.supersedes, ''), e.payload,
	COALESCE((SELECT group_concat(w.colony_id || ' ' || w.gives || ' ' || w.gets, ',' ORDER BY w.colony_id)
		FROM event_colony w WHERE w.event_id = e.id), '')`
	insertEvent = `INSERT INTO event (id, operation_id, colony_id, kind, day, recorded_utc, actor, supersedes, payload)
	VALUES (?, ?, ?, ?, ?, ?, ?, NULLIF(?, ''), ?) ON CONFLICT (id) DO NOTHING`
	insertEventColony = `INSERT INTO event_colony (event_id, colony_id, gives, gets) VALUES (?, ?, ?, ?)`
	selectEvent       = `SELECT ` + eventColumns + ` FROM event e WHERE e.id = ?`
	// A log is what was noted at a colony, and what was noted at others of it too.
	ofColony = ` FROM (SELECT seq FROM event WHERE colony_id = ?1
	UNION SELECT x.seq FROM event_colony c JOIN event x ON x.id = c.event_id WHERE c.colony_id = ?1) l
	JOIN event e ON e.seq = l.seq`
	selectEvents = `SELECT ` + eventColumns + ofColony + ` WHERE e.day <= ?2 ORDER BY e.day, e.seq`
	selectSince  = `SELECT ` + eventColumns + ofColony + ` WHERE e.day BETWEEN ?2 AND ?3 ORDER BY e.day, e.seq`
	selectAfter  = `SELECT ` + eventColumns + ofColony + `
	WHERE e.seq > (SELECT seq FROM event WHERE id = ?2) ORDER BY e.seq`
	insertKind = `INSERT INTO event_kind (kind) VALUES (?) ON CONFLICT DO NOTHING`
)

// whole is a day after any of a log.
const whole = 1<<31 - 1

func scanEvent(r interface{ Scan(...any) error }, e *Event) error {
	var with string
	err := r.Scan(
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
		&with,
	)
	if err != nil || with == "" {
		return err
	}
	for one := range strings.SplitSeq(with, ",") {
		f := strings.Fields(one)
		if len(f) != 3 {
			return fmt.Errorf("colonies of event %s: %q", e.ID, with)
		}
		e.With = append(e.With, EventColony{ID: f[0], Gives: f[1] == "1", Gets: f[2] == "1"})
	}
	return nil
}

func scanEvents(r *sql.Rows, e *Event) error { return scanEvent(r, e) }

// KnowKinds makes kinds of event known, so that they can be written.
func (s *Store) KnowKinds(ctx context.Context, kinds ...string) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		for _, k := range kinds {
			if _, err := tx.ExecContext(ctx, insertKind, k); err != nil {
				return fmt.Errorf("kind of event %s: %w", k, err)
			}
		}
		return nil
	})
}

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
			if err == nil {
				err = t.join(ctx, e)
			}
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

// join notes the colonies of a new event, and marks those that got something of what
// it bears on.
func (t *Tx) join(ctx context.Context, e Event) error {
	for _, w := range e.With {
		if _, err := t.tx.ExecContext(ctx, insertEventColony, e.ID, w.ID, w.Gives, w.Gets); err != nil {
			return fmt.Errorf("event %s with colony %s: %w", e.Kind, w.ID, err)
		}
		if err := t.markTakers(ctx, w.ID, e.Day); err != nil {
			return err
		}
	}
	return t.markTakers(ctx, e.ColonyID, e.Day)
}

// Event returns an event by id, or ErrNotFound.
func (t *Tx) Event(ctx context.Context, id string) (Event, error) {
	var e Event
	err := scanEvent(t.tx.QueryRowContext(ctx, selectEvent, id), &e)
	return e, notFound("event "+id, err)
}

// Event is Tx.Event outside a transaction.
func (s *Store) Event(ctx context.Context, id string) (Event, error) {
	var e Event
	err := scanEvent(s.read.QueryRowContext(ctx, selectEvent, id), &e)
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

// EventsSince returns a colony's log between two days, both included.
func (s *Store) EventsSince(ctx context.Context, colony string, from, upTo int32) ([]Event, error) {
	return collect(ctx, s.read, scanEvents, selectSince, colony, from, upTo)
}

// EventsAfter returns what was written to a colony's log after an entry, in the
// order in which it was written; none where there is no such entry.
func (t *Tx) EventsAfter(ctx context.Context, colony, entry string) ([]Event, error) {
	return collect(ctx, t.tx, scanEvents, selectAfter, colony, entry)
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
