package truth

import (
	"fmt"
	"math"
	"math/rand/v2"

	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/season"
	"kembo/lab/combwise"
	"kembo/lab/weather"
)

// byComb lives a truth by the second simulator: its keeper does acts, and its look is read
// as any other.
func (w World) byComb(t *Truth, begin day.Day, lead int, r *rand.Rand) {
	y := yearOf(w.Hard, r)
	k := newKept(begin, w.Hard, r)
	climate := t.Site.Climate
	cy := combwise.YearOf(climate)
	cy.Spring += float64(y.season)
	cy.Autumn += float64(y.season)
	t.Site.Bloom = combwise.Bloom(combwise.YearOf(climate)) // a keeper knows what grows there
	bloom := BloomOf(t.Site.Bloom, w.Hard, r)
	days := lead + Horizon + 1
	ws := weather.Draw(climate, season.North, begin, days, weather.Year{
		WarmerC: y.warmer, Wetter: y.wetter, SpellFrom: begin + day.Day(lead+y.spell), SpellDays: y.days,
		DaysEarlier: -y.season,
	}, r)
	level := OffBy(LevelDiffers, r)
	live := func(i int) combwise.Came {
		d := ws[i]
		sd := season.DayOf(d.Day, season.North)
		flow, pollen := season.Intensity(bloom, sd)
		luck := 1.0
		if w.Hard {
			luck = r.Float64()
		}
		return k.Step(combwise.Day{
			SeasonDay: sd, Weather: d, DaylightH: climate.DaylightH(sd), Pollen: pollen, Year: cy, Luck: luck,
			Flow: flow * level * OffBy(flowDays, r) * d.Nectar(),
		})
	}
	for i := range lead {
		live(i)
		k.keep(season.DayOf(begin+day.Day(i), season.North), i, r)
	}
	t.Excluder, t.Supers = k.Stack.ExcluderAbove > 0, k.Stack.Supers() > 0
	t.Depth = depthOn(ws[lead].MeanC(), r)
	l := k.Look(t.Depth, combwise.UsualEye, r)
	if t.Depth == look.BySeams {
		l.Weight = look.Weight{How: look.OnScale, Kg: k.GrossKg() + r.NormFloat64()/2}
	}
	e, err := look.Read(l, bare(k.Stack), look.Context{Season: t.Site.On(t.On)})
	if err != nil {
		panic(err) // the lab's own keeper entered what cannot be
	}
	t.Estimate = e
	t.Treated = treatment(season.DayOf(t.On, season.North))
	t.count(k.MitesPer100(), r)
	t.note(0, k.Holds(), k.MitesPer100())
	for i := range Horizon {
		x := live(lead + i)
		t.note(i+1, k.Holds(), k.MitesPer100())
		t.ends(i, x)
		t.Swarmed = t.Swarmed || x.Swarmed
	}
}

// note writes what a colony holds.
func (t *Truth) note(day int, h combwise.Holds, mites float64) {
	capped := 0.0
	if h.SuperKg > 0 {
		capped = h.CappedKg / h.SuperKg
	}
	for q, v := range map[forecast.Quantity]float64{
		forecast.OfStores: h.StoresKg(), forecast.OfNestStores: h.NestKg, forecast.OfSuperStores: h.SuperKg,
		forecast.OfCapped: capped, forecast.OfEggs: h.Eggs, forecast.OfLarvae: h.Larvae, forecast.OfSealed: h.Sealed,
		forecast.OfBrood: h.Brood(), forecast.OfBees: h.Bees, forecast.OfFree: h.NestFree, forecast.OfSuperFree: h.SuperFree,
		forecast.OfRoom: h.RoomKg, forecast.OfCrowding: h.Cover, forecast.OfPollen: h.Pollen,
		forecast.OfMites: mites,
	} {
		t.At[q][day] = v
	}
}

// ends notes which runways ended on a day, by the same words as the forecast's: food under
// the reserve or not to be had, laying a fifth under what she would with room, room for less
// than two and a half good days.
func (t *Truth) ends(day int, x combwise.Came) {
	const held, fewEggs, margin, noFlowKg = 0.8, 150, 2.5, 0.2
	end := func(r int, is bool) {
		if is && t.Ends[r] > float64(day+1) {
			t.Ends[r] = float64(day) + 0.5
			if day == 0 {
				t.Ends[r] = 0
			}
		}
	}
	end(forecast.Food, x.StoresKg < t.Reserve || x.Hungry)
	end(forecast.Lay, x.Laid < held*x.Wanted && x.Wanted > fewEggs)
	end(forecast.Store, x.GoodDayKg > noFlowKg && x.RoomKg < margin*x.GoodDayKg)
}

// kept is a colony of the second simulator with its keeper.
type kept struct {
	*combwise.Colony
	boxes int
}

func newKept(begin day.Day, hard bool, r *rand.Rand) *kept {
	off := func(sd float64) float64 { return math.Exp(sd * r.NormFloat64()) }
	traits := combwise.Usual
	traits.Eggs *= off(queenDiffers)
	traits.Intake *= OffBy(intakeDiffers, r)
	traits.Eating *= off(eatingDiffers)
	traits.Death *= off(deathDiffers)
	if hard {
		traits.Eating *= OffBy(0.15, r)
		traits.Death *= OffBy(0.2, r)
		traits.Urge *= OffBy(0.5, r)
	}
	deep := hive.Formats[0]
	var st hive.Stack
	boxes := 1 + r.IntN(2)
	share := (0.25 + 0.3*r.Float64()) // of all comb that is honey
	for k := range boxes {
		b := hive.NewBox(fmt.Sprint("n", k), deep, deep.Slots, hive.Make{Drawn: true})
		for i := range b.Frames {
			side := math.Abs(float64(i)-4.5) / 4.5
			var s comb.Shares
			s[comb.Honey] = min(1, 2*share*side)
			s[comb.Pollen] = 0.03
			s[comb.Empty] = max(0, 1-s[comb.Honey]-s[comb.Pollen])
			b.Frames[i].A, b.Frames[i].B = s, s
		}
		st.Boxes = append(st.Boxes, b)
	}
	if r.IntN(3) > 0 {
		st.ExcluderAbove = boxes
	}
	k := &kept{combwise.New("c", begin, st, 9000+8000*r.Float64(), traits), 0}
	k.Infest(100 * mitesInSpring * off(mitesDiffer))
	return k
}

// do does an act that is known to fit.
func (k *kept) do(a moves.Act) {
	if err := combwise.Do(a, k.Colony); err != nil {
		panic(err) // the lab's own keeper did what cannot be
	}
}

// keep does what a keeper does on such a day, mostly in time.
func (k *kept) keep(seasonDay, since int, r *rand.Rand) {
	switch {
	case seasonDay == cropOff:
		for i := len(k.Stack.Boxes) - 1; i >= 0; i-- {
			if k.Stack.Boxes[i].Super {
				k.do(&moves.BoxOff{Box: k.Stack.Boxes[i].ID})
			}
		}
		if k.Stack.ExcluderAbove > 0 {
			none := 0
			k.do(&moves.Arranged{ExcluderAbove: &none})
		}
	case seasonDay == treatedOn:
		k.do(&moves.Treatment{What: "strips", Class: "amidine"})
	case seasonDay == fedOn:
		if lacks := wintersOn*(0.8+0.4*r.Float64()) - k.Holds().StoresKg(); lacks > 0 {
			k.do(&moves.Feed{What: "2:1 syrup", Kg: lacks * 0.87, StoresKg: lacks})
		}
	case seasonDay < supersUntil && since%everyDays == everyDays-1:
		k.super(r)
	}
}

// super puts one on where a keeper would.
func (k *kept) super(r *rand.Rand) {
	h := k.Holds()
	supers := k.Stack.Supers()
	wants := supers == 0 && h.NestFree < 0.45*h.NestDrawn && h.Bees > 12000 ||
		supers > 0 && h.SuperFree < 0.5*h.SuperDrawn
	if !wants || supers >= 4 || r.IntN(4) == 0 {
		return
	}
	k.boxes++
	medium := hive.Formats[2]
	id := fmt.Sprint("s", k.boxes)
	var frames []string
	for i := range medium.Slots {
		frames = append(frames, fmt.Sprintf("%s-%d", id, i))
	}
	box := moves.BoxOf(medium, id, frames, hive.Make{Super: true, Drawn: r.IntN(4) > 0})
	k.do(&moves.BoxOn{Box: box, At: len(k.Stack.Boxes)})
}

// bare is a stack of which only is known what is drawn, and how far.
func bare(st hive.Stack) hive.Stack {
	st = st.Clone()
	for i := range st.Boxes {
		for k := range st.Boxes[i].Frames {
			f := &st.Boxes[i].Frames[k]
			s := comb.Shares{comb.Foundation: f.A[comb.Foundation]}
			s[comb.Empty] = 1 - s[comb.Foundation]
			f.A, f.B = s, s
		}
	}
	return st
}
