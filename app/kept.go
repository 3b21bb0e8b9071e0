package app

import (
	"context"
	"encoding/json"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/plan"
	"kembo/store"
)

// What a plan rests on beside the colony's own log: the plan that was kept the day before, and the other
// hives of the yard as they were last worked out.

// around is that.
type around struct {
	kept    *plan.Kept
	dropped bool // the plan that was kept is of another version of the model, or cannot be read
	suspect bool // its brood was, when it was last worked out
	others  []colony.Neighbour
	own     colony.Neighbour // as it was last worked out
	pairs   *plan.Pairs      // of the yard once all of it was worked out; nil: from what is known of each
}

// around returns what a colony's plan rests on beside its log, in a yard with these standings.
func (s *Service) around(ctx context.Context, id string, y yardDay, yard []Standing) (around, error) {
	var a around
	p, ok, err := s.store.KeptBefore(ctx, id, int32(y.today))
	if err != nil {
		return a, err
	}
	switch {
	case !ok:
	case p.ModelVersion != assessment.ModelVersion:
		a.dropped = true
	default:
		var k plan.Kept
		if json.Unmarshal([]byte(p.Body), &k) != nil { // it came with another's file: advice is made without it
			a.dropped = true
			break
		}
		a.kept = &k
	}
	for _, x := range yard {
		switch {
		case x.Colony == id:
			a.suspect, a.own = x.Health == colony.Suspect, x.neighbour()
		case x.Looked > 0:
			a.others = append(a.others, x.neighbour())
		}
	}
	return a, nil
}

// pairsOf are the pairs between which combs may go in a yard with these standings.
func pairsOf(yard []Standing) *plan.Pairs {
	var all []colony.Neighbour
	for _, x := range yard {
		if x.Looked > 0 {
			all = append(all, x.neighbour())
		}
	}
	p := plan.PairsOf(all)
	return &p
}

// neighbour is a standing as another hive of the yard sees it.
func (s Standing) neighbour() colony.Neighbour {
	n := colony.Neighbour{
		Colony: s.Code, Bees: s.Bees, Health: s.Health, MitesPercent: s.MitesPercent, Known: s.Known,
		TookIn: s.TookIn, StoresKg: s.StoresKg, SpareKg: s.SpareKg, Brood: s.BroodCells, Queenless: s.Queenless,
		Planned: true, BroodPriceKg: s.BroodPriceKg, Honey: s.HoneyWorth, BroodIn: s.BroodWorth, Fliers: s.FliersWorth,
	}
	for _, a := range s.Advice {
		if a.Takes > 0 {
			n.Takes, n.TakesCombs, n.TakesWhat, n.TakesForKg = a.With, a.Takes, a.What, a.PaysKg
		}
	}
	return n
}

// row writes a plan as it is kept.
func keptRow(id string, y yardDay, hash string, p plan.Plan) (*store.KeptPlan, error) {
	b, err := json.Marshal(p.Keep())
	return &store.KeptPlan{
		ColonyID: id, Day: int32(y.today), InputHash: hash, ModelVersion: assessment.ModelVersion, Body: string(b),
	}, err
}
