package arrange

import (
	"fmt"
	"slices"

	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/places"
)

// Goal is what combs are arranged for.
type Goal struct {
	Key  string
	Name string
	// starts returns what a search may begin with; none where the hive has nothing of what it is about.
	starts func(st hive.Stack, c places.Conditions, id func() string) []start
	// lacks returns what an arrangement lacks of the goal, minutes.
	lacks func(*search) float64
	// bound returns what no arrangement costs less than.
	bound func(st hive.Stack, c places.Conditions) float64
}

// What it is worth that a goal is met, for each comb of what it asks, and that a comb of brood stays in the hive, minutes.
// Source: none; guesses, well over the work of handling a comb.
const askedMinutes, broodMinutes = 40.0, 60.0

// What it is worth that other combs stay when something has to leave. Source: none; guesses.
const pollenStays, honeyKgStays, otherStays, emptyStays = 8.0, 2.0, 4.0, 0.5

// Goals are those that a hive may be arranged for, in the order of a form.
func Goals(st hive.Stack, c places.Conditions) []Goal {
	all := []Goal{Together(), Ladder(), Edges(), Renewed()}
	for n := len(nestOf(st)) - 1; n > 0; n-- {
		all = append(all, ToBoxes(n))
	}
	var out []Goal
	for _, g := range all {
		if len(g.starts(st, c, func() string { return "" })) > 0 {
			out = append(out, g)
		}
	}
	return out
}

// Together brings the nest in order in the boxes that it has.
func Together() Goal {
	return Goal{
		Key: "together", Name: "The nest in order",
		starts: func(st hive.Stack, _ places.Conditions, _ func() string) []start {
			if broodBox(st) < 0 {
				return nil
			}
			return []start{{stack: st}}
		},
		lacks: func(s *search) float64 { return s.leaves() },
		bound: boundTogether,
	}
}

// ladderCombs and edgeCombs are how many combs go up, and are hung beside the nest. Source: common practice.
const ladderCombs, edgeCombs = 2, 2

// Ladder hangs combs of brood into the box over the brood, so that the bees come up.
func Ladder() Goal {
	return Goal{
		Key: "ladder", Name: fmt.Sprintf("%d combs of brood up", ladderCombs),
		starts: func(st hive.Stack, _ places.Conditions, _ func() string) []start {
			i := broodBox(st)
			if i < 0 || i+1 >= len(st.Boxes) || st.Boxes[i+1].Super || broodIn(st.Boxes[i+1]) >= ladderCombs ||
				broodIn(st.Boxes[i]) < 2*ladderCombs || st.Boxes[i].Format.Frame != st.Boxes[i+1].Format.Frame {
				return nil
			}
			return []start{{stack: st}}
		},
		lacks: func(s *search) float64 {
			up, capped := 0, 0.0
			at := s.main + 1
			for k, c := range s.view.Combs[at] {
				if c.Class == places.Brood && up < ladderCombs {
					f := s.combs[s.at[s.first[at]+k]].frame
					up++
					capped += (f.A[comb.Brood] + f.B[comb.Brood]) / 2
				}
			}
			return askedMinutes*float64(ladderCombs-up) + (float64(up) - capped) + s.leaves()
		},
		bound: func(st hive.Stack, _ places.Conditions) float64 {
			i := broodBox(st)
			up := ladderCombs - broodIn(st.Boxes[i+1])
			return min(askedMinutes*float64(up), toReach(st, i)+2*combMinutes*float64(up))
		},
	}
}

// Edges hangs empty drawn combs beside the brood, one at each edge, for combs from the walls.
func Edges() Goal {
	return Goal{
		Key: "edges", Name: fmt.Sprintf("%d drawn combs at the edges of the nest", edgeCombs),
		starts: func(st hive.Stack, _ places.Conditions, id func() string) []start {
			i := broodBox(st)
			if i < 0 || len(st.Boxes[i].Frames)-broodIn(st.Boxes[i]) < edgeCombs {
				return nil
			}
			x := start{stack: st}
			for range edgeCombs {
				x.comes = append(x.comes, hive.Frame{ID: id(), A: comb.Shares{comb.Empty: 1}, B: comb.Shares{comb.Empty: 1}})
			}
			return []start{x}
		},
		lacks: func(s *search) float64 {
			at := s.main
			row := s.view.Combs[at]
			beside := 0
			for k := range row {
				came := s.combs[s.at[s.first[at]+k]].from.box < 0
				if came && (k > 0 && row[k-1].Class == places.Brood) != (k+1 < len(row) && row[k+1].Class == places.Brood) {
					beside++
				}
			}
			return askedMinutes*float64(edgeCombs-beside) + s.leaves()
		},
		bound: func(st hive.Stack, _ places.Conditions) float64 {
			return min(askedMinutes*edgeCombs, toReach(st, broodBox(st))+queenMinutes+2*combMinutes*edgeCombs)
		},
	}
}

// Renewed takes combs out that should come out and are empty, drawn ones for them, and hangs those that are not at a wall.
func Renewed() Goal {
	return Goal{
		Key: "renewed", Name: "Old combs out",
		starts: func(st hive.Stack, c places.Conditions, id func() string) []start {
			due, empty := dueIn(st, c)
			if due == 0 {
				return nil
			}
			x := start{stack: st}
			for range empty {
				x.comes = append(x.comes, hive.Frame{ID: id(), A: comb.Shares{comb.Empty: 1}, B: comb.Shares{comb.Empty: 1}})
			}
			return []start{x}
		},
		lacks: func(s *search) float64 {
			out := 0
			for _, a := range s.out {
				if s.combs[s.at[a]].from.box < 0 { // it has not come
					out++
				}
			}
			for _, row := range s.view.Combs {
				for _, c := range row {
					if c.Due && c.Class == places.Empty {
						out++
					}
				}
			}
			return askedMinutes/2*float64(out) + s.leaves()
		},
		bound: func(st hive.Stack, c places.Conditions) float64 {
			_, empty := dueIn(st, c)
			if empty == 0 {
				return 0
			}
			return min(askedMinutes*float64(empty), openMinutes+queenMinutes+(2*combMinutes+emptyStays)*float64(empty))
		},
	}
}

// dueIn counts the combs of a nest that should come out, and those of them that are empty.
func dueIn(st hive.Stack, c places.Conditions) (due, empty int) {
	for _, b := range st.Boxes {
		for _, f := range b.Frames {
			if b.Super || !c.Due[f.ID] {
				continue
			}
			due++
			if places.ClassOf(f) == places.Empty {
				empty++
			}
		}
	}
	return due, empty
}

// ToBoxes leaves a nest so many boxes, with the combs that matter.
func ToBoxes(n int) Goal {
	boxes := "box"
	if n > 1 {
		boxes = "boxes"
	}
	return Goal{
		Key: fmt.Sprintf("to-%d", n), Name: fmt.Sprintf("The nest in %d %s", n, boxes),
		starts: func(st hive.Stack, _ places.Conditions, _ func() string) []start {
			var out []start
			for _, stay := range choices(nestOf(st), n) {
				x := st.Clone()
				for i := len(x.Boxes) - 1; i >= 0; i-- {
					if !x.Boxes[i].Super && !slices.Contains(stay, i) {
						x, _, _ = x.RemoveBox(i)
					}
				}
				out = append(out, start{stack: x})
			}
			return out
		},
		lacks: func(s *search) float64 { return s.leaves() },
		bound: func(st hive.Stack, _ places.Conditions) float64 {
			least := -1.0
			for _, stay := range choices(nestOf(st), n) {
				m := openMinutes
				for i, b := range st.Boxes {
					if !b.Super && !slices.Contains(stay, i) {
						m += liftMinutes + queenMinutes + kgMinutes*b.LiftKg() + combMinutes*float64(broodIn(b))
					}
				}
				if least < 0 || m < least {
					least = m
				}
			}
			return least
		},
	}
}

// leaves returns what the combs are worth that leave the hive, minutes.
func (s *search) leaves() float64 {
	sum := 0.0
	for _, a := range s.out {
		sum += s.combs[s.at[a]].stays
	}
	return sum
}

// staysFor returns what it is worth that a comb stays in the hive; nothing for one that has yet to come.
func staysFor(class places.Class, honeyKg float64) float64 {
	switch class {
	case places.Brood:
		return broodMinutes
	case places.Pollen:
		return pollenStays
	case places.Honey:
		return honeyKgStays * honeyKg
	case places.Other:
		return otherStays
	}
	return emptyStays
}

// boundTogether: a comb handled ends at most one place where brood is parted; each that is not ended costs what the rule
// says.
func boundTogether(st hive.Stack, c places.Conditions) float64 {
	gaps, lowest, each := 0, -1, 0.0
	v := places.Of(st, st, c)
	for _, b := range v.Breaches() {
		if b.Rule.Key == "brood_parted" {
			gaps++
			each = b.Minutes
			if lowest < 0 {
				lowest = b.Box
			}
		}
	}
	if gaps == 0 {
		return 0
	}
	return min(float64(gaps)*each, openMinutes+combMinutes*float64(gaps))
}

// toReach returns what it takes to open a hive and lift all over a box off and back on, without kilograms.
func toReach(st hive.Stack, box int) float64 {
	return openMinutes + 2*liftMinutes*float64(len(st.Boxes)-1-box)
}

// nestOf returns the boxes of the nest.
func nestOf(st hive.Stack) (out []int) {
	for i, b := range st.Boxes {
		if !b.Super {
			out = append(out, i)
		}
	}
	return out
}

// broodIn counts the combs of brood in a box.
func broodIn(b hive.Box) int {
	n := 0
	for _, f := range b.Frames {
		if places.ClassOf(f) == places.Brood {
			n++
		}
	}
	return n
}

// broodBox returns the box of the nest with most combs of brood; -1 for none.
func broodBox(st hive.Stack) int {
	at, most := -1, 0
	for i, b := range st.Boxes {
		if n := broodIn(b); !b.Super && n > most {
			at, most = i, n
		}
	}
	return at
}

// choices returns all ways to take n of some numbers, in order.
func choices(of []int, n int) [][]int {
	if n == 0 {
		return [][]int{nil}
	}
	var out [][]int
	for i := 0; i+n <= len(of); i++ {
		for _, rest := range choices(of[i+1:], n-1) {
			out = append(out, append([]int{of[i]}, rest...))
		}
	}
	return out
}
