// Package day is the calendar of the trade: a [Day] is a local calendar day
// of a yard, with no clock and no zone.
//
// Looks, bloom, brood and visits are dated by the day on which the keeper
// stood in the yard. An instant (when a thing was recorded) is a time.Time in
// UTC and lives elsewhere; the two are never mixed. The zero Day is 1 January
// 1970; Days compare with == and <.
package day

import (
	"encoding/json"
	"fmt"
	"time"
)

// Day counts calendar days from 1 January 1970.
type Day int32

// ErrorText is returned, wrapped, by Parse for a text that is not a day.
type ErrorText string

func (e ErrorText) Error() string {
	return fmt.Sprintf("%q is not a date; write it as 2026-06-03", string(e))
}

// Of returns the Day of a year, month and day of the month.
func Of(year int, month time.Month, d int) Day {
	return Day(time.Date(year, month, d, 0, 0, 0, 0, time.UTC).Unix() / 86400)
}

// From returns the calendar day of t in the location t carries.
func From(t time.Time) Day { return Of(t.Year(), t.Month(), t.Day()) }

// Parse reads a day written as 2026-06-03.
func Parse(s string) (Day, error) {
	t, err := time.Parse(time.DateOnly, s)
	if err != nil {
		return 0, ErrorText(s)
	}
	return From(t), nil
}

// Time returns midnight UTC of d, for formatting.
func (d Day) Time() time.Time { return time.Unix(int64(d)*86400, 0).UTC() }

// String returns d as 2026-06-03.
func (d Day) String() string { return d.Time().Format(time.DateOnly) }

// Short returns d as "Sat 7 Jun".
func (d Day) Short() string { return d.Time().Format("Mon 2 Jan") }

// DayMonth returns d as "7 Jun".
func (d Day) DayMonth() string { return d.Time().Format("2 Jan") }

// Long returns d as "7 June 2026".
func (d Day) Long() string { return d.Time().Format("2 January 2006") }

// Seen returns d as it is told on another day: as Short, with the year where it is
// so long ago that it could be taken for another's.
func (d Day) Seen(from Day) string {
	const couldBeAnother = 300 // days
	if from-d > couldBeAnother {
		return d.Time().Format("Mon 2 Jan 2006")
	}
	return d.Short()
}

// Weekday returns the full name of the day of the week.
func (d Day) Weekday() string { return d.Time().Weekday().String() }

// OfYear returns the day of the year, 1 to 366.
func (d Day) OfYear() int { return d.Time().YearDay() }

// MarshalJSON writes d as "2026-06-03".
func (d Day) MarshalJSON() ([]byte, error) { return json.Marshal(d.String()) }

// UnmarshalJSON reads "2026-06-03".
func (d *Day) UnmarshalJSON(b []byte) error {
	var s string
	if err := json.Unmarshal(b, &s); err != nil {
		return ErrorText(string(b))
	}
	v, err := Parse(s)
	if err != nil {
		return err
	}
	*d = v
	return nil
}
