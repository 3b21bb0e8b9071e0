package history

import (
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/moves"
)

// did notes what an act did to the hive, which stood as before.
func (b *walker) did(e Entry, before, after moves.Hive, c forecast.Change) {
	b.carried(e, before.Stack, after.Stack)
	for _, box := range after.Stack.Boxes {
		for _, f := range box.Frames {
			if _, had := before.Stack.PlaceOf(f.ID); !had {
				b.comb(f.ID, e.Day)
			}
		}
	}
	b.Stack = after.Stack
	if after.Queen != before.Queen {
		b.queen = after.Queen
		b.QueenYear, b.Clipped = b.queen.Year, b.queen.Clipped
	}
	d := after.Did
	if d.Fed != nil {
		p := *d.Fed
		p.From, p.To = e.Day, e.Day
		b.Feeds = append(b.Feeds, p)
		b.MovedSince = append(b.MovedSince, Moved{Day: e.Day, What: p.What, FedKg: d.FedMassKg})
	}
	if d.Treated != nil {
		p := *d.Treated
		if p.From == 0 {
			p.From = e.Day
		}
		b.Treatments = append(b.Treatments, p)
	}
	if !c.Nothing() {
		b.change(c)
	}
}

// carried notes the ware that went on and off: boxes with their frames, and frames
// where more came than went.
func (b *walker) carried(e Entry, before, after hive.Stack) {
	boxes := func(in, without hive.Stack, sign float64) {
		for _, x := range in.Boxes {
			if without.BoxAt(x.ID) < 0 {
				b.MovedSince = append(b.MovedSince, Moved{Day: e.Day, What: x.Format.Name, TareKg: sign * x.TareKg()})
			}
		}
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
		b.MovedSince = append(b.MovedSince, Moved{Day: e.Day, What: "frames", TareKg: kg})
	}
}
