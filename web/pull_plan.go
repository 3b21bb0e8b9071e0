package web

import (
	"fmt"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/pull"
	"kembo/core/words"
)

// pullPlanView is the page on which the days of the pull are laid.
type pullPlanView struct {
	shell
	Hours, Drive, Extract string
	Mass                  string
	Brushed               bool
	Err                   string
	Days                  []planDay
	Rows                  []planRow
	Say, None             string
}

// planDay is a day at the head of the grid, and what it comes to at its foot.
type planDay struct {
	Name, Weather string
	Hours, Kg     string
	Over, TooMuch bool
	Shut, Usual   bool
}

// planRow is a yard with what is done there on each day.
type planRow struct {
	To, Name, Say string
	When          string // in words
	Cells         []planCell
}

// planCell is what is done in a yard on a day.
type planCell struct {
	Boards, Pull bool
	Say          string
}

func (s *Server) showPullPlan(c fiber.Ctx) error {
	v := &pullPlanView{shell: shell{Title: "Days of the pull", Active: "harvest"}}
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return err
	}
	mass := set.Units.Mass
	ask := app.UsualAsk
	v.Mass, v.Brushed = mass.Name, c.Query("how") == "brushed"
	v.Hours, v.Drive = fmt.Sprintf("%g", ask.Hours), fmt.Sprintf("%g", ask.DriveMinutes)
	v.Extract = fmt.Sprintf("%.0f", mass.In(ask.ExtractKgDay))
	for _, f := range []struct {
		key  string
		text *string
		into *float64
		most float64
		unit measure.Unit
		what string
	}{
		{"hours", &v.Hours, &ask.Hours, 24, measure.Unit{}, "The hours of a day"},
		{"drive", &v.Drive, &ask.DriveMinutes, 600, measure.Unit{}, "The minutes of a drive"},
		{"extract", &v.Extract, &ask.ExtractKgDay, 50_000, mass, "What the extractor does in a day"},
	} {
		t := c.Query(f.key)
		if t == "" {
			continue
		}
		*f.text = t
		x, err := measure.ParseNumber(t)
		if err == nil && f.unit.Name != "" {
			x = f.unit.Of(x)
		}
		if err != nil || x < 0 || x > f.most {
			v.Err = fmt.Sprintf("%s: %q is not a number that can be; the usual one is taken.", f.what, t)
			continue
		}
		*f.into = x
	}
	ask.Brushed = v.Brushed
	p, err := s.as(c).PullPlan(c.Context(), ask)
	if err != nil {
		return err
	}
	v.fill(p)
	if wantsPart(c) {
		return s.show(c, "pull-plan#grid", v)
	}
	return s.show(c, "pull-plan", v)
}

// fill writes a plan into the grid.
func (v *pullPlanView) fill(p app.PullPlan) {
	v.Operation, v.Today = p.Operation, p.Today.Short()
	if len(p.Yards) == 0 {
		v.None = "Nothing is ready and can be spared. What is ready stands under Harvest."
		return
	}
	u := p.Units
	for i, d := range p.Days {
		l := p.Plan.Loads[i]
		x := planDay{
			Name: d.Day.Day.Short(), Shut: d.Shut, Usual: !d.Told, Over: l.OverHours > 0, TooMuch: l.OverKg > 0,
			Weather: fmt.Sprintf("%.0f %s", u.Temperature.In(d.Weather.MaxC), u.Temperature.Name),
		}
		switch {
		case !d.Told:
			x.Weather = "not known"
		case d.Weather.RainMM >= 1:
			x.Weather += fmt.Sprintf(", %.0f mm", d.Weather.RainMM)
		default:
			x.Weather += ", dry"
		}
		if l.Minutes > 0 {
			x.Hours = fmt.Sprintf("%.1f h", l.Minutes/60)
		}
		if l.Kg > 0 {
			x.Kg = kgText(u, l.Kg)
		}
		v.Days = append(v.Days, x)
	}
	kg, boxes, days := 0.0, 0, 0
	for i, y := range p.Yards {
		r := planRow{To: "/yards/" + y.ID + "/pull", Name: y.Name, Say: fmt.Sprintf(
			"%s off %s, %s", words.Count(y.Boxes, "box", "boxes"), words.Count(y.Hives, "hive", "hives"), kgText(u, y.Kg),
		)}
		if y.Why != "" {
			r.Say += "; " + y.Why
		}
		if on := p.Plan.On[i]; on >= 0 {
			r.When = "Pull on " + p.Days[on].Day.Day.Short()
			if !p.Ask.Brushed {
				r.When = "Boards on " + p.Days[on-1].Day.Day.Short() + ", pull on " + p.Days[on].Day.Day.Short()
			}
		} else {
			r.When = "On none of these days"
		}
		r.Cells = cellsOf(p, i)
		v.Rows = append(v.Rows, r)
		kg, boxes = kg+y.Kg, boxes+y.Boxes
	}
	for _, l := range p.Plan.Loads {
		if l.Boxes > 0 {
			days++
		}
	}
	v.Say = fmt.Sprintf(
		"%s, about %s, on %s.", words.Capital(words.Count(boxes, "box", "boxes")), kgText(u, kg), words.Count(days, "day", "days"),
	)
}

// cellsOf says what is done in a yard on each day.
func cellsOf(p app.PullPlan, yard int) []planCell {
	var out []planCell
	in := func(all []int) bool {
		for _, i := range all {
			if i == yard {
				return true
			}
		}
		return false
	}
	for _, l := range p.Plan.Loads {
		out = append(out, cellOf(l, in))
	}
	return out
}

func cellOf(l pull.Load, in func([]int) bool) planCell {
	switch {
	case in(l.Pulls):
		return planCell{Pull: true, Say: "Pull"}
	case in(l.Boards):
		return planCell{Boards: true, Say: "Boards on"}
	}
	return planCell{}
}
