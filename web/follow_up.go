package web

import (
	"fmt"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/words"
)

// followUpView is what came of what was done at a yard.
type followUpView struct {
	shell
	Yard   string
	Yards  []lifeWay
	Rows   []followUpRow
	Open   []followUpLine
	Broken []followUpLine
	More   string // how many more did not do what they should
}

// followUpRow is how often one kind of thing did what it should.
type followUpRow struct {
	Words, Done, Told, Kept string
	Share                   int // per cent, of those told
	Some                    bool
}

// followUpLine is one thing done.
type followUpLine struct {
	To, Code, Say, When string
	Now                 bool // it shows by now
}

// followUpMost is as many as are told of what did not do what it should. Rounding.
const followUpMost = 20

// showFollowUp shows what came of what was done at a yard, the first where none is named.
func (s *Server) showFollowUp(c fiber.Ctx) error {
	ys, err := s.as(c).Yards(c.Context())
	if err != nil {
		return err
	}
	v := &followUpView{shell: shell{Title: "What came of it", Active: "more"}}
	yard := c.Params("yard")
	for _, y := range ys {
		v.Yards = append(v.Yards, lifeWay{Name: y.Name, To: "/yards/" + y.ID + "/follow-up"})
	}
	if yard == "" && len(ys) > 0 {
		yard = ys[0].ID
	}
	if yard == "" {
		return s.show(c, "follow-up", v)
	}
	f, err := s.as(c).FollowUps(c.Context(), yard)
	if err != nil {
		return err
	}
	v.Yard = f.Yard
	for _, t := range f.Tally() {
		r := followUpRow{Words: upperFirst(t.Words), Done: fmt.Sprint(t.Done), Told: fmt.Sprint(t.Told), Kept: "–"}
		if t.Told > 0 {
			r.Some, r.Share = true, 100*t.Kept/t.Told
			r.Kept = fmt.Sprintf("%d of %d", t.Kept, t.Told)
		}
		v.Rows = append(v.Rows, r)
	}
	for _, x := range f.Open() {
		l := lineOf(x, lookFor)
		l.Now = x.From <= f.Today
		l.When = "from " + x.From.Short()
		if l.Now {
			l.When = "now, best by " + x.By.Short()
		}
		v.Open = append(v.Open, l)
	}
	all := f.Broken()
	for _, x := range all[:min(len(all), followUpMost)] {
		l := lineOf(x, foundNot)
		l.When = "looked " + x.Looked.Short()
		v.Broken = append(v.Broken, l)
	}
	if n := len(all) - len(v.Broken); n > 0 {
		v.More = words.Count(n, "other", "others") + " before."
	}
	return s.show(c, "follow-up", v)
}

func lineOf(x app.FollowedUp, say map[history.Promise]string) followUpLine {
	return followUpLine{To: "/colonies/" + x.Colony, Code: x.Code, Say: fmt.Sprintf(say[x.Promise], x.Done.Short())}
}

// lookFor and foundNot say what a look is to tell, and that it told otherwise; %s is the day that it was done.
var (
	lookFor = map[history.Promise]string{
		history.SuperUsed:    "super put on %s: are they in it?",
		history.BroodInBox:   "box given to the nest %s: does she lay in it?",
		history.BroodInCombs: "combs hung in the nest %s: does she lay in them?",
		history.EggsOfQueen:  "queen given %s: eggs?",
		history.NoNewCells:   "cells taken down %s: new ones?",
		history.DonorBack:    "brood given away %s: four combs of it again?",
		history.HoneyOpened:  "honey alternated %s: do they open it?",
	}
	foundNot = map[history.Promise]string{
		history.SuperUsed:    "super put on %s was not in use",
		history.BroodInBox:   "box given to the nest %s held no brood",
		history.BroodInCombs: "combs hung in the nest %s held no brood",
		history.EggsOfQueen:  "queen given %s: no eggs were found",
		history.NoNewCells:   "cells taken down %s: there were new ones",
		history.DonorBack:    "brood given away %s: fewer than four combs of it",
		history.HoneyOpened:  "honey alternated %s was not opened",
	}
)
