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
	const guess, common = "none; guess, held by the calibration", "common practice"
	const stations = "stations of such climates, from memory"
	return []SpreadRow{
		{"queenSD", "queens of one age, in what they lay at their height", queenSD, guess},
		{"intakeSD", "colonies of a yard, in what they bring", intakeSD, "colonies differ by 30-50 % (values I)"},
		{"eatingSD", "colonies, in what they eat", eatingSD, guess},
		{"deathSD", "colonies, in how their bees last", deathSD, guess},
		{
			"winterSD",
			"colonies, in how their winter bees last, beyond that",
			winterSD,
			"none; guess, held by winter losses",
		},
		{
			"mitesSD", "colonies, in their mites, where none were counted", mitesSD,
			"none; guess, as counts in apiaries spread",
		},
		{
			"sitsSD", "colonies, in how many bees sit on a comb at full cover", sitsSD,
			"common practice: counts of bees on full combs differ by a tenth and more; size a guess",
		},
		{"eyeSD", "a keeper's eye, over all of a look", eyeSD, guess},
		{"youngSD", "eggs and larvae painted, beyond brood in all", youngSD, guess},
		{"stagesSD", "eggs, where brood was counted and split by the season", stagesSD, guess},
		{"nectarSD", "how much of the stores is open", nectarSD, guess},
		{
			"ripeOpen",
			"share of open honey in the nest that is ripe",
			ripeOpen,
			"derived: four days to ripen, four to cap",
		},
		{
			"ripeAbove",
			"the same above, where it stays open until its comb is full",
			ripeAbove,
			"derived: as FillFront leaves it",
		},
		{"fillSD", "the mass of open honey counted in cells", fillSD, "derived from ripeSD"},
		{"ripeSD", "how far these differ, as a share", ripeSD, guess},
		{"housesSD", "share of house bees", housesSD, guess},
		{"SameEye", "correlation of errors in stores below and above", SameEye, guess},
		{"flowLevelSD", "a yard's flow against its calendar", flowLevelSD, guess},
		{"flowDaySD", "a day's flow against its level", flowDaySD, guess},
		{
			"flowForgets", "days in which what was learnt of a flow fades", flowForgets,
			"none; guess: about the length of a flow",
		},
		{"weatherMemory", "correlation of one day's warmth with the next", weatherMemory, common},
		{
			"weatherSkill", "days over which a weather forecast loses its worth", weatherSkill,
			"common practice: about five days",
		},
		{"swingSummerC", "a day's warmth about the usual in summer, °C", swingSummerC, stations},
		{"swingBySummer", "and more of it by the °C that the year swings", swingBySummer, stations},
		{"swingWinterC", "a day's warmth about the usual in winter, °C", swingWinterC, stations},
		{"swingByWinter", "and more of it by the °C that the year swings", swingByWinter, stations},
		{"wetBySea", "share of wet days by the sea", wetBySea, stations},
		{"wetInland", "share of wet days inland", wetInland, stations},
		{"wetAfterWet", "chance that a wet day is followed by one", wetAfterWet, "Richardson 1981, from memory"},
		{"wetDayMM", "mm on a wet day, in the mean of an exponential", wetDayMM, stations},
		{"dryHalfC", "°C either side of the mean of a dry day", dryHalfC, common},
		{"wetHalfC", "°C either side of the mean of a wet day", wetHalfC, common},
		{"wetCoolerC", "°C by which a wet day of summer is cooler; in winter it is milder", wetCoolerC, common},
		{"seaSwingC", "swing of the year, °C, under which a climate is of the sea", seaSwingC, common},
		{"wetFromMM", "mm from which a day counts as wet", wetFromMM, "usual in climatology (WMO), from memory"},
		{"unseenADay", "what no forecast sees coming, a day", unseenADay, guess},
		{"queenDrifts", "a queen's laying, a day", queenDrifts, guess},
		{
			"surprise", "standard deviations from which a look is a surprise", surprise,
			"one look in 400 by chance, for each thing looked at",
		},
	}
}
