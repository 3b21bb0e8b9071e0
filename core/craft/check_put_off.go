package craft

// putOff is what a check for queen cells costs that is not made when it is due, kg: what the forecast does not see
// of a hive that nobody has looked through. Source: common practice: in the season every seven to ten days,
// whatever was thought of it; the size a guess.
const putOff = 1.0

var checkPutOff = Rule{
	Key: "check_put_off", Rank: Costly,
	Says:   "a check for queen cells that is due by the visit is made on it",
	Source: "common practice: a routine, not a hunch",
	check: func(p *Plan) (float64, string, bool) {
		return putOff, "The check for queen cells due on " + p.CheckDue.Short() + " is put off.",
			p.CheckDue != 0 && !p.Checked
	},
}
