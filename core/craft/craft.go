// Package craft is what good keepers do not do, as rules that look at a plan: a hive before and after, on a
// day, with its history. Each rule has a file, a sentence and a source, and one of two ranks. What is never
// done is not offered, whatever it would bring. What is costly is priced in kilograms of honey, since good
// keepers break such rules for good reason; where a plan breaks one, the breach is named.
//
// A rule judges what a plan does and what it leaves as it is: feed under a super that stands there already
// is a breach of leaving too, so that ending it is worth something.
package craft

import (
	"slices"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/season"
)

// Rank is how binding a rule is.
type Rank string

// The ranks.
const (
	Never  Rank = "never"
	Costly Rank = "costly"
)

// Opening is how far a hive is opened.
type Opening int

// The openings. Source of what each costs: weights of the design, common practice.
const (
	Shut   Opening = iota // hefted, the entrance watched
	LidOff                // a feeder filled, a super put on or lifted off
	Parted                // boxes lifted apart, no comb of the nest pulled
	Nest                  // some combs of the nest pulled, ten minutes
	Combs                 // every comb of the nest
)

// Plan is what a rule may look at.
type Plan struct {
	Today, On      day.Day
	Season         season.Moment // on the day that it is done
	SeasonNow      season.Moment // and today
	SeasonLeft     season.Moment // on the next visit, on which nothing more is done; zero: something is
	HighC          float64       // of that day, as likely
	EmptiesC       float64       // the middle of the highs of the days in which a feeder is emptied, from then on
	ColdestC       float64       // the coldest night of the week from then on, as likely
	GoodDayKg      float64       // what a good day brings
	StoresKg       float64       // in the nest, as likely on that day
	Bees           float64
	Undrawn        float64 // share of the nest that is foundation
	ScreenOutgrown bool    // it stands over another hive, and needs it no more
	InUse          float64 // share of its drawn comb that holds something

	Before, After hive.Stack
	Opens         Opening
	FedKg         float64 // stores given
	Liquid        bool    // as syrup
	Feeding       bool    // what was given before is still being taken
	SupersOn      int
	Harvested     int  // boxes taken for their honey
	Over          bool // nothing more is to come this season
	Takes, Gives  bool // combs or bees come from another hive, or go to one
	NestComb      bool // and combs of the nest are among them
	OpensNest     bool // empty comb comes beside its brood, or its boxes are turned
	Unites        bool
	AllCells      bool       // every queen cell is taken out
	CheckDue      day.Day    // by the visit, for queen cells; 0: none is
	Bound         float64    // how far the nest is, on the visit, while brood counts: 0 not, 1 wholly
	Roomed        bool       // and is given room
	EggsDue       day.Day    // of a queen who is waited for, by the visit; 0: none are
	Looked        bool       // for eggs, or the hive is united
	CagedDays     int        // that the laying queen has been shut in by the visit; 0: she is not
	LetOut        bool       // and is let out
	Queenless     float64    // chance that it has no queen and rears none
	QueenHelped   bool       // it gets a queen, a cell or a comb of eggs, or is united
	CellsFound    bool       // queen cells were found that are a swarm's
	CellsBegun    bool       // eggs were found in many cups
	CellsDealt    bool       // and are dealt with
	CellsLate     bool       // but not within two days
	Checked       bool       // every comb is gone through
	Starves       [2]float64 // chance that nothing is left to eat by the visit, and by the one after it, as it is left
	NewLacksKg    float64    // what a young colony on foundation lacks by the visit of what it draws comb from, as it is left
	WinterLacksKg float64    // what it lacks of its winter stores, as it is left
	Acts          int        // things done, looks not counted

	Suspect     bool     // brood of this hive was found suspect
	Suspects    []string // other hives of the yard whose brood was
	Health      colony.Health
	HealthDay   day.Day
	Partner     *colony.Neighbour // the other hive
	MitesOver   bool              // this hive is over the limit
	Treatments  []colony.Period
	Barred      string // why no honey may be sold; "": it may
	EggsSeen    bool   // eggs or the queen were seen on the day of the plan
	Alone       [2]day.Day
	LiftLimitKg float64
	WinterKg    float64 // that it should winter on
	ReserveKg   float64 // that it should never be without
}

// Breach is a rule that a plan breaks.
type Breach struct {
	Rule string  `json:"rule"`
	Rank Rank    `json:"rank"`
	Kg   float64 `json:"kg"` // what it costs, in kilograms of honey
	Say  string  `json:"say"`
}

// Rule is one rule of the craft.
type Rule struct {
	Key    string
	Rank   Rank
	Says   string // what is not done
	Source string
	// check returns what a breach costs and the words for it; false where the plan keeps the rule.
	check func(*Plan) (kg float64, say string, broken bool)
}

// Rules lists them all, those that are never broken first.
var Rules = []Rule{
	suspectShut, suspectYard, unknownBrood, barredHarvest, superInTreatment, superOverFeed, mitesUnited, unionInWinter,
	combOffCluster, everyCell, nestBoxTaken, winterCrop,
	syrupInTheCold, swarmCellsLeft, checkPutOff, eggsUnlooked,
	virginAlone, nestInCold, nestParted, coldOpening, flowOpening, feedUnderSuper, superOverEmpty, superOverWide, superOverFoundation,
	combOutInFlow, excluderInWinter, coldHarvest, takenBare, leftHungry, queenlessLeft, winterUnfed, leftBound,
	treatmentLeftIn, cagedTooLong, screenIsLeft, swarmLeftUnfed, overfull, heavyLift, winterTooLight,
}

// Judge returns what a plan breaks, or leaves broken.
func Judge(p *Plan) []Breach {
	var out []Breach
	for _, r := range Rules {
		if kg, say, broken := r.check(p); broken {
			out = append(out, Breach{Rule: r.Key, Rank: r.Rank, Kg: kg, Say: say})
		}
	}
	return out
}

// Has reports whether a breach of a rule is among them.
func Has(all []Breach, rule string) bool {
	return slices.ContainsFunc(all, func(b Breach) bool { return b.Rule == rule })
}

// isLeft is what a breach of a rule that is never broken costs where it stands already and is left. Source:
// none; guess: more than the trip that ends it.
const isLeft = 4.0

// supered reports whether a box for honey is on.
func supered(st hive.Stack) bool { return st.Supers() > 0 }

// treatedNow returns the treatment that is in the hive, if one is.
func treatedNow(p *Plan) (colony.Period, bool) {
	for _, t := range p.Treatments {
		if t.To == 0 && t.From <= p.On {
			return t, true
		}
	}
	return colony.Period{}, false
}
