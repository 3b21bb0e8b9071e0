package moves

import (
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// CombsTurned is combs turned end for end.
type CombsTurned struct {
	Frames []string `json:"frames"`
}

// Apply turns them.
func (a *CombsTurned) Apply(h *Hives) error {
	return eachFrame(&h.Here().Stack, a.Frames, hive.Stack.Flip)
}

// eachFrame does something with each of some frames.
func eachFrame(st *hive.Stack, ids []string, do func(hive.Stack, hive.Place) (hive.Stack, error)) error {
	if len(ids) == 0 {
		return wrong("frames", "no frame is named; choose at least one")
	}
	was := st.Clone()
	for _, id := range ids {
		p, ok := st.PlaceOf(id)
		var err error
		if !ok {
			err = frameNotHere()
		} else {
			*st, err = do(*st, p)
		}
		if err != nil {
			*st = was
			return err
		}
	}
	return nil
}

// Words says it for the log.
func (a *CombsTurned) Words(measure.Units) (title, say string) {
	return "Combs turned", words.Count(len(a.Frames), "comb", "combs") + " turned end for end."
}

var combsTurned = Row{Kind: "combs_turned", New: func() Act { return new(CombsTurned) }}
