package day_test

import (
	"encoding/json"
	"testing"
	"time"

	"kembo/core/day"
)

func TestDayReadsAndWrites(t *testing.T) {
	for _, s := range []string{"1970-01-01", "2024-02-29", "2026-06-03", "1969-12-31"} {
		d, err := day.Parse(s)
		if err != nil {
			t.Fatalf("Parse(%q): %v", s, err)
		}
		if d.String() != s {
			t.Errorf("Parse(%q) printed as %q", s, d)
		}
		b, _ := json.Marshal(d)
		var back day.Day
		if err := json.Unmarshal(b, &back); err != nil || back != d {
			t.Errorf("%q came back from JSON as %v, %v", s, back, err)
		}
	}
}

func TestDayRefusesWhatIsNoDate(t *testing.T) {
	for _, s := range []string{"", "3 June", "2026-02-30", "2026-6-3"} {
		if _, err := day.Parse(s); err == nil {
			t.Errorf("Parse(%q) gave no error", s)
		}
	}
}

func TestDayIsLocal(t *testing.T) {
	// 23:30 in a zone ten hours ahead of UTC is still that local day.
	z := time.FixedZone("east", 10*3600)
	if got := day.From(time.Date(2026, 6, 3, 23, 30, 0, 0, z)); got.String() != "2026-06-03" {
		t.Errorf("late evening of 3 June became %v", got)
	}
	if got := day.Of(2026, time.June, 3).Short(); got != "Wed 3 Jun" {
		t.Errorf("Short = %q, want Wed 3 Jun", got)
	}
}

// TestSeen: a day of another season has its year.
func TestSeen(t *testing.T) {
	d := day.Of(2025, 10, 15)
	for from, want := range map[day.Day]string{d: "Wed 15 Oct", d + 300: "Wed 15 Oct", d + 301: "Wed 15 Oct 2025"} {
		if got := d.Seen(from); got != want {
			t.Errorf("on %s it is %q, want %q", from, got, want)
		}
	}
	if got := d.Long(); got != "15 October 2025" {
		t.Errorf("long it is %q", got)
	}
}
