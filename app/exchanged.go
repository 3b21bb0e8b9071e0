package app

import (
	"context"
	"encoding/json"
	"slices"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
)

// Exchanged is what went between two hives, as a move sheet named it: combs, or the hives changed places.
type Exchanged struct {
	Entry string  // id that the page made: sending it twice is writing it once
	On    day.Day // on which it was done
	Act   string  // the act of the sheet, as MoveSheet gives it
}

// DoExchange writes an exchange of a sheet as done, comb by comb as the sheet has it, whatever is advised by then. Whichever
// hive's sheet it was ticked on, it is one entry; a second is refused. What cannot be is a *FieldError, and nothing is written.
func (s *Service) DoExchange(ctx context.Context, colony string, x Exchanged) error {
	act, giver, err := readExchange(x.Act)
	if err != nil {
		return err
	}
	pair := moves.Colonies(act)
	if !slices.Contains(pair, colony) {
		return notExchanged
	}
	yard := ""
	for _, id := range pair {
		c, err := s.Believed(ctx, id)
		switch {
		case err != nil:
			return err
		case yard != "" && c.YardID != yard:
			return &FieldError{"done", "the two hives no longer stand in one yard"}
		}
		if err := mayTake(c); err != nil { // combs go both ways
			return err
		}
		yard = c.YardID
		if id == giver {
			if err := mayGive(c, x.On); err != nil {
				return err
			}
		}
	}
	r := request{ID: x.Entry, Kind: "exchange", Body: x.On.String() + " " + x.Act}
	_, err = s.once(ctx, colony, r, func(m making) ([]history.Entry, error) { return m.exchanged(x, act) })
	for _, id := range pair {
		if err == nil {
			s.Settled(ctx, id)
		}
	}
	return err
}

var notExchanged = &FieldError{"done", "the page is of another version of Kembo; open the sheet again"}

// readExchange reads the act of a sheet: combs that go from one hive to one other and back, or their places, nothing else.
func readExchange(text string) (act *moves.Several, giver string, err error) {
	act = &moves.Several{}
	if err := json.Unmarshal([]byte(text), act); err != nil || len(act.Acts) == 0 || len(act.Acts) > 4*mostTicked {
		return nil, "", notExchanged
	}
	for _, a := range act.Acts {
		if p, ok := a.(*moves.PlacesChanged); ok && len(act.Acts) == 1 {
			giver = p.From
			continue
		}
		x, ok := a.(*moves.FrameMoved)
		if !ok || x.From == "" || x.From == x.To {
			return nil, "", notExchanged
		}
		if x.WithBees || giver == "" && x.To != moves.Aside {
			giver = x.From
		}
	}
	if giver == "" || len(moves.Colonies(act)) != 2 {
		return nil, "", notExchanged
	}
	return act, giver, nil
}

// exchanged returns its entry. The id is that of the act, so that it is not written from the sheets of both hives; where it was
// and has been undone it is new.
func (m making) exchanged(x Exchanged, act *moves.Several) ([]history.Entry, error) {
	switch {
	case x.On > m.today:
		return nil, &FieldError{"day", "it is done on a day that has come"}
	case x.On < m.today-oldestSheet:
		return nil, &FieldError{"day", "the sheet is too old; note what was done from the hives' pages"}
	}
	e := history.Done(x.On, act)
	body, err := json.Marshal(act)
	if err != nil {
		return nil, err
	}
	e.ID = numberedID("exchange "+x.On.String()+" "+string(body), 1)
	has := func(log []history.Entry) bool {
		return slices.ContainsFunc(log, func(o history.Entry) bool { return o.ID == e.ID })
	}
	switch {
	case has(history.Live(m.log)):
		return nil, &FieldError{"done", "it is in the log already, written from the other hive's sheet or another page"}
	case has(m.log):
		e.ID = ""
	}
	return m.placesOnce(e)
}
