package exchange

import (
	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/mites"
	"kembo/core/queen"
)

// MiteRate is a count in the answer, with what it says.
type MiteRate struct {
	Date    day.Day  `json:"date"`
	Percent *float64 `json:"percent"` // null for a natural fall
	Low     *float64 `json:"low"`     // 95 %, of the count alone
	High    *float64 `json:"high"`
	ADay    *float64 `json:"a_day"` // of a natural fall
}

// mitesOf says the counts of a case.
func mitesOf(c assessment.Case) []MiteRate {
	out := []MiteRate{}
	for _, m := range c.Mites {
		x := MiteRate{Date: m.Day}
		if m.Method == history.MethodFall {
			v := float64(m.Mites) / float64(max(1, m.Days))
			x.ADay = &v
		} else if rate, err := mites.Of(m.Mites, m.Bees); err == nil {
			x.Percent, x.Low, x.High = &rate.Percent, &rate.Low95, &rate.High95
		}
		out = append(out, x)
	}
	return out
}

// calendarOf is what to look for, and when to leave a hive alone that waits for a queen
// to lay.
func calendarOf(c assessment.Case) []queen.Step {
	out := []queen.Step{}
	if c.Waiting == nil {
		return out
	}
	out = append(out, c.Waiting.Steps()...)
	mates := c.Waiting.For != queen.InCage && c.Waiting.For != queen.GivenIn && c.Waiting.For != queen.Hived
	if mates && c.DronesSeen == "none" {
		out = append([]queen.Step{{
			From: c.Today, To: c.Today,
			Say: "No drones were seen: a virgin who finds none to mate with lays none but drones",
		}}, out...)
	}
	return out
}
