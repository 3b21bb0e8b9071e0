package app

import (
	"math"

	"kembo/core/assessment"
	"kembo/core/day"
	"kembo/core/harvest"
	"kembo/core/history"
	"kembo/core/hive"
)

// SuperStanding is how a box that may be a crop stands: a super, or a box of the nest that is full of honey.
type SuperStanding struct {
	Box     string          `json:"box"` // id
	At      int             `json:"at"`  // in the stack, from the floor, from 0
	Format  string          `json:"format"`
	Frame   string          `json:"frame"` // of its combs, by name
	Kg      float64         `json:"kg"`    // of honey
	Fill    float64         `json:"fill"`
	Capped  float64         `json:"capped"`
	LiftKg  float64         `json:"lift_kg"`
	Nest    bool            `json:"nest,omitempty"` // it is no super
	Verdict harvest.Verdict `json:"verdict"`
	Why     []string        `json:"why"`
	Lifts   string          `json:"lifts,omitempty"`
	Until   day.Day         `json:"until,omitempty"`    // the last day of a hold; 0: not known
	Likely  day.Day         `json:"likely,omitempty"`   // on which it is likely full and capped; 0: not told
	Water   float64         `json:"water,omitempty"`    // read lately, per cent; 0: it was not
	ReadOn  day.Day         `json:"read_on,omitempty"`  // on which it was
	Combs   int             `json:"combs,omitempty"`    // that may be taken by themselves, where the box may not
	CombsKg float64         `json:"combs_kg,omitempty"` // of honey in them
}

// fullBox is the share from which a box of the nest above the first is a crop. Source: common practice.
const fullBox = 0.85

// supersOf returns the boxes of a hive that may be a crop, from the bottom up.
func supersOf(a *assessment.Assessment, b history.Believed) []SuperStanding {
	s := a.Situation
	limits := s.Settings.Limits(s.Site, s.Today)
	likely := likelyRipe(a)
	var out []SuperStanding
	for _, x := range harvest.Boxes(s.Estimate.Stack) {
		if !x.Super && (x.At == 0 || x.Fill < fullBox || x.HasBrood || !s.CropPast()) {
			continue
		}
		f := harvest.FoundOn(s.Readings, x.ID, s.Today)
		j := limits.Judge(x, f, b.BarsOf(x, s.Today), s.Today)
		format := s.Estimate.Stack.Boxes[x.At].Format
		o := SuperStanding{
			Box: x.ID, At: x.At, Format: format.Key, Frame: format.Frame.Name,
			Kg: x.Kg, Fill: x.Fill, Capped: x.Capped, LiftKg: s.Estimate.Stack.Boxes[x.At].LiftKg(),
			Nest: !x.Super, Verdict: j.Verdict, Why: j.Why, Lifts: j.Lifts, Until: j.Until, Water: f.Water, ReadOn: f.Day,
		}
		if j.Verdict != harvest.Ready {
			all := b.BarsOfAll()
			for _, c := range limits.Take(x, f, func(c harvest.Comb) []harvest.Bar {
				return append(b.Bars(c.ID, s.Today), all...)
			}, s.Today) {
				o.Combs++
				o.CombsKg += c.Kg
			}
		}
		if j.Verdict == harvest.NotYet {
			o.Likely = likely[x.At]
		}
		out = append(out, o)
	}
	return out
}

// likelyRipe returns the day on which each super is likely full and capped, by its place in the stack.
func likelyRipe(a *assessment.Assessment) map[int]day.Day {
	out := map[int]day.Day{}
	for k, at := range hive.FillOrder(a.Situation.Estimate.Stack) {
		if k >= len(a.Base.SuperCapped) || k >= len(a.Base.Full) {
			break
		}
		full, capped := a.Base.Full[k].Likely, a.Base.SuperCapped[k].Likely
		if full != nil && capped != nil {
			out[at] = a.Situation.Today + day.Day(math.Ceil(max(*full, *capped)))
		}
	}
	return out
}
