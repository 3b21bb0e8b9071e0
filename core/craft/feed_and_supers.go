package craft

var superOverFeed = Rule{
	Key: "super_over_feed", Rank: Never,
	Says:   "no super for honey goes on while syrup is given",
	Source: "common practice: bees carry feed up; feed is not honey",
	check: func(p *Plan) (float64, string, bool) {
		return isLeft, "A super put on over feed fills with feed.", p.SupersOn > 0 && p.FedKg > 0 && p.Liquid
	},
}

// underSuper is what feed under a super costs beside the honey that it bars, kg. Source: none; guess.
const underSuper = 1.5

var feedUnderSuper = Rule{
	Key: "feed_under_super", Rank: Costly,
	Says:   "syrup is not given under a super for honey, nor left standing under one",
	Source: "common practice: what they do not eat goes up, and the super is no longer for sale",
	check: func(p *Plan) (float64, string, bool) {
		given := p.FedKg > 0 && p.Liquid
		if p.Over && p.After.ExcluderAbove == 0 { // it is theirs, for winter
			return 0, "", false
		}
		return underSuper, "Syrup under a super ends up in it, and then it is not sold as honey.",
			supered(p.After) && (given || p.Feeding)
	},
}
