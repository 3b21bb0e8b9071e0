package moves

import (
	"encoding/json"
	"fmt"
	"slices"

	"kembo/core/measure"
	"kembo/core/words"
)

// Several is acts done as one, in order, and undone as one: a split, a common move.
type Several struct {
	Title string `json:"title"` // as in "Split"
	Acts  []Act  `json:"-"`
}

// step is an act with its kind.
type step struct {
	Kind Kind            `json:"kind"`
	Act  json.RawMessage `json:"act"`
}

// MarshalJSON writes each act with its kind.
func (a *Several) MarshalJSON() ([]byte, error) {
	out := struct {
		Title string `json:"title"`
		Acts  []step `json:"acts"`
	}{Title: a.Title}
	for _, x := range a.Acts {
		b, err := json.Marshal(x)
		if err != nil {
			return nil, err
		}
		k, ok := All.KindOf(x)
		if !ok {
			return nil, fmt.Errorf("%T is not an act that is known", x)
		}
		out.Acts = append(out.Acts, step{k, b})
	}
	return json.Marshal(out)
}

// UnmarshalJSON reads acts by their kinds.
func (a *Several) UnmarshalJSON(b []byte) error {
	var in struct {
		Title string `json:"title"`
		Acts  []step `json:"acts"`
	}
	if err := json.Unmarshal(b, &in); err != nil {
		return err
	}
	a.Title, a.Acts = in.Title, nil
	for _, s := range in.Acts {
		x, ok := All.New(s.Kind)
		if !ok {
			return fmt.Errorf("%q is not a kind of act that this version knows", s.Kind)
		}
		if err := json.Unmarshal(s.Act, x); err != nil {
			return fmt.Errorf("%s: %w", s.Kind, err)
		}
		a.Acts = append(a.Acts, x)
	}
	return nil
}

// Apply does them in order. Whoever folds a log does them one by one, since each
// has a change of its own: see [Steps].
func (a *Several) Apply(h *Hives) error {
	if len(a.Acts) == 0 {
		return wrong("acts", "nothing is done; choose at least one thing")
	}
	for i, x := range a.Acts {
		if err := x.Apply(h); err != nil {
			return fmt.Errorf("step %d: %w", i+1, err)
		}
	}
	return nil
}

// Words says it for the log.
func (a *Several) Words(u measure.Units) (title, say string) {
	var out []string
	times := map[string]int{}
	for _, x := range a.Acts {
		t, _ := x.Words(u)
		t = words.Lower(t)
		if times[t]++; times[t] == 1 {
			out = append(out, t)
		}
	}
	for i, t := range out {
		if n := times[t]; n > 1 {
			out[i] = fmt.Sprintf("%s %d times", t, n)
		}
	}
	if a.Title == "" {
		return words.Count(len(a.Acts), "thing", "things") + " done", words.Capital(words.List(out...)) + "."
	}
	return a.Title, words.Capital(words.List(out...)) + "."
}

// Steps returns the acts that an act is made of, itself where it is one.
func Steps(a Act) []Act {
	s, ok := a.(*Several)
	if !ok {
		return []Act{a}
	}
	var out []Act
	for _, x := range s.Acts {
		out = append(out, Steps(x)...)
	}
	return out
}

// Colonies returns the ids of all colonies that an act names, in order.
func Colonies(a Act) []string {
	var out []string
	for _, x := range Steps(a) {
		var ids []string
		switch x := x.(type) {
		case Between:
			from, to := x.Hives()
			ids = []string{from, to}
		case Elsewhere:
			ids = []string{x.At()}
		}
		for _, id := range ids {
			if id != "" && id != Aside && !slices.Contains(out, id) {
				out = append(out, id)
			}
		}
	}
	return out
}

var several = Row{Kind: "several", New: func() Act { return new(Several) }}

// Texts returns what a user wrote.
func (a *Several) Texts() []Text {
	out := []Text{{Field: "title", Text: a.Title}}
	for _, x := range a.Acts {
		if w, ok := x.(Worded); ok {
			out = append(out, w.Texts()...)
		}
	}
	return out
}
