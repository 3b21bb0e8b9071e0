package history

import (
	"slices"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/look"
)

// fedTakes is for how many days a feed goes on being put away: a comb that comes within
// them gets of it. Source: common practice: a feeder is empty in three to five days.
const fedTakes = 4

// fed marks the combs of the hive as holding what was fed on a day.
func (w *walker) fed(on day.Day) {
	for _, box := range w.Stack.Boxes {
		for _, f := range box.Frames {
			c := w.Combs[f.ID]
			c.Fed = on
			w.Combs[f.ID] = c
		}
	}
}

// fedInto is what a comb that comes to the hive on a day gets of a feed before it.
func (w *walker) fedInto(c *Comb, on day.Day) {
	if n := len(w.Feeds); n > 0 && w.Feeds[n-1].From >= on-fedTakes && w.Feeds[n-1].From <= on {
		c.Fed = max(c.Fed, w.Feeds[n-1].From)
	}
}

// seenEmpty frees the combs that a look found without honey or nectar, each as it was
// looked at: a comb painted on both sides, a box counted with none, a super seen empty.
func (w *walker) seenEmpty(l look.Look) {
	for _, b := range l.Boxes {
		i := w.Stack.BoxAt(b.Box)
		if i < 0 {
			continue
		}
		box := w.Stack.Boxes[i]
		none := b.Super == look.SuperEmpty || b.Depth == look.ByBox && b.Counts.Honey+b.Counts.Nectar == 0
		for k, f := range box.Frames {
			empty := none
			if b.Depth == look.ByFace && k < len(b.Faces) {
				empty = dry(b.Faces[k][0]) && dry(b.Faces[k][1])
			}
			if c, ok := w.Combs[f.ID]; ok && empty {
				c.Fed = 0
				w.Combs[f.ID] = c
			}
		}
	}
}

// wholeFace is the eighths of a face.
const wholeFace = 8

// dry reports whether a face was painted, all of it, without honey or nectar.
func dry(f comb.Face) bool {
	s := f.Shares()
	return f.Painted() == wholeFace && s[comb.Honey]+s[comb.Nectar] == 0
}

// FedSupers returns the boxes above the nest whose combs hold what was fed and have not
// been seen empty since, from the bottom up.
func (b Believed) FedSupers() []colony.FedIn {
	var out []colony.FedIn
	for _, box := range b.Stack.Boxes {
		if x := b.fedIn(box); box.Super && x.N > 0 {
			out = append(out, x)
		}
	}
	return out
}

func (b Believed) fedIn(box hive.Box) colony.FedIn {
	x := colony.FedIn{Box: box.ID}
	for _, f := range box.Frames {
		if c := b.Combs[f.ID]; c.Fed > 0 {
			x.N++
			x.Day = max(x.Day, c.Fed)
		}
	}
	return x
}

// of returns what is known of some frames, and of the frames of some boxes.
func (b Believed) of(st hive.Stack, boxes, frames []string) []Comb {
	var out []Comb
	for _, box := range st.Boxes {
		whole := slices.Contains(boxes, box.ID)
		for _, f := range box.Frames {
			if whole || slices.Contains(frames, f.ID) {
				out = append(out, b.Combs[f.ID])
			}
		}
	}
	return out
}

// fedOf reports whether any of some frames, or of the frames of some boxes, holds what
// was fed.
func (b Believed) fedOf(st hive.Stack, boxes, frames []string) bool {
	return slices.ContainsFunc(b.of(st, boxes, frames), func(c Comb) bool { return c.Fed > 0 })
}

// fromDead reports whether any of them is comb of a dead hive.
func (b Believed) fromDead(st hive.Stack, boxes, frames []string) bool {
	return slices.ContainsFunc(b.of(st, boxes, frames), func(c Comb) bool { return c.Origin == fromDeadOut })
}

// treatedOf returns the treatments that they were in other hives with.
func (b Believed) treatedOf(st hive.Stack, boxes, frames []string) []colony.Period {
	var out []colony.Period
	for _, c := range b.of(st, boxes, frames) {
		out = append(out, c.Treatments...)
	}
	return out
}
