package web

import (
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/core/words"
)

// foundView is the page of what was found.
type foundView struct {
	shell
	Query string
	Say   string
	Parts []foundPart
}

// foundPart is what was found of one kind.
type foundPart struct {
	Name string
	Rows []foundRow
}

type foundRow struct{ To, Name, Say string }

// find looks for a part of a code, a yard, a queen or a note; the colony that has just
// that code is opened at once.
func (s *Server) find(c fiber.Ctx) error {
	v := &foundView{shell: shell{Title: "Find", Active: "board"}, Query: strings.TrimSpace(c.Query("q"))}
	if v.Query == "" {
		v.Say = "Give a part of a code, of a yard’s name, of a queen’s mark or line, or of a note."
		return s.show(c, "find", v)
	}
	found, err := s.as(c).Find(c.Context(), v.Query)
	if err != nil {
		return err
	}
	for _, x := range found.Colonies {
		if x.Ended == 0 && x.Now == "" && strings.EqualFold(x.Code, v.Query) {
			return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + x.ID)
		}
	}
	add := func(name string, rows []foundRow) {
		if len(rows) > 0 {
			v.Parts = append(v.Parts, foundPart{name, rows})
		}
	}
	var colonies, yards, queens, notes []foundRow
	for _, x := range found.Colonies {
		say := x.Yard
		if x.Now != "" {
			say += ", now " + x.Now
		}
		if x.Ended > 0 {
			say += ", " + x.How.Words() + " " + x.Ended.Long()
		}
		colonies = append(colonies, foundRow{"/colonies/" + x.ID, x.Code, say})
	}
	for _, y := range found.Yards {
		yards = append(yards, foundRow{"/yards/" + y.ID, y.Name, ""})
	}
	for _, q := range found.Queens {
		queens = append(queens, foundRow{"/queens/" + q.ID, words.Capital(q.Words()), q.Code})
	}
	for _, n := range found.Notes {
		notes = append(notes, foundRow{
			"/colonies/" + n.Colony + "/book/" + n.Entry, n.Code + ", " + n.Day.Long(), n.Note,
		})
	}
	add("Colonies", colonies)
	add("Yards", yards)
	add("Queens", queens)
	add("Notes", notes)
	if len(v.Parts) == 0 {
		v.Say = "Nothing has “" + v.Query + "” in its code, name, mark or note."
		c.Status(fiber.StatusNotFound)
	}
	if len(v.Parts) == 1 && len(v.Parts[0].Rows) == 1 {
		return c.Redirect().Status(fiber.StatusSeeOther).To(v.Parts[0].Rows[0].To)
	}
	return s.show(c, "find", v)
}
