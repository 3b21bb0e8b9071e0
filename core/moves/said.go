package moves

import (
	"fmt"
	"math"
	"strconv"
	"strings"

	"kembo/core/measure"
)

// Code names a way to say an act: in a line, a form, a tick and the record.
type Code string

// Said is something done or to be done as a keeper says it, "two drawn supers
// on". Which boxes and combs it means hangs on the hive: see [Table.Exact].
type Said struct {
	Do  Code    `json:"do"`
	N   float64 `json:"n,omitempty"`   // how many, or how much in the unit of its way
	Box string  `json:"box,omitempty"` // id, where it is said of a box
}

// Arg is what is said beside an act.
type Arg string

// The kinds of it.
const (
	Alone     Arg = ""          // nothing
	Counted   Arg = "count"     // a whole number from 1
	Litres    Arg = "litres"    // more than 0
	Kilograms Arg = "kilograms" // more than 0
	OfBox     Arg = "box"       // a box, in a line by its number from the floor
)

// Field is a field of the form for what was done. Ways of one field exclude one
// another. It is sent as act.Key; where there is a number as well as a choice, the
// choice is act.As; where it is of a box, act.Key.N with the number of the box.
type Field struct {
	Key   string `json:"key"`
	As    string `json:"as,omitempty"`
	Label string `json:"label"`
}

// Blank is what stands before a line to be filled in on paper, and what it means.
type Blank struct{ Mark, Means string }

// Way is one way to say an act. The phone's script has the same table.
type Way struct {
	Code    Code    `json:"do"`
	Field   Field   `json:"field"`
	Value   string  `json:"value,omitempty"` // of the choice in the form
	Label   string  `json:"label,omitempty"` // of the choice; {unit} stands for the user's unit
	Arg     Arg     `json:"arg,omitempty"`
	Most    float64 `json:"most,omitempty"` // of the number
	Before  string  `json:"before"`         // a line writes the number between these, in small letters
	After   string  `json:"after,omitempty"`
	Example string  `json:"example,omitempty"` // as a line has it
	Means   string  `json:"means,omitempty"`   // what the example means
	Wants   string  `json:"wants,omitempty"`   // what the number is, for errors
	One     string  `json:"one"`               // as it is said when done; {n} stands for the number
	Many    string  `json:"many,omitempty"`
	Things  string  `json:"-"` // what it takes, as in "{n} L of 1:1 syrup"; empty: nothing that is carried
	ForAll  bool    `json:"-"` // it can be said of all hives of a yard
	Sheet   bool    `json:"-"` // only a move sheet says it: it stands in no form and no line
	Paper   Blank   `json:"-"` // of it on a sheet of paper; zero: it is noted in words
	// Exact returns the acts that it means at a hive; ids are made by id.
	Exact func(h Hive, s Said, id func() string) ([]Act, error) `json:"-"`
}

// Numbered reports whether a number is said.
func (w Way) Numbered() bool { return w.Arg == Counted || w.Arg == Litres || w.Arg == Kilograms }

// Check returns what is wrong with a number, in words; "" for nothing.
func (w Way) Check(n float64) string { return w.check(plain(n), n) }

func (w Way) check(text string, n float64) string {
	switch {
	case w.Arg == Counted && (n != math.Trunc(n) || !(n >= 1 && n <= w.Most)):
		return fmt.Sprintf("%q is not 1 to %g %s", text, w.Most, w.Wants)
	case w.Numbered() && !(n > 0 && n <= w.Most):
		return fmt.Sprintf("%q is not more than 0 and up to %g %s", text, w.Most, w.Wants)
	}
	return ""
}

// Number reads the number of a line, in the unit that it is kept in; wrong says what
// is wrong with it, "" for nothing.
func (w Way) Number(text string) (n float64, wrong string) {
	n, err := measure.ParseNumber(text)
	if _, whole := strconv.Atoi(text); err != nil || w.Arg == Counted && whole != nil {
		n = 0
	}
	if wrong = w.check(text, n); wrong != "" {
		wrong += ", as " + w.Example
	}
	return n, wrong
}

// Line writes it as a line does; box is the number of the box, from the floor.
func (w Way) Line(s Said, box int) string {
	after := w.Example[len(w.Example)-len(w.After):] // in the letters that the example has
	switch {
	case w.Arg == OfBox:
		return w.Before + strconv.Itoa(box) + after
	case w.Numbered():
		return w.Before + plain(s.N) + after
	}
	return w.Before
}

// Read reads a word of a line, in small letters. number is the text of the number,
// and ok says that the word is this way's, whatever its number.
func (w Way) Read(word string) (number string, ok bool) {
	rest, ok := strings.CutPrefix(word, w.Before)
	if !ok {
		return "", false
	}
	if rest, ok = strings.CutSuffix(rest, w.After); !ok {
		return "", false
	}
	if w.Arg == Alone {
		return "", rest == ""
	}
	if w.Numbered() && w.After == "" && len(w.Before) > 1 {
		return rest, true // no other word begins so
	}
	digits := "0123456789.,"
	if w.Arg == OfBox {
		digits = "0123456789"
	}
	if strings.Trim(rest, digits) != "" || w.Arg == OfBox && rest == "" {
		return "", false
	}
	return rest, true
}

// Words says it as done, with amounts in the user's units.
func (w Way) Words(s Said, box int, u measure.Units) string {
	text := w.Many
	if s.N == 1 || text == "" || w.Arg == OfBox {
		text = w.One
	}
	if w.Arg == OfBox {
		return strings.ReplaceAll(text, "{n}", strconv.Itoa(box))
	}
	return w.fill(text, s.N, u)
}

// Noun says what it takes, as in "4 L of 1:1 syrup".
func (w Way) Noun(s Said, u measure.Units) string { return w.fill(w.Things, s.N, u) }

// fill writes a number into a text, in the user's unit where the text has one.
func (w Way) fill(text string, v float64, u measure.Units) string {
	n := plain(v)
	if unit, ok := w.unit(u); ok && unit.Name != w.inside().Name {
		n = measure.Digits(unit.In(v), 3)
		text = strings.Replace(text, "{n} "+w.inside().Name, "{n} "+unit.Name, 1)
	}
	return strings.ReplaceAll(text, "{n}", n)
}

// unit returns the user's unit for the number; ok is false for one without.
func (w Way) unit(u measure.Units) (measure.Unit, bool) {
	switch w.Arg {
	case Litres:
		return u.Volume, u.Volume.Name != ""
	case Kilograms:
		return u.Mass, u.Mass.Name != ""
	}
	return measure.Unit{}, false
}

// inside returns the unit that the number is kept in.
func (w Way) inside() measure.Unit {
	if w.Arg == Litres {
		return measure.Litre
	}
	return measure.Kilogram
}

// Choice returns the label of the choice, with the user's unit.
func (w Way) Choice(u measure.Units) string {
	unit, _ := w.unit(u)
	return strings.ReplaceAll(w.Label, "{unit}", unit.Name)
}

// In returns a number of the form in the unit that it is kept in, and Out the
// other way about.
func (w Way) In(text string, u measure.Units) (float64, error) {
	if unit, ok := w.unit(u); ok {
		return measure.Parse(text, unit)
	}
	return measure.ParseNumber(text)
}

// Out writes a number for a field of the form.
func (w Way) Out(n float64, u measure.Units) string {
	if unit, ok := w.unit(u); ok {
		return measure.Digits(unit.In(n), 3)
	}
	return plain(n)
}

func plain(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

func upper(t string) string { return strings.ToUpper(t) }
