package store

import (
	"context"
	"database/sql"
	"fmt"
)

const deleteBloom = `DELETE FROM bloom WHERE yard_id = ?`

// SetBloom replaces a yard's calendar.
func (s *Store) SetBloom(ctx context.Context, yard string, bloom []Bloom) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, deleteBloom, yard); err != nil {
			return err
		}
		for _, b := range bloom {
			if _, err := tx.ExecContext(
				ctx, insertBloom, yard, b.Plant, b.From, b.PeakFrom, b.PeakTo, b.To, b.Strength, b.Pollen, b.BaseC,
				b.DegreeDays,
			); err != nil {
				return err
			}
		}
		return nil
	})
}

// FlowNote is what a keeper saw of a plant's flow: started, or over.
type FlowNote struct {
	ID, YardID, Plant, What string
	Day                     int32
}

const insertFlowNote = `INSERT INTO flow_note (id, yard_id, plant, what, day, actor, recorded_utc) VALUES (?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING`

const selectFlowNote = `SELECT id, yard_id, plant, what, day FROM flow_note WHERE id = ?`

// AddFlowNote writes a note; the same twice is one note, another under its id is
// ErrTaken.
func (s *Store) AddFlowNote(ctx context.Context, n FlowNote, by By) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(
			ctx, insertFlowNote, n.ID, n.YardID, n.Plant, n.What, n.Day, by.Actor, by.RecordedUTC,
		); err != nil {
			return err
		}
		var was FlowNote
		if err := tx.QueryRowContext(ctx, selectFlowNote, n.ID).Scan(
			&was.ID, &was.YardID, &was.Plant, &was.What, &was.Day,
		); err != nil {
			return err
		}
		if was != n {
			return fmt.Errorf("flow note %s: %w", n.ID, ErrTaken)
		}
		return nil
	})
}

const deleteFlowNote = `DELETE FROM flow_note WHERE id = ? AND yard_id = ?`

// RemoveFlowNote takes a note back.
func (s *Store) RemoveFlowNote(ctx context.Context, yard, id string) error {
	return s.exec(ctx, deleteFlowNote, id, yard)
}

const selectFlowNotes = `SELECT id, yard_id, plant, what, day FROM flow_note WHERE yard_id = ? AND day BETWEEN ? AND ? ORDER BY day, recorded_utc`

// FlowNotes returns a yard's notes between two days, both included.
func (s *Store) FlowNotes(ctx context.Context, yard string, from, to int32) ([]FlowNote, error) {
	return collect(ctx, s.read, func(r *sql.Rows, n *FlowNote) error {
		return r.Scan(&n.ID, &n.YardID, &n.Plant, &n.What, &n.Day)
	}, selectFlowNotes, yard, from, to)
}
