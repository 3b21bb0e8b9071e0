package draw

import (
	"html/template"

	"kembo/core/comb"
	"kembo/core/hive"
)

// Hold is a place on the drawing that a hand can be put to: a link, with what following it does.
type Hold struct {
	At   string // what scripts call the place
	Href string
	Say  string
}

// OwnPlan is a hive on which a keeper draws a plan.
type OwnPlan struct {
	Stack  hive.Stack
	Names  []string // of the boxes, from the floor
	Combs  [][]Hold // of each box, from the left; one more where there is room for one
	Boxes  []Hold   // the grips of the boxes
	Tags   []Tag    // of combs that hang otherwise than now
	Lifted *hive.Place
	Box    int     // that is lifted; -1: none
	Truck  [2]Hold // a drawn comb and a sheet of foundation
	Held   int     // which of them is; -1: none
	Off    Hold    // where combs and boxes are put down that leave
	Alt    string
}

// Of the drawing. The truck stands under the hive.
const ownLeft, ownTop, truckHigh, truckGap = 112.0, 30.0, 92.0, 46.0

// What comes from the truck.
var (
	drawnComb = hive.Frame{A: comb.Shares{comb.Empty: 1}, B: comb.Shares{comb.Empty: 1}}
	bareComb  = hive.Frame{A: comb.Shares{comb.Foundation: 1}, B: comb.Shares{comb.Foundation: 1}}
)

// Own draws a hive with a place to take hold of at every comb and box, and the truck under it.
func Own(p OwnPlan) template.HTML {
	s := side{st: p.Stack, x: ownLeft}
	floor := ownTop
	for i, b := range p.Stack.Boxes {
		floor += boxHeight(b)
		if p.Stack.ExcluderAbove == i && i > 0 {
			floor += 7
		}
	}
	s.lay(floor, nil, false)
	var b, letters, over builder
	s.draw(&b, &letters, floor)
	r := routes{after: s, lines: &over, tags: &over}
	for _, t := range p.Tags {
		if t.To != nil {
			r.frame(&s, *t.To)
			r.tag(t, s.mid(*t.To), s.top[t.To.Box]+boxHeight(p.Stack.Boxes[t.To.Box])-tagSize-9)
		}
	}
	for i, box := range p.Stack.Boxes {
		h := boxHeight(box)
		grip(&over, p.Boxes[i], p.Names[i], s.top[i]+h/2, p.Box == i)
		p.holds(&over, &s, i)
	}
	p.truck(&b, &letters, &over, floor+truckGap)
	a := `role="group" aria-label="` + esc(p.Alt) + `"`
	w, high := ownLeft+moveWide+10, floor+truckGap+truckHigh+34
	return template.HTML(`<svg class="own-draw" width="` + n(w) + `" height="` + n(high) + `" viewBox="0 0 ` + n(w) + ` ` + n(high) +
		`" ` + a + `>` + b.String() + letters.String() + over.String() + `</svg>`)
}

// holds draws what can be taken hold of in a box.
func (p OwnPlan) holds(b *builder, s *side, i int) {
	box := p.Stack.Boxes[i]
	h, pitch := boxHeight(box), inner/float64(max(len(box.Frames), 1))
	for k, hold := range p.Combs[i] {
		x, w := s.x+wall+pitch*float64(k), pitch
		if k == len(box.Frames) { // beside the last, on the wall
			x, w = s.x+wall+inner, wall
		}
		class := "own-c"
		if p.Lifted != nil && *p.Lifted == (hive.Place{Box: i, Slot: k}) {
			class = "own-c held"
		}
		holdOf(b, hold, class, x, s.top[i]+1, w, h-2)
	}
}

// holdOf draws a place to take hold of.
func holdOf(b *builder, h Hold, class string, x, y, w, high float64) {
	b.open("a", "href", esc(h.Href), "class", class, "data-at", esc(h.At), "aria-label", esc(h.Say))
	b.el("rect", "x", n(x), "y", n(y), "width", n(w), "height", n(high), "class", "hit")
	b.close("a")
}

// grip draws what a box is taken hold of by: its name, at its side.
func grip(b *builder, h Hold, name string, mid float64, held bool) {
	class := "own-b"
	if held {
		class = "own-b held"
	}
	b.open("a", "href", esc(h.Href), "class", class, "data-at", esc(h.At), "aria-label", esc(h.Say))
	b.el("rect", "x", "2", "y", n(mid-24), "width", n(ownLeft-18), "height", "48", "class", "hit")
	b.text("text", esc(name), "x", n(ownLeft-24), "y", n(mid+5), "font-size", "14", "font-weight", "700", "text-anchor", "end")
	b.close("a")
	b.el("path", "d", "M"+xy(ownLeft-16, mid)+"H"+n(ownLeft), "stroke", "var(--k-ink)", "stroke-width", "1.2")
}

// truck draws what can come and where is put down what goes.
func (p OwnPlan) truck(b, letters, over *builder, y float64) {
	b.text("text", "On the truck", "x", n(ownLeft-24), "y", n(y+18), "font-size", "14", "font-weight", "700", "text-anchor", "end")
	x := ownLeft + 8
	for i, f := range [2]hive.Frame{drawnComb, bareComb} {
		at := x + 74*float64(i)
		b.el("path", "d", "M"+xy(at-4, y+4)+"H"+n(at+34), "stroke", "var(--k-ink)", "stroke-width", "2")
		g := frameGeo{}
		g.faces[0] = drawFace(b, f.A, at, at+14, y+6, y+truckHigh-24)
		g.faces[1] = drawFace(b, f.B, at+16, at+30, y+6, y+truckHigh-24)
		frameLetters(letters, g, at+15)
		b.text("text", [2]string{"drawn", "sheet"}[i], "x", n(at+15), "y", n(y+truckHigh-6), "font-size", "13", "text-anchor", "middle")
		class := "own-t"
		if p.Held == i {
			class = "own-t held"
		}
		holdOf(over, p.Truck[i], class, at-16, y-4, 62, truckHigh+4)
	}
	left := x + 150
	b.el("rect", "x", n(left), "y", n(y), "width", n(ownLeft+moveWide-left), "height", n(truckHigh-6), "class", "own-down")
	b.text(
		"text", "Put down here what leaves", "x", n((left+ownLeft+moveWide)/2), "y", n(y+truckHigh/2), "font-size", "13",
		"text-anchor", "middle",
	)
	if p.Off.Href != "" {
		holdOf(over, p.Off, "own-o", left, y, ownLeft+moveWide-left, truckHigh-6)
	} else {
		over.el(
			"rect", "x", n(left), "y", n(y), "width", n(ownLeft+moveWide-left), "height", n(truckHigh-6), "class", "hit",
			"data-at", p.Off.At,
		)
	}
}
