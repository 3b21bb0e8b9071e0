package craft

import (
	"fmt"

	"kembo/core/season"
)

// underExcluder is what an excluder left in a winter hive costs, kg: a chance of one in five that the
// cluster leaves her, times a colony. Source: common practice; the chance a guess.
const underExcluder = 5.0

var excluderInWinter = Rule{
	Key: "excluder_in_winter", Rank: Costly,
	Says:   "no excluder stays in over winter with food or a box above it",
	Source: "common practice: the cluster moves up and leaves her under it to die",
	check: func(p *Plan) (float64, string, bool) {
		above := p.After.ExcluderAbove > 0 && p.After.ExcluderAbove < len(p.After.Boxes)
		return underExcluder, "The excluder stays in: in winter the cluster moves up and leaves the queen under it to die.",
			above && (season.ExcluderOut.Has(p.Season) || p.SeasonLeft.Day > 0 && season.ExcluderOut.Has(p.SeasonLeft))
	},
}

// short is what each kg under the winter's stores costs that a plan takes away by itself. Source: none;
// guess: more than sugar and a trip.
const short = 0.5

var winterTooLight = Rule{
	Key: "winter_too_light", Rank: Costly,
	Says:   "no box goes for winter with the honey that the nest lacks",
	Source: "common practice: what is packed away with a box is asked for in March",
	check: func(p *Plan) (float64, string, bool) {
		was, is := nestHoney(p.Before.Boxes), nestHoney(p.After.Boxes)
		last := p.Over || !TakesSyrup(p.Season, p.HighC) // nothing comes, or what lacks can no longer be fed
		if !last || len(p.After.Boxes) >= len(p.Before.Boxes) || was-is < 1 {
			return 0, "", false
		}
		lacks := p.WinterKg - (p.StoresKg + is - was) - p.FedKg
		return short * lacks, fmt.Sprintf(
			"What is left would be %.0f kg short of what it should winter on.",
			lacks,
		), lacks > 1
	},
}

// bare is what each kg under its reserve costs that a nest is left with when the crop above it goes. Source: none;
// guess: it has to be fed at once, or the queen stops.
const bare = 1.5

var takenBare = Rule{
	Key: "taken_bare", Rank: Costly,
	Says:   "no crop is taken off a nest that is left under its reserve, unless it is fed at once",
	Source: "common practice",
	check: func(p *Plan) (float64, string, bool) {
		if p.Harvested == 0 {
			return 0, "", false
		}
		off := nestOff(p)
		lacks := p.ReserveKg - (p.StoresKg - off) - p.FedKg
		return bare * lacks, fmt.Sprintf(
			"The nest is left with %.0f kg, under its reserve.",
			max(0, p.StoresKg-off),
		), lacks > 1
	},
}

// coldCrop is what each kg of a crop loses that is taken in the cold, under warmth at which it leaves the combs
// and bees leave the box, °C. Source: common practice; the share a guess.
const coldCrop, clearsFromC = 0.5, 14.0

var coldHarvest = Rule{
	Key: "cold_harvest", Rank: Costly,
	Says:   "no crop is taken when it is too cold for bees to leave the box and for honey to leave the comb",
	Source: "common practice",
	check: func(p *Plan) (float64, string, bool) {
		if p.Harvested == 0 || p.HighC >= clearsFromC {
			return 0, "", false
		}
		kg := nestHoney(p.Before.Boxes) - nestHoney(p.After.Boxes)
		return coldCrop * kg, fmt.Sprintf(
			"At %.0f °C bees do not leave the boxes, and honey does not leave the comb.",
			p.HighC,
		), true
	},
}
