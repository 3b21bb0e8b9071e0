package store

import (
	"context"
	"database/sql"
)

// Queen is a queen while she was in one colony. Body is JSON.
type Queen struct {
	ColonyID, QueenID, MotherID, Body string
}

const (
	deleteQueens    = `DELETE FROM queen WHERE colony_id = ?`
	insertQueen     = `INSERT INTO queen (colony_id, n, queen_id, mother_id, body) VALUES (?, ?, ?, ?, ?)`
	queenColumns    = `SELECT colony_id, queen_id, mother_id, body FROM queen`
	selectQueen     = queenColumns + ` WHERE queen_id = ? ORDER BY colony_id, n`
	selectDaughters = queenColumns + ` WHERE mother_id = ? ORDER BY colony_id, n`
)

// SetQueens writes the queens of a colony anew, the earliest first.
func (t *Tx) SetQueens(ctx context.Context, colony string, all []Queen) error {
	if _, err := t.tx.ExecContext(ctx, deleteQueens, colony); err != nil {
		return err
	}
	for i, q := range all {
		if _, err := t.tx.ExecContext(ctx, insertQueen, colony, i+1, q.QueenID, q.MotherID, q.Body); err != nil {
			return err
		}
	}
	return nil
}

func scanQueens(r *sql.Rows, q *Queen) error {
	return r.Scan(&q.ColonyID, &q.QueenID, &q.MotherID, &q.Body)
}

// QueenOf returns a queen in each of the colonies that she was in.
func (s *Store) QueenOf(ctx context.Context, queen string) ([]Queen, error) {
	return collect(ctx, s.read, scanQueens, selectQueen, queen)
}

// Daughters returns the queens whose mother a queen is.
func (s *Store) Daughters(ctx context.Context, queen string) ([]Queen, error) {
	return collect(ctx, s.read, scanQueens, selectDaughters, queen)
}
