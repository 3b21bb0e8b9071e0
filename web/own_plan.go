package web

import (
	"errors"
	"fmt"
	"html/template"
	"net/url"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/draft"
	"kembo/core/hive"
	"kembo/core/places"
	"kembo/core/words"
	"kembo/web/draw"
)

// ownView is the page on which a keeper draws a plan for a hive.
type ownView struct {
	shell
	ID, Code, Shut string
	Do, Of         string // the plan as the address holds it
	OnISO, MinISO  string
	MaxISO, Day    string
	Entry          string
	Figure         template.HTML
	Say            string // what is in the hand, or what to do first
	Hands          []ownLink
	Lifted         bool
	Goals          []ownLink
	Ware           []ownLink
	Done           []string
	Undo, Anew     string
	Err            string
	Broken         []ownBreach
	Standing       bool // what is broken stood so before
	Work, Arranged string
	Course         *courseView
	Sheet          string
}

type ownLink struct {
	Href, Say, Class string
}

type ownBreach struct{ Say, Help string }

// showOwn shows the page; a script asks for its part.
func (s *Server) showOwn(c fiber.Ctx) error {
	v, err := s.ownView(c, "")
	if err != nil {
		return err
	}
	if wantsPart(c) {
		return s.show(c, "own#own", v)
	}
	return s.show(c, "own", v)
}

// doOwn writes what was drawn as done.
func (s *Server) doOwn(c fiber.Ctx) error {
	id, entry := c.Params("colony"), c.FormValue("entry")
	on, err := day.Parse(c.FormValue("day"))
	if err != nil {
		err = &app.FieldError{Field: "day", Say: err.Error()}
	} else {
		err = s.as(c).DoSketch(c.Context(), id, entry, on, app.Sketch{Steps: c.FormValue("do"), Of: c.FormValue("of")})
	}
	if err == nil || c.Get(queueHeader) != "" {
		return s.wrote(c, id, entry, err)
	}
	var field *app.FieldError
	if !errors.As(err, &field) {
		return err
	}
	v, err := s.ownView(c, sentence(field))
	if err != nil {
		return err
	}
	c.Status(fiber.StatusUnprocessableEntity)
	return s.show(c, "own", v)
}

// wrote answers what a page or its queue has sent: that it is stored, or why not.
func (s *Server) wrote(c fiber.Ctx, id, entry string, err error) error {
	var field *app.FieldError
	switch queued := c.Get(queueHeader) != ""; {
	case err == nil && queued:
		x, err := s.as(c).Colony(c.Context(), id)
		if err != nil {
			return err
		}
		return c.JSON(sentAnswer{Stored: true, ID: entry, Code: x.Code})
	case err == nil:
		return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id)
	case queued && errors.As(err, &field):
		return refuse(c, entry, sentence(field), nil)
	}
	return err
}

// sketchOf reads a plan from an address or a form.
func sketchOf(c fiber.Ctx) app.Sketch {
	get := func(key string) string {
		if v := c.FormValue(key); v != "" {
			return v
		}
		return c.Query(key)
	}
	on, _ := day.Parse(get("on")) // what cannot be read is today
	return app.Sketch{Steps: get("do"), Of: get("of"), On: on}
}

func (s *Server) ownView(c fiber.Ctx, err string) (*ownView, error) {
	o, wrong := s.as(c).OwnPlan(c.Context(), c.Params("colony"), sketchOf(c))
	if wrong != nil {
		return nil, wrong
	}
	v := ownViewOf(o, c.Query("lift"))
	if err != "" {
		v.Err = err
	}
	return v, nil
}

func ownViewOf(x app.OwnPlan, lift string) *ownView {
	v := &ownView{
		shell: shell{Title: "Your own plan, " + x.Code, Operation: x.Operation, Active: "board", Today: x.Today.Short()},
		ID:    x.ID, Code: x.Code, Shut: x.Shut, Do: x.Sketch.Steps, Of: x.Sketch.Of, OnISO: x.On.String(),
		MinISO: x.Today.String(), MaxISO: (x.Today + app.LatestSketch).String(), Day: x.Today.String(), Entry: app.NewID(), Err: x.Err,
	}
	v.Scripts = []string{"own.js"}
	if v.Shut != "" {
		return v
	}
	o := owner{OwnPlan: x, lift: inHand(x.Made.After, lift)}
	v.Figure = draw.Own(o.drawing())
	v.hand(o)
	v.links(o)
	v.Done = x.Made.Done
	for i := range x.Breaks {
		v.Broken = append(v.Broken, ownBreach{x.Breaks[i], x.Helps[i]})
	}
	for i := range x.Stands {
		v.Broken, v.Standing = append(v.Broken, ownBreach{x.Stands[i], x.Helps[i]}), true
	}
	if len(v.Done) > 0 {
		v.work(x)
		q := url.Values{"of": {v.Of}, "do": {v.Do}, "on": {v.OnISO}}
		v.Sheet = "/colonies/" + v.ID + "/moves?" + q.Encode()
	}
	if x.Assessment != nil {
		course := x.Course(x.On)
		if x.With != nil {
			course.Tried, course.With, course.Own = []string{"this plan"}, x.With, x.Checked
		}
		v.Course = courseOf(course, nil)
	}
	return v
}

// work says what hands take.
func (v *ownView) work(x app.OwnPlan) {
	s := x.Sheet
	if len(s.Steps) == 0 {
		v.Work = "Nothing hangs otherwise than now."
		return
	}
	out := []string{fmt.Sprintf("About %.0f minutes", s.Minutes)}
	if n := len(s.Combs); n > 0 {
		out = append(out, words.Count(n, "comb handled", "combs handled"))
	}
	if s.Lifts > 0 {
		out = append(out, fmt.Sprintf("%s, the heaviest %s", words.Count(s.Lifts, "lift", "lifts"), massOf(s.HeaviestKg, x.Units)))
	}
	v.Work = strings.Join(out, "; ") + "."
	if a := x.Made.Arranged; a != nil {
		v.Arranged = fmt.Sprintf("Arranged with least work: it costs %.0f minutes, what the order is worth counted in; none can cost "+
			"under %.0f.", a.Cost, a.Bound)
	}
}

// hand says what is in the hand, with what buttons do to it.
func (v *ownView) hand(o owner) {
	st := o.Made.After
	v.Say, v.Lifted = "Tap a comb or the name of a box to take hold of it, then where it goes; or drag it. With keys: arrows, Enter, "+
		"Delete, and u to undo.", o.lift != ""
	add := func(say string, class string, href string) {
		v.Hands = append(v.Hands, ownLink{Href: href, Say: say, Class: class})
	}
	if p, ok := placeOf(o.lift); ok {
		b := st.Boxes[p.Box]
		v.Say = fmt.Sprintf("In the hand: %s, comb %d, %s. Where does it go?", words.Lower(boxName(st, b.ID)), p.Slot+1,
			places.ClassOf(b.Frames[p.Slot]).Words())
		move := func(say string, to hive.Place) {
			if to.Slot >= 0 && to.Box >= 0 && to.Box < len(st.Boxes) && (to.Box != p.Box || to.Slot < len(b.Frames)) {
				to.Slot = min(to.Slot, max(len(st.Boxes[to.Box].Frames)-1, 0))
				add(say, "", o.href(slotOf(to), o.lift+"-"+slotOf(to)))
			}
		}
		move("Left", hive.Place{Box: p.Box, Slot: p.Slot - 1})
		move("Right", hive.Place{Box: p.Box, Slot: p.Slot + 1})
		move("Up a box", hive.Place{Box: p.Box + 1, Slot: p.Slot})
		move("Down a box", hive.Place{Box: p.Box - 1, Slot: p.Slot})
		if b.Frames[p.Slot].A != b.Frames[p.Slot].B {
			add("Turn it", "", o.href("", o.lift+"-turn"))
		}
		add("On the truck", "js-off", o.href("", o.lift+"-off"))
	} else if s, err := draft.Parse(o.lift + "-off"); err == nil && o.lift != "" && s[0].Do == draft.BoxOff {
		i := s[0].From.Box
		v.Say = fmt.Sprintf("In the hand: %s. Where does it stand?", words.Lower(boxName(st, st.Boxes[i].ID)))
		if i+1 < len(st.Boxes) {
			add("Up", "", o.href(fmt.Sprintf("b%d", i+2), fmt.Sprintf("%s-%d", o.lift, i+2)))
		}
		if i > 0 {
			add("Down", "", o.href(fmt.Sprintf("b%d", i), fmt.Sprintf("%s-%d", o.lift, i)))
		}
		if len(st.Boxes) > 1 {
			add("On the truck", "js-off", o.href("", o.lift+"-off"))
		}
	} else if o.lift != "" {
		v.Say = map[string]string{
			"drawn": "In the hand: a drawn comb. Tap where it goes; in a full box it takes the place of the comb there.",
			"sheet": "In the hand: a sheet of foundation. Tap where it goes; in a full box it takes the place of the comb there.",
		}[o.lift]
	}
	if v.Lifted {
		add("Put back", "js-back", o.href(""))
	}
}

// links are what is done to the whole hive, and undone.
func (v *ownView) links(o owner) {
	for _, g := range o.Goals {
		v.Goals = append(v.Goals, ownLink{Href: o.href("", "put-"+g.Key), Say: g.Name})
	}
	ware := func(say, step string) { v.Ware = append(v.Ware, ownLink{Href: o.href("", step), Say: say}) }
	ware("Drawn super on", "+drawn")
	ware("Foundation super on", "+sheet")
	ware("Drawn box under", "+under")
	st := o.Made.After
	nest := len(st.Boxes) - st.Supers()
	switch {
	case st.ExcluderAbove > 0:
		ware("Excluder out", "ex-0")
	case nest < len(st.Boxes):
		ware("Excluder over the nest", fmt.Sprintf("ex-%d", nest))
	}
	if steps := kept(o.Sketch.Steps); len(steps) > 0 {
		v.Undo, v.Anew = o.address(strings.Join(steps[:len(steps)-1], ","), ""), o.address("", "")
	}
}

// comes says what a plan that was drawn needs from the truck.
func comes(x app.OwnPlan) (out []string) {
	drawn, bare := 0, 0
	for _, b := range x.Made.After.Boxes {
		if x.Believed.Stack.BoxAt(b.ID) < 0 {
			out = append(out, fmt.Sprintf("1 %s, %s", b.Format.Short, contentOfNew(b)))
			continue
		}
		for _, f := range b.Frames {
			switch _, had := x.Believed.Stack.PlaceOf(f.ID); {
			case had:
			case f.A[comb.Foundation] > 0:
				bare++
			default:
				drawn++
			}
		}
	}
	if drawn > 0 {
		out = append(out, words.Count(drawn, "drawn comb", "drawn combs"))
	}
	if bare > 0 {
		out = append(out, words.Count(bare, "sheet of foundation", "sheets of foundation"))
	}
	return out
}
