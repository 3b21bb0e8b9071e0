package store_test

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"sync"
	"testing"

	"kembo/store"
)

// TestABackupIsWholeWhileOthersWrite: the copy is made while entries are written, is
// whole, has all that was written before it began, and leaves no other file beside it.
func TestABackupIsWholeWhileOthersWrite(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	s := openAt(t, filepath.Join(dir, "k.db"))
	setOf := func(n int) map[string]string { return map[string]string{fmt.Sprint("key", n): "1"} }
	by := store.By{Actor: "me", RecordedUTC: "2026-06-03T09:00:00Z"}
	if err := s.AddOperation(ctx, store.Operation{ID: "op", Name: "x"}); err != nil {
		t.Fatal(err)
	}
	for n := range 200 {
		if err := s.SetSettings(ctx, "op", setOf(n), by); err != nil {
			t.Fatal(err)
		}
	}
	stop, begun := make(chan struct{}), make(chan struct{})
	var wg sync.WaitGroup
	wg.Go(func() {
		for n := 200; ; n++ {
			select {
			case <-stop:
				return
			default:
				if err := s.SetSettings(ctx, "op", setOf(n), by); err != nil {
					t.Error(err)
					return
				}
				if n == 210 {
					close(begun)
				}
			}
		}
	})
	<-begun
	copies := filepath.Join(dir, "copies")
	if err := os.Mkdir(copies, 0o700); err != nil {
		t.Fatal(err)
	}
	for i := range 5 {
		to := filepath.Join(copies, fmt.Sprint(i, ".db"))
		if err := s.Backup(ctx, to); err != nil {
			t.Fatal(err)
		}
		if err := store.Verify(ctx, to); err != nil {
			t.Error(err)
		}
	}
	close(stop)
	wg.Wait()
	files, err := os.ReadDir(copies)
	if err != nil || len(files) != 5 {
		t.Errorf("beside five copies there are %d files, %v", len(files)-5, err)
	}
	again := openAt(t, filepath.Join(copies, "0.db"))
	got, err := again.Settings(ctx, "op")
	if err != nil || len(got) < 210 {
		t.Errorf("the copy has %d of 210 settings, %v", len(got), err)
	}
	if err := s.Backup(ctx, filepath.Join(copies, "0.db")); !errors.Is(err, os.ErrExist) {
		t.Errorf("a copy is written over another: %v", err)
	}
}

// TestRestorePutsACopyInPlace: the file that was there is kept, a damaged copy is
// refused, and so is a file that is being served.
func TestRestorePutsACopyInPlace(t *testing.T) {
	ctx := context.Background()
	dir := t.TempDir()
	data, to := filepath.Join(dir, "k.db"), filepath.Join(dir, "copy.db")
	s := openAt(t, data)
	if err := s.AddOperation(ctx, store.Operation{ID: "op", Name: "before"}); err != nil {
		t.Fatal(err)
	}
	if err := s.Backup(ctx, to); err != nil {
		t.Fatal(err)
	}
	if err := s.RenameOperation(ctx, store.Operation{ID: "op", Name: "after"}); err != nil {
		t.Fatal(err)
	}
	if err := s.Close(); err != nil {
		t.Fatal(err)
	}
	broken := filepath.Join(dir, "broken.db")
	b, err := os.ReadFile(to)
	if err != nil {
		t.Fatal(err)
	}
	for i := 4096; i < 20480 && i < len(b); i++ {
		b[i] = 0xAA
	}
	if err := os.WriteFile(broken, b, 0o600); err != nil {
		t.Fatal(err)
	}
	var fe *store.FileError
	if _, err := store.Restore(ctx, broken, data); !errors.As(err, &fe) {
		t.Errorf("a damaged copy: %v", err)
	}
	if err := os.WriteFile(data+".serving", nil, 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := store.Restore(ctx, to, data); !errors.As(err, &fe) {
		t.Errorf("a file that is served: %v", err)
	}
	if err := os.Remove(data + ".serving"); err != nil {
		t.Fatal(err)
	}
	kept, err := store.Restore(ctx, to, data)
	if err != nil {
		t.Fatal(err)
	}
	for path, name := range map[string]string{data: "before", kept: "after"} {
		op, err := openAt(t, path).Operation(ctx)
		if err != nil || op.Name != name {
			t.Errorf("%s is %+v, want %q: %v", path, op, name, err)
		}
	}
}

func openAt(t *testing.T, path string) *store.Store {
	t.Helper()
	s, err := store.Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}
