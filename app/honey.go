package app

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/lots"
	"kembo/core/season"
	"kembo/store"
)

// Honey is the account of honey from the extractor to the door.
type Honey struct {
	Operation string
	Settings
	Today   day.Day
	Account *lots.Account
	Entries []lots.Entry // that stand, the earliest first
	Misfits []lots.Misfit
	Free    []CropLine             // came off lately and is in no lot yet, the latest first
	Crops   map[lots.Crop]CropLine // all that ever came off
}

// freeFor is how many days what came off waits for a lot: what is older was extracted before there was an account of it. Source: none;
// a year and some.
const freeFor = 400

// key names a crop in the account.
func (l CropLine) key() lots.Crop { return lots.Crop{Colony: l.Colony, Entry: l.Entry} }

// Honey returns it.
func (s *Service) Honey(ctx context.Context) (Honey, error) {
	out := Honey{Crops: map[lots.Crop]CropLine{}}
	op, err := s.Operation(ctx)
	if err != nil {
		return out, err
	}
	out.Operation = op.Name
	if out.Today, _, err = s.TodayHere(ctx); err != nil {
		return out, err
	}
	if out.Settings, err = s.Settings(ctx); err != nil {
		return out, err
	}
	rows, err := s.store.Lots(ctx, op.ID)
	if err != nil {
		return out, err
	}
	all, err := lotEntries(rows)
	if err != nil {
		return out, err
	}
	out.Account, out.Misfits = lots.Mended(all)
	out.Entries = lots.Live(all)
	crops, err := s.Crops(ctx, 0, mostDay)
	if err != nil {
		return out, err
	}
	for _, c := range crops {
		out.Crops[c.key()] = c
		if out.Account.LotOf(c.key()) == "" && c.Day >= out.Today-freeFor {
			out.Free = append(out.Free, c)
		}
	}
	slices.SortStableFunc(out.Free, func(a, b CropLine) int {
		return cmp.Or(cmp.Compare(b.Day, a.Day), cmp.Compare(a.Yard, b.Yard), cmp.Compare(a.Code, b.Code))
	})
	return out, nil
}

func lotEntries(rows []store.LotEntry) ([]lots.Entry, error) {
	var out []lots.Entry
	for _, r := range rows {
		e := lots.Entry{ID: r.ID, Day: day.Day(r.Day), Supersedes: r.Supersedes}
		if b := lots.Blank(lots.Kind(r.Kind)); b != nil {
			if err := json.Unmarshal([]byte(r.Payload), b); err != nil {
				return nil, fmt.Errorf("lot entry %s: %w", r.ID, err)
			}
			e.Body = b
		}
		out = append(out, e)
	}
	return out, nil
}

// LotEntry writes an entry of the account. What cannot be is a *FieldError and nothing is stored; the same id twice is one entry.
func (s *Service) LotEntry(ctx context.Context, id string, on day.Day, b lots.Body) error {
	for _, x := range lots.Texts(b) {
		if err := checkText(x.Field, x.Text, wordsMost); err != nil {
			return err
		}
	}
	return s.addLot(ctx, lots.Entry{ID: id, Day: on, Body: b})
}

// TakeBackLot takes an entry of the account back.
func (s *Service) TakeBackLot(ctx context.Context, id, entry string) error {
	today, _, err := s.TodayHere(ctx)
	if err != nil {
		return err
	}
	return s.addLot(ctx, lots.Entry{ID: id, Day: today, Supersedes: entry})
}

func (s *Service) addLot(ctx context.Context, e lots.Entry) error {
	if err := s.may(MayWrite, "write into the account of honey"); err != nil {
		return err
	}
	if err := clientID(e.ID); err != nil {
		return err
	}
	op, err := s.Operation(ctx)
	if err != nil {
		return err
	}
	today, _, err := s.TodayHere(ctx)
	if err != nil {
		return err
	}
	if e.Day > today {
		return &FieldError{"on", fmt.Sprintf("%s is in the future; today is %s", e.Day, today)}
	}
	if x, ok := e.Body.(*lots.Extracted); ok {
		if err := s.cameOff(ctx, x.Crops, e.Day); err != nil {
			return err
		}
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	row := store.LotEntry{ID: e.ID, Kind: string(lots.KindUndo), Day: int32(e.Day), Supersedes: e.Supersedes, Payload: "{}", By: by}
	if e.Body != nil {
		b, err := json.Marshal(e.Body)
		if err != nil {
			return err
		}
		row.Kind, row.Payload = string(e.Body.Kind()), string(b)
	}
	return s.store.Change(ctx, func(t *store.Tx) error {
		rows, err := t.Lots(ctx, op.ID)
		if err != nil {
			return err
		}
		if slices.ContainsFunc(rows, func(r store.LotEntry) bool { return r.ID == e.ID }) {
			return nil // it came before
		}
		all, err := lotEntries(rows)
		if err != nil {
			return err
		}
		if err := lots.Fits(all, e); err != nil {
			var wrong *lots.Error
			if errors.As(err, &wrong) {
				return &FieldError{wrong.Field, wrong.Say}
			}
			return err
		}
		return t.AddLot(ctx, op.ID, row)
	})
}

// cameOff returns what is wrong with crops that were extracted on a day: each must have come off by then.
func (s *Service) cameOff(ctx context.Context, crops []lots.Crop, on day.Day) error {
	all, err := s.Crops(ctx, 0, mostDay)
	if err != nil {
		return err
	}
	for _, c := range crops {
		i := slices.IndexFunc(all, func(l CropLine) bool { return l.key() == c })
		if i < 0 {
			return &FieldError{"crops", "some of what was chosen is not in the books any more; choose again"}
		}
		if all[i].Day > on {
			return &FieldError{"on", fmt.Sprintf("honey of %s came off on %s, after that", all[i].Code, all[i].Day.Long())}
		}
	}
	return nil
}

// flowerDays is how far back from a harvest what flowered is asked for. Source: core/plan, what stands in a super.
const flowerDays = 35

// FlowersOf returns the plants that likely gave honey which came off the hives of a yard on a day, those that gave the most first.
func (s *Service) FlowersOf(ctx context.Context, yardID string, on day.Day) ([]season.Given, error) {
	y, err := s.yard(ctx, yardID)
	if err != nil {
		return nil, err
	}
	site, err := s.site(ctx, y)
	if err != nil {
		return nil, err
	}
	return season.Gave(site.Bloom, site.Hemisphere, on-flowerDays, on), nil
}
