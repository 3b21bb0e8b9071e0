package web

import (
	"errors"
	"fmt"
	"net/url"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/words"
)

// toCropView is the page on which hives are chosen that move to a crop.
type toCropView struct {
	shell
	ID, Name string
	None     string
	Err      string
	To       string
	Others   []option
	Flow     string
	On       string
	Rows     []toCropRow
	Rules    []string
}

// toCropRow is a hive; its gain is asked for by the page, hive by hive.
type toCropRow struct {
	ID, Code, Facts, Weighs, Against string
	Ask                              string // address of its gain
}

// gainView is what a hive gains by the move.
type gainView struct {
	shell
	Say  string
	More string
	Good bool
}

func (s *Server) showToCrop(c fiber.Ctx) error {
	on, wrong := day.Day(0), ""
	if t := c.Query("on"); t != "" {
		d, err := day.Parse(t)
		if err != nil {
			wrong = err.Error() + "; today is taken."
		}
		on = d
	}
	x, err := s.as(c).ToCrop(c.Context(), c.Params("yard"), c.Query("to"), on)
	if err != nil {
		return err
	}
	v := &toCropView{
		shell: shell{Title: "To a crop", Operation: x.Operation, Active: "board", Today: x.Today.Short()}, ID: x.Yard.ID, Name: x.Yard.Name,
		Err: wrong, To: x.To, On: x.On.String(),
	}
	if len(x.Others) == 0 {
		v.None = "There is no other yard yet. Make one where the crop is, with its flowers, and come back."
		return s.show(c, "to-crop", v)
	}
	if len(x.Hives) == 0 {
		v.None = "There are no hives here to move."
		return s.show(c, "to-crop", v)
	}
	for _, o := range x.Others {
		text := o.Name + ", no flow in sight"
		if o.From > 0 {
			text = fmt.Sprintf("%s: %s, %s to %s", o.Name, o.Plants, o.From.DayMonth(), o.Till.DayMonth())
		}
		v.Others = append(v.Others, option{o.ID, text})
		if o.ID == x.To && o.From > 0 {
			v.Flow = fmt.Sprintf("Be there by %s, as it opens, and back after %s, before the treatment and the winter feed are late.",
				o.From.DayMonth(), o.Till.DayMonth())
			if o.From <= x.On {
				v.Flow = fmt.Sprintf("It is open until about %s.", o.Till.DayMonth())
			}
		}
	}
	for _, h := range x.Hives {
		v.Rows = append(v.Rows, toCropRowOf(h, x))
	}
	v.Rules = movingRules(x.Units)
	return s.show(c, "to-crop", v)
}

func toCropRowOf(h app.CropHive, x app.ToCrop) toCropRow {
	r := toCropRow{
		ID: h.Colony, Code: h.Code, Against: words.Capital(strings.Join(h.Against, "; ")),
		Ask: "/colonies/" + h.Colony + "/gain?" + url.Values{"to": {x.To}, "on": {x.On.String()}}.Encode(),
	}
	if h.Bees > 0 {
		r.Facts = fmt.Sprintf("%s bees, %.1f frames of brood", measure.Count(measure.Rough(h.Bees)), h.Brood)
		r.Weighs = kgText(x.Units, h.WeighsKg)
	}
	if h.QueenYear > 0 {
		r.Facts += fmt.Sprintf(", queen of %d", h.QueenYear)
	}
	return r
}

// movingRules are what is known of moving hives. Source: common practice.
func movingRules(u measure.Units) []string {
	return []string{
		"Under about a metre, or over about five kilometres: bees fly home from in between. From afar they learn the place anew.",
		"In the evening or before light, when all are home; entrance closed with mesh, a mesh floor or lid for air, boxes strapped, combs along " +
			"the road. Never closed in heat, nor longer than the road.",
		"Room before the road: a strong colony that is shut in stews. Honey in the supers is weight that breaks combs: take it off first.",
		"Brood found healthy within the last fortnight, mites under the limit before it leaves, water and a dry stand where it goes.",
		"Ask whose land it is, for the permit or the health paper that the place wants, and to be told before anything is sprayed; local rules decide.",
	}
}

func (s *Server) showGain(c fiber.Ctx) error {
	on, err := day.Parse(c.Query("on"))
	if err != nil {
		return fiber.NewError(fiber.StatusBadRequest, err.Error())
	}
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return err
	}
	v := &gainView{shell: shell{Title: "To a crop", Active: "board"}}
	e, err := s.as(c).MovedTo(c.Context(), c.Params("colony"), c.Query("to"), on)
	var wrong *app.FieldError
	switch {
	case errors.As(err, &wrong):
		v.Say = "not known"
	case err != nil:
		return err
	default:
		v.Say, v.More, v.Good = gainSay(e, set.Units)
	}
	return s.show(c, "to-crop#gain", v)
}

// worthTheRoad is what a hive must gain for it to be taken, kg of honey. Source: none; guess: its share of the road and the evening.
const worthTheRoad = 3.0

func gainSay(e plan.Elsewhere, u measure.Units) (say, more string, good bool) {
	switch {
	case e.GainKg >= worthTheRoad:
		say, good = "Take it: "+massOf(e.GainKg, u)+" better", true
	case e.GainKg > -worthTheRoad:
		return "Leave it: not worth the road", "", false
	default:
		return "Leave it: " + massOf(-e.GainKg, u) + " worse", "", false
	}
	if e.HoneyKg > 0 {
		more = massOf(e.HoneyKg, u) + " of it crop"
	}
	if e.Supers > 0 {
		if more != "" {
			more += ", "
		}
		more += "with " + words.Count(e.Supers, "super", "supers") + " more"
	}
	return say, more, good
}
