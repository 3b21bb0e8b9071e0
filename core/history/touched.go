package history

import (
	"cmp"
	"slices"

	"kembo/core/day"
	"kembo/core/hive"
)

// Touched is ware that was on a hive: a box, or combs that went without one.
type Touched struct {
	Box      string // the name of its format; of combs, of the box they were in
	Super    bool
	Combs    int
	From, To day.Day // on the hive; To 0: it is on it still
	Into     string  // the colony that it went to; "": off all hives
	CameFrom string  // the colony that it came from; "": none here
	Whole    bool    // a box; else combs
}

// TouchedSince returns the ware that was on the hive of a log on any day from since on,
// what is on it still first, then the last that left first.
func TouchedSince(entries []Entry, g Ground, since day.Day) ([]Touched, error) {
	var out []Touched
	on := map[string]Touched{} // boxes by id
	var before hive.Stack
	_, err := Walk(entries, g, func(e Entry, b Believed) {
		to, from := crossed(e, g.Colony)
		for _, x := range b.Stack.Boxes {
			t, had := on[x.ID]
			if !had {
				t = Touched{Box: x.Format.Name, From: e.Day, Whole: true, CameFrom: from}
			}
			t.Super, t.Combs = x.Super, len(x.Frames)
			on[x.ID] = t
		}
		for _, x := range before.Boxes {
			if b.Stack.BoxAt(x.ID) < 0 {
				t := on[x.ID]
				t.To, t.Into = e.Day, to
				out = append(out, t)
				delete(on, x.ID)
				continue
			}
			left := 0
			for _, f := range x.Frames {
				if _, stays := b.Stack.PlaceOf(f.ID); !stays {
					left++
				}
			}
			if left > 0 {
				out = append(out, Touched{
					Box: x.Format.Name, Super: x.Super, Combs: left, From: on[x.ID].From, To: e.Day, Into: to,
				})
			}
		}
		before = b.Stack.Clone()
	})
	out = slices.DeleteFunc(out, func(t Touched) bool { return t.To < since })
	for _, x := range before.Boxes {
		out = append(out, on[x.ID])
	}
	slices.SortStableFunc(out, func(a, b Touched) int {
		if (a.To == 0) != (b.To == 0) {
			return cmp.Compare(a.To, b.To)
		}
		return cmp.Compare(b.To, a.To)
	})
	return out, err
}

// crossed returns the colony that an entry took ware to, and the one it brought it from,
// as seen from a colony; "" for neither.
func crossed(e Entry, colony string) (to, from string) {
	for _, b := range Crossings(e) {
		switch gave, got := b.Hives(); colony {
		case gave:
			to = got
		case got:
			from = gave
		}
	}
	return to, from
}

// GaveSince returns the colonies from which ware came to the hive of a log since a day, each
// with the day of the last.
func GaveSince(entries []Entry, colony string, since day.Day) map[string]day.Day {
	out := map[string]day.Day{}
	for _, e := range Live(entries) {
		if e.Day < since {
			continue
		}
		for _, b := range Crossings(e) {
			if gave, got := b.Hives(); got == colony && gave != "" {
				out[gave] = max(out[gave], e.Day)
			}
		}
	}
	return out
}
