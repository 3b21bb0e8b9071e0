package advice

import (
	"fmt"
	"math"

	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/forecast"
	"kembo/core/measure"
)

// Feed. Source: values E: 2:1
// syrup by weight makes 1.131 L per kg of sugar; liquid feed is not taken
// below 10-12 degrees C (common practice).
const (
	liquidFeedFromC  = 11
	starveMarginDays = 10
)

var feedEmergency = Rule{
	Action: FeedEmergency,
	Fires:  "the chance that food falls under the reserve before the next visit reaches food_risk",
	Then:   "feed the least that carries them ten days past the visit",
	Source: "arithmetic on the forecast; reserve common practice, 5 kg in season",
	Check:  checkFeedEmergency,
}

func checkFeedEmergency(s *Situation) (Advice, bool) {
	p := s.Base.Chance(forecast.Food, s.Days()+0.5)
	if p < s.Settings.FoodRisk || s.Stale() {
		return Advice{}, false
	}
	var stores float64
	for _, stores = range []float64{2, 3, 4, 6, 8, 10, 13, 16} {
		r := s.Try(forecast.Change{Day: s.Today, FeedKg: stores})
		if r.Chance(forecast.Food, s.Days()+starveMarginDays) < s.Settings.FoodRisk {
			break
		}
	}
	after := s.With(forecast.Change{Day: s.Today, FeedKg: stores})
	sugar := math.Ceil(stores / feed.StoresPerKgSugar.Likely)
	by := s.endDay(forecast.Food, true)
	a := Advice{ActBy: by, Confidence: p, Changes: []forecast.Change{{Day: s.Today, FeedKg: stores}}, Result: after}
	a.Do, a.Needs = s.feedWords(sugar, "", by)
	a.Reason, a.Figures = reason("About {stores} in the hive (it may be {low}), against a reserve of {reserve}; {chance} that it is under that before {visit}.",
		s.kg("stores", s.Base.Stores.Likely), s.kg("low", s.Base.Stores.Low), s.kg("reserve", s.Input.ReserveKg), chance("chance", p),
		dated("visit", s.Visit), s.kg("feed", stores), s.kg("sugar", sugar))
	a.Brief = brief("About {stores} left, against a reserve of {reserve}.", a.Figures)
	a.WouldChange = fmt.Sprintf("Heft it: if it holds more than %s, this can wait.", s.mass(s.Input.ReserveKg+s.Base.Stores.High-s.Base.Stores.Low))
	if s.Estimate.SuperDrawn+s.Estimate.SuperUndrawn > 0 {
		a.Cautions = append(a.Cautions, "Feed with supers on bars them from sale as honey: take them off first.")
	}
	a.Cautions = append(a.Cautions, "Feed in the evening with the entrance small, or they are robbed.")
	return a, true
}

// feedWords says how to give sugar at today's temperature: as thick syrup, or
// as fondant where it is too cold for them to take that.
func (s *Situation) feedWords(sugarKg float64, why string, by day.Day) (do string, load []Need) {
	if s.TempC >= liquidFeedFromC {
		l := math.Ceil(feed.ThickL(sugarKg))
		u := s.units().Volume
		return fmt.Sprintf("Feed %s %s of 2:1 syrup%s %s", measure.Amount(u.In(l)), u.Name, why, s.by(by)), []Need{{"2:1 syrup", l, "L"}}
	}
	f := math.Ceil(sugarKg / feed.FondantSugar)
	return fmt.Sprintf("Feed %s of fondant%s %s", s.mass(f), why, s.by(by)), []Need{{"fondant", f, "kg"}}
}

// dayOfSeason returns the next day that has season day sd, from today on.
func (s *Situation) dayOfSeason(sd int) day.Day { return s.Today + day.Day(sd-s.SeasonDay) }
