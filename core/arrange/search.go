package arrange

import (
	"slices"

	"kembo/core/hive"
	"kembo/core/places"
	"kembo/core/sheet"
)

// spot is where a comb may hang: a slot of a box that stands afterwards, or, with a box of -1, out of the hive.
type spot struct{ box, slot int }

// search is an arrangement that is changed until it is a cheap one.
type search struct {
	goal   Goal
	before hive.Stack
	after  hive.Stack   // the arrangement
	view   *places.View // of it; both are changed in place
	combs  []piece
	spots  []spot
	at     []int // comb of each spot
	out    []int // spots out of the hive
	first  []int // first spot of each box afterwards

	row    [][]int // combs of each box before
	was    []int   // box before of each box afterwards; -1: it is new
	goes   []bool  // of each box before: it does not stand afterwards
	boxKg  []float64
	length [2][]int // room of inOrder
	main   int      // box with most brood
	tries  int
}

// piece is a comb.
type piece struct {
	frame hive.Frame
	class places.Class
	from  spot           // before; box -1: it is new
	kg    []float64      // by the box that it hangs in
	seen  []places.Comb  // the same
	stays float64        // what it is worth that it stays in the hive, minutes
	part  hive.BoxFormat // whose combs it fits
}

func newSearch(g Goal, before hive.Stack, from start, c places.Conditions) *search {
	s := &search{
		goal: g, before: before, main: broodBox(before), after: from.stack.Clone(), view: places.Of(before, from.stack, c),
	}
	number := map[string]int{}
	add := func(f hive.Frame, at spot, fits hive.BoxFormat) {
		number[f.ID] = len(s.combs)
		s.combs = append(s.combs, piece{frame: f, class: places.ClassOf(f), from: at, part: fits})
	}
	for i, b := range before.Boxes {
		var row []int
		for k, f := range b.Frames {
			row = append(row, len(s.combs))
			add(f, spot{i, k}, b.Format)
			s.combs[len(s.combs)-1].stays = staysFor(places.ClassOf(f), b.FrameHoneyKg(f))
		}
		s.row = append(s.row, row)
		s.boxKg = append(s.boxKg, b.LiftKg())
		s.goes = append(s.goes, from.stack.BoxAt(b.ID) < 0)
	}
	for _, f := range from.comes {
		add(f, spot{box: -1}, before.Boxes[0].Format)
	}
	in := make([]bool, len(s.combs))
	for i, b := range from.stack.Boxes {
		s.was = append(s.was, before.BoxAt(b.ID))
		s.first = append(s.first, len(s.spots))
		for k, f := range b.Frames {
			s.spots, s.at = append(s.spots, spot{i, k}), append(s.at, number[f.ID])
			in[number[f.ID]] = true
		}
	}
	for n := range s.combs {
		if !in[n] {
			s.out = append(s.out, len(s.spots))
			s.spots, s.at = append(s.spots, spot{box: -1}), append(s.at, n)
		}
	}
	for n := range s.combs {
		for _, b := range from.stack.Boxes {
			one := b
			one.Frames = []hive.Frame{s.combs[n].frame}
			bare := b
			bare.Frames = nil
			kg := one.LiftKg() - bare.LiftKg()
			kg += b.FrameHoneyKg(s.combs[n].frame) - one.HoneyKg() // as thick as it hangs there
			s.combs[n].kg = append(s.combs[n].kg, kg)
			at := s.combs[n].from
			s.combs[n].seen = append(s.combs[n].seen, c.CombIn(
				before, hive.Place{Box: at.box, Slot: at.slot}, at.box >= 0, s.combs[n].frame, b))
		}
	}
	most := 0
	for _, b := range before.Boxes {
		most = max(most, len(b.Frames))
	}
	s.length = [2][]int{make([]int, most+64), make([]int, most+64)}
	return s
}

// fits reports whether the combs of two spots may change places.
func (s *search) fits(a, b int) bool {
	if s.spots[a].box < 0 && s.spots[b].box < 0 || s.fixed(a) || s.fixed(b) {
		return false
	}
	return s.combs[s.at[a]].part.Frame == s.combs[s.at[b]].part.Frame
}

// fixed reports whether the comb of a spot is none of the goal's business.
func (s *search) fixed(a int) bool {
	i := s.spots[a].box
	return i >= 0 && s.view.Super[i]
}

func (s *search) swap(a, b int) {
	s.at[a], s.at[b] = s.at[b], s.at[a]
	s.hang(a)
	s.hang(b)
}

// slide hangs the comb of a spot at another of its box; those between move up.
func (s *search) slide(a, b int) {
	step := 1
	if b < a {
		step = -1
	}
	for k := a; k != b; k += step {
		s.at[k], s.at[k+step] = s.at[k+step], s.at[k]
		s.hang(k)
	}
	s.hang(b)
}

// slidePair hangs the comb of a spot and the next one, together, at another of their box, and returns what hung from there on.
func (s *search) slidePair(a, b int) (was []int) {
	low, high := min(a, b), max(a+1, b)
	was = slices.Clone(s.at[low : high+1])
	if b > a {
		s.slide(a, b)
		s.slide(a, b)
	} else {
		s.slide(a+1, b)
		s.slide(a+1, b)
	}
	return was
}

// restoreFrom hangs again what hung at the spots from low to high.
func (s *search) restoreFrom(was []int, low, high int) {
	copy(s.at[low:high+1], was)
	for k := low; k <= high; k++ {
		s.hang(k)
	}
}

// hang notes in the view which comb hangs at a spot.
func (s *search) hang(a int) {
	if p := s.spots[a]; p.box >= 0 {
		c := &s.combs[s.at[a]]
		s.view.Combs[p.box][p.slot] = c.seen[p.box]
	}
}

func (s *search) keep() []int { return slices.Clone(s.at) }

func (s *search) restore(at []int) {
	copy(s.at, at)
	for a := range s.spots {
		s.hang(a)
	}
}

// cost returns what the arrangement costs, minutes.
func (s *search) cost() float64 { return s.work() + s.view.Minutes() + s.goal.lacks(s) }

// Of a sheet, as [sheet.Of] counts them; held to it by a test.
const openMinutes, liftMinutes, combMinutes, queenMinutes = 2.0, 1.0, 1.5, 5.0

// work returns what hands take, minutes.
func (s *search) work() float64 {
	handled, queen := 0, false
	over := s.view.Over
	for i, was := range s.was {
		in := s.at[s.first[i] : s.first[i]+len(s.view.Combs[i])]
		if was < 0 {
			continue
		}
		handled += len(in) - s.inOrder(s.row[was], in)
		for _, n := range in { // of the nest, to where she may not be
			f := s.combs[n].from
			if f.box >= 0 && f.box != was && !s.before.Boxes[f.box].Super && (s.view.Super[i] || over > 0 && i >= over) {
				queen = true
			}
		}
	}
	for _, a := range s.out {
		f := s.combs[s.at[a]].from
		if f.box < 0 || s.goes[f.box] { // it did not come, or goes with its box
			continue
		}
		handled++
		queen = queen || !s.before.Boxes[f.box].Super
	}
	stay := s.stays()
	if stay == len(s.before.Boxes) && stay == len(s.was) && handled == 0 {
		return 0
	}
	m := openMinutes + combMinutes*float64(handled)
	if queen {
		m += queenMinutes
	}
	for i := stay; i < len(s.before.Boxes); i++ {
		m += liftMinutes + kgMinutes*s.boxKg[i]
		if s.goes[i] && !s.before.Boxes[i].Super {
			m += queenMinutes // it is looked over
		}
	}
	for i := stay; i < len(s.was); i++ {
		kg := s.after.Boxes[i].Format.BoxTareKg
		for k := range s.view.Combs[i] {
			kg += s.combs[s.at[s.first[i]+k]].kg[i]
		}
		m += liftMinutes + kgMinutes*kg
	}
	return m
}

// stays returns how many boxes, from the floor, are not lifted.
func (s *search) stays() int {
	n := 0
	for n < min(len(s.before.Boxes), len(s.was)) && s.was[n] == n && (n == 0 || s.alike(n-1)) {
		n++
	}
	return n
}

// alike reports whether the same combs hang in a box in the same order.
func (s *search) alike(i int) bool {
	return s.was[i] == i && slices.Equal(s.row[i], s.at[s.first[i]:s.first[i]+len(s.view.Combs[i])])
}

// inOrder returns how many combs hang in both rows in the same order.
func (s *search) inOrder(a, b []int) int {
	last, row := s.length[0][:len(b)+1], s.length[1][:len(b)+1]
	clear(last)
	clear(row)
	for _, x := range a {
		for k, y := range b {
			if x == y {
				row[k+1] = last[k] + 1
			} else {
				row[k+1] = max(last[k+1], row[k])
			}
		}
		last, row = row, last
	}
	return last[len(b)]
}

// result tells the arrangement that stands.
func (s *search) result() Result {
	r := Result{After: s.stack(), Cost: s.cost(), Minutes: s.work()}
	r.Sheet, _ = sheet.Of(s.before, r.After, 0) // combs are in it once: they were in the hive
	r.View = places.Of(s.before, r.After, s.view.Conditions)
	r.Breaches = r.View.Breaches()
	return r
}

// stack returns the arrangement as a hive.
func (s *search) stack() hive.Stack {
	st := s.after.Clone()
	for a, p := range s.spots {
		if p.box >= 0 {
			st.Boxes[p.box].Frames[p.slot] = s.combs[s.at[a]].frame
		}
	}
	return st
}

// ideal hangs the combs as one would who builds the hive anew: in its boxes what is worth most, brood in the middle, pollen
// beside it, then room, honey outside.
func (s *search) ideal() {
	for a := range s.spots { // what matters stays in
		for _, o := range s.out {
			if s.spots[a].box >= 0 && s.fits(a, o) && s.combs[s.at[o]].stays > s.combs[s.at[a]].stays {
				s.swap(a, o)
			}
		}
	}
	for i, row := range s.view.Combs {
		if s.view.Super[i] {
			continue
		}
		var by [places.Bare + 1][]int
		for k := range row {
			n := s.at[s.first[i]+k]
			by[s.combs[n].class] = append(by[s.combs[n].class], n)
		}
		var left, right []int
		for _, c := range []places.Class{places.Bare, places.Unknown, places.Honey, places.Other, places.Empty, places.Pollen} {
			half := (len(by[c]) + 1) / 2
			left, right = append(left, by[c][:half]...), append(slices.Clone(by[c][half:]), right...)
		}
		copy(s.at[s.first[i]:], slices.Concat(left, by[places.Brood], right))
	}
	s.restore(s.at)
}
