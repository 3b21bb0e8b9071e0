package stock_test

import (
	"maps"
	"slices"
	"testing"
	"time"

	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/stock"
)

func format(t testing.TB, key string) hive.BoxFormat {
	t.Helper()
	f, err := hive.FormatFor(key)
	if err != nil {
		t.Fatal(err)
	}
	return f
}

// TestWhatGoesOnLeavesTheStore: worked by hand, act by act.
func TestWhatGoesOnLeavesTheStore(t *testing.T) {
	deep, medium := format(t, "langstroth-deep-10"), format(t, "langstroth-medium-10")
	nest := hive.NewBox("n", deep, 10, hive.Make{Drawn: true})
	super := hive.NewBox("s", medium, 9, hive.Make{Super: true, Drawn: true})
	fresh := hive.NewBox("f", medium, 10, hive.Make{Super: true})
	bare := hive.Stack{Boxes: []hive.Box{nest}}
	supered := hive.Stack{Boxes: []hive.Box{nest, super}, ExcluderAbove: 1}
	with := func(st hive.Stack, f func(*hive.Stack)) hive.Stack { st = st.Clone(); f(&st); return st }
	drawnOut := fresh
	drawnOut.Frames = slices.Clone(fresh.Frames)
	for i := range 6 { // six of ten combs drawn meanwhile
		var s comb.Shares
		s[comb.Empty], s[comb.Foundation] = 0.6, 0.4
		drawnOut.Frames[i].A, drawnOut.Frames[i].B = s, s
	}
	mediumBox, light := stock.Item{Kind: stock.Box, Of: medium.Key}, stock.Item{Kind: stock.Light, Of: medium.Frame.Name}
	foundation := stock.Item{Kind: stock.Foundation, Of: medium.Frame.Name}
	dark := stock.Item{Kind: stock.Dark, Of: deep.Frame.Name}
	for _, tt := range []struct {
		what          string
		before, after hive.Stack
		want          map[stock.Item]float64
	}{
		{"nothing", supered, supered, map[stock.Item]float64{}},
		{"a super and an excluder on", bare, supered, map[stock.Item]float64{
			mediumBox: -1, light: -9, {Kind: stock.Excluder}: -1,
		}},
		{"foundation on", supered, with(supered, func(s *hive.Stack) { s.Boxes = append(s.Boxes, fresh) }),
			map[stock.Item]float64{mediumBox: -1, foundation: -10}},
		{"and off, drawn in part", with(supered, func(s *hive.Stack) { s.Boxes = append(s.Boxes, drawnOut) }), supered,
			map[stock.Item]float64{mediumBox: 1, light: 6, foundation: 4}},
		{"a comb of the nest out", supered, with(supered, func(s *hive.Stack) {
			s.Boxes[0].Frames = s.Boxes[0].Frames[:9]
		}), map[stock.Item]float64{dark: 1}},
		{"a comb up into the super", supered, with(supered, func(s *hive.Stack) {
			s.Boxes[1].Frames = append(s.Boxes[1].Frames, s.Boxes[0].Frames[9])
			s.Boxes[0].Frames = s.Boxes[0].Frames[:9]
		}), map[stock.Item]float64{}},
		{"a feeder for another, and insulated", with(bare, func(s *hive.Stack) { s.Feeder.Kind = hive.TopFeeder }),
			with(bare, func(s *hive.Stack) { s.Feeder.Kind, s.Insulation.On = hive.BucketFeeder, true }),
			map[stock.Item]float64{
				{Kind: stock.Feeder, Of: "top"}: 1, {Kind: stock.Feeder, Of: "bucket"}: -1, {Kind: stock.Insulation}: -1,
			}},
	} {
		if got := stock.Moved(tt.before, tt.after); !maps.Equal(got, tt.want) {
			t.Errorf("%s: %v, want %v", tt.what, got, tt.want)
		}
		// There and back is nothing.
		back := stock.Moved(tt.after, tt.before)
		for i, n := range tt.want {
			if back[i] != -n {
				t.Errorf("%s, back: %v", tt.what, back)
			}
		}
	}
	if got := stock.Ware(supered); got[dark] != 10 || got[light] != 9 || got[mediumBox] != 1 {
		t.Errorf("ware %v", got)
	}
}

// TestACountCorrects: it holds for the evening of its day; what moved on it is in it, and
// an earlier count that is entered late changes nothing.
func TestACountCorrects(t *testing.T) {
	on := day.Of(2026, time.March, 10)
	item := stock.Item{Kind: stock.Excluder}
	other := stock.Item{Kind: stock.Sugar}
	moves := []stock.Move{{on - 5, item, -2}, {on, item, -1}, {on + 1, item, -3}, {on + 4, item, 1}, {on, other, -6}}
	lines := stock.Lines([]stock.Count{{on, item, 20}, {on - 30, item, 50}}, moves)
	if len(lines) != 2 || lines[0].Item != item || lines[1].Item != other {
		t.Fatalf("%+v", lines)
	}
	if l := lines[0]; l.Counted == nil || l.Counted.N != 20 || l.Moved != -2 || l.Now != 18 {
		t.Errorf("counted %+v, moved %g, now %g; want 20, -2 and 18", l.Counted, l.Moved, l.Now)
	}
	if l := lines[1]; l.Counted != nil || l.Moved != -6 || l.Now != 0 {
		t.Errorf("never counted: %+v", l)
	}
}
