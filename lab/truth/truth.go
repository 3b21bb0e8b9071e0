// Package truth makes colonies of which all is known, in worlds that differ from the
// forecast in more and more: they live for up to a year under drawn weather, a keeper gives
// them supers, takes the crop off and feeds them, somebody looks, at any time of the year and
// at any depth, and they are then followed for [Horizon] days with nobody touching them.
package truth

import (
	"math"
	"math/rand/v2"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/look"
	"kembo/core/season"
)

// Horizon is how many days a truth is followed from its look, and RunwayDays those within which it is
// told when its runways end.
const Horizon, RunwayDays = 60, 28

// World says by which rules truths live.
type World struct {
	Name string
	// Hard: what a year may bring beyond what the forecast draws. The season is off by ±10
	// days and the bloom of each plant by ±9, there are wet spells, bees eat and die as they
	// may, and they swarm (standard deviations; guesses of how unusual a year may be). By the
	// forecast's own rules each parameter is drawn from the range that docs/model.md prints.
	Hard bool
	// Combwise: it lives by the second simulator; else by the forecast's own rules.
	Combwise bool
}

// Worlds are those that are scored.
var Worlds = []World{
	{Name: "own rules"}, {Name: "own rules, hard", Hard: true}, {Name: "comb by comb", Combwise: true},
	{Name: "comb by comb, hard", Hard: true, Combwise: true},
}

// Truth is a colony on the day of a look, what the look says of it, and what becomes of it.
type Truth struct {
	On       day.Day
	Site     forecast.Site
	Estimate colony.Estimate
	Counted  forecast.MiteCount // of mites on bees, where combs were looked at
	Depth    look.Depth
	Excluder bool
	Supers   bool // it has some
	Treated  int  // days that a treatment against mites which is in goes on for
	Reserve  float64
	At       [forecast.Quantities][Horizon + 1]float64 // at the start of each day from the look on
	Ends     [forecast.Runways]float64                 // days after which a runway ended, +Inf where it did not
	Swarmed  bool                                      // within the horizon
}

// SeasonDay is that of the look.
func (t *Truth) SeasonDay() int { return season.DayOf(t.On, t.Site.Hemisphere) }

// Quantities are those that a truth of either kind tells.
var Quantities = []forecast.Quantity{
	forecast.OfStores, forecast.OfNestStores, forecast.OfSuperStores, forecast.OfCapped, forecast.OfEggs, forecast.OfLarvae,
	forecast.OfSealed, forecast.OfBrood, forecast.OfBees, forecast.OfFree, forecast.OfSuperFree, forecast.OfRoom,
	forecast.OfCrowding, forecast.OfPollen, forecast.OfMites,
}

// Make makes truth i of a world: from the same numbers the same truth. Colonies that are dead
// or as good as dead by the day of the look are not looked at: another is made.
func (w World) Make(i int, seed uint64) Truth {
	const alive, tries = 1500, 30
	var t Truth
	for try := range uint64(tries) {
		if t = w.one(seed+try<<40, i); t.At[forecast.OfBees][0] >= alive {
			break
		}
	}
	return t
}

// MakeWith makes truth i by the forecast's own rules with such parameters.
func (w World) MakeWith(i int, seed uint64, p bees.Parameters) Truth {
	t, begin, lead, r := begun(seed, i)
	w.own(&t, begin, lead, p, r, seed*1_000_003+uint64(i))
	return t
}

func (w World) one(seed uint64, i int) Truth {
	t, begin, lead, r := begun(seed, i)
	switch {
	case w.Combwise:
		w.byComb(&t, begin, lead, r)
	case w.Hard:
		w.own(&t, begin, lead, Within(bees.Table(), r), r, seed*1_000_003+uint64(i))
	default:
		w.own(&t, begin, lead, bees.Defaults(), r, seed*1_000_003+uint64(i))
	}
	return t
}

// begun says where a truth stands and when it is looked at, so many days after its beginning.
func begun(seed uint64, i int) (t Truth, begin day.Day, lead int, r *rand.Rand) {
	r = rand.New(rand.NewPCG(seed, uint64(i)))
	begin = day.Of(2026, 3, 10)
	const firstLook, looksOver = 25, 340 // days after the beginning
	lead = firstLook + r.IntN(looksOver)
	climate := season.Climates[r.IntN(len(season.Climates))]
	if l := &climate.Own; l.LatitudeDeg < 0 { // one hemisphere will do: the other is half a year off
		l.LatitudeDeg = -l.LatitudeDeg
	}
	t = Truth{On: begin + day.Day(lead), Site: forecast.Site{Yard: "y", Hemisphere: season.North, Climate: climate}}
	t.Reserve = forecast.ReserveFor(season.Place{Climate: climate}.On(t.On))
	for k := range t.Ends {
		t.Ends[k] = math.Inf(1)
	}
	return t, begin, lead, r
}

// year is how a year is off. Standard deviations in days and as logarithms; guesses.
type year struct {
	season int // days by which the bees' year is late
	warmer float64
	spell  int // day after the look on which a wet spell begins
	days   int // that it lasts
	wetter float64
}

func yearOf(hard bool, r *rand.Rand) year {
	if !hard {
		return year{}
	}
	y := year{
		season: int(math.Round(10 * r.NormFloat64())), warmer: 1.2 * r.NormFloat64(), wetter: 0.08 * r.NormFloat64(),
		spell: r.IntN(RunwayDays),
	}
	if r.IntN(2) == 0 {
		y.days = 5 + r.IntN(10)
	}
	return y
}

// BloomOf puts plants where a year has them: each off by its own days and strength.
func BloomOf(usual []season.Bloom, hard bool, r *rand.Rand) []season.Bloom {
	out := make([]season.Bloom, len(usual))
	for i, b := range usual {
		days, strength := 0.0, 0.0
		if hard {
			days, strength = 9*r.NormFloat64(), 0.3*r.NormFloat64()
		}
		out[i] = b.Moved(int(math.Round(days)))
		out[i].Strength *= math.Exp(strength)
	}
	return out
}

// depthOn is how a keeper looks on such a day: in the cold nobody lifts a comb.
func depthOn(meanC float64, r *rand.Rand) look.Depth {
	const tooColdC = 8
	switch k := r.Float64(); {
	case meanC < tooColdC || k < 0.2:
		return look.BySeams
	case k < 0.5:
		return look.ByFace
	}
	return look.ByBox
}

// OffBy is a factor whose logarithm has such a spread and whose mean is 1.
func OffBy(sd float64, r *rand.Rand) float64 { return math.Exp(sd*r.NormFloat64() - sd*sd/2) }
