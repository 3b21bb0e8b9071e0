package demo

import (
	"context"
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"time"

	"github.com/google/uuid"

	"kembo/app"
	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/season"
	"kembo/station"
	"kembo/store"
)

// Producer is the invented producer of the sample.
const Producer = "Harrowmere Honey"

// ErrDay is returned by Build for a day the sample does not cover.
type ErrDay day.Day

func (e ErrDay) Error() string {
	return fmt.Sprintf("the sample operation can be opened from %s to %s; %s is outside", Opens, Last, day.Day(e))
}

// Build writes the sample operation into an empty store, as it was known on
// the evening of a day.
func Build(ctx context.Context, s *store.Store, on day.Day) error {
	if on < Opens || on > Last {
		return ErrDay(on)
	}
	op := store.Operation{ID: id("operation"), Name: Producer}
	if err := s.AddOperation(ctx, op); err != nil {
		return err
	}
	climate, err := season.ClimateFor("uk")
	if err != nil {
		return err
	}
	for i, y := range yards {
		if err := buildYard(ctx, s, op, y, i, climate, on); err != nil {
			return fmt.Errorf("yard %s: %w", y.name, err)
		}
	}
	return nil
}

// writtenBy marks what the sample keeper wrote on a day.
func writtenBy(on day.Day) store.By {
	return store.By{Actor: "sample keeper", RecordedUTC: on.Time().Add(10 * time.Hour).Format(time.RFC3339)}
}

func id(what string) string {
	return uuid.NewSHA1(uuid.NameSpaceOID, []byte("kembo demo "+what)).String()
}

func buildYard(
	ctx context.Context, s *store.Store, op store.Operation, y yard, index int, climate season.Climate, on day.Day,
) error {
	row := store.Yard{
		ID: id("yard " + y.code), OperationID: op.ID, Name: y.name, Climate: climate.Key, Hemisphere: "north",
		Zone: "Europe/London", RhythmDays: y.rhythm,
	}
	var plants []store.Bloom
	for _, b := range y.plants {
		plants = append(plants, store.Bloom(b))
	}
	if err := s.AddYard(ctx, row, plants, writtenBy(First)); err != nil {
		return err
	}
	ws := weather(climate, First, Last+6, index)
	var days []store.WeatherDay
	for d := First; d <= min(on+5, Last+6); d++ {
		w := ws[d]
		days = append(
			days,
			store.WeatherDay{
				Day: int32(d), MinC: w.MinC, MaxC: w.MaxC, RainMM: w.RainMM, WindMS: w.WindMS, SunH: w.SunH,
			},
		)
	}
	if err := s.SetWeather(ctx, row.ID, days); err != nil {
		return err
	}
	visits := y.visits()
	for i, v := range visits {
		if err := s.AddVisit(
			ctx, id(fmt.Sprintf("visit %s %d", y.code, i)), row.ID, int32(v), writtenBy(First),
		); err != nil {
			return err
		}
	}
	for _, st := range stories[y.code] {
		k, err := live(st, y, ws, visits, on)
		if err != nil {
			return fmt.Errorf("colony %s: %w", st.code, err)
		}
		if k == nil {
			continue // not there yet
		}
		if err := writeColony(ctx, s, op, row.ID, st, k.entries); err != nil {
			return fmt.Errorf("colony %s: %w", st.code, err)
		}
		if st.scale {
			if err := k.readScale(ctx, s, id("colony "+st.code)); err != nil {
				return fmt.Errorf("colony %s: %w", st.code, err)
			}
		}
	}
	return nil
}

// live runs a colony's truth from its first day to on, with its keeper, and
// returns what was written down.
func live(st story, y yard, ws map[day.Day]season.Weather, visits []day.Day, on day.Day) (*keeper, error) {
	if st.from > on {
		return nil, nil
	}
	k, err := begin(st)
	if err != nil {
		return nil, err
	}
	flow := rand.New(rand.NewPCG(seed, 900)) // the year's flow, shared by a yard
	for d := First; d <= on; d++ {
		luck := math.Exp(0.25*flow.NormFloat64() - 0.03)
		if d <= st.from {
			continue
		}
		c := forecast.ConditionOf(y.plants, season.Climates[0], ws[d], season.DayOf(d, season.North))
		c.Flow *= luck
		before, dry := k.grossKg(), k.waterKg
		k.rainsOn(ws[d].RainMM)
		k.truth.step(c)
		lived := k.grossKg()
		k.note(d)
		if d == st.queenLost {
			k.truth.state.QueenPeak = 0
		}
		if d == st.swarms {
			k.truth.state.Befall(&parameters, &bees.Change{Swarmed: true})
		}
		if slices.Contains(visits, d) {
			k.visit(d)
		}
		after := k.grossKg()
		k.days = append(
			k.days,
			station.DayMass{
				Start: d.Time(), BeginKg: before + dry, EndKg: after + k.waterKg, MovedKg: after - lived,
				OutKg: k.truth.state.Foragers / 12000 * min(1, c.FlightHours/6),
			},
		)
	}
	return k, nil
}

// scaleDays is how much of its hive scale's series the sample has.
const scaleDays = 92

// readScale takes the last days of a hive on a scale into the store.
func (k *keeper) readScale(ctx context.Context, s *store.Store, colony string) error {
	var scale station.Scale = station.Simulated{
		Days: k.days[max(0, len(k.days)-scaleDays):], Seed: seed + k.number, NoiseKg: 0.04,
	}
	rs, err := scale.Readings(ctx, First.Time(), (Last + 1).Time())
	if err != nil {
		return err
	}
	var rows []store.Reading
	for _, r := range rs {
		rows = append(rows, store.Reading{AtUTC: r.At.Unix(), Kg: r.Kg})
	}
	return s.AddReadings(ctx, colony, rows)
}

func writeColony(
	ctx context.Context, s *store.Store, op store.Operation, yard string, st story, entries []history.Entry,
) error {
	colony := id("colony " + st.code)
	var rows []store.Event
	for _, e := range entries {
		// Written down in the yard, at ten in the morning UTC.
		r, err := app.EventOf(e, op.ID, colony, "sample keeper", e.Day.Time().Add(10*time.Hour))
		if err != nil {
			return err
		}
		rows = append(rows, r)
	}
	return s.AddColony(
		ctx, store.Colony{ID: colony, OperationID: op.ID, YardID: yard, Code: st.code}, int32(st.from),
		writtenBy(st.from), rows...,
	)
}
