package advice

// How sure a rule is where that is no chance of the forecast's. Source: none; guesses,
// in the order in which a keeper would put them.
const (
	sureSeen     = 0.95 // the keeper has seen it: cells, brood that looks sick
	sureByDay    = 0.9  // the calendar says so: a check that is due, a look that is old
	sureFailing  = 0.85 // a colony that was failing; a crop that is not ready
	sureReady    = 0.8  // a crop that is ready, by the share that was capped
	sureWinter   = 0.75 // how little room a winter takes
	sureWeak     = 0.7  // that there is a cause to be found
	leastShortOf = 0.5  // a colony short of its target: the look's range says the rest, from a half on
)

// What searches for the least that suffices go by. Source: none; rounding.
const (
	visitIsOver = 0.5  // days: what ends on the day of the visit ends before it
	helpsFrom   = 0.02 // chance by which another box or comb must help to be worth it
	unknownYet  = 2.0  // a chance that is worse than any
	hardlyAny   = 0.03 // chance under which nothing is said of it
	traceOfFace = 0.02 // share of a face that is no more than a slip of the brush
)

// reassured is the chance that she is there from which a queen is not in doubt.
// Source: common practice; the number a guess.
const reassured = 0.7

// percent is a hundred of a share.
const percent = 100
