package app

import (
	"context"
	"fmt"
	"math"

	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
)

// Score is how forecasts of one quantity compared with later looks, over all colonies:
// those by what all looks before had taught, and those of a fresh model that knew the
// last look alone. Errors are means, as shares of what was found, and include the
// keeper's own.
type Score struct {
	Name            string
	Tests           int
	Held, FreshHeld float64 // shares of the ranges
	Error, Fresh    float64
}

// taughtFrom is the number of looks from which on a colony counts as known.
const taughtFrom = 3

// Scores returns how the forecasts of the operation did against its own looks,
// of colonies that had been looked at three times before.
func (s *Service) Scores(ctx context.Context) ([]Score, error) {
	by := make([]Score, forecast.Quantities)
	if err := s.Compared(ctx, func(_ string, t history.Compared) { by[t.Of].add(t) }); err != nil {
		return nil, err
	}
	var out []Score
	for q, o := range by {
		if n := float64(o.Tests); n > 0 {
			out = append(
				out, Score{forecast.QuantityNames[q], o.Tests, o.Held / n, o.FreshHeld / n, o.Error / n, o.Fresh / n},
			)
		}
	}
	return out, nil
}

// Compared tells, colony by colony, what its looks found against what was
// expected, of colonies that had been looked at three times before.
func (s *Service) Compared(ctx context.Context, tell func(colony string, t history.Compared)) error {
	set, err := s.Settings(ctx)
	if err != nil {
		return err
	}
	return s.comparedBy(ctx, set, tell)
}

// comparedBy is Compared for a keeper as these settings have one.
func (s *Service) comparedBy(ctx context.Context, set Settings, tell func(colony string, t history.Compared)) error {
	_, ys, err := s.yardDays(ctx)
	if err != nil {
		return err
	}
	for _, y := range ys {
		site, err := s.site(ctx, y)
		if err != nil {
			return err
		}
		colonies, err := s.store.ColoniesOf(ctx, y.ID, int32(y.today))
		if err != nil {
			return err
		}
		for _, c := range colonies {
			es, err := s.entries(ctx, c.ID, y.today)
			if err != nil {
				return err
			}
			g := s.ground(c.ID, site, set, y.today, scaleTold{})
			if g.Givers, err = s.giversOf(ctx, c.ID, es, set); err != nil {
				return err
			}
			all, err := history.Compare(es, g)
			if err != nil {
				return fmt.Errorf("colony %s: %w", c.Code, err)
			}
			for _, t := range all {
				if t.Looks >= taughtFrom {
					tell(c.ID, t)
				}
			}
		}
	}
	return nil
}

func (s *Score) add(t history.Compared) {
	s.Tests++
	if t.Held() {
		s.Held++
	}
	if t.Found >= t.Fresh.Low && t.Found <= t.Fresh.High {
		s.FreshHeld++
	}
	s.Error += t.Tested.Error(t.Expected)
	s.Fresh += t.Tested.Error(t.Fresh)
}

// Eye is how the forecasts would have done had the keeper been taken to be off by
// so many times the usual.
type Eye struct {
	Times                        float64
	OffFaces, OffBoxes, OffSeams float64 // as settings would have it
	Tests                        int
	Held                         float64 // share of the ranges
	// LogScore is the mean logarithm of the density that the forecasts gave to what
	// was found: the higher the better, for it asks for ranges that are narrow and
	// hold (Good 1952, J. R. Stat. Soc. B 14:107-114, from memory).
	LogScore float64
}

// Eyes reads the log as it would have been read of keepers who are off by so many
// times the usual, whatever is set.
func (s *Service) Eyes(ctx context.Context, times []float64) ([]Eye, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	usual := look.DefaultObserver
	var out []Eye
	for _, f := range times {
		e := Eye{
			Times: f, OffFaces: f * usual.Faces.Stores, OffBoxes: f * usual.Boxes.Stores,
			OffSeams: f * usual.Seams.Bees,
		}
		set.OffFaces, set.OffBoxes, set.OffSeams = e.OffFaces, e.OffBoxes, e.OffSeams
		if err := s.comparedBy(ctx, set, func(_ string, t history.Compared) { e.add(t.Tested) }); err != nil {
			return nil, err
		}
		if e.Tests > 0 {
			e.Held, e.LogScore = e.Held/float64(e.Tests), e.LogScore/float64(e.Tests)
		}
		out = append(out, e)
	}
	return out, nil
}

func (e *Eye) add(t history.Tested) {
	e.Tests++
	if t.Held() {
		e.Held++
	}
	sd := math.Log(t.Expected.High/t.Expected.Low) / (2 * measure.Z80)
	z := t.Error(t.Expected) / sd
	e.LogScore -= z*z/2 + math.Log(sd)
}
