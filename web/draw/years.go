package draw

import (
	"html/template"
	"math"
	"strconv"
)

// Years draws what each year brought as columns, the earliest first, with a line at what the years that are over brought in the middle.
type Years struct {
	All []YearBar
	Mid float64 // 0: there are too few to tell
	Alt string
}

// YearBar is one of them.
type YearBar struct {
	Year  int
	Kg    float64 // in the user's unit
	Words string  // over it
	SoFar bool    // it is not over: drawn with an open top
}

// Draw draws them.
func (y Years) Draw() template.HTML {
	const left, top, floor, high, wide, gap = 52.0, 26.0, 190.0, 220.0, 54.0, 22.0
	w := left + float64(len(y.All))*(wide+gap) + gap
	most := y.Mid
	for _, x := range y.All {
		most = math.Max(most, x.Kg)
	}
	step := roundUp(math.Max(most, 1) * 1.05 / 4)
	at := func(v float64) float64 { return floor - (floor-top)*v/(4*step) }
	var b builder
	for i := range 5 {
		v := step * float64(i)
		b.text("text", n(v), "x", n(left-10), "y", n(at(v)+4), "font-size", "13", "text-anchor", "end", "fill", "var(--k-ink-2)")
		b.el("path", "d", "M"+n(left-4)+" "+n(at(v))+"H"+n(w), "stroke", "var(--k-rule)")
	}
	for i, x := range y.All {
		from := left + gap + float64(i)*(wide+gap)
		to, over := at(x.Kg), "var(--k-ink)"
		b.f(`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#p-H)"/>`, n(from), n(to), n(wide), n(floor-to))
		outline := "M" + n(from) + " " + n(floor) + "V" + n(to) + "H" + n(from+wide) + "V" + n(floor)
		if x.SoFar {
			b.el("path", "d", outline, "fill", "none", "stroke", over, "stroke-width", "1.5", "stroke-dasharray", "4 3")
		} else {
			b.el("path", "d", outline, "fill", "none", "stroke", over, "stroke-width", "1.5")
		}
		b.text("text", x.Words, "x", n(from+wide/2), "y", n(to-6), "font-size", "13", "text-anchor", "middle", "font-weight", "700")
		b.text("text", strconv.Itoa(x.Year), "x", n(from+wide/2), "y", n(floor+17), "font-size", "13", "text-anchor", "middle")
	}
	b.el("path", "d", "M"+n(left-4)+" "+n(floor)+"H"+n(w), "stroke", "var(--k-ink)", "stroke-width", "1.5")
	if y.Mid > 0 {
		b.el("path", "d", "M"+n(left-4)+" "+n(at(y.Mid))+"H"+n(w), "stroke", "var(--k-ink)", "stroke-width", "1.5", "stroke-dasharray", "2 4")
	}
	return svg("years", w, high, y.Alt, b.String())
}
