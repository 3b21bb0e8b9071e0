package draw

import (
	"html/template"
	"math"
)

// Span is a value with its interval against a mark.
type Span struct {
	Low, Mid, High, Mark float64
	Unit, MarkWords, Alt string
}

// Interval draws a span on a scale from 0: solid to its low end, fading to its
// high end, a tick at the value, and the mark as a line.
func Interval(s Span) template.HTML {
	const w, h, left = 420.0, 74.0, 6.0
	most := roundUp(math.Max(s.High, s.Mark) * 1.12)
	x := func(v float64) float64 { return left + (w-2*left)*v/most }
	var b builder
	b.f(`<path d="M%s 52H%s" stroke="var(--k-rule-2)"/>`, n(left), n(w-left))
	for i := range 6 {
		v := most * float64(i) / 5
		b.f(
			`<path d="M%s 52v4" stroke="var(--k-rule-2)"/>`+
				`<text x="%s" y="69" font-size="13" text-anchor="%s">%s</text>`,
			n(x(v)), n(x(v)), [6]string{"start", "middle", "middle", "middle", "middle", "end"}[i], n(v),
		)
	}
	b.f(`<rect x="%s" y="30" width="%s" height="13" fill="var(--k-spruce)"/>`, n(left), n(x(s.Low)-left))
	b.f(
		`<rect x="%s" y="30" width="%s" height="13" fill="url(#soft)"/>`, n(x(s.Low)),
		n(math.Max(1, x(s.High)-x(s.Low))),
	)
	b.f(`<path d="M%s 25v23" stroke="var(--k-ink)" stroke-width="2.5"/>`, n(x(s.Mid)))
	anchor, off := "start", 5.0
	if x(s.Mark) > w-110 {
		anchor, off = "end", -5
	}
	b.el(
		"path", "d", "M"+n(x(s.Mark))+" 4V52", "stroke", "var(--k-ink)", "stroke-width", "1.5", "stroke-dasharray",
		"3 3",
	)
	b.text(
		"text", esc(s.MarkWords)+" "+n(s.Mark)+" "+esc(s.Unit), "x", n(x(s.Mark)+off), "y", "14", "font-size", "13",
		"text-anchor", anchor,
	)
	return svg("interval", w, h, s.Alt, b.String())
}
