package store

import (
	"context"
	"database/sql"
)

const (
	deleteRound = `DELETE FROM round_place WHERE yard_id = ?`
	insertRound = `INSERT INTO round_place (yard_id, colony_id, place, actor, recorded_utc) VALUES (?, ?, ?, ?, ?)`
	selectRound = `SELECT colony_id FROM round_place WHERE yard_id = ? ORDER BY place`
)

// SetRound writes the order in which a yard's colonies stand.
func (s *Store) SetRound(ctx context.Context, yard string, colonies []string, by By) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, deleteRound, yard); err != nil {
			return err
		}
		for i, c := range colonies {
			if _, err := tx.ExecContext(ctx, insertRound, yard, c, i, by.Actor, by.RecordedUTC); err != nil {
				return err
			}
		}
		return nil
	})
}

// Round returns the colonies of a yard that have a place, in order.
func (s *Store) Round(ctx context.Context, yard string) ([]string, error) {
	return collect(ctx, s.read, func(r *sql.Rows, id *string) error { return r.Scan(id) }, selectRound, yard)
}

// Sent is what a device sent under an id of its making, with its answer.
type Sent struct {
	ID, ColonyID, Hash, Body string
	By                       By
	Answer                   string
}

const (
	selectSent   = `SELECT id, colony_id, body_hash, body, actor, recorded_utc, answer FROM sent WHERE id = ?`
	insertSent   = `INSERT INTO sent (id, colony_id, body_hash, body, actor, recorded_utc, answer) VALUES (?, ?, ?, ?, ?, ?, ?)`
	insertBeside = `INSERT INTO sent_beside (id, body_hash, body, actor, recorded_utc) VALUES (?, ?, ?, ?, ?) ON CONFLICT DO NOTHING`
)

func scanSent(row interface{ Scan(...any) error }, x *Sent) error {
	return row.Scan(&x.ID, &x.ColonyID, &x.Hash, &x.Body, &x.By.Actor, &x.By.RecordedUTC, &x.Answer)
}

// SentBefore returns what came under an id, or ErrNotFound.
func (s *Store) SentBefore(ctx context.Context, id string) (Sent, error) {
	var x Sent
	err := scanSent(s.read.QueryRowContext(ctx, selectSent, id), &x)
	return x, notFound("sent", err)
}

// SentBefore is Store.SentBefore within a transaction.
func (t *Tx) SentBefore(ctx context.Context, id string) (Sent, error) {
	var x Sent
	err := scanSent(t.tx.QueryRowContext(ctx, selectSent, id), &x)
	return x, notFound("sent", err)
}

// AddSent notes what came under an id, with its answer.
func (t *Tx) AddSent(ctx context.Context, x Sent) error {
	_, err := t.tx.ExecContext(
		ctx, insertSent, x.ID, x.ColonyID, x.Hash, x.Body, x.By.Actor, x.By.RecordedUTC, x.Answer,
	)
	return err
}

// KeepBeside keeps something else that came under an id that had come before.
func (t *Tx) KeepBeside(ctx context.Context, x Sent) error {
	_, err := t.tx.ExecContext(ctx, insertBeside, x.ID, x.Hash, x.Body, x.By.Actor, x.By.RecordedUTC)
	return err
}

const selectBeside = `SELECT b.id, s.colony_id, b.body_hash, b.body, b.actor, b.recorded_utc, '{}' FROM sent_beside b JOIN sent s ON s.id = b.id
	WHERE s.colony_id = ? AND b.recorded_utc >= ? AND b.id NOT IN (SELECT sent_id FROM settled) ORDER BY b.recorded_utc`

// Beside returns what came for a colony since an instant under ids that had come
// before.
func (s *Store) Beside(ctx context.Context, colony, sinceUTC string) ([]Sent, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *Sent) error {
		return scanSent(r, x)
	}, selectBeside, colony, sinceUTC)
}

const selectUnknowing = `SELECT id, colony_id, body_hash, '', actor, recorded_utc, answer FROM sent
	WHERE colony_id = ? AND recorded_utc >= ? AND json_array_length(answer, '$.meanwhile') > 0
	AND id NOT IN (SELECT sent_id FROM settled) ORDER BY recorded_utc`

// Unknowing returns what devices sent for a colony since an instant without
// knowing of all that the log held; bodies are left out.
func (s *Store) Unknowing(ctx context.Context, colony, sinceUTC string) ([]Sent, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *Sent) error {
		return scanSent(r, x)
	}, selectUnknowing, colony, sinceUTC)
}

const selectAnswers = `SELECT answer FROM sent WHERE colony_id = ? AND instr(answer, ?) > 0`

// AnswersOf returns the answers to what was sent of a colony in which an entry is
// named.
func (s *Store) AnswersOf(ctx context.Context, colony, entry string) ([]string, error) {
	return collect(ctx, s.read, func(r *sql.Rows, a *string) error { return r.Scan(a) }, selectAnswers, colony, entry)
}

const insertSettled = `INSERT INTO settled (sent_id, actor, recorded_utc) VALUES (?, ?, ?) ON CONFLICT DO NOTHING`

// SettleApart writes that what was kept side by side under an id has been settled.
func (s *Store) SettleApart(ctx context.Context, sent string, by By) error {
	return s.exec(ctx, insertSettled, sent, by.Actor, by.RecordedUTC)
}

const selectSentOf = `SELECT id, colony_id, body_hash, '', actor, recorded_utc, answer FROM sent WHERE colony_id = ?`

// SentOf returns all that was sent of a colony, with its answers; bodies are left out.
func (s *Store) SentOf(ctx context.Context, colony string) ([]Sent, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *Sent) error { return scanSent(r, x) }, selectSentOf, colony)
}
