package app

import (
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"math"

	"kembo/core/ledger"
	"kembo/core/season"
	"kembo/exchange"
	"kembo/store"
)

// Stations push what they read by a token of their own. Only a hash of it is kept, it lets in nothing but readings, and of one hive
// and its yard.

// ErrNoStation is returned for a token that is no station's, or that of one that was removed.
var ErrNoStation = errors.New("no station has that token")

// StationLine is a station in a list.
type StationLine struct {
	store.Station
	Code string // of the hive that it stands under
}

// Stations returns those that may push.
func (s *Service) Stations(ctx context.Context) ([]StationLine, error) {
	if err := s.may(MayRead, "read"); err != nil {
		return nil, err
	}
	op, err := s.store.Operation(ctx)
	if errors.Is(err, ErrNotFound) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	all, err := s.store.Stations(ctx, op.ID)
	if err != nil {
		return nil, err
	}
	var out []StationLine
	for _, x := range all {
		code, err := s.codeOf(ctx, x.ColonyID)
		if err != nil && !errors.Is(err, ErrNotFound) {
			return nil, err
		}
		out = append(out, StationLine{x, code})
	}
	return out, nil
}

// MakeStation lets a device push what a scale under a hive reads, and returns its token, which is told this once.
func (s *Service) MakeStation(ctx context.Context, name, code string) (token string, err error) {
	if err := s.may(MayAdmit, "let stations in"); err != nil {
		return "", err
	}
	if name, err = line("name", "the station a name", name, nameMost); err != nil {
		return "", err
	}
	colony, err := s.FindColony(ctx, code)
	if err != nil {
		return "", &FieldError{"code", fmt.Sprintf("there is no hive %q", code)}
	}
	op, err := s.Operation(ctx)
	if err != nil {
		return "", err
	}
	by, err := s.by()
	if err != nil {
		return "", err
	}
	token = rand.Text()
	return token, s.store.AddStation(ctx, store.Station{
		ID: newID(), OperationID: op.ID, Name: name, ColonyID: colony, MadeUTC: by.RecordedUTC, Actor: by.Actor,
	}, hashOfToken(token))
}

// RemoveStation locks a station out; what it has sent stays.
func (s *Service) RemoveStation(ctx context.Context, id string) error {
	if err := s.may(MayAdmit, "remove stations"); err != nil {
		return err
	}
	op, err := s.Operation(ctx)
	if err != nil {
		return err
	}
	return s.store.RemoveStation(ctx, op.ID, id, s.utc())
}

// Heard is what became of what a station sent.
type Heard struct {
	Stored int
	Again  int
	Out    []ledger.KeptOut
	Days   int // of weather taken in
	DryOut []string
}

// EnterStation returns the principal that a station's token stands for; any other is ErrNoStation.
func (s *Service) EnterStation(ctx context.Context, token string) (Principal, error) {
	x, err := s.store.StationOf(ctx, hashOfToken(token))
	if token == "" || errors.Is(err, ErrNotFound) {
		return Principal{}, ErrNoStation
	}
	return Principal{Name: x.Name, Device: x.ID, Rights: MayRead | MayPush}, err
}

// Hear takes in what a station sends, on its behalf. It is stored, or said why not, before it answers.
func (s *Service) Hear(ctx context.Context, rs []ledger.Reading, ws []season.Weather) (Heard, error) {
	if err := s.may(MayPush, "push readings"); err != nil {
		return Heard{}, err
	}
	x, err := s.store.StationByID(ctx, s.who.Device)
	if err != nil {
		return Heard{}, err
	}
	f, err := s.find(ctx, x.ColonyID)
	if err != nil {
		return Heard{}, err
	}
	var out Heard
	var days []store.WeatherDay
	for _, w := range ws {
		if say := s.wrongWeather(w, f.yard.Yard); say != "" {
			out.DryOut = append(out.DryOut, fmt.Sprintf("%s: %s", w.Day, say))
			continue
		}
		days = append(days, store.WeatherDay{
			Day: int32(w.Day), MinC: w.MinC, MaxC: w.MaxC, RainMM: w.RainMM, WindMS: w.WindMS, SunH: w.SunH,
		})
	}
	out.Days = len(days)
	err = s.store.Change(ctx, func(t *store.Tx) error {
		have := map[int64]float64{}
		if from, to := spanOf(rs); to >= from {
			was, err := t.ReadingsIn(ctx, x.ColonyID, from, to)
			if err != nil {
				return err
			}
			for _, r := range was {
				have[r.AtUTC] = r.Kg
			}
		}
		in := ledger.Sort(rs, have, s.now())
		out.Stored, out.Again, out.Out = len(in.Take), in.Again, in.Out
		if err := t.AddReadings(ctx, x.ColonyID, rowsOf(in.Take)); err != nil {
			return err
		}
		if len(days) > 0 {
			if err := t.SetWeather(ctx, f.yard.ID, days); err != nil {
				return err
			}
		}
		why := ""
		if n := len(in.Out); n > 0 {
			why = in.Out[n-1].Why
		}
		if n := len(out.DryOut); n > 0 {
			why = out.DryOut[n-1]
		}
		return t.HeardStation(ctx, x.ID, s.utc(), len(in.Take), len(in.Out)+len(out.DryOut), why)
	})
	if err != nil {
		return Heard{}, err
	}
	if out.Stored > 0 {
		s.soon(f.yard.ID, x.ColonyID)
	}
	if out.Days > 0 {
		s.refreshSoon(ctx)
	}
	return out, nil
}

// spanOf returns the first and the last instant of readings, unix seconds; of none the last is before the first.
func spanOf(rs []ledger.Reading) (from, to int64) {
	from, to = math.MaxInt64, math.MinInt64
	for _, r := range rs {
		from, to = min(from, r.At.Unix()), max(to, r.At.Unix())
	}
	return from, to
}

// toldAhead is as many days as weather is foretold.
const toldAhead = 15

// wrongWeather says what is wrong with a day of weather of a yard; "" for nothing.
func (s *Service) wrongWeather(w season.Weather, y store.Yard) string {
	if err := exchange.CheckWeather(w); err != nil {
		return err.Error()
	}
	if w.Day > s.Today(y)+toldAhead {
		return "it is too far ahead"
	}
	return ""
}
