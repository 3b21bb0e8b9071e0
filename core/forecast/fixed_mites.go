package forecast

import "kembo/core/season"

// fixedOfLosses lists the numbers of mites, of queens that fail and of colonies that are lost.
func fixedOfLosses() []season.FixedRow {
	of := season.Numbers
	const guess, common = "none; guess", "common practice"
	row := fixedRow
	return []season.FixedRow{
		row(
			"UsualMites", "mites on a hundred bees where none were counted, by season day", season.UsualMites.String(),
			"none; guess, as of apiaries that are treated in late summer and in winter",
		),
		row("percent", "bees in a hundred", of(percent), "rounding"),
		row("yearDays", "days of a year", of(yearDays), "rounding"),
		row("beesPerG", "bees that weigh a gram", of(beesPerG), common),
		row("droneSealedAt", "day of age on which a drone cell is capped", of(droneSealedAt), "Winston 1987, from memory"),
		row("dieWithBee", "share of the mites on a dying winter bee that die with it", of(dieWithBee), guess),
		row(
			"cureSpanC", "°C under its warmth over which a treatment that evaporates comes to do nothing", of(cureSpanC),
			guess,
		),
		row(
			"ridesShare", "share of its time that a mite is on a bee while there is brood", of(ridesShare),
			"derived from 70 to 85 % under cappings (Fries, Camazine and Sneyd 1994, from memory)",
		),
		row(
			"leastEffect, mostEffect", "share of the mites that a treatment takes, at least and at most",
			of(leastEffect, mostEffect), "rounding",
		),
		row(
			"clumping, fallSD",
			"variance of a count against that of a binomial; spread of how many stand for one that falls",
			of(clumping, fallSD), "none; guess: mites clump",
		),
		row(
			"levelLeast, levelMost, levels, openSD, openShare, openTimes",
			"levels per hundred bees that a count is weighed at; how much wider than the members what was believed is "+
				"taken; the share of it that is far wider, and by how many times",
			of(levelLeast, levelMost, levels, openSD, openShare, openTimes), guess,
		),
		row(
			"fliesOut, hasMated, waitsMost",
			"days before she lays between which a virgin flies out; days that she can wait for a fine one",
			of(fliesOut, hasMated, waitsMost), "Winston 1987, from memory",
		),
		row("stayOver", "share of the foragers carried to another hive of the yard that stay there", of(stayOver),
			"common practice; size a guess"),
		row("dronesFeel", "dearth, as it is felt, from which on drones are thrown out", of(dronesFeel), guess),
		row("insulationSaves", "share of its heating that insulation saves a colony", of(insulationSaves), guess),
		row(
			"waxAtShare, waxOver, waxLeast, waxMost, waxFromFlow",
			"share of the drawn comb free at which half of colonies show fresh wax; share over which that changes; of "+
				"colonies with comb enough and with none that show it; flow from which on it tells",
			of(waxAtShare, waxOver, waxLeast, waxMost, waxFromFlow), "common practice; how far it tells is a guess",
		),
		row("leastAlive", "bees under which a colony is lost", of(leastAlive), common),
		row(
			"beyondHelp", "bees, and brood, under which it counts as lost in a survey of losses", of(beyondHelp), common,
		),
		row(
			"costHunger, shareMites",
			"bees dead of hunger from which on that is the cause; share of all deaths from which on it is mites",
			of(costHunger, shareMites), guess,
		),
		row("fragileMost", "times more that die in the cold of a cluster too small, at most", of(fragileMost), "rounding"),
	}
}
