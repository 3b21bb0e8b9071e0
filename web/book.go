package web

import (
	"fmt"
	"html/template"
	"net/url"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/shorthand"
)

// bookView is the page of all that was ever written of a colony.
type bookView struct {
	shell
	ID, Code, Yard string
	Count          string
	Filters        []bookFilter
	Rows           []bookRow
	Older, Newer   string
	Note           string
	Empty          string
}

// bookFilter is a kind of entry to choose.
type bookFilter struct {
	To, Name string
	On       bool
}

// bookRow is an entry of a book.
type bookRow struct {
	ID, To, Date, Kind, Say, By string
	State                       string // what became of it; "" it stands
	With                        string
	Line                        string
	Month                       string // said over the first row of it
}

// Groups of kinds, as the filter names them.
var bookGroups = []struct {
	key, name string
	kinds     []history.Kind
}{
	{"looks", "Looks", []history.Kind{history.KindLook}},
	{"weights", "Weights", []history.Kind{history.KindWeighing}},
	{"boxes", "Boxes and combs", []history.Kind{
		"box_on", "box_off", "box_moved", "boxes_changed", "combs_swapped", "frame_moved", "combs_turned", "combs_scraped",
		"combs_uncapped", "arranged", "harvested", history.KindCombs,
	}},
	{"feeds", "Feeds and treatments", []history.Kind{history.KindFeed, history.KindTreatment}},
	{"health", "Mites and brood", []history.Kind{history.KindMites, history.KindInspect}},
	{"queens", "Queens", []history.Kind{
		"queen_given", "queen_moved", "queen_caged", "queen_found", "queen_noted", "queen_gone", "queen_raised",
	}},
	{"life", "Its life", []history.Kind{
		history.KindStack, history.KindPlaced, "swarm_left", "ended", "several", "bees_moved", "entrance", "guard",
	}},
}

// bookPage is how many entries a page of a book has.
const bookPage = 40

func (s *Server) showBook(c fiber.Ctx) error {
	b, err := s.as(c).Book(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	v := bookOf(b, c.Query("kind"), c.Query("all") != "", pageIn(c))
	return s.show(c, "book", v)
}

// pageIn is the page of a list that is asked for, from 0.
func pageIn(c fiber.Ctx) int {
	n, err := strconv.Atoi(c.Query("page"))
	if err != nil || n < 1 {
		return 0
	}
	return min(n, 1<<20)
}

func bookOf(b app.Book, kind string, all bool, page int) *bookView {
	v := &bookView{
		shell: shell{Title: "Book of " + b.Code, Operation: b.Operation, Active: "board", Today: b.Today.Short()}, ID: b.ID,
		Code: b.Code, Yard: b.YardName,
	}
	var of []history.Kind
	for _, g := range bookGroups {
		if g.key == kind {
			of = g.kinds
		}
	}
	var shown []app.BookEntry
	gone := 0
	for _, e := range b.Entries {
		if e.Kind == history.KindUndo && !all || of != nil && !slices.Contains(of, e.Kind) {
			continue
		}
		if !e.Stands && e.Kind != history.KindUndo {
			gone++
			if !all {
				continue
			}
		}
		shown = append(shown, e)
	}
	to := func(kind string, all bool, page int) string {
		q := url.Values{}
		if kind != "" {
			q.Set("kind", kind)
		}
		if all {
			q.Set("all", "1")
		}
		if page > 0 {
			q.Set("page", strconv.Itoa(page))
		}
		u := "/colonies/" + b.ID + "/book"
		if len(q) > 0 {
			u += "?" + q.Encode()
		}
		return u
	}
	v.Filters = append(v.Filters, bookFilter{to("", all, 0), "All", of == nil})
	for _, g := range bookGroups {
		v.Filters = append(v.Filters, bookFilter{to(g.key, all, 0), g.name, g.key == kind})
	}
	name := "With what was corrected or taken back"
	if gone > 0 {
		name = fmt.Sprintf("%s, %d", name, gone)
	}
	v.Filters = append(v.Filters, bookFilter{to(kind, !all, 0), name, all})
	from := min(page*bookPage, len(shown))
	until := min(from+bookPage, len(shown))
	if from > 0 {
		v.Newer = to(kind, all, page-1)
	}
	if until < len(shown) {
		v.Older = to(kind, all, page+1)
	}
	v.Count = fmt.Sprintf("%d to %d of %d, the latest first", from+1, until, len(shown))
	if len(shown) == 0 {
		v.Count, v.Empty = "", "Nothing of this kind is in its book."
	}
	month := ""
	for _, e := range shown[from:until] {
		r := bookRowOf(b, e)
		if m := e.Day.Time().Format("January 2006"); m != month {
			month, r.Month = m, m
		}
		v.Rows = append(v.Rows, r)
	}
	return v
}

// bookRowOf says an entry of a book.
func bookRowOf(b app.Book, e app.BookEntry) bookRow {
	kind, say := bookWords(b, e)
	r := bookRow{
		ID: e.ID, To: "/colonies/" + b.ID + "/book/" + e.ID, Date: e.Day.Short(), Kind: kind, Say: say, By: writtenBy(e),
	}
	if len(e.With) > 0 {
		r.With = "Also in the book of " + strings.Join(e.With, ", ") + "."
	}
	r.State = stateOf(e)
	if l := e.Look(); l != nil && onHive(l, b.Believed.Stack) {
		r.Line = shorthand.Format(shorthand.Line{Look: l}, shorthand.BoxesOf(b.Believed.Stack))
	}
	return r
}

// onHive reports whether all boxes of a look are on the hive as it is now: only then
// can it be told in one line.
func onHive(l *history.Look, st hive.Stack) bool {
	for _, x := range l.Boxes {
		if st.BoxAt(x.Box) < 0 {
			return false
		}
	}
	return true
}

// stateOf says what became of an entry; "" where it stands.
func stateOf(e app.BookEntry) string {
	switch {
	case e.Stands && e.Was != nil && e.Kind != history.KindUndo:
		return "corrected"
	case e.Stands:
		return ""
	case e.Now != nil && e.Now.Kind == history.KindUndo:
		return "taken back " + instant(e.Now.At)
	case e.Now != nil:
		return "corrected " + instant(e.Now.At)
	}
	return "does not stand"
}

// bookWords says an entry with what it takes back.
func bookWords(b app.Book, e app.BookEntry) (kind, say string) {
	if e.Kind != history.KindUndo {
		return entryWords(e.Entry, b.Units)
	}
	kind = "Taken back"
	for _, x := range b.Entries {
		if x.ID == e.Supersedes {
			of, _ := entryWords(x.Entry, b.Units)
			return kind, strings.ToUpper(of[:1]) + of[1:] + " of " + x.Day.Short() + "."
		}
	}
	return kind, ""
}

// writtenBy says who wrote an entry, and when where that was another day.
func writtenBy(e app.BookEntry) string {
	at, err := time.Parse(time.RFC3339, e.At)
	if err != nil || day.From(at) == e.Day {
		return e.By
	}
	return e.By + ", written " + instant(e.At)
}

func instant(at string) string {
	t, err := time.Parse(time.RFC3339, at)
	if err != nil {
		return at
	}
	return t.Format("2 Jan 2006")
}

// entryView is the page of one entry.
type entryView struct {
	shell
	ID, Code, Entry, NewID string
	Date, Kind, Say, By    string
	State                  string
	Line                   string
	Photos                 []string
	With                   string
	Correct                string // where it is corrected; "": it cannot be
	Move                   string // where it is moved to another hive
	Undo                   string // id of the entry that is to be taken back
	UndoSay                string
	Together               []string // what is taken back with it
	Versions               []bookRow
	Stack                  template.HTML
}

func (s *Server) showEntry(c fiber.Ctx) error {
	b, err := s.as(c).Book(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	v, err := entryOf(b, c.Params("entry"))
	if err != nil {
		return err
	}
	photos, err := s.as(c).Photos(c.Context(), b.ID)
	if err != nil {
		return err
	}
	for _, p := range photos[v.Entry] {
		v.Photos = append(v.Photos, p.ID)
	}
	return s.show(c, "entry", v)
}

func entryOf(b app.Book, id string) (*entryView, error) {
	at := slices.IndexFunc(b.Entries, func(e app.BookEntry) bool { return e.ID == id })
	if at < 0 {
		return nil, fmt.Errorf("entry %s: %w", id, app.ErrNotFound)
	}
	e := b.Entries[at]
	r := bookRowOf(b, e)
	v := &entryView{
		shell: shell{Title: r.Kind + " of " + b.Code, Operation: b.Operation, Active: "board", Today: b.Today.Short()},
		ID:    b.ID, Code: b.Code, Entry: id, NewID: app.NewID(), Date: e.Day.Weekday() + " " + e.Day.Long(),
		Kind: r.Kind, Say: r.Say, By: r.By, State: r.State, Line: r.Line, With: r.With,
	}
	if e.Stands && e.Kind != history.KindUndo && e.Unread == "" {
		v.Correct = "/colonies/" + b.ID + "/book/" + id + "/correct"
		if e.Look() != nil {
			v.Correct = "/colonies/" + b.ID + "/look?correct=" + id
		}
		if movable(e.Entry) {
			v.Move = "/colonies/" + b.ID + "/book/" + id + "/move"
		}
	}
	v.undoable(b, e)
	// The versions before it, and what came after.
	for was := e.Was; was != nil; {
		i := slices.IndexFunc(b.Entries, func(x app.BookEntry) bool { return x.ID == was.ID })
		if i < 0 {
			break
		}
		v.Versions = append(v.Versions, bookRowOf(b, b.Entries[i]))
		was = b.Entries[i].Was
	}
	if e.Now != nil {
		if i := slices.IndexFunc(b.Entries, func(x app.BookEntry) bool { return x.ID == e.Now.ID }); i >= 0 {
			v.Versions = append([]bookRow{bookRowOf(b, b.Entries[i])}, v.Versions...)
		}
	}
	return v, nil
}

// undoable says what can be taken back, with what else.
func (v *entryView) undoable(b app.Book, e app.BookEntry) {
	of := e
	switch {
	case e.Stands && e.Kind == history.KindStack && e.Was == nil:
		return
	case e.Stands && e.Kind == history.KindUndo:
		v.UndoSay = "Bring it back"
	case e.Stands:
		v.UndoSay = "Take it back"
	case e.Now != nil && e.Now.Kind == history.KindUndo:
		i := slices.IndexFunc(b.Entries, func(x app.BookEntry) bool { return x.ID == e.Now.ID })
		if i < 0 || !b.Entries[i].Stands {
			return
		}
		of, v.UndoSay = b.Entries[i], "Bring it back"
	default:
		return
	}
	v.Undo = of.ID
	for _, x := range b.Entries {
		if of.Visit != "" && x.Visit == of.Visit && x.ID != of.ID && x.Stands {
			kind, say := bookWords(b, x)
			v.Together = append(v.Together, kind+": "+say)
		}
	}
}

// movable reports whether an entry can be moved to another hive.
func movable(e history.Entry) bool {
	switch e.Body.(type) {
	case *history.Look, *history.Weighing, *moves.Feed, *moves.Treatment, *moves.QueenNoted, *moves.SwarmLeft,
		*moves.Guard, *moves.Entrance, *moves.FeederOn, *moves.Insulated, *history.MiteCount, *history.Inspection:
		return true
	}
	return false
}

// undoEntry takes an entry back with all that was entered with it, or brings it back.
func (s *Server) undoEntry(c fiber.Ctx) error {
	id, val := c.Params("colony"), typedIn(c)
	if err := s.as(c).UndoVisit(c.Context(), id, val("entry"), val("of")); err != nil {
		return err
	}
	if val("back") == "colony" {
		return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id)
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/colonies/" + id + "/book")
}

// entryIn finds the entry that a form is about.
func (s *Server) entryIn(c fiber.Ctx) (app.Book, app.BookEntry, error) {
	b, err := s.as(c).Book(c.Context(), c.Params("colony"))
	if err != nil {
		return b, app.BookEntry{}, err
	}
	i := slices.IndexFunc(b.Entries, func(e app.BookEntry) bool { return e.ID == c.Params("entry") })
	if i < 0 {
		return b, app.BookEntry{}, fmt.Errorf("entry %s: %w", c.Params("entry"), app.ErrNotFound)
	}
	return b, b.Entries[i], nil
}

// correcting is the form for another version of an entry that is no look.
func (s *Server) correcting() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			b, e, err := s.entryIn(c)
			if err != nil {
				return nil, err
			}
			kind, say := entryWords(e.Entry, b.Units)
			p := aboutColony(b.Colony, "book/"+e.ID+"/correct", "Correct: "+kind)
			p.Say, p.Button = say, "Store the correction"
			p.Back, p.BackTo = "/colonies/"+b.ID+"/book/"+e.ID, "The entry"
			p.Fields = append([]formField{onField(e.Day)}, bodyFields(e.Entry, b.Units)...)
			p.at("on").Called = append(p.at("on").Called, "colony", string(e.Kind))
			p.Cautions = []string{"The version before is kept in the book. All that came after is worked out anew."}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			b, e, err := s.entryIn(c)
			if err != nil {
				return "", err
			}
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			body, err := bodyFrom(e.Entry, p, b.Units)
			if err != nil {
				return "", err
			}
			return "/colonies/" + b.ID + "/book", s.as(c).Correct(c.Context(), b.ID, p.Entry, e.ID, on, body)
		},
	}
}

// bodyFields are what can be corrected of an entry beside its day.
func bodyFields(e history.Entry, u measure.Units) []formField {
	mass := func(name, label string, kg float64) formField {
		f := number(name, label, measure.Digits(u.Mass.In(kg), 4))
		f.Unit = u.Mass.Name
		return f
	}
	what := text("what", "What")
	switch x := e.Body.(type) {
	case *history.Weighing:
		return []formField{mass("kg", "The whole hive", x.Kg)}
	case *moves.Feed:
		what.Value = x.What
		return []formField{mass("kg", "Sugar in it", x.Kg), what}
	case *moves.Treatment:
		what.Value = x.What
		until := formField{Kind: "date", Name: "until", Label: "Label bars honey until", Half: true}
		if x.HoneyBarred > 0 {
			until.Value = x.HoneyBarred.String()
		}
		return []formField{until, what}
	case *moves.BoxOff:
		why := text("why", "Why")
		why.Value = x.Why
		return []formField{why}
	}
	return nil
}

// bodyFrom returns the body of an entry as it was corrected; nil where it says what it
// said.
func bodyFrom(e history.Entry, p *formPage, u measure.Units) (any, error) {
	switch x := e.Body.(type) {
	case *history.Weighing:
		kg, err := p.number("kg", u.Mass)
		if err == nil && !(kg > 0 && kg <= 400) {
			err = &app.FieldError{Field: "kg", Say: "give the whole hive’s weight, more than 0 and at most 400 kg"}
		}
		return &history.Weighing{Kg: kg}, err
	case *moves.Feed:
		kg, err := p.number("kg", u.Mass)
		if err == nil && !(kg > 0 && kg <= moves.MostSugarKg) {
			err = &app.FieldError{Field: "kg", Say: fmt.Sprintf("give more than 0 and at most %d kg of sugar", moves.MostSugarKg)}
		}
		return moves.FeedOf(p.val("what"), kg), err
	case *moves.Treatment:
		y := *x
		y.What = p.val("what")
		if y.HoneyBarred = 0; p.val("until") != "" {
			until, err := p.day("until")
			if err != nil {
				return nil, err
			}
			y.HoneyBarred = until
		}
		return &y, nil
	case *moves.BoxOff:
		y := *x
		y.Why = p.val("why")
		return &y, nil
	}
	return nil, nil
}

// movingEntry is the form that moves an entry to the hive that it belongs to.
func (s *Server) movingEntry() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			b, e, err := s.entryIn(c)
			if err != nil {
				return nil, err
			}
			kind, say := entryWords(e.Entry, b.Units)
			p := aboutColony(b.Colony, "book/"+e.ID+"/move", "Move to another hive: "+kind)
			p.Say = e.Day.Short() + ". " + say
			p.Button = "Move it"
			p.Back, p.BackTo = "/colonies/"+b.ID+"/book/"+e.ID, "The entry"
			to := text("colony", "It belongs to")
			to.Placeholder = "code of the colony"
			codes, err := s.as(c).CodesIn(c.Context(), b.YardID)
			if err != nil {
				return nil, err
			}
			to.List = slices.DeleteFunc(codes, func(code string) bool { return code == b.Code })
			to.Called = []string{"entry", "date", "look"}
			p.Fields = []formField{to}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			b, e, err := s.entryIn(c)
			if err != nil {
				return "", err
			}
			to, err := s.as(c).FindColony(c.Context(), p.val("colony"))
			if err != nil || p.val("colony") == "" {
				return "", &app.FieldError{Field: "colony", Say: "choose the colony that it belongs to, by its code"}
			}
			return "/colonies/" + to + "/book", s.as(c).MoveEntry(c.Context(), b.ID, p.Entry, e.ID, to)
		},
	}
}
