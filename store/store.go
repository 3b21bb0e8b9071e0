// Package store keeps rows in SQLite through database/sql. It knows nothing of
// the trade: an event's payload is text to it. One writer, several readers;
// a write that returned without error survives a kill and a power cut.
package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"sync/atomic"

	"modernc.org/sqlite"
)

// ErrNotFound is returned where one row was asked for and there is none.
var ErrNotFound = errors.New("not found")

// ErrTaken is returned, wrapped, where an id that is to be written is there
// already with other contents, of another colony or of another kind.
var ErrTaken = errors.New("the id is taken by something else")

// Store is an open database. It is safe for concurrent use.
type Store struct {
	write   *sql.DB
	read    *sql.DB
	written atomic.Int64 // changes since the log was last folded into the file
	path    string
}

// Close folds the write-ahead log into the file and closes both pools.
func (s *Store) Close() error {
	err := s.read.Close()
	if s.written.Load() > 0 {
		err = errors.Join(err, s.Checkpoint(context.Background()))
	}
	return errors.Join(err, s.write.Close())
}

// Tx is a write transaction: what it reads nobody changes until it is done.
type Tx struct{ tx *sql.Tx }

// Change runs f in one write transaction; an error of f undoes all of it.
func (s *Store) Change(ctx context.Context, f func(*Tx) error) error {
	return s.change(ctx, func(tx *sql.Tx) error { return f(&Tx{tx}) })
}

// change runs f in one write transaction.
func (s *Store) change(ctx context.Context, f func(*sql.Tx) error) error {
	tx, err := s.write.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback()
	if err := f(tx); err != nil {
		return err
	}
	s.written.Add(1)
	return tx.Commit()
}

// exec runs one statement as a write transaction of its own.
func (s *Store) exec(ctx context.Context, query string, args ...any) error {
	s.written.Add(1)
	_, err := s.write.ExecContext(ctx, query, args...)
	return err
}

// querier is a pool or a transaction.
type querier interface {
	QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error)
	QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row
}

// collect reads all rows of a query with scan.
func collect[T any](
	ctx context.Context, db querier, scan func(*sql.Rows, *T) error, query string, args ...any,
) ([]T, error) {
	rows, err := db.QueryContext(ctx, query, args...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	var out []T
	for rows.Next() {
		var v T
		if err := scan(rows, &v); err != nil {
			return nil, err
		}
		out = append(out, v)
	}
	return out, rows.Err()
}

// unique turns the driver's word for a row that may be there only once into
// ErrTaken.
func unique(what string, err error) error {
	var e *sqlite.Error
	if errors.As(err, &e) && (e.Code() == constraintUnique || e.Code() == constraintPrimaryKey) {
		return fmt.Errorf("%s: %w", what, ErrTaken)
	}
	return err
}

// SQLite's extended result codes. Source: sqlite.org/rescode.html, from memory.
const constraintUnique, constraintPrimaryKey = 2067, 1555

// notFound turns the driver's word for no row into the store's.
func notFound(what string, err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return fmt.Errorf("%s: %w", what, ErrNotFound)
	}
	return err
}
