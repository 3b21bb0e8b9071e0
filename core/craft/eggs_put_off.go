package craft

// eggsPutOff is what it costs that nobody looks for the eggs of a queen who is waited for when they are due, kg: of two
// that are lost the forecast hopes that one is there. Source: common practice: a queen given or reared is believed when
// her eggs are seen; the size a guess.
const eggsPutOff = 1.0

var eggsUnlooked = Rule{
	Key: "eggs_put_off", Rank: Costly,
	Says:   "the eggs of a queen who is waited for are looked for when they are due",
	Source: "common practice: one in six that are given is not taken, and one in four that are reared does not come to lay",
	check: func(p *Plan) (float64, string, bool) {
		return eggsPutOff, "Eggs were due by " + p.EggsDue.Short() + ", and nobody looks for them.", p.EggsDue != 0 && !p.Looked
	},
}
