package web

import (
	"github.com/gofiber/fiber/v3"

	"kembo/core/history"
	"kembo/core/words"
)

// deadView is what is told of a colony that was lost.
type deadView struct {
	Held, Seen bool
	Causes     []history.Cause
}

// goingThrough is the form with which a hive that was lost is gone through.
func (s *Server) goingThrough() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			x, err := s.as(c).Form(c.Context(), c.Params("colony"))
			if err != nil {
				return nil, err
			}
			p := aboutColony(x, "dead", "Go through "+x.Code)
			p.Button = "Store"
			p.Say = "Comb by comb, with the entrance shut. What is found says what it likely died of, and whether its combs may be used."
			found := formField{Kind: "ticks", Name: "signs", Label: "Found"}
			for _, sign := range history.Signs() {
				found.Options = append(found.Options, option{string(sign), sign.Asks()})
			}
			p.Fields = []formField{
				tickOf1("every", "Every comb that had brood was looked at", false), found,
				tickOf1("free", "Its combs and honey may be used again", false),
				{Kind: "area", Name: "note", Label: "Note"}, onField(x.Today),
			}
			if g := x.Believed.GoneThrough; g != nil {
				for _, sign := range g.Signs {
					p.at("signs").Chosen = append(p.at("signs").Chosen, string(sign))
				}
			}
			p.Cautions = []string{
				"Where brood may have been sick: stop, close the hive against robbing, clean tools and gloves, and call the inspector. " +
					"Never guess a diagnosis.",
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			d := &history.DeadOut{Every: p.val("every") != "", Free: p.val("free") != "", Note: p.val("note")}
			for _, v := range p.at("signs").Chosen {
				d.Signs = append(d.Signs, history.Sign(v))
			}
			e := history.Entry{ID: p.Entry, Day: on, Kind: history.KindDeadOut, Body: d}
			return "/colonies/" + id, s.as(c).Record(c.Context(), id, e)
		},
	}
}

// deadOutWords says what was found.
func deadOutWords(d *history.DeadOut) (kind, say string) {
	var out []string
	for _, s := range d.Signs {
		out = append(out, words.Lower(s.Asks()))
	}
	switch {
	case len(out) == 0 && d.Every:
		out = append(out, "nothing found on any comb")
	case len(out) == 0:
		out = append(out, "nothing found")
	}
	say = words.Capital(words.List(out...)) + ". "
	if d.Free {
		return "Gone through", say + "Its combs may be used again."
	}
	return "Gone through", say + "Its combs are held."
}
