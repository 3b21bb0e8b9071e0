package ledger

import (
	"math"
	"slices"
	"time"

	"kembo/core/day"
)

// What is something that a scale tells of beside honey.
type What string

// What a scale tells of.
const (
	SwarmLeft What = "swarm"     // bees left at once, by day, and did not come back
	RainIn    What = "rain"      // water in the wood and on the lid
	Robbed    What = "robbed"    // honey carried off all day
	PutOn     What = "put_on"    // a box, a feeder, feed
	TakenOff  What = "taken_off" // a box, combs
)

// Happened is something that a scale tells of on a day; Kg is what it added, under 0 what it took.
type Happened struct {
	Day  day.Day
	At   time.Time // zero: over the day or the night
	What What
	Kg   float64
}

// Bounds of what is told. Source: the issue of a scale for the first three: a swarm weighs 1.2 kg and more, rain is told from 2 mm,
// robbing from 1 kg a day; common practice for boxes, which weigh 3 kg and more; the rest guesses.
const (
	swarmFromKg, swarmToKg = 1.1, 3.6 // some of its bees were out anyway
	putOnKg                = 2.5
	rainFromMM             = 2.0
	rainAddsKg             = 0.08
	pouredMM, pouredKg     = 10.0, 3.2 // rain that may come at once, and the most that it adds
	robbedFromKg           = 1.0
	stepHours              = 3
	dayFrom, dayTo         = 8, 20 // o'clock, between which bees fly
	cameBack               = 0.5   // share of a fall that is made up for in three hours
	driesMost              = 0.6   // of the water that it holds, in a day
	atOnce                 = 0.6   // share of a day’s loss that robbers carry off in an hour at most
)

// Tell returns what a series tells beside honey, by day; rain gives the mm of a day, as far as it is known.
func Tell(rs []Reading, zone *time.Location, rain func(day.Day) float64) []Happened {
	rs = slices.Clone(rs)
	slices.SortStableFunc(rs, func(a, b Reading) int { return a.At.Compare(b.At) })
	t := teller{rs: rs, zone: zone, rain: rain, jumps: map[day.Day]float64{}}
	for i := 1; i < len(rs); i++ {
		t.step(i)
	}
	t.nightsAndDays()
	slices.SortStableFunc(t.out, func(a, b Happened) int { return int(a.Day - b.Day) })
	return t.out
}

type teller struct {
	rs    []Reading
	zone  *time.Location
	rain  func(day.Day) float64
	out   []Happened
	jumps map[day.Day]float64 // that were taken for something at once, by day
}

// step tells what a step between two readings is, where it is too large for bees to have flown it.
func (t *teller) step(i int) {
	a, b := t.rs[i-1], t.rs[i]
	kg, took := b.Kg-a.Kg, b.At.Sub(a.At)
	if took <= 0 || took > stepHours*time.Hour {
		return
	}
	at := b.At.In(t.zone)
	byDay := at.Hour() >= dayFrom && at.Hour() < dayTo
	switch {
	case kg >= putOnKg && kg < pouredKg && t.rain(day.From(at)) >= pouredMM: // a cloudburst
	case kg >= putOnKg && byDay:
		t.note(at, PutOn, kg)
	case kg <= -swarmToKg:
		t.note(at, TakenOff, kg)
	case kg <= -swarmFromKg && byDay && !t.madeUp(i, -kg):
		t.note(at, SwarmLeft, kg)
	}
}

// madeUp reports whether a fall is made up for in the hours after it: a lid that was lifted.
func (t *teller) madeUp(i int, fell float64) bool {
	for k := i + 1; k < len(t.rs) && t.rs[k].At.Sub(t.rs[i].At) <= stepHours*time.Hour; k++ {
		if t.rs[k].Kg-t.rs[i].Kg >= cameBack*fell {
			return true
		}
	}
	return false
}

func (t *teller) note(at time.Time, what What, kg float64) {
	d := day.From(at)
	t.out = append(t.out, Happened{d, at, what, kg})
	t.jumps[d] += kg
}

// nightsAndDays tells rain by what it adds in some hours of a wet day, and robbing by what dry days take.
func (t *teller) nightsAndDays() {
	night, byDay := map[day.Day]float64{}, map[day.Day]float64{}
	rise, fall := map[day.Day]float64{}, map[day.Day]float64{} // the largest at once
	known := map[day.Day]int{}
	first, last := day.Day(math.MaxInt32), day.Day(0)
	for i := 1; i < len(t.rs); i++ {
		a, b := t.rs[i-1], t.rs[i]
		kg, took := b.Kg-a.Kg, b.At.Sub(a.At)
		if took <= 0 || took > stepHours*time.Hour {
			continue
		}
		at := b.At.In(t.zone)
		d := day.From(at)
		first, last = min(first, d), max(last, d)
		known[d]++
		if kg < pouredKg {
			rise[d] = max(rise[d], kg)
		}
		if kg > -swarmFromKg {
			fall[d] = max(fall[d], -kg)
		}
		switch h := at.Hour(); {
		case h >= dayFrom && h < dayTo:
			byDay[d] += kg
		case h >= dayTo:
			night[d+1] += kg
		default:
			night[d] += kg
		}
	}
	held := 0.0 // water in the wood, as far as it was told
	for d := first; d <= last; d++ {
		if known[d] == 0 {
			continue
		}
		if t.rain(d) >= rainFromMM {
			if rise[d] >= rainAddsKg {
				t.out = append(t.out, Happened{d, time.Time{}, RainIn, rise[d]})
				held = min(held+rise[d], pouredKg)
			}
			continue
		}
		// What dries was in the wood in the morning: of rain that is known, and of what a night added.
		dries := max(driesMost*held, night[d], 0)
		held *= 1 - driesMost
		if took := -(byDay[d] - t.jumps[d]) - dries; took >= robbedFromKg && fall[d] <= atOnce*took {
			t.out = append(t.out, Happened{d, time.Time{}, Robbed, -took})
		}
	}
}
