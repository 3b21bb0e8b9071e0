package draw

import (
	"html/template"
	"math"
)

// Rate draws a value with its interval and a mark, as one line of a list in which all
// share a scale from 0 to most: solid to the low end, soft to the high end, a tick at
// the value, a dashed line at the mark.
func Rate(s Span, most float64) template.HTML {
	const w, h = 240.0, 24.0
	x := func(v float64) float64 { return w * math.Min(1, v/math.Max(most, 1e-9)) }
	var b builder
	b.f(`<path d="M0 20.5H%s" stroke="var(--k-rule-2)"/>`, n(w))
	b.f(`<rect x="0" y="6" width="%s" height="11" fill="var(--k-spruce)"/>`, n(x(s.Low)))
	b.f(
		`<rect x="%s" y="6" width="%s" height="11" fill="url(#soft)"/>`, n(x(s.Low)), n(math.Max(1, x(s.High)-x(s.Low))),
	)
	b.f(`<path d="M%s 3v17" stroke="var(--k-ink)" stroke-width="2.5"/>`, n(x(s.Mid)))
	b.f(`<path d="M%s 0V24" stroke="var(--k-ink)" stroke-width="1.5" stroke-dasharray="3 3"/>`, n(x(s.Mark)))
	return svg("rate", w, h, s.Alt, b.String())
}
