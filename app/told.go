package app

import (
	"bytes"
	"compress/gzip"
	"encoding/json"
	"errors"
	"fmt"
	"io"

	jsonv2 "github.com/go-json-experiment/json"

	"kembo/core/assessment"
	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/plan"
)

// What a colony's page shows hangs on its log, its yard and the day. It is worked
// out once, with the standing, and stored beside it, so that a page costs reading
// a row, however long the log is. What is stored can be dropped: it is made again.

// toldForm is the form of what is stored; it goes up where it changes.
const toldForm = 7

// told is what is stored of a colony for its pages.
type told struct {
	Form     int              `json:"form"`
	Believed history.Believed `json:"believed"` // without its ensemble
	Expected *colony.Expected `json:"expected"` // of a look today
	Why      *unknown         `json:"why"`      // nothing is forecast
	Broken   []misfit         `json:"broken"`
	Lines    []toldLine       `json:"lines"` // of the last entries that stand
	Base     *forecast.Result `json:"base"`
	Advice   []plan.Advice    `json:"advice"`
	Plan     plan.Plan        `json:"plan"`
	Dropped  bool             `json:"dropped"` // the plan kept before is of another version
	Changes  [][]bees.Change  `json:"changes"` // by advice: what it would do
	Ahead    *Ahead           `json:"ahead"`
}

type misfit struct {
	ID  string `json:"id"`
	Why string `json:"why"`
}

// toldLine is how the hive stood after an entry.
type toldLine struct {
	ID       string     `json:"id"`
	Boxes    []GlyphBox `json:"boxes"`
	Excluder int        `json:"excluder"`
	Line     string     `json:"line"` // a look in shorthand
}

// linesTold is how many entries are shown with the hive as it stood.
const linesTold = 5

// toldOf gathers what is stored of a colony that was worked out.
func toldOf(c Colony, why *unknown) told {
	t := told{Form: toldForm, Believed: c.Believed, Expected: c.expected, Why: why, Ahead: c.Ahead}
	t.Believed.Ensemble, t.Believed.Tests, t.Believed.Stocked = nil, nil, nil
	for _, m := range c.Broken {
		t.Broken = append(t.Broken, misfit{m.Entry.ID, m.Err.Error()})
	}
	for _, l := range c.Log[max(0, len(c.Log)-linesTold):] {
		g, x := l.Glyph()
		t.Lines = append(t.Lines, toldLine{l.ID, g, x, l.Line()})
	}
	if a := c.Assessment; a != nil {
		t.Base, t.Advice, t.Plan, t.Dropped = a.Base, a.Advice, a.Plan, c.Dropped
		for _, x := range a.Advice {
			t.Changes = append(t.Changes, x.Changes)
		}
	}
	return t
}

// into fills a colony in with what was stored of it; es is its log.
func (t told) into(c *Colony, es []history.Entry) {
	c.Believed, c.Ahead, c.expected = t.Believed, t.Ahead, t.Expected
	byID := map[string]history.Entry{}
	for _, e := range es {
		byID[e.ID] = e
	}
	gone := map[string]bool{}
	for _, m := range t.Broken {
		gone[m.ID] = true
		c.Broken = append(c.Broken, &history.Misfit{Entry: byID[m.ID], Err: errors.New(m.Why)})
	}
	lines := map[string]toldLine{}
	for _, l := range t.Lines {
		lines[l.ID] = l
	}
	for _, e := range history.Live(es) {
		if !gone[e.ID] {
			l := lines[e.ID]
			c.Log = append(c.Log, LogLine{ID: e.ID, Day: e.Day, Kind: e.Kind, Entry: e, told: &l})
		}
	}
	if t.Base == nil {
		return
	}
	c.Assessment = &assessment.Assessment{Estimate: *t.Believed.Estimate, Base: t.Base, Advice: t.Advice, Plan: t.Plan}
	c.Assessment.Plan.Advice, c.Dropped = t.Advice, t.Dropped
	for i := range c.Assessment.Advice {
		if i < len(t.Changes) {
			c.Assessment.Advice[i].Changes = t.Changes[i]
		}
	}
}

// pack writes what is stored, small: what most pages show, and the tracks, which one
// page draws.
func (t told) pack() (body, course []byte, err error) {
	if t.Base != nil {
		if course, err = packed(t.Base.Tracks); err != nil {
			return nil, nil, err
		}
		base := *t.Base
		base.Tracks = [forecast.Quantities]forecast.Track{}
		t.Base = &base
	}
	body, err = packed(t)
	return body, course, err
}

func packed(v any) ([]byte, error) {
	b, err := json.Marshal(v)
	if err != nil {
		return nil, fmt.Errorf("what is told of a colony: %w", err)
	}
	var out bytes.Buffer
	z, err := gzip.NewWriterLevel(&out, gzip.BestSpeed)
	if err != nil {
		return nil, err
	}
	if _, err := z.Write(shortened(b)); err != nil {
		return nil, err
	}
	if err := z.Close(); err != nil { // writes what is left
		return nil, err
	}
	return out.Bytes(), nil
}

// unpack reads what was stored; false where it cannot be read, as it may be of
// another form.
func unpack(b []byte, into any) bool {
	z, err := gzip.NewReader(bytes.NewReader(b))
	if err != nil {
		return false
	}
	all, err := io.ReadAll(z)
	return err == nil && jsonv2.Unmarshal(all, into) == nil
}

// unpackTold reads what was stored; false where it is of another form.
func unpackTold(b []byte) (told, bool) {
	var t told
	ok := unpack(b, &t)
	return t, ok && t.Form == toldForm
}

// decimals is how many are stored of a number: more than any page shows of the
// smallest, a share of a comb face.
const decimals = 8

// shortened cuts the numbers of a JSON text to so many decimals. Numbers with an
// exponent stay as they are.
func shortened(text []byte) []byte {
	out := make([]byte, 0, len(text)/2)
	inString, escaped, after := false, false, -1 // after: digits since the point; -1: none
	for i, b := range text {
		switch {
		case inString:
			inString = escaped || b != '"'
			escaped = !escaped && b == '\\'
		case b == '"':
			inString = true
		case b == '.':
			after = 0
			if exponent(text[i:]) {
				after = -2 // stays
			}
		case b >= '0' && b <= '9':
			if after >= 0 {
				if after++; after > decimals {
					continue
				}
			}
		default:
			after = -1
		}
		out = append(out, b)
	}
	return out
}

// exponent reports whether a number, from its point on, has one.
func exponent(b []byte) bool {
	for _, c := range b[1:] {
		if c < '0' || c > '9' {
			return c == 'e' || c == 'E'
		}
	}
	return false
}
