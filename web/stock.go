package web

import (
	"errors"
	"fmt"
	"math"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/stock"
	"kembo/core/words"
)

// stockView is what stands in store, and the form to count it.
type stockView struct {
	shell
	Entry, On  string
	Err        string
	Groups     []stockGroup
	Undo       string // id of the last count; "": none
	UndoSay    string
	DrawnBoxes []string  // what could be made up at once
	Held       []goneRow // hives that were lost, whose combs are not to be used yet
	Wet        string    // what came off of late; "": nothing
	WetDo      []string  // what to do with it
}

type stockGroup struct {
	Title string
	Rows  []stockRow
}

// stockRow is an item; Name is the field in which it is counted.
type stockRow struct {
	Label, Field       string
	Counted, On, Moved string
	Now                string
	Short              bool // more went out than was counted
	Typed, Err         string
}

var stockTitles = map[stock.Kind]string{
	stock.Box: "Boxes, empty", stock.Light: "Drawn combs, light, from supers",
	stock.Dark: "Drawn combs, dark, from nests", stock.Foundation: "Frames with foundation",
	stock.Feeder: "Other equipment", stock.Excluder: "Other equipment", stock.Insulation: "Other equipment",
	stock.Sugar: "Sugar",
}

// stockField is the name of an item's field.
func stockField(i stock.Item) string { return "n:" + string(i.Kind) + ":" + i.Of }

// stockLabel says an item within its group.
func stockLabel(i stock.Item, names map[string]string, u measure.Units) string {
	switch i.Kind {
	case stock.Box:
		if n, ok := names[i.Of]; ok {
			return n
		}
	case stock.Feeder:
		return "Feeder, " + hive.FeederKind(i.Of).Words()
	case stock.Excluder:
		return "Excluders"
	case stock.Insulation:
		return "Insulation, for so many hives"
	case stock.Sugar:
		return "Sugar, " + u.Mass.Name
	}
	return i.Of
}

// amount writes how much of an item there is, in the user's units.
func stockAmount(i stock.Item, n float64, u measure.Units) string {
	if i.Kind == stock.Sugar {
		return fmt.Sprintf("%.0f", u.Mass.In(n))
	}
	return fmt.Sprintf("%.0f", n)
}

func (s *Server) showStock(c fiber.Ctx) error {
	x, err := s.as(c).Stock(c.Context())
	if err != nil {
		return err
	}
	w, err := s.as(c).WetSupers(c.Context())
	if err != nil {
		return err
	}
	v := stockOf(x)
	v.Wet, v.WetDo = wetOf(w, x)
	return s.show(c, "stock", v)
}

func stockOf(x app.Stock) *stockView {
	v := &stockView{
		shell: shell{Title: "Stock", Operation: x.Operation, Active: "more", Today: x.Today.Short()},
		Entry: app.NewID(), On: x.Today.String(),
	}
	for _, h := range x.Held {
		v.Held = append(v.Held, goneRow{ID: h.ID, Code: h.Code, Yard: h.Yard, Date: h.Day.Short(), Say: words.Capital(h.How.Words())})
	}
	for _, l := range x.Lines {
		r := stockRow{Label: stockLabel(l.Item, x.Names, x.Units), Field: stockField(l.Item), Now: "not counted"}
		if l.Counted != nil {
			r.Counted, r.On = stockAmount(l.Item, l.Counted.N, x.Units), l.Counted.Day.Long()
			r.Now, r.Short = stockAmount(l.Item, l.Now, x.Units), l.Now < 0
		}
		if math.Abs(l.Moved) > 0 {
			r.Moved = withSign(stockAmount(l.Item, l.Moved, x.Units))
		}
		title := stockTitles[l.Kind]
		if n := len(v.Groups); n == 0 || v.Groups[n-1].Title != title {
			v.Groups = append(v.Groups, stockGroup{Title: title})
		}
		g := &v.Groups[len(v.Groups)-1]
		g.Rows = append(g.Rows, r)
	}
	if x.Last != "" {
		v.Undo = x.Last
		v.UndoSay = fmt.Sprintf("Take back the count of %s, %s", x.LastD.Long(), words.Count(x.LastN, "item", "items"))
	}
	return v
}

// wetOf says what came off of late, and what becomes of wet combs. Source: common practice.
func wetOf(w app.WetSupers, x app.Stock) (say string, do []string) {
	if w.Boxes+w.Combs == 0 {
		return "", nil
	}
	var what []string
	if w.Boxes > 0 {
		what = append(what, words.Count(w.Boxes, "box", "boxes"))
	}
	if w.Combs > 0 {
		what = append(what, words.Count(w.Combs, "comb", "combs"))
	}
	say = words.Capital(words.List(what...)) + " came off for honey in the last four weeks, the last on " + w.Last.Short() + "."
	switch {
	case w.Flow == 0:
		do = append(do, "No flow is near that they could be used in.")
	case w.Flow <= x.Today:
		do = append(do, "A flow is on at "+w.Yard+", of "+w.Plants+": extract them, and put them back there as they are.")
	default:
		do = append(do, "The next flow begins about "+w.Flow.Short()+" at "+w.Yard+", of "+w.Plants+": have them back on by then.")
	}
	return say, append(do,
		"To have them cleaned: in the evening, over a board with a small hole, entrances narrow, on all hives of a yard at once; off again after "+
			"two or three days. Back to hives that are healthy, and best to those they came from.",
		"To store them: dry, airy and in the light. Under "+degrees(moth, x.Units)+" no moth grows, and two days at "+degrees(freezer, x.Units)+
			" kill all of it. Closed against mice, wasps and bees. Wet ones draw robbers and work; they go back on first.",
	)
}

// Under moth no wax moth grows, and at freezer it dies within two days, °C. Source: common practice.
const moth, freezer = 10.0, -18.0

// withSign puts a plus before what came in.
func withSign(n string) string {
	if n == "0" || n == "-0" {
		return ""
	}
	if n[0] != '-' {
		return "+" + n
	}
	return "−" + n[1:]
}

// countStock writes what was counted; what is wrong stays in its field.
func (s *Server) countStock(c fiber.Ctx) error {
	x, err := s.as(c).Stock(c.Context())
	if err != nil {
		return err
	}
	v := stockOf(x)
	val := typedIn(c)
	v.Entry, v.On = val("entry"), val("on")
	counted := map[stock.Item]float64{}
	wrong := false
	on, err := day.Parse(v.On)
	if err != nil {
		v.Err, wrong = words.Sentence(words.Capital(err.Error())), true
	}
	at := 0
	for g := range v.Groups {
		for r := range v.Groups[g].Rows {
			row, item := &v.Groups[g].Rows[r], x.Lines[at].Item
			at++
			if row.Typed = val(row.Field); row.Typed == "" {
				continue
			}
			n, err := measure.ParseNumber(row.Typed)
			if err == nil && (n < 0 || item.Kind != stock.Sugar && n != math.Trunc(n)) {
				err = fmt.Errorf("give a whole number, 0 or more")
			}
			if err != nil {
				row.Err, wrong = words.Sentence(words.Capital(err.Error())), true
				continue
			}
			if item.Kind == stock.Sugar {
				n = x.Units.Mass.Of(n)
			}
			counted[item] = n
		}
	}
	if !wrong {
		err := s.as(c).CountStock(c.Context(), v.Entry, on, counted)
		if err == nil {
			return c.Redirect().Status(fiber.StatusSeeOther).To("/stock")
		}
		var field *app.FieldError
		if !errors.As(err, &field) {
			return err
		}
		v.Err = sentence(field)
	}
	c.Status(fiber.StatusUnprocessableEntity)
	return s.show(c, "stock", v)
}

// takeBackCount takes the last count back.
func (s *Server) takeBackCount(c fiber.Ctx) error {
	if err := s.as(c).TakeBackCount(c.Context(), typedIn(c)("of")); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/stock")
}
