package draw

import (
	"cmp"
	"fmt"
	"html/template"
	"slices"

	"kembo/core/hive"
)

// MovePlan is a hive before and after, with the combs that change their place.
type MovePlan struct {
	Before, After hive.Stack
	Names         []string // of the boxes before, from the floor
	Labels        []Label  // of the boxes after, from the floor
	Tags          []Tag
	Comes, Goes   string // where combs come from and go to that are not in the hive
	Alt           string
}

// Tag is a comb that changes its place. A place of nil is not in the hive.
type Tag struct {
	N        int
	Frame    hive.Frame
	From, To *hive.Place
}

// Measures of the figure.
const (
	moveLeft  = 108.0 // room for the names
	moveWide  = inner + 2*wall
	moveMid   = 132.0 // between the two hives, at least
	tagSize   = 18.0
	laneStep  = 9.0
	rackPitch = 22.0
	rackHigh  = 92.0
	casing    = "5"
)

// side is one of the two hives as it is laid out.
type side struct {
	st   hive.Stack
	x    float64
	top  []float64   // y of each box
	lane [][]float64 // of each box, the heights of its lines from the uppermost down
}

// Moves draws a hive before and after side by side, with a numbered tag at both ends of each move and a line between
// them. What comes and what goes hangs in a rack between the two.
func Moves(p MovePlan) template.HTML {
	var goes, over, comes []Tag
	for _, t := range p.Tags {
		switch {
		case t.To == nil:
			goes = append(goes, t)
		case t.From == nil:
			comes = append(comes, t)
		default:
			over = append(over, t)
		}
	}
	mid := max(moveMid, 44+rackWidth(goes)+rackWidth(comes)+laneStep*float64(len(over)))
	before := side{st: p.Before, x: moveLeft}
	after := side{st: p.After, x: moveLeft + moveWide + mid}
	height := max(before.room(p.Tags, true), after.room(p.Tags, false))
	const head, foot = 30.0, 58.0
	floor := head + height
	before.lay(floor, p.Tags, true)
	after.lay(floor, p.Tags, false)
	var b, lines, letters, tags builder
	b.f(`<text x="%s" y="16" font-size="15" font-weight="700">Before</text>`, n(before.x))
	b.f(`<text x="%s" y="16" font-size="15" font-weight="700">After</text>`, n(after.x))
	before.draw(&b, &letters, floor)
	after.draw(&b, &letters, floor)
	for i, name := range p.Names {
		b.f(
			`<text x="%s" y="%s" font-size="14" font-weight="700" text-anchor="end">%s</text>`, n(before.x-12),
			n(before.top[i]+boxHeight(p.Before.Boxes[i])/2+5), esc(name),
		)
	}
	for i, l := range p.Labels {
		label(&b, l, after.x+moveWide, after.x+moveWide+12, after.top[i])
	}
	r := routes{before: before, after: after, lines: &lines, tags: &tags}
	r.racks(&b, &letters, p, goes, comes, floor)
	r.across(over, mid)
	width := after.x + moveWide + 12 + labelWide
	return svg("moves", width, floor+foot, p.Alt, b.String()+letters.String()+lines.String()+tags.String())
}

// placeIn returns the place of a tag in one of the hives, nil where it is not.
func placeIn(t Tag, before bool) *hive.Place {
	if before {
		return t.From
	}
	return t.To
}

// above returns the room over each box for tags and lines.
func (s *side) above(tags []Tag, before bool) []float64 {
	out := make([]float64, len(s.st.Boxes))
	for _, t := range tags {
		if p := placeIn(t, before); p != nil {
			if out[p.Box] == 0 {
				out[p.Box] = tagSize + 12
			}
			out[p.Box] += laneStep
		}
	}
	return out
}

// room returns the height of a hive with what stands over its boxes.
func (s *side) room(tags []Tag, before bool) float64 {
	sum := 0.0
	for i, over := range s.above(tags, before) {
		sum += over + boxHeight(s.st.Boxes[i])
		if s.st.ExcluderAbove == i && i > 0 {
			sum += 7
		}
	}
	return sum
}

// lay finds where each box stands, from the floor up, and the heights of the lines over it.
func (s *side) lay(floor float64, tags []Tag, before bool) {
	over := s.above(tags, before)
	s.top, s.lane = make([]float64, len(over)), make([][]float64, len(over))
	y := floor
	for i, b := range s.st.Boxes {
		if s.st.ExcluderAbove == i && i > 0 {
			y -= 7
		}
		y -= boxHeight(b)
		s.top[i] = y
		if over[i] > 0 {
			n := int((over[i] - tagSize - 12) / laneStep)
			for k := range n {
				s.lane[i] = append(s.lane[i], y-over[i]+4+laneStep*float64(k))
			}
			y -= over[i]
		}
	}
}

// draw draws the boxes, the excluder and the floor.
func (s *side) draw(b, letters *builder, floor float64) {
	for i, box := range s.st.Boxes {
		h := boxHeight(box)
		drawBox(b, letters, box, s.x, s.top[i], h)
		hole(b, box.Hole, s.x+moveWide-wall/2, s.top[i]+h*holeAt)
		if s.st.ExcluderAbove == i && i > 0 {
			excluder(b, s.x, s.top[i]+h, moveWide)
		}
	}
	floorAndFeet(b, s.st, s.x, floor, moveWide)
}

// mid returns the middle of a comb's top bar.
func (s *side) mid(p hive.Place) float64 {
	pitch := inner / float64(max(len(s.st.Boxes[p.Box].Frames), 1))
	return s.x + wall + (float64(p.Slot)+0.5)*pitch
}

// routes draws lines and tags.
type routes struct {
	before, after side
	lines, tags   *builder
}

// line draws a path square from point to point, cased in paper, with a point at its end.
func (r *routes) line(d string, x, y float64) {
	r.lines.el("path", "d", d, "fill", "none", "stroke", "var(--k-paper)", "stroke-width", casing)
	r.lines.el("path", "d", d, "fill", "none", "stroke", "var(--k-ink)", "stroke-width", "1.6")
	if y > 0 {
		r.lines.el("path", "d", "M"+xy(x-4, y-7)+"L"+xy(x, y)+"L"+xy(x+4, y-7)+"z", "fill", "var(--k-ink)")
	}
}

// tag writes a number in a square: solid where the comb leaves its box, open where it comes from elsewhere.
func (r *routes) tag(t Tag, x, y float64) {
	fill, ink := "var(--k-ink)", "var(--k-paper-lift)"
	if t.From == nil {
		fill, ink = ink, fill
	}
	r.tags.el(
		"rect", "x", n(x-tagSize/2), "y", n(y), "width", n(tagSize), "height", n(tagSize), "fill", fill, "stroke",
		"var(--k-ink)", "stroke-width", "1.5",
	)
	r.tags.text(
		"text", fmt.Sprint(t.N), "x", n(x), "y", n(y+13.5), "font-size", "13", "font-weight", "700", "text-anchor", "middle",
		"fill", ink,
	)
}

// frame draws a thick edge round a comb.
func (r *routes) frame(s *side, p hive.Place) {
	box := s.st.Boxes[p.Box]
	pitch := inner / float64(max(len(box.Frames), 1))
	x := s.mid(p) - pitch/2 + 0.5
	r.lines.el(
		"rect", "x", n(x), "y", n(s.top[p.Box]+2), "width", n(pitch-1), "height", n(boxHeight(box)-5), "fill", "none",
		"stroke", "var(--k-ink)", "stroke-width", "2.6",
	)
}

// start marks a comb where it leaves, and end where it comes to.
func (r *routes) start(t Tag) (x, y float64) {
	x, y = r.before.mid(*t.From), r.before.top[t.From.Box]-tagSize-3
	r.frame(&r.before, *t.From)
	r.tag(t, x, y)
	return x, y
}

func (r *routes) end(t Tag) (x, y float64) {
	x, y = r.after.mid(*t.To), r.after.top[t.To.Box]-1
	r.frame(&r.after, *t.To)
	r.tag(t, x, r.after.top[t.To.Box]+boxHeight(r.after.st.Boxes[t.To.Box])-tagSize-9)
	return x, y
}

// take takes the next line over a box: the uppermost first.
func (s *side) take(box int) float64 {
	y := s.lane[box][0]
	s.lane[box] = s.lane[box][1:]
	return y
}

// racks draws what goes and what comes between the two hives, with its lines. Of what goes the leftmost has the uppermost
// line and the place to the right; of what comes the rightmost has the uppermost line and the place to the left: so no
// two cross.
func (r *routes) racks(b, letters *builder, p MovePlan, goes, comes []Tag, floor float64) {
	slices.SortStableFunc(goes, func(a, z Tag) int {
		return cmp.Or(z.From.Box-a.From.Box, a.From.Slot-z.From.Slot)
	})
	slices.SortStableFunc(comes, func(a, z Tag) int { return cmp.Or(z.To.Box-a.To.Box, z.To.Slot-a.To.Slot) })
	top := floor - rackHigh - 8
	right := r.after.x - 16
	x := right - rackWidth(comes)/2 - rackPitch*float64(len(comes))/2
	rack(b, letters, comes, false, x, top, p.Comes)
	for i, t := range comes {
		cx := x + rackPitch*(float64(i)+0.5)
		r.tag(t, cx, top-tagSize-3)
		tx, ty := r.end(t)
		lane := r.after.take(t.To.Box)
		r.line("M"+xy(cx, top-tagSize-3)+"V"+n(lane)+"H"+n(tx)+"V"+n(ty), tx, ty)
	}
	left := r.before.x + moveWide + 16 + rackWidth(goes)/2 - rackPitch*float64(len(goes))/2
	rack(b, letters, goes, true, left, top, p.Goes)
	for i, t := range goes {
		cx := left + rackPitch*(float64(len(goes)-1-i)+0.5)
		sx, sy := r.start(t)
		lane := r.before.take(t.From.Box)
		r.tag(t, cx, top+rackHigh-tagSize-6)
		r.line("M"+xy(sx, sy)+"V"+n(lane)+"H"+n(cx)+"V"+n(top-2), cx, top-2)
	}
}

// rackWidth is the room of a rack with the words under it.
func rackWidth(all []Tag) float64 {
	if len(all) == 0 {
		return 0
	}
	const ofWords = 100.0
	return max(ofWords, rackPitch*float64(len(all)))
}

// rack draws combs hanging side by side, from the left or from the right, with words under them.
func rack(b, letters *builder, all []Tag, reversed bool, x, y float64, say string) {
	if len(all) == 0 {
		return
	}
	w := rackPitch * float64(len(all))
	b.el("path", "d", "M"+xy(x-5, y+4)+"H"+n(x+w+5), "stroke", "var(--k-ink)", "stroke-width", "2")
	for i, t := range all {
		at := i
		if reversed {
			at = len(all) - 1 - i
		}
		fx := x + rackPitch*float64(at)
		g := frameGeo{}
		g.faces[0] = drawFace(b, t.Frame.A, fx+2, fx+rackPitch/2-0.6, y+6, y+rackHigh)
		g.faces[1] = drawFace(b, t.Frame.B, fx+rackPitch/2+0.6, fx+rackPitch-2, y+6, y+rackHigh)
		frameLetters(letters, g, fx+rackPitch/2)
	}
	b.text("text", esc(say), "x", n(x+w/2), "y", n(y+rackHigh+18), "font-size", "13", "text-anchor", "middle")
}

// across draws the combs that go from slot to slot.
func (r *routes) across(over []Tag, mid float64) {
	slices.SortStableFunc(over, func(a, z Tag) int { return cmp.Or(z.From.Box-a.From.Box, a.From.Slot-z.From.Slot) })
	first := r.before.x + moveWide + mid/2 - laneStep*float64(len(over)-1)/2
	for i, t := range over {
		sx, sy := r.start(t)
		tx, ty := r.end(t)
		from, to := r.before.take(t.From.Box), r.after.take(t.To.Box)
		cx := first + laneStep*float64(i)
		r.line("M"+xy(sx, sy)+"V"+n(from)+"H"+n(cx)+"V"+n(to)+"H"+n(tx)+"V"+n(ty), tx, ty)
	}
}
