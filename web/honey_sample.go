package web

import (
	"fmt"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/core/harvest"
	"kembo/core/history"
	"kembo/core/measure"
	"kembo/core/words"
)

// samplingHoney is the form for a test of the honey of a box.
func (s *Server) samplingHoney() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			p, x, err := s.actForm(c, "honey", "Honey of")
			if err != nil {
				return nil, err
			}
			p.Head = "The honey of " + x.Code + " was tested"
			p.Back, p.BackTo = "/harvest", "Harvest"
			st := x.Believed.Stack
			box := choiceOf("box", "Box", c.Query("box"))
			for i := len(st.Boxes) - 1; i >= 0; i-- {
				b := st.Boxes[i]
				if b.Super || i > 0 {
					box.Options = append(box.Options, option{b.ID, boxName(st, b.ID)})
				}
			}
			if len(box.Options) == 0 {
				p.Say = "There is no box above the nest."
			}
			read := number("read", "The refractometer shows", "")
			read.Help, read.Called = "Empty where only a comb was shaken.", []string{"water"}
			scale := choiceOf("scale", "of", string(history.ScaleWater),
				option{string(history.ScaleWater), "% water"}, option{string(history.ScaleBrix), "°Brix"},
				option{string(history.ScaleIndex), "refractive index"})
			scale.Half = true
			temp := number("temp", "at", "")
			temp.Unit, temp.Help = x.Units.Temperature.Name, "Of the sample; empty where the instrument corrects for it."
			combs := number("combs", "From so many combs", "3")
			combs.Help = "Of fewer than three it cannot speak for the box."
			p.Fields = []formField{
				box, read, scale, temp, combs, tickOf1("open", "From cells that are not capped: the wettest", true),
				radiosOf("shake", "A comb held flat and shaken", "", option{"", "Not shaken"},
					option{string(harvest.ShakeDry), "Kept its honey"}, option{string(harvest.ShakeDrops), "Nectar flew out"}),
				onField(x.Today),
			}
			p.Cautions = []string{
				"A reading tells for a week. What may be sold with how much water, your law says; the instrument has to be checked " +
					"against its standard.",
			}
			return p, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			id := c.Params("colony")
			on, err := p.day("on")
			if err != nil {
				return "", err
			}
			set, err := s.as(c).Settings(c.Context())
			if err != nil {
				return "", err
			}
			h := &history.HoneySample{
				Box: p.val("box"), Scale: history.Scale(p.val("scale")), Open: p.val("open") != "", Shake: harvest.Shake(p.val("shake")),
			}
			if h.Read, err = p.number("read", measure.Unit{}); err != nil {
				return "", err
			}
			if h.TempC, err = p.number("temp", set.Units.Temperature); err != nil {
				return "", err
			}
			if h.Combs, err = p.whole("combs", "give from how many combs it came, as 3"); err != nil {
				return "", err
			}
			if h.Read == 0 {
				h.Scale, h.TempC, h.Combs, h.Open = "", 0, 0, false
			}
			e := history.Entry{ID: p.Entry, Day: on, Kind: history.KindSample, Body: h}
			return "/colonies/" + id, s.as(c).Record(c.Context(), id, e)
		},
	}
}

// sampleWords says a test of honey for the log.
func sampleWords(h *history.HoneySample) (kind, say string) {
	var out []string
	if w, err := h.Water(); err == nil && w > 0 {
		text := fmt.Sprintf("%.1f %% water", w)
		if h.Combs > 0 {
			text += " in a sample of " + words.Count(h.Combs, "comb", "combs")
		}
		if h.Open {
			text += ", cells not capped"
		}
		out = append(out, text)
	}
	switch h.Shake {
	case harvest.ShakeDry:
		out = append(out, "a shaken comb kept its honey")
	case harvest.ShakeDrops:
		out = append(out, "nectar flew out of a shaken comb")
	}
	return "Honey tested", words.Capital(strings.Join(out, "; ")) + "."
}
