package web

import (
	"fmt"
	"html/template"
	"slices"
	"strings"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/plan"
	"kembo/core/sheet"
	"kembo/core/words"
	"kembo/web/draw"
)

// steps writes the sheet's steps, with those of the plan that move nothing where hands come to them: looks before the
// combs, feed before the lid.
func (v *movesView) steps(m app.MoveSheet) {
	var looks, feeds, last []moveStep
	for _, a := range m.Plan {
		switch {
		case a.Action == plan.CheckCells || a.Action == plan.LookCloser || atQueen(a):
			looks = append(looks, moveStep{Say: plainDo(a)})
		case a.Action == plan.DroneComb:
			looks = append(looks, moveStep{Say: droneStep(m.Believed.Stack)})
		case a.Action == plan.SwarmControl && a.Doable():
			looks = append(looks, moveStep{Say: "Go through every comb with brood, and take the queen cells down."})
		case a.What == colony.Fliers:
			for _, say := range placesSteps(a.With, m.Code, a.Gives > 0) {
				last = append(last, moveStep{Say: say})
			}
		case a.Action == plan.DoubleScreen || a.Action == plan.ScreenOff: // the hive as a whole
			last = append(last, moveStep{Say: plainDo(a)})
		case movesNothing(a):
			feeds = append(feeds, moveStep{Say: plainDo(a)})
		}
	}
	if len(m.Sheet.Steps) == 0 {
		v.Steps = slices.Concat(looks, feeds, last)
		return
	}
	seen := false
	for _, x := range m.Sheet.Steps {
		switch x.Do {
		case sheet.FindQueen, sheet.CombsOut, sheet.CombsOver, sheet.CombsIn, sheet.ExcluderOn, sheet.SetBack, sheet.SetNew:
			if !seen {
				v.Steps = append(v.Steps, looks...)
				seen = true
			}
		case sheet.Close:
			if !seen {
				v.Steps = append(v.Steps, looks...)
			}
			v.Steps = append(v.Steps, feeds...)
		}
		v.Steps = append(v.Steps, stepOf(m, x))
	}
	v.Steps = append(v.Steps, last...)
}

// placesSteps says how a hive and another change places, in the order of hands: the strong one leaves its place first.
func placesSteps(other, here string, hereStrong bool) []string {
	strong, small := other, here
	if hereStrong {
		strong, small = here, other
	}
	return []string{
		fmt.Sprintf("At noon, while both fly well and a flow is on: narrow the entrance of %s.", small),
		fmt.Sprintf("Lift %s off its stand and set it aside, box by box or strapped with a barrow; set %s in its place, facing "+
			"as it did.", strong, small),
		fmt.Sprintf("Set %s where %s stood. Look for fighting at both an hour later.", strong, small),
	}
}

// plainDo is what a step does without its day, which stands in the head.
func plainDo(a plan.Advice) string {
	do := a.Do
	for _, cut := range []string{" on ", " by ", " now that", " today"} {
		if before, _, ok := strings.Cut(do, cut); ok {
			do = before
		}
	}
	return strings.TrimSuffix(do, ",") + "."
}

// atQueen reports whether a step is done to the queen alone.
func atQueen(a plan.Advice) bool {
	return a.Action == plan.ClipQueen || a.Action == plan.CageQueen || a.Action == plan.LetQueenOut
}

// movesNothing reports whether a step changes neither boxes nor combs.
func movesNothing(a plan.Advice) bool {
	switch a.Action {
	case plan.FeedEmergency, plan.FeedWinter, plan.FeedStimulate, plan.FeedPollen:
		return true
	}
	return !a.Doable()
}

func stepOf(m app.MoveSheet, x sheet.Step) moveStep {
	name := func(id string) string {
		if m.Sheet.Before.BoxAt(id) >= 0 {
			return boxName(m.Sheet.Before, id)
		}
		return boxName(m.Sheet.After, id)
	}
	kg := massOf(x.Kg, m.Units)
	out := moveStep{Part: partOf(m, x)}
	switch x.Do {
	case sheet.Open:
		out.Say = "Smoke the entrance. Roof and lid off."
		if k := m.Sheet.Before.Feeder.Kind; k == hive.TopFeeder || k == hive.BucketFeeder {
			out.Say = "Smoke the entrance. Roof, feeder and lid off."
		}
	case sheet.LiftOff:
		out.Say = fmt.Sprintf("Lift off %s, %s, and set it aside.", words.Lower(name(x.Box)), kg)
	case sheet.TakeAway:
		out.Say = fmt.Sprintf("Take off %s, %s: it does not go back.", words.Lower(name(x.Box)), kg)
	case sheet.LookOver:
		out.Say = "Look it over for the queen, and shake its bees into the hive, before it goes."
	case sheet.ExcluderOff:
		out.Say = "Excluder off. Look at both its sides for the queen."
	case sheet.FindQueen:
		out.Say = "Find the queen, and set her comb aside or cage her. Not found in ten minutes: shake each comb that leaves " +
			"her boxes over the nest, with an excluder between."
	case sheet.CombsOut:
		out.Say = "Out of the hive, box and comb:"
	case sheet.CombsOver:
		out.Say = "From place to place:"
	case sheet.CombsIn:
		out.Say = "Into the hive, box and slot:"
	case sheet.ExcluderOn:
		out.Say = "Excluder on."
	case sheet.SetBack:
		out.Say = fmt.Sprintf("%s back on, %s.", name(x.Box), kg)
	case sheet.SetNew:
		out.Say = fmt.Sprintf("%s on, new, %s.", name(x.Box), kg)
	case sheet.Close:
		out.Say = "Lid and roof on."
	}
	if x.Heavy {
		out.Care = fmt.Sprintf("Over your limit of %s: two people, or comb by comb.", massOf(m.Settings.LiftLimitKg, m.Units))
	}
	for _, n := range x.Combs {
		k := m.Sheet.Combs[n-1]
		t := moveComb{N: n, Open: k.From == sheet.Place{}}
		slot := func(p sheet.Place) string { return fmt.Sprintf("%s, %d", words.Lower(name(p.Box)), p.Slot+1) }
		switch x.Do {
		case sheet.CombsOut:
			t.Say = slot(k.From) + thereOf(m, k, " to ")
		case sheet.CombsIn:
			t.Say = slot(k.To) + thereOf(m, k, " from ")
		default:
			t.Say = slot(k.From) + " to " + slot(k.To)
		}
		out.Combs = append(out.Combs, t)
	}
	return out
}

// partOf draws the hive small, with the boxes that a step touches.
func partOf(m app.MoveSheet, x sheet.Step) template.HTML {
	touched := []string{x.Box}
	for _, n := range x.Combs {
		touched = append(touched, m.Sheet.Combs[n-1].From.Box, m.Sheet.Combs[n-1].To.Box)
	}
	st := m.Sheet.Before
	if x.Do == sheet.CombsIn || x.Do == sheet.SetNew || x.Do == sheet.SetBack || x.Do == sheet.Close {
		st = m.Sheet.After
	}
	if at := st.BoxAt(x.Box); at >= 0 && (x.Do == sheet.SetNew || x.Do == sheet.SetBack) { // what goes over it comes later
		st.Boxes = st.Boxes[:at+1]
	}
	return draw.Touched(st, touched)
}

// saidWords says something to be done as it would be said when done.
func saidWords(x moves.Said, m app.MoveSheet) string {
	w, ok := moves.All.Way(x.Do)
	if !ok {
		return string(x.Do)
	}
	return w.Words(x, m.Believed.Stack.BoxAt(x.Box)+1, m.Units)
}

// stepsText is all that steps say.
func stepsText(all []moveStep) string {
	var b strings.Builder
	for _, x := range all {
		b.WriteString(x.Say)
		for _, c := range x.Combs {
			b.WriteString(c.Say)
		}
	}
	return b.String()
}

// thereOf says where a comb hangs in the hive with which combs are exchanged.
func thereOf(m app.MoveSheet, k sheet.Comb, word string) string {
	if m.With == "" {
		return ""
	}
	p, ok := m.Over[k.Frame.ID]
	if !ok {
		return ", aside"
	}
	st := m.There[0]
	if st.BoxAt(p.Box) < 0 {
		st = m.There[1]
	}
	return fmt.Sprintf("%s%s, %s, %d", word, m.With, words.Lower(boxName(st, p.Box)), p.Slot+1)
}

// planOfMoves is the drawing of a sheet.
func planOfMoves(m app.MoveSheet) draw.MovePlan {
	p := draw.MovePlan{
		Before: m.Sheet.Before, After: m.Sheet.After, Comes: "from the truck", Goes: "to the truck",
		Alt: "The hive before and after, with a line for each comb that is moved",
	}
	if m.With != "" {
		p.Comes, p.Goes = "from "+m.With, "to "+m.With
	}
	for _, b := range p.Before.Boxes {
		p.Names = append(p.Names, boxName(p.Before, b.ID))
	}
	for _, b := range p.After.Boxes {
		l := draw.Label{Name: boxName(p.After, b.ID), Lines: []string{massOf(b.HoneyKg(), m.Units) + " of honey"}}
		switch i := p.Before.BoxAt(b.ID); {
		case i < 0:
			l.Name += ", new"
			l.Lines = []string{contentOfNew(b)}
		case unchanged(p.Before.Boxes[i], b):
			l.Lines = []string{"unchanged"}
		}
		l.Lines = append(l.Lines, "lift "+massOf(b.LiftKg(), m.Units))
		p.Labels = append(p.Labels, l)
	}
	for _, c := range m.Sheet.Combs {
		t := draw.Tag{N: c.N, Frame: c.Frame}
		if at, ok := p.Before.PlaceOf(c.Frame.ID); ok && c.From != (sheet.Place{}) {
			t.From = &at
		}
		if at, ok := p.After.PlaceOf(c.Frame.ID); ok && c.To != (sheet.Place{}) {
			t.To = &at
		}
		p.Tags = append(p.Tags, t)
	}
	return p
}

// unchanged reports whether the same combs hang in a box.
func unchanged(a, b hive.Box) bool {
	if len(a.Frames) != len(b.Frames) {
		return false
	}
	for i := range a.Frames {
		if a.Frames[i].ID != b.Frames[i].ID {
			return false
		}
	}
	return true
}

// contentOfNew says what is in a box that comes.
func contentOfNew(b hive.Box) string {
	if len(b.Frames) > 0 && b.Frames[0].A[comb.Foundation] > 0 {
		return fmt.Sprintf("%d of foundation", len(b.Frames))
	}
	return fmt.Sprintf("%d drawn combs", len(b.Frames))
}

// droneStep says which combs have drone brood that is cut out, by where they hang.
func droneStep(st hive.Stack) string {
	var where []string
	for _, id := range moves.DroneCombs(st) {
		if p, ok := st.PlaceOf(id); ok {
			where = append(where, fmt.Sprintf("comb %d of the %s", p.Slot+1, words.Lower(boxName(st, st.Boxes[p.Box].ID))))
		}
	}
	return "Cut the drone brood out of " + words.List(where...) + ", and hang them back where they hung."
}
