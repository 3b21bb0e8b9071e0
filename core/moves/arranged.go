package moves

import (
	"fmt"

	"kembo/core/colony"
	"kembo/core/measure"
	"kembo/core/words"
)

// Arranged is how a hive was arranged anew; what is nil is as it was.
type Arranged struct {
	// ExcluderAbove is the number of boxes under the excluder; 0: it came out.
	ExcluderAbove *int `json:"excluder_above,omitempty"`
	// NestTurned says that the boxes of the nest were put in the opposite order.
	NestTurned bool `json:"nest_turned,omitempty"`
	// OverScreen says whether the hive stands over another, parted by a double
	// screen that lets its warmth through.
	OverScreen *bool `json:"over_screen,omitempty"`
}

// Apply arranges the hive.
func (a *Arranged) Apply(h *Hives) error {
	st := &h.Here().Stack
	if n := a.ExcluderAbove; n != nil {
		if *n < 0 || *n >= len(st.Boxes) {
			return wrong("excluder", "an excluder lies between two boxes of the hive")
		}
		st.ExcluderAbove = *n
	}
	if a.NestTurned {
		turned := colony.Turned(*st)
		same := true
		for i := range turned.Boxes {
			same = same && turned.Boxes[i].ID == st.Boxes[i].ID
		}
		if same {
			return wrong("nest turned", "there are no two boxes of the nest to turn")
		}
		*st = turned
	}
	if a.OverScreen != nil {
		st.OverScreen = *a.OverScreen
	}
	return nil
}

// Words says it for the log.
func (a *Arranged) Words(measure.Units) (title, say string) {
	var out []string
	if a.NestTurned {
		out = append(out, "the nest’s boxes turned")
	}
	if n := a.ExcluderAbove; n != nil {
		w := "excluder out"
		if *n > 0 {
			w = "excluder over " + words.Count(*n, "box", "boxes")
		}
		out = append(out, w)
	}
	if s := a.OverScreen; s != nil {
		w := "off the double screen"
		if *s {
			w = "over a colony, a double screen between"
		}
		out = append(out, w)
	}
	return "Arranged", words.Capital(words.List(out...)) + "."
}

// Expect says where brood should stand after the nest was turned.
func (a *Arranged) Expect(when string, _ int, _ measure.Units) string {
	if !a.NestTurned {
		return ""
	}
	return fmt.Sprintf("Nest turned on %s: expect brood in both boxes.", when)
}

// excluder is the field of the form for the excluder.
var excluder = Field{Key: "excluder", Label: "Excluder"}

var arranging = Row{Kind: "arranged", New: func() Act { return new(Arranged) }, Ways: []Way{
	{
		Code: "nest_turned", Field: Field{Key: "turn", Label: "Nest"}, Value: "1", Label: "boxes turned",
		Before: "turn", Example: "turn", Means: "the boxes of the nest turned", One: "the boxes of the nest turned",
		Exact: func(Hive, Said, func() string) ([]Act, error) { return []Act{&Arranged{NestTurned: true}}, nil },
	},
	{
		Code: "excluder_in", Field: excluder, Value: "in", Label: "put in", ForAll: true, Before: "ex+",
		Example: "ex+", Means: "the excluder laid over the nest", One: "excluder in over the nest",
		Exact: func(h Hive, _ Said, _ func() string) ([]Act, error) {
			nest := len(h.Stack.Boxes) - h.Stack.Supers()
			return []Act{&Arranged{ExcluderAbove: &nest}}, nil
		},
	},
	{
		Code: "excluder_out", Field: excluder, Value: "out", Label: "taken out", ForAll: true, Before: "ex-",
		Example: "ex-", Means: "the excluder taken out", One: "excluder out",
		Exact: func(Hive, Said, func() string) ([]Act, error) {
			return []Act{&Arranged{ExcluderAbove: new(int)}}, nil
		},
	},
	screened("over_screen", true), screened("off_screen", false),
}}

// screened is a way to set a hive over another, a double screen between, or to take it off again.
func screened(code Code, over bool) Way {
	one := "taken off the double screen"
	if over {
		one = "set over another hive, a double screen between"
	}
	return Way{
		Code: code, Sheet: true, One: one,
		Exact: func(h Hive, _ Said, _ func() string) ([]Act, error) {
			switch {
			case h.Stack.OverScreen && over:
				return nil, wrong("screen", "it stands over another hive already")
			case !h.Stack.OverScreen && !over:
				return nil, wrong("screen", "it stands over no other hive")
			}
			return []Act{&Arranged{OverScreen: &over}}, nil
		},
	}
}
