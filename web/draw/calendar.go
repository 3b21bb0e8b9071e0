package draw

import (
	"fmt"
	"html/template"

	"kembo/core/day"
)

// CalendarPlant is a plant's bloom over a year in days of the year from 0: as it
// was entered, and as this year has it.
type CalendarPlant struct {
	Plant         string
	Entered, Year [4]float64 // opens, in full flower from, to, over
	Strength      float64
}

// Calendar draws a year of bloom, a row a plant, with today.
type Calendar struct {
	From   day.Day // first day of the year
	Today  day.Day
	Plants []CalendarPlant
	Lanes  Lanes
}

// Draw draws the year.
func (c Calendar) Draw() template.HTML {
	const width, left, right, row, top = 1180.0, 150.0, 6.0, 34.0, 26.0
	const apart = 14.0
	x := func(d float64) float64 { return left + (width-left-right)*min(max(d, 0), 366)/366 }
	lanes := c.Lanes.lanes(c.From, x)
	under := top + row*float64(len(c.Plants)) + 8
	h := under
	for _, l := range lanes {
		h += l.tall + apart
	}
	var b builder
	for m := range 12 {
		first := c.From.Time().AddDate(0, m, 1-c.From.Time().Day())
		d := float64(first.Unix()/86400 - int64(c.From))
		if d < 0 {
			continue
		}
		b.f(
			`<path d="M%s %sV%s" stroke="var(--k-rule)"/>`+
				`<text x="%s" y="14" font-size="13" fill="var(--k-ink-2)">%s</text>`,
			n(x(d)), n(top-6), n(h), n(x(d)+3), first.Format("Jan"),
		)
	}
	b.f(`<path d="M0 %sH%s" stroke="var(--k-ink)" stroke-width="1.5"/>`, n(top-4), n(width))
	for i, p := range c.Plants {
		base := top + row*float64(i+1)
		tall := 6 + 20*min(1.2, p.Strength)/1.2
		shape := func(w [4]float64) string {
			return fmt.Sprintf(
				"M%s %sL%s %sH%sL%s %s", n(x(w[0])), n(base), n(x(w[1])), n(base-tall), n(x(w[2])), n(x(w[3])),
				n(base),
			)
		}
		b.f(
			`<text x="0" y="%s" font-size="14" font-weight="700">%s</text>`+
				`<path d="M0 %sH%s" stroke="var(--k-rule)"/>`,
			n(base-8), esc(p.Plant), n(base), n(width),
		)
		b.f(`<path d="%sZ" fill="var(--k-spruce-tint)" stroke="var(--k-spruce-mid)"/>`, shape(p.Year))
		if p.Year != p.Entered {
			b.f(`<path d="%s" fill="none" stroke="var(--k-ink-2)" stroke-dasharray="3 3"/>`, shape(p.Entered))
		}
	}
	y := under
	for _, l := range lanes {
		y += apart
		b.text("text", esc(l.label), "x", "0", "y", n(y+14), "font-size", "14", "font-weight", "700")
		if l.sub != "" {
			b.text("text", esc(l.sub), "x", "0", "y", n(y+31), "font-size", "12.5", "fill", "var(--k-ink-2)")
		}
		l.draw(&b, y, y+l.tall)
		y += l.tall
		b.el("path", "d", "M0 "+n(y)+"H"+n(width), "stroke", "var(--k-rule)")
	}
	at := x(float64(c.Today - c.From))
	b.el("path", "d", "M"+n(at)+" "+n(top-8)+"V"+n(h), "stroke", "var(--k-ink)", "stroke-width", "2")
	b.text(
		"text", "Today", "x", n(at+4), "y", n(h-1), "font-size", "12.5", "font-weight", "700", "stroke",
		"var(--k-paper)", "stroke-width", "4", "paint-order", "stroke",
	)
	return svg("calendar", width, h, "Bloom over the year", b.String())
}
