package exchange_test

import (
	"math"
	"strings"
	"testing"
	"time"

	"kembo/exchange"
)

// TestScaleFilesOfAnyOrder: files as scales write them, invented here.
func TestScaleFilesOfAnyOrder(t *testing.T) {
	local, err := time.LoadLocation("Europe/London")
	if err != nil {
		t.Fatal(err)
	}
	want := time.Date(2026, 6, 3, 13, 30, 0, 0, local)
	tests := []struct{ name, text string }{
		{"time first", "time,weight_kg,temp\n2026-06-03 13:30,52.25,21.5\n2026-06-03 14:30,52.60,22\n"},
		{
			"weight first, semicolons, decimal comma",
			"Weight (kg);Battery;Time\n52,25;3,9;2026-06-03 13:30\n52,6;3,9;2026-06-03 14:30\n",
		},
		{"day first", "when,mass\n03/06/2026 13:30,52.25\n23/06/2026 14:30,52.6\n"},
		{"month first", "when,mass\n06/03/2026 13:30,52.25\n06/23/2026 14:30,52.6\n"},
		{"date apart from time", "Date,Time,Weight\n2026-06-03,13:30,52.25\n2026-06-03,14:30,52.6\n"},
		{"seconds since 1970, no header", "1780489800,52.25\n1780493400,52.6\n"},
		{"pounds, tabs", "time\tweight lb\n2026-06-03T13:30:00\t115.1915\n2026-06-03T14:30:00\t115.96\n"},
		{"with a mark at its head", "\ufefftime,weight\n2026-06-03T12:30:00Z,52.25\n2026-06-03T13:30:00Z,52.6\n"},
	}
	for _, tt := range tests {
		s, err := exchange.SniffScale(tt.text)
		if err != nil {
			t.Errorf("%s: %v", tt.name, err)
			continue
		}
		rs, skipped, err := exchange.ReadScale(s, s.Guess, local)
		if err != nil || skipped != 0 || len(rs) != 2 {
			t.Errorf(
				"%s: %d readings, %d skipped, %v; guessed %+v of %q", tt.name, len(rs), skipped, err, s.Guess,
				s.Header,
			)
			continue
		}
		if math.Abs(rs[0].Kg-52.25) > 0.001 || !rs[0].At.Equal(want) {
			t.Errorf("%s: %v %.3f kg, want %v 52.25 (guessed %+v)", tt.name, rs[0].At, rs[0].Kg, want, s.Guess)
		}
	}
}

func TestScaleFileRefusals(t *testing.T) {
	if _, err := exchange.SniffScale("\n\n"); err == nil || !strings.Contains(err.Error(), "no rows") {
		t.Errorf("an empty file: %v", err)
	}
	s, err := exchange.SniffScale("time,weight\nyesterday,50\nlast week,51\n2026-06-03 10:00,52\n")
	if err != nil {
		t.Fatal(err)
	}
	if _, _, err := exchange.ReadScale(s, s.Guess, time.UTC); err == nil ||
		!strings.Contains(err.Error(), "2 of 3 rows") {
		t.Errorf("rows that are no readings: %v", err)
	}
	// One bad row among many is skipped and counted.
	text := "time,weight\n"
	for h := range 20 {
		text += time.Date(2026, 6, 3, h, 0, 0, 0, time.UTC).Format("2006-01-02 15:04") + ",50\n"
	}
	if s, err = exchange.SniffScale(text + "2026-06-04 01:00,err\n"); err != nil {
		t.Fatal(err)
	}
	if rs, skipped, err := exchange.ReadScale(s, s.Guess, time.UTC); err != nil || skipped != 1 || len(rs) != 20 {
		t.Errorf("%d readings, %d skipped, %v", len(rs), skipped, err)
	}
	back, err := exchange.ScaleColumnsOf(s.Guess.Text())
	if err != nil || back != s.Guess {
		t.Errorf("%+v comes back as %+v, %v", s.Guess, back, err)
	}
}

// FuzzScale: any file is readings of a hive's weight, or a sentence.
func FuzzScale(f *testing.F) {
	f.Add("time,weight_kg\n2026-06-03 13:30,52.25\n", true, 0, 1)
	f.Add("a;b;c\n\"1;2;3\n", false, 2, 0)
	f.Add("1780489800\t52\n", false, 0, 7)
	f.Fuzz(func(t *testing.T, text string, dayFirst bool, when, weight int) {
		s, err := exchange.SniffScale(text)
		if err != nil {
			if strings.TrimSpace(err.Error()) == "" {
				t.Error("it refuses without a word")
			}
			return
		}
		for _, c := range []exchange.ScaleColumns{
			s.Guess, {Header: true, Time: when, Date: -1, Weight: weight, Unit: "lb", DayFirst: dayFirst},
		} {
			rs, skipped, err := exchange.ReadScale(s, c, time.UTC)
			if err == nil && len(rs) == 0 || skipped < 0 || len(rs)+skipped > len(s.Rows) {
				t.Errorf("%d readings and %d skipped of %d rows, %v", len(rs), skipped, len(s.Rows), err)
			}
			for _, r := range rs {
				if !(r.Kg > 0 && r.Kg < 400) {
					t.Errorf("a hive of %v kg", r.Kg)
				}
			}
		}
	})
}
