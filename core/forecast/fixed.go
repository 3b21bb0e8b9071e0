package forecast

import (
	"kembo/core/brood"
	"kembo/core/season"
)

// Fixed lists the numbers and curves of the daily model that are no parameters,
// because little hangs on them or nobody would wish to change them, so that all
// that is assumed lies open.
func Fixed() []season.FixedRow {
	of := season.Numbers
	const guess, common = "none; guess", "common practice"
	const held = "none; guess, held by the calibration"
	row := fixedRow
	return append([]season.FixedRow{
		row(
			"WinterBred", "share of the emerging bees that become long-lived, by season day",
			season.WinterBred.String(), common,
		),
		row(
			"WinterBees", "share of the bees of a look that are winter bees, by season day",
			season.WinterBees.String(), "common practice, in the shape of what the model itself leaves of them",
		),
		row(
			"SwarmUrge", "share of the swarming urge, by season day", season.SwarmUrge.String(),
			"Fell et al. 1977, J. Apic. Res. 16:170-173 (most prime swarms from mid-May to mid-July, the height in "+
				"early June), from memory",
		),
		row(
			"EggDays, LarvaDays, CappedDays, DroneDays", "days as egg, larva and capped; drones from egg to adult",
			of(brood.EggDays, brood.LarvaDays, brood.CappedDays, brood.DroneDays), "Winston 1987, from memory",
		),
		row("droneCells", "worker cells that a drone cell takes the place of", of(droneCells), "derived: (6.9/5.4)²"),
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
		row("window", "days before a day that its drawn weather hangs on", of(window), "rounding"),
		row("innovation", "part of a day's warmth that is new", of(innovation), "derived: its variance stays one"),
		row("deviates, tail", "steps of the table of normal deviates, and how many at its ends are worked out",
			of(deviates, tail), "rounding"),
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
			"cropsHoldMg, freshShare, bareNest",
			"mg of honey a bee that has no cell for it; share of new comb that the queen comes to first; of "+
				"drawn comb under which a colony has only just come",
			of(cropsHoldMg, freshShare, bareNest), guess,
		),
		row(
			"waxShare, honeyShare, drawLeast, spareFromKg, drawIncomeBees",
			"share of the nectar that a day may turn into wax, of honey where comb is short, and of the foundation above that is in reach at once; kg "+
				"with no cell from which on they build without income; bees of the colony that DrawIncome is of",
			of(waxShare, honeyShare, drawLeast, spareFromKg, drawIncomeBees),
			guess,
		),
		row("heldLeast", "eggs a day under which the season holds her, not room", of(heldLeast), guess),
		row("flowLeast", "kg of a good day for room to store to matter", of(flowLeast), common),
		row(
			"fullShare, cappedUsual", "share at which a super counts as full, and as capped",
			of(fullShare, cappedUsual), "common practice; the corners are seldom filled",
		),
		row(
			"crowdPower, crowdMost",
			"power of crowding in the hazard of a swarm, and how many times it counts at most",
			of(crowdPower, crowdMost), "none; guess, held by hives left alone (SwarmBase)",
		),
		row("cropMost", "share of the nest's honey that a swarm takes at most", of(cropMost), guess),
		row(
			"roomEnough, curveLeast, curveNone",
			"share of free cells, and of her curve, from which on brood tells of the queen; what the curve is held to",
			of(roomEnough, curveLeast, curveNone), held,
		),
		row(
			"toldUsual, toldSpring",
			"how far what brood says of a queen may be off, as a logarithm; in spring, where it says less",
			of(toldUsual, toldSpring), held,
		),
		row(
			"seasonSD, autumnSD, autumnFrom, autumnFull, farShare, farSD, seasonForgets, slopeOver, mostAhead",
			"days by which colonies of a climate are ahead of its season or behind; in autumn; season days over which it "+
				"goes over to that; the share that is far off, and by "+
				"how many; in which it is forgotten; over which the season's change is taken; at most",
			of(seasonSD, autumnSD, autumnFrom, autumnFull, farShare, farSD, seasonForgets, slopeOver, mostAhead), held,
		),
		row(
			"toldYoung, toldEggs, justBegun, fewSealed",
			"how far that is off of one who has laid for some days, and of whom only eggs are there; days for which "+
				"eggs alone stand; cells that count as none",
			of(toldYoung, toldEggs, justBegun, fewSealed), "derived from stage lengths (Winston 1987, from memory)",
		),
		row(
			"lastDay, fewADay, seasonScale",
			"the last season day; eggs a day that count as none; days for one in a filter",
			of(lastDay, fewADay, seasonScale),
			"rounding",
		),
		row(
			"layingLeast, layingMost", "eggs a day that a look may say of her", of(layingLeast, layingMost),
			"no queen is known to keep up more than about 2,000 (Nolan 1925, from memory)",
		),
		row(
			"nurseShare, nursesHeld",
			"share of the bees that can nurse, and of what they could rear from which on they hold her back",
			of(nurseShare, nursesHeld),
			"house bees at rest, Khoury et al. 2011 (from memory); the second a guess, held by the calibration",
		),
		row(
			"larvaePart, sealedPart", "of the spread of eggs, that of larvae and of capped brood",
			of(larvaePart, sealedPart), held,
		),
		row(
			"eggsByQueen, laidUnseen",
			"how much of the eggs is told by the queen where stages were not seen; spread of what was laid in weeks "+
				"nobody looked",
			of(eggsByQueen, laidUnseen), guess,
		),
		row(
			"emptySD, coarseEmpty, leastPart",
			"how far a count of empty comb is off: share, and cells; the least that is left of what does not fit",
			of(emptySD, coarseEmpty, leastPart), guess,
		),
		row(
			"housesMost, fullInUse", "share of house bees at most; how many times a quarter full is all in use",
			of(housesMost, fullInUse), guess,
		),
		row(
			"afterCapped, afterCharged, afterEmerged", "days until eggs, with capped, charged and emerged cells",
			of(afterCapped, afterCharged, afterEmerged),
			"derived: out 8 days after capping, laying 8 to 14 later (Winston 1987, from memory)",
		),
		row(
			"lostLarvae, afterLarvae, afterBrood, requeenSD",
			"days less than EmergencyDays where larvae were found; days with capped brood only and with none; "+
				"spread, days",
			of(lostLarvae, afterLarvae, afterBrood, requeenSD), "derived: from the age of the youngest brood",
		),
		row(
			"hopeCapped, hopeless", "share of Mates that is left with capped brood only, and with none",
			of(hopeCapped, hopeless), guess,
		),
		row(
			"toldUnder", "share of its own spread under which a colony's pace is told by its looks", of(toldUnder),
			guess,
		),
		row(
			"floorKg, floorCells, floorPace", "what logarithms of nothing are held to: kg, cells or bees, pace",
			of(floorKg, floorCells, floorPace), "rounding",
		),
		row(
			"byChance, mostStep",
			"squared correlation times members under which it is chance; logarithm that one look may move",
			of(byChance, mostStep), "derived: one time in twenty by chance; rounding",
		),
		row(
			"coarseCells, coarsePainted, coarseKg",
			"what counting by halves of frames and eighths of faces leaves open",
			of(coarseCells, coarsePainted, coarseKg), "derived: a seventh of a deep frame",
		),
		row(
			"emptyBoxKg, mostBoxes",
			"kg for which an empty box counts, and share of the boxes that says something of all",
			of(emptyBoxKg, mostBoxes), guess,
		),
		row(
			"unseenPollen, unseenQueen",
			"of what is on a comb nobody looked at, the most that is pollen; how many times as far queens differ of "+
				"whom nothing is known",
			of(unseenPollen, unseenQueen), guess,
		),
		row("fed", "share of its need with which a colony is not hungry", of(fed), "rounding"),
		row("mild", "°C, mean of a day on which bees move about their combs", of(mild), common),
		row(
			"refillHours, refillMost, notFoundKg, reserveLeast, reserveMost, reserveOf",
			"of the reserve: hours of flight after which a colony feeds itself, days they are waited for, kg that "+
				"nobody finds, kg at least and at most, members that tell it",
			of(refillHours, refillMost, notFoundKg, reserveLeast, reserveMost, reserveOf),
			"common practice has about 5 kg in season; the parts are guesses",
		),
		row(
			"ReserveSeasonKg, ReserveWinterKg", "kg under which food counts as out, in season and in winter",
			of(ReserveSeasonKg, ReserveWinterKg), common,
		),
		row("inSeason", "days looked ahead in season", of(inSeason), common+"; the length of a main flow and a swarm"),
		row(
			"Members, worthBins, worthSDs",
			"states that are stepped; steps of a logarithm, and how far past the likely they reach, in what a look "+
				"is worth",
			of(Members, worthBins, worthSDs), "rounding: sampling error of a chance near a half is 0.035",
		),
		row("leastKgPerCell", "kg that a cell holds at least, so that nothing is divided by none",
			of(leastKgPerCell), "rounding"),
		row("tenths", "parts of a day that runways are told in", of(tenths), "rounding"),
	}, append(fixedOfLosses(), season.Fixed()...)...)
}

func fixedRow(name, what, value, source string) season.FixedRow {
	return season.FixedRow{Name: name, What: what, Value: value, Source: source}
}
