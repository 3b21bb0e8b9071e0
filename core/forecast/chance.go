package forecast

import "math"

// Purposes of draws. Each draw is keyed by seed, name, member, day and
// purpose, so that a draw stays the same whatever else is drawn, in whatever
// order: common random numbers survive any change of code around them.
const (
	forWeather = iota + 1
	forFlowLevel
	forFlowDay
	forQueen
	forQueenThere
	forBrood
	forYoung
	forStores
	forNectar
	forPollen
	forBees
	forIntake
	forEating
	forDeath
	_ // was a draw once; those after it keep their numbers
	forSuper
	forRequeen
	forMating
	forEggs
	forSealed
	forHouse
	forEye
	forPollenLeft
	forUnseen // and those after it, one for each element
)

// Purposes of what comes on combs that nobody looked at.
const (
	forUnseenUsed = 1000 + iota
	forUnseenBrood
	forUnseenPollen
	forUnseenBees
	forUnseenQueen
)

// Purposes of the empty comb that was counted, each of which takes the next as well, and of
// what brood tells.
const (
	forEmpty      = 2000
	forEmptyAbove = 2002
	forSeason     = 2004
	forTold       = 2005
	forFar        = 2006
	forRain       = 2007
	forRainfall   = 2008
	forMites      = 2009
	forLuck       = 2010
	forFailing    = 2011
	forHeir       = 2012
	forWinter     = 2013
	forWax        = 2014
	forKeeps      = 2015
	forRipe       = 2016
	forRipeBelow  = 2017
	forSuperseded = 2018
	forWelcome    = 2027
	forGone       = 2028
	forCast       = 2019
	forSits       = 2020
)

// hashName turns a colony's or yard's id into a key (FNV-1a).
func hashName(s string) uint64 {
	h := uint64(14695981039346656037)
	for i := range len(s) {
		h = (h ^ uint64(s[i])) * 1099511628211
	}
	return h
}

// mix is the finaliser of splitmix64 (Steele, Lea and Flood 2014, from memory).
func mix(z uint64) uint64 {
	z += 0x9e3779b97f4a7c15
	z = (z ^ (z >> 30)) * 0xbf58476d1ce4e5b9
	z = (z ^ (z >> 27)) * 0x94d049bb133111eb
	return z ^ (z >> 31)
}

// uniform returns a number in (0, 1) for a key.
func uniform(seed, name uint64, member, day, purpose int) float64 {
	k := mix(seed ^ mix(name^mix(uint64(member)<<32|uint64(uint32(day))^mix(uint64(purpose)))))
	return (float64(k>>11) + 0.5) / (1 << 53)
}

// draws are those of one member and day, for whatever purpose.
type draws uint64

func drawsOf(seed, name uint64, member, day int) draws {
	return draws(mix(seed ^ mix(name^mix(uint64(member)<<32|uint64(uint32(day))))))
}

func (d draws) uniform(purpose int) float64 {
	return (float64(mix(uint64(d)+uint64(purpose))>>11) + 0.5) / (1 << 53)
}

func (d draws) normal(purpose int) float64 { return deviate(d.uniform(purpose)) }

// normal returns a standard normal deviate for a key.
func normal(seed, name uint64, member, day, purpose int) float64 {
	return deviate(uniform(seed, name, member, day, purpose))
}

// deviate returns the standard normal deviate under which a share u of all lies: from a table,
// and exactly in the tails.
func deviate(u float64) float64 {
	at := u * deviates
	i := int(at)
	if i < tail || i >= deviates-tail {
		return math.Sqrt2 * math.Erfinv(2*u-1)
	}
	return deviateAt[i] + (at-float64(i))*(deviateAt[i+1]-deviateAt[i])
}

// Steps of the table of deviates, and how many at each end are worked out: between its steps it
// is within 1e-5 of the function.
const deviates, tail = 4096, 64

// deviateAt is the table, made once; it is a constant in all but name.
var deviateAt = deviateTable()

func deviateTable() (out [deviates + 1]float64) {
	for i := range out {
		out[i] = math.Sqrt2 * math.Erfinv(2*float64(i)/deviates-1)
	}
	return out
}

// EvenMembers is how many members are spread as evenly as all are: the first of them, the next, and so on. A search looks at
// the first.
const EvenMembers = 40

// stratified returns a standard normal deviate for member m of n: of all members one lies in
// each n-th of the distribution, which one is drawn by the key (Latin hypercube; McKay,
// Beckman and Conover 1979, Technometrics 21:239-245, from memory). So a chance told by the
// members hangs less on the seed. Of each [EvenMembers] in turn one lies in each part of as many.
func stratified(seed, name uint64, m, n, purpose int) float64 {
	key := mix(seed ^ mix(name^mix(uint64(purpose)+1)))
	k := 0
	if n%EvenMembers == 0 {
		of := n / EvenMembers
		k = shuffled(mix(key+uint64(m/EvenMembers)), m%EvenMembers, EvenMembers)
		k = k*of + shuffled(mix(key^uint64(k)<<of), m/EvenMembers, of)
	} else {
		k = shuffled(key, m, n)
	}
	u := (float64(k) + uniform(seed, name, m, 0, purpose)) / float64(n)
	return deviate(u)
}

// shuffled returns the place of m in a permutation of n that is drawn by a key: a Feistel
// network on the bits of n, walked until it lands inside (Black and Rogaway 2002, from memory).
func shuffled(key uint64, m, n int) int {
	half := uint(1)
	for 1<<(2*half) < n {
		half++
	}
	mask := uint64(1)<<half - 1
	x := uint64(m)
	for {
		left, right := x>>half, x&mask
		for round := range uint64(4) {
			left, right = right, left^mix(key+right<<3+round)&mask
		}
		if x = left<<half | right; x < uint64(n) {
			return int(x)
		}
	}
}
