package exchange

import (
	"encoding/csv"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"
	"time"

	"kembo/core/ledger"
	"kembo/core/measure"
)

// ScaleColumns says how a scale's file is read. Columns count from 0; Date is
// -1 where day and time stand in one column, Time.
type ScaleColumns struct {
	Header   bool   `json:"header"` // the first row names the columns
	Time     int    `json:"time"`
	Date     int    `json:"date"`
	Weight   int    `json:"weight"`
	Unit     string `json:"unit"`      // kg, g or lb
	DayFirst bool   `json:"day_first"` // 03/06 is 3 June
}

// ScaleSheet is a scale's file as it came, with a guess at its columns.
type ScaleSheet struct {
	Header    []string // names, or "column 1" …
	Rows      [][]string
	Signature string // of the header, to remember the answer by
	Guess     ScaleColumns
}

// Limits of a scale's file.
const (
	maxScaleRows    = 200_000
	maxScaleColumns = 60
	maxUnreadable   = 0.2 // share of rows that may not be readings
)

// Errors of a scale's file.
var (
	ErrScaleEmpty = errors.New("the file has no rows; choose the scale's export as CSV")
	ErrScaleLong  = fmt.Errorf("the file has more than %d rows; export a shorter stretch", maxScaleRows)
)

// SniffScale reads a scale's file with commas, semicolons or tabs between its
// columns and guesses which of them say when and how much.
func SniffScale(text string) (ScaleSheet, error) {
	var s ScaleSheet
	text = strings.TrimPrefix(text, "\ufeff")
	line, _, _ := strings.Cut(text, "\n")
	comma := ','
	for _, c := range ";\t" {
		if strings.Count(line, string(c)) > strings.Count(line, string(comma)) {
			comma = c
		}
	}
	r := csv.NewReader(strings.NewReader(text))
	r.Comma, r.FieldsPerRecord, r.LazyQuotes, r.TrimLeadingSpace = comma, -1, true, comma != '\t'
	for {
		row, err := r.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return s, fmt.Errorf("row %d cannot be read: %w", len(s.Rows)+1, err)
		}
		if len(row) > maxScaleColumns {
			return s, fmt.Errorf(
				"row %d has %d columns; a scale's file has up to %d", len(s.Rows)+1, len(row), maxScaleColumns,
			)
		}
		if blank(row) {
			continue
		}
		if s.Rows = append(s.Rows, row); len(s.Rows) > maxScaleRows {
			return s, ErrScaleLong
		}
	}
	if len(s.Rows) == 0 {
		return s, ErrScaleEmpty
	}
	s.guess()
	return s, nil
}

func blank(row []string) bool {
	for _, c := range row {
		if strings.TrimSpace(c) != "" {
			return false
		}
	}
	return true
}

// guess finds out from names and values what the columns are.
func (s *ScaleSheet) guess() {
	first := s.Rows[0]
	g := ScaleColumns{Time: -1, Date: -1, Weight: -1, Unit: measure.Kilogram.Name, DayFirst: true}
	sample := s.Rows[min(1, len(s.Rows)-1)]
	clockAt := -1
	if _, ok := when(sample0(first), true); !ok && !anyNumber(first) {
		g.Header = true
	}
	for i := range first {
		name := fmt.Sprintf("column %d", i+1)
		if g.Header {
			name = strings.TrimSpace(first[i])
		}
		s.Header = append(s.Header, name)
		low := strings.ToLower(name)
		cell := ""
		if i < len(sample) {
			cell = sample[i]
		}
		_, isTime := when(cell, true)
		_, notNumber := measure.ParseNumber(cell)
		switch {
		case clock(cell):
			clockAt = i
		case g.Time < 0 && isTime: // a plain number is one only if it is seconds since 1970
			g.Time = i
		case g.Weight < 0 && notNumber == nil &&
			(strings.Contains(low, "weight") || strings.Contains(low, "mass") || strings.Contains(low, "kg") ||
				strings.Contains(low, "lb")):
			g.Weight = i
			if strings.Contains(low, "lb") {
				g.Unit = measure.Pound.Name
			}
		}
	}
	if clockAt >= 0 { // the day and the clock stand apart
		g.Date, g.Time = g.Time, clockAt
	}
	if g.Weight < 0 { // no name says so: the first number that is no time
		for i, c := range sample {
			_, isTime := when(c, true)
			if _, err := measure.ParseNumber(c); err == nil && !isTime && i != g.Time {
				g.Weight = i
				break
			}
		}
	}
	g.Time, g.Weight = max(g.Time, 0), max(g.Weight, 0)
	// A day above 12 in the second place says that the month comes first.
	day := g.Time
	if g.Date >= 0 {
		day = g.Date
	}
	for _, row := range s.Rows {
		if day < len(row) {
			if _, ok := when(row[day], true); !ok {
				if _, ok := when(row[day], false); ok {
					g.DayFirst = false
					break
				}
			}
		}
	}
	s.Guess, s.Signature = g, strings.Join(s.Header, "|")
}

// clock reports whether a cell is a time of day with no day.
func clock(text string) bool {
	for _, l := range []string{"15:04", "15:04:05"} {
		if _, err := time.Parse(l, strings.TrimSpace(text)); err == nil {
			return true
		}
	}
	return false
}

func sample0(row []string) string {
	if len(row) == 0 {
		return ""
	}
	return row[0]
}

func anyNumber(row []string) bool {
	for _, c := range row {
		if _, err := measure.ParseNumber(c); err == nil {
			return true
		}
	}
	return false
}

// Layouts of time that scales write; %D stands for day and month in the order
// of the file.
var layouts = []string{
	time.RFC3339, "2006-01-02T15:04:05", "2006-01-02T15:04", "2006-01-02 15:04:05", "2006-01-02 15:04", "2006-01-02",
	"2006/01/02 15:04:05", "2006/01/02 15:04", "%D/2006 15:04:05", "%D/2006 15:04", "%D/2006", "%D/06 15:04",
	"%d.2006 15:04:05", "%d.2006 15:04", "%d.2006",
}

// when reads an instant; a plain number of ten digits is seconds since 1970.
func when(text string, dayFirst bool) (func(zone *time.Location) time.Time, bool) {
	text = strings.TrimSpace(text)
	if n, err := strconv.ParseInt(text, 10, 64); err == nil && n > 900_000_000 && n < 5_000_000_000 {
		return func(*time.Location) time.Time { return time.Unix(n, 0) }, true
	}
	slash, dot := "2/1", "2.1"
	if !dayFirst {
		slash, dot = "1/2", "1.2"
	}
	for _, l := range layouts {
		l = strings.NewReplacer("%D", slash, "%d", dot).Replace(l)
		if _, err := time.Parse(l, text); err == nil {
			return func(zone *time.Location) time.Time {
				t, _ := time.ParseInLocation(l, text, zone) // it parsed before
				return t
			}, true
		}
	}
	return nil, false
}

// ReadScale reads the readings of a sheet with the columns given, in the local
// time of zone. Rows that are no readings are skipped and counted; with more
// than one in five of them the columns are taken to be wrong.
func ReadScale(s ScaleSheet, c ScaleColumns, zone *time.Location) (rs []ledger.Reading, skipped int, err error) {
	unit := map[string]measure.Unit{"kg": measure.Kilogram, "g": measure.Gram, "lb": measure.Pound}[c.Unit]
	if unit.Name == "" {
		return nil, 0, fmt.Errorf("%q is not a unit of the scale; choose kg, g or lb", c.Unit)
	}
	rows := s.Rows
	if c.Header && len(rows) > 0 {
		rows = rows[1:]
	}
	first := ""
	for i, row := range rows {
		at, kg, why := reading(row, c, unit, zone)
		if why != "" {
			skipped++
			if first == "" {
				first = fmt.Sprintf("row %d: %s", i+1, why)
			}
			continue
		}
		rs = append(rs, ledger.Reading{At: at, Kg: kg})
	}
	if len(rs) == 0 || float64(skipped) > maxUnreadable*float64(len(rows)) {
		return nil, skipped, fmt.Errorf(
			"%d of %d rows are not readings (%s); choose other columns", skipped, len(rows), first,
		)
	}
	return rs, skipped, nil
}

func reading(
	row []string, c ScaleColumns, unit measure.Unit, zone *time.Location,
) (at time.Time, kg float64, why string) {
	for _, i := range []int{c.Time, c.Weight, max(c.Date, 0)} {
		if i < 0 || i >= len(row) {
			return at, 0, fmt.Sprintf("it has %d columns", len(row))
		}
	}
	text := row[c.Time]
	if c.Date >= 0 && c.Date != c.Time {
		text = strings.TrimSpace(row[c.Date]) + " " + strings.TrimSpace(text)
	}
	in, ok := when(text, c.DayFirst)
	if !ok {
		return at, 0, fmt.Sprintf("%.40q is not a time", text)
	}
	v, err := measure.ParseNumber(row[c.Weight])
	if err != nil {
		return at, 0, fmt.Sprintf("%.40q is not a weight", row[c.Weight])
	}
	if kg = unit.Of(v); kg <= 0 || kg >= 400 {
		return at, 0, fmt.Sprintf("%g %s is not a hive's weight", v, unit.Name)
	}
	return in(zone), kg, ""
}

// Text returns c for the store; ScaleColumnsOf reads it back.
func (c ScaleColumns) Text() string {
	b, err := json.Marshal(c)
	if err != nil { // numbers, words and flags always marshal
		return "{}"
	}
	return string(b)
}

// ScaleColumnsOf reads what Text wrote.
func ScaleColumnsOf(text string) (ScaleColumns, error) {
	var c ScaleColumns
	err := json.Unmarshal([]byte(text), &c)
	return c, err
}
