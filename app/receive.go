package app

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/moves"
)

// Entered is what a keeper found and did at a hive, as a device sent it.
type Entered struct {
	ID   string   // of the device's making, when the form was opened
	Body string   // as it was sent
	By   string   // who; empty: the user of this machine
	Seen string   // the last entry of the log that the form knew of; empty: not said
	Own  []string // what the same device has sent before, by id: it knows of that
	Day  day.Day
	Look *history.Look // nil: only done
	Acts []moves.Said
}

// Received is the answer to what was sent. The same sent again gets the same.
type Received struct {
	ID, Colony, Code string
	Again            bool            // it had come before
	Beside           bool            // something else had come under its id; both are kept
	Meanwhile        []history.Entry // what the log had that the form did not know of
}

// answer is what is stored of a Received.
type answer struct {
	Entries   []string `json:"entries"`
	Meanwhile []string `json:"meanwhile,omitempty"`
}

// Receive writes what a device sent, once, however often it is sent. What cannot
// be is a *FieldError, and nothing is stored.
func (s *Service) Receive(ctx context.Context, colony string, x Entered) (Received, error) {
	was := sha256.Sum256([]byte(x.Body))
	r := request{
		ID: x.ID, Kind: string(history.KindLook), Body: x.Body, By: x.By, Seen: x.Seen, Own: x.Own, Beside: true,
		was: hex.EncodeToString(was[:]),
	}
	return s.once(ctx, colony, r, func(m making) ([]history.Entry, error) {
		es, err := entriesOf(colony, m, x)
		if err == nil && len(es) == 0 {
			err = &FieldError{
				"look", "nothing is entered yet; heft it, count seams, or count or paint at least one box",
			}
		}
		return es, err
	})
}

// ownMost is how many of what a device says it has sent are looked up; a form
// that is older than so many looks at its hive is told of some of its own.
const ownMost = 20

// ownEntries returns the entries that came of what a device has sent.
func (s *Service) ownEntries(ctx context.Context, ids []string) (map[string]bool, error) {
	own := map[string]bool{}
	for _, id := range ids[max(0, len(ids)-ownMost):] {
		sent, err := s.store.SentBefore(ctx, id)
		if errors.Is(err, ErrNotFound) {
			continue
		}
		if err != nil {
			return nil, err
		}
		var a answer
		if err := json.Unmarshal([]byte(sent.Answer), &a); err != nil {
			return nil, fmt.Errorf("read what came of %s: %w", id, err)
		}
		for _, e := range a.Entries {
			own[e] = true
		}
	}
	return own, nil
}

// entriesOf turns what was found and done into entries: the look first, then
// what was done, on the hive as it was found.
func entriesOf(colony string, m making, x Entered) ([]history.Entry, error) {
	var out []history.Entry
	if x.Look != nil {
		out = append(out, history.Entry{ID: x.ID, Day: x.Day, Kind: history.KindLook, Body: x.Look})
	}
	if len(x.Acts) == 0 {
		return out, nil
	}
	b, err := history.Fold(insertAt(m.log, x.Day, out...), history.Ground{Colony: colony, Givers: m.givers})
	if err != nil {
		return nil, fieldOf(err, "look")
	}
	did, err := actEntries(b.Hive(colony), x.Day, x.Acts)
	if err != nil {
		return nil, err
	}
	out = append(out, did...)
	for i := range out {
		if out[i].ID == "" {
			out[i].ID = numberedID(x.ID, i+1)
		}
	}
	return out, nil
}

// insertAt returns a log with entries of a day in their place.
func insertAt(log []history.Entry, on day.Day, es ...history.Entry) []history.Entry {
	at := len(log)
	for at > 0 && log[at-1].Day > on {
		at--
	}
	return slices.Insert(slices.Clone(log), at, es...)
}

// fits reports whether entries of one day fit into a colony's whole log, also
// before what is dated in days to come. Into a log that does not fit together
// nothing fits but what takes an entry back.
func fits(colony string, log []history.Entry, today day.Day, es ...history.Entry) error {
	on, undo := es[0].Day, es[0].Kind == history.KindUndo
	if on > today && !undo {
		return &FieldError{"date", fmt.Sprintf("%s is in the future; today is %s", on, today)}
	}
	if from := began(log); on < from && !undo && es[0].Kind != history.KindStack {
		return &FieldError{
			"date",
			fmt.Sprintf(
				"%s is before the colony was set up on %s; move the set-up back first, on the page of its log", on, from,
			),
		}
	}
	ground := history.Ground{Colony: colony}
	_, err := history.Fold(insertAt(log, on, es...), ground)
	if err == nil {
		return nil
	}
	if _, broken := history.Fold(log, ground); broken != nil {
		if undo {
			return nil
		}
		return &FieldError{
			"log",
			fmt.Sprintf(
				"this colony's log does not fit together (%v); mend it on the colony's page, then send this again",
				broken,
			),
		}
	}
	var m *history.Misfit
	if errors.As(err, &m) && !slices.ContainsFunc(es, func(e history.Entry) bool { return e.ID == m.Entry.ID }) {
		return &FieldError{string(es[0].Kind), fmt.Sprintf("with this the %s no longer fits (%v)", m, m.Err)}
	}
	return fieldOf(err, string(es[0].Kind))
}

// fieldOf turns what does not fit into a sentence about a field.
func fieldOf(err error, otherwise string) error {
	var fe *look.FieldError
	var me *moves.Error
	switch {
	case err == nil:
		return nil
	case errors.As(err, &me):
		return &FieldError{me.Field, me.Say}
	case errors.As(err, &fe):
		return &FieldError{fe.Field, fe.Say}
	}
	return &FieldError{otherwise, err.Error()}
}

// meanwhile returns the entries that an answer says a form did not know of.
func (s *Service) meanwhile(ctx context.Context, colony, text string) ([]history.Entry, error) {
	var a answer
	if err := json.Unmarshal([]byte(text), &a); err != nil || len(a.Meanwhile) == 0 {
		return nil, err
	}
	rows, err := s.store.Events(ctx, colony, 1<<30)
	if err != nil {
		return nil, err
	}
	var out []history.Entry
	for _, r := range rows {
		if slices.Contains(a.Meanwhile, r.ID) {
			out = append(out, entry(r))
		}
	}
	return out, nil
}

// Apart is something sent from a device that did not know what the log held, or
// came under an id that had come before. Both are kept; the keeper judges.
type Apart struct {
	ID, By, At string
	Body       string // of something that came beside; empty: it is in the log
	Meanwhile  []history.Entry
}

// apartFor is how long it is told: after a month the hive has been looked at
// again.
const apartFor = 30 * 24 * time.Hour

// Apart returns what came for a colony of late without knowing of the rest.
func (s *Service) Apart(ctx context.Context, colony string) ([]Apart, error) {
	since := s.now().Add(-apartFor).UTC().Format(time.RFC3339)
	all, err := s.store.Unknowing(ctx, colony, since)
	if err != nil {
		return nil, err
	}
	var out []Apart
	for _, x := range all {
		m, err := s.meanwhile(ctx, colony, x.Answer)
		if err != nil {
			return nil, err
		}
		out = append(out, Apart{x.ID, x.By.Actor, x.By.RecordedUTC, "", m})
	}
	beside, err := s.store.Beside(ctx, colony, since)
	for _, x := range beside {
		out = append(out, Apart{ID: x.ID, By: x.By.Actor, At: x.By.RecordedUTC, Body: x.Body})
	}
	return out, err
}

// SettleApart says that what came apart has been looked at: it is told no more.
func (s *Service) SettleApart(ctx context.Context, sent string) error {
	by, err := s.by()
	if err != nil {
		return err
	}
	return s.store.SettleApart(ctx, sent, by)
}

// OnAll is one thing found or done at all colonies of a yard but some.
type OnAll struct {
	ID, By string
	Day    day.Day
	Except []string
	Look   *history.Look // findings or a note only
	Acts   []moves.Said
}

// OnAll writes it to each colony's log and returns to how many. Sent again it
// does what was left undone.
func (s *Service) OnAll(ctx context.Context, yard string, x OnAll) (int, error) {
	b, err := s.yardBoard(ctx, yard)
	if err != nil {
		return 0, err
	}
	if x.Look == nil && len(x.Acts) == 0 {
		return 0, &FieldError{"whole yard", "choose what was done or found at all of them"}
	}
	body, err := json.Marshal(x)
	if err != nil {
		return 0, err
	}
	n := 0
	for _, c := range b.Standings {
		if slices.Contains(x.Except, c.Colony) {
			continue
		}
		e := Entered{ID: s.onAllID(ctx, x.ID, c.Colony), Body: string(body), By: x.By, Day: x.Day, Acts: x.Acts}
		if x.Look != nil {
			l := *x.Look
			e.Look = &l
		}
		if _, err := s.Receive(ctx, c.Colony, e); err != nil {
			return n, fmt.Errorf("%s: %w", c.Code, err)
		}
		n++
	}
	return n, nil
}

// onAllID is the id of what was done at one colony of those of a yard: as it was
// made up to 7ef76f4 where that has been stored, else derived.
func (s *Service) onAllID(ctx context.Context, sent, colony string) string {
	if old := sent + "-" + colony[max(0, len(colony)-12):]; s.wasSent(ctx, old) {
		return old
	}
	return derivedID(sent, colony)
}

func (s *Service) wasSent(ctx context.Context, id string) bool {
	_, err := s.store.SentBefore(ctx, id)
	return err == nil
}
