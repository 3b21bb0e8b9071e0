package app

import (
	"context"
	"errors"
	"slices"
	"time"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/ledger"
	"kembo/core/measure"
	"kembo/exchange"
	"kembo/store"
)

// Weights is a colony's weight ledger: weighings with what moved between, net
// honey between two of them, and the days of its scale.
type Weights struct {
	Colony
	Lines    []WeightLine // oldest first
	From, To int          // of Lines, that Net is between
	Net      *NetHoney    // nil: fewer than two weighings
	Days     []ledger.Daily
	Told     []ledger.Happened // by the scale, the latest first
}

// WeightLine is a weighing with what moved since the one before.
type WeightLine struct {
	history.Weighed
	Gain *measure.Range // kg that bees put away since the one before; nil: it is the first
}

// NetHoney is what came of a stretch between two weighings.
type NetHoney struct {
	From, To        history.Weighed
	GainKg          measure.Range // net honey and bees' gain, ware and feed taken out
	WareKg, FedKg   float64       // ware in less ware out; feed
	GrossKg         float64       // the plain difference
	ScaleGainKg     float64       // the sum of the scale's days, handling taken out
	ScaleDays, Span int           // of them known
}

// scaleDays is how much of a scale's series a page shows.
const scaleDays = 92

// Weights returns a colony's ledger; from and to are entries' ids, empty for the
// first and the last weighing of the last year.
func (s *Service) Weights(ctx context.Context, id, from, to string) (Weights, error) {
	c, err := s.Believed(ctx, id)
	if err != nil {
		return Weights{}, err
	}
	w := Weights{Colony: c, From: -1, To: -1}
	for i, x := range c.Believed.Weighings {
		l := WeightLine{Weighed: x}
		if i > 0 {
			before := c.Believed.Weighings[i-1]
			if g, err := gain(before, x, x.Moved); err == nil {
				l.Gain = &g
			}
		}
		w.Lines = append(w.Lines, l)
		if x.Entry == from {
			w.From = i
		}
		if x.Entry == to {
			w.To = i
		}
	}
	n := len(w.Lines)
	if w.To < 0 {
		w.To = n - 1
	}
	if w.From > w.To { // asked the wrong way round
		w.From, w.To = w.To, w.From
	}
	if w.From < 0 || w.From >= w.To {
		w.From = 0
		for w.From < w.To-1 && w.Lines[w.From].Day < c.Today-365 {
			w.From++
		}
	}
	rs, err := s.readings(ctx, c.ID, c.Zone, c.Today, scaleDays)
	if err != nil {
		return w, err
	}
	rain := rainOf(c.site)
	w.Days = ledger.Dried(ledger.Days(rs, zone(c.Zone), handled(c.Believed)), rain)
	var es []history.Entry
	for _, l := range c.Log {
		es = append(es, l.Entry)
	}
	w.Told = untouched(ledger.Tell(rs, zone(c.Zone), rain), es)
	slices.Reverse(w.Told)
	if n >= 2 && w.From < w.To {
		w.Net, err = w.net()
	}
	return w, err
}

// gain is what bees put away between two weighings.
func gain(a, b history.Weighed, moved []history.Moved) (measure.Range, error) {
	x := ledger.Between{BeforeKg: a.Kg, AfterKg: b.Kg, SameDay: a.Day == b.Day}
	for _, m := range moved {
		switch {
		case m.TareKg > 0:
			x.In = append(x.In, ledger.Moved{TareKg: m.TareKg})
		case m.TareKg < 0:
			x.Out = append(x.Out, ledger.Moved{TareKg: -m.TareKg})
		}
		x.FedKg += m.FedKg
	}
	net, err := x.NetHoneyKg()
	return measure.Range{Low: -net.High, Likely: -net.Likely, High: -net.Low}, err
}

func (w Weights) net() (*NetHoney, error) {
	var moved []history.Moved
	n := &NetHoney{From: w.Lines[w.From].Weighed, To: w.Lines[w.To].Weighed}
	for _, l := range w.Lines[w.From+1 : w.To+1] {
		moved = append(moved, l.Moved...)
	}
	for _, m := range moved {
		n.WareKg += m.TareKg
		n.FedKg += m.FedKg
	}
	n.GrossKg, n.Span = n.To.Kg-n.From.Kg, int(n.To.Day-n.From.Day)
	n.ScaleGainKg, n.ScaleDays = ledger.Total(w.Days, n.From.Day+1, n.To.Day)
	var err error
	n.GainKg, err = gain(n.From, n.To, moved)
	return n, err
}

// handled lists the days on which the log says that ware was moved.
func handled(b history.Believed) []ledger.Handled {
	var out []ledger.Handled
	for _, w := range b.Weighings {
		for _, m := range w.Moved {
			out = append(out, ledger.Handled{Day: m.Day, Kg: m.TareKg + m.FedKg})
		}
	}
	for _, m := range b.MovedSince {
		out = append(out, ledger.Handled{Day: m.Day, Kg: m.TareKg + m.FedKg})
	}
	return out
}

// rainOf returns the rain of a day at a site, mm; none where it is not known.
func rainOf(site forecast.Site) func(day.Day) float64 {
	return func(d day.Day) float64 { return site.Weather[d].RainMM }
}

// readings returns the readings of a colony's scale over the last days.
func (s *Service) readings(ctx context.Context, colony, in string, today day.Day, days int) ([]ledger.Reading, error) {
	loc := zone(in)
	from := today.Time().AddDate(0, 0, -days).Unix()
	rows, err := s.store.Readings(ctx, colony, from, today.Time().AddDate(0, 0, 2).Unix())
	if err != nil {
		return nil, err
	}
	rs := make([]ledger.Reading, 0, len(rows))
	for _, r := range rows {
		at := time.Unix(r.AtUTC, 0)
		if day.From(at.In(loc)) <= today {
			rs = append(rs, ledger.Reading{At: at, Kg: r.Kg})
		}
	}
	return rs, nil
}

// zone returns a time zone by name, UTC where there is none of that name.
func zone(name string) *time.Location {
	loc, err := time.LoadLocation(name)
	if err != nil {
		return time.UTC
	}
	return loc
}

func rowsOf(rs []ledger.Reading) []store.Reading {
	out := make([]store.Reading, 0, len(rs))
	for _, r := range rs {
		out = append(out, store.Reading{AtUTC: r.At.Unix(), Kg: r.Kg})
	}
	return out
}

// Imported says what came of a scale's file.
type Imported struct{ Readings, Skipped int }

// ScaleColumnsFor returns how files with a sheet's header are read, if it was
// asked before.
func (s *Service) ScaleColumnsFor(ctx context.Context, sheet exchange.ScaleSheet) (exchange.ScaleColumns, bool, error) {
	op, err := s.store.Operation(ctx)
	if err != nil {
		return exchange.ScaleColumns{}, false, err
	}
	text, err := s.store.ScaleFile(ctx, op.ID, sheet.Signature)
	if errors.Is(err, store.ErrNotFound) {
		return sheet.Guess, false, nil
	}
	if err != nil {
		return sheet.Guess, false, err
	}
	c, err := exchange.ScaleColumnsOf(text)
	return c, err == nil, err
}

// ImportScale writes the readings of a sheet to a colony's series and remembers
// how its columns are read. A sheet that cannot be read is a *FieldError and
// nothing is stored.
func (s *Service) ImportScale(
	ctx context.Context, colony string, sheet exchange.ScaleSheet, c exchange.ScaleColumns,
) (Imported, error) {
	by, err := s.by()
	if err != nil {
		return Imported{}, err
	}
	f, err := s.find(ctx, colony)
	if err != nil {
		return Imported{}, err
	}
	zone, err := time.LoadLocation(f.yard.Zone)
	if err != nil {
		zone = time.UTC
	}
	rs, skipped, err := exchange.ReadScale(sheet, c, zone)
	if err != nil {
		return Imported{}, &FieldError{"file", err.Error()}
	}
	if err := s.store.AddReadings(ctx, colony, rowsOf(rs)); err != nil {
		return Imported{}, err
	}
	s.soon(f.yard.ID, colony)
	return Imported{len(rs), skipped}, s.store.SetScaleFile(ctx, f.op.ID, sheet.Signature, c.Text(), by)
}
