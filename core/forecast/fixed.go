package forecast

import (
	"kembo/core/bees"
	"kembo/core/season"
)

// Fixed lists the numbers and curves of the daily model that are no parameters,
// because little hangs on them or nobody would wish to change them, so that all
// that is assumed lies open.
func Fixed() []season.FixedRow {
	of := season.Numbers
	const guess, common = "none; guess", "common practice"
	const held = "none; guess, held by the calibration"
	row := func(name, what, value, source string) season.FixedRow {
		return season.FixedRow{Name: name, What: what, Value: value, Source: source}
	}
	return append([]season.FixedRow{
		row("cappedUsual", "share at which a super counts as capped", of(cappedUsual), common),
		row("bareNest", "share of drawn comb under which a colony has only just come", of(bareNest), guess),
		row(
			"WinterBees", "share of the bees of a look that are winter bees, by season day",
			season.WinterBees.String(), "common practice, in the shape of what the model itself leaves of them",
		),
		row("window", "days before a day that its drawn weather hangs on", of(window), "rounding"),
		row("innovation", "part of a day's warmth that is new", of(innovation), "derived: its variance stays one"),
		row("deviates, tail", "steps of the table of normal deviates, and how many at its ends are worked out",
			of(deviates, tail), "rounding"),
		row("flowLeast", "kg of a good day for room to store to matter", of(flowLeast), common),
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
			"keepsSD, keepsMost",
			"how far queens differ in keeping up their laying off the height of the season, against what is left to "+
				"that height; at most",
			of(keepsSD, keepsMost),
			"Ruttner 1988: strains build up and stop early or late, from memory; size a guess, held by the calibration",
		),
		row(
			"seasonSD, autumnSD, autumnFrom, autumnFull, farShare, farSD, seasonForgets, slopeOver, mostAhead",
			"days by which colonies of a climate are ahead of its season or behind; in autumn; season days over which it "+
				"goes over to that; the share that is far off, and by "+
				"how many; in which it is forgotten; over which the season's change is taken; at most",
			of(seasonSD, autumnSD, autumnFrom, autumnFull, farShare, farSD, seasonForgets, slopeOver, mostAhead),
			held,
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
		row("hardly", "chance that a queen lays who is judged to have failed", of(hardly), guess),
		row("lateSD", "spread of the day on which one lays who is waited for, days", of(lateSD), guess),
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
			"Members, EvenMembers, worthBins, worthSDs",
			"states that are stepped; of how many in turn each part of a distribution has one; steps of a logarithm, "+
				"and how far past the likely they reach, in what a look is worth",
			of(Members, EvenMembers, worthBins, worthSDs), "rounding: sampling error of a chance near a half is 0.035",
		),
		row("leastKgPerCell", "kg that a cell holds at least, so that nothing is divided by none",
			of(leastKgPerCell), "rounding"),
		row("hundred", "bees that mites are told on", of(hundred), "rounding"),
		row("tenths", "parts of a day that runways are told in", of(tenths), "rounding"),
		row(
			"UsualMites", "mites on a hundred bees where none were counted, by season day", season.UsualMites.String(),
			"none; guess, as of apiaries that are treated in late summer and in winter",
		),
		row(
			"clumping, clumpMore, fallSD",
			"variance of a count against that of a binomial, and more for each mite found; spread of how many stand for one that falls",
			of(clumping, clumpMore, fallSD), "none; guess: mites clump",
		),
		row(
			"levelLeast, levelMost, levels, openSD, openShare, openTimes",
			"levels per hundred bees that a count is weighed at; how much wider than the members what was believed is "+
				"taken; the share of it that is far wider, and by how many times",
			of(levelLeast, levelMost, levels, openSD, openShare, openTimes), guess,
		),
		row(
			"waxAtShare, waxOver, waxLeast, waxMost, waxFromFlow",
			"share of the drawn comb free at which half of colonies show fresh wax; share over which that changes; of "+
				"colonies with comb enough and with none that show it; flow from which on it tells",
			of(waxAtShare, waxOver, waxLeast, waxMost, waxFromFlow), "common practice; how far it tells is a guess",
		),
	}, append(bees.Fixed(), season.Fixed()...)...)
}
