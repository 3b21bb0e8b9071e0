package draw

import (
	"cmp"
	"html/template"
	"math"
	"slices"
)

// Tank is honey in a settling tank: what is ticked, what all that is ready comes to, and from how much a day of extracting pays.
type Tank struct {
	Ticked, All, Worth float64 // in the user's unit
	TickedWords        string  // beside its level
	AllWords           string
	WorthWords         string
	Alt                string
}

// Draw draws it: the level, a dashed line for all that is ready, and a notch for the day that pays.
func (t Tank) Draw() template.HTML {
	const w, h, left, right, top, floor = 350.0, 262.0, 44.0, 170.0, 14.0, 236.0
	step := roundUp(math.Max(t.All, math.Max(t.Ticked, t.Worth)) * 1.05 / 4)
	most := 4 * step
	y := func(v float64) float64 { return floor - (floor-top)*v/most }
	var b builder
	for i := range 5 {
		v := step * float64(i)
		b.text("text", n(v), "x", n(left-10), "y", n(y(v)+4), "font-size", "13", "text-anchor", "end", "fill", "var(--k-ink-2)")
		b.el("path", "d", "M"+n(left-6)+" "+n(y(v))+"H"+n(left), "stroke", "var(--k-ink)")
	}
	if t.Ticked > 0 {
		at := y(t.Ticked)
		b.f(`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#p-H)"/>`, n(left), n(at), n(right-left), n(floor-at))
		b.el("path", "d", "M"+n(left)+" "+n(at)+"H"+n(right), "stroke", "var(--k-honey-line)", "stroke-width", "2")
	}
	b.el("path", "d", "M"+n(left)+" "+n(top-6)+"V"+n(floor)+"H"+n(right)+"V"+n(top-6), "fill", "none", "stroke", "var(--k-ink)",
		"stroke-width", "2.4")
	b.el("path", "d", "M"+n(left+14)+" "+n(floor)+"v14M"+n(right-14)+" "+n(floor)+"v14", "stroke", "var(--k-ink)", "stroke-width", "2")
	b.f(`<path d="M%s %sh10v-5h6v14h-6v-5h-10" fill="var(--k-paper-lift)" stroke="var(--k-ink)" stroke-width="1.2"/>`,
		n(right+1), n(floor-9))
	// Three labels, each beside its level, kept apart from one another.
	type label struct {
		at, to float64
		words  string
		dash   string
		bold   bool
	}
	labels := []label{{y(t.Ticked), 0, t.TickedWords, "", true}}
	if t.All > t.Ticked {
		labels = append(labels, label{y(t.All), 0, t.AllWords, "5 4", false})
	}
	labels = append(labels, label{y(t.Worth), 0, t.WorthWords, "2 3", false})
	slices.SortFunc(labels, func(a, b label) int { return cmp.Compare(a.at, b.at) }) // from the top down
	const apart, lowest = 20.0, floor - 2
	for i := range labels {
		labels[i].to = labels[i].at
		if i > 0 {
			labels[i].to = max(labels[i].to, labels[i-1].to+apart)
		}
	}
	for i, to := len(labels)-1, lowest; i >= 0; i-- { // and none under the floor
		labels[i].to = min(labels[i].to, to)
		to = labels[i].to - apart
	}
	for _, l := range labels {
		if l.dash != "" {
			b.el("path", "d", "M"+n(left)+" "+n(l.at)+"H"+n(right), "stroke", "var(--k-ink)", "stroke-width", "1.3",
				"stroke-dasharray", l.dash)
		}
		b.el("path", "d", "M"+n(right+2)+" "+n(l.at)+"L"+n(right+16)+" "+n(l.to)+"H"+n(right+22), "fill", "none", "stroke",
			"var(--k-ink)")
		weight := "400"
		if l.bold {
			weight = "700"
		}
		b.text("text", esc(l.words), "x", n(right+27), "y", n(l.to+4.5), "font-size", "14", "font-weight", weight)
	}
	return svg("tank", w, h, t.Alt, b.String())
}

// Moisture draws the water of honey against the most that keeps: a dot on a line that is hatched past the limit. From and to are the
// ends of the scale, per cent.
func Moisture(water, limit, from, to float64, alt string) template.HTML {
	const w, h = 84.0, 16.0
	x := func(v float64) float64 { return 4 + (w-8)*math.Min(1, math.Max(0, (v-from)/(to-from))) }
	var b builder
	b.el("path", "d", "M4 9H"+n(x(limit)), "stroke", "var(--k-rule-2)", "stroke-width", "1.4")
	b.f(`<rect x="%s" y="6.5" width="%s" height="5" fill="url(#gaphatch)"/>`, n(x(limit)), n(w-4-x(limit)))
	b.el("path", "d", "M"+n(x(limit))+" 3v12", "stroke", "var(--k-ink)", "stroke-width", "1.6")
	b.f(`<circle cx="%s" cy="9" r="4.2" fill="var(--k-ink)"/>`, n(x(water)))
	return svg("moist", w, h, alt, b.String())
}
