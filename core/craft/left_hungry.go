package craft

import "kembo/core/words"

// starving is what it costs to leave a hive in which nothing is left to eat by the visit, or by the one after it,
// kg, and hardly the chance of it that is not worth a word. Source: common practice: brood is thrown out and bees
// shiver before they die; sizes are guesses.
const starving, hardly = 6.0, 0.05

var leftHungry = Rule{
	Key: "left_hungry", Rank: Costly,
	Says:   "no hive is left that may have nothing to eat by the next visit, or by the one after it",
	Source: "common practice: it is fed before it starves, whatever may come in",
	check: func(p *Plan) (float64, string, bool) {
		before, after := p.Starves[0], p.Starves[1]
		until := "the visit"
		if before <= hardly {
			before, until = 0, "the visit after next"
		}
		return starving * (before + max(0, after-hardly)),
			"Nothing may be left to eat by " + until + ": " + words.Cases(max(before, after)) + ".", before+after > hardly
	},
}
