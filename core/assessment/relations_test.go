package assessment_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"kembo/core/assessment"
	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/mites"
	"kembo/core/plan"
	"kembo/core/season"
)

// record is a random hive as a keeper would tell it: one or two boxes of a nest and up to three
// supers, counted in frames, on any day of the year in any climate.
type record struct {
	nest, supers []look.Counts
	seams        float64
	on           day.Day
	place        season.Place
	excluder     bool
	foundation   bool // the last super is
	eggs, larvae bool
	yard, name   string
	reverse      bool
	weather      map[day.Day]season.Weather
	flow         map[day.Day]float64
}

func randomRecord(r *rand.Rand) record {
	x := record{
		seams: 2 + 8*r.Float64(), on: day.Of(2026, 1, 1) + day.Day(r.IntN(365)), excluder: r.IntN(2) == 0, eggs: true,
		larvae: true, yard: "y", name: "c",
	}
	x.place = season.Place{Climate: season.Climates[r.IntN(len(season.Climates))], Hemisphere: season.North}
	half := func(v float64) float64 { return math.Floor(2*v) / 2 }
	boxes := 1 + r.IntN(2)
	for range boxes {
		c := look.Counts{Brood: half(5 * r.Float64()), Honey: half(1 + 3*r.Float64()), Pollen: 0.5}
		c.Nectar = half((9 - c.Brood - c.Honey) / 2 * r.Float64())
		c.Empty = 10 - c.Brood - c.Honey - c.Nectar - c.Pollen
		x.nest = append(x.nest, c)
	}
	for range r.IntN(4) {
		c := look.Counts{Honey: half(6 * r.Float64()), Nectar: half(2 * r.Float64())}
		c.Empty = 10 - c.Honey - c.Nectar
		x.supers = append(x.supers, c)
	}
	return x
}

// told returns what Kembo makes of a record.
func (x record) told(t *testing.T, did ...bees.Change) *forecast.Result {
	t.Helper()
	return x.ready(t).Run(did...)
}

func (x record) ready(t *testing.T) *forecast.Ready {
	t.Helper()
	c := x.asCase()
	e, err := look.Read(c.Look, c.Stack, look.Context{Season: c.Site.On(x.on)})
	if err != nil {
		t.Fatal(err)
	}
	return assessment.Situate(c, e, nil).Ready
}

// asCase returns it as a case, with the visit in ten days.
func (x record) asCase() assessment.Case {
	deep, medium := hive.Formats[0], hive.Formats[2]
	var st hive.Stack
	l := look.Look{Day: x.on, Queen: colony.QueenEvidence{Looked: true, Eggs: x.eggs, Larvae: x.larvae, Capped: true}}
	add := func(id string, f hive.BoxFormat, super, drawn bool, c look.Counts, seams float64) {
		b := hive.NewBox(id, f, 10, hive.Make{Super: super, Drawn: drawn})
		for i := range b.Frames {
			b.Frames[i].ID = fmt.Sprint(id, ".", i)
		}
		if x.reverse {
			slices.Reverse(b.Frames)
		}
		st.Boxes = append(st.Boxes, b)
		l.Boxes = append(l.Boxes, look.BoxLook{Box: id, Depth: look.ByBox, Counts: c, Seams: seams})
	}
	for i, c := range x.nest {
		add(fmt.Sprint("n", i), deep, false, true, c, x.seams)
	}
	if x.excluder && len(x.supers) > 0 {
		st.ExcluderAbove = len(x.nest)
	}
	for i, c := range x.supers {
		drawn := !(x.foundation && i == len(x.supers)-1)
		if !drawn {
			c = look.Counts{Undrawn: 10}
		}
		add(fmt.Sprint("s", i), medium, true, drawn, c, x.seams)
	}
	return assessment.Case{
		Colony: x.name, Today: x.on, Visit: x.on + 10, Stack: st, Look: l,
		Site: forecast.Site{
			Yard: x.yard, Hemisphere: x.place.Hemisphere, Climate: x.place.Climate, Weather: x.weather, Flow: x.flow,
		},
		Settings: plan.DefaultSettings(), Seed: 7, QueenYear: 2025,
	}
}

const asked = 16

// days returns the likely end of a runway, the horizon where there is none.
func days(r *forecast.Result, k int) float64 {
	if v := r.Runway[k].Likely; v != nil {
		return *v
	}
	return float64(r.Horizon)
}

// TestRelationsHold asks of random records what must hold of any model of bees. Slack is for the two
// hundred members alone.
func TestRelationsHold(t *testing.T) {
	const slackShare = 0.03
	type relation struct {
		name  string
		holds func(r *rand.Rand, x record) (ok, asked bool, say string)
	}
	copied := func(x record) record {
		x.nest, x.supers = slices.Clone(x.nest), slices.Clone(x.supers)
		return x
	}
	rel := []relation{
		{"more honey lasts longer", func(_ *rand.Rand, x record) (bool, bool, string) {
			if x.nest[0].Empty < 2 {
				return true, false, ""
			}
			y := copied(x)
			y.nest[0].Honey, y.nest[0].Empty = y.nest[0].Honey+2, y.nest[0].Empty-2
			a, b := x.told(t), y.told(t)
			return sooner(b, a, forecast.Food) &&
					b.Losses.By[bees.ToHunger] <= a.Losses.By[bees.ToHunger]+slackShare, true,
				fmt.Sprintf("%.1f and %.1f d, hunger %.2f and %.2f", days(a, 0), days(b, 0),
					a.Losses.By[bees.ToHunger], b.Losses.By[bees.ToHunger])
		}},
		{"a drawn super more is room for longer", func(_ *rand.Rand, x record) (bool, bool, string) {
			a := x.told(t)
			b := x.told(t, bees.Change{Day: x.on, SuperDrawn: 44220, SuperKgPerCell: 0.0004})
			return sooner(b, a, forecast.Store) && sooner(b, a, forecast.Lay), true,
				fmt.Sprintf("store %.1f and %.1f d, lay %.1f and %.1f", days(a, 2), days(b, 2), days(a, 1), days(b, 1))
		}},
		{"foundation is no more room than drawn comb", func(_ *rand.Rand, x record) (bool, bool, string) {
			if len(x.supers) == 0 {
				return true, false, ""
			}
			drawn, bare := copied(x), copied(x)
			drawn.supers[len(drawn.supers)-1] = look.Counts{Empty: 10}
			bare.foundation = true
			a, b := drawn.told(t), bare.told(t)
			return sooner(a, b, forecast.Store), true,
				fmt.Sprintf("drawn %.1f d, foundation %.1f", days(a, 2), days(b, 2))
		}},
		{"no flow is no more food and no less room", func(_ *rand.Rand, x record) (bool, bool, string) {
			a, b := x.told(t), x.told(t, bees.Change{Day: x.on, NoFlow: true})
			return sooner(a, b, forecast.Food) && sooner(b, a, forecast.Store), true,
				fmt.Sprintf("food %.1f and %.1f d, store %.1f and %.1f", days(a, 0), days(b, 0), days(a, 2), days(b, 2))
		}},
		{"fed is fed", func(_ *rand.Rand, x record) (bool, bool, string) {
			a, b := x.told(t), x.told(t, bees.Change{Day: x.on, FeedKg: 5})
			return sooner(b, a, forecast.Food) &&
					math.Abs(b.Stores.Likely-a.Stores.Likely-5) < 0.5, true,
				fmt.Sprintf("%.1f and %.1f kg", a.Stores.Likely, b.Stores.Likely)
		}},
		{"what is in reach is within the stores", func(_ *rand.Rand, x record) (bool, bool, string) {
			a := x.told(t)
			return a.Reachable.High <= a.Stores.High+1e-9 && a.Reachable.Likely <= a.Stores.Likely+1e-9, true,
				fmt.Sprintf("%.2f of %.2f kg", a.Reachable, a.Stores)
		}},
		{"the reserve ends before the last honey", func(_ *rand.Rand, x record) (bool, bool, string) {
			a := x.told(t)
			last := float64(a.Horizon)
			if a.LastFood.Likely != nil {
				last = *a.LastFood.Likely
			}
			return days(a, forecast.Food) <= last+0.01, true, fmt.Sprintf("%.1f and %.1f d", days(a, 0), last)
		}},
		{"a treatment takes mites and costs no colony", func(_ *rand.Rand, x record) (bool, bool, string) {
			strips, _ := mites.ClassFor("amidine")
			a, b := x.told(t), x.told(t, bees.Change{Day: x.on, Treat: &bees.Treat{Class: strips}})
			return b.Losses.Chance() <= a.Losses.Chance()+slackShare &&
					b.Losses.By[bees.ToMites] <= a.Losses.By[bees.ToMites], true,
				fmt.Sprintf("lost %.2f and %.2f", a.Losses.Chance(), b.Losses.Chance())
		}},
		{"a boost is bees", func(_ *rand.Rand, x record) (bool, bool, string) {
			l := bees.Load{House: 3000}
			a := x.told(t)
			b := x.told(t, bees.Change{Day: x.on, In: &bees.Parcel{l}})
			return b.Bees.Likely > a.Bees.Likely+2900 && b.Bees.Likely < a.Bees.Likely+3100, true,
				fmt.Sprintf("%.0f and %.0f bees", a.Bees.Likely, b.Bees.Likely)
		}},
		{"a lost queen shortens nothing but brood", func(_ *rand.Rand, x record) (bool, bool, string) {
			ready := x.ready(t)
			a := forecast.Middle(sampleOn(ready, x.on+18, forecast.OfBrood))
			b := forecast.Middle(sampleOn(ready, x.on+18, forecast.OfBrood, bees.Change{Day: x.on, QueenLost: true}))
			return b.Likely <= a.Likely+100, true, fmt.Sprintf("%.0f and %.0f cells", a.Likely, b.Likely)
		}},
		{"done is as it was found", func(_ *rand.Rand, x record) (bool, bool, string) {
			if len(x.supers) > 2 || len(x.supers) == 0 {
				return true, false, "" // the first super is another thing: it opens
			}
			y := copied(x)
			y.supers = append(y.supers, look.Counts{Empty: 10})
			a := x.told(t, bees.Change{Day: x.on, SuperDrawn: 44220, SuperKgPerCell: 0.00038})
			b := y.told(t)
			return near(a, b, 0.2), true,
				fmt.Sprintf("put on %.1f d, found %.1f", days(a, 2), days(b, 2))
		}},
		{"a mirrored hive is the same", func(_ *rand.Rand, x record) (bool, bool, string) {
			y := copied(x)
			y.reverse = true
			a, b := x.told(t), y.told(t)
			return a.Runway[0] == b.Runway[0] || equal(a, b), true, fmt.Sprint(text(a), " and ", text(b))
		}},
		{"a year later is the same", func(_ *rand.Rand, x record) (bool, bool, string) {
			y := copied(x)
			y.on += 365 // 2027; neither is a leap year
			a, b := x.told(t), y.told(t)
			return near(a, b, 0.15), true, fmt.Sprint(text(a), " and ", text(b))
		}},
		{"half a year on the other side is the same", func(_ *rand.Rand, x record) (bool, bool, string) {
			if x.place.Climate.Own.HasMonths && x.place.Climate.Own.LatitudeDeg < 0 {
				return true, false, ""
			}
			y := copied(x)
			y.place.Hemisphere = season.South
			y.on = x.on + 181
			for season.DayOf(y.on, season.South) != season.DayOf(x.on, season.North) {
				y.on++
			}
			a, b := x.told(t), y.told(t)
			return near(a, b, 0.15), true, fmt.Sprint(text(a), " and ", text(b))
		}},
		{"a name is a name", func(_ *rand.Rand, x record) (bool, bool, string) {
			y := copied(x)
			y.name = "other"
			a, b := x.told(t), y.told(t)
			return near(a, b, 0.15), true, fmt.Sprint(text(a), " and ", text(b))
		}},
		{"ranges are in order", func(_ *rand.Rand, x record) (bool, bool, string) {
			a := x.told(t)
			for _, w := range [][3]float64{
				{a.Stores.Low, a.Stores.Likely, a.Stores.High}, {a.Bees.Low, a.Bees.Likely, a.Bees.High},
				{a.Free.Low, a.Free.Likely, a.Free.High}, {a.Mites.Low, a.Mites.Likely, a.Mites.High},
			} {
				if !(w[0] <= w[1] && w[1] <= w[2] && w[0] >= 0 && !math.IsInf(w[2], 0)) {
					return false, true, fmt.Sprint(w)
				}
			}
			return a.Losses.Chance() >= 0 && a.Losses.Chance() <= 1+1e-9, true, fmt.Sprint(a.Losses)
		}},
	}
	for _, q := range rel {
		t.Run(q.name, func(t *testing.T) {
			r := rand.New(rand.NewPCG(20261130, uint64(len(q.name))))
			n, broken := 0, 0
			for range asked {
				x := randomRecord(r)
				ok, was, say := q.holds(r, x)
				if !was {
					continue
				}
				n++
				if !ok {
					if broken++; broken <= 3 {
						t.Errorf("%s in %s, %d nest boxes, %d supers: %s", x.on, x.place.Climate.Key, len(x.nest),
							len(x.supers), say)
					}
				}
			}
			if n < asked/4 {
				t.Errorf("asked of %d only", n)
			}
			if broken > 3 {
				t.Errorf("%d of %d do not hold", broken, n)
			}
		})
	}
}

func sampleOn(y *forecast.Ready, on day.Day, q forecast.Quantity, with ...bees.Change) []float64 {
	w := y.On(on, q, forecast.Members, with...)
	return []float64{w.Low, w.Likely, w.High}
}

func text(r *forecast.Result) string {
	return fmt.Sprintf("%.1f/%.1f/%.1f d", days(r, 0), days(r, 1), days(r, 2))
}

func equal(a, b *forecast.Result) bool { return text(a) == text(b) && a.Stores == b.Stores }

// near reports whether two results tell the same but for the draws of members: of two hundred each,
// chances of runways that are the same differ by less than so much 99 times in 100.
func near(a, b *forecast.Result, apart float64) bool {
	for k := range forecast.Names {
		for _, d := range ahead {
			far := apart
			if k == forecast.Food && a.Horizon > 60 { // in winter a tenth of a kilogram of reserve is weeks
				continue
			}
			if math.Abs(a.Chance(k, d)-b.Chance(k, d)) > far {
				return false
			}
		}
	}
	return math.Abs(a.Stores.Likely-b.Stores.Likely) < 0.1*a.Stores.Likely+0.3
}

// ahead are the days ahead on which chances are compared.
var ahead = []float64{7, 14, 28, 45}

// sooner reports whether a runway of b ends as soon as that of a, or sooner.
func sooner(a, b *forecast.Result, k int) bool {
	for _, d := range ahead {
		if b.Chance(k, d) < a.Chance(k, d)-chanceSlack {
			return false
		}
	}
	return true
}

const chanceSlack = 0.06
