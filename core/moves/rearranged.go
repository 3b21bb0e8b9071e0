package moves

import (
	"fmt"
	"slices"

	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// Rearranged is a hive whose boxes and combs hang anew, as they were drawn: what is named hangs as it is named, and what is
// not named has left the hive.
type Rearranged struct {
	Boxes    []Hung `json:"boxes"`                    // from the floor
	Excluder int    `json:"excluder_above,omitempty"` // number of boxes under it; 0: there is none
}

// Hung is a box with the ids of its combs from left to right.
type Hung struct {
	Box    string   `json:"box"`
	Super  bool     `json:"super,omitempty"`
	Frames []string `json:"frames"`
	// New is the box as it was made, for one that came; its frames are those above.
	New *Box `json:"new,omitempty"`
	// Drawn and Undrawn are the combs that came into a box that was there, and Turned those whose faces changed sides.
	Drawn   []string `json:"drawn,omitempty"`
	Undrawn []string `json:"undrawn,omitempty"`
	Turned  []string `json:"turned,omitempty"`
}

// RearrangedAs returns the act that makes one stack of another of the same hive: combs in after that before does not have
// come empty.
func RearrangedAs(before, after hive.Stack) *Rearranged {
	a := &Rearranged{Excluder: after.ExcluderAbove}
	for _, b := range after.Boxes {
		x := Hung{Box: b.ID, Super: b.Super}
		old := before.BoxAt(b.ID) >= 0
		for _, f := range b.Frames {
			x.Frames = append(x.Frames, f.ID)
			p, had := before.PlaceOf(f.ID)
			switch {
			case had:
				if was := before.Boxes[p.Box].Frames[p.Slot]; was.A != was.B && was.A == f.B && was.B == f.A {
					x.Turned = append(x.Turned, f.ID)
				}
			case f.A[comb.Foundation] > 0:
				x.Undrawn = append(x.Undrawn, f.ID)
			default:
				x.Drawn = append(x.Drawn, f.ID)
			}
		}
		if !old {
			made := BoxOf(b.Format, b.ID, nil, hive.Make{Super: b.Super})
			x.New = &made
		}
		a.Boxes = append(a.Boxes, x)
	}
	return a
}

// Apply hangs the combs.
func (a *Rearranged) Apply(h *Hives) error {
	st := &h.Here().Stack
	if len(a.Boxes) == 0 {
		return wrong("boxes", "a hive has at least one box")
	}
	if a.Excluder < 0 || a.Excluder >= len(a.Boxes) {
		return wrong("excluder", "an excluder lies between two boxes of the hive")
	}
	out := *st
	out.Boxes, out.ExcluderAbove = nil, a.Excluder
	seen := map[string]bool{}
	for _, x := range a.Boxes {
		b, err := x.made(*st, seen)
		if err != nil {
			return err
		}
		out.Boxes = append(out.Boxes, b)
	}
	*st = out
	return nil
}

// made returns a box as it hangs, of the combs of a stack; seen are the ids that hang already.
func (x Hung) made(st hive.Stack, seen map[string]bool) (hive.Box, error) {
	once := func(id string) error {
		if seen[id] {
			return wrong("frame", "a box or a comb hangs in two places")
		}
		seen[id] = true
		return nil
	}
	if err := once(x.Box); err != nil {
		return hive.Box{}, err
	}
	var b hive.Box
	switch at := st.BoxAt(x.Box); {
	case at >= 0:
		b = st.Boxes[at]
		b.Frames = nil
	case x.New != nil:
		var err error
		if b, err = x.New.Made(); err != nil {
			return b, err
		}
	default:
		return b, boxNotHere()
	}
	b.ID, b.Super = x.Box, x.Super
	if len(x.Frames) > b.Format.Slots {
		return b, fmt.Errorf("%s with %d frames: %w", b.Format.Name, len(x.Frames), hive.ErrFull)
	}
	for _, id := range x.Frames {
		if err := once(id); err != nil {
			return b, err
		}
		f, err := x.frame(st, id, b)
		if err != nil {
			return b, err
		}
		b.Frames = append(b.Frames, f)
	}
	return b, nil
}

// frame returns a comb that hangs in a box.
func (x Hung) frame(st hive.Stack, id string, in hive.Box) (hive.Frame, error) {
	p, had := st.PlaceOf(id)
	switch {
	case had:
		from := st.Boxes[p.Box]
		if from.Format.Frame != in.Format.Frame {
			return hive.Frame{}, fmt.Errorf("%s into %s: %w", from.Format.Frame.Name, in.Format.Name, hive.ErrMisfit)
		}
		f := from.Frames[p.Slot]
		if slices.Contains(x.Turned, id) {
			f.A, f.B = f.B, f.A
		}
		return f, nil
	case slices.Contains(x.Undrawn, id):
		return hive.Frame{ID: id, A: comb.Shares{comb.Foundation: 1}, B: comb.Shares{comb.Foundation: 1}}, nil
	case slices.Contains(x.Drawn, id):
		return hive.Frame{ID: id, A: comb.Shares{comb.Empty: 1}, B: comb.Shares{comb.Empty: 1}}, nil
	}
	return hive.Frame{}, frameNotHere()
}

// Words says it for the log.
func (a *Rearranged) Words(measure.Units) (title, say string) {
	come, boxes := 0, 0
	for _, x := range a.Boxes {
		if x.New != nil {
			boxes++
		} else {
			come += len(x.Drawn) + len(x.Undrawn)
		}
	}
	out := []string{"boxes and combs hang as drawn"}
	if boxes > 0 {
		out = append(out, words.Count(boxes, "box", "boxes")+" came")
	}
	if come > 0 {
		out = append(out, words.Count(come, "comb", "combs")+" came")
	}
	return "Rearranged", words.Capital(words.List(out...)) + "."
}

// Expect says what stands in combs that came, after some days.
func (a *Rearranged) Expect(when string, days int, _ measure.Units) string {
	for _, x := range a.Boxes {
		if !x.Super && x.New == nil && len(x.Drawn) > 0 {
			return fmt.Sprintf("Rearranged on %s, with %s into the nest: expect %s.", when,
				words.Count(len(x.Drawn), "drawn comb", "drawn combs"), laidIn(days))
		}
	}
	return ""
}

var rearranged = Row{Kind: "rearranged", New: func() Act { return new(Rearranged) }, Ways: []Way{broodRaised}}
