package moves

import "kembo/core/hive"

// under is the field of the form for a box put under the nest.
var under = Field{Key: "under", Label: "Under the nest"}

// boxUnder is a way to put a box like that of the nest under it.
func boxUnder(code Code, comb, before string, drawn bool) Way {
	return Way{
		Code: code, Field: under, Value: comb, Label: comb, Before: before, Example: before,
		Means: comb + " box put under the nest", One: comb + " box put under the nest",
		Things: "a " + comb + " box of the nest’s size", ForAll: true,
		Exact: func(h Hive, _ Said, id func() string) ([]Act, error) {
			for _, b := range h.Stack.Boxes {
				if !b.Super {
					return []Act{&BoxOn{Box: NewBox(b.Format, len(b.Frames), hive.Make{Drawn: drawn}, id)}}, nil
				}
			}
			return nil, wrong(under.Label, "there is no nest to put a box under")
		},
	}
}
