package measure_test

import (
	"math"
	"strings"
	"testing"

	"kembo/core/measure"
)

func TestParseTakesWhatKeepersWrite(t *testing.T) {
	tests := []struct {
		text string
		def  measure.Unit
		want float64
	}{
		{"10kg", measure.Kilogram, 10},
		{"10", measure.Kilogram, 10},
		{"10", measure.Pound, 4.5359237},
		{"160lb", measure.Kilogram, 72.5747792},
		{"2 gal", measure.Litre, 7.570823568},
		{"1 imp gal", measure.Litre, 4.54609},
		{"1/2 cup", measure.Litre, 0.11829411825},
		{"1 1/2 L", measure.Litre, 1.5},
		{"2,5 L", measure.Litre, 2.5},
		{"120mL", measure.Litre, 0.12},
		{"68F", measure.Celsius, 20},
		{"-40 F", measure.Celsius, -40},
		{"8 in", measure.Millimetre, 203.2},
	}
	for _, tt := range tests {
		got, err := measure.Parse(tt.text, tt.def)
		if err != nil || math.Abs(got-tt.want) > 1e-9*math.Max(1, math.Abs(tt.want)) {
			t.Errorf("Parse(%q) = %v, %v; want %v (by definition of the units)", tt.text, got, err, tt.want)
		}
	}
}

func TestParseRefusesInASentence(t *testing.T) {
	for text, say := range map[string]string{
		"":       "not a number",
		"ten kg": "not a number",
		"10 L":   "write a mass",
		"10 st":  "does not know",
		"1/0 kg": "not a number",
		"1 2 kg": "not a number",
		"1e400":  "does not know",
	} {
		if _, err := measure.Parse(text, measure.Kilogram); err == nil || !strings.Contains(err.Error(), say) {
			t.Errorf("Parse(%q): %v, want a sentence with %q", text, err, say)
		}
	}
}

func TestWriteFollowsTheUser(t *testing.T) {
	us := measure.SystemFor("us")
	if got := us.Write(measure.Mass, 10); got != "22.0 lb" {
		t.Errorf("10 kg reads %q", got)
	}
	if got := us.Write(measure.Temperature, 20); got != "68.0 °F" {
		t.Errorf("20 °C reads %q", got)
	}
	for v, want := range map[float64]string{5: "5", 1.585: "1.6", 12: "12", 0.25: "0.25", 11.4: "11"} {
		if got := measure.Amount(v); got != want {
			t.Errorf("%g reads %q, want %q", v, got, want)
		}
	}
	if got := measure.SystemFor("none").Write(measure.Volume, 1.126); got != "1.13 L" {
		t.Errorf("1.126 L reads %q", got)
	}
}

// FuzzParse: whatever is typed, it is a sentence or a finite number, and what
// is written in a unit reads back as what it was.
func FuzzParse(f *testing.F) {
	for _, s := range []string{"10kg", "1 1/2 gal", "68F", "2,5 L", "-", "1//2", "٣ kg", "1/2/3"} {
		f.Add(s, 12.5)
	}
	units := []measure.Unit{
		measure.Kilogram, measure.Pound, measure.Ounce, measure.Litre, measure.USGallon, measure.ImperialPint,
		measure.Celsius, measure.Fahrenheit, measure.Inch,
	}
	f.Fuzz(func(t *testing.T, text string, v float64) {
		if got, err := measure.Parse(text, measure.Kilogram); err == nil && (math.IsNaN(got) || math.IsInf(got, 0)) {
			t.Errorf("Parse(%q) = %v", text, got)
		} else if err != nil && strings.TrimSpace(err.Error()) == "" {
			t.Errorf("Parse(%q) refuses without a word", text)
		}
		if math.IsNaN(v) || math.Abs(v) > 1e9 || math.Abs(v) < 1e-6 {
			return
		}
		for _, u := range units {
			back := u.Of(u.In(v))
			if math.Abs(back-v) > 1e-9*math.Max(100, math.Abs(v)) {
				t.Errorf("%v through %s is %v", v, u.Name, back)
			}
		}
	})
}
