package draw

import (
	"html/template"
	"math"
)

// Balance is a yard's hives beside one another: what each lacks or can spare, its bees and brood, and what goes between two.
type Balance struct {
	Hives []BalanceRow
	Moves []BalanceArc
	Unit  string // of stores
	Alt   string
}

// BalanceRow is one hive; what is not known is drawn as such.
type BalanceRow struct {
	Code  string
	Known bool
	Spare float64 // over what it needs, in the unit; under 0: it lacks so much
	Say   string  // the same in words
	Bees  float64 // thousands
	Brood float64 // combs
	BeeOf string
}

// BalanceArc is what goes from a row to another.
type BalanceArc struct {
	From, To int
	Say      string
	Honey    bool // else brood, or, where neither, the bees themselves
	Brood    bool
}

// Measures of the figure.
const (
	balHead, balRow            = 34.0, 32.0
	balCode, balZero, balSpare = 64.0, 240.0, 470.0
	balBees, balWide, balArcs  = 500.0, 160.0, 770.0
	balLane                    = 22.0
)

// Draw draws it.
func (y Balance) Draw() template.HTML {
	most, bees, brood := 5.0, 10.0, 4.0
	for _, r := range y.Hives {
		most = math.Max(most, math.Abs(r.Spare))
		bees, brood = math.Max(bees, r.Bees), math.Max(brood, r.Brood)
	}
	scale := math.Min(balSpare-balZero-58, balZero-balCode-52) / most
	high := balHead + balRow*float64(len(y.Hives)) + 12
	var b, over builder
	head := func(x float64, text, anchor string) {
		b.text("text", text, "x", n(x), "y", "18", "font-size", "13", "text-anchor", anchor)
	}
	head(balZero-6, "lacks", "end")
	head(balZero+6, "can spare, "+esc(y.Unit)+" of honey", "start")
	head(balBees, "bees, thousands, and combs of brood", "start")
	b.el("path", "d", "M"+xy(balZero, balHead-8)+"V"+n(high-8), "stroke", "var(--k-ink)", "stroke-width", "1.5")
	for i, r := range y.Hives {
		r.draw(&b, balHead+balRow*float64(i), scale, balWide/bees, balWide/brood)
	}
	wide, labels := balArcs, map[float64]bool{}
	words := balArcs + balLane*float64(len(y.Moves))
	for k, a := range y.Moves {
		at := balHead + balRow*float64(a.From+a.To)/2 + balRow/2
		for labels[at] { // another is told at that height
			at += balRow / 2
		}
		labels[at] = true
		wide = math.Max(wide, a.draw(&over, k, words, at))
	}
	return svg("balance", wide+8, high, y.Alt, b.String()+over.String())
}

// draw draws one hive at a height.
func (r BalanceRow) draw(b *builder, y, scale, perBees, perBrood float64) {
	mid := y + balRow/2
	b.el("path", "d", "M"+xy(0, y)+"H"+n(balArcs-30), "stroke", "var(--k-rule)")
	b.text("text", esc(r.Code), "x", "0", "y", n(mid+5), "font-size", "14", "font-weight", "700")
	if !r.Known {
		b.text("text", "not known", "x", n(balZero+6), "y", n(mid+5), "font-size", "13")
		return
	}
	w := math.Abs(r.Spare) * scale
	if r.Spare < 0 {
		b.el(
			"rect", "x", n(balZero-w), "y", n(mid-8), "width", n(w), "height", "16", "fill", "url(#gaphatch)", "stroke", "var(--k-ink)",
		)
		b.text("text", esc(r.Say), "x", n(balZero-w-6), "y", n(mid+5), "font-size", "13", "font-weight", "700", "text-anchor", "end")
	} else {
		b.el(
			"rect", "x", n(balZero), "y", n(mid-8), "width", n(w), "height", "16", "fill", "var(--k-honey)", "stroke",
			"var(--k-honey-line)",
		)
		b.text("text", esc(r.Say), "x", n(balZero+w+6), "y", n(mid+5), "font-size", "13")
	}
	b.el("rect", "x", n(balBees), "y", n(mid-9), "width", n(r.Bees*perBees*0.8), "height", "9", "fill", "var(--k-ink-2)")
	b.el("rect", "x", n(balBees), "y", n(mid+2), "width", n(r.Brood*perBrood*0.8), "height", "7", "fill", "var(--k-brood)")
	b.text(
		"text", esc(r.BeeOf), "x", n(balBees+math.Max(r.Bees*perBees, r.Brood*perBrood)*0.8+6), "y", n(mid+5), "font-size", "13",
	)
}

// draw draws what goes from hive to hive, square, with words beside all lanes, and returns how far to the right it comes.
func (a BalanceArc) draw(b *builder, lane int, words, at float64) float64 {
	row := func(i int) float64 { return balHead + balRow*float64(i) + balRow/2 }
	from, to := row(a.From), row(a.To)
	x := balArcs + balLane*float64(lane)
	d := "M" + xy(balArcs-26, from) + "H" + n(x) + "V" + n(to) + "H" + n(balArcs-20)
	b.el("path", "d", d, "fill", "none", "stroke", "var(--k-paper)", "stroke-width", "5")
	b.el("path", "d", d, "fill", "none", "stroke", "var(--k-ink)", "stroke-width", "1.6")
	b.el("path", "d", "M"+xy(x, at)+"H"+n(words), "stroke", "var(--k-ink)", "stroke-dasharray", "2 3")
	b.el("circle", "cx", n(balArcs-26), "cy", n(from), "r", "3.2", "fill", "var(--k-ink)")
	b.el(
		"path", "d", "M"+xy(balArcs-20, to-4)+"L"+xy(balArcs-27, to)+"L"+xy(balArcs-20, to+4)+"z", "fill", "var(--k-ink)",
	)
	fill := "var(--k-ink-2)"
	switch {
	case a.Honey:
		fill = "var(--k-honey)"
	case a.Brood:
		fill = "var(--k-brood)"
	}
	b.el("rect", "x", n(x-5), "y", n(at-5), "width", "10", "height", "10", "fill", fill, "stroke", "var(--k-ink)")
	b.text("text", esc(a.Say), "x", n(words+6), "y", n(at+5), "font-size", "13", "font-weight", "700")
	return words + 6 + textWidth(a.Say, 13, 700)
}
