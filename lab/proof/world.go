// Package proof asks whether Kembo's plans do better than what keepers do without them. It
// lets twenty colonies of the second simulator ([kembo/lab/combwise]) live for two years
// under one draw of weather, flow and luck, once with each [Keeper], and counts what came of
// it: a keeper sees the bees only through looks with a keeper's errors, and acts only
// through acts of core/moves.
//
// Two keepers of one world differ in nothing but what they do: the same weather, the same
// colonies, the same dice for swarming, queens and looks. So a claim is a difference of
// pairs.
package proof

import (
	"fmt"
	"math"
	"math/rand/v2"

	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/season"
	"kembo/lab/combwise"
	"kembo/lab/truth"
	"kembo/lab/weather"
)

// Hives is how many a yard has, Days how long it is followed: two seasons and two winters. Before that they live
// lead days by themselves, so that there is brood as there is in spring.
const Hives, Days, lead = 20, 730, 45

// Climates are those that are scored.
var Climates = []string{"uk", "central-europe", "us-north", "mediterranean"}

// World is what a yard meets, the same for each keeper of it.
type World struct {
	Climate season.Climate
	Seed    uint64
	From    day.Day       // in early spring, when the keeper comes for the first time
	Site    forecast.Site // what any keeper knows of the place: its calendar
	How     combwise.Swarming
	days    []combwise.Day // one for each from lead before From, without luck
	hives   int            // that stand there: all of them, but in tests
	level   float64        // of the place's flow against what its keeper thinks
	begins  [Hives]beginning
	chance  [Hives][]dice
}

// dice are the draws of a colony's day.
type dice struct{ swarm, lost, mates, fails float64 }

// beginning is a colony in the first spring.
type beginning struct {
	traits combwise.Traits
	boxes  int
	stored float64 // share of all comb that is honey
	bees   float64
	mites  float64 // on a hundred bees
	year   int     // of its queen
}

// springsAt is the day of the bees' year on which worlds begin. Source: common practice: the
// first look, when willows flower.
const springsAt = 82

// How a yard’s year may be off, as in lab/truth: days, °C and share of rain. Guesses. How colonies differ
// (begin) is not as there: wider in appetite and life, since these yards are to be hard.
const (
	seasonOff  = 8.0
	warmOff    = 1.0
	wetOff     = 0.06
	spellEvery = 2 // one year in so many has a wet spell in the crop
	dayDiffers = 0.30
)

// leastRaised is the least that goes of the urge where brood is raised. Source: assumed: between a nuc and cells torn down.
const leastRaised = 0.4

// mostEased is the most that room given to a nest takes of the urge to swarm. Source: assumed, as in core/plan; nothing is
// within reach.
const mostEased = 0.7

// NewWorld draws a world. The same climate and seed give the same.
func NewWorld(climate string, seed uint64) (*World, error) {
	c, err := season.ClimateFor(climate)
	if err != nil {
		return nil, err
	}
	r := rand.New(rand.NewPCG(seed, 77))
	w := &World{
		Climate: c, Seed: seed, hives: Hives,
		Site: forecast.Site{Yard: fmt.Sprint(climate, seed), Hemisphere: season.North, Climate: c},
	}
	w.Site.Bloom = combwise.Bloom(combwise.YearOf(c))
	for w.From = day.Of(2026, 1, 15); w.Site.On(w.From).Bees < springsAt; {
		w.From++
	}
	w.level = truth.OffBy(truth.LevelDiffers, r)
	// What can be done about swarming, from next to nothing to much.
	w.How = combwise.Swarming{
		Cells: true, ByCover: 2 * r.Float64(), Settles: 0.5 + 0.5*r.Float64(), Torn: 0.7 * r.Float64(),
	}
	w.How.Raised = leastRaised + (1-leastRaised)*rand.New(rand.NewPCG(seed, 83)).Float64()
	w.How.Eased = mostEased * rand.New(rand.NewPCG(seed, 79)).Float64() // of dice of its own: all else stays as it was
	for y := range yearsMet + 1 {
		w.meet((w.From-lead).Time().Year()+y, r)
	}
	for i := range w.begins {
		w.begins[i] = w.begin(r)
		w.chance[i] = make([]dice, Days)
		own := rand.New(rand.NewPCG(seed, 1000+uint64(i)))
		for d := range w.chance[i] {
			w.chance[i][d] = dice{own.Float64(), own.Float64(), own.Float64(), own.Float64()}
		}
	}
	return w, nil
}

// yearsMet is the calendar years that two years from a spring on lie in.
const yearsMet = 3

// meet draws a calendar year, as far as the world lasts.
func (w *World) meet(year int, r *rand.Rand) {
	from := max(w.From-lead, day.Of(year, 1, 1))
	to := min(w.From+Days, day.Of(year+1, 1, 1))
	if to <= from {
		return
	}
	late := int(math.Round(seasonOff * r.NormFloat64()))
	y := weather.Year{WarmerC: warmOff * r.NormFloat64(), Wetter: wetOff * r.NormFloat64(), DaysEarlier: -late}
	if r.IntN(spellEvery) == 0 {
		y.SpellFrom, y.SpellDays = day.Of(year, 5, 1)+day.Day(r.IntN(75)), 5+r.IntN(10)
	}
	bloom := truth.BloomOf(w.Site.Bloom, true, r)
	own := combwise.YearOf(w.Climate)
	own.Spring += float64(late)
	own.Autumn += float64(late)
	for _, d := range weather.Draw(w.Climate, season.North, from, int(to-from), y, r) {
		sd := season.DayOf(d.Day, season.North)
		flow, pollen := season.Intensity(bloom, sd)
		w.days = append(w.days, combwise.Day{
			SeasonDay: sd, Weather: d, DaylightH: w.Climate.DaylightH(sd), Pollen: pollen, Year: own,
			Flow: flow * w.level * truth.OffBy(dayDiffers, r) * d.Nectar(),
		})
	}
}

// Spreads of colonies, as in lab/truth; guesses.
const (
	eggsDiffer, intakeDiffers, eatingDiffers, deathDiffers, urgeDiffers = 0.15, 0.25, 0.15, 0.15, 0.5
	mitesInSpring, mitesDiffer                                          = 1.2, 0.6
	largeWinterKg                                                       = 24 // from which on nests are of two boxes
)

func (w *World) begin(r *rand.Rand) beginning {
	off := func(sd float64) float64 { return math.Exp(sd * r.NormFloat64()) }
	b := beginning{traits: combwise.Usual, boxes: 1 + r.IntN(2)}
	b.traits.Eggs *= off(eggsDiffer)
	b.traits.Intake *= truth.OffBy(intakeDiffers, r)
	b.traits.Eating *= truth.OffBy(eatingDiffers, r)
	b.traits.Death *= truth.OffBy(deathDiffers, r)
	b.traits.Urge *= truth.OffBy(urgeDiffers, r)
	b.traits.Swarming = w.How
	b.stored, b.bees, b.mites = 0.3+0.3*r.Float64(), 9000+8000*r.Float64(), mitesInSpring*off(mitesDiffer)
	b.year = w.From.Time().Year() - 1 - r.IntN(2)
	if w.Climate.WinterHighKg > largeWinterKg {
		b.boxes = 2
	}
	return b
}

// nest is the boxes that a colony begins in.
func (b beginning) nest(id string) hive.Stack {
	deep := hive.Formats[0]
	var st hive.Stack
	for k := range b.boxes {
		x := hive.NewBox(fmt.Sprint(id, "-n", k), deep, deep.Slots, hive.Make{Drawn: true})
		for i := range x.Frames {
			middle := float64(len(x.Frames)-1) / 2
			side := math.Abs(float64(i)-middle) / middle
			var s comb.Shares
			s[comb.Honey] = min(1, 2*b.stored*side)
			s[comb.Pollen] = 0.05
			s[comb.Empty] = max(0, 1-s[comb.Honey]-s[comb.Pollen])
			x.Frames[i].A, x.Frames[i].B = s, s
		}
		st.Boxes = append(st.Boxes, x)
	}
	return st
}

// dayOn returns a day without its luck, and false beyond the world.
func (w *World) dayOn(d day.Day) (combwise.Day, bool) {
	i := int(d-w.From) + lead
	if i < 0 || i >= len(w.days) {
		return combwise.Day{}, false
	}
	return w.days[i], true
}

// SiteOn returns the place as a keeper knows it on a day: the weather that was, and that of the
// days to come that is told.
func (w *World) SiteOn(today day.Day, told int) forecast.Site {
	s := w.Site
	s.Weather = make(map[day.Day]season.Weather, int(today-w.From)+lead+told)
	for d := w.From - lead; d < today+day.Day(told); d++ {
		if x, ok := w.dayOn(d); ok {
			s.Weather[d] = x.Weather
		}
	}
	return s
}

// All returns the place as somebody knows it who knows what is to come: weather and flow.
func (w *World) All() forecast.Site {
	s := w.SiteOn(w.From, Days)
	s.Flow = make(map[day.Day]float64, Days)
	for i, d := range w.days {
		s.Flow[w.From-lead+day.Day(i)] = d.Flow
	}
	return s
}
