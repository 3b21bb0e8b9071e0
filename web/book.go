package web

import (
	"fmt"
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
		"combs_uncapped", "drone_cut", "arranged", "frames_exchanged", "stores_moved", "rearranged", "harvested", history.KindSample,
		history.KindCombs,
	}},
	{"feeds", "Feeds and treatments", []history.Kind{history.KindFeed, history.KindTreatment}},
	{"health", "Mites and brood", []history.Kind{history.KindMites, history.KindInspect, history.KindDeadOut}},
	{"queens", "Queens", []history.Kind{
		"queen_given", "queen_moved", "queen_caged", "queen_found", "queen_noted", "queen_gone", "queen_raised", history.KindGraft,
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
