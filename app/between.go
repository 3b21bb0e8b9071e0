package app

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
	"kembo/core/shorthand"
)

// Between writes a line about a hive and others: what was carried between them, and what was done at it, in the order of the
// line, all of it or nothing. Which combs it means is chosen as a plan would, from how the hives hung on that day. It returns
// the hive's id; what cannot be read or done is a *FieldError.
func (s *Service) Between(ctx context.Context, line, entry string, on day.Day) (string, error) {
	code, words, err := shorthand.Between(line)
	var at *shorthand.Error
	if errors.As(err, &at) {
		return "", &FieldError{"line", at.Say}
	}
	here, err := s.namedHive(ctx, code, on)
	if err != nil {
		return "", err
	}
	hives := map[string]moves.Hive{code: here.Believed.Hive(here.ID)}
	known := map[string]Colony{code: here}
	for _, w := range words {
		if w.Carried == nil {
			continue
		}
		for _, other := range []string{w.Carried.From, w.Carried.To} {
			if _, ok := hives[other]; ok {
				continue
			}
			c, err := s.namedHive(ctx, other, on)
			if err != nil {
				return "", err
			}
			if c.YardID != here.YardID {
				return "", &FieldError{"line", fmt.Sprintf("%s stands in another yard; combs go between hives of one yard", other)}
			}
			hives[other], known[other] = c.Believed.Hive(c.ID), c
		}
	}
	var acts []moves.Act
	for _, w := range words {
		if w.Carried == nil {
			done, after, err := moves.All.ExactAll(hives[code], []moves.Said{w.Said}, newID)
			if err != nil {
				return "", fieldOf(err, "line")
			}
			acts, hives[code] = append(acts, done...), after
			continue
		}
		a, err := s.carry(ctx, w.Carried, hives, known, on)
		if err != nil {
			return "", err
		}
		acts = append(acts, a)
	}
	r := request{ID: entry, Kind: "between", Body: on.String() + " " + line}
	_, err = s.once(ctx, here.ID, r, func(m making) ([]history.Entry, error) {
		switch {
		case on > m.today:
			return nil, &FieldError{"day", "it is done on a day that has come"}
		case on < m.today-oldestSheet:
			return nil, &FieldError{"day", fmt.Sprintf(
				"a line is of the last %d days; note what was done before from the hives' pages", oldestSheet)}
		}
		var out []history.Entry
		for i, a := range acts {
			e := history.Done(on, a)
			e.ID = numberedID(entry, i+1)
			out = append(out, e)
		}
		return m.placesOnce(out...)
	})
	if err == nil {
		for _, c := range known {
			s.Settled(ctx, c.ID)
		}
	}
	return here.ID, err
}

// namedHive returns a living colony by its code as it hung at the end of a day, or a *FieldError.
func (s *Service) namedHive(ctx context.Context, code string, on day.Day) (Colony, error) {
	id, err := s.FindColony(ctx, code)
	if err != nil {
		return Colony{}, &FieldError{"line", fmt.Sprintf("there is no hive %s", code)}
	}
	f, es, err := s.logOf(ctx, id)
	if err != nil {
		return Colony{}, err
	}
	// What was taken back is not there, whenever it was taken back.
	es = slices.DeleteFunc(history.Live(es), func(e history.Entry) bool { return e.Day > on })
	if len(es) == 0 {
		return Colony{}, &FieldError{"line", code + " was not there yet on that day"}
	}
	c, err := s.believe(ctx, f, es)
	if err == nil && c.Believed.Ended != nil {
		err = &FieldError{"line", code + " is no more"}
	}
	return c, err
}

// carry returns the act that carries combs between two hives, which hang otherwise afterwards, or changes their places.
func (s *Service) carry(ctx context.Context, c *shorthand.Carried, hives map[string]moves.Hive, known map[string]Colony, on day.Day) (moves.Act, error) {
	if err := mayGive(known[c.From], on); err != nil {
		return nil, err
	}
	if err := mayTake(known[c.To]); err != nil {
		return nil, err
	}
	over := moves.HoneyOver
	switch {
	case c.Brood:
		over = moves.BroodOver
	case c.Places:
		a, err := s.placesChanged(ctx, known[c.From], known[c.To])
		return a, fieldOf(err, "line")
	}
	a, err := over(hives[c.From], hives[c.To], c.Combs, c.From, c.To)
	if err != nil {
		return nil, fieldOf(err, "line")
	}
	d, err := moves.Do(moves.Of(hives[c.From], hives[c.To]), a, on)
	if err != nil {
		return nil, fieldOf(err, "line")
	}
	for _, code := range []string{c.From, c.To} {
		hives[code] = *d.Hives.At(hives[code].Colony)
	}
	return a, nil
}
