package plan

import (
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/moves"
)

var letQueenOut = Option{
	Action: LetQueenOut,
	When:   "the laying queen is shut in, for two weeks or longer",
	Does:   "let her out",
	Source: "common practice: after a round of brood, and in time for the winter’s bees",
	steps:  letOutSteps,
}

// Of letting her out. Source: common practice.
const (
	outMinutes = 6.0
	shutLeast  = 14 // days that she is shut in, before which she is left
)

func letOutSteps(x *scene) []Step {
	s := x.s
	if s.CagedSince == 0 || s.Today+day.Day(x.in)-s.CagedSince < shutLeast {
		return nil
	}
	return []Step{{
		Key: "let out", Said: []moves.Said{{Do: "queen_let_out"}}, Opens: craft.Nest, Minutes: outMinutes,
		say: func(s *Situation, p *part) told { return s.sayLetOut(p) },
	}}
}

func (s *Situation) sayLetOut(p *part) told {
	var t told
	x := s.scene(p.in)
	t.do = "Let the queen out of her cage " + s.by(p)
	t.reason, t.figures = reason(
		"She has been shut in since {since}, and lays nothing. {brood} cells of brood are left, of {bees} bees.",
		dated("since", s.CagedSince), count("brood", x.brood), count("bees", x.bees),
	)
	t.brief = brief("Shut in since {since}; {brood} cells of brood are left.", t.figures)
	t.cautions = []string{
		"Without brood mites sit on the bees: this is the day to treat, where the crop is off and the label allows it.",
	}
	return t
}
