package draw

import (
	"fmt"
	"html/template"

	"kembo/core/comb"
)

// fills are the base colours of the comb code, by content.
var fills = [comb.Contents]string{
	"var(--k-honey)", "var(--k-nectar)", "var(--k-pollen)", "var(--k-egg)", "var(--k-larva)", "var(--k-brood)",
	"var(--k-drone)", "var(--k-comb)", "var(--k-found)",
}

// letterInk is the ink of a letter on a content.
var letterInk = [comb.Contents]string{
	"var(--k-ink)", "var(--k-ink)", "var(--k-ink)", "var(--k-ink)", "var(--k-ink)", "#fff", "#fff", "var(--k-ink)",
	"var(--k-ink)",
}

// Short names of the contents, for keys and brushes.
var Short = [comb.Contents]string{"Honey", "Nectar", "Pollen", "Eggs", "Larvae", "Brood", "Drone", "Comb", "Foundation"}

// tile is the texture of a content on a small repeating tile.
type tile struct {
	w, h, turn float64
	marks      string
}

var tiles = [comb.Contents]tile{
	{
		8, 5, 0,
		`<path d="M.6 1.4h3M4.6 3.9h3" stroke="var(--k-honey-line)" stroke-width=".8" stroke-linecap="round" opacity=".75"/>`,
	},
	{
		7, 7, 38,
		`<path d="M1.6 0v7" stroke="#fff" stroke-width="2.4"/>` +
			`<path d="M4.6 0v7" stroke="var(--k-nectar-line)" stroke-width=".8"/>`,
	},
	{
		7, 7, 0,
		`<circle cx="1.8" cy="1.8" r="1.25" fill="var(--k-pollen-dot)"/>` +
			`<circle cx="5.3" cy="5.3" r="1.25" fill="var(--k-pollen-dot2)"/>`,
	},
	{
		6, 6, 0,
		`<circle cx="1.5" cy="1.5" r=".8" fill="var(--k-egg-dot)"/>` +
			`<circle cx="4.5" cy="4.5" r=".8" fill="var(--k-egg-dot)"/>`,
	},
	{
		7, 7, 0,
		`<path d="M.8 2.6a1.5 1.5 0 1 1 2 1.2" fill="none" stroke="#fff" stroke-width="1.2"/>` +
			`<path d="M4.3 6.1a1.5 1.5 0 1 1 2 1.2" fill="none" stroke="#fff" stroke-width="1.2"/>`,
	},
	{5, 5, 0, `<path d="M.4 3.2a2 2 0 0 1 4 0" fill="none" stroke="var(--k-brood-line)" stroke-width=".9"/>`},
	{
		7, 6.4, 0,
		`<circle cx="1.9" cy="1.7" r="1.55" fill="var(--k-drone-bump)"/>` +
			`<circle cx="5.4" cy="4.9" r="1.55" fill="var(--k-drone-bump)"/>`,
	},
	{5, 5, 0, `<circle cx="2.5" cy="2.5" r="1.45" fill="none" stroke="var(--k-comb-line)" stroke-width=".65"/>`},
	{5, 5, 45, `<path d="M1.4 0v5" stroke="var(--k-found-line)" stroke-width="1"/>`},
}

// Pattern sizes: p on the stack, s in strips, q in the painter, m on brushes.
var patternScales = []struct {
	prefix string
	scale  float64
}{{"p", 1}, {"s", 0.72}, {"q", 2.3}, {"m", 1.25}}

// Defs returns the hidden drawing that holds the patterns all others use. A
// page has it once.
func Defs() template.HTML {
	var b builder
	for _, s := range patternScales {
		for c := range tiles {
			pattern(&b, s.prefix, comb.Content(c), s.scale)
		}
	}
	b.open(
		"pattern", "id", "g-F", "width", "3", "height", "3", "patternUnits", "userSpaceOnUse", "patternTransform",
		"rotate(45)",
	)
	b.el("rect", "width", "3", "height", "3", "fill", "var(--k-found)")
	b.el("path", "d", "M0 0v3", "stroke", "var(--k-found-line)", "stroke-width", ".9")
	b.close("pattern")
	b.open(
		"pattern", "id", "g-N", "width", "4", "height", "4", "patternUnits", "userSpaceOnUse", "patternTransform",
		"rotate(38)",
	)
	b.el("rect", "width", "4", "height", "4", "fill", "var(--k-nectar)")
	b.el("path", "d", "M1 0v4", "stroke", "#fff", "stroke-width", "1.4")
	b.close("pattern")
	b.f("%s", beesPattern())
	b.open("pattern", "id", "timber", "width", "6", "height", "40", "patternUnits", "userSpaceOnUse")
	b.el("rect", "width", "6", "height", "40", "fill", "var(--k-wood)")
	b.el(
		"path", "d", "M1.2 0c.5 10-.5 20 0 40M3.6 0c-.5 12 .5 25 0 40M5.4 0c.3 9-.3 22 0 40", "stroke",
		"var(--k-wood-2)", "stroke-width", ".8", "fill", "none",
	)
	b.close("pattern")
	b.open(
		"pattern", "id", "endgrain", "width", "5", "height", "5", "patternUnits", "userSpaceOnUse",
		"patternTransform", "rotate(45)",
	)
	b.el("rect", "width", "5", "height", "5", "fill", "var(--k-wood-2)")
	b.el("path", "d", "M1.2 0v5M3.7 0v5", "stroke", "var(--k-wood-line)", "stroke-width", ".7", "opacity", ".8")
	b.close("pattern")
	b.open(
		"pattern", "id", "gaphatch", "width", "5", "height", "5", "patternUnits", "userSpaceOnUse",
		"patternTransform", "rotate(45)",
	)
	b.el("path", "d", "M1 0v5", "stroke", "var(--k-ink)", "stroke-width", "1.3")
	b.close("pattern")
	b.open(
		"pattern", "id", "gapsoft", "width", "5", "height", "5", "patternUnits", "userSpaceOnUse", "patternTransform",
		"rotate(45)",
	)
	b.el("path", "d", "M1 0v5", "stroke", "var(--k-spruce-mid)", "stroke-width", "1")
	b.close("pattern")
	// The soft end of a runway, from certain to hardly.
	b.open("linearGradient", "id", "soft", "x1", "0", "x2", "1")
	b.el("stop", "offset", "0", "stop-color", "var(--k-spruce)")
	b.el("stop", "offset", "1", "stop-color", "var(--k-spruce)", "stop-opacity", ".06")
	b.close("linearGradient")
	return template.HTML(
		`<svg class="k-defs" width="0" height="0" aria-hidden="true" focusable="false"><defs>` + b.String() + `</defs></svg>`,
	)
}

func pattern(b *builder, prefix string, c comb.Content, scale float64) {
	t := tiles[c]
	turn := ""
	if t.turn != 0 {
		turn = " rotate(" + n(t.turn) + ")"
	}
	b.f(
		`<pattern id="%s-%s" width="%s" height="%s" patternUnits="userSpaceOnUse" patternTransform="scale(%g)%s">`+
			`<rect width="%s" height="%s" fill="%s"/>%s</pattern>`,
		prefix, c.Letter(), n(t.w), n(t.h), scale, turn, n(t.w), n(t.h), fills[c], t.marks,
	)
}

// Swatch returns a patch of a content with its letter, for keys.
func Swatch(c comb.Content, w, h float64) template.HTML {
	dash := ""
	if c == comb.Foundation {
		dash = ` stroke-dasharray="3 2"`
	}
	return svg(
		"swatch", w, h, "",
		fmt.Sprintf(`<rect x=".6" y=".6" width="%s" height="%s" fill="url(#p-%s)" stroke="var(--k-ink)"%s/>%s`,
			n(w-1.2), n(h-1.2), c.Letter(), dash, letter(c, w/2, h/2, 11.5)),
	)
}

// letter writes the letter of a content with a casing of its colour.
func letter(c comb.Content, x, y, size float64) string {
	return fmt.Sprintf(
		`<text x="%s" y="%s" text-anchor="middle" font-size="%s" font-weight="700" fill="%s" `+
			`stroke="%s" stroke-width="3.2" paint-order="stroke" stroke-linejoin="round">%s</text>`,
		n(x), n(y+size*0.36), n(size), letterInk[c], fills[c], c.Letter(),
	)
}
