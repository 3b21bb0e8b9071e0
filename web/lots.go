package web

import (
	"fmt"
	"html/template"
	"slices"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/honey"
	"kembo/core/lots"
	"kembo/core/words"
	"kembo/web/draw"
)

// lotsView is the page of all lots.
type lotsView struct {
	shell
	Mass, Sum string
	Rows      []lotRow
	Free      []freeDay
	FreeSay   string
	Misfits   []string
}

// lotRow is a lot in a list.
type lotRow struct {
	To, Name, Made, From, Water, MadeKg, Kg string
	Figure                                  template.HTML
	Care                                    string
}

// freeDay is what came off on a day and is in no lot yet.
type freeDay struct{ Say, Batch, To string }

func (s *Server) showLots(c fiber.Ctx) error {
	h, err := s.as(c).Honey(c.Context())
	if err != nil {
		return err
	}
	u := h.Units
	v := &lotsView{
		shell: shell{Title: "Honey in lots", Operation: h.Operation, Active: "harvest", Today: h.Today.Short()}, Mass: u.Mass.Name,
	}
	a := h.Account
	if len(a.Lots()) > 0 {
		v.Sum = fmt.Sprintf(
			"%s %s extracted: %s in stock, %s gone.", kgPlain(u.Mass, a.MadeKg()), u.Mass.Name, kgPlain(u.Mass, a.StockKg()),
			kgPlain(u.Mass, a.GoneKg()),
		)
	}
	most := 0.0
	for _, l := range a.Lots() {
		most = max(most, l.MadeKg)
	}
	for _, l := range slices.Backward(a.Lots()) {
		r := lotRow{
			To: "/lots/" + l.ID, Name: l.Name, Made: l.Made.Long(), From: lotFrom(h, l), Water: waterText(l), Care: lotCare(h, l),
			MadeKg: kgPlain(u.Mass, l.MadeKg), Kg: kgPlain(u.Mass, l.Kg),
		}
		r.Figure = draw.Share(l.Kg/most, l.MadeKg/most, fmt.Sprintf("%s of %s in stock", kgText(u, l.Kg), kgText(u, l.MadeKg)))
		v.Rows = append(v.Rows, r)
	}
	v.Free, v.FreeSay = freeDays(h)
	for _, m := range h.Misfits {
		v.Misfits = append(v.Misfits, fmt.Sprintf("Of %s: %s.", m.Entry.Day.Long(), upperFirst(m.Err.Error())))
	}
	return s.show(c, "lots", v)
}

// freeDays says what came off and is in no lot yet, day by day, and how much it is.
func freeDays(h app.Honey) (out []freeDay, say string) {
	kg := 0.0
	for i := 0; i < len(h.Free); {
		first, n, sum := h.Free[i], 0, 0.0
		hives := map[string]bool{}
		for ; i < len(h.Free) && h.Free[i].Day == first.Day && h.Free[i].Batch == first.Batch; i++ {
			n += h.Free[i].Boxes
			sum += h.Free[i].Kg
			hives[h.Free[i].Colony] = true
		}
		kg += sum
		d := freeDay{
			Say:   fmt.Sprintf("%s: about %s off %s", first.Day.Long(), kgText(h.Units, sum), words.Count(len(hives), "hive", "hives")),
			Batch: first.Batch, To: fmt.Sprintf("/lots/new?day=%s", first.Day),
		}
		out = append(out, d)
	}
	if kg > 0 {
		say = "About " + kgText(h.Units, kg) + " came off and is in no lot yet."
	}
	return out, say
}

// lotFrom says in short where the honey of a lot is from.
func lotFrom(h app.Honey, l *lots.Lot) string {
	hives, yards := map[string]bool{}, []string{}
	for _, k := range h.Account.Back(l.ID) {
		x := h.Crops[k]
		hives[k.Colony] = true
		if x.Yard != "" && !slices.Contains(yards, x.Yard) {
			yards = append(yards, x.Yard)
		}
	}
	slices.Sort(yards)
	say := words.Count(len(hives), "hive", "hives") + ", " + words.List(yards...)
	if len(l.From) > 0 {
		say = "a blend; " + say
	}
	return say
}

func waterText(l *lots.Lot) string {
	if l.Water == 0 {
		return ""
	}
	return fmt.Sprintf("%.1f %%", l.Water)
}

// lotCare says what bars a lot from sale, as far as is known; "" for nothing.
func lotCare(h app.Honey, l *lots.Lot) string {
	var codes []string
	for _, k := range h.Account.Back(l.ID) {
		if x := h.Crops[k]; x.Barred && !slices.Contains(codes, x.Code) {
			codes = append(codes, x.Code)
		}
	}
	if len(codes) > 0 {
		slices.Sort(codes)
		return "Not for sale: what came off " + words.List(codes...) + " was barred when it did."
	}
	switch {
	case l.Water > honey.LawWater(honey.Plain):
		return fmt.Sprintf("%.1f %% water: over what most laws allow, ling aside.", l.Water)
	case l.Water > h.Keeps():
		return fmt.Sprintf("%.1f %% water: it may work. Dry it, blend it, or sell it first and cool.", l.Water)
	}
	return ""
}
