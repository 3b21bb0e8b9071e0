package store

import (
	"context"
	"database/sql"
	"errors"
)

// Standing is what the board shows of a colony. Ends are nil where a runway
// does not end within the horizon.
type Standing struct {
	ColonyID, YardID          string
	Today                     int32
	Urgency                   int
	ModelVersion, InputHash   string
	FoodEnd, LayEnd, StoreEnd *int32
	Culls                     int // combs that should come out
	Body                      string
	Told                      []byte // what is shown beside it; nil: not asked for, or nothing
	Course                    []byte // the forecast day by day; nil as well
}

const upsertStanding = `INSERT INTO standing (colony_id, yard_id, today, model_version, input_hash, urgency, food_end, lay_end, store_end, culls, body)
	VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
	ON CONFLICT (colony_id) DO UPDATE SET yard_id = excluded.yard_id, today = excluded.today, model_version = excluded.model_version,
	input_hash = excluded.input_hash, urgency = excluded.urgency, food_end = excluded.food_end,
	lay_end = excluded.lay_end, store_end = excluded.store_end, culls = excluded.culls, body = excluded.body`

const (
	upsertTold = `INSERT INTO told (colony_id, input_hash, body, course) VALUES (?, ?, ?, ?)
	ON CONFLICT (colony_id) DO UPDATE SET input_hash = excluded.input_hash, body = excluded.body, course = excluded.course`
	deleteTold  = `DELETE FROM told WHERE colony_id = ?`
	hasEnded    = `SELECT EXISTS (SELECT 1 FROM colony_end WHERE colony_id = ?)`
	deleteStale = `DELETE FROM stale WHERE colony_id = ?`
)

// Worked is a standing that was worked out from what was marked with Mark.
type Worked struct {
	Standing
	Mark   int64 // of the colony when its inputs were read; 0: it was not marked
	Queens []Queen
	Crops  []Crop
	Stock  []StockMove
	Kept   *KeptPlan // nil: there is none
}

// SaveStandings writes standings, replacing those of the same colonies, and takes
// their marks away. One whose mark is another by now is left: its inputs have
// changed since they were read, or somebody else has worked it out from newer ones.
func (s *Store) SaveStandings(ctx context.Context, all ...Worked) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		for _, x := range all {
			var mark int64
			if err := tx.QueryRowContext(ctx, selectMark, x.ColonyID).Scan(&mark); err != nil &&
				!errors.Is(err, sql.ErrNoRows) {
				return err
			}
			var ended bool
			if err := tx.QueryRowContext(ctx, hasEnded, x.ColonyID).Scan(&ended); err != nil {
				return err
			}
			if mark != x.Mark || ended {
				continue
			}
			if _, err := tx.ExecContext(
				ctx, upsertStanding, x.ColonyID, x.YardID, x.Today, x.ModelVersion, x.InputHash, x.Urgency, x.FoodEnd,
				x.LayEnd, x.StoreEnd, x.Culls, x.Body,
			); err != nil {
				return err
			}
			if x.Told == nil {
				if _, err := tx.ExecContext(ctx, deleteTold, x.ColonyID); err != nil {
					return err
				}
			} else if _, err := tx.ExecContext(ctx, upsertTold, x.ColonyID, x.InputHash, x.Told, x.Course); err != nil {
				return err
			}
			if x.Kept != nil {
				if err := (&Tx{tx}).keepPlan(ctx, *x.Kept); err != nil {
					return err
				}
			}
			if err := (&Tx{tx}).SetQueens(ctx, x.ColonyID, x.Queens); err != nil {
				return err
			}
			if err := (&Tx{tx}).SetCrops(ctx, x.ColonyID, x.Crops); err != nil {
				return err
			}
			if err := (&Tx{tx}).SetStockMoves(ctx, x.ColonyID, x.Stock); err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, deleteStale, x.ColonyID); err != nil {
				return err
			}
		}
		return nil
	})
}

const (
	standingColumns   = `s.colony_id, s.yard_id, s.today, s.model_version, s.input_hash, s.urgency, s.food_end, s.lay_end, s.store_end, s.culls, s.body`
	selectOfYardStand = `SELECT ` + standingColumns + ` FROM standing s WHERE s.yard_id = ?`
	selectStanding    = `SELECT ` + standingColumns + `, t.body FROM standing s
	LEFT JOIN told t ON t.colony_id = s.colony_id AND t.input_hash = s.input_hash WHERE s.colony_id = ?`
	selectUrgencies = `SELECT yard_id, urgency, n FROM yard_tally`
)

func (x *Standing) into() []any {
	return []any{
		&x.ColonyID,
		&x.YardID,
		&x.Today,
		&x.ModelVersion,
		&x.InputHash,
		&x.Urgency,
		&x.FoodEnd,
		&x.LayEnd,
		&x.StoreEnd,
		&x.Culls,
		&x.Body,
	}
}

// StandingsOf returns the standings of a yard.
func (s *Store) StandingsOf(ctx context.Context, yard string) ([]Standing, error) {
	return collect(
		ctx,
		s.read,
		func(r *sql.Rows, x *Standing) error { return r.Scan(x.into()...) },
		selectOfYardStand,
		yard,
	)
}

// StandingOf returns a colony's standing with what is told beside it and whether
// its inputs have changed since, or ErrNotFound.
func (s *Store) StandingOf(ctx context.Context, colony string) (Standing, error) {
	var x Standing
	err := s.read.QueryRowContext(ctx, selectStanding, colony).Scan(append(x.into(), &x.Told)...)
	return x, notFound("standing of "+colony, err)
}

const (
	selectCulls = `SELECT ` + standingColumns + ` FROM standing s JOIN yard y ON y.id = s.yard_id
	WHERE s.culls > 0 ORDER BY y.name, s.colony_id LIMIT ?`
	countCulls = `SELECT COUNT(*), COALESCE(SUM(culls), 0) FROM standing WHERE culls > 0`
)

// WithCulls returns the standings of the first colonies, by yard, that have combs to
// come out, and how many colonies and combs there are in all.
func (s *Store) WithCulls(ctx context.Context, most int) (some []Standing, colonies, combs int, err error) {
	if err = s.read.QueryRowContext(ctx, countCulls).Scan(&colonies, &combs); err != nil {
		return nil, 0, 0, err
	}
	some, err = collect(ctx, s.read, func(r *sql.Rows, x *Standing) error {
		return r.Scan(x.into()...)
	}, selectCulls, most)
	return some, colonies, combs, err
}

const selectCourse = `SELECT course FROM told WHERE colony_id = ? AND input_hash = ?`

// CourseOf returns the forecast day by day that was stored with a standing, nil
// where there is none or it went with another.
func (s *Store) CourseOf(ctx context.Context, colony, inputHash string) ([]byte, error) {
	var b []byte
	err := s.read.QueryRowContext(ctx, selectCourse, colony, inputHash).Scan(&b)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	return b, err
}

// Tally is how many colonies of a yard are of each urgency.
type Tally map[int]int

// Urgencies returns how many colonies of each yard are of each urgency.
func (s *Store) Urgencies(ctx context.Context) (map[string]Tally, error) {
	type line struct {
		yard       string
		urgency, n int
	}
	all, err := collect(
		ctx,
		s.read,
		func(r *sql.Rows, l *line) error { return r.Scan(&l.yard, &l.urgency, &l.n) },
		selectUrgencies,
	)
	out := map[string]Tally{}
	for _, l := range all {
		if out[l.yard] == nil {
			out[l.yard] = Tally{}
		}
		out[l.yard][l.urgency] = l.n
	}
	return out, err
}
