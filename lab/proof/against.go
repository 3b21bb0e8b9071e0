package proof

import (
	"fmt"
	"io"
)

// WriteAgainst writes what the keeper who follows the plans is over the same keeper with another version of the model, in the
// worlds that both kept: the means, and the paired difference with its 95 % interval.
func WriteAgainst(w io.Writer, now, before []Result) error {
	const of, was = "plans", "plans of before"
	var all []Result
	for _, r := range before {
		if r.Keeper == of {
			r.Keeper = was
			all = append(all, r)
		}
	}
	kept := map[string]bool{}
	for _, r := range all {
		kept[KeyOf(r.Climate, r.Seed, of)] = true
	}
	for _, r := range now {
		if r.Keeper == of && kept[r.Key()] {
			all = append(all, r)
		}
	}
	paired := map[string]bool{}
	for _, r := range all {
		if r.Keeper == of {
			paired[KeyOf(r.Climate, r.Seed, was)] = true
		}
	}
	in := func(r Result) bool { return r.Keeper == of || paired[r.Key()] }
	if len(now) == 0 || len(before) == 0 {
		return fmt.Errorf("there are no results to hold against one another")
	}
	p := printer{w: w}
	p.line("| a yard of 20, two years (%d) | version %s | version %s | difference |\n|---|---:|---:|---:|",
		Compare(all, Measures[0], of, was, in).Pairs, before[0].Model, now[0].Model)
	for _, m := range Measures {
		x, _ := Mean(all, m, was, in)
		y, _ := Mean(all, m, of, in)
		d := Compare(all, m, of, was, in)
		p.line("| %s | %.*f | %.*f | %+.*f (%s to %s) |", m.Name, m.Digits, x, m.Digits, y, m.Digits, d.Mean,
			signed(d.Low, m.Digits), signed(d.High, m.Digits))
	}
	return p.err
}
