package draw

import (
	"fmt"
	"html/template"
	"math"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
)

// Label is what stands beside a box of a stack.
type Label struct {
	Name  string
	Lines []string
	Heavy string // a lift that needs two people, boxed; "" for none
}

// Note is a thing pointed out beside the stack.
type Note struct{ Lines []string }

// StackPlan is a hive to be drawn cut open.
type StackPlan struct {
	Stack  hive.Stack
	Labels []Label       // one a box
	Parts  []colony.Part // what each box's contents rest on; nil: all seen
	Nest   []string      // words at the nest's outline
	Alt    string
}

const (
	wall      = 18.0
	inner     = 300.0
	topBar    = 14.0
	letterPt  = 10.5
	labelWide = 132.0
	pxPerMM   = 0.605 // a deep of 203 mm and its bars come to 150 px
)

// frameGeo is where a frame's faces stand, for the outline of the nest.
type frameGeo struct {
	slot  int
	faces [2]faceGeo
}

type faceGeo struct {
	x0, x1 float64
	bands  [comb.Contents]struct{ y0, y1 float64 }
	brood  bool
	top    float64
	bottom float64
}

func boxHeight(b hive.Box) float64 { return 27 + b.Format.Frame.HeightMM*pxPerMM }

// Stack draws a hive cut open, edge-on: every face of every frame, the nest
// outlined across boxes, labels with leaders on the right.
func Stack(p StackPlan) template.HTML {
	var b, over, letters builder
	const x = 11.0
	wide := inner + 2*wall
	y := 6.0
	labelX := x + wide + 12
	if p.Stack.Insulation.On {
		insulation(&b, x, y, wide)
		y += 9
	}
	roof(&b, x, y, wide)
	y += 20
	if h := feederOver(&b, p.Stack.Feeder.Kind, x, y, wide); h > 0 {
		y += h
	}
	var geos []frameGeo
	var taken [][2]float64 // heights that labels stand in
	for i := len(p.Stack.Boxes) - 1; i >= 0; i-- {
		box := p.Stack.Boxes[i]
		h := boxHeight(box)
		g := drawBox(&b, &letters, box, x, y, h)
		if i < len(p.Parts) {
			veil(&b, g, p.Parts[i])
		}
		hole(&b, box.Hole, x+wide-wall/2, y+h*holeAt)
		geos = append(geos, g...)
		if i < len(p.Labels) {
			taken = append(taken, [2]float64{y, label(&b, p.Labels[i], x+wide, labelX, y)})
		}
		y += h
		if p.Stack.ExcluderAbove == i && i > 0 {
			excluder(&b, x, y, wide)
			if len(p.Labels) > 0 {
				b.f(
					`<path d="M%s %sH%s" stroke="var(--k-ink)"/><text x="%s" y="%s" font-size="13">excluder</text>`,
					n(x+wide+2), n(y+3.5), n(labelX-4), n(labelX), n(y-1),
				)
			}
			y += 7
		}
	}
	ex1 := floorAndFeet(&b, p.Stack, x, y, wide)
	floor, below := y, y-6.0 // below the last word beside the boxes
	y += 36
	if d, right, at := nestPath(geos); d != "" {
		over.el("path", "d", d, "fill", "none", "stroke", "var(--k-paper-lift)", "stroke-width", "6", "opacity", ".92")
		over.el("path", "d", d, "fill", "none", "stroke", "var(--k-ink)", "stroke-width", "2.6")
		if len(p.Nest) > 0 {
			words := at
			for _, t := range taken { // stand under a label that is in the way
				if words+10 > t[0] && words-12 < t[1] {
					words = t[1] + 12
				}
			}
			leader := fmt.Sprintf("M%s %sH%sV%sH%s", n(right), n(at), n(x+wide+4), n(words), n(labelX-4))
			over.el("path", "d", leader, "fill", "none", "stroke", "var(--k-paper-lift)", "stroke-width", "4.5")
			over.el("path", "d", leader, "fill", "none", "stroke", "var(--k-ink)", "stroke-width", "1.2")
			over.el("circle", "cx", n(right), "cy", n(at), "r", "3", "fill", "var(--k-ink)")
			for i, t := range p.Nest {
				over.f(`<text x="%s" y="%s" font-size="13">%s</text>`, n(labelX), n(words-1+16*float64(i)), esc(t))
				below = max(below, words-1+16*float64(i))
			}
		}
	}
	if len(p.Labels) > 0 {
		at := max(floor+11, below+15)
		b.f(
			`<text x="%s" y="%s" font-size="13">entrance</text>`+
				`<path d="M%s %sH%sV%sH%s" fill="none" stroke="var(--k-ink)"/>`,
			n(labelX), n(at), n(ex1+3), n(floor+6.5), n(x+wide+8), n(at-4.5), n(labelX-4),
		)
	}
	width := labelX + labelWide
	if len(p.Labels) == 0 {
		width = x + wide + 12 // the boxes are told in words beside it
	}
	return svg("stack", width, y+4, p.Alt, b.String()+over.String()+letters.String())
}

// label writes a box's name and lines and returns where they end.
func label(b *builder, l Label, from, x, y float64) float64 {
	b.f(`<path d="M%s %sH%s" stroke="var(--k-rule-2)"/>`, n(from), n(y+0.5), n(x+118))
	b.f(`<text x="%s" y="%s" font-size="15" font-weight="700">%s</text>`, n(x), n(y+18), esc(l.Name))
	y += 36
	for _, t := range l.Lines {
		b.f(`<text x="%s" y="%s" font-size="13.5">%s</text>`, n(x), n(y), esc(t))
		y += 17
	}
	if l.Heavy != "" {
		b.el(
			"rect", "x", n(x), "y", n(y-11), "width", "122", "height", "38", "fill", "var(--k-paper-lift)", "stroke",
			"var(--k-ink)", "stroke-width", "1.5",
		)
		b.text("text", esc(l.Heavy), "x", n(x+9), "y", n(y+5), "font-size", "13.5", "font-weight", "700")
		b.text("text", "two people", "x", n(x+9), "y", n(y+20.5), "font-size", "13.5", "font-weight", "700")
		y += 44
	}
	return y - 8
}

func roof(b *builder, x, y, w float64) {
	b.el(
		"rect", "x", n(x-7), "y", n(y), "width", n(w+14), "height", "20", "fill", "url(#timber)", "stroke",
		"var(--k-ink)", "stroke-width", "1.2",
	)
	b.el("path", "d", "M"+n(x-11)+" "+n(y+0.5)+"H"+n(x+w+11), "stroke", "var(--k-ink)", "stroke-width", "3.2")
	b.el("path", "d", "M"+n(x-7)+" "+n(y+15)+"H"+n(x+w+7), "stroke", "var(--k-wood-line)", "stroke-width", ".8")
}

func excluder(b *builder, x, y, w float64) {
	b.el(
		"rect", "x", n(x), "y", n(y), "width", n(w), "height", "7", "fill", "var(--k-paper-lift)", "stroke",
		"var(--k-ink)",
	)
	b.el(
		"path", "d", "M"+n(x+4)+" "+n(y+3.5)+"H"+n(x+w-4), "stroke", "var(--k-ink)", "stroke-width", "3.5",
		"stroke-dasharray", "1.6 3.2",
	)
}

func floorAndFeet(b *builder, st hive.Stack, x, y, w float64) (entranceEnd float64) {
	x0, x1 := x+w*0.3, x+w*0.7
	if st.Entrance == hive.Reduced {
		x0 = x1 - w*0.08
	}
	b.el(
		"rect", "x", n(x-4), "y", n(y), "width", n(w+8), "height", "20", "fill", "url(#timber)", "stroke",
		"var(--k-ink)", "stroke-width", "1.2",
	)
	fill := "var(--k-ink)"
	if st.Entrance == hive.Shut {
		fill = "var(--k-wood)"
	}
	b.el(
		"rect", "x", n(x0), "y", n(y+3), "width", n(x1-x0), "height", "6", "fill", fill, "stroke", "var(--k-ink)",
		"stroke-width", ".8",
	)
	if st.Guarded {
		b.el(
			"path", "d", "M"+n(x0)+" "+n(y+6)+"H"+n(x1), "stroke", "var(--k-paper-lift)", "stroke-width", "6.5",
			"stroke-dasharray", "1.5 7",
		)
	}
	b.el("path", "d", "M"+n(x-12)+" "+n(y+20)+"H"+n(x+w+12), "stroke", "var(--k-ink)", "stroke-width", "2.2")
	for _, lx := range []float64{x + 10, x + w - 34} {
		b.f(
			`<path d="M%s %sl-3 13h30l-3-13z" fill="var(--k-wood)" stroke="var(--k-ink)" stroke-width="1.1"/>`, n(lx),
			n(y+21),
		)
	}
	return x1
}

func drawBox(b, letters *builder, box hive.Box, x, y, h float64) []frameGeo {
	walls(b, x, y, h)
	ix := x + wall
	b.f(
		`<rect x="%s" y="%s" width="%s" height="%s" fill="var(--k-inside)" stroke="var(--k-ink)" stroke-width="1.2"/>`,
		n(ix), n(y), n(inner), n(h),
	)
	count := len(box.Frames)
	if count == 0 {
		return nil
	}
	pitch := inner / float64(max(count, 1))
	top, bottom := y+3+topBar, y+h-6
	var geos []frameGeo
	for i, f := range box.Frames {
		sx := ix + float64(i)*pitch
		gap := max(1.6, pitch*0.06)
		mid, xl, xr := sx+pitch/2, sx+gap, sx+pitch-gap
		b.f(
			`<rect x="%s" y="%s" width="%s" height="%s" fill="var(--k-wood)" stroke="var(--k-ink)" stroke-width=".9"/>`,
			n(xl-0.4), n(y+2.5), n(xr-xl+0.8), n(topBar),
		)
		b.f(
			`<rect x="%s" y="%s" width="%s" height="3.4" fill="var(--k-wood)" stroke="var(--k-ink)" stroke-width=".7"/>`,
			n(xl+1), n(bottom), n(xr-xl-2),
		)
		b.f(
			`<text x="%s" y="%s" text-anchor="middle" font-size="10.5" font-weight="600">%d</text>`, n(mid),
			n(y+2.5+topBar/2+3.7), i+1,
		)
		g := frameGeo{slot: i}
		g.faces[0] = drawFace(b, f.A, xl+0.6, mid-0.8, top+0.8, bottom)
		g.faces[1] = drawFace(b, f.B, mid+0.8, xr-0.6, top+0.8, bottom)
		frameLetters(letters, g, mid)
		geos = append(geos, g)
	}
	return geos
}

// veil dims what was not seen on the day: what is carried lies under a thin
// veil with a broken edge, what is only assumed under a thick one, dotted. The
// labels beside it say so in words.
func veil(b *builder, geos []frameGeo, p colony.Part) {
	for _, g := range geos {
		for side, f := range g.faces {
			opacity, dash := 0.0, ""
			switch p.Face(g.slot, side) {
			case colony.Carried:
				opacity, dash = 0.45, "5 3"
			case colony.Assumed:
				opacity, dash = 0.72, "1.5 2.5"
			default:
				continue
			}
			y0, y1 := f.bands[0].y0, f.bands[comb.Contents-1].y1
			for _, band := range f.bands {
				y1 = max(y1, band.y1)
			}
			b.el(
				"rect", "x", n(f.x0), "y", n(y0), "width", n(f.x1-f.x0), "height", n(y1-y0), "fill",
				"var(--k-paper-lift)", "fill-opacity", n(opacity), "stroke", "var(--k-ink)", "stroke-width", "1",
				"stroke-dasharray", dash,
			)
		}
	}
}

// walls draws both side walls with the end-grain fingers of the box joint.
func walls(b *builder, x, y, h float64) {
	k := int(h / 13)
	if k%2 == 0 {
		k--
	}
	k = max(k, 1)
	jh := h / float64(k)
	for side := range 2 {
		wx, fx, jx := x, x, x+wall*0.58
		if side == 1 {
			wx = x + wall + inner
			fx, jx = wx+wall*0.42, wx+wall*0.42
		}
		b.f(`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#timber)"/>`, n(wx), n(y), n(wall), n(h))
		d := ""
		for j := range k {
			yy := y + float64(j)*jh
			if j%2 == 0 {
				b.f(
					`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#endgrain)"/>`, n(fx), n(yy), n(wall*0.58),
					n(jh),
				)
				d += fmt.Sprintf("M%s %sV%s", n(jx), n(yy), n(yy+jh))
			}
			if j > 0 {
				edge := wx
				if side == 1 {
					edge = wx + wall
				}
				d += fmt.Sprintf("M%s %sH%s", n(edge), n(yy), n(jx))
			}
		}
		b.el("path", "d", d, "stroke", "var(--k-wood-line)", "stroke-width", ".8", "fill", "none")
		b.el(
			"rect", "x", n(wx), "y", n(y), "width", n(wall), "height", n(h), "fill", "none", "stroke", "var(--k-ink)",
			"stroke-width", "1.2",
		)
	}
}

// drawFace draws one face as bands from the top: H, N, P, E, L, B, D, C, F.
// What is unknown stays paper with a question mark's dashes.
func drawFace(b *builder, s comb.Shares, x0, x1, top, bottom float64) faceGeo {
	g := faceGeo{x0: x0, x1: x1, top: math.Inf(1), bottom: math.Inf(-1)}
	h := bottom - top
	y := top
	for c, v := range s {
		g.bands[c].y0, g.bands[c].y1 = y, y
		if v <= 0.004 {
			continue
		}
		hh := h * v
		b.f(
			`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#p-%s)"/>`, n(x0), n(y), n(x1-x0), n(hh),
			comb.Content(c).Letter(),
		)
		if y > top+0.5 {
			b.f(`<path d="M%s %sH%s" stroke="var(--k-ink)" stroke-width=".5" opacity=".65"/>`, n(x0), n(y), n(x1))
		}
		g.bands[c].y1 = y + hh
		switch comb.Content(c) {
		case comb.Eggs, comb.Larvae, comb.Brood, comb.Drone:
			if v > 0.02 {
				g.brood = true
				g.top, g.bottom = min(g.top, y), max(g.bottom, y+hh)
			}
		}
		y += hh
	}
	dash := ""
	if s[comb.Foundation] > 0.99 || s.Known() < 0.01 {
		dash = ` stroke-dasharray="2 2"`
	}
	b.f(
		`<rect x="%s" y="%s" width="%s" height="%s" fill="none" stroke="var(--k-ink)" stroke-width=".7"%s/>`, n(x0),
		n(top), n(x1-x0), n(h), dash,
	)
	return g
}

// frameLetters writes each content's letter once a frame, where both faces
// give it room.
func frameLetters(b *builder, g frameGeo, mid float64) {
	for c := range comb.Contents {
		lo := max(g.faces[0].bands[c].y0, g.faces[1].bands[c].y0)
		hi := min(g.faces[0].bands[c].y1, g.faces[1].bands[c].y1)
		if hi-lo >= letterPt+2.5 {
			b.WriteString(letter(comb.Content(c), mid, (lo+hi)/2, letterPt))
		}
	}
}

// nestPath is one closed outline round all brood, across boxes; right and at
// are where a leader can leave it.
func nestPath(geos []frameGeo) (d string, right, at float64) {
	type column struct{ x, top, bottom, x0, x1 float64 }
	cols := map[int]*column{}
	most := 0
	for _, g := range geos {
		for k, f := range g.faces {
			if !f.brood {
				continue
			}
			key := 2*g.slot + k
			most = max(most, key)
			c := cols[key]
			if c == nil {
				c = &column{(f.x0 + f.x1) / 2, f.top, f.bottom, f.x0, f.x1}
				cols[key] = c
			}
			c.top, c.bottom = min(c.top, f.top), max(c.bottom, f.bottom)
		}
	}
	var list []column
	for i := 0; i <= most; i++ {
		if c := cols[i]; c != nil {
			list = append(list, *c)
		}
	}
	if len(list) == 0 {
		return "", 0, 0
	}
	const pad = 3.5
	calm := func(get func(column) float64, outward float64) []point {
		out := make([]point, len(list))
		for i, c := range list {
			a, z := list[max(0, i-1)], list[min(len(list)-1, i+1)]
			v := (get(a) + 2*get(c) + get(z)) / 4
			if outward < 0 {
				v = min(v, get(c)) - pad
			} else {
				v = max(v, get(c)) + pad
			}
			out[i] = point{c.x, v}
		}
		return out
	}
	top := calm(func(c column) float64 { return c.top }, -1)
	bottom := calm(func(c column) float64 { return c.bottom }, 1)
	left, rightX := list[0].x0-pad, list[len(list)-1].x1+pad
	side := func(x float64, t, b point, s float64) point { return point{x, (t.y+b.y)/2 + s*(b.y-t.y)*0.28} }
	m := len(list) - 1
	pts := []point{side(left, top[0], bottom[0], -1)}
	pts = append(pts, top...)
	pts = append(pts, side(rightX, top[m], bottom[m], -1), side(rightX, top[m], bottom[m], 1))
	for i := m; i >= 0; i-- {
		pts = append(pts, bottom[i])
	}
	pts = append(pts, side(left, top[0], bottom[0], 1))
	return smooth(pts, true, 0.5), rightX, (top[m].y + bottom[m].y) / 2
}
