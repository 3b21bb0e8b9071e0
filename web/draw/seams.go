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
	b.f(`<rect x=".75" y=".75" width="%s" height="%s" fill="var(--k-paper-lift)" stroke="var(--k-ink)" stroke-width="1.5"/>`, n(w-1.5), n(h-1.5))
	for i := range frames {
		x := 3 + float64(i)*(bar+gap)
		if i < frames-1 {
			b.f(`<g class="seam" data-seam="%d"><rect x="%s" y="4" width="%s" height="%s" fill="var(--k-ink)"/>%s</g>`, i+1, n(x+bar), n(gap), n(h-8), beesIn(x+bar, gap, h, i))
		}
		b.f(`<rect x="%s" y="4" width="%s" height="%s" fill="url(#timber)" stroke="var(--k-ink)" stroke-width="1.1"/>`, n(x), n(bar), n(h-8))
	}
	return template.HTML(fmt.Sprintf(`<svg class="seams" width="100%%" height="%s" viewBox="0 0 %s %s" preserveAspectRatio="none" aria-hidden="true">%s</svg>`, n(h), n(w), n(h), b.String()))
}

// beesIn strews bees over a seam, the same way each time.
func beesIn(x, gap, h float64, i int) string {
	out := ""
	k := uint32(i*977 + 12345)
	for y := 8.0; y < h-8; y += 6.2 {
		for _, at := range [2]float64{0.3, 0.7} {
			k = k*1664525 + 1013904223
			turn := int(k>>24)%140 - 70
			cx, cy := x+gap*at, y+float64(int(k>>16)%20-10)/10
			out += fmt.Sprintf(`<ellipse cx="%s" cy="%s" rx="3" ry="1.6" transform="rotate(%d %s %s)" fill="var(--k-wood-2)"/>`, n(cx), n(cy), turn, n(cx), n(cy))
		}
	}
	return out
}
