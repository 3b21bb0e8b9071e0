package sheet_test

import (
	"math/rand/v2"
	"slices"
	"testing"

	"kembo/core/sheet"
)

// What the search of this test pays: a lift of a box off or on as much as a comb out and in.
const liftCost, takeCost, putCost = 2, 1, 1

// hands is where the combs of two boxes are: below, above, and leaning aside. The upper box is on, or lies beside.
type hands struct {
	low, high string
	off       bool
}

// next returns what can be done in one step, with its cost: the upper box off or on, a comb out of a box that nothing
// stands on, or one that leans aside into any place of it.
func (h hands) next(all string, each func(hands, int)) {
	const slots = 4
	x := h
	x.off = !h.off
	each(x, liftCost)
	var aside []byte
	for _, c := range []byte(all) {
		if !slices.Contains([]byte(h.low+h.high), c) {
			aside = append(aside, c)
		}
	}
	in := func(combs string, set func(*hands, string)) {
		for i := range len(combs) {
			x := h
			set(&x, combs[:i]+combs[i+1:])
			each(x, takeCost)
		}
		if len(combs) == slots {
			return
		}
		for _, c := range aside {
			for i := range len(combs) + 1 {
				x := h
				set(&x, combs[:i]+string(c)+combs[i:])
				each(x, putCost)
			}
		}
	}
	in(h.high, func(x *hands, s string) { x.high = s })
	if h.off {
		in(h.low, func(x *hands, s string) { x.low = s })
	}
}

// TestNothingIsHandledThatCouldStay holds the work of a sheet against an exhaustive search over all that hands could do
// with two boxes of four combs, for every way in which eight combs can hang in them.
func TestNothingIsHandledThatCouldStay(t *testing.T) {
	const all = "abcdefgh"
	from := hands{low: all[:4], high: all[4:]}
	cost := map[hands]int{from: 0}
	ready := [][]hands{{from}} // by cost
	for c := 0; c < len(ready); c++ {
		for k := 0; k < len(ready[c]); k++ {
			h := ready[c][k]
			if cost[h] != c {
				continue
			}
			h.next(all, func(x hands, more int) {
				if was, ok := cost[x]; ok && was <= c+more {
					return
				}
				cost[x] = c + more
				for len(ready) <= c+more {
					ready = append(ready, nil)
				}
				ready[c+more] = append(ready[c+more], x)
			})
		}
	}
	before := stack("d1:abcd d2:efgh")
	targets, dear := 0, 0
	for h, least := range cost {
		if h.off || len(h.low)+len(h.high) < len(all) {
			continue
		}
		targets++
		s, err := sheet.Of(before, stack("d1:"+h.low+" d2:"+h.high), 0)
		if err != nil {
			t.Fatal(err)
		}
		if got := liftCost*s.Lifts + (takeCost+putCost)*len(s.Combs); got != least {
			t.Errorf("%s and %s: %d, and %d is enough", h.low, h.high, got, least)
			if dear++; dear > 5 {
				t.FailNow()
			}
		}
	}
	const every = 40_320 // ways to hang eight combs
	if targets != every {
		t.Errorf("%d targets, not %d", targets, every)
	}
}

// TestSheetsAreMadeAtOnce: three deeps and three supers, everything elsewhere, are ordered in no time.
func TestSheetsAreMadeAtOnce(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 16))
	combs := []byte("abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ01234567")
	text := func() string {
		r.Shuffle(len(combs), func(i, k int) { combs[i], combs[k] = combs[k], combs[i] })
		out := ""
		for i, id := range []string{"d1", "d2", "d3", "s1", "s2", "s3"} {
			out += " " + id + ":" + string(combs[10*i:10*i+10])
		}
		return out
	}
	before, after := stack(text()), stack(text())
	if n := testing.Benchmark(func(b *testing.B) {
		for b.Loop() {
			if _, err := sheet.Of(before, after, 0); err != nil {
				b.Fatal(err)
			}
		}
	}).NsPerOp(); n > 200e6 {
		t.Errorf("%d ms", n/1e6)
	}
}
