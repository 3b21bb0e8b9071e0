package web

import (
	"fmt"
	"html/template"
	"slices"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/moves"
)

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
