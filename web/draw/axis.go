package draw

import (
	"fmt"
	"html/template"
	"math"

	"kembo/core/day"
)

// Bloom is a plant in flower, in days from today.
type Bloom struct {
	Plant                      string
	From, PeakFrom, PeakTo, To float64
}

// Axis is the head of a board's tracks.
type Axis struct {
	Today   day.Day
	Visit   day.Day
	Planned bool
	Bloom   []Bloom
}

// Draw draws the days, what is in flower and the visit over the tracks.
func (a Axis) Draw() template.HTML {
	s := deskScale
	const h = 76.0
	var b builder
	b.f(`<clipPath id="axc"><rect x="%s" y="0" width="%s" height="%s"/></clipPath>`, n(s.x0), n(s.days*s.px), n(h))
	blooms(&b, s, a.Bloom, float64(a.Visit-a.Today), 23, 15, "axc")
	b.f(
		`<text x="0" y="34.5" font-size="13.5">In flower</text><path d="M%s 18V%s" stroke="var(--k-rule-2)"/>`,
		n(s.x0), n(h),
	)
	visit := float64(a.Visit - a.Today)
	dates(&b, s, a.Today, visit, 69, "Today")
	for d := 7.0; d <= 28; d += 7 {
		b.f(`<path d="M%s 70V%s" stroke="var(--k-rule-2)"/>`, n(s.x(d)), n(h))
	}
	visitTag(&b, s, a, visit, h)
	return svg("axis", DeskWidth, h, fmt.Sprintf("Days from today to %s", (a.Today+30).Short()), b.String())
}

func dates(b *builder, s scale, today day.Day, visit, y float64, first string) {
	near := 18.3 / s.px // the room of a date, in days
	taken := 0.0        // up to where there is a date
	for d := 0.0; d <= s.days-2; d += s.step() {
		text, anchor, x := (today + day.Day(d)).DayMonth(), "middle", s.x(d)
		switch {
		case d == 0 && visit < 5*near:
			continue // the visit's line needs the place
		case d == 0:
			text, anchor, x = first, "start", x+3
		case visit-d >= 0 && visit-d < 2.6*near:
			anchor, x = "end", min(x, s.x(visit)-5) // make way for the visit's line
		case d-visit > 0 && d-visit < 1.7*near:
			anchor, x = "start", s.x(visit)+4
		}
		w := textWidth(text, 12.5, 400)
		left := x - map[string]float64{"start": 0, "middle": w / 2, "end": w}[anchor]
		if left < taken+4 {
			continue // it would stand on the date before
		}
		taken = left + w
		b.f(
			`<text x="%s" y="%s" font-size="12.5" text-anchor="%s" fill="var(--k-ink-2)">%s</text>`, n(x), n(y),
			anchor, text,
		)
	}
}

func visitTag(b *builder, s scale, a Axis, visit, h float64) {
	x := s.x(visit)
	text := "Next visit " + a.Visit.Short()
	w := textWidth(text, 13, 700) + 16
	left := x - 1
	after := fmt.Sprintf("in %.0f days", visit)
	if visit == 1 {
		after = "in a day"
	}
	if !a.Planned {
		after += ", by the yard’s rhythm"
	}
	room := DeskWidth - (left + w + 8 + textWidth(after, 13, 400))
	if left+w > DeskWidth {
		left = x + 1 - w
	}
	if visit <= s.days {
		b.el("path", "d", "M"+n(x)+" 10V"+n(h), "stroke", "var(--k-paper)", "stroke-width", "5")
		b.el("path", "d", "M"+n(x)+" 2V"+n(h), "stroke", "var(--k-ink)", "stroke-width", "2")
	} else {
		text += " »" // it lies past the end of the axis
		w = textWidth(text, 13, 700) + 16
	}
	b.el("rect", "x", n(left), "y", "0", "width", n(w), "height", "19", "fill", "var(--k-ink)")
	b.text(
		"text", text, "x", n(left+8), "y", "14", "font-size", "13", "font-weight", "700", "fill",
		"var(--k-paper-lift)",
	)
	if room > 0 && left > x-2 {
		b.f(`<text x="%s" y="14" font-size="13" fill="var(--k-ink-2)">%s</text>`, n(left+w+8), after)
	}
}

// blooms draws plants in up to two rows, each swelling, holding and fading.
func blooms(b *builder, s scale, all []Bloom, visit, y, h float64, clip string) {
	var busy [2]float64
	busy[0], busy[1] = -1e9, -1e9
	var labels builder
	b.f(`<g clip-path="url(#%s)">`, clip)
	for _, p := range all {
		if p.To < 0.5 || p.From > s.days-1 {
			continue
		}
		row := 0
		if busy[0] > p.From {
			row = 1
			if busy[1] > p.From {
				continue
			}
		}
		busy[row] = p.To
		at := func(d float64) float64 { return s.x0 + d*s.px }
		y0 := y + float64(row)*(h+2)
		m := y0 + h/2
		x0, x1, p0, p1 := at(p.From), at(p.To), at(p.PeakFrom), at(p.PeakTo)
		// It opens to its height, stays, and closes again.
		up, down := (x0+p0)/2, (x1+p1)/2
		bulge := h * 0.08
		shape := "M" + xy(x0, m) + curve(up, m-bulge, up, y0, p0, y0) +
			"L" + xy(p1, y0) + curve(down, y0, down, m-bulge, x1, m) + curve(down, m+bulge, down, y0+h, p1, y0+h) +
			"L" + xy(p0, y0+h) + curve(up, y0+h, up, m+bulge, x0, m) + "Z"
		b.el("path", "d", shape, "fill", "var(--k-spruce-tint)", "stroke", "var(--k-spruce-mid)")
		lo, hi := max(p0, s.x0), min(p1, s.x0+s.days*s.px)
		if w := textWidth(p.Plant, 12.5, 400); min(x1, s.x0+s.days*s.px)-max(x0, s.x0) > w+8 {
			mid := min(max((lo+hi)/2, s.x0+w/2+4), s.x0+s.days*s.px-w/2-2)
			if v := s.x(visit); visit <= s.days && math.Abs(mid-v) < w/2+4 {
				mid = v + w/2 + 6 // the visit's line must not strike the word out
				if mid+w/2 > x1 {
					continue
				}
			}
			labels.f(
				`<text x="%s" y="%s" font-size="12.5" text-anchor="middle">%s</text>`, n(mid), n(m+4.4), esc(p.Plant),
			)
		}
	}
	b.WriteString(`</g>`)
	b.WriteString(labels.String())
}
