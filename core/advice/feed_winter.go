package advice

import (
	"math"

	"kembo/core/feed"
	"kembo/core/forecast"
)

// Window in season days in which Kembo plans winter feed: from 1 August to the
// end of October. After 10 October syrup is hardly ripened any more. Source:
// common practice, 50 to 55 degrees of latitude.
const (
	winterFeedFrom = 213
	winterFeedBest = 275
	winterFeedTo   = 304
	winterFeedStep = 1.5 // kg under the target that is worth a trip
)

var feedWinter = Rule{
	Action: FeedWinter,
	Fires:  "from August to October, stores in the nest are under the climate's winter target by more than 1.5 kg",
	Then:   "feed the difference while they can still take and ripen it",
	Source: "targets: values G (Furgala and McCutcheon 1992 and common practice, from memory)",
	Check:  checkFeedWinter,
}

// WinterTarget returns the stores to winter on, in kg.
func (s *Situation) WinterTarget() float64 {
	if s.Settings.WinterTargetKg > 0 {
		return s.Settings.WinterTargetKg
	}
	return (s.Climate.WinterLowKg + s.Climate.WinterHighKg) / 2
}

func checkFeedWinter(s *Situation) (Advice, bool) {
	if s.SeasonDay < winterFeedFrom || s.SeasonDay > winterFeedTo || s.Stale() {
		return Advice{}, false
	}
	have := s.Base.NestStores
	short := s.WinterTarget() - have.Likely
	if short < winterFeedStep {
		return Advice{}, false
	}
	stores := math.Ceil(short)
	change := forecast.Change{Day: s.Today, FeedKg: stores}
	by := max(s.dayOfSeason(winterFeedBest), s.Today)
	a := Advice{ActBy: by, Changes: []forecast.Change{change}, Result: s.With(change)}
	a.Do, a.Needs = s.feedWords(math.Ceil(stores/feed.StoresPerKgSugar.Likely), " for winter", by)
	a.Reason, a.Figures = reason("The nest holds about {have} (between {low} and {high}); the target for winter here is {target}, so {short} is missing.",
		s.kg("have", have.Likely), s.kg("low", have.Low), s.kg("high", have.High), s.kg("target", s.WinterTarget()), s.kg("short", short))
	a.Brief = brief("{have} in the nest, {target} wanted for winter.", a.Figures)
	// How sure: the share of the look's range that lies under the target.
	width := max(have.High-have.Low, 0.1)
	a.Confidence = min(1, max(0.5, (s.WinterTarget()-have.Low)/width))
	a.WouldChange = "A weighing: the target is what the bees can reach, without the supers that come off."
	if s.Estimate.SuperDrawn > 0 {
		a.Cautions = append(a.Cautions, "Take the supers off before the feed goes on; what is stored from feed is not honey.")
	}
	return a, true
}
