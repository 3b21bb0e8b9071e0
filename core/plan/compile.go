package plan

import (
	"slices"

	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/harvest"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
)

// compiled is a plan made ready to be lived.
type compiled struct {
	at        []doing
	checks    []int // days on which every comb is checked
	minutes   float64
	sugar     float64
	fedKg     [2]float64 // before the visit, and in all
	lateKg    float64    // of it, what came too late to be winter stores like the rest
	other     float64
	craft     float64
	barred    bool
	ended     bool // the colony is united with another
	dealtIn   int  // days to when queen cells are dealt with, and one; 0: they are not
	roomed    bool // a bound nest is given room
	helped    bool // it gets a queen, a cell or a comb of eggs
	looked    bool // for eggs
	through   bool // every comb is gone through, or it is united
	requeened bool
	letOut    bool
	cagedIn   int  // days to when she is shut in, and one; 0: she is not
	clippedIn int  // days to when her wing is clipped, and one; 0: it is not
	small     bool // it is meant to be small from then on
	idleKg    float64
	breaches  []craft.Breach
	forbidden bool
	after     hive.Stack
	changes   []bees.Change
}

// doing is what is done on a day.
type doing struct {
	in      int
	changes []bees.Change
	keeps   float64
	alters  func(s *bees.State, p *bees.Parameters) float64
	swarms  float64
	eases   Easing
}

// compile does a plan to the hive and judges it.
func (s *Situation) compile(parts []part) *compiled {
	c := &compiled{barred: s.Barred() != ""}
	h := s.hive()
	asIs := s.craftPlan(nil, 0, h.Stack, h.Stack)
	s.lastOf(asIs, &compiled{})
	left := craft.Judge(asIs)
	if !agree(parts) {
		c.forbidden, c.after = true, h.Stack
		return c
	}
	for i := 0; i < len(parts); {
		k := i
		for k < len(parts) && parts[k].in == parts[i].in {
			k++
		}
		h = s.dayOf(c, parts[i:k], h, left, k == len(parts))
		i = k
	}
	if len(parts) == 0 {
		c.breaches = left
		for _, b := range left {
			c.craft += b.Kg
		}
	}
	c.after, c.small = h.Stack, meantSmall(h.Stack)
	c.idleKg = s.idle(h.Stack) + s.spareBoxes(h.Stack) + s.sets(h.Stack)
	return c
}

// dayOf does what is done on one day, which may be the last.
func (s *Situation) dayOf(c *compiled, parts []part, h moves.Hive, left []craft.Breach, last bool) moves.Hive {
	before := h.Stack
	in := parts[0].in
	opens := craft.Shut
	for _, p := range parts {
		opens = max(opens, p.Opens)
		d := doing{in: in, keeps: p.Keeps, alters: p.Alters, swarms: p.Swarms, eases: p.Eases}
		changes, after, err := p.changes(h, s.Today+day.Day(in))
		if err != nil {
			c.forbidden = true
			return h
		}
		h = after
		d.changes = append(changes, p.Changes...)
		for k := range d.changes {
			d.changes[k].Day = s.Today + day.Day(in)
		}
		c.at = append(c.at, d)
		c.changes = append(c.changes, d.changes...)
		c.looked = c.looked || p.Looks
		if p.Checks {
			c.checks = append(c.checks, in)
		}
		c.minutes += p.Minutes
		c.sugar += p.Sugar
		c.fedKg[1] += p.FedKg
		c.lateKg += p.FedKg * lateFed(s.scene(in))
		if next, _ := s.visits(); in < next {
			c.fedKg[0] += p.FedKg
		}
		c.other -= p.Kg
		if p.FedKg > 0 && p.Liquid && h.Stack.Supers() > 0 {
			c.barred = true
		}
		c.ended = c.ended || p.Moves.union
		c.requeened = c.requeened || p.Requeens
		c.letOut = c.letOut || p.Action == LetQueenOut
		switch p.Action {
		case CageQueen:
			c.cagedIn = in + 1
		case ClipQueen:
			c.clippedIn = in + 1
		}
		c.helped = c.helped || p.Requeens || p.Action == GiveCellOrQueen || p.Action == TestComb
		if p.Action == SwarmControl || p.Action == Combine {
			c.dealtIn = in + 1
		}
		c.roomed = c.roomed || s.scene(in).rooms(&p)
	}
	c.minutes += minutesTo[opens]
	c.through = c.through || opens >= craft.Combs || c.ended
	p := s.craftPlan(parts, in, before, h.Stack)
	if last {
		s.lastOf(p, c)
		p.Roomed, p.CellsDealt, p.CellsLate = c.roomed, c.dealtIn > 0, c.dealtIn > 1+dealtWithin
	}
	all := craft.Judge(p)
	c.breaches = append(c.breaches, all...)
	for _, b := range all {
		c.craft += b.Kg
		if b.Rank == craft.Never && !craft.Has(left, b.Rule) {
			c.forbidden = true
		}
	}
	return h
}

// lastOf notes on the last day of a plan how the hive is left.
func (s *Situation) lastOf(p *craft.Plan, c *compiled) {
	d, through, fedKg := s.dueHere(), c.through, c.fedKg
	p.SeasonLeft = s.on(max(s.Visit, p.On))
	if s.CagedSince > 0 {
		p.CagedDays, p.LetOut = int(s.Visit-s.CagedSince), c.letOut || c.ended
	}
	p.Queenless, p.QueenHelped = d.queenless, c.helped || c.ended
	p.EggsDue, p.Looked = d.eggs, c.looked || through
	p.CheckDue, p.Checked, p.CellsFound, p.CellsBegun, p.Bound = d.check, through, d.cells, d.begun, d.boundShare
	for i := range d.starves {
		p.Starves[i] = d.starves[i] * max(0, 1-fedKg[i]/d.lacksKg[i])
	}
	p.NewLacksKg = max(0, d.newLacksKg-fedKg[0])
	p.WinterLacksKg = d.winterLacksKg - (fedKg[1] - c.lateKg)
	if p.Over && p.After.ExcluderAbove == 0 { // what stands above is theirs
		for _, b := range p.After.Boxes {
			if b.Super {
				p.WinterLacksKg -= b.HoneyKg()
			}
		}
	}
	if p.Unites {
		p.Starves, p.WinterLacksKg, p.NewLacksKg = [2]float64{}, 0, 0
	}
}

// Of what is fed late in autumn so much is not counted as winter stores, from three weeks after they should be made up.
// Source: common practice: what is fed late is not ripened and capped, or not taken; the size a guess.
const lateFedShare, lateFedDays = 0.75, 21

func lateFed(x *scene) float64 {
	return lateFedShare * min(max(float64(x.season.Bees-season.WinterStores.By)/lateFedDays, 0), 1)
}

// duties are what no plan should leave undone here, whatever it is.
type duties struct {
	check      day.Day // for queen cells, by the visit; 0: none is due
	queenless  float64 // chance that it has no queen and rears none
	eggs       day.Day // of a queen who is waited for, by the visit; 0: none are due
	cells      bool
	begun      bool       // eggs were found in many cups
	boundShare float64    // 1: the nest is bound with honey
	starves    [2]float64 // by the visit and by the one after it, unfed
	lacksKg    [2]float64 // what ends that
	newLacksKg float64    // what a young colony on foundation lacks by the visit of what it draws comb from
	// winterLacksKg is what it lacks for winter on the visit, without what stands above an excluder.
	winterLacksKg float64
}

// dueHere returns them; they are the same for all plans that are tried.
func (s *Situation) dueHere() *duties {
	if s.duties != nil {
		return s.duties
	}
	next, then := s.visits()
	x := s.scene(next)
	found, cells := s.swarmCells()
	d := &duties{
		check: s.checkDue(), eggs: s.eggsUnlooked(x), queenless: s.leftAlone(x), cells: cells && !found.Begun && !s.gone() && s.Waiting == nil,
		begun:      cells && found.Begun && !s.gone() && s.Waiting == nil,
		boundShare: x.boundShare(),
	}
	if s.forWinter(x) && !s.Stale() && !s.aboveIsFood() {
		d.winterLacksKg = x.lacksKg()
	}
	if s.drawsComb() && next > 0 {
		d.newLacksKg = max(0, newKg-s.scene(0).lowStoresKg(min(next, s.horizon-1)))
	}
	for i, in := range [2]int{next, min(then, s.horizon-1)} {
		d.lacksKg[i] = max(s.reserveOn(in)-s.scene(in).nestKg, someFood)
		if !s.Stale() {
			d.starves[i] = s.Base.LastChance(float64(in) + visitIsOver)
		}
	}
	s.duties = d
	return d
}

// A swarm or package draws its comb from what comes in, or is fed, from newFed days after it was hived to newDays, while newUndrawn
// of its nest is foundation; newKg is what it should never be under then, kg. Source: common practice; sizes are guesses.
const newFed, newDays, newUndrawn, newKg = 2, 28, 0.4, 1.2

// drawsComb reports whether it is such a colony.
func (s *Situation) drawsComb() bool {
	age := s.Today - s.BeganOn
	return s.BeganOn > 0 && age >= newFed && age <= newDays && len(s.nest()) > 0 && s.scene(0).undrawn >= newUndrawn
}

// dealtWithin are the days within which queen cells are dealt with that were found. Source: common practice.
const dealtWithin = 2

// A nest is as good as full with boundDays of laying free; and it is bound where brood and free cells are what she lays
// in boundRound days, a round of brood being twenty-one, less and less so up to freeRound. Source: none; guesses.
const boundDays, boundRound, freeRound = 3, 14, 17

// boundShare tells how far the nest is bound with honey on the day of a scene: 0 not, 1 wholly.
func (x *scene) boundShare() float64 {
	if !x.bound() || x.bees < fewForSuper {
		return 0
	}
	lays := max(x.s.Base.WantsToLay.Likely, leastLaying)
	if x.free <= boundDays*lays {
		return 1
	}
	return min(max((freeRound-(x.brood+x.free)/lays)/(freeRound-boundRound), 0), 1)
}

// begunFill is the share stored of a super from which on bees have gone up into it. Source: common practice.
const begunFill = 0.15

// rooms reports whether a step gives a bound nest room: combs out of it, or, in a flow, boxes over it.
func (x *scene) rooms(p *part) bool {
	switch p.Action {
	case RelieveHoneyBound, SwarmControl, Combine:
		return true
	case HarvestSuper:
		return x.flowKg >= stillFillsKg/2
	case AddSuper: // one more over one that they have not gone up into gives none
		return x.flowKg >= stillFillsKg/2 && !slices.ContainsFunc(harvest.Boxes(x.s.Estimate.Stack), func(b harvest.Box) bool {
			return b.Super && b.Fill < begunFill
		})
	}
	return p.Moves.gives && p.Moves.what != colony.Fliers
}

// someFood is the least that a hive is fed which may starve, kg. Source: common practice: a litre or two.
const someFood = 1.5

// minutesTo is the time that opening a hive takes. Source: common practice.
var minutesTo = [...]float64{craft.Shut: 0, craft.LidOff: 2, craft.Parted: 4, craft.Nest: 8, craft.Combs: 12}

// craftPlan is what the craft is asked of a day.
func (s *Situation) craftPlan(parts []part, in int, before, after hive.Stack) *craft.Plan {
	x := s.scene(in)
	p := &craft.Plan{
		Today: s.Today, On: s.Today + day.Day(in), Season: x.season, SeasonNow: s.Season, HighC: x.highC, EmptiesC: x.emptiesC,
		ColdestC: x.coldestC, GoodDayKg: x.goodDayKg, ScreenOutgrown: before.OverScreen && x.outgrown(),
		StoresKg: x.nestKg, Bees: x.bees, Undrawn: x.undrawn, InUse: x.inUse, Before: before, After: after, Suspect: s.suspect(), Suspects: s.suspects(),
		Health: s.Health, HealthDay: s.HealthDay, Treatments: s.Treatments, Barred: s.Barred(),
		EggsSeen:    (s.Estimate.Queen.Eggs || s.Estimate.Queen.Seen) && s.Estimate.Queen.Day == s.Today,
		LiftLimitKg: s.Settings.LiftLimitKg, WinterKg: s.WinterTarget(), ReserveKg: s.Input.ReserveKg, Feeding: s.feeding(), Over: x.seasonOver(),
		MitesOver: s.MitesPercent > craft.MitesToUnite, Alone: [2]day.Day{s.due.AloneFrom, s.due.AloneTo},
	}
	for _, t := range parts {
		p.Opens = max(p.Opens, t.Opens)
		if t.FedKg > 0 {
			p.FedKg += t.FedKg
			p.Liquid = p.Liquid || t.Liquid
		}
		m := t.Moves
		p.SupersOn += m.supersOn
		p.Harvested += m.harvested
		p.Takes, p.Gives, p.NestComb = p.Takes || m.takes, p.Gives || m.gives, p.NestComb || m.nest
		p.OpensNest = p.OpensNest || m.opensNest
		p.Unites, p.AllCells = p.Unites || m.union, p.AllCells || m.allCells
		if m.partner != "" {
			p.Partner = s.neighbour(m.partner)
		}
		if len(t.Said)+len(t.Acts)+len(t.Changes) > 0 || t.Alters != nil || m.takes || m.gives || m.union {
			p.Acts++
		}
	}
	return p
}

// feedingDays is how long a feed is taken to be still going down. Source: common practice: a feeder is empty
// within a week.
const feedingDays = 6

// feeding reports whether what was fed is still being taken.
func (s *Situation) feeding() bool {
	return slices.ContainsFunc(s.Feeds, func(f colony.Period) bool {
		return f.What != "fondant" && s.Today-f.From <= feedingDays
	})
}
