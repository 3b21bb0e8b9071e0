package forecast

// SpreadRow is a number of what is uncertain, for the open table.
type SpreadRow struct {
	Name, What string
	Value      float64
	Source     string
}

// Spreads lists how far things differ or may be off, as standard deviations of
// the logarithm unless said otherwise.
func Spreads() []SpreadRow {
	const guess = "none; guess, held by the calibration"
	return []SpreadRow{
		{"queenSD", "queens of one age, in what they lay at their height", queenSD, guess},
		{"intakeSD", "colonies of a yard, in what they bring", intakeSD, "colonies differ by 30-50 % (values I)"},
		{"eatingSD", "colonies, in what they eat", eatingSD, guess},
		{"deathSD", "colonies, in how their bees last", deathSD, guess},
		{"eyeSD", "a keeper's eye, over all of a look", eyeSD, guess},
		{"youngSD", "eggs and larvae painted, beyond brood in all", youngSD, guess},
		{"stagesSD", "eggs, where brood was counted and split by the season", stagesSD, guess},
		{"nectarSD", "how much of the stores is open", nectarSD, guess},
		{"ripeOpen", "share of open honey above that is ripe", ripeOpen, "derived: four days to ripen, four to cap"},
		{"housesSD", "share of house bees", housesSD, guess},
		{"SameEye", "correlation of errors in stores below and above", SameEye, guess},
		{"flowLevelSD", "a yard's flow against its calendar", flowLevelSD, guess},
		{"flowDaySD", "a day's flow against its level", flowDaySD, guess},
		{
			"flowForgets", "days in which what was learnt of a flow fades", flowForgets,
			"none; guess: about the length of a flow",
		},
		{"weatherMemory", "correlation of one day's weather with the next", weatherMemory, "common practice"},
		{"weatherSwingC", "a day far ahead, °C", weatherSwingC, guess},
		{
			"weatherSkill", "days over which a weather forecast loses its worth", weatherSkill,
			"common practice: about five days",
		},
		{"HoursPerDegree", "flight hours gained by a degree, share", HoursPerDegree, guess},
		{
			"newFound", "power of the share of old comb above, for what of a new box is found at once", newFound,
			"none; guess",
		},
		{
			"screenWarmth", "share of its heating that a colony below a double screen does for the one above",
			screenWarmth, "none; guess",
		},
		{"unseenADay", "what no forecast sees coming, a day", unseenADay, guess},
		{"queenDrifts", "a queen's laying, a day", queenDrifts, guess},
		{
			"surprise", "standard deviations from which a look is a surprise", surprise,
			"one look in 400 by chance, for each thing looked at",
		},
	}
}
