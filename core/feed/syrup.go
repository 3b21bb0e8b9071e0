// Package feed knows sugar feed: what a [Mix] of sugar and water weighs and
// fills, whether it stays dissolved, and what stores it becomes. Masses are in
// kilograms, volumes in litres, temperatures in degrees Celsius. Dates, doses
// and who may be fed are not here.
package feed

import (
	"errors"
	"fmt"
	"math"

	"kembo/core/measure"
)

// DensityKgPerL returns the density at 20 degrees C of a sucrose solution of
// mass fraction q, 0 to about 0.85.
//
// Source: the polynomial of ICUMSA 1994, coefficients from memory; it agrees
// within 0.03 % with the table of NBS Circular 440, which the tests hold it to.
func DensityKgPerL(q float64) float64 {
	return (998.2012 + q*(385.1761+q*(135.3705+q*(40.9299+q*(-3.9643+q*(13.4853-17.2890*q)))))) / 1000
}

// Two published formulae for the mass per cent of sucrose in a saturated
// solution, 0 to 100 degrees C. Their difference, up to 0.5 points, is how well
// it is known. Sources, from memory, and which name goes with which is not
// sure: D. F. Charles 1960, Int. Sugar J. 62; Z. Vavrinecz 1962.
func solubleCubic(t float64) float64 {
	return 64.397 + t*(0.07251+t*(0.0020569-9.035e-6*t))
}

func solubleQuartic(t float64) float64 {
	return 64.447 + t*(0.08222+t*(0.0016169+t*(-1.558e-6-4.63e-8*t)))
}

// Soluble returns the lower and the higher of two published values for the
// mass per cent of sugar that stays dissolved at tempC, 0 to 100.
func Soluble(tempC float64) (low, high float64) {
	a, b := solubleCubic(tempC), solubleQuartic(tempC)
	return min(a, b), max(a, b)
}

// Densities of what goes in.
const (
	// WaterKgPerL at 20 degrees C. Source: handbooks, from memory.
	WaterKgPerL = 0.9982
	// CrystalKgPerL of solid sucrose. Source: handbooks, from memory.
	CrystalKgPerL = 1.588
	// SugarBulkKgPerL of granulated sugar as it is poured: 0.80 to 0.88; a US
	// cup of 200 g gives 0.845. Source: common practice, no source.
	SugarBulkKgPerL = 0.845
)

// StoresPerKgSugar is the honey's worth that bees put away from a kilogram of
// sugar: at 18 % water 1.22 kg is the ceiling, work costs them 10 to 25 % and
// more. Source: ceiling by arithmetic; losses common practice, no source.
var StoresPerKgSugar = measure.Range{Low: 0.91, Likely: 1.0, High: 1.10}

// Mix is sugar in water.
type Mix struct {
	SugarKg, WaterKg float64
}

// Errors of this package.
var (
	ErrMass  = errors.New("give more than 0 kg of sugar and of water")
	ErrTemp  = errors.New("the solubility of sugar is published for 0 to 100 °C; give a temperature between them")
	ErrRatio = errors.New("a ratio of sugar to water lies between 1:10 and 10:1")
)

// Check returns what is wrong with m at tempC, or nil.
func (m Mix) Check(tempC float64) error {
	if !(m.SugarKg > 0) || !(m.WaterKg > 0) {
		return ErrMass
	}
	if !(tempC >= 0 && tempC <= 100) {
		return ErrTemp
	}
	if r := m.SugarKg / m.WaterKg; r > 20 || r < 0.02 {
		return ErrRatio
	}
	return nil
}

// MassPercent returns the sugar in m, dissolved or not, in per cent by mass.
func (m Mix) MassPercent() float64 { return 100 * m.SugarKg / (m.SugarKg + m.WaterKg) }

// Dissolution says how near m is to what its water holds.
type Dissolution uint8

// A mix between the two published values is at its limit: a little colder and
// crystals settle.
const (
	Dissolves Dissolution = iota
	AtLimit
	TooMuch
)

// At says whether m stays dissolved at tempC.
func (m Mix) At(tempC float64) Dissolution {
	low, high := Soluble(tempC)
	switch p := m.MassPercent(); {
	case p > high:
		return TooMuch
	case p > low:
		return AtLimit
	}
	return Dissolves
}

// UndissolvedKg returns the sugar that will lie at the bottom at tempC.
func (m Mix) UndissolvedKg(tempC float64) float64 {
	_, high := Soluble(tempC)
	return max(0, m.SugarKg-m.WaterKg*high/(100-high))
}

// VolumeL returns the volume of m at 20 degrees C: the solution and, where not
// all dissolves at tempC, the crystals in it.
func (m Mix) VolumeL(tempC float64) float64 {
	solid := m.UndissolvedKg(tempC)
	clear := m.SugarKg - solid
	return (clear+m.WaterKg)/DensityKgPerL(clear/(clear+m.WaterKg)) + solid/CrystalKgPerL
}

// StoresKg returns what bees will put away from m.
func (m Mix) StoresKg() measure.Range {
	s := StoresPerKgSugar
	return measure.Range{Low: s.Low * m.SugarKg, Likely: s.Likely * m.SugarKg, High: s.High * m.SugarKg}
}

// SaturationC returns the temperature down to which m stays dissolved, and
// false where it does not even at 100 degrees C.
func (m Mix) SaturationC() (float64, bool) {
	p := m.MassPercent()
	if _, high := Soluble(100); p > high {
		return 0, false
	}
	lo, hi := 0.0, 100.0
	if _, high := Soluble(0); p <= high {
		return 0, true
	}
	for range 50 {
		mid := (lo + hi) / 2
		if _, high := Soluble(mid); p > high {
			lo = mid
		} else {
			hi = mid
		}
	}
	return hi, true
}

// OfRatio returns the mix of a volume in litres from a ratio of sugar to water,
// by weight or by volume (of granulated sugar as poured).
func OfRatio(sugar, water, litres float64, byVolume bool, tempC float64) (Mix, error) {
	if !(sugar > 0) || !(water > 0) || sugar/water > 10 || sugar/water < 0.1 {
		return Mix{}, ErrRatio
	}
	if !(litres > 0) {
		return Mix{}, fmt.Errorf("%g L of syrup is none; give a volume: %w", litres, ErrMass)
	}
	one := Mix{sugar, water}
	if byVolume {
		one = Mix{sugar * SugarBulkKgPerL, water * WaterKgPerL}
	}
	if err := one.Check(tempC); err != nil {
		return Mix{}, err
	}
	k := litres / one.VolumeL(tempC)
	return Mix{one.SugarKg * k, one.WaterKg * k}, nil
}

// Fills returns how many fills of a feeder of the given litres m makes, the
// last one perhaps not full.
func (m Mix) Fills(feederL, tempC float64) int {
	return int(math.Ceil(m.VolumeL(tempC)/feederL - 1e-9))
}
