package web

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/words"
)

// What leaves the books of all hives: what was fed and treated, for an inspector, and
// what came off.

// span is the days that a list is of.
type span struct {
	From, To   day.Day
	Yard       string // name; "": all
	Err        string
	FromText   string
	ToText     string
	Yards      []option
	Print, CSV string
}

// spanIn reads the days that are asked for: those of this year where none are.
func (s *Server) spanIn(c fiber.Ctx, path string) (span, error) {
	_, today, err := s.as(c).Head(c.Context())
	if err != nil {
		return span{}, err
	}
	x := span{From: day.Of(today.Time().Year(), 1, 1), To: today, Yard: c.Query("yard")}
	for _, f := range []struct {
		name string
		into *day.Day
	}{{"from", &x.From}, {"to", &x.To}} {
		if t := strings.TrimSpace(c.Query(f.name)); t != "" {
			d, err := day.Parse(t)
			if err != nil {
				x.Err = upperFirst(err.Error()) + "."
				continue
			}
			*f.into = d
		}
	}
	if x.From > x.To {
		x.From, x.To = x.To, x.From
	}
	x.FromText, x.ToText = x.From.String(), x.To.String()
	x.CSV = fmt.Sprintf("%s.csv?from=%s&to=%s&yard=%s", path, x.From, x.To, x.Yard)
	x.Yards = []option{{"", "All yards"}}
	ys, err := s.as(c).Yards(c.Context())
	for _, y := range ys {
		x.Yards = append(x.Yards, option{y.Name, y.Name})
	}
	slices.SortFunc(x.Yards[1:], func(a, b option) int { return strings.Compare(a.Text, b.Text) })
	return x, err
}

// medicineView is the book of what was fed and treated.
type medicineView struct {
	shell
	span
	Rows []medicineRow
}

type medicineRow struct {
	Colony, Code, Yard, In, Out, What, Dose, Batch, Why, By, Barred string
}

func (s *Server) medicineRows(c fiber.Ctx, x span) ([]medicineRow, error) {
	all, err := s.as(c).Medicines(c.Context(), x.From, x.To)
	if err != nil {
		return nil, err
	}
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return nil, err
	}
	var out []medicineRow
	for _, m := range all {
		if x.Yard == "" || x.Yard == m.Yard {
			out = append(out, medicineRowOf(m, set.Units))
		}
	}
	return out, nil
}

func medicineRowOf(m app.Medicine, u measure.Units) medicineRow {
	r := medicineRow{Colony: m.Colony, Code: m.Code, Yard: m.Yard, In: m.Day.String(), By: m.By}
	if f := m.Feed; f != nil {
		r.What, r.Dose = words.Capital(f.What), u.Write(measure.Mass, f.Kg)+" of sugar"
		return r
	}
	t := m.Treatment
	r.What, r.Dose, r.Batch, r.Why = words.Capital(t.What), t.Dose, t.Batch, t.Why
	if t.Class != "" {
		r.What += " (" + string(t.Class) + ")"
	}
	if t.How != "" {
		r.Dose = strings.TrimPrefix(r.Dose+", "+t.How, ", ")
	}
	switch {
	case t.To == 0:
		r.Out = "in"
	default:
		r.Out = t.To.String()
	}
	if m.Until > 0 {
		r.Barred = m.Until.String()
	}
	return r
}

func (s *Server) showMedicines(c fiber.Ctx) error {
	x, err := s.spanIn(c, "/medicines")
	if err != nil {
		return err
	}
	v := &medicineView{shell: shell{Title: "Feeds and treatments", Active: "board"}, span: x}
	if v.Rows, err = s.medicineRows(c, x); err != nil {
		return err
	}
	return s.show(c, "medicines", v)
}

func (s *Server) medicinesCSV(c fiber.Ctx) error {
	x, err := s.spanIn(c, "/medicines")
	if err != nil {
		return err
	}
	rows, err := s.medicineRows(c, x)
	if err != nil {
		return err
	}
	out := [][]string{{"yard", "colony", "in", "out", "what", "dose", "batch", "why", "by", "honey barred until"}}
	for _, r := range rows {
		out = append(out, []string{r.Yard, r.Code, r.In, r.Out, r.What, r.Dose, r.Batch, r.Why, r.By, r.Barred})
	}
	return sendCSV(c, "feeds-and-treatments", out)
}

// cropView is what came off all hives.
type cropView struct {
	shell
	span
	Mass  string
	Total string
	Sums  []cropSum
	Hives []cropSum
	Rows  []cropRow
	// Account is year on year, and by flow.
	Account cropAccount
}

// cropSum is what came off a yard or a hive.
type cropSum struct{ ID, Name, Kg, Weighed, Off string }

type cropRow struct{ Colony, Code, Yard, Day, What, Kg, How, Batch, Barred string }

// sum adds up what came off.
type cropTotal struct{ kg, weighed, guessed float64 } // guessed: of what was weighed

func (t *cropTotal) add(x app.CropLine) {
	t.kg += x.Kg
	if x.Scale {
		t.weighed += x.Kg
		t.guessed += x.Guess
	}
}

// row says a sum, with how far the estimate was off where it was weighed.
func (t cropTotal) row(id, name string, u measure.Unit) cropSum {
	r := cropSum{ID: id, Name: name, Kg: kgPlain(u, t.kg)}
	if t.weighed > 0 {
		r.Weighed = kgPlain(u, t.weighed)
		r.Off = fmt.Sprintf("%+.0f %%", 100*(t.guessed-t.weighed)/t.weighed)
	}
	return r
}

func kgPlain(u measure.Unit, kg float64) string { return fmt.Sprintf("%.1f", u.In(kg)) }

func (s *Server) crops(c fiber.Ctx) (span, []app.CropLine, measure.Unit, error) {
	x, err := s.spanIn(c, "/crop")
	if err != nil {
		return x, nil, measure.Unit{}, err
	}
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return x, nil, measure.Unit{}, err
	}
	all, err := s.as(c).Crops(c.Context(), x.From, x.To)
	all = slices.DeleteFunc(all, func(l app.CropLine) bool { return x.Yard != "" && x.Yard != l.Yard })
	return x, all, set.Units.Mass, err
}

func (s *Server) showCrop(c fiber.Ctx) error {
	x, all, u, err := s.crops(c)
	if err != nil {
		return err
	}
	v := &cropView{shell: shell{Title: "What came off", Active: "board"}, span: x, Mass: u.Name}
	a, err := s.as(c).CropAccount(c.Context(), x.From, x.To, x.Yard)
	if err != nil {
		return err
	}
	v.Account = cropAccountOf(a, u)
	var total cropTotal
	yards, hives := map[string]*cropTotal{}, map[string]*cropTotal{}
	names := map[string]string{}
	for _, l := range all {
		total.add(l)
		for key, in := range map[string]map[string]*cropTotal{l.Yard: yards, l.Colony: hives} {
			if in[key] == nil {
				in[key] = &cropTotal{}
			}
			in[key].add(l)
		}
		names[l.Colony] = l.Code
		v.Rows = append(v.Rows, cropRowOf(l, u))
	}
	v.Total = total.row("", "", u).Kg
	for name, t := range yards {
		v.Sums = append(v.Sums, t.row("", name, u))
	}
	for id, t := range hives {
		v.Hives = append(v.Hives, t.row(id, names[id], u))
	}
	byName := func(a, b cropSum) int { return strings.Compare(a.Name, b.Name) }
	slices.SortFunc(v.Sums, byName)
	slices.SortFunc(v.Hives, byName)
	return s.show(c, "crop", v)
}

func cropRowOf(l app.CropLine, u measure.Unit) cropRow {
	var what []string
	if l.Boxes > 0 {
		what = append(what, words.Count(l.Boxes, "box", "boxes"))
	}
	if l.Combs > 0 {
		what = append(what, words.Count(l.Combs, "comb", "combs"))
	}
	r := cropRow{
		Colony: l.Colony, Code: l.Code, Yard: l.Yard, Day: l.Day.String(), What: words.List(what...),
		Kg: kgPlain(u, l.Kg), How: "estimated", Batch: l.Batch,
	}
	if l.Scale {
		r.How = "weighed; estimated " + kgPlain(u, l.Guess)
	}
	if l.Barred {
		r.Barred = "barred when it came off"
	}
	return r
}

func (s *Server) cropCSV(c fiber.Ctx) error {
	_, all, _, err := s.crops(c)
	if err != nil {
		return err
	}
	out := [][]string{{"day", "yard", "colony", "what", "kg", "how", "estimated_kg", "batch", "barred"}}
	for _, l := range all {
		r := cropRowOf(l, measure.Kilogram)
		how := "estimated"
		if l.Scale {
			how = "weighed"
		}
		out = append(out, []string{
			r.Day, r.Yard, r.Code, r.What, r.Kg, how, kgPlain(measure.Kilogram, l.Guess), r.Batch, r.Barred,
		})
	}
	return sendCSV(c, "crop", out)
}

// sendCSV answers with a file of rows, in which no cell is read as a formula.
func sendCSV(c fiber.Ctx, name string, rows [][]string) error {
	var b bytes.Buffer
	w := csv.NewWriter(&b)
	for _, r := range rows {
		for i := range r {
			r[i] = app.Harmless(r[i])
		}
		if err := w.Write(r); err != nil {
			return err
		}
	}
	if w.Flush(); w.Error() != nil {
		return w.Error()
	}
	c.Set(fiber.HeaderContentType, "text/csv; charset=utf-8")
	c.Set(fiber.HeaderContentDisposition, `attachment; filename="`+name+`.csv"`)
	return c.Send(b.Bytes())
}
