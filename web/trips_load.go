package web

import (
	"fmt"
	"strings"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/stock"
	"kembo/core/words"
)

func tripLoadOf(l app.TripLoad, t app.Trips) tripLoad {
	u := t.Units
	of := l.Need
	if !twoKinds(t.Load, l) {
		of.Of = ""
	}
	x := tripLoad{What: needOf(of, u), Codes: strings.Join(l.Codes, ", ")}
	var parts []string
	if l.Combs > 1 {
		parts = append(parts, fmt.Sprintf("%d combs each", l.Combs))
	}
	if l.WeighsKg > 0 {
		parts = append(parts, massOf(l.WeighsKg, u))
	}
	if l.Litres > 0 && l.Unit != measure.Litre.Name {
		parts = append(parts, volumeOf(l.Litres, u))
	}
	x.Weighs = strings.Join(parts, ", ")
	for _, s := range l.Store {
		x.Store = append(x.Store, tripStoreOf(s, u))
	}
	return x
}

// twoKinds reports whether a load is of more than one kind of box, so that which one needs saying.
func twoKinds(all []app.TripLoad, l app.TripLoad) bool {
	for _, x := range all {
		if x.What == l.What && x.Of != l.Of {
			return true
		}
	}
	return false
}

// storeNames are items as a load has them.
var storeNames = map[stock.Kind]string{
	stock.Box: "empty boxes", stock.Light: "light combs", stock.Dark: "dark combs", stock.Foundation: "sheets of foundation",
	stock.Excluder: "excluders", stock.Sugar: "sugar",
}

// tripStoreOf says whether the store has what a load takes of it.
func tripStoreOf(s app.StoreLine, u measure.Units) tripStore {
	amount := func(n float64) string {
		if s.Kind == stock.Sugar {
			return massOf(n, u)
		}
		return fmt.Sprintf("%.0f", n)
	}
	name := storeNames[s.Kind]
	switch {
	case !s.Counted:
		return tripStore{Say: name + ": never counted"}
	case s.Short() > 0:
		return tripStore{Say: fmt.Sprintf("%s: %s short, %s in store", name, amount(s.Short()), amount(s.Has)), Short: true}
	}
	return tripStore{Say: fmt.Sprintf("%s: %s of %s in store", name, amount(s.Takes), amount(s.Has))}
}

// tripShortOf says who gets the drawn combs.
func tripShortOf(c app.CombsShort, u measure.Units) tripShort {
	x := tripShort{Say: fmt.Sprintf(
		"%s: %d drawn combs are wanted and %d are in store. They go where they store the most; over all hives that is about %s less "+
			"than with drawn combs for all.", c.Frame, c.Wants, c.Has, massOf(c.LostKg, u),
	)}
	if c.ReadyCombs > 0 {
		x.Early = fmt.Sprintf(
			"%s that can come off now hold %d such combs: pulled and extracted first, they would make up for %d of the %d that are missing.",
			words.Capital(words.Count(c.ReadyBoxes, "ripe super", "ripe supers")), c.ReadyCombs, min(c.ReadyCombs, c.Wants-c.Has),
			c.Wants-c.Has,
		)
	}
	if c.Baits > 0 {
		x.Bait = fmt.Sprintf("%s over: one into the middle of each super of foundation, as a bait.",
			words.Capital(words.Count(c.Baits, "drawn comb is", "drawn combs are")))
	}
	for _, s := range c.Shares {
		r := tripShare{Code: s.Code}
		var gets []string
		if s.Drawn > 0 {
			gets = append(gets, words.Count(s.Drawn, "drawn super", "drawn supers"))
		}
		if s.Foundation > 0 {
			gets = append(gets, words.Count(s.Foundation, "super of foundation", "supers of foundation")+", no excluder under it until it is begun")
		}
		if len(gets) == 0 {
			gets = []string{"none: foundation would bring nothing"}
		}
		r.Gets = strings.Join(gets, " and ")
		if s.LostKg >= 0.1 {
			r.Lost = massOf(s.LostKg, u) + " less"
		}
		x.Rows = append(x.Rows, r)
	}
	return x
}
