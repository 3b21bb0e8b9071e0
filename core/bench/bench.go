// Package bench lists the calculators that are done on the tailgate. A
// [Calculator] names what it asks and works out a [Result] with its formula,
// source and valid range; the command line, the record of a script and the
// page are all made from this list. Inputs arrive as they were typed.
package bench

import (
	"errors"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"kembo/core/day"
	"kembo/core/measure"
)

// Kind is how an input is read.
type Kind uint8

// The kinds of input.
const (
	Amount Kind = iota // a number with a unit of Field.Unit's quantity
	Choice             // one of Field.Options
	Date
	Words // read by the calculator itself, as a ratio or a list of boxes
	Flag
)

// Field is one input.
type Field struct {
	Key, Label string
	Kind       Kind
	Unit       measure.Unit // that a plain number is taken in; inside units unless said
	Options    []Option
	Default    string // as typed; "today" for a date
	Help       string
	Group      string // fields of one group are one way to ask; "" belongs to all
	Setting    string // of the user's, that stands where nothing is typed: SettingMites, SettingLift
}

// Settings a field may stand for. Lift is in the user's unit of mass.
const (
	SettingMites = "mites"
	SettingLift  = "lift"
)

// Option is a choice with its words.
type Option struct{ Key, Words string }

// Value is one output.
type Value struct {
	Key, Label string
	Quantity   measure.Quantity
	Unit       string        // written after a Number that has one, as "%"
	Number     float64       // of Quantity, inside units
	Range      measure.Range // where Ranged
	Ranged     bool
	Text       string // a word or a date instead of a number
	Bool       *bool
	Digits     int  // significant figures on a page; 0: three
	Main       bool // what was asked for, shown large
}

// Result is what a calculator says.
type Result struct {
	Values   []Value
	Say      []string // what it means, in sentences
	Cautions []string
	Interval *Interval // to be drawn; nil: none
}

// Interval is a value with its range against a mark, in per cent.
type Interval struct{ Low, Mid, High, Mark float64 }

// Calculator is one calculation.
type Calculator struct {
	Name, Title, Asks string
	Fields            []Field
	Formula           string
	Source            string
	Valid             string // the range it is right for
	Work              func(in *Inputs) (Result, error)
}

// All holds every calculator, in the order of the bench.
var All = []Calculator{
	syrup, moisture, blend, mitesCalc, tell, broodCalc, requeen, bees, box, honeyCalc, ledgerCalc, drying, settling, warming, granulation,
}

// Find returns a calculator by name.
func Find(name string) (Calculator, bool) {
	i := slices.IndexFunc(All, func(c Calculator) bool { return c.Name == name })
	if i < 0 {
		return Calculator{}, false
	}
	return All[i], true
}

// FieldError says which input is wrong, and what to do.
type FieldError struct {
	Key, Label, Say string
}

func (e *FieldError) Error() string { return e.Label + ": " + e.Say }

// Inputs are the typed values of one calculation.
type Inputs struct {
	calc  *Calculator
	typed map[string]string
	today day.Day
	units measure.Units
	err   error
}

// Run works a calculator with values as typed, by key. A plain number without
// a unit is taken in the user's units. The error is a *FieldError or a sentence
// of the rule that refused.
func (c Calculator) Run(typed map[string]string, today day.Day, units measure.Units) (Result, error) {
	in := &Inputs{calc: &c, typed: typed, today: today, units: units}
	for k := range typed {
		if !slices.ContainsFunc(c.Fields, func(f Field) bool { return f.Key == k }) {
			return Result{}, &FieldError{k, k, c.Name + " does not ask for it"}
		}
	}
	r, err := c.Work(in)
	if in.err != nil {
		return Result{}, in.err
	}
	return r, err
}

func (in *Inputs) field(key string) Field {
	i := slices.IndexFunc(in.calc.Fields, func(f Field) bool { return f.Key == key })
	return in.calc.Fields[i] // a calculator asks only for its own fields; a test runs them all
}

// Typed returns what was typed, or the default; "" for nothing.
func (in *Inputs) Typed(key string) string {
	if t := strings.TrimSpace(in.typed[key]); t != "" {
		return t
	}
	return in.field(key).Default
}

// Has reports whether something was typed.
func (in *Inputs) Has(key string) bool { return strings.TrimSpace(in.typed[key]) != "" }

func (in *Inputs) fail(key, say string) {
	if in.err == nil {
		in.err = &FieldError{key, in.field(key).Label, say}
	}
}

// Amount returns an input in inside units, between low and high of them.
func (in *Inputs) Amount(key string, low, high float64) float64 {
	f := in.field(key)
	t := in.Typed(key)
	if t == "" {
		in.fail(key, "give a value")
		return low
	}
	def := f.Unit
	if in.Has(key) && def.Quantity != measure.Number && !smallUnit(def) {
		def = in.units.Unit(def.Quantity)
	}
	v, err := measure.Parse(strings.TrimSuffix(t, "%"), def)
	if err != nil {
		in.fail(key, err.Error())
		return low
	}
	if !(v >= low-1e-9 && v <= high+1e-9) {
		in.fail(
			key,
			fmt.Sprintf("%s is outside what this is valid for, %s to %s", t, in.write(f, low), in.write(f, high)),
		)
		return low
	}
	return v
}

// smallUnit reports whether a field is asked in a unit of its own whatever the
// user measures in, as a sample in millilitres.
func smallUnit(u measure.Unit) bool { return u == measure.Millilitre || u == measure.Gram }

func (in *Inputs) write(f Field, v float64) string {
	if f.Unit.Quantity == measure.Number {
		return strconv.FormatFloat(v, 'g', 6, 64)
	}
	return in.units.Write(f.Unit.Quantity, v)
}

// Count returns a whole number between low and high.
func (in *Inputs) Count(key string, low, high int) int {
	v := in.Amount(key, float64(low), float64(high))
	if v != float64(int(v)) {
		in.fail(key, "give a whole number")
	}
	return int(v)
}

// Choice returns one of the options of a field.
func (in *Inputs) Choice(key string) string {
	t := in.Typed(key)
	var all []string
	for _, o := range in.field(key).Options {
		if o.Key == t {
			return t
		}
		all = append(all, o.Key)
	}
	in.fail(key, fmt.Sprintf("%q is not one of %s", t, strings.Join(all, ", ")))
	return ""
}

// Flag returns whether a field is set.
func (in *Inputs) Flag(key string) bool {
	switch strings.ToLower(in.Typed(key)) {
	case "", "false", "no", "0":
		return false
	}
	return true
}

// Date returns a day; "today" and nothing are today.
func (in *Inputs) Date(key string) day.Day {
	t := in.Typed(key)
	if t == "" || t == "today" {
		return in.today
	}
	d, err := day.Parse(t)
	if err != nil {
		in.fail(key, err.Error())
	}
	return d
}

// errNothing is returned where no way to ask was filled in.
var errNothing = errors.New("nothing to work out yet")

// wrong turns the refusal of a rule into one that names its field.
func (in *Inputs) wrong(key string, err error) error {
	if in.err != nil {
		return in.err
	}
	return &FieldError{key, in.field(key).Label, err.Error()}
}

// number and ranged make values.
func number(key, label string, q measure.Quantity, v float64) Value {
	return Value{Key: key, Label: label, Quantity: q, Number: v}
}

func percent(key, label string, v float64) Value {
	return Value{Key: key, Label: label, Number: v, Unit: "%"}
}

func ranged(key, label string, q measure.Quantity, r measure.Range) Value {
	return Value{Key: key, Label: label, Quantity: q, Range: r, Ranged: true}
}

func yes(key, label string, v bool) Value { return Value{Key: key, Label: label, Bool: &v} }

func dated(key, label string, d day.Day) Value {
	return Value{Key: key, Label: label, Text: d.String()}
}

func (v Value) main() Value { v.Main = true; return v }

// JSON returns the value as a script reads it: a number, {low, likely, high},
// text or true and false. Quantities are in inside units, as their keys say.
func (v Value) JSON() any {
	switch {
	case v.Ranged:
		return measure.Range{Low: round(v.Range.Low), Likely: round(v.Range.Likely), High: round(v.Range.High)}
	case v.Bool != nil:
		return *v.Bool
	case v.Text != "":
		return v.Text
	}
	return round(v.Number)
}

func round(v float64) float64 {
	r, _ := strconv.ParseFloat(strconv.FormatFloat(v, 'f', 4, 64), 64)
	return r
}

// Write writes the value in the user's units.
func (v Value) Write(u measure.Units) string {
	n := v.Digits
	if n == 0 {
		n = 3
	}
	digits := func(x float64) string {
		unit := u.Unit(v.Quantity)
		if v.Quantity == measure.Number {
			return measure.Digits(x, n)
		}
		return measure.Digits(unit.In(x), n)
	}
	unit := u.Unit(v.Quantity).Name
	if v.Quantity == measure.Number {
		unit = v.Unit
	}
	if unit != "" {
		unit = " " + unit
	}
	switch {
	case v.Ranged:
		return fmt.Sprintf("%s%s (%s to %s)", digits(v.Range.Likely), unit, digits(v.Range.Low), digits(v.Range.High))
	case v.Bool != nil && *v.Bool:
		return "yes"
	case v.Bool != nil:
		return "no"
	case v.Text != "":
		if d, err := day.Parse(v.Text); err == nil {
			return d.Short()
		}
		return v.Text
	}
	return digits(v.Number) + unit
}
