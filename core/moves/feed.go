package moves

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/feed"
	"kembo/core/measure"
)

// Feed is stores given, as kg of what it becomes.
type Feed struct {
	What     string  `json:"what"`
	Kg       float64 `json:"kg"` // of sugar
	StoresKg float64 `json:"stores_kg"`
}

// MostSugarKg is the most sugar that is given at once. Source: common practice, no
// source: no feeder holds more.
const MostSugarKg = 60

// FeedOf returns the feed of so much sugar.
func FeedOf(what string, sugarKg float64) *Feed {
	return &Feed{What: what, Kg: sugarKg, StoresKg: sugarKg * feed.StoresPerKgSugar.Likely}
}

// Apply gives it.
func (a *Feed) Apply(h *Hives) error {
	d := &h.Here().Did
	d.FeedKg += a.StoresKg
	d.FedMassKg += feed.MassKg(a.What, a.Kg)
	d.Fed = &colony.Period{What: a.What, Kg: a.Kg}
	return nil
}

// Words says it for the log.
func (a *Feed) Words(u measure.Units) (title, say string) {
	return "Fed", fmt.Sprintf("%s %s sugar as %s.", measure.Amount(u.Mass.In(a.Kg)), u.Mass.Name, a.What)
}

// Expect says that it should be taken down.
func (a *Feed) Expect(when string, _ int, u measure.Units) string {
	return fmt.Sprintf(
		"Fed %s %s of sugar on %s: expect it taken down.", measure.Amount(u.Mass.In(a.Kg)), u.Mass.Name, when,
	)
}

// feeds is the field of the form for what was fed.
var feeds = Field{Key: "feed", As: "feed_as", Label: "Fed"}

var fed = Row{Kind: "feed", New: func() Act { return new(Feed) }, Ways: []Way{
	syrup("syrup_thin", 1, Blank{"L", "litres fed"}),
	syrup("syrup_thick", 2, Blank{}),
	sugar("sugar", "sugar", "kg", "sugar", "dry sugar", 1),
	sugar("fondant", "fondant", "kgf", "fondant", "fondant", feed.FondantSugar),
}}

// syrup is a way to feed so many parts of sugar to one of water, by weight.
func syrup(code Code, parts int, paper Blank) Way {
	ratio := fmt.Sprintf("%d:1", parts)
	return Way{
		Code: code, Field: feeds, Value: ratio, Label: "{unit} of " + ratio,
		Arg: Litres, Most: 60, Before: "+", After: "l" + ratio,
		Example: "+4L" + ratio, Means: "syrup of " + ratio, Wants: "litres of syrup", ForAll: true, Paper: paper,
		One: "fed {n} L of " + ratio + " syrup", Things: "{n} L of " + ratio + " syrup",
		Exact: func(_ Hive, s Said, _ func() string) ([]Act, error) {
			return fedOf(ratio+" syrup", feed.SugarKg(s.N, float64(parts), 1))
		},
	}
}

// sugar is a way to feed by weight, of which a share is sugar.
func sugar(code Code, value, after, label, what string, share float64) Way {
	return Way{
		Code: code, Field: feeds, Value: value, Label: "{unit} of " + label,
		Arg: Kilograms, Most: MostSugarKg, Before: "+", After: after,
		Example: "+2" + example(after), Means: label, Wants: "kg of " + label, ForAll: true,
		One: "fed {n} kg of " + label, Things: "{n} kg of " + label,
		Exact: func(_ Hive, s Said, _ func() string) ([]Act, error) { return fedOf(what, s.N*share) },
	}
}

// example writes what comes after a number as the examples do: kg small, the
// letters after it large.
func example(after string) string { return after[:2] + upper(after[2:]) }

func fedOf(what string, sugarKg float64) ([]Act, error) {
	if !(sugarKg > 0 && sugarKg <= MostSugarKg) {
		return nil, wrong("feed", "give more than 0 and at most %d kg of sugar", MostSugarKg)
	}
	return []Act{FeedOf(what, sugarKg)}, nil
}

// Texts returns what a user wrote.
func (a *Feed) Texts() []Text { return []Text{{Field: "feed", Text: a.What}} }
