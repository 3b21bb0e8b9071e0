package craft

import (
	"fmt"

	"kembo/core/words"
)

var suspectShut = Rule{
	Key: "suspect_shut", Rank: Never,
	Says:   "nothing goes into or out of a hive whose brood was found suspect",
	Source: "law in most countries: notifiable disease; cautions of docs/actions.md",
	check: func(p *Plan) (float64, string, bool) {
		return isLeft, "Its brood was found suspect: nothing goes in or out.", p.Suspect && p.Acts > 0
	},
}

var suspectYard = Rule{
	Key: "suspect_yard", Rank: Never,
	Says:   "nothing goes from hive to hive in a yard where brood was found suspect",
	Source: "law in most countries: notifiable disease; cautions of docs/actions.md",
	check: func(p *Plan) (float64, string, bool) {
		if len(p.Suspects) == 0 || !(p.Takes || p.Gives || p.Unites) {
			return 0, "", false
		}
		return isLeft, fmt.Sprintf(
			"Brood in %s was found suspect: nothing goes from hive to hive.",
			words.List(p.Suspects...),
		), true
	},
}
