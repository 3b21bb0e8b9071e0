// Package draw makes Kembo's drawings as SVG: the comb code, the stack cut
// open, the small stack, the runway track, the course of a forecast and the
// faces of the painter. Data in, markup out; no state, no arithmetic of the
// trade. Colours are the design tokens, so print and contrast follow the CSS.
package draw

import (
	"fmt"
	"html"
	"html/template"
	"math"
	"strconv"
	"strings"
)

// builder gathers markup.
type builder struct{ strings.Builder }

func (b *builder) f(format string, args ...any) { fmt.Fprintf(b, format, args...) }

// el writes an element that holds nothing; attributes are given as name and value in
// turn, as they are to be written.
func (b *builder) el(name string, attributes ...string) {
	b.begin(name, attributes)
	b.WriteString("/>")
}

// text writes an element that holds a text, which is written as it is.
func (b *builder) text(name, text string, attributes ...string) {
	b.begin(name, attributes)
	b.WriteString(">" + text)
	b.close(name)
}

// open begins an element that holds others, and close ends it.
func (b *builder) open(name string, attributes ...string) {
	b.begin(name, attributes)
	b.WriteString(">")
}

func (b *builder) close(name string) { b.WriteString("</" + name + ">") }

func (b *builder) begin(name string, attributes []string) {
	b.WriteString("<" + name)
	for i := 0; i+1 < len(attributes); i += 2 {
		b.WriteString(" " + attributes[i] + `="` + attributes[i+1] + `"`)
	}
}

// rect writes a filled rectangle in hundredths of a pixel; it is what small
// drawings are made of, so it does without fmt.
func (b *builder) rect(x, y, w, h float64, fill string) {
	var buf [24]byte
	for _, a := range [...]struct {
		name string
		v    float64
	}{{`<rect x="`, x}, {`" y="`, y}, {`" width="`, w}, {`" height="`, h}} {
		b.WriteString(a.name)
		b.Write(strconv.AppendFloat(buf[:0], math.Round(a.v*100)/100, 'f', -1, 64))
	}
	b.WriteString(`" fill="`)
	b.WriteString(fill)
	b.WriteString(`"/>`)
}

// n writes a coordinate with one decimal at most, so drawings are small and
// golden files do not depend on the last bits.
func n(v float64) string {
	const exact = 1 << 52
	tenths := math.Round(v * 10)
	if !(math.Abs(tenths) < exact) {
		return strconv.FormatFloat(tenths/10, 'f', -1, 64)
	}
	t := int64(tenths)
	var buf [24]byte
	b := buf[:0]
	if t < 0 {
		b, t = append(b, '-'), -t
	}
	b = strconv.AppendInt(b, t/10, 10)
	if d := t % 10; d > 0 {
		b = append(b, '.', byte('0'+d))
	}
	return string(b)
}

func esc(s string) string { return html.EscapeString(s) }

// textWidth returns the width of a text in the shipped font.
func textWidth(s string, size float64, weight int) float64 {
	w, ok := widths[weight]
	if !ok {
		w = widths[400]
	}
	t := 0.0
	for _, r := range s {
		if v, ok := w[r]; ok {
			t += v
		} else {
			t += w['n']
		}
	}
	return t * size
}

// svg wraps inner in an image with a spoken label.
func svg(class string, w, h float64, label, inner string) template.HTML {
	a := `aria-hidden="true"`
	if label != "" {
		a = `role="img" aria-label="` + esc(label) + `"`
	}
	return template.HTML(fmt.Sprintf(
		`<svg class="%s" width="%s" height="%s" viewBox="0 0 %s %s" %s>%s</svg>`, class, n(w), n(h), n(w), n(h), a,
		inner,
	))
}

type point struct{ x, y float64 }

// smooth returns a path through points as a Catmull-Rom spline.
func smooth(p []point, closed bool, tension float64) string {
	if len(p) == 0 {
		return ""
	}
	var b builder
	b.f("M%s %s", n(p[0].x), n(p[0].y))
	m := len(p)
	last := m - 1
	if closed {
		last = m
	}
	for i := range last {
		p1, p2 := p[i], p[(i+1)%m]
		p0, p3 := p1, p2
		if closed || i > 0 {
			p0 = p[(i-1+m)%m]
		}
		if closed || i+2 < m {
			p3 = p[(i+2)%m]
		}
		b.f("C%s %s %s %s %s %s", n(p1.x+(p2.x-p0.x)*tension/3), n(p1.y+(p2.y-p0.y)*tension/3),
			n(p2.x-(p3.x-p1.x)*tension/3), n(p2.y-(p3.y-p1.y)*tension/3), n(p2.x), n(p2.y))
	}
	if closed {
		b.WriteString("Z")
	}
	return b.String()
}

// xy writes a point of a path.
func xy(x, y float64) string { return n(x) + " " + n(y) }

// curve writes a cubic curve of a path, by its two handles and its end.
func curve(x1, y1, x2, y2, x, y float64) string {
	return "C" + xy(x1, y1) + " " + xy(x2, y2) + " " + xy(x, y)
}
