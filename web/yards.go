package web

import (
	"strings"

	"kembo/core/words"

	"github.com/gofiber/fiber/v3"
)

// yardsView is the page of all yards.
type yardsView struct {
	shell
	Query, Count string
	Yards        []yardLink
	More         int // that are not shown
}

// listMost is how many yards one page lists.
const listMost = 200

func (s *Server) showYards(c fiber.Ctx) error {
	all, err := s.as(c).Yards(c.Context())
	if err != nil {
		return err
	}
	v := &yardsView{
		shell: shell{Title: "Yards", Active: "board"},
		Query: strings.TrimSpace(c.Query("q")),
		Count: words.Count(len(all), "yard", "yards"),
	}
	for _, y := range all {
		switch {
		case !strings.Contains(strings.ToLower(y.Name), strings.ToLower(v.Query)):
		case len(v.Yards) == listMost:
			v.More++
		default:
			v.Yards = append(v.Yards, yardLinkOf(y, false))
		}
	}
	return s.show(c, "yards", v)
}
