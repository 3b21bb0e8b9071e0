package draw

import "html/template"

// Frame draws the outline of a frame to scale against the tallest of a list,
// so that formats can be told apart at a glance.
func Frame(lengthMM, heightMM, tallestMM float64) template.HTML {
	const high, most = 40.0, 500.0 // px for the tallest; mm for the widest kept in a column
	k := high / max(tallestMM, 1)
	w, h := lengthMM*k, heightMM*k
	var b builder
	y := high - h + 2
	b.f(
		`<rect x="1" y="%s" width="%s" height="3" fill="var(--k-wood-2)" stroke="var(--k-wood-line)" stroke-width=".8"/>`,
		n(y-2), n(w+6),
	)
	b.f(
		`<rect x="4" y="%s" width="%s" height="%s" fill="url(#m-C)" stroke="var(--k-ink)" stroke-width="1"/>`, n(y+1),
		n(w), n(h-1),
	)
	return svg("frame-f", most*k+10, high+4, "", b.String())
}
