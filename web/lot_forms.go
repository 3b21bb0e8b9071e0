package web

import (
	"fmt"
	"strconv"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/lots"
	"kembo/core/measure"
	"kembo/core/words"
)

// lotForm begins a form about honey.
func (s *Server) lotForm(c fiber.Ctx, action, head string) (*formPage, app.Honey, error) {
	h, err := s.as(c).Honey(c.Context())
	p := &formPage{
		shell: shell{Title: head, Operation: h.Operation, Active: "harvest", Today: h.Today.Short()}, Head: head, Action: action,
		Button: "Store", Back: "/lots", BackTo: "Lots",
	}
	return p, h, err
}

// nextName proposes a name for a lot: the year and a number.
func nextName(h app.Honey) string {
	year := h.Today.Time().Year()
	for n := 1; ; n++ {
		name := fmt.Sprintf("%d-%d", year, n)
		taken := false
		for _, l := range h.Account.Lots() {
			taken = taken || l.Name == name
		}
		if !taken {
			return name
		}
	}
}

// extracting is the form for honey of crops that came out of the extractor as a lot.
func (s *Server) extracting() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, h, err := s.lotForm(c, "/lots/new", "Extracted as a lot")
			if err != nil {
				return nil, err
			}
			if n, err := strconv.Atoi(c.Query("off")); err == nil && n > 0 {
				p.Done = "Written into the logs of " + words.Count(n, "hive", "hives") + "."
			}
			on := dayOr(c, "day", 0)
			if on == 0 && len(h.Free) > 0 {
				on = h.Free[0].Day // the last day of pulling
			}
			crops := formField{Kind: "ticks", Name: "crops", Label: "Of what came off", Called: []string{"crop"}}
			sum := 0.0
			for _, x := range byHive(h.Free) {
				r := cropRowOf(x.CropLine, h.Units.Mass)
				text := fmt.Sprintf("%s, %s: %s, about %s", x.Day.Short(), x.Code, r.What, kgText(h.Units, x.Kg))
				if x.Barred {
					text += ", not for sale"
				}
				crops.Options = append(crops.Options, option{x.id, text})
				if x.Day == on && !x.Barred {
					crops.Chosen = append(crops.Chosen, x.id)
					sum += x.Kg
				}
			}
			if len(crops.Options) == 0 {
				p.Say = "Nothing that came off is without a lot. Note first what came off, under Harvest."
			}
			name := text("name", "Name of the lot")
			name.Value, name.Half, name.Help = nextName(h), true, "As it stands on the buckets."
			kg := kgOf("kg", "Honey that came out", h.Units)
			if sum > 0 {
				kg.Help = fmt.Sprintf("About %s was estimated on the hives of what is ticked.", kgText(h.Units, sum))
			}
			wax := kgOf("wax", "Wax of the cappings", h.Units)
			wax.Help = "Empty where it was not weighed."
			water := number("water", "Water, %", "")
			water.Help = "By the refractometer, at 20 °C."
			note := text("note", "Note")
			note.Half = true
			p.Fields = []formField{crops, name, kg, water, wax, note, onField(h.Today)}
			p.Cautions = []string{
				"Hot knives and steam burn. What leaves as food is made in a room and with labels as your law has it; honey is not for " +
					"infants under a year.",
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			x := &lots.Extracted{Lot: app.DerivedID(p.Entry, "lot"), Name: p.val("name"), Note: p.val("note")}
			for _, id := range p.at("crops").Chosen {
				all, ok := cropKeys(id)
				if !ok {
					return "", &app.FieldError{Field: "crops", Say: "choose from what came off"}
				}
				x.Crops = append(x.Crops, all...)
			}
			return s.storeLot(
				c, p, x.Lot, x, massIn{"kg", &x.Kg}, massIn{"wax", &x.WaxKg}, plainIn{"water", &x.Water},
			)
		},
	}
}

// hiveCrop is what came off a hive on a day, all entries together; id names them in a form.
type hiveCrop struct {
	app.CropLine
	id string
}

// byHive puts together what came off a hive on a day.
func byHive(all []app.CropLine) []hiveCrop {
	var out []hiveCrop
	for _, x := range all {
		n := len(out) - 1
		if n >= 0 && out[n].Colony == x.Colony && out[n].Day == x.Day && out[n].Barred == x.Barred {
			out[n].Boxes += x.Boxes
			out[n].Combs += x.Combs
			out[n].Kg += x.Kg
			out[n].id += "," + x.Entry
			continue
		}
		out = append(out, hiveCrop{x, x.Colony + "/" + x.Entry})
	}
	return out
}

// cropKeys reads a colony and the entries of its crops, as a form has them.
func cropKeys(text string) ([]lots.Crop, bool) {
	colony, entries, ok := strings.Cut(text, "/")
	var out []lots.Crop
	for entry := range strings.SplitSeq(entries, ",") {
		out = append(out, lots.Crop{Colony: colony, Entry: entry})
		ok = ok && colony != "" && entry != ""
	}
	return out, ok
}

// blending is the form for honey of lots that was mixed as a new one.
func (s *Server) blending() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, h, err := s.lotForm(c, "/lots/blend", "Blended as a new lot")
			if err != nil {
				return nil, err
			}
			name := text("name", "Name of the new lot")
			name.Value, name.Half = nextName(h), true
			p.Fields = []formField{name, onField(h.Today)}
			for _, l := range h.Account.Lots() {
				if l.Kg <= 0 {
					continue
				}
				f := kgOf("from:"+l.ID, "Of lot "+l.Name, h.Units)
				f.Help = massOf(l.Kg, h.Units) + " in stock"
				if l.Water > 0 {
					f.Help += ", " + waterText(l) + " water"
				}
				p.Fields = append(p.Fields, f)
			}
			if len(p.Fields) == 2 {
				p.Say = "There is no lot in stock."
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			h, err := s.as(c).Honey(c.Context())
			if err != nil {
				return "", err
			}
			x := &lots.Blended{Lot: app.DerivedID(p.Entry, "lot"), Name: p.val("name")}
			for _, l := range h.Account.Lots() {
				kg, err := p.number("from:"+l.ID, h.Units.Mass)
				if err != nil {
					return "", err
				}
				if kg != 0 {
					x.From = append(x.From, lots.Part{Lot: l.ID, Kg: kg})
				}
			}
			return s.storeLot(c, p, x.Lot, x)
		},
	}
}

// aboutLot begins a form about a lot that there is.
func (s *Server) aboutLot(c fiber.Ctx, what, head string) (*formPage, app.Honey, *lots.Lot, error) {
	id := c.Params("lot")
	p, h, err := s.lotForm(c, "/lots/"+id+"/"+what, head)
	if err != nil {
		return nil, h, nil, err
	}
	l := h.Account.Lot(id)
	if l == nil {
		return nil, h, nil, fmt.Errorf("lot %s: %w", id, app.ErrNotFound)
	}
	p.Head, p.Back, p.BackTo = head+" lot "+l.Name, "/lots/"+id, "Lot "+l.Name
	p.Say = fmt.Sprintf("%s in stock, of %s.", massOf(l.Kg, h.Units), massOf(l.MadeKg, h.Units))
	return p, h, l, nil
}

// filling is the form for containers that were filled.
func (s *Server) filling() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, h, l, err := s.aboutLot(c, "fill", "Filled from")
			if err != nil {
				return nil, err
			}
			p.Say = fmt.Sprintf("%s is not filled yet.", massOf(max(0, l.Kg-l.PackedKg()), h.Units))
			what := text("what", "What")
			what.Value, what.Half, what.List = "bucket", true, []string{"drum", "bucket", "jar"}
			p.Fields = []formField{number("count", "How many", ""), what, kgOf("each", "Honey in each", h.Units), onField(h.Today)}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			x := &lots.Filled{Lot: c.Params("lot"), What: p.val("what")}
			var err error
			if x.Count, err = p.whole("count", "give how many were filled, as 12"); err != nil {
				return "", err
			}
			return s.storeLot(c, p, x.Lot, x, massIn{"each", &x.EachKg})
		},
	}
}

// reads is a field of a form that is read into a number.
type reads interface {
	read(p *formPage, u measure.Units) error
}

// massIn is a mass in the user's unit, plainIn a number without one; both are 0 where nothing was typed.
type (
	massIn struct {
		field string
		into  *float64
	}
	plainIn struct {
		field string
		into  *float64
	}
)

func (f massIn) read(p *formPage, u measure.Units) (err error) {
	*f.into, err = p.number(f.field, u.Mass)
	return err
}

func (f plainIn) read(p *formPage, _ measure.Units) (err error) {
	*f.into, err = p.number(f.field, measure.Unit{})
	return err
}

// storeLot reads the fields and the day of a form, writes what was entered of a lot, and goes to its page.
func (s *Server) storeLot(c fiber.Ctx, p *formPage, lot string, b lots.Body, fields ...reads) (string, error) {
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return "", err
	}
	on, err := p.day("on")
	if err != nil {
		return "", err
	}
	for _, f := range fields {
		if err := f.read(p, set.Units); err != nil {
			return "", err
		}
	}
	return "/lots/" + lot, s.as(c).LotEntry(c.Context(), p.Entry, on, b)
}

// letting is the form for honey that left for good.
func (s *Server) letting() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, h, l, err := s.aboutLot(c, "out", "Honey left")
			if err != nil {
				return nil, err
			}
			how := choiceOf("how", "How", string(lots.Sold))
			for _, x := range lots.Hows {
				how.Options = append(how.Options, option{string(x), words.Capital(x.Words())})
			}
			how.Half = true
			to := text("to", "To")
			to.Help = "Whom or where, in your words."
			p.Fields = []formField{kgOf("kg", "How much", h.Units), how, to, onField(h.Today)}
			if say := lotCare(h, l); say != "" {
				p.Cautions = append(p.Cautions, say)
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			x := &lots.Left{Lot: c.Params("lot"), How: lots.How(p.val("how")), To: p.val("to")}
			return s.storeLot(c, p, x.Lot, x, massIn{"kg", &x.Kg})
		},
	}
}

// readingLot is the form for the water of a lot, read again.
func (s *Server) readingLot() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, h, _, err := s.aboutLot(c, "water", "Water of")
			if err != nil {
				return nil, err
			}
			p.Say = ""
			p.Fields = []formField{number("water", "Water, %, at 20 °C", ""), onField(h.Today)}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			x := &lots.Tested{Lot: c.Params("lot")}
			return s.storeLot(c, p, x.Lot, x, plainIn{"water", &x.Water})
		},
	}
}
