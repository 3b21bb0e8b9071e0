package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
)

// KeptPlan is a colony's plan as it was kept on a day.
type KeptPlan struct {
	ColonyID                string
	Day                     int32
	InputHash, ModelVersion string
	Body                    string
}

// WholeKept is a plan that was kept, as it leaves with a whole operation.
type WholeKept struct {
	Colony       string          `json:"colony"`
	Day          Date            `json:"day"`
	InputHash    string          `json:"input_hash"`
	ModelVersion string          `json:"model_version"`
	Plan         json.RawMessage `json:"plan"`
}

const (
	upsertKept = `INSERT INTO kept_plan (colony_id, day, input_hash, model_version, body) VALUES (?, ?, ?, ?, ?)
	ON CONFLICT (colony_id, day) DO UPDATE SET input_hash = excluded.input_hash, model_version = excluded.model_version, body = excluded.body`
	insertKept = `INSERT INTO kept_plan (colony_id, day, input_hash, model_version, body) VALUES (?, ?, ?, ?, ?)
	ON CONFLICT DO NOTHING`
	// The last two days: the day before is what today is held against, however often today is worked out.
	// Of a day to come there are some where the clock was wrong.
	trimKept = `DELETE FROM kept_plan WHERE colony_id = ?1 AND day NOT IN
	(SELECT day FROM kept_plan WHERE colony_id = ?1 AND day <= ?2 ORDER BY day DESC LIMIT 2)`
	selectKept  = `SELECT colony_id, day, input_hash, model_version, body FROM kept_plan WHERE colony_id = ? AND day < ? ORDER BY day DESC LIMIT 1`
	selectKepts = `SELECT colony_id, day, input_hash, model_version, body FROM kept_plan ORDER BY colony_id, day`
)

func (p *KeptPlan) into() []any {
	return []any{&p.ColonyID, &p.Day, &p.InputHash, &p.ModelVersion, &p.Body}
}

// keepPlan writes a plan and lets go of those of earlier days.
func (t *Tx) keepPlan(ctx context.Context, p KeptPlan) error {
	if _, err := t.tx.ExecContext(ctx, upsertKept, p.ColonyID, p.Day, p.InputHash, p.ModelVersion, p.Body); err != nil {
		return err
	}
	_, err := t.tx.ExecContext(ctx, trimKept, p.ColonyID, p.Day)
	return err
}

// KeptBefore returns the last plan of a colony that was kept before a day, and false where none was.
func (s *Store) KeptBefore(ctx context.Context, colony string, day int32) (KeptPlan, bool, error) {
	var p KeptPlan
	err := s.read.QueryRowContext(ctx, selectKept, colony, day).Scan(p.into()...)
	if errors.Is(err, sql.ErrNoRows) {
		return p, false, nil
	}
	return p, err == nil, err
}

func (r *wholeReader) kept(w *Whole) {
	rows(r, &w.Kept, func(q *sql.Rows, x *WholeKept) error {
		var p KeptPlan
		err := q.Scan(p.into()...)
		*x = WholeKept{p.ColonyID, Date(p.Day), p.InputHash, p.ModelVersion, json.RawMessage(p.Body)}
		return err
	}, selectKepts)
}

func (m *merger) kept(w Whole) error {
	for _, x := range w.Kept {
		if err := m.put("kept plans", insertKept, x.Colony, x.Day, x.InputHash, x.ModelVersion, compact(x.Plan)); err != nil {
			return err
		}
	}
	return nil
}
