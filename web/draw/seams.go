package draw

import (
	"fmt"
	"html/template"
)

// Seams draws an open box from above: top bars with the seams between them.
// Each seam is a group of class "seam" with its number; the style sheet shows
// the bees of those that are also "on".
func Seams(frames int) template.HTML {
	const w, h, bar = 266.0, 60.0, 12.0
	if frames < 2 {
		frames = 2
	}
	gap := (w - float64(frames)*bar - 6) / float64(frames-1)
	var b builder
	b.el(
		"rect", "x", ".75", "y", ".75", "width", n(w-1.5), "height", n(h-1.5), "fill", "var(--k-paper-lift)",
		"stroke", "var(--k-ink)", "stroke-width", "1.5",
	)
	for i := range frames {
		x := 3 + float64(i)*(bar+gap)
		if i < frames-1 {
			b.f(
				`<g class="seam" data-seam="%d"><rect x="%s" y="4" width="%s" height="%s" fill="url(#bees)"/></g>`,
				i+1, n(x+bar), n(gap), n(h-8),
			)
		}
		b.f(
			`<rect x="%s" y="4" width="%s" height="%s" fill="url(#timber)" stroke="var(--k-ink)" stroke-width="1.1"/>`,
			n(x), n(bar), n(h-8),
		)
	}
	return template.HTML(fmt.Sprintf(
		`<svg class="seams" width="100%%" height="%s" viewBox="0 0 %s %s" preserveAspectRatio="none" aria-hidden="true">%s</svg>`,
		n(h), n(w), n(h), b.String(),
	))
}

// beesPattern strews bees over ink, for a seam that is full of them. It is wider
// than a seam and no multiple of one, so that no two look alike.
func beesPattern() string {
	const w, h = 41.0, 25.0
	out := ""
	k := uint32(12345)
	roll := func(n int) float64 {
		k = k*1664525 + 1013904223
		return float64(int(k>>16) % n)
	}
	for y := 3.4; y < h; y += 6.2 {
		for x := 4.0; x < w-2; x += 7 {
			cx, cy := x+(roll(30)-15)/10, y+(roll(24)-12)/10
			out += fmt.Sprintf(
				`<ellipse cx="%s" cy="%s" rx="3" ry="1.6" transform="rotate(%s %s %s)"/>`, n(cx), n(cy),
				n(roll(160)-80), n(cx), n(cy),
			)
		}
	}
	return fmt.Sprintf(
		`<pattern id="bees" width="%s" height="%s" patternUnits="userSpaceOnUse">`+
			`<rect width="%s" height="%s" fill="var(--k-bee-ground)"/><g fill="var(--k-wood-2)">%s</g></pattern>`,
		n(w), n(h), n(w), n(h), out,
	)
}
