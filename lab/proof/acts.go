package proof

import (
	"cmp"
	"kembo/core/comb"
	"kembo/core/feed"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/queen"
	"kembo/lab/combwise"
	"slices"
	"strconv"
)

// What keepers do with their hands, whoever they are.

func (y *Yard) superOn(h *Hive, n int) error {
	h.Minutes += 3 * float64(n)
	return h.say(y.Today, moves.Said{Do: "super_drawn", N: float64(n)})
}

// cropOff harvests what is a third full or more, and takes the rest off.
func (y *Yard) cropOff(h *Hive) error {
	const worthIt = 0.33
	for _, b := range slices.Backward(h.supersOn()) {
		s := moves.Said{Do: "box_off", Box: b.ID}
		if h.full(b) >= worthIt {
			s.Do = "box_harvested"
		}
		h.Minutes += 4
		if err := h.say(y.Today, s); err != nil {
			return err
		}
	}
	if h.bees.Stack.ExcluderAbove > 0 {
		none := 0
		return h.do(y.Today, &moves.Arranged{ExcluderAbove: &none})
	}
	return nil
}

// full is the share of a box's comb that holds stores, as anybody sees who lifts it.
func (h *Hive) full(b hive.Box) float64 {
	f := b.Format
	holds := 2 * float64(len(b.Frames)) * f.Frame.HoneyKg(f.ThicknessMM(len(b.Frames)))
	return h.bees.BoxHolds(b.ID).StoresKg() / max(1e-9, holds)
}

// feedTo weighs and feeds towards a weight of stores, as much as goes down until they come again.
func (y *Yard) feedTo(h *Hive, kg float64) error {
	const most, least = 9.0, 1.0
	l := h.see(y.World, y.Today, look.ByHeft, combwise.UsualEye)
	lacks := min(most, kg-y.storesByWeight(h, l))
	if lacks < least {
		return nil
	}
	return y.syrup(h, lacks)
}

// storesByWeight is what is left of a weighing when ware, brood and bees are taken off.
func (y *Yard) storesByWeight(h *Hive, l *look.Look) float64 {
	return l.Weight.Kg - (h.bees.GrossKg() - h.bees.Holds().StoresKg())
}

// syrup feeds sugar that becomes so many kg of stores.
func (y *Yard) syrup(h *Hive, storesKg float64) error {
	return y.fed(h, "2:1 syrup", storesKg)
}

func (y *Yard) fed(h *Hive, what string, storesKg float64) error {
	const minutes = 4
	h.Minutes += minutes
	a := &moves.Feed{What: what, Kg: storesKg / feed.StoresPerKgSugar.Likely, StoresKg: storesKg}
	h.reckon(a)
	return h.do(y.Today, a)
}

// fondant hefts and lays fondant on what is light in winter.
func (y *Yard) fondant(h *Hive) error {
	const light, gives = 7.0, 2.5
	l := h.see(y.World, y.Today, look.ByHeft, combwise.UsualEye)
	if y.storesByWeight(h, l) >= light {
		return nil
	}
	return y.fed(h, "fondant", gives)
}

// tear takes down the queen cells that a look found.
func (y *Yard) tear(h *Hive, l *look.Look) {
	const minutes = 5
	if l.Queen.ChargedCells+l.Queen.CappedCells > 0 && l.Queen.Eggs {
		h.bees.TearCells()
		h.Minutes += minutes
	}
}

// waited reports whether no eggs have been seen for as long as bees take to raise a queen.
func (y *Yard) waited(h *Hive) bool { return h.noEggs > 0 && int(y.Today-h.noEggs) >= raisesIn }

// give gives a mated queen in a cage; where there is one on the way after all, she is lost.
func (y *Yard) give(h *Hive) error {
	const minutes, accepted = 15, 0.8
	h.Minutes += minutes
	h.Queens++
	a := &moves.QueenGiven{Queen: h.names()(), Year: y.Today.Time().Year(), Caged: true}
	if h.bees.Laying() || h.bees.Coming() { // they kill the one who is given, and nobody sees it
		h.write(y.Today, history.Entry{Kind: history.Done(y.Today, a).Kind, Body: a})
		return nil
	}
	if err := h.do(y.Today, a); err != nil {
		return err
	}
	i := int(y.Today - y.World.From)
	if y.World.chance[h.number][i].lost > accepted {
		h.bees.NotMated()
		return nil
	}
	const laysIn = 7
	h.bees.Requeen(laysIn)
	h.newQueen(y.World, i)
	return nil
}

// bestCombs returns so many combs of the nest by what stands on them, the fullest first, where they hang.
func (h *Hive) bestCombs(n int, of func(hive.Frame) float64) []string {
	type comb struct {
		id string
		n  float64
	}
	var all []comb
	for _, b := range h.bees.Painted().Boxes {
		if b.Super {
			continue
		}
		for _, f := range b.Frames {
			all = append(all, comb{f.ID, of(f)})
		}
	}
	slices.SortStableFunc(all, func(a, b comb) int { return cmp.Compare(b.n, a.n) })
	var out []string
	for _, c := range all[:min(n, len(all))] {
		out = append(out, c.id)
	}
	return out
}

func broodOn(f hive.Frame) float64 { return f.A.Worker() + f.B.Worker() }

func honeyOn(f hive.Frame) float64 { return f.A[comb.Honey] + f.B[comb.Honey] - broodOn(f) }

// emptyOn ranks combs to be taken out: empty ones, and none with brood before one without.
func emptyOn(f hive.Frame) float64 {
	const faces = 2
	return f.A[comb.Empty] + f.B[comb.Empty] - faces*broodOn(f)
}

// nuc takes the queen out with so many combs of brood and the bees on them, and leaves one cell; empty drawn combs
// go in their place.
func (y *Yard) nuc(h *Hive, combs int) error {
	const minutes, least, nucForce, most = 25, 3, 1.2, 0.6
	h.Minutes += minutes
	out := h.bestCombs(min(combs, h.bees.Stack.Frames()-least), broodOn)
	name := h.names()
	in := make([]string, len(out))
	for i := range in {
		in[i] = name()
	}
	share := float64(len(out)) / float64(max(1, h.nestFrames())) * nucForce
	a := &moves.Several{Title: "Nuc", Acts: []moves.Act{
		&moves.QueenMoved{From: h.ID}, &moves.BeesMoved{From: h.ID, To: h.ID + " nuc", Share: min(most, share), How: "shaken"},
		&moves.CombsSwapped{Out: out, In: in},
	}}
	left := h.bees.Clone()
	h.bees.QueenTaken()
	taken := h.bees.Clone()
	if err := h.do(y.Today, a); err != nil {
		h.bees = left
		return err
	}
	h.bees.RaisesAs(taken)
	h.Nucs++
	return nil
}

// artificial leaves the queen on her place on one comb with the bees that fly, and sets the other combs of brood aside with their
// bees and the cells; empty drawn combs go in their place.
func (y *Yard) artificial(h *Hive) error {
	const minutes, goes, nurses = 40, 0.85, 0.55
	h.Minutes += minutes
	best := h.bestCombs(int(goes*float64(h.nestFrames())), broodOn)
	if len(best) < 2 {
		return nil
	}
	out, name := best[1:], h.names()
	in := make([]string, len(out))
	for i := range in {
		in[i] = name()
	}
	err := h.do(y.Today, &moves.Several{Title: "Artificial swarm", Acts: []moves.Act{
		&moves.BeesMoved{From: h.ID, To: h.ID + " aside", Share: nurses, How: "shaken"}, &moves.CombsSwapped{Out: out, In: in},
	}})
	if err != nil {
		return err
	}
	h.bees.BroodRaised()
	h.Nucs++
	return nil
}

// unite unites a hive with another, the strongest where none is named: its boxes with stores go over the other's
// nest, its queen is killed.
func (y *Yard) unite(h *Hive, with *Hive) error {
	const minutes, empty = 20, 2.0
	if with == nil {
		for _, o := range y.Living() {
			if o != h && !o.dead() && o.bees.Bees() > strongBees && (with == nil || o.bees.Bees() > with.bees.Bees()) {
				with = o
			}
		}
	}
	if with == nil || with.dead() || with.ended {
		return nil
	}
	h.Minutes += minutes
	u := moves.Union{From: h.ID, To: with.ID, QueenAtFrom: h.bees.Laying(), QueenAtTo: true}
	for _, b := range h.bees.Stack.Boxes {
		if h.bees.BoxHolds(b.ID).StoresKg() > empty {
			u.Boxes = append(u.Boxes, b.ID)
		}
	}
	a, err := u.Act(h.bees.Stack, with.bees.Stack)
	if err != nil {
		return err
	}
	for box := range h.barred {
		with.barred[box] = true
	}
	if err := h.do(y.Today, a, with); err != nil {
		return err
	}
	h.United++
	h.ended = true
	return nil
}

// give combs of honey from one hive to another, empty ones back.
func (y *Yard) handOver(from, to *Hive, combs int) error {
	const minutes = 4
	from.Minutes += minutes * float64(combs)
	full, empty := from.bestCombs(combs, honeyOn), to.bestCombs(combs, emptyOn)
	for i := range min(len(full), len(empty)) {
		if err := y.swap(from, to, full[i], empty[i], false); err != nil {
			return err
		}
	}
	return nil
}

// broodOver gives combs of capped brood, with the bees on them, from one hive to another, empty ones back.
func (y *Yard) broodOver(from, to *Hive, combs int) error {
	const minutes = 14
	to.Minutes += minutes * float64(combs)
	full, empty := from.bestCombs(combs, cappedOn), to.bestCombs(combs, emptyOn)
	for i := range min(len(full), len(empty)) {
		if err := y.swap(from, to, full[i], empty[i], true); err != nil {
			return err
		}
	}
	return nil
}

func cappedOn(f hive.Frame) float64 { return f.A[comb.Brood] + f.B[comb.Brood] }

// swap hangs a comb of one hive, with the bees on it or without, in the place of an empty one of another, which is put aside.
func (y *Yard) swap(from, to *Hive, full, empty string, bees bool) error {
	pf, okF := from.bees.Stack.PlaceOf(full)
	pe, okE := to.bees.Stack.PlaceOf(empty)
	if !okF || !okE {
		return nil
	}
	into := to.bees.Stack.Boxes[pe.Box]
	if from.bees.Stack.Boxes[pf.Box].Format.Frame != into.Format.Frame {
		return nil
	}
	if err := to.do(y.Today, &moves.FrameMoved{Frame: empty, From: to.ID, To: "store", Box: "store"}); err != nil {
		return err
	}
	return from.do(y.Today, &moves.FrameMoved{Frame: full, From: from.ID, To: to.ID, Box: into.ID, Slot: pe.Slot, WithBees: bees}, to)
}

func (h *Hive) nestFrames() int {
	n := 0
	for _, b := range h.bees.Stack.Boxes {
		if !b.Super {
			n += len(b.Frames)
		}
	}
	return n
}

// requeen kills the queen and gives a young one, as [Yard.give] does.
func (y *Yard) requeen(h *Hive) error {
	if h.bees.Laying() {
		if err := h.do(y.Today, &moves.QueenGone{How: queen.Killed}); err != nil {
			return err
		}
		h.bees.NotMated()
	}
	return y.give(h)
}

// patties lays so many half kilograms of pollen patty over the brood.
func (y *Yard) patties(h *Hive, n string) error {
	const minutes, kg, pollenShare, cellKg = 2, 0.5, 0.65, 0.00015 // as core/plan has it
	many, err := strconv.Atoi(n)
	if err != nil {
		return err
	}
	h.Minutes += minutes
	h.bees.LayPollen(float64(many) * kg * pollenShare / cellKg)
	return nil
}
