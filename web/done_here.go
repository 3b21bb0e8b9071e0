package web

import (
	"encoding/json"
	"fmt"
	"net/url"
	"slices"
	"strconv"
	"strings"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/shorthand"
	"kembo/core/words"
	"kembo/web/form"
)

// doneForm is what was done at the hive, as the page shows it.
type doneForm struct {
	Main, More      []*doneField
	MoreSay         string // what is folded away
	Notation        string // its tables, for the script of the line
	LitreIn, KiloIn string // a litre and a kilogram in the user's units, for the line
}

// doneField is a field of it: a number, with a choice where there are more ways than
// one; a choice alone; a tick; or a choice for each box.
type doneField struct {
	moves.Field
	Kind    string // count, amount, choice, tick or boxes
	Value   string
	Choice  string
	Options []option
	Boxes   []takenForm
}

// takenForm is a box that something may be said of.
type takenForm struct {
	Index           int
	ID, Name, Value string
}

// doneFormOf is the form with nothing said.
func doneFormOf(boxes []boxForm, u measure.Units) doneForm {
	d := doneForm{
		LitreIn:  strconv.FormatFloat(u.Volume.In(1), 'g', 8, 64),
		KiloIn:   strconv.FormatFloat(u.Mass.In(1), 'g', 8, 64),
		Notation: notationText(),
	}
	fields, ways := moves.All.Fields()
	for i, f := range fields {
		x := shownField(f, ways[i], u)
		for _, b := range boxes {
			if x.Kind == "boxes" {
				x.Boxes = append(x.Boxes, takenForm{Index: b.Index, ID: b.ID, Name: b.Name})
			}
		}
		if ways[i][0].Numbered() {
			d.Main = append(d.Main, x)
			continue
		}
		d.More = append(d.More, x)
	}
	d.MoreSay = "Nest, excluder and boxes off"
	return d
}

// take puts what was typed into the page.
func (d *doneForm) take(typed form.Done) {
	for _, x := range append(d.Main, d.More...) {
		for _, f := range typed {
			if f.Field != x.Field {
				continue
			}
			x.Value, x.Choice = f.Value, f.Choice
			for i := range x.Boxes {
				x.Boxes[i].Value = f.Boxes[x.Boxes[i].ID]
			}
		}
	}
}

// notationText writes the tables of the notation for the script, without what only other pages show: every look carries
// them.
func notationText() string {
	n := shorthand.Notation()
	n.Acts = slices.Clone(n.Acts)
	for i := range n.Acts {
		w := &n.Acts[i]
		w.Label = ""
		if w.Before != "+" { // what a plus may mean is told where it is wrong
			w.Means = ""
		}
		if !w.Numbered() {
			w.Wants = ""
		}
		if !w.Numbered() && w.After == "" {
			w.Example = ""
		}
	}
	b, err := json.Marshal(n)
	if err != nil { // texts and numbers always marshal
		return "{}"
	}
	return strings.ReplaceAll(string(b), `"`, "`") // which an attribute need not write out
}

// shownField is a field with nothing said.
func shownField(f moves.Field, ways []moves.Way, u measure.Units) *doneField {
	x := &doneField{Field: f}
	switch first := ways[0]; {
	case first.Arg == moves.OfBox:
		x.Kind, x.Options = "boxes", []option{{"", "Stays"}}
	case first.Arg == moves.Counted:
		x.Kind, x.Choice = "count", first.Value
	case first.Numbered():
		x.Kind, x.Choice = "amount", first.Value
	case len(ways) == 1:
		x.Kind = "tick"
	default:
		x.Kind, x.Options = "choice", []option{{"", "As it was"}}
	}
	if len(ways) > 1 || x.Kind == "tick" {
		for _, w := range ways {
			x.Options = append(x.Options, option{w.Value, words.Capital(w.Choice(u))})
		}
	}
	return x
}

// tickOf writes what is said as fields of the form, for a box that ticks them.
func tickOf(said []moves.Said, v *lookView, u measure.Units) string {
	q := url.Values{}
	for _, s := range said {
		w, ok := moves.All.Way(s.Do)
		if !ok {
			continue
		}
		name := "act." + w.Field.Key
		switch {
		case w.Arg == moves.OfBox:
			for _, b := range v.Boxes {
				if b.ID == s.Box {
					q.Set(fmt.Sprintf("%s.%d", name, b.Index), w.Value)
				}
			}
		case w.Numbered():
			q.Set(name, w.Out(s.N, u))
			if w.Field.As != "" {
				q.Set("act."+w.Field.As, w.Value)
			}
		default:
			q.Set(name, w.Value)
		}
	}
	return q.Encode()
}

// forAll are the choices of what was done at all hives of a yard, and the fields of
// those with an amount.
func forAll(u measure.Units) (options []option, amounts []*doneField) {
	fields, ways := moves.All.Fields()
	for i, f := range fields {
		if !ways[i][0].ForAll {
			continue
		}
		x := shownField(f, ways[i], u)
		if x.Kind == "amount" {
			options = append(options, option{f.Key, words.Lower(f.Label)})
			amounts = append(amounts, x)
			continue
		}
		for _, w := range ways[i] {
			options = append(options, option{string(w.Code), w.Words(moves.Said{Do: w.Code, N: 1}, 0, u)})
		}
	}
	return options, amounts
}

// formerly names what forms kept on phones from before the table call it.
var formerly = map[string]string{
	"super": "super_drawn", "super-foundation": "super_foundation",
	"excluder-in": "excluder_in", "excluder-out": "excluder_out",
}

// saidForAll reads what was done at all hives; ok is false where it is none of the
// table.
func saidForAll(what string, val form.Values, u measure.Units) (said []moves.Said, ok bool, err error) {
	if now, old := formerly[what]; old {
		what = now
	}
	if w, found := moves.All.Way(moves.Code(what)); found && w.ForAll {
		return []moves.Said{{Do: w.Code, N: 1}}, true, nil
	}
	f, found := form.ForAll(what, val)
	if !found {
		return nil, false, nil
	}
	if said, err = f.Said(form.Hive{Units: u}); err == nil && len(said) == 0 {
		err = &app.FieldError{Field: f.Label, Say: "say how much each got"}
	}
	return said, true, err
}
