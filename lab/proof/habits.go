package proof

import (
	"slices"

	"kembo/core/look"
	"kembo/core/season"
	"kembo/lab/combwise"
)

// Keepers who go by a habit. What they know is what they see on the day.

// round comes every fortnight of the season and looks at every comb: one super when eight of ten frames of the top
// box are in use, all cells down that are found, the crop off on a day, feed in autumn to a set weight. In winter
// they come once, with fondant for what is light.
type round struct{ last int }

// Habits of the fixed round, in days of the bees' year. Source: common practice.
const (
	roundFrom, roundTo, roundEvery = 80, 290, 14
	lateWinterOn                   = 40
	cropOffFrom                    = 215
	fedFrom                        = 236
	inUse                          = 0.8
)

func (k *round) Comes(y *Yard) bool {
	on, since := y.World.Site.On(y.Today).Bees, int(y.Today-y.World.From)
	if on >= roundFrom && on <= roundTo {
		if since-k.last >= roundEvery {
			k.last = since
			return true
		}
		return false
	}
	return on == lateWinterOn
}

func (k *round) Visit(y *Yard) error {
	on := y.World.Site.On(y.Today).Bees
	for _, h := range y.Living() {
		if on == lateWinterOn {
			if err := y.fondant(h); err != nil {
				return err
			}
			continue
		}
		l := h.see(y.World, y.Today, look.ByBox, combwise.UsualEye)
		y.tear(h, l)
		if err := k.boxes(y, h, l, on); err != nil {
			return err
		}
	}
	return nil
}

func (k *round) boxes(y *Yard, h *Hive, l *look.Look, on int) error {
	switch {
	case on >= cropOffFrom && len(h.supersOn()) > 0:
		return y.cropOff(h)
	case on >= fedFrom:
		return y.feedTo(h, y.winterKg())
	case on < cropOffFrom-roundEvery && topInUse(h, l) >= inUse && len(h.supersOn()) < mostSupers:
		return y.superOn(h, 1)
	case nestKg(h, l) < lightKg && len(h.supersOn()) == 0:
		return y.syrup(h, lightFeedKg)
	}
	return nil
}

// letAlone puts all supers on as the flow begins and takes them off after it.
type letAlone struct{}

// Visits of who lets them alone: a look in spring, supers, crop, feed, fondant. Source: common practice.
var aloneOn = []int{95, aloneSupers, aloneCrop, aloneFeed, lateWinterOn}

const aloneSupers, aloneCrop, aloneFeed, aloneMost = 112, 222, 248, 3

func (k *letAlone) Comes(y *Yard) bool {
	return slices.Contains(aloneOn, y.World.Site.On(y.Today).Bees)
}

func (k *letAlone) Visit(y *Yard) error {
	for _, h := range y.Living() {
		var err error
		switch y.World.Site.On(y.Today).Bees {
		case aloneSupers:
			h.see(y.World, y.Today, look.BySeams, combwise.UsualEye)
			err = y.superOn(h, aloneMost)
		case aloneCrop:
			err = y.cropOff(h)
		case aloneFeed:
			err = y.feedTo(h, y.winterKg())
		case lateWinterOn:
			err = y.fondant(h)
		default:
			if l := h.see(y.World, y.Today, look.ByBox, combwise.UsualEye); nestKg(h, l) < lightKg {
				err = y.syrup(h, lightFeedKg)
			}
		}
		if err != nil {
			return err
		}
	}
	return nil
}

// practised is a good practitioner: every comb checked each eighth day while they swarm, a nuc with the old queen
// where cells are found, two supers ahead, monthly else, the crop off when it is capped, fed from August, queens
// given, the weak united, hefted in winter.
type practised struct{ last int }

const checkEvery, monthly = 8, 30

func (k *practised) Comes(y *Yard) bool {
	m, since := y.World.Site.On(y.Today), int(y.Today-y.World.From)
	every := monthly
	if season.CellChecks.Has(m) {
		every = checkEvery
	}
	if since-k.last < every {
		return false
	}
	k.last = since
	return true
}

// Of what a good practitioner does. Source: common practice.
const (
	weakBees, weakFrom, weakTo = 4000.0, 225, 285
	strongBees                 = 12_000.0
	looksFrom                  = 85
	boundShare                 = 0.08 // of the nest's cells free
	endOfFlow                  = 0.12 // flow of the calendar
	soon                       = 18   // days
	mostSupers                 = 5
	lightKg, lightFeedKg       = 5.0, 3.0
	nucFrames                  = 3
	raisesIn                   = 21 // days after which eggs are due of a queen that the bees raise
)

func (k *practised) Visit(y *Yard) error {
	m := y.World.Site.On(y.Today)
	on := m.Bees
	d, _ := y.World.dayOn(y.Today)
	for _, h := range y.Living() {
		if on < looksFrom || on > roundTo || d.Weather.MaxC < 12 {
			if err := k.winter(y, h, on); err != nil {
				return err
			}
			continue
		}
		l := h.see(y.World, y.Today, look.ByBox, combwise.UsualEye)
		if err := k.brood(y, h, l, on); err != nil {
			return err
		}
		if h.ended {
			continue
		}
		if err := k.stores(y, h, l, on); err != nil {
			return err
		}
	}
	return nil
}

// winter is what is done from outside.
func (k *practised) winter(y *Yard, h *Hive, on int) error {
	if on >= fedFrom && on <= roundTo+monthly {
		return y.feedTo(h, y.winterKg())
	}
	return y.fondant(h)
}

func (k *practised) brood(y *Yard, h *Hive, l *look.Look, on int) error {
	q := l.Queen
	switch {
	case q.ChargedCells+q.CappedCells > 0 && (q.Eggs || q.Seen):
		return y.nuc(h, nucFrames)
	case on >= weakFrom && on <= weakTo && beesSeen(h, l) < weakBees:
		return y.unite(h, nil)
	case !q.Eggs && !q.Larvae && q.ChargedCells+q.CappedCells == 0 && on > 105 && on < weakTo-20 && y.waited(h):
		return y.give(h)
	}
	return nil
}

func (k *practised) stores(y *Yard, h *Hive, l *look.Look, on int) error {
	flow, coming := y.flowIn(0), y.flowIn(soon)
	supers := h.supersOn()
	switch {
	case on >= cropOffFrom && len(supers) > 0 && flow < endOfFlow+0.1:
		return y.cropOff(h)
	case on >= fedFrom-14 && len(supers) == 0:
		return y.feedTo(h, y.winterKg())
	case max(flow, coming) > endOfFlow+0.05 && on < cropOffFrom-14 && beesSeen(h, l) > 9000:
		if free := freeSupers(h, l); free < 2 && len(supers) < mostSupers {
			return y.superOn(h, 2-free)
		}
	case nestKg(h, l) < lightKg && len(supers) == 0:
		return y.syrup(h, lightFeedKg)
	}
	return nil
}

// flowIn is what the calendar has in so many days, as an intensity.
func (y *Yard) flowIn(days int) float64 {
	f, _ := season.Intensity(y.World.Site.Bloom, season.DayOf(y.Today, season.North)+days)
	return f
}

// beesSeen is what a look counts, from its seams.
func beesSeen(h *Hive, l *look.Look) float64 {
	n := 0.0
	for i, b := range l.Boxes {
		if i < len(h.bees.Stack.Boxes) && b.Seams > 0 {
			n += b.Seams * h.bees.Stack.Boxes[i].Format.Frame.BeesAtFullCover()
		}
	}
	return n
}

// topInUse is the share of the combs of the top box that hold something, as counted.
func topInUse(h *Hive, l *look.Look) float64 {
	top := h.bees.Stack.Boxes[len(h.bees.Stack.Boxes)-1]
	for _, b := range l.Boxes {
		if b.Box == top.ID {
			return 1 - (b.Counts.Empty+b.Counts.Undrawn)/float64(max(1, len(top.Frames)))
		}
	}
	return 0
}

// freeSupers is how many supers are less than half full, as counted.
func freeSupers(h *Hive, l *look.Look) int {
	n := 0
	for _, b := range h.supersOn() {
		for _, x := range l.Boxes {
			if x.Box == b.ID && x.Counts.Honey+x.Counts.Nectar < float64(len(b.Frames))/2 {
				n++
			}
		}
	}
	return n
}

// nestKg is the stores of the nest, as counted.
func nestKg(h *Hive, l *look.Look) float64 {
	kg := 0.0
	for _, b := range h.bees.Stack.Boxes {
		for _, x := range l.Boxes {
			if x.Box == b.ID && !b.Super {
				per := 2 * b.Format.Frame.HoneyKg(b.Format.ThicknessMM(len(b.Frames)))
				kg += per * (x.Counts.Honey + x.Counts.Nectar/2)
			}
		}
	}
	return kg
}

// winterKg is the set weight of stores: the middle of what the climate wants.
func (y *Yard) winterKg() float64 {
	return (y.World.Climate.WinterLowKg + y.World.Climate.WinterHighKg) / 2
}
