package forecast

// Parameters are the numbers of the daily model, in the units their names and
// [Table] give. Use [Defaults] and change copies.
type Parameters struct {
	QueenPeakLaying  float64
	NurseLoad        float64
	FindableShare    float64
	EggToAdult       float64
	DroneShare       float64
	HouseDeath       float64
	ForagerDeathBase float64
	ForagerDeathHour float64
	WinterDeath      float64
	RecruitAlpha     float64
	RecruitSigma     float64
	LoadPerHourMg    float64
	NectarCollectors float64
	NectarCells      float64
	RipeningShare    float64
	NestPull         float64
	SuperStart       float64
	ClearBelow       float64
	ClearShare       float64
	ExcluderDrag     float64
	HouseEatMg       float64
	ForagerEatMg     float64
	WinterEatMg      float64
	LarvaEatMg       float64
	BroodHeatMg      float64
	PollenPerLarva   float64
	WaxHoneyMg       float64
	DrawCells        float64
	GoodDayHours     float64
	StoreMarginDays  float64
	LayShortfall     float64
	WinterNurse      float64
	WinterSpent      float64
	PollenForFull    float64
	LidDrag          float64
	NectarUp         float64
	AccessSoon       float64
	ColdHeat         float64
	DrawIncome       float64
	DrawWarmth       float64
	FullFlight       float64
}

// Defaults returns the values of [Table].
func Defaults() Parameters {
	return Parameters{
		QueenPeakLaying: 1550, NurseLoad: 0.13, FindableShare: 0.6, EggToAdult: 0.85, DroneShare: 0.06,
		HouseDeath: 0.006, ForagerDeathBase: 0.015, ForagerDeathHour: 0.0105, WinterDeath: 0.0040,
		RecruitAlpha: 0.25, RecruitSigma: 0.75,
		LoadPerHourMg: 28, NectarCollectors: 0.75, NectarCells: 2.5, RipeningShare: 0.25, NestPull: 2.6,
		SuperStart: 0.28, ClearBelow: 11000, ClearShare: 0.035, ExcluderDrag: 0.65,
		HouseEatMg: 7, ForagerEatMg: 11, WinterEatMg: 1.6, LarvaEatMg: 24, BroodHeatMg: 1.0, PollenPerLarva: 0.14,
		WaxHoneyMg: 109, DrawCells: 0.16, GoodDayHours: 7, StoreMarginDays: 2.5, LayShortfall: 0.2,
		WinterNurse: 0.7, WinterSpent: 0.03, PollenForFull: 1500, LidDrag: 0.6, NectarUp: 0.12, AccessSoon: 0.5, ColdHeat: 0.06, DrawIncome: 0.25, DrawWarmth: 9, FullFlight: 4,
	}
}

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
		{"QueenPeakLaying", p.QueenPeakLaying, "eggs/day", 1200, 2000, "Nolan 1925, USDA Bull. 1349: best measured mean about 1,590", true},
		{"NurseLoad", p.NurseLoad, "eggs/day per house bee", 0.08, 0.18, "none; guess, ±30 %: what nurses can rear and warm", false},
		{"FindableShare", p.FindableShare, "share of free nest cells a day", 0.4, 0.9, "none; guess, ±30 %: what the queen finds in a day", false},
		{"EggToAdult", p.EggToAdult, "share", 0.8, 0.95, "Fukuda and Sakagami 1968", true},
		{"DroneShare", p.DroneShare, "share of eggs in season", 0.02, 0.12, "common practice", false},
		{"HouseDeath", p.HouseDeath, "per day", 0.002, 0.01, "common practice; house bees seldom die", false},
		{"ForagerDeathBase", p.ForagerDeathBase, "per day", 0.01, 0.04, "none; guess, ±50 %", false},
		{"ForagerDeathHour", p.ForagerDeathHour, "per day and flight hour", 0.008, 0.018, "0.1 a day at 8 h: a case of Khoury et al. 2011 (theirs runs to 0.154), which gives adult lives of 15-38 d (Winston 1987)", true},
		{"WinterDeath", p.WinterDeath, "per day", 0.002, 0.006, "Winston 1987: winter bees live 140-200 d", true},
		{"RecruitAlpha", p.RecruitAlpha, "per day", 0.2, 0.3, "Khoury, Myerscough and Barron 2011, PLoS ONE 6(4):e18491", true},
		{"RecruitSigma", p.RecruitSigma, "per day", 0.6, 0.9, "Khoury, Myerscough and Barron 2011", true},
		{"LoadPerHourMg", p.LoadPerHourMg, "mg honey per forager and hour at flow 1", 18, 35, "derived: 13 trips in 8 h of 35 mg nectar with 40 % sugar (ranges of Winston 1987)", true},
		{"NectarCollectors", p.NectarCollectors, "share of foragers", 0.5, 0.9, "common practice", false},
		{"NectarCells", p.NectarCells, "cells against the honey it becomes", 2, 3, "model 3; derived from cells 1/4-1/3 full at first, averaged while ripening", false},
		{"RipeningShare", p.RipeningShare, "per day", 0.15, 0.4, "common practice: three to six days", false},
		{"NestPull", p.NestPull, "a free nest cell against a super cell", 1, 5, "none; guess, factor 2: nectar is put down near the nest first", false},
		{"SuperStart", p.SuperStart, "per day", 0.15, 0.5, "common practice: a super is taken into use in three to five days", false},
		{"ClearBelow", p.ClearBelow, "free nest cells", 5000, 15000, "none; guess: about a week of laying", false},
		{"ClearShare", p.ClearShare, "of nest honey over 3 kg a day", 0.01, 0.06, "none; guess, factor 2: stores are carried above a nest that needs room", false},
		{"ExcluderDrag", p.ExcluderDrag, "factor", 0.4, 0.9, "common practice, no source: excluders slow the start", false},
		{"HouseEatMg", p.HouseEatMg, "mg honey/day", 5, 9, "Khoury, Barron and Myerscough 2013, PLoS ONE 8(5):e59084: 0.007 g", true},
		{"ForagerEatMg", p.ForagerEatMg, "mg honey/day", 9, 15, "common practice: 11 mg and more with flight", false},
		{"WinterEatMg", p.WinterEatMg, "mg honey/day", 1, 3, "derived from 0.75 kg a month on 15,000 bees, common practice", false},
		{"LarvaEatMg", p.LarvaEatMg, "mg honey/day", 20, 28, "Rosov 1944: 142 mg honey per worker reared, over six days", true},
		{"BroodHeatMg", p.BroodHeatMg, "mg honey per cell, day and °C under 12", 0.3, 2, "none; guess, factor 2, set to 1.5-4 kg a month in late winter", false},
		{"PollenPerLarva", p.PollenPerLarva, "cells/day", 0.1, 0.18, "derived: 125 mg per worker reared (Rosov 1944), 150 mg a cell", true},
		{"WaxHoneyMg", p.WaxHoneyMg, "mg honey per cell drawn", 80, 115, "Whitcomb 1946: 8.4 kg honey per kg wax; 77,000 cells/kg", true},
		{"DrawCells", p.DrawCells, "cells/day per house bee", 0.08, 0.3, "common practice: a box of foundation in ten days of good flow", false},
		{"GoodDayHours", p.GoodDayHours, "flight hours", 6, 9, "common practice", false},
		{"StoreMarginDays", p.StoreMarginDays, "good days' intake", 2, 3, "model 3: two to three", false},
		{"LayShortfall", p.LayShortfall, "share", 0.1, 0.3, "model 3: 20 % under what she would lay with room", false},
		{"WinterNurse", p.WinterNurse, "share of a house bee", 0.4, 1, "none; guess: winter bees rear the first brood", false},
		{"WinterSpent", p.WinterSpent, "per day of full flight", 0.01, 0.06, "none; guess: winter bees are gone by May, common practice", false},
		{"PollenForFull", p.PollenForFull, "cells for full laying", 500, 4000, "none; guess, factor 2: bees rear on their reserves for a while", false},
		{"LidDrag", p.LidDrag, "share", 0.3, 0.9, "none; guess: a lid of solid honey holds bees from the super", false},
		{"NectarUp", p.NectarUp, "of nest nectar a day", 0.05, 0.3, "none; guess, factor 2: carried above a nest that needs room", false},
		{"AccessSoon", p.AccessSoon, "share in use in two to three days", 0.3, 0.7, "follows from SuperStart", false},
		{"ColdHeat", p.ColdHeat, "more a degree under 3 °C", 0.02, 0.1, "none; set to 1-1.5 kg a month in hard cold, common practice", false},
		{"DrawIncome", p.DrawIncome, "kg honey a day", 0.1, 0.5, "none; guess: comb is drawn in a flow only", false},
		{"DrawWarmth", p.DrawWarmth, "°C, mean of the day", 7, 12, "none; guess: wax needs warmth", false},
		{"FullFlight", p.FullFlight, "flight hours for a full day of change of work", 2, 6, "none; guess", false},
	}
}
