package combwise

import (
	"fmt"

	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/moves"
)

// Do does an act to colonies, the first of which is the one it is noted at. Combs go where
// their frames go, with all that is in them; a frame that comes from none of the colonies is
// as the act has it. The error is the act's own; the colonies are then as they were.
func Do(act moves.Act, here *Colony, others ...*Colony) error {
	all := append([]*Colony{here}, others...)
	was := make([]*Colony, len(all))
	for i, c := range all {
		was[i] = c.Clone()
	}
	for _, step := range moves.Steps(act) {
		if err := doOne(step, all); err != nil {
			for i, c := range all {
				*c = *was[i]
			}
			return err
		}
	}
	return nil
}

// doOne does an act that is not made of others.
func doOne(act moves.Act, all []*Colony) error {
	hives := make([]moves.Hive, len(all))
	for i, c := range all {
		c.paint()
		hives[i] = moves.Hive{Colony: c.ID, Stack: c.Stack}
		if c.queen > 0 || c.caged {
			hives[i].Queen.ID = "queen of " + c.ID
		}
	}
	h := moves.Of(hives[0], hives[1:]...)
	if err := act.Apply(h); err != nil {
		return err
	}
	pool := map[string]*frame{}
	shown := map[string]hive.Frame{}
	for _, c := range all {
		for _, b := range c.Stack.Boxes {
			for _, f := range b.Frames {
				pool[f.ID], shown[f.ID] = c.frames[f.ID], f
			}
		}
	}
	home := map[string]string{}
	for _, c := range all {
		for id := range c.frames {
			home[id] = c.ID
		}
	}
	from, to := "", ""
	if b, ok := act.(moves.Between); ok {
		from, to = b.Hives()
	}
	bees := map[string][]cohort{}
	riders := map[string]float64{}
	fliers := map[string]float64{}
	queens := map[string]float64{}
	for _, c := range all {
		x := h.At(c.ID)
		if x == nil {
			return fmt.Errorf("%s is not among the hives of the act", c.ID)
		}
		c.stackIs(x.Stack, pool, shown, home)
		before := c.riding
		house, out, queen := c.undergo(x.Did)
		bees[c.ID], fliers[c.ID], queens[c.ID], riders[c.ID] = house, out, queen, before-c.riding
	}
	for _, c := range all {
		if c.ID != to || from == "" || from == to {
			continue
		}
		c.house = append(c.house, bees[from]...)
		c.out += fliers[from]
		c.riding += riders[from]
		for _, b := range bees[from] {
			c.Books.BeesCame += b.n
		}
		c.Books.BeesCame += fliers[from]
		if q := queens[from]; q != 0 {
			c.queen, c.next, c.wait, c.caged = max(q, 0), max(-q, 0), 0, false
			if q < 0 {
				c.wait = matesIn
			}
		}
	}
	return nil
}

// matesIn is days until a virgin who came to a hive lays. Source: common practice, one to
// two weeks and some days.
const matesIn = 12

// paint shows on the stack what the combs hold, both faces alike, so that acts that look at
// it see what is there.
func (c *Colony) paint() {
	for i := range c.Stack.Boxes {
		b := &c.Stack.Boxes[i]
		for k := range b.Frames {
			s := c.frames[b.Frames[k].ID].shares()
			b.Frames[k].A, b.Frames[k].B = s, s
		}
	}
}

// shares returns what a face of the frame shows.
func (f *frame) shares() comb.Shares {
	var s comb.Shares
	n := max(1, f.cells)
	s[comb.Eggs] = sum(f.brood[:3]) / n
	s[comb.Larvae] = sum(f.brood[3:9]) / n
	s[comb.Brood] = sum(f.brood[9:]) / n
	s[comb.Drone] = droneTakes * sum(f.drone[:]) / n
	s[comb.Pollen] = f.pollen / n
	s[comb.Honey] = f.capped / f.perCell / n
	s[comb.Nectar] = (f.open/f.perCell + thin*f.nectar/f.perCell) / n
	s[comb.Foundation] = (f.cells - f.drawn) / n
	s[comb.Empty] = max(0, 1-s.Known())
	return s
}

// stackIs gives a colony the stack that an act left it. pool is the frames of all, shown
// what they showed before, home whose each was.
func (c *Colony) stackIs(st hive.Stack, pool map[string]*frame, shown map[string]hive.Frame, home map[string]string) {
	frames := map[string]*frame{}
	for _, b := range st.Boxes {
		for _, f := range b.Frames {
			had, known := pool[f.ID]
			switch {
			case !known:
				frames[f.ID] = frameOf(f, b)
				c.brings(frames[f.ID], 1)
			case !moves.SameBut(f, shown[f.ID]): // it is not the comb it was
				c.brings(had, -1)
				frames[f.ID] = frameOf(f, b)
				c.brings(frames[f.ID], 1)
			default:
				frames[f.ID] = had
				if home[f.ID] != c.ID {
					c.brings(had, 1)
				}
			}
		}
	}
	for id, f := range c.frames {
		if _, stays := frames[id]; !stays {
			c.brings(f, -1)
		}
	}
	used := map[string]float64{}
	for _, b := range st.Boxes {
		used[b.ID] = c.used[b.ID]
		if c.Stack.BoxAt(b.ID) < 0 && b.Super {
			for _, f := range b.Frames { // bees are on combs that hold something
				used[b.ID] = max(
					used[b.ID],
					min(1, 4*frames[f.ID].stores()/max(1e-9, frames[f.ID].cells*frames[f.ID].perCell)),
				)
			}
		}
	}
	c.Stack, c.frames, c.used = st.Clone(), frames, used
	c.place()
}

// brings books a frame that came or, with -1, went.
func (c *Colony) brings(f *frame, sign float64) {
	kg, worker, pollen := f.stores(), f.worker(), f.pollen
	if sign > 0 {
		c.Books.Brought += kg
		c.Books.BroodBrought += worker
		c.Books.PollenBrought += pollen
		return
	}
	c.Books.Taken += kg
	c.Books.BroodTaken += worker
	c.Books.PollenTaken += pollen
}

// Of queens that are reared. Source: the calendar is Winston's (1987, from memory): from a
// young larva out in 11 to 13 days and laying 8 to 14 later; from cells capped as the swarm
// leaves, 17 to 22.
const (
	emergencyIn = 23
	afterSwarm  = 20
	swarmTakes  = 0.7 // of the bees, with a prime swarm
	cropKg      = 4e-5
)

// What an effect says of a cage: a setting of the forecast, which is not imported here.
const cageOn, cageOff = 1, 2

// undergo is what befell a colony beside its combs. It returns the bees that went and the
// queen: what she lays, below 0 for one who is to, 0 for none.
func (c *Colony) undergo(d moves.Effect) (house []cohort, out, queen float64) {
	c.feeder += d.FeedKg
	share := d.BeesOut
	if d.Emptied {
		share = 1
		for _, s := range c.spots {
			c.Books.BroodTaken += s.worker()
			s.brood, s.drone = [len(s.brood)]float64{}, [len(s.drone)]float64{}
			s.mites, s.droneMites = [len(s.mites)]float64{}, [len(s.droneMites)]float64{}
		}
		c.queen, c.next, c.wait = 0, 0, 0
	}
	if share > 0 {
		flying := min(1, share)
		if d.FlyBack && share < nearlyAll && !d.Emptied {
			flying *= staysAway
		}
		house, out = c.part(min(1, share), flying)
	}
	if d.FliersOut > 0 {
		_, gone := c.part(0, d.FliersOut)
		out += gone
	}
	if d.DroneOut > 0 {
		for _, s := range c.spots {
			for i := range s.drone {
				s.drone[i] *= 1 - d.DroneOut
				s.droneMites[i] *= 1 - d.DroneOut
			}
		}
	}
	if d.Treated != nil && d.Against.Days > 0 {
		c.against = cure{d.Against, float64(d.Against.Days)}
	}
	if d.Swarmed {
		c.swarms()
	}
	if d.QueenLost {
		c.orphaned()
	}
	if d.QueenOut {
		switch {
		case c.queen > 0:
			queen = c.queen
			c.orphaned()
		case c.next > 0:
			queen = -c.next
			c.next, c.wait = 0, 0
		}
	}
	if q := d.QueenIn; q != nil {
		c.queen, c.next, c.wait = q.Peak, q.Coming, q.LaysIn
	}
	if d.LaysIn > 0 {
		c.next, c.wait, c.queen = max(c.queen, c.next, 0.6*c.Traits.Eggs), d.LaysIn, 0
	}
	switch d.Caged {
	case cageOn:
		c.caged = true
	case cageOff:
		c.caged = false
	}
	return house, out, queen
}

// staysAway is the share of foragers that do not fly back to the hive that they were carried
// from; nearlyAll of the bees moved leave none to fly back to. Source: common practice; a guess.
const staysAway, nearlyAll = 0.1, 0.99

// part takes a share of the house bees out, and of those that fly.
func (c *Colony) part(share, flying float64) (house []cohort, out float64) {
	all := c.Bees()
	defer func() {
		if all > 0 {
			c.riding *= c.Bees() / all
		}
	}()
	for i := range c.house {
		n, sick := c.house[i].n*share, c.house[i].sick*share
		house = append(house, cohort{n, c.house[i].age, sick})
		c.house[i].n -= n
		c.house[i].sick -= sick
		c.Books.BeesLeft += n
	}
	out = c.out * flying
	c.out -= out
	c.Books.BeesLeft += out
	return house, out
}

// orphaned takes the queen; from a young larva they rear another.
func (c *Colony) orphaned() {
	young := 0.0
	for _, s := range c.spots {
		young += sum(s.brood[:5])
	}
	if c.queen > 0 && young > 100 {
		c.next, c.wait, c.rears, c.swarmed = c.Traits.Eggs, emergencyIn, true, false
	}
	c.queen = 0
}
