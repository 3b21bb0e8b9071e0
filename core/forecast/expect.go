package forecast

import (
	"kembo/core/colony"
	"kembo/core/day"
)

// expectMembers is how large an ensemble carries what was not looked at: its
// quantiles need no more.
const expectMembers = 80

// Expect returns what a forecast makes of an estimate by a later day, with what
// was done in between: what a look on that day is read against.
func Expect(e colony.Estimate, changes []Change, to day.Day, site Site, name string, seed uint64) colony.Expected {
	r := Run(Input{
		Colony: name, Estimate: e, Excluder: e.Stack.ExcluderAbove > 0, Changes: changes, Today: to, Horizon: 1,
		Yard: NewYard(site, e.Day, to, int(to-e.Day)+1, expectMembers, seed), ReserveKg: ReserveSeasonKg, Seed: seed, Parameters: Defaults(),
	})
	return colony.Expected{
		From: e.Day, Parts: e.Parts, Eggs: r.Eggs, Larvae: r.Larvae, Capped: r.Capped, Drone: r.Drone, Pollen: r.Pollen, Bees: r.Bees,
		NestStores: r.NestStores, SuperStores: r.SuperStores, NestNectar: r.NestNectar, SuperNectar: r.SuperNectar,
		NestUndrawn: r.NestUndrawn, SuperUndrawn: r.SuperUndrawn, Stages: e.Stages,
	}
}
