package exchange

import (
	"errors"
	"fmt"
	"strings"

	"kembo/core/assessment"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/plan"
	"kembo/core/season"
)

// Case turns a record into a case, or says which field is wrong and why.
func (r Record) Case() (assessment.Case, error) {
	c := assessment.Case{Colony: r.Colony, Today: r.Date, Visit: r.NextVisit, VisitPlanned: true,
		HistoryKnown: r.HistoryKnown, Clipped: r.Queen.Clipped, Seed: assessment.Seed}
	if strings.TrimSpace(r.Colony) == "" {
		return c, wrong("colony", "it is empty; give the colony's code")
	}
	if r.Date == 0 {
		return c, wrong("date", "it is missing; give the day of the assessment")
	}
	if r.NextVisit < r.Date {
		return c, wrong("next_visit", "%v is before date %v; give a day on or after it", r.NextVisit, r.Date)
	}
	if r.NextVisit > r.Date+365 {
		return c, wrong("next_visit", "%v is more than a year ahead", r.NextVisit)
	}
	lookDay := r.Date
	if r.LookDate != nil {
		lookDay = *r.LookDate
	}
	if lookDay > r.Date {
		return c, wrong("look_date", "%v is in the future of date %v", lookDay, r.Date)
	}
	if lookDay < r.Date-400 {
		return c, wrong("look_date", "%v is more than 400 days before date %v; look again first", lookDay, r.Date)
	}
	var err error
	if c.Site, err = r.site(); err != nil {
		return c, err
	}
	if c.Stack, c.Look, err = r.stack(lookDay); err != nil {
		return c, err
	}
	if err := r.findings(&c); err != nil {
		return c, err
	}
	if c.Settings, err = r.settings(); err != nil {
		return c, err
	}
	if c.Kept = r.KeptPlan; r.VisitEvery < 0 || r.VisitEvery > mostRhythm {
		return c, wrong("visit_every_days", "%d is not between 1 and %d", r.VisitEvery, mostRhythm)
	}
	c.RhythmDays = r.VisitEvery
	if r.Settings != nil && r.Settings.Seed != nil {
		c.Seed = *r.Settings.Seed
	}
	if err := look.Check(c.Look, c.Stack); err != nil {
		var f *look.FieldError
		if errors.As(err, &f) {
			return c, wrong(f.Field, "%s", f.Say)
		}
		return c, err
	}
	return c, nil
}

// mostRhythm is the most days from visit to visit.
const mostRhythm = 120

func (r Record) site() (forecast.Site, error) {
	s := forecast.Site{
		Yard: r.Site.Yard, Hemisphere: season.North, Weather: map[day.Day]season.Weather{},
		Flow: map[day.Day]float64{},
	}
	switch r.Site.Hemisphere {
	case "", "north":
	case "south":
		s.Hemisphere = season.South
	default:
		return s, wrong("site.hemisphere", "%q is neither north nor south", r.Site.Hemisphere)
	}
	key := r.Site.Climate
	if key == "" {
		key = "uk"
	}
	var err error
	if s.Climate, err = season.ClimateFor(key); err != nil {
		return s, wrong("site.climate", "%v", err)
	}
	if half := s.Climate.Half(s.Hemisphere); half != s.Hemisphere {
		if r.Site.Hemisphere != "" {
			return s, wrong("site.hemisphere", "%s does not lie in the %s; give one of the two", s.Climate.Name, s.Hemisphere)
		}
		s.Hemisphere = half
	}
	if err := r.place(&s); err != nil {
		return s, err
	}
	for i, w := range r.Weather {
		day := season.Weather{Day: w.Date, MinC: w.MinC, MaxC: w.MaxC, RainMM: w.RainMM, WindMS: w.WindMS, SunH: w.SunH}
		if column, err := checkWeather(day); err != nil {
			return s, wrong(fmt.Sprintf("weather[%d].%s", i, column), "%v", err)
		}
		s.Weather[w.Date] = day
	}
	for i, f := range r.Flow {
		if f.Intensity < 0 || f.Intensity > 5 {
			return s, wrong(
				fmt.Sprintf("flow[%d].intensity", i), "%g is not between 0 and 5; 1 is a strong main flow",
				f.Intensity,
			)
		}
		s.Flow[f.Date] = f.Intensity
	}
	return s, nil
}

func (r Record) stack(on day.Day) (hive.Stack, look.Look, error) {
	st, l := hive.Stack{ExcluderAbove: r.Stack.ExcluderAbove}, look.Look{Day: on}
	if len(r.Stack.Boxes) == 0 {
		return st, l, wrong("stack.boxes", "there are none; a hive has at least one")
	}
	if r.Stack.ExcluderAbove < 0 || r.Stack.ExcluderAbove > len(r.Stack.Boxes) {
		return st, l, wrong(
			"stack.excluder_above", "%d is not a box of the stack, which has %d", r.Stack.ExcluderAbove,
			len(r.Stack.Boxes),
		)
	}
	l.Queen = colony.QueenEvidence{
		Looked: r.Queen.Looked, Seen: r.Queen.Seen, Eggs: r.Queen.Eggs, Larvae: r.Queen.Larvae,
		Capped: r.Queen.Capped, ChargedCells: r.Cells.Charged, CappedCells: r.Cells.Capped, DryCups: r.Cells.Cups,
		ManyEggs: r.Queen.SeveralEggs, Caged: r.Queen.CagedSince != nil,
		CupsWithEgg: r.Cells.WithEgg, EmergedCells: r.Cells.Emerged, TornCells: r.Cells.Torn, CellsAt: r.Cells.Where,
	}
	l.CellsChecked = r.Cells.Check == "complete" || r.Cells.Check == "partial"
	if r.Cells.Date != nil {
		l.Queen.CellsDay = *r.Cells.Date
	}
	l.WhiteWax = look.Answer(r.WhiteWax)
	if w := r.Weight; w != nil {
		l.Weight = look.Weight{How: look.How(w.How), Kg: w.Kg, OtherKg: w.OtherKg, Heft: look.Heft(w.Heft)}
	}
	for i, b := range r.Stack.Boxes {
		name := fmt.Sprintf("stack.boxes[%d]", i)
		f, err := formatOf(b)
		if err != nil {
			return st, l, wrong(name+".format", "%v", err)
		}
		super := f.Super
		if b.Super != nil {
			super = *b.Super
		}
		n := f.Slots
		if b.FrameCount != nil {
			n = *b.FrameCount
		} else if len(b.Frames) > 0 {
			n = len(b.Frames)
		}
		if n < 1 || n > f.Slots {
			return st, l, wrong(name+".frames", "%d frames do not fit %s, which has %d slots", n, f.Name, f.Slots)
		}
		if len(b.Frames) > n {
			return st, l, wrong(name+".frames", "%d frames are listed, frame_count says %d", len(b.Frames), n)
		}
		if b.Counts != nil && len(b.Frames) > 0 {
			return st, l, wrong(name, "it has both frames and counts; give one")
		}
		id := fmt.Sprintf("box-%d", i+1)
		drawn := b.Drawn == nil || *b.Drawn
		st.Boxes = append(st.Boxes, hive.NewBox(id, f, n, hive.Make{Super: super, Drawn: drawn}))
		bl := look.BoxLook{
			Box: id, Seams: -1, Below: b.SeamsBelow, Outer: look.Answer(b.Outer), Super: look.SuperState(b.State),
			Heft: look.Heft(b.Heft), Kg: b.Kg,
		}
		if b.Seams != nil {
			if *b.Seams < 0 {
				return st, l, wrong(name+".seams", "%g is negative; leave it out if it was not looked at", *b.Seams)
			}
			bl.Seams = *b.Seams
		}
		switch {
		case b.Kg != 0 || b.Heft != "":
			bl.Depth = look.ByHeft
		case b.Outer != "" || b.State != "":
			bl.Depth = look.BySeams
		}
		switch {
		case b.Counts != nil:
			cover := 1.0
			if v := b.Counts.BroodCover; v != nil {
				if cover = *v; !(cover > 0 && cover <= 1) {
					return st, l, wrong(name+".counts.brood_cover", "%g is not more than 0 and at most 1", cover)
				}
			}
			bl.Depth, bl.Counts = look.ByBox, look.Counts{
				Brood: b.Counts.Brood * cover, Honey: b.Counts.Honey, Nectar: b.Counts.Nectar, Pollen: b.Counts.Pollen,
				Empty: b.Counts.Empty, Undrawn: b.Counts.Undrawn, Drone: b.Counts.Drone,
			}
		case len(b.Frames) > 0:
			bl.Depth = look.ByFace
			for k, fr := range b.Frames {
				var pair [2]comb.Face
				for side, text := range []string{fr.A, fr.B} {
					if pair[side], err = comb.ParseFace(text); err != nil {
						return st, l, wrong(fmt.Sprintf("%s.frames[%d].%c", name, k, 'a'+side), "%v", err)
					}
				}
				bl.Faces = append(bl.Faces, pair)
			}
		}
		l.Boxes = append(l.Boxes, bl)
	}
	return st, l, nil
}

// formatOf returns the format of a box: of the catalogue, or by its dimensions.
func formatOf(b Box) (hive.BoxFormat, error) {
	if o := b.Own; o != nil {
		return hive.Own(b.Format, hive.Dimensions{
			Name: b.Format, LengthMM: o.LengthMM, HeightMM: o.HeightMM, Slots: o.Slots, InnerWidthMM: o.WidthMM,
			BoxKg: o.BoxKg, FrameKg: o.FrameKg, Super: o.Super,
		})
	}
	return hive.FormatFor(b.Format)
}

func (r Record) findings(c *assessment.Case) error {
	switch r.Health.Brood {
	case "", "not looked":
	case "healthy":
		c.Health = colony.Healthy
	case "suspect":
		c.Health = colony.Suspect
	default:
		return wrong("health.brood", "%q is not healthy, suspect or not looked", r.Health.Brood)
	}
	switch r.Queen.SeveralEggs {
	case "", colony.EggsOnWalls, colony.EggsAtBottom:
	default:
		return wrong("queen.several_eggs", "%q is not %s or %s", r.Queen.SeveralEggs, colony.EggsOnWalls, colony.EggsAtBottom)
	}
	switch r.DronesSeen {
	case "", "none", "few", "many":
	default:
		return wrong("drones_seen", "%q is not none, few or many", r.DronesSeen)
	}
	switch r.Cells.Check {
	case "", "none":
	case "partial":
		c.CellCheck = colony.PartialCheck
	case "complete":
		c.CellCheck = colony.CompleteCheck
	default:
		return wrong("cells.check", "%q is not complete, partial or none", r.Cells.Check)
	}
	if r.Cells.Charged < 0 || r.Cells.Capped < 0 {
		return wrong("cells", "a count of cells is negative")
	}
	if r.Cells.Date != nil {
		if *r.Cells.Date > r.Date {
			return wrong("cells.date", "%v is in the future of date %v", *r.Cells.Date, r.Date)
		}
		c.CellCheckDay = *r.Cells.Date
	} else if c.CellCheck == colony.CompleteCheck {
		c.CellCheckDay = c.Look.Day
	}
	if on := r.Queen.CagedSince; on != nil {
		if *on > r.Date {
			return wrong("queen.caged_since", "%v is in the future of date %v", *on, r.Date)
		}
		c.CagedSince = *on
	}
	var err error
	if c.Feeds, err = periods("feeds", r.Feeds, r.Date); err != nil {
		return err
	}
	c.Treatments, err = periods("treatments", r.Treatments, r.Date)
	return err
}

func periods(field string, in []Period, today day.Day) ([]colony.Period, error) {
	var out []colony.Period
	for i, p := range in {
		name := fmt.Sprintf("%s[%d]", field, i)
		if strings.TrimSpace(p.What) == "" {
			return nil, wrong(name+".what", "it is empty; say what was given")
		}
		if p.From > today {
			return nil, wrong(name+".from", "%v is in the future of date %v", p.From, today)
		}
		if p.To != nil && *p.To < p.From {
			return nil, wrong(name+".to", "%v is before from %v", *p.To, p.From)
		}
		if p.Kg < 0 {
			return nil, wrong(name+".kg", "%g is negative", p.Kg)
		}
		q := colony.Period{What: p.What, From: p.From, Kg: p.Kg}
		if p.To != nil {
			q.To = *p.To
		}
		if p.HoneyBarred != nil {
			q.Until = *p.HoneyBarred
		}
		out = append(out, q)
	}
	return out, nil
}

func (r Record) settings() (plan.Settings, error) {
	s := plan.DefaultSettings()
	p := r.Settings
	if p == nil {
		return s, nil
	}
	for _, v := range []struct {
		name   string
		in     *float64
		out    *float64
		lo, hi float64
	}{
		{"food_risk", p.FoodRisk, &s.FoodRisk, 0, 1}, {"store_risk", p.StoreRisk, &s.StoreRisk, 0, 1},
		{"lay_risk", p.LayRisk, &s.LayRisk, 0, 1}, {"capped_share", p.CappedShare, &s.CappedShare, 0, 1},
		{"honey_bound", p.HoneyBound, &s.HoneyBound, 0, 1}, {"keeps_water", p.KeepsWater, &s.KeepsWater, 15, 20},
		{"winter_target_kg", p.WinterTargetKg, &s.WinterTargetKg, 0, 80},
		{"reserve_kg", p.ReserveKg, &s.ReserveKg, 0, 40}, {"lift_limit_kg", p.LiftLimitKg, &s.LiftLimitKg, 1, 60},
	} {
		if v.in == nil {
			continue
		}
		if *v.in < v.lo || *v.in > v.hi {
			return s, wrong("settings."+v.name, "%g is not between %g and %g", *v.in, v.lo, v.hi)
		}
		*v.out = *v.in
	}
	for _, v := range []struct {
		name string
		in   *int
		out  *int
	}{
		{"unclipped_days", p.UnclippedDays, &s.UnclippedDays}, {"clipped_days", p.ClippedDays, &s.ClippedDays},
		{"stale_days", p.StaleDays, &s.StaleDays},
	} {
		if v.in == nil {
			continue
		}
		if *v.in < 1 || *v.in > 120 {
			return s, wrong("settings."+v.name, "%d is not between 1 and 120", *v.in)
		}
		*v.out = *v.in
	}
	if p.DrawnSupers != nil {
		s.DrawnSupers = *p.DrawnSupers
	}
	return s, p.Weights.into(&s.Weights)
}

// into writes weights over the usual ones.
func (w *Weights) into(out *plan.Weights) error {
	if w == nil {
		return nil
	}
	if w.Preset != "" {
		p := plan.PresetFor(w.Preset)
		if p.Key != w.Preset {
			return wrong("settings.weights.preset", "%q is not one of %s", w.Preset, strings.Join(plan.PresetKeys(), ", "))
		}
		*out = p.Weights
	}
	const most = 200
	given := map[string]*float64{
		"colony": w.Colony, "swarm_before": w.SwarmBefore, "swarm_after": w.SwarmAfter, "neighbours": w.Neighbours,
		"minute": w.Minute, "trip": w.Trip, "sugar_kg": w.SugarKg, "queen": w.Queen, "nuc": w.Nuc, "barred_kg": w.BarredKg,
		"idle_super_week": w.IdleSuperWeek,
	}
	for _, row := range plan.WeightRows {
		v := given[row.Key]
		if v == nil {
			continue
		}
		if *v < 0 || *v > most {
			return wrong("settings.weights."+row.Key, "%g is not between 0 and %d", *v, most)
		}
		*row.Of(out) = *v
	}
	if out.BarredKg > 1 {
		return wrong("settings.weights.barred_kg", "%g is more than the kilogram is worth", out.BarredKg)
	}
	if w.Careful != nil {
		out.Careful = *w.Careful
	}
	return nil
}
