package store

import (
	"context"
	"database/sql"
)

// Operation is a producer.
type Operation struct{ ID, Name string }

const insertOperation = `INSERT INTO operation (id, name) VALUES (?, ?)`

// AddOperation writes an operation.
func (s *Store) AddOperation(ctx context.Context, o Operation) error {
	return s.exec(ctx, insertOperation, o.ID, o.Name)
}

const updateOperation = `UPDATE operation SET name = ? WHERE id = ?`

// RenameOperation writes what a producer is called.
func (s *Store) RenameOperation(ctx context.Context, o Operation) error {
	return s.exec(ctx, updateOperation, o.Name, o.ID)
}

const selectOperation = `SELECT id, name FROM operation ORDER BY rowid LIMIT 1`

// Operation returns the one operation of a file, or ErrNotFound.
func (s *Store) Operation(ctx context.Context) (Operation, error) {
	var o Operation
	err := s.read.QueryRowContext(ctx, selectOperation).Scan(&o.ID, &o.Name)
	return o, notFound("operation", err)
}

// Yard is a place where colonies stand.
type Yard struct {
	ID, OperationID, Name, Climate, Hemisphere, Zone string
	RhythmDays                                       int
	WinterDays                                       int // between visits in winter; 0: as in the season
	// Where it lies beside its climate: degrees, less than 0 in the south; and the means of its months,
	// °C, January first, twelve numbers apart by a space. Empty where they are not given.
	HasLatitude bool
	LatitudeDeg float64
	MonthsC     string
}

// latitude is what is stored of it: null where it is not given.
func (y *Yard) latitude() any {
	if !y.HasLatitude {
		return nil
	}
	return y.LatitudeDeg
}

// maybe reads a number that may be null.
type maybe struct {
	has   *bool
	value *float64
}

// Scan implements sql.Scanner.
func (m maybe) Scan(v any) error {
	var n sql.NullFloat64
	err := n.Scan(v)
	*m.has, *m.value = n.Valid, n.Float64
	return err
}

// By says who wrote a row and when, in UTC; it stands on every write.
type By struct{ Actor, RecordedUTC string }

const insertYard = `INSERT INTO yard (id, operation_id, name, climate, hemisphere, zone, rhythm_days, winter_days,
	latitude, months_c, actor, recorded_utc) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`

// AddYard writes a yard with its bloom calendar. A name that another yard has is
// ErrTaken.
func (s *Store) AddYard(ctx context.Context, y Yard, bloom []Bloom, by By) error {
	return s.Change(ctx, func(tx *Tx) error { return tx.AddYard(ctx, y, bloom, by) })
}

// AddYard is Store.AddYard within a transaction.
func (t *Tx) AddYard(ctx context.Context, y Yard, bloom []Bloom, by By) error {
	if _, err := t.tx.ExecContext(
		ctx, insertYard, y.ID, y.OperationID, y.Name, y.Climate, y.Hemisphere, y.Zone, y.RhythmDays, y.WinterDays,
		y.latitude(), y.MonthsC, by.Actor, by.RecordedUTC,
	); err != nil {
		return unique("yard "+y.Name, err)
	}
	for _, b := range bloom {
		if _, err := t.tx.ExecContext(
			ctx, insertBloom, y.ID, b.Plant, b.From, b.PeakFrom, b.PeakTo, b.To, b.Strength, b.Pollen, b.BaseC,
			b.DegreeDays,
		); err != nil {
			return err
		}
	}
	return nil
}

const updateYard = `UPDATE yard SET name = ?, climate = ?, hemisphere = ?, zone = ?, rhythm_days = ?, winter_days = ?,
	latitude = ?, months_c = ?, actor = ?, recorded_utc = ? WHERE id = ?`

// ChangeYard writes what a yard is called and how it is visited. A name that another
// yard has is ErrTaken.
func (s *Store) ChangeYard(ctx context.Context, y Yard, by By) error {
	return unique("yard "+y.Name, s.exec(
		ctx, updateYard, y.Name, y.Climate, y.Hemisphere, y.Zone, y.RhythmDays, y.WinterDays, y.latitude(),
		y.MonthsC, by.Actor, by.RecordedUTC, y.ID,
	))
}

const hasStood = `SELECT EXISTS (SELECT 1 FROM colony_place WHERE yard_id = ?)`

// ofYard are the statements that take away what a yard has of its own.
var ofYard = []string{
	`DELETE FROM bloom WHERE yard_id = ?`, `DELETE FROM weather_day WHERE yard_id = ?`,
	`DELETE FROM visit WHERE yard_id = ?`, `DELETE FROM yard_level WHERE yard_id = ?`,
	`DELETE FROM flow_note WHERE yard_id = ?`, `DELETE FROM round_place WHERE yard_id = ?`,
	`DELETE FROM yard_tally WHERE yard_id = ?`, `DELETE FROM yard WHERE id = ?`, takeYardMark,
}

// RemoveYard takes a yard away, with its calendar and weather, in which no colony ever
// stood. removed is false, and nothing is changed, where one did.
func (s *Store) RemoveYard(ctx context.Context, yard string) (removed bool, err error) {
	err = s.change(ctx, func(tx *sql.Tx) error {
		var stood bool
		if err := tx.QueryRowContext(ctx, hasStood, yard).Scan(&stood); err != nil || stood {
			return err
		}
		removed = true
		for _, q := range ofYard {
			if _, err := tx.ExecContext(ctx, q, yard); err != nil {
				return err
			}
		}
		return nil
	})
	return removed, err
}

const yardColumns = `SELECT id, operation_id, name, climate, hemisphere, zone, rhythm_days, winter_days, latitude, months_c
	FROM yard `

// into are where the columns of a yard go.
func (y *Yard) into() []any {
	return []any{
		&y.ID, &y.OperationID, &y.Name, &y.Climate, &y.Hemisphere, &y.Zone, &y.RhythmDays, &y.WinterDays,
		maybe{&y.HasLatitude, &y.LatitudeDeg}, &y.MonthsC,
	}
}

const selectYards = yardColumns + `WHERE operation_id = ? ORDER BY name`

// Yards returns the yards of an operation by name.
func (s *Store) Yards(ctx context.Context, operation string) ([]Yard, error) {
	return collect(ctx, s.read, func(r *sql.Rows, y *Yard) error {
		return r.Scan(y.into()...)
	}, selectYards, operation)
}

const selectYard = yardColumns + `WHERE id = ?`

// Yard returns a yard, or ErrNotFound.
func (s *Store) Yard(ctx context.Context, id string) (Yard, error) {
	var y Yard
	err := s.read.QueryRowContext(ctx, selectYard, id).Scan(y.into()...)
	return y, notFound("yard "+id, err)
}

const selectFirstYard = yardColumns + `ORDER BY name LIMIT 1`

// FirstYard returns the first yard by name, or ErrNotFound.
func (s *Store) FirstYard(ctx context.Context) (Yard, error) {
	var y Yard
	err := s.read.QueryRowContext(ctx, selectFirstYard).Scan(y.into()...)
	return y, notFound("yard", err)
}

// Bloom is a plant's flowering in a yard, in season days.
type Bloom struct {
	Plant                      string
	From, PeakFrom, PeakTo, To int
	Strength, Pollen           float64
	BaseC, DegreeDays          float64 // DegreeDays 0: by date
}

const insertBloom = `INSERT INTO bloom (yard_id, plant, from_sd, peak_from, peak_to, to_sd, strength, pollen, base_c, degree_days)
	VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`

const selectBloom = `SELECT plant, from_sd, peak_from, peak_to, to_sd, strength, pollen, coalesce(base_c, 0),
	coalesce(degree_days, 0) FROM bloom WHERE yard_id = ? ORDER BY from_sd`

// Bloom returns a yard's calendar in order of flowering.
func (s *Store) Bloom(ctx context.Context, yard string) ([]Bloom, error) {
	return collect(ctx, s.read, func(r *sql.Rows, b *Bloom) error {
		return r.Scan(&b.Plant, &b.From, &b.PeakFrom, &b.PeakTo, &b.To, &b.Strength, &b.Pollen, &b.BaseC, &b.DegreeDays)
	}, selectBloom, yard)
}

// WeatherDay is one day's weather at a yard.
type WeatherDay struct {
	Day                int32
	MinC, MaxC, RainMM float64
	// Nil where the source does not know them.
	WindMS, SunH *float64
}

const insertWeather = `INSERT INTO weather_day (yard_id, day, min_c, max_c, rain_mm, wind_ms, sun_h) VALUES (?, ?, ?, ?, ?, ?, ?)
	ON CONFLICT (yard_id, day) DO UPDATE SET min_c = excluded.min_c, max_c = excluded.max_c,
	rain_mm = excluded.rain_mm, wind_ms = excluded.wind_ms, sun_h = excluded.sun_h`

// SetWeather writes days of weather; a day written twice keeps the later.
func (s *Store) SetWeather(ctx context.Context, yard string, days []WeatherDay) error {
	return s.Change(ctx, func(tx *Tx) error { return tx.SetWeather(ctx, yard, days) })
}

// SetWeather is Store.SetWeather within a transaction.
func (t *Tx) SetWeather(ctx context.Context, yard string, days []WeatherDay) error {
	st, err := t.tx.PrepareContext(ctx, insertWeather)
	if err != nil {
		return err
	}
	defer st.Close()
	for _, d := range days {
		if _, err := st.ExecContext(ctx, yard, d.Day, d.MinC, d.MaxC, d.RainMM, d.WindMS, d.SunH); err != nil {
			return err
		}
	}
	return nil
}

const selectWeather = `SELECT day, min_c, max_c, rain_mm, wind_ms, sun_h FROM weather_day WHERE yard_id = ? AND day BETWEEN ? AND ? ORDER BY day`

// Weather returns a yard's weather between two days, both included.
func (s *Store) Weather(ctx context.Context, yard string, from, to int32) ([]WeatherDay, error) {
	return collect(ctx, s.read, func(r *sql.Rows, w *WeatherDay) error {
		return r.Scan(&w.Day, &w.MinC, &w.MaxC, &w.RainMM, &w.WindMS, &w.SunH)
	}, selectWeather, yard, from, to)
}

const insertVisit = `INSERT INTO visit (id, yard_id, day, actor, recorded_utc) VALUES (?, ?, ?, ?, ?) ON CONFLICT (yard_id, day) DO NOTHING`

// AddVisit plans a visit.
func (s *Store) AddVisit(ctx context.Context, id, yard string, day int32, by By) error {
	return s.exec(ctx, insertVisit, id, yard, day, by.Actor, by.RecordedUTC)
}

// AddVisit is Store.AddVisit within a transaction.
func (t *Tx) AddVisit(ctx context.Context, id, yard string, day int32, by By) error {
	_, err := t.tx.ExecContext(ctx, insertVisit, id, yard, day, by.Actor, by.RecordedUTC)
	return err
}

const deleteVisits = `DELETE FROM visit WHERE yard_id = ? AND day > ?`

// MoveNextVisit replaces the visits planned after a day with one.
func (s *Store) MoveNextVisit(ctx context.Context, id, yard string, after, day int32, by By) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(ctx, deleteVisits, yard, after); err != nil {
			return err
		}
		_, err := tx.ExecContext(ctx, insertVisit, id, yard, day, by.Actor, by.RecordedUTC)
		return err
	})
}

// Visits are the last visit of a yard up to a day and the next planned after it;
// 0 where there is none.
type Visits struct{ Last, Next int32 }

const selectVisits = `SELECT COALESCE((SELECT MAX(day) FROM visit WHERE yard_id = ?1 AND day <= ?2), 0),
	COALESCE((SELECT MIN(day) FROM visit WHERE yard_id = ?1 AND day > ?2), 0)`

// Visits returns a yard's visits about a day.
func (s *Store) Visits(ctx context.Context, yard string, day int32) (Visits, error) {
	var v Visits
	return v, s.read.QueryRowContext(ctx, selectVisits, yard, day).Scan(&v.Last, &v.Next)
}

const selectAllVisits = `SELECT y.id, COALESCE((SELECT MAX(day) FROM visit WHERE yard_id = y.id AND day <= ?1), 0),
	COALESCE((SELECT MIN(day) FROM visit WHERE yard_id = y.id AND day > ?1), 0) FROM yard y WHERE y.operation_id = ?2`

// AllVisits returns the visits about a day of all yards of an operation, by yard.
func (s *Store) AllVisits(ctx context.Context, operation string, day int32) (map[string]Visits, error) {
	type line struct {
		yard string
		Visits
	}
	all, err := collect(ctx, s.read, func(r *sql.Rows, l *line) error {
		return r.Scan(&l.yard, &l.Last, &l.Next)
	}, selectAllVisits, day, operation)
	out := make(map[string]Visits, len(all))
	for _, l := range all {
		out[l.yard] = l.Visits
	}
	return out, err
}
