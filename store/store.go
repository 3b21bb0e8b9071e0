// Package store keeps rows in SQLite through database/sql. It knows nothing of
// the trade: an event's payload is text to it. One writer, several readers;
// a write that returned without error survives a kill and a power cut.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"path/filepath"

	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver, by name "sqlite"
)

//go:embed migrations/*.sql
var migrations embed.FS

// ErrNotFound is returned where one row was asked for and there is none.
var ErrNotFound = errors.New("not found")

// Store is an open database.
type Store struct {
	write *sql.DB
	read  *sql.DB
}

// Open opens the database at path, makes it if it is not there, and brings its
// schema up to date.
func Open(ctx context.Context, path string) (*Store, error) {
	abs, err := filepath.Abs(path)
	if err != nil {
		return nil, fmt.Errorf("path of the data file: %w", err)
	}
	base := "file:" + (&url.URL{Path: abs}).EscapedPath() + "?_pragma=busy_timeout(5000)&_pragma=foreign_keys(1)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=cache_size(-16000)"
	w, err := sql.Open("sqlite", base+"&_txlock=immediate")
	if err != nil {
		return nil, err
	}
	w.SetMaxOpenConns(1)
	if err := migrate(ctx, w); err != nil {
		w.Close()
		return nil, fmt.Errorf("data file %s: %w", path, err)
	}
	r, err := sql.Open("sqlite", base+"&_pragma=query_only(1)")
	if err != nil {
		w.Close()
		return nil, err
	}
	r.SetMaxOpenConns(8)
	return &Store{write: w, read: r}, nil
}

func migrate(ctx context.Context, db *sql.DB) error {
	dir, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, db, dir)
	if err != nil {
		return err
	}
	_, err = p.Up(ctx)
	return err
}

// Close closes both pools.
func (s *Store) Close() error { return errors.Join(s.read.Close(), s.write.Close()) }

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
	return tx.Commit()
}

// collect reads all rows of a query with scan.
func collect[T any](ctx context.Context, db *sql.DB, scan func(*sql.Rows, *T) error, query string, args ...any) ([]T, error) {
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

// notFound turns the driver's word for no row into the store's.
func notFound(what string, err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return fmt.Errorf("%s: %w", what, ErrNotFound)
	}
	return err
}
