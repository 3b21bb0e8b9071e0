package craft

import (
	"fmt"

	"kembo/core/hive"
)

// What a lift over the limit costs, kg: up to byHand times the limit; what is over that is carried frame by
// frame, for the time that takes. Source: defaults of the design: 0.5 each to 1.2 times.
const overLimit, byHand, byFrames = 0.5, 1.2, 0.8

var heavyLift = Rule{
	Key: "heavy_lift", Rank: Costly,
	Says:   "no box is lifted over the keeper’s own limit without a second pair of hands, or frame by frame",
	Source: "guidance on manual handling (HSE L23, from memory); the limit is the keeper’s",
	check: func(p *Plan) (float64, string, bool) {
		if p.LiftLimitKg <= 0 || p.Opens < Parted && p.Harvested == 0 {
			return 0, "", false
		}
		heaviest, kg := 0.0, 0.0
		for _, b := range lifted(p) {
			v := b.LiftKg()
			heaviest = max(heaviest, v)
			switch {
			case v > byHand*p.LiftLimitKg:
				kg += byFrames
			case v > p.LiftLimitKg:
				kg += overLimit
			}
		}
		return kg, fmt.Sprintf("A box of about %.0f kg is lifted; your limit is %.0f.", heaviest, p.LiftLimitKg), kg > 0
	},
}

// lifted returns the boxes that have to be lifted: those over the nest where it is parted, those that go, and those that are
// set higher than they stood.
func lifted(p *Plan) []hive.Box {
	var out []hive.Box
	for i, b := range p.Before.Boxes {
		if at := p.After.BoxAt(b.ID); b.Super || at < 0 || at > i {
			out = append(out, b)
		}
	}
	return out
}
