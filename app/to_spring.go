package app

import (
	"context"

	"kembo/core/harvest"
	"kembo/core/plan"
)

// ToSpring is what comes of a hive by spring, by what is taken off it and fed.
type ToSpring struct {
	Colony
	Stays     harvest.Stays
	AboveKg   float64 // above the nest
	OfferedKg float64 // of it what may come off, as the page of the harvest ticks it
	Ways      []plan.Taken
	Wintered  []plan.Wintered // of each way, none where the hive is not known well enough to be forecast
}

// ToSpring lives a hive on to spring: nothing taken, what the harvest offers, and what is asked for. A take over what there is is what
// there is.
func (s *Service) ToSpring(ctx context.Context, colony string, ask plan.Taken) (ToSpring, error) {
	c, err := s.Worked(ctx, colony)
	if err != nil {
		return ToSpring{}, err
	}
	out := ToSpring{Colony: c}
	if c.Assessment == nil {
		return out, nil
	}
	out.AboveKg = c.Assessment.Situation.Base.SuperStores.Likely
	x := HarvestHive{Standing: Standing{Supers: supersOf(c.Assessment, c.Believed), Stays: c.Assessment.Situation.Stays()}}
	out.Stays = x.Stays
	take := x.Take()
	for _, b := range x.Supers {
		for _, id := range take {
			if b.Box == id && !b.Nest {
				out.OfferedKg += b.Kg
			}
		}
	}
	out.OfferedKg, ask.TakeKg = min(out.OfferedKg, out.AboveKg), min(ask.TakeKg, out.AboveKg)
	out.Ways = []plan.Taken{{}, {TakeKg: out.OfferedKg}, ask}
	out.Wintered = c.Assessment.Situation.ToSpring(out.Ways)
	return out, nil
}
