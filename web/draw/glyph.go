package draw

import (
	"html/template"

	"kembo/core/comb"
)

// GlyphBox is a box of a small stack: per frame the share of each content in
// per cent.
type GlyphBox struct {
	HeightMM float64
	Frames   [][comb.Contents]uint8
}

// glyphFill are the fills that survive four pixels.
var glyphFill = [comb.Contents]string{
	"var(--k-honey)", "url(#g-N)", "var(--k-pollen-dot)", "var(--k-brood)", "var(--k-brood)", "var(--k-brood)",
	"var(--k-drone)", "", "url(#g-F)",
}

// Glyph draws the small stack for lists: honest heights on one scale, and
// three reads: honey, brood, room. excluderAbove is as in hive.Stack.
func Glyph(boxes []GlyphBox, excluderAbove int, alt string) template.HTML {
	const w, most = 44.0, 60.0
	perMM := 13.0 / 203
	total := 6.0
	for _, g := range boxes {
		total += g.HeightMM * perMM
	}
	h := most
	if total > most { // a tall stack keeps its width and is drawn to fit
		perMM *= (most - 6) / (total - 6)
	}
	var b builder
	b.el("path", "d", "M0 "+n(h-1.2)+"H"+n(w), "stroke", "var(--k-ink)", "stroke-width", "2")
	b.el("path", "d", "M"+n(w*0.33)+" "+n(h-1.9)+"H"+n(w*0.67), "stroke", "var(--k-paper-lift)", "stroke-width", "1.2")
	y := h - 2.6
	const x, in = 2.5, w - 5
	for i, g := range boxes {
		if excluderAbove == i && i > 0 {
			y -= 1.6
			b.f(
				`<path d="M1 %sH%s" stroke="var(--k-ink)" stroke-width="1.1" stroke-dasharray="1.3 1.5"/>`, n(y+0.6),
				n(w-1),
			)
		}
		bh := g.HeightMM * perMM
		y -= bh
		b.f(`<rect x="%s" y="%s" width="%s" height="%s" fill="var(--k-comb)"/>`, n(x-1), n(y), n(in+2), n(bh))
		pitch := in / float64(max(1, len(g.Frames)))
		for k, f := range g.Frames {
			yy, hh := y+0.9, bh-1.5
			for c, v := range f {
				d := hh * float64(v) / 100
				if v > 0 && glyphFill[c] != "" {
					b.rect(x+float64(k)*pitch+0.25, yy, pitch-0.5, d, glyphFill[c])
				}
				yy += d
			}
		}
		b.f(
			`<rect x="%s" y="%s" width="%s" height="%s" fill="none" stroke="var(--k-ink)" stroke-width="1.1"/>`,
			n(x-1.2), n(y), n(in+2.4), n(bh),
		)
	}
	b.f(`<path d="M.6 %sH%s" stroke="var(--k-ink)" stroke-width="2.4"/>`, n(y-1.2), n(w-0.6))
	return svg("glyph", w, h, alt, b.String())
}

// Tally draws one notch a colony: filled cannot wait, half may run short, open
// can wait.
func Tally(cant, tight, can int) template.HTML {
	var b builder
	total := cant + tight + can
	const step = 12.0
	perRow := 14
	rows := (total + perRow - 1) / perRow
	for i := range total {
		x, y := float64(i%perRow)*step, float64(i/perRow)*17
		switch {
		case i < cant:
			b.f(`<rect x="%s" y="%s" width="9" height="13" fill="var(--k-ink)"/>`, n(x), n(y))
		case i < cant+tight:
			b.el(
				"rect", "x", n(x+0.6), "y", n(y+0.6), "width", "7.8", "height", "11.8", "fill", "none", "stroke",
				"var(--k-ink)", "stroke-width", "1.2",
			)
			b.el("rect", "x", n(x), "y", n(y+6.5), "width", "9", "height", "6.5", "fill", "var(--k-ink)")
		default:
			b.f(
				`<rect x="%s" y="%s" width="7.8" height="11.8" fill="none" stroke="var(--k-ink)" stroke-width="1.2"/>`,
				n(x+0.6), n(y+0.6),
			)
		}
	}
	return svg("tally", float64(min(total, perRow))*step, float64(max(rows, 1))*17-4, "", b.String())
}
