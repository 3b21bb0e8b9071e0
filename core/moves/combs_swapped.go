package moves

import (
	"fmt"

	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/words"
)

// CombsSwapped is combs taken from a hive for empty drawn ones.
type CombsSwapped struct {
	Out []string `json:"out"` // frame ids
	In  []string `json:"in"`
	// Undrawn says that sheets of foundation go in and no drawn combs.
	Undrawn bool `json:"undrawn,omitempty"`
}

// Apply swaps them, one for one.
func (a *CombsSwapped) Apply(h *Hives) error {
	if len(a.In) != len(a.Out) {
		return wrong("combs", "as many combs go in as come out; %d come out and %d go in", len(a.Out), len(a.In))
	}
	st := &h.Here().Stack
	for i, id := range a.Out {
		p, ok := st.PlaceOf(id)
		if !ok {
			return frameNotHere()
		}
		var err error
		if *st, _, err = st.SwapFrame(p, a.comes(a.In[i])); err != nil {
			return err
		}
	}
	return nil
}

// comes is the comb that goes in.
func (a *CombsSwapped) comes(id string) hive.Frame {
	if a.Undrawn {
		return hive.Frame{ID: id, A: comb.Shares{comb.Foundation: 1}, B: comb.Shares{comb.Foundation: 1}}
	}
	return hive.Frame{ID: id, A: comb.Shares{comb.Empty: 1}, B: comb.Shares{comb.Empty: 1}}
}

// Words says it for the log.
func (a *CombsSwapped) Words(measure.Units) (title, say string) {
	return "Nest relieved", words.Count(len(a.Out), "comb", "combs") + " swapped."
}

// Expect says what stands in the empty combs after some days.
func (a *CombsSwapped) Expect(when string, days int, _ measure.Units) string {
	n := words.Count(len(a.Out), "comb of honey", "combs of honey")
	return fmt.Sprintf("%s swapped on %s: expect %s.", n, when, laidIn(days))
}

var combsSwapped = Row{Kind: "combs_swapped", New: func() Act { return new(CombsSwapped) }, Ways: []Way{
	honeySwapped,
	sidesOpened("sides_drawn", "drawn comb", "sides", false),
	sidesOpened("sides_foundation", "foundation", "sidesf", true),
}}

var honeySwapped = Way{
	Code: "combs_swapped", Field: Field{Key: "swap", Label: "Honey combs swapped for drawn"},
	Arg: Counted, Most: 40, Before: "swap",
	Example: "swap2", Means: "2 combs of honey swapped for empty ones", Wants: "combs of honey swapped",
	One: "1 comb of honey swapped for a drawn one", Many: "{n} combs of honey swapped for drawn ones",
	Exact: func(h Hive, s Said, id func() string) ([]Act, error) {
		places := hive.HoneyCombs(h.Stack, int(s.N)).Places
		if len(places) < int(s.N) {
			return nil, wrong("combs swapped",
				"the nest is not known to have %s of honey; look at it by box or by face first",
				words.Count(int(s.N), "comb", "combs"))
		}
		a := &CombsSwapped{}
		for _, p := range places {
			a.Out = append(a.Out, h.Stack.Boxes[p.Box].Frames[p.Slot].ID)
			a.In = append(a.In, id())
		}
		return []Act{a}, nil
	},
}
