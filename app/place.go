package app

import (
	"fmt"
	"strconv"
	"strings"

	"kembo/core/season"
	"kembo/store"
)

// Place is where a yard lies beside the climate that it is near. The zero Place is nothing known.
type Place struct {
	HasLatitude bool
	LatitudeDeg float64   // less than 0 in the south
	MonthsC     []float64 // means of the months, January first; empty: as in its climate
}

// placeOf returns the place that a yard was given.
func placeOf(y store.Yard) Place {
	p := Place{HasLatitude: y.HasLatitude, LatitudeDeg: y.LatitudeDeg}
	for f := range strings.FieldsSeq(y.MonthsC) {
		v, err := strconv.ParseFloat(f, 64)
		if err != nil {
			return Place{HasLatitude: p.HasLatitude, LatitudeDeg: p.LatitudeDeg}
		}
		p.MonthsC = append(p.MonthsC, v)
	}
	return p
}

// in returns a climate as it is at the place, and the half of the earth that it lies in: a latitude
// says it, else asked does.
func (p Place) in(c season.Climate, asked season.Hemisphere) (season.Climate, season.Hemisphere, error) {
	half := c.Half(asked)
	if p.HasLatitude && p.LatitudeDeg != 0 {
		half = season.North
		if p.LatitudeDeg < 0 {
			half = season.South
		}
	}
	var err error
	if p.HasLatitude {
		if c, err = c.At(p.LatitudeDeg); err != nil {
			return c, half, &FieldError{"latitude", err.Error()}
		}
	}
	switch n := len(p.MonthsC); n {
	case 0:
		return c, half, nil
	case len(season.Months{}):
		if c, err = c.WithMonths(season.Months(p.MonthsC), half); err != nil {
			return c, half, &FieldError{"monthly means", err.Error()}
		}
		return c, half, nil
	default:
		return c, half, &FieldError{"monthly means", fmt.Sprintf("there are %d; give twelve, January first, or none", n)}
	}
}

// climateOf returns the climate of a yard, as it is at its place.
func climateOf(y store.Yard) (season.Climate, error) {
	c, err := season.ClimateFor(y.Climate)
	if err != nil {
		return c, err
	}
	c, _, err = placeOf(y).in(c, season.Hemisphere(y.Hemisphere))
	return c, err
}

// stored writes a place into a yard's row.
func (p Place) stored(y *store.Yard) {
	y.HasLatitude, y.LatitudeDeg = p.HasLatitude, p.LatitudeDeg
	parts := make([]string, len(p.MonthsC))
	for i, v := range p.MonthsC {
		parts[i] = strconv.FormatFloat(v, 'f', 1, 64)
	}
	y.MonthsC = strings.Join(parts, " ")
}
