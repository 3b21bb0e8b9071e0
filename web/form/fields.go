package form

import (
	"fmt"
	"strconv"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
)

// FieldsOf returns a look as the fields of the form, as if it had just been typed: what
// ReadLook and Entered make of them is that look again.
func FieldsOf(l *history.Look, on day.Day, entry string, h Hive) Values {
	f := map[string]string{
		"entry": entry, "form": Version, "date": on.String(), "note": l.Note, "health": l.Health,
		"check": l.Cells.Check, "where": l.Cells.Where, "white_wax": l.WhiteWax,
		"queen.several": l.Queen.Several,
	}
	for i, n := range []int{
		l.Cells.Cups, l.Cells.WithEgg, l.Cells.Charged, l.Cells.Capped, l.Cells.Emerged, l.Cells.Torn,
	} {
		if n > 0 {
			f["cells."+CellKinds[i].Key] = strconv.Itoa(n)
		}
	}
	q := l.Queen.Told()
	for i, on := range []bool{q.Seen, q.Eggs, q.Larvae, q.Capped, q.NoEggs, q.NoLarvae, q.NoCapped} {
		if on {
			f["queen."+QueenChips[i].Key] = "1"
		}
	}
	if w := l.Weight; w != nil {
		f["weight.how"], f["weight.heft"] = w.How, w.Heft
		f["weight.value"], f["weight.other"] = inUnit(w.Value, w.Unit, h.Units), inUnit(w.Other, w.Unit, h.Units)
	}
	for i, b := range h.Boxes {
		name := fmt.Sprintf("box.%d.", i)
		f[name+"id"] = b.ID
		for _, x := range l.Boxes {
			if x.Box == b.ID {
				boxFields(f, name, x, h.Units)
			}
		}
	}
	return func(field string) string { return f[field] }
}

// boxFields writes what was entered of a box into its fields.
func boxFields(f map[string]string, name string, x history.BoxLook, u measure.Units) {
	f[name+"depth"], f[name+"outer"], f[name+"state"], f[name+"heft"] = x.Depth, x.Outer, x.State, x.Heft
	f[name+"kg"] = inUnit(x.Value, x.Unit, u)
	if x.Below {
		f[name+"below"] = "1"
		if x.Depth == "" {
			f[name+"depth"] = string(look.BySeams)
		}
	}
	if x.Expected {
		f[name+"expected"] = "1"
	}
	if x.Seams != nil {
		f[name+"seams"] = plainNumber(*x.Seams)
		if f[name+"depth"] == "" { // they were counted, and nothing else of the box
			f[name+"depth"] = string(look.ByBox)
		}
	}
	if c := x.Counts; c != nil {
		for i, n := range []float64{c.Brood, c.Honey, c.Nectar, c.Pollen, c.Empty, c.Undrawn} {
			f[name+Counts[i].Key] = plainNumber(n)
		}
		if c.BroodCover > 0 {
			f[name+"combs"] = "1"
		}
	}
	for k, face := range x.Faces {
		f[fmt.Sprintf("%sf.%d.a", name, k+1)], f[fmt.Sprintf("%sf.%d.b", name, k+1)] = face[0], face[1]
	}
}

// inUnit writes a mass that was entered in a unit in the user's; "" for none.
func inUnit(v float64, unit string, u measure.Units) string {
	if v == 0 {
		return ""
	}
	from := measure.Kilogram
	if unit == measure.Pound.Name {
		from = measure.Pound
	}
	to := measure.Kilogram
	if u.Mass.Name == measure.Pound.Name {
		to = measure.Pound
	}
	if from.Name == to.Name {
		return plainNumber(v)
	}
	return measure.Digits(to.In(from.Of(v)), 4)
}

func plainNumber(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
