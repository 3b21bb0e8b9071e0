package exchange

import (
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"kembo/core/day"
	"kembo/core/season"
)

// WeatherColumns are the columns of a weather file, in any order; the last two
// may be missing.
var WeatherColumns = []string{"date", "tmin_c", "tmax_c", "rain_mm", "wind_ms", "sun_h"}

// mostWeatherDays is as many as a file may hold: thirty years.
const mostWeatherDays = 11_000

// ReadWeather reads a weather file: CSV with a header of [WeatherColumns], a day
// a line. The error names line and column in a sentence.
func ReadWeather(r io.Reader) ([]season.Weather, error) {
	c := csv.NewReader(r)
	c.FieldsPerRecord = -1
	c.TrimLeadingSpace = true
	head, err := c.Read()
	if errors.Is(err, io.EOF) {
		return nil, errors.New(
			"the file is empty; its first line names the columns: " + strings.Join(WeatherColumns, ", "),
		)
	}
	if err != nil {
		return nil, fmt.Errorf("line 1 cannot be read as CSV: %w", err)
	}
	at := map[string]int{}
	for i, h := range head {
		at[strings.ToLower(strings.TrimSpace(strings.TrimPrefix(h, "\ufeff")))] = i
	}
	for _, need := range WeatherColumns[:4] {
		if _, ok := at[need]; !ok {
			return nil, fmt.Errorf(
				"there is no column %q; the first line must name date, tmin_c, tmax_c and rain_mm", need,
			)
		}
	}
	var out []season.Weather
	for line := 2; ; line++ {
		row, err := c.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		if err != nil {
			return nil, fmt.Errorf("line %d cannot be read as CSV: %w", line, err)
		}
		if len(out) == mostWeatherDays {
			return nil, fmt.Errorf("the file has more than %d days", mostWeatherDays)
		}
		w, err := weatherRow(row, at)
		if err != nil {
			return nil, fmt.Errorf("line %d: %w", line, err)
		}
		out = append(out, w)
	}
	if len(out) == 0 {
		return nil, errors.New("the file names its columns and holds no day")
	}
	slices.SortStableFunc(out, func(a, b season.Weather) int { return int(a.Day - b.Day) })
	return out, nil
}

// Bounds of what weather can be, for typing errors. Source: the earth's records
// are within them.
var weatherBounds = map[string][2]float64{
	"tmin_c": {-70, 50}, "tmax_c": {-70, 58}, "rain_mm": {0, 1900}, "wind_ms": {0, 90}, "sun_h": {0, 24},
}

func weatherRow(row []string, at map[string]int) (season.Weather, error) {
	cell := func(name string) (string, bool) {
		i, ok := at[name]
		if !ok || i >= len(row) {
			return "", false
		}
		v := strings.TrimSpace(row[i])
		return v, v != ""
	}
	text, _ := cell("date")
	d, err := day.Parse(text)
	if err != nil {
		return season.Weather{}, fmt.Errorf("date: %w", err)
	}
	w := season.Weather{Day: d}
	number := func(name string, must bool) (*float64, error) {
		text, ok := cell(name)
		if !ok {
			if must {
				return nil, fmt.Errorf("%s is missing", name)
			}
			return nil, nil
		}
		v, err := strconv.ParseFloat(text, 64)
		if err != nil {
			return nil, fmt.Errorf("%s: %q is not a number; use a point for decimals", name, text)
		}
		return &v, nil
	}
	for _, f := range []struct {
		name string
		to   *float64
	}{{"tmin_c", &w.MinC}, {"tmax_c", &w.MaxC}, {"rain_mm", &w.RainMM}} {
		v, err := number(f.name, true)
		if err != nil {
			return w, err
		}
		*f.to = *v
	}
	if w.WindMS, err = number("wind_ms", false); err != nil {
		return w, err
	}
	if w.SunH, err = number("sun_h", false); err != nil {
		return w, err
	}
	return w, CheckWeather(w)
}

// CheckWeather returns what of a day of weather cannot be, with the column it is in; nil for nothing.
func CheckWeather(w season.Weather) error {
	if column, err := checkWeather(w); err != nil {
		return fmt.Errorf("%s %w", column, err)
	}
	return nil
}

// checkWeather returns what cannot be, and the column it is in.
func checkWeather(w season.Weather) (column string, err error) {
	for _, f := range []struct {
		column string
		value  *float64
	}{{"tmin_c", &w.MinC}, {"tmax_c", &w.MaxC}, {"rain_mm", &w.RainMM}, {"wind_ms", w.WindMS}, {"sun_h", w.SunH}} {
		if b := weatherBounds[f.column]; f.value != nil && !(*f.value >= b[0] && *f.value <= b[1]) {
			return f.column, fmt.Errorf("%g is not between %g and %g", *f.value, b[0], b[1])
		}
	}
	if w.MinC > w.MaxC {
		return "tmin_c", fmt.Errorf("%g is above tmax_c %g", w.MinC, w.MaxC)
	}
	return "", nil
}
