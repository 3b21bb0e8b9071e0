package store

import (
	"context"
	"database/sql"
)

// WorkedYear is how many colonies had entries in a year, and on how many days each, summed.
type WorkedYear struct {
	Year             int
	Colonies, Visits int
}

// FedYear is the sugar that was given in a year, in kg.
type FedYear struct {
	Year  int
	Sugar float64
}

// Stamp is when an entry was written, and of which day it is.
type Stamp struct {
	Day int32
	By
}

// Years are told by the days of entries, which are days since 1970.
const (
	yearOf       = `CAST(strftime('%Y', day * 86400, 'unixepoch') AS INTEGER)`
	selectWorked = `SELECT ` + yearOf + ` y, COUNT(DISTINCT colony_id), COUNT(*)
	FROM (SELECT DISTINCT colony_id, day FROM event) GROUP BY y ORDER BY y`
	selectFed = `SELECT ` + yearOf + ` y, SUM(json_extract(payload, '$.kg')) FROM event INDEXED BY event_medicine
	WHERE kind IN ('treatment', 'feed') AND kind = 'feed' AND NOT EXISTS (SELECT 1 FROM event n WHERE n.supersedes = event.id)
	GROUP BY y ORDER BY y`
	selectStamps = `SELECT day, actor, recorded_utc FROM event WHERE day BETWEEN ? AND ?`
)

// Worked returns the years in which anything was entered, the earliest first.
func (s *Store) Worked(ctx context.Context) ([]WorkedYear, error) {
	return collect(ctx, s.read, func(r *sql.Rows, y *WorkedYear) error {
		return r.Scan(&y.Year, &y.Colonies, &y.Visits)
	}, selectWorked)
}

// Fed returns the sugar given, year by year; what was corrected or taken back is not in it.
func (s *Store) Fed(ctx context.Context) ([]FedYear, error) {
	return collect(ctx, s.read, func(r *sql.Rows, y *FedYear) error { return r.Scan(&y.Year, &y.Sugar) }, selectFed)
}

// Stamps returns when the entries between two days, both included, were written.
func (s *Store) Stamps(ctx context.Context, from, to int32) ([]Stamp, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *Stamp) error {
		return r.Scan(&x.Day, &x.Actor, &x.RecordedUTC)
	}, selectStamps, from, to)
}
