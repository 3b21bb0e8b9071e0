package history_test

import (
	"strconv"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
)

// TestYearsOfGlancesFoldInTheirNumber: a keeper who mostly only lifts the lid. What
// was not seen is carried look by look, but no further back than it matters: twice
// the years take twice the time, and not four times.
func TestYearsOfGlancesFoldInTheirNumber(t *testing.T) {
	short, long := glances(200), glances(400)
	g := ground(t)
	a, b := quickest(t,
		func() { foldOf(t, short, g) },
		func() { foldOf(t, long, g) },
	)
	t.Logf("200 looks fold in %v, 400 in %v", a, b)
	if b > 3*a {
		t.Errorf("200 looks fold in %v, twice as many in %v", a, b)
	}
}

func glances(n int) []history.Entry {
	es := begin()
	for i := range n {
		seams := 6.0
		e := history.Entry{
			ID: "g" + strconv.Itoa(i), Day: d0 + day.Day(9*(i+1)), Kind: history.KindLook,
			Body: &history.Look{Boxes: []history.BoxLook{{Box: "nest", Depth: "seams", Seams: &seams}}},
		}
		if i%6 == 0 {
			e.Body = lookOf("nest", look.Counts{Brood: 4, Honey: 4, Empty: 2})
		}
		es = append(es, e)
	}
	return es
}

func foldOf(t *testing.T, es []history.Entry, g history.Ground) {
	t.Helper()
	if b, err := history.Fold(es, g); err != nil || b.Estimate == nil {
		t.Fatal(err)
	}
}

// quickest runs two things one after the other, five times, and returns the least
// that each took: how they compare does not hang on what else the machine does.
func quickest(t *testing.T, one, other func()) (a, b time.Duration) {
	t.Helper()
	took := func(do func(), least time.Duration) time.Duration {
		begun := time.Now()
		do()
		if d := time.Since(begun); least == 0 || d < least {
			return d
		}
		return least
	}
	for range 5 {
		a, b = took(one, a), took(other, b)
	}
	return a, b
}

// TestTwentyYearsAreWorkedOutAnew: a correction twenty years back has the whole log of
// 600 entries folded again. What it takes is told, and stands in docs/performance.md.
func TestTwentyYearsAreWorkedOutAnew(t *testing.T) {
	es := begin()
	for i := range 600 {
		seams := 6.0
		es = append(es, history.Entry{
			ID: "g" + strconv.Itoa(i), Day: d0 + day.Day(12*(i+1)), Kind: history.KindLook,
			Body: &history.Look{Boxes: []history.BoxLook{{Box: "nest", Depth: "seams", Seams: &seams}}},
		})
	}
	g := ground(t)
	fold := func() { foldOf(t, es, g) }
	least, _ := quickest(t, fold, func() {})
	t.Logf("%d entries of %d years fold in %v", len(es), 12*600/365, least)
}
