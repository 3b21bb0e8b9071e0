package history

import (
	"kembo/core/bees"
	"kembo/core/hive"
	"kembo/core/moves"
)

// did notes what an act did to the hive, which stood as before.
func (w *walker) did(e Entry, before, after moves.Hive, c bees.Change) {
	w.carried(e, before.Stack, after.Stack)
	for _, box := range after.Stack.Boxes {
		for _, f := range box.Frames {
			if _, had := before.Stack.PlaceOf(f.ID); !had {
				w.comb(f.ID, e.Day)
			}
		}
	}
	w.Stack = after.Stack
	w.queenWas(e, before.Queen, after)
	d := after.Did
	if d.Ended != nil {
		w.Ended, w.Waiting = &Ended{Day: e.Day, Entry: e.ID, Ending: *d.Ended}, nil
	}
	if d.Fed != nil {
		p := *d.Fed
		p.From, p.To = e.Day, e.Day
		w.Feeds = append(w.Feeds, p)
		w.fed(e.Day)
		w.MovedSince = append(w.MovedSince, Moved{Day: e.Day, What: p.What, FedKg: d.FedMassKg})
	}
	if d.Treated != nil {
		p := *d.Treated
		if p.From == 0 {
			p.From = e.Day
		}
		w.Treatments = append(w.Treatments, p)
	}
	w.crop(e, before, c)
	if !c.Nothing() {
		w.change(c)
	}
}

// carried notes the ware that went on and off: boxes with their frames, and frames
// where more came than went.
func (w *walker) carried(e Entry, before, after hive.Stack) {
	boxes := func(in, without hive.Stack, sign float64) {
		for _, x := range in.Boxes {
			if without.BoxAt(x.ID) < 0 {
				w.MovedSince = append(w.MovedSince, Moved{Day: e.Day, What: x.Format.Name, TareKg: sign * x.TareKg()})
			}
		}
	}
	if kg := after.GearKg() - before.GearKg(); kg != 0 {
		w.MovedSince = append(w.MovedSince, Moved{Day: e.Day, What: "feeder and insulation", TareKg: kg})
	}
	boxes(after, before, 1)
	boxes(before, after, -1)
	n, kg := 0, 0.0
	frames := func(in, without hive.Stack, sign int) {
		for _, x := range in.Boxes {
			if without.BoxAt(x.ID) < 0 {
				continue // they went with their box
			}
			for _, f := range x.Frames {
				if _, stays := without.PlaceOf(f.ID); !stays {
					n += sign
					kg += float64(sign) * (x.Format.FrameWoodKg + x.Format.DrawnWaxKg)
				}
			}
		}
	}
	frames(after, before, 1)
	frames(before, after, -1)
	if n != 0 {
		w.MovedSince = append(w.MovedSince, Moved{Day: e.Day, What: "frames", TareKg: kg})
	}
}
