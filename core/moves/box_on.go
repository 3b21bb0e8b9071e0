package moves

import (
	"fmt"
	"slices"

	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// BoxOn is a box put on at a position: 0 is on the floor.
type BoxOn struct {
	At            int  `json:"at"`
	Box           Box  `json:"box"`
	ExcluderUnder bool `json:"excluder_under,omitempty"`
}

// Apply puts the box on.
func (a *BoxOn) Apply(h *Hives) error {
	box, err := a.Box.Made()
	if err != nil {
		return err
	}
	st := &h.Here().Stack
	if *st, err = st.AddBox(a.At, box); err != nil {
		return err
	}
	if a.ExcluderUnder {
		st.ExcluderAbove = a.At
	}
	return nil
}

// Words says it for the log.
func (a *BoxOn) Words(measure.Units) (title, say string) {
	title, comb := "Box put on", "foundation"
	if a.Box.Super {
		title = "Super put on"
	}
	if a.Box.Drawn {
		comb = "drawn"
	}
	return title, fmt.Sprintf("%s, %s.", words.Count(len(a.Box.Frames), "frame", "frames"), comb)
}

// Expect says what stands in it after some days.
func (a *BoxOn) Expect(when string, days int, _ measure.Units) string {
	switch {
	case !a.Box.Super:
		return fmt.Sprintf("Box put on the nest on %s: expect %s.", when, laidIn(days))
	case days < usedAfter:
		return fmt.Sprintf("Super put on %s: they are just finding it.", when)
	case a.Box.Drawn:
		return fmt.Sprintf("Super put on %s: expect bees and nectar in it.", when)
	}
	return fmt.Sprintf("Super put on %s: expect them drawing it if a flow is on.", when)
}

// Days after which something done shows. Source: common practice, no source:
// a queen lays in empty comb beside her nest within days, capped brood stands in
// it after nine; bees take a super of drawn comb into use within days.
const (
	eggsAfter  = 3
	broodAfter = 9
	usedAfter  = 4
)

// laidIn says what stands in comb that was given to the nest some days ago.
func laidIn(days int) string {
	switch {
	case days < eggsAfter:
		return "nothing in them yet"
	case days < broodAfter:
		return "eggs in them"
	}
	return "brood in them by now"
}

// supers is the field of the form for supers put on.
var supers = Field{Key: "supers", As: "comb", Label: "Supers put on"}

var boxOn = Row{Kind: "box_on", New: func() Act { return new(BoxOn) }, Ways: []Way{
	superOn("super_drawn", "drawn", "s", true, Blank{"+S", "supers put on"}),
	superOn("super_foundation", "foundation", "sf", false, Blank{}),
	boxUnder("under_drawn", "drawn", "under", true),
	boxUnder("under_foundation", "foundation", "underf", false),
}}

// superOn is a way to put supers on top, like those that are on.
func superOn(code Code, comb, after string, drawn bool, paper Blank) Way {
	return Way{
		Code: code, Field: supers, Value: comb, Label: comb,
		Arg: Counted, Most: 9, Before: "+", After: after,
		Example: "+1" + upper(after), Means: "a " + comb + " super", Wants: "supers", ForAll: true, Paper: paper,
		One: "1 super of " + comb + " comb put on", Many: "{n} supers of " + comb + " comb put on",
		Exact: func(h Hive, s Said, id func() string) ([]Act, error) {
			return supersOn(h.Stack, int(s.N), drawn, id), nil
		},
	}
}

// supersOn puts supers like those it has on a hive, the first over an excluder.
func supersOn(st hive.Stack, n int, drawn bool, id func() string) []Act {
	f := st.SuperFormat()
	var out []Act
	for k := range n {
		out = append(out, &BoxOn{
			At:            len(st.Boxes) + k,
			Box:           NewBox(f, SuperCombs(st, f, drawn), hive.Make{Super: true, Drawn: drawn}, id),
			ExcluderUnder: k == 0 && st.Supers() == 0,
		})
	}
	return out
}

// SuperCombs is how many combs a super has that goes onto a hive: drawn ones are spaced like those that are on, foundation stands
// close, since bees build across wider gaps.
func SuperCombs(st hive.Stack, f hive.BoxFormat, drawn bool) int {
	if !drawn {
		return f.Slots
	}
	return FramesLike(st, f)
}

// FramesLike is the spacing of the supers on a hive: as many frames as the top
// one of that format has, or as many as it takes.
func FramesLike(st hive.Stack, f hive.BoxFormat) int {
	for _, b := range slices.Backward(st.Boxes) {
		if b.Super && b.Format == f {
			return len(b.Frames)
		}
	}
	return f.Slots
}
