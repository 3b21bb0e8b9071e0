package form

import (
	"fmt"

	"kembo/core/measure"
	"kembo/core/moves"
)

// Done is what was done at a hive, as typed: a field for each of the table of acts.
type Done []DoneField

// DoneField is a field of it, as typed.
type DoneField struct {
	moves.Field
	Ways   []moves.Way
	Value  string            // of the number or, where there is none, of the choice
	Choice string            // beside a number
	Boxes  map[string]string // by box, where it is said of boxes
}

// ReadDone takes the fields over as typed. Boxes are told in the form by the number
// that at has for their id.
func ReadDone(val Values, at map[string]int) Done {
	var out Done
	fields, ways := moves.All.Fields()
	for i, f := range fields {
		d := DoneField{Field: f, Ways: ways[i], Choice: ways[i][0].Value}
		d.read(val, at)
		out = append(out, d)
	}
	return out
}

// read takes one over.
func (f *DoneField) read(val Values, at map[string]int) {
	name := "act." + f.Key
	if f.Ways[0].Arg == moves.OfBox {
		f.Boxes = map[string]string{}
		for id, n := range at {
			if v := val(fmt.Sprintf("%s.%d", name, n)); v != "" {
				f.Boxes[id] = v
			}
		}
		return
	}
	f.Value = val(name)
	if c := val("act." + f.As); f.As != "" && c != "" {
		f.Choice = c
	}
}

// Said returns what the fields say, in order; boxes in that of the hive.
func (d Done) Said(h Hive) ([]moves.Said, error) {
	var out []moves.Said
	for _, f := range d {
		said, err := f.Said(h)
		if err != nil {
			return nil, err
		}
		out = append(out, said...)
	}
	return out, nil
}

// Said returns what the field says.
func (f DoneField) Said(h Hive) ([]moves.Said, error) {
	if f.Ways[0].Arg == moves.OfBox {
		var out []moves.Said
		for _, b := range h.Boxes {
			v, ok := f.Boxes[b.ID]
			if !ok {
				continue
			}
			w, err := f.way(v)
			if err != nil {
				return nil, err
			}
			out = append(out, moves.Said{Do: w.Code, Box: b.ID})
		}
		return out, nil
	}
	if f.Value == "" || f.Ways[0].Arg == moves.Counted && f.Value == "0" {
		return nil, nil
	}
	if !f.Ways[0].Numbered() {
		w, err := f.way(f.Value)
		return []moves.Said{{Do: w.Code}}, err
	}
	w, err := f.way(f.Choice)
	if err != nil {
		return nil, err
	}
	return f.number(w, h.Units)
}

func (f DoneField) number(w moves.Way, u measure.Units) ([]moves.Said, error) {
	n, err := w.In(f.Value, u)
	if err != nil {
		return nil, wrong(f.Label, "%v", err)
	}
	if say := w.Check(n); say != "" {
		return nil, wrong(f.Label, "%s", say)
	}
	return []moves.Said{{Do: w.Code, N: n}}, nil
}

// way returns the way with a value of the choice; a field of one way has that.
func (f DoneField) way(value string) (moves.Way, error) {
	for _, w := range f.Ways {
		if w.Value == value || len(f.Ways) == 1 {
			return w, nil
		}
	}
	return moves.Way{}, wrong(f.Label, "%q is not one of the choices", value)
}

// ForAll reads the field with a key that can be said of all hives of a yard; ok is
// false where there is none.
func ForAll(key string, val Values) (f DoneField, ok bool) {
	for _, d := range ReadDone(val, nil) {
		if d.Key == key && d.Ways[0].ForAll {
			return d, true
		}
	}
	return DoneField{}, false
}
