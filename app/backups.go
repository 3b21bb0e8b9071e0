package app

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"kembo/store"
)

// Copies of the data file are made each day while Kembo runs, in a folder beside it,
// each opened and checked. The last of them are kept, and the first of each month.

const (
	backupEvery  = 24 * time.Hour
	backupsDaily = 7
	backupsMonth = 12
	backupForm   = "20060102-150405"
	backupStem   = "kembo-"
	backupEnd    = ".db"
)

// Backup is a copy of the data file.
type Backup struct {
	Name  string
	At    time.Time
	Bytes int64
}

// backupsIn is the folder of the copies.
func (s *Service) backupsIn() string { return s.store.Path() + ".backups" }

// Backups lists the copies, the latest first.
func (s *Service) Backups() ([]Backup, error) {
	if err := s.may(MayRead, "read"); err != nil {
		return nil, err
	}
	files, err := os.ReadDir(s.backupsIn())
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	var out []Backup
	for _, f := range files {
		at, ok := backupAt(f.Name())
		info, err := f.Info()
		if ok && err == nil {
			out = append(out, Backup{f.Name(), at, info.Size()})
		}
	}
	slices.SortFunc(out, func(a, b Backup) int { return b.At.Compare(a.At) })
	return out, nil
}

// backupAt returns when a copy was made, by its name.
func backupAt(name string) (time.Time, bool) {
	text, stem := strings.CutPrefix(name, backupStem)
	text, end := strings.CutSuffix(text, backupEnd)
	if !stem || !end {
		return time.Time{}, false
	}
	at, err := time.ParseInLocation(backupForm, text, time.UTC)
	return at, err == nil
}

// BackUp makes a copy of the data file, opens and checks it, and takes away those that
// are no longer kept. A copy that is not whole is an error, and is taken away.
func (s *Service) BackUp(ctx context.Context) (Backup, error) {
	if err := s.may(MayWrite, "write"); err != nil {
		return Backup{}, err
	}
	s.house.copying.Lock()
	defer s.house.copying.Unlock()
	dir := s.backupsIn()
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return Backup{}, fmt.Errorf("make a folder for copies: %w", err)
	}
	at := s.now().UTC().Truncate(time.Second)
	b := Backup{Name: backupStem + at.Format(backupForm) + backupEnd, At: at}
	path := filepath.Join(dir, b.Name)
	if err := s.store.Backup(ctx, path); errors.Is(err, fs.ErrExist) { // made a moment ago
		return b, nil
	} else if err != nil {
		return b, err
	}
	if err := store.Verify(ctx, path); err != nil {
		return b, errors.Join(fmt.Errorf("the copy is not whole: %w", err), os.Remove(path))
	}
	if info, err := os.Stat(path); err == nil {
		b.Bytes = info.Size()
	}
	return b, s.rotate()
}

// rotate takes away the copies that are no longer kept.
func (s *Service) rotate() error {
	all, err := s.Backups()
	if err != nil {
		return err
	}
	for _, b := range outdated(all) {
		if err := os.Remove(filepath.Join(s.backupsIn(), b.Name)); err != nil {
			return fmt.Errorf("take an old copy away: %w", err)
		}
	}
	return nil
}

// outdated returns the copies that are not kept, of all, the latest first: beside the
// last ones the earliest of each month is kept.
func outdated(all []Backup) []Backup {
	first := map[string]Backup{} // of each month
	for _, b := range all {
		first[b.At.Format("2006-01")] = b
	}
	var months []string
	for m := range first {
		months = append(months, m)
	}
	slices.Sort(months)
	keep := map[string]bool{}
	for _, m := range months[max(0, len(months)-backupsMonth):] {
		keep[first[m].Name] = true
	}
	var out []Backup
	for i, b := range all {
		if i >= backupsDaily && !keep[b.Name] {
			out = append(out, b)
		}
	}
	return out
}

// backUpDaily makes a copy where the last one is a day old. What fails is warned of.
func (s *Service) backUpDaily(ctx context.Context) error {
	all, err := s.Backups()
	if err != nil {
		return err
	}
	if len(all) > 0 && s.now().Sub(all[0].At) < backupEvery {
		return nil
	}
	if _, err := s.BackUp(ctx); err != nil && ctx.Err() == nil {
		s.Warn("The daily copy of the data file could not be made: " + err.Error() + ".")
		return err
	}
	return nil
}

// OpenBackup opens a copy by its name, to be read.
func (s *Service) OpenBackup(name string) (*os.File, error) {
	if err := s.may(MayRead, "read"); err != nil {
		return nil, err
	}
	if _, ok := backupAt(name); !ok {
		return nil, fmt.Errorf("copy %q: %w", name, ErrNotFound)
	}
	f, err := os.Open(filepath.Join(s.backupsIn(), name))
	if errors.Is(err, fs.ErrNotExist) {
		return nil, fmt.Errorf("copy %q: %w", name, ErrNotFound)
	}
	return f, err
}
