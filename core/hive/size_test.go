package hive_test

import (
	"math"
	"testing"

	"kembo/core/hive"
)

// TestOuterSizeAgainstLangstrothWare: a ten-frame deep is 20 by 16 1/4 by 9 5/8 in outside, a medium 6 5/8 in high (common measures
// of Langstroth ware, from memory).
func TestOuterSizeAgainstLangstrothWare(t *testing.T) {
	const inch = 25.4
	for key, high := range map[string]float64{"langstroth-deep-10": 9.625, "langstroth-medium-10": 6.625, "langstroth-shallow-10": 5.75} {
		f, err := hive.FormatFor(key)
		if err != nil {
			t.Fatal(err)
		}
		want := 20 * 16.25 * high * inch * inch * inch / 1e6
		if got := f.OuterLitres(); math.Abs(got-want) > 0.03*want {
			t.Errorf("%s takes %.1f L, want %.1f", key, got, want)
		}
	}
}

// TestAnEmptyBoxWeighsItsParts: as the box itself says.
func TestAnEmptyBoxWeighsItsParts(t *testing.T) {
	for _, f := range hive.Formats {
		for _, drawn := range []bool{true, false} {
			b := hive.NewBox("b", f, f.Slots, hive.Make{Super: f.Super, Drawn: drawn})
			if got, want := f.EmptyBoxKg(f.Slots, drawn), b.TareKg(); math.Abs(got-want) > 1e-9 {
				t.Errorf("%s weighs %.2f kg, its parts %.2f", f.Key, got, want)
			}
		}
	}
}
