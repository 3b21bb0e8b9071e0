package bees

// Row describes one parameter for the open table in docs/model.md.
type Row struct {
	Name      string
	Value     float64
	Unit      string
	Low, High float64
	Source    string
	Memory    bool // the value is recalled, its source was not opened
}

// Table lists every parameter with unit, range and source. A test holds it
// against Parameters and against docs/model.md.
func Table() []Row {
	p := Defaults()
	return []Row{
		{
			"QueenPeakLaying", p.QueenPeakLaying, "eggs/day", 1200, 2000,
			"Nolan 1925, USDA Bull. 1349: best measured mean about 1,590", true,
		},
		{
			"NurseLoad", p.NurseLoad, "eggs/day per house bee", 0.10, 0.20,
			"none; guess, ±30 %: what nurses can rear and warm", false,
		},
		{
			"FindableShare", p.FindableShare, "share of free nest cells a day", 0.4, 0.9,
			"none; guess, ±30 %: what the queen finds in a day", false,
		},
		{"EggToAdult", p.EggToAdult, "share", 0.8, 0.95, "Fukuda and Sakagami 1968", true},
		{"DroneShare", p.DroneShare, "share of eggs in season", 0.02, 0.12, "common practice", false},
		{"HouseDeath", p.HouseDeath, "per day", 0.002, 0.01, "common practice; house bees seldom die", false},
		{"ForagerDeathBase", p.ForagerDeathBase, "per day", 0.01, 0.04, "none; guess, ±50 %", false},
		{
			"ForagerDeathHour", p.ForagerDeathHour, "per day and flight hour", 0.008, 0.018,
			"0.1 a day at 8 h: a case of Khoury et al. 2011 (theirs runs to 0.154), which gives adult lives of " +
				"15-38 d (Winston 1987)",
			true,
		},
		{"WinterDeath", p.WinterDeath, "per day", 0.002, 0.006, "Winston 1987: winter bees live 140-200 d", true},
		{
			"RecruitAlpha", p.RecruitAlpha, "per day", 0.2, 0.3,
			"Khoury, Myerscough and Barron 2011, PLoS ONE 6(4):e18491", true,
		},
		{"RecruitSigma", p.RecruitSigma, "per day", 0.6, 0.9, "Khoury, Myerscough and Barron 2011", true},
		{
			"LoadPerHourMg", p.LoadPerHourMg, "mg honey per forager and hour at flow 1", 18, 35,
			"derived: 13 trips in 8 h of 35 mg nectar with 40 % sugar (ranges of Winston 1987)", true,
		},
		{"NectarCollectors", p.NectarCollectors, "share of foragers", 0.5, 0.9, "common practice", false},
		{
			"NectarCells", p.NectarCells, "cells against the honey it becomes", 2, 3,
			"values I; derived from cells 1/4-1/3 full at first, averaged while ripening", false,
		},
		{"RipeningShare", p.RipeningShare, "per day", 0.15, 0.4, "common practice: three to six days", false},
		{
			"NestPull", p.NestPull, "a free nest cell against a super cell", 1, 5,
			"none; guess, factor 2: nectar is put down near the nest first", false,
		},
		{
			"SuperStart", p.SuperStart, "per day", 0.15, 0.5,
			"common practice: a super is taken into use in three to five days", false,
		},
		{"ClearBelow", p.ClearBelow, "free nest cells", 5000, 15000, "none; guess: about a week of laying", false},
		{
			"ClearShare", p.ClearShare, "of nest honey over NestKeeps a day", 0.02, 0.08,
			"none; guess, factor 2: stores are carried above a nest that needs room", false,
		},
		{
			"ExcluderDrag", p.ExcluderDrag, "factor", 0.4, 0.9,
			"common practice, no source: excluders slow the start", false,
		},
		{
			"HouseEatMg", p.HouseEatMg, "mg honey/day", 5, 9,
			"Khoury, Barron and Myerscough 2013, PLoS ONE 8(5):e59084: 0.007 g", true,
		},
		{"ForagerEatMg", p.ForagerEatMg, "mg honey/day", 9, 15, "common practice: 11 mg and more with flight", false},
		{
			"WinterEatMg", p.WinterEatMg, "mg honey/day", 1, 3,
			"derived from 0.75 kg a month on 15,000 bees, common practice", false,
		},
		{
			"LarvaEatMg", p.LarvaEatMg, "mg honey/day", 20, 28,
			"Rosov 1944: 142 mg honey per worker reared, over six days", true,
		},
		{
			"BroodHeatMg", p.BroodHeatMg, "mg honey per cell, day and °C under 12", 0.3, 2,
			"none; guess, factor 2, set to 1.5-4 kg a month in late winter", false,
		},
		{
			"PollenPerLarva", p.PollenPerLarva, "cells/day", 0.1, 0.18,
			"derived: 125 mg per worker reared (Rosov 1944), 150 mg a cell", true,
		},
		{
			"WaxHoneyMg", p.WaxHoneyMg, "mg honey per cell drawn on foundation", 50, 80,
			"Whitcomb 1946: 8.4 kg honey per kg wax; 77,000 cells/kg, of which a sheet of 71 g a deep frame brings two " +
				"fifths",
			true,
		},
		{
			"DrawCells", p.DrawCells, "cells/day per house bee", 0.08, 0.3,
			"common practice: a box of foundation in ten days of good flow", false,
		},
		{
			"DrawUrge", p.DrawUrge, "times more where the nest is short of comb", 0.4, 1.4,
			"common practice: a swarm draws ten combs in two to four weeks", false,
		},
		{"GoodDayHours", p.GoodDayHours, "flight hours", 6, 9, "common practice", false},
		{"StoreMarginDays", p.StoreMarginDays, "good days' intake", 2, 3, "values I: two to three", false},
		{"LayShortfall", p.LayShortfall, "share", 0.1, 0.3, "values I: 20 % under what she would lay with room", false},
		{
			"WinterNurse", p.WinterNurse, "share of a house bee", 0.4, 1,
			"none; guess: winter bees rear the first brood", false,
		},
		{
			"WinterSpent", p.WinterSpent, "per day of full flight", 0.01, 0.06,
			"none; guess: winter bees are gone by May, common practice", false,
		},
		{
			"PollenForFull", p.PollenForFull, "cells for full laying", 500, 4000,
			"none; guess, factor 2: bees rear on their reserves for a while", false,
		},
		{"LidDrag", p.LidDrag, "share", 0.3, 0.9, "none; guess: a lid of solid honey holds bees from the super", false},
		{
			"NectarUp", p.NectarUp, "of nest nectar a day", 0.05, 0.3,
			"none; guess, factor 2: carried above a nest that needs room", false,
		},
		{"AccessSoon", p.AccessSoon, "share in use in two to three days", 0.3, 0.7, "follows from SuperStart", false},
		{
			"ColdHeat", p.ColdHeat, "more a degree under ColdFrom", 0.05, 0.15,
			"none; set to 1-1.5 kg a month in hard cold, common practice", false,
		},
		{"DrawIncome", p.DrawIncome, "kg honey a day", 0.1, 0.5, "none; guess: comb is drawn in a flow only", false},
		{"DrawWarmth", p.DrawWarmth, "°C, mean of the day", 7, 12, "none; guess: wax needs warmth", false},
		{"FullFlight", p.FullFlight, "flight hours for a full day of change of work", 2, 6, "none; guess", false},
		{"DroneDeath", p.DroneDeath, "per day", 0.02, 0.05, "common practice: drones live about a month", false},
		{"DronesOut", p.DronesOut, "per day", 0.1, 0.3, "common practice: drones are thrown out after the flow", false},
		{"StoresForFull", p.StoresForFull, "kg", 1, 4, "common practice: under 2 kg brood rearing is cut", false},
		{
			"BodyReserve", p.BodyReserve, "share of rearing without pollen", 0.1, 0.5,
			"none; guess: nurses rear on their own bodies for a while", false,
		},
		{"FrostStop", p.FrostStop, "°C, mean of the day", -14, -4, "none; guess: a hard frost stops the queen", false},
		{
			"LowDrag", p.LowDrag, "share", 0.2, 0.8,
			"common practice, factor a guess: queens go up more readily than down", false,
		},
		{"LowEases", p.LowEases, "per day", 0.02, 0.1, "none; guess: three weeks to go down by themselves", false},
		{
			"EmergencyDays", p.EmergencyDays, "days from loss to eggs", 20, 28,
			"derived: larva of one to three days, queen out in 11-13 d, laying 8-14 d later (Winston 1987)", true,
		},
		{
			"SwarmQueenDays", p.SwarmQueenDays, "days from swarm to eggs", 15, 24,
			"derived: cell capped as the swarm leaves, out 8 d later, laying 8-14 d later (Winston 1987)", true,
		},
		{
			"SwarmShare", p.SwarmShare, "share of the workers", 0.65, 0.8,
			"Rangel and Seeley 2012: about three quarters leave with a prime swarm", true,
		},
		{
			"SwarmCropMg", p.SwarmCropMg, "mg honey per bee", 20, 45,
			"Combs 1972: swarming workers fill their crops; attribution and value unsure", true,
		},
		{
			"SwarmBase", p.SwarmBase, "per day at full season and crowding 1", 0.03, 0.08,
			"fitted to hives left alone: of 12 in one deep box 10 swarmed, of 12 in four boxes 2 (Loftus, Smith " +
				"and Seeley 2016, PLoS ONE 11:e0150362)",
			true,
		},
		{
			"SwarmHeld", p.SwarmHeld, "more for a queen wholly held back", 0.5, 4,
			"none; guess: a backfilled nest drives swarming, common practice", false,
		},
		{"SwarmLeast", p.SwarmLeast, "bees", 5000, 12000, "common practice: small colonies do not swarm", false},
		{
			"SwarmYoung", p.SwarmYoung, "factor, queen of the year", 0.2, 0.6,
			"Simpson 1960: far fewer swarms with young queens; factor a guess", true,
		},
		{
			"SwarmOld", p.SwarmOld, "factor, queen past her second year", 1, 2.5, "common practice; factor a guess",
			false,
		},
		{
			"BeesPerCell", p.BeesPerCell, "bees per worker cell of comb at full cover", 0.3, 0.36,
			"Burgett and Burikam 1985: 2,430 on a deep comb of 6,900 cells", true,
		},
		{
			"DrawnCrowd", p.DrawnCrowd, "share of drawn comb", 0, 1,
			"none; guess: foundation relieves crowding by half of what comb does", false,
		},
		{"LidShape", p.LidShape, "factor", 1, 2, "none; guess: honey gathers at the top of a nest", false},
		{"ClearHours", p.ClearHours, "flight hours", 1, 4, "none; guess: bees move stores up on flying days", false},
		{"NestKeeps", p.NestKeeps, "kg", 1, 6, "common practice: a band of honey stays over the brood", false},
		{
			"PollenDays", p.PollenDays, "days of the larvae's need", 5, 14,
			"none; size of the regulated reserve is common practice", false,
		},
		{"PollenKeeps", p.PollenKeeps, "cells", 500, 3000, "none; guess", false},
		{
			"PollenPerHour", p.PollenPerHour, "cells per forager and hour", 0.08, 0.2,
			"derived: ten trips in eight hours, 15 mg a pair of loads (Winston 1987)", true,
		},
		{
			"WinterPollen", p.WinterPollen, "share of a forager", 0.05, 0.3,
			"none; guess: winter bees bring the first pollen", false,
		},
		{
			"BroodEaten", p.BroodEaten, "of larvae under three days, per day wholly without", 0.1, 0.5,
			"Schmickl and Crailsheim 2001: young larvae are eaten in rain of some days; rate a guess", true,
		},
		{
			"CappingShare", p.CappingShare, "of ripe uncapped honey a day", 0.15, 0.6,
			"common practice: capped within days once it is ripe", false,
		},
		{
			"FillFront", p.FillFront, "cells of honey in combs that are being filled", 6000, 30000,
			"common practice: a comb is capped as it is full; some seven super combs are filled at a time, size a guess", false,
		},
		{
			"RipenWarmth", p.RipenWarmth, "°C, mean of the day", 8, 14,
			"none; guess: ripening is halved under it, capping rests", false,
		},
		{
			"SpareDays", p.SpareDays, "days of laying", 2, 7,
			"none; guess: what a nest can spare is what she does not need soon", false,
		},
		{
			"DrawNestDays", p.DrawNestDays, "days of laying", 3, 10,
			"none; guess: foundation in the nest is drawn when room is shorter", false,
		},
		{"DrawSuperDays", p.DrawSuperDays, "good days' intake", 2, 6, "none; guess: the same above", false},
		{"UnderWarmth", p.UnderWarmth, "°C, mean of the day", 7, 14, "none; guess", false},
		{
			"UnderStart", p.UnderStart, "per day at a full nest", 0.05, 0.3,
			"common practice: a box under the nest is taken into use in one to three weeks", false,
		},
		{
			"InCluster", p.InCluster, "°C, mean of the day", 6, 12,
			"Owens 1971: clusters form under 14-18 °C; by day means, guess", true,
		},
		{"ColdFrom", p.ColdFrom, "°C, mean of the day", 0, 6, "none; WinterEatMg stands for a month near 3 °C", false},
		{
			"TightC", p.TightC, "°C, mean of the day", -5, 4,
			"common practice: in frost by day a cluster does not move to food; the mean is a guess", false,
		},
		{
			"ReachSpread", p.ReachSpread, "combs touched for one covered", 1, 2,
			"none; guess: the combs beside the cluster touch it", false,
		},
		{
			"BroodHolds", p.BroodHolds, "cells", 100, 1500,
			"none; guess: a patch of brood keeps a cluster where it is", false,
		},
		{"Creep", p.Creep, "per day", 0.01, 0.15, "none; guess: a broodless cluster moves up slowly", false},
		{"StarveDeath", p.StarveDeath, "of the unfed a day", 0.1, 0.4, "none; guess", false},
		{
			"StarveCold", p.StarveCold, "of the unfed a day, in the cold", 0.4, 0.8,
			"common practice: two cold days without food kill a cluster", false,
		},
		{
			"Mates", p.Mates, "share of young queens", 0.6, 0.85,
			"common practice: one young queen in four does not come to lay", false,
		},
		{"SwarmCups", p.SwarmCups, "factor, cups with eggs", 1.5, 4, "common practice; factor a guess", false},
		{
			"SwarmCharged", p.SwarmCharged, "per day, charged swarm cells", 0.08, 0.25,
			"derived: a swarm goes at about the capping of the first cell, two to five days on (Winston 1987)", true,
		},
		{
			"SwarmCapped", p.SwarmCapped, "per day, capped swarm cells", 0.2, 0.5,
			"common practice: gone with the next fine days", false,
		},
		{"CoolUnder", p.CoolUnder, "°C, mean of the day", 10, 18, "none; guess: over it room costs no warmth", false},
		{
			"WideCold", p.WideCold, "share of laying in an all but empty nest at 0 °C", 0.1, 0.5,
			"common practice that weak nests do better in one box; size a guess", false,
		},
		{
			"DearthHolds", p.DearthHolds, "share of laying in a long dearth", 0.2, 0.7,
			"common practice that queens cut back in a dearth; size a guess", false,
		},
		{
			"RecruitIdle", p.RecruitIdle, "per day, more for idle nurses", 0, 0.08,
			"Farrar 1937: larger colonies store more a bee; size a guess", true,
		},
		{
			"MiteEnters", p.MiteEnters, "per day, a cell capped and a gram of bees", 0.4, 0.75,
			"Boot, Calis and Beetsma 1995; Calis, Fries and Ryrie 1999, Apidologie 30:111-124", true,
		},
		{
			"MiteEntersDrone",
			p.MiteEntersDrone,
			"the same into drone cells",
			4.5,
			8.5,
			"Calis, Fries and Ryrie 1999",
			true,
		},
		{
			"MiteWorker", p.MiteWorker, "mites that leave a worker cell for one that entered", 1.1, 1.5,
			"set to grow by 0.02 a day in all (Martin 1998, Ecol. Model. 109:267-281)", true,
		},
		{
			"MiteDrone", p.MiteDrone, "the same of a drone cell", 1.6, 2.6,
			"set as MiteWorker; some 1.4 times as many as in worker cells (Martin 1998)", true,
		},
		{
			"MiteDeath",
			p.MiteDeath,
			"of those on bees a day, with brood",
			0.003,
			0.012,
			"Fries, Camazine and Sneyd 1994",
			true,
		},
		{"MiteDeathWinter", p.MiteDeathWinter, "the same without brood", 0.001, 0.006, "Martin 1998", true},
		{
			"MitesCome", p.MitesCome, "a day of full flight", 0, 3,
			"one or two a day in a usual neighbourhood, far more beside dying colonies; size a guess", false,
		},
		{
			"MiteKills", p.MiteKills, "of the emerging that carry mites", 0.03, 0.3,
			"none; guess: brood that dies of mites and what they bring", false,
		},
		{
			"MiteShortens", p.MiteShortens, "of the winter bees that carry mites", 0.4, 1,
			"Amdam et al. 2004, J. Econ. Entomol. 97:741-747: they do not come to live long; size a guess", true,
		},
		{
			"MiteHarm", p.MiteHarm, "more deaths for a mite on every bee", 2, 8,
			"none; guess, held by winter losses above 6 mites per 100 bees (Genersch et al. 2010)", false,
		},
		{
			"SmallCluster", p.SmallCluster, "bees, with twice the deaths in the cold", 2000, 5000,
			"common practice: under 5,000 bees few winter; values G", false,
		},
		{
			"QueenFails", p.QueenFails, "a year", 0.05, 0.25,
			"common practice: some 5 % of colonies come out of winter without a good queen", false,
		},
		{
			"MateHours", p.MateHours, "flight hours of a day on which a virgin mates", 2, 6,
			"common practice: fine afternoons", false,
		},
		{
			"Supersedes", p.Supersedes, "of failing queens with young brood", 0.3, 0.9,
			"common practice: most failing queens are superseded with no break in the brood; share a guess", false,
		},
		{
			"Casts", p.Casts, "of colonies that have swarmed", 0.15, 0.6,
			"common practice: a second swarm follows in some, eight to ten days on; share a guess", false,
		},
		{
			"HeartCells", p.HeartCells, "cells", 1000, 6000,
			"common practice: in a nest bound with honey she keeps a patch on a few combs; size a guess", false,
		},
	}
}
