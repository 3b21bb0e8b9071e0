package look

import (
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/season"
)

// carry moves the boxes that were not looked into on to what a forecast says
// of them today. The forecast knows the nest and the supers as wholes; a box's
// part is what it held of them before, and growth goes where there is room.
func carry(st *hive.Stack, c *colony.Expected, looked []bool) {
	for _, super := range []bool{false, true} {
		var boxes []int
		var before Totals
		var kg, nectar, room float64
		for i, b := range st.Boxes {
			if b.Super != super {
				continue
			}
			boxes = append(boxes, i)
			cells := b.Format.Frame.WorkerCells()
			for k, v := range totalsOf(b) {
				before[k] += v * cells
			}
			k, n := storesOf(b)
			kg, nectar, room = kg+k, nectar+n, room+roomKg(b)
		}
		for _, i := range boxes {
			if looked[i] {
				continue
			}
			b := &st.Boxes[i]
			become(b, carriedTotals(*b, c, before, kg, nectar, room))
		}
	}
}

// droneToWorker is the worker cells that a drone cell takes the place of.
const droneToWorker = comb.WorkerCellsPerDm2 / comb.DroneCellsPerDm2

// carriedTotals returns what a box holds by now, given what all boxes of its
// kind held before, in cells and kg.
func carriedTotals(b hive.Box, c *colony.Expected, before Totals, kg, nectar, room float64) Totals {
	t := totalsOf(b)
	cells := b.Format.Frame.WorkerCells()
	nowKg, nowNectar, undrawn := c.NestStores.Likely, c.NestNectar, c.NestUndrawn
	if b.Super {
		nowKg, nowNectar, undrawn = c.SuperStores.Likely, c.SuperNectar, c.SuperUndrawn
	}
	if !b.Super {
		worker := before[comb.Eggs] + before[comb.Larvae] + before[comb.Brood]
		for _, v := range []struct {
			content comb.Content
			now     float64
		}{
			{comb.Eggs, c.Eggs.Likely}, {comb.Larvae, c.Larvae.Likely}, {comb.Brood, c.Capped.Likely},
			{comb.Drone, c.Drone.Likely * droneToWorker}, {comb.Pollen, c.Pollen.Likely},
		} {
			switch {
			case before[v.content] > 0:
				t[v.content] *= v.now / before[v.content]
			case worker > 0: // a stage that was missing appears where the nest is
				t[v.content] = v.now / cells * (t[comb.Eggs] + t[comb.Larvae] + t[comb.Brood]) * cells / worker
			default:
				t[v.content] = v.now / cells * measure.Share(cells*t[comb.Empty], before[comb.Empty])
			}
		}
	}
	if before[comb.Foundation] > 0 {
		t[comb.Foundation] *= min(1, undrawn/before[comb.Foundation])
	}
	own, ownNectar := storesOf(b)
	part := own
	if nowKg <= kg && kg > 0 {
		part = own * nowKg / kg
	} else if room > 0 {
		part = own + (nowKg-kg)*roomKg(b)/room
	}
	open := ownNectar
	if kg > 0 && nowKg > 0 {
		open = part * nowNectar / nowKg
	} else if nowKg > 0 {
		open = part * min(1, nowNectar/nowKg)
	}
	return withStores(t, b, part, open)
}

// usual lays into a nest box that nobody has ever looked into what a colony of
// so many bees usually has on a day of the season.
func usual(b *hive.Box, bees float64, seasonDay int) {
	t := totalsOf(*b)
	cells := b.Format.Frame.WorkerCells()
	drawn := max(0, 2*float64(len(b.Frames))-t[comb.Foundation])
	brood := min(usualBroodMost*drawn, bees*season.BroodPerBee.On(float64(seasonDay))/cells)
	eggs, larvae, capped := Stages(colony.QueenEvidence{}, seasonDay)
	t[comb.Eggs], t[comb.Larvae], t[comb.Brood] = brood*eggs, brood*larvae, brood*capped
	t[comb.Pollen] = usualPollen * drawn
	t[comb.Honey], t[comb.Nectar] = usualStores*drawn, 0
	t[comb.Empty] = max(0, drawn-brood-t[comb.Pollen]-t[comb.Honey])
	Arrange(b, t)
}

// What a nest usually holds, as shares of its drawn comb, and the share of the
// nest's room for bees that they usually fill, where nobody has looked.
// Source: none; guesses, BroodAssumed and StoresAssumed stand for the doubt.
const (
	usualStores    = 0.25
	usualPollen    = 0.04
	usualBroodMost = 0.6
	usualCover     = 0.6
)
