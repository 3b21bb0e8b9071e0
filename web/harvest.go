package web

import (
	"errors"
	"fmt"
	"html/template"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/comb"
	"kembo/core/day"
	"kembo/core/harvest"
	"kembo/core/measure"
	"kembo/core/words"
	"kembo/web/draw"
)

// harvestView is the page of what may be taken.
type harvestView struct {
	shell
	Say, Old, Err     string
	Yard              string // id; "": all
	Yards             []yardWay
	Hives             []harvestHive // with a box that is ready
	Later             []laterHive   // and with none
	LaterSay          string
	Held              []heldBox
	Sum               harvestSum
	Mass, Limit       string
	Entry, Day, Batch string
	None              string
}

// yardWay is a yard to choose.
type yardWay struct {
	To, Name string
	On       bool
}

// harvestHive is a hive with its boxes, the top one first, as they are lifted.
type harvestHive struct {
	ID, Code, Yard string // Yard is said over the first of it
	Keeps          string
	Sum            []string // how it comes to what must stay
	Looked         string
	Boxes          []harvestBox
}

// harvestBox is a box that may come off.
type harvestBox struct {
	ID, Tick      string
	Name, Code    string
	Figure        template.HTML
	Capped, Kg    string
	Unit          string
	Water         string
	WaterFigure   template.HTML
	Why, More     string
	Ticked, Quiet bool
	Heavy         string
}

// heldBox is a box that may not be sold.
type heldBox struct {
	To, Code, Name, Why, Lifts, Kg string
	Names                          []string
}

// harvestSum is what is ticked, added up.
type harvestSum struct {
	Head, Say string
	Figure    template.HTML
	Short     []string
	Cautions  []string
}

// mostHives is as many hives as one page of the harvest is made for: over it, one begins with the yard that is visited first.
// Measured: 0.13 s for 1,000.
const mostHives = 1500

func (s *Server) showHarvest(c fiber.Ctx) error {
	if c.Params("yard") == "" {
		ys, err := s.as(c).Yards(c.Context())
		if err != nil {
			return err
		}
		hives := 0
		for _, y := range ys {
			hives += y.Colonies
		}
		if hives > mostHives {
			return c.Redirect().To("/yards/" + ys[0].ID + "/harvest")
		}
	}
	v, err := s.harvestOf(c, nil)
	if err != nil {
		return err
	}
	return s.show(c, "harvest", v)
}

// addUp adds up what is ticked, while the keeper chooses.
func (s *Server) addUp(c fiber.Ctx) error {
	ticked := chosenIn(c, "boxes")
	v, err := s.harvestOf(c, func(id string) bool { return slices.Contains(ticked, id) })
	if err != nil {
		return err
	}
	if wantsPart(c) {
		return s.show(c, "harvest#sum", v)
	}
	return s.show(c, "harvest", v)
}

// pull writes what came off.
func (s *Server) pull(c fiber.Ctx) error {
	on, err := day.Parse(c.FormValue("on"))
	if err != nil {
		err = &app.FieldError{Field: "on", Say: err.Error()}
	}
	ticked := chosenIn(c, "boxes")
	n := 0
	if err == nil {
		n, err = s.as(c).Pulled(c.Context(), c.FormValue("entry"), on, c.FormValue("batch"), offOf(ticked))
	}
	var field *app.FieldError
	switch {
	case err == nil:
		return c.Redirect().Status(fiber.StatusSeeOther).To(fmt.Sprintf("/lots/new?off=%d", n))
	case !errors.As(err, &field):
		return err
	}
	v, err := s.harvestOf(c, func(id string) bool { return slices.Contains(ticked, id) })
	if err != nil {
		return err
	}
	v.Err, v.Batch, v.Day = sentence(field), c.FormValue("batch"), c.FormValue("on")
	c.Status(fiber.StatusUnprocessableEntity)
	return s.show(c, "harvest", v)
}

// offTick is the value of the tick of a box, and offOf reads it.
func offTick(colony, box string) string { return colony + "/" + box }

func offOf(ticked []string) []app.Off {
	var out []app.Off
	for _, t := range ticked {
		colony, box, _ := strings.Cut(t, "/")
		out = append(out, app.Off{Colony: colony, Box: box})
	}
	return out
}

// harvestOf makes the page; ticked says which ticks are set, nil those that may come off so that enough stays.
func (s *Server) harvestOf(c fiber.Ctx, ticked func(tick string) bool) (*harvestView, error) {
	yard := c.Params("yard")
	if yard == "" {
		yard = c.FormValue("yard")
	}
	h, err := s.as(c).Harvest(c.Context(), yard)
	if err != nil {
		return nil, err
	}
	v := &harvestView{
		shell: shell{Title: "Harvest", Operation: h.Operation, Active: "harvest", Today: h.Today.Short()}, Yard: yard,
		Yards: []yardWay{{"/harvest", "All yards", yard == ""}}, Mass: h.Units.Mass.Name, Entry: app.NewID(), Day: h.Today.String(),
		Batch: "Harvest of " + h.Today.DayMonth(), Limit: fmt.Sprintf("%g", h.Keeps()),
	}
	for _, y := range h.Yards {
		v.Yards = append(v.Yards, yardWay{"/yards/" + y.ID + "/harvest", y.Name, y.ID == yard})
	}
	if h.Old > 0 {
		v.Old = words.Capital(words.Count(h.Old, "hive is", "hives are")) + " of an earlier day and being worked out anew."
	}
	sum := harvestTotal{settings: h.Settings}
	last, lastLater, later := "", "", 0
	for _, x := range h.Hives {
		take := x.Take()
		on := func(id string) bool { return slices.Contains(take, id) }
		if ticked != nil {
			on = func(id string) bool { return ticked(offTick(x.Colony, id)) }
		}
		hive := harvestHiveOf(x, on, h, &sum)
		switch {
		case len(hive.Boxes) == 0:
		case slices.ContainsFunc(hive.Boxes, func(b harvestBox) bool { return !b.Quiet || b.Ticked }):
			if x.YardName != last {
				hive.Yard, last = x.YardName, x.YardName
			}
			v.Hives = append(v.Hives, hive)
		default:
			l := laterOf(x, h.Units)
			if x.YardName != lastLater {
				l.Yard, lastLater = x.YardName, x.YardName
			}
			v.Later = append(v.Later, l)
			later += len(hive.Boxes)
		}
		v.Held = append(v.Held, heldOf(x, h.Units)...)
	}
	v.Sum, v.Say = sum.view(), sum.say()
	v.LaterSay = fmt.Sprintf("Not yet: %s on %s", words.Count(later, "box", "boxes"), words.Count(len(v.Later), "hive", "hives"))
	if len(v.Hives)+len(v.Held) == 0 {
		v.None = "No hive has a super on, or honey to spare over its nest."
	}
	return v, nil
}

// laterHive is a hive of which nothing is ready, in a line.
type laterHive struct {
	ID, Code, Yard, Say, Kg, Keeps string
}

// laterOf says what stands above a nest of which nothing is ready.
func laterOf(x app.HarvestHive, u measure.Units) laterHive {
	names := boxNames(x.Supers)
	var parts []string
	kg, likely := 0.0, day.Day(0)
	for i, b := range x.Supers {
		if barred(b) {
			continue
		}
		kg += b.Kg
		say := fmt.Sprintf("%s %.0f %% filled", names[i], 100*b.Fill)
		if b.Fill >= harvest.Filled {
			say += fmt.Sprintf(", %.0f %% capped", 100*b.Capped)
		}
		if b.Water > 0 {
			say += fmt.Sprintf(", %.1f %% water", b.Water)
		}
		if b.Likely > x.Today && (likely == 0 || b.Likely < likely) {
			likely = b.Likely
		}
		parts = append(parts, say)
	}
	l := laterHive{ID: x.Colony, Code: x.Code, Say: strings.Join(parts, "; "), Kg: fmt.Sprintf("%.1f", u.Mass.In(kg))}
	l.Keeps = keepsText(x.Stays, u)
	if likely > 0 {
		l.Say += "; the first likely ready on " + likely.Short()
	}
	return l
}

func keepsText(s harvest.Stays, u measure.Units) string {
	return fmt.Sprintf("%.0f of %s", u.Mass.In(s.NestKg), kgText(u, s.MustKg()))
}

// boxNames names the boxes of a hive that may be a crop, as S1 from the bottom up.
func boxNames(all []app.SuperStanding) []string {
	var out []string
	n := 0
	for _, x := range all {
		if x.Nest {
			out = append(out, fmt.Sprintf("Box %d", x.At+1))
			continue
		}
		n++
		out = append(out, fmt.Sprintf("S%d", n))
	}
	return out
}

func barred(x app.SuperStanding) bool { return x.Verdict == harvest.Held || x.Verdict == harvest.Never }

func harvestHiveOf(x app.HarvestHive, on func(string) bool, h app.Harvest, sum *harvestTotal) harvestHive {
	u := h.Units
	names := boxNames(x.Supers)
	v := harvestHive{ID: x.Colony, Code: x.Code}
	v.Keeps = keepsText(x.Stays, u)
	if days := int(x.Today - x.Looked); days > 0 {
		v.Looked = "seen " + words.Ago(days)
	}
	v.Sum = staysSum(x.Stays, u)
	above := x.AboveKg()
	for _, b := range x.Supers {
		if on(b.Box) {
			above -= b.Kg
		}
	}
	left := x.Stays.NestKg
	for i := len(x.Supers) - 1; i >= 0; i-- {
		b := x.Supers[i]
		if barred(b) {
			left += b.Kg // it stays on, and it may be eaten
			continue
		}
		o := harvestBox{
			ID: b.Box, Tick: offTick(x.Colony, b.Box), Name: names[i], Code: x.Code, Unit: u.Mass.Name,
			Kg: fmt.Sprintf("%.1f", u.Mass.In(b.Kg)), Ticked: on(b.Box),
			Capped: fmt.Sprintf("%.0f %%", 100*b.Capped), Quiet: b.Verdict != harvest.Ready,
		}
		o.Figure = superFigure(x.Boxes, b, o)
		if b.Water > 0 {
			o.Water = fmt.Sprintf("%.1f %%", b.Water)
			o.WaterFigure = draw.Moisture(b.Water, h.Keeps(), waterFrom, waterTo, "")
		}
		if o.Quiet && len(b.Why) > 0 {
			o.Why = b.Why[0]
			if b.Likely > x.Today {
				o.Why += " Likely ready on " + b.Likely.Short() + "."
			}
		}
		if b.Combs > 0 {
			o.More = fmt.Sprintf("%s of it could come off, %s.", words.Capital(words.Count(b.Combs, "comb", "combs")), massOf(b.CombsKg, u))
		}
		if b.LiftKg > h.LiftLimitKg {
			o.Heavy = fmt.Sprintf("%s to lift: two people", kgText(u, b.LiftKg))
		}
		if o.Ticked {
			sum.boxes++
			sum.kg += b.Kg
			sum.heaviest = max(sum.heaviest, b.LiftKg)
		} else {
			left += b.Kg
		}
		if b.Verdict == harvest.Ready {
			sum.ready++
			sum.readyKg += b.Kg
			if !o.Ticked {
				o.Why = keptBack(x.Stays, above, b.Kg, u)
			}
		}
		v.Boxes = append(v.Boxes, o)
	}
	if short := x.Stays.MustKg() - left; short > shortKg && slices.ContainsFunc(v.Boxes, func(b harvestBox) bool { return b.Ticked }) {
		sum.short = append(sum.short, fmt.Sprintf("%s would be %s short: leave a box, or feed it.", x.Code, massOf(short, u)))
	}
	return v
}

// staysSum lays the sum open of what a hive has to keep.
func staysSum(s harvest.Stays, u measure.Units) []string {
	out := []string{
		massOf(s.TargetKg, u) + " to winter on",
		"+ " + massOf(s.EatsKg, u) + " eaten until then",
	}
	if s.BringsKg > 0 {
		out = append(out, "− "+massOf(s.BringsKg, u)+" that the flow likely adds")
	}
	return append(out, "= "+massOf(s.MustKg(), u)+" must be there; the nest has "+massOf(s.NestKg, u))
}

// keptBack says why a box that is ready stays on, where it does for its hive; "" where it could come off. aboveKg is what stands over
// the nest without the boxes that come off.
func keptBack(s harvest.Stays, aboveKg, kg float64, u measure.Units) string {
	short := s.ShortKg() - (aboveKg - kg)
	if short <= shortKg {
		return ""
	}
	return fmt.Sprintf("Ready, and left on: without it the hive is %s short for winter. Or take it, and feed.", massOf(short, u))
}

// shortKg is what a hive may be short by without a word. Source: none; guess, as core/harvest.
const shortKg = 1.0

// waterFrom and waterTo are the ends of the scale on which water is drawn, per cent.
const waterFrom, waterTo = 15.0, 21.0

func superFigure(boxes []app.GlyphBox, b app.SuperStanding, o harvestBox) template.HTML {
	if b.At >= len(boxes) {
		return ""
	}
	var frames [][comb.Contents]uint8
	for f := range slices.Chunk(boxes[b.At].Shares, comb.Contents) {
		frames = append(frames, [comb.Contents]uint8(f))
	}
	return draw.SuperRow(frames, o.Quiet, fmt.Sprintf("%s of %s, %.0f %% of its comb filled", o.Name, o.Code, 100*b.Fill))
}

func heldOf(x app.HarvestHive, u measure.Units) []heldBox {
	var out []heldBox
	var kg []float64
	names := boxNames(x.Supers)
	for i, b := range x.Supers {
		if !barred(b) || b.Kg < leastHeldKg || len(b.Why) == 0 {
			continue
		}
		k := slices.IndexFunc(out, func(o heldBox) bool { return o.Why == b.Why[0] })
		if k < 0 {
			k = len(out)
			out, kg = append(out, heldBox{To: "/colonies/" + x.Colony, Code: x.Code, Lifts: b.Lifts, Why: b.Why[0]}), append(kg, 0)
		}
		kg[k] += b.Kg
		out[k].Kg = massOf(kg[k], u)
		out[k].Names = append(out[k].Names, names[i])
		out[k].Name = words.List(out[k].Names...)
	}
	return out
}

// leastHeldKg is the honey from which on a box that is held is told. Rounding.
const leastHeldKg = 0.5
