package history

import (
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/mites"
	"kembo/core/moves"
	"kembo/core/season"
)

// MiteCount is a count of mites: in a sample of bees or, by their natural fall, over
// some days.
type MiteCount struct {
	Method string `json:"method"` // wash, roll, fall
	Bees   int    `json:"bees,omitempty"`
	Mites  int    `json:"mites"`
	Days   int    `json:"days,omitempty"`  // of a fall
	Where  string `json:"where,omitempty"` // in the keeper's words: brood nest, super
}

// MethodFall is a count of those that fell of themselves.
const MethodFall = "fall"

// Bounds of a count. Source: common practice.
const (
	mostSampled = 5000
	mostFall    = 60 // days
	mostMites   = 20000
)

// MitesCounted is a count as it stands in the log.
type MitesCounted struct {
	Day   day.Day `json:"day"`
	Entry string  `json:"entry"`
	MiteCount
}

func (m *MiteCount) apply(b *walker, e Entry) error {
	fall := m.Method == MethodFall
	switch {
	case m.Method != "wash" && m.Method != "roll" && !fall:
		return &moves.Error{Field: "method", Say: "choose wash, roll or natural fall"}
	case m.Mites < 0 || m.Mites > mostMites:
		return &moves.Error{Field: "mites", Say: "mites are counted from 0 up"}
	case !fall && (m.Bees < 1 || m.Bees > mostSampled):
		return &moves.Error{Field: "bees", Say: "a sample has 1 to 5,000 bees"}
	case !fall && m.Mites > m.Bees:
		return &moves.Error{Field: "mites", Say: "there are at most as many as bees; count again"}
	case fall && (m.Days < 1 || m.Days > mostFall):
		return &moves.Error{Field: "days", Say: "give the days over which they fell, 1 to 60"}
	}
	b.Mites = append(b.Mites, MitesCounted{e.Day, e.ID, *m})
	b.counted(e.Day, m)
	return nil
}

// counted brings what is believed of the mites into line with a count. Before the first look there
// is nothing to bring.
func (w *walker) counted(on day.Day, m *MiteCount) {
	if !w.carries(on) || on < w.Estimate.Day {
		return
	}
	if w.Ensemble == nil {
		e := *w.Estimate
		e.Stack = w.Stack
		w.Ensemble = w.draw(&e)
	}
	if on < w.Ensemble.Day {
		return
	}
	x := w.Ensemble.Clone()
	w.advance(x, on)
	x.SeeMites(m.sight(w.ground.Site.On(on)), &w.parameters)
	w.Ensemble = x
}

// seeMites brings an ensemble into line with those of some counts that are of a day.
func (w *walker) seeMites(x *forecast.Ensemble, counts []MitesCounted, on day.Day) {
	for i := range counts {
		if c := &counts[i]; c.Day == on {
			x.SeeMites(c.sight(w.ground.Site.On(on)), &w.parameters)
		}
	}
}

// sight returns what a count tells.
func (m *MiteCount) sight(on season.Moment) forecast.MiteCount {
	if m.Method == MethodFall {
		of := mites.Falls.Between
		switch on.Phase() {
		case season.Winter:
			of = mites.Falls.Winter
		case season.Harvest:
			of = mites.Falls.Summer
		}
		return forecast.MiteCount{Mites: m.Mites, Days: m.Days, Fall: true, OneOf: of}
	}
	method, _ := mites.MethodFor(m.Method)
	return forecast.MiteCount{Mites: m.Mites, Bees: m.Bees, Recovery: method.Recovery}
}

// Texts returns what a user wrote.
func (m *MiteCount) Texts() []moves.Text { return []moves.Text{{Field: "where", Text: m.Where}} }
