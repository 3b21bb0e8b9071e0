package app

import (
	"context"
	"slices"

	"kembo/core/day"
	"kembo/core/honey"
	"kembo/core/plan"
	"kembo/core/pull"
	"kembo/core/season"
)

// PullAsk is what a keeper has for the pull.
type PullAsk struct {
	Hours        float64 // of a day
	DriveMinutes float64 // to a yard and back
	ExtractKgDay float64 // that the extractor does; 0: any
	Brushed      bool    // bees are brushed or blown off, without boards
}

// UsualAsk is what is taken where nothing is said. Source: none; guesses, a day and a small extractor.
var UsualAsk = PullAsk{Hours: 8, DriveMinutes: 40, ExtractKgDay: 250}

// PullPlan is the days on which yards are pulled.
type PullPlan struct {
	Operation string
	Settings
	Today day.Day
	Ask   PullAsk
	Days  []PullDay
	Yards []PullYard
	Plan  pull.Plan
}

// PullDay is a day with its weather, of the yards in the middle.
type PullDay struct {
	pull.Day
	Weather season.Weather
	Told    bool // by a forecast that is on file; else it is what is usual
}

// PullYard is a yard with what comes off it.
type PullYard struct {
	pull.Yard
	Name string
	Why  string // what waiting there costs, in words; "": nothing
}

// pullDays are the days that are looked ahead. Source: the weather is foretold for about as long.
const pullDays = 10

// What bars a pull, and what is bad for one. Source: common practice: not in rain or cold, when bees sit above, and not in heat, when
// they hang out and combs sag; sizes are guesses.
const (
	wetMM, coldC, hotC = 5.0, 14.0, 28.0
	badRainKg          = 1.5 // a mm
	badHeatKg          = 2.0 // a degree over
)

// What waiting costs once a flow is over, of the honey a day: robbers, treatments that come late, combs that are eaten into; and
// where it sets. Source: none; guesses.
const waitShare, setsShare = 0.006, 0.04

// PullPlan lays it for what is ready and can be spared.
func (s *Service) PullPlan(ctx context.Context, ask PullAsk) (PullPlan, error) {
	h, err := s.Harvest(ctx, "")
	if err != nil {
		return PullPlan{}, err
	}
	out := PullPlan{Operation: h.Operation, Settings: h.Settings, Today: h.Today, Ask: ask}
	_, ys, err := s.yardDays(ctx)
	if err != nil {
		return out, err
	}
	out.Days = make([]PullDay, pullDays)
	for i := range out.Days {
		out.Days[i].Day = pull.Day{Day: out.Today + day.Day(i), Hours: ask.Hours}
	}
	n := 0.0
	for _, y := range ys {
		p := PullYard{Yard: pull.Yard{ID: y.ID, DriveMinutes: ask.DriveMinutes}, Name: y.Name}
		for _, x := range h.Hives {
			if x.Yard != y.ID {
				continue
			}
			take := x.Take()
			if len(take) > 0 {
				p.Hives++
			}
			for _, b := range x.Supers {
				if slices.Contains(take, b.Box) {
					p.Boxes++
					p.Kg += b.Kg
				}
			}
		}
		if p.Boxes == 0 {
			continue
		}
		site, err := s.site(ctx, y)
		if err != nil {
			return out, err
		}
		limits := plan.DefaultSettings().Limits(site, y.today)
		flowing := slices.ContainsFunc(
			season.Flows(site.Bloom, site.Hemisphere, y.today, y.today+pullDays), func(r season.Run) bool { return r.From <= y.today },
		)
		switch {
		case limits.Kind == honey.Setting:
			p.WaitKgDay, p.Why = setsShare*p.Kg, "it sets in the comb"
		case !flowing:
			p.WaitKgDay, p.Why = waitShare*p.Kg, "the flow is over"
		}
		n++
		for i := range out.Days {
			d := &out.Days[i]
			w := site.WeatherOn(d.Day.Day)
			d.Weather.MaxC += (w.MaxC - d.Weather.MaxC) / n
			d.Weather.RainMM += (w.RainMM - d.Weather.RainMM) / n
			_, told := site.Weather[d.Day.Day]
			d.Told = d.Told || told
		}
		out.Yards = append(out.Yards, p)
	}
	out.lay()
	return out, nil
}

// lay weighs the weather and lays the plan.
func (p *PullPlan) lay() {
	var yards []pull.Yard
	for _, y := range p.Yards {
		yards = append(yards, y.Yard)
	}
	var days []pull.Day
	for i := range p.Days {
		d := &p.Days[i]
		if d.Told { // of what is only usual nothing is barred
			d.Shut = d.Weather.RainMM >= wetMM || d.Weather.MaxC < coldC
			d.BadKg = badRainKg*d.Weather.RainMM + badHeatKg*max(0, d.Weather.MaxC-hotC)
		}
		days = append(days, d.Day)
	}
	r := pull.Usual
	r.Boards, r.ExtractKgDay = !p.Ask.Brushed, p.Ask.ExtractKgDay
	r.MinuteKg = plan.PresetFor(p.Keeping).Weights.Minute
	p.Plan = pull.Lay(yards, days, r)
}
