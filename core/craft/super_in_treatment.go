package craft

import "kembo/core/words"

var superInTreatment = Rule{
	Key: "super_in_treatment", Rank: Never,
	Says:   "no super for honey goes on, or stays on, while a treatment is in",
	Source: "labels: most are for use without supers, and the label decides",
	check: func(p *Plan) (float64, string, bool) {
		t, in := treatedNow(p)
		if !in || !supered(p.After) {
			return 0, "", false
		}
		what := t.What
		if what == "" {
			what = "a treatment"
		}
		return isLeft, words.Capital(what) + " has been in since " + t.From.Short() +
			": a super on it now is not for honey that is sold.", true
	},
}
