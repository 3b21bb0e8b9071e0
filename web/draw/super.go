package draw

import (
	"html/template"

	"kembo/core/comb"
)

// SuperRow draws a box edge-on, wide and low: each comb with its honey, what is open of it, brood and room. quiet draws it pale, for
// one that stays.
func SuperRow(frames [][comb.Contents]uint8, quiet bool, alt string) template.HTML {
	const w, h, wall, post = 250.0, 36.0, 2.0, 8.0
	var b builder
	if quiet {
		b.open("g", "opacity", ".5")
	}
	b.rect(0, 0, w, h, "var(--k-wood)")
	b.rect(post, wall, w-2*post, h-2*wall, "var(--k-comb)")
	pitch := (w - 2*post - wall) / float64(max(1, len(frames)))
	const top, tall = wall + 2.0, h - 2*wall - 4
	left := func(k int) float64 { return post + wall/2 + float64(k)*pitch + 0.8 }
	wide := pitch - 1.6
	// One shape a content over all combs, so that a long list stays light.
	above := make([]float64, len(frames))
	for c := range comb.Contents {
		d := ""
		for k, f := range frames {
			t := tall * float64(f[c]) / 100
			if t > 0 {
				d += "M" + n(left(k)) + " " + n(top+above[k]) + "h" + n(wide) + "v" + n(t) + "h-" + n(wide) + "z"
			}
			above[k] += t
		}
		if d != "" && superFill[c] != "" {
			b.f(`<path d="%s" fill="%s"/>`, d, superFill[c])
		}
	}
	d := ""
	for k := range frames {
		d += "M" + n(left(k)) + " " + n(top) + "h" + n(wide) + "v" + n(tall) + "h-" + n(wide) + "zm" + n(wide/2) + " 0v" + n(tall)
	}
	b.f(`<path d="%s" fill="none" stroke="var(--k-ink)" stroke-width=".8"/>`, d)
	b.f(`<rect x=".6" y=".6" width="%s" height="%s" fill="none" stroke="var(--k-ink)" stroke-width="1.2"/>`, n(w-1.2), n(h-1.2))
	b.f(`<path d="M%s 0V%sM%s 0V%s" stroke="var(--k-wood-line)" stroke-width="1"/>`, n(post), n(h), n(w-post), n(h))
	if quiet {
		b.close("g")
	}
	return svg("super-row", w, h, alt, b.String())
}

// superFill is glyphFill with the combs' own patterns, which there is room for.
var superFill = [comb.Contents]string{
	"url(#p-H)", "url(#p-N)", "url(#p-P)", "url(#p-E)", "url(#p-L)", "url(#p-B)", "url(#p-D)", "", "url(#p-F)",
}
