package web

import (
	"errors"
	"fmt"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/words"
)

// combsView is what is known of each comb of a colony, with a form to note it.
type combsView struct {
	shell
	ID, Code, EntryID, Err string
	Boxes                  []combBox
	Form                   combForm
}

type combBox struct {
	Name   string
	Spaced string
	Combs  []combTile
}

type combTile struct {
	ID, Name     string
	N            int
	Dark         string
	Facts        []string
	Barred, Cull bool
	On           bool
}

type combForm struct{ Darkness, Drone, Granulated, Origin, Label, Cull string }

// cullsView lists the combs of the operation that should come out.
type cullsView struct {
	shell
	Colonies []cullColony
	Count    string
	More     int // colonies that are not listed
}

type cullColony struct {
	ID, Code, Yard string
	Combs          []sum
}

var darkWords = []string{"new", "amber", "brown", "black"}

func (s *Server) showCombs(c fiber.Ctx) error {
	x, err := s.as(c).Believed(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	return s.show(c, "combs", combsOf(x))
}

func combsOf(x app.Colony) *combsView {
	v := &combsView{
		shell: shell{Title: x.Code + ", combs", Operation: x.Operation, Active: "board", Today: x.Today.Short()},
		ID:    x.ID, Code: x.Code, EntryID: app.NewID(),
	}
	b := x.Believed
	cull := map[string][]string{}
	for _, k := range b.Culls(x.Today) {
		cull[k.Frame] = k.Why
	}
	for i := len(b.Stack.Boxes) - 1; i >= 0; i-- {
		box := b.Stack.Boxes[i]
		bx := combBox{
			Name: boxName(b.Stack, box.ID),
			Spaced: fmt.Sprintf(
				"%d in a box for %d, combs grow to %.0f mm", len(box.Frames), box.Format.Slots,
				box.Format.ThicknessMM(len(box.Frames)),
			),
		}
		if box.Format.FreeBelowMM > 0 {
			bx.Spaced += fmt.Sprintf("; %.0f mm free below them, mostly drone comb", box.Format.FreeBelowMM)
		}
		for n, f := range box.Frames {
			bx.Combs = append(bx.Combs, tileOf(b, f.ID, n+1, bx.Name, cull[f.ID]))
		}
		v.Boxes = append(v.Boxes, bx)
	}
	return v
}

func tileOf(b history.Believed, id string, n int, box string, why []string) combTile {
	k := b.Combs[id]
	t := combTile{ID: id, N: n, Name: fmt.Sprintf("%s, frame %d", box, n), Cull: len(why) > 0}
	if k.Darkness != nil {
		t.Dark = darkWords[*k.Darkness]
		t.Facts = append(t.Facts, t.Dark)
	}
	if k.DroneShare != nil {
		t.Facts = append(t.Facts, fmt.Sprintf("drone %d/8", *k.DroneShare))
	}
	if k.Granulated != nil && *k.Granulated {
		t.Facts = append(t.Facts, "granulated")
	}
	if k.Origin != "" && k.Origin != "own" {
		t.Facts = append(t.Facts, "from "+strings.ReplaceAll(k.Origin, "other", "another hive"))
	}
	if k.Label != "" {
		t.Facts = append(t.Facts, k.Label)
	}
	if k.Fed > 0 {
		t.Facts, t.Barred = append(t.Facts, "holds feed of "+k.Fed.DayMonth()), true
	}
	_, treatments := b.With(id)
	if n := len(treatments); n > 0 {
		t.Facts = append(t.Facts, treatments[n-1].What+" "+treatments[n-1].From.DayMonth())
		t.Barred = true
	}
	return t
}

// saveCombs notes what was found of the frames that are ticked.
func (s *Server) saveCombs(c fiber.Ctx) error {
	id := c.Params("colony")
	x, err := s.as(c).Believed(c.Context(), id)
	if err != nil {
		return err
	}
	v := combsOf(x)
	val := func(k string) string { return strings.TrimSpace(c.FormValue(k)) }
	v.Form = combForm{val("darkness"), val("drone"), val("granulated"), val("origin"), val("label"), val("cull")}
	a := history.Combs{Label: v.Form.Label, Origin: v.Form.Origin}
	for i := range v.Boxes {
		for k := range v.Boxes[i].Combs {
			t := &v.Boxes[i].Combs[k]
			if t.On = c.FormValue("f."+t.ID) != ""; t.On {
				a.Frames = append(a.Frames, t.ID)
			}
		}
	}
	for _, w := range []struct {
		text string
		into **int
	}{{v.Form.Darkness, &a.Darkness}, {v.Form.Drone, &a.DroneShare}} {
		if n, err := strconv.Atoi(w.text); err == nil {
			*w.into = &n
		}
	}
	for _, w := range []struct {
		text string
		into **bool
	}{{v.Form.Granulated, &a.Granulated}, {v.Form.Cull, &a.Cull}} {
		if w.text != "" {
			yes := w.text == "yes"
			*w.into = &yes
		}
	}
	err = s.as(c).NoteCombs(c.Context(), id, val("entry"), a)
	var field *app.FieldError
	if errors.As(err, &field) {
		v.Err, v.EntryID = sentence(field), val("entry")
		c.Status(fiber.StatusUnprocessableEntity)
		return s.show(c, "combs", v)
	}
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id + "/combs")
}

func (s *Server) showCulls(c fiber.Ctx) error {
	all, err := s.as(c).CullList(c.Context())
	if err != nil {
		return err
	}
	v := &cullsView{
		shell: shell{Title: "Combs to cull", Active: "formats"}, Count: words.Count(all.Combs, "comb", "combs"),
		More: all.InOther,
	}
	for _, x := range all.Colonies {
		k := cullColony{ID: x.Colony, Code: x.Code, Yard: all.YardNames[x.Yard]}
		for _, cull := range x.Culls {
			k.Combs = append(
				k.Combs,
				sum{
					Name:  fmt.Sprintf("%s, frame %d", glyphBoxName(x.Boxes, cull.Box), cull.Slot+1),
					Value: words.Capital(strings.Join(cull.Why, ", ")),
				},
			)
		}
		v.Colonies = append(v.Colonies, k)
	}
	return s.show(c, "culls", v)
}

// glyphBoxName is boxName of a hive of which only the drawing is known.
func glyphBoxName(boxes []app.GlyphBox, at int) string {
	st := hive.Stack{}
	for i, b := range boxes {
		st.Boxes = append(st.Boxes, hive.Box{ID: strconv.Itoa(i), Super: b.Super})
	}
	return boxName(st, strconv.Itoa(at))
}
