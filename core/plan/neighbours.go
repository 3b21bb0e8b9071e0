package plan

import (
	"cmp"
	"fmt"
	"slices"

	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/endvalue"
	"kembo/core/season"
	"kembo/core/words"
)

// suspect reports whether brood of this hive was found suspect.
func (s *Situation) suspect() bool { return s.Health == colony.Suspect }

// suspects returns the other hives of the yard whose brood was found suspect.
func (s *Situation) suspects() []string {
	var out []string
	for _, n := range s.Neighbours {
		if n.Health == colony.Suspect {
			out = append(out, n.Colony)
		}
	}
	return out
}

// neighbour returns another hive of the yard by name; nil where there is none.
func (s *Situation) neighbour(name string) *colony.Neighbour {
	if i := slices.IndexFunc(s.Neighbours, func(n colony.Neighbour) bool { return n.Colony == name }); i >= 0 {
		return &s.Neighbours[i]
	}
	return nil
}

// partnerBees is the least that a hive must have to take another in, or to give. Source: common practice.
const partnerBees = 10_000

// someHive is another hive where nothing is known of any, with so many bees. Source: common practice.
const someHive, someBees = "a strong, healthy hive", 20_000

// partners returns the hives of the yard that can take another in or give: known to be strong and healthy,
// with a queen, and not over the limit of mites.
func (s *Situation) partners() []colony.Neighbour {
	if len(s.Neighbours) == 0 { // nothing is known of other hives: the keeper has some
		return []colony.Neighbour{{Colony: someHive, Bees: someBees, Health: colony.Healthy, MitesPercent: 1}}
	}
	return slices.DeleteFunc(slices.Clone(s.Neighbours), func(n colony.Neighbour) bool { return !s.carries(n) })
}

// unitedDays are the days after a union on which a hive takes in no other. Source: common practice: it is left for a week, and
// then has to be one; size a guess.
const unitedDays = 30

// carries reports whether another colony can be united with a hive, or set over it.
func (s *Situation) carries(n colony.Neighbour) bool {
	return takesIn(n) && (n.TookIn == 0 || s.Visit-n.TookIn >= unitedDays)
}

// takesIn reports whether a hive can take another in or give.
func takesIn(n colony.Neighbour) bool {
	return n.Health == colony.Healthy && n.Bees >= partnerBees && n.MitesPercent <= craft.MitesToUnite && !n.Queenless
}

// unitesWith returns the hive into which this one goes if it is united: of the yard's weak or queenless hives, known
// to be so, the weakest goes into the strongest, the next into the next, and none into a weaker one with a queen of
// its own. So no hive is to take in two, or to go itself while another is to come. "" for none.
func (s *Situation) unitesWith(x *scene) string {
	if len(s.Neighbours) == 0 {
		return someHive
	}
	own := colony.Neighbour{
		Colony: s.code(), Known: true, Bees: s.Base.Bees.Likely, Health: s.Health, MitesPercent: s.MitesPercent,
		Queenless: x.queenless >= 1.0/2,
	}
	all := append([]colony.Neighbour{own}, s.Neighbours...)
	slices.SortFunc(all, func(a, b colony.Neighbour) int {
		return cmp.Or(cmp.Compare(a.Bees, b.Bees), cmp.Compare(a.Colony, b.Colony))
	})
	taken := map[string]bool{}
	for _, n := range all {
		if taken[n.Colony] || !n.Known || n.Bees > uniteBees && !n.Queenless || n.Health == colony.Suspect {
			continue
		}
		var with string
		for _, p := range all { // the strongest comes last
			if s.carries(p) && !taken[p.Colony] && p.Colony != n.Colony && (p.Bees > n.Bees || n.Queenless) {
				with = p.Colony
			}
		}
		if n.Colony == own.Colony {
			return with
		}
		taken[n.Colony], taken[with] = with != "", true
	}
	return ""
}

// usesKg is what a hive can make use of that has stores of its own, when those of another come to it in combs, kg.
// Source: none; guess: what is fed in a spring.
const usesKg = 10.0

// partnerGains returns what a partner is worth more with so many bees and so much honey more, kg.
func (x *scene) partnerGains(n colony.Neighbour, bees, kg float64) float64 {
	s := x.s
	c := endvalue.Colony{
		Bees: n.Bees, Brood: n.Bees * season.BroodPerBee.On(float64(x.season.Bees)), StoresKg: x.ahead.WinterKg, Peak: 1,
		Lays: true, MitesPer100: max(n.MitesPercent, 1),
	}
	if n.Known {
		c.Brood, c.StoresKg = n.Brood, n.StoresKg
	}
	more := c
	more.Bees += bees
	more.StoresKg += kg
	w := s.weights()
	alive := func(c endvalue.Colony) float64 {
		return x.ahead.Alive(c) * winters(c.Bees, false)
	}
	return w.Colony*(alive(more)-alive(c)) + max(0, x.ahead.Gain(more)-x.ahead.Gain(c)) + keptCombs*min(kg, usesKg)
}

// besideSuspects warns, where another hive of the yard is suspect, of all that would
// carry something to or from this one.
func (s *Situation) besideSuspects(all []Advice) {
	names := s.suspects()
	if len(names) == 0 {
		return
	}
	say := fmt.Sprintf(
		"Brood in %s of this yard was found suspect: no comb, super or tool goes from hive to hive here, and none leaves, "+
			"until somebody who may say so allows it.",
		words.List(names...),
	)
	for i := range all {
		if all[i].Action != Leave && !slices.Contains(all[i].Cautions, say) {
			all[i].Cautions = append([]string{say}, all[i].Cautions...)
		}
	}
}

// AsksNeighbours reports whether another hive of the yard may help this one, or it one: it is weak, has no queen,
// lacks stores or has some to spare.
func (s *Situation) AsksNeighbours() bool {
	if len(s.Estimate.Stack.Boxes) == 0 || s.suspect() {
		return false
	}
	spare := s.SpareKg()
	return s.Base.Bees.Likely < boostedUnder || s.Queenless() || spare < -1 || spare >= spareLeast
}
