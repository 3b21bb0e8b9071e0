package web

import (
	"fmt"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/moves"
	"kembo/core/queen"
	"kembo/core/words"
)

// queensView is the page of a colony's queens.
type queensView struct {
	shell
	ID, Code string
	Now      *queenCard // nil: none is known to be there
	None     string     // what is said then
	Waits    *waitView
	Before   []queenCard // the latest first
	Caged    bool
	Ended    bool
}

// queenCard is a queen, in words.
type queenCard struct {
	ID, Words, State, When string
	Colour                 string // of the code of her year
	Code, Colony           string // where she was, on the page of her line
}

// waitView is what a hive waits for, with its calendar.
type waitView struct {
	For, Since string
	Steps      []stepView
}

// stepView is a line of a calendar.
type stepView struct {
	When, Say        string
	Alone, Now, Past bool
}

func waitOf(w *queen.Waiting, today day.Day) *waitView {
	if w == nil {
		return nil
	}
	v := &waitView{For: "It waits for " + w.Words(), Since: "Since " + w.On.Short() + "."}
	for _, s := range w.Steps() {
		when := s.From.Short()
		if s.To > s.From {
			when += " to " + s.To.Short()
		}
		v.Steps = append(v.Steps, stepView{
			When: when, Say: s.Say + ".", Alone: s.Alone, Now: today >= s.From && today <= s.To, Past: today > s.To,
		})
	}
	return v
}

func cardOf(p queen.Person) queenCard {
	c := queenCard{ID: p.ID, Words: words.Capital(p.Words()), State: words.Capital(p.State.Words())}
	if p.State == queen.NotKnown {
		c.State = "State not noted"
	}
	if p.Year > 0 && p.Mark == "" {
		c.Colour = "The colour of " + fmt.Sprint(p.Year) + " is " + queen.Colour(p.Year) + "."
	}
	said := []string{"here since " + p.In.Long()}
	if p.Accepted > 0 {
		said = append(said, "accepted "+p.Accepted.Short())
	}
	if p.Seen > 0 {
		said = append(said, "last seen "+p.Seen.Long())
	} else if p.Present() {
		said = append(said, "not seen since")
	}
	if p.Source != "" {
		said = append(said, "from "+p.Source)
	}
	if !p.Present() {
		how := p.End.Words()
		if how == "" {
			how = "gone"
		}
		said = append(said, how+" "+p.Out.Long())
	}
	c.When = words.Capital(strings.Join(said, ", ")) + "."
	return c
}

func (s *Server) showQueens(c fiber.Ctx) error {
	x, err := s.as(c).Form(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	v := &queensView{
		shell: shell{Title: "Queens of " + x.Code, Operation: x.Operation, Active: "board", Today: x.Today.Short()},
		ID:    x.ID, Code: x.Code, Waits: waitOf(x.Believed.Waiting, x.Today), Ended: x.Believed.Ended != nil,
		None: "Who she is has not been noted.",
	}
	if len(x.Believed.Queens) > 0 {
		v.None = "None is known to be here."
	}
	for _, p := range x.Believed.Queens {
		card := cardOf(p)
		if p.Present() {
			v.Now, v.Caged = &card, p.Caged
			continue
		}
		v.Before = append([]queenCard{card}, v.Before...)
	}
	return s.show(c, "queens", v)
}

// lineView is the page of a queen's line.
type lineView struct {
	shell
	Head                    string
	Was, Mothers, Daughters []queenCard
}

func (s *Server) showLine(c fiber.Ctx) error {
	l, err := s.as(c).Lineage(c.Context(), c.Params("queen"))
	if err != nil {
		return err
	}
	cards := func(all []app.QueenIn) (out []queenCard) {
		for _, q := range all {
			card := cardOf(q.Person)
			card.Code, card.Colony = q.Code, q.Colony
			out = append(out, card)
		}
		return out
	}
	v := &lineView{
		shell: shell{Title: "A queen and her line", Active: "board"}, Head: words.Capital(l.Was[len(l.Was)-1].Words()),
		Was: cards(l.Was), Mothers: cards(l.Mothers), Daughters: cards(l.Daughters),
	}
	return s.show(c, "line", v)
}

// queenYears reads the year of a queen; none is 0.
func queenYear(p *formPage, today day.Day) (int, error) {
	y, err := p.whole("year", "that is not a year; write it as 2026, or leave it empty")
	if err != nil || y == 0 {
		return 0, err
	}
	if y < 2000 || y > today.Time().Year() {
		return 0, &app.FieldError{Field: "year", Say: fmt.Sprintf("%d is not a year she can be from", y)}
	}
	return y, nil
}

// markField is the field for a mark, with the colours of the code to choose from.
func markField(value string) formField {
	f := text("mark", "Mark")
	f.Value, f.Half = value, true
	f.List = []string{"white", "yellow", "red", "green", "blue"}
	f.Help = "White for years that end in 1 and 6, then yellow, red, green, blue; or your own."
	return f
}

func yearField(year int) formField {
	f := number("year", "Her year", "")
	if year > 0 {
		f.Value = fmt.Sprint(year)
	}
	return f
}

// queenForm begins a form about the queen of a colony.
func (s *Server) queenForm(c fiber.Ctx, what, head string) (*formPage, app.Colony, error) {
	x, err := s.as(c).Form(c.Context(), c.Params("colony"))
	if err != nil {
		return nil, x, err
	}
	p := aboutColony(x, "queens/"+what, head+" "+x.Code)
	p.Back, p.BackTo, p.Button = "/colonies/"+x.ID+"/queens", "Queens of "+x.Code, "Store"
	return p, x, nil
}

// queenAct stores an act of a queen's form and goes back to her page.
func (s *Server) queenAct(c fiber.Ctx, p *formPage, act func(today day.Day) (moves.Act, error)) (string, error) {
	x, err := s.as(c).Form(c.Context(), c.Params("colony"))
	if err != nil {
		return "", err
	}
	on, err := p.day("on")
	if err != nil {
		return "", err
	}
	a, err := act(x.Today)
	if err != nil {
		return "", err
	}
	return "/colonies/" + x.ID + "/queens", s.as(c).Act(c.Context(), x.ID, p.Entry, on, a)
}

// onField is the day of a queen's form.
func onField(today day.Day) formField {
	return dateField("on", "On", today)
}

// queenNoting is the form for what was seen of her, or done to her.
func (s *Server) queenNoting() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.queenForm(c, "note", "The queen of")
			if err != nil {
				return nil, err
			}
			now, _ := queen.PresentOf(x.Believed.Queens)
			states := []option{{"", "As it was"}}
			for _, st := range queen.States {
				states = append(states, option{string(st), words.Capital(st.Words())})
			}
			origins := []option{{"", "As it was"}}
			for _, o := range []queen.Origin{queen.Raised, queen.Bred, queen.Bought, queen.WithSwarm} {
				origins = append(origins, option{string(o), originWords[o]})
			}
			source := text("source", "Breeder or line")
			source.Value = now.Source
			p.Fields = []formField{
				radiosOf("state", "She is", "", states...), tickOf1("accepted", "Accepted by the bees", false),
				onField(x.Today), yearField(now.Year), markField(now.Mark), tickOf1("clipped", "Her wing is clipped", now.Clipped),
				choiceOf("origin", "She was", "", origins...), source,
			}
			p.at("origin").Half, p.at("source").Half = true, true
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			return s.queenAct(c, p, func(today day.Day) (moves.Act, error) {
				year, err := queenYear(p, today)
				if err != nil {
					return nil, err
				}
				mark, source, clipped := p.val("mark"), p.val("source"), p.val("clipped") != ""
				a := &moves.QueenNoted{
					State: queen.State(p.val("state")), Accepted: p.val("accepted") != "", Clipped: &clipped, Mark: &mark,
					Origin: queen.Origin(p.val("origin")), Source: &source, Queen: app.DerivedID(p.Entry, "queen"),
				}
				if year > 0 {
					a.Year = &year
				}
				return a, nil
			})
		},
	}
}

var originWords = map[queen.Origin]string{
	queen.Raised: "Raised by the bees here", queen.Bred: "Bred here", queen.Bought: "Bought",
	queen.WithSwarm: "Came with a swarm",
}

// queenGiving is the form for one who is given.
func (s *Server) queenGiving() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.queenForm(c, "give", "A queen given to")
			if err != nil {
				return nil, err
			}
			source := text("source", "Breeder or line")
			source.Half = true
			p.Fields = []formField{
				radiosOf("what", "She is", "caged", option{"caged", "Mated, in a cage"}, option{"loose", "Mated, run in"},
					option{"virgin", "A virgin"}, option{"cell", "A ripe cell"}),
				onField(x.Today), yearField(x.Today.Time().Year()), markField(""),
				choiceOf("origin", "She was", string(queen.Bought), option{string(queen.Bought), "Bought"},
					option{string(queen.Bred), "Bred here"}), source,
				tickOf1("clipped", "Her wing is clipped", false),
			}
			p.at("origin").Half = true
			if q, ok := queen.PresentOf(x.Believed.Queens); ok {
				p.Say = "By its book there is one: " + q.Words() + ". She is written off with this; note first how she went."
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			return s.queenAct(c, p, func(today day.Day) (moves.Act, error) {
				year, err := queenYear(p, today)
				what := p.val("what")
				return &moves.QueenGiven{
					Queen: app.DerivedID(p.Entry, "queen"), Year: year, Clipped: p.val("clipped") != "", Mark: p.val("mark"),
					Virgin: what == "virgin", Caged: what == "caged", Cell: what == "cell",
					Origin: queen.Origin(p.val("origin")), Source: p.val("source"),
				}, err
			})
		},
	}
}

// queenFinding is the form for another queen than the one who was known.
func (s *Server) queenFinding() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.queenForm(c, "found", "Another queen found in")
			if err != nil {
				return nil, err
			}
			p.Say = "One whom the bees raised: a replacement, or after a swarm or a loss. She is a daughter of the one before."
			var states []option
			for _, st := range queen.States {
				states = append(states, option{string(st), words.Capital(st.Words())})
			}
			p.Fields = []formField{
				radiosOf("state", "She is", string(queen.Laying), states...),
				radiosOf("before", "The one before", string(queen.Superseded), option{string(queen.Superseded), "Was superseded"},
					option{string(queen.Swarmed), "Left with a swarm"}, option{string(queen.Lost), "Was lost"}),
				onField(x.Today), yearField(x.Today.Time().Year()), markField(""),
				tickOf1("clipped", "Her wing is clipped", false),
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			return s.queenAct(c, p, func(today day.Day) (moves.Act, error) {
				year, err := queenYear(p, today)
				return &moves.QueenFound{
					Queen: app.DerivedID(p.Entry, "queen"), Year: year, Mark: p.val("mark"),
					Clipped: p.val("clipped") != "", State: queen.State(p.val("state")), Before: queen.End(p.val("before")),
				}, err
			})
		},
	}
}

// queenGoing is the form for one who is gone.
func (s *Server) queenGoing() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.queenForm(c, "gone", "The queen is gone from")
			if err != nil {
				return nil, err
			}
			var hows []option
			for _, e := range queen.Ends {
				hows = append(hows, option{string(e), words.Capital(e.Words())})
			}
			p.Fields = []formField{
				radiosOf("how", "She was", "", hows...),
				radiosOf("raise", "The bees", "1", option{"1", "Are left to raise another"}, option{"", "Will be given one"}),
				onField(x.Today),
			}
			p.at("how").Called = []string{"queen"}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			return s.queenAct(c, p, func(day.Day) (moves.Act, error) {
				return &moves.QueenGone{How: queen.End(p.val("how")), Raise: p.val("raise") != ""}, nil
			})
		},
	}
}

// queenCaging is the form that cages her, or lets her out.
func (s *Server) queenCaging() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.queenForm(c, "cage", "The queen of")
			if err != nil {
				return nil, err
			}
			now, _ := queen.PresentOf(x.Believed.Queens)
			p.Head, p.Button = "Cage the queen of "+x.Code, "She is caged"
			p.Say = "Caged in her own hive she does not lay until she is let out."
			if now.Caged {
				p.Head, p.Button, p.Say = "The queen of "+x.Code+" is out", "She is out of the cage", ""
			}
			p.Fields = []formField{onField(x.Today)}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			x, err := s.as(c).Form(c.Context(), c.Params("colony"))
			if err != nil {
				return "", err
			}
			now, _ := queen.PresentOf(x.Believed.Queens)
			return s.queenAct(c, p, func(day.Day) (moves.Act, error) { return &moves.QueenCaged{Caged: !now.Caged}, nil })
		},
	}
}
