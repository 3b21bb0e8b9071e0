package moves

// Part is what one colony gives to a split.
type Part struct {
	From   string   // colony
	Frames []string // ids, in the order in which they stand in the new hive
	Bees   float64  // share of its bees shaken in beside those on the frames; 0: none
}

// Split is a colony parted, or a nuc made from one or several: which combs go over
// with the bees on them, and which part keeps the queen.
type Split struct {
	To, Box string // the new colony, and the box of it that the frames go into
	Parts   []Part
	QueenOf string // the colony whose queen goes over; "": none does
	Raise   bool   // the part without a queen is left to raise one; else one will be given
}

// Act returns the split as one act, to be noted at the new colony, or an *Error.
func (s Split) Act() (*Several, error) {
	out := &Several{Title: "Split"}
	slot := 0
	for _, p := range s.Parts {
		if p.From == "" || p.From == s.To {
			return nil, wrong("from", "choose the colony that it is made from")
		}
		for _, f := range p.Frames {
			out.Acts = append(out.Acts, &FrameMoved{
				Frame: f, From: p.From, To: s.To, Box: s.Box, Slot: slot, WithBees: true,
			})
			slot++
		}
		if p.Bees > 0 {
			out.Acts = append(out.Acts, &BeesMoved{From: p.From, To: s.To, Share: p.Bees, How: "shaken"})
		}
	}
	if len(out.Acts) == 0 {
		return nil, wrong("frames", "choose the combs that go over, or how many bees")
	}
	switch {
	case s.QueenOf != "":
		out.Acts = append(out.Acts, &QueenMoved{From: s.QueenOf, To: s.To})
		if s.Raise {
			out.Acts = append(out.Acts, &QueenRaised{Colony: s.QueenOf})
		}
	case s.Raise:
		out.Acts = append(out.Acts, &QueenRaised{Colony: s.To})
	}
	return out, nil
}
