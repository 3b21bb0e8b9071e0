package web

import (
	"fmt"
	"net/url"
	"strings"

	"kembo/app"
	"kembo/core/draft"
	"kembo/core/hive"
	"kembo/core/places"
	"kembo/core/words"
	"kembo/web/draw"
)

// owner builds the links of the page.
type owner struct {
	app.OwnPlan
	lift string // what is in the hand: "2.4", "b3", "drawn", "sheet"; "" for nothing
}

// href is the page with steps more, and something in the hand.
func (o owner) href(lift string, more ...string) string {
	text := strings.Join(append(kept(o.Sketch.Steps), more...), ",")
	return o.address(text, lift)
}

func (o owner) address(steps, lift string) string {
	q := url.Values{"of": {o.Sketch.Of}}
	if steps != "" {
		q.Set("do", steps)
	}
	if o.On != o.Today {
		q.Set("on", o.On.String())
	}
	if lift != "" {
		q.Set("lift", lift)
	}
	return "/colonies/" + o.ID + "/own?" + q.Encode()
}

func kept(steps string) []string {
	if steps == "" {
		return nil
	}
	return strings.Split(steps, ",")
}

// inHand drops what is in the hand where the hive has none such.
func inHand(st hive.Stack, lift string) string {
	switch {
	case lift == "drawn" || lift == "sheet":
		return lift
	case strings.HasPrefix(lift, "b"):
		if s, err := draft.Parse(lift + "-off"); err == nil && s[0].From.Box < len(st.Boxes) {
			return lift
		}
	default:
		if p, ok := placeOf(lift); ok && p.Box < len(st.Boxes) && p.Slot < len(st.Boxes[p.Box].Frames) {
			return lift
		}
	}
	return ""
}

// placeOf reads "2.4".
func placeOf(lift string) (hive.Place, bool) {
	s, err := draft.Parse(lift + "-off")
	if err != nil || len(s) != 1 || s[0].Do != draft.CombOff {
		return hive.Place{}, false
	}
	return s[0].From, true
}

func slotOf(p hive.Place) string { return fmt.Sprintf("%d.%d", p.Box+1, p.Slot+1) }

// full reports whether a box has no slot free.
func full(b hive.Box) bool { return len(b.Frames) >= b.Format.Slots }

// drawing is the hive with what a hand can be put to.
func (o owner) drawing() draw.OwnPlan {
	st := o.Made.After
	p := draw.OwnPlan{Stack: st, Box: -1, Held: -1, Alt: "The hive as it would hang. Take hold of a comb or a box."}
	box, isBox := strings.CutPrefix(o.lift, "b")
	if at, ok := placeOf(o.lift); ok {
		p.Lifted = &at
	}
	for i, b := range st.Boxes {
		name := boxName(st, b.ID)
		p.Names = append(p.Names, name)
		key := fmt.Sprintf("b%d", i+1)
		grip := draw.Hold{At: key, Href: o.href(key), Say: "Take hold of " + words.Lower(name)}
		switch {
		case isBox && box == fmt.Sprint(i+1):
			p.Box, grip.Href, grip.Say = i, o.href(""), "Put "+words.Lower(name)+" back"
		case isBox:
			grip.Href, grip.Say = o.href("", o.lift+"-"+fmt.Sprint(i+1)), "Put it where "+words.Lower(name)+" stands"
		}
		p.Boxes = append(p.Boxes, grip)
		var row []draw.Hold
		for k, f := range b.Frames {
			row = append(row, o.comb(hive.Place{Box: i, Slot: k}, name, f))
		}
		if end := (hive.Place{Box: i, Slot: len(b.Frames)}); !full(b) && o.lift != "" && !isBox {
			row = append(row, draw.Hold{At: slotOf(end), Href: o.href("", o.lift+"-"+slotOf(end)), Say: "Hang it in " + words.Lower(name) + ", last"})
		}
		p.Combs = append(p.Combs, row)
	}
	for i, key := range []string{"drawn", "sheet"} {
		p.Truck[i] = draw.Hold{At: key, Href: o.href(key), Say: [2]string{"Take a drawn comb", "Take a sheet of foundation"}[i]}
		if o.lift == key {
			p.Held, p.Truck[i].Href, p.Truck[i].Say = i, o.href(""), "Put it back"
		}
	}
	p.Off.At = "off"
	if o.lift != "" && o.lift != "drawn" && o.lift != "sheet" {
		p.Off.Href, p.Off.Say = o.href("", o.lift+"-off"), "Put it on the truck"
	}
	for _, c := range o.Sheet.Combs {
		if at, ok := st.PlaceOf(c.Frame.ID); ok {
			t := draw.Tag{N: c.N, Frame: c.Frame, To: &at}
			if from, had := o.Believed.Stack.PlaceOf(c.Frame.ID); had {
				t.From = &from
			}
			p.Tags = append(p.Tags, t)
		}
	}
	return p
}

// comb is what a hand put to a comb does.
func (o owner) comb(at hive.Place, box string, f hive.Frame) draw.Hold {
	h := draw.Hold{At: slotOf(at)}
	say := fmt.Sprintf("%s, comb %d, %s", box, at.Slot+1, places.ClassOf(f).Words())
	switch {
	case o.lift == slotOf(at):
		h.Href, h.Say = o.href(""), "Put back "+words.Lower(say)
	case o.lift == "" || strings.HasPrefix(o.lift, "b"):
		h.Href, h.Say = o.href(slotOf(at)), "Take hold of "+words.Lower(say)
	default:
		h.Href, h.Say = o.href("", o.lift+"-"+slotOf(at)), "Put it at "+words.Lower(say)
	}
	return h
}
