package web

import (
	"errors"
	"fmt"
	"html/template"
	"math"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/words"
	"kembo/web/draw"
)

// balanceView is the page on which a yard evens out.
type balanceView struct {
	shell
	Yard, YardID string
	Yards        []lifeWay
	Suspects     string
	Figure       template.HTML
	Rows         []balanceLine
	Rounds       []balanceRound
	Unhelped     string
	None         bool
	Line, Err    string // one that was refused, and why
	Entry, Day   string
}

// balanceLine is a hive in words.
type balanceLine struct {
	To, Code, Stores, Spare, Bees, Brood string
}

// balanceRound is what is carried from one hive to another, in the order of hands.
type balanceRound struct {
	Head, Worth, Sheet string
	Steps              []string
}

// showBalance shows what the hives of a yard lack and can spare; the first yard where none is named.
func (s *Server) showBalance(c fiber.Ctx) error { return s.balance(c, "") }

// doBetween writes a line about hives between which combs went.
func (s *Server) doBetween(c fiber.Ctx) error {
	on, err := day.Parse(c.FormValue("day"))
	id := ""
	if err != nil {
		err = &app.FieldError{Field: "day", Say: err.Error()}
	} else {
		id, err = s.as(c).Between(c.Context(), c.FormValue("line"), c.FormValue("entry"), on)
	}
	var field *app.FieldError
	switch {
	case err == nil:
		return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id + "#log")
	case !errors.As(err, &field):
		return err
	}
	c.Status(fiber.StatusUnprocessableEntity)
	return s.balance(c, sentence(field))
}

func (s *Server) balance(c fiber.Ctx, wrong string) error {
	ys, err := s.as(c).Yards(c.Context())
	if err != nil {
		return err
	}
	v := &balanceView{
		shell: shell{Title: "Even out a yard", Active: "more"}, Err: wrong, Line: c.FormValue("line"), Entry: app.NewID(),
	}
	yard := c.Params("yard")
	for _, y := range ys {
		v.Yards = append(v.Yards, lifeWay{Name: y.Name, To: "/yards/" + y.ID + "/balance"})
	}
	if yard == "" && len(ys) > 0 {
		yard = ys[0].ID
	}
	if yard == "" {
		v.None = true
		return s.show(c, "balance", v)
	}
	b, err := s.as(c).Balance(c.Context(), yard)
	if err != nil {
		return err
	}
	v.fill(b)
	return s.show(c, "balance", v)
}

func (v *balanceView) fill(b app.Balance) {
	v.Yard, v.YardID, v.Suspects, v.Unhelped = b.Yard, b.YardID, words.List(b.Suspects...), unhelped(b.Unhelped)
	v.None, v.Day = len(b.Hives) == 0, b.Today.String()
	u := b.Units
	fig := draw.Balance{Unit: u.Mass.Name, Alt: "What each hive lacks or can spare, its bees and brood, and what goes between hives"}
	for _, h := range b.Hives {
		r := draw.BalanceRow{Code: h.Code, Known: h.Known}
		l := balanceLine{To: "/colonies/" + h.ID, Code: h.Code, Stores: "not known"}
		if h.Known {
			r.Spare, r.Bees, r.Brood = u.Mass.In(h.SpareKg), h.Bees/1000, h.Brood
			r.Say = massOf(math.Abs(h.SpareKg), u)
			r.BeeOf = fmt.Sprintf("%.0f and %.0f", r.Bees, r.Brood)
			l.Stores, l.Spare = massOf(h.StoresKg, u), "can spare "+r.Say
			if h.SpareKg < 0 {
				l.Spare = "lacks " + r.Say
			}
			l.Bees, l.Brood = measure.Count(measure.Rough(h.Bees)), fmt.Sprintf("%.1f", h.Brood)
		}
		fig.Hives, v.Rows = append(fig.Hives, r), append(v.Rows, l)
	}
	for _, m := range b.Moves {
		from, to := b.Hives[m.From], b.Hives[m.To]
		fig.Moves = append(fig.Moves, draw.BalanceArc{
			From: m.From, To: m.To, Honey: !m.Unites && m.What == colony.HoneyCombs, Brood: m.What == colony.BroodCombs, Say: goesOver(m),
		})
		v.Rounds = append(v.Rounds, roundOf(m, from, to, u))
	}
	v.Figure = fig.Draw()
}

// unhelped says which hives lack stores and get none.
func unhelped(codes []string) string {
	switch len(codes) {
	case 0:
		return ""
	case 1:
		return codes[0] + " lacks stores, and no hive here can give what pays: it is fed, or united."
	}
	return words.List(codes...) + " lack stores, and no hive here can give what pays: they are fed, or united."
}

// goesOver says what goes.
func goesOver(m app.BalanceMove) string {
	switch {
	case m.Unites:
		return "united"
	case m.What == colony.BroodCombs:
		return words.Count(m.Combs, "comb of brood", "combs of brood")
	case m.What == colony.Fliers:
		return "bees that fly"
	}
	return words.Count(m.Combs, "comb of honey", "combs of honey")
}

// roundOf writes what is carried in the order of hands: first where it is taken, then where it is hung.
func roundOf(m app.BalanceMove, from, to app.BalanceHive, u measure.Units) balanceRound {
	r := balanceRound{Head: fmt.Sprintf("%s from %s to %s, %s", words.Capital(goesOver(m)), from.Code, to.Code, m.On.Short())}
	r.Sheet = "/colonies/" + to.ID + "/moves"
	r.Worth = fmt.Sprintf("Adds %s of honey to %s", massOf(m.AddsKg, u), to.Code)
	if m.PaysKg > 0 {
		r.Worth += fmt.Sprintf(" after what it costs %s, %s", from.Code, massOf(m.PaysKg, u))
	}
	r.Worth += "."
	it := "them"
	if m.Combs == 1 {
		it = "it"
	}
	switch {
	case m.Unites:
		r.Head, r.Sheet = from.Code+": "+words.Lower(m.Do), "/colonies/"+from.ID+"/moves"
		r.Worth = fmt.Sprintf("Worth %s of honey.", massOf(m.AddsKg, u))
		r.Steps = []string{"Its queen, if it has one, is found and taken out first."}
	case m.What == colony.Fliers:
		r.Head = fmt.Sprintf("%s and %s change places, %s", from.Code, to.Code, m.On.Short())
		r.Steps = placesSteps(from.Code, to.Code, false)
	case m.What == colony.BroodCombs:
		r.Steps = []string{
			fmt.Sprintf("%s: find the queen. Take %s, capped, with the bees on it, into a covered box.", from.Code, goesOver(m)),
			fmt.Sprintf("%s: hang %s beside its brood. Take as many empty combs from there. Narrow the entrance.", to.Code, it),
			fmt.Sprintf("%s: hang those at the edge of the brood, and close.", from.Code),
		}
	default:
		r.Steps = []string{
			fmt.Sprintf("%s: take %s, brushed off, into a covered box; no honey stands open.", from.Code, goesOver(m)),
			fmt.Sprintf("%s: hang %s where bees reach %s. Take as many empty combs from there.", to.Code, it, it),
			fmt.Sprintf("%s: hang those in their place, and close. Look for robbing at both.", from.Code),
		}
	}
	return r
}
