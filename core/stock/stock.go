// Package stock is the ware that stands in store: boxes, combs, foundation, feeders,
// excluders, sugar. Nobody books it: what acts put on hives and took off is told by
// comparing stacks, and a count corrects it.
//
// Left out on purpose: what is ordered and what it costs.
package stock

import (
	"cmp"
	"slices"

	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
)

// Kind is what an item is.
type Kind string

// The kinds. Dark combs are those that stood in a nest, light ones those that did not:
// brood leaves its cocoons, and who extracts keeps them apart.
const (
	Box        Kind = "box"        // empty, of a format; by number
	Light      Kind = "light"      // drawn combs from supers, by number
	Dark       Kind = "dark"       // drawn combs from nests, by number
	Foundation Kind = "foundation" // frames with foundation, by number
	Feeder     Kind = "feeder"     // by number
	Excluder   Kind = "excluder"   // by number
	Insulation Kind = "insulation" // by number
	Sugar      Kind = "sugar"      // kg
)

// Kinds are all of them, in the order of a list.
var Kinds = []Kind{Box, Light, Dark, Foundation, Feeder, Excluder, Insulation, Sugar}

// Item is one line of a stock.
type Item struct {
	Kind Kind
	Of   string // a box's format by key, a comb's frame by name, a feeder's kind; else empty
}

// Move is so much of an item that came into store on a day; less than 0: it went out.
type Move struct {
	Day day.Day
	Item
	N float64
}

// halfDrawn is the share of foundation from which a comb is none yet. Source: none; guess.
const halfDrawn = 0.5

// combItem says what a frame is, in or out of a box.
func combItem(f hive.Frame, box hive.Box) Item {
	of := box.Format.Frame.Name
	if (f.A[comb.Foundation]+f.B[comb.Foundation])/2 > halfDrawn {
		return Item{Foundation, of}
	}
	if box.Super {
		return Item{Light, of}
	}
	return Item{Dark, of}
}

// Ware returns what a stack is made of.
func Ware(st hive.Stack) map[Item]float64 {
	out := map[Item]float64{}
	for _, b := range st.Boxes {
		out[Item{Box, b.Format.Key}]++
		for _, f := range b.Frames {
			out[combItem(f, b)]++
		}
	}
	return addGear(out, st)
}

func addGear(out map[Item]float64, st hive.Stack) map[Item]float64 {
	if st.ExcluderAbove > 0 {
		out[Item{Excluder, ""}]++
	}
	if st.Feeder.Kind != hive.NoFeeder {
		out[Item{Feeder, string(st.Feeder.Kind)}]++
	}
	if st.Insulation.On {
		out[Item{Insulation, ""}]++
	}
	return out
}

// Moved returns what came into store (more than 0) and went out of it as a hive became
// another. A frame that stays, wherever it hangs and whatever is in it, is no move.
func Moved(before, after hive.Stack) map[Item]float64 {
	out := map[Item]float64{}
	frames := func(st, other hive.Stack, sign float64) {
		for _, b := range st.Boxes {
			if other.BoxAt(b.ID) < 0 {
				out[Item{Box, b.Format.Key}] += sign
			}
			for _, f := range b.Frames {
				if _, stays := other.PlaceOf(f.ID); !stays {
					out[combItem(f, b)] += sign
				}
			}
		}
	}
	frames(before, after, 1)
	frames(after, before, -1)
	for i, n := range addGear(map[Item]float64{}, before) {
		out[i] += n
	}
	for i, n := range addGear(map[Item]float64{}, after) {
		out[i] -= n
	}
	for i, n := range out {
		if n == 0 {
			delete(out, i)
		}
	}
	return out
}

// MovesOf returns moves of a day in the order of a list.
func MovesOf(on day.Day, all map[Item]float64) []Move {
	var out []Move
	for i, n := range all {
		out = append(out, Move{on, i, n})
	}
	slices.SortFunc(out, func(a, b Move) int { return Compare(a.Item, b.Item) })
	return out
}

// Compare orders items as a list does.
func Compare(a, b Item) int {
	return cmp.Or(cmp.Compare(slices.Index(Kinds, a.Kind), slices.Index(Kinds, b.Kind)), cmp.Compare(a.Of, b.Of))
}

// Count is how much of an item was counted in store on a day, when the day's work was
// done.
type Count struct {
	Day day.Day
	Item
	N float64
}

// Line is an item as it stands.
type Line struct {
	Item
	Counted *Count  // the last count; nil: never
	Moved   float64 // since it or, never counted, in all
	Now     float64 // 0 where it was never counted
}

// Lines returns how items stand after counts, the earliest first, and moves, in the
// order of a list. What moved on the day of a count is in the count.
func Lines(counts []Count, moves []Move) []Line {
	at := map[Item]*Line{}
	line := func(i Item) *Line {
		if at[i] == nil {
			at[i] = &Line{Item: i}
		}
		return at[i]
	}
	for _, c := range counts {
		if l := line(c.Item); l.Counted == nil || c.Day >= l.Counted.Day {
			l.Counted = &c
		}
	}
	for _, m := range moves {
		if l := line(m.Item); l.Counted == nil || m.Day > l.Counted.Day {
			l.Moved += m.N
		}
	}
	var out []Line
	for _, l := range at {
		if l.Counted != nil {
			l.Now = l.Counted.N + l.Moved
		}
		out = append(out, *l)
	}
	slices.SortFunc(out, func(a, b Line) int { return Compare(a.Item, b.Item) })
	return out
}
