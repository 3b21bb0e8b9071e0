package store

import (
	"context"
	"database/sql"
	"fmt"
)

// Colony is a colony where it stands on a day.
type Colony struct{ ID, OperationID, YardID, Code string }

const (
	insertColony = `INSERT INTO colony (id, operation_id) VALUES (?, ?)`
	insertPlace  = `INSERT INTO colony_place (colony_id, day, yard_id, code, actor, recorded_utc) VALUES (?, ?, ?, ?, ?, ?)`
)

// AddColony writes a colony, its place from a day on, and its first events.
func (s *Store) AddColony(ctx context.Context, c Colony, day int32, by By, events ...Event) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, insertColony, c.ID, c.OperationID); err != nil {
			return err
		}
		if _, err := tx.ExecContext(ctx, insertPlace, c.ID, day, c.YardID, c.Code, by.Actor, by.RecordedUTC); err != nil {
			return err
		}
		return appendEvents(ctx, tx, events)
	})
}

const selectColonies = `SELECT c.id, c.operation_id, p.yard_id, p.code
	FROM colony c JOIN colony_place p ON p.colony_id = c.id
	WHERE c.operation_id = ? AND p.day = (SELECT MAX(day) FROM colony_place WHERE colony_id = c.id AND day <= ?)
	ORDER BY p.code`

// Colonies returns an operation's colonies where they stand on a day.
func (s *Store) Colonies(ctx context.Context, operation string, day int32) ([]Colony, error) {
	return collect(ctx, s.read, func(r *sql.Rows, c *Colony) error {
		return r.Scan(&c.ID, &c.OperationID, &c.YardID, &c.Code)
	}, selectColonies, operation, day)
}

// Event is an entry of the log. Payload is JSON.
type Event struct {
	Seq                             int64
	ID, OperationID, ColonyID, Kind string
	Day                             int32
	RecordedUTC, Actor, Supersedes  string
	Payload                         string
}

const insertEvent = `INSERT INTO event (id, operation_id, colony_id, kind, day, recorded_utc, actor, supersedes, payload)
	VALUES (?, ?, ?, ?, ?, ?, ?, NULLIF(?, ''), ?) ON CONFLICT (id) DO NOTHING`

// Append adds events to the log; one that is there already, by id, is left as
// it is, so doing a thing twice is doing it once.
func (s *Store) Append(ctx context.Context, events ...Event) error {
	return s.change(ctx, func(tx *sql.Tx) error { return appendEvents(ctx, tx, events) })
}

func appendEvents(ctx context.Context, tx *sql.Tx, events []Event) error {
	st, err := tx.PrepareContext(ctx, insertEvent)
	if err != nil {
		return err
	}
	defer st.Close()
	for _, e := range events {
		if _, err := st.ExecContext(ctx, e.ID, e.OperationID, e.ColonyID, e.Kind, e.Day, e.RecordedUTC, e.Actor, e.Supersedes, e.Payload); err != nil {
			return fmt.Errorf("event %s: %w", e.Kind, err)
		}
	}
	return nil
}

const selectEvents = `SELECT seq, id, operation_id, colony_id, kind, day, recorded_utc, actor, COALESCE(supersedes, ''), payload
	FROM event WHERE colony_id = ? AND day <= ? ORDER BY day, seq`

// Events returns a colony's log up to a day, in order of day and entry.
func (s *Store) Events(ctx context.Context, colony string, upTo int32) ([]Event, error) {
	return collect(ctx, s.read, scanEvent, selectEvents, colony, upTo)
}

func scanEvent(r *sql.Rows, e *Event) error {
	return r.Scan(&e.Seq, &e.ID, &e.OperationID, &e.ColonyID, &e.Kind, &e.Day, &e.RecordedUTC, &e.Actor, &e.Supersedes, &e.Payload)
}

// Standing is what the board shows of a colony. Ends are nil where a runway
// does not end within the horizon.
type Standing struct {
	ColonyID, YardID          string
	Today                     int32
	Urgency                   int
	ModelVersion, InputHash   string
	FoodEnd, LayEnd, StoreEnd *int32
	Body                      string
}

const upsertStanding = `INSERT INTO standing (colony_id, yard_id, today, model_version, input_hash, urgency, food_end, lay_end, store_end, body)
	VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
	ON CONFLICT (colony_id) DO UPDATE SET yard_id = excluded.yard_id, today = excluded.today, model_version = excluded.model_version,
	input_hash = excluded.input_hash, urgency = excluded.urgency, food_end = excluded.food_end, lay_end = excluded.lay_end, store_end = excluded.store_end, body = excluded.body`

// SaveStandings writes standings, replacing those of the same colonies.
func (s *Store) SaveStandings(ctx context.Context, all ...Standing) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		for _, x := range all {
			if _, err := tx.ExecContext(ctx, upsertStanding, x.ColonyID, x.YardID, x.Today, x.ModelVersion, x.InputHash, x.Urgency, x.FoodEnd, x.LayEnd, x.StoreEnd, x.Body); err != nil {
				return err
			}
		}
		return nil
	})
}

const selectStandings = `SELECT colony_id, yard_id, today, model_version, input_hash, urgency, food_end, lay_end, store_end, body FROM standing`

// Standings returns all standings.
func (s *Store) Standings(ctx context.Context) ([]Standing, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *Standing) error {
		return r.Scan(&x.ColonyID, &x.YardID, &x.Today, &x.ModelVersion, &x.InputHash, &x.Urgency, &x.FoodEnd, &x.LayEnd, &x.StoreEnd, &x.Body)
	}, selectStandings)
}

const selectHashes = `SELECT colony_id, input_hash FROM standing`

// StandingHashes returns what each standing was worked out from, by colony.
func (s *Store) StandingHashes(ctx context.Context) (map[string]string, error) {
	type pair struct{ id, hash string }
	rows, err := collect(ctx, s.read, func(r *sql.Rows, p *pair) error { return r.Scan(&p.id, &p.hash) }, selectHashes)
	out := make(map[string]string, len(rows))
	for _, p := range rows {
		out[p.id] = p.hash
	}
	return out, err
}
