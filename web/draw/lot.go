package draw

import (
	"html/template"
	"math"
)

// Share draws how much is left of something as a bar, both as shares of the widest in a list.
func Share(left, of float64, alt string) template.HTML {
	const w, h = 160.0, 14.0
	var b builder
	b.f(`<rect x=".6" y="1.6" width="%s" height="11" fill="var(--k-paper-lift)" stroke="var(--k-ink)"/>`, n(math.Max(1, (w-2)*of)))
	if left > 0 {
		b.f(`<rect x="1.2" y="2.2" width="%s" height="9.8" fill="url(#p-H)"/>`, n(math.Max(1, (w-3)*left)))
	}
	return svg("share", w, h, alt, b.String())
}

// LotFlow is a lot with what went into it and what became of it.
type LotFlow struct {
	Name, Words string
	Kg          float64
	In, Out     []LotPart
}

// LotPart is some of a lot. Stays says that it is there still.
type LotPart struct {
	Words string
	Kg    float64
	Stays bool
}

// Draw draws streams as wide as what they carry: in from the left, out to the right, what is in stock in honey's colour.
func (f LotFlow) Draw() template.HTML {
	const w, mid, bar, wide = 860.0, 430.0, 96.0, 150.0
	const left, right, gap, least = 236.0, 624.0, 12.0, 15.0
	tall := func(parts []LotPart) (h float64, each []float64) {
		for _, p := range parts {
			t := math.Max(least, bar*p.Kg/math.Max(f.Kg, 1e-9))
			each = append(each, t)
			h += t + gap
		}
		return h - gap, each
	}
	hIn, in := tall(f.In)
	hOut, out := tall(f.Out)
	h := math.Max(bar, math.Max(hIn, hOut)) + 20
	top := (h - bar) / 2
	var b builder
	stream := func(x0, y0, t0, x1, y1, t1 float64, fill string) {
		c := (x0 + x1) / 2
		b.f(`<path d="M%s %sC%s %s %s %s %s %sV%sC%s %s %s %s %s %sz" fill="%s" opacity=".55"/>`,
			n(x0), n(y0), n(c), n(y0), n(c), n(y1), n(x1), n(y1), n(y1+t1), n(c), n(y1+t1), n(c), n(y0+t0), n(x0), n(y0+t0), fill)
	}
	side := func(parts []LotPart, each []float64, sum float64, x, edge float64, anchor string, off float64) {
		y, at := (h-sum)/2, top
		for i, p := range parts {
			share := bar * p.Kg / math.Max(f.Kg, 1e-9)
			fill := "var(--k-spruce-mid)"
			if p.Stays {
				fill = "var(--k-honey)"
			}
			if x < edge {
				stream(x, y, each[i], edge, at, share, fill)
			} else {
				stream(edge, at, share, x, y, each[i], fill)
			}
			weight := "400"
			if p.Stays {
				weight = "700"
			}
			b.text("text", esc(p.Words), "x", n(x+off), "y", n(y+each[i]/2+5), "font-size", "14", "text-anchor", anchor, "font-weight", weight)
			y += each[i] + gap
			at += share
		}
	}
	side(f.In, in, hIn, left, mid-wide/2, "end", -8)
	side(f.Out, out, hOut, right, mid+wide/2, "start", 8)
	b.f(`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#p-H)" stroke="var(--k-ink)" stroke-width="1.6"/>`,
		n(mid-wide/2), n(top), n(wide), n(bar))
	b.f(`<rect x="%s" y="%s" width="%s" height="46" fill="var(--k-paper-lift)" stroke="var(--k-ink)"/>`, n(mid-wide/2+16), n(h/2-23), n(wide-32))
	b.text("text", esc(f.Name), "x", n(mid), "y", n(h/2-3), "font-size", "16", "font-weight", "700", "text-anchor", "middle")
	b.text("text", esc(f.Words), "x", n(mid), "y", n(h/2+15), "font-size", "14", "text-anchor", "middle")
	return svg("lot-flow", w, h, "Lot "+f.Name+", what it was made of and what became of it", b.String())
}
