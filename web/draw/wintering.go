package draw

import "html/template"

// Wintering draws what comes of a hive by spring as a bar of all cases: alive, starved, and lost to something else.
func Wintering(alive, starved float64, alt string) template.HTML {
	const w, h, high = 260.0, 22.0, 16.0
	lives, starves := w*min(max(alive, 0), 1), w*min(max(starved, 0), 1)
	var b builder
	b.f(`<rect x="1" y="3" width="%s" height="%s" fill="var(--k-spruce)"/>`, n(max(0, lives-1)), n(high))
	b.f(`<rect x="%s" y="3" width="%s" height="%s" fill="url(#gaphatch)"/>`, n(w-starves), n(max(0, starves-1)), n(high))
	b.f(`<rect x="1" y="3" width="%s" height="%s" fill="none" stroke="var(--k-ink)" stroke-width="1.5"/>`, n(w-2), n(high))
	return svg("wintering", w, h, alt, b.String())
}
