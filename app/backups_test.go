package app

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"testing"
	"time"

	"kembo/store"
)

// TestADailyCopyIsKeptAWeekAndOneAMonthAYear: over two years of days.
func TestADailyCopyIsKeptAWeekAndOneAMonthAYear(t *testing.T) {
	var all []Backup
	at := time.Date(2025, 1, 1, 8, 0, 0, 0, time.UTC)
	for n := range 700 {
		now := at.AddDate(0, 0, n)
		all = append([]Backup{{Name: fmt.Sprint(n), At: now}}, all...)
		gone := map[string]bool{}
		for _, b := range outdated(all) {
			gone[b.Name] = true
		}
		var left []Backup
		for _, b := range all {
			if !gone[b.Name] {
				left = append(left, b)
			}
		}
		all = left
		if len(all) > backupsDaily+backupsMonth || n > 10 && len(all) < backupsDaily {
			t.Fatalf("day %d: %d copies are kept", n, len(all))
		}
	}
	months := map[string]bool{}
	for i, b := range all {
		if i < backupsDaily && b.Name != fmt.Sprint(699-i) {
			t.Errorf("of the last week %d is %s", i, b.Name)
		}
		months[b.At.Format("2006-01")] = true
	}
	if len(months) != backupsMonth {
		t.Errorf("copies of %d months are kept", len(months))
	}
}

// TestTheDailyCopy is made once a day, opened again, and named only as copies are.
func TestTheDailyCopy(t *testing.T) {
	ctx := context.Background()
	path := filepath.Join(t.TempDir(), "k.db")
	s, err := store.Open(ctx, path)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	now := time.Date(2026, 6, 3, 9, 0, 0, 0, time.UTC)
	svc := New(s, func() time.Time { return now }, nil)
	if err := svc.Start(ctx, "Harrowmere Honey"); err != nil {
		t.Fatal(err)
	}
	for _, hours := range []int{0, 1, 22, 25, 26} {
		now = time.Date(2026, 6, 3, 9, 0, 0, 0, time.UTC).Add(time.Duration(hours) * time.Hour)
		if err := svc.backUpDaily(ctx); err != nil {
			t.Fatal(err)
		}
	}
	all, err := svc.Backups()
	if err != nil || len(all) != 2 || all[0].Bytes == 0 {
		t.Fatalf("%d copies in 26 hours, %v", len(all), err)
	}
	f, err := svc.OpenBackup(all[0].Name)
	if err != nil {
		t.Fatal(err)
	}
	f.Close()
	if err := os.WriteFile(filepath.Join(svc.backupsIn(), "secret.txt"), nil, 0o600); err != nil {
		t.Fatal(err)
	}
	for _, name := range []string{"../k.db", "secret.txt", "kembo-20260101-000000.db", ""} {
		if f, err := svc.OpenBackup(name); err == nil {
			f.Close()
			t.Errorf("%q is opened", name)
		}
	}
}
