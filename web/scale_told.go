package web

import (
	"fmt"

	"kembo/app"
	"kembo/core/ledger"
	"kembo/core/measure"
	"kembo/core/words"
)

// mostTold is how many things that a scale told are listed.
const mostTold = 8

// toldOf says what a scale told beside honey, the latest first; rain in one line.
func toldOf(w app.Weights, mass measure.Unit) []string {
	var out []string
	wet := 0
	for _, h := range w.Told {
		kg := fmt.Sprintf("%.1f %s", mass.In(max(h.Kg, -h.Kg)), mass.Name)
		say := ""
		switch h.What {
		case ledger.RainIn:
			wet++
			continue
		case ledger.SwarmLeft:
			say = fmt.Sprintf("%s left at once, about %s o’clock, and did not come back: likely a swarm", kg, h.At.Format("15"))
		case ledger.Robbed:
			say = kg + " went over the day: robbed, or leaking"
		case ledger.PutOn:
			say = kg + " was put on"
		case ledger.TakenOff:
			say = kg + " was taken off"
		}
		if len(out) < mostTold {
			out = append(out, h.Day.Short()+": "+say+".")
		}
	}
	if wet > 0 {
		out = append(out, "Rain in the wood was told from honey on "+words.Count(wet, "day", "days")+".")
	}
	return out
}
