package store

import (
	"context"
	"database/sql"
	"fmt"
)

const upsertSetting = `INSERT INTO setting (operation_id, key, value, actor, recorded_utc) VALUES (?, ?, ?, ?, ?)
	ON CONFLICT (operation_id, key) DO UPDATE SET value = excluded.value, actor = excluded.actor, recorded_utc = excluded.recorded_utc`

// SetSettings writes settings of an operation, by key, as typed.
func (s *Store) SetSettings(ctx context.Context, operation string, values map[string]string, by By) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		for k, v := range values {
			if _, err := tx.ExecContext(ctx, upsertSetting, operation, k, v, by.Actor, by.RecordedUTC); err != nil {
				return err
			}
		}
		return nil
	})
}

const selectSettings = `SELECT key, value FROM setting WHERE operation_id = ?`

// Settings returns what was chosen for an operation, by key.
func (s *Store) Settings(ctx context.Context, operation string) (map[string]string, error) {
	type pair struct{ key, value string }
	all, err := collect(ctx, s.read, func(r *sql.Rows, p *pair) error {
		return r.Scan(&p.key, &p.value)
	}, selectSettings, operation)
	out := make(map[string]string, len(all))
	for _, p := range all {
		out[p.key] = p.value
	}
	return out, err
}

// BoxFormat is a box format that a user added.
type BoxFormat struct {
	ID, OperationID, Name string
	LengthMM, HeightMM    float64
	Slots                 int
	WidthMM               float64
	BoxKg, FrameKg        float64
	Super                 bool
}

const insertBoxFormat = `INSERT INTO box_format (id, operation_id, name, length_mm, height_mm, slots, width_mm, box_kg, frame_kg, super, actor, recorded_utc)
	VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING`

// AddBoxFormat writes a format; the same twice is once, another under its id or
// its name is ErrTaken.
func (s *Store) AddBoxFormat(ctx context.Context, f BoxFormat, by By) error {
	return s.change(ctx, func(tx *sql.Tx) error {
		if _, err := tx.ExecContext(
			ctx, insertBoxFormat, f.ID, f.OperationID, f.Name, f.LengthMM, f.HeightMM, f.Slots, f.WidthMM, f.BoxKg,
			f.FrameKg, f.Super, by.Actor, by.RecordedUTC,
		); err != nil {
			return unique("format "+f.Name, err)
		}
		var was BoxFormat
		if err := scanFormat(tx.QueryRowContext(ctx, selectBoxFormat, f.ID), &was); err != nil {
			return err
		}
		if was != f {
			return fmt.Errorf("format %s: %w", f.Name, ErrTaken)
		}
		return nil
	})
}

const deleteBoxFormat = `DELETE FROM box_format WHERE id = ? AND operation_id = ?`

// RemoveBoxFormat takes a format out of the catalogue; boxes that have it carry
// their own dimensions.
func (s *Store) RemoveBoxFormat(ctx context.Context, operation, id string) error {
	return s.exec(ctx, deleteBoxFormat, id, operation)
}

const (
	formatColumns    = `id, operation_id, name, length_mm, height_mm, slots, width_mm, box_kg, frame_kg, super`
	selectBoxFormat  = `SELECT ` + formatColumns + ` FROM box_format WHERE id = ?`
	selectBoxFormats = `SELECT ` + formatColumns + ` FROM box_format WHERE operation_id = ? ORDER BY name`
)

func scanFormat(r interface{ Scan(...any) error }, f *BoxFormat) error {
	return r.Scan(
		&f.ID, &f.OperationID, &f.Name, &f.LengthMM, &f.HeightMM, &f.Slots, &f.WidthMM, &f.BoxKg, &f.FrameKg,
		&f.Super,
	)
}

// BoxFormats returns the formats that users of an operation added.
func (s *Store) BoxFormats(ctx context.Context, operation string) ([]BoxFormat, error) {
	return collect(ctx, s.read, func(r *sql.Rows, f *BoxFormat) error {
		return scanFormat(r, f)
	}, selectBoxFormats, operation)
}

// Reading is one reading of a hive scale: seconds since 1970 in UTC, and kg.
type Reading struct {
	AtUTC int64
	Kg    float64
}

const insertReading = `INSERT INTO scale_reading (colony_id, at_utc, kg) VALUES (?, ?, ?) ON CONFLICT (colony_id, at_utc) DO UPDATE SET kg = excluded.kg`

// AddReadings writes readings of a colony's scale; an instant written twice
// keeps the later.
func (s *Store) AddReadings(ctx context.Context, colony string, rs []Reading) error {
	return s.Change(ctx, func(t *Tx) error { return t.AddReadings(ctx, colony, rs) })
}

// AddReadings is Store.AddReadings within a transaction.
func (t *Tx) AddReadings(ctx context.Context, colony string, rs []Reading) error {
	st, err := t.tx.PrepareContext(ctx, insertReading)
	if err != nil {
		return err
	}
	defer st.Close()
	for _, r := range rs {
		if _, err := st.ExecContext(ctx, colony, r.AtUTC, r.Kg); err != nil {
			return err
		}
	}
	if len(rs) == 0 {
		return nil
	}
	first := rs[0].AtUTC
	for _, r := range rs {
		first = min(first, r.AtUTC)
	}
	return t.markTakers(ctx, colony, int32(first/secondsADay)-1) // a local day may be the one before
}

const selectWeighed = `SELECT p.colony_id, p.code FROM colony_place p WHERE p.yard_id = ?1
	AND p.day = (SELECT MAX(q.day) FROM colony_place q WHERE q.colony_id = p.colony_id AND q.day <= ?2)
	AND EXISTS (SELECT 1 FROM scale_reading r WHERE r.colony_id = p.colony_id AND r.at_utc >= ?3) ORDER BY p.code`

// Weighed returns the colonies of a yard on a day that a scale under them has told of since an instant, each with its code.
func (s *Store) Weighed(ctx context.Context, yard string, day int32, since int64) ([]Colony, error) {
	return collect(ctx, s.read, func(r *sql.Rows, c *Colony) error {
		c.YardID = yard
		return r.Scan(&c.ID, &c.Code)
	}, selectWeighed, yard, day, since)
}

const selectReadings = `SELECT at_utc, kg FROM scale_reading WHERE colony_id = ? AND at_utc BETWEEN ? AND ? ORDER BY at_utc`

// Readings returns a colony's readings between two instants, both included.
func (s *Store) Readings(ctx context.Context, colony string, from, to int64) ([]Reading, error) {
	return collect(ctx, s.read, func(r *sql.Rows, x *Reading) error {
		return r.Scan(&x.AtUTC, &x.Kg)
	}, selectReadings, colony, from, to)
}

const upsertScaleFile = `INSERT INTO scale_file (operation_id, header, reading, actor, recorded_utc) VALUES (?, ?, ?, ?, ?)
	ON CONFLICT (operation_id, header) DO UPDATE SET reading = excluded.reading, actor = excluded.actor, recorded_utc = excluded.recorded_utc`

// SetScaleFile remembers how files with a header are read.
func (s *Store) SetScaleFile(ctx context.Context, operation, header, reading string, by By) error {
	return s.exec(ctx, upsertScaleFile, operation, header, reading, by.Actor, by.RecordedUTC)
}

const selectScaleFile = `SELECT reading FROM scale_file WHERE operation_id = ? AND header = ?`

// ScaleFile returns how files with a header are read, or ErrNotFound.
func (s *Store) ScaleFile(ctx context.Context, operation, header string) (string, error) {
	var out string
	err := s.read.QueryRowContext(ctx, selectScaleFile, operation, header).Scan(&out)
	return out, notFound("scale file", err)
}
