package plan

import (
	"fmt"
	"math"

	"kembo/core/craft"
	"kembo/core/feed"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/core/words"
)

// form is a food as it is given.
type form struct {
	code      moves.Code
	key       string
	liquid    bool
	ratio     float64 // sugar to water
	sugarOfKg float64 // of solid food
}

var (
	thick   = form{code: "syrup_thick", key: "2:1 syrup", liquid: true, ratio: 2}
	thin    = form{code: "syrup_thin", key: "1:1 syrup", liquid: true, ratio: 1}
	fondant = form{code: "fondant", key: "fondant", sugarOfKg: feed.FondantSugar}
)

// form returns the food that suits the day: fondant where it is too cold for syrup, thick syrup towards
// winter, thin before. Source: common practice.
func (x *scene) form() form {
	switch {
	case !craft.TakesSyrup(x.season, min(x.highC, x.emptiesC+craft.ChillC)):
		return fondant
	case season.ThickFeed.Has(x.season):
		return thick
	}
	return thin
}

// amounts of stores that are tried, kg. Source: rounding: from a block of fondant to a large feeder.
var amounts = []float64{1.5, 2.5, 4, 6, 9, 12, 16, 20}

// What a cluster takes. Source: common practice: a kilogram of fondant a week over ten thousand bees in the
// cold; syrup as fast as 10,000 bees empty a feeder of two litres in a day or two.
const (
	fondantKgWeek = 1.0
	syrupKgDay    = 0.8
	perBees       = 10_000
	lidMinutes    = 3.0
	leastTaken    = 1.5 // kg that any colony takes in the end
)

// daysAWeek is what it says.
const daysAWeek = 7

// mostTaken returns the stores that they can take and put away until the visit after it: what a cluster takes,
// and what its combs hold.
func (x *scene) mostTaken(f form) float64 {
	force := x.bees / perBees
	const (
		leaves    = 0.75 // of the free comb; she lays in the rest
		fortnight = 14
		longest   = 21 // days over which a feed is taken
	)
	if !f.liquid {
		return max(leastTaken, fondantKgWeek*force*max(float64(x.next), fortnight)/daysAWeek)
	}
	return min(syrupKgDay*force*float64(min(x.next, longest)), leaves*x.freeKg)
}

// fed returns the step that gives so much stores in a form, rounded up to what is measured out.
func (x *scene) fed(storesKg float64, f form, key string, say func(s *Situation, p *part, r ration) told) Step {
	r := x.s.ration(storesKg, f)
	return Step{
		Key: fmt.Sprintf("%s %s", key, r.words), Said: []moves.Said{r.said}, Opens: craft.LidOff,
		Minutes: lidMinutes * float64(r.fills), Load: r.load, FedKg: r.storesKg, Sugar: r.sugarKg, Liquid: f.liquid,
		say: func(s *Situation, p *part) told { return say(s, p, r) },
	}
}

// ration is a feed as it is given: in whole litres of syrup, or in halves of a kilogram of fondant.
type ration struct {
	words    string // as in "5 L of 2:1 syrup"
	said     moves.Said
	load     []Need
	storesKg float64 // that they make of it
	sugarKg  float64
	fills    int
	filled   string // how many fills of the feeder on the hive; "": none is known of
	liquid   bool
}

// ration returns the least that makes so much stores.
func (s *Situation) ration(storesKg float64, f form) ration {
	sugar := storesKg / feed.StoresPerKgSugar.Likely
	if f.liquid {
		l := math.Round(sugar / feed.SugarKg(1, f.ratio, 1))
		l = max(1, l)
		sugar = f.sugarKg(l)
		n, filled := s.fillsOf(l)
		return ration{
			words: s.volume(l) + " of " + f.key, said: moves.Said{Do: f.code, N: l},
			load:     []Need{{What: f.key, Count: l, Unit: "L", SugarKg: sugar, Kg: sugar * (1 + 1/f.ratio)}},
			storesKg: sugar * feed.StoresPerKgSugar.Likely, sugarKg: sugar, fills: n, filled: filled, liquid: true,
		}
	}
	const halves = 2
	kg := max(1, math.Round(halves*sugar/f.sugarOfKg)/halves)
	return ration{
		words: measure.Amount(s.units().Mass.In(kg)) + " " + s.units().Mass.Name + " of " + f.key,
		said:  moves.Said{Do: f.code, N: kg}, load: []Need{{What: f.key, Count: kg, Unit: "kg"}}, // bought, not mixed
		storesKg: f.sugarKg(kg) * feed.StoresPerKgSugar.Likely, sugarKg: f.sugarKg(kg), fills: 1,
	}
}

// sugarKg returns the sugar in so many litres or, of what is not syrup, kilograms.
func (f form) sugarKg(amount float64) float64 {
	if f.liquid {
		return feed.SugarKg(amount, f.ratio, 1)
	}
	return amount * f.sugarOfKg
}

// fillsOf returns how many fills of the feeder on the hive so much syrup is, with the words for it.
func (s *Situation) fillsOf(litres float64) (int, string) {
	f, u := s.Estimate.Stack.Feeder, s.units().Volume
	if f.Litres <= 0 {
		return 1, ""
	}
	n := int(math.Ceil(litres / f.Litres))
	return n, fmt.Sprintf(
		" Its %s holds %s %s: that is %s.", f.Kind.Words(), measure.Amount(u.In(f.Litres)), u.Name,
		words.Count(n, "fill", "fills"),
	)
}

// holes says how many boxes have an open entrance of their own; "" for none.
func (s *Situation) holes() string {
	n := len(s.Estimate.Stack.OpenHoles())
	if n == 0 {
		return ""
	}
	return words.Count(n, "box has an open entrance of its own", "boxes have open entrances of their own")
}

// fedCautions are the usual ones of a feed.
func (s *Situation) fedCautions(r ration) []string {
	var out []string
	if r.liquid {
		out = append(out, "Feed in the evening with the entrance small, or they are robbed.")
		if say := s.holes(); say != "" {
			out = append(out, say+". Shut what is not needed while there is feed, or they are robbed through it.")
		}
	}
	return out
}
