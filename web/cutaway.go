package web

import (
	"fmt"
	"strings"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/words"
	"kembo/web/draw"
)

// boxName names a box as a keeper says it: from the floor up.
func boxName(st hive.Stack, id string) string {
	nest, super, nests := 0, 0, 0
	for _, b := range st.Boxes {
		if !b.Super {
			nests++
		}
	}
	for _, b := range st.Boxes {
		if b.Super {
			super++
			if b.ID == id {
				return fmt.Sprintf("Super %d", super)
			}
			continue
		}
		nest++
		if b.ID != id {
			continue
		}
		switch {
		case nests == 1:
			return "Brood box"
		case nests == 2 && nest == 1:
			return "Lower brood box"
		case nests == 2:
			return "Upper brood box"
		}
		return fmt.Sprintf("Brood box %d", nest)
	}
	return "Box"
}

// boxWordsOf tells the boxes from the top in words, for a screen that has no
// room for labels beside the drawing.
func boxWordsOf(p draw.StackPlan) []sum {
	var out []sum
	for i := len(p.Labels) - 1; i >= 0; i-- {
		l := p.Labels[i]
		s := sum{Name: l.Name, Value: strings.Join(l.Lines, ", ")}
		if l.Heavy != "" {
			s.Range = l.Heavy + ", two people"
		}
		out = append(out, s)
	}
	return out
}

func stackOf(x app.Colony) draw.StackPlan {
	st := x.Believed.Stack
	p := draw.StackPlan{Stack: st, Alt: "Cutaway of " + x.Code + ": "}
	limit, u := x.LiftLimitKg, x.Units
	parts := map[string]colony.Part{}
	if e := x.Believed.Estimate; e != nil {
		for _, part := range e.Parts {
			parts[part.Box] = part
		}
	}
	brood := 0
	for _, b := range st.Boxes {
		l := draw.Label{Name: boxName(st, b.ID)}
		l.Lines = append(l.Lines, kgText(u, b.HoneyKg())+" honey")
		if n := broodCells(b); n > 200 {
			l.Lines = append(l.Lines, measure.Count(measure.Rough(n))+" brood cells")
		}
		part, known := parts[b.ID]
		if !known { // put on since the look, or never looked at
			part = colony.Part{Box: b.ID, Stores: colony.Measured, Brood: colony.Measured}
			if x.Believed.Estimate == nil && !b.Super {
				part.Stores, part.Brood = colony.Assumed, colony.Assumed
			}
		}
		p.Parts = append(p.Parts, part)
		if w := restsOn(part); w != "" {
			l.Lines = append(l.Lines, w)
		}
		lift := "lift " + kgText(u, b.LiftKg())
		if b.LiftKg() > limit {
			l.Heavy = lift
		} else {
			l.Lines = append(l.Lines, lift)
		}
		brood = max(brood, broodFrames(b))
		p.Labels = append(p.Labels, l)
		p.Alt += l.Name + ", " + strings.Join(l.Lines, ", ") + "; "
	}
	if brood > 0 {
		p.Nest = []string{"nest now,", words.Count(brood, "frame", "frames")}
	}
	p.Alt = strings.TrimSuffix(p.Alt, "; ")
	return p
}

// kgText writes a mass to a whole unit.
func kgText(u measure.Units, kg float64) string {
	return fmt.Sprintf("%.0f %s", u.Mass.In(kg), u.Mass.Name)
}

// restsOn says what a box's contents rest on, where they were not seen.
func restsOn(p colony.Part) string {
	switch {
	case p.Stores == colony.Measured && (p.Depth == string(look.ByHeft) || p.Depth == string(look.BySeams)):
		return "stores by " + p.Depth // weighed, hefted or seen from above
	case p.Stores == colony.Measured:
		return ""
	case p.Stores == colony.Carried:
		return "carried from " + p.CarriedFrom.DayMonth()
	}
	return "assumed, not looked"
}

func broodCells(b hive.Box) float64 {
	n := 0.0
	for _, f := range b.Frames {
		n += b.Format.Frame.WorkerCells() * (f.A.Worker() + f.B.Worker() + f.A[comb.Drone] + f.B[comb.Drone])
	}
	return n
}

func broodFrames(b hive.Box) int {
	n := 0
	for _, f := range b.Frames {
		if f.A.Worker()+f.B.Worker() > 0.05 {
			n++
		}
	}
	return n
}
