package store

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
)

// Merged says what a merge did, by what it was about.
type Merged struct {
	Parts []MergedPart
}

// MergedPart is one kind of thing: how many were new, how many were there already, and
// how many are there under the same id with other contents, which stay as they are.
type MergedPart struct {
	What             string
	New, Same, Other int
}

// part returns the part of a kind.
func (m *Merged) part(what string) *MergedPart {
	for i := range m.Parts {
		if m.Parts[i].What == what {
			return &m.Parts[i]
		}
	}
	m.Parts = append(m.Parts, MergedPart{What: what})
	return &m.Parts[len(m.Parts)-1]
}

// merger writes the rows of another file into an operation.
type merger struct {
	ctx       context.Context
	tx        *Tx
	operation string
	out       Merged
}

// put writes a row unless it is there, and counts it.
func (m *merger) put(what, query string, args ...any) error {
	done, err := m.tx.tx.ExecContext(m.ctx, query, args...)
	if err != nil {
		return unique(what, fmt.Errorf("%s: %w", what, err))
	}
	n, err := done.RowsAffected()
	if p := m.out.part(what); n > 0 {
		p.New++
	} else {
		p.Same++
	}
	return err
}

// Merge writes the whole of another file into an operation, by ids: what is there
// already stays as it is. picture returns the picture of a photo. It is part of a
// transaction: what hangs on the log is to be written beside it.
func (t *Tx) Merge(ctx context.Context, operation string, w Whole, picture func(id string) ([]byte, error)) (Merged, error) {
	m := merger{ctx: ctx, tx: t, operation: operation}
	for _, step := range []func(Whole) error{m.settings, m.yards, m.colonies, m.rounds, m.entries, m.sent, m.counts, m.lots, m.kept} {
		if err := step(w); err != nil {
			return m.out, err
		}
	}
	for _, p := range w.Photos {
		jpeg, err := picture(p.ID)
		if err != nil {
			return m.out, err
		}
		if err := m.put("photos", insertPhoto, p.ID, p.Colony, p.Look, p.Width, p.Height, jpeg, p.Actor, p.At, p.SentHash); err != nil {
			return m.out, err
		}
	}
	return m.out, nil
}

func (m *merger) settings(w Whole) error {
	for _, x := range w.Settings {
		if err := m.put("settings", `INSERT INTO setting (operation_id, key, value, actor, recorded_utc)
		VALUES (?, ?, ?, ?, ?) ON CONFLICT DO NOTHING`, m.operation, x.Key, x.Value, x.Actor, x.At); err != nil {
			return err
		}
	}
	for _, x := range w.Formats {
		if err := m.put(
			"formats", insertBoxFormat, x.ID, m.operation, x.Name, x.LengthMM, x.HeightMM, x.Slots, x.WidthMM, x.BoxKg,
			x.FrameKg, x.Super, x.Actor, x.At,
		); err != nil {
			return err
		}
	}
	for _, x := range w.ScaleFile {
		if err := m.put("scale files", `INSERT INTO scale_file (operation_id, header, reading, actor, recorded_utc)
		VALUES (?, ?, ?, ?, ?) ON CONFLICT DO NOTHING`, m.operation, x.Header, compact(x.Reading), x.Actor, x.At); err != nil {
			return err
		}
	}
	return nil
}

func (m *merger) lots(w Whole) error {
	for _, x := range w.Lots {
		if err := m.put(
			"lot entries", insertLot, x.ID, m.operation, x.Kind, x.Day, x.Supersedes, string(x.Payload), x.Actor, x.At,
		); err != nil {
			return err
		}
	}
	return nil
}

func (m *merger) counts(w Whole) error {
	for _, x := range w.Counts {
		if err := m.put(
			"stock counts", insertStockCount, x.ID, x.Kind, x.What, m.operation, x.Day, x.Amount, x.Actor, x.At,
		); err != nil {
			return err
		}
	}
	return nil
}

func (m *merger) yards(w Whole) error {
	for _, y := range w.Yards {
		if err := m.put("yards", insertYard+` ON CONFLICT (id) DO NOTHING`, y.ID, m.operation, y.Name, y.Climate,
			y.Hemisphere, y.Zone, y.RhythmDays, y.WinterDays, y.Latitude, y.MonthsC, y.Actor, y.At); errors.Is(err, ErrTaken) {
			return &NameTakenError{y.Name}
		} else if err != nil {
			return err
		}
		for _, b := range y.Bloom {
			if err := m.put("plants", insertBloom+` ON CONFLICT DO NOTHING`, y.ID, b.Plant, b.From, b.PeakFrom, b.PeakTo,
				b.To, b.Strength, b.Pollen, b.BaseC, b.DegreeDays); err != nil {
				return err
			}
		}
		for _, d := range y.Weather {
			if err := m.put("days of weather", `INSERT INTO weather_day (yard_id, day, min_c, max_c, rain_mm, wind_ms, sun_h)
			VALUES (?, ?, ?, ?, ?, ?, ?) ON CONFLICT DO NOTHING`, y.ID, d.Day, d.MinC, d.MaxC, d.RainMM, d.WindMS,
				d.SunH); err != nil {
				return err
			}
		}
		for _, v := range y.Visits {
			if err := m.put("visits", `INSERT INTO visit (id, yard_id, day, actor, recorded_utc) VALUES (?, ?, ?, ?, ?)
			ON CONFLICT DO NOTHING`, v.ID, y.ID, v.Day, v.Actor, v.At); err != nil {
				return err
			}
		}
		for _, f := range y.Flow {
			if err := m.put("flow notes", insertFlowNote, f.ID, y.ID, f.Plant, f.What, f.Day, f.Actor, f.At); err != nil {
				return err
			}
		}
	}
	return nil
}

// NameTakenError is returned where another yard has the name of one that comes.
type NameTakenError struct{ Name string }

func (e *NameTakenError) Error() string {
	return "there is another yard " + e.Name + " here; rename one of them first"
}

func (m *merger) colonies(w Whole) error {
	for _, c := range w.Colonies {
		if err := m.put("colonies", insertColony+` ON CONFLICT DO NOTHING`, c.ID, m.operation, c.Yard, c.Code); err != nil {
			return err
		}
		for _, x := range c.Readings {
			if err := m.put("readings", `INSERT INTO scale_reading (colony_id, at_utc, kg) VALUES (?, ?, ?)
			ON CONFLICT DO NOTHING`, c.ID, x.At, x.Kg); err != nil {
				return err
			}
		}
	}
	return nil
}

// rounds writes the order of stands, of yards that have none.
func (m *merger) rounds(w Whole) error {
	for _, y := range w.Yards {
		for i, id := range y.Round {
			if err := m.put("places of the round", insertRound+` ON CONFLICT DO NOTHING`, y.ID, id, i, y.Actor, y.At); err != nil {
				return err
			}
		}
	}
	return nil
}

func (m *merger) entries(w Whole) error {
	p := m.out.part("entries")
	for _, x := range w.Entries {
		if _, err := m.tx.tx.ExecContext(m.ctx, insertKind, x.Kind); err != nil {
			return err
		}
		e := Event{
			ID: x.ID, OperationID: m.operation, ColonyID: x.Colony, Kind: x.Kind, Day: int32(x.Day),
			RecordedUTC: x.At, Actor: x.Actor, Supersedes: x.Supersedes, Payload: compact(x.Payload),
		}
		for _, o := range x.With {
			e.With = append(e.With, EventColony{o.Colony, o.Gives, o.Gets})
		}
		was, err := m.tx.Event(m.ctx, x.ID)
		switch {
		case errors.Is(err, ErrNotFound):
			if err := m.tx.Append(m.ctx, e); err != nil {
				return err
			}
			p.New++
		case err != nil:
			return err
		case was.same(e):
			p.Same++
		default:
			p.Other++
		}
	}
	return nil
}

func (m *merger) sent(w Whole) error {
	for _, x := range w.Sent {
		if err := m.put("things sent", insertSent+` ON CONFLICT DO NOTHING`, x.ID, x.Colony, x.Hash, x.Body, x.Actor, x.At,
			compact(x.Answer)); err != nil {
			return err
		}
	}
	for _, x := range w.Beside {
		if err := m.put("things kept beside", insertBeside, x.ID, x.Hash, x.Body, x.Actor, x.At); err != nil {
			return err
		}
	}
	for _, x := range w.Settled {
		if err := m.put("things settled", insertSettled, x.ID, x.Actor, x.At); err != nil {
			return err
		}
	}
	return nil
}

// compact writes a JSON text without the spaces that whoever edited a file may have
// put in, as Kembo itself writes it.
func compact(text []byte) string {
	var b bytes.Buffer
	if err := json.Compact(&b, text); err != nil {
		return string(text)
	}
	return b.String()
}
