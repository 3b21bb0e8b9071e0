package combwise

// Of stores. Sources: 142 mg of honey a worker reared, Rosov 1944; 8.4 kg of honey for a kg
// of wax, 77,000 cells a kg, Whitcomb 1946; 11 mg a bee and day in summer and some 0.75 kg
// a month for a winter cluster, common practice; all from memory. The rest are guesses.
const (
	houseEats  = 6.5  // mg honey a day
	outEats    = 12.0 // on a day on the wing
	larvaFood  = 24.0
	rests      = 1.55 // in a cluster of ten thousand at 5 °C
	coldEats   = 0.055
	mildEats   = 0.06
	warmsBrood = 0.7 // mg a cell and °C under 14

	clusterC  = 9 // mean of a day under which they hang together
	tightC    = 0
	feedADay  = 1.6 // kg of honey's worth that a strong colony takes down in a day
	feedFromC = 6

	waxMg       = 109 // honey a cell
	buildCells  = 0.22
	buildAges   = 4.0 // body age from which on they build, and to which
	buildTo     = 26.0
	upKgADay    = 0.5
	leavesBelow = 2.0 // kg in the nest that stay there
)

// eat takes the day's food, in the cold only from what the cluster touches.
func (c *Colony) eat(d Day, near []spot, t *Came) {
	bees, house := c.Bees(), c.houseBees()
	if bees <= 0 {
		return
	}
	mean := d.Weather.MeanC()
	larvae, cells := 0.0, 0.0
	for _, s := range c.spots {
		larvae += sum(s.brood[3:9])
		cells += s.nest()
	}
	mg := house*houseEats + c.out*houseEats + c.drones*outEats
	if flies := c.hoursOut(d); flies > 0 {
		mg += c.out * (outEats - houseEats) * min(1, flies/5)
	}
	clustered := mean < clusterC && flightHours(d) < 1
	if clustered {
		small := 1.0
		if bees > 0 {
			small = cubeRoot(10000 / bees)
		}
		mg = bees*rests*small*(1+coldEats*max(0, 5-mean)+mildEats*max(0, mean-5)) + c.drones*outEats
	}
	mg += larvae * larvaFood
	mg += cells * warmsBrood * max(0, 14-mean)
	need := mg * 1e-6 * c.Traits.Eating
	got := c.takeFrom(near, need, clustered && mean < tightC, bees)
	c.Books.Eaten += got
	t.EatenKg = got
	if got < 0.999*need {
		t.Hungry = true
		c.starve(1 - got/need)
	}
}

func cubeRoot(x float64) float64 {
	// Newton's, from a near guess; bees are between a hundred and a hundred thousand.
	y := 1.0
	for range 8 {
		y -= (y*y*y - x) / (3 * y * y)
	}
	return min(max(y, 0.5), 3)
}

// takeFrom eats kg, what is thin first; a tight cluster only from the combs it covers and
// one further, and not through an excluder.
func (c *Colony) takeFrom(near []spot, kg float64, tight bool, bees float64) float64 {
	got := 0.0
	take := func(of *float64) {
		n := min(*of, kg-got)
		*of -= n
		got += n
	}
	covered := bees * 1.4
	for pass := range 3 {
		left := covered
		for _, s := range near {
			if tight {
				if left <= 0 {
					break
				}
				if s.barred {
					continue
				}
				left -= s.cells * beesPerCell
			}
			switch pass {
			case 0:
				take(&s.nectar)
			case 1:
				take(&s.open)
			case 2:
				take(&s.capped)
			}
		}
	}
	return got
}

// starve lets brood and then bees die.
func (c *Colony) starve(unfed float64) {
	for _, s := range c.spots {
		for a := 3; a < 9; a++ {
			lost := s.brood[a] * 0.4 * unfed
			s.brood[a] -= lost
			c.Books.Died += lost
		}
	}
	dies := 0.3 * unfed
	for i := range c.house {
		c.Books.BeesDied += c.house[i].n * dies
		c.house[i].n *= 1 - dies
	}
	c.Books.BeesDied += c.out * dies
	c.out *= 1 - dies
}

// takeFeed carries down what is in the feeder.
func (c *Colony) takeFeed(d Day, near []spot) {
	if c.feeder <= 0 || d.Weather.MeanC() < feedFromC {
		return
	}
	n := min(c.feeder, feedADay*min(1, c.Bees()/20000))
	rest := c.putNectar(n, near)
	c.feeder -= n
	c.crops += rest
	c.Books.FedIn += n
}

// ripen dries nectar and caps combs: a comb that is near full at once, others when nothing
// comes in any more.
func (c *Colony) ripen(d Day) {
	dries, caps := 0.3, 0.35
	if d.Weather.MeanC() < 11 {
		dries, caps = 0.12, 0.02
	}
	for _, s := range c.spots {
		n := s.nectar * dries
		s.nectar -= n
		s.open += n
		room := max(1, s.drawn-s.nest()-s.pollen)
		full := (s.open + s.capped) / s.perCell / room
		share := caps * min(1, max(0, full-0.35)/0.4)
		if d.Flow < 0.05 {
			share = max(share, 0.1)
		}
		n = s.open * min(1, share)
		s.open -= n
		s.capped += n
	}
}

// carryUp clears the nest of honey where the queen wants room and there is some above.
func (c *Colony) carryUp(d Day, near []spot, t *Came) {
	if flightHours(d) < 1 || t.Laid > 0.95*t.Wanted {
		return
	}
	below, room := 0.0, 0.0
	for _, s := range near {
		if s.super {
			room += c.reach(s) * s.free() * s.perCell
		} else {
			below += s.stores()
		}
	}
	n := min(upKgADay*min(1, c.houseBees()/15000), max(0, below-leavesBelow), room)
	if n <= 0 {
		return
	}
	up := n
	for _, s := range near { // from beside the brood first
		if s.super || up <= 0 {
			continue
		}
		for _, of := range [...]*float64{&s.nectar, &s.open, &s.capped} {
			k := min(*of, up)
			*of -= k
			up -= k
		}
	}
	put := n - up
	for range 3 {
		all := 0.0
		for _, s := range near {
			if s.super {
				all += c.reach(s) * s.free()
			}
		}
		if all < 1 || put < 1e-9 {
			break
		}
		was := put
		for _, s := range near {
			if s.super {
				k := min(was*c.reach(s)*s.free()/all, s.free()*s.perCell, put)
				s.open += k
				put -= k
			}
		}
	}
	if put > 0 { // it goes back where it was
		near[0].open += put
	}
}

// build draws foundation: from what found no cell, and, where comb is short, from stores.
func (c *Colony) build(d Day, near []spot) {
	if d.Weather.MaxC < 13 {
		return
	}
	free, undrawn := 0.0, 0.0
	for _, s := range near {
		free += c.reach(s) * s.free()
		undrawn += s.cells - s.drawn
	}
	if undrawn < 1 {
		return
	}
	builders := 0.0
	for _, h := range c.house {
		if h.age >= buildAges && h.age <= buildTo {
			builders += h.n
		}
	}
	const cost = waxMg * 1e-6
	wants := min(builders*buildCells, undrawn)
	fromCrops := min(wants, c.crops/cost)
	short := max(0, 9000-free) / 9000
	spare := max(0, c.stores()-1) * 0.25 / cost
	if c.feeder <= 0 && d.Flow*flightHours(d) < 0.5 {
		spare = 0 // nobody builds on nothing
	}
	fromStores := min((wants-fromCrops)*short, spare)
	left := fromCrops + fromStores
	for _, s := range near {
		may := s.cells - s.drawn
		if s.super {
			may *= max(0.1, c.used[c.Stack.Boxes[s.box].ID])
		}
		k := min(left, may)
		s.drawn += k
		left -= k
	}
	kg := (fromCrops + fromStores - left) * cost
	crops := min(kg, c.crops)
	c.crops -= crops
	c.takeFrom(near, kg-crops, false, c.Bees())
	c.Books.Wax += kg
}
