package moves

import (
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// CombsScraped is combs scraped down to the midrib, with all that was in them:
// they are drawn anew.
type CombsScraped struct {
	Frames []string `json:"frames"`
}

// Apply scrapes them.
func (a *CombsScraped) Apply(h *Hives) error {
	return eachFrame(&h.Here().Stack, a.Frames, func(st hive.Stack, p hive.Place) (hive.Stack, error) {
		bare := comb.Shares{comb.Foundation: 1}
		f := hive.Frame{ID: st.Boxes[p.Box].Frames[p.Slot].ID, A: bare, B: bare}
		st, _, err := st.SwapFrame(p, f)
		return st, err
	})
}

// Words says it for the log.
func (a *CombsScraped) Words(measure.Units) (title, say string) {
	return "Combs scraped", words.Count(len(a.Frames), "comb", "combs") + " scraped down to the midrib."
}

var combsScraped = Row{Kind: "combs_scraped", New: func() Act { return new(CombsScraped) }}
