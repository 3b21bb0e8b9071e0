package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"os"

	"github.com/pressly/goose/v3"
)

//go:embed migrations/*.sql
var migrations embed.FS

func provider(db *sql.DB) (*goose.Provider, error) {
	dir, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectSQLite3, db, dir)
}

// newestMigration is the form of a file that this version writes.
func newestMigration() (int64, error) {
	all, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil || len(all) == 0 {
		return 0, errors.Join(errors.New("no migrations"), err)
	}
	return goose.NumericComponent(all[len(all)-1])
}

// migrate brings a file's schema up to date. Foreign keys are off meanwhile, as
// SQLite asks where a table is copied and dropped: on, each dropped row looks for
// those that point to it, and the time grows with the square of the log. What
// they guard is checked at the end.
func migrate(ctx context.Context, path string, tell func(string)) error {
	db, err := sql.Open(
		"sqlite",
		dsn(path)+"&_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=cache_size(-64000)",
	)
	if err != nil {
		return err
	}
	defer db.Close()
	db.SetMaxOpenConns(1)
	p, err := provider(db)
	if err != nil {
		return err
	}
	now, newest, err := p.GetVersions(ctx)
	if err != nil {
		return err
	}
	if now == newest {
		return nil
	}
	if now > 0 {
		before, err := freeName(fmt.Sprintf("%s.before-form-%d", path, newest))
		if err != nil {
			return err
		}
		tell("copying the data file to " + before)
		if err := copyTo(ctx, db, before); err != nil {
			return err
		}
	}
	for {
		r, err := p.UpByOne(ctx)
		if errors.Is(err, goose.ErrNoNextVersion) {
			break
		}
		if err != nil {
			return fmt.Errorf("bring the data file up to date; a copy from before is beside it: %w", err)
		}
		if now > 0 {
			tell(fmt.Sprintf("data file in form %d of %d after %.1f s", r.Source.Version, newest, r.Duration.Seconds()))
		}
	}
	lost, err := collect(ctx, db, func(r *sql.Rows, t *string) error {
		return r.Scan(t, new(sql.NullInt64), new(string), new(int))
	}, `PRAGMA foreign_key_check`)
	if err != nil {
		return err
	}
	if len(lost) > 0 {
		return fmt.Errorf(
			"%d rows of %s point to a row that is not there; a copy from before is beside the file",
			len(lost),
			lost[0],
		)
	}
	// The marks by which a file is known, and a file that is whole without its log.
	for _, q := range []string{
		fmt.Sprintf(`PRAGMA application_id = %d`, applicationID), fmt.Sprintf(`PRAGMA user_version = %d`, newest),
		`PRAGMA wal_checkpoint(TRUNCATE)`,
	} {
		if _, err := db.ExecContext(ctx, q); err != nil {
			return err
		}
	}
	return nil
}

// freeName returns path or, where it is taken, path with a number.
func freeName(path string) (string, error) {
	for n := 1; n < 1000; n++ {
		name := path
		if n > 1 {
			name = fmt.Sprintf("%s-%d", path, n)
		}
		if _, err := os.Stat(name); errors.Is(err, fs.ErrNotExist) {
			return name, nil
		}
	}
	return "", fmt.Errorf("there are a thousand copies %s already; move some away", path)
}
