package exchange

import (
	"fmt"
	"slices"
	"strings"

	"kembo/core/colony"
	"kembo/core/day"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/moves"
	"kembo/core/season"
)

// Equipment is what a hive has beside its boxes.
type Equipment struct {
	Feeder    *Feeder `json:"feeder,omitempty"`
	Insulated bool    `json:"insulated,omitempty"`
	Entrance  string  `json:"entrance,omitempty"` // open, reduced, shut
	Guard     bool    `json:"mouse_guard,omitempty"`
}

// Feeder is a feeder on the hive with what is still in it.
type Feeder struct {
	Kind    string  `json:"kind"` // top, frame, bucket, entrance
	Litres  float64 `json:"litres"`
	Kg      float64 `json:"kg,omitempty"` // empty
	SugarKg float64 `json:"sugar_kg,omitempty"`
}

// YardHive is another hive of the yard, as far as it bears on this one.
type YardHive struct {
	Colony string   `json:"colony"`
	Bees   *float64 `json:"bees,omitempty"`
	Brood  string   `json:"brood_health,omitempty"`  // healthy, suspect
	Mites  *float64 `json:"mites_percent,omitempty"` // of the last count
	// What it holds, and how much of that it can spare; under 0: it lacks so much.
	Stores    *float64 `json:"stores_kg,omitempty"`
	Spare     *float64 `json:"spare_kg,omitempty"`
	Queenless bool     `json:"queenless,omitempty"`
	TookIn    *day.Day `json:"took_in,omitempty"` // on which another was last united with it
}

func (r Record) feeder() *Feeder {
	if r.Equipment == nil {
		return nil
	}
	return r.Equipment.Feeder
}

// gear returns what is on the hive beside its boxes as acts.
func (r Record) gear() ([]moves.Act, error) {
	var out []moves.Act
	if e := r.Equipment; e != nil {
		if f := e.Feeder; f != nil {
			x := hive.Feeder{Kind: hive.FeederKind(f.Kind), Litres: f.Litres, Kg: f.Kg}
			if err := x.Check(); err != nil {
				return nil, wrong("equipment.feeder", "%v", err)
			}
			if f.SugarKg < 0 || f.SugarKg > moves.MostSugarKg {
				return nil, wrong("equipment.feeder.sugar_kg", "give 0 to %d kg of sugar", moves.MostSugarKg)
			}
			a := moves.FeederOn(x)
			out = append(out, &a)
		}
		if e.Insulated {
			out = append(out, &moves.Insulated{On: true})
		}
		if e.Guard {
			out = append(out, &moves.Guard{On: true})
		}
		if w := hive.Entrance(e.Entrance); w != hive.AsBuilt {
			if !slices.Contains(hive.Entrances, w) {
				return nil, wrong("equipment.entrance", "%q is not open, reduced or shut", e.Entrance)
			}
			out = append(out, &moves.Entrance{Width: w})
		}
	}
	for i, b := range r.Stack.Boxes {
		if h := hive.Hole(b.Hole); h != hive.NoHole {
			if !slices.Contains(hive.Holes, h) {
				return nil, wrong(fmt.Sprintf("stack.boxes[%d].hole", i), "%q is not open or shut", b.Hole)
			}
			out = append(out, &moves.BoxHole{Box: fmt.Sprintf("box-%d", i+1), Is: h})
		}
	}
	return out, nil
}

// neighbours returns the other hives of the yard.
func (r Record) neighbours() ([]colony.Neighbour, error) {
	var out []colony.Neighbour
	for i, y := range r.YardHives {
		name := fmt.Sprintf("yard_hives[%d]", i)
		n := colony.Neighbour{Colony: y.Colony, Health: colony.Health(y.Brood), Bees: -1, MitesPercent: -1}
		if strings.TrimSpace(y.Colony) == "" || y.Colony == r.Colony {
			return nil, wrong(name+".colony", "give the code of another hive")
		}
		switch n.Health {
		case colony.HealthNotLooked, colony.Healthy, colony.Suspect:
		default:
			return nil, wrong(name+".brood_health", "%q is not healthy or suspect", y.Brood)
		}
		if y.Bees != nil {
			if n.Bees = *y.Bees; n.Bees < 0 || n.Bees > mostBees {
				return nil, wrong(name+".bees", "%g is not between 0 and %d", n.Bees, mostBees)
			}
		}
		if y.Mites != nil {
			if n.MitesPercent = *y.Mites; n.MitesPercent < 0 || n.MitesPercent > 100 {
				return nil, wrong(name+".mites_percent", "%g is not between 0 and 100", n.MitesPercent)
			}
		}
		if on := y.TookIn; on != nil {
			if n.TookIn = *on; n.TookIn > r.Date {
				return nil, wrong(name+".took_in", "%v is in the future of date %v", n.TookIn, r.Date)
			}
		}
		if err := y.holds(name, &n); err != nil {
			return nil, err
		}
		out = append(out, n)
	}
	return out, nil
}

// holds adds what is known of the stores of a hive.
func (y YardHive) holds(name string, n *colony.Neighbour) error {
	n.Queenless = y.Queenless
	if y.Stores == nil && y.Spare == nil {
		return nil
	}
	if y.Stores == nil || y.Spare == nil {
		return wrong(name+".spare_kg", "give stores_kg and spare_kg, or neither")
	}
	n.Known, n.StoresKg, n.SpareKg = true, *y.Stores, *y.Spare
	n.Brood = max(0, n.Bees)
	if n.StoresKg < 0 || n.StoresKg > mostStoresKg || n.SpareKg < -mostStoresKg || n.SpareKg > n.StoresKg {
		return wrong(name+".stores_kg", "give 0 to %d kg, of which it can spare no more than it has", mostStoresKg)
	}
	return nil
}

// mostStoresKg is more than any hive holds.
const mostStoresKg = 200

// mostBees is more than any hive holds.
const mostBees = 200_000

// place adds to a site what only a record of version 2 tells.
func (r Record) place(s *forecast.Site) error {
	if l := r.Site.Latitude; l != nil {
		var err error
		if s.Climate, err = s.Climate.At(*l); err != nil {
			return wrong("site.latitude", "%v", err)
		}
		switch {
		case r.Site.Hemisphere == "" && *l < 0:
			s.Hemisphere = season.South
		case r.Site.Hemisphere != "" && *l != 0 && (*l < 0) != (s.Hemisphere == season.South):
			return wrong("site.latitude", "%g does not lie in the %s; give one of the two", *l, r.Site.Hemisphere)
		}
	}
	if m := r.Site.Months; m != nil {
		if len(m) != 12 {
			return wrong("site.monthly_mean_c", "there are %d; give twelve means, January first", len(m))
		}
		var err error
		if s.Climate, err = s.Climate.WithMonths([12]float64(m), s.Hemisphere); err != nil {
			return wrong("site.monthly_mean_c", "%v", err)
		}
	}
	return nil
}
