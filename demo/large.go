package demo

import (
	"context"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"math/rand/v2"
	"regexp"
	"time"

	"github.com/google/uuid"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/season"
	"kembo/store"
)

// A large sample is made of copies: each colony is one of the sample's, with its
// days and counts moved a little, and each year before the last is a copy of the
// sample's year. It is for measuring how Kembo carries a load, not for reading.

// Large is how large a sample is to be.
type Large struct {
	Colonies int
	Years    int // of records, the last one up to the day on which it is opened
	On       day.Day
}

// inAYard is how many colonies stand in a yard of a large sample.
const inAYard = 28

// A year of the sample that can be repeated: from First on.
const sampleYear = 365

// Grow writes a large sample, yard by yard, and tells how many colonies are there.
// Stopped and called again it goes on where it was.
func Grow(ctx context.Context, s *store.Store, l Large, tell func(colonies int)) error {
	if l.Colonies < 1 || l.Years < 1 || l.Years > 20 {
		return fmt.Errorf(
			"a large sample has at least one colony and 1 to 20 years; %d and %d were asked for",
			l.Colonies,
			l.Years,
		)
	}
	if l.On < First+sampleYear/2 || l.On > Last {
		return ErrDay(l.On)
	}
	op := store.Operation{ID: id("operation"), Name: Producer}
	if _, err := s.Operation(ctx); errors.Is(err, store.ErrNotFound) {
		if err := s.AddOperation(ctx, op); err != nil {
			return err
		}
	} else if err != nil {
		return err
	}
	climate, err := season.ClimateFor("uk")
	if err != nil {
		return err
	}
	templates, err := templatesOf(climate)
	if err != nil {
		return err
	}
	for n := 0; n < l.Colonies; n += inAYard {
		if err := growYard(ctx, s, op, l, n/inAYard, min(inAYard, l.Colonies-n), templates, climate); err != nil {
			return err
		}
		tell(min(n+inAYard, l.Colonies))
	}
	return nil
}

// template is a colony of the sample, with its whole year.
type template struct {
	story   story
	entries []history.Entry
}

// templatesOf lives the sample's colonies through their year, by yard.
func templatesOf(climate season.Climate) ([][]template, error) {
	told, err := Recorded()
	if err != nil {
		return nil, err
	}
	out := make([][]template, len(yards))
	for i, y := range yards {
		ws := weather(climate, First, Last+6, i)
		all, _, err := liveYard(y, ws, told, Last)
		if err != nil {
			return nil, err
		}
		for _, k := range all {
			if k.from == First { // it is there for the whole year
				out[i] = append(out[i], template{k.story, k.entries})
			}
		}
	}
	return out, nil
}

// firstLevelSD is how far a yard's flow may run from its calendar before anybody has
// told of it, as the standard deviation of its logarithm: as the model has it.
const firstLevelSD = 0.3

func growYard(
	ctx context.Context,
	s *store.Store,
	op store.Operation,
	l Large,
	n, colonies int,
	all [][]template,
	climate season.Climate,
) error {
	kind := n % len(yards)
	y := yards[kind]
	row := store.Yard{
		ID:          id(fmt.Sprint("large yard ", n)),
		OperationID: op.ID,
		Name:        fmt.Sprintf("%s %d", y.name, n/len(yards)+1),
		Climate:     climate.Key,
		Hemisphere:  "north",
		Zone:        "Europe/London",
		RhythmDays:  y.rhythm,
	}
	if _, err := s.Yard(ctx, row.ID); !errors.Is(err, store.ErrNotFound) {
		return err // it is there, whole: a yard is one transaction
	}
	begins := First - day.Day(sampleYear*(l.Years-1))
	err := s.Change(ctx, func(tx *store.Tx) error {
		var plants []store.Bloom
		for _, b := range y.plants {
			plants = append(plants, store.Bloom(b))
		}
		if err := tx.AddYard(ctx, row, plants, writtenBy(begins)); err != nil {
			return err
		}
		if err := tx.SetWeather(ctx, row.ID, largeWeather(climate, l, begins, kind)); err != nil {
			return err
		}
		for year := range l.Years {
			for i, v := range y.visits() {
				at := v - day.Day(sampleYear*year)
				if year > 0 && v >= First+sampleYear {
					continue
				}
				if err := tx.AddVisit(
					ctx, id(fmt.Sprintf("large visit %d %d %d", n, year, i)), row.ID, int32(at), writtenBy(begins),
				); err != nil {
					return err
				}
			}
		}
		for i := range colonies {
			t := all[kind][i%len(all[kind])]
			if err := growColony(
				ctx, tx, op, row.ID, l, fmt.Sprintf("%s%d-%02d", y.code, n/len(yards)+1, i+1), t,
			); err != nil {
				return err
			}
		}
		return nil
	})
	if err != nil {
		return err
	}
	// A level to begin with, so that the yard is not read twice for its first.
	return s.SetYardLevel(ctx, store.YardLevel{YardID: row.ID, Day: int32(begins), SD: firstLevelSD})
}

// largeWeather is the sample's weather, each year before as the last.
func largeWeather(climate season.Climate, l Large, begins day.Day, kind int) []store.WeatherDay {
	ws := weather(climate, First, Last+6, kind)
	var out []store.WeatherDay
	for d := begins; d <= min(l.On+5, Last+6); d++ {
		at := d
		for at < First {
			at += sampleYear
		}
		w := ws[at]
		out = append(out, store.WeatherDay{Day: int32(d), MinC: w.MinC, MaxC: w.MaxC, RainMM: w.RainMM})
	}
	return out
}

// growColony writes a copy of a colony of the sample: for each year its set-up and
// what was entered in it.
func growColony(
	ctx context.Context,
	tx *store.Tx,
	op store.Operation,
	yard string,
	l Large,
	code string,
	t template,
) error {
	colony := id("large colony " + code)
	key := uuid.MustParse(colony)
	r := rand.New(rand.NewPCG(seed, uint64(key[0])<<8|uint64(key[15])))
	var rows []store.Event
	for year := l.Years - 1; year >= 0; year-- {
		key[0]++ // each year has boxes and frames of its own
		shift := day.Day(sampleYear * year)
		late := day.Day(r.IntN(3))
		for _, e := range t.entries {
			if e.Day > l.On || year > 0 && e.Day >= First+sampleYear {
				break
			}
			e.ID = moved(e.ID, key)
			if e.Supersedes != "" {
				e.Supersedes = moved(e.Supersedes, key)
			}
			if e.Kind != history.KindStack {
				e.Day += late
			}
			if e.Day > l.On {
				continue
			}
			e.Day -= shift
			row, err := app.EventOf(jittered(e, r), op.ID, colony, "sample keeper", e.Day.Time().Add(10*time.Hour))
			if err != nil {
				return err
			}
			row.Payload = ids.ReplaceAllStringFunc(row.Payload, func(id string) string { return moved(id, key) })
			rows = append(rows, row)
		}
	}
	first := day.Day(rows[0].Day)
	return tx.AddColony(
		ctx,
		store.Colony{ID: colony, OperationID: op.ID, YardID: yard, Code: code},
		int32(first),
		writtenBy(first),
		rows...)
}

var ids = regexp.MustCompile(`[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}`)

// moved returns another id for an id, the same for the same under a key.
func moved(id string, key uuid.UUID) string {
	u, err := uuid.Parse(id)
	if err != nil {
		return uuid.NewSHA1(key, []byte(id)).String()
	}
	for i := range u {
		if i != 6 && i != 8 { // they say of what kind it is
			u[i] ^= key[i]
		}
	}
	var b [36]byte
	hex.Encode(b[:8], u[:4])
	hex.Encode(b[9:13], u[4:6])
	hex.Encode(b[14:18], u[6:8])
	hex.Encode(b[19:23], u[8:10])
	hex.Encode(b[24:], u[10:])
	b[8], b[13], b[18], b[23] = '-', '-', '-', '-'
	return string(b[:])
}

// jittered returns an entry with its counts moved by half a comb, and its weights
// by a few per cent.
func jittered(e history.Entry, r *rand.Rand) history.Entry {
	switch x := e.Body.(type) {
	case *history.Weighing:
		w := *x
		w.Kg = math.Round(10*w.Kg*(1+0.02*r.NormFloat64())) / 10
		e.Body = &w
	case *history.Look:
		b, err := json.Marshal(x)
		l := new(history.Look)
		if err != nil || json.Unmarshal(b, l) != nil {
			return e
		}
		for i := range l.Boxes {
			if c := l.Boxes[i].Counts; c != nil && c.Honey >= 1 && c.Empty >= 1 {
				half := 0.5 * float64(r.IntN(3)-1)
				c.Honey, c.Empty = c.Honey+half, c.Empty-half
			}
		}
		e.Body = l
	}
	return e
}
