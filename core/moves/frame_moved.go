package moves

import (
	"fmt"

	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/measure"
)

// FrameMoved is a frame taken from where it is to another slot, in its own hive or
// in another. It keeps its id. Between hives both are named; within one neither.
type FrameMoved struct {
	Frame    string `json:"frame"`
	From     string `json:"from,omitempty"` // colony
	To       string `json:"to,omitempty"`   // colony
	Box      string `json:"box"`            // that it goes into
	Slot     int    `json:"slot"`           // before the frame that stands there now, from 0
	WithBees bool   `json:"with_bees,omitempty"`
}

// Hives returns the colonies it goes between.
func (a *FrameMoved) Hives() (from, to string) { return a.From, a.To }

// broodBees is how many times as many bees sit on a comb of brood as on any other.
// Source: none; guess.
const broodBees = 3

// Apply moves it.
func (a *FrameMoved) Apply(h *Hives) error {
	if a.From == a.To {
		return a.within(&h.At(a.From).Stack)
	}
	frame := hive.Frame{ID: a.Frame} // nothing is known of it
	if from := h.At(a.From); from != nil {
		p, ok := from.Stack.PlaceOf(a.Frame)
		if !ok {
			return frameNotHere()
		}
		if a.WithBees {
			from.Did.BeesOut, from.Did.FlyBack = beesOn(from.Stack, a.Frame), true
		}
		out := from.Stack.Boxes[p.Box].Format
		if to := h.At(a.To); to != nil {
			if at := to.Stack.BoxAt(a.Box); at >= 0 && to.Stack.Boxes[at].Format.Frame != out.Frame {
				return fmt.Errorf("%s into %s: %w", out.Frame.Name, to.Stack.Boxes[at].Format.Name, hive.ErrMisfit)
			}
		}
		var err error
		if from.Stack, frame, err = from.Stack.TakeFrame(p); err != nil {
			return err
		}
	}
	to := h.At(a.To)
	if to == nil {
		return nil
	}
	at := to.Stack.BoxAt(a.Box)
	if at < 0 {
		return boxNotHere()
	}
	var err error
	to.Stack, err = to.Stack.PutFrame(hive.Place{Box: at, Slot: a.Slot}, frame)
	return err
}

func (a *FrameMoved) within(st *hive.Stack) error {
	from, ok := st.PlaceOf(a.Frame)
	if !ok {
		return frameNotHere()
	}
	at := st.BoxAt(a.Box)
	if at < 0 {
		return boxNotHere()
	}
	var err error
	*st, err = st.MoveFrame(from, hive.Place{Box: at, Slot: a.Slot})
	return err
}

// beesOn returns the share of a hive's bees that sit on a frame of its nest: more
// where there is brood.
func beesOn(st hive.Stack, frame string) float64 {
	on, all := 0.0, 0.0
	for _, b := range st.Boxes {
		if b.Super {
			continue
		}
		for _, f := range b.Frames {
			brood := (f.A.Worker() + f.A[comb.Drone] + f.B.Worker() + f.B[comb.Drone]) / 2
			n := b.Format.Frame.AreaDm2() * (1 + (broodBees-1)*brood)
			all += n
			if f.ID == frame {
				on = n
			}
		}
	}
	return measure.Share(on, all)
}

// Words says it for the log.
func (a *FrameMoved) Words(measure.Units) (title, say string) {
	if a.From == a.To {
		return "Frame moved", fmt.Sprintf("To slot %d.", a.Slot+1)
	}
	if a.WithBees {
		return "Frame moved", "To another hive, with the bees on it."
	}
	return "Frame moved", "To another hive, without bees."
}

var frameMoved = Row{Kind: "frame_moved", New: func() Act { return new(FrameMoved) }, Ways: []Way{honeyIn}}
