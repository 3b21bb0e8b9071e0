package history

import (
	"slices"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/moves"
)

// Crop is honey that came off a hive.
type Crop struct {
	Day    day.Day `json:"day"`
	Entry  string  `json:"entry"`
	Boxes  int     `json:"boxes"`
	Combs  int     `json:"combs"`
	Kg     float64 `json:"kg"`     // of honey: as weighed or, where it was not, as estimated
	Guess  float64 `json:"guess"`  // kg, as it was estimated; 0: nothing was known of it
	Scale  bool    `json:"scale"`  // it was weighed
	Batch  string  `json:"batch"`  // in the keeper's words
	Barred bool    `json:"barred"` // fed, treated, of a dead hive’s comb, or of a hive that is suspect or not on record
}

// crop notes what a harvest brought; the hive stood as before, and c is what it was to
// the forecast.
func (w *walker) crop(e Entry, before moves.Hive, c bees.Change) {
	out := Crop{Day: e.Day, Entry: e.ID}
	var boxes, frames []string
	switch a := e.Act().(type) {
	case *moves.BoxOff:
		if a.Why != moves.WhyHarvest {
			return
		}
		out.Boxes, boxes = 1, []string{a.Box}
	case *moves.Harvested:
		out.Boxes, out.Combs, out.Batch = len(a.Boxes), len(a.Frames), a.Batch
		boxes, frames = a.Boxes, a.Frames
		out.Kg = a.HoneyKg(before)
		out.Scale = out.Kg > 0
	default:
		return
	}
	out.Barred = w.fedOf(before.Stack, boxes, frames) || len(w.BarsOfAll()) > 0 || w.fromDead(before.Stack, boxes, frames)
	c.Day = e.Day
	out.Guess = min(w.taken(before, c), holds(before.Stack, boxes, frames))
	if !out.Scale {
		out.Kg = out.Guess
	}
	for _, t := range slices.Concat(w.Treatments, w.treatedOf(before.Stack, boxes, frames)) {
		out.Barred = out.Barred || t.To == 0 || t.Until == 0 || e.Day <= t.Until
	}
	w.Crops = append(w.Crops, out)
}

// holds is the most honey that boxes and frames of a stack can hold, kg.
func holds(st hive.Stack, boxes, frames []string) float64 {
	kg := 0.0
	for _, b := range st.Boxes {
		n := 0
		for _, f := range b.Frames {
			if slices.Contains(boxes, b.ID) || slices.Contains(frames, f.ID) {
				n++
			}
		}
		if n > 0 {
			kg += float64(n) / float64(len(b.Frames)) * b.Format.Full(len(b.Frames), 1).HoneyKg
		}
	}
	return kg
}

// taken is the honey that a change takes out of the hive, kg, as far as is known: by
// the forecast since the last look or, where there is none, by that look.
func (w *walker) taken(before moves.Hive, c bees.Change) float64 {
	p := w.given(c)
	if len(p) == 0 {
		kg := 0.0
		for _, b := range before.Stack.Boxes {
			if after := w.Stack.BoxAt(b.ID); after < 0 {
				kg += b.HoneyKg()
				continue
			}
			for _, f := range b.Frames {
				if _, stays := w.Stack.PlaceOf(f.ID); !stays {
					kg += b.FrameHoneyKg(f)
				}
			}
		}
		return kg
	}
	sum := 0.0
	for i := range p {
		sum += p[i].StoresKg()
	}
	return sum / float64(len(p))
}
