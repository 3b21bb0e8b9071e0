package bench

import (
	"fmt"
	"math"

	"kembo/core/honey"
	"kembo/core/measure"
)

var drying = Calculator{
	Name: "drying", Title: "Dry honey", Asks: "Water to take out, and how long it takes",
	Fields: []Field{
		{Key: "mass", Label: "Honey", Unit: measure.Kilogram, Help: "in combs or in the tank"},
		{Key: "water", Label: "its water, %"},
		{Key: "target", Label: "Target, %", Default: "17.5"},
		{Key: "litres", Label: "The dryer takes a day", Unit: measure.Litre, Help: "measured in its bucket; nothing where you do not know"},
	},
	Formula: "water out = honey × (water − target) ÷ (100 − target)",
	Source:  "mass balance of water",
	Valid:   "13 to 25 % water",
	Work: func(in *Inputs) (Result, error) {
		if !in.Has("mass") && !in.Has("water") {
			return Result{}, errNothing
		}
		kg, water, target := in.Amount("mass", 0.01, 1e6), in.Amount("water", 13, 25), in.Amount("target", 13, 25)
		if in.err != nil {
			return Result{}, in.err
		}
		out, err := honey.DryKg(kg, water, target)
		if err != nil {
			return Result{}, in.wrong("target", err)
		}
		r := Result{Values: []Value{
			number("water_kg", "Water to take out", measure.Mass, out).main(), number("left_kg", "Honey left", measure.Mass, kg-out),
		}}
		if in.Has("litres") {
			v := number("days", "Days", measure.Number, out/in.Amount("litres", 0.05, 500))
			v.Digits = 2
			r.Values = append(r.Values, v.main())
		}
		r.Say = []string{
			"Dry it in the combs, in a closed room at 30 to 35 °C with a dryer and a fan, supers crossed so that air gets through; read it " +
				"again every few hours.",
		}
		r.Cautions = []string{"What may be dried and still be sold as honey, local rules decide; and dried too far it is slow to run."}
		return r, nil
	},
}

var settling = Calculator{
	Name: "settling", Title: "Let a tank settle", Asks: "Until bubbles and wax are up",
	Fields: []Field{
		{Key: "depth", Label: "Depth of honey", Unit: measure.Millimetre, Default: "400 mm"},
		{Key: "temp", Label: "Honey at", Unit: measure.Celsius, Default: "30 C"},
		{Key: "water", Label: "its water, %", Default: "17.5"},
		{Key: "size", Label: "Smallest bubble, mm", Default: "0.2", Help: "what passes a fine strainer is some 0.2"},
	},
	Formula: "v = 2/9 × Δρ × g × r² ÷ η; hours = depth ÷ v",
	Source:  "Stokes 1851; how honey flows: Munro 1943, from memory. Good to about a third.",
	Valid:   "10 to 60 °C, 13 to 25 % water; not for ling, which sets to a jelly",
	Work: func(in *Inputs) (Result, error) {
		depth, temp, water := in.Amount("depth", 50, 3000), in.Amount("temp", 10, 60), in.Amount("water", 13, 25)
		size := in.Amount("size", 0.05, 5)
		if in.err != nil {
			return Result{}, in.err
		}
		air, err := honey.SettleHours(water, temp, depth, size, false)
		if err != nil {
			return Result{}, in.wrong("temp", err)
		}
		wax, err := honey.SettleHours(water, temp, depth, size, true)
		if err != nil {
			return Result{}, in.wrong("temp", err)
		}
		eta, err := honey.ViscosityPaS(water, temp)
		if err != nil {
			return Result{}, in.wrong("temp", err)
		}
		const day = 24
		r := Result{Values: []Value{
			hours("air_h", "Until air is up", air).main(), hours("wax_h", "Until wax is up", wax),
			number("pa_s", "How stiff it is, Pa·s", measure.Number, eta),
		}}
		if air > 3*day {
			r.Say = append(r.Say, "That is long: warm it, or strain it warmer. From 20 to 30 °C it goes some three times as fast.")
		} else {
			r.Say = append(r.Say, fmt.Sprintf("Let it stand %.0f to %.0f hours, covered, and skim it before it is run off.", math.Ceil(air), math.Ceil(2*air)))
		}
		return r, nil
	},
}

var warming = Calculator{
	Name: "warming", Title: "Warm a bucket", Asks: "Hours in the warm room",
	Fields: []Field{
		{Key: "width", Label: "Width of the bucket", Unit: measure.Millimetre, Default: "300 mm"},
		{Key: "from", Label: "Honey at", Unit: measure.Celsius, Default: "18 C"},
		{Key: "to", Label: "wanted in the middle", Unit: measure.Celsius, Default: "38 C"},
		{Key: "room", Label: "Room at", Unit: measure.Celsius, Default: "40 C"},
		{Key: "water", Label: "Water, %", Default: "17.5"},
	},
	Formula: "hours = r² ÷ (5.78 × α) × ln(1.602 × (room − from) ÷ (room − to))",
	Source:  "Carslaw and Jaeger 1959, a long cylinder; conductivity and heat of honey: Helvey 1954. From memory.",
	Valid:   "standing, not stirred, with air that moves well; set honey takes some hours more to melt",
	Work: func(in *Inputs) (Result, error) {
		width, from, to := in.Amount("width", 50, 1000), in.Amount("from", 0, 50), in.Amount("to", 5, 60)
		room, water := in.Amount("room", 10, 70), in.Amount("water", 13, 25)
		if in.err != nil {
			return Result{}, in.err
		}
		h, err := honey.WarmHours(water, width, from, to, room)
		if err != nil {
			return Result{}, in.wrong("room", err)
		}
		r := Result{Values: []Value{hours("hours", "In the warm room", h).main()}}
		if room > 45 {
			r.Cautions = []string{"Over 45 °C honey loses what it is valued for within days: HMF rises, enzymes go. Limits are in the standards."}
		} else {
			r.Cautions = []string{"Keep it as cool and as short as it melts; HMF rises with both."}
		}
		return r, nil
	},
}

var granulation = Calculator{
	Name: "setting", Title: "When honey sets", Asks: "Glucose against water",
	Fields: []Field{
		{
			Key: "kind", Label: "Mostly of", Kind: Choice, Default: "mixed",
			Options: []Option{
				{"mixed", "mixed flowers"}, {"rape", "oilseed rape, ivy, dandelion"}, {"robinia", "robinia, sycamore"},
				{"lime", "lime, clover, bramble"}, {"sunflower", "sunflower"},
			},
			Help: "glucose varies by some 4 in 100 within each",
		},
		{Key: "glucose", Label: "Glucose, %", Help: "as a laboratory has it; else that of the kind"},
		{Key: "water", Label: "Water, %", Default: "17.5"},
	},
	Formula: "glucose ÷ water",
	Source:  "White et al. 1962: under 1.7 liquid, over 2.1 soon; glucose by kind: European honeys, Persano Oddo and Piro 2004. From memory.",
	Valid:   "stored at 10 to 20 °C; seeded or stirred it sets sooner and finer",
	Work: func(in *Inputs) (Result, error) {
		glucose := map[string]float64{"mixed": 33, "rape": 40, "robinia": 27, "lime": 33, "sunflower": 38}[in.Choice("kind")]
		if in.Has("glucose") {
			glucose = in.Amount("glucose", 20, 50)
		}
		water := in.Amount("water", 13, 25)
		if in.err != nil {
			return Result{}, in.err
		}
		ratio, say := honey.Sets(glucose, water)
		v := number("ratio", "Glucose to water", measure.Number, ratio)
		v.Digits = 2
		return Result{
			Values: []Value{v.main(), percent("glucose_percent", "Glucose", glucose)}, Say: []string{"At that it " + say + "."},
			Cautions: []string{"What sets in the comb is extracted before: from petal fall, by refractometer and shake test."},
		}, nil
	},
}

// hours is a time, told in days where it is long.
func hours(key, label string, h float64) Value {
	v := Value{Key: key, Label: label, Number: h, Unit: "h"}
	v.Digits = 2
	return v
}
