package look

import (
	"math"
	"slices"
	"strings"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/ledger"
	"kembo/core/measure"
	"kembo/core/season"
)

// Context is what a look is read against.
type Context struct {
	Prior    *colony.Estimate // what was believed before; nil: nothing
	Expected *colony.Expected // what the look before has become; nil: there was none
	Season   season.Moment
	Observer Observer      // the zero value: DefaultObserver
	Units    measure.Units // of the words of questions; the zero value: metric
}

// Read lays l over s and returns the estimate of that day. The stack's faces
// are what was believed before: an empty box as it was put on, or the last
// look. It returns a *FieldError where l cannot be.
func Read(l Look, s hive.Stack, c Context) (colony.Estimate, error) {
	if err := Check(l, s); err != nil {
		return colony.Estimate{}, err
	}
	if c.Observer == (Observer{}) {
		c.Observer = DefaultObserver
	}
	r := reader{l: l, c: c, o: c.Observer, e: colony.Estimate{Day: l.Day, Stack: s.Clone()}}
	r.see()
	r.count()
	r.fill()
	r.lay()
	r.ticked()
	r.heft()
	r.cover()
	r.weigh()
	r.finish()
	return r.e, nil
}

// reader works one look through, step by step.
type reader struct {
	l      Look
	c      Context
	o      Observer
	e      colony.Estimate
	boxes  []BoxLook // by box of the stack
	looked []bool    // all of its contents were seen
	parts  []colony.Part
	stores []piece // by box, kg
	brood  []piece // by box, cells
	depths []Depth
	bees   float64
	beesSD float64
	// Bees that the nest's boxes hold at full cover whose seams were counted, where some were
	// not, and those of the rest; and the bees counted in the nest.
	partly, uncounted, nestBees float64
}

// see sorts what was entered by box and says what each part rests on.
func (r *reader) see() {
	carried := colony.Assumed
	if r.c.Expected != nil {
		carried = colony.Carried
	}
	for _, b := range r.e.Stack.Boxes {
		x, ok := find(r.l, b.ID)
		if !ok {
			x = BoxLook{Box: b.ID, Seams: -1}
		}
		r.boxes = append(r.boxes, x)
		r.looked = append(r.looked, x.Depth == ByBox || x.Depth == ByFace && painted(x, b) == 1)
		p := colony.Part{Box: b.ID, Stores: carried, Brood: carried}
		switch {
		case r.sameDay():
			p = partOf(*r.c.Prior, b)
		case r.c.Expected != nil:
			p.CarriedFrom, p.Stores, p.Brood = restedOn(*r.c.Expected, b.ID)
		case b.Super:
			p.Stores, p.Brood = colony.Measured, colony.Measured // as it was put on
		}
		r.parts = append(r.parts, p)
	}
	r.stores, r.brood = make([]piece, len(r.boxes)), make([]piece, len(r.boxes))
}

// sameDay reports whether there was another look today: what that saw is seen,
// not carried.
func (r *reader) sameDay() bool { return r.c.Prior != nil && r.c.Prior.Day == r.l.Day }

// partOf returns what a box rested on; one put on since is as it was put on.
func partOf(e colony.Estimate, b hive.Box) colony.Part {
	for _, p := range e.Parts {
		if p.Box == b.ID {
			return p
		}
	}
	return colony.Part{Box: b.ID, Stores: colony.Measured, Brood: colony.Measured}
}

// note keeps what a box holds with how far it may be off.
func (r *reader) note(i int, s colony.Spread, d Depth) {
	b := r.e.Stack.Boxes[i]
	kg, _ := storesOf(b)
	sd := s.Stores
	if b.Super {
		sd = s.Super
	}
	t, cells := totalsOf(b), b.Format.Frame.WorkerCells()
	r.stores[i] = piece{kg, kg * sd, d}
	brood := cells * comb.Shares(t).Worker()
	r.brood[i] = piece{brood, brood * s.Brood, d}
}

// lay writes what was counted or painted.
func (r *reader) lay() {
	for i, b := range r.boxes {
		box := &r.e.Stack.Boxes[i]
		p := &r.parts[i]
		switch b.Depth {
		case ByFace:
			before := r.stores[i]
			brood := r.brood[i]
			p.Faces = layFaces(box, b.Faces, p.Stores)
			r.note(i, r.o.Faces, ByFace)
			// What was not painted is as unsure as it was.
			rest := 1 - painted(b, *box)
			r.stores[i].sd += rest * before.sd
			r.brood[i].sd += rest * brood.sd
		case ByBox:
			layCounts(box, b.Counts, r.l.Queen, r.c.Season.Bees)
			r.note(i, r.o.Boxes, ByBox)
			if c := b.Counts.BroodCover; c > 0 && c < 1 {
				brood := &r.brood[i]
				brood.sd = math.Hypot(brood.sd, coverSD*brood.amount)
			}
		default:
			continue
		}
		p.Stores, p.Brood, p.Depth = colony.Measured, colony.Measured, string(b.Depth)
		r.depths = addDepth(r.depths, b.Depth)
	}
}

// painted returns the share of a box's faces that were painted.
func painted(b BoxLook, box hive.Box) float64 {
	n := 0
	for _, f := range b.Faces {
		for _, side := range f {
			if side.Painted() > 0 {
				n++
			}
		}
	}
	return measure.Share(float64(n), float64(2*len(box.Frames)))
}

// heft sets the stores of a box that was lifted, weighed or glanced at.
func (r *reader) heft() {
	for i, b := range r.boxes {
		if b.Depth == ByFace || b.Depth == ByBox {
			continue
		}
		box := &r.e.Stack.Boxes[i]
		full := capacityKg(*box)
		kg, open, sd := 0.0, 0.0, 0.0
		d := ByHeft
		switch {
		case b.Kg > 0:
			other := box.LiftKg() - box.HoneyKg() // wood, wax, pollen and brood
			kg = max(0, b.Kg-other)
			sd = math.Hypot(ledger.ScaleKg, ledger.TareShare*box.TareKg())
			open = kg * r.open(*box)
		case b.Super != SuperNotLooked:
			w := superStates[b.Super]
			kg, d = w.full*full, BySeams
			open, sd = kg*(1-w.capped), max(w.sd*kg, glanceLeast*full)
		case b.Heft != NotHefted:
			w := hefts[b.Heft]
			kg = w.full * full
			open, sd = kg*(1-w.capped), w.sd*kg
		default:
			continue
		}
		become(box, withStores(totalsOf(*box), *box, kg, open))
		now, _ := storesOf(*box)
		r.stores[i] = piece{now, sd, d}
		r.parts[i].Stores, r.parts[i].Depth = colony.Measured, string(d)
		if box.Super { // it holds nothing else
			r.parts[i].Brood = colony.Measured
		}
		r.depths = addDepth(r.depths, d)
	}
}

// open returns the share of a box's stores that are not capped.
func (r *reader) open(b hive.Box) float64 {
	kg, n := storesOf(b)
	return measure.Share(n, kg)
}

func addDepth(d []Depth, w Depth) []Depth {
	for _, v := range d {
		if v == w {
			return d
		}
	}
	return append(d, w)
}

// fullNest is the share of its comb under stores from which on a nest has next to no cell for eggs. Source: common
// practice; a guess.
const fullNest = 0.9

// finish sums up.
func (r *reader) finish() {
	e := &r.e
	e.Parts = r.parts
	words := make([]string, len(r.depths))
	for i, d := range r.depths {
		words[i] = string(d)
	}
	if r.sameDay() && r.c.Prior.Depth != "" {
		words = slices.Concat(strings.Split(r.c.Prior.Depth, " and "), slices.DeleteFunc(words, func(w string) bool {
			return strings.Contains(r.c.Prior.Depth, w)
		}))
	}
	e.Depth = strings.Join(words, " and ")
	e.Sum()
	e.OpenSeen.Nest, e.OpenSeen.Super = r.openSeen(false), r.openSeen(true)
	nest, super, brood := []piece{}, []piece{}, []piece{}
	broodSeen := false
	for i, b := range e.Stack.Boxes {
		if b.Super {
			super = append(super, r.stores[i])
		} else {
			nest = append(nest, r.stores[i])
		}
		brood = append(brood, r.brood[i])
		d := r.boxes[i].Depth
		broodSeen = broodSeen || !b.Super && (d == ByBox || d == ByFace)
	}
	e.Seen = r.l.Day
	prior := colony.QueenEvidence{}
	if before := r.c.Prior; before != nil {
		prior = before.Queen
		if !r.saw() {
			e.Seen = before.Seen
		}
	}
	now := r.l.Queen
	if now.Looked && r.c.Season.Bees > 0 {
		now.Resting = !season.LayingExpected.Has(r.c.Season)
		now.Slowing = season.LayingSlows.On(float64(r.c.Season.Bees))
	}
	now.Full = now.Looked && e.StoredShareOfNest() >= fullNest
	e.Queen = prior.Later(now, r.l.CellsChecked, r.l.Day)
	e.Stages = broodSeen || r.sameDay() && r.c.Prior.Stages || r.c.Expected != nil && r.c.Expected.Stages
	e.Spread = colony.Spread{
		Brood: spreadOf(brood), Stores: spreadOf(nest), Super: spreadOf(super), Pollen: r.o.Unlooked.Pollen,
		Bees: e.Spread.Bees,
	}
	switch {
	case r.sameDay() && !broodSeen:
		e.Spread.Pollen = r.c.Prior.Spread.Pollen
	case allAt(r.boxes, r.looked, ByFace):
		e.Spread.Pollen = r.o.Faces.Pollen
	case broodSeen:
		e.Spread.Pollen = r.o.Boxes.Pollen
	}
}

// saw reports whether bees or combs were seen, not only weight felt.
func (r *reader) saw() bool {
	for _, d := range r.depths {
		if d != ByHeft {
			return true
		}
	}
	return false
}

func allAt(bs []BoxLook, looked []bool, d Depth) bool {
	for i, b := range bs {
		if !looked[i] || b.Depth != d {
			return false
		}
	}
	return true
}

// openSeen reports whether the open honey of all supers, or of the whole nest, was counted in cells.
func (r *reader) openSeen(super bool) bool {
	seen, before := false, false
	if r.sameDay() {
		before = super && r.c.Prior.OpenSeen.Super || !super && r.c.Prior.OpenSeen.Nest
	}
	for i, b := range r.e.Stack.Boxes {
		if b.Super != super {
			continue
		}
		if !r.looked[i] && !before {
			return false
		}
		seen = true
	}
	return seen
}
