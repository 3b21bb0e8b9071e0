package main

import (
	"cmp"
	"encoding/json"
	"fmt"
	"io"
	"math"
	"runtime"
	"slices"
	"sync"

	"kembo/lab/skill"
	"kembo/lab/truth"
)

// Aims of 80 % ranges, and of the ratio to the best reference. Source: values I, and by how
// much another model may be worse than what was fitted on neither.
var aims = map[string]struct{ low, high, ratio float64 }{
	"own rules": {0.75, 0.85, 1}, "own rules, hard": {0.65, 0.95, 1.05}, "comb by comb": {0.70, 0.90, 1.05},
	"comb by comb, hard": {0.65, 0.95, 1.05},
}

// References are fitted on twenty times as many truths as are scored, but on no more than
// fittedMost.
const fittedTimes, fittedMost = 20, 2000

// scored is what came of a world, beside references of the forecast's own rules and beside
// those of the world itself.
type scored struct {
	World string
	Lines []skill.Line
	// Had are the lines beside references that were fitted in this world: what could be had.
	Had []skill.Line
}

// scoreSkill scores all worlds, cut over the processors.
func scoreSkill(truths int, seed uint64) []scored {
	const apart = 1 << 32 // truths to fit on are others than those that are scored
	fittedOn := min(fittedTimes*truths, fittedMost)
	own := skill.Fit(truth.Worlds[0], fittedOn, seed+apart)
	out := make([]scored, len(truth.Worlds))
	for k, w := range truth.Worlds {
		out[k] = scored{World: w.Name, Lines: inParts(w, truths, seed, own)}
		if k > 0 {
			out[k].Had = inParts(w, truths, seed, skill.Fit(w, fittedOn, seed+apart))
		}
	}
	return out
}

func inParts(w truth.World, truths int, seed uint64, refs *skill.Fitted) []skill.Line {
	n := runtime.GOMAXPROCS(0)
	parts := make([]*skill.Tally, n)
	var wg sync.WaitGroup
	for k := range n {
		wg.Go(func() { parts[k] = skill.Score(w, truths*k/n, truths*(k+1)/n, seed, refs) })
	}
	wg.Wait()
	for _, p := range parts[1:] {
		parts[0].Add(p)
	}
	return parts[0].Lines()
}

// best is the ratio to the best of the references.
func best(l skill.Line) float64 {
	b := 0.0
	for _, r := range l.Ratio {
		if !math.IsNaN(r) && !math.IsInf(r, 0) {
			b = max(b, r)
		}
	}
	return b
}

// printSkill prints what falls short first, then all of it.
func printSkill(out io.Writer, all []scored, asJSON bool) error {
	if asJSON {
		e := json.NewEncoder(out)
		e.SetIndent("", "  ")
		return e.Encode(all)
	}
	fmt.Fprintf(
		out,
		"### What falls short\n\n| world | output | days ahead | truths | held | best reference |\n|---|---|---|---|---|---|\n",
	)
	var missed []string
	for _, s := range all {
		aim := aims[s.World]
		lines := slices.Clone(s.Lines)
		slices.SortStableFunc(lines, func(a, b skill.Line) int { return cmp.Compare(a.Held, b.Held) })
		for _, l := range lines {
			runway := l.Day == truth.RunwayDays && slices.ContainsFunc(skill.Outputs, func(o skill.Output) bool {
				return o.Name == l.Output && o.Runway >= 0
			})
			// A runway that does not end is held nearly always.
			off := l.Held < aim.low || l.Held > aim.high && !runway
			if l.Part == skill.AllYear && (off || best(l) > aim.ratio && l.Day > 0) {
				missed = append(missed, fmt.Sprintf(
					"| %s | %s | %d | %d | %.0f %% | %.2f |\n", s.World, l.Output, l.Day, l.Truths, 100*l.Held, best(l),
				))
			}
		}
	}
	for _, m := range missed {
		fmt.Fprint(out, m)
	}
	for _, s := range all {
		fmt.Fprintf(out, "\n### %s\n\n| output | looked at | days ahead | truths | held | off in the mean |", s.World)
		rule := "\n|---|---|---|---|---|---|"
		for _, r := range skill.References {
			fmt.Fprintf(out, " %s |", r)
			rule += "---|"
		}
		if s.Had != nil {
			fmt.Fprint(out, " best fitted here |")
			rule += "---|"
		}
		fmt.Fprintln(out, rule)
		for i, l := range s.Lines {
			fmt.Fprintf(
				out, "| %s | %s | %d | %d | %.0f %% | %+.0f %% |", l.Output, l.Part, l.Day, l.Truths, 100*l.Held,
				100*min(l.Bias, 9.99),
			)
			for _, r := range l.Ratio {
				if math.IsNaN(r) || math.IsInf(r, 0) {
					fmt.Fprint(out, " – |")
					continue
				}
				fmt.Fprintf(out, " %.2f |", r)
			}
			if s.Had != nil {
				fmt.Fprintf(out, " %.2f |", best(s.Had[i]))
			}
			fmt.Fprintln(out)
		}
	}
	_, err := fmt.Fprintln(out)
	return err
}
