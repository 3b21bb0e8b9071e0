package web

import (
	"fmt"
	"html/template"
	"slices"

	"kembo/app"
	"kembo/core/comb"
	"kembo/core/words"
	"kembo/web/draw"
)

func glyphOf(x app.Standing) template.HTML { return glyph(x.Boxes, x.Excluder, stackWords(x.Boxes)) }

func glyph(boxes []app.GlyphBox, excluder int, alt string) template.HTML {
	var out []draw.GlyphBox
	for _, b := range boxes {
		g := draw.GlyphBox{HeightMM: b.HeightMM}
		for f := range slices.Chunk(b.Shares, comb.Contents) {
			g.Frames = append(g.Frames, [comb.Contents]uint8(f))
		}
		out = append(out, g)
	}
	return draw.Glyph(out, excluder, alt)
}

func stackWords(boxes []app.GlyphBox) string {
	supers := 0
	for _, b := range boxes {
		if b.Super {
			supers++
		}
	}
	return fmt.Sprintf(
		"Hive of %s and %s", words.Count(len(boxes)-supers, "brood box", "brood boxes"),
		words.Count(supers, "super", "supers"),
	)
}
