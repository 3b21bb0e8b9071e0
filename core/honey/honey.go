// Package honey knows extracted honey: its water from a refractometer, its
// density, how it keeps, what standards allow, and lots blended to a target.
// Water is in per cent by mass. Codex and grade limits are named as such; what
// may be sold, and how it is labelled, local rules decide.
package honey

import (
	"errors"
	"fmt"
	"math"
)

// Limits of the refractive index for which water is given: 13 to 25 % water.
const (
	MinWater, MaxWater = 13.0, 25.0
	// IndexPerC is added to the index for each degree C above 20. Source: AOAC
	// 969.38 and the harmonised methods of the IHC, from memory.
	IndexPerC = 0.00023
)

// Errors of this package.
var (
	ErrIndex = errors.New(
		"the refractive index of honey lies between 1.4740 and 1.5044 at 20 °C (13 to 25 % water); read it again",
	)
	ErrBrix = errors.New(
		"a reading of honey on the sucrose scale lies between 73.5 and 85.1 °Brix at 20 °C (13 to 25 % water); " +
			"read it again",
	)
	ErrTemp  = errors.New("the temperature correction is published for about 10 to 40 °C; warm or cool the sample")
	ErrWater = errors.New("water in honey is given from 13 to 25 %; check the value")
	ErrBlend = errors.New("the target does not lie between the two lots, so no blend of them reaches it")
)

// WaterOfIndex returns the water of honey from its refractive index read at
// tempC.
//
// Source: Wedmore 1955, Bee World 36:197-206, from Chataway's measurements
// (from memory): W = (-0.2681 - log10(n20 - 1)) / 0.002243.
func WaterOfIndex(n, tempC float64) (float64, error) {
	if !(tempC >= 10 && tempC <= 40) {
		return 0, ErrTemp
	}
	n20 := n + IndexPerC*(tempC-20)
	if !(n20 > 1) {
		return 0, ErrIndex
	}
	w := (-0.2681 - math.Log10(n20-1)) / 0.002243
	if w < MinWater-0.05 || w > MaxWater+0.05 {
		return 0, ErrIndex
	}
	return w, nil
}

// IndexOfWater is the inverse of WaterOfIndex at 20 degrees C.
func IndexOfWater(w float64) float64 { return 1 + math.Pow(10, -0.2681-0.002243*w) }

// brix is the sucrose scale at 13 to 25 % water, in whole per cents of water.
// Source: refractive index against the ICUMSA sucrose scale, from memory and
// rounded to 0.1; honey's water is 100 less Brix less 1.5 to 1.9.
var brix = []float64{85.1, 84.2, 83.2, 82.2, 81.3, 80.3, 79.3, 78.3, 77.4, 76.4, 75.4, 74.5, 73.5}

// IndexOfBrix returns the refractive index at the temperature of the reading.
func IndexOfBrix(b float64) (float64, error) {
	// A reading taken warm may lie a little outside the table at 20 °C.
	if !(b <= brix[0]+2 && b >= brix[len(brix)-1]-2) {
		return 0, ErrBrix
	}
	i := 0
	for i < len(brix)-2 && b < brix[i+1] {
		i++
	}
	w := MinWater + float64(i) + (brix[i]-b)/(brix[i]-brix[i+1])
	return IndexOfWater(w), nil
}

// gravity is the specific gravity 20/20 by whole per cents from 13.
// Source: White's table in Crane 1975, from memory.
var gravity = []float64{1.4457, 1.4404, 1.4350, 1.4295, 1.4237, 1.4171, 1.4101, 1.4027, 1.3950}

// DensityKgPerL returns the density at 20 degrees C of honey with 13 to 21 %
// water; no table is known to us beyond.
func DensityKgPerL(w float64) (float64, error) {
	if !(w >= MinWater && w <= MinWater+float64(len(gravity)-1)) {
		return 0, fmt.Errorf("density is tabled for 13 to 21 %% water, not for %.1f: %w", w, ErrWater)
	}
	i := min(int(w-MinWater), len(gravity)-2)
	g := gravity[i] + (w-MinWater-float64(i))*(gravity[i+1]-gravity[i])
	return g * 0.9982, nil
}

// Keeping says how honey with a share of water keeps against fermenting.
// Source: Lochhead 1933, Zbl. Bakt. II 88:296-302, from memory.
func Keeping(w float64) string {
	switch {
	case w < 17.1:
		return "safe from fermenting whatever its yeasts"
	case w <= 18.0:
		return "keeps if it has fewer than 1,000 yeasts a gram"
	case w <= 19.0:
		return "keeps only if it has fewer than 10 yeasts a gram"
	case w <= 20.0:
		return "keeps only if it has fewer than one yeast a gram"
	}
	return "will ferment sooner or later"
}

// Limit is a standard's most water.
type Limit struct {
	Name string
	Max  float64
}

// Limits are the standards Kembo names. Sources, from memory: Codex CXS
// 12-1981; US Standards for Grades of Extracted Honey 1985 (81.4 and 80.0 %
// soluble solids); directive 2001/110/EC for baker's honey. They change: look
// them up before selling.
var Limits = []Limit{
	{"US grades A and B", 18.6},
	{"Codex, and US grade C", 20.0},
	{"Codex, Calluna heather", 23.0},
	{"EU baker’s honey", 23.0},
}

// BlendKg returns how much of a lot with water b brings kg of honey with water
// a to the target.
func BlendKg(kg, a, b, target float64) (float64, error) {
	for _, w := range []float64{a, b, target} {
		if !(w >= MinWater && w <= MaxWater) {
			return 0, fmt.Errorf("%.1f %%: %w", w, ErrWater)
		}
	}
	if a == target {
		return 0, nil
	}
	if (target-a)*(b-target) <= 0 {
		return 0, ErrBlend
	}
	return kg * (target - a) / (b - target), nil
}
