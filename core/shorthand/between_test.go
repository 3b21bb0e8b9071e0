package shorthand_test

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"kembo/core/shorthand"
)

// TestALineBetweenHives: what a notebook has in a line is one here; what cannot be read is pointed at.
func TestALineBetweenHives(t *testing.T) {
	for _, tt := range []struct{ line, want, err string }{
		{"ql-04 b2>ql-07 turn", "QL-04: QL-04 b2>QL-07, nest_turned 0", ""},
		{"QL-04 h1<QL-02 b1>QL-07 swap2", "QL-04: QL-02 h1>QL-04, QL-04 b1>QL-07, combs_swapped 2", ""},
		{"QL-04 place<>ql-07 h1<QL-07", "QL-04: QL-04 place<>QL-07, QL-07 h1>QL-04", ""},
		{"QL-04" + strings.Repeat(" turn", 41), "", "at most 40 things"},
		{"QL-04 place>QL-07", "", "b for capped brood"}, {"QL-04 place<>", "", "name the other hive"},
		{"QL-04 place<>QL-04", "", "name the other hive"},
		{"QL-04 b2>QL-07; in the evening", "QL-04: QL-04 b2>QL-07", ""},
		{"QL-04 +4L1:1 h2>QL-07", "QL-04: syrup_thin 4, QL-04 h2>QL-07", ""},
		{"", "", "begin with the code"}, {"b2>QL-07", "", "begin with the code"}, {"QL-04", "", "say what was carried"},
		{"QL-04 x2>QL-07", "", "b for capped brood"}, {"QL-04 b0>QL-07", "", "1 to 9 combs"}, {"QL-04 b12>QL-07", "", "1 to 9 combs"},
		{"QL-04 b2>", "", "name the other hive"}, {"QL-04 b2>QL-04", "", "name the other hive"}, {"QL-04 b2>a>b", "", "name the other hive"},
		{"QL-04 dance", "", "was not understood"}, {"QL-04 x3h", "", "was not understood"}, {"QL-04 swap99", "", "combs of honey"},
	} {
		code, words, err := shorthand.Between(tt.line)
		var at *shorthand.Error
		switch {
		case tt.err != "" && (!errors.As(err, &at) || !strings.Contains(at.Say, tt.err) || at.At > at.To || at.To > len(tt.line)):
			t.Errorf("%q: %v, not %q", tt.line, err, tt.err)
		case tt.err == "" && err != nil:
			t.Errorf("%q: %v", tt.line, err)
		}
		if tt.err != "" {
			continue
		}
		var out []string
		for _, w := range words {
			if w.Carried != nil {
				out = append(out, w.Carried.From+" "+w.Carried.String())
			} else {
				out = append(out, fmt.Sprintf("%s %g", w.Said.Do, w.Said.N))
			}
		}
		if got := code + ": " + strings.Join(out, ", "); got != tt.want {
			t.Errorf("%q is read as %s, not %s", tt.line, got, tt.want)
		}
	}
}

// FuzzBetween: a line never ends in a fault, and what is read of it can be pointed at.
func FuzzBetween(f *testing.F) {
	for _, s := range []string{"QL-04 b2>QL-07 turn", "a <b", "; b1>c", "QL-04 h9<é", "x +4L1:1"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, line string) {
		_, words, err := shorthand.Between(line)
		var at *shorthand.Error
		if errors.As(err, &at) && (at.At < 0 || at.To > len(line) || at.At > at.To) {
			t.Errorf("%q: %d to %d", line, at.At, at.To)
		}
		for _, w := range words {
			if c := w.Carried; c != nil && (c.Combs < 1 || c.Combs > shorthand.MostCarried || c.From == c.To) {
				t.Errorf("%q: %+v", line, c)
			}
		}
	})
}
