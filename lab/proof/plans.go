package proof

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/season"
	"kembo/lab/combwise"
)

// plans is a keeper who does what Kembo says. On days of a rhythm they open it in the morning: each hive has its
// plan for a visit that day. They go where the plans gain more than a trip costs, look as deep as the plans need,
// and do what stands there after the look.
type plans struct {
	share   float64 // of what is advised that is done; 1: all of it
	knowing bool    // they see all as it is, know what is to come, and come at will
	last    int
	morning map[string]*assessment.Assessment
	kept    map[string]*plan.Kept
	near    map[string]colony.Neighbour
	tookIn  map[string]day.Day // on which another was united with a hive
	pairs   *plan.Pairs        // of the yard, as it was last worked out
	stats   struct{ assessed, done, failed int }
	trace   func(y *Yard, h *Hive, what string)
}

func follow(share float64, knowing bool) *plans {
	return &plans{share: share, knowing: knowing, kept: map[string]*plan.Kept{}, near: map[string]colony.Neighbour{}, tookIn: map[string]day.Day{}}
}

// Days of a rhythm on which plans are read. Source: common practice: weekly while they swarm, fortnightly in
// season, monthly in winter.
const (
	readSwarming, readSeason, readWinter = 7, 14, 28
	toldDays                             = 5 // of weather that a keeper is told
	knownDays                            = 80
)

func (k *plans) rhythm(m season.Moment) int {
	switch {
	case season.CellChecks.Has(m):
		return readSwarming
	case season.WinterRest.Has(m):
		return readWinter
	}
	return readSeason
}

// Comes reads the plans of the morning.
func (k *plans) Comes(y *Yard) bool {
	since := int(y.Today - y.World.From)
	if since-k.last < k.rhythm(y.World.Site.On(y.Today)) {
		return false
	}
	k.last = since
	defer func() { k.pairs = k.paired(y) }()
	k.pairs = k.paired(y)
	if k.knowing {
		k.morning = nil
		return true
	}
	k.morning = map[string]*assessment.Assessment{}
	ground := k.ground(y)
	gain, must := 0.0, false
	for _, h := range y.Living() {
		a := k.assess(y, h, ground)
		k.morning[h.ID] = a
		if a == nil {
			must = true
			continue
		}
		gain += max(0, a.Plan.GainKg)
		gain += inquiry(a)
		for _, b := range a.Plan.Breaches {
			must = must || b.Rank == craft.Never
		}
	}
	return must || gain > plan.DefaultSettings().Weights.Trip
}

// paired are the hives of the yard between which combs may go; nil where one was never worked out.
func (k *plans) paired(y *Yard) *plan.Pairs {
	var all []colony.Neighbour
	for _, h := range y.Living() {
		n, ok := k.near[h.ID]
		if !ok {
			return nil
		}
		all = append(all, n)
	}
	p := plan.PairsOf(all)
	return &p
}

// inquiry is what the look saves that comes before a plan, kg of honey; one that is a step of the plan is in its gain.
func inquiry(a *assessment.Assessment) float64 {
	looks := func(p plan.KeptStep) bool { return p.Action == plan.LookCloser }
	if slices.ContainsFunc(a.Plan.Keep().Steps, looks) {
		return 0
	}
	for _, x := range a.Advice {
		if x.Action == plan.LookCloser && x.On <= a.Situation.Today {
			return max(0, x.Adds)
		}
	}
	return 0
}

// ground is what the plans of a day rest on.
type ground struct {
	site forecast.Site
	yard *forecast.Yard
}

func (k *plans) ground(y *Yard) ground {
	site := y.World.SiteOn(y.Today, toldDays)
	if k.knowing {
		site = y.World.All()
	}
	from := max(y.World.From, y.Today-history.CarryDays)
	return ground{site, assessment.Yard(site, from, y.Today, assessment.Seed)}
}

// assess works a hive out, for a visit today, and keeps what is to be known of it the next time.
func (k *plans) assess(y *Yard, h *Hive, g ground) *assessment.Assessment {
	a := k.work(y, h, g, y.Today)
	if a == nil {
		return nil
	}
	keep := a.Plan.Keep()
	k.kept[h.ID] = &keep
	brood := a.Base.Eggs.Likely + a.Base.Larvae.Likely + a.Base.Capped.Likely
	n := colony.Neighbour{
		Colony: h.ID, Bees: a.Base.Bees.Likely, Health: a.Situation.Health, MitesPercent: a.Situation.MitesPercent,
		TookIn: k.tookIn[h.ID], Known: !a.Situation.Stale(), StoresKg: a.Base.Stores.Likely, Brood: brood,
	}
	if a.Situation.Health != colony.Suspect {
		n.SpareKg, n.Queenless = a.Situation.SpareKg(), a.Situation.Queenless()
		n.BroodPriceKg, n.Honey, n.BroodIn = a.Plan.Sharing.BroodPriceKg, a.Plan.Sharing.Honey, a.Plan.Sharing.Brood
	}
	n.Planned = true
	for _, x := range a.Advice {
		if x.Takes > 0 {
			n.Takes, n.TakesCombs, n.TakesWhat, n.TakesForKg = x.With, x.Takes, x.What, x.PaysKg
		}
	}
	k.near[h.ID] = n
	return a
}

// work works a hive out as Kembo does from its record, with the next visit on a day.
func (k *plans) work(y *Yard, h *Hive, g ground, visit day.Day) *assessment.Assessment {
	k.stats.assessed++
	b, err := history.Fold(h.log, history.Ground{
		Colony: h.ID, Site: g.site, Seed: assessment.Seed, Yard: g.yard, To: y.Today, Givers: k.givers(y, h, g),
	})
	if err != nil || b.Estimate == nil {
		if k.trace != nil {
			k.trace(y, h, fmt.Sprint("CANNOT BE READ: ", err))
		}
		return nil
	}
	k.tookIn[h.ID] = b.TookIn
	var others []colony.Neighbour
	for _, o := range y.Living() {
		if n, ok := k.near[o.ID]; ok && o != h {
			others = append(others, n)
		}
	}
	set := plan.DefaultSettings()
	set.Weights = plan.Presets[0].Weights
	if k.knowing {
		set.Weights.Trip = 0
	}
	return assessment.Assess(assessment.Case{
		Colony: h.ID, Today: y.Today, Visit: visit, VisitPlanned: true, Site: g.site, Health: b.Health,
		HealthDay: b.HealthDay, CellCheck: b.CellCheck, CellCheckDay: b.CellCheckDay, HistoryKnown: b.HistoryKnown,
		Feeds: b.Feeds, Treatments: b.Treatments, Settings: set, Seed: assessment.Seed,
		RhythmDays: k.rhythm(g.site.On(y.Today)), Kept: k.kept[h.ID], Neighbours: others, Own: k.near[h.ID], Pairs: k.pairs,
	}.With(b), *b.Estimate, g.yard)
}

// givers are the records of the hives from which something came.
func (k *plans) givers(y *Yard, h *Hive, g ground) []history.Log {
	var out []history.Log
	seen := map[string]bool{h.ID: true}
	next := history.Givers(h.log, h.ID)
	for len(next) > 0 {
		id := next[0]
		next = next[1:]
		if seen[id] {
			continue
		}
		seen[id] = true
		for _, o := range y.Hives {
			if o.ID == id {
				out = append(out, history.Log{Entries: o.log, Ground: history.Ground{
					Colony: id, Site: g.site, Seed: assessment.Seed, Yard: g.yard, To: y.Today,
				}})
				next = append(next, history.Givers(o.log, id)...)
			}
		}
	}
	return out
}

// Visit looks where a plan asks for it, and does what the plan is then.
func (k *plans) Visit(y *Yard) error {
	g := k.ground(y)
	for _, h := range y.Living() {
		a := k.morning[h.ID]
		depth, opens := k.deep(y, h, a)
		if !opens {
			continue
		}
		eye := combwise.UsualEye
		if k.knowing {
			eye = combwise.Eye{Covers: 1}
		}
		h.see(y.World, y.Today, depth, eye)
		if a = k.assess(y, h, g); a == nil {
			continue
		}
		if depth != look.ByBox && depth != look.ByFace && k.wantsMore(a) && k.follows(y, h, "look") {
			h.see(y.World, y.Today, look.ByBox, eye)
			if a = k.assess(y, h, g); a == nil {
				continue
			}
		}
		if err := k.act(y, h, a, g); err != nil {
			return err
		}
	}
	return nil
}

// deep tells how deep a hive is looked into, and whether at all.
func (k *plans) deep(y *Yard, h *Hive, a *assessment.Assessment) (look.Depth, bool) {
	if k.knowing {
		return look.ByFace, true
	}
	d, _ := y.World.dayOn(y.Today)
	cold := season.WinterRest.Has(y.World.Site.On(y.Today)) || d.Weather.MaxC < warmEnough
	if a == nil {
		if cold {
			return look.ByHeft, true
		}
		return look.ByBox, true
	}
	depth, opens := look.BySeams, !cold // the round asks each hive for a glance under its lid
	for _, x := range a.Advice {
		switch x.Action {
		case plan.Leave, plan.HoldHarvest:
			continue
		case plan.AddSuper, plan.RemoveSuper, plan.FeedEmergency, plan.FeedWinter, plan.FeedStimulate, plan.FeedPollen, plan.HarvestSuper:
			opens = true
		default:
			depth, opens = look.ByBox, true
		}
	}
	if cold {
		depth = look.ByHeft
	}
	return depth, opens
}

// warmEnough is the high of a day under which no comb is lifted. Source: common practice.
const warmEnough = 12

// wantsMore reports whether a plan asks for a look at the combs.
func (k *plans) wantsMore(a *assessment.Assessment) bool {
	return slices.ContainsFunc(a.Advice, func(x plan.Advice) bool {
		return x.Action == plan.LookCloser || x.Action == plan.CheckCells || x.Action == plan.SwarmControl
	})
}

// follows tells by the dice whether something that is advised is done.
func (k *plans) follows(y *Yard, h *Hive, what string) bool {
	if k.share >= 1 {
		return true
	}
	n := uint64(0)
	for _, c := range what {
		n = 31*n + uint64(c)
	}
	return rand.New(rand.NewPCG(y.World.Seed*31+uint64(h.number), uint64(y.Today)*1009+n)).Float64() < k.share
}

// act does the steps of a plan that are for today.
func (k *plans) act(y *Yard, h *Hive, a *assessment.Assessment, g ground) error {
	for _, s := range a.Plan.Keep().Steps {
		if s.On > y.Today || h.ended || !k.follows(y, h, string(s.Action)) {
			continue
		}
		if k.trace != nil {
			k.trace(y, h, fmt.Sprintf("%s %s, gain %.1f", s.Action, s.Key, a.Plan.GainKg))
		}
		k.stats.done++
		partner := y.partnerOf(s.Key)
		if err := k.step(y, h, a, s); err != nil {
			k.stats.failed++
			if k.trace != nil {
				k.trace(y, h, fmt.Sprint("FAILED: ", err))
			}
		}
		if partner != nil && !partner.dead() { // what is written of it is known at once
			k.assess(y, partner, g)
			delete(k.near, h.ID)
			if !h.ended {
				k.assess(y, h, g)
			}
		}
	}
	return nil
}

// step does one step, by its key where the acts of it are not all that it is.
func (k *plans) step(y *Yard, h *Hive, a *assessment.Assessment, s plan.KeptStep) error {
	word := strings.Fields(s.Key)
	last := word[len(word)-1]
	switch s.Action {
	case plan.LookCloser, plan.CheckCells, plan.TestComb:
		return nil
	case plan.SwarmControl:
		return k.swarm(y, h, a, s)
	case plan.Combine:
		return y.unite(h, y.named(last))
	case plan.Equalise:
		return k.equalise(y, h, word, word[0] == "give", y.handOver)
	case plan.Boost:
		return k.equalise(y, h, word, word[0] == "give", y.broodOver)
	case plan.OpenNestSides, plan.AlternateFrames, plan.RotateBoxes, plan.AddBoxUnder:
		h.bees.GivenRoom()
	case plan.GiveCellOrQueen:
		return y.give(h)
	case plan.Requeen:
		return y.requeen(h)
	case plan.FeedPollen:
		return y.patties(h, last)
	}
	for _, x := range a.Advice {
		if x.Action == s.Action && x.On == s.On {
			return k.said(y, h, x)
		}
	}
	return nil
}

// said does what is said in an advice, and counts the time.
func (k *plans) said(y *Yard, h *Hive, x plan.Advice) error {
	const each = 3
	h.Minutes += each * float64(len(x.Acts))
	return h.say(y.Today, x.Acts...)
}

func (k *plans) swarm(y *Yard, h *Hive, a *assessment.Assessment, s plan.KeptStep) error {
	switch s.Key {
	case "nuc":
		return y.nuc(h, nucFrames)
	case "split":
		return y.nuc(h, h.nestFrames()/2)
	case "artificial":
		return y.artificial(h)
	case "raise":
		for _, x := range a.Advice {
			if x.Action == s.Action && x.On == s.On {
				h.bees.BroodRaised()
				return k.said(y, h, x)
			}
		}
		return nil
	}
	h.bees.TearCells()
	const minutes = 20
	h.Minutes += minutes
	h.write(y.Today, history.Entry{Kind: history.KindLook, Body: &history.Look{
		Queen: history.Queen{Looked: true, Each: true, Eggs: true},
		Cells: history.Cells{Check: "complete", Torn: tornCells},
	}})
	return nil
}

const tornCells = 12

// equalise hands combs over, as a key says it: "take 2 of X", "brood 2 of X"; where one gives it is the same combs, which
// go with the other’s plan.
func (k *plans) equalise(y *Yard, h *Hive, word []string, gives bool, over func(from, to *Hive, n int) error) error {
	if gives {
		return nil
	}
	n, err := strconv.Atoi(word[1])
	if err != nil {
		return err
	}
	with := y.named(word[len(word)-1])
	if with == nil || with.dead() || with.ended {
		return nil
	}
	return over(with, h, n)
}

// partnerOf returns the hive that a step is done with; nil for none.
func (y *Yard) partnerOf(key string) *Hive {
	word := strings.Fields(key)
	return y.named(word[len(word)-1])
}

// named returns the hive of a name, nil where there is none.
func (y *Yard) named(id string) *Hive {
	for _, h := range y.Hives {
		if h.ID == id {
			return h
		}
	}
	return nil
}
