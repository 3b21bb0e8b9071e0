package history_test

import (
	"testing"

	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/stock"
)

// TestTheStoreIsBookedByTheActs: what went on and off, what was fed; what went from hive
// to hive was in no store; a package's hive is made up from it, a bought one is not; the
// ware of a hive that ended comes back unless it went too; what is undone never was.
func TestTheStoreIsBookedByTheActs(t *testing.T) {
	a := newApiary(t)
	a.begins("A", 10, history.Began{}, "qA")
	a.look("A", "A-l", d0, look.Counts{Brood: 4, Honey: 3, Empty: 3})
	sum := func(id string, i stock.Item) float64 {
		n := 0.0
		for _, m := range a.believed(id).Stocked {
			if m.Item == i {
				n += m.N
			}
		}
		return n
	}
	deepBox := stock.Item{Kind: stock.Box, Of: "langstroth-deep-10"}
	mediumBox := stock.Item{Kind: stock.Box, Of: "langstroth-medium-10"}
	frame := func(key string) string {
		f, err := hive.FormatFor(key)
		if err != nil {
			t.Fatal(err)
		}
		return f.Frame.Name
	}
	dark := stock.Item{Kind: stock.Dark, Of: frame("langstroth-deep-10")}
	light := stock.Item{Kind: stock.Light, Of: frame("langstroth-medium-10")}
	sugar := stock.Item{Kind: stock.Sugar}
	check := func(what, id string, i stock.Item, want float64) {
		t.Helper()
		if got := sum(id, i); got != want {
			t.Errorf("%s: %g of %v, want %g", what, got, i, want)
		}
	}
	check("it was here", "A", deepBox, 0)
	super, wrong := box("s", "langstroth-medium-10", true), box("w", "langstroth-medium-10", true)
	super.Drawn, wrong.Drawn = true, true
	a.does("A", "on", d0+1, &moves.BoxOn{Box: super, At: 1})
	a.does("A", "on-wrong", d0+1, &moves.BoxOn{Box: wrong, At: 2})
	a.undo("undo", "on-wrong", d0+1)
	a.does("A", "fed", d0+2, moves.FeedOf("1:1 syrup", 2.5))
	check("a super on", "A", mediumBox, -1)
	check("its combs", "A", light, -10)
	check("fed", "A", sugar, -2.5)
	a.does("A", "crop", d0+20, &moves.Harvested{Boxes: []string{"s"}, NetKg: 10})
	check("and harvested", "A", light, 0)
	a.begins("B", 10, history.Began{How: history.AsPackage, BeesKg: 1.2}, "qB")
	check("a package is hived", "B", deepBox, -1)
	a.begins("C", 10, history.Began{How: history.BroughtIn}, "qC")
	check("a bought one brings its own", "C", deepBox, 0)
	a.begins("D", 0, history.Began{How: history.AsSplit}, "")
	a.splits("A", "D", d0+25, 3, "", true)
	check("combs that went over", "A", dark, 0)
	check("combs that came over", "D", dark, 0)
	check("the split's box", "D", deepBox, -1)
	a.does("B", "dead", d0+30, &moves.ColonyEnded{Ending: moves.Ending{How: moves.Died}})
	check("a dead one's box", "B", deepBox, 0)
	a.does("C", "sold", d0+30, &moves.ColonyEnded{Ending: moves.Ending{How: moves.Sold}, WithHive: true})
	check("one that was sold with its hive", "C", deepBox, 0)
}
