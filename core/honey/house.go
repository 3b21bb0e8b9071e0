package honey

import (
	"errors"
	"math"
)

// Errors of work in the honey house.
var (
	ErrDrier = errors.New("it is as dry as that already; give a target under what it has")
	ErrWarm  = errors.New("the room must be warmer than what is wanted, and that warmer than the honey")
	ErrFlows = errors.New("how honey flows is known here from 10 to 60 °C")
)

// stiffness is how honey of 16.1 % water flows by its temperature, °C, and by its water at 25 °C, Pa·s. Source: Munro 1943, Ind. Eng.
// Chem. Anal. 15, sweet and white clover honey, as handbooks table it; from memory.
var (
	byWarmth = [][2]float64{{13.7, 60.0}, {20.6, 18.96}, {29.0, 6.84}, {39.4, 2.14}, {48.1, 1.07}, {71.1, 0.26}}
	byWater  = [][2]float64{{13.7, 42.0}, {14.2, 26.9}, {15.5, 13.8}, {17.1, 6.9}, {18.2, 4.81}, {19.1, 3.49}, {20.2, 2.04}, {21.5, 1.36}}
)

const tabledC, zeroK = 25.0, 273.15

// ViscosityPaS returns how stiff liquid honey is, Pa·s, at 10 to 60 °C. It is good to about a fifth: honeys differ, and those that set to a
// jelly, as ling, do not flow by any table.
func ViscosityPaS(water, tempC float64) (float64, error) {
	switch {
	case !(water >= MinWater && water <= MaxWater):
		return 0, ErrWater
	case !(tempC >= 10 && tempC <= 60):
		return 0, ErrFlows
	}
	inverse := func(c float64) float64 { return 1 / (c + zeroK) }
	same := func(w float64) float64 { return w }
	return logOf(byWater, water, same) * logOf(byWarmth, tempC, inverse) / logOf(byWarmth, tabledC, inverse), nil
}

// logOf reads a table of which the logarithm is even in some measure of the first column; beyond its ends it goes on as it ended.
func logOf(table [][2]float64, at float64, measure func(float64) float64) float64 {
	i := 0
	for i < len(table)-2 && table[i+1][0] < at {
		i++
	}
	a, b := table[i], table[i+1]
	k := (measure(at) - measure(a[0])) / (measure(b[0]) - measure(a[0]))
	return a[1] * math.Pow(b[1]/a[1], k)
}

// What rises in a tank by how much lighter than honey it is, kg/m3. Source: air is next to nothing; beeswax 950 to 965 kg/m3, common
// handbook value.
const waxDensity = 958.0

// SettleHours returns how long a bubble of air, or a speck of wax, takes to rise through so much honey, hours. Source: Stokes 1851, for
// small spheres; wax in flakes is slower.
func SettleHours(water, tempC, depthMM, sizeMM float64, wax bool) (float64, error) {
	eta, err := ViscosityPaS(water, tempC)
	if err != nil {
		return 0, err
	}
	d, err := DensityKgPerL(water)
	if err != nil {
		return 0, err
	}
	const g, litre, mm, hour, stokes = 9.81, 1000.0, 1000.0, 3600.0, 2.0 / 9
	lighter := d * litre
	if wax {
		lighter -= waxDensity
	}
	r := sizeMM / 2 / mm
	return depthMM / mm / (stokes * lighter * g * r * r / eta) / hour, nil
}

// How honey takes up warmth: so much flows through it, W/(m·K), it takes so much, J/(kg·K). Source: Helvey 1954, Food Research 19, at 17 to
// 21 % water; from memory.
const conducts, takesUp = 0.53, 2260.0

// cylinder is the first root of the Bessel function of warming a long cylinder, squared, and coreLag what its middle lags at first.
// Source: Carslaw and Jaeger 1959, from memory.
const cylinder, coreLag = 5.783, 1.602

// WarmHours returns how long the middle of a bucket takes from one temperature to another in a warm room, hours, standing: without
// stirring, with air that moves well around it. Set honey takes some hours more to melt.
func WarmHours(water, widthMM, fromC, toC, roomC float64) (float64, error) {
	if !(roomC > toC && toC > fromC) {
		return 0, ErrWarm
	}
	d, err := DensityKgPerL(water)
	if err != nil {
		return 0, err
	}
	const litre, mm, hour = 1000.0, 1000.0, 3600.0
	r := widthMM / 2 / mm
	each := r * r * d * litre * takesUp / conducts / cylinder / hour
	left := (roomC - toC) / (roomC - fromC)
	return math.Max(0, each*math.Log(coreLag/left)), nil
}

// DryKg returns the water that leaves so much honey to bring it to a target, kg.
func DryKg(kg, water, target float64) (float64, error) {
	const percent = 100
	switch {
	case !(water >= MinWater && water <= MaxWater && target >= MinWater):
		return 0, ErrWater
	case target >= water:
		return 0, ErrDrier
	}
	return kg * (water - target) / (percent - target), nil
}

// Sets tells how soon honey sets by its glucose and water, per cent. Source: White et al. 1962, USDA Tech. Bull. 1261: a ratio under 1.7
// stays liquid, over 2.1 sets soon; from memory.
func Sets(glucose, water float64) (ratio float64, say string) {
	const slow, soon = 1.7, 2.1
	switch ratio = glucose / water; {
	case ratio < slow:
		return ratio, "stays liquid for a year and more"
	case ratio <= soon:
		return ratio, "sets within months"
	}
	return ratio, "sets within weeks, in the comb too"
}
