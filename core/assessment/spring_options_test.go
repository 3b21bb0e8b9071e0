package assessment_test

import (
	"slices"
	"testing"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/moves"
	"kembo/core/plan"
	"kembo/core/season"
)

// TestSpringOptions: on both sides of each bound, whether a way of spring can be done here at all. Source: common practice,
// as each option's file tells it.
func TestSpringOptions(t *testing.T) {
	base := situation{place: "uk", bloom: limes, on: "2026-05-02", days: 8, told: checked(0)}
	full := "deep b6.5 h1.5 p1 n0.5 e0.5 s9.5"
	two := "deep p1 e9 s1 | deep b7 h2 p1 s10"
	aboveIt := full + " | x | deep! e9 h1 s3"
	roofed := "deep b6.5 h1.5 p1 n0.5 e0.5 s9.5 | medium! h6 e4 s5"
	small := "deep b2 h2 p0.5 e5.5 s3"
	strong := all(checked(0), beside(26000, 24000))
	walls := "deep b1.5 e5.5 h3 s2.5 | deep h3 e7 s0"
	wide := "deep b1 h3 p0.5 e5.5 s3 | deep h2 e8 s0.5"
	for _, x := range []struct {
		action     plan.Action
		name, hive string
		tell       func(*assessment.Case)
		on         string
		can        bool
	}{
		{plan.AddBoxUnder, "full of bees and brood", full, nil, "", true},
		{plan.AddBoxUnder, "on mild nights", full, weathered(18, 10, 19, 0), "", false},
		{plan.AddBoxUnder, "on mild nights, where it is the custom", full,
			all(weathered(18, 10, 19, 0), school(plan.AddBoxUnder, plan.Custom)), "", true},
		{plan.AddBoxUnder, "five seams", "deep b3 h1.5 p1 e4.5 s5", nil, "", false},
		{plan.AddBoxUnder, "cells for three weeks", "deep b3 p1 e6 s9", nil, "", false},
		{plan.AddBoxUnder, "three boxes already", "deep b6 h1 p1 n1 e1 s10 | deep b6 h2 p1 n1 s10 | deep b6 h2 n2 s10", nil, "", false},
		{plan.AddBoxUnder, "in the lime", full, nil, "2026-07-02", false},
		{plan.AddBoxUnder, "in August", full, nil, "2026-08-20", false},
		{plan.AddBoxUnder, "not done here", full, school(plan.AddBoxUnder, plan.Refused), "", false},
		{plan.OpenNestSides, "full of bees and brood, a box above", aboveIt, nil, "", true},
		{plan.OpenNestSides, "the same with eight kilograms in one box", "deep b6.5 h3 p0.5 s9.5", nil, "", true},
		{plan.OpenNestSides, "four kilograms in one box", full, nil, "", false},
		{plan.OpenNestSides, "seven combs of bees", "deep b3 h5 p1 n1 s3", nil, "", false},
		{plan.OpenNestSides, "a comb and a half of honey in all", "deep b8 h1 p0.5 e0.5 s10", nil, "", false},
		{plan.OpenNestSides, "in the lime", full, nil, "2026-07-02", false},
		{plan.RotateBoxes, "an empty box below", two, nil, "", true},
		{plan.RotateBoxes, "brood in both", "deep b3 p1 e6 s6 | deep b6 h3 p1 s10", nil, "", false},
		{plan.RotateBoxes, "honey below", "deep h8 p1 e1 s3 | deep b7 h2 p1 s10", nil, "", false},
		{plan.RotateBoxes, "one box", full, nil, "", false},
		{plan.AlternateFrames, "a roof of honey", roofed, nil, "", true},
		{
			plan.AlternateFrames, "the same over an excluder", "deep b6.5 h1.5 p1 n0.5 e0.5 s9.5 | x | medium! h6 e4 s5", nil, "", false,
		},
		{plan.AlternateFrames, "two combs of it", "deep b6.5 h1.5 p1 n0.5 e0.5 s9.5 | medium! h1 e9 s5", nil, "", false},
		{plan.AlternateFrames, "only foundation to hand", roofed, func(c *assessment.Case) { c.Settings.DrawnSupers = false }, "", false},
		{plan.Boost, "a small one beside a strong one", small, strong, "", true},
		{plan.Boost, "nobody strong beside it", small, all(checked(0), beside(9000, 12000)), "", false},
		{plan.Boost, "an old queen", small, all(strong, queenOf(2022)), "", false},
		{plan.Boost, "no eggs seen", small, all(strong, brood(false, true, true)), "", false},
		{plan.Boost, "a hive of nine seams", full, strong, "", false},
		{plan.Boost, "in September", small, strong, "2026-09-02", false},
		{plan.MoveOuterFramesIn, "honey at the walls, before twelve days of frost", walls, all(frostAfter(12), there), "2026-03-14", true},
		{plan.MoveOuterFramesIn, "the same at nine degrees", walls, all(frostAfter(9), there), "2026-03-14", false},
		{plan.MoveOuterFramesIn, "no frost ahead", walls, all(weathered(28, 4, 12, 0), there), "2026-03-14", false},
		{plan.MoveOuterFramesIn, "honey beside the brood", "deep b1.5 h8.5 s2.5", all(frostAfter(12), there), "2026-03-14", false},
		{plan.MoveOuterFramesIn, "no brood: where they sit is not known", "deep e6 h4 s2.5",
			all(frostAfter(12), there, brood(false, false, false)), "2026-03-14", false},
		{plan.Condense, "four combs of twenty", wide, nil, "2026-04-08", true},
		{plan.Condense, "twelve of twenty", "deep b4 h3 p1 e2 s8 | deep h2 e8 s4", nil, "2026-04-08", false},
		{plan.Condense, "one box full and one just put under it", "deep e10 s0 | deep b5 h2 p1 e2 s8.5", nil, "2026-04-08", false},
		{plan.Condense, "brood in both", "deep b1 h3 p0.5 e5.5 s3 | deep b1 h2 e7 s2", nil, "2026-04-08", false},
		{plan.Condense, "honey that finds no place", "deep b1 h3 p0.5 e5.5 s3 | deep h6 e4 s0.5", nil, "2026-04-08", false},
		{plan.SwapPlaces, "a small one beside a strong one in the lime", small, wish(plan.SwapPlaces, beside(45000)), "2026-06-20", true},
		{plan.SwapPlaces, "nobody strong beside it", small, wish(plan.SwapPlaces, beside(15000)), "2026-06-20", false},
		{plan.SwapPlaces, "nothing in flower", small, wish(plan.SwapPlaces, beside(45000)), "2026-08-20", false},
		{plan.SwapPlaces, "one not twice as strong", "deep b3 h1.5 p1 e4.5 s4.2", wish(plan.SwapPlaces, beside(20000)), "2026-06-20", false},
		{plan.SwapPlaces, "the same beside one that is", "deep b3 h1.5 p1 e4.5 s4.2", wish(plan.SwapPlaces, beside(24000)), "2026-06-20", true},
		{plan.SwapPlaces, "fourteen degrees", small, wish(plan.SwapPlaces, beside(45000), weathered(20, 8, 14, 1)), "2026-06-20", false},
		{plan.SwapPlaces, "ten seams", full, wish(plan.SwapPlaces, beside(45000)), "2026-06-20", false},
		{plan.SwapPlaces, "mites over the limit beside it", small, wish(plan.SwapPlaces, func(c *assessment.Case) {
			beside(45000)(c)
			c.Neighbours[0].MitesPercent = 4
		}), "2026-06-20", false},
		{plan.DoubleScreen, "three seams, frost", "deep b0.7 h3 p0.5 e5.8 s3", wish(plan.DoubleScreen, weathered(20, -2, 9, 0), beside(16000)),
			"2026-03-10", true},
		{plan.DoubleScreen, "one hardly stronger", "deep b0.7 h3 p0.5 e5.8 s3.5", wish(plan.DoubleScreen, weathered(20, -2, 9, 0), beside(11000)),
			"2026-03-10", false},
		{plan.DoubleScreen, "a smaller one goes over the only strong one", "deep b0.7 h3 p0.5 e5.8 s3",
			wish(plan.DoubleScreen, weathered(20, -2, 9, 0), beside(16000), smallBeside(5000)), "2026-03-10", false},
		{plan.DoubleScreen, "a smaller one goes over the stronger of two", "deep b0.7 h3 p0.5 e5.8 s3",
			wish(plan.DoubleScreen, weathered(20, -2, 9, 0), beside(16000, 15000), smallBeside(5000)), "2026-03-10", true},
		{plan.DoubleScreen, "a larger one beside it waits", "deep b0.7 h3 p0.5 e5.8 s3",
			wish(plan.DoubleScreen, weathered(20, -2, 9, 0), beside(16000), smallBeside(9500)), "2026-03-10", true},
		{plan.DoubleScreen, "nights of eight degrees", "deep b0.7 h3 p0.5 e5.8 s3",
			wish(plan.DoubleScreen, weathered(20, 8, 16, 0), beside(16000)), "2026-04-10", false},
		{plan.DoubleScreen, "half a seam", "deep b0.1 h3 e6.9 s0.5", wish(plan.DoubleScreen, weathered(20, -2, 9, 0), beside(16000)),
			"2026-03-10", false},
		{plan.DoubleScreen, "two boxes", "deep e10 s0 | deep b0.7 h3 p0.5 e5.8 s3",
			wish(plan.DoubleScreen, weathered(20, -2, 9, 0), beside(16000)), "2026-03-10", false},
		{plan.DoubleScreen, "in July", "deep b0.7 h3 p0.5 e5.8 s3", wish(plan.DoubleScreen, weathered(20, 3, 16, 0), beside(16000)),
			"2026-07-24", false},
		{plan.ScreenOff, "seven seams over another", "deep b5 h2 p1 e2 s7", all(checked(0), overScreen), "2026-04-20", true},
		{plan.ScreenOff, "three, and frost", "deep b1 h3 p0.5 e5.5 s3", all(checked(0), overScreen, weathered(20, -2, 9, 0)), "2026-03-20", false},
		{plan.ScreenOff, "on its own stand", full, nil, "2026-04-20", false},
		{plan.ResourceFrames, "ten seams on eight combs of brood", "deep b8 h1 p1 s10", wish(plan.ResourceFrames, weathered(20, 7, 17, 0)),
			"2026-05-02", true},
		{plan.ResourceFrames, "nights of two degrees", "deep b8 h1 p1 s10", wish(plan.ResourceFrames, weathered(20, 2, 14, 0)), "2026-05-02", false},
		{plan.ResourceFrames, "four combs of brood", "deep b3.5 h3 p1 e2.5 s8", wish(plan.ResourceFrames, weathered(20, 7, 17, 0)), "2026-04-24", false},
		{plan.ResourceFrames, "cells in it", "deep b8 h1 p1 s10", wish(plan.ResourceFrames, weathered(20, 7, 17, 0), cells(4, 0, "edge")),
			"2026-05-02", false},
		{plan.ClipQueen, "a queen seen, whole wings", full, wish(plan.ClipQueen, queenSeen), "2026-05-06", true},
		{plan.ClipQueen, "eggs seen, and not her", full, wish(plan.ClipQueen, brood(true, true, true)), "2026-05-06", false},
		{plan.ClipQueen, "clipped", full, wish(plan.ClipQueen, queenSeen, clipped), "2026-05-06", false},
		{plan.ClipQueen, "in August", full, wish(plan.ClipQueen, queenSeen), "2026-08-06", false},
	} {
		s := base
		s.name, s.hive = string(x.action)+": "+x.name, x.hive
		if x.tell != nil {
			s.told = x.tell
		}
		if x.on != "" {
			s.on = x.on
		}
		if got := slices.Contains(s.assess(t).Situation.Offered(), x.action); got != x.can {
			t.Errorf("%s: offered %v", s.name, got)
		}
	}
}

// smallBeside has a small, sound hive stand in the yard too.
func smallBeside(bees float64) func(*assessment.Case) {
	return func(c *assessment.Case) {
		c.Neighbours = append(c.Neighbours, colony.Neighbour{
			Colony: "S-01", Bees: bees, Known: true, Health: colony.Healthy, MitesPercent: 1, StoresKg: 9, SpareKg: 1,
		})
	}
}

// wish has something be the keeper's custom, at a hive that was looked through today.
func wish(a plan.Action, told ...func(*assessment.Case)) func(*assessment.Case) {
	return all(append([]func(*assessment.Case){school(a, plan.Custom)}, told...)...)
}

// school tells what a keeper makes of a school.
func school(a plan.Action, s plan.Stance) func(*assessment.Case) {
	return func(c *assessment.Case) {
		checked(0)(c)
		c.Settings.Schools = map[plan.Action]plan.Stance{a: s}
	}
}

// TestACustomStands: a way that is the custom here is in the plan where it comes to within a kilogram of the best, the plan
// is no worse than leaving, and one that is not done here is in no plan and among nothing that was weighed.
func TestACustomStands(t *testing.T) {
	chosen := map[plan.Action]int{}
	more := []situation{
		{
			name: "full in a cold second week of April", place: "uk", bloom: limes, on: "2026-04-14", days: 2,
			told: all(checked(0), weathered(18, 1, 11, 1)), hive: "deep b7.7 h1 p1 e0.3 s9.5",
		},
		{
			name: "a roof of honey", place: "uk", bloom: limes, on: "2026-04-27", days: 9, told: checked(0),
			hive: "deep b7 h1 p1 n0.5 e0.5 s10 | deep h7 e3 s6",
		},
		{
			name: "eight kilograms at the walls", place: "uk", bloom: limes, on: "2026-04-27", days: 9, told: checked(0),
			hive: "deep b6.5 h3 p0.5 s9.5 | x | deep! e10 s3",
		},
	}
	more = append(more, situation{
		name: "two combs to spare, and colonies are wanted", place: "uk", bloom: limes, on: "2026-05-02", days: 8, hive: "deep b8 h1 p1 s10",
		told: all(checked(0), queenOf(2025), weathered(16, 7, 17, 0), func(c *assessment.Case) {
			c.Settings.Weights = plan.PresetFor("increase").Weights
		}),
	})
	none := map[plan.Action]plan.Stance{}
	for _, school := range plan.Schools {
		none[school.Action] = plan.Refused
	}
	for _, x := range slices.Concat(spring, springHeld, wished, more) {
		a, offered := with(x, none).assess(t), with(x, nil).assess(t).Situation.Offered()
		for _, school := range plan.Schools {
			if planned(a, school.Action) || slices.ContainsFunc(a.Plan.Weighed, func(v plan.Weighed) bool { return v.Action == school.Action }) {
				t.Errorf("%s: %s is not done here, and told", x.name, school.Action)
			}
		}
		for _, school := range plan.Schools {
			if !school.ByWish && !slices.Contains(offered, school.Action) {
				continue
			}
			least := 0.0
			if school.ByWish { // its keeper takes it to be worth more than is known
				least = -1
			}
			a := with(x, map[plan.Action]plan.Stance{school.Action: plan.Custom}).assess(t)
			if a.Plan.GainKg < least && !a.Situation.Stale() {
				t.Errorf("%s: with %s a plan of %.2f kg", x.name, school.Action, a.Plan.GainKg)
			}
			if planned(a, school.Action) {
				chosen[school.Action]++
			}
		}
	}
	for _, school := range plan.Schools {
		if chosen[school.Action] == 0 {
			t.Errorf("%s is the custom, and in no plan of spring", school.Action)
		}
	}
}

// with has a situation where a keeper makes so much of schools.
func with(x situation, schools map[plan.Action]plan.Stance) situation {
	told := x.told
	x.told = func(c *assessment.Case) {
		if told != nil {
			told(c)
		}
		c.Settings.Schools = schools
	}
	return x
}

func planned(a *assessment.Assessment, action plan.Action) bool {
	return slices.ContainsFunc(a.Advice, func(v plan.Advice) bool { return v.Action == action })
}

// there has the keeper stand at the hive.
func there(c *assessment.Case) { c.Visit = c.Today }

// frostAfter has a day so warm, then twelve of hard frost, and cool ones after.
func frostAfter(maxC float64) func(*assessment.Case) {
	return func(c *assessment.Case) {
		weathered(28, 3, maxC, 0)(c)
		for d := c.Today + 1; d <= c.Today+12; d++ {
			c.Site.Weather[d] = season.Weather{Day: d, MinC: -14, MaxC: -6}
		}
	}
}

// TestHoneyIsHungInBeforeAFrost: with sixteen kilograms in the hive and three within reach, twelve days of hard frost ahead and
// a day on which bees fly, combs are hung beside the brood; what is done is in the forecast, so that it is not told again, and
// no syrup is given before a frost. Source: common practice: small colonies with brood starve beside honey.
func TestHoneyIsHungInBeforeAFrost(t *testing.T) {
	x := situation{
		name: "honey at the walls", place: "central-europe", bloom: limes, on: "2026-03-14", days: 21,
		hive: "deep b1.5 e5.5 h3 s2.5 | deep h3 e7 s0", told: frostAfter(12),
	}
	a := x.assess(t)
	if !planned(a, plan.MoveOuterFramesIn) {
		t.Fatalf("told is %s", a.Advice[0].Do)
	}
	s := a.Situation
	h := moves.Hive{Colony: "x", Stack: s.Estimate.Stack}
	acts, after, err := moves.All.ExactAll(h, []moves.Said{{Do: "honey_in", N: 2}}, moves.Unnamed())
	if err != nil {
		t.Fatal(err)
	}
	changes, err := moves.Changes(h, s.Today, acts...)
	if err != nil {
		t.Fatal(err)
	}
	with := s.Ready.Run(changes...)
	if now, then := s.Base.LastChance(21), with.LastChance(21); then > now/2 {
		t.Errorf("chance of starving %.2f, with combs beside the brood %.2f", now, then)
	}
	if _, _, err := moves.All.ExactAll(after, []moves.Said{{Do: "honey_in", N: 1}}, moves.Unnamed()); err == nil {
		t.Error("combs that hang there are hung there again")
	}
	for _, hive := range []string{"deep b1.5 e6 h2.5 s2.5", "deep b1.5 e6 h2.5 s3.5"} {
		x.hive = hive
		for _, step := range x.assess(t).Advice {
			if step.Action == plan.FeedEmergency && step.On <= s.Today+7 && slices.ContainsFunc(step.Acts, func(m moves.Said) bool { return m.Do == "syrup_thin" }) {
				t.Errorf("%s: %s, before a frost", hive, step.Do)
			}
		}
	}
}
