package advice

import (
	"fmt"
	"slices"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/season"
)

// Option is something that can be tried on the forecast, whether it is advised
// or not.
type Option struct {
	Key  string // stands in addresses
	Name string // "a drawn super"
	// Change is what it does, on a day.
	Change func(day.Day) forecast.Change
}

// What is tried. Sizes are round ones, common practice.
const (
	tryFeedL     = 8.0
	tryCombs     = 2
	tryFondantKg = 2.5
	autumnFeed   = 220 // season day from which feed is thick
)

// Options returns what can be tried on this hive, in the order of the season's
// work: only what it has room, boxes or honey for.
func (s *Situation) Options() []Option {
	dated := func(c forecast.Change) func(day.Day) forecast.Change {
		return func(on day.Day) forecast.Change { c.Day = on; return c }
	}
	if s.Phase == season.Winter { // the hive stays shut
		return []Option{s.tryFeed(dated)}
	}
	f := s.Estimate.Stack.SuperFormat()
	out := []Option{
		{"super", "a drawn super", dated(SuperChange(s, f, 1, true))},
		{"foundation", "a super of foundation", dated(SuperChange(s, f, 1, false))},
	}
	if c := hive.HoneyCombs(s.Estimate.Stack, tryCombs); len(c.Places) == tryCombs {
		out = append(out, Option{"combs", fmt.Sprintf("%d honey combs for empty ones", tryCombs), dated(forecast.Change{NestHoneyOut: c.HoneyShare, NestDrawnOut: c.CellShare, NestDrawn: c.Cells, PollenOut: c.PollenShare})})
	}
	out = append(out, s.tryFeed(dated))
	var nest []hive.Box
	for _, b := range s.Estimate.Stack.Boxes {
		if !b.Super {
			nest = append(nest, b)
		}
	}
	if len(nest) > 1 {
		shape := colony.ShapeOf(colony.Turned(s.Estimate.Stack))
		out = append(out, Option{"turn", "the nest’s boxes turned", dated(forecast.Change{Turned: true, Lid: shape.Lid, Low: shape.Low})})
	}
	if len(nest) > 0 {
		b := nest[0]
		cells := 2 * float64(b.Format.Slots) * b.Format.Frame.WorkerCells()
		out = append(out, Option{"under", "a drawn box under the nest", dated(forecast.Change{UnderDrawn: cells})})
	}
	if s.supered() && s.Base.SuperStores.Likely > 1 {
		out = append(out, Option{"harvest", "the supers off", dated(forecast.Change{SuperOut: 1, SuperDrawnOut: 1, SuperUndrawnOut: 1})})
	}
	return append(out, Option{"dearth", "no flow from then on", dated(forecast.Change{NoFlow: true})})
}

// tryFeed is a feeder full: thin in spring and summer, thick in autumn.
func (s *Situation) tryFeed(dated func(forecast.Change) func(day.Day) forecast.Change) Option {
	if !s.takesSyrup() {
		u := s.units().Mass
		return Option{"feed", fmt.Sprintf("%.1f %s of fondant", u.In(tryFondantKg), u.Name), dated(forecast.Change{FeedKg: tryFondantKg * feed.FondantSugar * feed.StoresPerKgSugar.Likely})}
	}
	sugar, name := 1.0, "1:1"
	if s.SeasonDay >= autumnFeed {
		sugar, name = 2, "2:1"
	}
	u := s.units()
	m, err := feed.OfRatio(sugar, 1, tryFeedL, false, 20)
	kg := 0.0
	if err == nil {
		kg = m.StoresKg().Likely
	}
	return Option{"feed", fmt.Sprintf("%.0f %s of %s syrup", u.Volume.In(tryFeedL), u.Volume.Name, name), dated(forecast.Change{FeedKg: kg})}
}

// Tried returns the changes of the options with these keys, on a day no earlier
// than today, with the names of those it knew.
func (s *Situation) Tried(keys []string, on day.Day) (changes []forecast.Change, names []string) {
	on = min(max(on, s.Today), s.Today+day.Day(s.Input.Horizon)-1)
	for _, o := range s.Options() {
		if slices.Contains(keys, o.Key) {
			changes, names = append(changes, o.Change(on)), append(names, o.Name)
		}
	}
	return changes, names
}
