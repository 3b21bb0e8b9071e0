package history

import (
	"slices"

	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
)

// Promise is what something that was done should lead to.
type Promise string

// The promises.
const (
	SuperUsed    Promise = "super_used"
	BroodInBox   Promise = "brood_in_box"
	BroodInCombs Promise = "brood_in_combs"
	EggsOfQueen  Promise = "eggs_of_queen"
	NoNewCells   Promise = "no_new_cells"
	DonorBack    Promise = "donor_back"
	HoneyOpened  Promise = "honey_opened"
)

// due is between which days after it was done a promise shows, and until when a look that comes later still tells.
type due struct {
	Promise
	Words         string
	from, by, end int
}

// Promises are all of them, in order. Source: common practice: a queen lays in empty comb beside her nest within days, and
// brood stands in it within one to two weeks; bees take a drawn super into use within days where a flow is on; a queen who
// was given lays within one to three weeks; new cells are begun within four days, and looked for within seven; who gave capped
// brood has as much again in two to three weeks; honey between drawn combs over the brood is opened within two weeks.
var Promises = []due{
	{SuperUsed, "a super that was put on is in use", 4, 14, 35},
	{BroodInBox, "a box given to the nest holds brood", 7, 21, 42},
	{BroodInCombs, "combs hung in the nest hold brood", 7, 14, 28},
	{EggsOfQueen, "a queen who was given lays", 7, 21, 35},
	{NoNewCells, "no new cells where some were taken down", 4, 7, 14},
	{DonorBack, "a hive that gave brood has four combs of it again", 10, 21, 35},
	{HoneyOpened, "honey that was alternated with drawn combs is opened", 7, 14, 28},
}

// donorBrood is the combs of brood that a hive which gave some is to have again. Source: common practice.
const donorBrood = 4

// FollowUp is something that was done, with what it should lead to and what the first look found that can tell.
type FollowUp struct {
	Promise
	Entry    string  // id of what was done
	Done     day.Day // on
	From, By day.Day // between which it shows
	Looked   day.Day // of the look that told; 0: none did yet
	LookedAt string  // its id
	Kept     bool
	end      day.Day
	box      string
	frames   []string
	most     float64 // of honey in the box, in combs, at which it was opened
}

// Over reports whether no look can tell any more on a day.
func (f FollowUp) Over(on day.Day) bool { return f.Looked == 0 && on > f.end }

// FollowUps returns what was done to the hive of a log that should lead to something, in order, with what came of it. Where
// combs hang is told by the acts alone; what a log names that never was is passed over.
func FollowUps(colony string, entries []Entry) []FollowUp {
	var out []FollowUp
	h, on := moves.Hive{Colony: colony}, map[string]day.Day{}
	for _, e := range Live(entries) {
		switch b := e.Body.(type) {
		case *StackSet:
			h.Stack = hive.Stack{ExcluderAbove: b.ExcluderAbove}
			for _, x := range b.Boxes {
				if box, err := x.Made(); err == nil {
					h.Stack.Boxes = append(h.Stack.Boxes, box)
				}
			}
		case *Look:
			for i := range out {
				out[i].seen(e, b, h.Stack)
			}
			if b.Cells.Torn > 0 {
				out = append(out, promised(NoNewCells, e))
			}
		case moves.Act:
			if gaveBrood(colony, b) {
				out = append(out, promised(DonorBack, e))
			}
			for _, a := range moves.Steps(b) {
				out = append(out, promisesOf(e, a)...)
				switch x := a.(type) {
				case *moves.BoxOn:
					on[x.Box.ID] = e.Day
				case *moves.FramesExchanged:
					out = append(out, alternated(e, x, h.Stack, on)...)
				}
				if d, err := moves.Do(moves.Of(h), a, e.Day); err == nil && d.Hives.At(colony) != nil {
					h = *d.Hives.At(colony)
				}
			}
		}
	}
	return out
}

// promised is a follow-up of an entry.
func promised(p Promise, e Entry) FollowUp {
	i := slices.IndexFunc(Promises, func(d due) bool { return d.Promise == p })
	d := Promises[i]
	return FollowUp{
		Promise: p, Entry: e.ID, Done: e.Day, From: e.Day + day.Day(d.from), By: e.Day + day.Day(d.by),
		end: e.Day + day.Day(d.end),
	}
}

// promisesOf returns what an act should lead to. Frames that change places in a hive promise nothing by themselves: it may
// be for brood or for honey.
func promisesOf(e Entry, a moves.Act) []FollowUp {
	switch x := a.(type) {
	case *moves.BoxOn:
		f := promised(BroodInBox, e)
		if x.Box.Super {
			f = promised(SuperUsed, e)
		}
		f.box = x.Box.ID
		return []FollowUp{f}
	case *moves.CombsSwapped:
		f := promised(BroodInCombs, e)
		f.frames = x.In
		return []FollowUp{f}
	case *moves.QueenGiven:
		return []FollowUp{promised(EggsOfQueen, e)}
	case *moves.Rearranged:
		return drawnPromises(e, x)
	}
	return nil
}

// gaveBrood reports whether an act takes combs with their bees out of a hive and brings others back for them: else it was split.
func gaveBrood(colony string, a moves.Act) bool {
	gave, got := false, false
	for _, s := range moves.Steps(a) {
		if x, ok := s.(*moves.FrameMoved); ok {
			gave = gave || x.WithBees && x.From == colony
			got = got || !x.WithBees && x.From != colony
		}
	}
	return gave && got
}

// alternated returns what it should lead to that combs of a box above changed places with those of a box that came on the same
// day: that honey is opened.
func alternated(e Entry, x *moves.FramesExchanged, st hive.Stack, on map[string]day.Day) []FollowUp {
	if len(x.B) < 2 {
		return nil
	}
	at, ok := st.PlaceOf(x.B[0])
	if !ok || on[st.Boxes[at.Box].ID] != e.Day || !st.Boxes[at.Box].Super {
		return nil
	}
	f := promised(HoneyOpened, e)
	f.box, f.most = st.Boxes[at.Box].ID, float64(len(x.B))-1
	return []FollowUp{f}
}

// drawnPromises returns what a plan that was drawn should lead to: brood in drawn combs that came into the nest, and boxes
// that came in use.
func drawnPromises(e Entry, x *moves.Rearranged) (out []FollowUp) {
	combs := promised(BroodInCombs, e)
	for _, b := range x.Boxes {
		switch {
		case b.New != nil:
			f := promised(BroodInBox, e)
			if b.Super {
				f = promised(SuperUsed, e)
			}
			f.box = b.Box
			out = append(out, f)
		case !b.Super:
			combs.frames = append(combs.frames, b.Drawn...)
		}
	}
	if len(combs.frames) > 0 {
		out = append(out, combs)
	}
	return out
}

// seen tells by a look what came of it, where it can and none has told before.
func (f *FollowUp) seen(e Entry, l *Look, st hive.Stack) {
	if f.Looked != 0 || e.Day < f.From || e.Day > f.end {
		return
	}
	kept, told := false, false
	switch f.Promise {
	case SuperUsed:
		kept, told = used(l, f.box)
	case BroodInBox:
		kept, told = broodIn(l, e.Day, st, func(b look.BoxLook, _ hive.Box, _ int) bool { return b.Box == f.box })
	case BroodInCombs:
		kept, told = broodIn(l, e.Day, st, func(b look.BoxLook, in hive.Box, slot int) bool {
			return b.Depth == look.ByFace && slot < len(in.Frames) && slices.Contains(f.frames, in.Frames[slot].ID)
		})
	case EggsOfQueen:
		kept, told = l.Queen.Eggs || l.Queen.Larvae, l.Queen.Looked
	case NoNewCells:
		kept, told = l.Cells.Charged+l.Cells.Capped == 0, l.Cells.Check == "complete"
	case DonorBack:
		n, counted := counts(l, st, func(b hive.Box) bool { return !b.Super }, func(c look.Counts) float64 { return c.Brood })
		kept, told = n >= donorBrood, counted
	case HoneyOpened:
		n, counted := counts(l, st, func(b hive.Box) bool { return b.ID == f.box }, func(c look.Counts) float64 { return c.Honey })
		kept, told = n <= f.most, counted
	}
	if told {
		f.Looked, f.LookedAt, f.Kept = e.Day, e.ID, kept
	}
}

// usedFrom is the share of a super's combs that hold something from which on it is in use. Source: common practice: bees are
// in it and have begun to store.
const usedFrom = 0.05

// used tells by a look whether a super is in use.
func used(l *Look, box string) (is, told bool) {
	for _, b := range l.Boxes {
		if b.Box != box {
			continue
		}
		switch {
		case b.State != "":
			return b.State != string(look.SuperEmpty), true
		case b.Counts != nil:
			c := *b.Counts
			all := c.Honey + c.Nectar + c.Brood + c.Pollen + c.Empty + c.Undrawn
			return c.Honey+c.Nectar+c.Brood > usedFrom*all, all > 0
		case b.Seams != nil:
			return *b.Seams >= 1, true
		}
	}
	return false, false
}

// counts returns what boxes were counted to hold, in combs; false where one of them was not counted.
func counts(l *Look, st hive.Stack, of func(hive.Box) bool, held func(look.Counts) float64) (n float64, told bool) {
	for _, b := range st.Boxes {
		if !of(b) {
			continue
		}
		i := slices.IndexFunc(l.Boxes, func(x BoxLook) bool { return x.Box == b.ID })
		if i < 0 || l.Boxes[i].Counts == nil {
			return 0, false
		}
		n += held(*l.Boxes[i].Counts)
		told = true
	}
	return n, told
}

// broodIn tells by a look whether brood stands on combs of a hive: of a box that was counted where the combs are all of it,
// else of those that were painted.
func broodIn(l *Look, on day.Day, st hive.Stack, of func(look.BoxLook, hive.Box, int) bool) (is, told bool) {
	read, err := l.Read(on, st)
	if err != nil {
		return false, false
	}
	for _, b := range read.Boxes {
		at := st.BoxAt(b.Box)
		if at < 0 {
			continue
		}
		switch b.Depth {
		case look.ByBox:
			if of(b, st.Boxes[at], 0) {
				is, told = is || b.Counts.Brood > 0, true
			}
		case look.ByFace:
			for slot, faces := range b.Faces {
				if of(b, st.Boxes[at], slot) {
					told = true
					for _, f := range faces {
						is = is || f[comb.Eggs]+f[comb.Larvae]+f[comb.Brood] > 0
					}
				}
			}
		}
	}
	return is, told
}
