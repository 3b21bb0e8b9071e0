package plan

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/words"
)

// Figure is a number that decided, with the words it has in the reason.
type Figure struct {
	Key   string  `json:"key"`
	Value float64 `json:"value"`
	Text  string  `json:"text"`
}

// reason builds a sentence and keeps its numbers: each {key} in the text is
// replaced by the words of that figure.
func reason(text string, figs ...Figure) (string, []Figure) {
	for _, f := range figs {
		text = strings.ReplaceAll(text, "{"+f.Key+"}", f.Text)
	}
	return words.Sentence(text), figs
}

// brief is reason for a line in a list, from the same figures.
func brief(text string, figs []Figure) string {
	out, _ := reason(text, figs...)
	return out
}

// kg is a mass as the user reads it; its value stays in kilograms.
func (s *Situation) kg(key string, v float64) Figure { return Figure{key, v, s.mass(v)} }

// few is the number under which a mass is told to a tenth, where it is not rounded up to it.
const few, halfTenth = 10, 0.05

// mass writes kilograms in the user's unit.
func (s *Situation) mass(kg float64) string { return massIn(s.units(), kg) }

// massIn writes kilograms in a unit, to a tenth where they are few.
func massIn(units measure.Units, kg float64) string {
	u := units.Mass
	if v := u.In(kg); math.Abs(v) < few-halfTenth {
		return fmt.Sprintf("%.1f %s", v, u.Name)
	}
	return fmt.Sprintf("%.0f %s", u.In(kg), u.Name)
}

// volume writes litres in the user's unit.
func (s *Situation) volume(litres float64) string {
	u := s.units().Volume
	return measure.Amount(u.In(litres)) + " " + u.Name
}

// warmth writes degrees in the user's unit.
func (s *Situation) warmth(c float64) string {
	u := s.units().Temperature
	return fmt.Sprintf("%.0f %s", u.In(c), u.Name)
}

func count(key string, v float64) Figure {
	return Figure{key, v, measure.Count(measure.Rough(v))}
}

func whole(key string, v float64) Figure { return Figure{key, v, strconv.Itoa(int(math.Round(v)))} }

// chance is a share as it stands before "that …": "there is a 1 in 4 chance".
func chance(key string, p float64) Figure { return Figure{key, p, words.Odds(p)} }

// counted is a number with its noun.
func counted(key string, n int, one, many string) Figure {
	return Figure{key, float64(n), words.Count(n, one, many)}
}

// days is a number of days with its noun.
func days(key string, n int) Figure { return counted(key, n, "day", "days") }

// dated is a day as it is said.
func dated(key string, d day.Day) Figure { return Figure{key, float64(d), d.Short()} }

// by writes when a part is done: "by Sat 7 Jun", "on Sat 7 Jun" for the visit, or "today".
func (s *Situation) by(p *part) string {
	switch d := s.Today + day.Day(p.by); {
	case p.by < int(s.Days()) || p.by == 0:
		return words.By(d, s.Today)
	case p.in < p.by:
		return "now that you are there, or on " + s.Visit.Short()
	}
	return "on " + s.Visit.Short()
}

// percent is a hundred of a share.
const percent = 100
