package draw

import (
	"math"
	"slices"
	"strings"

	"kembo/core/day"
)

// Lanes are what goes along under the plants of a calendar, day by day from its first.
type Lanes struct {
	Nectar    []float64 // offered, 1 a strong main flow
	Low, High float64   // this season against the calendar, as times of Nectar; 0: not known
	Pollen    []float64
	Dearth    [][2]day.Day // between flows, both included
	Scales    []ScaleLane
	Weather   []WeatherDay
	Warm      string // unit of the temperatures
	WarmOf    func(c float64) float64
}

// ScaleLane is what a hive on a scale gained; Gain is in the user's unit.
type ScaleLane struct {
	Code, Unit string
	Days       []ScaleGain
}

// ScaleGain is a day of a scale.
type ScaleGain struct {
	Day  day.Day
	Gain float64
}

// WeatherDay is a day's weather.
type WeatherDay struct {
	Day        day.Day
	MaxC, Rain float64
	Forecast   bool
}

// lane is a strip of a calendar: its label, its height, and what is in it.
type lane struct {
	label, sub string
	tall       float64
	draw       func(b *builder, top, base float64)
}

// lanes returns what is drawn under the plants; x maps days from the calendar's first.
func (l Lanes) lanes(from day.Day, x func(d float64) float64) []lane {
	var out []lane
	most := 0.0
	for _, v := range l.Nectar {
		most = math.Max(most, v)
	}
	if most > 0 {
		out = append(out, l.nectar(from, x, most))
	}
	if len(l.Pollen) > 0 {
		out = append(out, lane{"Pollen", "", 26, func(b *builder, top, base float64) {
			b.el("path", "d", area(l.Pollen, x, func(v float64) float64 { return base - (base-top)*math.Min(v, pollenMost)/pollenMost }, base),
				"fill", "var(--k-pollen)", "stroke", "var(--k-pollen-dot)", "stroke-width", ".8")
		}})
	}
	for _, s := range l.Scales {
		out = append(out, s.lane(from, x))
	}
	if len(l.Weather) > 0 {
		out = append(out, l.weather(from, x))
	}
	return out
}

// pollenMost is as much pollen as fills its lane. Rounding.
const pollenMost = 2.5

// bends returns the points at which a curve of days bends, its first and its last among them: what lies straight between is left out.
func bends(v []float64, x, y func(float64) float64) []point {
	var out []point
	for i, p := range v {
		if i > 0 && i < len(v)-1 && math.Abs(v[i-1]-2*p+v[i+1]) < 1e-9 {
			continue
		}
		out = append(out, point{x(float64(i)), y(p)})
	}
	return out
}

// along returns the path through points, beginning with a command.
func along(begin string, p []point) string {
	var d strings.Builder
	for _, q := range p {
		d.WriteString(begin + n(q.x) + " " + n(q.y))
		begin = "L"
	}
	return d.String()
}

// area returns the path of an area over a base line.
func area(v []float64, x, y func(float64) float64, base float64) string {
	p := bends(v, x, y)
	return along("M", append(append([]point{{p[0].x, base}}, p...), point{p[len(p)-1].x, base})) + "Z"
}

// nectar is the lane of what is offered, with its range where this season is known, and what lies between flows hatched.
func (l Lanes) nectar(from day.Day, x func(float64) float64, most float64) lane {
	sub := "1 is a strong flow"
	if l.High > 0 {
		most *= l.High
	}
	return lane{"Flow", sub, 64, func(b *builder, top, base float64) {
		y := func(v float64) float64 { return base - (base-top)*v/most }
		mid := 1.0
		if l.High > 0 {
			mid = math.Sqrt(l.High * l.Low)
			times := func(by float64) func(float64) float64 { return func(v float64) float64 { return y(v * by) } }
			under := bends(l.Nectar, x, times(l.Low))
			slices.Reverse(under)
			b.el("path", "d", along("M", bends(l.Nectar, x, times(l.High)))+along("L", under)+"Z", "fill", "var(--k-spruce-tint)")
		}
		b.el("path", "d", along("M", bends(l.Nectar, x, func(v float64) float64 { return y(v * mid) })), "fill", "none", "stroke",
			"var(--k-spruce)", "stroke-width", "2")
		if one := y(1); one > top-1 {
			b.el("path", "d", "M"+n(x(0))+" "+n(one)+"H"+n(x(366)), "stroke", "var(--k-rule-2)", "stroke-dasharray", "2 4")
			b.text("text", "1", "x", n(x(0)-6), "y", n(one+4), "font-size", "12.5", "text-anchor", "end", "fill", "var(--k-ink-2)")
		}
		for _, g := range l.Dearth {
			a, z := x(float64(g[0]-from)), x(float64(g[1]-from)+1)
			b.el("rect", "x", n(a), "y", n(base-7), "width", n(math.Max(1, z-a)), "height", "7", "fill", "url(#gaphatch)")
		}
	}}
}

// lane is a hive's gain, a bar a day, what was lost under the line.
func (s ScaleLane) lane(from day.Day, x func(float64) float64) lane {
	most := 0.5
	for _, d := range s.Days {
		most = math.Max(most, math.Abs(d.Gain))
	}
	return lane{"Scale, " + s.Code, "to " + n(most) + " " + s.Unit + " a day", 72, func(b *builder, top, base float64) {
		zero := base - (base-top)*0.3
		up, down := "", ""
		wide := math.Max(0.8, x(1)-x(0)-0.6)
		for _, d := range s.Days {
			h := (zero - top) * math.Abs(d.Gain) / most
			at := "M" + n(x(float64(d.Day-from))) + " " + n(zero) + "h" + n(wide) + "v"
			if d.Gain >= 0 {
				up += at + n(-h) + "h" + n(-wide) + "z"
			} else {
				down += at + n(math.Min(h, base-zero)) + "h" + n(-wide) + "z"
			}
		}
		b.el("path", "d", up, "fill", "var(--k-honey)", "stroke", "var(--k-honey-line)", "stroke-width", ".5")
		b.el("path", "d", down, "fill", "var(--k-paper-lift)", "stroke", "var(--k-ink-2)", "stroke-width", ".7")
		b.el("path", "d", "M"+n(x(0))+" "+n(zero)+"H"+n(x(366)), "stroke", "var(--k-rule-2)")
	}}
}

// weather is the lane of the highs as a line and the rain as bars; what is forecast is thin.
func (l Lanes) weather(from day.Day, x func(float64) float64) lane {
	lo, hi, wet := math.Inf(1), math.Inf(-1), 8.0
	for _, w := range l.Weather {
		lo, hi, wet = math.Min(lo, w.MaxC), math.Max(hi, w.MaxC), math.Max(wet, w.Rain)
	}
	sub := n(math.Round(l.WarmOf(lo))) + " to " + n(math.Round(l.WarmOf(hi))) + " " + l.Warm + "; rain"
	return lane{"Weather", sub, 66, func(b *builder, top, base float64) {
		y := func(c float64) float64 { return base - 4 - (base-top-8)*(c-lo)/math.Max(1, hi-lo) }
		rain, was, will := "", "", ""
		last := day.Day(0)
		for _, w := range l.Weather {
			at := x(float64(w.Day-from) + 0.5)
			if w.Rain > 0 {
				rain += "M" + n(at) + " " + n(base) + "v" + n(-(base-top)*w.Rain/wet)
			}
			into := &was
			if w.Forecast {
				into = &will
			}
			pen := "L"
			if *into == "" || w.Day != last+1 {
				pen = "M"
			}
			*into += pen + n(at) + " " + n(y(w.MaxC))
			last = w.Day
		}
		b.el("path", "d", rain, "stroke", "var(--k-spruce-mid)", "stroke-width", "1.6")
		b.el("path", "d", was, "fill", "none", "stroke", "var(--k-ink)", "stroke-width", "1.3")
		b.el("path", "d", will, "fill", "none", "stroke", "var(--k-ink)", "stroke-width", "1", "stroke-dasharray", "2 2")
	}}
}
