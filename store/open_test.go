package store_test

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/pressly/goose/v3"

	"kembo/store"
)

// raw opens a file past all that store checks.
func raw(t *testing.T, path string) *sql.DB {
	t.Helper()
	db, err := sql.Open("sqlite", path)
	if err != nil {
		t.Fatal(err)
	}
	db.SetMaxOpenConns(1)
	t.Cleanup(func() { db.Close() })
	return db
}

func do(t *testing.T, db *sql.DB, queries ...string) {
	t.Helper()
	for _, q := range queries {
		if _, err := db.Exec(q); err != nil {
			t.Fatalf("%s: %v", q, err)
		}
	}
}

// atForm makes a file as a version before had it: with the migrations up to one.
func atForm(t *testing.T, path string, version int64) *sql.DB {
	t.Helper()
	db := raw(t, path)
	p, err := goose.NewProvider(goose.DialectSQLite3, db, os.DirFS("migrations"))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := p.UpTo(context.Background(), version); err != nil {
		t.Fatal(err)
	}
	return db
}

// TestAFileIsItsOwners: nobody else on the machine reads it, nor its side files,
// also where it was open to all before.
func TestAFileIsItsOwners(t *testing.T) {
	path := filepath.Join(t.TempDir(), "k.db")
	for range 2 {
		s, err := store.Open(context.Background(), path)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := s.Operation(context.Background()); errors.Is(err, store.ErrNotFound) {
			seed(t, s)
		}
		for _, side := range []string{"", "-wal", "-shm"} {
			if info, err := os.Stat(path + side); err == nil && info.Mode().Perm() != 0o600 {
				t.Errorf("%s has the mode %v", filepath.Base(path+side), info.Mode().Perm())
			}
		}
		s.Close()
		if err := os.Chmod(path, 0o644); err != nil {
			t.Fatal(err)
		}
	}
}

// TestWhatIsNotKembosIsRefused: another program's file, one of a newer Kembo, a
// damaged one and one that is no database at all are refused in a sentence, and
// are not touched.
func TestWhatIsNotKembosIsRefused(t *testing.T) {
	ctx := context.Background()
	whole := func(t *testing.T, path string) {
		s, err := store.Open(ctx, path)
		if err != nil {
			t.Fatal(err)
		}
		seed(t, s)
		for i := range 400 {
			if err := s.Append(ctx, event(fmt.Sprint("f", i), 120)); err != nil {
				t.Fatal(err)
			}
		}
		s.Close()
	}
	for name, tt := range map[string]struct {
		make func(t *testing.T, path string)
		say  string
	}{
		"another program's": {func(t *testing.T, path string) {
			do(t, raw(t, path), `CREATE TABLE places (url TEXT)`)
		}, "another program"},
		"one that says whose it is": {func(t *testing.T, path string) {
			do(t, raw(t, path), `PRAGMA application_id = 252006674`)
			do(t, raw(t, path), `CREATE TABLE x (y)`)
		}, "another program"},
		"a newer Kembo's": {func(t *testing.T, path string) {
			whole(t, path)
			do(t, raw(t, path), `INSERT INTO goose_db_version (version_id, is_applied) VALUES (99, 1)`)
		}, "newer Kembo"},
		"a text": {func(t *testing.T, path string) {
			if err := os.WriteFile(path, []byte(strings.Repeat("honey ", 400)), 0o600); err != nil {
				t.Fatal(err)
			}
		}, "damaged, or no data file"},
		"one that is damaged": {func(t *testing.T, path string) {
			whole(t, path)
			f, err := os.OpenFile(path, os.O_RDWR, 0)
			if err != nil {
				t.Fatal(err)
			}
			defer f.Close()
			junk := make([]byte, 4096)
			for i := range junk {
				junk[i] = byte(i * 31)
			}
			info, _ := f.Stat()
			for at := int64(8 * 4096); at < info.Size(); at += 3 * 4096 {
				if _, err := f.WriteAt(junk, at); err != nil {
					t.Fatal(err)
				}
			}
		}, "damaged"},
		"half of one": {func(t *testing.T, path string) {
			whole(t, path)
			info, err := os.Stat(path)
			if err != nil {
				t.Fatal(err)
			}
			if err := os.Truncate(path, info.Size()/2); err != nil {
				t.Fatal(err)
			}
		}, "damaged"},
	} {
		t.Run(name, func(t *testing.T) {
			path := filepath.Join(t.TempDir(), "k.db")
			tt.make(t, path)
			before, err := os.ReadFile(path)
			if err != nil {
				t.Fatal(err)
			}
			s, err := store.Open(ctx, path)
			if err == nil {
				s.Close()
				t.Fatal("it was opened")
			}
			var fe *store.FileError
			if !errors.As(err, &fe) || !strings.Contains(err.Error(), tt.say) ||
				!strings.Contains(err.Error(), "k.db") {
				t.Errorf("it says %v", err)
			}
			if after, err := os.ReadFile(path); err != nil || string(after) != string(before) {
				t.Errorf("it was touched, %v", err)
			}
		})
	}
}

// TestACopyOfTheFileAloneIsWhole: once nobody writes, and after the program ended,
// what a plain copy of the file takes is all there is.
func TestACopyOfTheFileAloneIsWhole(t *testing.T) {
	ctx := context.Background()
	s, path := open(t)
	copied := func(name string) int {
		t.Helper()
		b, err := os.ReadFile(path)
		if err != nil {
			t.Fatal(err)
		}
		to := filepath.Join(t.TempDir(), name)
		if err := os.WriteFile(to, b, 0o600); err != nil {
			t.Fatal(err)
		}
		c, err := store.Open(ctx, to)
		if err != nil {
			t.Fatal(err)
		}
		defer c.Close()
		es, err := c.Events(ctx, "c", 1000)
		if err != nil {
			t.Fatal(err)
		}
		return len(es)
	}
	if n := copied("new.db"); n != 0 { // its schema is there
		t.Errorf("a new file has %d entries", n)
	}
	seed(t, s)
	if err := s.Checkpoint(ctx); err != nil {
		t.Fatal(err)
	}
	if n := copied("idle.db"); n != 1 || s.Written() != 0 {
		t.Errorf("after a checkpoint a copy has %d entries, %d writes are open", n, s.Written())
	}
	if err := s.Append(ctx, event("e2", 101)); err != nil {
		t.Fatal(err)
	}
	to := filepath.Join(t.TempDir(), "copy.db")
	if err := s.Copy(ctx, to); err != nil { // while it is written
		t.Fatal(err)
	}
	c, err := store.Open(ctx, to)
	if err != nil {
		t.Fatal(err)
	}
	if es, err := c.Events(ctx, "c", 1000); len(es) != 2 || err != nil {
		t.Errorf("the copy has %d entries, %v", len(es), err)
	}
	c.Close()
	if info, err := os.Stat(to); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("the copy: %v, %v", info.Mode(), err)
	}
	if err := s.Copy(ctx, to); !errors.Is(err, fs.ErrExist) {
		t.Errorf("over a file that is there: %v", err)
	}
	s.Close()
	if n := copied("ended.db"); n != 2 {
		t.Errorf("after the end a copy has %d entries", n)
	}
}

// TestAnOldFileIsBroughtUpToDate: a log of many entries from before is as it was,
// its sequence, ids and triggers too; a copy from before stands beside it; and the
// time grows with its length, not with the square of it.
func TestAnOldFileIsBroughtUpToDate(t *testing.T) {
	const short, long = 10_000, 40_000
	ctx := context.Background()
	took := map[int]time.Duration{}
	// One after the other and again, and of each the quickest: a machine that is busy
	// for a while is busy for both.
	for _, n := range []int{short, long, short, long} {
		path := filepath.Join(t.TempDir(), "old.db")
		db := atForm(t, path, 3) // before the log was copied for its new kind
		do(
			t,
			db,
			`INSERT INTO operation (id, name) VALUES ('op', 'Harrowmere Honey')`,
			`INSERT INTO yard (id, operation_id, name, climate, hemisphere, zone, rhythm_days, actor, recorded_utc)
				VALUES ('y', 'op', 'Quarry Lane', 'uk', 'north', 'Europe/London', 14, 'k', '2026-01-01T00:00:00Z')`,
			`INSERT INTO colony (id, operation_id) VALUES ('c', 'op')`,
			`INSERT INTO colony_place (colony_id, day, yard_id, code, actor, recorded_utc) VALUES ('c', 100, 'y', 'QL-01', 'k', '2026-01-01T00:00:00Z')`,
		)
		tx, err := db.Begin()
		if err != nil {
			t.Fatal(err)
		}
		for i := range n {
			undoes := any(nil)
			if i%10 == 9 {
				undoes = fmt.Sprint("e", i-1)
			}
			if _, err := tx.Exec(
				`INSERT INTO event (seq, id, operation_id, colony_id, kind, day, recorded_utc, actor, supersedes, payload)
					VALUES (?, ?, 'op', 'c', 'feed', ?, '2026-01-01T00:00:00Z', 'k', ?, '{"what":"syrup"}')`,
				7*i+3, fmt.Sprint("e", i), 100+i/50, undoes,
			); err != nil {
				t.Fatal(err)
			}
		}
		if err := tx.Commit(); err != nil {
			t.Fatal(err)
		}
		db.Close()
		begun := time.Now()
		var told []string
		s, err := store.Open(ctx, path, store.Tell(func(what string) { told = append(told, what) }))
		if err != nil {
			t.Fatal(err)
		}
		if d := time.Since(begun); took[n] == 0 || d < took[n] {
			took[n] = d
		}
		es, err := s.Events(ctx, "c", 1<<30)
		if err != nil || len(es) != n || es[n-1].ID != fmt.Sprint("e", n-1) || es[n-1].Seq != int64(7*(n-1)+3) ||
			es[9].Supersedes != "e8" {
			t.Fatalf("%d of %d entries, the last %+v, %v", len(es), n, es[len(es)-1], err)
		}
		if err := s.Check(ctx); err != nil {
			t.Error(err)
		}
		s.Close()
		if len(told) < 3 || !strings.Contains(told[0], "copying") {
			t.Errorf("it told %q", told)
		}
		after := raw(t, path)
		for _, q := range []string{`UPDATE event SET day = 1`, `DELETE FROM event`} {
			if _, err := after.Exec(q); err == nil {
				t.Errorf("%s was taken", q)
			}
		}
		var appID, version int
		if err := after.QueryRow(
			`SELECT (SELECT * FROM pragma_application_id), (SELECT * FROM pragma_user_version)`,
		).Scan(&appID, &version); err != nil ||
			appID == 0 ||
			version < 7 {
			t.Errorf("the file says it is %x, form %d, %v", appID, version, err)
		}
		before, err := filepath.Glob(path + ".before-form-*")
		if err != nil || len(before) != 1 {
			t.Fatalf("copies from before: %v, %v", before, err)
		}
		var left int
		if err := raw(t, before[0]).QueryRow(`SELECT COUNT(*) FROM event`).Scan(&left); err != nil || left != n {
			t.Errorf("the copy from before has %d entries, %v", left, err)
		}
	}
	// Four times the log: linear is four times the time, by the square sixteen.
	if a, b := took[short], took[long]; b > 9*a {
		t.Errorf("%d entries took %v, %d %v", short, a, long, b)
	}
}

// TestMarks: what a colony's standing rests on marks it, and a mark that comes
// while it is being worked out is not lost.
func TestMarks(t *testing.T) {
	ctx := context.Background()
	s, _ := open(t)
	seed(t, s)
	clear := func() {
		t.Helper()
		yards, err := s.MarkedYards(ctx)
		if err != nil {
			t.Fatal(err)
		}
		for _, y := range yards {
			if err := s.SpreadMark(ctx, y); err != nil {
				t.Fatal(err)
			}
		}
		marks, err := s.Stale(ctx, "y", 1000)
		if err != nil {
			t.Fatal(err)
		}
		for c, m := range marks {
			if err := s.SaveStandings(
				ctx, store.Worked{Standing: store.Standing{ColonyID: c, YardID: "y", Body: "{}"}, Mark: m},
			); err != nil {
				t.Fatal(err)
			}
		}
		if marked, err := s.Marked(ctx, "c", "y"); marked || err != nil {
			t.Fatalf("marked still: %v, %v", marked, err)
		}
	}
	clear()
	for _, c := range []struct {
		name   string
		change func() error
	}{
		{"an entry", func() error { return s.Append(ctx, event("m1", 120)) }},
		{"a reading", func() error { return s.AddReadings(ctx, "c", []store.Reading{{AtUTC: 1, Kg: 40}}) }},
		{"a reading again", func() error { return s.AddReadings(ctx, "c", []store.Reading{{AtUTC: 1, Kg: 41}}) }},
		{"weather", func() error { return s.SetWeather(ctx, "y", []store.WeatherDay{{Day: 120, MinC: 3, MaxC: 9}}) }},
		{"the calendar", func() error {
			return s.SetBloom(ctx, "y", []store.Bloom{{Plant: "ivy", From: 1, PeakFrom: 2, PeakTo: 3, To: 4}})
		}},
		{"a flow", func() error {
			return s.AddFlowNote(ctx, store.FlowNote{ID: "n", YardID: "y", Plant: "ivy", What: "started", Day: 3}, by)
		}},
		{"a flow no more", func() error { return s.RemoveFlowNote(ctx, "y", "n") }},
		{"a visit", func() error { return s.MoveNextVisit(ctx, "v", "y", 100, 140, by) }},
		{"a setting", func() error { return s.SetSettings(ctx, "op", map[string]string{"units": "us"}, by) }},
		{"a setting again", func() error { return s.SetSettings(ctx, "op", map[string]string{"units": "metric"}, by) }},
	} {
		if err := c.change(); err != nil {
			t.Fatalf("%s: %v", c.name, err)
		}
		if marked, err := s.Marked(ctx, "c", "y"); !marked || err != nil {
			t.Errorf("%s marks nothing, %v", c.name, err)
		}
		clear()
	}
	// Read, changed, worked out: the change's mark stands.
	if err := s.Append(ctx, event("m2", 121)); err != nil {
		t.Fatal(err)
	}
	read := mark(t, s)
	if err := s.Append(ctx, event("m3", 122)); err != nil {
		t.Fatal(err)
	}
	if err := s.SaveStandings(
		ctx, store.Worked{Standing: store.Standing{ColonyID: "c", YardID: "y", Body: "{}"}, Mark: read},
	); err != nil {
		t.Fatal(err)
	}
	if marked, err := s.Marked(ctx, "c", "y"); !marked || err != nil {
		t.Errorf("a change while it was worked out is lost, %v", err)
	}
	// Two work it out; the one that read older inputs comes last.
	read = mark(t, s)
	if err := s.Append(ctx, event("m4", 123)); err != nil {
		t.Fatal(err)
	}
	newer := mark(t, s)
	for _, x := range []store.Worked{
		{Standing: store.Standing{ColonyID: "c", YardID: "y", Body: `"newer"`}, Mark: newer},
		{Standing: store.Standing{ColonyID: "c", YardID: "y", Body: `"older"`}, Mark: read},
	} {
		if err := s.SaveStandings(ctx, x); err != nil {
			t.Fatal(err)
		}
	}
	if x, err := s.StandingOf(ctx, "c"); x.Body != `"newer"` || err != nil {
		t.Errorf("the standing is %s, %v", x.Body, err)
	}
}
