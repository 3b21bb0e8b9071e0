package plan

import (
	"kembo/core/look"
	"kembo/core/measure"
)

// Settings are a user's thresholds, with the defaults of [DefaultSettings].
type Settings struct {
	// Chances from which on a runway that may end before the visit is told as tight. They decide nothing:
	// plans are chosen by their loss.
	FoodRisk  float64 `json:"food_risk"`
	StoreRisk float64 `json:"store_risk"`
	LayRisk   float64 `json:"lay_risk"`

	CappedShare    float64 `json:"capped_share"`   // of a super, to harvest
	KeepsWater     float64 `json:"keeps_water"`    // per cent of water with which honey is put away at most; 0: usual
	HoneyBound     float64 `json:"honey_bound"`    // share of the nest's drawn comb under stores from which it is relieved
	UnclippedDays  int     `json:"unclipped_days"` // between cell checks, as the swarm clock shows them
	ClippedDays    int     `json:"clipped_days"`
	StaleDays      int     `json:"stale_days"`       // after which a look no longer tells
	WinterTargetKg float64 `json:"winter_target_kg"` // 0: by climate
	ReserveKg      float64 `json:"reserve_kg"`       // 0: by the colony
	LiftLimitKg    float64 `json:"lift_limit_kg"`
	DrawnSupers    bool    `json:"drawn_supers"` // supers to hand are drawn, not foundation
	Weights        Weights `json:"weights"`
	// Schools are what the keeper makes of ways on which keepers differ; none: each is weighed like all else.
	Schools map[Action]Stance `json:"schools,omitempty"`
	// Observer is how far this keeper's looks may be off; zero: the usual one.
	Observer look.Observer `json:"-"`
	// Units are those in which sentences are written; zero: kg, L, °C.
	Units measure.Units `json:"-"`
}

// DefaultSettings returns the usual thresholds. Sources: values I for the
// risks; common practice for harvest, checks and stale looks; HSE L23 (from
// memory) for the lift.
func DefaultSettings() Settings {
	return Settings{FoodRisk: 0.10, StoreRisk: 0.30, LayRisk: 0.25, CappedShare: 0.80, HoneyBound: 0.35,
		UnclippedDays: 7, ClippedDays: 12, StaleDays: 21, LiftLimitKg: 25, DrawnSupers: true, Weights: usual}
}
