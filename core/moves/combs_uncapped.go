package moves

import (
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// CombsUncapped is honey combs whose cappings were scratched open, so that the bees
// carry the honey to where they are. What stands in them is as it was.
type CombsUncapped struct {
	Frames []string `json:"frames"`
}

// Apply opens them: their honey counts as within reach.
func (a *CombsUncapped) Apply(h *Hives) error {
	x := h.Here()
	opened, all := 0.0, 0.0
	for _, b := range x.Stack.Boxes {
		if !b.Super {
			all += b.HoneyKg()
		}
	}
	err := eachFrame(&x.Stack, a.Frames, func(st hive.Stack, p hive.Place) (hive.Stack, error) {
		if b := st.Boxes[p.Box]; !b.Super {
			opened += b.FrameHoneyKg(b.Frames[p.Slot])
		}
		return st, nil
	})
	if err == nil {
		x.Did.Opened = measure.Share(opened, all)
	}
	return err
}

// Words says it for the log.
func (a *CombsUncapped) Words(measure.Units) (title, say string) {
	return "Combs uncapped", words.Count(len(a.Frames), "comb", "combs") + " of honey scratched open."
}

var combsUncapped = Row{Kind: "combs_uncapped", New: func() Act { return new(CombsUncapped) }}
