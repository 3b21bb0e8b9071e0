package web

import (
	"fmt"
	"html/template"
	"math"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/measure"
	"kembo/core/plan"
	"kembo/core/words"
	"kembo/web/draw"
)

// toSpringView is the page on which it is tried how much may come off a hive.
type toSpringView struct {
	shell
	ID, Code    string
	None, Err   string
	Sum         []string
	Mass        string
	Take, Sugar int
	MostTake    int
	MostSugar   int
	Rows        []toSpringRow
	On          string
	Say         string
}

// toSpringRow is what comes of one way.
type toSpringRow struct {
	Name, Alive, Starved, Left string
	Figure                     template.HTML
	Own                        bool
}

// sugarMost is the most that is tried, kg. Source: common practice; more is not taken in one autumn.
const sugarMost = 20.0

func (s *Server) showToSpring(c fiber.Ctx) error {
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return err
	}
	u := set.Units.Mass
	v := &toSpringView{shell: shell{Title: "What may come off", Active: "harvest"}, Mass: u.Name}
	ask, asked := plan.Taken{}, c.Query("take") != ""
	for _, f := range []struct {
		key  string
		into *float64
		most float64
	}{{"take", &ask.TakeKg, math.MaxInt16}, {"sugar", &ask.SugarKg, sugarMost + 1}} {
		t := c.Query(f.key)
		if t == "" {
			continue
		}
		x, err := measure.ParseNumber(t)
		if err != nil || x < 0 || u.Of(x) > f.most {
			v.Err = fmt.Sprintf("%q is not an amount that can be; it is taken as none.", t)
			continue
		}
		*f.into = u.Of(x)
	}
	if !asked {
		ask.TakeKg = math.Inf(1) // all that stands above, until the slider says less
	}
	x, err := s.as(c).ToSpring(c.Context(), c.Params("colony"), ask)
	if err != nil {
		return err
	}
	v.fill(x, set.Units)
	if wantsPart(c) {
		return s.show(c, "to-spring#wintered", v)
	}
	return s.show(c, "to-spring", v)
}

func (v *toSpringView) fill(x app.ToSpring, u measure.Units) {
	v.ID, v.Code = x.ID, x.Code
	if len(x.Wintered) == 0 {
		v.None = "Nothing is known of its stores; look at it, or heft it, and come back."
		return
	}
	v.Sum = staysSum(x.Stays, u)
	v.MostTake, v.MostSugar = int(math.Ceil(u.Mass.In(x.AboveKg))), int(u.Mass.In(sugarMost))
	own := x.Ways[len(x.Ways)-1]
	v.Take, v.Sugar = int(math.Round(u.Mass.In(own.TakeKg))), int(math.Round(u.Mass.In(own.SugarKg)))
	names := []string{"Nothing comes off", "What may come off, " + massOf(x.OfferedKg, u), "Yours: " + massOf(own.TakeKg, u) + " off"}
	if own.SugarKg > 0 {
		names[len(names)-1] += ", " + massOf(own.SugarKg, u) + " of sugar fed"
	}
	for i, w := range x.Wintered {
		if i == 1 && x.OfferedKg < 1.0/2 {
			continue // nothing may
		}
		r := toSpringRow{
			Name: names[i], Alive: words.Chance(w.Alive), Own: i == len(x.Wintered)-1,
			Left: massOf(w.LeftKg, u) + ", " + massOf(w.LeastKg, u) + " in the worst tenth",
		}
		if w.Starved >= starvedTold {
			r.Starved = words.Chance(w.Starved)
		}
		r.Figure = draw.Wintering(w.Alive, w.Starved, fmt.Sprintf("Alive %.0f %%, starved %.0f %%", 100*w.Alive, 100*w.Starved))
		v.Rows = append(v.Rows, r)
		v.On = w.On.Short()
	}
	v.Say = winterSay(x)
}

// starvedTold is the chance from which starving is told. Source: rounding.
const starvedTold = 0.02

// winterSay says what the keeper's way comes to beside taking nothing.
func winterSay(x app.ToSpring) string {
	none, own := x.Wintered[0], x.Wintered[len(x.Wintered)-1]
	const same = 0.03
	switch lost := none.Alive - own.Alive; {
	case own.Starved > same && own.Starved > none.Starved+same:
		return fmt.Sprintf("It starves %s by then, so: leave more, or feed more.", words.Chance(own.Starved))
	case lost > same:
		return "It comes through less often than with all that it has."
	}
	return "It comes through as often as with all that it has."
}
