package draw

import (
	"html/template"
	"math"

	"kembo/core/day"
)

// Mites draws how mites likely grow: a band of eight in ten cases, the likely course, and the limit to act above.
type Mites struct {
	Days []MitesDay // at least two, in time
	Alt  string
}

// MitesDay is a day of it, per cent.
type MitesDay struct {
	On                day.Day
	Low, Likely, High float64
	Limit             float64
}

// Draw draws it.
func (m Mites) Draw() template.HTML {
	const w, h, left, right, top, floor = 620.0, 240.0, 46.0, 606.0, 12.0, 206.0
	// What is likely and the limit must be read; a band may run out at the top.
	most, high := 1.0, 0.0
	for _, d := range m.Days {
		most, high = math.Max(most, math.Max(d.Likely*1.3, d.Limit*4)), math.Max(high, math.Max(d.High, d.Limit*1.3))
	}
	most = math.Min(most, high)
	step := roundUp(most / 4)
	first, last := m.Days[0].On, m.Days[len(m.Days)-1].On
	x := func(d day.Day) float64 { return left + (right-left)*float64(d-first)/math.Max(1, float64(last-first)) }
	y := func(v float64) float64 { return floor - (floor-top)*math.Min(v, 4*step)/(4*step) }
	var b builder
	for i := range 5 {
		v := step * float64(i)
		b.text("text", n(v)+" %", "x", n(left-8), "y", n(y(v)+4), "font-size", "13", "text-anchor", "end", "fill", "var(--k-ink-2)")
		b.el("path", "d", "M"+n(left)+" "+n(y(v))+"H"+n(right), "stroke", "var(--k-rule)")
	}
	var up, down, mid, limit string
	for i, d := range m.Days {
		to := "L"
		if i == 0 {
			to = "M"
		}
		up += to + n(x(d.On)) + " " + n(y(d.High))
		mid += to + n(x(d.On)) + " " + n(y(d.Likely))
		down = "L" + n(x(d.On)) + " " + n(y(d.Low)) + down
		if i > 0 && d.Limit != m.Days[i-1].Limit {
			limit += "H" + n(x(d.On)) + "V" + n(y(d.Limit))
		} else if i == 0 {
			limit = "M" + n(left) + " " + n(y(d.Limit))
		}
	}
	b.el("path", "d", up+down+"Z", "fill", "var(--k-spruce-mid)", "fill-opacity", "0.35")
	b.el("path", "d", mid, "fill", "none", "stroke", "var(--k-spruce)", "stroke-width", "2.5")
	b.el("path", "d", limit+"H"+n(right), "fill", "none", "stroke", "var(--k-ink)", "stroke-width", "1.8", "stroke-dasharray", "6 4")
	b.text("text", "act above", "x", n(right), "y", n(y(m.Days[len(m.Days)-1].Limit)-6), "font-size", "13", "text-anchor", "end", "font-weight", "700")
	const marks = 5
	for i := range marks {
		d := first + day.Day(float64(i)*float64(last-first)/(marks-1)+0.5)
		anchor := "middle"
		switch i {
		case 0:
			anchor = "start"
		case marks - 1:
			anchor = "end"
		}
		b.el("path", "d", "M"+n(x(d))+" "+n(floor)+"v5", "stroke", "var(--k-ink)")
		b.text("text", d.DayMonth(), "x", n(x(d)), "y", n(floor+20), "font-size", "13", "text-anchor", anchor)
	}
	b.el("path", "d", "M"+n(left)+" "+n(floor)+"H"+n(right), "stroke", "var(--k-ink)", "stroke-width", "1.5")
	return svg("mites-ahead", w, h, m.Alt, b.String())
}
