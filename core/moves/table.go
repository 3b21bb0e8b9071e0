package moves

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"kembo/core/bees"
	"kembo/core/day"
	"kembo/core/hive"
)

// Row is a kind of act with the ways to say it.
type Row struct {
	Kind Kind
	New  func() Act // an empty one, to be read into
	Ways []Way      // none: nobody offers it yet
}

// Table is the kinds of act that are known, in the order in which a form shows
// them. It is not changed once it is in use, so it is safe for concurrent use, as are
// [All] and its rows.
type Table []Row

// All is the table of Kembo. To add an act is a file and a row here.
var All = Table{
	boxOn,
	fed,
	combsSwapped,
	arranging,
	rearranged,
	boxOff,
	harvested,
	treatment,
	boxMoved,
	boxesChanged,
	frameMoved,
	framesExchanged,
	storesMoved,
	combsTurned,
	combsScraped,
	combsUncapped,
	droneCut,
	entrance,
	guard,
	feederOn,
	insulation,
	hole,
	beesMoved,
	placesChanged,
	queenMoved,
	queenCaged,
	queenGiven,
	queenFound,
	queenNoted,
	queenGone,
	queenRaised,
	swarmLeft,
	colonyEnded,
	several,
}

// New returns an empty act of a kind, and false for one that is not known.
func (t Table) New(kind Kind) (Act, bool) {
	for _, r := range t {
		if r.Kind == kind {
			return r.New(), true
		}
	}
	return nil, false
}

// KindOf returns the kind of an act, and false for one that is not in the table.
func (t Table) KindOf(a Act) (Kind, bool) {
	name := fmt.Sprintf("%T", a)
	for _, r := range t {
		if fmt.Sprintf("%T", r.New()) == name {
			return r.Kind, true
		}
	}
	return "", false
}

// Ways returns all ways to say something in a line or a form, in order.
func (t Table) Ways() []Way {
	var out []Way
	for _, r := range t {
		for _, w := range r.Ways {
			if !w.Sheet {
				out = append(out, w)
			}
		}
	}
	return out
}

// Way returns the way with a code, and false where there is none.
func (t Table) Way(code Code) (Way, bool) {
	for _, r := range t {
		for _, w := range r.Ways {
			if w.Code == code {
				return w, true
			}
		}
	}
	return Way{}, false
}

// Blanks returns what a sheet of paper has to be filled in, in order.
func (t Table) Blanks() []Blank {
	var out []Blank
	for _, w := range t.Ways() {
		if w.Paper != (Blank{}) {
			out = append(out, w.Paper)
		}
	}
	return out
}

// Read reads a word of a line, in small letters, and false where it is no act's.
func (t Table) Read(word string) (w Way, number string, ok bool) {
	for _, w := range t.Ways() {
		if number, ok := w.Read(word); ok {
			return w, number, true
		}
	}
	return Way{}, "", false
}

// Fields returns the fields of a form, in order, each with its ways.
func (t Table) Fields() (fields []Field, ways [][]Way) {
	for _, w := range t.Ways() {
		i := slices.Index(fields, w.Field)
		if i < 0 {
			i = len(fields)
			fields, ways = append(fields, w.Field), append(ways, nil)
		}
		ways[i] = append(ways[i], w)
	}
	return fields, ways
}

// Exact returns the acts that something said means at a hive. The ids of new boxes
// and frames are made by id. What cannot be is an *Error.
func (t Table) Exact(h Hive, s Said, id func() string) ([]Act, error) {
	w, ok := t.Way(s.Do)
	if !ok {
		return nil, wrong("done", "%q is not something this version knows", s.Do)
	}
	if say := w.Check(s.N); say != "" {
		return nil, wrong(w.Field.Label, "%s", say)
	}
	return w.Exact(h, s, id)
}

// ExactAll returns the acts that things said mean, one after the other: what the
// second means hangs on what the first did. The hive after them is returned too.
func (t Table) ExactAll(h Hive, said []Said, id func() string) ([]Act, Hive, error) {
	var out []Act
	for _, s := range said {
		acts, err := t.Exact(h, s, id)
		if err != nil {
			return nil, h, err
		}
		for _, a := range acts {
			d, err := Do(Of(h), a, 0)
			if err != nil {
				return nil, h, err
			}
			h = *d.Hives.Here()
		}
		out = append(out, acts...)
	}
	return out, h, nil
}

// Changes returns what acts are to the forecast of one hive, done on a day one after
// the other.
func Changes(h Hive, on day.Day, acts ...Act) ([]bees.Change, error) {
	var out []bees.Change
	for _, a := range acts {
		d, err := Do(Of(h), a, on)
		if err != nil {
			return nil, err
		}
		if c, ok := d.Changes[h.Colony]; ok {
			out = append(out, c)
		}
		h = *d.Hives.Here()
	}
	return out, nil
}

// unnamed begins the ids of what is only thought of.
const unnamed = "new-"

// Unnamed makes the ids of boxes and frames that are only thought of, none of which the stacks have: what one step thinks of
// may not go by the name of what the step before it did.
func Unnamed(beside ...hive.Stack) func() string {
	n := 0
	after := func(id string) {
		if rest, ok := strings.CutPrefix(id, unnamed); ok {
			if k, err := strconv.Atoi(rest); err == nil && k < math.MaxInt32 {
				n = max(n, k)
			}
		}
	}
	for _, st := range beside {
		for _, b := range st.Boxes {
			after(b.ID)
			for _, f := range b.Frames {
				after(f.ID)
			}
		}
	}
	return func() string {
		n++
		return unnamed + strconv.Itoa(n)
	}
}
