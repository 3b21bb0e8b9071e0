package plan

import (
	"kembo/core/craft"
	"kembo/core/moves"
	"kembo/core/season"
)

var clipQueen = Option{
	Action: ClipQueen,
	When: "it is the keeper’s custom, colonies build up or swarm, and a queen who lays and whose wing is whole was seen at the last " +
		"look",
	Does:   "clip a third of one wing: a swarm comes back without her, so that a check may come a few days later",
	Source: "common practice of one school; a swarm then leaves with the first virgin: queen.EmergesAfter",
	steps:  clipSteps,
}

// clipMinutes is the time that it takes once she is found. Source: common practice.
const clipMinutes = 4.0

func clipSteps(x *scene) []Step {
	s := x.s
	phase := x.season.Phase()
	laying := x.peak >= poorPeak && !s.doubted() && s.Waiting == nil && s.CagedSince == 0
	if s.Clipped || !laying || !s.Estimate.Queen.Seen || phase != season.BuildUp && phase != season.Swarm {
		return nil
	}
	return []Step{{
		Key: "clip", Said: []moves.Said{{Do: "queen_clipped"}}, Opens: craft.Combs, Minutes: clipMinutes,
		say: func(s *Situation, p *part) told { return s.sayClip(p) },
	}}
}

func (s *Situation) sayClip(p *part) told {
	var t told
	t.do = "Clip the queen’s wing " + s.by(p)
	till := max(int(s.Days()), 1)
	risk, _ := s.Base.Swarm(till)
	t.reason, t.figures = reason(
		"She was seen on {day}, and lays as she should. {swarm} that it swarms by {visit}: with a clipped queen the bees come back.",
		dated("day", s.Estimate.Seen), chance("swarm", risk), dated("visit", s.Visit),
	)
	t.brief = brief("Seen on {day}; {swarm} that it swarms by {visit}.", t.figures)
	t.change = "If it is to be requeened anyway, or she is not found in ten minutes, leave it."
	t.cautions = []string{
		"It saves the bees, not the queen: they leave with the first virgin. Check every comb by day 10, day 12 at the latest.",
	}
	return t
}
