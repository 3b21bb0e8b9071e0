package plan

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/craft"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/season"
	"kembo/core/words"
)

// Inquiry is the one look that would do most for a decision that is in doubt.
type Inquiry struct {
	Do      string // "Pull frame 2 of the brood box"
	Reason  string
	Figures []Figure
	Runway  int
	Worth   forecast.Worth
	NetKg   float64 // of honey that it saves on average, over what it costs
}

// Thresholds of an inquiry. Source: none; guesses.
const (
	worthLeast   = 0.3  // kg of honey over its cost that a look must save to be worth a walk
	changesLeast = 0.05 // chance of changing what is done, below which the decision is not in doubt
	nearlyAsGood = 0.75 // of the best, for a cheaper look to take its place
	// How well free cells are told, a small difference of large numbers.
	freeFromOneComb, freeFromCounts, freeFromFaces = 0.45, 0.30, 0.18
	// How well the back of the hive tells its stores; a scale, kg; and the least stores
	// that a scale is reckoned against, so that nothing is divided by none.
	heftSD, scaleSD, leastStoresKg = 0.30, 2.2, 0.5
	tellsMore                      = 0.85 // of the spread that is known, under which a look tells anything
	// On a comb, the least of a content that tells; and what honey alone counts for
	// against honey beside brood.
	tellingLeast, honeyAlone = 0.05, 0.6
)

// Minutes that looks take. Source: common practice.
const (
	forHeft, forSeams, forSupers, forScale, forComb = 1, 2, 2, 3, 3
	forBroodComb, forFrames, forFaces               = 4, 6, 12
)

// candidate is a look that could be taken, with its work.
type candidate struct {
	do       string
	quantity forecast.Quantity
	sd       float64
	minutes  float64
	opens    craft.Opening
}

// BestLook returns the look that would do most for the decision between the plans that were weighed, and false
// where none would save more than it costs. The worth of every look to hand is computed on the ensemble; among
// those that do nearly as much the quickest is named.
func BestLook(s *Situation) (Inquiry, bool) {
	if s.look == nil {
		s.look = &inquired{}
		if s.plans != nil {
			s.look.q, s.look.ok = s.inquire()
		}
	}
	return s.look.q, s.look.ok
}

type inquired struct {
	q  Inquiry
	ok bool
}

func (s *Situation) inquire() (Inquiry, bool) {
	o := s.Settings.Observer
	if o == (look.Observer{}) {
		o = look.DefaultObserver
	}
	type found struct {
		c     candidate
		worth forecast.Worth
		net   float64
	}
	var all []found
	best := 0.0
	minute := s.weights().Minute
	for _, c := range s.candidates(o) {
		w := s.tells(c.quantity, c.sd)
		net := w.Saved - minute*c.minutes - s.chill(c.opens)
		if net < worthLeast || w.Changes < changesLeast {
			continue
		}
		all = append(all, found{c, w, net})
		best = max(best, net)
	}
	all = slices.DeleteFunc(all, func(f found) bool { return f.net < nearlyAsGood*best })
	if len(all) == 0 {
		return Inquiry{}, false
	}
	pick := slices.MinFunc(all, func(a, b found) int {
		return cmp.Or(cmp.Compare(a.c.minutes, b.c.minutes), cmp.Compare(b.net, a.net))
	})
	q := Inquiry{Do: pick.c.do, Runway: runwayOf(pick.c.quantity), Worth: pick.worth, NetKg: pick.net}
	q.Worth.Chance = s.Base.Chance(q.Runway, s.Days())
	what := [forecast.Runways]string{
		"food runs short", "she runs out of room to lay", "nectar runs out of room",
	}[q.Runway]
	text := "{chance} that " + what + " before {visit}. In {changes} this look would change what is best, and on " +
		"average it saves {saved} of honey."
	if q.Worth.Chance < runsOut {
		text = "What is best hangs on " + hangsOn[pick.c.quantity] + ": in {changes} this look would change it, and on " +
			"average it saves {saved} of honey."
	}
	q.Reason, q.Figures = reason(
		text,
		chance("chance", q.Worth.Chance),
		dated("visit", s.Visit),
		tenths("changes", q.Worth.Changes),
		s.kg("saved", q.Worth.Saved),
	)
	return q, true
}

// runsOut is the chance of a runway that ends by the visit under which it is no reason to look. Rounding.
const runsOut = 0.05

// hangsOn says what a quantity is that a plan hangs on.
var hangsOn = map[forecast.Quantity]string{
	forecast.OfStores: "how much they have to eat", forecast.OfNestStores: "how much there is in the nest",
	forecast.OfSuperStores: "how full the supers are", forecast.OfBees: "how many bees there are",
	forecast.OfBrood: "how much brood there is", forecast.OfFree: "how much room she has to lay",
}

// runwayOf is the runway that a quantity bears on most.
func runwayOf(q forecast.Quantity) int {
	switch q {
	case forecast.OfFree, forecast.OfBrood:
		return forecast.Lay
	case forecast.OfSuperStores, forecast.OfBees:
		return forecast.Store
	}
	return forecast.Food
}

// chill is what opening the hive so far costs on the visit, kg.
func (s *Situation) chill(opens craft.Opening) float64 {
	next, _ := s.visits()
	x := s.scene(next)
	kg := 0.0
	for _, b := range craft.Judge(&craft.Plan{
		Today: s.Today, On: s.Visit, Season: x.season, HighC: x.highC, GoodDayKg: x.goodDayKg, Opens: opens,
		Before: s.Estimate.Stack, After: s.Estimate.Stack, LiftLimitKg: s.Settings.LiftLimitKg,
	}) {
		kg += b.Kg
	}
	return kg
}

// tells returns what it is worth to look at a quantity with a spread sd (of its logarithm) before choosing
// between the plans that were weighed.
//
// It is the expected value of sample information (Raiffa and Schlaifer 1961, Applied Statistical Decision
// Theory, from memory).
func (s *Situation) tells(q forecast.Quantity, sd float64) forecast.Worth {
	return s.Base.Informs(q, sd, s.plans)
}

func tenths(key string, p float64) Figure {
	return Figure{key, p, words.Cases(p)}
}

// candidates lists the looks that would tell more than is known. Minutes are
// common practice, no source.
func (s *Situation) candidates(o look.Observer) []candidate {
	b := s.Base
	st := s.Estimate.Stack
	var out []candidate
	opens := craft.Shut
	next, _ := s.visits()
	shut := season.Clustered.Has(s.scene(next).season) // then it is looked at from outside
	add := func(do string, q forecast.Quantity, sd, known, minutes float64) {
		if sd < tellsMore*known && (opens == craft.Shut || !shut) {
			out = append(out, candidate{do, q, sd, minutes, opens})
		}
	}
	sdStores, sdNest, sdBrood, sdBees := colony.LogSD(b.Stores), colony.LogSD(b.NestStores), math.Max(
		colony.LogSD(b.Capped), colony.LogSD(b.Eggs),
	), colony.LogSD(b.Bees)
	stores := max(b.Stores.Likely, leastStoresKg)
	add("Heft it by the back", forecast.OfStores, heftSD, sdStores, forHeft)
	add("Weigh the whole hive", forecast.OfStores, scaleSD/stores, sdStores, forScale)
	opens = craft.LidOff
	add("Count its seams of bees", forecast.OfBees, o.Seams.Bees, sdBees, forSeams)
	if st.Supers() > 0 {
		add(
			"Look at the supers from above",
			forecast.OfSuperStores,
			o.Seams.Super,
			colony.LogSD(b.SuperStores),
			forSupers,
		)
	}
	opens = craft.Nest
	if p, ok := tellingComb(s.Estimate, comb.Honey); ok {
		add(combWords(st, p), forecast.OfNestStores, math.Hypot(o.Faces.Stores, o.OneFrame), sdNest, forComb)
	}
	if p, ok := tellingComb(s.Estimate, comb.Brood); ok {
		add(combWords(st, p), forecast.OfBrood, math.Hypot(o.Faces.Brood, o.OneFrame), sdBrood, forBroodComb)
	}
	if p, ok := tellingComb(s.Estimate, comb.Empty); ok {
		add(combWords(st, p), forecast.OfFree, freeFromOneComb, colony.LogSD(b.Free), forComb)
	}
	add("Count the frames of the nest", forecast.OfNestStores, o.Boxes.Stores, sdNest, forFrames)
	add("Count the frames of the nest", forecast.OfFree, freeFromCounts, colony.LogSD(b.Free), forFrames)
	opens = craft.Combs
	add(
		"Go through every comb of the nest, face by face",
		forecast.OfFree,
		freeFromFaces,
		colony.LogSD(b.Free),
		forFaces,
	)
	add("Go through every comb of the nest, face by face", forecast.OfNestStores, o.Faces.Stores, sdNest, forFaces)
	return out
}

// tellingComb returns the comb of the nest that shows most of a content and
// was not seen by face on the day of the look.
func tellingComb(e colony.Estimate, c comb.Content) (hive.Place, bool) {
	best, at, ok := tellingLeast, hive.Place{}, false
	for i, b := range e.Stack.Boxes {
		if b.Super {
			continue
		}
		seen := i < len(e.Parts) && e.Parts[i].Depth == string(look.ByFace) && e.Parts[i].Faces == nil
		for k, f := range b.Frames {
			if seen || i < len(e.Parts) && k < len(e.Parts[i].Faces) &&
				e.Parts[i].Faces[k] == [2]colony.Origin{colony.Measured, colony.Measured} {
				continue
			}
			v := f.A[c] + f.B[c]
			switch c {
			case comb.Empty: // the room she would use lies beside the brood
				v *= f.A.Worker() + f.B.Worker()
			case comb.Honey:
				// A comb wholly of honey at the wall says less of the rest than
				// one that honey and brood share.
				v *= honeyAlone + f.A.Worker() + f.B.Worker()
			}
			if v > best {
				best, at, ok = v, hive.Place{Box: i, Slot: k}, true
			}
		}
	}
	return at, ok
}

// combWords names a comb as a keeper finds it.
func combWords(st hive.Stack, p hive.Place) string {
	nests := len(st.Boxes) - st.Supers()
	box := "brood box"
	if nests > 1 {
		box = [...]string{"lower brood box", "upper brood box"}[min(p.Box, 1)]
		if nests > 2 {
			box = fmt.Sprintf("brood box %d from the floor", p.Box+1)
		}
	}
	return fmt.Sprintf("Pull frame %d of the %s", p.Slot+1, box)
}

// lookLeast is the kg of honey that a look must save over its cost to be a step of its own.
const lookLeast = 0.6

// looks returns the look that comes first, where one would change what is best often enough.
func (s *Situation) looks(p *Plan, chosen, leave *outcome) []Advice {
	s.plans = [][]float64{chosen.value, leave.value}
	if len(chosen.parts) == 0 {
		s.plans = s.plans[1:]
		for _, w := range s.nearest(leave) {
			s.plans = append(s.plans, w.value)
		}
	}
	for i := range p.Advice { // what would change a feed is what the hive holds
		if a := &p.Advice[i]; (a.Action == FeedEmergency || a.Action == FeedWinter) && !s.weighed() {
			if kg, ok := s.flips(chosen, leave); ok && a.Action == FeedEmergency {
				a.WouldChange = fmt.Sprintf("Heft it: with more than %s in it this can wait.", s.mass(kg))
			}
		}
	}
	q, ok := BestLook(s)
	if !ok || q.NetKg < lookLeast || s.weighed() && q.Runway == forecast.Food || has(chosen.parts, LookCloser) ||
		has(chosen.parts, CheckCells) {
		return nil
	}
	on := s.Visit
	if p.Wait.Cannot() {
		on = s.Today
	}
	return []Advice{{
		Action: LookCloser, Do: q.Do + " " + map[bool]string{true: "first", false: "on " + on.Short()}[on == s.Today],
		ActBy: max(
			on,
			s.Today,
		), On: on, Reason: q.Reason, Figures: q.Figures, Confidence: q.Worth.Changes, Adds: q.NetKg, Step: 1,
		Brief: brief("It would change what is best in {changes}.", q.Figures),
	}}
}

// nearest returns the two plans that come nearest to leaving, in all members.
func (s *Situation) nearest(leave *outcome) []*outcome {
	var out []*outcome
	for _, l := range s.found {
		if o := l.outcomes[searchMembers]; o != nil && !o.forbidden && len(o.parts) == 1 {
			out = append(out, o)
		}
	}
	slices.SortFunc(out, func(a, b *outcome) int {
		return cmp.Or(cmp.Compare(b.mean, a.mean), cmp.Compare(keyOf(a.parts), keyOf(b.parts)))
	})
	const two = 2
	for i := range out[:min(two, len(out))] {
		out[i] = s.try(out[i].parts, all)
	}
	return out[:min(two, len(out))]
}

// flips returns the stores over which a plan is no better than leaving, where some members hold as much.
func (s *Situation) flips(chosen, leave *outcome) (kg float64, ok bool) {
	type member struct{ kg, gain float64 }
	now := s.Base.Now(forecast.OfStores)
	var all []member
	for m := range chosen.value {
		all = append(all, member{now[m], chosen.value[m] - leave.value[m]})
	}
	slices.SortFunc(all, func(a, b member) int { return cmp.Compare(b.kg, a.kg) })
	const fewest = 0.08 // of the members
	sum := 0.0
	for i, x := range all {
		sum += x.gain
		if float64(i+1) >= fewest*float64(len(all)) && sum > 0 {
			return x.kg, i > 0
		}
	}
	return 0, false
}
