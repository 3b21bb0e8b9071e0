package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
)

// FileError is a data file that cannot be opened, with a sentence for its user.
type FileError struct {
	Path, Say string
	Err       error // nil: Say is all
}

func (e *FileError) Error() string { return e.Path + ": " + e.Say }

// Unwrap returns the error for the log.
func (e *FileError) Unwrap() error { return e.Err }

// applicationID marks a file as Kembo's in its header: "KEMB".
const applicationID = 0x4B454D42

// checkedAtOnce is the size up to which a file is checked before it is opened;
// a larger one is checked while it serves. A check reads some 200 MB a second.
const checkedAtOnce = 64 << 20 // bytes

// Option changes how a file is opened.
type Option func(*opening)

type opening struct{ tell func(string) }

// Tell has tell called with what takes long while a file is opened.
func Tell(tell func(string)) Option { return func(o *opening) { o.tell = tell } }

// Open opens the database at path, makes it if it is not there, and brings its
// schema up to date, with a copy of it before. A file that is another program's,
// damaged or of a newer version is a *FileError and is left as it is.
func Open(ctx context.Context, path string, opts ...Option) (*Store, error) {
	o := opening{tell: func(string) {}}
	for _, f := range opts {
		f(&o)
	}
	abs, err := filepath.Abs(path)
	if err != nil {
		return nil, fmt.Errorf("path of the data file: %w", err)
	}
	if err := private(abs); err != nil {
		return nil, &FileError{path, "it cannot be opened or made: " + err.Error(), err}
	}
	if err := inspect(ctx, abs); err != nil {
		return nil, named(path, err)
	}
	if err := migrate(ctx, abs, o.tell); err != nil {
		return nil, named(path, err)
	}
	base := dsn(
		abs,
	) + "&_pragma=foreign_keys(1)&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=cache_size(-16000)"
	w, err := sql.Open("sqlite", base+"&_txlock=immediate")
	if err != nil {
		return nil, err
	}
	w.SetMaxOpenConns(1)
	if err := w.PingContext(ctx); err != nil {
		w.Close()
		return nil, named(path, err)
	}
	r, err := sql.Open("sqlite", base+"&_pragma=query_only(1)")
	if err != nil {
		w.Close()
		return nil, err
	}
	r.SetMaxOpenConns(readers)
	r.SetMaxIdleConns(readers) // a connection that is opened anew parses the schema anew
	return &Store{write: w, read: r, path: abs}, nil
}

// readers is how many read at once.
const readers = 8

// dsn names a file to the driver.
func dsn(abs string) string {
	return "file:" + (&url.URL{Path: abs}).EscapedPath() + "?_pragma=busy_timeout(5000)"
}

// named puts the file's name to an error.
func named(path string, err error) error {
	var f *FileError
	if errors.As(err, &f) {
		f.Path = path
		return f
	}
	return fmt.Errorf("data file %s: %w", path, err)
}

// private makes the file, where it is not there, and has only its owner read it:
// it holds who may join. SQLite gives its side files the same mode.
func private(path string) error {
	f, err := os.OpenFile(path, os.O_RDWR|os.O_CREATE, 0o600)
	if errors.Is(err, fs.ErrPermission) { // a file that may only be read: SQLite says what it cannot do
		return nil
	}
	if err != nil {
		return err
	}
	if info, err := f.Stat(); err == nil && info.Mode().Perm()&0o077 != 0 {
		_ = f.Chmod(0o600) // where the file system knows no modes there is nothing to do
	}
	return f.Close()
}

// inspect reads whose a file is, without writing to it, and refuses what is not
// Kembo's or cannot be trusted.
func inspect(ctx context.Context, path string) error {
	info, err := os.Stat(path)
	if err != nil {
		return err
	}
	if info.Size() == 0 {
		return nil // new
	}
	db, err := sql.Open("sqlite", dsn(path)+"&_pragma=query_only(1)")
	if err != nil {
		return err
	}
	defer db.Close()
	db.SetMaxOpenConns(1)
	var id, tables, ours int
	if err := db.QueryRowContext(ctx, `PRAGMA application_id`).Scan(&id); err != nil {
		return unreadable(err)
	}
	if err := db.QueryRowContext(
		ctx,
		`SELECT COUNT(*), COUNT(*) FILTER (WHERE name IN ('goose_db_version', 'operation', 'colony', 'event'))
		FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%'`,
	).Scan(&tables, &ours); err != nil {
		return unreadable(err)
	}
	switch {
	case id != 0 && id != applicationID, id == 0 && tables > 0 && ours < 4:
		return &FileError{Say: "it belongs to another program; give Kembo a file of its own"}
	case tables == 0:
		return nil
	}
	newest, err := newestMigration()
	if err != nil {
		return err
	}
	var version int64
	if err := db.QueryRowContext(
		ctx, `SELECT COALESCE(MAX(version_id), 0) FROM goose_db_version WHERE is_applied`,
	).Scan(&version); err != nil {
		return unreadable(err)
	}
	if version > newest {
		return &FileError{
			Say: fmt.Sprintf(
				"it was written by a newer Kembo (form %d; this one knows up to %d); use that one",
				version,
				newest,
			),
		}
	}
	if info.Size() <= checkedAtOnce {
		return quickCheck(ctx, db)
	}
	return nil
}

func unreadable(err error) error {
	if errors.Is(err, context.Canceled) {
		return err
	}
	return &FileError{
		Say: "it is damaged, or no data file; put the last copy in its place (" + err.Error() + ")",
		Err: err,
	}
}

func quickCheck(ctx context.Context, db querier) error {
	found, err := collect(ctx, db, func(r *sql.Rows, s *string) error { return r.Scan(s) }, `PRAGMA quick_check(3)`)
	if err != nil {
		return unreadable(err)
	}
	if len(found) != 1 || found[0] != "ok" {
		return unreadable(fmt.Errorf("%q", found))
	}
	return nil
}

// CheckedLater reports whether the file is so large that Open left its check to
// Check.
func (s *Store) CheckedLater() bool {
	info, err := os.Stat(s.path)
	return err == nil && info.Size() > checkedAtOnce
}

// Check reads the whole file and returns a *FileError where it is damaged or a
// row points to one that is not there.
func (s *Store) Check(ctx context.Context) error {
	if err := quickCheck(ctx, s.read); err != nil {
		return named(s.path, err)
	}
	type orphan struct{ table, parent string }
	lost, err := collect(
		ctx,
		s.read,
		func(r *sql.Rows, o *orphan) error { return r.Scan(&o.table, new(sql.NullInt64), &o.parent, new(int)) },
		`PRAGMA foreign_key_check`,
	)
	if err != nil {
		return err
	}
	if len(lost) > 0 {
		return &FileError{
			Path: s.path,
			Say: fmt.Sprintf(
				"%d rows of %s point to a row of %s that is not there",
				len(lost),
				lost[0].table,
				lost[0].parent,
			),
		}
	}
	return nil
}

// Checkpoint folds the write-ahead log into the file, so that a plain copy of the
// file alone is whole.
func (s *Store) Checkpoint(ctx context.Context) error {
	n := s.written.Load()
	var busy, frames, moved int
	if err := s.write.QueryRowContext(ctx, `PRAGMA wal_checkpoint(TRUNCATE)`).Scan(&busy, &frames, &moved); err != nil {
		return err
	}
	if busy == 0 {
		s.written.Add(-n)
	}
	return nil
}

// Written returns how many changes were made since the last checkpoint.
func (s *Store) Written() int64 { return s.written.Load() }

// Copy writes a whole copy of the database to a file that is not there yet.
// It reads by a connection of its own, so that nobody who writes waits for it.
func (s *Store) Copy(ctx context.Context, to string) error {
	db, err := sql.Open("sqlite", dsn(s.path))
	if err != nil {
		return err
	}
	defer db.Close()
	return copyTo(ctx, db, to)
}

func copyTo(ctx context.Context, db *sql.DB, to string) error {
	f, err := os.OpenFile(to, os.O_RDWR|os.O_CREATE|os.O_EXCL, 0o600)
	if err != nil {
		return fmt.Errorf("copy of the data file: %w", err)
	}
	if err := f.Close(); err != nil {
		return err
	}
	// VACUUM INTO takes an empty file, and keeps its mode.
	if _, err := db.ExecContext(ctx, `VACUUM INTO ?`, to); err != nil {
		return errors.Join(fmt.Errorf("copy of the data file: %w", err), os.Remove(to))
	}
	return nil
}
