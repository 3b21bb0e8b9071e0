// Package places is where combs should hang: brood together and over brood, pollen beside it, honey outside, room as one
// block between. Each rule has a file, a sentence, what would mend it, and what a breach of it is worth in minutes of a
// keeper's hands: for so much work it is worth putting right.
//
// It judges the order of combs in a stack, not whether they should be there, which is for craft and plan.
package places

import "kembo/core/hive"

// Conditions are what the rules hang on beside the combs.
type Conditions struct {
	FramesOfBees float64 // seams that bees cover
	ColdestC     float64 // the coldest night of the week to come
	// Opens says that the keeper's school hangs empty comb at the edges of the nest and alternates above it.
	Opens bool
	// Due are the combs that should come out of the hive, by id: old, drone comb, or marked.
	Due map[string]bool
}

// Bees enough, and nights mild enough, for empty comb at the edges of a nest. Source: common practice: eight frames of
// bees, nights above about 5 °C.
const opensFrames, opensNightC = 8.0, 5.0

// mild reports whether a nest keeps warm that is made wider.
func (c Conditions) mild() bool { return c.FramesOfBees >= opensFrames && c.ColdestC >= opensNightC }

// Rule is one rule for places.
type Rule struct {
	Key    string
	Says   string // how combs should hang
	Helps  string // what ends a breach that hands cannot end with what is there
	Source string
	check  func(*View, func(Breach))
	say    func(*View, Breach) string
}

// Breach is a rule that is broken at a place.
type Breach struct {
	Rule    *Rule
	Box     int // from the floor, from 0
	Slot    int // first slot that it is about; -1: the box
	N       int // slots, or what the rule counts
	Minutes float64
}

// Rules lists them all.
var Rules = []*Rule{&broodParted, &broodAside, &pollenParted, &roomScattered, &combFat, &gapLeft, &broodAbove, &combDue}

// Comb is a comb as the rules see it where it hangs.
type Comb struct {
	Class Class
	Fat   bool // it was drawn wider than there is room for here
	Below bool // it came from under the excluder, or from elsewhere
	Due   bool // it should come out of the hive
}

// View is a hive as the rules see it.
type View struct {
	Conditions
	Combs [][]Comb // by box, from the floor
	Super []bool
	Over  int   // boxes under the excluder; 0: there is none
	Lacks []int // combs that each box lacks
}

// Of returns a view of a hive whose combs hang otherwise than before.
func Of(before, after hive.Stack, c Conditions) *View {
	v := &View{Conditions: c, Over: after.ExcluderAbove}
	from := map[string]hive.Place{}
	for i, b := range before.Boxes {
		for k, f := range b.Frames {
			from[f.ID] = hive.Place{Box: i, Slot: k}
		}
	}
	for i, b := range after.Boxes {
		var row []Comb
		for _, f := range b.Frames {
			at, had := from[f.ID]
			row = append(row, c.CombIn(before, at, had, f, after.Boxes[i]))
		}
		v.Combs = append(v.Combs, row)
		v.Super = append(v.Super, b.Super)
		v.Lacks = append(v.Lacks, lacks(before, b))
	}
	return v
}

// CombIn returns a comb as the rules see it in a box; had says that it hung before, at a place.
func (x Conditions) CombIn(before hive.Stack, at hive.Place, had bool, f hive.Frame, in hive.Box) Comb {
	c := Comb{Class: ClassOf(f), Due: x.Due[f.ID], Below: !had || before.ExcluderAbove == 0 || at.Box < before.ExcluderAbove}
	if had && c.Class == Honey && before.Boxes[at.Box].ID != in.ID {
		was := before.Boxes[at.Box]
		c.Fat = was.Format.ThicknessMM(len(was.Frames))-in.Format.ThicknessMM(len(in.Frames)) >= fatMM
	}
	return c
}

// Breaches returns the rules that are broken, in the order of the rules.
func (v *View) Breaches() []Breach {
	var out []Breach
	for _, r := range Rules {
		r.check(v, func(b Breach) {
			b.Rule = r
			out = append(out, b)
		})
	}
	return out
}

// Minutes returns what all breaches are worth.
func (v *View) Minutes() float64 {
	sum := 0.0
	for _, r := range Rules {
		r.check(v, func(b Breach) { sum += b.Minutes })
	}
	return sum
}

// Say says a breach.
func (v *View) Say(b Breach) string { return b.Rule.say(v, b) }

// New returns the breaches of a view that another does not have: what a plan breaks that stood before it is not among them.
func New(before, after *View) []Breach {
	had := map[*Rule]float64{}
	for _, b := range before.Breaches() {
		had[b.Rule] += b.Minutes
	}
	var out []Breach
	for _, b := range after.Breaches() {
		if had[b.Rule] -= b.Minutes; had[b.Rule] < -1e-9 {
			out = append(out, b)
		}
	}
	return out
}
