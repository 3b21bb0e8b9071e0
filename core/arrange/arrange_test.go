package arrange

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/hive/specimen"
	"kembo/core/places"
	"kembo/core/sheet"
)

func ids() func() string {
	n := 0
	return func() string { n++; return fmt.Sprint("new", n) }
}

var mild = places.Conditions{FramesOfBees: 9, ColdestC: 8}

// dear returns what an arrangement costs by the sheet and the rules, each built anew.
func dear(t *testing.T, s *search) float64 {
	t.Helper()
	x, err := sheet.Of(s.before, s.stack(), 0)
	if err != nil {
		t.Fatal(err)
	}
	return x.Minutes + kgMinutes*x.LiftedKg + places.Of(s.before, s.stack(), s.view.Conditions).Minutes() + s.goal.lacks(s)
}

// cheapest goes through every way in which the combs of a search can hang. What an order is worth hangs on what hangs where
// alone, and is worked out once for each; what the lowest box alone takes more than limit is not gone on with. It returns
// limit where nothing is cheaper.
func cheapest(s *search, limit float64) float64 {
	best := limit
	kinds := map[[4]float64]byte{} // combs that are alike
	kind := make([]byte, len(s.combs))
	for n, c := range s.combs {
		k := [4]float64{float64(c.class), c.stays, c.frame.A[comb.Brood], 0}
		if s.view.Due[c.frame.ID] {
			k[3] = 1
		}
		if kinds[k] == 0 {
			kinds[k] = byte(len(kinds) + 1)
		}
		kind[n] = kinds[k]
	}
	worth := map[string]float64{}
	key := make([]byte, len(s.spots))
	var hang func(int)
	hang = func(k int) {
		if n := len(s.view.Combs[0]); k == n && s.was[0] == 0 && len(s.was) > 1 {
			if h := n - s.inOrder(s.row[0], s.at[:n]); h > 0 && openMinutes+2*liftMinutes+combMinutes*float64(h) >= best {
				return
			}
		}
		if k == len(s.spots) || s.spots[k].box < 0 {
			for a, n := range s.at {
				key[a] = kind[n]
			}
			w, ok := worth[string(key)]
			if !ok {
				w = s.view.Minutes() + s.goal.lacks(s)
				worth[string(key)] = w
			}
			best = min(best, s.work()+w)
			return
		}
		for i := k; i < len(s.spots); i++ {
			if i != k && !s.fits(k, i) {
				continue
			}
			s.swap(k, i)
			hang(k + 1)
			s.swap(k, i)
		}
	}
	hang(0)
	return best
}

// chosenHives are those that are held for all goals.
const chosenHives = 5

// random draws a hive of two boxes of four combs.
func random(r *rand.Rand) hive.Stack {
	letters := []rune("bbblphhefx")
	w := make([]rune, 9)
	for i := range w {
		w[i] = letters[r.IntN(len(letters))]
	}
	w[4] = ' '
	return specimen.Stack(string(w))
}

// TestNothingCheaperIsMissed holds the search against every arrangement there is, of two boxes of four combs: 40,320 where
// none leaves, for all goals, on hives that a keeper would put right and on 500 drawn ones.
func TestNothingCheaperIsMissed(t *testing.T) {
	var chosen []hive.Stack
	for _, text := range []string{"bebh phbl", "hhhh bbeb", "ebpb hhhh", "bbbb hpeh", "hbbp hbbp"} {
		chosen = append(chosen, specimen.Stack(text))
	}
	hives := chosen
	if len(chosen) != chosenHives {
		t.Fatal(len(chosen))
	}
	r := rand.New(rand.NewPCG(16, 2))
	n := 500
	if testing.Short() {
		n = 60
	}
	for range n {
		hives = append(hives, random(r))
	}
	compared := map[string]int{}
	var mu sync.Mutex
	t.Run("hives", func(t *testing.T) {
		for part := range 2 {
			t.Run(fmt.Sprint("half ", part), func(t *testing.T) {
				t.Parallel()
				for i := part; i < len(hives); i += 2 {
					for _, key := range compare(t, i, hives[i]) {
						mu.Lock()
						compared[key]++
						mu.Unlock()
					}
				}
			})
		}
	})
	for _, key := range []string{"together", "ladder", "edges", "to-1", "renewed"} {
		if compared[key] < 1 {
			t.Errorf("%s was never compared: %v", key, compared)
		}
	}
}

// compare holds the search against every arrangement of a hive, and returns the goals that it was held for: all of them for
// the first hives, one of a drawn hive, in turn.
func compare(t *testing.T, i int, st hive.Stack) (keys []string) {
	t.Helper()
	c := mild
	if i%3 == 0 {
		c = places.Conditions{FramesOfBees: 4, ColdestC: 1}
	}
	if i%4 == 1 { // a comb of each box should come out
		c.Due = map[string]bool{st.Boxes[0].Frames[1].ID: true, st.Boxes[1].Frames[2].ID: true}
	}
	goals := Goals(st, c)
	if i >= chosenHives && len(goals) > 0 {
		if i%16 > 0 { // with the two that come there are 1.8 million
			goals = slices.DeleteFunc(goals, func(g Goal) bool { return g.Key == Edges().Key })
		}
		goals = goals[i%len(goals):][:1]
	}
	for _, g := range goals {
		got, ok := For(g, st, c, ids())
		if !ok {
			t.Fatalf("%s: nothing for %s", specimen.Text(st), g.Key)
		}
		least := got.Cost
		for _, from := range g.starts(st, c, ids()) {
			least = cheapest(newSearch(g, st, from, c), least)
		}
		keys = append(keys, g.Key)
		if got.Cost-least > 1e-6 {
			t.Errorf("%s for %s: %s costs %.2f, and %.2f is enough", specimen.Text(st), g.Key, specimen.Text(got.After), got.Cost, least)
		}
		if got.Bound > least+1e-6 {
			t.Errorf("%s for %s: bound %.2f over the cheapest, %.2f", specimen.Text(st), g.Key, got.Bound, least)
		}
	}
	return keys
}

// TestTheSearchCountsAsTheSheetDoes: what it counts in place is what the sheet and the rules say of the same stack.
func TestTheSearchCountsAsTheSheetDoes(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 9))
	for _, text := range []string{"hpbbbbephh hhbbpeehhh s:hhhhhhhhhh", "hpbb ehhh", "hpbbbbephh | s:hheehheehh s:ffffffffff"} {
		st := specimen.Stack(text)
		for _, g := range Goals(st, mild) {
			for _, from := range g.starts(st, mild, ids()) {
				s := newSearch(g, st, from, mild)
				for range 40 {
					s.kick(r)
					if a, b := s.cost(), dear(t, s); math.Abs(a-b) > 1e-6 {
						t.Fatalf("%s for %s, %s: counted %.3f, by the sheet %.3f", text, g.Key, specimen.Text(s.stack()), a, b)
					}
				}
			}
		}
	}
}

// TestWhatHandsDo: hives that a keeper would rearrange, and how. Common practice, no source.
func TestWhatHandsDo(t *testing.T) {
	for _, tt := range []struct{ name, hive, goal, want string }{
		{"a nest in order stays as it is", "hhpbbbbphh", "together", "hhpbbbbphh"},
		{"an empty comb in the middle goes out of it", "hhpbbebbph", "together", "hhepbbbbph hhpbbbbpeh hhpebbbbph hhpbbbbeph"},
		{"pollen behind honey comes to the brood", "hphbbbbphh", "together", "hpbbbbphhh hhbbbbpphh hhpbbbbphh"},
		{"a spring colony in the upper of two boxes", "eeeeeeeeee hhpbbbphhh", "to-1", "hhpbbbphhh"},
		{"brood in both, to one", "hhhhbbphhh hhpbbbphhe", "to-1", ""},
		{"brood up", "hpbbbbbbph hhheeeehhh", "ladder", ""},
		{"two empty combs at the edges", "hhpbbbbphh", "edges", ""},
	} {
		st := specimen.Stack(tt.hive)
		for _, g := range Goals(st, mild) {
			if g.Key != tt.goal {
				continue
			}
			r, _ := For(g, st, places.Conditions{FramesOfBees: 9, ColdestC: 8, Opens: true}, ids())
			got := specimen.Text(r.After)
			if tt.want != "" && !strings.Contains(tt.want, got) {
				t.Errorf("%s: %s, not %s", tt.name, got, tt.want)
			}
			for _, b := range r.Breaches {
				t.Errorf("%s: %s, %s", tt.name, got, r.View.Say(b))
			}
			brood := strings.Count(tt.hive, "b")
			if strings.Count(got, "b") != brood {
				t.Errorf("%s: brood is lost: %s", tt.name, got)
			}
			if plain := rebuilt(t, g, st); r.Cost > plain {
				t.Errorf("%s: %.1f, and to rebuild it all takes %.1f", tt.name, r.Cost, plain)
			}
		}
	}
}

// rebuilt returns what a plain way costs: every comb out, and hung in again as it should be.
func rebuilt(t *testing.T, g Goal, st hive.Stack) float64 {
	t.Helper()
	least := math.Inf(1)
	for _, from := range g.starts(st, mild, ids()) {
		s := newSearch(g, st, from, mild)
		s.ideal()
		m := openMinutes + queenMinutes
		for i, b := range st.Boxes {
			if !b.Super {
				m += combMinutes * float64(len(b.Frames))
			}
			if i > 0 {
				m += 2 * (liftMinutes + kgMinutes*b.LiftKg())
			}
		}
		least = min(least, m+s.view.Minutes()+s.goal.lacks(s))
	}
	return least
}

// TestFullHivesAreArrangedAtOnce: three deeps and three supers, in no order at all. The bound is printed.
func TestFullHivesAreArrangedAtOnce(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 5))
	for range 3 {
		w := []rune("hhhhhppeeebbbbbbbbbbbbxxeehhhh")
		r.Shuffle(len(w), func(i, k int) { w[i], w[k] = w[k], w[i] })
		st := specimen.Stack(string(w[:10]) + " " + string(w[10:20]) + " " + string(w[20:]) + " | s:hhhhhhhhhh s:hhhhheeeee s:eeeeeeeeee")
		for _, g := range Goals(st, mild) {
			at := time.Now()
			x, _ := For(g, st, mild, ids())
			took := time.Since(at)
			t.Logf("%s: %s to %s, %.0f minutes of hands, cost %.0f, bound %.0f, %d ms", g.Key, specimen.Text(st), specimen.Text(x.After),
				x.Minutes, x.Cost, x.Bound, took.Milliseconds())
			if plain := rebuilt(t, g, st); x.Cost > plain || x.Bound > x.Cost {
				t.Errorf("%s: cost %.1f, bound %.1f, rebuilt %.1f", g.Key, x.Cost, x.Bound, plain)
			}
		}
	}
}
