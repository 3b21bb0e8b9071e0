package draw

import (
	"fmt"
	"html/template"
	"math"

	"kembo/core/day"
	"kembo/core/ledger"
	"kembo/core/measure"
)

// ScaleChart is the days of a hive scale.
type ScaleChart struct {
	Days  []ledger.Daily
	Mass  measure.Unit
	Width float64 // 0: for a desk
}

// Draw draws the weight as a line and each day's gain as a bar under it. Days
// that cannot be known are hatched; handling that was taken out is marked with
// its mass; a sudden fall nobody noted is named.
func (c ScaleChart) Draw() template.HTML {
	w := c.Width
	if w == 0 {
		w = 820
	}
	const left, right, lineTop, lineH, gap = 52.0, 14.0, 30.0, 150.0, 40.0
	const barTop, barH = lineTop + lineH + gap, 130.0
	height := barTop + barH + 30
	var b builder
	if len(c.Days) == 0 {
		return ""
	}
	first, last := c.Days[0].Day, c.Days[len(c.Days)-1].Day
	px := (w - left - right) / float64(max(1, last-first+1))
	x := func(d day.Day) float64 { return left + (float64(d-first)+0.5)*px }
	lo, hi, most := math.Inf(1), 0.0, 0.5
	for _, d := range c.Days {
		lo, hi = min(lo, d.Kg), max(hi, d.Kg)
		if d.Known {
			most = max(most, math.Abs(d.GainKg))
		}
	}
	lo, hi = c.Mass.In(lo), c.Mass.In(hi)
	step := roundUp(max(hi-lo, 1) / 4)
	lo, hi = math.Floor(lo/step)*step, math.Ceil(hi/step)*step
	y := func(kg float64) float64 { return lineTop + lineH*(1-(c.Mass.In(kg)-lo)/(hi-lo)) }
	unit := c.Mass.Name
	b.text("text", "Weight", "x", "0", "y", "14", "font-size", "14", "font-weight", "700")
	b.text("text", unit+", evening", "x", "58", "y", "14", "font-size", "12.5", "fill", "var(--k-ink-2)")
	for v := lo; v <= hi+1e-9; v += step {
		yy := lineTop + lineH*(1-(v-lo)/(hi-lo))
		b.el("path", "d", "M"+n(left)+" "+n(yy)+"H"+n(w-right), "stroke", "var(--k-rule)")
		b.text(
			"text", n(v), "x", n(left-7), "y", n(yy+4), "font-size", "12.5", "text-anchor", "end", "fill",
			"var(--k-ink-2)",
		)
	}
	most = roundUp(c.Mass.In(most))
	zero := barTop + barH*0.62
	up, down := zero-barTop, barTop+barH-zero
	bar := func(kg float64) float64 {
		v := c.Mass.In(kg)
		if v >= 0 {
			return -min(v/most, 1) * up
		}
		return min(-v/most*up, down)
	}
	b.text("text", "Gain a day", "x", "0", "y", n(barTop-10), "font-size", "14", "font-weight", "700")
	b.text(
		"text", unit+", handling and rain taken out", "x", "84", "y", n(barTop-10), "font-size", "12.5", "fill",
		"var(--k-ink-2)",
	)
	for _, v := range []float64{most, most / 2, 0} {
		yy := zero - v/most*up
		b.el("path", "d", "M"+n(left)+" "+n(yy)+"H"+n(w-right), "stroke", "var(--k-rule)")
		b.text(
			"text", n(v), "x", n(left-7), "y", n(yy+4), "font-size", "12.5", "text-anchor", "end", "fill",
			"var(--k-ink-2)",
		)
	}
	c.months(&b, x, first, last, px, [2][2]float64{{lineTop, lineTop + lineH}, {barTop, barTop + barH}}, height)
	line, said := "", -1000.0
	for i, d := range c.Days {
		move := "L"
		if i == 0 || c.Days[i-1].Day != d.Day-1 {
			move = "M"
		}
		line += fmt.Sprintf("%s%s %s", move, n(x(d.Day)), n(y(d.Kg)))
		bw := max(px*0.7, 1.5)
		switch h := bar(d.GainKg); {
		case !d.Known:
			b.f(
				`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#gaphatch)"/>`, n(x(d.Day)-bw/2), n(zero-12),
				n(bw), "24",
			)
		case h < 0:
			b.el(
				"rect", "x", n(x(d.Day)-bw/2), "y", n(zero+h), "width", n(bw), "height", n(-h), "fill",
				"var(--k-honey)", "stroke", "var(--k-honey-line)", "stroke-width", ".8",
			)
		default:
			b.el(
				"rect", "x", n(x(d.Day)-bw/2), "y", n(zero), "width", n(bw), "height", n(h), "fill",
				"var(--k-paper-lift)", "stroke", "var(--k-honey-line)", "stroke-width", "1",
			)
		}
		if d.JumpKg == 0 && !d.Suspect {
			continue
		}
		text := fmt.Sprintf("%+.1f", c.Mass.In(d.JumpKg))
		if d.Suspect {
			text = "sudden fall"
		}
		b.f(
			`<path d="M%s %sV%s" stroke="var(--k-ink)" stroke-width="1.3" stroke-dasharray="2 3"/>`, n(x(d.Day)),
			n(lineTop), n(lineTop+lineH),
		)
		if x(d.Day)-said > 44 {
			at, anchor := x(d.Day)+4, "start"
			if at > w-right-80 {
				at, anchor = x(d.Day)-4, "end"
			}
			b.text(
				"text", text, "x", n(at), "y", n(lineTop+13), "font-size", "12.5", "text-anchor", anchor,
				"font-weight", "600", "stroke", "var(--k-paper)", "stroke-width", "4", "paint-order", "stroke",
			)
			said = x(d.Day)
		}
	}
	b.f(`<path d="M%s %sH%s" stroke="var(--k-ink)" stroke-width="1.5"/>`, n(left), n(zero), n(w-right))
	b.f(`<path d="%s" fill="none" stroke="var(--k-ink)" stroke-width="2.2" stroke-linejoin="round"/>`, line)
	return svg(
		"scale-c", w, height,
		fmt.Sprintf("Hive scale from %s to %s: weight and gain by day", first.Short(), last.Short()), b.String(),
	)
}

// months writes dates along the foot, as close as they fit.
func (c ScaleChart) months(
	b *builder, x func(day.Day) float64, first, last day.Day, px float64, spans [2][2]float64, height float64,
) {
	every := day.Day(7)
	for float64(every)*px < 58 {
		every *= 2
	}
	for d := first; d <= last; d += every {
		for _, s := range spans {
			b.f(`<path d="M%s %sV%s" stroke="var(--k-rule)"/>`, n(x(d)), n(s[0]), n(s[1]))
		}
		b.f(`<text x="%s" y="%s" font-size="12.5" text-anchor="middle">%s</text>`, n(x(d)), n(height-8), d.DayMonth())
	}
}
