package account_test

import (
	"math"
	"testing"
	"time"

	"kembo/core/account"
	"kembo/core/day"
	"kembo/core/season"
)

func stamps(d day.Day, by string, minutes ...int) (out []account.Stamp) {
	for _, m := range minutes {
		out = append(out, account.Stamp{Day: d, By: by, At: d.Time().Add(9*time.Hour + time.Duration(m)*time.Minute)})
	}
	return out
}

// TestHoursAreToldByWhenItWasWritten: a round of an hour with a break of two, by two people; what is keyed in at once, or the week
// after, tells nothing.
func TestHoursAreToldByWhenItWasWritten(t *testing.T) {
	d := day.Of(2026, 6, 3)
	all := stamps(d, "ann", 0, 12, 25, 40, 60, 180, 190, 215)
	all = append(all, stamps(d, "ben", 5, 30, 50)...)
	all = append(all, stamps(d+1, "ann", 10, 10, 10, 10, 10)...)
	late := stamps(d+2, "ann", 0, 10, 20, 30)
	for i := range late {
		late[i].At = late[i].At.Add(5 * 24 * time.Hour)
	}
	hours, days := account.Hours(append(all, late...))
	if want := (60 + 8 + 35 + 8 + 45 + 8) / 60.0; math.Abs(hours-want) > 1e-9 || days != 1 {
		t.Errorf("%.2f h of %d days, want %.2f of 1", hours, days, want)
	}
	if hours, days := account.Hours(nil); hours != 0 || days != 0 {
		t.Errorf("nothing tells %.1f h", hours)
	}
}

var calendar = []season.Bloom{
	{Plant: "sycamore", From: 112, PeakFrom: 121, PeakTo: 138, To: 148, Strength: 0.62},
	{Plant: "lime tree", From: 174, PeakFrom: 180, PeakTo: 192, To: 200, Strength: 0.95},
}

// TestACropIsPartedByWhatFlowered: what came off in June is of the sycamore, what came off after that of the lime, and what came off in
// July alone is of both, most of the stronger and longer; nothing is lost, and in winter it is of none.
func TestACropIsPartedByWhatFlowered(t *testing.T) {
	june, july := day.Of(2026, 6, 5), day.Of(2026, 7, 25)
	of := func(last, on day.Day) []account.Part {
		all := account.Flowers(calendar, season.North, last, on, 20)
		sum := 0.0
		for _, p := range all {
			sum += p.Kg
		}
		if math.Abs(sum-20) > 1e-9 {
			t.Errorf("20 kg are parted into %.3f", sum)
		}
		return all
	}
	if p := of(0, june); len(p) != 1 || p[0].Plant != "sycamore" {
		t.Errorf("June is of %v", p)
	}
	if p := of(june, july); len(p) != 1 || p[0].Plant != "lime tree" {
		t.Errorf("July after June is of %v", p)
	}
	if p := of(0, july); len(p) != 2 || p[0].Plant != "lime tree" || p[1].Kg < 4 {
		t.Errorf("July is of %v", p)
	}
	if p := of(july, day.Of(2026, 12, 1)); len(p) != 1 || p[0].Plant != "" {
		t.Errorf("December is of %v", p)
	}
}
