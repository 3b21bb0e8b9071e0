// Package sample hands tests the sample operation as data files. It is made once
// for a day and a process; each test has a copy of its own.
package sample

import (
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/demo"
	"kembo/store"
)

// made are the bytes of a data file by day, as it was built and worked out.
var made struct {
	sync.Mutex
	built, worked map[day.Day][]byte
}

// Built opens the sample as it stands on a day, with nothing worked out.
func Built(t testing.TB, on day.Day) *store.Store {
	t.Helper()
	return open(t, Write(t, on, false))
}

// Worked opens the sample as it stands on a day, each colony worked out, and the
// service of that day.
func Worked(t testing.TB, on day.Day) (*app.Service, *store.Store) {
	t.Helper()
	s := open(t, Write(t, on, true))
	return app.New(s, time.Now, &on), s
}

// Write writes the sample into a new file and returns its path.
func Write(t testing.TB, on day.Day, worked bool) string {
	t.Helper()
	path := filepath.Join(t.TempDir(), "sample.db")
	if err := os.WriteFile(path, bytesOf(t, on, worked), 0o600); err != nil {
		t.Fatal(err)
	}
	return path
}

func open(t testing.TB, path string) *store.Store {
	t.Helper()
	s, err := store.Open(t.Context(), path)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

func bytesOf(t testing.TB, on day.Day, worked bool) []byte {
	t.Helper()
	made.Lock()
	defer made.Unlock()
	if made.built == nil {
		made.built, made.worked = map[day.Day][]byte{}, map[day.Day][]byte{}
	}
	if made.built[on] == nil {
		made.built[on] = kept(t, nil, func(s *store.Store) error { return demo.Build(t.Context(), s, on) })
	}
	if worked && made.worked[on] == nil {
		made.worked[on] = kept(t, made.built[on], func(s *store.Store) error {
			_, err := app.New(s, time.Now, &on).Refresh(t.Context())
			return err
		})
	}
	if worked {
		return made.worked[on]
	}
	return made.built[on]
}

// kept returns a data file after something was done to it.
func kept(t testing.TB, from []byte, do func(*store.Store) error) []byte {
	t.Helper()
	path := filepath.Join(t.TempDir(), "made.db")
	if from != nil {
		if err := os.WriteFile(path, from, 0o600); err != nil {
			t.Fatal(err)
		}
	}
	s, err := store.Open(t.Context(), path)
	if err != nil {
		t.Fatal(err)
	}
	if err := do(s); err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	b, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	return b
}
