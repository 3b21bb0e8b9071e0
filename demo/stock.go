package demo

import (
	"context"

	"kembo/core/day"
	"kembo/core/stock"
	"kembo/store"
)

// counted is what stood in the sample's store on the day before the sycamore, invented: combs for most of a season's supers.
var counted = []struct {
	stock.Item
	n float64
}{
	{stock.Item{Kind: stock.Box, Of: "langstroth-medium-10"}, 74},
	{stock.Item{Kind: stock.Light, Of: "Langstroth medium"}, 560},
	{stock.Item{Kind: stock.Foundation, Of: "Langstroth medium"}, 240},
	{stock.Item{Kind: stock.Foundation, Of: "Langstroth deep"}, 60},
	{stock.Item{Kind: stock.Dark, Of: "Langstroth deep"}, 45},
	{stock.Item{Kind: stock.Box, Of: "langstroth-deep-10"}, 9},
	{stock.Item{Kind: stock.Excluder}, 26},
	{stock.Item{Kind: stock.Sugar}, 120},
}

// countStore writes the count of the sample's store, once there was one.
func countStore(ctx context.Context, s *store.Store, op store.Operation, on day.Day) error {
	when := day.Of(2026, 4, 18)
	if on < when {
		return nil
	}
	var rows []store.StockCount
	for _, c := range counted {
		rows = append(rows, store.StockCount{
			ID: id("stock counted"), By: writtenBy(when),
			StockMove: store.StockMove{Day: int32(when), Kind: string(c.Kind), What: c.Of, Amount: c.n},
		})
	}
	return s.CountStock(ctx, op.ID, rows)
}
