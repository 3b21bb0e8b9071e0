package advice

import (
	"fmt"
	"math"
	"slices"

	"kembo/core/colony"
	"kembo/core/comb"
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
}

// Thresholds of an inquiry. Source: none; guesses.
const (
	worthLeast   = 0.04 // of the work of acting: what a look must save to be worth a walk
	changesLeast = 0.05 // chance of changing what is done, below which the decision is not in doubt
	nearlyAsGood = 0.75 // of the best, for a cheaper look to take its place
	// How well free cells are told, a small difference of large numbers.
	freeFromOneComb, freeFromCounts, freeFromFaces = 0.45, 0.30, 0.18
	// How well the back of the hive tells its stores; a scale, kg; and the least stores
	// that a scale is reckoned against, so that nothing is divided by none.
	heftSD, scaleSD, leastStoresKg = 0.30, 2.2, 0.5
	tellsMore                      = 0.85 // of the spread that is known, under which a look tells anything
	leastRisk                      = 0.01 // so that nothing is divided by none
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
}

// BestLook returns the look that would most reduce the doubt about what to do
// before the visit, and false where nothing is in doubt or no look would help.
// The worth of every look to hand is computed on the ensemble for every
// runway; among those that do nearly as much the quickest is named.
func BestLook(s *Situation) (Inquiry, bool) {
	o := s.Settings.Observer
	if o == (look.Observer{}) {
		o = look.DefaultObserver
	}
	risks := [forecast.Runways]float64{
		forecast.Food: s.Settings.FoodRisk, forecast.Lay: s.Settings.LayRisk, forecast.Store: s.Settings.StoreRisk,
	}
	type found struct {
		c     candidate
		q     Inquiry
		value float64 // in the work of acting: a risk of 1 in 10 says that missing costs ten times that
	}
	var all []found
	best := 0.0
	for _, c := range s.candidates(o) {
		for r := range forecast.Runways {
			if r == forecast.Lay && !season.NestRelief.Has(s.Season) {
				continue // nothing would be done of it
			}
			w := s.Base.Worth(c.quantity, c.sd, r, s.Days(), risks[r])
			value := w.Saved / max(risks[r], leastRisk)
			if value < worthLeast || w.Changes < changesLeast {
				continue
			}
			all = append(all, found{c, Inquiry{Do: c.do, Runway: r, Worth: w}, value})
			best = max(best, value)
		}
	}
	all = slices.DeleteFunc(all, func(f found) bool { return f.value < nearlyAsGood*best })
	if len(all) == 0 {
		return Inquiry{}, false
	}
	pick := slices.MinFunc(all, func(a, b found) int {
		switch {
		case a.c.minutes != b.c.minutes:
			return int(math.Copysign(1, a.c.minutes-b.c.minutes))
		case a.value > b.value:
			return -1
		case a.value < b.value:
			return 1
		}
		return 0
	})
	q := pick.q
	what := [forecast.Runways]string{
		"food runs short", "she runs out of room to lay", "nectar runs out of room",
	}[q.Runway]
	q.Reason, q.Figures = reason(
		"{chance} that "+what+" before {visit}. In {changes} this look would change the decision.",
		chance("chance", q.Worth.Chance), dated("visit", s.Visit), tenths("changes", q.Worth.Changes),
	)
	return q, true
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
	add := func(do string, q forecast.Quantity, sd, known, minutes float64) {
		if sd < tellsMore*known {
			out = append(out, candidate{do, q, sd, minutes})
		}
	}
	sdStores, sdNest, sdBrood, sdBees := colony.LogSD(b.Stores), colony.LogSD(b.NestStores), math.Max(
		colony.LogSD(b.Capped), colony.LogSD(b.Eggs),
	), colony.LogSD(b.Bees)
	stores := max(b.Stores.Likely, leastStoresKg)
	add("Heft it by the back", forecast.OfStores, heftSD, sdStores, forHeft)
	add("Weigh the whole hive", forecast.OfStores, scaleSD/stores, sdStores, forScale)
	add("Count its seams of bees", forecast.OfBees, o.Seams.Bees, sdBees, forSeams)
	if st.Supers() > 0 {
		add("Look at the supers from above", forecast.OfSuperStores, o.Seams.Super, colony.LogSD(b.SuperStores), forSupers)
	}
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
	add("Go through every comb of the nest, face by face", forecast.OfFree, freeFromFaces, colony.LogSD(b.Free), forFaces)
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
