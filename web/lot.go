package web

import (
	"errors"
	"fmt"
	"html/template"
	"math"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/honey"
	"kembo/core/lots"
	"kembo/core/measure"
	"kembo/core/words"
	"kembo/web/draw"
)

// lotView is a lot with where it is from and where it went.
type lotView struct {
	shell
	ID, Name, Made, Care, Note string
	Facts                      []courseFact
	Figure                     template.HTML
	Sources, Into, Gone        []lotLine
	Packed                     []lotLine
	Hives                      []lotHive
	Flowers                    string
	Entries                    []lotEntry
	Err                        string
	Empty                      bool
}

// lotLine is something that went in or out.
type lotLine struct{ To, Say, Kg string }

// lotHive is a crop of which a lot is made.
type lotHive struct{ To, Code, Yard, Day, What, Kg, Barred string }

// lotEntry is an entry that made a lot what it is.
type lotEntry struct {
	ID, Undo, Say string
}

func (s *Server) showLot(c fiber.Ctx) error { return s.lot(c, c.Params("lot"), "") }

func (s *Server) lot(c fiber.Ctx, id, wrong string) error {
	h, err := s.as(c).Honey(c.Context())
	if err != nil {
		return err
	}
	l := h.Account.Lot(id)
	if l == nil {
		return fmt.Errorf("lot %s: %w", id, app.ErrNotFound)
	}
	v := lotOf(h, l)
	v.Err = wrong
	if v.Flowers, err = s.flowers(c, h, l); err != nil {
		return err
	}
	return s.show(c, "lot", v)
}

func lotOf(h app.Honey, l *lots.Lot) *lotView {
	u, a := h.Units, h.Account
	v := &lotView{
		shell: shell{Title: "Lot " + l.Name, Operation: h.Operation, Active: "harvest", Today: h.Today.Short()}, ID: l.ID, Name: l.Name,
		Made: l.Made.Long(), Care: lotCare(h, l), Note: l.Note, Empty: l.Kg <= 0,
	}
	add := func(label, value, say string) { v.Facts = append(v.Facts, courseFact{label, value, say}) }
	add("In stock", massOf(l.Kg, u), fmt.Sprintf("of %s", massOf(l.MadeKg, u)))
	if l.Water > 0 {
		say := honey.Keeping(l.Water)
		if l.Tested == 0 {
			say = "reckoned from what was blended; " + say
		}
		add("Water", waterText(l), say)
	}
	if l.WaxKg > 0 {
		add("Wax", massOf(l.WaxKg, u), fmt.Sprintf("%.1f %% of the honey", 100*l.WaxKg/l.MadeKg))
	}
	if est := estimated(h, l); est > 0 && len(l.Crops) > 0 {
		add(
			"Estimate off by", fmt.Sprintf("%+.0f %%", 100*(est-l.MadeKg)/l.MadeKg),
			fmt.Sprintf("%s was estimated on the hives", massOf(est, u)),
		)
	}
	if len(l.Packed) > 0 {
		add("Filled", massOf(l.PackedKg(), u), fmt.Sprintf("of it; %s is not", massOf(max(0, l.Kg-l.PackedKg()), u)))
	}
	for _, p := range l.From {
		v.Sources = append(v.Sources, lotLine{"/lots/" + p.Lot, "Lot " + a.Lot(p.Lot).Name, massOf(p.Kg, u)})
	}
	for _, p := range l.Into {
		v.Into = append(v.Into, lotLine{"/lots/" + p.Lot, "Blended into lot " + a.Lot(p.Lot).Name, massOf(p.Kg, u)})
	}
	for _, g := range l.Gone {
		say := words.Capital(g.How.Words()) + " on " + g.Day.Long()
		if g.To != "" {
			say += ", " + g.To
		}
		v.Gone = append(v.Gone, lotLine{"", say, massOf(g.Kg, u)})
	}
	for _, on := range a.On(l.ID)[1:] {
		for _, g := range on.Gone {
			say := "From blend " + on.Name + ": " + g.How.Words() + " on " + g.Day.Long() + toText(g.To)
			v.Gone = append(v.Gone, lotLine{"/lots/" + on.ID, say, ""})
		}
	}
	for _, p := range l.Packed {
		v.Packed = append(v.Packed, lotLine{"", fmt.Sprintf(
			"%s: %d × %s of %s", p.Day.Long(), p.Count, p.What, jarText(p.EachKg, u),
		), massOf(p.EachKg*float64(p.Count), u)})
	}
	var crops []app.CropLine
	for _, k := range a.Back(l.ID) {
		x, ok := h.Crops[k]
		if !ok { // its hive’s log knows it no more
			v.Hives = append(v.Hives, lotHive{To: "/colonies/" + k.Colony, Code: "A hive", What: "taken back in its log"})
			continue
		}
		crops = append(crops, x)
	}
	for _, x := range byHive(crops) {
		r := cropRowOf(x.CropLine, u.Mass)
		v.Hives = append(v.Hives, lotHive{
			To: "/colonies/" + x.Colony, Code: x.Code, Yard: x.Yard, Day: x.Day.Short(), What: r.What, Kg: r.Kg, Barred: r.Barred,
		})
	}
	v.Figure = lotFigure(h, l)
	for _, id := range l.Entries {
		k := slices.IndexFunc(h.Entries, func(e lots.Entry) bool { return e.ID == id })
		if k < 0 {
			continue
		}
		v.Entries = append(v.Entries, lotEntry{
			ID: id, Undo: app.NewID(), Say: h.Entries[k].Day.Long() + ": " + entrySay(h, h.Entries[k], l),
		})
	}
	slices.Reverse(v.Entries)
	return v
}

// jarText writes what a container holds, to the gram where it is small.
func jarText(kg float64, u measure.Units) string {
	const whole = 100
	if v := u.Mass.In(kg); v < whole {
		return fmt.Sprintf("%.3g %s", v, u.Mass.Name)
	}
	return kgText(u, kg)
}

func toText(to string) string {
	if to == "" {
		return ""
	}
	return ", " + to
}

// estimated is what was estimated of a lot's crops on their hives, kg; 0 where any was weighed as it came off.
func estimated(h app.Honey, l *lots.Lot) float64 {
	kg := 0.0
	for _, k := range l.Crops {
		kg += h.Crops[k].Guess
	}
	return kg
}

// lotFigure draws what a lot was made of on the left and where it went on the right.
func lotFigure(h app.Honey, l *lots.Lot) template.HTML {
	a, u := h.Account, h.Units
	f := draw.LotFlow{Name: l.Name, Kg: l.MadeKg, Words: massOf(l.MadeKg, u)}
	yards := map[string]float64{}
	var order []string
	all := 0.0
	for _, p := range l.From {
		f.In = append(f.In, draw.LotPart{Words: "Lot " + a.Lot(p.Lot).Name + ", " + massOf(p.Kg, u), Kg: p.Kg})
	}
	for _, k := range l.Crops {
		x := h.Crops[k]
		if _, ok := yards[x.Yard]; !ok {
			order = append(order, x.Yard)
		}
		yards[x.Yard] += math.Max(x.Kg, 1e-3)
		all += math.Max(x.Kg, 1e-3)
	}
	slices.Sort(order)
	for _, y := range order {
		kg := l.MadeKg * yards[y] / all
		f.In = append(f.In, draw.LotPart{Words: y + ", about " + massOf(kg, u), Kg: kg})
	}
	for _, p := range l.Into {
		f.Out = append(f.Out, draw.LotPart{Words: "Lot " + a.Lot(p.Lot).Name + ", " + massOf(p.Kg, u), Kg: p.Kg})
	}
	gone := map[lots.How]float64{}
	for _, g := range l.Gone {
		gone[g.How] += g.Kg
	}
	for _, how := range lots.Hows {
		if kg := gone[how]; kg > 0 {
			f.Out = append(f.Out, draw.LotPart{Words: words.Capital(how.Words()) + ", " + massOf(kg, u), Kg: kg})
		}
	}
	if l.Kg > 0 {
		f.Out = append(f.Out, draw.LotPart{Words: "In stock, " + massOf(l.Kg, u), Kg: l.Kg, Stays: true})
	}
	return f.Draw()
}

// entrySay says an entry of the account.
func entrySay(h app.Honey, e lots.Entry, l *lots.Lot) string {
	u := h.Units
	switch x := e.Body.(type) {
	case *lots.Extracted:
		return fmt.Sprintf("%s extracted", massOf(x.Kg, u))
	case *lots.Blended:
		if x.Lot == l.ID {
			return "blended"
		}
		return "blended into lot " + x.Name
	case *lots.Filled:
		return fmt.Sprintf("%d × %s of %s filled", x.Count, x.What, jarText(x.EachKg, u))
	case *lots.Left:
		return fmt.Sprintf("%s %s%s", massOf(x.Kg, u), x.How.Words(), toText(x.To))
	case *lots.Tested:
		return fmt.Sprintf("%.1f %% water read", x.Water)
	}
	return ""
}

// flowers says which plants a lot is likely from, by the calendars of its yards.
func (s *Server) flowers(c fiber.Ctx, h app.Honey, l *lots.Lot) (string, error) {
	share, all := map[string]float64{}, 0.0
	done := map[string]bool{}
	for _, k := range h.Account.Back(l.ID) {
		x := h.Crops[k]
		key := x.YardID + x.Day.String()
		if x.YardID == "" || done[key] {
			continue
		}
		done[key] = true
		gave, err := s.as(c).FlowersOf(c.Context(), x.YardID, x.Day)
		if errors.Is(err, app.ErrNotFound) {
			continue
		}
		if err != nil {
			return "", err
		}
		for _, g := range gave {
			share[g.Plant] += g.Share
			all += g.Share
		}
	}
	var names []string
	for n := range share {
		names = append(names, n)
	}
	slices.SortFunc(names, func(a, b string) int {
		if share[a] != share[b] {
			return int(math.Copysign(1, share[b]-share[a]))
		}
		return strings.Compare(a, b)
	})
	var out []string
	for _, n := range names[:min(len(names), mostFlowers)] {
		if share[n] >= leastFlower*all {
			out = append(out, n)
		}
	}
	if len(out) == 0 {
		return "", nil
	}
	return "By the calendar mostly " + words.List(out...) + ".", nil
}

// mostFlowers is how many plants are named of a lot, and leastFlower the share under which none is. Source: none.
const mostFlowers, leastFlower = 3, 0.1

// takeBackLot takes an entry of the account back.
func (s *Server) takeBackLot(c fiber.Ctx) error {
	lot := c.FormValue("lot")
	err := s.as(c).TakeBackLot(c.Context(), c.FormValue("entry"), c.FormValue("of"))
	var field *app.FieldError
	switch {
	case errors.As(err, &field):
		c.Status(fiber.StatusUnprocessableEntity)
		return s.lot(c, lot, sentence(field))
	case err != nil:
		return err
	}
	h, err := s.as(c).Honey(c.Context())
	if err != nil {
		return err
	}
	to := "/lots"
	if h.Account.Lot(lot) != nil {
		to += "/" + lot
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To(to)
}

// kgOf is the field for a mass, in the user's unit.
func kgOf(name, label string, u measure.Units) formField {
	f := number(name, label, "")
	f.Unit, f.Called = u.Mass.Name, []string{"weight"}
	return f
}

// dayOr reads a day that may be in a query.
func dayOr(c fiber.Ctx, name string, other day.Day) day.Day {
	if d, err := day.Parse(c.Query(name)); err == nil {
		return d
	}
	return other
}
