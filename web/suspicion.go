package web

import (
	"fmt"

	"kembo/app"
	"kembo/core/words"
)

// suspicionView is what a finding of suspect brood bears on.
type suspicionView struct {
	Since    string // "": this hive is not suspect
	Ware     []wareRow
	CameFrom []cameFromRow
}

type wareRow struct {
	Say        string
	Into, Code string // the hive it went to
}

type cameFromRow struct{ ID, Code, Say string }

// suspicionOf says it; nil where there is nothing to say.
func suspicionOf(x app.Suspicion) *suspicionView {
	if x.Since == 0 && len(x.CameFrom) == 0 {
		return nil
	}
	v := &suspicionView{}
	if x.Since > 0 {
		v.Since = x.Since.Long()
	}
	for _, w := range x.Ware {
		r := wareRow{Say: wareWords(w)}
		if w.IntoCode != "" {
			r.Into, r.Code = w.Into, w.IntoCode
		}
		v.Ware = append(v.Ware, r)
	}
	for _, c := range x.CameFrom {
		v.CameFrom = append(v.CameFrom, cameFromRow{c.ID, c.Code, fmt.Sprintf(
			"combs or boxes came from it, the last on %s; its brood is suspect since %s", c.On.Long(), c.Suspect.Long(),
		)})
	}
	return v
}

// wareWords says a box or combs: "Langstroth medium, super, 12 May to 3 Jul 2026, into store".
func wareWords(w app.Ware) string {
	out := w.Box
	switch {
	case !w.Whole:
		out = words.Count(w.Combs, "comb", "combs") + " of " + w.Box
	case w.Super:
		out += ", super"
	}
	if w.FromCode != "" {
		out += ", came from " + w.FromCode
	}
	switch {
	case w.To == 0:
		return out + ", on it since " + w.From.Long()
	case w.Into != "":
		return fmt.Sprintf("%s, %s to %s, went to", out, w.From.Long(), w.To.Long())
	}
	return fmt.Sprintf("%s, %s to %s, then into store or extracted", out, w.From.Long(), w.To.Long())
}
