package app

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/harvest"
	"kembo/core/moves"
)

// Harvest is what may be taken, hive by hive.
type Harvest struct {
	Operation string
	Settings
	Today day.Day
	Yards []YardLine
	Hives []HarvestHive // that have something above the nest, by yard and code
	Old   int           // of them that are being worked out anew
}

// HarvestHive is a hive with what stands above its nest.
type HarvestHive struct {
	Standing
	YardName string
}

// AboveKg is the honey above the nest.
func (h HarvestHive) AboveKg() float64 {
	kg := 0.0
	for _, x := range h.Supers {
		kg += x.Kg
	}
	return kg
}

// Take returns the boxes that come off so that enough stays.
func (h HarvestHive) Take() []string {
	var ready []harvest.Offer
	for _, x := range h.Supers {
		if x.Verdict == harvest.Ready {
			ready = append(ready, harvest.Offer{Box: x.Box, Kg: x.Kg})
		}
	}
	return h.Stays.Take(ready, h.AboveKg())
}

// Harvest returns what may be taken in a yard; "" in all. What was just written is waited for.
func (s *Service) Harvest(ctx context.Context, yard string) (Harvest, error) {
	waits, stop := context.WithTimeout(ctx, sumWaits)
	s.Settle(waits)
	stop()
	op, ys, err := s.yardDays(ctx)
	if err != nil {
		return Harvest{}, err
	}
	out := Harvest{Operation: op.Name}
	if out.Settings, err = s.Settings(ctx); err != nil {
		return out, err
	}
	if out.Today, _, err = s.TodayHere(ctx); err != nil {
		return out, err
	}
	found := yard == ""
	for _, y := range ys {
		out.Yards = append(out.Yards, lineOf(y, nil))
		if yard != "" && y.ID != yard {
			continue
		}
		found = true
		all, err := s.standingsOf(ctx, y)
		if err != nil {
			return out, err
		}
		for _, x := range all {
			if x.Ended || len(x.Supers) == 0 {
				continue
			}
			if x.Old {
				out.Old++
			}
			out.Hives = append(out.Hives, HarvestHive{x, y.Name})
		}
	}
	if !found {
		return out, fmt.Errorf("yard %s: %w", yard, ErrNotFound)
	}
	slices.SortFunc(out.Yards, func(a, b YardLine) int { return cmp.Compare(a.Name, b.Name) })
	slices.SortStableFunc(out.Hives, func(a, b HarvestHive) int {
		return cmp.Or(cmp.Compare(a.YardName, b.YardName), cmp.Compare(a.Code, b.Code))
	})
	return out, nil
}

// PullList returns what comes off in a yard so that enough stays, in the order in which the hives stand; those that keep all are left
// out.
func (s *Service) PullList(ctx context.Context, yard string) (Harvest, error) {
	h, err := s.Harvest(ctx, yard)
	if err != nil {
		return h, err
	}
	places, err := s.store.Round(ctx, yard)
	if err != nil {
		return h, err
	}
	at := map[string]int{}
	for i, id := range places {
		at[id] = i + 1
	}
	slices.SortStableFunc(h.Hives, func(a, b HarvestHive) int { return compareStands(a.Standing, b.Standing, at) })
	h.Hives = slices.DeleteFunc(h.Hives, func(x HarvestHive) bool { return len(x.Take()) == 0 })
	return h, nil
}

// Off is a box that came off its hive.
type Off struct{ Colony, Box string }

// Pulled writes that boxes came off their hives on a day, as one batch, and returns of how many hives. Sent again it does what was
// left undone.
func (s *Service) Pulled(ctx context.Context, sent string, on day.Day, batch string, off []Off) (int, error) {
	if err := clientID(sent); err != nil {
		return 0, err
	}
	batch, err := line("batch", "the batch a name", batch, wordsMost)
	if err != nil {
		return 0, err
	}
	if len(off) == 0 {
		return 0, &FieldError{"boxes", "tick what came off"}
	}
	var hives []string
	boxes := map[string][]string{}
	for _, x := range off {
		if boxes[x.Colony] == nil {
			hives = append(hives, x.Colony)
		}
		boxes[x.Colony] = append(boxes[x.Colony], x.Box)
	}
	for _, id := range hives {
		err := s.Act(ctx, id, derivedID(sent, id), on, &moves.Harvested{Boxes: boxes[id], Batch: batch})
		var field *FieldError
		if errors.As(err, &field) { // say which hive
			code, _ := s.codeOf(ctx, id)
			return 0, &FieldError{field.Field, code + ": " + field.Say}
		}
		if err != nil {
			return 0, err
		}
	}
	return len(hives), nil
}
