package plan

import (
	"fmt"

	"kembo/core/day"
	"kembo/core/harvest"
	"kembo/core/season"
)

var feedWinter = Option{
	Action: FeedWinter,
	When: "from late summer on, when the yard offers little more, the nest has less than it should winter on; " +
		"while it is taken and ripened, syrup; after that fondant",
	Does:   "feed towards the target, as much as they take and comb holds until the visit after it",
	Source: "targets: values G (Furgala and McCutcheon 1992 and common practice, from memory)",
	steps:  winterSteps,
}

func winterSteps(x *scene) []Step {
	s := x.s
	if !s.forWinter(x) {
		return nil
	}
	lacks := x.lacksKg()
	if lacks < leastWinterFeed {
		return nil
	}
	f := x.form()
	most := min(x.mostTaken(f), lacks+1)
	var out []Step
	say := func(s *Situation, p *part, r ration) told { return s.sayWinter(p, r, x) }
	for _, kg := range amounts {
		if kg > most {
			break
		}
		out = append(out, x.fed(kg, f, "winter", say))
	}
	if most >= leastWinterFeed { // just what is missing
		out = append(out, x.fed(min(most, lacks), f, "winter", say))
	}
	return out
}

// leastWinterFeed is what must be missing for a feed to be weighed, kg. Rounding.
const leastWinterFeed = 1.0

// lacksKg is what is missing for winter by the end of the season, what is eaten and brought until then
// counted.
func (x *scene) lacksKg() float64 {
	sum := x.stays()
	if x.s.aboveIsFood() {
		sum.NestKg += x.superKg
	}
	return sum.ShortKg()
}

// stays is the sum of what the colony has to keep from the day of the scene on.
func (x *scene) stays() harvest.Stays {
	sum := harvest.Stays{
		TargetKg: x.s.WinterTarget(), EatsKg: eatsKgDay * x.bees / perBees * x.ahead.SpanDays, NestKg: x.nestKg,
	}
	if x.ahead.FlowKg > 0 {
		sum.BringsKg = x.ahead.FlowKg * min(1, x.bees/strongBees) / 2
	}
	return sum
}

// Stays is the sum of what the colony has to keep from today on.
func (s *Situation) Stays() harvest.Stays {
	s.prepare()
	return s.scene(0).stays()
}

// aboveIsFood reports whether what stands above the nest is taken for winter stores: it may not be sold, or the
// bees can go to it and it stands there still when the season is over.
func (s *Situation) aboveIsFood() bool {
	return s.supered() && (s.Barred() != "" || s.Estimate.Stack.ExcluderAbove == 0 && s.season.At(0).SpanDays == 0)
}

// eatsKgDay is what ten thousand bees with their brood eat on a day of late summer, and strongBees are those
// that fetch what a yard is told to offer. Source: common practice, 0.5 to 0.7 kg a week; the other by
// endvalue.Foragers.
const eatsKgDay, strongBees = 0.06, 30_000

func (s *Situation) sayWinter(p *part, r ration, x *scene) told {
	var t told
	t.do = fmt.Sprintf("Feed %s for winter %s", r.words, s.by(p))
	by := s.Season.DayOf(season.WinterFeed.By)
	have, of := s.Base.NestStores, ""
	if s.supered() && s.Barred() != "" { // it may not be sold, but it may be eaten
		have, of = s.Base.Stores, " The supers are barred from sale and are counted: leave them on, with the excluder out."
	}
	lacks := x.lacksKg()
	text := "They have about {have} ({low} to {high}), and {target} is wanted for winter here: {short} short, with what " +
		"they eat and bring in until {by}."
	if by <= s.Today {
		text = "They have about {have} ({low} to {high}), and {target} is wanted for winter here: {short} short."
	}
	if rest := lacks - r.storesKg; rest > winterRestKg {
		text += " They can take {feed} of it until the visit after; the rest goes on then."
	}
	t.reason, t.figures = reason(text+of,
		s.kg("have", have.Likely), s.kg("low", have.Low), s.kg("high", have.High), s.kg("target", s.WinterTarget()),
		s.kg("short", lacks), dated("by", by), s.kg("feed", r.storesKg), s.kg("sugar", r.sugarKg),
	)
	t.reason += r.filled
	t.brief = brief("{have} for winter, {target} wanted.", t.figures)
	t.change = s.weighWould("The target is what the bees can reach, without the supers that come off.")
	t.cautions = s.heavyCaution(s.fedCautions(r))
	return t
}

// winterRestKg is what may be left to feed of which nothing is said. Rounding.
const winterRestKg = 2.0

// justWeighed is how long a weight stands for what a heft or a scale would say. Source: common practice.
const justWeighed = 7

// weighWould says that a weighing would settle it, unless it was just weighed.
func (s *Situation) weighWould(more string) string {
	if s.weighed() {
		return more
	}
	return "A weighing would settle it. " + more
}

// weighed reports whether the hive was weighed in the last days.
func (s *Situation) weighed() bool {
	return s.Estimate.OnScale.Kg > 0 && s.Today-s.Estimate.Day <= day.Day(justWeighed)
}
