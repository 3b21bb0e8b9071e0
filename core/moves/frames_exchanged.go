package moves

import (
	"fmt"

	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// FramesExchanged is frames of one hive that change places, the first of A with the first of B and so on.
type FramesExchanged struct {
	A []string `json:"a"`
	B []string `json:"b"`
}

// Apply exchanges them.
func (a *FramesExchanged) Apply(h *Hives) error {
	if len(a.A) != len(a.B) || len(a.A) == 0 {
		return wrong("frames", "frames change places in pairs; %d and %d are named", len(a.A), len(a.B))
	}
	st := h.Here().Stack
	for i := range a.A {
		p, ok := st.PlaceOf(a.A[i])
		q, too := st.PlaceOf(a.B[i])
		if !ok || !too {
			return frameNotHere()
		}
		one, other := st.Boxes[p.Box], st.Boxes[q.Box]
		if one.Format.Frame != other.Format.Frame {
			return fmt.Errorf("%s into %s: %w", one.Format.Frame.Name, other.Format.Name, hive.ErrMisfit)
		}
		var err error
		var f hive.Frame
		if st, f, err = st.SwapFrame(p, other.Frames[q.Slot]); err != nil {
			return err
		}
		if st, _, err = st.SwapFrame(q, f); err != nil {
			return err
		}
	}
	h.Here().Stack = st
	return nil
}

// Words says it for the log.
func (a *FramesExchanged) Words(measure.Units) (title, say string) {
	return "Frames exchanged", words.Capital(words.Count(len(a.A), "pair", "pairs")) + " of frames changed places."
}

var framesExchanged = Row{
	Kind: "frames_exchanged", New: func() Act { return new(FramesExchanged) }, Ways: []Way{alternated},
}
