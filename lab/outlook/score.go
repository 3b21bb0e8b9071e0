package outlook

import (
	"fmt"
	"math"
	"slices"

	"kembo/core/endvalue"
	"kembo/core/season"
)

// Fitted makes the samples that the coefficients in core/endvalue are fitted to.
func Fitted() []Sample { return everywhere(1500, 100) }

// Held makes samples that nothing was fitted to.
func Held(n int) []Sample { return everywhere(n, 9100) }

func everywhere(n int, seed uint64) (out []Sample) {
	for i, c := range season.Climates {
		out = append(out, Draw(c, n, seed+uint64(i))...)
	}
	return out
}

// Error is how far what is told of samples is off.
type Error struct {
	Of               string
	Samples          int
	GainKg, GainOff  float64 // the mean gain, and the root of the mean square of what is told less what came
	GainBias         float64
	GainDiffers      float64 // how far gains differ, as a standard deviation
	Spring           float64 // the mean worth in spring
	SpringOff        float64
	SpringBias       float64
	SpringDiffers    float64
	inTime           float64
	squares, springs float64
}

// Score tells by climate and by part of the season how far what core/endvalue tells is off.
func Score(all []Sample) []Error {
	sums := map[string]*Error{}
	add := func(of string, s Sample) {
		e := sums[of]
		if e == nil {
			e = &Error{Of: of}
			sums[of] = e
		}
		e.Samples++
		if s.InTime {
			off := s.Ahead.Gain(s.Colony) - s.GainKg
			e.inTime++
			e.GainKg += s.GainKg
			e.squares += s.GainKg * s.GainKg
			e.GainOff += off * off
			e.GainBias += off
		}
		off := s.Ahead.Alive(s.Colony) - s.Spring
		e.Spring += s.Spring
		e.springs += s.Spring * s.Spring
		e.SpringOff += off * off
		e.SpringBias += off
	}
	for _, s := range all {
		add("all", s)
		add(s.Climate, s)
		k, _ := endvalue.Between(float64(s.Ahead.BeesDay))
		add(fmt.Sprintf("from day %.0f of the bees’ year", endvalue.Knots[k]), s)
	}
	var out []Error
	for _, e := range sums {
		n, g := float64(e.Samples), max(1, e.inTime)
		e.GainKg, e.GainBias, e.GainOff = e.GainKg/g, e.GainBias/g, math.Sqrt(e.GainOff/g)
		e.GainDiffers = math.Sqrt(max(0, e.squares/g-e.GainKg*e.GainKg))
		e.Spring, e.SpringBias, e.SpringOff = e.Spring/n, e.SpringBias/n, math.Sqrt(e.SpringOff/n)
		e.SpringDiffers = math.Sqrt(max(0, e.springs/n-e.Spring*e.Spring))
		out = append(out, *e)
	}
	slices.SortFunc(out, func(a, b Error) int {
		if a.Of < b.Of {
			return -1
		}
		return 1
	})
	return out
}
