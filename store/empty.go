package store

import (
	"context"
	"database/sql"
	"fmt"
	"strings"
)

// kept are the tables that an emptied operation keeps: its name, its choices, its
// devices, and what is no part of it.
var kept = []string{"operation", "setting", "device", "join_link", "event_kind", "box_format", "goose_db_version"}

// Empty deletes all yards and colonies with all that was ever written of them, in one
// transaction. Logs are never changed otherwise: it is for a sample that was tried out.
func (s *Store) Empty(ctx context.Context) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, `PRAGMA defer_foreign_keys = ON`); err != nil {
			return err
		}
		type object struct{ name, sql string }
		objects := func(kind string) ([]object, error) {
			return collect(ctx, tx, func(r *sql.Rows, o *object) error { return r.Scan(&o.name, &o.sql) },
				`SELECT name, sql FROM sqlite_master WHERE type = ? AND sql IS NOT NULL`, kind)
		}
		triggers, err := objects("trigger")
		if err != nil {
			return err
		}
		tables, err := objects("table")
		if err != nil {
			return err
		}
		// Triggers keep logs from being changed, and mark what is to be worked out.
		for _, t := range triggers {
			if _, err := tx.ExecContext(ctx, `DROP TRIGGER `+quoted(t.name)); err != nil {
				return err
			}
		}
		for _, t := range tables {
			if isKept(t.name) {
				continue
			}
			if _, err := tx.ExecContext(ctx, `DELETE FROM `+quoted(t.name)); err != nil {
				return fmt.Errorf("%s: %w", t.name, err)
			}
		}
		for _, t := range triggers {
			if _, err := tx.ExecContext(ctx, t.sql); err != nil {
				return err
			}
		}
		return nil
	})
}

func isKept(table string) bool {
	for _, k := range kept {
		if table == k {
			return true
		}
	}
	return strings.HasPrefix(table, "sqlite_")
}

// quoted writes a name of the schema as SQL has it.
func quoted(name string) string { return `"` + strings.ReplaceAll(name, `"`, `""`) + `"` }
