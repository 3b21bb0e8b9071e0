package draw

import "kembo/core/hive"

// Sizes of what a hive has beside its boxes, px.
const (
	trayHigh = 30.0
	pailHigh = 44.0
	pailWide = 84.0
	holeAt   = 0.5 // of a box's height
)

// insulation draws a quilt over the roof.
func insulation(b *builder, x, y, w float64) {
	b.el(
		"rect", "x", n(x-3), "y", n(y), "width", n(w+6), "height", "10", "rx", "4", "fill", "var(--k-paper-lift)",
		"stroke", "var(--k-ink)", "stroke-width", "1",
	)
	for at := x + 8; at < x+w-4; at += 16 {
		b.f(
			`<path d="M%s %sl8 7M%s %sl8 -7" stroke="var(--k-ink)" stroke-width=".7" opacity=".6"/>`, n(at), n(y+1.5),
			n(at), n(y+8.5),
		)
	}
}

// feederOver draws a feeder that stands over the boxes, under the roof, and returns how
// high it is; 0 for one that does not.
func feederOver(b *builder, kind hive.FeederKind, x, y, w float64) float64 {
	switch kind {
	case hive.TopFeeder:
		b.el(
			"rect", "x", n(x), "y", n(y), "width", n(w), "height", n(trayHigh), "fill", "url(#timber)", "stroke",
			"var(--k-ink)", "stroke-width", "1.2",
		)
		b.el(
			"rect", "x", n(x+12), "y", n(y+4), "width", n(w-24), "height", n(trayHigh-9), "fill", "var(--k-paper-lift)",
			"stroke", "var(--k-ink)", "stroke-width", ".9",
		)
		feederWord(b, x+w/2, y+trayHigh/2+3.5)
		return trayHigh
	case hive.BucketFeeder:
		b.el(
			"rect", "x", n(x), "y", n(y), "width", n(w), "height", n(pailHigh), "fill", "var(--k-inside)", "stroke",
			"var(--k-ink)", "stroke-width", "1",
		)
		b.f(
			`<path d="M%s %sh%sl-7 %sh%sz" fill="var(--k-paper-lift)" stroke="var(--k-ink)" stroke-width="1.1"/>`,
			n(x+w/2-pailWide/2), n(y+3), n(pailWide), n(pailHigh-4), n(14-pailWide),
		)
		feederWord(b, x+w/2, y+pailHigh/2+4)
		return pailHigh
	}
	return 0
}

func feederWord(b *builder, x, y float64) {
	b.f(`<text x="%s" y="%s" text-anchor="middle" font-size="12">feeder</text>`, n(x), n(y))
}

// hole draws an entrance of a box's own in its wall: a hole, or one with a stopper in.
func hole(b *builder, is hive.Hole, x, y float64) {
	fill := "var(--k-ink)"
	switch is {
	case hive.NoHole:
		return
	case hive.HoleShut:
		fill = "var(--k-wood)"
	}
	b.el(
		"circle", "cx", n(x), "cy", n(y), "r", "6", "fill", fill, "stroke", "var(--k-ink)", "stroke-width", "1.4",
	)
}
