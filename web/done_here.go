package web

import (
	"encoding/json"
	"fmt"
	"net/url"
	"strconv"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/words"
)

// doneForm is what was done at the hive, as typed: a field for each of the table of
// acts.
type doneForm struct {
	Main, More      []*doneField
	MoreSay         string // what is folded away
	Ways            string // the table, for the script of the line
	LitreIn, KiloIn string // a litre and a kilogram in the user's units, for the line
	fields          []*doneField
}

// doneField is a field of it: a number, with a choice where there are more ways than
// one; a choice alone; a tick; or a choice for each box.
type doneField struct {
	moves.Field
	Kind    string // count, amount, choice, tick or boxes
	Value   string // of the number or, where there is none, of the choice
	Choice  string // beside a number
	Options []option
	Boxes   []takenForm
	ways    []moves.Way
}

// takenForm is a box that something may be said of.
type takenForm struct {
	Index           int
	ID, Name, Value string
}

// doneFormOf is the form with nothing said.
func doneFormOf(boxes []boxForm, u measure.Units) doneForm {
	d := doneForm{
		LitreIn: strconv.FormatFloat(u.Volume.In(1), 'g', 8, 64),
		KiloIn:  strconv.FormatFloat(u.Mass.In(1), 'g', 8, 64),
		Ways:    waysText(),
	}
	fields, ways := moves.All.Fields()
	for i, f := range fields {
		x := fieldOf(f, ways[i], u)
		for _, b := range boxes {
			if x.Kind == "boxes" {
				x.Boxes = append(x.Boxes, takenForm{Index: b.Index, ID: b.ID, Name: b.Name})
			}
		}
		d.fields = append(d.fields, x)
		if x.ways[0].Numbered() {
			d.Main = append(d.Main, x)
			continue
		}
		d.More = append(d.More, x)
		if d.MoreSay != "" {
			d.MoreSay += ", "
		}
		d.MoreSay += words.Lower(x.Label)
	}
	d.MoreSay = words.Capital(d.MoreSay)
	return d
}

// waysText writes the table of ways for the script.
func waysText() string {
	b, err := json.Marshal(moves.All.Ways())
	if err != nil { // texts and numbers always marshal
		return "[]"
	}
	return string(b)
}

// fieldOf is a field with nothing said.
func fieldOf(f moves.Field, ways []moves.Way, u measure.Units) *doneField {
	x := &doneField{Field: f, ways: ways}
	add := func(w moves.Way) { x.Options = append(x.Options, option{w.Value, words.Capital(w.Choice(u))}) }
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
			add(w)
		}
	}
	return x
}

// readDone reads what was done into the form, as typed, and as it is said.
func readDone(val typed, d *doneForm, at map[string]int, u measure.Units) ([]moves.Said, error) {
	for _, f := range d.fields {
		f.read(val, at)
	}
	var out []moves.Said
	for _, f := range d.fields {
		said, err := f.said(u)
		if err != nil {
			return nil, &app.FieldError{Field: f.Label, Say: err.Error()}
		}
		out = append(out, said...)
	}
	return out, nil
}

// read takes the field over as typed.
func (f *doneField) read(val typed, at map[string]int) {
	name := "act." + f.Key
	f.Value = val(name)
	if f.As != "" {
		if c := val("act." + f.As); c != "" {
			f.Choice = c
		}
	}
	for i := range f.Boxes {
		f.Boxes[i].Value = val(fmt.Sprintf("%s.%d", name, at[f.Boxes[i].ID]))
	}
}

// way returns the way with a value of the choice; a field of one way has that.
func (f *doneField) way(value string) (moves.Way, error) {
	for _, w := range f.ways {
		if w.Value == value || len(f.ways) == 1 {
			return w, nil
		}
	}
	return moves.Way{}, fmt.Errorf("%q is not one of the choices", value)
}

// said reads the field.
func (f *doneField) said(u measure.Units) ([]moves.Said, error) {
	if f.Kind == "boxes" {
		var out []moves.Said
		for _, b := range f.Boxes {
			if b.Value == "" {
				continue
			}
			w, err := f.way(b.Value)
			if err != nil {
				return nil, err
			}
			out = append(out, moves.Said{Do: w.Code, Box: b.ID})
		}
		return out, nil
	}
	if f.Value == "" || f.Kind == "count" && f.Value == "0" {
		return nil, nil
	}
	if !f.ways[0].Numbered() {
		w, err := f.way(f.Value)
		return []moves.Said{{Do: w.Code}}, err
	}
	w, err := f.way(f.Choice)
	if err != nil {
		return nil, err
	}
	n, err := w.In(f.Value, u)
	if err != nil {
		return nil, err
	}
	if say := w.Check(n); say != "" {
		return nil, fmt.Errorf("%s", say)
	}
	return []moves.Said{{Do: w.Code, N: n}}, nil
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
		x := fieldOf(f, ways[i], u)
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
func saidForAll(what string, val typed, u measure.Units) (said []moves.Said, ok bool, err error) {
	if now, old := formerly[what]; old {
		what = now
	}
	if w, found := moves.All.Way(moves.Code(what)); found && w.ForAll {
		return []moves.Said{{Do: w.Code, N: 1}}, true, nil
	}
	_, amounts := forAll(u)
	for _, f := range amounts {
		if f.Key != what {
			continue
		}
		f.read(val, nil)
		if said, err = f.said(u); err == nil && len(said) == 0 {
			err = fmt.Errorf("say how much each got")
		}
		if err != nil {
			err = &app.FieldError{Field: f.Label, Say: err.Error()}
		}
		return said, true, err
	}
	return nil, false, nil
}
