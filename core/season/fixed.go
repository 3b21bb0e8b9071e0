package season

import (
	"fmt"
	"strings"
)

// FixedRow is a number or a curve that no parameter moves, for the open table.
type FixedRow struct {
	Name, What, Value, Source string
}

// Fixed lists those of the season: warmth, flight and the queen's year.
func Fixed() []FixedRow {
	return []FixedRow{
		{
			"queenCurve", "share of her peak that a queen lays, by season day", queenCurve.String(),
			"common practice for 50 to 55 degrees, in the shape of Nolan 1925 (from memory)",
		},
		{
			"springAnchor, autumnAnchor",
			"season days whose warmth in the British Isles puts the curves of other climates",
			of(springAnchor, autumnAnchor), "none; guess",
		},
		{"midsummer", "season day of the height of the reference year", of(midsummer), "derived: the solstice"},
		{"mostShift", "days either way that a climate moves them", of(mostShift), "none; guess"},
		{
			"warmthBaseC, leastRise, mostLate, byWarmth",
			"°C over which warmth brings the height of the year; days from spring to it, at least; past the solstice, " +
				"at most; share of a late spring by which bees are late",
			of(warmthBaseC, leastRise, mostLate, byWarmth),
			"none; guess; that brood begins with the lengthening day, in the cold too: Avitabile 1978, from memory",
		},
		{
			"followsSpring, goneOver", "season days to which usual bloom goes with spring, and from which with autumn",
			of(followsSpring, goneOver), "none; guess",
		},
		{
			"dearthC, dearthBefore, dearthAfter, heatFlow, heatPollen",
			"mean of the hottest month over which midsummer has a dearth, °C; days before and after the hottest; flow " +
				"and pollen of what blooms in it",
			of(dearthC, dearthBefore, dearthAfter, heatFlow, heatPollen), "none; guess",
		},
		{"coldestDay", "season day of the coldest usual day", of(coldestDay), "common practice"},
		{
			"usualSwingC, usualRainMM", "a usual day: °C either side of its mean, mm of rain",
			of(usualSwingC, usualRainMM), "common practice",
		},
		{
			"daySwingH", "hours of daylight either side of twelve, near 53 degrees", of(daySwingH),
			"derived: from the sun's height",
		},
		{
			"flightFromC, flightSpanC", "°C, highest of the day, from which foragers fly, and over which all come to",
			of(flightFromC, flightSpanC),
			"few under 10 to 12 °C, all over 17 (Burrill and Dietz 1981; Vicens and Bosch 2000, from memory)",
		},
		{"flightShare", "share of the daylight in which they fly in force", of(flightShare), "none; guess"},
		{"rainStopsMM", "mm of rain on a day that keep them in", of(rainStopsMM), "none; guess"},
		{
			"windStops, windSpan", "m/s at which flight stops, and over which it falls off", of(windStops, windSpan),
			"common practice",
		},
		{
			"dullShare, brightShare",
			"share of the hours flown without sun, and share of the daylight with sun that counts as a bright day",
			of(dullShare, brightShare), "common practice that a dull day is shorter; size a guess",
		},
		{
			"nectarLeast, nectarFromC, nectarSpanC",
			"share of its nectar that a plant gives in the cold; °C, highest of the day, from which it gives " +
				"more, and over which all",
			of(nectarLeast, nectarFromC, nectarSpanC), "common practice that flows wait for warm days; size a guess",
		},
	}
}

func of(v ...float64) string { return Numbers(v...) }

// Numbers writes the numbers of a row.
func Numbers(v ...float64) string {
	var b strings.Builder
	for i, x := range v {
		if i > 0 {
			b.WriteString(", ")
		}
		fmt.Fprintf(&b, "%g", x)
	}
	return b.String()
}
