package draw

import (
	"fmt"
	"html/template"
	"strings"

	"github.com/boombuler/barcode/qr"
)

// QR returns a code of a text as one path, dark on light, with the quiet zone of
// four modules that scanners want. Level Q reads with a quarter of it soiled.
func QR(text string) (template.HTML, error) {
	c, err := qr.Encode(text, qr.Q, qr.Auto)
	if err != nil {
		return "", fmt.Errorf("tag: %w", err)
	}
	const quiet = 4
	b := c.Bounds()
	side := b.Dx() + 2*quiet
	var p strings.Builder
	for y := b.Min.Y; y < b.Max.Y; y++ {
		for x := b.Min.X; x < b.Max.X; x++ {
			if r, _, _, _ := c.At(x, y).RGBA(); r < 0x8000 {
				fmt.Fprintf(&p, "M%d %dh1v1h-1z", x-b.Min.X+quiet, y-b.Min.Y+quiet)
			}
		}
	}
	return template.HTML(fmt.Sprintf(
		`<svg class="qr" viewBox="0 0 %d %d" shape-rendering="crispEdges" role="img" aria-label="Code to scan">`+
			`<rect width="%d" height="%d" fill="#fff"/><path d="%s" fill="#000"/></svg>`,
		side, side, side, side, p.String(),
	)), nil
}
