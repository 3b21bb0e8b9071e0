package web

import (
	"fmt"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/hive"
	"kembo/core/measure"
	"kembo/core/moves"
	"kembo/core/words"
)

// equipping is the form for what a hive has beside its boxes: its feeder, its entrance
// and those of its boxes, mouse guard and insulation. It stands as the book has it; what
// is changed becomes one entry.
func (s *Server) equipping() asks {
	return asks{page: s.equipmentPage, do: func(c fiber.Ctx, p *formPage) (string, error) {
		id := c.Params("colony")
		x, err := s.as(c).Form(c.Context(), id)
		if err != nil {
			return "", err
		}
		on, err := p.day("on")
		if err != nil {
			return "", err
		}
		acts, err := equipmentFrom(p, x)
		if err != nil {
			return "", err
		}
		var a moves.Act
		switch len(acts) {
		case 0:
			return "", &app.FieldError{Field: "form", Say: "nothing here is other than the book has it; change what is"}
		case 1:
			a = acts[0]
		default:
			a = &moves.Several{Title: "Equipment", Acts: acts}
		}
		return "/colonies/" + id, s.as(c).Act(c.Context(), id, p.Entry, on, a)
	}}
}

func (s *Server) equipmentPage(c fiber.Ctx) (*formPage, error) {
	p, x, err := s.actForm(c, "equipment", "Equipment of")
	if err != nil {
		return nil, err
	}
	st, u := x.Believed.Stack, x.Units
	feeders, asked := []option{{"", "None"}}, ""
	for _, f := range hive.Feeders {
		asked += string(f.Kind) + " "
		feeders = append(feeders, option{string(f.Kind), words.Capital(f.Kind.Words())})
	}
	litres, kg := number("litres", "It holds", ""), number("feeder_kg", "and weighs, empty", "")
	litres.Unit, kg.Unit = u.Volume.Name, u.Mass.Name
	litres.Placeholder, kg.Placeholder = "as usual", "as usual"
	litres.When, kg.When = asked, asked
	litres.Help = "The feed plan counts in its fills."
	kg.Help = "A weight of the hive is read without it."
	if f := st.Feeder; f.Kind != hive.NoFeeder {
		litres.Value, kg.Value = plain(u.Volume.In(f.Litres)), plain(u.Mass.In(f.Kg))
	}
	warm := tickOf1("insulated", "Insulated, under the roof or around it", st.Insulation.On)
	warm.Help = "Then it winters on a little less: see the target with its advice."
	warmKg := number("insulation_kg", "Insulation weighs", "")
	warmKg.Unit, warmKg.Placeholder = u.Mass.Name, "as if nothing"
	if st.Insulation.On && st.Insulation.Kg > 0 {
		warmKg.Value = plain(u.Mass.In(st.Insulation.Kg))
	}
	entrance := []option{{"", "Not noted"}}
	for _, w := range hive.Entrances {
		entrance = append(entrance, option{string(w), words.Capital(string(w))})
	}
	p.Fields = []formField{
		choiceOf("feeder", "Feeder", string(st.Feeder.Kind), feeders...), litres, kg,
		choiceOf("entrance", "Entrance", string(st.Entrance), entrance...),
		tickOf1("guard", "Mouse guard on", st.Guarded), warm, warmKg,
	}
	for i := len(st.Boxes) - 1; i >= 0; i-- {
		b := st.Boxes[i]
		p.Fields = append(p.Fields, radiosOf(
			"hole_"+b.ID, words.Capital(boxName(st, b.ID))+", an entrance or hole of its own", string(b.Hole),
			option{string(hive.NoHole), "None"}, option{string(hive.HoleOpen), "Open"}, option{string(hive.HoleShut), "Shut"},
		))
	}
	p.Fields = append(p.Fields, onField(x.Today))
	return p, nil
}

// equipmentFrom returns what is other than the book has it, as acts.
func equipmentFrom(p *formPage, x app.Colony) ([]moves.Act, error) {
	st, u := x.Believed.Stack, x.Units
	var out []moves.Act
	f := hive.Feeder{Kind: hive.FeederKind(p.val("feeder"))}
	if f.Kind != hive.NoFeeder {
		for _, usual := range hive.Feeders {
			if usual.Kind == f.Kind {
				f = usual
			}
		}
		for _, n := range []struct {
			name string
			unit measure.Unit
			to   *float64
		}{{"litres", u.Volume, &f.Litres}, {"feeder_kg", u.Mass, &f.Kg}} {
			v, err := p.number(n.name, n.unit)
			if err != nil {
				return nil, err
			}
			if p.val(n.name) != "" {
				*n.to = v
			}
		}
	}
	if !sameFeeder(f, st.Feeder, u) {
		if f.Kind != hive.NoFeeder && f.Check() != nil {
			return nil, &app.FieldError{Field: "litres", Say: f.Check().Error()}
		}
		a := moves.FeederOn(f)
		out = append(out, &a)
	}
	if w := hive.Entrance(p.val("entrance")); w != st.Entrance && w != hive.AsBuilt {
		out = append(out, &moves.Entrance{Width: w})
	}
	if on := p.val("guard") != ""; on != st.Guarded {
		out = append(out, &moves.Guard{On: on})
	}
	warm := hive.Insulation{On: p.val("insulated") != ""}
	if warm.On {
		var err error
		if warm.Kg, err = p.number("insulation_kg", u.Mass); err != nil {
			return nil, err
		}
		if warm.Check() != nil {
			return nil, &app.FieldError{Field: "insulation_kg", Say: warm.Check().Error()}
		}
	}
	if warm.On != st.Insulation.On || plain(u.Mass.In(warm.Kg)) != plain(u.Mass.In(st.Insulation.Kg)) {
		a := moves.Insulated(warm)
		out = append(out, &a)
	}
	for _, b := range st.Boxes {
		if is := hive.Hole(p.val("hole_" + b.ID)); is != b.Hole {
			out = append(out, &moves.BoxHole{Box: b.ID, Is: is})
		}
	}
	return out, nil
}

// sameFeeder reports whether two feeders are the same as a form in the user's units
// shows them.
func sameFeeder(a, b hive.Feeder, u measure.Units) bool {
	return a.Kind == b.Kind && plain(u.Volume.In(a.Litres)) == plain(u.Volume.In(b.Litres)) &&
		plain(u.Mass.In(a.Kg)) == plain(u.Mass.In(b.Kg))
}

// gearWords says what a hive has beside its boxes, for its page; none where nothing is
// noted.
func gearWords(st hive.Stack, u measure.Units) []string {
	var out []string
	if f := st.Feeder; f.Kind != hive.NoFeeder {
		out = append(out, fmt.Sprintf(
			"Feeder on: %s, %s %s", f.Kind.Words(), plain(u.Volume.In(f.Litres)), u.Volume.Name,
		))
	}
	if st.Entrance != hive.AsBuilt {
		out = append(out, "Entrance "+string(st.Entrance))
	}
	if st.Guarded {
		out = append(out, "Mouse guard on")
	}
	if st.Insulation.On {
		out = append(out, "Insulated")
	}
	for i := len(st.Boxes) - 1; i >= 0; i-- {
		switch name := words.Capital(boxName(st, st.Boxes[i].ID)); st.Boxes[i].Hole {
		case hive.HoleOpen:
			out = append(out, name+": its own entrance is open")
		case hive.HoleShut:
			out = append(out, name+": its own entrance is shut")
		}
	}
	return out
}
