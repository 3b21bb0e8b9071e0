// Package mites turns a count of varroa in a sample of bees into per cent with
// its exact interval. The interval covers counting only: mites clump, and where
// in the hive the bees came from matters, so the truth is less sure still.
package mites

import (
	"errors"
	"math"

	"kembo/core/measure"
)

// Errors of this package.
var (
	ErrBees  = errors.New("a sample has 1 to 5,000 bees")
	ErrMites = errors.New("mites are counted from 0 up, and Kembo takes at most one a bee; count again")
	ErrTell  = errors.New("give two different shares between 0.1 and 50 %, the lower first")
)

// BeesPerML is the bees in a millilitre of settled bees: half a US cup, 118 mL,
// holds about 300. Source: Lee et al. 2010, J. Econ. Entomol. 103:1039-1050 and
// Dietemann et al. 2013, BEEBOOK, from memory. By packing and size of bee it is
// 250 to 400 a half cup (common practice): count them when it matters.
const BeesPerML = 2.5

// BeesIn returns the bees in a volume, as the range that packing allows.
func BeesIn(ml float64) measure.Range {
	return measure.Range{Low: ml * 250 / 118.3, Likely: ml * BeesPerML, High: ml * 400 / 118.3}
}

// Method is a way to get mites off bees.
type Method struct {
	Key, Name string
	Recovery  measure.Range // share of the mites found
	Source    string
}

// Methods are those Kembo knows.
var Methods = []Method{
	{
		"wash", "alcohol or soap wash", measure.Range{Low: 0.90, Likely: 0.95, High: 1.00},
		"Dietemann et al. 2013, BEEBOOK varroa, from memory",
	},
	{
		"roll", "sugar roll", measure.Range{Low: 0.70, Likely: 0.80, High: 0.93},
		"Macedo, Wu and Ellis 2002, J. Apic. Res. 41:3-7 for the best; range common practice, from memory",
	},
}

// MethodFor returns a method by key; ok is false for one Kembo does not know.
func MethodFor(key string) (Method, bool) {
	for _, m := range Methods {
		if m.Key == key {
			return m, true
		}
	}
	return Method{}, false
}

// Rate is mites per 100 bees with an exact 95 % interval.
type Rate struct {
	Percent, Low95, High95 float64
}

// Of returns the rate of a count in a number of bees.
//
// Source: C. J. Clopper and E. S. Pearson, Biometrika 26 (1934), 404-413: each
// end leaves 2.5 % in the tail of the binomial distribution.
func Of(count, bees int) (Rate, error) {
	if bees < 1 || bees > 5000 {
		return Rate{}, ErrBees
	}
	if count < 0 || count > bees {
		return Rate{}, ErrMites
	}
	r := Rate{Percent: 100 * float64(count) / float64(bees), High95: 100}
	if count > 0 {
		r.Low95 = 100 * solve(func(p float64) bool { return 1-atMost(count-1, bees, p) > 0.025 })
	}
	if count < bees {
		r.High95 = 100 * solve(func(p float64) bool { return atMost(count, bees, p) < 0.025 })
	}
	return r, nil
}

// solve returns the least p, 0 to 1, at which a rising condition holds.
func solve(holds func(p float64) bool) float64 {
	lo, hi := 0.0, 1.0
	for range 60 {
		mid := (lo + hi) / 2
		if holds(mid) {
			hi = mid
		} else {
			lo = mid
		}
	}
	return (lo + hi) / 2
}

// atMost returns the chance of at most k of n, each with chance p.
func atMost(k, n int, p float64) float64 {
	switch {
	case k < 0:
		return 0
	case k >= n, p <= 0:
		return 1
	case p >= 1:
		return 0
	}
	// Terms by their logarithm, since (1-p)^n underflows for large samples.
	lp, lq := math.Log(p), math.Log1p(-p)
	lgN, _ := math.Lgamma(float64(n + 1))
	sum := 0.0
	for i := 0; i <= k; i++ {
		a, _ := math.Lgamma(float64(i + 1))
		b, _ := math.Lgamma(float64(n - i + 1))
		sum += math.Exp(lgN - a - b + float64(i)*lp + float64(n-i)*lq)
	}
	return min(1, sum)
}

// Chances of being wrong that BeesToTell allows. Source: common practice in
// planning samples.
const (
	falseAlarm = 0.05
	missed     = 0.20
)

// BeesToTell returns how many bees a sample needs so that a colony at high per
// cent is told from one at low: at most one in twenty false alarms at low, and
// four in five found at high, by the exact binomial test. From that number on
// every larger sample does too, up to half as large again.
func BeesToTell(low, high float64) (int, error) {
	if !(low >= 0.1 && high <= 50 && high > low) || high/low < 1.05 {
		return 0, ErrTell
	}
	p0, p1 := low/100, high/100
	// Start at half the normal approximation and go up.
	z := 1.6449*math.Sqrt(p0*(1-p0)) + 0.8416*math.Sqrt(p1*(1-p1))
	guess := int(math.Pow(z/(p1-p0), 2))
	first := 0
	for n := max(10, guess/2); n < 200_000; n += max(1, guess/400) {
		if !tells(n, p0, p1) {
			first = 0
			continue
		}
		if first == 0 {
			first = n
		}
		if n > first+first/2 || n > 2*guess+200 {
			break
		}
	}
	if first == 0 {
		return 0, ErrTell
	}
	return first, nil
}

func tells(n int, p0, p1 float64) bool {
	// The least count that would be rare at p0.
	c := int(float64(n) * p0)
	for 1-atMost(c-1, n, p0) > falseAlarm {
		c++
	}
	return 1-atMost(c-1, n, p1) >= 1-missed
}
