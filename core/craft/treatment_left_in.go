package craft

import (
	"fmt"

	"kembo/core/mites"
)

// leftIn is what a treatment that stays in past its time costs, kg: mites that learn to live with it. Source:
// none; guess.
const leftIn = 1.0

// pastDays is how long over its time is forgotten. Source: none; guess.
const pastDays = 7

var treatmentLeftIn = Rule{
	Key: "treatment_left_in", Rank: Costly,
	Says:   "strips and trays come out when their time is over",
	Source: "labels: what is left in breeds resistance",
	check: func(p *Plan) (float64, string, bool) {
		t, in := treatedNow(p)
		if !in {
			return 0, "", false
		}
		class, ok := mites.ClassFor(t.What)
		days := int(p.On - t.From)
		if !ok || class.Days == 0 || days <= class.Days+pastDays {
			return 0, "", false
		}
		return leftIn, fmt.Sprintf(
			"%s has been in for %d days; it is made for about %d. The label decides.",
			t.What,
			days,
			class.Days,
		), true
	},
}
