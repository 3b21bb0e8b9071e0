package plan

import "slices"

// Weights are what things are worth, in kilograms of honey, where the forecast does not carry them already.
// Defaults are guesses from practice and stand for a keeper with hives of a sideliner; see docs/decisions.md.
type Weights struct {
	Colony        float64 `json:"colony"`          // dead in winter, or beyond saving
	SwarmBefore   float64 `json:"swarm_before"`    // a prime swarm two to six weeks before the main flow
	SwarmAfter    float64 `json:"swarm_after"`     // the same after it
	Neighbours    float64 `json:"neighbours"`      // what a swarm costs beside, in goodwill and casts
	Minute        float64 `json:"minute"`          // of work
	Trip          float64 `json:"trip"`            // to a yard
	SugarKg       float64 `json:"sugar_kg"`        // a kilogram of it
	Queen         float64 `json:"queen"`           // a mated one
	Nuc           float64 `json:"nuc"`             // that a split leaves, as a gain
	BarredKg      float64 `json:"barred_kg"`       // a kilogram of honey that may not be sold
	IdleSuperWeek float64 `json:"idle_super_week"` // a super left on while nothing comes, a week
	Careful       bool    `json:"careful"`         // the mean of the worst fifth weighs as much as the mean
}

// Preset is a set of weights with a name.
type Preset struct {
	Key, Name string
	Weights   Weights
}

// usual is what a sideliner goes by. Source: table of defaults of the design, guesses from practice.
var usual = Weights{
	Colony: 25, SwarmBefore: 14, SwarmAfter: 3, Neighbours: 2, Minute: 0.05, Trip: 6, SugarKg: 0.25, Queen: 3, Nuc: 6,
	BarredKg: 0.75, IdleSuperWeek: 0.5,
}

// Presets are those that are offered; nobody sets a dozen sliders. Source: common practice, no source.
var Presets = []Preset{
	{"sideliner", "Sideline, some yards", usual},
	{"hobby", "A few hives, neighbours near", usual.with(func(w *Weights) {
		w.Neighbours, w.Minute, w.Trip, w.Colony, w.Careful = 6, 0.01, 3, 40, true
	})},
	{"commercial", "Commercial, with a crew", usual.with(func(w *Weights) {
		w.Minute, w.Trip, w.Colony, w.Neighbours = 0.07, 10, 15, 0
	})},
	{"increase", "Increase: more colonies", usual.with(func(w *Weights) { w.Colony, w.Nuc = 30, 12 })},
}

func (w Weights) with(change func(*Weights)) Weights {
	change(&w)
	return w
}

// PresetFor returns the preset with a key; the first where there is none.
func PresetFor(key string) Preset {
	if i := slices.IndexFunc(Presets, func(p Preset) bool { return p.Key == key }); i >= 0 {
		return Presets[i]
	}
	return Presets[0]
}

// PresetKeys returns the keys of the presets, in order.
func PresetKeys() []string {
	var out []string
	for _, p := range Presets {
		out = append(out, p.Key)
	}
	return out
}

// WeightRow is a weight by name.
type WeightRow struct {
	Key, Words string
	Of         func(*Weights) *float64
}

// Share reports whether a weight is a share of a mass, the same in every unit.
func (r WeightRow) Share() bool { return r.Key == "sugar_kg" || r.Key == "barred_kg" }

// WeightRows are the weights that are numbers, in order.
var WeightRows = []WeightRow{
	{"colony", "a colony dead in winter, or beyond saving", func(w *Weights) *float64 { return &w.Colony }},
	{"swarm_before", "a prime swarm two to six weeks before the main flow", func(w *Weights) *float64 { return &w.SwarmBefore }},
	{"swarm_after", "the same after it", func(w *Weights) *float64 { return &w.SwarmAfter }},
	{"neighbours", "what a swarm costs beside, in casts and goodwill", func(w *Weights) *float64 { return &w.Neighbours }},
	{"minute", "a minute of work", func(w *Weights) *float64 { return &w.Minute }},
	{"trip", "a trip to a yard", func(w *Weights) *float64 { return &w.Trip }},
	{"sugar_kg", "sugar, against its own mass", func(w *Weights) *float64 { return &w.SugarKg }},
	{"queen", "a mated queen", func(w *Weights) *float64 { return &w.Queen }},
	{"nuc", "the nuc that a split leaves, as a gain", func(w *Weights) *float64 { return &w.Nuc }},
	{"barred_kg", "what honey loses that may not be sold, of its own mass", func(w *Weights) *float64 { return &w.BarredKg }},
	{"idle_super_week", "a super left on a week while nothing comes", func(w *Weights) *float64 { return &w.IdleSuperWeek }},
}
