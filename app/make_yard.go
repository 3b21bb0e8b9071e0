package app

import (
	"context"
	"errors"
	"fmt"
	"strings"
	"time"

	"kembo/core/season"
	"kembo/store"
)

// NewYard is what a user gives to make a yard, or to change one.
type NewYard struct {
	ID, Name, Climate, Hemisphere, Zone string
	RhythmDays                          int
	WinterDays                          int // between visits in winter; 0: as in the season
	Place                               Place
}

// checked returns what is given of a yard as it is stored.
func (y NewYard) checked(operation string) (store.Yard, error) {
	name, err := line("name", "the yard a name", y.Name, nameMost)
	if err != nil {
		return store.Yard{}, err
	}
	switch {
	case y.RhythmDays < 1 || y.RhythmDays > 120:
		return store.Yard{}, &FieldError{"rhythm", "give the usual days between visits, 1 to 120"}
	case y.WinterDays < 0 || y.WinterDays > 200:
		return store.Yard{}, &FieldError{"winter rhythm", "give the days between visits in winter, 1 to 200, or none"}
	case y.Hemisphere != string(season.North) && y.Hemisphere != string(season.South):
		return store.Yard{}, &FieldError{"hemisphere", "choose north or south"}
	}
	climate, err := season.ClimateFor(y.Climate)
	if err != nil {
		return store.Yard{}, &FieldError{"climate", err.Error()}
	}
	_, half, err := y.Place.in(climate, season.Hemisphere(y.Hemisphere))
	if err != nil {
		return store.Yard{}, err
	}
	y.Hemisphere = string(half)
	if _, err := time.LoadLocation(y.Zone); err != nil || y.Zone == "" {
		return store.Yard{}, &FieldError{"zone", fmt.Sprintf("%q is not a time zone; write it as Europe/London", y.Zone)}
	}
	row := store.Yard{
		ID: y.ID, OperationID: operation, Name: name, Climate: y.Climate, Hemisphere: y.Hemisphere, Zone: y.Zone,
		RhythmDays: y.RhythmDays, WinterDays: y.WinterDays,
	}
	y.Place.stored(&row)
	return row, nil
}

func yardNamed(name string) error {
	return &FieldError{"name", fmt.Sprintf("there is a yard %s already; choose another name", name)}
}

// MakeYard makes a yard with the usual bloom calendar.
func (s *Service) MakeYard(ctx context.Context, y NewYard) error {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return err
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	if err := clientID(y.ID); err != nil {
		return err
	}
	row, err := y.checked(op.ID)
	if err != nil {
		return err
	}
	ys, err := s.store.Yards(ctx, op.ID)
	if err != nil {
		return err
	}
	for _, o := range ys {
		if o.ID == y.ID {
			if o != row {
				return taken
			}
			return nil
		}
		if strings.EqualFold(o.Name, row.Name) {
			return yardNamed(o.Name)
		}
	}
	var bloom []store.Bloom
	climate, err := climateOf(row)
	if err != nil {
		return err
	}
	for _, b := range climate.UsualBloom() {
		bloom = append(bloom, store.Bloom(b))
	}
	err = s.store.AddYard(ctx, row, bloom, by)
	if errors.Is(err, store.ErrTaken) { // made by somebody else in between
		return yardNamed(row.Name)
	}
	return err
}
