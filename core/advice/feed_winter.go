package advice

import (
	"fmt"
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/forecast"
	"kembo/core/moves"
	"kembo/core/season"
)

// winterFeedStep is the kg under the least from which it is worth a trip. Source: none;
// guess.
const winterFeedStep = 1.5

// leastRangeKg is the least range of what is in the hive, so that nothing is divided
// by none.
const leastRangeKg = 0.1

// How much of it, in kg of stores, is given at a time where there are weeks for
// it and no feeder is known, and how many days apart. Source: common practice: a
// feeder of some five litres, filled again at each visit.
const (
	winterPortionKg   = 4.0
	winterPortionDays = 7
)

var feedWinter = Rule{
	Action: FeedWinter,
	Fires: "from August to October, the nest will by early October hold less than the climate's least for winter, " +
		"by more than 1.5 kg",
	Then: "feed up to the middle of the target while they can still take and ripen it, in portions while there " +
		"are weeks left",
	Source: "targets: values G (Furgala and McCutcheon 1992 and common practice, from memory)",
	Check:  checkFeedWinter,
}

// Where between the least and the most of what is usual a hive winters: the middle and,
// insulated, lower. Source: common practice, no source for the size: less is eaten where
// less warmth is lost. The least stays as it is.
const usualShare, insulatedShare = 0.5, 0.25

// WinterTarget returns the stores to winter on, in kg.
func (s *Situation) WinterTarget() float64 {
	if s.Settings.WinterTargetKg > 0 {
		return s.Settings.WinterTargetKg
	}
	share := usualShare
	if s.Estimate.Stack.Insulation.On {
		share = insulatedShare
	}
	c := s.Season.Climate
	return c.WinterLowKg + share*(c.WinterHighKg-c.WinterLowKg)
}

// portionKg returns the stores that one fill of the feeder on the hive makes.
func (s *Situation) portionKg() float64 {
	if l := s.Estimate.Stack.Feeder.Litres; l > 0 && s.takesSyrup() {
		return feed.SugarKg(l, 2, 1) * feed.StoresPerKgSugar.Likely
	}
	return winterPortionKg
}

// winterLeast is the low end of what is usual, or the keeper's own target.
func (s *Situation) winterLeast() float64 {
	if s.Settings.WinterTargetKg > 0 {
		return s.Settings.WinterTargetKg
	}
	return s.Season.Climate.WinterLowKg
}

func checkFeedWinter(s *Situation) (Advice, bool) {
	if !season.WinterFeed.Has(s.Season) || s.Stale() {
		return Advice{}, false
	}
	have, of, target := s.Base.NestStores, forecast.OfNestStores, s.WinterTarget()
	above := ""
	if s.supered() && s.Barred() != "" { // it may not be sold, but it may be eaten
		have, of = s.Base.Stores, forecast.OfStores
		above = " The supers are barred from sale and are counted: leave them on, with the excluder out."
	}
	by := max(s.Season.DayOf(season.WinterFeed.By), s.Today)
	// What keeps them from starving comes first, and counts.
	from, feed := s.Today, "Feed"
	var before []bees.Change
	if e := s.emergency(); e.needed {
		from, feed, before = min(
			s.Today+winterPortionDays, by,
		), "Then feed", []bees.Change{{Day: s.Today, FeedKg: e.feed.storesKg}}
	}
	short := s.winterShort(of, have.Likely, from, by, before)
	if short-target+s.winterLeast() < winterFeedStep {
		return Advice{}, false
	}
	plan := s.winterPlan(short, from, by)
	a := Advice{
		ActBy: s.feedFrom(plan, by), Changes: plan.changes, Result: s.With(slices.Concat(before, plan.changes)...),
		Needs: plan.each.load, Acts: []moves.Said{plan.each.said},
	}
	a.Do = fmt.Sprintf("%s %s for winter%s %s", feed, plan.each.words, plan.times(), s.by(by))
	a.Reason, a.Figures = reason(
		"They have about {have} ({low} to {high}). With what they eat and bring in until {by} they will be {short} "+
			"short of the {target} needed for winter here."+plan.why()+plan.each.fills+above,
		s.kg("have", have.Likely), s.kg("low", have.Low), s.kg("high", have.High), s.kg("target", target),
		s.kg("short", short), dated("by", by),
	)
	a.Brief = brief("{have} for winter, {target} wanted.", a.Figures)
	// How sure: the share of the look's range that lies under the target.
	width := max(have.High-have.Low, leastRangeKg)
	a.Confidence = min(1, max(leastShortOf, (target-have.Low)/width))
	a.WouldChange = "A weighing would settle it. The target is what the bees can reach, without the supers that " +
		"come off."
	if s.supered() && above == "" {
		a.Cautions = append(
			a.Cautions, "Take the supers off before the feed goes on; what is stored from feed is not honey.",
		)
	}
	a.Cautions = append(a.Cautions, s.holesWhileFed()...)
	return a, true
}

// winterShort returns the stores that are missing for winter on a day, with what
// is eaten and brought until then as far as it can be seen from here: what is
// missing today is fed in the forecast, and what that comes short by is added.
func (s *Situation) winterShort(
	of forecast.Quantity, haveKg float64, from, by day.Day, before []bees.Change,
) float64 {
	plan := s.winterPlan(s.WinterTarget()-haveKg, from, by)
	then := s.Ready.On(by, of, tryMembers, slices.Concat(before, plan.changes)...)
	return plan.storesKg() + s.WinterTarget() - then.Likely
}

// winterPlan is feed in equal portions from today on.
type winterPlan struct {
	each    ration
	changes []bees.Change
}

// winterPlan spreads stores over the weeks that are left from a day until another.
func (s *Situation) winterPlan(storesKg float64, from, by day.Day) winterPlan {
	storesKg = max(storesKg, winterFeedStep)
	n := max(1, min(int(math.Ceil(storesKg/s.portionKg())), 1+int(by-from)/winterPortionDays))
	p := winterPlan{each: s.ration(storesKg / float64(n))}
	for i := range n {
		p.changes = append(
			p.changes, bees.Change{Day: from + day.Day(i*winterPortionDays), FeedKg: p.each.storesKg},
		)
	}
	return p
}

// feedFrom is the day by which to begin: of several portions one is loaded for the
// next visit, but where a crop is still on.
func (s *Situation) feedFrom(p winterPlan, by day.Day) day.Day {
	if len(p.changes) > 1 && !(s.supered() && s.Barred() == "") {
		return min(s.Visit, by)
	}
	return by
}

func (p winterPlan) storesKg() float64 { return float64(len(p.changes)) * p.each.storesKg }

func (p winterPlan) times() string {
	if len(p.changes) == 1 {
		return ""
	}
	return fmt.Sprintf(", %d times", len(p.changes))
}

func (p winterPlan) why() string {
	if len(p.changes) == 1 {
		return ""
	}
	return " Given a week apart, it leaves the queen room for her winter bees."
}
