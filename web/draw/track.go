package draw

import (
	"fmt"
	"html/template"
	"math"
	"strconv"

	"kembo/core/day"
)

// Bar is one runway: days to its early, likely and late end, +Inf where it
// does not end within the horizon.
type Bar struct {
	Name              string
	Low, Likely, High float64
}

// Track is the three runways of a colony against the visit.
type Track struct {
	Today day.Day
	Visit float64 // days from today
	Bars  []Bar
	Known bool
	ID    string // unique on the page
}

// trackDays is the length of a track.
const trackDays = 30.0

// scale is where a track's days stand.
type scale struct {
	x0, px, height, pitch, text float64
	thin, thick                 float64
	first                       float64
	days                        float64 // from its start to its end
	labels                      bool    // days as text left of the bar
	ground                      string
}

var (
	deskScale = scale{
		x0: 92, px: 15.4, height: 72, pitch: 18.5, text: 13.5, thin: 8, thick: 12, first: 10, days: trackDays,
		labels: true, ground: "var(--k-paper)",
	}
	phoneScale = scale{
		x0: 50, px: 8.35, height: 60, pitch: 18, text: 15, thin: 9, thick: 13, first: 5, days: trackDays,
		ground: "var(--k-paper-lift)",
	}
)

// DeskWidth is the width of a track on a wide page.
const DeskWidth = 572.0

func (s scale) x(d float64) float64 { return s.x0 + min(max(d, 0), s.days)*s.px }

// step is the days between two dates on it.
func (s scale) step() float64 {
	switch {
	case s.days <= 31:
		return 7
	case s.days <= 75:
		return 14
	}
	return 28
}

// short reports whether the middle lies before the visit.
func (b Bar) short(visit float64) bool { return b.Likely < visit }

// tight reports whether only the early end does.
func (b Bar) tight(visit float64) bool { return !b.short(visit) && b.Low < visit }

// DaysText writes a bar's likely end.
func (b Bar) DaysText() string { return b.daysText(trackDays) }

func (b Bar) daysText(most float64) string {
	if b.Likely > most {
		return fmt.Sprintf("%.0f+ d", most)
	}
	return strconv.Itoa(int(b.Likely)) + " d"
}

// Desk draws a track for a row of the board on a wide page.
func (t Track) Desk() template.HTML { return t.draw(deskScale, DeskWidth) }

// Phone draws a track for a phone.
func (t Track) Phone() template.HTML { return t.draw(phoneScale, 302) }

func (t Track) draw(s scale, width float64) template.HTML {
	var b builder
	for d := 7.0; d <= 28; d += 7 {
		b.f(`<path d="M%s 0V%s" stroke="var(--k-rule)"/>`, n(s.x(d)), n(s.height))
	}
	b.f(`<path d="M%s 0V%s" stroke="var(--k-rule-2)"/>`, n(s.x0), n(s.height))
	y := s.first
	alt := ""
	for i, bar := range t.Bars {
		weight := 400
		if t.Known && (bar.short(t.Visit) || bar.tight(t.Visit)) {
			weight = 700
		}
		b.f(
			`<text x="0" y="%s" font-size="%s" font-weight="%d">%s</text>`, n(y+s.text*0.75), n(s.text), weight,
			bar.Name,
		)
		if t.Known {
			if s.labels {
				b.f(
					`<text x="%s" y="%s" font-size="%s" font-weight="%d" text-anchor="end">%s</text>`, n(s.x0-10),
					n(y+10), n(s.text), weight, bar.DaysText(),
				)
			}
			bar.draw(&b, s, y+s.text*0.42, t.Visit)
		} else {
			b.f(
				`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#gapsoft)"/>`, n(s.x0),
				n(y+s.text*0.42-s.thin/2), n(s.days*s.px), n(s.thin),
			)
		}
		if i > 0 {
			alt += "; "
		}
		alt += t.say(bar)
		y += s.pitch
	}
	vx := s.x(t.Visit)
	if t.Visit <= s.days {
		b.f(
			`<path d="M%s 0V%s" stroke="%s" stroke-width="5"/>`+
				`<path d="M%s 0V%s" stroke="var(--k-ink)" stroke-width="2"/>`,
			n(vx), n(s.height), s.ground, n(vx), n(s.height),
		)
	}
	t.words(&b, s, vx)
	return svg("track", width, s.height, alt, b.String())
}

func (t Track) say(bar Bar) string {
	switch {
	case !t.Known:
		return bar.Name + " not known"
	case math.IsInf(bar.Likely, 1):
		return bar.Name + " lasts past 30 days"
	case bar.Likely == 0:
		return bar.Name + " has ended"
	}
	high := "later than 30"
	if bar.High <= trackDays {
		high = fmt.Sprintf("%.0f", bar.High)
	}
	return fmt.Sprintf("%s ends in %.0f days, between %.0f and %s", bar.Name, bar.Likely, bar.Low, high)
}

// words puts the chips of what runs short on the track.
func (t Track) words(b *builder, s scale, vx float64) {
	if !t.Known {
		w := textWidth("not known", 13, 700) + 18
		b.el(
			"rect", "x", n(s.x0+14), "y", n(s.height/2-12), "width", n(w), "height", "22", "fill",
			("var(--k-paper-lift)"), "stroke", "var(--k-ink)", "stroke-width", "1.5",
		)
		b.text(
			"text", "not known", "x", n(s.x0+14+w/2), "y", n(s.height/2+3.5), "font-size", "13", "font-weight", "700",
			"text-anchor", "middle",
		)
		return
	}
	y := s.first
	for _, bar := range t.Bars {
		if bar.short(t.Visit) {
			missing := t.Visit - bar.Likely
			text := fmt.Sprintf("short by %.0f d", missing)
			h, fs := 18.0, 12.5
			if !s.labels {
				h, fs = 20, 14
			}
			at := vx + 4
			if room := s.x0 + s.days*s.px - textWidth(text, fs, 700) - 22; at > room {
				at = room // the visit is past the track's end
			}
			w := chip(b, at, y+s.text*0.42-h/2, h, fs, text)
			after := "ended"
			if bar.Likely > 0 {
				after = "ends " + (t.Today + day.Day(bar.Likely)).Short()
				if !s.labels {
					after = fmt.Sprintf("%.0f d left", bar.Likely)
				}
			}
			if at+w+9+textWidth(after, s.text, 400) < s.x0+s.days*s.px+8 {
				b.f(
					`<text x="%s" y="%s" font-size="%s" stroke="%s" stroke-width="4" paint-order="stroke">%s</text>`,
					n(at+w+9), n(y+s.text*0.75), n(s.text), s.ground, after,
				)
			}
		}
		y += s.pitch
	}
}

// chip draws words in an ink tag that points left, and returns its width.
func chip(b *builder, x, y, h, size float64, text string) float64 {
	w := textWidth(text, size, 700) + 16
	b.el("path", "d", "M"+n(x)+" "+n(y+h/2)+"l6 "+n(-h/2)+"h"+n(w)+"v"+n(h)+"h"+n(-w)+"z", "fill", "var(--k-ink)")
	b.text(
		"text", esc(text), "x", n(x+6+w/2), "y", n(y+h/2+size*0.355), "text-anchor", "middle", "font-size", n(size),
		"font-weight", "700", "fill", "var(--k-paper-lift)",
	)
	return w + 6
}

// draw draws the bar: solid to the early end, fading to the late end, a tick
// in the middle; ink with hatched missing days where it is short.
func (bar Bar) draw(b *builder, s scale, mid, visit float64) {
	short, tight := bar.short(visit), bar.tight(visit)
	h := s.thin
	if short || tight {
		h = s.thick
	}
	y := mid - h/2
	x0, end := s.x0, s.x0+s.days*s.px
	if short {
		b.f(
			`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#gaphatch)" stroke="var(--k-ink)"/>`,
			n(s.x(bar.Likely)), n(y+0.6), n(s.x(visit)-s.x(bar.Likely)), n(h-1.2),
		)
		b.f(
			`<rect x="%s" y="%s" width="%s" height="%s" fill="var(--k-ink)"/>`, n(x0), n(y), n(s.x(bar.Likely)-x0),
			n(h),
		)
		return
	}
	low := min(bar.Low, s.days)
	b.f(`<rect x="%s" y="%s" width="%s" height="%s" fill="var(--k-spruce)"/>`, n(x0), n(y), n(s.x(low)-x0+0.5), n(h))
	if bar.Low < s.days {
		high := s.x(bar.High)
		b.f(
			`<rect x="%s" y="%s" width="%s" height="%s" fill="url(#soft)"/>`, n(s.x(low)), n(y),
			n(max(0, high-s.x(low))), n(h),
		)
		if bar.Likely < s.days {
			b.f(`<path d="M%s %sv%s" stroke="var(--k-spruce)" stroke-width="2"/>`, n(s.x(bar.Likely)), n(y-2), n(h+4))
		}
	}
	if bar.High > s.days {
		ink := s.ground
		if bar.Low < s.days {
			ink = "var(--k-spruce-mid)"
		}
		b.f(`<path d="M%s %sl5 %sl-5 %sM%s %sl5 %sl-5 %s" stroke="%s" stroke-width="1.6" fill="none"/>`,
			n(end-11), n(y), n(h/2), n(h/2), n(end-5.5), n(y), n(h/2), n(h/2), ink)
	}
}
