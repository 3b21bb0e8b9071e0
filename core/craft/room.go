package craft

import (
	"kembo/core/comb"
	"kembo/core/hive"
)

// What it costs, kg: a super over one that is hardly begun, and more over two; and a comb out of a nest in a flow. Source:
// defaults of the design, guesses from practice.
const overEmpty, overTwoEmpty, outInFlow, hardlyBegun, flowKg = 0.3, 6.0, 1.0, 0.15, 0.4

var superOverEmpty = Rule{
	Key: "super_over_empty", Rank: Costly,
	Says:   "no super goes on over one that is hardly begun",
	Source: "common practice; two at once before a fortnight away are good practice, so it is priced",
	check: func(p *Plan) (float64, string, bool) {
		if p.SupersOn == 0 {
			return 0, "", false
		}
		empty := 0
		for _, b := range p.Before.Boxes {
			if b.Super && p.After.BoxAt(b.ID) >= 0 && filled(b) < hardlyBegun {
				empty++
			}
		}
		if empty == 0 {
			return overEmpty * float64(p.SupersOn-1), "Two go on at once: the upper one waits.", p.SupersOn > 1
		}
		kg := overEmpty * float64(empty+p.SupersOn-1)
		if empty > 1 {
			return kg + overTwoEmpty, "It puts a super over two that are hardly begun.", true
		}
		return kg, "It puts a super over one that is hardly begun.", true
	},
}

// filled returns the share of a box that holds anything.
func filled(b hive.Box) float64 {
	if len(b.Frames) == 0 {
		return 0
	}
	n := 0.0
	for _, f := range b.Frames {
		for _, s := range [2]comb.Shares{f.A.Completed(), f.B.Completed()} {
			n += 1 - s[comb.Empty] - s[comb.Foundation]
		}
	}
	return n / (2 * float64(len(b.Frames)))
}

var combOutInFlow = Rule{
	Key: "comb_out_in_flow", Rank: Costly,
	Says:   "no comb is taken out of a nest in a flow where room above would do",
	Source: "common practice: room above first",
	check: func(p *Plan) (float64, string, bool) {
		return outInFlow, "Combs leave the nest in the middle of a flow.",
			p.GoodDayKg >= flowKg && nestCombs(p.Before) > nestCombsLeft(p) && !p.Unites
	},
}

func nestCombs(st hive.Stack) int {
	n := 0
	for _, b := range st.Boxes {
		if !b.Super {
			n += len(b.Frames)
		}
	}
	return n
}

// nestCombsLeft counts the combs of the nest that stay in it as they are.
func nestCombsLeft(p *Plan) int {
	had := map[string]hive.Frame{}
	for _, b := range p.Before.Boxes {
		if !b.Super {
			for _, f := range b.Frames {
				had[f.ID] = f
			}
		}
	}
	n := 0
	for _, b := range p.After.Boxes {
		for _, f := range b.Frames {
			if _, ok := had[f.ID]; ok {
				n++
			}
		}
	}
	return n
}

// What a super costs over a nest that is neither full nor covered, kg, and when a nest counts as full and as
// covered: shares of its comb in use and of the bees that would cover it. It is the whole price where less than half
// of it is covered, or a fifth under both in the cold or with two fifths of it empty; less the nearer it is, and the
// warmer. Source: common practice asks for 70 to 80 % of the combs covered and in use; the rest are guesses.
const (
	overWide, inUseShare, coveredShare = 4.0, 0.78, 0.7
	wideBy                             = 0.2
	fewShare, inWarmth                 = 0.5, 0.1
	coolsFromC, coolsAllC              = 22.0, 12.0 // highs of the day
)

var superOverWide = Rule{
	Key: "super_over_wide", Rank: Costly,
	Says:   "no super goes over a nest that is neither full nor covered with bees",
	Source: "common practice: it cools the nest, and they begin above what they should fill below",
	check: func(p *Plan) (float64, string, bool) {
		inUse := p.InUse * (1 - p.Undrawn) // foundation is not
		if p.SupersOn == 0 || p.Bees >= coveredShare*capacity(p.Before) || inUse >= inUseShare {
			return 0, "", false
		}
		covered := p.Bees / max(1, capacity(p.Before))
		n := overWide * float64(p.SupersOn)
		if covered < fewShare {
			return n, "A super goes over a nest of which the bees cover less than half.", true
		}
		short := 1 - max(covered/coveredShare, inUse/inUseShare)
		cool := min(1, max(0, (coolsFromC-p.HighC)/(coolsFromC-coolsAllC)))
		unfilled := min(1, max(0, (inUseShare-inUse)/wideBy))
		return n * min(1, short/wideBy) * max(inWarmth+(1-inWarmth)*cool*cool, unfilled),
			"A super goes over a nest that is neither full nor covered.", true
	},
}

// overFoundation is what a super costs over a nest that is still being drawn, kg, and undrawnShare the foundation
// in it from which it is. Source: common practice; sizes are guesses.
const overFoundation, undrawnShare = 3.0, 0.2

var superOverFoundation = Rule{
	Key: "super_over_foundation", Rank: Costly,
	Says:   "no super goes over a nest of which a good part is still foundation",
	Source: "common practice: they store above and leave the nest undrawn",
	check: func(p *Plan) (float64, string, bool) {
		return overFoundation * float64(p.SupersOn), "A super goes over a nest that is still being drawn.",
			p.SupersOn > 0 && p.Undrawn >= undrawnShare
	},
}

// capacity returns the bees that cover the combs of a nest.
func capacity(st hive.Stack) float64 {
	n := 0.0
	for _, b := range st.Boxes {
		if !b.Super {
			n += float64(len(b.Frames)) * b.Format.Frame.BeesAtFullCover()
		}
	}
	return n
}
