package store

import "context"

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
	return s.exec(ctx, upsertLevel, l.YardID, l.Day, l.Mean, l.SD, l.Colonies)
}

const selectLevel = `SELECT yard_id, day, mean, sd, colonies FROM yard_level WHERE yard_id = ?`

// YardLevel returns a yard's level, or ErrNotFound.
func (s *Store) YardLevel(ctx context.Context, yard string) (YardLevel, error) {
	var l YardLevel
	err := s.read.QueryRowContext(ctx, selectLevel, yard).Scan(&l.YardID, &l.Day, &l.Mean, &l.SD, &l.Colonies)
	return l, notFound("level of the yard", err)
}
