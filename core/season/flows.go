package season

import "kembo/core/day"

// Run is days on which a yard offers a flow, with the plants that give it, the strongest first.
type Run struct {
	From, To day.Day // both included
	Plants   []string
	Peak     float64 // the most that is offered on a day; 1 is a strong main flow
}

// flowFrom is what a yard offers on a day from which on it is a flow: less feeds the colony and fills no super. plantGives is what a
// plant gives of it to be named. Source: common practice; sizes are guesses.
const flowFrom, plantGives = 0.25, 0.15

// Flows returns the flows of a calendar between two days, both included, the earliest first; what lies between them is a dearth.
func Flows(calendar []Bloom, h Hemisphere, from, to day.Day) []Run {
	var out []Run
	open := false
	for d := from; d <= to; d++ {
		sum, _ := Intensity(calendar, DayOf(d, h))
		if sum < flowFrom {
			open = false
			continue
		}
		if !open {
			out, open = append(out, Run{From: d}), true
		}
		r := &out[len(out)-1]
		r.To, r.Peak = d, max(r.Peak, sum)
	}
	for i := range out {
		for _, g := range Gave(calendar, h, out[i].From, out[i].To) {
			if g.Share >= plantGives {
				out[i].Plants = append(out[i].Plants, g.Plant)
			}
		}
	}
	return out
}
