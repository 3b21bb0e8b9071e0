package plan

import (
	"math"

	"kembo/core/bees"
	"kembo/core/endvalue"
	"kembo/core/season"
)

// Shares of honey that are not for sale as it stands. Source: none; guesses, from what honey is worth as
// feed and what a deep comb of honey brings.
const (
	nestSurplus = 0.6 // of a kg over what a nest needs: it may go up into a super, or feed another hive
	lacking     = 0.4 // kg of honey that a kg which the nest lacks costs: sugar and work
	robbed      = 0.5 // of what stands over a colony that died
	fedIsLeft   = 0.6 // of a feed in season that is not eaten by the time that something comes
	gainDiffers = 6.0 // kg: how far the season's gain differs from what is told
)

// endOf tells what a member is worth at the end.
func (s *Situation) endOf(st *bees.State, p *bees.Parameters, c *compiled, sale, lives, fedKg float64) Terms {
	w := s.weights()
	per := 1.0
	if c.barred {
		per = 1 - w.BarredKg
	}
	above := saleKg(st.SuperHoney + st.SuperNectar)
	if st.Lost != bees.NotLost || st.Bees() < bees.LeastAlive {
		if c.ended { // nothing of it is left on its stand
			return Terms{Honey: sale}
		}
		return Terms{Honey: sale + robbed*per*above, Other: -deadOut}
	}
	a := s.season.At(s.horizon)
	of := endvalue.Of(st, p)
	if a.BeesDay < season.ClusterForms.From && a.SpanDays <= 0 { // the cluster has yet to form
		lives *= winters(of.Bees, c.small)
	}
	if age := s.queenAge(); !c.requeened && of.Lays && s.worn(s.scene(0)) {
		lives *= 1 - oldFails*float64(min(age-oldAge+1, oldMost))
	}
	came := lives                      // through a winter that the plan was lived over
	if of.Lays && of.Peak < poorPeak { // she does not last
		lives *= 1 - poorFails*(poorPeak-of.Peak)/poorPeak
	}
	if season.WeakInSpring.Holds(a.BeesDay) { // what it would fetch in spring goes by its bees
		lives *= weakWorth + (1-weakWorth)*min(1, of.Bees/fullBees)
	}
	z := of.StoresKg
	if !season.CropsComeOff.Holds(a.BeesDay) { // nobody takes it off any more: they eat it
		z += st.SuperHoney + st.SuperNectar
		above = 0
	}
	t := Terms{Honey: sale + per*above, Colony: w.Colony * lives * a.Alive(of)}
	if a.SpanDays > 0 {
		gain := a.Gain(of)
		if gain > 0 {
			gain *= min(max(st.IntakeFactor*st.FlowFactor, leastPace), mostPace)
		}
		over, under := spread(z+gain-a.WinterKg, gainDiffers)
		// Of what was fed part is not eaten and takes the place of honey: that is not sold.
		t.Honey += came * (nestSurplus*over - lacking*under - nestSurplus*min(fedIsLeft*fedKg, over+above))
		return t
	}
	over, under := spread(z-a.NeedKg(), 1)
	t.Honey += w.SugarKg*over - lacking*under
	return t
}

// poorFails is the share of queens that lay next to nothing in season who do not last to spring, or are of no use
// in the year after. Source: common practice.
const poorFails = 1.0

// deadOut is what a hive costs that dies on its stand, kg: combs that moulder,
// stores that are robbed, the cleaning, and what robbers carry home.
// In spring a colony is worth what its bees are, all of it with fullBees, weakWorth with next to none. Source:
// common practice; sizes are guesses.
const deadOut, fullBees, weakWorth = 5.0, 10_000.0, 0.35

// withoutPollen is what a larva costs that is reared without pollen, kg, beside those that are eaten: bees so
// reared live shorter (Mattila and Otis 2006, from memory); a week’s brood is five kilograms by the design.
// emptyPollen is the share of a day’s need under which there is none. Source: the second rounding.
const withoutPollen, emptyPollen = 0.0005, 0.1

// How far a member's pace bears on what it gains after the plan. Rounding.
const leastPace, mostPace = 0.5, 1.7

// spread returns how much of an amount that differs so far lies over nothing and under it, on average.
func spread(mean, sd float64) (over, under float64) {
	z := mean / sd
	density := math.Exp(-z*z/2) / math.Sqrt(2*math.Pi)
	share := math.Erfc(-z/math.Sqrt2) / 2
	over = mean*share + sd*density
	return over, over - mean
}
