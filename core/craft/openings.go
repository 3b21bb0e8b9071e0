package craft

import (
	"fmt"

	"kembo/core/season"
)

// What opening a hive costs, kg of honey: nothing from warmC on, the first at coolC and the second at coldC,
// by how far it is opened. Source: defaults of the design, guesses from practice: at 10 °C lid 0.02, seams
// 0.05, nest ten minutes 0.4; at 5 °C nest 2.
const warmC, coolC, coldC = 15.0, 10.0, 5.0

var (
	atCool = [...]float64{Shut: 0, LidOff: 0.02, Parted: 0.1, Nest: 0.4, Combs: 0.8}
	atCold = [...]float64{Shut: 0, LidOff: 0.1, Parted: 0.5, Nest: 2, Combs: 4}
)

var coldOpening = Rule{
	Key: "cold_opening", Rank: Costly,
	Says:   "nests are not opened in the cold",
	Source: "common practice: brood chills; costs by warmth and depth are guesses",
	check: func(p *Plan) (float64, string, bool) {
		kg := 0.0
		switch cool, cold := atCool[p.Opens], atCold[p.Opens]; {
		case p.HighC >= warmC:
		case p.HighC >= coolC:
			kg = cool * (warmC - p.HighC) / (warmC - coolC)
		default:
			kg = cool + (cold-cool)*min((coolC-p.HighC)/(coolC-coldC), 2)
		}
		return kg, fmt.Sprintf("It is opened at about %.0f °C.", p.HighC), kg > tells
	},
}

// tells is the cost under which a breach is not worth a word, kg. Rounding.
const tells = 0.01

// What a look into a nest costs beside minutes and warmth, kg. Source: defaults of the design: any full look
// 0.1, on a strong flow day 0.4; a queen is hurt in about 4 of 1,000.
const anyLook, inFlow, strongDayKg = 0.1, 0.4, 1.5

var flowOpening = Rule{
	Key: "flow_opening", Rank: Costly,
	Says:   "nests are not gone through on a strong day of the flow",
	Source: "common practice: half a day’s nectar and now and then a queen",
	check: func(p *Plan) (float64, string, bool) {
		if p.Opens < Nest || !season.EggsExpected.Has(p.Season) && p.Season.Phase() == season.Winter {
			return 0, "", false
		}
		if p.GoodDayKg >= strongDayKg {
			return inFlow, "The nest is gone through on a day of strong flow.", true
		}
		return anyLook, "The nest is gone through.", true
	},
}
