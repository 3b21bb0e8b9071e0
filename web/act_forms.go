package web

import (
	"fmt"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/feed"
	"kembo/core/history"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/words"
)

// Forms for what is done to one hive: fed, treated, weighed, arranged, harvested, any
// box put on.

// actForm begins a form about what is done to a hive.
func (s *Server) actForm(c fiber.Ctx, what, head string) (*formPage, app.Colony, error) {
	x, err := s.as(c).Form(c.Context(), c.Params("colony"))
	if err != nil {
		return nil, x, err
	}
	p := aboutColony(x, what, head+" "+x.Code)
	p.Button = "Store"
	return p, x, nil
}

// feeding is the form for what is fed.
func (s *Server) feeding() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "feed", "Feed")
			if err != nil {
				return nil, err
			}
			p.Head = x.Code + " was fed"
			p.Action = "/colonies/" + x.ID + "/notes"
			sugar := number("kg", "Sugar in it", "")
			sugar.Unit, sugar.Called = x.Units.Mass.Name, []string{"kg of sugar", "feed", "weight"}
			sugar.Help = fmt.Sprintf(
				"Of 2:1 syrup 1 %s has %s, of 1:1 %s; fondant is four fifths sugar or more.", x.Units.Volume.Name,
				sugarIn(x.Units, 2), sugarIn(x.Units, 1),
			)
			as := text("what", "As")
			as.Value, as.Half, as.List = "2:1 syrup", true, []string{"2:1 syrup", "1:1 syrup", "fondant", "dry sugar"}
			p.Fields = []formField{sugar, as, onField(x.Today), carried("kind", string(history.KindFeed))}
			p.Cautions = []string{"Syrup with supers on is not honey: what is above the nest is barred from sale."}
			return p, nil
		},
		do: s.noted(history.KindFeed),
	}
}

// sugarIn says the sugar in one of the user's units of syrup, so many parts to one of
// water.
func sugarIn(u measure.Units, parts float64) string {
	return measure.Amount(u.Mass.In(feed.SugarKg(u.Volume.Of(1), parts, 1))) + " " + u.Mass.Name
}

// weighing is the form for a weight of the whole hive.
func (s *Server) weighing() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "weigh", "Weigh")
			if err != nil {
				return nil, err
			}
			p.Head = x.Code + " was weighed"
			p.Action = "/colonies/" + x.ID + "/notes"
			kg := number("kg", "The whole hive", "")
			kg.Unit, kg.Called = x.Units.Mass.Name, []string{"weight", "weighing"}
			p.Fields = []formField{kg, onField(x.Today), carried("kind", string(history.KindWeighing))}
			return p, nil
		},
		do: s.noted(history.KindWeighing),
	}
}

// carried is a field that goes along unseen.
func carried(name, value string) formField {
	return formField{Kind: "hidden", Name: name, Value: value}
}

// noted stores a feed or a weight.
func (s *Server) noted(kind history.Kind) func(fiber.Ctx, *formPage) (string, error) {
	return func(c fiber.Ctx, p *formPage) (string, error) {
		id := c.Params("colony")
		set, err := s.as(c).Settings(c.Context())
		if err != nil {
			return "", err
		}
		n := app.Note{ID: p.Entry, Kind: kind, What: p.val("what")}
		if n.Day, err = p.day("on"); err != nil {
			return "", err
		}
		if n.Kg, err = p.number("kg", set.Units.Mass); err != nil {
			return "", err
		}
		if c.FormValue("back") == "weight" {
			return "/colonies/" + id + "/weight", s.as(c).Write(c.Context(), id, n)
		}
		return "/colonies/" + id + "#log", s.as(c).Write(c.Context(), id, n)
	}
}

// treatmentFields are what a medicine book asks of a treatment that goes in.
func treatmentFields(today day.Day) []formField {
	what := text("what", "Product")
	what.Help, what.Called = "As its label names it.", []string{"treatment"}
	classes := []option{{"", "Not noted"}}
	for _, c := range moves.Substances {
		classes = append(classes, option{string(c), words.Capital(string(c))})
	}
	half := func(f formField) formField { f.Half = true; return f }
	bar := number("bar_days", "Label bars honey for", "")
	bar.Unit, bar.Called = "days after it is out", []string{"days barred"}
	return []formField{
		what, half(choiceOf("substance", "Substance", "", classes...)), half(text("batch", "Batch")),
		half(text("dose", "Dose")), half(text("how", "How given")), dateField("on", "In on", today), bar,
		half(text("why", "Why")), half(text("by", "By")),
	}
}

// treatmentFrom reads a treatment that goes in.
func treatmentFrom(p *formPage) (*moves.Treatment, error) {
	t := &moves.Treatment{
		What: p.val("what"), Class: moves.Substance(p.val("substance")), Batch: p.val("batch"), Dose: p.val("dose"),
		How: p.val("how"), Why: p.val("why"), By: p.val("by"),
	}
	if t.What == "" {
		return t, &app.FieldError{Field: "what", Say: "say what was put in"}
	}
	var err error
	t.BarDays, err = p.whole("bar_days", "give the days of the label, or none")
	return t, err
}

var labelIsLaw = []string{
	"The label is the law: dose, temperature, supers off where it says so, protective equipment, and its date for honey. " +
		"While it is in, every super on the hive is barred from sale.",
}

// treating is the form for a treatment that goes in.
func (s *Server) treating() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "treat", "Treat")
			if err != nil {
				return nil, err
			}
			p.Head, p.Fields, p.Cautions = "A treatment goes into "+x.Code, treatmentFields(x.Today), labelIsLaw
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			t, err := treatmentFrom(p)
			if err != nil {
				return "", err
			}
			return "/colonies/" + id, s.as(c).Act(c.Context(), id, p.Entry, on, t)
		},
	}
}

// treatingAll is treating of a whole yard.
func (s *Server) treatingAll() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			y, err := s.as(c).Yard(c.Context(), c.Params("yard"))
			if err != nil {
				return nil, err
			}
			b, err := s.as(c).Board(c.Context(), y.ID)
			if err != nil {
				return nil, err
			}
			p := &formPage{
				shell: shell{Title: "Treat " + y.Name, Active: "board"}, Head: "A treatment goes into " + y.Name,
				Action: "/yards/" + y.ID + "/treat", Button: "Store it for all that are ticked", Back: "/yards/" + y.ID,
				BackTo: y.Name, Cautions: labelIsLaw,
			}
			hives := formField{Kind: "ticks", Name: "colonies", Label: "Into"}
			codes, err := s.as(c).InRound(c.Context(), y.ID)
			if err != nil {
				return nil, err
			}
			for _, o := range codes {
				hives.Options = append(hives.Options, option{o.ID, o.Code})
				hives.Chosen = append(hives.Chosen, o.ID)
			}
			p.Fields = append(treatmentFields(b.Yard.Today), hives)
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			if _, err := treatmentFrom(p); err != nil {
				return "", err
			}
			var but []string
			for _, o := range p.at("colonies").Options {
				if !p.at("colonies").Has(o.Value) {
					but = append(but, o.Value)
				}
			}
			yard := c.Params("yard")
			n, err := s.as(c).ActOnAll(c.Context(), yard, p.Entry, on, but, func() moves.Act {
				t, _ := treatmentFrom(p) // read above
				return t
			})
			return fmt.Sprintf("/yards/%s/round?all=%d&of=%s", yard, n, p.Entry), err
		},
	}
}

// takingOut is the form for a treatment that came out.
func (s *Server) takingOut() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "out", "Out of")
			if err != nil {
				return nil, err
			}
			p.Head = "A treatment came out of " + x.Code
			p.Action = "/colonies/" + x.ID + "/notes"
			var in []option
			for _, w := range x.In() {
				in = append(in, option{w, words.Capital(w)})
			}
			what := choiceOf("what", "What came out", "", in...)
			what.Called = []string{"treatment"}
			if len(in) == 0 {
				p.Say = "Nothing is in it, by its book."
			}
			until := formField{Kind: "date", Name: "until", Label: "Label bars honey until", Half: true,
				Called: []string{"honey barred until"}, Help: "Empty, where the days of the label were given as it went in."}
			p.Fields = []formField{what, dateField("on", "Out on", x.Today), until, carried("kind", "treatment_out")}
			p.Cautions = labelIsLaw
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			n := app.Note{ID: p.Entry, Kind: history.KindTreatment, What: p.val("what"), Out: true}
			var err error
			if n.Day, err = p.day("on"); err != nil {
				return "", err
			}
			if p.val("until") != "" {
				if n.Until, err = p.day("until"); err != nil {
					return "", err
				}
			}
			return "/colonies/" + id, s.as(c).Write(c.Context(), id, n)
		},
	}
}

// arranging is the form for how a hive was arranged anew.
func (s *Server) arranging() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "arrange", "Arrange")
			if err != nil {
				return nil, err
			}
			p.Head = x.Code + " was arranged anew"
			p.Fields = []formField{
				radiosOf("what", "What was done", "", option{app.ArrangeTurn, "The nest’s boxes turned"},
					option{app.ArrangeExcluder, "Excluder over the nest"}, option{app.ArrangeOut, "Excluder out"},
					option{app.ArrangeScreen, "Set over a colony, double screen between"},
					option{app.ArrangeScreenOff, "Off the double screen"}),
				onField(x.Today),
			}
			p.at("what").Called = []string{"arranged", "nest turned", "excluder"}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			return "/colonies/" + id, s.as(c).Arrange(c.Context(), id, p.Entry, on, p.val("what"))
		},
	}
}

// boxing is the form for any box that goes on.
func (s *Server) boxing() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "boxes/any", "A box on")
			if err != nil {
				return nil, err
			}
			p.Head = "A box goes on " + x.Code
			formats, err := everyFormat(c.Context(), s.as(c))
			if err != nil {
				return nil, err
			}
			usual := ""
			if len(x.Believed.Stack.Boxes) > 0 {
				usual = hive.SuperFor(x.Believed.Stack.Boxes[0].Format)
			}
			frames := number("frames", "Frames", "")
			frames.Placeholder = "as many as it takes"
			frames.Help = "Fewer stand wider and hold fatter comb. Shorter frames in a deeper box leave room below, where " +
				"bees build drone comb."
			p.Fields = []formField{
				choiceOf("format", "Box", usual, formats...), frames, onField(x.Today),
				radiosOf("comb", "Combs", "drawn", drawnOrNot...),
				radiosOf("where", "It goes", app.OnTop, option{app.OnTop, "On top, a super"}, option{app.OnNest, "On the nest"},
					option{app.OnFloor, "On the floor, under the nest"}),
			}
			p.at("format").Called = []string{"box", "boxes"}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			n := app.NewBox{
				EntryID: p.Entry, Format: p.val("format"), Drawn: p.val("comb") != "foundation", Where: p.val("where"),
			}
			var err error
			if n.On, err = p.day("on"); err != nil {
				return "", err
			}
			if n.Frames, err = p.whole("frames", "give a whole number, or leave it empty for as many as it takes"); err != nil {
				return "", err
			}
			return "/colonies/" + id, s.as(c).PutOn(c.Context(), id, n)
		},
	}
}

// harvesting is the form for boxes and combs that came off for their honey.
func (s *Server) harvesting() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "harvest", "Harvest")
			if err != nil {
				return nil, err
			}
			p.Head = "Honey came off " + x.Code
			st := x.Believed.Stack
			boxes := formField{Kind: "ticks", Name: "boxes", Label: "Boxes", Called: []string{"box"}}
			combs := formField{Kind: "ticks", Name: "combs", Label: "or single combs", Called: []string{"frame"}}
			for i := len(st.Boxes) - 1; i >= 0; i-- {
				b := st.Boxes[i]
				if b.Super {
					boxes.Options = append(boxes.Options, option{
						b.ID, fmt.Sprintf("%s, about %s of honey", boxName(st, b.ID), kgText(x.Units, b.HoneyKg())),
					})
				}
				for k, f := range b.Frames {
					if kg := b.FrameHoneyKg(f); kg > combWorth {
						combs.Options = append(combs.Options, option{
							f.ID, fmt.Sprintf("%s, %d: %s", boxName(st, b.ID), k+1, kgText(x.Units, kg)),
						})
					}
				}
			}
			gross := number("gross", "Weighed with the wood", "")
			gross.Unit, gross.Called = x.Units.Mass.Name, []string{"weight"}
			net := number("net", "or the honey alone", "")
			net.Unit = x.Units.Mass.Name
			before, after := number("before", "or the whole hive before", ""), number("after", "and after", "")
			before.Unit, after.Unit = x.Units.Mass.Name, x.Units.Mass.Name
			after.Help = "Of what left, boxes, frames and wax are taken off by the catalogue; bees and drips are within " + massOf(beesAndDrips, x.Units) +
				". None of these, where it was only counted: then it stands as estimated."
			boxes.Chosen = strings.FieldsFunc(c.Query("boxes"), func(r rune) bool { return r == ',' })
			batch := text("batch", "Batch")
			batch.Value = c.Query("batch")
			batch.Help, batch.Half = "In your words, as “June, first”.", true
			p.Fields = []formField{boxes, combs, gross, net, before, after, batch, onField(x.Today)}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			set, err := s.as(c).Settings(c.Context())
			if err != nil {
				return "", err
			}
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			a := &moves.Harvested{Boxes: p.at("boxes").Chosen, Frames: p.at("combs").Chosen, Batch: p.val("batch")}
			if a.GrossKg, err = p.number("gross", set.Units.Mass); err != nil {
				return "", err
			}
			if a.NetKg, err = p.number("net", set.Units.Mass); err != nil {
				return "", err
			}
			if a.BeforeKg, err = p.number("before", set.Units.Mass); err != nil {
				return "", err
			}
			if a.AfterKg, err = p.number("after", set.Units.Mass); err != nil {
				return "", err
			}
			return "/colonies/" + id, s.as(c).Act(c.Context(), id, p.Entry, on, a)
		},
	}
}

// beesAndDrips is what leaves with boxes and is no honey, and what is spilt, kg. Source: none; guess.
const beesAndDrips = 0.5

// combWorth is the honey from which on a comb is offered to be taken. Source: none; guess.
const combWorth = 0.5 // kg

// formOfNote is the form that a note came from.
func (s *Server) formOfNote(c fiber.Ctx) asks {
	switch strings.TrimSpace(c.FormValue("kind")) {
	case string(history.KindWeighing):
		return s.weighing()
	case string(history.KindTreatment):
		return s.treating()
	case "treatment_out":
		return s.takingOut()
	}
	return s.feeding()
}

// note writes a feed, a treatment or a weighing; what is wrong comes back in its form.
func (s *Server) note(c fiber.Ctx) error { return s.post(s.formOfNote(c))(c) }
