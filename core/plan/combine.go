package plan

import (
	"fmt"

	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/words"
)

var combine = Option{
	Action: Combine,
	When:   "the colony is weak or has no queen, and a strong, healthy one with a queen stands in the yard",
	Does:   "unite it with that one, or shake it out before it where it is too small to unite",
	Source: "common practice",
	steps:  combineSteps,
}

// Of a union. Source: common practice; what comb and box are worth by the design.
const (
	uniteMinutes, shakeMinutes = 20.0, 10.0
	shakenBees                 = 3000 // under which they are shaken out
	buildsUp                   = 0.6  // cells of brood to a bee, from which on a colony is growing, however small
	uniteBees                  = 8_000
	freedComb                  = 0.1 // kg of honey that each comb freed is worth
	joins                      = 0.9 // of the bees
)

func combineSteps(x *scene) []Step {
	s := x.s
	if x.bees > uniteBees && x.queenless < 1.0/2 || s.small() && x.queenless < 1.0/2 || s.raising() ||
		s.BeganOn > 0 && s.Today < s.BeganOn+youngDays {
		return nil
	}
	if x.queenless < 1.0/2 && x.bees > shakenBees && x.brood > buildsUp*x.bees && x.ahead.FlowKg >= littleToCome {
		return nil
	}
	combs := 0.0
	for _, b := range s.Estimate.Stack.Boxes {
		combs += float64(len(b.Frames))
	}
	var out []Step
	match := s.unitesWith(x)
	for _, n := range s.partners() {
		if n.Colony != match {
			continue
		}
		st := Step{
			Key: "unite " + n.Colony, Opens: craft.Parted, Minutes: uniteMinutes,
			Moves: crossing{partner: n.Colony, gives: true, union: true},
			Alters: func(st *bees.State, p *bees.Parameters) float64 {
				kg := st.Stores()
				gain := x.partnerGains(n, joins*st.Bees(), kg) + freedComb*combs
				*st = bees.State{
					Lost:           bees.ToFewBees,
					NestKgPerCell:  st.NestKgPerCell,
					SuperKgPerCell: st.SuperKgPerCell,
				}
				st.Tally()
				return -gain
			},
			say: func(s *Situation, p *part) told { return s.sayCombine(p, n.Colony) },
		}
		if s.shakenOut(x) {
			st.Minutes = shakeMinutes
		}
		out = append(out, st)
	}
	return out
}

// shakenOut reports whether a hive is shaken out and not set over paper: it is too few, or its workers may lay, among
// whom another's queen is in danger.
func (s *Situation) shakenOut(x *scene) bool {
	return x.bees < shakenBees || x.queenless >= 1.0/2 && s.layingWorkers(x) > mayLay
}

// mayLay is the chance of laying workers over which a hive is shaken out. Source: none; guess.
const mayLay = 0.25

func (s *Situation) sayCombine(p *part, with string) told {
	var t told
	n := s.Base.Bees.Likely
	t.do = fmt.Sprintf("Unite it with %s %s", with, s.by(p))
	shaken := s.shakenOut(s.scene(p.in))
	if shaken {
		t.do = fmt.Sprintf("Shake it out before %s %s", with, s.by(p))
	}
	combs := n / s.Estimate.Stack.Boxes[0].Format.Frame.BeesAtFullCover()
	text := "About {bees} bees cover {combs} combs"
	if q := s.scene(0).queenless; q >= noQueenFrom {
		text += "; {none} that there is no queen"
	} else {
		text += ", and {odds} come through a winter of colonies that go into it so"
	}
	t.reason, t.figures = reason(
		text+". First find out why it is weak: queen, mites, brood health.", count("bees", n),
		Figure{"combs", combs, fmt.Sprintf("%.1f", combs)}, chance("none", s.scene(0).queenless),
		Figure{"odds", winters(n, s.small()), words.Chance(winters(n, s.small()))},
	)
	if s.layingWorkers(s.scene(p.in)) > mayLay {
		t.reason += " After so long its workers may lay: they take no queen."
	}
	t.brief = brief("{bees} bees on {combs} combs.", t.figures)
	t.change = "If there is a good young queen on healthy brood, give her capped brood and bees of a strong, healthy " +
		"colony instead."
	t.cautions = []string{
		"Look at its brood and count its mites before it goes to another: a sick colony is not united.",
		"One queen has to go, the poorer; unite over paper, in the evening, and leave it for a week.",
	}
	if shaken {
		t.cautions[1] = "Shake the bees out on a fine evening before the other hive, with a queen, if there is one, taken out " +
			"first; take the box away."
	}
	return t
}
