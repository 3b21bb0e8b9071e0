package history_test

import (
	"strconv"
	"testing"
	"time"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
)

// TestYearsOfGlancesFoldQuickly: a keeper who mostly only lifts the lid. What
// was not seen is carried look by look, but no further back than it matters.
func TestYearsOfGlancesFoldQuickly(t *testing.T) {
	es := begin()
	for i := range 400 {
		n := 6.0
		e := history.Entry{
			ID: "g" + strconv.Itoa(i), Day: d0 + day.Day(9*(i+1)), Kind: history.KindLook,
			Body: &history.Look{Boxes: []history.BoxLook{{Box: "nest", Depth: "seams", Seams: &n}}},
		}
		if i%6 == 0 {
			e.Body = lookOf("nest", look.Counts{Brood: 4, Honey: 4, Empty: 2})
		}
		es = append(es, e)
	}
	start := time.Now()
	b, err := history.Fold(es, ground(t))
	took := time.Since(start)
	if err != nil || b.Estimate == nil {
		t.Fatal(err)
	}
	t.Logf("400 looks over ten years fold in %v", took)
	// Measured 30 ms; two seconds is for a crowded machine, and still finds a
	// fold that carries every look from the first.
	if took > 2*time.Second {
		t.Errorf("ten years fold in %v", took)
	}
}
