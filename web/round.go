package web

import (
	"errors"
	"fmt"
	"html/template"
	"net/url"
	"slices"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/look"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/words"
)

// roundView is a walk along the colonies of a yard.
type roundView struct {
	shell
	YardID, Name string
	On, OnISO    string
	TodayISO     string
	End          bool // begun at the other end
	Done, Of     int
	Rows         []roundRow
	Heavy        []string
	LiftLimit    string
	Season       string // of the safety strip: dismissed once a season
	Entry        string
	Said         string
	AllOf        string // what was written to all just now, to be taken back; "": nothing
	ForAll       []option
	Amounts      []*doneField
	Bring        []string
	Later        []string
	Next         string
	NextURL      string
	SummaryURL   string
	OtherEnd     string
	Visit        string
	Open         string // how far hives may be opened today; "": as far as one likes
}

// roundRow is a colony as it stands in the round.
type roundRow struct {
	ID, Code, URL string
	N             int
	Glyph         template.HTML
	Due           []string
	Care          []string
	Expect        []string
	Looked        bool
	Found         []string // on the round's day, as sentences
	State         string
	Alarm         bool
}

// roundQuery is what a page of a round carries: its day and its direction.
type roundQuery struct {
	on  day.Day // 0: not in a round
	end bool
}

func roundQueryOf(c fiber.Ctx) roundQuery {
	d, err := day.Parse(c.Query("round", c.FormValue("round")))
	if err != nil {
		return roundQuery{}
	}
	return roundQuery{d, c.Query("end", c.FormValue("end")) != ""}
}

func (q roundQuery) String() string {
	v := url.Values{"round": {q.on.String()}}
	if q.end {
		v.Set("end", "1")
	}
	return v.Encode()
}

func (q roundQuery) list(yard, page string) string {
	v := url.Values{"on": {q.on.String()}}
	if q.end {
		v.Set("end", "1")
	}
	return "/yards/" + yard + "/round" + page + "?" + v.Encode()
}

func (q roundQuery) stop(colony string) string { return "/colonies/" + colony + "/look?" + q.String() }

func (s *Server) showRound(c fiber.Ctx) error {
	v, _, err := s.roundOf(c)
	if err != nil {
		return err
	}
	if n, err := strconv.Atoi(c.Query("all")); err == nil {
		v.Said = "Written for " + words.Count(n, "colony", "colonies") + "."
		v.AllOf = c.Query("of")
	}
	return s.show(c, "round", v)
}

func (s *Server) roundOf(c fiber.Ctx) (*roundView, app.Round, error) {
	var on day.Day
	if t := c.Query("on"); t != "" {
		var err error
		if on, err = day.Parse(t); err != nil {
			return nil, app.Round{}, &app.FieldError{Field: "date", Say: err.Error()}
		}
	}
	r, err := s.as(c).Round(c.Context(), c.Params("yard"), on)
	if err != nil {
		return nil, r, err
	}
	q := roundQuery{r.On, c.Query("end") != ""}
	if q.end {
		slices.Reverse(r.Stops)
	}
	v := &roundView{
		shell: shell{
			Title: "Round of " + r.Name, Operation: r.Operation, Active: "board", Phone: true,
			Scripts: []string{"round.js"},
		},
		YardID: r.ID, Name: r.Name, On: r.On.Short(), OnISO: r.On.String(), TodayISO: r.Today.String(), End: q.end,
		Of: len(r.Stops), Done: len(r.Stops) - r.Left(), LiftLimit: kgText(r.Units, r.LiftLimitKg),
		Season: r.On.String()[:4], Entry: app.NewID(), SummaryURL: q.list(r.ID, "/summary"),
		OtherEnd: roundQuery{r.On, !q.end}.list(r.ID, ""), Visit: r.Visit.Short(), Open: openText(r),
	}
	v.Today = r.Today.Short()
	v.ForAll, v.Amounts = forAll(r.Units)
	for _, h := range r.Heavy {
		v.Heavy = append(v.Heavy, h.Code+", "+h.Box+": "+kgText(r.Units, h.Kg))
	}
	for i, x := range r.Stops {
		row := roundRowOf(x, i+1, q, r.Units)
		v.Rows = append(v.Rows, row)
		if !row.Looked && v.Next == "" {
			v.Next, v.NextURL = row.Code, row.URL
		}
	}
	return v, r, nil
}

func roundRowOf(x app.Stop, n int, q roundQuery, u measure.Units) roundRow {
	r := roundRow{
		ID: x.Colony, Code: x.Code, URL: q.stop(x.Colony), N: n, Glyph: glyphOf(x.Standing), Care: x.Care, Expect: x.Expect,
		Looked: x.Looked(), Found: foundOn(x.Found(), u),
	}
	r.State, r.Alarm = chipOf(x.Standing)
	for _, a := range x.Advice {
		if a.Action != plan.Leave {
			r.Due = append(r.Due, a.Do)
		}
	}
	return r
}

// foundOn says what the log has of a day.
func foundOn(done []history.Entry, u measure.Units) []string {
	var out []string
	for _, e := range done {
		kind, say := entryWords(e, u)
		out = append(out, kind+": "+words.Lower(say))
		if l := e.Look(); l != nil && l.Health == "suspect" {
			out = append(out, "Brood health suspect: move nothing from it; ask the bee inspector.")
		}
	}
	return out
}

// showSummary ends a round: what was found and what to bring next time.
func (s *Server) showSummary(c fiber.Ctx) error {
	v, r, err := s.roundOf(c)
	if err != nil {
		return err
	}
	v.Title, v.Scripts = "After the round of "+r.Name, nil
	var needs []plan.Need
	for _, x := range r.Stops {
		for _, a := range x.Advice {
			if a.Action != plan.Leave {
				needs = addNeeds(needs, a.Needs)
			}
		}
	}
	for _, n := range needs {
		v.Bring = append(v.Bring, needText(n, r.Units))
	}
	for _, row := range v.Rows {
		if !row.Looked {
			v.Later = append(v.Later, row.Code)
		}
	}
	return s.show(c, "summary", v)
}

// setRound writes the order in which colonies stand.
func (s *Server) setRound(c fiber.Ctx) error {
	yard := c.Params("yard")
	ids := strings.Split(c.FormValue("order"), ",")
	if err := s.as(c).SetRound(c.Context(), yard, ids); err != nil {
		return err
	}
	if c.Get(queueHeader) != "" {
		return c.SendStatus(fiber.StatusNoContent)
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To(
		"/yards/" + yard + "/round?on=" + url.QueryEscape(c.FormValue("on")),
	)
}

// onAll writes one thing for all colonies of a yard but some.
func (s *Server) onAll(c fiber.Ctx) error {
	yard := c.Params("yard")
	val := typedIn(c)
	x := app.OnAll{ID: val("entry"), By: val("by")}
	var err error
	if x.Day, err = day.Parse(val("on")); err != nil {
		return &app.FieldError{Field: "date", Say: err.Error()}
	}
	for _, e := range c.Request().PostArgs().PeekMulti("except") {
		x.Except = append(x.Except, string(e))
	}
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return err
	}
	found := &history.Look{Note: val("note")}
	said, act, err := saidForAll(val("what"), val, set.Units)
	if err != nil {
		return err
	}
	switch what := val("what"); {
	case act:
		x.Acts = said
	case what == "healthy":
		found.Health = "healthy"
	case what == "no-cells":
		found.Cells.Check = "complete"
	case what == "note":
		if found.Note == "" {
			return &app.FieldError{Field: "note", Say: "write what is to be noted for all of them"}
		}
	default:
		return &app.FieldError{Field: "whole yard", Say: "choose what was done or found at all of them"}
	}
	if found.Note != "" || found.Health != "" || found.Cells.Check != "" {
		x.Look = found
	}
	n, err := s.as(c).OnAll(c.Context(), yard, x)
	var field *app.FieldError
	if errors.As(err, &field) {
		return &app.FieldError{
			Field: "whole yard",
			Say:   fmt.Sprintf("done for %s, then %s", words.Count(n, "colony", "colonies"), err.Error()),
		}
	}
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To(
		fmt.Sprintf("/yards/%s/round?on=%s&all=%d&of=%s", yard, x.Day, n, url.QueryEscape(x.ID)),
	)
}

// undoAll takes back what was written to all colonies of a yard at once.
func (s *Server) undoAll(c fiber.Ctx) error {
	yard, val := c.Params("yard"), typedIn(c)
	n, err := s.as(c).UndoOnAll(c.Context(), yard, val("entry"), val("of"))
	if err != nil {
		return err
	}
	to := fmt.Sprintf("/yards/%s/round?undone=%d", yard, n)
	if on := val("on"); on != "" {
		to += "&on=" + url.QueryEscape(on)
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To(to)
}

// roundHead is what the look page shows of the round it is part of.
type roundHead struct {
	Round, End    string // carried along
	List          string
	PrevURL       string
	NextURL, Next string
	Due           []dueItem
	Care          []string
	Expect        []string
	Track, Glyph  template.HTML
	Found         []string
}

// dueItem is an advice with what ticking it writes into the form.
type dueItem struct{ Do, Brief, Tick string }

// inRound sets a look up as a stop of a round: quick, with what is due.
func (v *lookView) inRound(q roundQuery, x app.Colony) {
	expect, done := x.Stop(q.on)
	h := &roundHead{Round: q.on.String(), List: q.list(x.YardID, ""), Expect: expect, Found: foundOn(done, x.Units), Care: x.Standing.Care}
	place, prev, next, nextCode := x.Place, x.Prev, x.Next, x.NextCode
	if q.end {
		h.End = "1"
		place, prev, next, nextCode = x.Of+1-place, next, prev, x.PrevCode
	}
	if place > 1 {
		h.PrevURL = q.stop(prev)
	}
	h.NextURL, h.Next = q.list(x.YardID, "/summary"), "summary"
	if place < x.Of {
		h.NextURL, h.Next = q.stop(next), nextCode
	}
	if x.Assessment != nil {
		for i, a := range x.Assessment.Advice {
			if a.Action != plan.Leave {
				h.Due = append(h.Due, dueItem{a.Do, a.Brief, tickOf(x.TickOf(i), v, x.Units)})
			}
		}
		h.Track = trackOf(x.Standing).Phone()
	}
	if len(x.Standing.Boxes) > 0 {
		h.Glyph = glyphOf(x.Standing)
	}
	v.Round = h
	v.Date, v.Place = q.on.String(), fmt.Sprintf("%d of %d", place, x.Of)
	v.NextCode, v.Next = "", ""
	for i := range v.Boxes {
		v.Boxes[i].Depth = string(look.BySeams)
	}
}

// openText says how far hives may be opened on the day of a round, where that is not as far as one likes.
func openText(r app.Round) string {
	o := r.Open
	day := fmt.Sprintf("Up to %.0f %s", r.Units.Temperature.In(r.Weather.MaxC), r.Units.Temperature.Name)
	if w := r.Weather.WindMS; w != nil && *w >= 5 {
		day += ", windy"
	}
	switch {
	case o.Nest && o.Minutes == 0:
		return ""
	case o.Nest:
		return fmt.Sprintf("%s: a nest stands open %.0f minutes at most.", day, o.Minutes)
	case o.Lid && r.Weather.RainMM > 2:
		return "Rain: only seams from above and feeders; leave the nests shut."
	case o.Lid:
		return day + ": seams from above and feeders only; leave the nests shut."
	}
	return day + ": heft them and watch the entrances; no lid comes off."
}
