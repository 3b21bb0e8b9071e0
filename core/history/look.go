package history

import (
	"fmt"
	"slices"

	"kembo/core/colony"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/queen"
)

// Read turns an entered look into the core's, for a stack. It returns a
// *look.FieldError for a face that cannot be read.
func (l Look) Read(on day.Day, st hive.Stack) (look.Look, error) {
	q := l.Queen.evidence()
	if q.ManyEggs != "" && q.ManyEggs != colony.EggsOnWalls && q.ManyEggs != colony.EggsAtBottom {
		return look.Look{}, &look.FieldError{Field: "several eggs", Say: "say whether they lay on the walls or at the bottom"}
	}
	q.ChargedCells, q.CappedCells, q.DryCups = l.Cells.Charged, l.Cells.Capped, l.Cells.Cups
	q.CupsWithEgg, q.EmergedCells, q.TornCells, q.CellsAt = l.Cells.WithEgg, l.Cells.Emerged, l.Cells.Torn, l.Cells.Where
	out := look.Look{
		Day: on, Queen: q, WhiteWax: look.Answer(l.WhiteWax), CellsChecked: l.Cells.Check != "",
	}
	if w := l.Weight; w != nil {
		out.Weight = look.Weight{
			How: look.How(w.How), Kg: inKg(w.Value, w.Unit), OtherKg: inKg(w.Other, w.Unit), Heft: look.Heft(w.Heft),
		}
	}
	for _, b := range l.Boxes {
		x := look.BoxLook{
			Box: b.Box, Depth: look.Depth(b.Depth), Seams: -1, Below: b.Below, Expected: b.Expected,
			Outer: look.Answer(b.Outer), Super: look.SuperState(b.State), Heft: look.Heft(b.Heft),
			Kg: inKg(b.Value, b.Unit),
		}
		if b.Seams != nil {
			x.Seams = *b.Seams
		}
		if b.Counts != nil {
			x.Counts = *b.Counts
		}
		at := slices.IndexFunc(st.Boxes, func(s hive.Box) bool { return s.ID == b.Box }) + 1
		for k, pair := range b.Faces {
			var f [2]comb.Face
			for side, text := range pair {
				face, err := comb.ParseFace(text)
				if err != nil {
					return out, &look.FieldError{
						Field: fmt.Sprintf("box %d, frame %d%c", at, k+1, 'A'+side), Say: err.Error(),
					}
				}
				f[side] = face
			}
			x.Faces = append(x.Faces, f)
		}
		out.Boxes = append(out.Boxes, x)
	}
	return out, nil
}

// inKg reads a mass as entered: kilograms unless it says pounds.
func inKg(v float64, unit string) float64 {
	if unit == measure.Pound.Name {
		return measure.Pound.Of(v)
	}
	return v
}

func (entered *Look) apply(b *walker, e Entry) error {
	l, err := entered.Read(e.Day, b.Stack)
	if err != nil {
		return err
	}
	c := b.context(e.Day)
	if b.Waiting != nil && l.Queen.Looked {
		if due, err := b.Waiting.Due(); err == nil {
			l.Queen.Comes, l.Queen.ComesBy, l.Queen.ComesOdds = due.Lays, due.Judged, b.Waiting.Odds()
		}
	}
	l.Queen.Caged = b.CagedSince > 0 && l.Queen.Looked && (!l.Queen.Eggs || e.Day-b.CagedSince <= queen.HatchesAfter)
	est, err := look.Read(l, b.Stack, c)
	if err != nil {
		return err
	}
	if e.ID == b.ask {
		b.asked = look.Questions(l, b.Stack, est, c)
	}
	if est.Depth == "" && b.Estimate != nil {
		// No box was looked into: what the combs hold is still the forecast of
		// the look before; only the findings are new.
		b.Estimate.Queen = b.Estimate.Queen.Later(l.Queen, l.CellsChecked, e.Day)
		if b.Ensemble != nil {
			b.Ensemble.Requeen(b.Estimate, &b.parameters, b.ground.Colony, b.ground.Seed)
		}
	} else {
		b.learn(&est)
		b.Estimate, b.Stack, b.Changes = &est, est.Stack, nil
		if l.WhiteWax != look.Unasked && b.Ensemble != nil {
			b.Ensemble.SeeWax(
				l.WhiteWax == look.Yes, b.yard(e.Day), &b.parameters, b.ground.Colony, b.ground.Seed,
			)
		}
	}
	b.queenSeen(e, entered)
	if b.Estimate != nil {
		b.presume(e)
	}
	b.seenEmpty(l)
	if entered.Health != "" {
		b.Health, b.HealthDay = colony.Health(entered.Health), e.Day
	}
	switch c := colony.CellCheck(entered.Cells.Check); c {
	case colony.CompleteCheck:
		b.CellCheck, b.CellCheckDay = c, e.Day
	case colony.PartialCheck:
		b.PartialDay = e.Day
	}
	if w := entered.Weight; w != nil && look.How(w.How) == look.OnScale {
		b.Weighings = append(b.Weighings, Weighed{e.Day, e.ID, l.Weight.Kg, b.MovedSince})
		b.MovedSince = nil
	}
	return nil
}
