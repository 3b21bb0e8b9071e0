package plan

import (
	"fmt"

	"kembo/core/forecast"
	"kembo/core/season"
)

var feedEmergency = Option{
	Action: FeedEmergency,
	When:   "some members go hungry, or under the reserve, before the visit after next, and a usual feed is not for winter",
	Does:   "feed what a cluster takes and its combs hold: fondant in the cold, thin syrup in season",
	Source: "arithmetic on the forecast; forms by warmth, values E",
	steps:  emergencySteps,
}

// offStores is the stores over the reserve with which nobody lays food on a cluster that may lose touch with them, kg: it
// is their place that is wrong, and in the cold no comb is moved. Source: common practice; the size a guess.
const offStores = 6.0

// hardlyAny is the chance of hunger under which no feed is weighed. Rounding.
const hardlyAny = 0.01

func emergencySteps(x *scene) []Step {
	s := x.s
	till := float64(x.in+x.next) + visitIsOver
	light := s.Input.ReserveKg - x.nestKg // where what stands above is taken
	hungry := max(s.Base.Chance(forecast.Food, till), s.Base.LastChance(till)) >= hardlyAny &&
		x.lowStoresKg(min(x.in+x.next, s.horizon-1)) < s.reserveOn(x.in+x.next)+offStores
	if s.forWinter(x) || !hungry && (light < 1 || !s.supered()) {
		return nil
	}
	f := x.form()
	need := max(x.needsKg(), light+wentWithoutKg)
	if !hungry {
		need = light + wentWithoutKg
	}
	most := min(x.mostTaken(f), need)
	var out []Step
	for k, kg := range amounts {
		if kg > most && k > 0 {
			break
		}
		out = append(
			out,
			x.fed(kg, f, "feed", func(s *Situation, p *part, r ration) told { return s.sayEmergency(p, r) }),
		)
	}
	return out
}

// needsKg is what carries the poor members past the visit after it: what they lack of the reserve by then, and
// what they went without.
func (x *scene) needsKg() float64 {
	s := x.s
	then := min(x.in+x.next, s.horizon-1)
	return s.reserveOn(then) + wentWithoutKg - x.lowStoresKg(then)
}

// reserveOn returns the reserve in so many days.
func (s *Situation) reserveOn(in int) float64 {
	if r := s.Input.Reserves; in < len(r) {
		return r[in]
	}
	return s.Input.ReserveKg
}

// wentWithoutKg is what is added for what hungry members would have eaten. Source: none; guess.
const wentWithoutKg = 1.5

// forWinter reports whether what is fed on the day of a scene is for winter: the season is in its last part
// and nothing much is to come.
func (s *Situation) forWinter(x *scene) bool {
	return x.ahead.FlowKg < littleToCome && x.season.Phase() != season.Winter || x.ahead.SpanDays == 0
}

// littleToCome is what the yard still offers under which the next feed is for winter. Source: none; guess.
const littleToCome = 6.0

func (s *Situation) sayEmergency(p *part, r ration) told {
	var t told
	till := s.Days() + visitIsOver
	if till < float64(p.in) {
		till = float64(p.in)
	}
	t.do = fmt.Sprintf("Feed %s %s", r.words, s.by(p))
	hungry, under := s.Base.LastChance(till), s.Base.Chance(forecast.Food, till)
	text := "There is about {stores} in the hive, possibly only {low}. {hungry} that they have nothing left before " +
		"{visit}; {chance} that it falls below the reserve of {reserve}."
	if hungry < hardlyAny {
		text = "There is about {stores} in the hive, possibly only {low}; the reserve is {reserve}. {chance} that food " +
			"falls below it before {visit}, and what lies after that is less likely to be come through."
	}
	t.reason, t.figures = reason(text,
		s.kg("stores", s.Base.Stores.Likely), s.kg("low", s.Base.Stores.Low), s.kg("reserve", s.Input.ReserveKg),
		chance("chance", under), chance("hungry", hungry), dated("visit", s.Visit),
		s.kg("feed", r.storesKg), s.kg("sugar", r.sugarKg),
	)
	t.reason += r.filled
	t.brief = brief("About {stores} left; the reserve is {reserve}.", t.figures)
	t.cautions = s.fedCautions(r)
	return t
}
