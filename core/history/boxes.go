package history

import (
	"errors"
	"fmt"
	"slices"

	"kembo/core/comb"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/measure"
)

func newBox(x Box) (hive.Box, error) {
	f, err := x.format()
	if err != nil {
		return hive.Box{}, err
	}
	if len(x.Frames) > f.Slots {
		return hive.Box{}, fmt.Errorf("%d frames do not fit %s, which has %d slots", len(x.Frames), f.Name, f.Slots)
	}
	out := hive.NewBox(x.ID, f, len(x.Frames), x.Super, x.Drawn)
	for i, id := range x.Frames {
		out.Frames[i].ID = id
	}
	return out, nil
}

func (b *walker) setStack(e Entry) error {
	s := e.Stack
	b.Stack = hive.Stack{ExcluderAbove: s.ExcluderAbove}
	for _, x := range s.Boxes {
		box, err := newBox(x)
		if err != nil {
			return err
		}
		b.Stack.Boxes = append(b.Stack.Boxes, box)
		b.arrive(box, e.Day)
	}
	b.QueenYear, b.Clipped, b.Origin, b.HistoryKnown = s.QueenYear, s.Clipped, s.Origin, s.HistoryKnown
	return nil
}

func (b *walker) boxOn(e Entry) error {
	box, err := newBox(e.BoxOn.Box)
	if err != nil {
		return err
	}
	if b.Stack, err = b.Stack.AddBox(e.BoxOn.At, box); err != nil {
		return err
	}
	b.arrive(box, e.Day)
	b.MovedSince = append(b.MovedSince, Moved{Day: e.Day, What: box.Format.Name, TareKg: box.TareKg()})
	if e.BoxOn.ExcluderUnder {
		b.Stack.ExcluderAbove = e.BoxOn.At
	}
	cells := 2 * float64(len(box.Frames)) * box.Format.Frame.WorkerCells()
	c := forecast.Change{Day: e.Day}
	switch {
	case box.Super && e.BoxOn.Box.Drawn:
		c.SuperDrawn = cells
	case box.Super:
		c.SuperUndrawn = cells
	case e.BoxOn.At == 0 && len(b.Stack.Boxes) > 1 && e.BoxOn.Box.Drawn: // under the nest
		c.UnderDrawn = cells
	case e.BoxOn.At == 0 && len(b.Stack.Boxes) > 1:
		c.UnderUndrawn = cells
	case e.BoxOn.Box.Drawn:
		c.NestDrawn = cells
	default:
		c.NestUndrawn = cells
	}
	if box.Super {
		c.SuperKgPerCell = box.Format.Frame.HoneyKg(box.Format.ThicknessMM(len(box.Frames))) / box.Format.Frame.WorkerCells()
	}
	b.change(c)
	return nil
}

// boxOff takes a box off with what it was last seen to hold, as shares of all
// that was seen in boxes of its kind.
func (b *walker) boxOff(e Entry) error {
	at := slices.IndexFunc(b.Stack.Boxes, func(x hive.Box) bool { return x.ID == e.BoxOff.Box })
	if at < 0 {
		return errors.New("that box is not on the hive")
	}
	kg, kgAll, drawn, drawnAll, undrawn, undrawnAll, pollen, pollenAll := 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0, 0.0
	out := b.Stack.Boxes[at]
	b.MovedSince = append(b.MovedSince, Moved{Day: e.Day, What: out.Format.Name, TareKg: -out.TareKg()})
	for i, x := range b.Stack.Boxes {
		h, d, u, p := holds(x)
		pollenAll += p
		if i == at {
			pollen = p
		}
		if x.Super != out.Super {
			continue
		}
		kgAll, drawnAll, undrawnAll = kgAll+h, drawnAll+d, undrawnAll+u
		if i == at {
			kg, drawn, undrawn = h, d, u
		}
	}
	c := forecast.Change{Day: e.Day, PollenOut: measure.Share(pollen, pollenAll)}
	if out.Super {
		c.SuperOut, c.SuperDrawnOut, c.SuperUndrawnOut = measure.Share(kg, kgAll), measure.Share(drawn, drawnAll), measure.Share(undrawn, undrawnAll)
	} else {
		c.NestHoneyOut, c.NestDrawnOut, c.NestUndrawnOut = measure.Share(kg, kgAll), measure.Share(drawn, drawnAll), measure.Share(undrawn, undrawnAll)
	}
	var err error
	b.Stack, _, err = b.Stack.RemoveBox(at)
	if b.Stack.ExcluderAbove >= len(b.Stack.Boxes) {
		b.Stack.ExcluderAbove = 0 // nothing left above it
	}
	b.change(c)
	return err
}

func holds(x hive.Box) (kg, drawn, undrawn, pollen float64) {
	cells := x.Format.Frame.WorkerCells()
	for _, f := range x.Frames {
		for _, s := range [2]comb.Shares{f.A, f.B} {
			drawn += cells * (1 - s[comb.Foundation])
			undrawn += cells * s[comb.Foundation]
			pollen += cells * s[comb.Pollen]
		}
	}
	return x.HoneyKg(), drawn, undrawn, pollen
}

func (b *walker) swap(e Entry) error {
	seen := b.Stack // shares are of what was there before the first swap
	var honey, cells, pollen float64
	for i, id := range e.Swap.Out {
		p, ok := place(b.Stack, id)
		if !ok {
			return errors.New("a frame that it names is not in the hive")
		}
		one := hive.TakeCombs(seen, p)
		honey, cells, pollen = honey+one.HoneyShare, cells+one.CellShare, pollen+one.PollenShare
		b.comb(e.Swap.In[i], e.Day)
		in := hive.Frame{ID: e.Swap.In[i], A: comb.Shares{comb.Empty: 1}, B: comb.Shares{comb.Empty: 1}}
		before := b.Stack
		var err error
		if b.Stack, _, err = before.SwapFrame(p, in); err != nil {
			return err
		}
	}
	nest := 0.0
	if b.Estimate != nil {
		nest = b.Estimate.NestDrawn
	}
	b.change(forecast.Change{Day: e.Day, NestHoneyOut: min(1, honey), NestDrawnOut: min(1, cells), NestDrawn: min(1, cells) * nest, PollenOut: min(1, pollen)})
	return nil
}

func place(st hive.Stack, id string) (hive.Place, bool) {
	for i, b := range st.Boxes {
		for k, f := range b.Frames {
			if f.ID == id {
				return hive.Place{Box: i, Slot: k}, true
			}
		}
	}
	return hive.Place{}, false
}
