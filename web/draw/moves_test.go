package draw_test

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"kembo/core/hive"
	"kembo/web/draw"
)

// relieved is a nest of which two combs go for two that come, and a third goes up.
func relieved(t *testing.T) draw.MovePlan {
	t.Helper()
	p := draw.MovePlan{
		Before: twoBoxes(t), After: twoBoxes(t), Names: []string{"Brood box", "Super 1"}, Comes: "from the truck",
		Goes: "to the truck", Alt: "before and after",
		Labels: []draw.Label{{Name: "Brood box", Lines: []string{"lift 20 kg"}}, {Name: "Super 1"}},
	}
	at := func(box, slot int) *hive.Place { return &hive.Place{Box: box, Slot: slot} }
	f := p.Before.Boxes[0].Frames
	p.Tags = []draw.Tag{
		{N: 1, Frame: f[1], From: at(0, 1)}, {N: 2, Frame: f[4], From: at(0, 4)}, {N: 3, Frame: f[2], From: at(0, 2), To: at(1, 3)},
		{N: 4, Frame: f[1], To: at(0, 1)}, {N: 5, Frame: f[1], To: at(0, 4)},
	}
	return p
}

func TestMoves(t *testing.T) {
	golden(t, "moves", draw.Moves(relieved(t)))
	plain := relieved(t)
	plain.Tags = nil
	if s := string(draw.Moves(plain)); strings.Contains(s, "from the truck") {
		t.Error("a rack is drawn in which nothing hangs")
	}
}

// TestEachMoveHasBothEnds: a tag stands at both ends of each move, every line is square, and nothing lies outside.
func TestEachMoveHasBothEnds(t *testing.T) {
	s := string(draw.Moves(relieved(t)))
	for n := range 5 {
		if got := strings.Count(s, fmt.Sprintf(`text-anchor="middle" fill="var(--k-paper-lift)">%d<`, n+1)) +
			strings.Count(s, fmt.Sprintf(`text-anchor="middle" fill="var(--k-ink)">%d<`, n+1)); got != 2 {
			t.Errorf("tag %d stands %d times", n+1, got)
		}
	}
	path := regexp.MustCompile(`<path d="M([0-9.]+) ([0-9.]+)((?:[VH][0-9.]+)+)" fill="none" stroke="var\(--k-ink\)" stroke-width="1.6"`)
	found := path.FindAllStringSubmatch(s, -1)
	if len(found) != 5 {
		t.Errorf("%d lines, all of them square", len(found))
	}
	size := regexp.MustCompile(`viewBox="0 0 ([0-9.]+) ([0-9.]+)"`).FindStringSubmatch(s)
	wide, _ := strconv.ParseFloat(size[1], 64)
	high, _ := strconv.ParseFloat(size[2], 64)
	for _, m := range found {
		for _, to := range regexp.MustCompile(`([VH])([0-9.]+)`).FindAllStringSubmatch(m[3], -1) {
			v, err := strconv.ParseFloat(to[2], 64)
			if most := map[string]float64{"V": high, "H": wide}[to[1]]; err != nil || v < 20 || v > most {
				t.Errorf("a line goes to %s of %.0f by %.0f", to[0], wide, high)
			}
		}
	}
}
