package app

import (
	"context"
	"encoding/json"
	"errors"
	"slices"

	"kembo/core/history"
	"kembo/core/moves"
	"kembo/store"
)

// placesChanged is the act of two hives that change places, told by the bees that each has.
func (s *Service) placesChanged(ctx context.Context, one, other Colony) (*moves.Several, error) {
	var n [2]float64
	for i, id := range []string{one.ID, other.ID} {
		row, err := s.store.StandingOf(ctx, id)
		if errors.Is(err, store.ErrNotFound) {
			return nil, notCounted
		}
		if err != nil {
			return nil, err
		}
		var x Standing
		if err := json.Unmarshal([]byte(row.Body), &x); err != nil {
			return nil, err
		}
		if n[i] = x.Bees; n[i] <= 0 {
			return nil, notCounted
		}
	}
	a, err := moves.ChangedPlaces(one.ID, other.ID, n[0], n[1])
	if err != nil {
		return nil, err
	}
	return &moves.Several{Title: one.Code + " and " + other.Code + " changed places", Acts: []moves.Act{a}}, nil
}

var notCounted = &FieldError{"places", "how many bees are in both hives is not known; look at both first"}

// placesOnce returns entries where none of them has two hives change places that did so on that day already: nothing of the hives
// themselves would show that it is written twice, from two pages or two phones.
func (m making) placesOnce(es ...history.Entry) ([]history.Entry, error) {
	seen := history.Live(m.log)
	for _, e := range es {
		for _, a := range history.Crossings(e) {
			x, ok := a.(*moves.PlacesChanged)
			if ok && slices.ContainsFunc(seen, func(o history.Entry) bool { return o.Day == e.Day && placedIn(o, x) }) {
				return nil, &FieldError{"places", "these two changed places on that day; it is in the log already"}
			}
		}
		seen = append(seen, e)
	}
	return es, nil
}

// placedIn reports whether an entry has the same two hives change places.
func placedIn(e history.Entry, x *moves.PlacesChanged) bool {
	return slices.ContainsFunc(history.Crossings(e), func(a moves.Between) bool {
		o, ok := a.(*moves.PlacesChanged)
		return ok && (o.From == x.From && o.To == x.To || o.From == x.To && o.To == x.From)
	})
}
