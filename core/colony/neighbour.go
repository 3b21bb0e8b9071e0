package colony

import "kembo/core/day"

// Neighbour is another hive of the yard, as far as it bears on this one. What is less than 0 is not known.
type Neighbour struct {
	Colony       string
	Bees         float64
	Health       Health
	MitesPercent float64 // of the last count
	TookIn       day.Day // on which another was last united with it; 0: none was
	// Known says that the rest is known: how it stands by its own forecast.
	Known     bool
	StoresKg  float64
	SpareKg   float64 // of stores over what it needs; under 0: what it lacks
	Brood     float64 // cells
	Queenless bool
	// BroodPriceKg is what it would lose by giving a comb of brood with its nurse bees, kg of honey; 0: it gives none, or it
	// is not known.
	BroodPriceKg float64
	// Honey is what combs of honey would be worth to it where it lacks stores, or what it would lose by giving them, and
	// BroodIn what combs of brood would be worth to it.
	Honey, BroodIn Worth
	// Fliers is what bees that fly would be worth to it where it is small, or what it would lose by them where it is strong.
	Fliers Worth
	// Planned says that its plan is known: from whom it takes what, and how many combs of it; "" for from nobody.
	Planned    bool
	Takes      string
	TakesWhat  Ware
	TakesCombs int
	TakesForKg float64 // what the one that gives was reckoned to lose by it, kg of honey
}

// Ware is what goes between two hives of a yard.
type Ware string

// What goes.
const (
	HoneyCombs Ware = ""       // combs of honey
	BroodCombs Ware = "brood"  // combs of capped brood with the bees on them
	Fliers     Ware = "fliers" // the bees that fly: the hives change places
)

// Worth is what combs that go between hives come to for one of them, kg of honey, by how many go.
type Worth struct {
	Told bool       `json:"told"` // it was worked out; else Kg says nothing
	Kg   [2]float64 `json:"kg"`   // 0: it is worth nothing, or is not given
}
