package web

import (
	"context"
	"fmt"
	"net/url"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/queen"
)

// makingColony is the form for a colony that is made, or for many that are alike.
func (s *Server) makingColony() asks {
	return asks{page: s.colonyPage, do: s.makeColony}
}

// asDrawn is the value of a choice for combs.
func asDrawn(drawn bool) string {
	if drawn {
		return "drawn"
	}
	return "foundation"
}

var drawnOrNot = []option{{"drawn", "Drawn"}, {"foundation", "Foundation"}}

func (s *Server) colonyPage(c fiber.Ctx) (*formPage, error) {
	y, err := s.as(c).Yard(c.Context(), c.Params("yard"))
	if err != nil {
		return nil, err
	}
	b, err := s.as(c).Board(c.Context(), y.ID)
	if err != nil {
		return nil, err
	}
	nests, err := s.formatChoices(c)
	if err != nil {
		return nil, err
	}
	supers, err := everyFormat(c.Context(), s.as(c))
	if err != nil {
		return nil, err
	}
	yards, err := s.yardChoice(c.Context(), s.as(c))
	if err != nil {
		return nil, err
	}
	last, ok, err := s.as(c).LastLike(c.Context(), c.Query("like"))
	if err != nil {
		return nil, err
	}
	if !ok {
		last = app.NewColony{NestFormat: "langstroth-deep-10", NestBoxes: 1, Excluder: true, Drawn: true}
	}
	last.NestBoxes = max(last.NestBoxes, 1)
	count := func(n int) string {
		if n == 0 {
			return ""
		}
		return strconv.Itoa(n)
	}
	half := func(f formField) formField { f.Half = true; return f }
	help := func(f formField, text string) formField { f.Help = text; return f }
	when := func(f formField, values string) formField { f.When = values; return f }
	called := func(f formField, names ...string) formField { f.Called = names; return f }
	hint := func(f formField, text string) formField { f.Placeholder = text; return f }
	var begins []option
	for _, h := range history.Beginnings {
		if h != history.AsSplit { // is made on the page of its parent
			begins = append(begins, option{string(h), beginWords[h]})
		}
	}
	p := &formPage{
		shell: shell{Title: "New colony", Active: "board"}, Head: "New colony in " + y.Name,
		Action: "/yards/" + y.ID + "/colonies", Button: "Make it", Another: "Make it, and another",
		Back: "/yards/" + y.ID, BackTo: y.Name,
		Say: "A split of a colony that you have is made from that colony’s page.", More: "/yards/" + y.ID + "/colonies/many",
		MoreSay: "Many from a table or a CSV file",
	}
	if n := c.Query("made"); n != "" {
		p.Done = n + " is made."
	}
	p.Fields = []formField{
		hint(half(text("code", "Code")), "QL-04"),
		help(called(number("count", "How many like it", "1"), "how many"), "Codes are counted on: QL-04, QL-05, …"),
		half(choiceOf("yard", "Yard", y.ID, yards...)), dateField("on", "Here since", b.Yard.Today),
		radiosOf("began", "It is", string(history.AsFound), begins...),
		when(help(called(number("bees_kg", "Bees, as weighed or guessed", ""), "bees"), "A package says what it weighs; a swarm "+
			"the size of a football is about 1 kg."), "package swarm"),
		when(number("seams", "or seams that they fill", ""), "swarm"),
		when(radiosOf("loose", "Its queen", "", option{"", "Is in a cage"}, option{"1", "Was let in loose"}), "package"),
		when(radiosOf("cast", "The swarm", "", option{"", "Has an old queen, or not known"},
			option{"1", "Is a cast, with a virgin"}), "swarm"),
		when(number("brood", "Frames of brood", ""), "nuc"), when(number("honey", "Frames of honey", ""), "nuc"),
		when(number("pollen", "Frames of pollen", ""), "nuc"), when(number("nuc_seams", "Seams of bees", ""), "nuc"),
		{Kind: "head", Label: "Its hive"},
		choiceOf("format", "Brood box", last.NestFormat, nests...),
		number("nest", "Brood boxes", count(last.NestBoxes)),
		hint(called(number("nest_frames", "Frames in each", count(last.NestFrames)), "frames in each nest box"), "as many as it takes"),
		radiosOf("nest_combs", "Its combs", asDrawn(!last.Undrawn), drawnOrNot...),
		number("supers", "Supers", strconv.Itoa(last.Supers)),
		hint(called(number("super_frames", "Frames in each super", count(last.SuperFrames)), "frames in each super"),
			"as many as it takes"),
		choiceOf("super_format", "Super", last.SuperFormat, append([]option{{"", "As goes with the brood box"}}, supers...)...),
		radiosOf("comb", "Supers are", asDrawn(last.Drawn || !ok), drawnOrNot...),
		tickOf1("excluder", "Excluder under the supers", last.Excluder),
		{Kind: "head", Label: "Its queen"},
		called(yearField(0), "queen's year"), markField(""),
		half(choiceOf("origin", "She was", "", option{"", "Not known"}, option{string(queen.Bought), "Bought"},
			option{string(queen.Bred), "Bred here"}, option{string(queen.Raised), "Raised by her bees"})),
		half(text("source", "Breeder or line")),
		tickOf1("clipped", "Her wing is clipped", false),
		tickOf1("known", "I know what it was fed and treated with: nothing that bars its honey", false),
	}
	p.at("year").Name, p.at("queen").Label = "queen", "Queen’s year"
	return p, nil
}

var beginWords = map[history.Beginning]string{
	history.AsFound: "A colony", history.AsNuc: "A nuc", history.AsPackage: "A package", history.AsSwarm: "A swarm",
	history.BroughtIn: "Bought, with its hive",
}

func (s *Server) makeColony(c fiber.Ctx, p *formPage) (string, error) {
	n := app.NewColony{
		ID: p.Entry, Yard: p.val("yard"), Code: p.val("code"), NestFormat: p.val("format"),
		Undrawn: p.val("nest_combs") == "foundation", SuperFormat: p.val("super_format"),
		Drawn: p.val("comb") != "foundation", Excluder: p.val("excluder") != "", Clipped: p.val("clipped") != "",
		Mark: p.val("mark"), QueenFrom: queen.Origin(p.val("origin")), QueenSource: p.val("source"),
		HistoryKnown: p.val("known") != "",
		Began: history.Began{
			How: history.Beginning(p.val("began")), Cast: p.val("cast") != "", Loose: p.val("loose") != "",
		},
	}
	if n.Yard == "" { // a page from before it was asked
		n.Yard = c.Params("yard")
	}
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return "", err
	}
	count := 1
	read := []func() error{
		func() (err error) { n.NestBoxes, err = p.whole("nest", "a nest has 1 to 4 boxes"); return err },
		func() (err error) {
			n.NestFrames, err = p.whole("nest_frames", "give a whole number, or none")
			return err
		},
		func() (err error) { n.Supers, err = p.whole("supers", "give 0 to 8 supers"); return err },
		func() (err error) {
			n.SuperFrames, err = p.whole("super_frames", "give a whole number, or none for as many as it takes")
			return err
		},
		func() (err error) {
			n.QueenYear, err = p.whole("queen", "that is not a year; write it as 2025, or leave it empty")
			return err
		},
		func() (err error) {
			if p.val("on") != "" {
				n.On, err = p.day("on")
			}
			return err
		},
		func() (err error) {
			if p.val("count") != "" {
				count, err = p.whole("count", "give how many colonies are made")
			}
			return err
		},
		func() (err error) { return nucFrom(p, &n) },
		func() (err error) {
			if n.Began.How == history.AsPackage || n.Began.How == history.AsSwarm {
				if n.Began.BeesKg, err = p.number("bees_kg", set.Units.Mass); err == nil {
					n.Began.Seams, err = p.number("seams", measure.Unit{})
				}
			}
			return err
		},
	}
	for _, f := range read {
		if err := f(); err != nil {
			return "", err
		}
	}
	if err := s.as(c).MakeColonies(c.Context(), n, count); err != nil {
		return "", err
	}
	switch {
	case c.FormValue("then") == "another":
		made := strings.ToUpper(n.Code)
		if count > 1 {
			made = fmt.Sprintf("%s and %d more", made, count-1)
		}
		return "/yards/" + n.Yard + "/colonies/new?made=" + url.QueryEscape(made), nil
	case count > 1:
		return "/yards/" + n.Yard, nil
	case n.Began.How == history.AsPackage || n.Began.How == history.AsSwarm || n.Found != nil:
		return "/colonies/" + n.ID, nil
	}
	return "/colonies/" + n.ID + "/look", nil
}

// nucFrom reads what was in a nuc.
func nucFrom(p *formPage, n *app.NewColony) error {
	if n.Began.How != history.AsNuc {
		return nil
	}
	var x look.Counts
	for _, f := range []struct {
		name string
		into *float64
	}{{"brood", &x.Brood}, {"honey", &x.Honey}, {"pollen", &x.Pollen}, {"nuc_seams", &n.FoundSeams}} {
		var err error
		if *f.into, err = p.number(f.name, measure.Unit{}); err != nil {
			return err
		}
	}
	if x != (look.Counts{}) {
		n.Found = &x
	}
	return nil
}

// formatChoices lists the boxes for a nest: the user's own first, then the
// catalogue in wood and in polystyrene.
func (s *Server) formatChoices(c fiber.Ctx) ([]option, error) {
	own, shipped, err := s.as(c).Formats(c.Context())
	var out, poly []option
	for _, f := range own {
		out = append(out, option{f.Key, f.Name})
	}
	for _, f := range shipped {
		if f.Super {
			continue
		}
		out = append(out, option{f.Key, f.Name})
		if p, err := hive.FormatFor(f.Key + "-poly"); err == nil {
			poly = append(poly, option{p.Key, p.Name})
		}
	}
	return append(out, poly...), err
}

// everyFormat lists every box that can be put on a hive: the user's own, the
// catalogue, boxes with shorter frames in them, and polystyrene.
func everyFormat(ctx context.Context, svc *app.Service) ([]option, error) {
	own, shipped, err := svc.Formats(ctx)
	var out, mixed, poly []option
	for _, f := range own {
		out = append(out, option{f.Key, f.Name})
	}
	for _, f := range shipped {
		out = append(out, option{f.Key, f.Name})
		for _, frames := range []string{"medium", "shallow", "super"} {
			if m, err := hive.FormatFor(f.Key + "/" + frames); err == nil {
				mixed = append(mixed, option{m.Key, m.Name})
			}
		}
		if p, err := hive.FormatFor(f.Key + "-poly"); err == nil {
			poly = append(poly, option{p.Key, p.Name})
		}
	}
	return append(append(out, mixed...), poly...), err
}
