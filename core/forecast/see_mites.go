package forecast

import (
	"cmp"
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/measure"
)

// MiteCount is what a count of mites tells: of a sample of bees, or of what fell in some days.
type MiteCount struct {
	Mites, Bees int
	Recovery    measure.Range // share of the sample's mites that are found
	Fall        bool          // they fell of themselves, over Days
	Days        int
	OneOf       float64 // that a day's fall stands for, of all mites
}

// Sampling and falling, as far as a count by itself does not tell. Source: none; guesses: mites
// clump, so that a count spreads more than a binomial, and a fall tells of all by a factor of
// about two.
const (
	clumping = 1.5 // variance of a count against that of a binomial
	// And more for each mite found, since one comb's bees differ from another's: a count of many is not
	// known to a few per cent, but to a third.
	clumpMore = 0.1
	fallSD    = 0.6 // of the logarithm of how many stand for one that falls
)

// Of the levels that are weighed: per hundred bees, in equal steps of the logarithm; how much wider
// than the members what was believed is taken, and how much of it far wider, so that a count that
// nobody expected is believed. Source: none; guesses.
const (
	levelLeast, levelMost = 0.005, 60.0
	levels                = 300
	openSD                = 0.25
	openShare, openTimes  = 0.1, 3.0
)

// SeeMites brings the mites of all members into line with a count. What was believed, as a wide
// lognormal, is weighed by how likely each level makes the count; members keep their order. All
// else that they hold stays. Where a colony has no bees nothing changes.
func (x *Ensemble) SeeMites(o MiteCount, p *bees.Parameters) {
	type place struct {
		m   int
		log float64
	}
	var at []place
	sum, squares := 0.0, 0.0
	for m := range x.States {
		s := &x.States[m]
		if s.Bees() < bees.LeastAlive {
			continue
		}
		l := math.Log(max(s.MitesPer100(), levelLeast))
		at = append(at, place{m, l})
		sum, squares = sum+l, squares+l*l
	}
	if len(at) == 0 {
		return
	}
	n := float64(len(at))
	mean := sum / n
	sd := math.Hypot(math.Sqrt(max(0, squares/n-mean*mean)), openSD)
	slices.SortFunc(at, func(a, b place) int { return cmp.Or(cmp.Compare(a.log, b.log), a.m-b.m) })
	total := 0.0 // mites of all for one that rides on a hundred bees, by the middle member
	if s := &x.States[at[len(at)/2].m]; s.Mites.Riding > 0 {
		total = s.AllMites() / s.MitesPer100()
	} else {
		total = s.Bees() / hundred
	}
	step := math.Log(levelMost/levelLeast) / levels
	cdf := make([]float64, levels+1)
	logs := make([]float64, levels+1)
	best := math.Inf(-1)
	for i := range logs {
		l := math.Log(levelLeast) + float64(i)*step
		near, far := (l-mean)/sd, (l-mean)/(openTimes*sd)
		prior := (1-openShare)*math.Exp(-near*near/2) + openShare/openTimes*math.Exp(-far*far/2)
		logs[i] = math.Log(prior+math.SmallestNonzeroFloat64) + o.logLikely(math.Exp(l), total)
		best = max(best, logs[i])
	}
	all := 0.0
	for i := range logs {
		all += math.Exp(logs[i] - best)
		cdf[i] = all
	}
	for rank, c := range at {
		want := (float64(rank) + 1.0/2) / n * all
		i, _ := slices.BinarySearch(cdf, want)
		from := 0.0
		if i > 0 {
			from = cdf[i-1]
		}
		l := math.Log(levelLeast) + (float64(i)-1.0/2+(want-from)/max(cdf[i]-from, math.SmallestNonzeroFloat64))*step
		s := &x.States[c.m]
		if had := s.MitesPer100(); had > 0 {
			s.ScaleMites(math.Exp(l) / had)
		} else {
			s.Infest(p, math.Exp(l))
		}
	}
}

// logLikely returns the logarithm of how likely the count is at so many mites per hundred bees, but
// for what all levels share.
func (o MiteCount) logLikely(per100, total float64) float64 {
	if o.Fall {
		all := (float64(o.Mites) + 1.0/2) / float64(max(1, o.Days)) * o.OneOf
		off := math.Log(all/(per100*total)) / math.Hypot(fallSD, 1/math.Sqrt(float64(o.Mites)+1))
		return -off * off / 2
	}
	found := o.Recovery.Likely
	if found <= 0 {
		found = 1
	}
	share := min(per100/hundred*found, 1-1e-9)
	k, n := float64(o.Mites), float64(o.Bees)
	return (k*math.Log(share) + (n-k)*math.Log1p(-share)) / (clumping + clumpMore*k)
}

// hundred is the bees that mites are told on.
const hundred = 100
