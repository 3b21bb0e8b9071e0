package assessment_test

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/queen"
	"kembo/core/season"
)

// situation is a colony on a day with what a severe keeper says of it. They were written before the
// engine that answers them; a change of one is explained where it is made.
type situation struct {
	name  string
	place string // climate
	bloom []season.Bloom
	on    string // day of the assessment
	days  int    // to the visit
	// hive is its boxes, bottom to top, parted by "|": format, then contents in frames (b brood, h honey,
	// n nectar, p pollen, e empty, u foundation, d drone) and seams of bees (s). "!" marks a super, "x"
	// alone an excluder.
	hive string
	told func(*assessment.Case)
	// unlaid is the days since the last egg, as looks before this one tell it; 0: this one alone.
	unlaid int
	does   [][]string // of each list one is advised at least
	never  []string   // none of these is advised; "a/b|c": a is not advised without b or c; "a!": not before the visit
	// waits and rushes say whether anything may be due before the visit.
	waits, rushes bool
	// mostFeed is the most that may be fed, in L or kg as it is given; 0: anything.
	mostFeed float64
	unsaid   []string // no sentence says this
	why      string
}

// Sources beside the situations: "common practice, no source" where none is named.

func settings() plan.Settings { return plan.DefaultSettings() }

func (x situation) day(t testing.TB) day.Day {
	t.Helper()
	d, err := time.Parse(time.DateOnly, x.on)
	if err != nil {
		t.Fatal(err)
	}
	return day.From(d)
}

var formats = map[string]string{
	"deep": "langstroth-deep-10", "medium": "langstroth-medium-10", "shallow": "langstroth-shallow-10",
	"brood": "national-brood-11", "half": "national-super-10", "nuc": "langstroth-nuc-5",
}

// assess makes its case as a record would, and assesses it.
func (x situation) assess(t testing.TB) *assessment.Assessment {
	t.Helper()
	c := x.made(t)
	if x.unlaid == 0 {
		a, err := assessment.Of(c, nil)
		if err != nil {
			t.Fatalf("%s: %v", x.name, err)
		}
		return a
	}
	e, err := look.Read(c.Look, c.Stack, look.Context{Season: c.Site.On(c.Look.Day)})
	if err != nil {
		t.Fatalf("%s: %v", x.name, err)
	}
	e.Queen.Unlaid = c.Today - day.Day(x.unlaid)
	return assessment.Assess(c, e, nil)
}

func (x situation) made(t testing.TB) assessment.Case {
	t.Helper()
	climate, err := season.ClimateFor(x.place)
	if err != nil {
		t.Fatal(err)
	}
	on := x.day(t)
	c := assessment.Case{
		Colony: "c", Today: on, Visit: on + day.Day(x.days), VisitPlanned: true, HistoryKnown: true,
		Site: forecast.Site{
			Yard: "y", Climate: climate, Hemisphere: climate.Half(season.North), Bloom: x.bloom,
			Weather: map[day.Day]season.Weather{}, Flow: map[day.Day]float64{},
		},
		Health: colony.Healthy, Settings: settings(), Seed: assessment.Seed, QueenYear: on.Time().Year() - 1,
	}
	c.Look.Day = on
	brood := 0.0
	for i, text := range strings.Split(x.hive, "|") {
		words := strings.Fields(text)
		if len(words) == 1 && words[0] == "x" {
			c.Stack.ExcluderAbove = len(c.Stack.Boxes)
			continue
		}
		name, super := strings.CutSuffix(words[0], "!")
		f, err := hive.FormatFor(formats[name])
		if err != nil {
			t.Fatal(err)
		}
		id := fmt.Sprintf("box-%d", i)
		l := look.BoxLook{Box: id, Depth: look.ByBox, Seams: -1}
		for _, w := range words[1:] {
			v, err := strconv.ParseFloat(w[1:], 64)
			if err != nil {
				t.Fatalf("%s: %q: %v", x.name, w, err)
			}
			n := &l.Counts
			*map[byte]*float64{
				'b': &n.Brood, 'h': &n.Honey, 'n': &n.Nectar, 'p': &n.Pollen, 'e': &n.Empty, 'u': &n.Undrawn,
				'd': &n.Drone, 's': &l.Seams,
			}[w[0]] = v
		}
		brood += l.Counts.Brood
		c.Stack.Boxes = append(c.Stack.Boxes, hive.NewBox(id, f, f.Slots, hive.Make{
			Super: super, Drawn: l.Counts.Undrawn < float64(f.Slots),
		}))
		c.Look.Boxes = append(c.Look.Boxes, l)
	}
	some := brood > 0
	c.Look.Queen = colony.QueenEvidence{Day: on, Looked: true, Eggs: some, Larvae: some, Capped: some}
	if x.told != nil {
		x.told(&c)
	}
	if c.Look.Queen.Looked {
		c.Look.Queen.Day = c.Look.Day
	}
	return c
}

// all does several things to a case.
func all(told ...func(*assessment.Case)) func(*assessment.Case) {
	return func(c *assessment.Case) {
		for _, f := range told {
			f(c)
		}
	}
}

// lookedAgo has the look lie so many days back.
func lookedAgo(days int) func(*assessment.Case) {
	return func(c *assessment.Case) { c.Look.Day -= day.Day(days) }
}

// checked says that every comb was checked for cells so many days ago, and none was found.
func checked(days int) func(*assessment.Case) {
	return func(c *assessment.Case) {
		c.CellCheck, c.CellCheckDay, c.Look.CellsChecked = colony.CompleteCheck, c.Today-day.Day(days), true
		c.Look.Queen.CellsDay = c.CellCheckDay
	}
}

// cells says what queen cells every comb was found to have.
func cells(charged, capped int, at string) func(*assessment.Case) {
	return func(c *assessment.Case) {
		checked(int(c.Today - c.Look.Day))(c)
		q := &c.Look.Queen
		q.ChargedCells, q.CappedCells, q.CellsAt = charged, capped, at
	}
}

// cupsWithEgg says how many cups with an egg every comb was found to have, and no cell.
func cupsWithEgg(n int, at string) func(*assessment.Case) {
	return func(c *assessment.Case) {
		cells(0, 0, at)(c)
		c.Look.Queen.CupsWithEgg = n
	}
}

// brood says which stages there are.
func brood(eggs, larvae, capped bool) func(*assessment.Case) {
	return func(c *assessment.Case) {
		c.Look.Queen.Eggs, c.Look.Queen.Larvae, c.Look.Queen.Capped = eggs, larvae, capped
	}
}

func clipped(c *assessment.Case) { c.Clipped = true }

func unknownHistory(c *assessment.Case) { c.HistoryKnown = false }

func queenOf(year int) func(*assessment.Case) {
	return func(c *assessment.Case) { c.QueenYear = year }
}

// treated says that something has been in since so many days ago.
func treated(what string, days int) func(*assessment.Case) {
	return func(c *assessment.Case) {
		c.Treatments = append(c.Treatments, colony.Period{What: what, From: c.Today - day.Day(days)})
	}
}

func fedAgo(days int, kg float64) func(*assessment.Case) {
	return func(c *assessment.Case) {
		on := c.Today - day.Day(days)
		c.Feeds = append(c.Feeds, colony.Period{What: "2:1 syrup", From: on, To: on, Kg: kg})
	}
}

// given says that a queen, or a cell, was given so many days ago, or left.
func given(what queen.Start, days int) func(*assessment.Case) {
	return func(c *assessment.Case) {
		on := c.Today - day.Day(days)
		c.Waiting = &queen.Waiting{For: what, On: on}
		if due, err := c.Waiting.Due(); err == nil {
			c.Look.Queen.Comes, c.Look.Queen.ComesBy = due.Lays, due.Judged
			c.Look.Queen.ComesOdds = c.Waiting.Odds()
		}
	}
}

// hived says that it is a swarm that was caught so many days ago.
func hived(days int) func(*assessment.Case) {
	return func(c *assessment.Case) {
		given(queen.Hived, days)(c)
		c.BeganOn = c.Today - day.Day(days)
	}
}

// beside puts healthy hives of so many bees into the yard.
func beside(bees ...float64) func(*assessment.Case) {
	return func(c *assessment.Case) {
		for i, n := range bees {
			c.Neighbours = append(c.Neighbours, colony.Neighbour{
				Colony: fmt.Sprintf("N-%02d", i+1), Bees: n, Health: colony.Healthy, MitesPercent: 1,
			})
		}
	}
}

// weathered has the next days be so warm, with so much rain.
func weathered(days int, minC, maxC, rainMM float64) func(*assessment.Case) {
	return func(c *assessment.Case) {
		for i := range day.Day(days) {
			d := c.Today + i
			c.Site.Weather[d] = season.Weather{Day: d, MinC: minC, MaxC: maxC, RainMM: rainMM}
		}
	}
}

// heather is a yard whose last crop is late: bramble goes over, ling opens on the last of July.
var heather = []season.Bloom{
	{Plant: "willow", From: 62, PeakFrom: 76, PeakTo: 96, To: 112, Strength: 0.16, Pollen: 1},
	{Plant: "sycamore", From: 112, PeakFrom: 121, PeakTo: 138, To: 148, Strength: 0.62, Pollen: 0.9},
	{Plant: "bramble", From: 166, PeakFrom: 174, PeakTo: 196, To: 210, Strength: 0.42, Pollen: 0.8},
	{Plant: "ling heather", From: 212, PeakFrom: 222, PeakTo: 242, To: 256, Strength: 0.7, Pollen: 0.6},
	{Plant: "wayside", From: 100, PeakFrom: 125, PeakTo: 240, To: 275, Strength: 0.1, Pollen: 0.75},
	{Plant: "ivy", From: 248, PeakFrom: 262, PeakTo: 282, To: 298, Strength: 0.16, Pollen: 0.9},
}

// limes is a yard of spring blossom, bean, lime and bramble.
var limes = []season.Bloom{
	{Plant: "willow", From: 62, PeakFrom: 76, PeakTo: 96, To: 112, Strength: 0.16, Pollen: 1},
	{Plant: "sycamore", From: 112, PeakFrom: 121, PeakTo: 138, To: 148, Strength: 0.62, Pollen: 0.9},
	{Plant: "hawthorn", From: 132, PeakFrom: 139, PeakTo: 154, To: 164, Strength: 0.62, Pollen: 0.9},
	{Plant: "field bean", From: 152, PeakFrom: 160, PeakTo: 172, To: 182, Strength: 0.75, Pollen: 0.9},
	{Plant: "lime tree", From: 174, PeakFrom: 180, PeakTo: 192, To: 200, Strength: 0.95, Pollen: 0.3},
	{Plant: "bramble", From: 166, PeakFrom: 174, PeakTo: 196, To: 210, Strength: 0.42, Pollen: 0.8},
	{Plant: "wayside", From: 100, PeakFrom: 125, PeakTo: 240, To: 275, Strength: 0.1, Pollen: 0.75},
	{Plant: "ivy", From: 248, PeakFrom: 262, PeakTo: 282, To: 298, Strength: 0.16, Pollen: 0.9},
}

// wrongs returns what a severe keeper would say against an answer, and whether any of it is a refusal.
func (x situation) wrongs(t testing.TB, a *assessment.Assessment) (out []string, refused bool) {
	t.Helper()
	var codes []string
	for _, v := range a.Advice {
		codes = append(codes, string(v.Action))
	}
	has := func(code string) bool { return slices.Contains(codes, code) }
	for _, one := range x.does {
		if !slices.ContainsFunc(one, has) {
			out = append(out, "not "+strings.Join(one, " or "))
		}
	}
	refuse := func(say string) { out, refused = append(out, say), true }
	for _, code := range x.never {
		what, unless, _ := strings.Cut(code, "/")
		what, early := strings.CutSuffix(what, "!")
		if early && !slices.ContainsFunc(a.Advice, func(v plan.Advice) bool {
			return string(v.Action) == what && v.ActBy < a.Situation.Visit
		}) {
			continue
		}
		if has(what) && (unless == "" || !slices.ContainsFunc(strings.Split(unless, "|"), has)) {
			refuse(code)
		}
	}
	first := a.Advice[0].ActBy
	for _, v := range a.Advice {
		first = min(first, v.ActBy)
		if x.mostFeed > 0 && strings.HasPrefix(string(v.Action), "feed_") {
			for _, n := range v.Needs {
				if n.Unit != "" && n.Count > x.mostFeed {
					refuse(fmt.Sprintf("%g %s of %s", n.Count, n.Unit, n.What))
				}
			}
		}
		for _, s := range x.unsaid {
			if all := strings.Join(append([]string{v.Do, v.Reason, v.WouldChange}, v.Cautions...), " "); strings.Contains(all, s) {
				refuse(fmt.Sprintf("says %q: %s", s, all))
			}
		}
	}
	if x.rushes && first >= a.Situation.Visit {
		out = append(out, "it waits for the visit")
	}
	if x.waits && first < a.Situation.Visit {
		refuse("it cannot wait, " + first.Short())
	}
	if len(out) > 0 {
		out = append(out, "advised: "+strings.Join(codes, ", "))
	}
	return out, refused
}
