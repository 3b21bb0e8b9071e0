package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"os"

	"modernc.org/sqlite"
)

// Path is the file of the store.
func (s *Store) Path() string { return s.path }

// allPages copies the file in one step, as it is at one moment. Who writes meanwhile
// does not wait for it, and does not make it begin anew, as it would between steps.
const allPages = -1

// Backup writes a whole copy of the database to a file that is not there yet, by the
// engine's own online backup, while others write.
func (s *Store) Backup(ctx context.Context, to string) error {
	f, err := os.OpenFile(to, os.O_RDWR|os.O_CREATE|os.O_EXCL, 0o600)
	if err != nil {
		return fmt.Errorf("copy of the data file: %w", err)
	}
	if err := f.Close(); err != nil {
		return err
	}
	if err := s.backup(ctx, to); err != nil {
		return errors.Join(fmt.Errorf("copy of the data file: %w", err), os.Remove(to))
	}
	return nil
}

func (s *Store) backup(ctx context.Context, to string) error {
	db, err := sql.Open("sqlite", dsn(s.path))
	if err != nil {
		return err
	}
	defer db.Close()
	conn, err := db.Conn(ctx)
	if err != nil {
		return err
	}
	defer conn.Close()
	return conn.Raw(func(c any) error {
		source, ok := c.(interface {
			NewBackup(string) (*sqlite.Backup, error)
		})
		if !ok {
			return errors.New("the engine has no online backup")
		}
		b, err := source.NewBackup(to)
		if err != nil {
			return err
		}
		_, err = b.Step(allPages)
		return errors.Join(err, b.Finish())
	})
}

// Verify opens a copy and reads all of it. It returns a *FileError where it is not
// whole.
func Verify(ctx context.Context, path string) error {
	db, err := sql.Open("sqlite", dsn(path)+"&_pragma=query_only(1)")
	if err != nil {
		return err
	}
	defer db.Close()
	found, err := collect(ctx, db, func(r *sql.Rows, s *string) error { return r.Scan(s) }, `PRAGMA integrity_check(3)`)
	if err != nil {
		return named(path, unreadable(err))
	}
	if len(found) != 1 || found[0] != "ok" {
		return named(path, unreadable(fmt.Errorf("%q", found)))
	}
	var id int
	if err := db.QueryRowContext(ctx, `PRAGMA application_id`).Scan(&id); err != nil || id != applicationID {
		return &FileError{Path: path, Say: "it is no data file of Kembo", Err: err}
	}
	return nil
}

// Restore puts a copy in the place of a data file, which is kept under another name;
// kept is that name, "" where there was none. The copy is checked first and stays.
func Restore(ctx context.Context, from, to string) (kept string, err error) {
	if err := Verify(ctx, from); err != nil {
		return "", err
	}
	if _, err := os.Stat(to + ".serving"); err == nil {
		return "", &FileError{Path: to, Say: "it is being served; stop Kembo first"}
	}
	// The copy is made whole beside its place before anything is moved.
	next, err := freeName(to + ".next")
	if err != nil {
		return "", err
	}
	db, err := sql.Open("sqlite", dsn(from))
	if err != nil {
		return "", err
	}
	err = copyTo(ctx, db, next)
	if err = errors.Join(err, db.Close()); err != nil {
		return "", err
	}
	if _, err := os.Stat(to); err == nil {
		if kept, err = freeName(to + ".before-restore"); err != nil {
			return "", err
		}
		for _, end := range []string{"", "-wal", "-shm"} {
			if err := os.Rename(to+end, kept+end); err != nil && !errors.Is(err, fs.ErrNotExist) {
				return "", fmt.Errorf("keep the data file that is there: %w", err)
			}
		}
	}
	return kept, os.Rename(next, to)
}
