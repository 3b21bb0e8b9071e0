package web

import (
	"fmt"
	"net/url"
	"strconv"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/shorthand"
)

// doneForm is what was done at the hive, as typed.
type doneForm struct {
	Supers, Comb    string
	Feed, FeedAs    string
	Swap            string
	Turn            bool
	Excluder        string
	Off             []takenForm
	FeedWays        []option
	LitreIn, KiloIn string // a litre and a kilogram in the user's units, for the line
}

// takenForm is a box that may be taken off: "", off or harvest.
type takenForm struct {
	Index           int
	ID, Name, Value string
}

// Ways to feed, as the form names them.
const (
	feedThin  = "1:1"
	feedThick = "2:1"
	feedSugar = "sugar"
)

func doneFormOf(v *lookView, u measure.Units) doneForm {
	d := doneForm{Comb: "drawn", FeedAs: feedThin,
		LitreIn: strconv.FormatFloat(u.Volume.In(1), 'g', 8, 64), KiloIn: strconv.FormatFloat(u.Mass.In(1), 'g', 8, 64),
		FeedWays: []option{{feedThin, u.Volume.Name + " of 1:1"}, {feedThick, u.Volume.Name + " of 2:1"}, {feedSugar, u.Mass.Name + " of sugar"}}}
	for _, b := range v.Boxes {
		d.Off = append(d.Off, takenForm{Index: b.Index, ID: b.ID, Name: b.Name})
	}
	return d
}

// readDone reads what was done into the form, as typed, and as acts.
func readDone(val typed, d *doneForm, at map[string]int, u measure.Units) ([]shorthand.Act, error) {
	d.Supers, d.Feed, d.Swap, d.Turn, d.Excluder = val("act.supers"), val("act.feed"), val("act.swap"), val("act.turn") != "", val("act.excluder")
	if t := val("act.comb"); t == "foundation" {
		d.Comb = t
	}
	if t := val("act.feed_as"); t != "" {
		d.FeedAs = t
	}
	for i := range d.Off {
		d.Off[i].Value = val(fmt.Sprintf("act.off.%d", at[d.Off[i].ID]))
	}
	var out []shorthand.Act
	n, err := wholeOf("supers put on", d.Supers, 9)
	if err != nil {
		return nil, err
	}
	if n > 0 {
		out = append(out, shorthand.Act{What: shorthand.SupersOn, Count: n, Drawn: d.Comb == "drawn"})
	}
	if d.Feed != "" {
		a := shorthand.Act{What: shorthand.Fed}
		if d.FeedAs == feedSugar {
			a.Kg, err = measure.Parse(d.Feed, u.Mass)
		} else {
			a.Ratio = d.FeedAs
			a.Litres, err = measure.Parse(d.Feed, u.Volume)
		}
		if err == nil && a.Kg+a.Litres <= 0 {
			err = fmt.Errorf("%q is not more than nothing", d.Feed)
		}
		if err != nil {
			return nil, &app.FieldError{Field: "feed", Say: err.Error()}
		}
		out = append(out, a)
	}
	if n, err = wholeOf("combs swapped", d.Swap, 40); err != nil {
		return nil, err
	}
	if n > 0 {
		out = append(out, shorthand.Act{What: shorthand.CombsSwap, Count: n})
	}
	if d.Turn {
		out = append(out, shorthand.Act{What: shorthand.Turned})
	}
	switch d.Excluder {
	case "in":
		out = append(out, shorthand.Act{What: shorthand.ExcluderIn})
	case "out":
		out = append(out, shorthand.Act{What: shorthand.ExcluderOut})
	}
	for _, o := range d.Off {
		if o.Value != "" {
			out = append(out, shorthand.Act{What: shorthand.BoxOff, Box: o.ID, Harvested: o.Value == "harvest"})
		}
	}
	return out, nil
}

func wholeOf(field, text string, most int) (int, error) {
	if text == "" {
		return 0, nil
	}
	n, err := strconv.Atoi(text)
	if err != nil || n < 0 || n > most {
		return 0, &app.FieldError{Field: field, Say: fmt.Sprintf("%q is not a whole number from 0 to %d", text, most)}
	}
	return n, nil
}

// tickOf writes acts as fields of the form, for a box that ticks them.
func tickOf(acts []shorthand.Act, v *lookView, u measure.Units) string {
	q := url.Values{}
	for _, a := range acts {
		switch a.What {
		case shorthand.SupersOn:
			q.Set("act.supers", strconv.Itoa(a.Count))
			q.Set("act.comb", map[bool]string{true: "drawn", false: "foundation"}[a.Drawn])
		case shorthand.CombsSwap:
			q.Set("act.swap", strconv.Itoa(a.Count))
		case shorthand.Fed:
			if a.Litres > 0 {
				q.Set("act.feed", measure.Digits(u.Volume.In(a.Litres), 3))
				q.Set("act.feed_as", a.Ratio)
			} else {
				q.Set("act.feed", measure.Digits(u.Mass.In(a.Kg), 3))
				q.Set("act.feed_as", feedSugar)
			}
		case shorthand.BoxOff:
			for _, b := range v.Boxes {
				if b.ID == a.Box {
					q.Set(fmt.Sprintf("act.off.%d", b.Index), "harvest")
				}
			}
		}
	}
	return q.Encode()
}
