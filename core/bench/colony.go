package bench

import (
	"fmt"
	"math"

	"kembo/core/brood"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/mites"
	"kembo/core/queen"
)

var mitesCalc = Calculator{
	Name: "mites", Title: "Mite count", Asks: "Mites in a sample of bees",
	Fields: []Field{
		{Key: "count", Label: "Mites counted"},
		{Key: "bees", Label: "Bees", Group: "bees counted", Help: "count them when it matters"},
		{
			Key: "sample", Label: "Bees by volume", Unit: measure.Millilitre, Group: "by volume",
			Help: "half a US cup, 120 mL, is about 300",
		},
		{Key: "method", Label: "Method", Kind: Choice, Options: methodOptions(), Default: "wash"},
		{
			Key: "threshold", Label: "Act above, %", Default: "3", Setting: SettingMites,
			Help: "yours, for the season: guides say 2 in spring, 3 later; newer ones 1 to 2",
		},
	},
	Formula: "per cent = mites ÷ bees; interval: Clopper–Pearson, 95 %; adjusted = per cent ÷ the method’s recovery",
	Source: "Clopper and Pearson 1934; sample: Lee et al. 2010; recovery: Dietemann et al. 2013, Macedo et al. " +
		"2002. From memory.",
	Valid: "1 to 5,000 bees; counting error only: mites clump, and where in the hive the bees came from matters",
	Work:  workMites,
}

func methodOptions() []Option {
	var out []Option
	for _, m := range mites.Methods {
		out = append(out, Option{m.Key, m.Name})
	}
	return out
}

func workMites(in *Inputs) (Result, error) {
	if !in.Has("count") {
		return Result{}, errNothing
	}
	count := in.Count("count", 0, 5000)
	bees := 0
	var span measure.Range
	switch {
	case in.Has("bees"):
		bees = in.Count("bees", 1, 5000)
		span = measure.Exact(float64(bees))
	case in.Has("sample"):
		span = mites.BeesIn(in.Amount("sample", 0.005, 1) * 1000)
		bees = int(math.Round(span.Likely))
	default:
		in.fail("bees", "say how many bees, or their volume")
	}
	m, _ := mites.MethodFor(in.Choice("method"))
	act := in.Amount("threshold", 0.1, 20)
	if in.err != nil {
		return Result{}, in.err
	}
	r, err := mites.Of(count, bees)
	if err != nil {
		return Result{}, in.wrong("count", err)
	}
	adj := r.Percent / m.Recovery.Likely
	out := Result{Interval: &Interval{r.Low95, r.Percent, r.High95, act}, Values: []Value{
		percent("percent", "Found", r.Percent).main(),
		percent("low95", "95 % interval, low", r.Low95),
		percent("high95", "95 % interval, high", r.High95),
		{Key: "adjusted_percent", Label: "With what the method misses", Number: adj, Unit: "%", Digits: 2, Main: true},
		number("bees", "Bees", measure.Number, float64(bees)),
		percent("threshold_percent", "Act above", act),
	}}
	if in.Has("sample") && !in.Has("bees") {
		out.Say = append(
			out.Say,
			fmt.Sprintf(
				"That volume holds about %d bees, %.0f to %.0f by packing and size: %.1f to %.1f %%.", bees, span.Low,
				span.High, 100*float64(count)/span.High, min(100, 100*float64(count)/span.Low),
			),
		)
	}
	lo, hi := r.Low95/m.Recovery.Likely, r.High95/m.Recovery.Likely
	switch {
	case lo > act:
		out.Say = append(out.Say, fmt.Sprintf("Above %g %%, beyond doubt of counting.", act))
	case hi < act:
		out.Say = append(out.Say, fmt.Sprintf("Below %g %%, beyond doubt of counting. Count again in a month.", act))
	case adj > act:
		out.Say = append(out.Say, fmt.Sprintf("More likely above %g %% than below, but this sample cannot tell.", act))
	default:
		out.Say = append(out.Say, fmt.Sprintf("More likely below %g %% than above, but this sample cannot tell.", act))
	}
	out.Cautions = []string{"Treatments: the label is the law, supers off where it says so."}
	return out, nil
}

var tell = Calculator{
	Name: "sample", Title: "How many bees to sample", Asks: "Bees needed to tell one mite level from another",
	Fields: []Field{
		{Key: "low", Label: "To tell from, %", Default: "2"}, {Key: "high", Label: "this level, %", Default: "3"},
	},
	Formula: "the least sample in which the exact binomial test errs at most 1 in 20 at the lower level and finds " +
		"the higher 4 times in 5",
	Source: "binomial distribution; the two risks are common practice",
	Valid:  "0.1 to 50 %",
	Work: func(in *Inputs) (Result, error) {
		lo, hi := in.Amount("low", 0.1, 50), in.Amount("high", 0.1, 50)
		if in.err != nil {
			return Result{}, in.err
		}
		n, err := mites.BeesToTell(lo, hi)
		if err != nil {
			return Result{}, in.wrong("high", err)
		}
		return Result{
			Values: []Value{
				{Key: "bees_needed", Label: "Bees", Number: float64(n), Digits: 4, Main: true},
				{Key: "half_cups", Label: "Half cups of 300", Number: float64(n) / 300, Digits: 2},
			},
			Say: []string{
				fmt.Sprintf(
					"A yard’s samples add up: half a cup each from %.0f hives tells it of the yard.",
					math.Ceil(float64(n)/300),
				),
			},
		}, nil
	},
}

var broodCalc = Calculator{
	Name: "brood", Title: "Brood calendar", Asks: "Any stage seen on a day",
	Fields: []Field{
		{
			Key: "caste", Label: "Caste", Kind: Choice,
			Options: []Option{{"worker", "worker"}, {"drone", "drone"}, {"queen", "queen"}}, Default: "worker",
		},
		{
			Key: "stage", Label: "Seen", Kind: Choice,
			Options: []Option{{"laid", "laid"}, {"hatched", "hatched"}, {"capped", "capped"}, {"emerged", "emerged"}},
			Default: "laid",
		},
		{Key: "on", Label: "on", Kind: Date, Default: "today"},
	},
	Formula: "days after laying: worker 3, 9, 21, forager 41; drone 3, 10, 24, mature 37; queen 3, 8, 16, mature 22",
	Source: "Winston 1987 (worker emerges on day 19 to 22, drone 23 to 25, queen 15 to 17); first flights common " +
		"practice. From memory.",
	Valid: "a nest kept at 34 to 35 °C; chilled brood is slower",
	Work: func(in *Inputs) (Result, error) {
		caste, stage, on := brood.Caste(in.Choice("caste")), brood.Stage(in.Choice("stage")), in.Date("on")
		if in.err != nil {
			return Result{}, in.err
		}
		c, err := brood.From(caste, stage, on)
		if err != nil {
			return Result{}, in.wrong("stage", err)
		}
		mature := map[brood.Caste]string{
			brood.Worker: "Forages", brood.Drone: "Can mate", brood.Queen: "Can mate",
		}[caste]
		return Result{Values: []Value{
			dated("laid", "Laid", c.Laid), dated("hatched", "Hatches", c.Hatched),
			dated("capped", "Capped", c.Capped), dated("emerges", "Emerges", c.Emerges).main(),
			dated("flies", "First flights", c.Flies), dated("mature", mature, c.Mature).main(),
		}}, nil
	},
}

var requeen = Calculator{
	Name: "queen", Title: "Queen calendar", Asks: "From a split, graft, cell or virgin to eggs and foragers",
	Fields: []Field{
		{
			Key: "from", Label: "Counted from", Kind: Choice,
			Options: []Option{
				{"split", "a split that raises its own"}, {"graft", "a graft"}, {"capped", "a cell just capped"},
				{"emerged", "a virgin that came out"},
			},
			Default: "split",
		},
		{Key: "on", Label: "on", Kind: Date, Default: "today"},
	},
	Formula: "cell of a larva 1 to 3 days old: emerges after 10 to 14 days; graft 11 to 13; mating flights 6 to 14 " +
		"days on; eggs 8 to 14 days after emergence; bees 21, foragers 41 days after the egg",
	Source: "Winston 1987 and derived; mating window and the day to judge common practice. From memory.",
	Valid:  "weather fit for mating flights; bad weather adds its days",
	Work: func(in *Inputs) (Result, error) {
		from, on := queen.Start(in.Choice("from")), in.Date("on")
		if in.err != nil {
			return Result{}, in.err
		}
		q, err := queen.From(from, on)
		if err != nil {
			return Result{}, in.wrong("from", err)
		}
		span := func(key, label string, a, b string) Value {
			return Value{Key: key, Label: label, Text: a + " to " + b}
		}
		out := Result{Values: []Value{
			dated("emerges", "She emerges from", q.Emerges), dated("emerges_by", "at the latest", q.EmergesBy),
			span("mating", "Mating flights", q.FliesFrom.Short(), q.FliesTo.Short()),
			dated("first_eggs", "First eggs about", q.Lays).main(),
			dated("first_eggs_from", "not before", q.LaysFrom), dated("first_eggs_by", "usually by", q.LaysBy),
			dated("judge", "No eggs by then: she has failed", q.Judged),
			dated("first_bees", "Her first bees", q.FirstBees),
			dated("first_foragers", "Her first foragers", q.Foragers).main(),
		}}
		if q.BroodGone != 0 {
			out.Values = append(out.Values, dated("old_brood_gone", "Last of the old brood out", q.BroodGone))
			out.Say = []string{
				fmt.Sprintf(
					"No worker will emerge from %s to about %s: the split dwindles for %d days.", q.BroodGone.Short(),
					q.FirstBees.Short(), q.FirstBees-q.BroodGone,
				),
			}
		}
		out.Cautions = []string{
			"Keep out of the hive while she flies. Drones must fly before a split can raise a mated queen.",
		}
		return out, nil
	},
}

// beesLowPerDm2 is the other published number of bees on a dm2 of covered comb,
// used for the end of a range only. Source: the Liebefeld method, Imdorf et al.
// 1987, from memory.
const beesLowPerDm2 = 125

var bees = Calculator{
	Name: "bees", Title: "Bees and brood", Asks: "Seams, frames, cells and what will emerge",
	Fields: []Field{
		{
			Key: "capped-frames", Label: "Frames of capped brood", Group: "from capped brood",
			Help: "capped on both sides",
		},
		{
			Key: "full", Label: "capped to", Default: "1", Group: "from capped brood",
			Help: "1 is from bar to bar; 0.7 to 0.9 is usual",
		},
		{Key: "seams", Label: "Seams or frames of bees", Group: "from seams"},
		{Key: "cells", Label: "Cells of brood", Group: "from cells"},
		{Key: "format", Label: "Comb", Kind: Choice, Options: formatOptions(), Default: "langstroth-deep-10"},
		{Key: "on", Label: "seen on", Kind: Date, Default: "today"},
		{Key: "until", Label: "count to", Kind: Words, Help: "a day, as 2026-06-10; empty: until all are out, 12 days"},
	},
	Formula: "cells = 2 faces × area × 396 cells/dm²; a covered comb carries 138 bees/dm² a face (125 by the " +
		"other method); capped brood is all out in 12 days",
	Source: "Cells: geometry of 5.4 mm, Imdorf et al. 1987. Bees: Burgett and Burikam 1985, 2,430 on a deep comb. " +
		"From memory.",
	Valid: "worker brood; older bees die meanwhile",
	Work:  workBees,
}

func workBees(in *Inputs) (Result, error) {
	f := in.format("format")
	on := in.Date("on")
	per := 2 * f.Frame.WorkerCells()
	full := f.Frame.BeesAtFullCover()
	wide := full * beesLowPerDm2 / comb.BeesPerDm2
	switch {
	case in.Has("seams"):
		s := in.Amount("seams", 0, 60)
		n := s * full
		return Result{
			Values: []Value{
				{Key: "bees", Label: "Bees", Number: n, Digits: 2, Main: true},
				ranged(
					"frames_of_bees", "Frames covered", measure.Number,
					measure.Range{Low: s * wide / full, Likely: s, High: s * 1.1},
				),
			},
		}, in.err
	case in.Has("cells"), in.Has("capped-frames"):
		cells := 0.0
		low := 1.0
		if in.Has("cells") {
			cells = in.Amount("cells", 0, 200000)
		} else {
			share := in.Amount("full", 0.05, 1)
			cells = in.Amount("capped-frames", 0, 60) * per * share
			low = min(1, 0.7/share)
		}
		if in.err != nil {
			return Result{}, in.err
		}
		by := on + brood.CappedDays
		if in.Has("until") {
			d, err := day.Parse(in.Typed("until"))
			if err != nil {
				return Result{}, in.wrong("until", err)
			}
			if d < on {
				return Result{}, in.wrong("until", fmt.Errorf("%s is before %s, when it was seen", d, on))
			}
			// Capped cells are of all ages alike, so they come out evenly.
			by = min(by, d)
			cells *= float64(by-on) / brood.CappedDays
		}
		r := measure.Range{Low: cells * low / full, Likely: cells / full, High: cells / wide}
		return Result{
			Values: []Value{
				{Key: "bees", Label: "Bees that will emerge", Number: cells, Digits: 3, Main: true},
				ranged("frames_of_bees", "Frames they cover", measure.Number, r).main(), dated("by", "Out by", by),
				{Key: "frames_of_brood", Label: "Frames of brood they leave", Number: cells / per},
			},
			Say: []string{
				fmt.Sprintf(
					"They will cover %s to %s combs by %s, before older bees die.", measure.Digits(r.Low, 2),
					measure.Digits(r.High, 2), by.Short(),
				),
			},
		}, nil
	}
	return Result{}, errNothing
}
