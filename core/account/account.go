// Package account tells what a year's crop took: how many hives, how often they were seen to, how long it was worked at them, and what
// flowered before it came off.
package account

import (
	"cmp"
	"slices"
	"strings"
	"time"

	"kembo/core/day"
	"kembo/core/season"
)

// Stamp is when an entry was written, and of which day it is.
type Stamp struct {
	Day day.Day
	By  string
	At  time.Time
}

// Of stamps that follow one another within pause it was worked at hives in between; what was keyed in later, or at one moment, tells
// nothing. first is the work before the first stamp. Source: none; guesses.
const (
	pause    = 40 * time.Minute
	first    = 8 * time.Minute
	sameDay  = 14 * time.Hour // about noon of the day, for any zone
	leastOne = 3              // stamps of different minutes from which a stretch of work is told
)

// Hours returns how long it was worked at hives as far as stamps tell, and of how many days they do.
func Hours(stamps []Stamp) (hours float64, days int) {
	all := slices.DeleteFunc(slices.Clone(stamps), func(s Stamp) bool {
		off := s.At.Sub(s.Day.Time().Add(12 * time.Hour))
		return off < -sameDay || off > sameDay
	})
	slices.SortFunc(all, func(a, b Stamp) int {
		return cmp.Or(strings.Compare(a.By, b.By), a.At.Compare(b.At))
	})
	told := map[day.Day]bool{}
	for i := 0; i < len(all); {
		k, minutes := i+1, 1
		for k < len(all) && all[k].By == all[i].By && all[k].At.Sub(all[k-1].At) <= pause {
			if all[k].At.Truncate(time.Minute).After(all[k-1].At.Truncate(time.Minute)) {
				minutes++
			}
			k++
		}
		if minutes >= leastOne {
			hours += (first + all[k-1].At.Sub(all[i].At)).Hours()
			told[all[i].Day] = true
		}
		i = k
	}
	return hours, len(told)
}

// longest is how far back it is asked what a crop is of, days: a season.
const longest = 150

// Part is how much of a crop is of a plant.
type Part struct {
	Plant string // "": nothing was in flower, by the calendar
	Kg    float64
}

// Flowers parts a crop that came off on a day by what had offered nectar since the last one came off, or since spring.
func Flowers(calendar []season.Bloom, h season.Hemisphere, last, on day.Day, kg float64) []Part {
	var out []Part
	for _, g := range season.Gave(calendar, h, max(last+1, on-longest), on) {
		out = append(out, Part{Plant: g.Plant, Kg: kg * g.Share})
	}
	if len(out) == 0 {
		out = []Part{{Kg: kg}}
	}
	return out
}
