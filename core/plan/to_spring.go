package plan

import (
	"cmp"
	"math"
	"slices"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/forecast"
	"kembo/core/mites"
	"kembo/core/season"
)

// Taken is a way to go into winter: so much honey taken off now, so much sugar fed for winter.
type Taken struct {
	TakeKg  float64 // of what stands above the nest
	SugarKg float64
	Treat   Treating
}

// Treating is when mites are treated on the way.
type Treating struct {
	In    int  // days from today; 0: when it is usual, once the crop is off
	Never bool // not at all, not in winter either
}

// Wintered is what comes of it on a day of spring.
type Wintered struct {
	On      day.Day
	Alive   float64 // chance of being alive
	LeftKg  float64 // of stores, in the middle of those that live
	LeastKg float64 // in the worst tenth of them
	Starved float64 // chance of having starved
}

// What is done to a hive on the way to spring beside what is tried: mites are treated once the crop is off, feed goes on in three parts
// from August to early October, and the excluder comes out. Source: common practice.
const (
	feedParts   = 3
	feedApart   = 7
	treatAfter  = 3
	treatWith   = "formic acid"
	treatBroods = "oxalic acid"
	worstTenth  = 10
)

// ToSpring lives the hive on to 1 April for each of some ways to go into winter, all in the same members, with nobody coming but for
// that; it is told by the weather of the climate from the forecast on. Four ways took 0.2 to 0.3 s on the
// shared machine that this was written on, most of it drawing the weather.
func (s *Situation) ToSpring(ways []Taken) []Wintered {
	ready, in := s.far(s.daysToSpring())
	var out []Wintered
	for _, w := range ways {
		out = append(out, s.wintered(ready, in, w))
	}
	return out
}

// daysToSpring are the days to the next 1 April of the bees' half of the world.
func (s *Situation) daysToSpring() int {
	const year = 365
	d := 1
	for d < year && !season.WinterOver.Holds(s.on(s.Today+day.Day(d)).Calendar) {
		d++
	}
	return d
}

// doings are what is done on the way, by days from today.
func (s *Situation) doings(w Taken, in forecast.Input) map[int][]bees.Change {
	out := map[int][]bees.Change{}
	add := func(d int, c bees.Change) {
		c.Day = s.Today + day.Day(d)
		out[d] = append(out[d], c)
	}
	if above := s.Base.SuperStores.Likely; w.TakeKg > 0 && above > 0 {
		add(0, bees.Change{SuperOut: min(1, w.TakeKg/above)})
	}
	usual := max(treatAfter, s.until(season.SupersIdle))
	if season.FedByAll.Has(s.Season) && w.Treat.In == 0 {
		usual = 0 // it was, or it is not known
	}
	if c, ok := mites.ClassFor(treatWith); ok && !w.Treat.Never && max(usual, w.Treat.In) > 0 {
		add(cmp.Or(w.Treat.In, usual), bees.Change{Treat: &bees.Treat{Class: c}})
	}
	if c, ok := mites.ClassFor(treatBroods); ok && !w.Treat.Never {
		add(s.until(season.TreatedBroodless), bees.Change{Treat: &bees.Treat{Class: c}})
	}
	if w.SugarKg > 0 {
		first := max(1, s.until(season.WinterFeed))
		last := int(s.Season.DayOf(season.WinterFeed.By) - s.Today)
		apart := max(feedApart, (last-first)/feedParts)
		for k := range feedParts {
			add(first+k*apart, bees.Change{FeedKg: w.SugarKg * feed.StoresPerKgSugar.Likely / feedParts})
		}
	}
	if in.Excluder {
		add(max(1, s.until(season.ExcluderOut)), bees.Change{Excluder: bees.Off})
	}
	return out
}

// until returns the days to the first on which a window holds, 0 where it does today.
func (s *Situation) until(w season.Window) int {
	const year = 365
	d := 0
	for d < year && !w.Has(s.on(s.Today+day.Day(d))) {
		d++
	}
	return d
}

func (s *Situation) wintered(ready *forecast.Ready, in forecast.Input, w Taken) Wintered {
	p := in.Parameters
	at := s.doings(w, in)
	out := Wintered{On: s.Today + day.Day(in.Horizon)}
	var left []float64
	var weights, alive, starved float64
	ready.Lives(0, ready.Size(), func(m int, st *bees.State, days []bees.Condition) {
		wintersOn := 1.0
		for i := range in.Horizon {
			for k := range at[i] {
				st.Befall(&p, &at[i][k])
				st.Apply(&at[i][k])
			}
			st.Step(&p, &days[i])
			if i > 0 && season.ClusterForms.Holds(days[i].SeasonDay) && !season.ClusterForms.Holds(days[i-1].SeasonDay) {
				wintersOn *= winters(st.Bees(), s.small())
			}
		}
		weights++
		switch st.Lost {
		case bees.NotLost:
			alive += wintersOn
			left = append(left, st.Stores())
		case bees.ToHunger:
			starved++
		}
	})
	out.Alive, out.Starved = alive/max(1, weights), starved/max(1, weights)
	if slices.SortFunc(left, cmp.Compare[float64]); len(left) > 0 {
		out.LeftKg, out.LeastKg = left[len(left)/2], left[int(math.Floor(float64(len(left))/worstTenth))]
	}
	return out
}
