package app

import (
	"context"
	"errors"
	"fmt"
	"strconv"

	"kembo/core/advice"
	"kembo/core/day"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/season"
	"kembo/store"
)

// Settings are what an operation chose.
type Settings struct {
	Units       measure.Units
	LiftLimitKg float64 // a person's own; guidance may be lower
	MitesSpring float64 // per cent above which to act, to the end of June
	MitesLate   float64 // and after
	// How far this keeper's looks may be off, as shares; 0: the usual keeper.
	OffFaces, OffBoxes, OffSeams float64
}

// Observer is the keeper as the reading of looks sees one.
func (s Settings) Observer() look.Observer {
	return look.DefaultObserver.With(s.OffFaces, s.OffBoxes, s.OffSeams)
}

// Usual thresholds for mites. Source: published varroa guides, editions differ;
// newer advice is 1 to 2 % (values F, from memory).
const (
	usualMitesSpring, usualMitesLate = 2.0, 3.0
)

// MitesNow returns the threshold of a day.
func (s Settings) MitesNow(today day.Day, h season.Hemisphere) float64 {
	if !season.MitesLate.Holds(season.DayOf(today, h)) {
		return s.MitesSpring
	}
	return s.MitesLate
}

// Settings returns what was chosen, with the usual values for the rest.
func (s *Service) Settings(ctx context.Context) (Settings, error) {
	out := Settings{
		Units: measure.Systems[0], LiftLimitKg: advice.DefaultSettings().LiftLimitKg, MitesSpring: usualMitesSpring,
		MitesLate: usualMitesLate,
	}
	op, err := s.store.Operation(ctx)
	if errors.Is(err, store.ErrNotFound) {
		return out, nil
	}
	if err != nil {
		return out, err
	}
	all, err := s.store.Settings(ctx, op.ID)
	if err != nil {
		return out, err
	}
	out.Units = measure.SystemFor(all["units"])
	for key, into := range map[string]*float64{
		"lift_limit_kg": &out.LiftLimitKg, "mites_spring": &out.MitesSpring, "mites_late": &out.MitesLate,
		"off_faces": &out.OffFaces, "off_boxes": &out.OffBoxes, "off_seams": &out.OffSeams,
	} {
		if v, err := strconv.ParseFloat(all[key], 64); err == nil {
			*into = v
		}
	}
	return out, nil
}

// Choose stores settings; wrong ones are a *FieldError and nothing is stored.
func (s *Service) Choose(ctx context.Context, c Settings) error {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return err
	}
	if !(c.LiftLimitKg >= 1 && c.LiftLimitKg <= 60) {
		return &FieldError{"your lift limit", fmt.Sprintf("give 1 to 60 kg, in %s", c.Units.Mass.Name)}
	}
	for _, p := range []float64{c.MitesSpring, c.MitesLate} {
		if !(p >= 0.1 && p <= 20) {
			return &FieldError{"mites", "give 0.1 to 20 per cent"}
		}
	}
	for _, off := range []float64{c.OffFaces, c.OffBoxes, c.OffSeams} {
		if off != 0 && !(off >= 0.02 && off <= 0.8) {
			return &FieldError{"how far looks are off", "give 2 to 80 per cent, or nothing for the usual"}
		}
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	f := func(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
	err = s.store.SetSettings(
		ctx, op.ID,
		map[string]string{
			"units": c.Units.Name, "lift_limit_kg": f(c.LiftLimitKg), "mites_spring": f(c.MitesSpring),
			"mites_late": f(c.MitesLate), "off_faces": f(c.OffFaces), "off_boxes": f(c.OffBoxes),
			"off_seams": f(c.OffSeams),
		},
		by,
	)
	if err != nil {
		return err
	}
	s.refreshSoon(ctx) // standings hold sentences with units
	return nil
}

// TodayHere returns the day of the first yard, for pages of no yard.
func (s *Service) TodayHere(ctx context.Context) (day.Day, season.Hemisphere, error) {
	y, err := s.store.FirstYard(ctx)
	if errors.Is(err, store.ErrNotFound) {
		return s.todayIn("UTC"), season.North, nil
	}
	return s.Today(y), season.Hemisphere(y.Hemisphere), err
}

// Head returns what stands at the head of every page: the producer's name, "" in
// an empty file, and the day.
func (s *Service) Head(ctx context.Context) (name string, today day.Day, err error) {
	op, err := s.store.Operation(ctx)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return "", 0, err
	}
	today, _, err = s.TodayHere(ctx)
	return op.Name, today, err
}
