package app

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/season"
	"kembo/store"
)

// Calendar is a yard's bloom calendar with what bears on it.
type Calendar struct {
	YardID, YardName, Operation string
	Units                       measure.Units
	Today                       day.Day
	Hemisphere                  season.Hemisphere
	Plants                      []CalendarPlant
	Notes                       []FlowNote // of this year, the newest first
	Level                       *Level     // what the yard's colonies say of its flow; nil: nothing yet
	WeatherFrom, WeatherTo      day.Day    // on file; 0: none
	WeatherDays                 int
	Weather                     []season.Weather // of this season year, as it was and as it is forecast, by day
	Scales                      []ScaleLine      // of hives of the yard that stand on one
	Flows                       []season.Run     // of this year by the calendar as it is now, the earliest first
	LastYear                    map[string]int   // by plant, the day of the season year on which it opened a year before
}

// ScaleLine is what a hive on a scale has gained, day by day.
type ScaleLine struct {
	Colony, Code string
	Gains        []history.Gain
}

// CalendarPlant is a plant as it was entered, and as this year has it.
type CalendarPlant struct {
	season.Bloom
	ThisYear season.Bloom
}

// FlowNote is what was seen of a plant's flow.
type FlowNote struct {
	ID, Plant string
	What      season.What
	Day       day.Day
}

// Level is how a yard's flow runs against its calendar.
type Level struct {
	Times, Low, High float64
	Colonies         int
	Day              day.Day
}

// correct puts a site's calendar where this year's warmth and its keeper's notes
// have it.
func (s *Service) correct(ctx context.Context, site *forecast.Site, today day.Day) error {
	from := season.YearStart(today, site.Hemisphere)
	site.Bloom = season.Warmed(site.Bloom, from, func(d day.Day) season.Weather {
		if w, ok := site.Weather[d]; ok {
			return w
		}
		return site.Climate.Usual(d, season.DayOf(d, site.Hemisphere))
	})
	rows, err := s.store.FlowNotes(ctx, site.Yard, int32(from), int32(today))
	if err != nil {
		return err
	}
	var notes []season.Note
	for _, n := range rows {
		notes = append(
			notes,
			season.Note{Plant: n.Plant, What: season.What(n.What), Day: season.DayOf(day.Day(n.Day), site.Hemisphere)},
		)
	}
	site.Bloom = season.Corrected(site.Bloom, notes)
	return nil
}

// Calendar returns a yard's calendar.
func (s *Service) Calendar(ctx context.Context, yard string) (Calendar, error) {
	op, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return Calendar{}, err
	}
	site, err := s.site(ctx, y)
	if err != nil {
		return Calendar{}, err
	}
	c := Calendar{YardID: y.ID, YardName: y.Name, Operation: op.Name, Today: y.today, Hemisphere: site.Hemisphere}
	entered, err := s.store.Bloom(ctx, yard)
	if err != nil {
		return c, err
	}
	for _, b := range entered {
		p := CalendarPlant{Bloom: season.Bloom(b)}
		p.ThisYear = p.Bloom
		if i := slices.IndexFunc(site.Bloom, func(x season.Bloom) bool { return x.Plant == b.Plant }); i >= 0 {
			p.ThisYear = site.Bloom[i]
		}
		c.Plants = append(c.Plants, p)
	}
	rows, err := s.store.FlowNotes(ctx, yard, int32(season.YearStart(y.today, site.Hemisphere)), int32(y.today))
	if err != nil {
		return c, err
	}
	for _, n := range slices.Backward(rows) {
		c.Notes = append(c.Notes, FlowNote{n.ID, n.Plant, season.What(n.What), day.Day(n.Day)})
	}
	for d := range site.Weather {
		if c.WeatherDays++; c.WeatherFrom == 0 || d < c.WeatherFrom {
			c.WeatherFrom = d
		}
		c.WeatherTo = max(c.WeatherTo, d)
	}
	start := season.YearStart(y.today, site.Hemisphere)
	for d := start; d < start+daysOfYear; d++ {
		if w, ok := site.Weather[d]; ok {
			c.Weather = append(c.Weather, w)
		}
	}
	c.Flows = season.Flows(site.Bloom, site.Hemisphere, start, start+daysOfYear-1)
	if c.LastYear, err = s.openedBefore(ctx, y, start); err != nil {
		return c, err
	}
	if c.Scales, err = s.scales(ctx, y, site, start); err != nil {
		return c, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return c, err
	}
	c.Units = set.Units
	return c, s.readLevel(ctx, &c)
}

const daysOfYear = 366

// knownYear is the days of weather from which on a year is told of. Source: none: those of spring, in which plants are moved.
const knownYear = 120

// openedBefore returns when each plant opened in the season year before start, by its weather and by what was seen; none where neither
// is on file.
func (s *Service) openedBefore(ctx context.Context, y yardDay, start day.Day) (map[string]int, error) {
	then := y
	then.today = start - 1
	site, err := s.siteFrom(ctx, then, season.YearStart(then.today, season.Hemisphere(y.Hemisphere)))
	if err != nil {
		return nil, err
	}
	from := season.YearStart(then.today, site.Hemisphere)
	notes, err := s.store.FlowNotes(ctx, y.ID, int32(from), int32(then.today))
	if err != nil {
		return nil, err
	}
	n := 0
	for d := from; d < start; d++ {
		if _, ok := site.Weather[d]; ok {
			n++
		}
	}
	if n < knownYear && len(notes) == 0 {
		return nil, nil
	}
	out := map[string]int{}
	for _, b := range site.Bloom {
		out[b.Plant] = b.From
	}
	return out, nil
}

// scales returns what hives of a yard that stand on a scale have gained since a day.
func (s *Service) scales(ctx context.Context, y yardDay, site forecast.Site, since day.Day) ([]ScaleLine, error) {
	all, err := s.store.Weighed(ctx, y.ID, int32(y.today), since.Time().Unix())
	if err != nil {
		return nil, err
	}
	var out []ScaleLine
	for _, x := range all {
		es, err := s.entries(ctx, x.ID, y.today)
		if err != nil {
			return nil, err
		}
		told, err := s.gains(ctx, x, y, site, es)
		if err != nil {
			return nil, err
		}
		l := ScaleLine{Colony: x.ID, Code: x.Code}
		for _, g := range told.gains {
			if g.Day >= since {
				l.Gains = append(l.Gains, g)
			}
		}
		out = append(out, l)
	}
	return out, nil
}

func (s *Service) readLevel(ctx context.Context, c *Calendar) error {
	l, err := s.store.YardLevel(ctx, c.YardID)
	if errors.Is(err, ErrNotFound) {
		return nil
	}
	if err != nil {
		return err
	}
	if l.Colonies > 0 {
		r := forecast.Level{Mean: l.Mean, SD: l.SD}.Times()
		c.Level = &Level{r.Likely, r.Low, r.High, l.Colonies, day.Day(l.Day)}
	}
	return nil
}

// strongest is as strong as a flow can be entered; 1 is a strong main flow.
const strongest = 5

// SetPlant writes a plant of a yard's calendar, in the place of the one named
// before, if any. A wrong plant is a *FieldError and nothing is stored.
func (s *Service) SetPlant(ctx context.Context, yard, before string, b season.Bloom) error {
	var err error
	if b.Plant, err = line("plant", "the plant a name", b.Plant, 40); err != nil {
		return err
	}
	switch {
	case !(b.From < b.PeakFrom && b.PeakFrom <= b.PeakTo && b.PeakTo < b.To):
		return &FieldError{"dates", "must follow each other: opens, in full flower from, to, over"}
	case b.Strength < 0 || b.Strength > strongest:
		return &FieldError{
			"flow", fmt.Sprintf("%g is not between 0 and %d; 1 is a strong main flow", b.Strength, strongest),
		}
	case b.Pollen < 0 || b.Pollen > 1:
		return &FieldError{"pollen", fmt.Sprintf("%g is not between 0 and 1", b.Pollen)}
	case b.DegreeDays < 0 || b.DegreeDays > 5000 || b.BaseC < -5 || b.BaseC > 20:
		return &FieldError{"degree-days", "give 0 to 5,000 over a base of -5 to 20 °C; 0 goes by date"}
	}
	all, err := s.store.Bloom(ctx, yard)
	if err != nil {
		return err
	}
	if b.Plant != before && slices.ContainsFunc(all, func(x store.Bloom) bool { return x.Plant == b.Plant }) {
		return &FieldError{"plant", b.Plant + " is in the calendar already; change it there"}
	}
	all = slices.DeleteFunc(all, func(x store.Bloom) bool { return x.Plant == before })
	return s.setBloom(ctx, yard, append(all, store.Bloom(b)))
}

// RemovePlant takes a plant out of a yard's calendar.
func (s *Service) RemovePlant(ctx context.Context, yard, plant string) error {
	all, err := s.store.Bloom(ctx, yard)
	if err != nil {
		return err
	}
	left := slices.DeleteFunc(all, func(x store.Bloom) bool { return x.Plant == plant })
	if len(left) == 0 {
		return &FieldError{"calendar", "a yard needs a plant; add another before this one goes"}
	}
	return s.setBloom(ctx, yard, left)
}

func (s *Service) setBloom(ctx context.Context, yard string, all []store.Bloom) error {
	if _, _, err := s.yardDay(ctx, yard); err != nil {
		return err
	}
	if err := s.may(MayWrite, "write"); err != nil {
		return err
	}
	if err := s.store.SetBloom(ctx, yard, all); err != nil {
		return err
	}
	s.refreshSoon(ctx)
	return nil
}

// NoteFlow writes that a flow has started or is over. A wrong note is a
// *FieldError.
func (s *Service) NoteFlow(ctx context.Context, yard, id, plant string, what season.What, on day.Day) error {
	_, y, err := s.yardDay(ctx, yard)
	if err != nil {
		return err
	}
	all, err := s.store.Bloom(ctx, yard)
	if err != nil {
		return err
	}
	switch {
	case !slices.ContainsFunc(all, func(b store.Bloom) bool { return b.Plant == plant }):
		return &FieldError{"plant", fmt.Sprintf("%q is not in this yard's calendar", plant)}
	case what != season.Started && what != season.Over:
		return &FieldError{"what", "say whether it has started or is over"}
	case on > y.today:
		return &FieldError{"date", fmt.Sprintf("%s is in the future; today is %s", on, y.today)}
	case on < season.YearStart(y.today, season.Hemisphere(y.Hemisphere)):
		return &FieldError{"date", fmt.Sprintf("%s is of another year", on)}
	}
	if err := clientID(id); err != nil {
		return err
	}
	by, err := s.by()
	if err != nil {
		return err
	}
	err = s.store.AddFlowNote(
		ctx, store.FlowNote{ID: id, YardID: yard, Plant: plant, What: string(what), Day: int32(on)}, by,
	)
	if errors.Is(err, store.ErrTaken) {
		return taken
	}
	if err != nil {
		return err
	}
	s.refreshSoon(ctx)
	return nil
}

// TakeBackFlow takes a note of a flow back.
func (s *Service) TakeBackFlow(ctx context.Context, yard, id string) error {
	if err := s.may(MayWrite, "write"); err != nil {
		return err
	}
	if err := s.store.RemoveFlowNote(ctx, yard, id); err != nil {
		return err
	}
	s.refreshSoon(ctx)
	return nil
}

// AddWeather writes days of weather to a yard, or to all of them where yard is
// empty; a day written twice keeps the later.
func (s *Service) AddWeather(ctx context.Context, yard string, days []season.Weather) error {
	if err := s.may(MayWrite, "write"); err != nil {
		return err
	}
	_, ys, err := s.yardDays(ctx)
	if err != nil {
		return err
	}
	rows := make([]store.WeatherDay, 0, len(days))
	for _, w := range days {
		rows = append(
			rows,
			store.WeatherDay{
				Day: int32(w.Day), MinC: w.MinC, MaxC: w.MaxC, RainMM: w.RainMM, WindMS: w.WindMS, SunH: w.SunH,
			},
		)
	}
	found := false
	for _, y := range ys {
		if yard != "" && y.ID != yard {
			continue
		}
		found = true
		if err := s.store.SetWeather(ctx, y.ID, rows); err != nil {
			return err
		}
	}
	if !found {
		return fmt.Errorf("yard %s: %w", yard, ErrNotFound)
	}
	s.refreshSoon(ctx)
	return nil
}
