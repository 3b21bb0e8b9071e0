package moves

import (
	"slices"

	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// Entrance is the entrance made wider, smaller or shut.
type Entrance struct {
	Width hive.Entrance `json:"width"`
}

// Apply sets it.
func (a *Entrance) Apply(h *Hives) error {
	if !slices.Contains(hive.Entrances, a.Width) {
		return wrong(
			"entrance", "%q is not how wide an entrance is; use %s", a.Width, words.List("open", "reduced", "shut"),
		)
	}
	h.Here().Stack.Entrance = a.Width
	return nil
}

// Words says it for the log.
func (a *Entrance) Words(measure.Units) (title, say string) {
	return "Entrance", words.Capital(string(a.Width)) + "."
}

var entrance = Row{Kind: "entrance", New: func() Act { return new(Entrance) }}
