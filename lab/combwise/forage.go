package combwise

import (
	"math"

	"kembo/core/brood"
)

// Of flight. Source: few fly under 10 to 12 °C (Burrill and Dietz 1981; Vicens and Bosch
// 2000, from memory); the course of a day's warmth as a sine is common practice.
const (
	fliesFromC = 11.5
	rainHalves = 3   // mm of rain that halve the hours
	dawnAndEve = 2.5 // hours of daylight at each end in which few fly
)

// flightHours is how long it is warm and dry enough to fly: the day's warmth is followed
// through its light as a sine from its lowest at dawn to its highest in the afternoon.
func flightHours(d Day) float64 {
	w := d.Weather
	if w.MaxC <= fliesFromC {
		return 0
	}
	long := max(0, d.DaylightH-2*dawnAndEve)
	warm := 1.0
	if w.MinC < fliesFromC {
		at := (w.MaxC + w.MinC - 2*fliesFromC) / (w.MaxC - w.MinC) // 1: all day; -1: never
		warm = 1 - math.Acos(min(max(at, -1), 1))/math.Pi
		warm = min(1, 1.35*warm) // the light part of a day is its warm part
	}
	return long * warm * rainHalves / (rainHalves + w.RainMM)
}

// Of a trip for nectar. Sources: loads and times after Winston 1987 and Seeley 1995, from
// memory: 35 mg of nectar with two fifths of sugar, three quarters of an hour in a good
// flow; patches and what makes bees go out are guesses.
const (
	loadMg     = 20.0 // of honey that a load becomes
	wayMinutes = 20.0 // there, back and unloading
	fillsIn    = 13.0 // minutes to fill a crop in a flow of 1
	halfGoAt   = 0.22 // flow at which half of those go who would
	pollenMost = 0.5  // share of the foragers for pollen at most
	pollenMin  = 0.08
	pairCells  = 0.1 // cells that a pair of loads fills
	pairIn     = 35  // minutes for it where there is plenty
	larvaEats  = 0.15
	pollenDays = 8 // that are kept
	pollenLow  = 1200
	fedFades   = 0.2 // a day: how soon nurses feel what pollen there is
	ownBody    = 0.35
	upIn       = 0.4 // a day: of what is left, how much of a box bees go up into
)

// going is the share of the foragers that a flow draws out.
func going(flow float64) float64 { return flow / (flow + halfGoAt) * (1 + halfGoAt) }

// hoursOut is how long a forager is on the wing.
func (c *Colony) hoursOut(d Day) float64 {
	idle := 0.25 // they look about, and fetch water
	return flightHours(d) * min(1, max(idle, going(d.Flow), d.Pollen*pollenMost))
}

// perHourKg is what one forager in the field for nectar brings in an hour, as honey.
func perHourKg(flow float64) float64 {
	if flow <= 0 {
		return 0
	}
	return loadMg * 1e-6 * 60 / (wayMinutes + fillsIn/flow) * min(1.2, going(flow))
}

// forage fetches nectar and pollen and puts them down.
func (c *Colony) forage(d Day, near []spot, t *Came) {
	larvae := 0.0
	pollen := 0.0
	for _, s := range c.spots {
		larvae += sum(s.brood[brood.EggDays : brood.EggDays+brood.LarvaDays])
		pollen += s.pollen
	}
	eats := larvae * larvaEats
	keeps := pollenDays*eats + pollenLow
	lack := min(max(1-pollen/keeps, 0), 1)
	for_ := pollenMin + (pollenMost-pollenMin)*lack
	hours := flightHours(d)
	in := c.out * for_ * hours * 60 / pairIn * pairCells * d.Pollen * (0.3 + 0.7*lack)
	c.putPollen(in, near)
	c.eatPollen(eats, near)

	hour := c.out * (1 - for_) * perHourKg(d.Flow) * c.Traits.Intake
	const goodHours = 7
	t.GoodDayKg = hour * goodHours
	brings := hour * hours
	rest := c.putNectar(brings, near)
	t.InKg = brings - rest
	c.crops += rest
	c.Books.NectarIn += brings
	c.goUp(brings)
	c.takeFeed(d, near)
	for _, s := range near { // where bees are; reach only says in what order it fills
		in := 1.0
		if s.super {
			in = c.used[c.Stack.Boxes[s.box].ID]
		}
		t.RoomKg += in * s.free() * s.perCell / thin
	}
	const keepsFor = 4 // days of laying for which the queen's cells are no room to store
	t.RoomKg = max(0, t.RoomKg-keepsFor*c.queen*d.Year.share(float64(d.SeasonDay))*near[0].perCell/thin)
}

// reach is how readily nectar is put on a comb: 1 beside the nest, less further off, and in
// boxes above only as far as bees have gone up into them.
func (c *Colony) reach(s spot) float64 {
	r := math.Exp(-c.from(s) / 9)
	if s.super {
		r *= c.used[c.Stack.Boxes[s.box].ID]
		if s.barred {
			r *= 0.8
		}
	}
	return r
}

// putNectar puts kg on the combs and returns what found no cell.
func (c *Colony) putNectar(kg float64, near []spot) float64 {
	for range 3 {
		if kg < 1e-9 {
			return 0
		}
		all := 0.0
		for _, s := range near {
			all += c.reach(s) * s.free()
		}
		if all < 1 {
			break
		}
		put := 0.0
		for _, s := range near {
			f := s.free()
			n := min(kg*c.reach(s)*f/all, f*s.perCell/thin)
			s.nectar += n
			put += n
		}
		kg -= put
	}
	return max(0, kg)
}

// goUp lets bees go up into boxes above the nest that have none yet: the more of them
// there are for the comb below, and the more comes in.
func (c *Colony) goUp(inKg float64) {
	below, bees := 0.0, c.Bees()
	for _, b := range c.Stack.Boxes {
		room := float64(len(b.Frames)) * b.Format.Frame.BeesAtFullCover()
		if b.Super {
			press := min(1, bees/max(1, below+0.3*room))
			drawn, all := 0.0, 1e-9
			for _, f := range b.Frames {
				drawn, all = drawn+c.frames[f.ID].drawn, all+c.frames[f.ID].cells
			}
			press *= 0.4 + 0.6*drawn/all // foundation is gone up to late
			u := c.used[b.ID]
			c.used[b.ID] = u + (1-u)*upIn*press*press*min(1, inKg/0.6)
		}
		below += room
	}
}

func (c *Colony) putPollen(cells float64, near []spot) {
	left := cells
	for _, s := range near {
		if left <= 0 {
			break
		}
		if s.barred || s.super {
			continue
		}
		n := min(left, 0.4*s.free(), max(0, 0.3*s.drawn-s.pollen))
		s.pollen += n
		left -= n
	}
	c.Books.PollenIn += cells - left
}

// eatPollen feeds the larvae; what they got in the last days says how well the nurses rear.
func (c *Colony) eatPollen(cells float64, near []spot) {
	got := 0.0
	for _, s := range near {
		n := min(cells-got, s.pollen)
		s.pollen -= n
		got += n
	}
	c.Books.PollenEaten += got
	well := 1.0
	if cells > 0 {
		well = got / cells
	}
	c.fed += fedFades * (ownBody + (1-ownBody)*well - c.fed)
	if well < 1-ownBody { // the youngest are eaten
		for _, s := range c.spots {
			for a := brood.EggDays; a < brood.EggDays+3; a++ {
				lost := s.brood[a] * 0.3 * (1 - ownBody - well)
				s.brood[a] -= lost
				c.Books.Died += lost
			}
		}
	}
}
