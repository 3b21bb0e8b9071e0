package draw

import (
	"html/template"
	"slices"

	"kembo/core/hive"
)

// Of the small stack beside a step of a move sheet.
const touchedWide, touchedScale, touchedGap = 88.0, 0.22, 3.0

// Touched draws a stack small, with the boxes that hands touch filled: it stands beside the words of a step, which say the
// same.
func Touched(st hive.Stack, boxes []string) template.HTML {
	high := touchedGap
	for _, b := range st.Boxes {
		high += touchedScale*b.Format.Frame.HeightMM + touchedGap
	}
	const lid, foot = 5.0, 8.0
	var b builder
	b.f(`<svg viewBox="0 0 %s %s" class="touched" aria-hidden="true" focusable="false">`, n(touchedWide), n(lid+high+foot))
	b.f(`<rect x="0" y="0" width="%s" height="%s" class="lid"/>`, n(touchedWide), n(lid))
	y := lid + touchedGap
	for _, x := range slices.Backward(st.Boxes) {
		h := touchedScale * x.Format.Frame.HeightMM
		class := "box"
		if slices.Contains(boxes, x.ID) {
			class = "box on"
		}
		b.f(`<rect x="6" y="%s" width="%s" height="%s" class="%s"/>`, n(y), n(touchedWide-12), n(h), class)
		y += h + touchedGap
	}
	b.f(`<rect x="2" y="%s" width="%s" height="%s" class="lid"/></svg>`, n(y), n(touchedWide-4), n(foot-2))
	return template.HTML(b.String())
}
