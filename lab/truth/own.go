package truth

import (
	"math"
	"math/rand/v2"
	"reflect"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/mites"
	"kembo/core/season"
	"kembo/lab/weather"
)

// How truths differ between colonies, as standard deviations of the logarithm. Sources:
// intake, colonies differ by 30-50 % (values I); the others none, guesses, narrower than what
// the forecast allows for, which may be wrong as well.
const (
	queenDiffers  = 0.15
	intakeDiffers = 0.30
	eatingDiffers = 0.10
	deathDiffers  = 0.12
	LevelDiffers  = 0.30 // of the yard's flow
	flowDays      = 0.30 // of a day's flow
	winterDiffers = 0.30
	seasonDiffers = 4.0  // days
	sitsDiffer    = 0.05 // how close bees sit on their combs
	keepsDiffer   = 0.4  // how long queens go on, and how early they begin
	mitesDiffer   = 0.60
)

// own lives a truth by the forecast's own rules with parameters p.
func (w World) own(t *Truth, begin day.Day, lead int, p bees.Parameters, r *rand.Rand, seed uint64) {
	y := yearOf(w.Hard, r)
	days := lead + Horizon + 1
	cond := forecast.NewYard(t.Site, begin, begin, days, 1, seed).Member(0)
	if w.Hard {
		cond = w.met(t.Site, begin, lead, days, y, r)
	}
	s := Spring(r, &p)
	if w.Hard {
		s.EatFactor *= OffBy(0.15, r)
		s.DeathFactor *= OffBy(0.2, r)
	}
	swarmAt := math.Inf(1)
	if w.Hard {
		swarmAt = r.ExpFloat64()
	}
	live := func(k int) bool {
		was := s.SwarmHazard
		s.Step(&p, &cond[k])
		if swarmAt -= s.SwarmHazard - was; swarmAt < 0 {
			s.Befall(&p, &bees.Change{Swarmed: true})
			swarmAt = r.ExpFloat64()
			return true
		}
		return false
	}
	for k := range lead {
		live(k)
		keep(&s, &p, season.DayOf(begin+day.Day(k), season.North), k, r)
	}
	t.Excluder, t.Supers = s.Excluder, s.SuperDrawn+s.SuperUndrawn > 0
	t.Depth = depthOn(cond[lead].MeanC, r)
	t.Estimate = Sight{On: t.Site.On(t.On), Depth: t.Depth}.Look(&s, &p, r)
	t.Treated = treatment(season.DayOf(t.On, season.North))
	t.count(s.MitesPer100(), r)
	course := forecast.Follow(s, p, cond[lead:], t.Reserve)
	t.Ends = course.Ends
	if !w.Hard {
		for _, q := range Quantities {
			copy(t.At[q][:], course.At[q])
		}
		return
	}
	// A swarm in the time ahead changes all of it: followed day by day.
	for k := range Horizon + 1 {
		for _, q := range Quantities {
			t.At[q][k] = q.Of(&s, &p)
		}
		if k < Horizon && live(lead+k) {
			t.Swarmed = true
			rest := forecast.Follow(s, p, cond[lead+k+1:], t.Reserve)
			for e := range t.Ends { // what had not ended may now end at another time, or not
				if t.Ends[e] > float64(k+1) {
					t.Ends[e] = float64(k+1) + rest.Ends[e]
				}
			}
		}
	}
}

// Within draws parameters from the ranges of the table, the value the likeliest.
func Within(table []bees.Row, r *rand.Rand) bees.Parameters {
	p := bees.Defaults()
	v := reflect.ValueOf(&p).Elem()
	for _, row := range table {
		v.FieldByName(row.Name).SetFloat(triangular(row.Low, row.Value, row.High, r.Float64()))
	}
	return p
}

// triangular returns the value under which a share u lies of what has its height at mode.
func triangular(low, mode, high, u float64) float64 {
	if high <= low {
		return mode
	}
	if c := (mode - low) / (high - low); u < c {
		return low + math.Sqrt(u*(high-low)*(mode-low))
	}
	return high - math.Sqrt((1-u)*(high-low)*(high-mode))
}

// met draws the days that a hard truth meets.
func (w World) met(site forecast.Site, begin day.Day, lead, days int, y year, r *rand.Rand) []bees.Condition {
	ws := weather.Draw(site.Climate, site.Hemisphere, begin, days, weather.Year{
		WarmerC: y.warmer, Wetter: y.wetter, SpellFrom: begin + day.Day(lead+y.spell), SpellDays: y.days,
		DaysEarlier: -y.season,
	}, r)
	bloom := BloomOf(site.Climate.UsualBloom(), true, r)
	beesDays := site.Climate.BeesDays()
	level := OffBy(LevelDiffers, r)
	out := make([]bees.Condition, days)
	for i, d := range ws {
		sd := season.DayOf(d.Day, site.Hemisphere)
		out[i] = forecast.ConditionOf(bloom, site.Climate, d, sd)
		out[i].SeasonDay = min(max(beesDays[sd]-y.season, 1), 366)
		out[i].Flow *= level * OffBy(flowDays, r)
	}
	return out
}

// Spring is a colony in March, as they differ.
func Spring(r *rand.Rand, p *bees.Parameters) bees.State {
	deep, medium := hive.Formats[0], hive.Formats[2]
	boxes := 1 + r.IntN(2)
	cells := 2 * float64(deep.Slots) * deep.Frame.WorkerCells()
	off := func(sd float64) float64 { return math.Exp(sd * r.NormFloat64()) }
	s := bees.State{
		NestDrawn: float64(boxes) * cells, Excluder: r.IntN(3) > 0, QueenPeak: 1550 * off(queenDiffers),
		PollenCells: 2500, Winter: 9000 + 8000*r.Float64(), NestHoney: 7 + 9*r.Float64()*float64(boxes),
		IntakeFactor: OffBy(intakeDiffers, r), EatFactor: off(eatingDiffers), DeathFactor: off(deathDiffers),
		FlowFactor: off(
			LevelDiffers,
		), Near: 0.25 + 0.75*r.Float64(), Lid: 0.7 + 0.8*r.Float64(), Low: 0.6 * r.Float64(),
	}
	if r.IntN(4) == 0 { // some of the nest is foundation
		s.NestUndrawn, s.NestDrawn = 0.3*s.NestDrawn, 0.7*s.NestDrawn
	}
	s.WinterFactor, s.Sits = off(winterDiffers), off(sitsDiffer)
	s.Ahead, s.Keeps = seasonDiffers*r.NormFloat64(), min(max(keepsDiffer*r.NormFloat64(), -1), 1)
	s.Mites.Riding = mitesInSpring * s.Winter * off(mitesDiffer)
	s.Mites.Luck = r.Float64()
	s.Superseded, s.Casts = r.Float64() < p.Supersedes, r.Float64() < p.Casts
	s.FailsIn, s.Heirless = math.Ceil(r.ExpFloat64()*365/p.QueenFails), r.Float64() > p.Mates
	s.NestKgPerCell = deep.Frame.HoneyKg(deep.ThicknessMM(deep.Slots)) / deep.Frame.WorkerCells()
	s.SuperKgPerCell = medium.Frame.HoneyKg(medium.ThicknessMM(medium.Slots)) / medium.Frame.WorkerCells()
	return s
}

// mitesInSpring is the mites on a bee on 10 March. Source: as of apiaries that are treated, a guess.
const mitesInSpring = 0.012

// When a keeper does what, by season day. Source: common practice.
const (
	underOn     = 100
	supersUntil = 205
	everyDays   = 8 // somebody comes
	cropOff     = 236
	treatedOn   = 238
	fedOn       = 244
	wintersOn   = 18 // kg in the nest
)

// Strips are what is put in on treatedOn.
var Strips, _ = mites.ClassFor("amidine")

// treatment returns the days that what was put in goes on for, of a look on a season day.
func treatment(seasonDay int) int {
	if seasonDay < treatedOn {
		return 0
	}
	return max(0, treatedOn+Strips.Days-seasonDay)
}

// keep does what a keeper does on such a day, mostly in time.
func keep(s *bees.State, p *bees.Parameters, seasonDay, since int, r *rand.Rand) {
	switch {
	case seasonDay == underOn && r.IntN(5) == 0:
		s.Apply(&bees.Change{UnderDrawn: s.NestDrawn / 2, UnderUndrawn: s.NestDrawn / 4})
	case seasonDay == cropOff:
		s.Apply(&bees.Change{SuperOut: 1, SuperDrawnOut: 1, SuperUndrawnOut: 1, Excluder: bees.Off})
	case seasonDay == treatedOn:
		s.Befall(p, &bees.Change{Treat: &bees.Treat{Class: Strips}})
	case seasonDay == fedOn:
		if lacks := wintersOn*(0.8+0.4*r.Float64()) - s.NestHoney - s.NestNectar; lacks > 0 {
			s.Apply(&bees.Change{FeedKg: lacks})
		}
	case seasonDay < supersUntil && since%everyDays == everyDays-1:
		Super(s, p, r)
	}
}

// Super puts one on where a keeper would, mostly, and returns what was done.
func Super(s *bees.State, p *bees.Parameters, r *rand.Rand) bees.Change {
	used := s.NestFree(p) < 0.45*s.NestDrawn && s.Bees() > 12000
	full := s.SuperDrawn > 0 && s.SuperFree(p) < 0.5*s.SuperDrawn
	medium := hive.Formats[2]
	cells := 2 * float64(medium.Slots) * medium.Frame.WorkerCells()
	if !(s.SuperDrawn+s.SuperUndrawn == 0 && used || full) || s.SuperDrawn+s.SuperUndrawn >= 4*cells || r.IntN(4) == 0 {
		return bees.Change{}
	}
	c := bees.Change{SuperDrawn: cells, SuperKgPerCell: s.SuperKgPerCell}
	if r.IntN(4) == 0 {
		c = bees.Change{SuperUndrawn: cells, SuperKgPerCell: s.SuperKgPerCell}
	}
	s.Apply(&c)
	return c
}

// Sight is a look at a colony that lives by the forecast's own rules.
type Sight struct {
	On    season.Moment
	Depth look.Depth
	Bias  float64 // of all that is counted, as a logarithm
}

// Look is what a keeper makes of a state at the depth of the look: brood told in all by
// frames, by stages on faces, and not at all from above, where the nest was weighed.
func (x Sight) Look(s *bees.State, p *bees.Parameters, r *rand.Rand) colony.Estimate {
	o := look.DefaultObserver.Boxes
	switch x.Depth {
	case look.ByFace:
		o = look.DefaultObserver.Faces
	case look.BySeams:
		o.Brood, o.Stores, o.Super, o.Bees, o.Pollen = 0.5, 0.12, 0.2, look.DefaultObserver.Seams.Bees, 0.6
	}
	off := func(sd float64) float64 { return math.Exp(sd*r.NormFloat64() + x.Bias) }
	nest := r.NormFloat64()
	above := forecast.SameEye*nest + math.Sqrt(1-forecast.SameEye*forecast.SameEye)*r.NormFloat64()
	kg, super := math.Exp(o.Stores*nest+x.Bias), math.Exp(o.Super*above+x.Bias)
	brood, pollen := off(o.Brood), off(o.Pollen)
	if x.Depth != look.BySeams { // combs were seen, and nobody sees more comb than there is
		const emptyOff = 0.15
		cells := [4]float64{
			s.Brood(), s.PollenCells, (s.NestHoney + p.NectarCells*s.NestNectar) / s.NestKgPerCell, s.NestFree(p),
		}
		all, seen := 0.0, 0.0
		for i, by := range [4]float64{brood, pollen, kg, off(emptyOff) / math.Exp(x.Bias)} {
			all, seen = all+cells[i], seen+cells[i]*by
		}
		brood, pollen, kg = brood*all/seen, pollen*all/seen, kg*all/seen
		if s.SuperDrawn > 0 {
			used := (s.SuperHoney + p.NectarCells*s.SuperNectar) / s.SuperKgPerCell
			super *= s.SuperDrawn / (used*super + s.SuperFree(p)*off(emptyOff)/math.Exp(x.Bias))
		}
	}
	const openOff, fewEggs, fewBrood = 0.25, 150, 300
	q := colony.QueenEvidence{
		Day: x.On.Day, Looked: x.Depth != look.BySeams, Eggs: s.EggCount() > fewEggs, Larvae: s.LarvaCount() > fewBrood,
		Capped: s.CappedCount() > fewBrood,
	}
	if !q.Looked {
		q = colony.QueenEvidence{}
	}
	open := s.SuperHoney - s.SuperCapped + s.SuperNectar
	if q.Looked { // in cells
		open = hive.NectarFillAbove * (s.SuperHoney - s.SuperCapped + p.NectarCells*s.SuperNectar)
	}
	e := colony.Estimate{
		Day: x.On.Day, Seen: x.On.Day, Stages: q.Looked, BeesFrom: colony.Measured, Depth: string(x.Depth),
		Drone: s.DroneCount() * off(o.Brood), Pollen: s.PollenCells * pollen, NestHoney: s.NestHoney * kg,
		NestNectar: s.NestNectar * kg, SuperHoney: s.SuperCapped * super,
		SuperNectar: open * super * off(openOff) / math.Exp(x.Bias),
		NestDrawn:   s.NestDrawn, NestUndrawn: s.NestUndrawn, SuperDrawn: s.SuperDrawn, SuperUndrawn: s.SuperUndrawn,
		NestKgPerCell: s.NestKgPerCell, SuperKgPerCell: s.SuperKgPerCell, Bees: s.Bees() * off(o.Bees), Spread: o, Queen: q,
	}
	e.OpenSeen.Super, e.OpenSeen.Nest = q.Looked, q.Looked
	if q.Looked { // part of what is ripe in the nest stands open beside the nectar
		ripe := min(s.NestNectar*hive.RipeBesideThin, s.NestHoney)
		e.NestHoney, e.NestNectar = (s.NestHoney-ripe)*kg, hive.NectarFill*(ripe+p.NectarCells*s.NestNectar)*kg
	}
	switch x.Depth {
	case look.ByFace:
		own := off(o.Brood)
		e.Eggs, e.Larvae, e.Capped = s.EggCount()*own*off(
			0.1,
		), s.LarvaCount()*own*off(
			0.07,
		), s.CappedCount()*own*off(
			0.05,
		)
	case look.ByBox:
		eggs, larvae, capped := look.Stages(q, x.On.Bees)
		told := s.Brood() * brood
		e.Eggs, e.Larvae, e.Capped = told*eggs, told*larvae, told*capped
	default: // as usual for so many bees in the season
		told := e.Bees * season.BroodPerBee.On(float64(x.On.Bees))
		eggs, larvae, capped := look.Stages(colony.QueenEvidence{}, x.On.Bees)
		e.Eggs, e.Larvae, e.Capped = told*eggs, told*larvae, told*capped
	}
	hold(&e, p)
	return e
}

// hold keeps what was counted inside the comb there is, as counting frames does: stores are
// seen to fill what brood leaves.
func hold(e *colony.Estimate, p *bees.Parameters) {
	brood := e.Brood() + e.Drone*comb.WorkerCellsPerDm2/comb.DroneCellsPerDm2
	room := max(0, e.NestDrawn-brood-e.Pollen)
	thin, open := p.NectarCells, p.NectarCells
	if e.OpenSeen.Nest {
		thin = 1 / hive.NectarFill
	}
	if used := (e.NestHoney + thin*e.NestNectar) / e.NestKgPerCell; used > room {
		e.NestHoney *= room / used
		e.NestNectar *= room / used
	}
	if e.OpenSeen.Super {
		open = 1 / hive.NectarFillAbove
	}
	if used := (e.SuperHoney + open*e.SuperNectar) / e.SuperKgPerCell; used > e.SuperDrawn && used > 0 {
		e.SuperHoney *= e.SuperDrawn / used
		e.SuperNectar *= e.SuperDrawn / used
	}
}
