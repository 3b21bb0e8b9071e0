package harvest

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/honey"
	"kembo/core/words"
)

// Verdict is whether honey may be taken.
type Verdict string

// Verdicts.
const (
	Ready  Verdict = "ready"
	NotYet Verdict = "not_yet"
	Held   Verdict = "held"  // ripe or not, it may not be sold until something is cleared
	Never  Verdict = "never" // what is in it is never honey
)

// Limits are those that a keeper goes by.
type Limits struct {
	CappedShare float64    // of what is stored, 0 to 1
	KeepsWater  float64    // per cent, of the usual kinds of honey
	Kind        honey.Kind // of what the bees have been bringing
	Closed      bool       // it is a time of the year in which no crop comes off
}

// Keeps is the most water with which such honey is put away, per cent.
func (l Limits) Keeps() float64 { return honey.KeepsWater(l.Kind, l.KeepsWater) }

// Filled is the share of a box's comb that must be stored for it to be worth taking. Source: common practice: two thirds.
const Filled = 0.65

// shaken is the share that must be capped where a comb was shaken and kept its honey. Source: common practice.
const shaken = 0.5

// allCapped is the share from which on all is. Rounding.
const allCapped = 0.99

const percent = 100

// Judged is a verdict with its reasons.
type Judged struct {
	Verdict
	Why   []string // sentences; the first decides
	Lifts string   // what ends a hold, or makes it ripe; "": nothing is to be done
	Until day.Day  // the last day of a hold, where that is known; 0: it is not
	Found Found
}

// Ripe says whether a box is worth taking and will keep, whatever bars it from sale.
func (l Limits) Ripe(b Box, f Found) Judged {
	keeps, law := l.Keeps(), honey.LawWater(l.Kind)
	no := func(lifts, format string, a ...any) Judged {
		return Judged{Verdict: NotYet, Why: []string{fmt.Sprintf(format, a...)}, Lifts: lifts, Found: f}
	}
	yes := func(format string, a ...any) Judged {
		return Judged{Verdict: Ready, Why: []string{fmt.Sprintf(format, a...)}, Found: f}
	}
	read := fmt.Sprintf("Read on %s: %.1f %% water", f.Day.Short(), f.Water)
	capped := fmt.Sprintf("%.0f %% of it is capped", percent*b.Capped)
	if b.Capped >= allCapped {
		capped = "all of it is capped"
	}
	switch {
	case b.HasBrood:
		return no("Have the queen below with an excluder over her: it is free 24 days later.", "Brood is in it.")
	case f.Water > law:
		return no("Leave it on the bees while it is warm, or dry it.",
			"%s; the law of most places ends at %.0f %%.", read, law)
	case f.Water > keeps:
		return no("Leave it on the bees while it is warm, or dry it.",
			"%s; the law of most places allows %.0f, but it keeps only under %.1f.", read, law, keeps)
	case f.Shake == ShakeDrops:
		return no("Shake one again in a few days.", "Nectar flew out when a comb was shaken on %s.", f.Day.Short())
	case b.Fill < Filled:
		return no("", "Only %.0f %% of its comb is filled.", percent*b.Fill)
	case f.Water > 0 && f.Fair:
		return yes("%s in open cells of three combs or more.", read)
	case b.Capped >= l.CappedShare:
		return yes("%s.", words.Capital(capped))
	case f.Shake == ShakeDry && b.Capped >= shaken:
		return yes("A comb was shaken on %s and kept its honey, and %s; a refractometer decides.", f.Day.Short(), capped)
	case f.Water > 0:
		return no("Read open cells of three combs.", "%s, of too few cells to speak for the box; %s.", read, capped)
	default:
		return no("Read the water of open cells of three combs: dry is ready, capped or not.",
			"Only %s; your limit is %.0f %%.", capped, percent*l.CappedShare)
	}
}

// Judge says of a box on a day whether it may be taken and sold. Bars are those of the box and of any of its combs.
func (l Limits) Judge(b Box, f Found, bars []Bar, on day.Day) Judged {
	j := l.Ripe(b, f)
	if l.Closed && j.Verdict == Ready {
		j.Verdict, j.Why = NotYet, append([]string{"No crop comes off at this time of the year: what stands over them is their food."}, j.Why...)
	}
	for _, x := range bars {
		if !x.holds(on) {
			continue
		}
		why, lifts := x.Says()
		v := Held
		if x.Cause == Fed {
			v = Never
		}
		switch {
		case j.Verdict == Never, j.Verdict == Held && v == Held && !longer(x.Until, j.Until):
			j.Why = append(j.Why, why)
		default:
			j.Verdict, j.Why, j.Lifts, j.Until = v, append([]string{why}, j.Why...), lifts, x.Until
		}
	}
	return j
}

// longer reports whether a hold until a day lasts longer than another; 0 is one of which the end is not known.
func longer(a, b day.Day) bool { return b != 0 && (a == 0 || a > b) }

// Take returns the combs of a box that may be taken by themselves, where the box as a whole may not: capped, or dry by a
// reading, without brood, and free by their own bars.
func (l Limits) Take(b Box, f Found, barred func(Comb) []Bar, on day.Day) []Comb {
	var out []Comb
	for _, c := range b.Combs {
		one := Box{Fill: c.Fill, Capped: c.Capped, HasBrood: c.HasBrood}
		if l.Judge(one, f, barred(c), on).Verdict == Ready {
			out = append(out, c)
		}
	}
	return out
}
