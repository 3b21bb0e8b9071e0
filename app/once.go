package app

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/store"
)

// request is something asked of a colony's log under an id of the client's making:
// asked twice it is done once.
type request struct {
	ID   string
	Kind string // of request: one id cannot be a look and a feed
	Body string // all that was asked, as it is compared when it comes again
	By   string // who, as given with it; empty: the principal
	Seen string // the last entry of the log that the form knew of; empty: not said
	Own  []string
	// Beside says that something else that comes under the same id is kept beside
	// it; else it is refused.
	Beside bool
	// was is the hash that versions before 2 gave it; empty: they hashed nothing.
	was string
}

// hash names a request, with the version of how. Version 1 had no prefix and
// hashed the body alone.
func (r request) hash(colony string) string {
	h := sha256.New()
	for _, part := range []string{colony, r.Kind, r.Body} {
		fmt.Fprintf(h, "%d:%s", len(part), part)
	}
	return "2:" + hex.EncodeToString(h.Sum(nil))
}

// is reports whether a request is the one that was stored.
func (r request) is(was store.Sent) bool {
	if len(was.Hash) > 2 && was.Hash[:2] == "2:" {
		return was.Hash == r.hash(was.ColonyID)
	}
	return was.Hash == r.was
}

// making is what a request is made from, within its transaction.
type making struct {
	colony string
	log    []history.Entry // the whole log, also of days that have not come yet
	givers []history.Log   // those from which something came
	today  day.Day
}

// stack is the hive as the log has it at the end of a day.
func (m making) stack(on day.Day) (hive.Stack, error) {
	var upTo []history.Entry
	for _, e := range m.log {
		if e.Day <= on {
			upTo = append(upTo, e)
		}
	}
	b, err := history.Fold(upTo, history.Ground{Colony: m.colony, Givers: m.givers})
	return b.Stack, fieldOf(err, "log")
}

// once writes what a request amounts to, if it fits into the colony's log. The log
// is read, checked and written in one transaction, so that of two requests the
// second meets what the first wrote. It returns the answer to it; what cannot be
// is a *FieldError, and nothing is stored. Working out what follows is another
// step: it neither delays nor undoes this one.
func (s *Service) once(
	ctx context.Context,
	colony string,
	r request,
	make func(making) ([]history.Entry, error),
) (Received, error) {
	f, err := s.findToWrite(ctx, colony)
	if err != nil {
		return Received{ID: r.ID, Colony: colony}, err
	}
	return s.write(ctx, f, r, nil, make)
}

// findToWrite is find for who may write.
func (s *Service) findToWrite(ctx context.Context, colony string) (found, error) {
	if err := s.may(MayWrite, "write"); err != nil {
		return found{}, err
	}
	return s.find(ctx, colony)
}

// write is once for a colony that is found, or that first makes in the same
// transaction; first may be nil.
func (s *Service) write(
	ctx context.Context,
	f found,
	r request,
	first func(*store.Tx, store.By) error,
	make func(making) ([]history.Entry, error),
) (Received, error) {
	colony := f.colony.ID
	out := Received{ID: r.ID, Colony: colony, Code: f.colony.Code}
	if err := clientID(r.ID); err != nil {
		return out, err
	}
	by, err := s.sign(r.By)
	if err != nil {
		return out, err
	}
	sent := store.Sent{ID: r.ID, ColonyID: colony, Hash: r.hash(colony), Body: r.Body, By: by, Answer: "{}"}
	own, err := s.ownEntries(ctx, r.Own)
	if err != nil {
		return out, err
	}
	if err := s.knowKinds(ctx); err != nil {
		return out, err
	}
	var wrote []history.Entry
	err = s.store.Change(ctx, func(tx *store.Tx) error {
		again, err := s.before(ctx, tx, r, &sent, &out)
		if err != nil || again {
			return err
		}
		if first != nil {
			if err := first(tx, by); err != nil {
				return err
			}
		}
		m := making{colony: colony, today: f.yard.today}
		rows, err := tx.Log(ctx, colony)
		if err != nil {
			return err
		}
		m.log = entriesFrom(rows)
		if m.givers, err = giversIn(ctx, tx, colony, m.log); err != nil {
			return err
		}
		es, err := make(m)
		if err != nil {
			return err
		}
		for i := range es {
			if es[i].ID == "" {
				es[i].ID = numberedID(r.ID, i+1)
			}
			es[i].Colony = colony
		}
		if err := errors.Join(textsOf(es)...); err != nil {
			return err
		}
		if err := fits(colony, m.log, m.today, es...); err != nil {
			return err
		}
		if err := s.fitOthers(ctx, tx, es, colony); err != nil {
			return err
		}
		wrote = es
		if sent.Answer, err = answerTo(ctx, tx, colony, r.Seen, by.Actor, own, es); err != nil {
			return err
		}
		written := []store.Event{}
		for _, e := range es {
			row, err := EventOf(e, f.op.ID, colony, by.Actor, s.now())
			if err != nil {
				return err
			}
			written = append(written, row)
		}
		if err := tx.Append(ctx, written...); err != nil {
			return err
		}
		if err := s.besides(ctx, tx, es, colony, by); err != nil {
			return err
		}
		return tx.AddSent(ctx, sent)
	})
	var has *store.CodeTakenError
	if errors.As(err, &has) {
		return out, codeTaken(has.Code)
	}
	if errors.Is(err, store.ErrTaken) {
		return out, taken
	}
	if err != nil {
		return out, err
	}
	if !out.Again {
		s.soonAll(ctx, f.yard.ID, colony, wrote)
	}
	// It is stored: what cannot be told beside that is no reason to say otherwise.
	if out.Meanwhile, err = s.meanwhile(ctx, colony, sent.Answer); err != nil {
		s.log.Error("tell what was written meanwhile", "colony", colony, "err", err)
	}
	return out, nil
}

// taken is what a form is told whose id something else came under.
var taken = &FieldError{
	"entry",
	"something else was sent from this form before, and is stored; open it again and enter this anew",
}

// before reports whether a request has come before. One under the id of something
// else is an error, or is kept beside it.
func (s *Service) before(
	ctx context.Context,
	tx *store.Tx,
	r request,
	sent *store.Sent,
	out *Received,
) (again bool, err error) {
	switch was, err := tx.SentBefore(ctx, r.ID); {
	case errors.Is(err, ErrNotFound):
	case err != nil:
		return false, err
	case was.ColonyID != sent.ColonyID:
		return false, taken
	case r.is(was):
		out.Again, sent.Answer = true, was.Answer
		return true, nil
	case r.Beside:
		out.Again, out.Beside, sent.Answer = true, true, was.Answer
		return true, tx.KeepBeside(ctx, *sent)
	default:
		return false, taken
	}
	// An entry whose request nobody noted: of a version that noted none.
	switch was, err := tx.Event(ctx, r.ID); {
	case errors.Is(err, ErrNotFound):
		return false, nil
	case err != nil:
		return false, err
	case was.ColonyID != sent.ColonyID || r.Kind != was.Kind:
		return false, taken
	}
	out.Again = true
	return true, nil
}

// answerTo is the answer to what became entries, with what the form did not know of
// and somebody else has written.
func answerTo(
	ctx context.Context,
	tx *store.Tx,
	colony, seen, who string,
	own map[string]bool,
	es []history.Entry,
) (string, error) {
	a := answer{}
	if seen != "" {
		after, err := tx.EventsAfter(ctx, colony, seen)
		if err != nil {
			return "", err
		}
		for _, r := range after {
			if !own[r.ID] && r.Actor != who { // nobody is in conflict with himself
				a.Meanwhile = append(a.Meanwhile, r.ID)
			}
		}
	}
	for _, e := range es {
		a.Entries = append(a.Entries, e.ID)
	}
	b, err := json.Marshal(a)
	return string(b), err
}

// entriesFrom turns rows of the log into the core's entries.
func entriesFrom(rows []store.Event) []history.Entry {
	out := make([]history.Entry, 0, len(rows))
	for _, r := range rows {
		out = append(out, entry(r))
	}
	return out
}

// Record writes an entry of any kind to a colony's log. A wrong entry is a
// *FieldError and nothing is stored.
func (s *Service) Record(ctx context.Context, colony string, e history.Entry) error {
	return s.record(ctx, colony, e, func(making) (history.Entry, error) { return e, nil })
}

// record is Record of an entry that make completes from the log as it then is; e is
// what was asked.
func (s *Service) record(
	ctx context.Context,
	colony string,
	e history.Entry,
	make func(making) (history.Entry, error),
) error {
	body, err := json.Marshal(e)
	if err != nil {
		return err
	}
	_, err = s.once(
		ctx,
		colony,
		request{ID: e.ID, Kind: string(e.Kind), Body: string(body)},
		func(m making) ([]history.Entry, error) {
			made, err := make(m)
			return []history.Entry{made}, err
		},
	)
	s.Settled(ctx, colony)
	return err
}
