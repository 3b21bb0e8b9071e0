package season

import (
	"fmt"
	"math"
	"strings"
)

// Climate is a rough climate with the stores a colony needs to winter in it.
type Climate struct {
	Key          string
	Name         string
	MeanC        float64 // mean of the year
	SwingC       float64 // half the difference of the warmest and coldest month
	WinterLowKg  float64 // stores for winter
	WinterHighKg float64
	Own          Local // of a record or a yard that tells its own; zero: the climate’s
}

// Climates is the closed list. Stores: Furgala and McCutcheon 1992 (US north, from
// memory); the others common practice (values G). Temperatures are round figures for
// country with hives in it, near to what climate tables have for such places, from memory;
// those of the British Isles are a cosine. Latitude is that of the middle of it.
var Climates = []Climate{
	{"uk", "British Isles", 9.5, 6, 18, 20, Local{}},
	byMonths("us-south", "US south", 33, 14, 18,
		Months{8.5, 10.5, 14.5, 18.5, 22.5, 26, 27.5, 27, 24, 18.5, 13, 9.5}),
	byMonths("us-mid", "US middle states", 39.5, 23, 27,
		Months{-1, 1, 6.5, 12.5, 17.5, 22.5, 25, 24, 20, 13.5, 7, 1.5}),
	byMonths("us-north", "US north", 45, 36, 41,
		Months{-10, -7.5, -0.5, 7.5, 14.5, 20, 22.5, 21, 16, 9, 1, -7}),
	byMonths("central-europe", "Central Europe", 49, 15, 20,
		Months{0, 1.5, 5.5, 10, 14.5, 17.5, 19.5, 19, 14.5, 9.5, 4.5, 1}),
	byMonths("scandinavia", "Scandinavia", 59, 18, 22,
		Months{-3, -3, 0.5, 5.5, 11.5, 15.5, 18, 16.5, 12, 7, 2.5, -1}),
	byMonths("continental", "Inland, cold winters", 50, 20, 26,
		Months{-7, -6, -0.5, 8, 15, 19, 21, 20, 14, 7, 1, -5}),
	byMonths("mediterranean", "Mediterranean", 39, 10, 14,
		Months{9.5, 10, 12.5, 15, 19, 23.5, 26.5, 26.5, 23, 18.5, 13.5, 10.5}),
	byMonths("subtropical", "Subtropical, humid", 28, 8, 12,
		Months{15, 16.5, 19, 21.5, 25, 27, 28, 28, 27, 23.5, 19.5, 16.5}),
	byMonths("australia-south-east", "South-eastern Australia", -37, 10, 15,
		Months{21.5, 21.5, 19.5, 16, 12.5, 10, 9.5, 10.5, 12.5, 15, 17, 19.5}),
	byMonths("maritime-south", "Maritime south", -43, 12, 16,
		Months{17.5, 17.5, 15.5, 12.5, 9, 6.5, 6, 7.5, 9.5, 12, 14, 16}),
}

// Half returns the hemisphere of a place in c: the south where c is found only there, else the
// one that is asked for.
func (c Climate) Half(asked Hemisphere) Hemisphere {
	if c.Own.LatitudeDeg < 0 {
		return South
	}
	return asked
}

// Months are the means of the months of a calendar year, °C, January first.
type Months = [12]float64

// byMonths makes a climate of the means of its months, January first, at a latitude.
func byMonths(key, name string, latitudeDeg, lowKg, highKg float64, monthsC Months) Climate {
	h := North
	if latitudeDeg < 0 {
		h = South
	}
	c, err := Climate{Key: key, Name: name, WinterLowKg: lowKg, WinterHighKg: highKg}.At(latitudeDeg)
	if err == nil {
		c, err = c.WithMonths(monthsC, h)
	}
	if err != nil {
		panic(err) // a table of this file
	}
	return c
}

// UnknownClimateError is returned by ClimateFor for a key that is not in Climates.
type UnknownClimateError string

func (e UnknownClimateError) Error() string {
	keys := make([]string, len(Climates))
	for i, c := range Climates {
		keys[i] = c.Key
	}
	return fmt.Sprintf("%q is not a climate; use one of %s", string(e), strings.Join(keys, ", "))
}

// ClimateFor returns the climate for key.
func ClimateFor(key string) (Climate, error) {
	for _, c := range Climates {
		if c.Key == key {
			return c, nil
		}
	}
	return Climate{}, UnknownClimateError(key)
}

// coldestDay is the season day of the coldest usual day. Source: common practice.
const coldestDay = 25

// Normal returns the mean temperature in degrees C of a usual season day.
func (c Climate) Normal(seasonDay int) float64 {
	if c.Own.HasMonths {
		return c.Own.mean(seasonDay)
	}
	return c.MeanC - c.SwingC*math.Cos(2*math.Pi*float64(seasonDay-coldestDay)/yearDays)
}

// Winterness returns how deep in winter a season day is: 1 on the coldest usual day, 0 half a
// year from it.
func Winterness(seasonDay int) float64 {
	return (1 + math.Cos(2*math.Pi*float64(seasonDay-coldestDay)/yearDays)) / 2
}
