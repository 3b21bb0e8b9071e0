package history_test

import (
	"fmt"
	"time"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/season"
)

// A log of a hive, a super and its removal taken back: entries are never changed,
// and the fold says what they amount to.
func Example() {
	climate, err := season.ClimateFor("uk")
	if err != nil {
		fmt.Println(err)
		return
	}
	on := day.Of(2026, time.May, 4)
	nest, super := box("nest", "langstroth-deep-10", false), box("super", "langstroth-medium-10", true)
	log := []history.Entry{
		{ID: "1", Day: on, Kind: history.KindStack, Body: &history.StackSet{Boxes: []moves.Box{nest}}},
		history.Done(on+7, &moves.BoxOn{At: 1, Box: super, ExcluderUnder: true}),
		history.Done(on+9, &moves.BoxOff{Box: "super"}),
		{ID: "4", Day: on + 9, Kind: history.KindUndo, Supersedes: "3"},
	}
	log[1].ID, log[2].ID = "2", "3"
	b, err := history.Fold(log, history.Ground{
		Colony: "c", Site: forecast.Site{Yard: "y", Climate: climate}, Seed: 1,
	})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(len(b.Stack.Boxes), "boxes, excluder above box", b.Stack.ExcluderAbove)
	// Output:
	// 2 boxes, excluder above box 1
}
