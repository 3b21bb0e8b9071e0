package plan

import (
	"kembo/core/bees"
	"kembo/core/craft"
	"kembo/core/day"
	"kembo/core/forecast"
)

// Elsewhere is what a hive comes to where it is moved to another yard on a day, beside the best that it comes to where it stands.
type Elsewhere struct {
	GainKg  float64 // of honey, over all: the crop, the colony, what it is fed; under 0 it loses
	HoneyKg float64 // of that, as crop
	Supers  int     // that it is given there on that day
}

// Of a hive that is moved: bees that fly home or drift, minutes at the hive beside the road, and that it is shut and carried.
// Source: common practice; sizes are guesses.
const movedLost, roadMinutes = 0.05, 25.0

// Moved lives the hive in another place from a day on, with none to two supers given there, as its plan at home is lived. home is what that
// plan comes to.
func (s *Situation) Moved(to forecast.Site, on day.Day, home Terms) Elsewhere {
	in := int(on - s.Today)
	there := *s
	x := s.Input
	from := s.Estimate.Day
	if x.Ensemble != nil {
		from = x.Ensemble.Day
	}
	days := x.Yard.Days
	if x.Yard.From != from {
		days -= int(from - x.Yard.From)
	}
	here := forecast.NewYard(s.Site, from, s.Today, days, x.Yard.Members, x.Seed)
	x.Yard = here.Then(forecast.NewYard(to, from, s.Today, days, x.Yard.Members, x.Seed), on)
	x.Tracks = nil
	there.Site, there.Input = to, x
	there.Ready = forecast.Prepare(x)
	if len(x.Reserves) > 0 {
		there.Ready.Keep(x.Reserves)
	}
	there.Base = there.Ready.Run()
	there.season, there.duties, there.look = nil, nil, nil // nothing that was worked out at home holds there
	there.prepare()
	var best Elsewhere
	found := false
	for n := 0; n <= usualSupers; n++ {
		o := there.try(there.movedWith(n, in), searchMembers)
		if o.forbidden {
			continue
		}
		e := Elsewhere{GainKg: o.terms.Total() - home.Total(), HoneyKg: o.terms.Honey - home.Honey, Supers: n}
		if !found || e.GainKg > best.GainKg {
			best, found = e, true
		}
	}
	return best
}

// movedWith is the move with so many supers given on arrival.
func (s *Situation) movedWith(n, in int) []part {
	move := &Step{
		Key: "moved", Opens: craft.Shut, Minutes: roadMinutes, Changes: []bees.Change{{ForagersLost: movedLost}},
	}
	out := []part{{Step: move, in: in, by: in}}
	if n > 0 {
		st := s.scene(in).superStep(n, s.Settings.DrawnSupers)
		out = append(out, part{Step: &st, in: in, by: in})
	}
	return out
}
