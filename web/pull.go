package web

import (
	"fmt"
	"net/url"
	"slices"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/words"
)

// pullView is the list by which boxes are pulled in a yard, on a phone and on paper.
type pullView struct {
	shell
	YardID, Yard, On string
	Rows             []pullRow
	Bring            []string
	Total            string
	None             string
	Mass             string
}

// pullRow is a hive of which boxes come off.
type pullRow struct {
	ID, Code string
	Steps    []string // what is lifted, from the top
	Take     string   // what comes off
	Kg, Lift string
	To       string // the form in which it is weighed and noted
}

func (s *Server) showPull(c fiber.Ctx) error {
	h, err := s.as(c).PullList(c.Context(), c.Params("yard"))
	if err != nil {
		return err
	}
	v := &pullView{
		shell:  shell{Title: "Pull list", Operation: h.Operation, Active: "harvest", Today: h.Today.Short(), Scripts: []string{"keep.js"}},
		YardID: c.Params("yard"), On: h.Today.Long(), Mass: h.Units.Mass.Name,
	}
	for _, y := range h.Yards {
		if y.ID == v.YardID {
			v.Yard = y.Name
		}
	}
	boxes, kg := 0, 0.0
	for _, x := range h.Hives {
		r, n, sum := pullRowOf(x, h)
		v.Rows = append(v.Rows, r)
		boxes, kg = boxes+n, kg+sum
	}
	if boxes == 0 {
		v.None = "Nothing here is ready and can be spared."
		return s.show(c, "pull", v)
	}
	v.Total = fmt.Sprintf(
		"%s off %s, about %s", words.Count(boxes, "box", "boxes"), words.Count(len(v.Rows), "hive", "hives"), kgText(h.Units, kg),
	)
	v.Bring = []string{
		words.Count(len(v.Rows), "clearer board", "clearer boards"), words.Count(boxes, "empty super", "empty supers") + " to go back on",
		"lids or cloths for " + words.Count(boxes, "box", "boxes"), "the scale",
	}
	return s.show(c, "pull", v)
}

// pullRowOf says what comes off a hive and what has to be lifted for it, with the number of boxes and their honey.
func pullRowOf(x app.HarvestHive, h app.Harvest) (r pullRow, n int, kg float64) {
	u := h.Units
	take := x.Take()
	names := boxNames(x.Supers)
	lowest := slices.IndexFunc(x.Supers, func(b app.SuperStanding) bool { return slices.Contains(take, b.Box) })
	var off, aside []string
	lift := 0.0
	for i := len(x.Supers) - 1; i >= lowest; i-- {
		b := x.Supers[i]
		lift = max(lift, b.LiftKg)
		if !slices.Contains(take, b.Box) {
			aside = append(aside, names[i])
			continue
		}
		off = append(off, names[i])
		n, kg = n+1, kg+b.Kg
	}
	r = pullRow{
		ID: x.Colony, Code: x.Code, Take: words.List(off...), Kg: fmt.Sprintf("%.0f", u.Mass.In(kg)),
		Lift: liftText(lift, h.LiftLimitKg, u),
	}
	if len(aside) > 0 {
		r.Steps = append(r.Steps, "lift "+words.List(aside...)+" aside, and back on")
	}
	r.To = "/colonies/" + x.Colony + "/harvest?" + url.Values{
		"boxes": {strings.Join(take, ",")}, "batch": {"Harvest of " + h.Today.DayMonth()},
	}.Encode()
	return r, n, kg
}

// liftText says the heaviest lift, and that it is too heavy for one where it is.
func liftText(kg, limit float64, u measure.Units) string {
	say := kgText(u, kg)
	if kg > limit {
		say += ", two people"
	}
	return say
}
