package season

// Window is a part of the year in which something is so or is done, in season days of the
// reference year, both ends included; a climate moves it with the bees' year. One whose From is
// after its To goes over the turn of the year.
type Window struct {
	Name   string // what it bounds
	Owner  string // the rule or part that asks
	From   int
	To     int
	By     int  // the day by which it is best done; 0: any
	Bees   bool // of what bees do of themselves; else of what a keeper does and looks for
	Source string
}

// Has reports whether a moment lies in the window, by the day of the reference year that its
// climate has the bees at.
func (w Window) Has(m Moment) bool { return w.Holds(m.Bees) }

// Holds reports whether a season day lies in the window.
func (w Window) Holds(seasonDay int) bool {
	if w.From > w.To {
		return seasonDay >= w.From || seasonDay <= w.To
	}
	return seasonDay >= w.From && seasonDay <= w.To
}

// The last season day, for windows that are open to the end of the year.
const yearEnd = 367

// Windows of what a keeper does and looks for, by the dates of 50 to 55 degrees of latitude.
var (
	LooksFade = Window{Name: "a look grows stale", Owner: "plan.Situation.Stale", From: 75, To: 289,
		Source: "common practice: swarming, a lost queen and robbing grow with time in season"}
	EggsExpected = Window{
		Name: "no eggs is news", Owner: "plan look_closer, craft flow_opening", From: 90, To: 234, Source: "common practice",
	}
	SwarmsLeave = Window{
		Name: "missing bees may be a swarm's", Owner: "history, bees that are missing", From: 95, To: 225,
		Source: "common practice: most go from late April to July, the last in August",
	}
	CellChecks = Window{Name: "the swarm clock runs", Owner: "plan, the swarm clock", From: 105, To: 199,
		Source: "Fell et al. 1977, from memory, and common practice: mid-April to mid-July"}
	LiquidFeed = Window{Name: "syrup is taken and ripened", Owner: "craft syrup_in_the_cold", From: 60, To: 283,
		Source: "values E: not from about 10 October to the end of February, common practice"}
	ThickFeed = Window{
		Name: "a feeder full is thick", Owner: "plan, what is fed and tried", From: 220, To: yearEnd,
		Source: "common practice",
	}
	WinterFeed = Window{Name: "winter feed is planned", Owner: "plan feed_winter: the day that it is told by", From: 213, To: 304, By: 275,
		Source: "common practice, 50 to 55 degrees: 1 August to the end of October; best by early October"}
	PackingDown = Window{Name: "hives are packed down", Owner: "craft winter_too_light", From: 250, To: 310, By: 288,
		Source: "common practice: from early September, when the crop is off, to early November"}
	WinterStores = Window{
		Name: "winter stores are due", Owner: "craft winter_unfed", From: 250, To: 335, By: 275, Bees: true,
		Source: "common practice: made up from early September, by early October; from December on nobody opens a hive",
	}
	FedByAll = Window{
		Name: "a usual keeper feeds for winter", Owner: "plan, what is done on later visits", From: 250, To: 275,
		Source: "common practice: from early September, best by early October; who comes later is too late",
	}
	CropsComeOff = Window{
		Name: "crops come off on later visits", Owner: "plan, what is done on later visits", From: 120, To: 283,
		Source: "common practice: while it is warm enough for bees to leave the box",
	}
	SupersIdle = Window{
		Name: "supers stand idle where nothing comes", Owner: "plan, what supers cost", From: 190, To: 300,
		Source: "common practice: from the end of the main flow until hives are packed down",
	}
	ClusterForms = Window{
		Name: "the cluster forms", Owner: "plan, how many winter", From: 288, To: 288, Source: "common practice: mid-October",
	}
	WinterBeesLaid = Window{
		Name: "room is made for winter's brood", Owner: "plan, a bound nest", From: 198, To: 228, Bees: true,
		Source: "common practice: from the end of the main flow to mid-August"}
	Clustered = Window{
		Name: "clusters are not united", Owner: "craft union_in_winter", From: 305, To: 75, Bees: true,
		Source: "common practice: by the end of October, or from mid-March",
	}
	WeakInSpring = Window{
		Name: "a colony is worth what its bees are", Owner: "plan, the end of a plan", From: 0, To: 140,
		Source: "common practice: until the main build-up is over",
	}
	ExcluderOut = Window{
		Name: "no excluder stays in", Owner: "craft excluder_in_winter", From: 285, To: 70,
		Source: "common practice: from mid-October, when the cluster forms, to March",
	}
	LayingExpected = Window{Name: "when she last laid is told", Owner: "history findings", From: 76, To: 269,
		Source: "common practice: outside it she rests"}
	MitesLate = Window{Name: "the late threshold of mites holds", Owner: "app settings", From: 182, To: yearEnd,
		Source: "published varroa guides, editions differ (values F, from memory)"}
	BroodMoves = Window{
		Name: "combs of the nest move with a finding of health only", Owner: "history, what may be given", From: 75,
		To: 289, Source: "common practice: in the season in which nests are opened",
	}
	WinterRest = Window{
		Name: "yards are visited in their winter rhythm", Owner: "app, next visit", From: 289, To: 66,
		Source: "common practice: from mid-October to early March nobody opens a hive",
	}
	WinterOver = Window{
		Name: "a winter is over", Owner: "plan, what is tried to spring", From: 91, To: 91,
		Source: "the design: alive on 1 April, by the calendar",
	}
	TreatedBroodless = Window{
		Name: "mites are treated without brood", Owner: "plan, what is tried to spring", From: 350, To: 353,
		Source: "common practice: some weeks after the first frosts, mid-December",
	}
	FarHorizon = Window{
		Name: "the forecast reaches to the first flow", Owner: "forecast horizon", From: 258, To: 51, By: 112,
		Source: "values I: what is forecast from mid-September on is the winter",
	}
)

// Windows of what bees do of themselves, in the bees' year.
var (
	DronesReared = Window{
		Name: "drones are reared", Owner: "forecast laying", From: 86, To: 194, Bees: true, Source: "common practice",
	}
	DronesOut = Window{
		Name: "drones are thrown out", Owner: "forecast bees", From: 226, To: yearEnd, Bees: true,
		Source: "common practice: after the flow",
	}
	WinterSpent = Window{Name: "winter bees take to the field", Owner: "forecast bees", From: 41, To: 159, Bees: true,
		Source: "common practice: they are used up from late winter to June"}
	QueensMate = Window{
		Name: "virgins find drones", Owner: "forecast laying", From: 110, To: 262, Bees: true,
		Source: "common practice: from late April, when drones fly, to mid-September",
	}
	HeldBySpring = Window{
		Name: "cold may have held the queen back", Owner: "forecast start", From: 0, To: 129, Bees: true,
		Source: "none; guess",
	}
)

// Windows lists them all, for the open table.
func Windows() []Window {
	return []Window{
		LooksFade, EggsExpected, SwarmsLeave, CellChecks, LiquidFeed, ThickFeed,
		WinterFeed, WinterStores, PackingDown, ExcluderOut, FedByAll, CropsComeOff, SupersIdle,
		ClusterForms, WinterBeesLaid, Clustered, WeakInSpring, LayingExpected, MitesLate, BroodMoves, WinterRest,
		WinterOver, TreatedBroodless, FarHorizon, DronesReared,
		DronesOut, WinterSpent,
		QueensMate, HeldBySpring,
	}
}

// Curves of what the year does to a colony, by season day of the bees' year.
var (
	// WinterBred is the share of emerging bees that become long-lived: from late
	// August on, all of them by early October.
	WinterBred = Curve{{59, 1}, {60, 0}, {225, 0}, {275, 1}}
	// SwarmUrge is how much of the swarming urge a day has: from late March, at its
	// height in May and early June, a quarter of it from the second week of July, gone
	// by late August; for 50 to 55 degrees.
	SwarmUrge = Curve{{80, 0}, {120, 1}, {160, 1}, {190, 0.25}, {235, 0}}
	// WinterBees is the share of the bees that are winter bees: all of them by
	// November, half by mid-April, few by June.
	WinterBees = Curve{{70, 1}, {125, 0.2}, {165, 0}, {235, 0}, {305, 1}}
	// TowardsWinter is how far the bees of a day are those of winter: in summer a colony may yet grow. Source:
	// common practice; a guess.
	TowardsWinter = Curve{{90, 1}, {110, 0}, {200, 0}, {275, 1}}
	// LayingSlows is how many queens of healthy colonies have stopped by a day of autumn. Source: common practice: the
	// first in September, nearly all by the middle of October; a guess.
	LayingSlows = Curve{{0, 0}, {246, 0}, {285, 1}, {366, 1}}
	// BroodPerBee is the brood cells a bee of a usual colony keeps. Source: common
	// practice; more brood than bees in April and May, none in midwinter.
	BroodPerBee = Curve{
		{0, 0.01}, {40, 0.08}, {75, 0.45}, {105, 1.1}, {140, 1.15}, {170, 0.85}, {210, 0.65}, {245, 0.4}, {275, 0.15},
		{300, 0.03}, {366, 0.01},
	}
	// UsualMites are the mites on a hundred bees of a colony of which none were counted. Source:
	// none; guess, as of apiaries that are treated in late summer and in winter.
	UsualMites = Curve{
		{0, 0.5}, {91, 0.4}, {150, 0.7}, {200, 1.4}, {235, 2}, {270, 1.3}, {320, 0.8}, {366, 0.5},
	}
)
