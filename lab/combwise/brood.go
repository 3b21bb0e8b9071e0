package combwise

import "kembo/core/brood"

// Of brood. Sources: survival 85 % from egg to adult, Fukuda and Sakagami 1968, from
// memory, here lost in equal parts as eggs and young larvae; the rest guesses.
const (
	eggsLost      = 0.08 // of the eggs, as they hatch
	youngLost     = 0.08 // of the larvae of the first day
	nestMost      = 0.78 // share of a comb that is brood at most: its rim is food
	combsADay     = 9    // that she comes to in a day
	findsOf       = 0.75 // of the empty cells of a comb
	coversLeast   = 0.35 // bees on a comb against full cover, for it to be warm enough to lay in
	tendsCold     = 1.1  // brood cells that a bee keeps at 5 °C
	tendsWarm     = 2.4  // and at 20 °C
	helps         = 0.5  // of a house bee that a forager is in keeping brood
	droneOf       = 0.05 // share of the eggs, when there are many bees
	droneFrom     = 9000 // house bees
	droneShare    = 0.4  // share of her most that she lays, from which on drones are reared
	pupaeTend     = 0.6  // how much capped brood counts against open
	hungryBrood   = 1.5  // kg of stores under which they rear less
	smallestPlace = 20   // cells of a comb worth a visit
)

// hatch moves brood on by a day.
func (c *Colony) hatch(Day) {
	for _, s := range c.spots {
		f := s.frame
		last := len(f.brood) - 1
		out := f.brood[last]
		copy(f.brood[1:], f.brood[:last])
		f.brood[0] = 0
		carried := f.mites[last]
		copy(f.mites[1:], f.mites[:last])
		f.mites[0] = 0
		for _, lost := range [...]struct {
			age   int
			share float64
		}{{brood.EggDays, eggsLost}, {brood.EggDays + 1, youngLost}} {
			d := f.brood[lost.age] * lost.share
			f.brood[lost.age] -= d
			c.Books.Died += d
		}
		if out > 0 {
			c.emerge(c.leave(carried, out))
		}
		last = len(f.drone) - 1
		c.drones += f.drone[last]
		copy(f.drone[1:], f.drone[:last])
		f.drone[0] = 0
		c.riding += f.droneMites[last] * leavesDrone
		copy(f.droneMites[1:], f.droneMites[:last])
		f.droneMites[0] = 0
	}
}

// emerge lets workers out of their cells; those of a day are one cohort.
func (c *Colony) emerge(n, sick float64) {
	c.Books.Hatched += n
	if k := len(c.house) - 1; k >= 0 && c.house[k].age == 0 {
		c.house[k].n += n
		c.house[k].sick += sick
		return
	}
	c.house = append(c.house, cohort{n: n, sick: sick})
}

// load is the brood that is tended, the open counted whole.
func (c *Colony) load() (open, all float64) {
	for _, s := range c.spots {
		o := sum(s.brood[:brood.EggDays+brood.LarvaDays])
		open += o
		all += o + pupaeTend*sum(s.brood[brood.EggDays+brood.LarvaDays:])
	}
	return open, all
}

// lay lets the queen walk the combs from the middle of the nest outwards.
func (c *Colony) lay(d Day, near []spot, t *Came) {
	if c.queen <= 0 || c.caged {
		return
	}
	year := d.Year.share(float64(d.SeasonDay))
	want := c.queen * year * c.fed
	house := c.houseBees()
	mean := d.Weather.MeanC()
	tends := tendsCold + (tendsWarm-tendsCold)*min(1, max(0, (mean-5)/15))
	_, tended := c.load()
	want = min(want, max(0, tends*(house+helps*c.out)-tended)/3)
	if kg := c.stores(); kg < hungryBrood {
		want *= kg / hungryBrood
	}
	warm := c.warm(near, mean)
	place := 0.0
	for _, s := range warm {
		place += max(0, nestMost*s.drawn-s.nest())
	}
	want = min(want, place) // what she would lay if all else in it were empty
	t.Wanted = want
	left, visited := want, 0
	for _, s := range warm {
		if left <= 0 || visited == combsADay {
			break
		}
		n := min(left, findsOf*s.free(), nestMost*s.drawn-s.nest())
		if n < smallestPlace {
			continue
		}
		visited++
		drone := 0.0
		if house > droneFrom && year > droneShare {
			drone = droneOf * n
		}
		s.brood[0] += n - drone
		s.drone[0] += drone / droneTakes
		c.Books.Laid += n - drone
		t.Laid += n
		left -= n
	}
}

// warm are the combs that she may lay in and that are covered well enough: bees sit from the
// middle outwards.
func (c *Colony) warm(near []spot, meanC float64) []spot {
	const anyC = 18 // from which on it is warm enough anywhere
	var out []spot
	bees := c.Bees()
	for _, s := range near {
		if s.barred || s.drawn <= 0 {
			continue
		}
		on := min(bees, s.cells*beesPerCell)
		bees -= on
		if on < coversLeast*s.cells*beesPerCell && meanC < anyC {
			break
		}
		out = append(out, s)
	}
	return out
}

// stores is the kg of honey and nectar in all combs.
func (c *Colony) stores() float64 {
	t := 0.0
	for _, s := range c.spots {
		t += s.stores()
	}
	return t
}
