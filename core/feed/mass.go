package feed

import (
	"strconv"
	"strings"
)

// FondantSugar is the share of sugar in fondant: 77 to 90 %. Source: common
// practice (values E).
const FondantSugar = 0.85

// MassKg returns what a feed weighs as it goes into a hive, from the sugar in it
// and its name: a ratio of sugar to water by weight anywhere in it ("1:1
// syrup"), fondant, or dry sugar. What says none of these is taken as 2:1.
func MassKg(what string, sugarKg float64) float64 {
	low := strings.ToLower(what)
	for _, w := range strings.Fields(low) {
		a, b, ok := strings.Cut(w, ":")
		if !ok {
			continue
		}
		sugar, err1 := strconv.ParseFloat(a, 64)
		water, err2 := strconv.ParseFloat(b, 64)
		if err1 == nil && err2 == nil && sugar > 0 && water >= 0 && water/sugar <= 10 {
			return sugarKg * (1 + water/sugar)
		}
	}
	switch {
	case strings.Contains(low, "fondant"):
		return sugarKg / FondantSugar
	case strings.Contains(low, "dry"), low == "sugar":
		return sugarKg
	}
	return sugarKg * 1.5
}

// ThickL returns the litres of 2:1 syrup by weight that hold a mass of sugar.
func ThickL(sugarKg float64) float64 { return Mix{sugarKg, sugarKg / 2}.VolumeL(thickWarmC) }

// thickWarmC is warm enough for all of 2:1 to be dissolved.
const thickWarmC = 30

// SugarKg returns the sugar in litres of syrup made of so many parts of sugar to
// water by mass, warm enough for all of it to be dissolved.
func SugarKg(litres, sugar, water float64) float64 {
	m := Mix{sugar, water}
	return litres * sugar / m.VolumeL(thickWarmC)
}
