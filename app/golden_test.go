package app_test

import (
	"context"
	"flag"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kembo/app"
	"kembo/core/moves"
)

var record = flag.Bool("record", false, "write the golden export of this version, where there is none yet")

// TestEveryExportIsReadForEver: what a version of Kembo exported every later one reads,
// with all of its entries. The files are never changed; a new version adds its own.
func TestEveryExportIsReadForEver(t *testing.T) {
	ctx := context.Background()
	const newest = "testdata/operation-1.json"
	if _, err := os.Stat(newest); err != nil && *record {
		l := newLife(t)
		lived(l, 11)
		l.must(l.svc.End(l.ctx, l.make("MR-99"), l.id(), today, moves.ColonyEnded{Ending: moves.Ending{How: moves.Died}}))
		l.must(os.MkdirAll("testdata", 0o755))
		l.must(os.WriteFile(newest, []byte(inZip(t, exported(t, l.svc))["kembo.json"]), 0o644))
	}
	files, err := filepath.Glob("testdata/operation-*.json")
	if err != nil || len(files) == 0 {
		t.Fatalf("no exports are kept: %v", err)
	}
	for _, path := range files {
		b, err := os.ReadFile(path)
		if err != nil {
			t.Fatal(err)
		}
		all, err := app.ReadWhole(b)
		if err != nil {
			t.Errorf("%s: %v", path, err)
			continue
		}
		svc, s := anotherMachine(t)
		if _, err := svc.Import(ctx, b); err != nil {
			t.Errorf("%s: %v", path, err)
			continue
		}
		if broken, err := svc.CheckLogs(ctx, func(int) {}); err != nil || len(broken) > 0 {
			t.Errorf("%s: %d logs do not fit together, %v", path, len(broken), err)
		}
		read := 0
		for _, c := range all.Colonies {
			x, err := svc.Book(ctx, c.ID)
			if err != nil {
				t.Errorf("%s: %s: %v", path, c.Code, err)
				continue
			}
			for _, e := range x.Entries {
				if e.Unread != "" {
					t.Errorf("%s: %s: %s", path, c.Code, e.Unread)
				}
				if e.Colony == c.ID {
					read++
				}
			}
		}
		if read != len(all.Entries) || read < 20 {
			t.Errorf("%s: %d of %d entries are read", path, read, len(all.Entries))
		}
		op, err := svc.Operation(ctx)
		if err != nil || op.Name != all.Name {
			t.Errorf("%s: it is called %q, want %q", path, op.Name, all.Name)
		}
		ended, err := s.Ended(ctx, op.ID)
		if err != nil || strings.HasSuffix(path, "-1.json") && len(ended) == 0 {
			t.Errorf("%s: %d have ended, %v", path, len(ended), err)
		}
	}
}
