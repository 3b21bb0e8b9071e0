package web

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/words"
	"kembo/web/draw"
)

// lifeView is the page from which a colony as a whole is changed.
type lifeView struct {
	shell
	ID, Code string
	Ways     []lifeWay
}

// lifeWay is something that may become of a colony.
type lifeWay struct{ To, Name, Say string }

// lifeWays are what may become of a living colony, in the order of how often.
var lifeWays = []lifeWay{
	{"move", "Move or rename", "Another yard or stand, another code."},
	{"split", "Split it, or make a nuc", "Combs and bees become a colony of their own; the queen goes or stays."},
	{"unite", "Unite it with another", "It ends, the other has its bees, and its combs if you like."},
	{"swarm", "A swarm left", "Seen to go, or found to have gone."},
	{"queens", "Its queen", "Given, caged, marked, seen to lay, replaced, gone."},
	{"end", "It died, was sold or given away", "It leaves the boards; its book stays."},
	{"discard", "Entered by mistake", "A colony of which nothing is known but its set-up."},
}

func (s *Server) showLife(c fiber.Ctx) error {
	x, err := s.as(c).Form(c.Context(), c.Params("colony"))
	if err != nil {
		return err
	}
	v := &lifeView{
		shell: shell{Title: "What became of " + x.Code, Operation: x.Operation, Active: "board", Today: x.Today.Short()},
		ID:    x.ID, Code: x.Code,
	}
	for _, w := range lifeWays {
		w.To = "/colonies/" + x.ID + "/" + w.To
		v.Ways = append(v.Ways, w)
	}
	return s.show(c, "life", v)
}

// aboutColony begins a form about a colony.
func aboutColony(x app.Colony, what, head string) *formPage {
	return &formPage{
		shell: shell{
			Title: head, Operation: x.Operation, Active: "board", Today: x.Today.Short(), Scripts: []string{"form.js"},
		},
		Head:   head,
		Action: "/colonies/" + x.ID + "/" + what, Back: "/colonies/" + x.ID, BackTo: x.Code,
		Colony: x.ID, Code: x.Code,
	}
}

// yardChoice lists the yards.
func (s *Server) yardChoice(ctx context.Context, svc *app.Service) ([]option, error) {
	ys, err := svc.Yards(ctx)
	var out []option
	for _, y := range ys {
		out = append(out, option{y.ID, y.Name})
	}
	slices.SortFunc(out, func(a, b option) int { return strings.Compare(a.Text, b.Text) })
	return out, err
}

// moving is the form that moves or renames a colony.
func (s *Server) moving() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			x, err := s.as(c).Form(c.Context(), c.Params("colony"))
			if err != nil {
				return nil, err
			}
			p := aboutColony(x, "move", "Move or rename "+x.Code)
			p.Button = "Store"
			yards, err := s.yardChoice(c.Context(), s.as(c))
			if err != nil {
				return nil, err
			}
			stand := text("stand", "Stand")
			stand.Value, stand.Help = x.Stand, "In your words, as “3, left”."
			code := text("code", "Code")
			code.Value = x.Code
			p.Fields = []formField{
				choiceOf("yard", "Yard", x.YardID, yards...), stand, code, dateField("on", "From this day on", x.Today),
			}
			p.at("code").Half = true
			p.Cautions = []string{"Local rules may ask you to report a move, and disease zones may forbid it."}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			x, err := s.as(c).Form(c.Context(), id)
			if err != nil {
				return "", err
			}
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			var to history.Placed
			if p.val("yard") != x.YardID {
				to.Yard = p.val("yard")
			}
			if p.val("stand") != x.Stand {
				to.Stand = p.val("stand")
			}
			if !strings.EqualFold(p.val("code"), x.Code) {
				if to.Code = p.val("code"); to.Code == "" {
					return "", &app.FieldError{Field: "code", Say: "give the colony a code, as QL-04"}
				}
			}
			return "/colonies/" + id, s.as(c).Place(c.Context(), id, p.Entry, on, to)
		},
	}
}

// ending is the form for a colony that died or left the operation.
func (s *Server) ending() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			x, err := s.as(c).Form(c.Context(), c.Params("colony"))
			if err != nil {
				return nil, err
			}
			p := aboutColony(x, "end", "What became of "+x.Code)
			p.Say = "It leaves boards and loads. Its book stays, and this can be taken back."
			p.Button = "Close its book"
			var hows []option
			for _, h := range moves.HowsEnded {
				if h != moves.United { // has a form of its own
					hows = append(hows, option{string(h), words.Capital(h.Words())})
				}
			}
			p.Fields = []formField{
				radiosOf("how", "It", "", hows...), dateField("on", "On", x.Today),
				{Kind: "area", Name: "why", Label: "What you know of why", Help: "What was found: stores, brood, mites, queen, robbing."},
				tickOf1("with_hive", "Its boxes and combs went with it", false),
			}
			p.Cautions = []string{
				"Close the entrance of a dead hive today, so that others do not rob it. Keep its combs apart until brood " +
					"disease is ruled out; where it may be notifiable, move nothing and call the inspector.",
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			id := c.Params("colony")
			return "/colonies/" + id, s.as(c).End(c.Context(), id, p.Entry, on, moves.ColonyEnded{
				Ending:   moves.Ending{How: moves.HowEnded(p.val("how")), Why: p.val("why")},
				WithHive: p.val("with_hive") != "",
			})
		},
	}
}

// discarding is the form for a colony that was entered by mistake.
func (s *Server) discarding() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			x, err := s.as(c).Form(c.Context(), c.Params("colony"))
			if err != nil {
				return nil, err
			}
			p := aboutColony(x, "discard", "Take "+x.Code+" away")
			p.Say = "For a colony that never was: its code is free again, and it is shown nowhere. One with entries " +
				"beside its set-up is not a mistake; say what became of it."
			p.Button, p.Danger = "Take it away", true
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			x, err := s.as(c).Form(c.Context(), c.Params("colony"))
			if err != nil {
				return "", err
			}
			return "/yards/" + x.YardID, s.as(c).Discard(c.Context(), x.ID, p.Entry)
		},
	}
}

// swarming is the form for a swarm that left.
func (s *Server) swarming() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			x, err := s.as(c).Form(c.Context(), c.Params("colony"))
			if err != nil {
				return nil, err
			}
			p := aboutColony(x, "swarm", "A swarm left "+x.Code)
			p.Say = "Bees and queen are taken off, and the calendar of her daughter begins. If you caught it, make it a " +
				"colony of its own afterwards."
			p.Button = "Store"
			p.Fields = []formField{
				radiosOf("which", "It was", "prime", option{"prime", "The prime swarm, with the old queen"},
					option{"cast", "A cast, with a virgin"}),
				dateField("on", "On", x.Today),
			}
			p.at("on").Help = "The day on which it was seen to go, or your best guess."
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			id := c.Params("colony")
			return "/colonies/" + id,
				s.as(c).Act(c.Context(), id, p.Entry, on, &moves.SwarmLeft{Cast: p.val("which") == "cast"})
		},
	}
}

// uniting is the form for a colony that is united with another.
func (s *Server) uniting() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			x, err := s.as(c).Form(c.Context(), c.Params("colony"))
			if err != nil {
				return nil, err
			}
			p := aboutColony(x, "unite", "Unite "+x.Code+" with another")
			p.Say = x.Code + " ends; the other lives on with its bees. Both books have it, and it is taken back as one."
			p.Button = "Store"
			codes, err := s.as(c).CodesIn(c.Context(), x.YardID)
			if err != nil {
				return nil, err
			}
			with := text("with", "With")
			with.Placeholder, with.Half = "its code", true
			with.List = slices.DeleteFunc(codes, func(code string) bool { return code == x.Code })
			boxes := formField{
				Kind: "ticks", Name: "boxes", Label: "Boxes that go over, with the bees on them",
				Help: "What is not ticked stays here empty of bees, as ware.",
			}
			st := x.Believed.Stack
			for _, b := range st.Boxes {
				boxes.Options = append(boxes.Options, option{b.ID, boxName(st, b.ID)})
				if !b.Super {
					boxes.Chosen = append(boxes.Chosen, b.ID)
				}
			}
			p.Fields = []formField{
				with, dateField("on", "On", x.Today), boxes,
				radiosOf("where", "They stand", "nest", option{"nest", "Over the other’s nest"},
					option{"top", "Over all its boxes"}),
				radiosOf("queen", "The queen who lives on", "to", option{"to", "The other’s"}, option{"from", x.Code + "’s"}),
				tickOf1("with_hive", "What is left of its hive went out of the operation", false), healthField(x),
			}
			p.at("with").Called = []string{"act", "box"}
			p.at("boxes").Called = []string{"frame"}
			p.Cautions = []string{
				"Unite healthy colonies only: look at the brood of both first. Take the worse queen out the day before, " +
					"and part strange bees by a sheet of newspaper.",
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			to, err := s.as(c).FindColony(c.Context(), p.val("with"))
			if err != nil || p.val("with") == "" {
				return "", &app.FieldError{Field: "with", Say: "choose the colony with which it is united, by its code"}
			}
			if err := s.foundHealthy(c, p, on); err != nil {
				return "", err
			}
			err = s.as(c).Unite(c.Context(), c.Params("colony"), p.Entry, app.Uniting{
				To: to, Boxes: p.at("boxes").Chosen, OnTop: p.val("where") == "top", KeepQueen: p.val("queen") == "from",
				WithHive: p.val("with_hive") != "", On: on,
			})
			return "/colonies/" + to, err
		},
	}
}

// healthField asks for the finding without which no comb of a nest moves.
func healthField(x app.Colony) formField {
	f := radiosOf("health", "Its brood, looked at on that day for disease", "", option{"", "As it stands in its book"},
		option{"healthy", "Healthy"})
	f.Called = []string{"brood health"}
	if x.Believed.HealthDay > 0 {
		f.Help = "By its book: " + string(x.Believed.Health) + " on " + x.Believed.HealthDay.Long() + "."
	} else {
		f.Help = "By its book: not looked at. Combs of a nest move with a finding of the last 14 days only."
	}
	return f
}

// foundHealthy notes the finding that was given with a form.
func (s *Server) foundHealthy(c fiber.Ctx, p *formPage, on day.Day) error {
	if p.val("health") != "healthy" {
		return nil
	}
	_, err := s.as(c).Receive(c.Context(), c.Params("colony"), app.Entered{
		ID: app.DerivedID(p.Entry, "health"), Day: on, Body: "health", Look: &history.Look{Health: "healthy"},
	})
	return err
}

// Shares of the bees that are shaken in beside those on the combs.
var shaken = []option{{"0", "None"}, {"0.1", "A tenth"}, {"0.2", "A fifth"}, {"0.33", "A third"}, {"0.5", "Half"}}

// splitting is the form for a colony that is parted.
func (s *Server) splitting() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			x, err := s.as(c).Form(c.Context(), c.Params("colony"))
			if err != nil {
				return nil, err
			}
			p := aboutColony(x, "split", "Split "+x.Code)
			p.Say = "The combs go over with the bees on them. Both books have it, and it is taken back as one."
			p.Button = "Make the split"
			p.Aside = draw.Stack(stackOf(x))
			yards, err := s.yardChoice(c.Context(), s.as(c))
			if err != nil {
				return nil, err
			}
			combs := formField{Kind: "ticks", Name: "combs", Label: "Combs that go over", Called: []string{"frame", "frames", "act"}}
			st := x.Believed.Stack
			for i, b := range st.Boxes {
				if b.Super {
					continue
				}
				for k, f := range b.Frames {
					combs.Options = append(combs.Options, option{f.ID, combWords(st, i, k)})
				}
			}
			code := text("code", "Code of the new colony")
			code.Half = true
			slots := "5"
			p.Fields = []formField{
				combs,
				radiosOf("bees", "Shaken in besides", "0.1", shaken...),
				radiosOf("queen", "The queen", "stays", option{"stays", "Stays here"}, option{"goes", "Goes with it"}),
				radiosOf("then", "The part without her", "raise", option{"raise", "Raises one of its own"},
					option{"give", "Is given one"}),
				code, dateField("on", "On", x.Today), choiceOf("yard", "It stands in", x.YardID, yards...),
				number("slots", "Combs in its box, with those", slots),
			}
			p.at("yard").Half = true
			p.at("then").Name = "part"
			p.at("slots").Called = []string{"frames in each nest box"}
			p.at("slots").Help = "The others are drawn and empty."
			p.Fields = slices.Insert(p.Fields, 1, healthField(x))
			p.Cautions = []string{
				"Make splits from healthy brood only. One that is to raise its own queen needs eggs or the youngest larvae, " +
					"nurse bees, food, and drones flying.",
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			x, err := s.as(c).Form(c.Context(), id)
			if err != nil {
				return "", err
			}
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			slots, err := p.whole("slots", "give how many combs its box has, as 5 or 10")
			if err != nil {
				return "", err
			}
			bees, err := p.number("bees", measure.Unit{})
			if err != nil {
				return "", err
			}
			part := moves.Part{From: id, Frames: p.at("combs").Chosen, Bees: bees}
			if len(part.Frames) == 0 {
				return "", &app.FieldError{Field: "combs", Say: "choose at least one comb that goes over"}
			}
			if err := s.foundHealthy(c, p, on); err != nil {
				return "", err
			}
			split := app.Splitting{
				NewColony: app.NewColony{
					ID: app.DerivedID(p.Entry, "colony"), Yard: p.val("yard"), Code: p.val("code"),
					NestFormat: x.Believed.Stack.Boxes[0].Format.Key, NestBoxes: 1, NestFrames: slots,
					HistoryKnown: x.Believed.HistoryKnown, On: on,
				},
				EntryID: p.Entry, Parts: []moves.Part{part}, Raise: p.val("part") == "raise",
			}
			if p.val("queen") == "goes" {
				split.QueenOf = id
			}
			return "/colonies/" + split.ID, s.as(c).Split(c.Context(), split)
		},
	}
}

// combWords says a comb by where it stands and what it held when it was last seen.
func combWords(st hive.Stack, box, slot int) string {
	f := st.Boxes[box].Frames[slot]
	where := fmt.Sprintf("%d", slot+1)
	if box > 0 || len(st.Boxes)-st.Supers() > 1 {
		where = fmt.Sprintf("%s, %d", boxName(st, st.Boxes[box].ID), slot+1)
	}
	a, b := f.A.Completed(), f.B.Completed()
	var has []string
	for _, x := range []struct {
		name  string
		share float64
	}{
		{"brood", (a.Worker() + b.Worker() + a[comb.Drone] + b[comb.Drone]) / 2},
		{"honey", (a.Stored() + b.Stored()) / 2}, {"pollen", (a[comb.Pollen] + b[comb.Pollen]) / 2},
		{"foundation", (a[comb.Foundation] + b[comb.Foundation]) / 2},
	} {
		if n := int(100*x.share+2.5) / 5 * 5; n > 0 {
			has = append(has, fmt.Sprintf("%s %d %%", x.name, n))
		}
	}
	if len(has) == 0 {
		return where + ": empty comb"
	}
	return where + ": " + strings.Join(has, ", ")
}
