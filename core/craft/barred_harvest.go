package craft

var barredHarvest = Rule{
	Key: "barred_harvest", Rank: Never,
	Says:   "no honey is taken for sale from a hive that was fed or treated under it, or whose history is not known",
	Source: "labels and food law; docs/actions.md: unknown history is a hold",
	check: func(p *Plan) (float64, string, bool) {
		return isLeft, p.Barred + ".", p.Harvested > 0 && p.Barred != ""
	},
}
