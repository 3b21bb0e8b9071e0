package web

import (
	"github.com/gofiber/fiber/v3"

	"kembo/core/words"
)

// goneView is the page of the colonies that are no more.
type goneView struct {
	shell
	Count string
	Years []goneYear
}

// goneYear is what went in a year.
type goneYear struct {
	Year int
	Say  string // as in "3 lost, 1 united"
	Rows []goneRow
}

type goneRow struct{ ID, Code, Yard, Date, Say, Into, IntoCode string }

func (s *Server) showGone(c fiber.Ctx) error {
	all, err := s.as(c).Ended(c.Context())
	if err != nil {
		return err
	}
	v := &goneView{
		shell: shell{Title: "Colonies that are no more", Active: "board"}, Count: words.Count(len(all), "colony", "colonies"),
	}
	lost := map[int]int{}
	for _, x := range all {
		year := x.Day.Time().Year()
		if n := len(v.Years); n == 0 || v.Years[n-1].Year != year {
			v.Years = append(v.Years, goneYear{Year: year})
		}
		y := &v.Years[len(v.Years)-1]
		if x.How.Loss() {
			lost[year]++
		}
		y.Rows = append(y.Rows, goneRow{
			x.ID, x.Code, x.Yard, x.Day.Short(), words.Capital(x.How.Words()), x.Into, x.IntoCode,
		})
	}
	for i := range v.Years {
		y := &v.Years[i]
		y.Say = words.Count(len(y.Rows), "colony", "colonies") + ", of which " +
			words.Count(lost[y.Year], "was lost", "were lost")
	}
	return s.show(c, "gone", v)
}

// moreView is the page that leads to what the phone's bar has no place for.
type moreView struct {
	shell
	Ways []lifeWay
}

func (s *Server) showMore(c fiber.Ctx) error {
	b, err := s.as(c).Board(c.Context(), "")
	if err != nil {
		return err
	}
	v := &moreView{shell: shell{Title: "More", Active: "more"}}
	if b.Yard != nil {
		v.Ways = append(v.Ways, lifeWay{
			"/yards/" + b.Yard.ID + "/colonies/new", "New colony", "As found, a nuc, a package, a swarm; one or many.",
		})
	}
	v.Ways = append(v.Ways, []lifeWay{
		{"/yards", "Yards", "All of them, to find one or to change it."},
		{"/yards/new", "New yard", "A place where hives stand."},
		{"/trips", "When to go", "What each day costs each yard, and what a trip takes."},
		{"/harvest", "Harvest", "What may be taken, what must stay, and what is held."},
		{"/lots", "Honey in lots", "From the extractor to the jar, each kilogram by its hives."},
		{"/crop", "What came off", "Kilograms by colony, yard and day."},
		{"/medicines", "Feeds and treatments", "The book for the inspector, to print or as CSV."},
		{"/rearing", "Rear queens", "Grafts with their calendar, cells and what came of them, and who wants one."},
		{"/balance", "Even out a yard", "Who lacks, who can spare, and what is carried from hive to hive."},
		{"/follow-up", "What came of it", "Supers, boxes, combs and queens: whether they did what they should."},
		{"/stock", "Stock", "Boxes, combs, foundation, feeders, sugar in store."},
		{"/yours", "Copies and export", "When the last copy was made; all data as one open file."},
		{"/gone", "Colonies that are no more", "Died, sold, united; their books."},
		{"/culls", "Combs to cull", "What should come out of the hives."},
		{"/formats", "Hives", "Box formats, those of the catalogue and your own."},
		{"/guide", "Guide", "The first hour, the round, the year, the records."},
		{"/settings", "Settings", "Units, limits, thresholds, the name of the operation."},
		{"/devices", "Devices", "Phones that may reach Kembo."},
		{"/shorthand", "The line", "How a look is written in one line."},
		{"/pocket", "Pocket card", "The notation, to print."},
	}...)
	return s.show(c, "more", v)
}
