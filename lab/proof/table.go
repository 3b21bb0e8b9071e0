package proof

import (
	"fmt"
	"io"
	"math"
	"slices"
)

// Write writes the tables of docs/proof.md: the means of each keeper, by climate and over all, and what the keeper who
// follows the plans is over the others, with 95 % intervals.
func Write(w io.Writer, all []Result) error {
	p := printer{w: w}
	for _, c := range climatesOf(all) {
		in := func(r Result) bool { return c == "" || r.Climate == c }
		name := c
		if c == "" {
			name = "all climates"
		}
		p.line("### %s\n", name)
		p.means(all, in)
		p.differences(all, in)
	}
	return p.err
}

// climatesOf returns the climates that were kept, and "" for all of them.
func climatesOf(all []Result) []string {
	out := []string{""}
	for _, r := range all {
		if !slices.Contains(out, r.Climate) {
			out = append(out, r.Climate)
		}
	}
	slices.Sort(out[1:])
	return out
}

type printer struct {
	w   io.Writer
	err error
}

func (p *printer) line(format string, args ...any) {
	if p.err == nil {
		_, p.err = fmt.Fprintf(p.w, format+"\n", args...)
	}
}

func (p *printer) means(all []Result, in func(Result) bool) {
	head, rule := "| a yard of 20, two years |", "|---|"
	var kept []Entrant
	for _, e := range Entrants {
		if _, n := Mean(all, Measures[0], e.Key, in); n > 0 {
			kept = append(kept, e)
			head += fmt.Sprintf(" %s (%d) |", e.Name, n)
			rule += "---:|"
		}
	}
	p.line("%s\n%s", head, rule)
	for _, m := range Measures {
		row := "| " + m.Name + " |"
		for _, e := range kept {
			mean, _ := Mean(all, m, e.Key, in)
			row += fmt.Sprintf(" %.*f |", m.Digits, mean)
		}
		p.line("%s", row)
	}
	p.line("")
}

func (p *printer) differences(all []Result, in func(Result) bool) {
	const of = "plans"
	head, rule := "| Kembo’s plans over |", "|---|"
	var others []Entrant
	for _, e := range Entrants {
		if e.Key != of && Compare(all, Measures[0], of, e.Key, in).Pairs > 1 {
			others = append(others, e)
			head += " " + e.Name + " |"
			rule += "---:|"
		}
	}
	if len(others) == 0 {
		return
	}
	p.line("%s\n%s", head, rule)
	for _, m := range Measures {
		row := "| " + m.Name + " |"
		for _, e := range others {
			d := Compare(all, m, of, e.Key, in)
			row += fmt.Sprintf(" %+.*f (%s to %s) |", m.Digits, d.Mean, signed(d.Low, m.Digits), signed(d.High, m.Digits))
		}
		p.line("%s", row)
	}
	p.line("")
}

func signed(v float64, digits int) string {
	if math.IsInf(v, 0) {
		return "?"
	}
	return fmt.Sprintf("%+.*f", digits, v)
}
