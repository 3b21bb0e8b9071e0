package web

import (
	"errors"
	"fmt"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/words"
)

// rearingView is the page on which queens are raised.
type rearingView struct {
	shell
	Batches []batchView
	Wants   []wantView
	Day     string
	Entry   string
	Err     string
	Typed   map[string]string // what stood in the fields that were refused
}

// batchView is a graft.
type batchView struct {
	Builder, Code, Graft string
	Head, Say, Drones    string
	Weather              string
	Steps                []stepView
	Given                []givenView
	Left                 string
	CanGive, CanCount    bool
	EntryID, TakenID     string
	Day                  string // today
}

// givenView is a cell in a hive.
type givenView struct{ To, Code, When, Say string }

// wantView is a hive that wants a queen.
type wantView struct{ To, Code, Yard, Why, By string }

func (s *Server) showRearing(c fiber.Ctx) error {
	v, err := s.rearing(c, "")
	if err != nil {
		return err
	}
	return s.show(c, "rearing", v)
}

func (s *Server) rearing(c fiber.Ctx, wrong string) (*rearingView, error) {
	r, err := s.as(c).Rearing(c.Context())
	if err != nil {
		return nil, err
	}
	v := &rearingView{
		shell: shell{Title: "Rear queens", Operation: r.Operation, Active: "more", Today: r.Today.Short()},
		Day:   r.Today.String(), Entry: app.NewID(), Err: wrong, Typed: map[string]string{},
	}
	for _, key := range []string{"code", "cells", "from"} {
		v.Typed[key] = c.FormValue(key)
	}
	for _, b := range r.Batches {
		v.Batches = append(v.Batches, batchOf(b, r.Today))
	}
	for _, w := range r.Wants {
		x := wantView{To: "/colonies/" + w.Colony, Code: w.Code, Yard: w.Yard, Why: w.Why}
		if w.By > 0 && !strings.Contains(w.Why, w.By.Short()) {
			x.By = "by " + w.By.Short()
		}
		v.Wants = append(v.Wants, x)
	}
	return v, nil
}

func batchOf(b app.Batch, today day.Day) batchView {
	v := batchView{
		Builder: b.Colony, Code: b.Code, Graft: b.Graft.Entry, EntryID: app.NewID(), TakenID: app.NewID(), Day: today.String(),
		Head: fmt.Sprintf("%s grafted into %s on %s", words.Count(b.Graft.Cells, "larva", "larvae"), b.Code, b.Graft.Day.Short()),
	}
	v.Head = words.Capital(v.Head)
	switch {
	case b.Graft.Taken >= 0:
		v.Say = fmt.Sprintf("%d were taken.", b.Graft.Taken)
	case today >= b.Due.Taken:
		v.Say = "Nobody has looked yet how many were taken."
	}
	if b.Graft.From != "" {
		v.Say = "From " + b.Graft.From + ". " + v.Say
	}
	v.CanCount, v.CanGive = b.Graft.Taken < 0 && today > b.Graft.Day, today >= b.Due.Ripe-1 && b.Left() > 0
	v.Left = words.Count(b.Left(), "cell", "cells") + " left"
	v.Drones = b.Due.Drones(today, false, false)
	if b.Mated > 0 {
		v.Weather = fmt.Sprintf("By the weather they are likely mated by %s, after %s fit to fly.", b.Mated.Short(),
			words.Count(int(b.FitDays+1.0/2), "day", "days"))
	}
	for _, x := range b.Due.Steps(b.Mated) {
		when := x.From.Short()
		if x.To > x.From {
			when += " to " + x.To.Short()
		}
		v.Steps = append(v.Steps, stepView{
			When: when, Say: x.Say + ".", Alone: x.Alone, Now: today >= x.From && today <= x.To, Past: today > x.To,
		})
	}
	for _, g := range b.Given {
		x := givenView{To: "/colonies/" + g.Colony, Code: g.Code, When: g.Day.Short(), Say: "no look has told yet"}
		switch {
		case g.Looked > 0 && g.Kept:
			x.Say = "eggs seen on " + g.Looked.Short()
		case g.Looked > 0:
			x.Say = "no eggs on " + g.Looked.Short()
		case g.By > 0:
			x.Say = "look for eggs by " + g.By.Short()
		}
		v.Given = append(v.Given, x)
	}
	return v
}

// doRearing writes a graft, what was taken of one, or a cell that was given.
func (s *Server) doRearing(c fiber.Ctx) error {
	on, err := day.Parse(c.FormValue("day"))
	if err != nil {
		err = &app.FieldError{Field: "day", Say: err.Error()}
	} else {
		err = s.rear(c, on)
	}
	var field *app.FieldError
	switch {
	case err == nil:
		return c.Redirect().Status(fiber.StatusSeeOther).To("/rearing")
	case !errors.As(err, &field):
		return err
	}
	v, err := s.rearing(c, sentence(field))
	if err != nil {
		return err
	}
	c.Status(fiber.StatusUnprocessableEntity)
	return s.show(c, "rearing", v)
}

func (s *Server) rear(c fiber.Ctx, on day.Day) error {
	entry, code := c.FormValue("entry"), c.FormValue("code")
	if what := c.FormValue("what"); what == "give" {
		return s.as(c).GiveCell(c.Context(), code, entry, on, c.FormValue("builder"), c.FormValue("graft"))
	}
	n, err := strconv.Atoi(c.FormValue("cells"))
	if err != nil {
		return &app.FieldError{Field: "cells", Say: "say how many, as a whole number"}
	}
	return s.as(c).Grafted(c.Context(), code, entry, on, history.Graft{Cells: n, Of: c.FormValue("graft"), From: c.FormValue("from")})
}

// graftWords says a graft for the log.
func graftWords(g *history.Graft) (kind, say string) {
	if g.Of != "" {
		return "Cells counted", words.Capital(words.Count(g.Cells, "cell", "cells")) + " taken."
	}
	say = words.Capital(words.Count(g.Cells, "larva", "larvae")) + "."
	if g.From != "" {
		say = words.Capital(words.Count(g.Cells, "larva", "larvae")) + " of " + g.From + "."
	}
	return "Grafted", say
}
