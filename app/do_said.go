package app

import (
	"context"
	"strings"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/moves"
)

// DoSaid writes what was ticked of a move sheet as done on a day, in order, whatever is advised by then: the page may have
// been kept where there is no signal. Body is what was sent, and entryID makes writing it twice writing it once. What
// cannot be is a *FieldError, and nothing is written.
func (s *Service) DoSaid(ctx context.Context, colony, entryID string, on day.Day, said []moves.Said) error {
	if err := clientID(entryID); err != nil {
		return err
	}
	if len(said) == 0 {
		return &FieldError{"done", "tick what was done; what is not ticked is not written"}
	}
	var body []string
	for _, x := range said {
		body = append(body, SaidText(x))
	}
	r := request{ID: entryID, Kind: "sheet", Body: on.String() + " " + strings.Join(body, "; ")}
	_, err := s.once(ctx, colony, r, func(m making) ([]history.Entry, error) {
		switch {
		case on > m.today:
			return nil, &FieldError{"day", "it is done on a day that has come"}
		case on < m.today-oldestSheet:
			return nil, &FieldError{"day", "the sheet is too old; note what was done from the hive's page"}
		}
		h, err := m.hive(on)
		if err != nil {
			return nil, err
		}
		es, err := actEntries(h, on, said)
		if err != nil {
			return nil, err
		}
		for i := range es {
			es[i].ID = numberedID(entryID, i+1)
		}
		return es, nil
	})
	if err == nil {
		s.Settled(ctx, colony)
	}
	return err
}

// oldestSheet is how many days later what was ticked of a sheet may come in. Source: none; a guess: a week without a signal.
const oldestSheet = 14
