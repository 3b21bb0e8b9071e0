package demo

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/lots"
	"kembo/store"
)

// pulled is a box that came off for its honey, with what it truly held.
type pulled struct {
	entry string
	day   day.Day
	kg    float64
}

// pulledFrom is a yard with its hives.
type pulledFrom struct {
	yard  yard
	hives []*keeper
}

// What is invented of the sample's extracting: two days after the boxes came off, what runs out of combs and what their cappings
// weigh, and that part of a lot is sold some weeks later.
const (
	extractedAfter  = 2
	runsOut         = 0.94
	waxOfHoney      = 0.016
	soldAfter, sold = 21, 0.4
)

// waters are the readings of the sample's lots, one after the other, per cent.
var waters = []float64{17.2, 17.6, 16.9, 18.1, 17.4}

// extract writes the lots of the sample: of each yard what came off on a day is one.
func extract(ctx context.Context, s *store.Store, op store.Operation, all []pulledFrom, on day.Day) error {
	type batch struct {
		yard yard
		day  day.Day
		kg   float64
		of   []lots.Crop
	}
	var batches []batch
	for _, y := range all {
		for _, k := range y.hives {
			for _, p := range k.pulled {
				i := slices.IndexFunc(batches, func(b batch) bool { return b.yard.code == y.yard.code && b.day == p.day })
				if i < 0 {
					i = len(batches)
					batches = append(batches, batch{yard: y.yard, day: p.day})
				}
				batches[i].kg += p.kg
				batches[i].of = append(batches[i].of, lots.Crop{Colony: id("colony " + k.code), Entry: p.entry})
			}
		}
	}
	slices.SortStableFunc(batches, func(a, b batch) int { return cmp.Compare(a.day, b.day) })
	return s.Change(ctx, func(t *store.Tx) error {
		write := func(what string, d day.Day, b lots.Body) error {
			if d > on {
				return nil
			}
			payload, err := json.Marshal(b)
			if err != nil {
				return err
			}
			return t.AddLot(ctx, op.ID, store.LotEntry{
				ID: id(what), Kind: string(b.Kind()), Day: int32(d), Payload: string(payload), By: writtenBy(d),
			})
		}
		n := map[string]int{}
		for i, b := range batches {
			n[b.yard.code]++
			lot := id(fmt.Sprintf("lot %s %d", b.yard.code, b.day))
			kg := tenths(b.kg * runsOut)
			if kg <= 0 {
				continue
			}
			if err := write("extracted "+lot, b.day+extractedAfter, &lots.Extracted{
				Lot: lot, Name: fmt.Sprintf("26-%s-%d", b.yard.code, n[b.yard.code]), Crops: b.of, Kg: kg, WaxKg: tenths(kg * waxOfHoney),
				Water: waters[i%len(waters)],
			}); err != nil {
				return err
			}
			if err := write("sold "+lot, b.day+extractedAfter+soldAfter, &lots.Left{
				Lot: lot, Kg: tenths(kg * sold), How: lots.Sold, To: "farm shop",
			}); err != nil {
				return err
			}
		}
		return nil
	})
}

// tenths rounds to what a scale in a honey house shows.
func tenths(kg float64) float64 { return float64(int(kg*10+0.5)) / 10 }
