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
	told, err := Recorded()
	if err != nil {
		return err
	}
	return BuildTold(ctx, s, told, on)
}

// BuildTold is Build where the yard that follows was told this.
func BuildTold(ctx context.Context, s *store.Store, told Followed, on day.Day) error {
	if on < Opens || on > Last {
		return ErrDay(on)
	}
	var kinds []string
	for _, k := range history.Kinds() {
		kinds = append(kinds, string(k))
	}
	if err := s.KnowKinds(ctx, kinds...); err != nil {
		return err
	}
	op := store.Operation{ID: id("operation"), Name: Producer}
	if err := s.AddOperation(ctx, op); err != nil {
		return err
	}
	climate, err := season.ClimateFor("uk")
	if err != nil {
		return err
	}
	var all []pulledFrom
	for i, y := range yards {
		hives, err := buildYard(ctx, s, op, y, i, climate, told, on)
		if err != nil {
			return fmt.Errorf("yard %s: %w", y.name, err)
		}
		all = append(all, pulledFrom{y, hives})
	}
	if err := countStore(ctx, s, op, on); err != nil {
		return err
	}
	return extract(ctx, s, op, all, on)
}

// writtenBy marks what the sample keeper wrote on a day.
func writtenBy(on day.Day) store.By {
	return store.By{Actor: "sample keeper", RecordedUTC: on.Time().Add(10 * time.Hour).Format(time.RFC3339)}
}

func id(what string) string {
	return uuid.NewSHA1(uuid.NameSpaceOID, []byte("kembo demo "+what)).String()
}

func buildYard(
	ctx context.Context, s *store.Store, op store.Operation, y yard, index int, climate season.Climate, told Followed, on day.Day,
) ([]*keeper, error) {
	row := store.Yard{
		ID: id("yard " + y.code), OperationID: op.ID, Name: y.name, Climate: climate.Key, Hemisphere: "north",
		Zone: "Europe/London", RhythmDays: y.rhythm,
	}
	var plants []store.Bloom
	for _, b := range y.plants {
		plants = append(plants, store.Bloom(b))
	}
	if err := s.AddYard(ctx, row, plants, writtenBy(First)); err != nil {
		return nil, err
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
		return nil, err
	}
	visits := y.visits()
	for i, v := range visits {
		if err := s.AddVisit(
			ctx, id(fmt.Sprintf("visit %s %d", y.code, i)), row.ID, int32(v), writtenBy(First),
		); err != nil {
			return nil, err
		}
	}
	all, between, err := liveYard(y, ws, told, on)
	if err != nil {
		return nil, err
	}
	for _, k := range all {
		if err := writeColony(ctx, s, op, row.ID, k.story, k.entries); err != nil {
			return nil, fmt.Errorf("colony %s: %w", k.code, err)
		}
		if k.scale {
			if err := k.readScale(ctx, s, id("colony "+k.code)); err != nil {
				return nil, fmt.Errorf("colony %s: %w", k.code, err)
			}
		}
	}
	for _, x := range between {
		rows, err := rowsOf(op, x.at.story, []history.Entry{x.entry})
		if err != nil {
			return nil, err
		}
		if err := s.Append(ctx, rows...); err != nil {
			return nil, fmt.Errorf("what %s gave or got: %w", x.at.code, err)
		}
	}
	return all, nil
}

// liveYard runs the truths of a yard's colonies side by side from their first day to on, each with its keeper, who
// wrote down what was done, and what went between them. Colonies that are not there yet are left out.
func liveYard(y yard, ws map[day.Day]season.Weather, told Followed, on day.Day) ([]*keeper, crossings, error) {
	var all []*keeper
	var between crossings
	for _, st := range stories[y.code] {
		if st.from > on {
			continue
		}
		k, err := begin(st)
		if err != nil {
			return nil, nil, fmt.Errorf("colony %s: %w", st.code, err)
		}
		all = append(all, k)
	}
	visits := y.visits()
	flow := rand.New(rand.NewPCG(seed, 900)) // the year's flow, shared by the yards
	for d := First; d <= on; d++ {
		c := forecast.ConditionOf(y.plants, season.Climates[0], ws[d], season.DayOf(d, season.North))
		c.Flow *= math.Exp(0.25*flow.NormFloat64() - 0.03)
		comes := slices.Contains(visits, d)
		for _, k := range all {
			if d <= k.from {
				continue
			}
			k.lives(d, c, ws[d].RainMM)
			if !comes {
				continue
			}
			if err := k.visit(d, told); err != nil {
				return nil, nil, fmt.Errorf("colony %s: %w", k.code, err)
			}
		}
		if comes && y.code == FollowedYard {
			if err := between.even(all, d, told); err != nil {
				return nil, nil, err
			}
		}
		for _, k := range all {
			if d > k.from {
				k.weighed(d, c)
			}
		}
	}
	return all, between, nil
}

// lives lives a day of the truth.
func (k *keeper) lives(d day.Day, c bees.Condition, rainMM float64) {
	k.morning.beforeKg, k.morning.dryKg = k.grossKg(), k.waterKg
	k.rainsOn(rainMM)
	k.truth.step(c)
	k.morning.livedKg = k.grossKg()
	k.note(d)
	if d == k.queenLost {
		k.truth.state.QueenPeak = 0
	}
	if d == k.swarms {
		k.truth.state.Befall(&parameters, &bees.Change{Swarmed: true})
	}
}

// weighed notes the day as a scale would have felt it.
func (k *keeper) weighed(d day.Day, c bees.Condition) {
	after := k.grossKg()
	k.days = append(
		k.days,
		station.DayMass{
			Start: d.Time(), BeginKg: k.morning.beforeKg + k.morning.dryKg, EndKg: after + k.waterKg,
			MovedKg: after - k.morning.livedKg, OutKg: k.truth.state.Foragers / 12000 * min(1, c.FlightHours/6),
		},
	)
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
	rows, err := rowsOf(op, st, entries)
	if err != nil {
		return err
	}
	return s.AddColony(
		ctx, store.Colony{ID: id("colony " + st.code), OperationID: op.ID, YardID: yard, Code: st.code}, int32(st.from),
		writtenBy(st.from), rows...,
	)
}

// rowsOf are entries of a colony as its log holds them.
func rowsOf(op store.Operation, st story, entries []history.Entry) ([]store.Event, error) {
	var rows []store.Event
	for _, e := range entries {
		// Written down in the yard, at ten in the morning UTC.
		r, err := app.EventOf(e, op.ID, id("colony "+st.code), "sample keeper", e.Day.Time().Add(10*time.Hour))
		if err != nil {
			return nil, err
		}
		rows = append(rows, r)
	}
	return rows, nil
}
