// Package pull says on which day which yard's honey is pulled, so that hours, the extractor and the weather of the days to come are
// kept to at the least cost.
package pull

import (
	"cmp"
	"math"
	"slices"

	"kembo/core/day"
)

// Yard is what is to be pulled in a yard.
type Yard struct {
	ID           string
	Hives, Boxes int
	Kg           float64 // of honey
	DriveMinutes float64 // there and back
	Last         day.Day // on which it has to be off, as before a treatment; 0: any
	WaitKgDay    float64 // what a day of waiting costs, kg of honey
}

// Day is a day on which one may pull.
type Day struct {
	Day   day.Day
	Hours float64 // that there are for it; 0: none
	// BadKg is what its weather costs a yard that is pulled on it, kg of honey: bees that sit above, robbing, rain into boxes.
	BadKg float64
	// Shut says that no hive is opened on it.
	Shut bool
}

// Rules are those of the producer.
type Rules struct {
	// Boards says that clearer boards go on the day before; else bees are brushed or blown off on the day itself.
	Boards        bool
	BoardMinutes  float64 // a hive
	BoxMinutes    float64 // a box
	ExtractKgDay  float64 // that the extractor does in a day; 0: any
	ExtractDayKg  float64 // what a day of extracting costs to set up and wash up, kg of honey
	MinuteKg      float64 // what a minute of work is worth, kg of honey
	OverHourKg    float64 // what an hour over those of a day costs
	TooMuchKgEach float64 // what each kg over what the extractor does in a day costs, as it has to wait warm
}

// Usual are the rules where a keeper has not said otherwise. Source: common practice; guesses.
var Usual = Rules{
	Boards: true, BoardMinutes: 6, BoxMinutes: 4, ExtractKgDay: 250, ExtractDayKg: 10, MinuteKg: 0.05, OverHourKg: 20, TooMuchKgEach: 0.3,
}

// leadDays are the days that boards lie before the boxes come off. Source: common practice: one, two at most.
const leadDays = 1

// Plan is a day for each yard, in their order: an index of a day, -1 where it is not pulled.
type Plan struct {
	On     []int
	CostKg float64
	Loads  []Load // of each day
}

// Load is what a day comes to.
type Load struct {
	Boards, Pulls []int // yards, by index
	Minutes       float64
	Boxes         int
	Kg            float64 // pulled
	OverHours     float64
	OverKg        float64 // more than the extractor does in a day
}

// notPulledKg is what a yard costs whose honey is not pulled in the days given, beside that itself. Source: none; so much that it is
// always better pulled late in the day than not at all.
const notPulledKg = 500

// Lay returns the days on which yards are pulled that cost the least. For few yards it is exact; for many it is as good as moving
// and swapping any of them can make it from several starts.
func Lay(yards []Yard, days []Day, r Rules) Plan {
	p := planner{yards, days, r}
	start := make([]int, len(yards))
	for i := range start {
		start[i] = -1
	}
	best := Plan{On: slices.Clone(start), CostKg: p.cost(start)}
	if len(yards) <= exactYards {
		on := slices.Clone(start)
		p.all(on, 0, &best)
	} else {
		for _, order := range p.orders() {
			on := slices.Clone(start)
			for _, i := range order { // one after the other where it fits best
				p.place(on, i)
			}
			p.improve(on)
			if c := p.cost(on); c < best.CostKg {
				best = Plan{On: slices.Clone(on), CostKg: c}
			}
		}
	}
	best.Loads = p.loads(best.On)
	return best
}

// exactYards is up to how many yards all plans are looked at. Rounding: 10 days and four yards are 15,000 plans.
const exactYards = 4

type planner struct {
	yards []Yard
	days  []Day
	rules Rules
}

// may reports whether a yard can be pulled on a day.
func (p planner) may(yard, on int) bool {
	y, d := p.yards[yard], p.days[on]
	if d.Shut || y.Last > 0 && d.Day > y.Last {
		return false
	}
	return !p.rules.Boards || on >= leadDays && !p.days[on-leadDays].Shut
}

// all tries all days for the yards from one on.
func (p planner) all(on []int, from int, best *Plan) {
	if from == len(on) {
		if c := p.cost(on); c < best.CostKg {
			best.On, best.CostKg = slices.Clone(on), c
		}
		return
	}
	for d := range p.days {
		if p.may(from, d) {
			on[from] = d
			p.all(on, from+1, best)
		}
	}
	on[from] = -1
	p.all(on, from+1, best)
}

// orders are the orders in which yards are placed: by what waiting costs, by their last day, by their honey, the largest first.
func (p planner) orders() [][]int {
	var out [][]int
	for _, by := range []func(a, b Yard) int{
		func(a, b Yard) int { return cmp.Compare(b.WaitKgDay, a.WaitKgDay) },
		func(a, b Yard) int { return cmp.Compare(lastOr(a), lastOr(b)) },
		func(a, b Yard) int { return cmp.Compare(b.Kg, a.Kg) },
		func(a, b Yard) int { return cmp.Compare(a.Kg, b.Kg) },
	} {
		order := make([]int, len(p.yards))
		for i := range order {
			order[i] = i
		}
		slices.SortStableFunc(order, func(i, k int) int { return by(p.yards[i], p.yards[k]) })
		out = append(out, order)
	}
	return out
}

func lastOr(y Yard) day.Day {
	if y.Last > 0 {
		return y.Last
	}
	return math.MaxInt32
}

// place puts a yard on the day on which it costs the least, with the others as they are.
func (p planner) place(on []int, yard int) bool {
	was, best := on[yard], on[yard]
	least := p.cost(on)
	for d := -1; d < len(p.days); d++ {
		if d >= 0 && !p.may(yard, d) {
			continue
		}
		on[yard] = d
		if c := p.cost(on); c < least-1e-9 {
			least, best = c, d
		}
	}
	on[yard] = best
	return best != was
}

// improve moves yards, and swaps the days of two, until nothing gets better.
func (p planner) improve(on []int) {
	for better := true; better; {
		better = false
		for i := range on {
			better = p.place(on, i) || better
		}
		for i := range on {
			for k := i + 1; k < len(on); k++ {
				a, b := on[i], on[k]
				if a == b || a >= 0 && !p.may(k, a) || b >= 0 && !p.may(i, b) {
					continue
				}
				before := p.cost(on)
				on[i], on[k] = b, a
				if p.cost(on) < before-1e-9 {
					better = true
				} else {
					on[i], on[k] = a, b
				}
			}
		}
	}
}

// loads returns what each day comes to.
func (p planner) loads(on []int) []Load {
	out := make([]Load, len(p.days))
	for i, d := range on {
		if d < 0 {
			continue
		}
		y := p.yards[i]
		l := &out[d]
		l.Pulls = append(l.Pulls, i)
		l.Minutes += y.DriveMinutes + p.rules.BoxMinutes*float64(y.Boxes)
		l.Boxes += y.Boxes
		l.Kg += y.Kg
		if p.rules.Boards {
			b := &out[d-leadDays]
			b.Boards = append(b.Boards, i)
			b.Minutes += y.DriveMinutes + p.rules.BoardMinutes*float64(y.Hives)
		}
	}
	for d := range out {
		l := &out[d]
		const hour = 60
		l.OverHours = max(0, l.Minutes/hour-p.days[d].Hours)
		if p.rules.ExtractKgDay > 0 {
			l.OverKg = max(0, l.Kg-p.rules.ExtractKgDay)
		}
	}
	return out
}

// cost is what a plan costs, kg of honey.
func (p planner) cost(on []int) float64 {
	kg := 0.0
	for i, d := range on {
		y := p.yards[i]
		if d < 0 {
			kg += notPulledKg + y.Kg + y.WaitKgDay*float64(len(p.days))
			continue
		}
		kg += y.WaitKgDay*float64(d) + p.days[d].BadKg
	}
	for _, l := range p.loads(on) {
		kg += p.rules.MinuteKg*l.Minutes + p.rules.OverHourKg*l.OverHours + p.rules.TooMuchKgEach*l.OverKg
		if len(l.Pulls) > 0 {
			kg += p.rules.ExtractDayKg
		}
	}
	return kg
}
