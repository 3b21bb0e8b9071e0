package web

import "kembo/core/colony"

// veilsOf names the veils that a drawing has.
func veilsOf(parts []colony.Part) []string {
	has := map[colony.Origin]bool{}
	for _, p := range parts {
		for k := range max(1, len(p.Faces)) {
			has[p.Face(k, 0)], has[p.Face(k, 1)] = true, true
		}
	}
	var out []string
	if has[colony.Carried] {
		out = append(out, "Dimmed with a broken edge: carried by the forecast from an earlier look.")
	}
	if has[colony.Assumed] {
		out = append(out, "Faint and dotted: assumed, nobody has looked.")
	}
	return out
}
