package web

import (
	"fmt"
	"html/template"
	"slices"
	"strconv"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/words"
	"kembo/web/draw"
)

// cropAccount is the crop year on year, and what it took.
type cropAccount struct {
	Years   []cropYear
	Chart   template.HTML
	Mass    string
	Flowers []cropFlower
	Hours   string
}

// cropYear is a year as a row.
type cropYear struct{ Year, Kg, Hives, Each, Visits, PerVisit, Sugar string }

type cropFlower struct{ Yard, Plant, Kg, Share string }

// cropAccountOf writes the account in the user's unit.
func cropAccountOf(a app.CropAccount, u measure.Unit) cropAccount {
	out := cropAccount{Mass: u.Name}
	bars := draw.Years{Alt: "What each year brought."}
	var over []float64
	for _, y := range a.Years {
		r := cropYear{
			Year: strconv.Itoa(y.Year), Kg: kgPlain(u, y.Kg), Hives: strconv.Itoa(y.Hives), Visits: strconv.Itoa(y.Visits),
			Each: perOne(u, y.Kg, y.Hives), PerVisit: perOne(u, y.Kg, y.Visits), Sugar: kgPlain(u, y.SugarKg),
		}
		if y.SoFar {
			r.Year += " so far"
		} else if y.Kg > 0 {
			over = append(over, y.Kg)
		}
		out.Years = append(out.Years, r)
		bars.All = append(bars.All, draw.YearBar{Year: y.Year, Kg: u.In(y.Kg), Words: fmt.Sprintf("%.0f", u.In(y.Kg)), SoFar: y.SoFar})
		bars.Alt += fmt.Sprintf(" %d: %.0f %s.", y.Year, u.In(y.Kg), u.Name)
	}
	slices.Reverse(out.Years)
	if slices.Sort(over); len(over) > 1 {
		bars.Mid = u.In((over[(len(over)-1)/2] + over[len(over)/2]) / 2)
	}
	if len(bars.All) > 1 {
		out.Chart = bars.Draw()
	}
	yard := map[string]float64{}
	for _, f := range a.Flowers {
		yard[f.Yard] += f.Kg
	}
	for _, f := range a.Flowers {
		share := f.Kg / max(yard[f.Yard], 1e-9)
		if share < leastShare {
			continue
		}
		r := cropFlower{Yard: f.Yard, Plant: f.Plant, Kg: kgPlain(u, f.Kg), Share: fmt.Sprintf("%.0f %%", 100*share)}
		if r.Plant == "" {
			r.Plant = "nothing in flower, by the calendar"
		}
		out.Flowers = append(out.Flowers, r)
	}
	if a.Days > 0 {
		out.Hours = fmt.Sprintf("%.1f hours at hives on %s, told by when entries were written", a.Hours, words.Count(a.Days, "day", "days"))
		if a.Hours >= 1 {
			out.Hours += fmt.Sprintf(": %.1f %s of honey an hour", u.In(a.Kg)/a.Hours, u.Name)
		}
		out.Hours += "."
	}
	return out
}

// leastShare is the share of a yard's crop under which a plant is not told. Source: rounding; the calendar is no closer.
const leastShare = 0.03

// perOne is so much for each of some; "" of none.
func perOne(u measure.Unit, kg float64, n int) string {
	if n == 0 {
		return ""
	}
	return kgPlain(u, kg/float64(n))
}

// yearsCSV answers with the years as a file, in kilograms.
func (s *Server) yearsCSV(c fiber.Ctx) error {
	years, err := s.as(c).CropYears(c.Context())
	if err != nil {
		return err
	}
	rows := [][]string{{"year", "over", "kg", "hives", "kg_per_hive", "visits_to_hives", "kg_per_visit", "sugar_kg"}}
	u := measure.Kilogram
	for _, y := range years {
		rows = append(rows, []string{
			strconv.Itoa(y.Year), strconv.FormatBool(!y.SoFar), kgPlain(u, y.Kg), strconv.Itoa(y.Hives), perOne(u, y.Kg, y.Hives),
			strconv.Itoa(y.Visits), perOne(u, y.Kg, y.Visits), kgPlain(u, y.SugarKg),
		})
	}
	return sendCSV(c, "crop-years", rows)
}
