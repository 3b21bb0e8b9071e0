package app

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/plan"
	"kembo/core/season"
)

// ToCrop is which hives of a yard might be moved to another for its flow.
type ToCrop struct {
	Operation string
	Settings
	Yard   YardLine
	Today  day.Day
	On     day.Day // of the move
	To     string  // id of the other yard; "": there is none
	Others []CropYard
	Hives  []CropHive // by code
}

// CropYard is a yard that hives may be moved to, with its next flow.
type CropYard struct {
	ID, Name, Plants string
	From, Till       day.Day // 0: none within cropDays
}

// CropHive is a hive with what speaks against its going.
type CropHive struct {
	Standing
	WeighsKg float64 // with its boxes, bees and stores, without floor and lid
	Against  []string
}

// cropDays is how far ahead a flow is told to move to, and cropLeast the days that it must last from the move on. Source: none; guesses.
const cropDays, cropLeast = 75, 10

// Of a hive that is worth the road. Source: common practice: eight combs of bees, five of brood, a queen of this year or the last.
const cropBees, cropBrood, cropQueenYears = 18_000, 4.0, 1

// ToCrop lists them; to is "" for the yard whose flow comes first.
func (s *Service) ToCrop(ctx context.Context, yard, to string, on day.Day) (ToCrop, error) {
	op, ys, err := s.yardDays(ctx)
	if err != nil {
		return ToCrop{}, err
	}
	at := slices.IndexFunc(ys, func(y yardDay) bool { return y.ID == yard })
	if at < 0 {
		return ToCrop{}, fmt.Errorf("yard %s: %w", yard, ErrNotFound)
	}
	y := ys[at]
	out := ToCrop{Operation: op.Name, Yard: lineOf(y, nil), Today: y.today, On: moveOn(on, y.today)}
	if out.Settings, err = s.Settings(ctx); err != nil {
		return out, err
	}
	now := season.Moment{}
	for _, o := range ys {
		site, err := s.siteFrom(ctx, o, o.today)
		if err != nil {
			return out, err
		}
		if o.ID == yard {
			now = site.On(y.today)
			continue
		}
		c := CropYard{ID: o.ID, Name: o.Name}
		for _, r := range season.Flows(site.Bloom, site.Hemisphere, out.On, out.On+cropDays) {
			if len(r.Plants) > 0 && r.To-r.From >= cropLeast {
				c.Plants, c.From, c.Till = strings.Join(r.Plants, ", "), r.From, r.To
				break
			}
		}
		out.Others = append(out.Others, c)
	}
	slices.SortStableFunc(out.Others, func(a, b CropYard) int {
		return cmp.Or(cmp.Compare(orLate(a.From), orLate(b.From)), cmp.Compare(a.Name, b.Name))
	})
	if len(out.Others) > 0 {
		out.To = out.Others[0].ID
	}
	if to != "" {
		if !slices.ContainsFunc(out.Others, func(c CropYard) bool { return c.ID == to }) {
			return out, fmt.Errorf("yard %s: %w", to, ErrNotFound)
		}
		out.To = to
	}
	all, err := s.standingsOf(ctx, y)
	if err != nil {
		return out, err
	}
	for _, x := range all {
		if !x.Ended {
			out.Hives = append(out.Hives, CropHive{x, x.weighsKg(), x.againstMoving(out.Settings, now)})
		}
	}
	slices.SortFunc(out.Hives, func(a, b CropHive) int { return cmp.Compare(a.Code, b.Code) })
	return out, nil
}

// moveOn is the day of a move that is asked for: from today to as far as hives are lived on well beyond it.
func moveOn(on, today day.Day) day.Day { return min(max(on, today), today+moveAhead) }

// moveAhead is how far ahead a move is told, days. Source: half of what plans are lived for.
const moveAhead = 30

func orLate(d day.Day) day.Day {
	if d == 0 {
		return 1<<31 - 1
	}
	return d
}

// weighsKg is what a hive weighs that is carried.
func (s Standing) weighsKg() float64 {
	kg := s.Bees / hive.BeesPerKg
	for _, b := range s.Boxes {
		kg += b.LiftKg
	}
	return kg
}

// againstMoving says what speaks against a hive's going to a crop.
func (s Standing) againstMoving(set Settings, now season.Moment) (out []string) {
	say := func(is bool, what string) {
		if is {
			out = append(out, what)
		}
	}
	say(s.Looked == 0, "nothing is known of it")
	say(s.Looked > 0 && !s.Known, "look at it first")
	say(s.Health == colony.Suspect, "brood disease is suspected: nothing moves")
	say(s.Health == colony.HealthNotLooked, "its brood was not looked at: find it healthy first")
	say(s.Queenless, "it may have no queen")
	say(s.Bees > 0 && s.Bees < cropBees, "few bees")
	say(s.Brood > 0 && s.Brood < cropBrood, "little brood to fly there")
	year := now.Day.Time().Year()
	say(s.QueenYear > 0 && year-s.QueenYear > cropQueenYears, fmt.Sprintf("a queen of %d is old", s.QueenYear))
	limit := set.MitesNow(now)
	say(s.MitesPercent > limit, fmt.Sprintf("%.1f %% mites: treat first", s.MitesPercent))
	say(s.MitesPercent < 0, "mites not counted")
	say(s.CantWait(), "it asks for something first")
	return out
}

// MovedTo tells what a hive comes to in another yard from a day on, beside where it stands.
func (s *Service) MovedTo(ctx context.Context, id, to string, on day.Day) (plan.Elsewhere, error) {
	c, err := s.Worked(ctx, id)
	if err != nil {
		return plan.Elsewhere{}, err
	}
	_, there, err := s.yardDay(ctx, to)
	if err != nil {
		return plan.Elsewhere{}, err
	}
	site, err := s.siteFrom(ctx, there, there.today-weatherBack)
	if err != nil {
		return plan.Elsewhere{}, err
	}
	a := c.Assessment
	if a == nil {
		return plan.Elsewhere{}, &FieldError{"colony", c.Code + ": nothing is known of it; look at it first"}
	}
	return a.Situation.Moved(site, moveOn(on, a.Situation.Today), a.Plan.Terms), nil
}
