package draw

import (
	"fmt"
	"html/template"
	"math"

	"kembo/core/measure"
)

// Lane is one quantity over the days to come.
type Lane struct {
	Name, Unit string
	Track      []measure.Range // one every Step days
	Line       string          // colour of the band's edge
	Band       string
	Scale      float64         // values are divided by it
	With       []measure.Range // the same with something tried; nil: nothing is
}

// Course is the colony page's figure: runways and forecast on one axis.
type Course struct {
	Axis  Axis
	Bars  []Bar
	Known bool
	Said  [3]string // words behind each bar, "" for none
	Lanes []Lane
	Step  int
	Days  float64 // from today to the end of the figure; 0: as on the board
	With  []Bar   // the runways with something tried; nil: nothing is
	Tried string  // in words, for the legend
}

// Draw draws the figure.
func (c Course) Draw() template.HTML {
	s := scale{x0: 154, thin: 9, thick: 13, ground: "var(--k-paper)", days: trackDays}
	if c.Days > 0 {
		s.days = c.Days
	}
	s.px = 546 / s.days
	const width, top, laneH = 712.0, 46.0, 50.0
	pitch := 23.0
	if c.With != nil {
		pitch = 31
	}
	var b builder
	visit := float64(c.Axis.Visit - c.Axis.Today)
	lanesTop := top + 8 + pitch*3 + 6
	if c.With != nil {
		lanesTop += 22
	}
	flowTop := lanesTop + float64(len(c.Lanes))*(laneH+9) + 2
	height := flowTop + 38
	end := s.x0 + s.days*s.px
	for d := 0.0; d <= s.days-2; d += s.step() {
		ink := "var(--k-rule)"
		if d == 0 {
			ink = "var(--k-rule-2)"
		}
		b.f(`<path d="M%s %sV%s" stroke="%s"/>`, n(s.x(d)), n(top-2), n(height), ink)
	}
	dates(&b, s, c.Axis.Today, visit, top-8, "Today, "+c.Axis.Today.DayMonth())
	b.f(`<path d="M0 %sH%s" stroke="var(--k-ink)" stroke-width="1.5"/>`, n(top-2), n(end))
	for i, bar := range c.Bars {
		y := top + 8 + pitch*float64(i)
		weight := 400
		if c.Known && (bar.short(visit) || bar.tight(visit)) {
			weight = 700
		}
		b.text("text", bar.Name, "x", "0", "y", n(y+12), "font-size", "14", "font-weight", fmt.Sprint(weight))
		b.text(
			"text", bar.daysText(s.days), "x", n(s.x0-12), "y", n(y+12), "text-anchor", "end", "font-size", "14",
			"font-weight", fmt.Sprint(weight),
		)
		bar.draw(&b, s, y+7, visit)
		if c.With != nil {
			c.with(&b, s, c.With[i], bar, y+22, visit)
		}
	}
	for i, l := range c.Lanes {
		c.lane(&b, s, l, lanesTop+float64(i)*(laneH+9), laneH, end)
	}
	b.el("path", "d", "M0 "+n(flowTop-5)+"H"+n(end), "stroke", "var(--k-rule)")
	b.text("text", "Flow", "x", "0", "y", n(flowTop+13), "font-size", "14", "font-weight", "700")
	b.text("text", "in flower", "x", "0", "y", n(flowTop+30), "font-size", "12.5", "fill", "var(--k-ink-2)")
	b.open("clipPath", "id", "rc")
	b.el("rect", "x", n(s.x0), "y", n(flowTop-4), "width", n(s.days*s.px), "height", "46")
	b.close("clipPath")
	blooms(&b, s, c.Axis.Bloom, visit, flowTop, 16, "rc")
	if visit <= s.days {
		x := s.x(visit)
		b.el("path", "d", "M"+n(x)+" 22V"+n(height), "stroke", "var(--k-paper)", "stroke-width", "5")
		b.el("path", "d", "M"+n(x)+" 8V"+n(height), "stroke", "var(--k-ink)", "stroke-width", "2")
		text := "Next visit " + c.Axis.Visit.Short()
		w := textWidth(text, 13, 700) + 16
		left := min(x-1, width-w)
		b.el("rect", "x", n(left), "y", "4", "width", n(w), "height", "20", "fill", "var(--k-ink)")
		b.text(
			"text", text, "x", n(left+8), "y", "18.5", "font-size", "13", "font-weight", "700", "fill",
			"var(--k-paper-lift)",
		)
	}
	if c.With != nil { // over the visit's line
		c.legend(&b, s, lanesTop-22)
	}
	for i, bar := range c.Bars {
		y := top + 8 + pitch*float64(i)
		at := s.x(min(bar.High, s.days-1)) + 12
		if bar.short(visit) {
			at = min(s.x(visit)+5, end-110)
			at += chip(&b, at, y-3, 20, 13, fmt.Sprintf("short by %.0f d", visit-bar.Likely)) + 9
		}
		if t := c.Said[i]; t != "" && at+textWidth(t, 13.5, 400) < end+10 {
			b.f(
				`<text x="%s" y="%s" font-size="13.5" stroke="var(--k-paper)" stroke-width="4" paint-order="stroke">%s</text>`,
				n(at), n(y+12), esc(t),
			)
		}
	}
	return svg(
		"course", width, height,
		fmt.Sprintf("Runways and forecast for %.0f days from %s", s.days, c.Axis.Today.Short()), b.String(),
	)
}

// lane draws a band with its middle line on a scale from nothing to a round
// number above its top.
func (c Course) lane(b *builder, s scale, l Lane, y0, h, end float64) {
	most := 0.0
	last := 0
	for i, r := range l.Track {
		if float64(i*c.Step) > s.days {
			break
		}
		last = i
		most = max(most, r.High/l.Scale)
		if i < len(l.With) {
			most = max(most, l.With[i].Likely/l.Scale)
		}
	}
	most = roundUp(most)
	Y := func(v float64) float64 { return y0 + h - min(v/l.Scale, most)/most*h }
	b.el("path", "d", "M0 "+n(y0-4)+"H"+n(end), "stroke", "var(--k-rule)")
	b.text("text", l.Name, "x", "0", "y", n(y0+13), "font-size", "14", "font-weight", "700")
	b.text("text", l.Unit, "x", "0", "y", n(y0+30), "font-size", "12.5", "fill", "var(--k-ink-2)")
	for _, t := range []float64{0, most} {
		y := Y(t * l.Scale)
		ty := y + 1
		if t > 0 {
			ty = y + 9
		}
		b.el("path", "d", "M"+n(s.x0-4)+" "+n(y)+"H"+n(s.x0), "stroke", "var(--k-rule-2)")
		b.text(
			"text", measure.Count(t), "x", n(s.x0-8), "y", n(ty), "font-size", "12.5", "text-anchor", "end", "fill",
			"var(--k-ink-2)",
		)
	}
	if len(l.Track) == 0 {
		return
	}
	var hi, lo, mid []point
	for i, r := range l.Track[:last+1] {
		x := s.x(float64(i * c.Step))
		hi = append(hi, point{x, Y(r.High)})
		lo = append(lo, point{x, Y(r.Low)})
		mid = append(mid, point{x, Y(r.Likely)})
	}
	back := make([]point, len(lo))
	for i := range lo {
		back[len(lo)-1-i] = lo[i]
	}
	up := smooth(hi, false, 0.5)
	b.el("path", "d", up+"L"+smooth(back, false, 0.5)[1:]+"Z", "fill", l.Band)
	b.el("path", "d", up, "fill", "none", "stroke", l.Line)
	b.el("path", "d", smooth(lo, false, 0.5), "fill", "none", "stroke", l.Line)
	b.el("path", "d", smooth(mid, false, 0.5), "fill", "none", "stroke", "var(--k-ink)", "stroke-width", "2.2")
	if len(l.With) == 0 {
		return
	}
	var low, likely, high []point
	for i, r := range l.With[:min(last+1, len(l.With))] {
		x := s.x(float64(i * c.Step))
		low, likely, high = append(low, point{x, Y(r.Low)}), append(
			likely, point{x, Y(r.Likely)},
		), append(high, point{x, Y(r.High)})
	}
	b.el("path", "d", smooth(low, false, 0.5), "fill", "none", "stroke", "var(--k-spruce)", "stroke-dasharray", "1 3")
	b.el("path", "d", smooth(high, false, 0.5), "fill", "none", "stroke", "var(--k-spruce)", "stroke-dasharray", "1 3")
	b.el("path", "d", smooth(likely, false, 0.5), "fill", "none", "stroke", "var(--k-paper)", "stroke-width", "5")
	b.el(
		"path", "d", smooth(likely, false, 0.5), "fill", "none", "stroke", "var(--k-spruce)", "stroke-width", "2.6",
		"stroke-dasharray", "7 3",
	)
}

// with draws a runway with something tried, under the runway as it is: a thin
// bar to its likely end, a hair to its late one, and the days where they differ.
func (c Course) with(b *builder, s scale, w, was Bar, y, visit float64) {
	x0, likely := s.x(0), s.x(w.Likely)
	b.f(`<path d="M%s %sH%s" stroke="var(--k-spruce)" stroke-width="5"/>`, n(x0), n(y), n(likely))
	if late := s.x(w.High); late > likely+1 {
		b.f(
			`<path d="M%s %sH%s" stroke="var(--k-spruce)" stroke-width="1.5" stroke-dasharray="1 3"/>`, n(likely),
			n(y), n(late),
		)
	}
	if w.daysText(s.days) != was.daysText(s.days) {
		weight := 700
		if w.short(visit) {
			weight = 400
		}
		b.f(
			`<text x="%s" y="%s" text-anchor="end" font-size="13" font-weight="%d" fill="var(--k-spruce)">%s</text>`,
			n(s.x0-12), n(y+5), weight, w.daysText(s.days),
		)
	}
}

// legend says which line is which.
func (c Course) legend(b *builder, s scale, y float64) {
	b.el("path", "d", "M"+n(s.x0)+" "+n(y+5)+"h30", "stroke", "var(--k-ink)", "stroke-width", "2.2")
	b.text(
		"text", "as it is", "x", n(s.x0+36), "y", n(y+9.5), "font-size", "13", "stroke", "var(--k-paper)",
		"stroke-width", "5", "paint-order", "stroke",
	)
	x := s.x0 + 36 + textWidth("as it is", 13, 400) + 18
	b.el(
		"path", "d", "M"+n(x)+" "+n(y+5)+"h30", "stroke", "var(--k-spruce)", "stroke-width", "2.6",
		"stroke-dasharray", "7 3",
	)
	b.text(
		"text", "with "+esc(c.Tried), "x", n(x+36), "y", n(y+9.5), "font-size", "13", "fill", "var(--k-spruce)",
		"font-weight", "700", "stroke", "var(--k-paper)", "stroke-width", "5", "paint-order", "stroke",
	)
}

func roundUp(v float64) float64 {
	if v <= 0 {
		return 1
	}
	unit := math.Pow(10, math.Floor(math.Log10(v)))
	for _, k := range []float64{1, 1.5, 2, 3, 4, 5, 6, 8, 10} {
		if k*unit >= v {
			return k * unit
		}
	}
	return 10 * unit
}
