package app

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/csv"
	"errors"
	"slices"
	"strconv"
	"strings"
	"time"

	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/mites"
	"kembo/core/moves"
	"kembo/store"
)

// tables gathers what is entered as tables, in SI, for who works with tables.
type tables struct {
	codes map[string]string // of colonies, by id
	rows  map[string][][]string
}

// heads are the tables of an export with the names of their columns.
var heads = []struct {
	name    string
	columns []string
}{
	{"colonies", []string{"colony", "code", "yard", "first_code", "first_yard", "ended", "how"}},
	{"entries", []string{"entry", "colony", "day", "kind", "what", "said", "by", "written_utc", "stands"}},
	{"looks", []string{
		"entry", "colony", "day", "box", "depth", "seams", "brood_frames", "honey_frames", "nectar_frames", "pollen_frames",
		"empty_frames", "undrawn_frames", "eggs", "larvae", "capped", "queen_seen", "cells_check", "health", "note",
	}},
	{"acts", []string{"entry", "colony", "day", "kind", "what", "said"}},
	{"weights", []string{"colony", "day", "kg"}},
	{"feeds", []string{"entry", "colony", "day", "what", "sugar_kg"}},
	{"treatments", []string{
		"entry", "colony", "in", "out", "what", "substance", "batch", "dose", "how", "why", "by", "bar_days", "barred_until",
	}},
	{"counts", []string{"entry", "colony", "day", "method", "bees", "mites", "days", "percent", "low", "high", "where"}},
	{"harvest", []string{"entry", "colony", "day", "boxes", "combs", "kg", "weighed", "estimated_kg", "batch", "barred"}},
	{"stock", []string{"count", "day", "kind", "what", "amount"}},
	{"lots", []string{"lot", "name", "made", "kg", "in_stock_kg", "water_percent", "wax_kg", "colonies", "gone_kg"}},
}

func (t *tables) add(table string, cells ...string) { t.rows[table] = append(t.rows[table], cells) }

// tables writes what is entered as tables into an export.
func (s *Service) tables(ctx context.Context, z *zip.Writer, all store.Whole) error {
	t := tables{codes: map[string]string{}, rows: map[string][][]string{}}
	if err := s.colonyRows(ctx, &t, all); err != nil {
		return err
	}
	live := standingEntries(all.Entries)
	for _, x := range all.Entries {
		t.entry(x, live[x.ID])
	}
	for _, c := range all.Colonies {
		for _, r := range c.Readings {
			t.add("weights", t.codes[c.ID], time.Unix(r.At, 0).UTC().Format(time.RFC3339), number(r.Kg))
		}
	}
	crops, err := s.Crops(ctx, 0, day.Day(mostDay))
	if err != nil {
		return err
	}
	for _, c := range crops {
		t.add(
			"harvest", c.Entry, c.Code, c.Day.String(), strconv.Itoa(c.Boxes), strconv.Itoa(c.Combs), number(c.Kg),
			strconv.FormatBool(c.Scale), number(c.Guess), c.Batch, strconv.FormatBool(c.Barred),
		)
	}
	for _, c := range all.Counts {
		t.add("stock", c.ID, dateText(c.Day), c.Kind, c.What, number(c.Amount))
	}
	if err := s.lotRows(ctx, &t); err != nil {
		return err
	}
	for _, h := range heads {
		if err := writeTable(z, h.name, slices.Concat([][]string{h.columns}, t.rows[h.name])); err != nil {
			return err
		}
	}
	return nil
}

// lotRows writes the lots of honey, each with the codes of the hives that it is from.
func (s *Service) lotRows(ctx context.Context, t *tables) error {
	h, err := s.Honey(ctx)
	if err != nil {
		return err
	}
	for _, l := range h.Account.Lots() {
		var codes []string
		for _, k := range h.Account.Back(l.ID) {
			if c := h.Crops[k].Code; c != "" && !slices.Contains(codes, c) {
				codes = append(codes, c)
			}
		}
		slices.Sort(codes)
		gone := 0.0
		for _, g := range l.Gone {
			gone += g.Kg
		}
		t.add(
			"lots", l.ID, l.Name, l.Made.String(), number(l.MadeKg), number(l.Kg), number(l.Water), number(l.WaxKg),
			strings.Join(codes, " "), number(gone),
		)
	}
	return nil
}

// mostDay is later than any day that is written: the year 9999.
const mostDay = 2932896

func (s *Service) colonyRows(ctx context.Context, t *tables, all store.Whole) error {
	yards := map[string]string{}
	for _, y := range all.Yards {
		yards[y.ID] = y.Name
	}
	for _, c := range all.Colonies {
		places, err := s.store.Places(ctx, c.ID)
		if err != nil {
			return err
		}
		code, yard := c.Code, c.Yard
		if len(places) > 0 {
			code, yard = places[0].Code, places[0].YardID
		}
		t.codes[c.ID] = code
		row := []string{c.ID, code, yards[yard], c.Code, yards[c.Yard], "", ""}
		end, err := s.store.EndOf(ctx, c.ID)
		switch {
		case err == nil:
			row[5], row[6] = dateText(store.Date(end.Day)), end.How
		case !errors.Is(err, ErrNotFound):
			return err
		}
		t.add("colonies", row...)
	}
	return nil
}

// entry writes an entry into the tables that it belongs to; only what stands goes into
// another than that of entries.
func (t *tables) entry(x store.WholeEntry, stands bool) {
	e := entry(store.Event{ID: x.ID, ColonyID: x.Colony, Kind: x.Kind, Day: int32(x.Day), Payload: string(x.Payload)})
	code, on := t.codes[x.Colony], dateText(x.Day)
	title, say := x.Kind, ""
	switch b := e.Body.(type) {
	case moves.Act:
		title, say = b.Words(measure.Systems[0])
	case *history.Look:
		say = b.Note
	}
	t.add("entries", x.ID, code, on, x.Kind, title, say, x.Actor, x.At, strconv.FormatBool(stands))
	if !stands {
		return
	}
	switch b := e.Body.(type) {
	case *history.Look:
		t.look(x.ID, code, on, b)
	case *history.Weighing:
		t.add("weights", code, on, number(b.Kg))
	case *history.MiteCount:
		t.count(x.ID, code, on, b)
	case moves.Act:
		t.add("acts", x.ID, code, on, x.Kind, title, say)
		for _, a := range moves.Steps(b) {
			t.medicine(x.ID, code, e.Day, a)
		}
	}
}

// look writes a row for each box that was looked at, and one for a look at the queen
// alone.
func (t *tables) look(id, code, on string, l *history.Look) {
	q := l.Queen.Told()
	rest := []string{
		stage(q.Eggs, q.NoEggs), stage(q.Larvae, q.NoLarvae), stage(q.Capped, q.NoCapped), yes(q.Seen), l.Cells.Check,
		l.Health, l.Note,
	}
	row := func(box, depth, seams string, frames [6]string) {
		t.add("looks", slices.Concat([]string{id, code, on, box, depth, seams}, frames[:], rest)...)
	}
	if len(l.Boxes) == 0 {
		row("", "", "", [6]string{})
	}
	for i, b := range l.Boxes {
		var frames [6]string
		if c := b.Counts; c != nil {
			for k, v := range []float64{c.Brood, c.Honey, c.Nectar, c.Pollen, c.Empty, c.Undrawn} {
				frames[k] = number(v)
			}
		}
		seams := ""
		if b.Seams != nil {
			seams = number(*b.Seams)
		}
		row(strconv.Itoa(i+1), b.Depth, seams, frames)
	}
}

// stage says what was found of a stage of brood: seen, none, or not looked for.
func stage(seen, none bool) string {
	switch {
	case seen:
		return "seen"
	case none:
		return "none"
	}
	return ""
}

func yes(v bool) string {
	if v {
		return "yes"
	}
	return ""
}

func (t *tables) count(id, code, on string, m *history.MiteCount) {
	var rate [3]string
	if r, err := mites.Of(m.Mites, m.Bees); err == nil {
		rate = [3]string{number(r.Percent), number(r.Low95), number(r.High95)}
	}
	t.add(
		"counts", id, code, on, m.Method, strconv.Itoa(m.Bees), strconv.Itoa(m.Mites), strconv.Itoa(m.Days), rate[0],
		rate[1], rate[2], m.Where,
	)
}

func (t *tables) medicine(id, code string, on day.Day, a moves.Act) {
	switch x := a.(type) {
	case *moves.Feed:
		t.add("feeds", id, code, on.String(), x.What, number(x.Kg))
	case *moves.Treatment:
		in := on
		if x.From > 0 {
			in = x.From
		}
		t.add(
			"treatments", id, code, in.String(), dayOrNone(x.To), x.What, string(x.Class), x.Batch, x.Dose, x.How, x.Why,
			x.By, strconv.Itoa(x.BarDays), dayOrNone(x.HoneyBarred),
		)
	}
}

func dayOrNone(d day.Day) string {
	if d == 0 {
		return ""
	}
	return d.String()
}

// number writes a number as a table does, exactly.
func number(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

// standingEntries names the entries of all logs that stand.
func standingEntries(all []store.WholeEntry) map[string]bool {
	var es []history.Entry
	for _, x := range all {
		es = append(es, history.Entry{ID: x.ID, Kind: history.Kind(x.Kind), Supersedes: x.Supersedes})
	}
	out := map[string]bool{}
	for _, e := range history.Live(es) {
		out[e.ID] = true
	}
	return out
}

func dateText(d store.Date) string {
	b, _ := d.MarshalJSON() // a day always marshals
	return string(bytes.Trim(b, `"`))
}

// writeTable writes rows as a file in which no cell is read as a formula.
func writeTable(z *zip.Writer, name string, rows [][]string) error {
	f, err := z.Create(wholeTables + name + ".csv")
	if err != nil {
		return err
	}
	w := csv.NewWriter(f)
	for _, r := range rows {
		cells := make([]string, len(r))
		for i := range r {
			cells[i] = Harmless(r[i])
		}
		if err := w.Write(cells); err != nil {
			return err
		}
	}
	w.Flush()
	return w.Error()
}
