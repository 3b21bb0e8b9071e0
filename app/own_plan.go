package app

import (
	"context"
	"fmt"
	"hash/crc32"
	"strings"

	"kembo/core/arrange"
	"kembo/core/bees"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/draft"
	"kembo/core/forecast"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/places"
	"kembo/core/plan"
	"kembo/core/sheet"
)

// Sketch is a plan that a keeper draws on a hive.
type Sketch struct {
	Steps string  // as package draft writes them
	Of    string  // what tells the hive on which it is drawn from how it hangs later; "": the hive as it is
	On    day.Day // on which it is to be done; 0: today
}

// OwnPlan is a colony with the plan that its keeper draws: the hive as it would hang, what hands take, which rules for places
// it breaks, and what the forecast makes of it.
type OwnPlan struct {
	Colony
	Sketch  Sketch // what was drawn of it, on the hive as it hangs now
	On      day.Day
	Made    draft.Drawn
	Sheet   sheet.Sheet
	Goals   []arrange.Goal
	Breaks  []string // rules for places that the plan breaks, and did not stand broken before
	Stands  []string // those that stand broken as the hive hangs now, while nothing is drawn
	Helps   []string // what would help, one for each of either
	Checked *plan.Checked
	With    *forecast.Result // nil: nothing is drawn, or nothing can be forecast
	Shut    string           // why nothing may be drawn; "": it may
	Err     string           // why the last step was not done; it is not among those that were done
}

// OwnPlan returns what comes of a sketch. Steps that cannot be done are left out, and the error is told.
func (s *Service) OwnPlan(ctx context.Context, id string, sketch Sketch) (OwnPlan, error) {
	c, err := s.Worked(ctx, id)
	if err != nil {
		return OwnPlan{}, err
	}
	st := c.Believed.Stack
	o := OwnPlan{Colony: c, On: min(max(sketch.On, c.Today), c.Today+LatestSketch)}
	o.Sketch = Sketch{Of: hangs(st), On: o.On}
	switch {
	case c.Believed.Ended != nil:
		o.Shut = "This colony is no more."
	case len(c.Broken) > 0:
		o.Shut = "The log of this hive does not fit together. Mend it first."
	case len(st.Boxes) == 0:
		o.Shut = "Nothing is known of its boxes yet. Set it up first."
	case c.Believed.Health == colony.Suspect:
		o.Shut = "Its brood was found suspect: nothing is moved in it, into it or out of it until that is settled."
	}
	if o.Shut != "" {
		o.Made = draft.Drawn{Before: st, After: st}
		return o, nil
	}
	steps, err := draft.Parse(sketch.Steps)
	switch {
	case err != nil:
		o.Err = "The address holds something that is no step of a plan; what it said was left out."
		steps = nil
	case sketch.Of != "" && sketch.Of != o.Sketch.Of && len(steps) > 0:
		o.Err = "The hive has changed since this was drawn, so it was begun anew."
		steps = nil
	}
	o.judge(steps)
	return o, nil
}

// LatestSketch is how many days ahead a plan may be drawn for. Rounding: two visits.
const LatestSketch = 28

// judge does the steps and judges what they make.
func (o *OwnPlan) judge(steps []draft.Step) {
	var on places.Conditions
	var sit *plan.Situation
	if o.Assessment != nil {
		sit = o.Assessment.Situation
		on = sit.Conditions(o.On)
	}
	on.Due = dueOf(o.Believed, o.Today)
	st := o.Believed.Stack
	made, err := draft.Apply(st, steps, on, moves.Unnamed())
	if err != nil {
		o.Err = fieldOf(err, "plan").Error()
		if _, say, ok := strings.Cut(err.Error(), ": "); ok {
			o.Err = say
		}
	}
	o.Made, o.Sketch.Steps = made, draft.Text(made.Steps)
	o.Goals = arrange.Goals(made.After, on)
	now, after := places.Of(st, st, on), places.Of(st, made.After, on)
	if len(made.Steps) == 0 {
		for _, b := range now.Breaches() {
			o.Stands, o.Helps = append(o.Stands, now.Say(b)), append(o.Helps, b.Rule.Helps)
		}
		return
	}
	for _, b := range places.New(now, after) {
		o.Breaks, o.Helps = append(o.Breaks, after.Say(b)), append(o.Helps, b.Rule.Helps)
	}
	o.Sheet, _ = sheet.Of(st, made.After, o.Settings.LiftLimitKg) // both hold each comb once
	if sit == nil {
		return
	}
	d := plan.Drawn{After: made.After, Minutes: o.Sheet.Minutes, Nest: handlesNest(o.Sheet), Parts: o.Sheet.Lifts > 1}
	var changes []bees.Change
	if own, c, ok := sit.CheckDrawn(d, o.On, o.Assessment.Plan.GainKg); ok {
		o.Checked, changes = &own, c
		o.With = sit.Ready.Run(changes...)
	}
}

// dueOf are the combs of a hive that should come out, by id.
func dueOf(b history.Believed, today day.Day) map[string]bool {
	out := map[string]bool{}
	for _, c := range b.Culls(today) {
		out[b.Stack.Boxes[c.Place.Box].Frames[c.Place.Slot].ID] = true
	}
	return out
}

// handlesNest reports whether a sheet has combs of the nest in the hand.
func handlesNest(s sheet.Sheet) bool {
	for _, c := range s.Combs {
		for _, p := range []struct {
			st hive.Stack
			at sheet.Place
		}{{s.Before, c.From}, {s.After, c.To}} {
			if i := p.st.BoxAt(p.at.Box); i >= 0 && !p.st.Boxes[i].Super {
				return true
			}
		}
	}
	return false
}

// hangs tells how a hive hangs from how it hangs otherwise.
func hangs(st hive.Stack) string {
	var b strings.Builder
	for _, x := range st.Boxes {
		fmt.Fprintf(&b, "%s %v:", x.ID, x.Super)
		for _, f := range x.Frames {
			b.WriteString(f.ID + " ")
		}
	}
	return fmt.Sprintf("%08x", crc32.ChecksumIEEE([]byte(b.String()+fmt.Sprint(st.ExcluderAbove))))
}

// OwnSheet returns the move sheet of a sketch.
func (s *Service) OwnSheet(ctx context.Context, id string, sketch Sketch) (MoveSheet, OwnPlan, error) {
	o, err := s.OwnPlan(ctx, id, sketch)
	return MoveSheet{Colony: o.Colony, On: o.On, Sheet: o.Sheet}, o, err
}

// DoSketch writes a plan that was drawn as done on a day. What cannot be is a *FieldError, and nothing is written.
func (s *Service) DoSketch(ctx context.Context, id, entry string, on day.Day, sketch Sketch) error {
	steps, err := draft.Parse(sketch.Steps)
	if err != nil || len(steps) == 0 {
		return &FieldError{"plan", "nothing is drawn; move a comb or a box first"}
	}
	c, err := s.Worked(ctx, id)
	if err != nil {
		return err
	}
	var where places.Conditions
	if c.Assessment != nil {
		where = c.Assessment.Situation.Conditions(on)
	}
	where.Due = dueOf(c.Believed, c.Today)
	r := request{ID: entry, Kind: "own-plan", Body: on.String() + " " + sketch.Of + " " + sketch.Steps}
	_, err = s.once(ctx, id, r, func(m making) ([]history.Entry, error) { return m.sketched(on, sketch.Of, steps, where) })
	if err == nil {
		s.Settled(ctx, id)
	}
	return err
}

// sketched returns the entry of a plan that was drawn.
func (m making) sketched(on day.Day, of string, steps []draft.Step, where places.Conditions) ([]history.Entry, error) {
	switch {
	case on > m.today:
		return nil, &FieldError{"day", "it is done on a day that has come"}
	case on < m.today-oldestSheet:
		return nil, &FieldError{"day", "that is too long ago for a plan that was drawn; note what was done from the hive's page"}
	}
	st, err := m.stack(on)
	if err != nil {
		return nil, err
	}
	if hangs(st) != of {
		return nil, &FieldError{"plan", "the hive has changed since this was drawn; draw it again"}
	}
	d, err := draft.Apply(st, steps, where, newID)
	if err != nil {
		return nil, fieldOf(err, "plan")
	}
	if len(d.After.Boxes) > mostBoxes {
		return nil, &FieldError{"boxes", fmt.Sprintf("a hive has at most %d boxes", mostBoxes)}
	}
	e := history.Done(on, moves.RearrangedAs(st, d.After))
	return []history.Entry{e}, nil
}
