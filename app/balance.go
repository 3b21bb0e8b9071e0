package app

import (
	"cmp"
	"context"
	"slices"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/plan"
)

// Balance is what the hives of a yard lack and have to spare, and what goes between them by their plans.
type Balance struct {
	Yard, YardID string
	Today, Visit day.Day
	Units        measure.Units
	Hives        []BalanceHive // the poorest first
	Moves        []BalanceMove
	Suspects     []string // codes; nothing moves while there is one
	// Unhelped are hives that lack stores and get none of another.
	Unhelped []string
}

// BalanceHive is one hive of it.
type BalanceHive struct {
	ID, Code  string
	Known     bool
	StoresKg  float64
	SpareKg   float64 // over what it needs; under 0: it lacks so much
	Bees      float64
	Brood     float64 // combs
	Queenless bool
}

// BalanceMove is what goes from a hive to another; both are indices into the hives.
type BalanceMove struct {
	From, To int
	Combs    int // 0: the whole colony
	What     colony.Ware
	Unites   bool
	Do       string  // as the plan says it
	AddsKg   float64 // of honey, to the one that gets it
	PaysKg   float64 // of it, what the other is reckoned to lose
	On       day.Day
}

// Balance returns that of a yard.
func (s *Service) Balance(ctx context.Context, yard string) (Balance, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return Balance{}, err
	}
	_, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return Balance{}, err
	}
	near, err := s.standingsOf(ctx, y)
	if err != nil {
		return Balance{}, err
	}
	b := Balance{Yard: y.Name, YardID: y.ID, Today: y.today, Visit: y.visit, Units: set.Units}
	near = slices.DeleteFunc(near, func(x Standing) bool { return x.Looked == 0 || x.Ended })
	slices.SortFunc(near, func(a, b Standing) int {
		return cmp.Or(cmp.Compare(toldRank(a), toldRank(b)), cmp.Compare(a.SpareKg, b.SpareKg), cmp.Compare(a.Code, b.Code))
	})
	at := map[string]int{}
	for i, x := range near {
		at[x.Code] = i
		b.Hives = append(b.Hives, BalanceHive{
			ID: x.Colony, Code: x.Code, Known: x.Known, StoresKg: x.StoresKg, SpareKg: x.SpareKg, Bees: x.Bees, Brood: x.Brood,
			Queenless: x.Queenless,
		})
		if x.Health == colony.Suspect {
			b.Suspects = append(b.Suspects, x.Code)
		}
	}
	helped := map[string]bool{}
	for i, x := range near {
		for _, a := range x.Advice {
			with, ok := at[a.With]
			switch {
			case !ok:
			case a.Takes > 0:
				b.Moves = append(b.Moves, BalanceMove{
					From: with, To: i, Combs: a.Takes, What: a.What, AddsKg: a.Adds, PaysKg: a.PaysKg, On: a.On, Do: a.Do,
				})
				helped[x.Code] = true
			case a.Action == plan.Combine:
				b.Moves = append(b.Moves, BalanceMove{From: i, To: with, Unites: true, AddsKg: a.Adds, On: a.On, Do: a.Do})
				helped[x.Code] = true
			}
		}
	}
	for _, x := range b.Hives {
		if x.Known && x.SpareKg < -1 && !helped[x.Code] {
			b.Unhelped = append(b.Unhelped, x.Code)
		}
	}
	return b, nil
}

// toldRank puts hives of which it is known how they stand before the others.
func toldRank(x Standing) int {
	if x.Known {
		return 0
	}
	return 1
}
