package advice_test

import (
	"math"
	"strings"
	"testing"
	"time"

	"kembo/core/advice"
	"kembo/core/assessment"
	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/forecast"
	"kembo/core/look"
	"kembo/core/season"
)

// octoberSecond is when syrup should be in. Source: common practice.
var octoberSecond = day.Of(2026, time.October, 2)

// fedStores is what an advice gives, in kg of stores.
func fedStores(a advice.Advice) float64 {
	kg := 0.0
	for _, c := range a.Changes {
		kg += c.FeedKg
	}
	return kg
}

func assess(t *testing.T, c assessment.Case) *advice.Situation {
	t.Helper()
	a, err := assessment.Of(c, nil)
	if err != nil {
		t.Fatal(err)
	}
	return a.Situation
}

// TestWinterFeedCountsWhatIsEatenUntilThen: in August the feed is reckoned to
// early October, when what they eat until then is gone, and comes in portions,
// so that the nest is not filled to the brim while the queen still lays her
// winter bees (common practice, no source).
func TestWinterFeedCountsWhatIsEatenUntilThen(t *testing.T) {
	august := day.Of(2026, time.August, 20)
	c := hiveOf(t, august, 8, look.Counts{Brood: 2.5, Honey: 3, Pollen: 1, Empty: 3.5}, 8)
	a, ok := of(t, c)[advice.FeedWinter]
	if !ok {
		t.Fatal("a light nest in August is not fed for winter")
	}
	target := (c.Site.Climate.WinterLowKg + c.Site.Climate.WinterHighKg) / 2
	missing := target - assess(t, c).Base.NestStores.Likely
	if got := fedStores(a); got < missing+1 || got > missing+9 {
		t.Errorf("%.1f kg are missing today and %.1f are fed; they eat some of it until October", missing, got)
	}
	if len(a.Changes) < 3 {
		t.Fatalf("all of it in %d feeds", len(a.Changes))
	}
	for i := 1; i < len(a.Changes); i++ {
		if gap := a.Changes[i].Day - a.Changes[i-1].Day; gap < 5 || gap > 14 {
			t.Errorf("feeds %d days apart", gap)
		}
	}
	if last := a.Changes[len(a.Changes)-1].Day; last > octoberSecond {
		t.Errorf("the last feed is on %v, they ripen it until %v", last, octoberSecond)
	}
	if !strings.Contains(a.Do, "times") {
		t.Errorf("it is not said that it comes in portions: %q", a.Do)
	}
	if a.ActBy != c.Visit {
		t.Errorf("the first portion is due on %v, the visit is on %v", a.ActBy, c.Visit)
	}
	// What is loaded for the visit is one portion, and what is logged as fed is
	// what was loaded.
	if n := a.Needs[0]; n.Unit != "L" ||
		math.Abs(feed.SugarKg(n.Count, 2, 1)*feed.StoresPerKgSugar.Likely-a.Changes[0].FeedKg) > 1e-9 {
		t.Errorf("%v %s loaded, %.2f kg of stores counted", n.Count, n.Unit, a.Changes[0].FeedKg)
	}
	s := assess(t, c)
	at := s.Ready.On(octoberSecond, forecast.OfNestStores, forecast.Members, a.Changes...).Likely
	if math.Abs(at-target) > 2 {
		t.Errorf("fed so, the nest holds %.1f kg on %v; the target is %.0f", at, octoberSecond, target)
	}
	// In portions she has room for longer than with all of it at once.
	at1 := s.With(bees.Change{Day: august, FeedKg: fedStores(a)}).Runway[forecast.Lay].Likely
	if in := a.Result.Runway[forecast.Lay].Likely; at1 != nil && in != nil && *in < *at1+5 {
		t.Errorf("room to lay in portions %.0f d, at once %.0f d", *in, *at1)
	}
}

// TestTheEmergencyCountsTowardsWinter: a colony that would starve before the visit
// is fed today, and what it is given then is not asked for again.
func TestTheEmergencyCountsTowardsWinter(t *testing.T) {
	c := hiveOf(t, day.Of(2026, time.August, 20), 8, look.Counts{Brood: 2.5, Honey: 1.5, Pollen: 1, Empty: 5}, 8)
	all := of(t, c)
	now, winter := all[advice.FeedEmergency], all[advice.FeedWinter]
	if now.Do == "" || !strings.HasPrefix(winter.Do, "Then feed") || winter.Changes[0].Day <= c.Today {
		t.Fatalf("today %q, for winter %q", now.Do, winter.Do)
	}
	s := assess(t, c)
	target := (c.Site.Climate.WinterLowKg + c.Site.Climate.WinterHighKg) / 2
	both := append(append([]bees.Change{}, now.Changes...), winter.Changes...)
	// Four fills in whole litres of half a kilogram and more each may be three kilograms too much.
	if at := s.Ready.On(
		octoberSecond, forecast.OfNestStores, forecast.Members, both...,
	).Likely; at < target-2 || at > target+3.6 {
		t.Errorf("with both the nest holds %.1f kg on %v; the target is %.0f", at, octoberSecond, target)
	}
}

// TestLateWinterFeedIsGivenAtOnce: when there are no weeks left it is one feed.
func TestLateWinterFeedIsGivenAtOnce(t *testing.T) {
	a, ok := of(
		t,
		hiveOf(t, day.Of(2026, time.September, 29), 12, look.Counts{Brood: 1.5, Honey: 5, Pollen: 1, Empty: 2.5}, 7),
	)[advice.FeedWinter]
	if !ok || len(a.Changes) != 1 || strings.Contains(a.Do, "times") {
		t.Errorf("%v, %q: %d feeds", ok, a.Do, len(a.Changes))
	}
}

// TestSupersThatAreOffNeedNoWarning: what the look found above has been taken off
// since; nothing is said of it. Where they are on, it is.
func TestSupersThatAreOffNeedNoWarning(t *testing.T) {
	warned := func(a advice.Advice) bool { return strings.Contains(strings.Join(a.Cautions, " "), "supers off") }
	c := hiveOf(
		t, day.Of(2026, time.August, 20), 8, look.Counts{Brood: 2.5, Honey: 3, Pollen: 1, Empty: 3.5}, 8,
		look.Counts{Empty: 10},
	)
	if !warned(of(t, c)[advice.FeedWinter]) {
		t.Error("with a super on nothing is said of it")
	}
	s := assess(t, c)
	s.Estimate.Stack.Boxes = s.Estimate.Stack.Boxes[:1]
	for _, a := range advice.For(s) {
		if warned(a) {
			t.Errorf("%s warns of supers that are off: %v", a.Do, a.Cautions)
		}
	}
}

// TestSyrupOrFondant: what they take goes by the warmth of the days to come, not
// by one cold day, and late in the year nothing is ripened any more (common
// practice).
func TestSyrupOrFondant(t *testing.T) {
	light := look.Counts{Brood: 2, Honey: 0.4, Pollen: 1, Empty: 6.6}
	fed := func(on day.Day, change func(*assessment.Case)) string {
		c := hiveOf(t, on, 12, light, 6)
		if change != nil {
			change(&c)
		}
		return of(t, c)[advice.FeedEmergency].Do
	}
	may := day.Of(2026, time.May, 10)
	cold := func(days int) func(*assessment.Case) {
		return func(c *assessment.Case) {
			c.Site.Weather = map[day.Day]season.Weather{}
			for i := range days {
				c.Site.Weather[may+day.Day(i)] = season.Weather{Day: may + day.Day(i), MinC: 1, MaxC: 8}
			}
		}
	}
	for _, tt := range []struct{ what, do, want string }{
		{"in May", fed(may, nil), "syrup"},
		{"in May on a cold day", fed(may, cold(1)), "syrup"},
		{"in May in a cold week", fed(may, cold(7)), "fondant"},
		{"in a warm late October", fed(day.Of(2026, time.October, 24), nil), "fondant"},
		{"in January", fed(day.Of(2026, time.January, 20), nil), "fondant"},
	} {
		if !strings.Contains(tt.do, tt.want) {
			t.Errorf("%s: %q, want %s", tt.what, tt.do, tt.want)
		}
	}
}

// TestBarredHoneyIsWinterFeed: what stands above and may not be sold is not fed
// once more below.
func TestBarredHoneyIsWinterFeed(t *testing.T) {
	full := hiveOf(
		t, september, 12, look.Counts{Brood: 2.5, Honey: 3.5, Pollen: 1, Empty: 3}, 8,
		look.Counts{Honey: 9, Nectar: 0.5, Empty: 0.5},
	)
	sold := of(t, full)[advice.FeedWinter]
	full.HistoryKnown = false
	kept, ok := of(t, full)[advice.FeedWinter]
	if sold.Do == "" || ok && fedStores(kept) > 0.4*fedStores(sold) {
		t.Errorf("with a crop that is sold %q; with one that is barred %q", sold.Do, kept.Do)
	}
}

// TestNoFeedUnderACrop: while a super for honey goes on in a late flow nothing is
// fed for winter, and that is said; where one is on, the feed waits until it is off.
func TestNoFeedUnderACrop(t *testing.T) {
	heather := hiveOf(t, day.Of(2026, time.August, 20), 9, look.Counts{Brood: 3, Honey: 4.5, Nectar: 1.5, Pollen: 1}, 9)
	heather.Site.Bloom = []season.Bloom{
		{Plant: "heather", From: 215, PeakFrom: 222, PeakTo: 245, To: 258, Strength: 0.9, Pollen: 0.5},
	}
	heather.Settings.WinterTargetKg = 40
	got := of(t, heather)
	super, ok := got[advice.AddSuper]
	if !ok || got[advice.FeedWinter].Do != "" ||
		!strings.Contains(strings.Join(super.Cautions, " "), "when it is off") {
		t.Errorf("in a late flow: %v; cautions %v", said(got), super.Cautions)
	}
	crop := hiveOf(
		t, day.Of(2026, time.August, 20), 9, look.Counts{Brood: 3, Honey: 2, Pollen: 1, Empty: 4}, 9,
		look.Counts{Honey: 3, Empty: 7},
	)
	if a := of(t, crop)[advice.FeedWinter]; a.Do == "" || a.ActBy <= crop.Visit {
		t.Errorf("under a crop it is fed by %v: %q", a.ActBy, a.Do)
	}
}
