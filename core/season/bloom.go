package season

import (
	"math"
	"slices"

	"kembo/core/day"
)

// Bloom is a plant's flowering in a yard in season days: it swells from From
// to PeakFrom, holds to PeakTo and fades to To. Strength is the intensity of
// its flow at the peak; 1 is a strong main flow. Pollen is 0 to 1.
//
// A plant that opens by warmth has DegreeDays over BaseC since 1 January; where
// it reaches them before or after From, the whole of it moves.
type Bloom struct {
	Plant                      string
	From, PeakFrom, PeakTo, To int
	Strength, Pollen           float64
	BaseC, DegreeDays          float64 // DegreeDays 0: by date
}

// Share returns how far the plant is in bloom on a season day, 0 to 1.
func (b Bloom) Share(seasonDay int) float64 {
	d := float64(seasonDay)
	up := clamp01((d - float64(b.From)) / math.Max(1, float64(b.PeakFrom-b.From)))
	down := clamp01((float64(b.To) - d) / math.Max(1, float64(b.To-b.PeakTo)))
	return min(up, down)
}

// Moved returns the plant's bloom some days later, or earlier.
func (b Bloom) Moved(days int) Bloom {
	b.From, b.PeakFrom, b.PeakTo, b.To = b.From+days, b.PeakFrom+days, b.PeakTo+days, b.To+days
	return b
}

// Intensity returns the flow and the pollen of a calendar on a season day.
func Intensity(calendar []Bloom, seasonDay int) (flow, pollen float64) {
	for _, b := range calendar {
		s := b.Share(seasonDay)
		flow += s * b.Strength
		pollen = max(pollen, s*b.Pollen)
	}
	return flow, pollen
}

// What is a thing a keeper saw of a flow.
type What string

// What may be seen of a flow.
const (
	Started What = "started"
	Over    What = "over"
)

// Note is what a keeper saw of a plant's flow, on a season day of this year.
type Note struct {
	Plant string
	What  What
	Day   int
}

// followShare is how much of what one plant is early or late the plants after it
// are. Source: none; guess: a season that is early stays so in part.
const followShare = 0.6

// Corrected returns a calendar as a year's notes have it. A flow that has started
// moves its plant, and in part the plants that follow; one that is over ends.
// Notes count in order of their day; a later one on a plant overrides.
func Corrected(calendar []Bloom, notes []Note) []Bloom {
	out := slices.Clone(calendar)
	notes = slices.Clone(notes)
	slices.SortStableFunc(notes, func(a, b Note) int { return a.Day - b.Day })
	for _, n := range notes {
		i := slices.IndexFunc(out, func(b Bloom) bool { return b.Plant == n.Plant })
		if i < 0 {
			continue
		}
		switch n.What {
		case Started:
			shift := n.Day - out[i].From
			was := out[i].From
			out[i] = out[i].Moved(shift)
			for k := range out {
				if k != i && out[k].From > was && !noted(notes, out[k].Plant, n.Day) {
					out[k] = out[k].Moved(int(math.Round(followShare * float64(shift))))
				}
			}
		case Over:
			b := &out[i]
			b.To = n.Day
			b.PeakTo, b.PeakFrom, b.From = min(b.PeakTo, n.Day-1), min(b.PeakFrom, n.Day-1), min(b.From, n.Day-1)
		}
	}
	return out
}

// noted reports whether a plant's own flow was seen by a day.
func noted(notes []Note, plant string, by int) bool {
	return slices.ContainsFunc(notes, func(n Note) bool { return n.Plant == plant && n.Day <= by })
}

// Warmed returns a calendar with the plants that open by warmth put where this
// year's warmth has put them: the warmth that has been, and the usual one to
// come. from is the first day of the season year; at gives a day's weather.
func Warmed(calendar []Bloom, from day.Day, at func(day.Day) Weather) []Bloom {
	out := slices.Clone(calendar)
	for i, b := range out {
		if b.DegreeDays <= 0 {
			continue
		}
		sum := 0.0
		for d := range daysMost {
			if sum += at(from + day.Day(d)).DegreeDays(b.BaseC); sum >= b.DegreeDays {
				out[i] = b.Moved(d + 1 - b.From)
				break
			}
		}
	}
	return out
}

// Usual returns the weather of a usual season day: sun by half, a third of the
// days with some rain, spread over all.
func (c Climate) Usual(d day.Day, seasonDay int) Weather {
	mean := c.Normal(seasonDay)
	return Weather{Day: d, MinC: mean - usualSwingC, MaxC: mean + usualSwingC, RainMM: usualRainMM}
}

// A usual day: degrees C either side of its mean, mm of rain. Source: common
// practice.
const usualSwingC, usualRainMM = 4.5, 1.6

// YearStart returns the first day of the season year that d lies in: 1 January
// in the north, the day that curves take for it in the south.
func YearStart(d day.Day, h Hemisphere) day.Day { return d - day.Day(DayOf(d, h)-1) }
