package draw

import (
	"fmt"
	"html/template"
)

// Reliability is how often ranges of each width held, against how often they
// should: a panel for each world, a line for each output.
type Reliability struct {
	Panels []ReliabilityPanel
}

// ReliabilityPanel is one world. Each line holds, for evenly spaced shares from 0
// to 1, the share of truths that the middle range of that share held.
type ReliabilityPanel struct {
	Name  string
	Lines []ReliabilityLine
}

// ReliabilityLine is one output.
type ReliabilityLine struct {
	Name string
	Held []float64
	Ink  string
	Dash string
}

// Draw draws the panels side by side, with colours of its own: the picture
// stands alone in the docs.
func (r Reliability) Draw() template.HTML {
	const side, gap, left, top = 320.0, 70.0, 44.0, 40.0
	const ink, rule = "#1d1a16", "#cfc8bb"
	width := left + float64(len(r.Panels))*(side+gap) + 170
	var b builder
	b.f(`<rect width="%s" height="420" fill="#fbf8f1"/>`, n(width))
	for i, p := range r.Panels {
		x0 := left + float64(i)*(side+gap)
		x := func(v float64) float64 { return x0 + side*v }
		y := func(v float64) float64 { return top + side*(1-v) }
		b.f(`<text x="%s" y="24" font-size="15" font-weight="700" fill="%s">%s</text>`, n(x0), ink, esc(p.Name))
		for k := range 6 {
			v := float64(k) / 5
			b.f(
				`<path d="M%s %sH%sM%s %sV%s" stroke="%s"/>`, n(x(0)), n(y(v)), n(x(1)), n(x(v)), n(y(0)), n(y(1)),
				rule,
			)
			b.text(
				"text", fmt.Sprint(20*k)+" %", "x", n(x(v)), "y", n(y(0)+18), "font-size", "12", "text-anchor",
				"middle", "fill", ink,
			)
			b.text(
				"text", fmt.Sprint(20*k), "x", n(x(0)-6), "y", n(y(v)+4), "font-size", "12", "text-anchor", "end",
				"fill", ink,
			)
		}
		// A strip of five in a hundred either side of the diagonal.
		b.f(
			`<path d="M%s %sL%s %sL%s %sL%s %sZ" fill="#e9e2d2"/>`, n(x(0)), n(y(0.05)), n(x(0.95)), n(y(1)), n(x(1)),
			n(y(0.95)), n(x(0.05)), n(y(0)),
		)
		b.f(`<path d="M%s %sL%s %s" stroke="%s" stroke-dasharray="2 3"/>`, n(x(0)), n(y(0)), n(x(1)), n(y(1)), ink)
		for _, l := range p.Lines {
			b.f(`<path d="M%s %s`, n(x(0)), n(y(0)))
			for k, v := range l.Held {
				b.f(`L%s %s`, n(x(float64(k+1)/float64(len(l.Held)))), n(y(v)))
			}
			b.f(`" fill="none" stroke="%s" stroke-width="2" stroke-dasharray="%s"/>`, l.Ink, l.Dash)
		}
		b.f(
			`<text x="%s" y="%s" font-size="12" text-anchor="middle" fill="%s">what the range promises</text>`,
			n(x(0.5)), n(y(0)+36), ink,
		)
	}
	if len(r.Panels) > 0 {
		for k, l := range r.Panels[0].Lines {
			x, y := width-165, top+16+20*float64(k)
			b.el(
				"path", "d", "M"+n(x)+" "+n(y-4)+"h28", "stroke", l.Ink, "stroke-width", "2", "stroke-dasharray",
				l.Dash,
			)
			b.text("text", esc(l.Name), "x", n(x+34), "y", n(y), "font-size", "12", "fill", ink)
		}
	}
	return template.HTML(
		`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ` + n(width) + ` 420" width="` + n(width) + `" height="420" font-family="sans-serif" role="img">` +
			`<title>Share of truths held by ranges of each width</title>` + b.String() + `</svg>`,
	)
}
