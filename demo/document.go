package demo

import (
	"context"
	"encoding/json"
	"os"
	"path/filepath"
	"regexp"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/store"
)

// Document returns the sample as the document of a whole operation, as it is known on
// the evening of a day: that of the sample's year, with all its days moved to the year
// of on. The weather after it is the sample's forecast.
func Document(ctx context.Context, on day.Day) (store.Whole, error) {
	of := inYear(on, Default.Time().Year())
	var w store.Whole
	dir, err := os.MkdirTemp("", "kembo-sample")
	if err != nil {
		return w, err
	}
	defer os.RemoveAll(dir)
	s, err := store.Open(ctx, filepath.Join(dir, "sample.db"))
	if err != nil {
		return w, err
	}
	defer s.Close()
	if err := Build(ctx, s, of); err != nil {
		return w, err
	}
	op, err := s.Operation(ctx)
	if err != nil {
		return w, err
	}
	if w, err = s.Whole(ctx, op.ID); err != nil {
		return w, err
	}
	return laterBy(w, on-of)
}

// inYear is a day of another year; 29 February is the 28th where there is none.
func inYear(d day.Day, year int) day.Day {
	t := d.Time()
	out := day.Of(year, t.Month(), t.Day())
	if out.Time().Month() != t.Month() {
		return out - 1
	}
	return out
}

// written is a day as documents have it, alone or at the head of an instant.
var written = regexp.MustCompile(`\b20\d\d-\d\d-\d\d\b`)

// laterBy returns a document with all its days so many days later.
func laterBy(w store.Whole, days day.Day) (store.Whole, error) {
	if days == 0 {
		return w, nil
	}
	b, err := json.Marshal(w)
	if err != nil {
		return w, err
	}
	b = written.ReplaceAllFunc(b, func(text []byte) []byte {
		d, err := day.Parse(string(text))
		if err != nil {
			return text
		}
		return []byte((d + days).String())
	})
	w, err = app.ReadWhole(b)
	for i := range w.Colonies {
		for k := range w.Colonies[i].Readings {
			w.Colonies[i].Readings[k].At += int64(days) * int64((24 * time.Hour).Seconds())
		}
	}
	return w, err
}
