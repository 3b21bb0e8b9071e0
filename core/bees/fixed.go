package bees

import (
	"kembo/core/brood"
	"kembo/core/season"
)

// Fixed lists the numbers and curves of a day that are no parameters, because little hangs on them or
// nobody would wish to change them.
func Fixed() []season.FixedRow {
	of := season.Numbers
	const guess, common = "none; guess", "common practice"
	row := func(name, what, value, source string) season.FixedRow {
		return season.FixedRow{Name: name, What: what, Value: value, Source: source}
	}
	return []season.FixedRow{
		row(
			"EggDays, LarvaDays, CappedDays, DroneDays", "days as egg, larva and capped; drones from egg to adult",
			of(brood.EggDays, brood.LarvaDays, brood.CappedDays, brood.DroneDays), "Winston 1987, from memory",
		),
		row(
			"WinterBred", "share of the emerging bees that become long-lived, by season day",
			season.WinterBred.String(), common,
		),
		row(
			"SwarmUrge", "share of the swarming urge, by season day", season.SwarmUrge.String(),
			"Fell et al. 1977, J. Apic. Res. 16:170-173 (most prime swarms from mid-May to mid-July, the height in "+
				"early June), from memory",
		),
		row(
			"FullShare",
			"share at which a super counts as full",
			of(FullShare),
			"common practice; the corners are seldom filled",
		),
		row(
			"cropsHoldMg, freshShare",
			"mg of honey a bee that has no cell for it; share of new comb that the queen comes to first",
			of(cropsHoldMg, freshShare), guess,
		),
		row(
			"newFound",
			"power of the share of old comb above, for what of a new box is found at once",
			of(newFound),
			guess,
		),
		row(
			"screenWarmth", "share of its heating that a colony below a double screen does for the one above",
			of(screenWarmth), guess,
		),
		row("DroneCells", "worker cells that a drone cell takes the place of", of(DroneCells), "derived: (6.9/5.4)²"),
		row("lossOver", "days over which the loss of brood is spread", of(lossOver), "derived: 1-(1-x)^6 is 0.15"),
		row(
			"dronesLeast, dronesMost",
			"house bees from which on drones are reared, and share of the nest's comb they take at most",
			of(dronesLeast, dronesMost), common,
		),
		row("dearthFlow, dearthDays", "flow under which there is a dearth, and days that it takes to be felt",
			of(dearthFlow, dearthDays), guess),
		row("manyLarvae", "larvae from which on nurses with none to feed go out sooner", of(manyLarvae),
			"none; guess, held by how packages dwindle"),
		row("mostDie", "share of the foragers that a day takes at most", of(mostDie), guess),
		row(
			"frostSpan", "°C over which a frost goes from stopping the queen to leaving her alone", of(frostSpan),
			guess,
		),
		row("heatBroodUnder", "°C, mean of the day, under which brood costs heat", of(heatBroodUnder), guess),
		row("restSpan", "°C over which bees go from resting to being about", of(restSpan), guess),
		row(
			"usualCluster, clusterMost",
			"bees of the cluster that WinterEatMg is of; times as much that a bee of a small one eats at most",
			of(usualCluster, clusterMost),
			"that small clusters spend more a bee: Free and Racey 1968, Southwick 1985, from memory; size a guess",
		),
		row("series2, series3, series4, series5", "of the series of the exponential",
			of(series2, series3, series4, series5), "derived: 1 over the factorial"),
		row("restless", "times as much as winter bees that others eat in a cluster", of(restless), guess),
		row("starveBrood", "share of the larvae that dies in a day wholly unfed", of(starveBrood), guess),
		row("openFromKg", "kg a day that opens a new super", of(openFromKg), guess),
		row("inUse", "access from which on supers are wholly in use", of(inUse), "rounding"),
		row(
			"pollenDraw, pollenHaste, pollenRoom",
			"how a need of pollen draws foragers: share more, haste, share of the free cells it fills in a day",
			of(pollenDraw, pollenHaste, pollenRoom), guess,
		),
		row(
			"youngLarvae", "days of the larvae that are eaten for want of pollen", of(youngLarvae),
			"Schmickl and Crailsheim 2001, from memory",
		),
		row("coolRipening", "ripening on a cool day against a warm one", of(coolRipening), guess),
		row(
			"waxShare, honeyShare, drawLeast, spareFromKg, drawIncomeBees",
			"share of the nectar that a day may turn into wax, of honey where comb is short, and of the foundation above that is in reach at once; kg "+
				"with no cell from which on they build without income; bees of the colony that DrawIncome is of",
			of(waxShare, honeyShare, drawLeast, spareFromKg, drawIncomeBees),
			guess,
		),
		row("HeldLeast", "eggs a day under which the season holds her, not room", of(HeldLeast), guess),
		row(
			"crowdPower, crowdMost",
			"power of crowding in the hazard of a swarm, and how many times it counts at most",
			of(crowdPower, crowdMost), "none; guess, held by hives left alone (SwarmBase)",
		),
		row("cropMost", "share of the nest's honey that a swarm takes at most", of(cropMost), guess),
		row("fed", "share of its need with which a colony is not hungry", of(fed), "rounding"),
		row("percent", "bees in a hundred", of(percent), "rounding"),
		row("yearDays", "days of a year", of(yearDays), "rounding"),
		row("beesPerG", "bees that weigh a gram", of(beesPerG), common),
		row(
			"droneSealedAt",
			"day of age on which a drone cell is capped",
			of(droneSealedAt),
			"Winston 1987, from memory",
		),
		row("dieWithBee", "share of the mites on a dying winter bee that die with it", of(dieWithBee), guess),
		row(
			"cureSpanC",
			"°C under its warmth over which a treatment that evaporates comes to do nothing",
			of(cureSpanC),
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
		row("failing", "what a queen lays of what she did while she is superseded", of(failing), guess),
		row(
			"castAfter, castShare, castLeast, castLater",
			"of a second swarm: days after the first; share of the bees; bees under which none goes; days by which it "+
				"puts off the queen who stays",
			of(castAfter, castShare, castLeast, castLater), "Winston 1987, from memory; the last two guesses",
		),
		row(
			"fliesOut, hasMated, waitsMost",
			"days before she lays between which a virgin flies out; days that she can wait for a fine one",
			of(fliesOut, hasMated, waitsMost), "Winston 1987, from memory",
		),
		row("turns", "by which the draws of one member are spread over days", of(turns), "derived: golden ratio less one (Weyl)"),
		row("stayOver", "share of the foragers carried to another hive of the yard that stay there", of(stayOver),
			"common practice; size a guess"),
		row("dronesFeel", "dearth, as it is felt, from which on drones are thrown out", of(dronesFeel), guess),
		row("insulationSaves", "share of its heating that insulation saves a colony", of(insulationSaves), guess),
		row("LeastAlive", "bees under which a colony is lost", of(LeastAlive), common),
		row(
			"beyondHelp",
			"bees, and brood, under which it counts as lost in a survey of losses",
			of(beyondHelp),
			common,
		),
		row(
			"costHunger, shareMites",
			"bees dead of hunger from which on that is the cause; share of all deaths from which on it is mites",
			of(costHunger, shareMites), guess,
		),
		row(
			"fragileMost",
			"times more that die in the cold of a cluster too small, at most",
			of(fragileMost),
			"rounding",
		),
	}
}
