package plan

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/craft"
	"kembo/core/harvest"
	"kembo/core/hive"
	"kembo/core/moves"
)

var relieveHoneyBound = Option{
	Action: RelieveHoneyBound,
	When: "until the winter bees are laid, stores take honey_bound of the nest’s drawn comb and fewer cells are free " +
		"than she lays in a week",
	Does:   "swap two, four, six or eight combs of honey for empty drawn ones beside the brood",
	Source: "common practice; a nest merely full of brood is not honey-bound, and in a flow room above comes first",
	steps:  relieveSteps,
}

// swapped says n combs of honey swapped for empty ones.
func swapped(n int) moves.Said { return moves.Said{Do: "combs_swapped", N: float64(n)} }

// combSteps are the combs that a swap is tried with: one at each side of the brood and
// so on. Source: common practice.
var combSteps = []int{2, 4, 6, 8}

// Of a swap. Source: common practice; what a drawn comb is worth by the design, part of which comes back.
const (
	combMinutes, combKg = 1.5, 0.15
	layDays             = 8 // of free cells, from which on she is not short of room
	nestReserveKg       = 4 // that stays in the nest
)

func relieveSteps(x *scene) []Step {
	s := x.s
	if !x.bound() || x.free*s.stays(RelieveHoneyBound) > layDays*max(s.Base.WantsToLay.Likely, leastLaying) {
		return nil
	}
	out := x.boxOfHoneyOff()
	had := 0
	for _, n := range combSteps {
		c := hive.HoneyCombs(s.Estimate.Stack, n)
		if len(c.Places) <= had || x.nestKg-c.Honey < nestReserveKg {
			break
		}
		had = len(c.Places)
		f := s.Estimate.Stack.Boxes[c.Places[0].Box].Format
		out = append(out, Step{
			Key: fmt.Sprintf("relieve %d", had), Said: []moves.Said{swapped(had)}, Opens: craft.Nest,
			Minutes: combMinutes * float64(had), Keeps: nestCombWorth, Kg: combKg * float64(had),
			Load: []Need{combNeed("empty drawn "+f.Short+" comb", f, had, true)},
			say:  func(s *Situation, p *part) told { return s.sayRelieve(p, c) },
		})
	}
	return out
}

// boxOfHoneyOff relieves a nest by the box of honey that stands over it: it comes off whole, as a crop.
func (x *scene) boxOfHoneyOff() []Step {
	s := x.s
	nests := len(s.nest())
	var out []Step
	for _, b := range harvest.Boxes(s.Estimate.Stack) {
		if b.Super || b.At == 0 || nests < 2 || b.Fill < fullDeep || !s.ripe(b) ||
			x.nestKg-b.Kg < nestReserveKg {
			continue
		}
		out = append(out, Step{
			Key:  "honey box off " + s.Estimate.Stack.Boxes[b.At].ID,
			Said: []moves.Said{{Do: "box_harvested", Box: s.Estimate.Stack.Boxes[b.At].ID}}, Opens: craft.Parted,
			Keeps: 1, Moves: crossing{harvested: 1}, Load: []Need{{What: "clearer board", Count: 1}},
			say: func(s *Situation, p *part) told {
				t := s.sayHarvest(p, []harvest.Box{b}, b.Kg, b.Capped)
				t.do = "Relieve the honey-bound nest: take the box of honey off it " + s.by(p)
				t.reason, t.figures = reason(
					"Honey and nectar fill {share} % of the nest. {free} cells are free, and the queen would lay {want} a day. "+
						"The box over her holds {kg}, {capped} % capped; {left} stays in the nest.",
					whole("share", percent*s.Estimate.StoredShareOfNest()),
					count("free", s.Base.Free.Likely),
					count("want", s.Base.WantsToLay.Likely),
					s.kg("kg", b.Kg),
					whole("capped", percent*b.Capped),
					s.kg("left", max(0, s.Base.NestStores.Likely-b.Kg)),
				)
				t.brief = brief("{free} free cells; the queen would lay {want} a day.", t.figures)
				return t
			},
		})
	}
	return out
}

// leastLaying is the laying under which the season holds her, not room, and nestCombWorth what a kg of honey
// is worth that leaves a nest in combs. Source: bees.HeldLeast; the other a guess: they go back in autumn in the place of
// feed, and of the work of feeding.
const leastLaying, nestCombWorth = 300, 0.35

func (s *Situation) sayRelieve(p *part, c hive.Combs) told {
	var t told
	n := len(c.Places)
	t.do = fmt.Sprintf("Relieve the honey-bound nest %s", s.by(p))
	t.reason, t.figures = reason(
		"Honey and nectar fill {share} % of the nest. {free} cells are free, and the queen would lay {want} a day. "+
			"Swap {combs} for empty drawn ones beside the brood.",
		whole("share", percent*s.Estimate.StoredShareOfNest()), count("free", s.Base.Free.Likely),
		count("want", s.Base.WantsToLay.Likely), counted("combs", n, "honey comb", "honey combs"), s.kg("out", c.Honey),
	)
	t.brief = brief("{free} free cells; the queen would lay {want} a day.", t.figures)
	t.change = "If you see no eggs, move nothing and look for queen cells."
	if s.Health != colony.Healthy {
		t.cautions = append(
			t.cautions, "No comb leaves for another hive before the brood has been looked at and found healthy.",
		)
	}
	return t
}
