package measure

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Quantity is a kind of thing that is measured. Inside Kembo each has one
// unit: kilograms, litres, degrees Celsius, millimetres.
type Quantity uint8

// The quantities.
const (
	Number Quantity = iota
	Mass
	Volume
	Temperature
	Length
)

// Unit is a unit that users write and read. The zero Unit is a plain number.
type Unit struct {
	Name     string // as it is written
	Quantity Quantity
	factor   float64 // of the inside unit in one of this
	zero     float64 // inside value at zero of this
}

// Units of everyday use. Factors are exact by definition: the avoirdupois
// pound of 1959, the US gallon of 231 cubic inches, the imperial gallon of
// 4.54609 L (from memory).
var (
	Kilogram       = Unit{"kg", Mass, 1, 0}
	Gram           = Unit{"g", Mass, 0.001, 0}
	Pound          = Unit{"lb", Mass, 0.45359237, 0}
	Ounce          = Unit{"oz", Mass, 0.45359237 / 16, 0}
	Litre          = Unit{"L", Volume, 1, 0}
	Millilitre     = Unit{"mL", Volume, 0.001, 0}
	USGallon       = Unit{"US gal", Volume, 3.785411784, 0}
	USQuart        = Unit{"US qt", Volume, 3.785411784 / 4, 0}
	USPint         = Unit{"US pt", Volume, 3.785411784 / 8, 0}
	USCup          = Unit{"US cup", Volume, 3.785411784 / 16, 0}
	USFluidOunce   = Unit{"US fl oz", Volume, 3.785411784 / 128, 0}
	ImperialGallon = Unit{"imp gal", Volume, 4.54609, 0}
	ImperialQuart  = Unit{"imp qt", Volume, 4.54609 / 4, 0}
	ImperialPint   = Unit{"imp pt", Volume, 4.54609 / 8, 0}
	Celsius        = Unit{"°C", Temperature, 1, 0}
	Fahrenheit     = Unit{"°F", Temperature, 5.0 / 9, -160.0 / 9}
	Millimetre     = Unit{"mm", Length, 1, 0}
	Centimetre     = Unit{"cm", Length, 10, 0}
	Inch           = Unit{"in", Length, 25.4, 0}
)

// spelled is every way a unit may be written, in lower case without spaces. A
// gallon, quart, pint or cup without a country is the US one.
var spelled = map[string]Unit{
	"kg": Kilogram, "kilo": Kilogram, "kilos": Kilogram, "g": Gram, "lb": Pound, "lbs": Pound, "pound": Pound,
	"pounds": Pound, "oz": Ounce, "l": Litre, "litre": Litre, "litres": Litre, "liter": Litre, "liters": Litre,
	"ml": Millilitre, "gal": USGallon, "usgal": USGallon, "gallon": USGallon, "gallons": USGallon, "qt": USQuart,
	"usqt": USQuart, "quart": USQuart, "quarts": USQuart, "pt": USPint, "uspt": USPint, "cup": USCup, "cups": USCup,
	"uscup": USCup, "floz": USFluidOunce, "usfloz": USFluidOunce, "impgal": ImperialGallon, "ukgal": ImperialGallon,
	"impqt": ImperialQuart, "ukqt": ImperialQuart, "imppt": ImperialPint, "ukpt": ImperialPint, "c": Celsius,
	"°c": Celsius, "f": Fahrenheit, "°f": Fahrenheit, "mm": Millimetre, "cm": Centimetre, "in": Inch, "inch": Inch,
	"inches": Inch,
}

// In returns an inside value in u.
func (u Unit) In(inside float64) float64 {
	if u.factor == 0 {
		return inside
	}
	return (inside - u.zero) / u.factor
}

// Of returns the inside value of v in u.
func (u Unit) Of(v float64) float64 {
	if u.factor == 0 {
		return v
	}
	return v*u.factor + u.zero
}

// ParseNumber reads a number as typed, with a point or a comma for decimals.
func ParseNumber(text string) (float64, error) {
	text = strings.TrimSpace(text)
	if strings.Count(text, ",") == 1 && !strings.Contains(text, ".") {
		text = strings.Replace(text, ",", ".", 1)
	}
	v, err := strconv.ParseFloat(text, 64)
	if err != nil || math.IsNaN(v) || math.IsInf(v, 0) {
		return 0, fmt.Errorf("%q is not a number", text)
	}
	return v, nil
}

// Parse reads a number with its unit ("10kg", "1 1/2 gal", "68F", "2,5 L") and
// returns the inside value. Without a unit it is taken in def. A decimal comma
// is a point. It refuses a unit of another quantity and what is no number.
func Parse(text string, def Unit) (float64, error) {
	t := strings.TrimSpace(text)
	cut := len(t)
	for i, r := range t {
		if !strings.ContainsRune("0123456789.,/+- \t", r) {
			cut = i
			break
		}
	}
	v, err := number(t[:cut])
	if err != nil {
		return 0, fmt.Errorf("%q is not a number%s", text, example(def))
	}
	u := def
	if word := strings.ToLower(strings.Join(strings.Fields(t[cut:]), "")); word != "" {
		var ok bool
		if u, ok = spelled[strings.ReplaceAll(word, ".", "")]; !ok {
			return 0, fmt.Errorf("%q has a unit Kembo does not know%s", text, example(def))
		}
		if u.Quantity != def.Quantity {
			return 0, fmt.Errorf("%q is in %s%s", text, u.Name, example(def))
		}
	}
	in := u.Of(v)
	if math.IsInf(in, 0) || math.IsNaN(in) {
		return 0, fmt.Errorf("%q is too large", text)
	}
	return in, nil
}

// number reads "2.5", "2,5", "1/2" or "1 1/2".
func number(t string) (float64, error) {
	words := strings.Fields(t)
	if len(words) == 0 || len(words) > 2 {
		return 0, strconv.ErrSyntax
	}
	sum := 0.0
	for i, w := range words {
		top, bottom, isFraction := strings.Cut(w, "/")
		if len(words) == 2 && isFraction != (i == 1) || strings.Contains(bottom, "/") {
			return 0, strconv.ErrSyntax
		}
		v, err := ParseNumber(top)
		if err != nil {
			return 0, err
		}
		if isFraction {
			d, err := strconv.ParseFloat(bottom, 64)
			if err != nil || d <= 0 {
				return 0, strconv.ErrSyntax
			}
			v /= d
		}
		if i == 1 && v < 0 {
			return 0, strconv.ErrSyntax
		}
		if i == 1 && strings.HasPrefix(words[0], "-") {
			v = -v
		}
		sum += v
	}
	return sum, nil
}

func example(u Unit) string {
	switch u.Quantity {
	case Mass:
		return "; write a mass, as 10 kg or 22 lb"
	case Volume:
		return "; write a volume, as 5 L or 2 gal"
	case Temperature:
		return "; write a temperature, as 20 C or 68 F"
	case Length:
		return "; write a length, as 203 mm or 8 in"
	}
	return "; write one, as 2.5"
}

// Units is what a user measures in.
type Units struct {
	Name        string
	Mass        Unit
	Volume      Unit
	Temperature Unit
	Length      Unit
}

// Systems are the usual choices; the first is the default.
var Systems = []Units{
	{"metric", Kilogram, Litre, Celsius, Millimetre},
	{"us", Pound, USGallon, Fahrenheit, Inch},
	{"imperial", Pound, ImperialGallon, Celsius, Inch},
}

// SystemFor returns the system with a name, metric for one it does not know.
func SystemFor(name string) Units {
	for _, s := range Systems {
		if s.Name == name {
			return s
		}
	}
	return Systems[0]
}

// Unit returns the unit of u for a quantity.
func (u Units) Unit(q Quantity) Unit {
	switch q {
	case Mass:
		return u.Mass
	case Volume:
		return u.Volume
	case Temperature:
		return u.Temperature
	case Length:
		return u.Length
	}
	return Unit{}
}

// Write writes an inside value in the user's unit, as "22.0 lb".
func (u Units) Write(q Quantity, inside float64) string {
	unit := u.Unit(q)
	v := Digits(unit.In(inside), 3)
	if unit.Name == "" {
		return v
	}
	return v + " " + unit.Name
}

// Amount writes what is to be taken or loaded, to two figures: 5, 1.6, 12.
func Amount(v float64) string { return strings.TrimSuffix(Digits(v, 2), ".0") }

// Digits writes v with about n significant figures and at least its whole part.
func Digits(v float64, n int) string {
	if v == 0 || math.IsNaN(v) || math.IsInf(v, 0) {
		return strconv.FormatFloat(v, 'f', -1, 64)
	}
	places := n - 1 - int(math.Floor(math.Log10(math.Abs(v))))
	places = min(max(places, 0), 6)
	s := strconv.FormatFloat(v, 'f', places, 64)
	if places == 0 && math.Abs(v) >= 10000 {
		return Count(v)
	}
	return s
}
