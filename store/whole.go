package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"time"
)

// WholeVersion is the version of the form in which a whole operation leaves a file.
const WholeVersion = 1

// Date is a calendar day, days since 1970-01-01, written as 2026-06-03.
type Date int32

// MarshalJSON writes a day.
func (d Date) MarshalJSON() ([]byte, error) {
	return json.Marshal(time.Unix(int64(d)*secondsADay, 0).UTC().Format(time.DateOnly))
}

const secondsADay = 86400

// UnmarshalJSON reads a day.
func (d *Date) UnmarshalJSON(b []byte) error {
	var s string
	if err := json.Unmarshal(b, &s); err != nil {
		return err
	}
	t, err := time.Parse(time.DateOnly, s)
	if err != nil {
		return fmt.Errorf("%q is not a day; write it as 2026-06-03", s)
	}
	*d = Date(t.Unix() / secondsADay)
	return nil
}

// Whole is a whole operation: what was entered, chosen and sent, and nothing that can
// be worked out from it. Tokens, keys and devices are not in it.
type Whole struct {
	Version   int            `json:"kembo_operation"`
	Name      string         `json:"name"`
	Settings  []WholeSetting `json:"settings"`
	Formats   []WholeFormat  `json:"formats"`
	Yards     []WholeYard    `json:"yards"`
	Colonies  []WholeColony  `json:"colonies"`
	Entries   []WholeEntry   `json:"entries"` // in the order in which they were written
	Sent      []WholeSent    `json:"sent"`    // what devices sent, so that what is sent again gets its old answer
	Beside    []WholeBeside  `json:"beside"`
	Settled   []WholeSettled `json:"settled"`
	ScaleFile []WholeScale   `json:"scale_files"`
	Counts    []WholeCount   `json:"stock_counts"`
	Lots      []WholeLot     `json:"lot_entries,omitempty"` // the account of honey, in the order in which it was written
	Kept      []WholeKept    `json:"kept_plans,omitempty"`
	Photos    []WholePhoto   `json:"photos"` // their pictures are files beside this one
}

// WholeBy says who wrote something, and when in UTC.
type WholeBy struct {
	Actor string `json:"by"`
	At    string `json:"at_utc"`
}

// WholeSetting is a choice, as typed.
type WholeSetting struct {
	Key   string `json:"key"`
	Value string `json:"value"`
	WholeBy
}

// WholeFormat is a box format of the user's own.
type WholeFormat struct {
	ID       string  `json:"id"`
	Name     string  `json:"name"`
	LengthMM float64 `json:"comb_length_mm"`
	HeightMM float64 `json:"comb_height_mm"`
	Slots    int     `json:"slots"`
	WidthMM  float64 `json:"inner_width_mm"`
	BoxKg    float64 `json:"box_kg"`
	FrameKg  float64 `json:"frame_kg"`
	Super    bool    `json:"super"`
	WholeBy
}

// WholeYard is a yard with all that hangs on it.
type WholeYard struct {
	ID         string         `json:"id"`
	Name       string         `json:"name"`
	Climate    string         `json:"climate"`
	Hemisphere string         `json:"hemisphere"`
	Zone       string         `json:"zone"`
	RhythmDays int            `json:"rhythm_days"`
	WinterDays int            `json:"winter_days"`
	Latitude   *float64       `json:"latitude"` // degrees, less than 0 in the south; null: not given
	MonthsC    string         `json:"months_c"` // twelve means, January first, apart by a space; empty: not given
	Bloom      []WholeBloom   `json:"bloom"`
	Weather    []WholeWeather `json:"weather"`
	Visits     []WholeVisit   `json:"visits"`
	Flow       []WholeFlow    `json:"flow_notes"`
	Round      []string       `json:"round"` // colonies in the order in which they stand
	WholeBy
}

// WholeBloom is a plant's flowering, in season days.
type WholeBloom struct {
	Plant      string  `json:"plant"`
	From       int     `json:"from"`
	PeakFrom   int     `json:"peak_from"`
	PeakTo     int     `json:"peak_to"`
	To         int     `json:"to"`
	Strength   float64 `json:"strength"`
	Pollen     float64 `json:"pollen"`
	BaseC      float64 `json:"base_c"`
	DegreeDays float64 `json:"degree_days"`
}

// WholeWeather is a day's weather.
type WholeWeather struct {
	Day    Date     `json:"day"`
	MinC   float64  `json:"min_c"`
	MaxC   float64  `json:"max_c"`
	RainMM float64  `json:"rain_mm"`
	WindMS *float64 `json:"wind_ms"`
	SunH   *float64 `json:"sun_h"`
}

// WholeVisit is a planned or past visit.
type WholeVisit struct {
	ID  string `json:"id"`
	Day Date   `json:"day"`
	WholeBy
}

// WholeFlow is what was seen of a flow.
type WholeFlow struct {
	ID    string `json:"id"`
	Plant string `json:"plant"`
	What  string `json:"what"`
	Day   Date   `json:"day"`
	WholeBy
}

// WholeColony is a colony as it began; all that came after is among the entries.
type WholeColony struct {
	ID       string         `json:"id"`
	Yard     string         `json:"first_yard"`
	Code     string         `json:"first_code"`
	Readings []WholeReading `json:"readings"` // of a hive scale
}

// WholeReading is a reading of a scale: seconds since 1970 UTC, and kg.
type WholeReading struct {
	At int64   `json:"at"`
	Kg float64 `json:"kg"`
}

// WholeEntry is an entry of the log. Payload is what was entered, by its kind.
type WholeEntry struct {
	ID         string          `json:"id"`
	Colony     string          `json:"colony"`
	Kind       string          `json:"kind"`
	Day        Date            `json:"day"`
	Supersedes string          `json:"supersedes,omitempty"`
	Payload    json.RawMessage `json:"payload"`
	With       []WholeWith     `json:"with,omitempty"`
	WholeBy
}

// WholeWith is a colony in whose log an entry between hives stands too.
type WholeWith struct {
	Colony string `json:"colony"`
	Gives  bool   `json:"gives"`
	Gets   bool   `json:"gets"`
}

// WholeSent is what was sent under an id, with its answer.
type WholeSent struct {
	ID     string          `json:"id"`
	Colony string          `json:"colony"`
	Hash   string          `json:"hash"`
	Body   string          `json:"body"`
	Answer json.RawMessage `json:"answer"`
	WholeBy
}

// WholeBeside is something else that came under an id.
type WholeBeside struct {
	ID   string `json:"id"`
	Hash string `json:"hash"`
	Body string `json:"body"`
	WholeBy
}

// WholeSettled is what was kept side by side and has been settled.
type WholeSettled struct {
	ID string `json:"id"`
	WholeBy
}

// WholeScale is how the columns of a scale's file are read, by its header.
type WholeScale struct {
	Header  string          `json:"header"`
	Reading json.RawMessage `json:"reading"`
	WholeBy
}

// WholeCount is how much of an item was counted in store.
type WholeCount struct {
	ID     string  `json:"id"`
	Day    Date    `json:"day"`
	Kind   string  `json:"kind"`
	What   string  `json:"what"`
	Amount float64 `json:"amount"`
	WholeBy
}

// WholeLot is an entry of the account of honey. Payload is what was entered, by its kind.
type WholeLot struct {
	ID         string          `json:"id"`
	Kind       string          `json:"kind"`
	Day        Date            `json:"day"`
	Supersedes string          `json:"supersedes,omitempty"`
	Payload    json.RawMessage `json:"payload"`
	WholeBy
}

// WholePhoto is a picture that goes with a look; its file is photos/ID.jpg.
type WholePhoto struct {
	ID       string  `json:"id"`
	Colony   string  `json:"colony"`
	Look     string  `json:"look"`
	Width    int     `json:"width"`
	Height   int     `json:"height"`
	SentHash *string `json:"sent_hash"`
	WholeBy
}

// Whole returns the whole of an operation, read at one moment.
func (s *Store) Whole(ctx context.Context, operation string) (Whole, error) {
	tx, err := s.read.BeginTx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return Whole{}, err
	}
	defer tx.Rollback()
	w := Whole{Version: WholeVersion}
	if err := tx.QueryRowContext(ctx, `SELECT name FROM operation WHERE id = ?`, operation).Scan(&w.Name); err != nil {
		return w, notFound("operation", err)
	}
	r := wholeReader{ctx: ctx, tx: tx, operation: operation}
	r.settings(&w)
	r.yards(&w)
	r.colonies(&w)
	r.sent(&w)
	r.counts(&w)
	r.lots(&w)
	r.kept(&w)
	return w, r.err
}

// wholeReader reads the parts of an operation; after an error it reads no more.
type wholeReader struct {
	ctx       context.Context
	tx        *sql.Tx
	operation string
	err       error
}

// rows reads the rows of a query into out, unless something went wrong before.
func rows[T any](r *wholeReader, out *[]T, scan func(*sql.Rows, *T) error, query string, args ...any) {
	if r.err == nil {
		*out, r.err = collect(r.ctx, r.tx, scan, query, args...)
	}
	if *out == nil {
		*out = []T{}
	}
}

func (r *wholeReader) settings(w *Whole) {
	rows(r, &w.Settings, func(q *sql.Rows, x *WholeSetting) error {
		return q.Scan(&x.Key, &x.Value, &x.Actor, &x.At)
	}, `SELECT key, value, actor, recorded_utc FROM setting WHERE operation_id = ? ORDER BY key`, r.operation)
	rows(r, &w.Formats, func(q *sql.Rows, x *WholeFormat) error {
		return q.Scan(
			&x.ID, &x.Name, &x.LengthMM, &x.HeightMM, &x.Slots, &x.WidthMM, &x.BoxKg, &x.FrameKg, &x.Super, &x.Actor,
			&x.At,
		)
	}, `SELECT id, name, length_mm, height_mm, slots, width_mm, box_kg, frame_kg, super, actor, recorded_utc
	FROM box_format WHERE operation_id = ? ORDER BY id`, r.operation)
	rows(r, &w.ScaleFile, func(q *sql.Rows, x *WholeScale) error {
		return q.Scan(&x.Header, (*[]byte)(&x.Reading), &x.Actor, &x.At)
	}, `SELECT header, reading, actor, recorded_utc FROM scale_file WHERE operation_id = ? ORDER BY header`, r.operation)
}

func (r *wholeReader) counts(w *Whole) {
	rows(r, &w.Counts, func(q *sql.Rows, x *WholeCount) error {
		var c StockCount
		err := scanStockCount(q, &c)
		*x = WholeCount{c.ID, Date(c.Day), c.Kind, c.What, c.Amount, WholeBy{c.Actor, c.RecordedUTC}}
		return err
	}, selectStockCounts, r.operation)
}

func (r *wholeReader) lots(w *Whole) {
	rows(r, &w.Lots, func(q *sql.Rows, x *WholeLot) error {
		var e LotEntry
		err := scanLot(q, &e)
		*x = WholeLot{e.ID, e.Kind, Date(e.Day), e.Supersedes, json.RawMessage(e.Payload), WholeBy{e.Actor, e.RecordedUTC}}
		return err
	}, selectLotsRaw, r.operation)
}

func (r *wholeReader) yards(w *Whole) {
	rows(r, &w.Yards, func(q *sql.Rows, x *WholeYard) error {
		return q.Scan(
			&x.ID, &x.Name, &x.Climate, &x.Hemisphere, &x.Zone, &x.RhythmDays, &x.WinterDays, &x.Latitude, &x.MonthsC,
			&x.Actor, &x.At,
		)
	}, `SELECT id, name, climate, hemisphere, zone, rhythm_days, winter_days, latitude, months_c, actor, recorded_utc
	FROM yard WHERE operation_id = ? ORDER BY id`, r.operation)
	for i := range w.Yards {
		y := &w.Yards[i]
		rows(r, &y.Bloom, func(q *sql.Rows, b *WholeBloom) error {
			return q.Scan(
				&b.Plant, &b.From, &b.PeakFrom, &b.PeakTo, &b.To, &b.Strength, &b.Pollen, &b.BaseC, &b.DegreeDays,
			)
		}, `SELECT plant, from_sd, peak_from, peak_to, to_sd, strength, pollen, COALESCE(base_c, 0),
		COALESCE(degree_days, 0) FROM bloom WHERE yard_id = ? ORDER BY plant`, y.ID)
		rows(r, &y.Weather, func(q *sql.Rows, d *WholeWeather) error {
			return q.Scan(&d.Day, &d.MinC, &d.MaxC, &d.RainMM, &d.WindMS, &d.SunH)
		}, `SELECT day, min_c, max_c, rain_mm, wind_ms, sun_h FROM weather_day WHERE yard_id = ? ORDER BY day`, y.ID)
		rows(r, &y.Visits, func(q *sql.Rows, v *WholeVisit) error {
			return q.Scan(&v.ID, &v.Day, &v.Actor, &v.At)
		}, `SELECT id, day, actor, recorded_utc FROM visit WHERE yard_id = ? ORDER BY day`, y.ID)
		rows(r, &y.Flow, func(q *sql.Rows, f *WholeFlow) error {
			return q.Scan(&f.ID, &f.Plant, &f.What, &f.Day, &f.Actor, &f.At)
		}, `SELECT id, plant, what, day, actor, recorded_utc FROM flow_note WHERE yard_id = ? ORDER BY day, id`, y.ID)
		rows(r, &y.Round, func(q *sql.Rows, id *string) error { return q.Scan(id) }, selectRound, y.ID)
	}
}

func (r *wholeReader) colonies(w *Whole) {
	rows(r, &w.Colonies, func(q *sql.Rows, x *WholeColony) error {
		return q.Scan(&x.ID, &x.Yard, &x.Code)
	}, `SELECT id, first_yard, first_code FROM colony WHERE operation_id = ? ORDER BY rowid`, r.operation)
	for i := range w.Colonies {
		c := &w.Colonies[i]
		rows(r, &c.Readings, func(q *sql.Rows, x *WholeReading) error {
			return q.Scan(&x.At, &x.Kg)
		}, `SELECT at_utc, kg FROM scale_reading WHERE colony_id = ? ORDER BY at_utc`, c.ID)
	}
	rows(r, &w.Entries, func(q *sql.Rows, x *WholeEntry) error {
		var e Event
		if err := scanEvent(q, &e); err != nil {
			return err
		}
		*x = WholeEntry{
			ID: e.ID, Colony: e.ColonyID, Kind: e.Kind, Day: Date(e.Day), Supersedes: e.Supersedes,
			Payload: json.RawMessage(e.Payload), WholeBy: WholeBy{e.Actor, e.RecordedUTC},
		}
		for _, o := range e.With {
			x.With = append(x.With, WholeWith{o.ID, o.Gives, o.Gets})
		}
		return nil
	}, `SELECT `+eventColumns+` FROM event e WHERE e.operation_id = ? ORDER BY e.seq`, r.operation)
}

func (r *wholeReader) sent(w *Whole) {
	rows(r, &w.Sent, func(q *sql.Rows, x *WholeSent) error {
		return q.Scan(&x.ID, &x.Colony, &x.Hash, &x.Body, (*[]byte)(&x.Answer), &x.Actor, &x.At)
	}, `SELECT s.id, s.colony_id, s.body_hash, s.body, s.answer, s.actor, s.recorded_utc FROM sent s
	JOIN colony c ON c.id = s.colony_id WHERE c.operation_id = ? ORDER BY s.id`, r.operation)
	rows(r, &w.Beside, func(q *sql.Rows, x *WholeBeside) error {
		return q.Scan(&x.ID, &x.Hash, &x.Body, &x.Actor, &x.At)
	}, `SELECT id, body_hash, body, actor, recorded_utc FROM sent_beside ORDER BY id, body_hash`)
	rows(r, &w.Settled, func(q *sql.Rows, x *WholeSettled) error {
		return q.Scan(&x.ID, &x.Actor, &x.At)
	}, `SELECT sent_id, actor, recorded_utc FROM settled ORDER BY sent_id`)
	rows(r, &w.Photos, func(q *sql.Rows, x *WholePhoto) error {
		return q.Scan(&x.ID, &x.Colony, &x.Look, &x.Width, &x.Height, &x.SentHash, &x.Actor, &x.At)
	}, `SELECT p.id, p.colony_id, p.look_id, p.width, p.height, p.sent_hash, p.actor, p.recorded_utc FROM photo p
	JOIN colony c ON c.id = p.colony_id WHERE c.operation_id = ? ORDER BY p.id`, r.operation)
}
