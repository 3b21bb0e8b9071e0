package form

import (
	"errors"
	"fmt"
	"strconv"
	"strings"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
)

// Look is a look as typed, with what was done.
type Look struct {
	Entry, Version, By, Seen string
	Date, Note, Health       string
	Check, Where, WhiteWax   string
	Several                  string // where several eggs lay in a cell
	Cells                    [len(CellKinds)]string
	Queen                    [len(QueenChips)]bool
	NoYoung                  bool // of the first version: nothing was seen
	Weight                   Weight
	Boxes                    []BoxLook // in the order of the hive
	Done                     Done
	gone                     string // a box that something was said of and that is not there any more
}

// Weight is the whole hive, weighed or hefted, as typed.
type Weight struct{ How, Value, Other, Heft string }

// BoxLook is one box, as typed.
type BoxLook struct {
	Box
	Depth           string
	Outer, State    string
	Below, Expected bool
	Heft, Kg, Seams string
	Counts          [len(Counts)]string
	Combs           bool // brood is counted in combs that have some
	Faces           [][2]string
}

// Named is a field with its label.
type Named struct{ Key, Label string }

// QueenChips, CellKinds and Counts are the fields for what was found of the queen, of
// her cells, and in a box.
var (
	QueenChips = [...]Named{
		{"seen", "Saw her"}, {"eggs", "Eggs"}, {"larvae", "Larvae"}, {"brood", "Capped"},
		{"no_eggs", "No eggs"}, {"no_larvae", "No larvae"}, {"no_brood", "No capped"},
	}
	CellKinds = [...]Named{
		{"cups", "Dry cups"}, {"with_egg", "Cups with egg"}, {"charged", "Charged"}, {"capped", "Capped"},
		{"emerged", "Emerged"}, {"torn", "Torn down"},
	}
	Counts = [...]Named{
		{"brood", "Brood"}, {"honey", "Honey"}, {"nectar", "Nectar"}, {"pollen", "Pollen"}, {"empty", "Empty"},
		{"undrawn", "Undrawn"},
	}
)

// Nothing is the field of a look that says nothing.
const Nothing = "look"

// ReadLook takes the fields over as typed. The hive may have changed since the form
// was opened: boxes are found by their ids.
func ReadLook(val Values, h Hive) Look {
	l := Look{
		Entry: val("entry"), Version: val("form"), By: val("by"), Seen: val("seen"),
		Date: val("date"), Note: val("note"), Health: val("health"),
		Check: val("check"), Where: val("where"), WhiteWax: val("white_wax"), Several: val("queen.several"),
		Weight: Weight{val("weight.how"), val("weight.value"), val("weight.other"), val("weight.heft")},
	}
	for i, k := range CellKinds {
		l.Cells[i] = val("cells." + k.Key)
	}
	for i, k := range QueenChips {
		l.Queen[i] = val("queen."+k.Key) != ""
	}
	l.NoYoung = val("queen.none") != ""
	at, gone := placesOf(val, h)
	l.gone = gone
	for _, b := range h.Boxes {
		l.Boxes = append(l.Boxes, readBox(val, b, at[b.ID]))
	}
	l.Done = ReadDone(val, at)
	return l
}

func readBox(val Values, b Box, at int) BoxLook {
	name := fmt.Sprintf("box.%d.", at)
	out := BoxLook{
		Box: b, Outer: val(name + "outer"), State: val(name + "state"), Heft: val(name + "heft"), Kg: val(name + "kg"),
		Below: val(name+"below") != "", Expected: val(name+"expected") != "", Seams: val(name + "seams"),
	}
	switch d := look.Depth(val(name + "depth")); d {
	case look.ByFace, look.ByBox, look.BySeams, look.ByHeft:
		out.Depth = string(d)
	}
	for k, c := range Counts {
		out.Counts[k] = val(name + c.Key)
	}
	out.Combs = val(name+"combs") != ""
	for k := range b.Frames {
		out.Faces = append(out.Faces, [2]string{
			val(fmt.Sprintf("%sf.%d.a", name, k+1)), val(fmt.Sprintf("%sf.%d.b", name, k+1)),
		})
	}
	return out
}

// placesOf returns where in the form each box of the hive is told, by its id. gone
// names a box that something was said of and that is not there any more.
func placesOf(val Values, h Hive) (at map[string]int, gone string) {
	at = map[string]int{}
	on := map[string]bool{}
	for i, b := range h.Boxes {
		at[b.ID], on[b.ID] = i, true
	}
	for k := range mostBoxes {
		id := val(fmt.Sprintf("box.%d.id", k))
		if id == "" {
			continue
		}
		if on[id] {
			at[id] = k
			continue
		}
		said := []string{"seams", "state", "outer", "heft", "kg", "f.1.a", "f.5.a"}
		for _, c := range Counts {
			said = append(said, c.Key)
		}
		for _, f := range said {
			if val(fmt.Sprintf("box.%d.%s", k, f)) != "" {
				gone = fmt.Sprintf("box %d", k+1)
			}
		}
	}
	return at, gone
}

// Entered returns what the form amounts to. The error is an *app.FieldError; what was
// read before it is returned too.
func (l Look) Entered(h Hive) (app.Entered, error) {
	out := app.Entered{ID: l.Entry, By: l.By, Seen: l.Seen}
	if l.Version != "" && l.Version != firstVersion && l.Version != Version {
		return out, wrong("look", "this form is of another version of Kembo; open the look again")
	}
	acts, actErr := l.Done.Said(h)
	found, on, err := l.found(h)
	if actErr != nil {
		return out, actErr
	}
	out.Acts, out.Day = acts, on
	var field *app.FieldError
	if err != nil && len(acts) > 0 && errors.As(err, &field) && field.Field == Nothing && found != nil {
		return out, nil // only done
	}
	if err != nil {
		return out, err
	}
	out.Look = found
	return out, nil
}

// found reads the look; where it says nothing it is returned beside the error.
func (l Look) found(h Hive) (*history.Look, day.Day, error) {
	on, err := day.Parse(l.Date)
	switch {
	case err != nil:
		return nil, 0, wrong("date", "%v", err)
	case l.Entry == "" || len(l.Entry) > 60:
		return nil, on, wrong("form", "it is incomplete; open it again from the colony")
	case l.gone != "":
		return nil, on, wrong("boxes",
			"%s is not on this hive any more, as it was when this was entered; open the look again and enter what "+
				"is there now",
			l.gone)
	case l.Health != "" && l.Health != "healthy" && l.Health != "suspect":
		return nil, on, wrong("brood health", "choose healthy, suspect or not looked")
	}
	q, err := l.queen()
	if err != nil {
		return nil, on, err
	}
	switch l.Several {
	case "":
	case colony.EggsOnWalls, colony.EggsAtBottom:
		if q.NoEggs {
			return nil, on, wrong("several eggs", "several eggs and no eggs cannot both be")
		}
		q.Several, q.Looked, q.Each, q.Eggs = l.Several, true, true, true
	default:
		return nil, on, wrong("several eggs", "choose on the walls, at the bottom or not noted")
	}
	out := &history.Look{
		Note: l.Note, Health: l.Health, WhiteWax: l.WhiteWax,
		Cells: history.Cells{Check: l.Check, Where: l.Where},
		Queen: q,
	}
	if err := l.cells(&out.Cells); err != nil {
		return nil, on, err
	}
	if out.Weight, err = l.Weight.weight(h); err != nil {
		return nil, on, err
	}
	for _, b := range l.Boxes {
		x, err := b.look(h)
		if err != nil {
			return nil, on, err
		}
		out.Boxes = append(out.Boxes, x)
	}
	if nothing(out) && !(h.Known && finds(out)) {
		return out, on, wrong(
			Nothing, "nothing is entered yet; heft it, count seams, or count or paint at least one box",
		)
	}
	return out, on, nil
}

// queen reads what was found of her: each stage of brood was seen, was looked for and
// not there, or was not looked for.
func (l Look) queen() (history.Queen, error) {
	c := l.Queen
	q := history.Queen{
		Seen: c[0], Eggs: c[1], Larvae: c[2], Capped: c[3], NoEggs: c[4], NoLarvae: c[5], NoCapped: c[6],
	}
	q.Looked = q != (history.Queen{}) || l.NoYoung
	if l.Version != Version {
		q.NoEggs, q.NoLarvae, q.NoCapped = false, false, false
		return q, nil
	}
	q.Each = q.Looked
	for i, both := range []bool{q.Eggs && q.NoEggs, q.Larvae && q.NoLarvae, q.Capped && q.NoCapped} {
		if both {
			return q, wrong(strings.ToLower(QueenChips[i+1].Label), "they are seen or they are not there; say one of them")
		}
	}
	return q, nil
}

// cells reads the counts of cells.
func (l Look) cells(c *history.Cells) error {
	into := [len(CellKinds)]*int{&c.Cups, &c.WithEgg, &c.Charged, &c.Capped, &c.Emerged, &c.Torn}
	for i, text := range l.Cells {
		if text == "" {
			continue
		}
		n, err := strconv.Atoi(text)
		if err != nil || n < 0 || n > 500 {
			return wrong(strings.ToLower(CellKinds[i].Label), "%q is not a count of cells; enter 0 or more", text)
		}
		*into[i] = n
	}
	return nil
}

// weight reads the weight of the whole hive; nil where there is none.
func (w Weight) weight(h Hive) (*history.Weight, error) {
	felt := w.How == string(look.ByFeel)
	if w.How == "" || felt && w.Heft == "" || !felt && w.Value == "" {
		return nil, nil
	}
	if felt {
		return &history.Weight{How: w.How, Heft: w.Heft}, nil
	}
	out := &history.Weight{How: w.How}
	var err error
	if out.Value, out.Unit, err = mass("weight", w.Value, h.Units); err != nil {
		return nil, err
	}
	if w.How == string(look.TwoSides) {
		if out.Other, _, err = mass("other side", w.Other, h.Units); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// look reads one box.
func (b BoxLook) look(h Hive) (history.BoxLook, error) {
	out := history.BoxLook{Box: b.ID}
	if b.Seams != "" {
		n, err := frames(b.Name+", seams", b.Seams)
		if err != nil {
			return out, err
		}
		out.Seams, out.Expected = &n, b.Expected
	}
	switch look.Depth(b.Depth) {
	case look.BySeams:
		out.Outer, out.State, out.Below = b.Outer, b.State, b.Below
		if out.Seams != nil || out.Outer != "" || out.State != "" {
			out.Depth = b.Depth
		}
		return out, nil
	case look.ByHeft:
		return b.lifted(out, h)
	case look.ByFace:
		for _, f := range b.Faces {
			if strings.Trim(f[0]+f[1], ". ") != "" {
				out.Depth, out.Faces = b.Depth, b.Faces
				return out, nil
			}
		}
		return out, nil
	}
	return b.counted(out)
}

// lifted reads a box as it was lifted.
func (b BoxLook) lifted(out history.BoxLook, h Hive) (history.BoxLook, error) {
	out.Seams, out.Expected = nil, false
	var err error
	switch {
	case b.Kg != "":
		out.Value, out.Unit, err = mass(b.Name+", weight", b.Kg, h.Units)
		out.Depth = b.Depth
	case b.Heft != "":
		out.Heft, out.Depth = b.Heft, b.Depth
	}
	return out, err
}

// counted reads a box by the frames in it.
func (b BoxLook) counted(out history.BoxLook) (history.BoxLook, error) {
	c := look.Counts{}
	into := [len(Counts)]*float64{&c.Brood, &c.Honey, &c.Nectar, &c.Pollen, &c.Empty, &c.Undrawn}
	for k, text := range b.Counts {
		if text == "" {
			continue
		}
		n, err := frames(b.Name+", "+strings.ToLower(Counts[k].Label), text)
		if err != nil {
			return out, err
		}
		*into[k] = n
		if b.Combs && c.Brood > 0 {
			c.BroodCover = look.UsualCover
		}
		out.Depth, out.Counts = string(look.ByBox), &c
	}
	return out, nil
}

// nothing reports whether no box was looked at in any way.
func nothing(l *history.Look) bool {
	for _, b := range l.Boxes {
		if b.Depth != "" || b.Seams != nil {
			return false
		}
	}
	return l.Weight == nil
}

// finds reports whether a look has findings of the whole hive.
func finds(l *history.Look) bool {
	return l.Queen.Looked || l.Cells != (history.Cells{}) || l.Health != "" || l.WhiteWax != "" || l.Note != ""
}
