package history

import (
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/stock"
)

// stocked notes what an act took from store and brought into it. What went to another
// hive, or left the operation, was in no store; of a colony that ended without its hive
// all comes back, a dead one's too: to be looked at before it is used.
func (w *walker) stocked(on day.Day, a moves.Act, before hive.Stack, after moves.Hive) {
	moved := stock.Moved(before, after.Stack)
	switch x := a.(type) {
	case moves.Between:
		moved = nil
	case *moves.ColonyEnded:
		if moved = nil; !x.WithHive && x.How != moves.Mistake && after.Did.Ended != nil {
			moved = stock.Moved(after.Stack, hive.Stack{})
		}
	}
	if after.Did.Fed != nil {
		if moved == nil {
			moved = map[stock.Item]float64{}
		}
		moved[stock.Item{Kind: stock.Sugar}] -= after.Did.Fed.Kg
	}
	w.Stocked = append(w.Stocked, stock.MovesOf(on, moved)...)
}

// setUpFromStore notes the ware of a hive that is made up here: one that was found, came
// as a nuc or was bought brought its own.
func (w *walker) setUpFromStore(on day.Day, b Began) {
	switch b.How {
	case AsPackage, AsSwarm, AsSplit:
		w.Stocked = append(w.Stocked, stock.MovesOf(on, stock.Moved(hive.Stack{}, w.Stack))...)
	}
}
