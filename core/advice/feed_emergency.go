package advice

import (
	"fmt"
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/feed"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/core/words"
)

// Feed. Source: values E: 2:1 syrup by weight makes 1.131 L per kg of sugar;
// liquid feed is not taken below 10-12 degrees C, by the warmth of the day (common
// practice).
const (
	liquidFeedFromC  = 11
	starveMarginDays = 10
)

// takesSyrup reports whether they take liquid feed in the days to come and can
// ripen it.
func (s *Situation) takesSyrup() bool {
	return s.HighsC >= liquidFeedFromC && season.LiquidFeed.Has(s.Season)
}

var feedEmergency = Rule{
	Action: FeedEmergency,
	Fires:  "the chance that food falls under the reserve before the next visit reaches food_risk",
	Then:   "feed the least that carries them ten days past the visit",
	Source: "arithmetic on the forecast; reserve common practice, 5 kg in season",
	Check:  checkFeedEmergency,
}

// emergency is the chance that food runs short before the visit, and the feed that
// is needed against it; none where the chance is under the risk.
type emergency struct {
	chance float64
	feed   ration
	needed bool
}

// emergency searches for the least feed that suffices, once: the winter's feed
// asks for it too.
func (s *Situation) emergency() emergency {
	if s.urgent == nil {
		e := emergency{chance: s.Base.Chance(forecast.Food, s.Days()+visitIsOver)}
		if e.needed = e.chance >= s.Settings.FoodRisk && !s.Stale(); e.needed {
			e.feed = s.ration(s.leastFeedKg())
		}
		s.urgent = &e
	}
	return *s.urgent
}

// feedSteps are the stores that a feed is tried for, kg. Source: none; rounding.
var feedSteps = []float64{2, 3, 4, 6, 8, 10, 13, 16}

// leastFeedKg returns the least stores that carry them past the visit.
func (s *Situation) leastFeedKg() (kg float64) {
	for _, kg = range feedSteps {
		r := s.Try(bees.Change{Day: s.Today, FeedKg: kg})
		if r.Chance(forecast.Food, s.Days()+starveMarginDays) < s.Settings.FoodRisk {
			break
		}
	}
	return kg
}

func checkFeedEmergency(s *Situation) (Advice, bool) {
	e := s.emergency()
	if !e.needed {
		return Advice{}, false
	}
	p, r := e.chance, e.feed
	by := s.endDay(forecast.Food, true)
	changes := s.changes(r.said)
	a := Advice{
		ActBy: by, Confidence: p, Changes: changes, Result: s.With(changes...), Needs: r.load,
		Acts: []moves.Said{r.said},
	}
	a.Do = fmt.Sprintf("Feed %s %s", r.words, s.by(by))
	a.Reason, a.Figures = reason(
		"There is about {stores} in the hive, possibly only {low}; the reserve is {reserve}. {chance} "+
			"that food falls below it before {visit}.",
		s.kg("stores", s.Base.Stores.Likely), s.kg("low", s.Base.Stores.Low), s.kg("reserve", s.Input.ReserveKg),
		chance("chance", p), dated("visit", s.Visit), s.kg("feed", r.storesKg),
		s.kg("sugar", r.storesKg/feed.StoresPerKgSugar.Likely),
	)
	a.Brief = brief("About {stores} left; the reserve is {reserve}.", a.Figures)
	a.WouldChange = fmt.Sprintf(
		"Heft it: if it holds more than %s, this can wait.",
		s.mass(s.Input.ReserveKg+s.Base.Stores.High-s.Base.Stores.Low),
	)
	if s.supered() {
		a.Cautions = append(a.Cautions, "Feed with supers on bars them from sale as honey: take them off first.")
	}
	a.Reason += r.fills
	a.Cautions = append(a.Cautions, "Feed in the evening with the entrance small, or they are robbed.")
	a.Cautions = append(a.Cautions, s.holesWhileFed()...)
	return a, true
}

// ration is a feed as it is given: in whole litres of thick syrup, or in whole
// kilograms of fondant where it is too cold for them to take that.
type ration struct {
	words    string // as in "5 L of 2:1 syrup"
	said     moves.Said
	load     []Need
	storesKg float64 // that they make of it
	fills    string  // how many fills of the feeder on the hive; "": none is known of
}

// ration returns the least that makes so much stores.
func (s *Situation) ration(storesKg float64) ration {
	sugar := storesKg / feed.StoresPerKgSugar.Likely
	if s.takesSyrup() {
		l := math.Ceil(feed.ThickL(sugar))
		u := s.units().Volume
		return ration{
			fmt.Sprintf("%s %s of 2:1 syrup", measure.Amount(u.In(l)), u.Name), moves.Said{Do: "syrup_thick", N: l},
			[]Need{{What: "2:1 syrup", Count: l, Unit: "L"}}, feed.SugarKg(l, 2, 1) * feed.StoresPerKgSugar.Likely,
			s.fillsOf(l),
		}
	}
	f := math.Ceil(sugar / feed.FondantSugar)
	return ration{
		s.mass(f) + " of fondant", moves.Said{Do: "fondant", N: f}, []Need{{What: "fondant", Count: f, Unit: "kg"}},
		f * feed.FondantSugar * feed.StoresPerKgSugar.Likely, "",
	}
}

// fillsOf says how many fills of the feeder on the hive so much syrup is.
func (s *Situation) fillsOf(litres float64) string {
	f, u := s.Estimate.Stack.Feeder, s.units().Volume
	if f.Litres <= 0 {
		return ""
	}
	n := int(math.Ceil(litres / f.Litres))
	return fmt.Sprintf(
		" Its %s holds %s %s: that is %s.", f.Kind.Words(), measure.Amount(u.In(f.Litres)), u.Name,
		words.Count(n, "fill", "fills"),
	)
}

// holesWhileFed warns of entrances that robbers would find beside the one that is
// made small.
func (s *Situation) holesWhileFed() []string {
	if say := s.holes(); say != "" {
		return []string{say + ". Shut what is not needed while there is feed, or they are robbed through it."}
	}
	return nil
}

// holes says how many boxes have an open entrance of their own; "" for none.
func (s *Situation) holes() string {
	n := len(s.Estimate.Stack.OpenHoles())
	if n == 0 {
		return ""
	}
	return words.Count(n, "box has an open entrance of its own", "boxes have open entrances of their own")
}

// supered reports whether supers are on now, whatever the look found.
func (s *Situation) supered() bool {
	return slices.ContainsFunc(s.Estimate.Stack.Boxes, func(b hive.Box) bool { return b.Super })
}
