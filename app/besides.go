package app

import (
	"context"
	"maps"
	"math"
	"slices"

	"kembo/core/assessment"
	"kembo/core/colony"
)

// besides works those out again that could do with another hive of the yard, where the others were not known when
// they were worked out, or are no more what they were then: a yard's plans are told by what all its hives were found
// to be, whichever was written down first.
func (b *batch) besides(ctx context.Context) error {
	near, err := b.s.standingsOf(ctx, b.y)
	if err != nil {
		return err
	}
	b.pairs = pairsOf(near)
	looked := 0
	for _, x := range near {
		if x.Looked > 0 {
			looked++
		}
	}
	others := changed(b.before, near)
	todo := slices.DeleteFunc(b.asked, func(w work) bool {
		one := len(others) == 1 && others[0] == w.colony.Code
		return looked-1 <= len(w.by.others) && (len(others) == 0 || one)
	})
	if len(others) > 0 { // and who is not of the batch, but has a plan with one that changed
		colonies, err := b.s.store.ColoniesOf(ctx, b.y.ID, int32(b.y.today))
		if err != nil {
			return err
		}
		for _, c := range colonies {
			i := slices.IndexFunc(near, func(x Standing) bool { return x.Colony == c.ID })
			again := func(w work) bool { return w.colony.ID == c.ID }
			if i >= 0 && plansWith(near[i], others) && !slices.ContainsFunc(todo, again) {
				todo = append(todo, work{colony: c})
			}
		}
	}
	b.asked = nil
	for part := range slices.Chunk(todo, atOnce) {
		if err := b.save(ctx, part); err != nil {
			return err
		}
	}
	return b.givers(ctx)
}

// givers works those out again whose plan does not give what another hive’s plan takes of them, or gives what none
// takes: what goes between two hives is planned at the one that needs it.
func (b *batch) givers(ctx context.Context) error {
	near, err := b.s.standingsOf(ctx, b.y)
	if err != nil {
		return err
	}
	was, is := atOdds(b.before), atOdds(near)
	maps.DeleteFunc(is, func(code, odds string) bool { return was[code] == odds }) // once: it may refuse
	if len(is) == 0 {
		return nil
	}
	colonies, err := b.s.store.ColoniesOf(ctx, b.y.ID, int32(b.y.today))
	if err != nil {
		return err
	}
	var todo []work
	for _, c := range colonies {
		if is[c.Code] != "" {
			todo = append(todo, work{colony: c})
		}
	}
	for part := range slices.Chunk(todo, atOnce) {
		if err := b.save(ctx, part); err != nil {
			return err
		}
	}
	return nil
}

// atOdds says of each hive that gives what none takes, or does not give what is taken of it, what that is, by code.
func atOdds(yard []Standing) map[string]string {
	takes, out := map[string]string{}, map[string]string{}
	for _, x := range yard {
		if n := x.neighbour(); n.Takes != "" {
			takes[n.Takes] = what(n.TakesWhat) + x.Code
		}
	}
	for _, x := range yard {
		if gives := x.gives(); x.Looked > 0 && gives != takes[x.Code] {
			out[x.Code] = gives + ", " + takes[x.Code]
		}
	}
	return out
}

// gives returns what a plan takes out, and the code of the hive for which it does; "" for none.
func (s Standing) gives() string {
	for _, a := range s.Advice {
		if a.Gives > 0 && a.With != "" {
			return what(a.What) + a.With
		}
	}
	return ""
}

func what(w colony.Ware) string {
	switch w {
	case colony.BroodCombs:
		return "brood for "
	case colony.Fliers:
		return "fliers for "
	}
	return "honey for "
}

// What of a hive is news to its yard: stores to spare, kg, or a share of its bees. Source: none; guesses: a comb of
// honey and a half, and what moves a union.
const spareNews, beesNews = 4.0, 0.3

// changed returns the codes of the hives that are to the others of their yard what they were not before.
func changed(before, now []Standing) []string {
	was := map[string]colony.Neighbour{}
	for _, x := range before {
		if x.Looked > 0 {
			was[x.Code] = x.neighbour()
		}
	}
	var out []string
	for _, x := range now {
		n := x.neighbour()
		o, ok := was[x.Code]
		if ok && (math.Abs(n.SpareKg-o.SpareKg) >= spareNews || math.Abs(n.Bees-o.Bees) > beesNews*o.Bees ||
			n.Health != o.Health || n.Queenless != o.Queenless || n.Known != o.Known ||
			(n.BroodPriceKg > 0) != (o.BroodPriceKg > 0)) {
			out = append(out, x.Code)
		}
	}
	return out
}

// plansWith reports whether a hive’s plan is with another of these.
func plansWith(x Standing, codes []string) bool {
	return slices.ContainsFunc(x.Advice, func(a StandingAdvice) bool { return a.With != "" && slices.Contains(codes, a.With) })
}

// asks notes that a colony could do with another hive of the yard, and what alarms the yard.
func (b *batch) asks(w work, a *assessment.Assessment) {
	alarm := (a.Situation.Health == colony.Suspect) != w.by.suspect
	asks := a.Situation.AsksNeighbours()
	b.mu.Lock()
	defer b.mu.Unlock()
	b.alarm = b.alarm || alarm
	if asks {
		b.asked = append(b.asked, work{colony: w.colony, by: around{others: w.by.others}})
	}
}
