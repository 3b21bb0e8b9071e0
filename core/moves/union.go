package moves

import (
	"kembo/core/hive"
	"kembo/core/queen"
)

// Union is one colony united with another, which lives on.
type Union struct {
	From, To string   // colonies; From ends
	Boxes    []string // of From, that go on To, from the bottom up; none: its bees are shaken in
	OnTop    bool     // they go over all boxes of To; else over its nest
	// KeepQueen says that From's queen lives on, and To's is taken out; else From's is,
	// where it has one.
	KeepQueen    bool
	QueenAtFrom  bool // there is a queen in From
	QueenAtTo    bool // there is one in To
	WithoutBoxes bool // From's boxes left the operation
}

// Act returns the union as one act, to be noted at From, or an *Error.
func (u Union) Act(from, to hive.Stack) (*Several, error) {
	if u.From == u.To || u.To == "" {
		return nil, wrong("with", "choose the colony with which it is united")
	}
	out := &Several{Title: "United"}
	switch {
	case u.KeepQueen && u.QueenAtTo:
		out.Acts = append(out.Acts, &QueenGone{How: queen.Killed, Colony: u.To})
	case !u.KeepQueen && u.QueenAtFrom:
		out.Acts = append(out.Acts, &QueenGone{How: queen.Killed, Colony: u.From})
	}
	at := len(to.Boxes)
	if !u.OnTop {
		at -= to.Supers()
	}
	nest := len(from.Boxes) - from.Supers()
	for i, id := range u.Boxes {
		k := from.BoxAt(id)
		if k < 0 {
			return nil, boxNotHere()
		}
		if !from.Boxes[k].Super {
			nest--
		}
		out.Acts = append(out.Acts, &BoxMoved{
			Box: id, From: u.From, To: u.To, At: at + i, WithBees: true, Came: boxAsMade(from.Boxes[k]),
		})
	}
	if nest > 0 {
		out.Acts = append(out.Acts, &BeesMoved{From: u.From, To: u.To, Share: 1, How: "shaken"})
	}
	if u.KeepQueen {
		out.Acts = append(out.Acts, &QueenMoved{From: u.From, To: u.To})
	}
	return &Several{Title: out.Title, Acts: append(out.Acts, &ColonyEnded{
		Colony: u.From, Ending: Ending{How: United, Into: u.To}, WithHive: u.WithoutBoxes,
	})}, nil
}

// boxAsMade is a box as it would have been put on, for who does not know its log.
func boxAsMade(b hive.Box) *Box {
	var frames []string
	for _, f := range b.Frames {
		frames = append(frames, f.ID)
	}
	x := BoxOf(b.Format, b.ID, frames, hive.Make{Super: b.Super, Drawn: true})
	return &x
}
