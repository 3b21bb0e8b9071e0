// Package outlook fits what colonies are worth on the day that a plan ends (core/endvalue): it lets many
// live from spring on in all climates, changes them on a day of the season as plans and neglect do, and
// follows them to the next spring in the hands of a keeper who does what is usual.
package outlook

import (
	"math"
	"math/rand/v2"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/endvalue"
	"kembo/core/forecast"
	"kembo/core/mites"
	"kembo/core/season"
	"kembo/lab/truth"
)

// Sample is a colony on a day and what became of it.
type Sample struct {
	Climate string
	Ahead   endvalue.Ahead
	Colony  endvalue.Colony
	GainKg  float64 // to the end of the season; of no use where the season is over
	InTime  bool    // the season was not over
	Spring  float64 // when the first flow opens: 0 dead, 1 as strong as any
}

// Strong in spring is a colony of so many bees, and a living one is worth so much however weak. Source:
// common practice: four to five combs of bees when the first flow opens; the share a guess.
const springBees, leastWorth = 10_000, 0.6

// WorthInSpring returns what a colony of so many bees is worth then, 0 to 1.
func WorthInSpring(n float64) float64 {
	if n < bees.LeastAlive {
		return 0
	}
	return leastWorth + (1-leastWorth)*min(1, n/springBees)
}

// Draw makes n samples in a climate.
func Draw(c season.Climate, n int, seed uint64) []Sample {
	const days, yards = 800, 24
	half := c.Half(season.North)
	begin := day.Of(2026, 1, 1)
	site := forecast.Site{Yard: "outlook " + c.Key, Climate: c, Hemisphere: half}
	begin = site.On(begin + 180).DayOf(beginsOn) // the season year of the place
	var out []Sample
	for k := range yards {
		r := rand.New(rand.NewPCG(seed, uint64(k)))
		site.Bloom = otherwise(c.UsualBloom(), r)
		y := forecast.NewYard(site, begin, begin, days, (n+yards-1)/yards, seed+uint64(k))
		ahead := endvalue.NewSeason(site.Usual(begin, days), (c.WinterLowKg+c.WinterHighKg)/2)
		for m := range y.Members {
			if s, ok := one(y.Member(m), ahead, r); ok {
				s.Climate = c.Key
				out = append(out, s)
			}
		}
	}
	return out
}

// beginsOn is the day of the bees' year on which lives begin: truth.Spring is of 10 March.
const beginsOn = 69

// otherwise is a calendar in which flows differ in strength and now and then one comes late, as heather does.
func otherwise(all []season.Bloom, r *rand.Rand) []season.Bloom {
	out := append([]season.Bloom(nil), all...)
	for i := range out {
		out[i].Strength *= math.Exp(0.4 * r.NormFloat64())
	}
	if r.IntN(3) == 0 {
		at := 195 + r.IntN(45)
		out = append(out, season.Bloom{
			Plant: "late", From: at, PeakFrom: at + 8, PeakTo: at + 26, To: at + 40, Strength: 0.2 + 0.7*r.Float64(), Pollen: 0.6,
		})
	}
	return out
}

// one lives a colony to a day, changes it, and follows it to the next spring; false where none was left.
func one(days []bees.Condition, ahead endvalue.Season, r *rand.Rand) (Sample, bool) {
	p := bees.Defaults()
	s := truth.Spring(r, &p)
	s.FlowFactor = 1
	at := 0
	for on := 105 + r.IntN(213); days[at].SeasonDay < on; at++ {
		care(&s, &p, days, at, ahead, r)
	}
	change(&s, &p, days[at].SeasonDay, ahead.At(at).WinterKg, r)
	out := Sample{Ahead: ahead.At(at), Colony: endvalue.Of(&s, &p)}
	if out.Colony.Bees < bees.LeastAlive {
		return out, false
	}
	out.InTime = out.Ahead.SpanDays > 0
	was := s.Stores() + s.Ledger.Taken - s.Ledger.Fed
	for at < len(days)-1 {
		if days[at].SeasonDay == endvalue.SeasonEnds {
			out.GainKg = s.Stores() + s.Ledger.Taken - s.Ledger.Fed - was
			was = math.NaN()
		}
		if math.IsNaN(was) && days[at].SeasonDay >= endvalue.SpringDay && days[at].SeasonDay < endvalue.SeasonEnds ||
			!out.InTime && at > 60 && days[at].SeasonDay == endvalue.SpringDay {
			break
		}
		care(&s, &p, days, at, ahead, r)
		at++
	}
	out.Spring = WorthInSpring(s.Bees())
	return out, true
}

// change is what plans and neglect make of a colony.
func change(s *bees.State, p *bees.Parameters, beesDay int, winterKg float64, r *rand.Rand) {
	by := 0.25 + 1.05*r.Float64()
	s.House, s.Foragers, s.Winter = s.House*by, s.Foragers*by, s.Winter*by
	brood := by * math.Exp(0.4*r.NormFloat64())
	for i := range s.Eggs {
		s.Eggs[i] *= brood
	}
	for i := range s.Larvae {
		s.Larvae[i] *= brood
	}
	for i := range s.Capped {
		s.Capped[i] *= brood
	}
	s.QueenPeak *= math.Exp(0.35 * r.NormFloat64())
	switch k := r.Float64(); {
	case k < 0.06:
		s.QueenPeak, s.NextQueen, s.LaysIn, s.Virgin = 0, 0, 0, false
	case k < 0.16:
		s.QueenPeak, s.NextQueen, s.LaysIn, s.Virgin = 0, max(s.QueenPeak, s.NextQueen), 4+26*r.Float64(), true
	case s.QueenPeak <= 0:
		s.QueenPeak, s.NextQueen, s.LaysIn, s.Virgin = p.QueenPeakLaying*math.Exp(0.2*r.NormFloat64()), 0, 0, false
	}
	s.ScaleMites(math.Exp(0.8 * r.NormFloat64()))
	kg := 1 + 21*r.Float64()
	if beesDay > 235 {
		kg = winterKg * (0.1 + 1.3*r.Float64())
	}
	s.NestHoney, s.NestNectar, s.SuperHoney, s.SuperNectar, s.SuperCapped = kg, 0, 0, 0, 0
	s.Lost = bees.NotLost
	s.Tally()
	s.Hold(p)
	s.Reset()
}

// What a usual keeper does, by the day of the bees' year. Source: common practice.
const (
	comesEvery   = 9
	treatsOn     = 238
	treatsMostly = 0.85
	wintersOn    = 350 // the winter treatment
	wintersHalf  = 0.5
	mostSupers   = 5
	mediumCells  = 44_000.0
)

// care does what is due on a day, and lives it.
func care(s *bees.State, p *bees.Parameters, days []bees.Condition, at int, ahead endvalue.Season, r *rand.Rand) {
	switch on := days[at].SeasonDay; {
	case repeats(days, at): // the bees' year stands still for a day
	case on == treatsOn && r.Float64() < treatsMostly:
		strips, _ := mites.ClassFor("amidine")
		s.Befall(p, &bees.Change{Treat: &bees.Treat{Class: strips}})
	case on == wintersOn && r.Float64() < wintersHalf:
		acid, _ := mites.ClassFor("oxalic acid")
		s.Befall(p, &bees.Change{Treat: &bees.Treat{Class: acid}})
	case on == endvalue.SeasonEnds:
		kg := ahead.At(at).WinterKg
		if over := s.SuperHoney + s.SuperNectar; over > 0 || s.SuperDrawn > 0 {
			s.Apply(&bees.Change{SuperOut: 1, SuperDrawnOut: 1, SuperUndrawnOut: 1, Excluder: bees.Off})
		}
		if lacks := kg - s.NestHoney - s.NestNectar; lacks > 0 {
			s.Apply(&bees.Change{FeedKg: lacks})
		}
	case at%comesEvery == 0 && on > 100 && on < 250 && s.SuperFree(p) < mediumCells/2 &&
		s.SuperDrawn < mostSupers*mediumCells && s.NestFree(p) < s.NestDrawn/2:
		s.Apply(&bees.Change{SuperDrawn: mediumCells, SuperKgPerCell: s.SuperKgPerCell})
	}
	s.Step(p, &days[at])
}

// repeats reports whether the bees' year was at the same day the day before.
func repeats(days []bees.Condition, at int) bool {
	return at > 0 && days[at-1].SeasonDay == days[at].SeasonDay
}
