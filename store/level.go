package store

import (
	"context"
	"database/sql"
)

// YardLevel is how a yard's flow runs against its calendar, as its colonies
// tell it: mean and standard deviation of the logarithm.
type YardLevel struct {
	YardID   string
	Day      int32
	Mean, SD float64
	Colonies int
}

const upsertLevel = `INSERT INTO yard_level (yard_id, day, mean, sd, colonies) VALUES (?, ?, ?, ?, ?)
	ON CONFLICT (yard_id) DO UPDATE SET day = excluded.day, mean = excluded.mean, sd = excluded.sd, colonies = excluded.colonies`

// SetYardLevel writes a yard's level, replacing the one before.
func (s *Store) SetYardLevel(ctx context.Context, l YardLevel) error {
	_, err := s.write.ExecContext(ctx, upsertLevel, l.YardID, l.Day, l.Mean, l.SD, l.Colonies)
	return err
}

const selectLevels = `SELECT yard_id, day, mean, sd, colonies FROM yard_level`

// YardLevels returns the levels of all yards that have one.
func (s *Store) YardLevels(ctx context.Context) (map[string]YardLevel, error) {
	rows, err := collect(ctx, s.read, func(r *sql.Rows, l *YardLevel) error {
		return r.Scan(&l.YardID, &l.Day, &l.Mean, &l.SD, &l.Colonies)
	}, selectLevels)
	out := make(map[string]YardLevel, len(rows))
	for _, l := range rows {
		out[l.YardID] = l
	}
	return out, err
}
