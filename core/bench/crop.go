package bench

import (
	"fmt"
	"math"
	"strings"

	"kembo/core/hive"
	"kembo/core/honey"
	"kembo/core/ledger"
	"kembo/core/lift"
	"kembo/core/measure"
)

var moisture = Calculator{
	Name: "moisture", Title: "Honey moisture", Asks: "A refractometer reading",
	Fields: []Field{
		{Key: "ri", Label: "Refractive index", Help: "as 1.4915", Group: "by index"},
		{Key: "brix", Label: "Brix", Help: "on the sucrose scale, as 80.3", Group: "by Brix"},
		{
			Key: "temp", Label: "Sample at", Unit: measure.Celsius, Default: "20 C",
			Help: "leave at 20 where the instrument corrects for it",
		},
	},
	Formula: "water % = (−0.2681 − log₁₀(n₂₀ − 1)) ÷ 0.002243; n₂₀ = n + 0.00023 × (t − 20)",
	Source: "Wedmore 1955 from Chataway 1932, as tabled in AOAC 969.38; keeping: Lochhead 1933; limits: Codex CXS " +
		"12-1981, US Standards for Grades of Extracted Honey 1985, directive 2001/110/EC. From memory.",
	Valid: "13 to 25 % water, 10 to 40 °C",
	Work: func(in *Inputs) (Result, error) {
		temp := in.Amount("temp", 10, 40)
		var n float64
		key := "ri"
		switch {
		case in.Has("ri"):
			n = in.Amount("ri", 1, 2)
		case in.Has("brix"):
			key = "brix"
			var err error
			if n, err = honey.IndexOfBrix(in.Amount("brix", 0, 100)); err != nil {
				return Result{}, in.wrong(key, err)
			}
		default:
			return Result{}, errNothing
		}
		w, err := honey.WaterOfIndex(n, temp)
		if err != nil {
			return Result{}, in.wrong(key, err)
		}
		r := Result{
			Values: []Value{
				percent("water_percent", "Water", w).main(),
				number("ri_20c", "Refractive index at 20 °C", measure.Number, n+honey.IndexPerC*(temp-20)),
			},
		}
		r.Values[1].Digits = 5
		if d, err := honey.DensityKgPerL(w); err == nil {
			v := number("density_kg_per_l", "Density, kg/L", measure.Number, d)
			v.Digits = 4
			r.Values = append(r.Values, v)
		}
		w = math.Round(10*w) / 10 // what the table and the limits are good for
		r.Say = append(r.Say, fmt.Sprintf("At %.1f %% it %s.", w, honeyKeeps(w)))
		var over, within []string
		for _, l := range honey.Limits {
			words := fmt.Sprintf("%s (%.1f)", l.Name, l.Max)
			if w > l.Max {
				over = append(over, words)
			} else {
				within = append(within, words)
			}
		}
		if len(within) > 0 {
			r.Say = append(r.Say, "Within "+strings.Join(within, "; ")+".")
		}
		if len(over) > 0 {
			r.Say = append(r.Say, "Over "+strings.Join(over, "; ")+".")
		}
		r.Cautions = []string{"Limits change; what may be sold as honey, local rules decide."}
		return r, nil
	},
}

func honeyKeeps(w float64) string {
	k := honey.Keeping(w)
	if strings.HasPrefix(k, "safe") {
		return "is " + k
	}
	return k
}

var blend = Calculator{
	Name: "blend", Title: "Blend two lots", Asks: "How much of a drier lot brings this one to a target",
	Fields: []Field{
		{Key: "mass", Label: "This lot", Unit: measure.Kilogram},
		{Key: "water", Label: "its water, %"},
		{Key: "with", Label: "Other lot’s water, %"},
		{Key: "target", Label: "Target, %", Default: "18.0"},
	},
	Formula: "other = this × (target − its water) ÷ (other’s water − target)",
	Source:  "mass balance of water",
	Valid:   "13 to 25 % water",
	Work: func(in *Inputs) (Result, error) {
		if !in.Has("mass") && !in.Has("water") {
			return Result{}, errNothing
		}
		m, a, b, t := in.Amount("mass", 0.01, 1e6), in.Amount("water", 13, 25), in.Amount("with", 13, 25), in.Amount("target", 13, 25)
		if in.err != nil {
			return Result{}, in.err
		}
		x, err := honey.BlendKg(m, a, b, t)
		if err != nil {
			return Result{}, in.wrong("target", err)
		}
		return Result{
			Values: []Value{
				number("other_kg", "Of the other lot", measure.Mass, x).main(),
				number("blend_kg", "Blend", measure.Mass, m+x), percent("water_percent", "Its water", t),
			},
			Say: []string{"Stir warm and well, and read the blend again: lots do not mix by themselves."},
		}, nil
	},
}

// jar sizes by what they are filled with.
var jars = []struct {
	key, label string
	kg         float64
}{
	{"jars_227g", "Jars of 8 oz, 227 g", 0.2268}, {"jars_340g", "Jars of 12 oz, 340 g", 0.3402},
	{"jars_454g", "Jars of 1 lb, 454 g", 0.4536}, {"jars_500g", "Jars of 500 g", 0.5},
	{"jars_1kg", "Jars of 1 kg", 1},
}

// drumL is the volume of a usual steel drum, filled to nine tenths and a bit.
// Source: common practice, about 290 to 300 kg of honey a drum of 208 L.
const drumL = 205.0

var honeyCalc = Calculator{
	Name: "honey", Title: "Honey by volume", Asks: "Volume, mass, jars and drums",
	Fields: []Field{
		{Key: "mass", Label: "Mass", Unit: measure.Kilogram, Group: "from mass"},
		{Key: "volume", Label: "Volume", Unit: measure.Litre, Group: "from volume"},
		{Key: "water", Label: "Water, %", Default: "18.0"},
		{Key: "jar", Label: "Jar of your own", Unit: measure.Gram, Help: "net, as 340 g"},
	},
	Formula: "mass = volume × density at its water; jars and drums by whole ones",
	Source:  "Specific gravity: White in Crane 1975, from memory. A drum of 205 L filled: common practice.",
	Valid:   "13 to 21 % water, at 20 °C",
	Work: func(in *Inputs) (Result, error) {
		if !in.Has("mass") && !in.Has("volume") {
			return Result{}, errNothing
		}
		d, err := honey.DensityKgPerL(in.Amount("water", 13, 21))
		if err != nil {
			return Result{}, in.wrong("water", err)
		}
		var kg float64
		if in.Has("mass") {
			kg = in.Amount("mass", 0.001, 1e6)
		} else {
			kg = in.Amount("volume", 0.001, 1e6) * d
		}
		r := Result{
			Values: []Value{
				number("mass_kg", "Honey", measure.Mass, kg).main(),
				number("volume_l", "Volume", measure.Volume, kg/d).main(),
			},
		}
		whole := func(key, label string, n float64) {
			r.Values = append(r.Values, number(key, label, measure.Number, math.Floor(n+1e-9)))
		}
		if in.Has("jar") {
			whole("jars", "Jars of your own", kg/in.Amount("jar", 0.01, 30))
		}
		for _, j := range jars {
			whole(j.key, j.label, kg/j.kg)
		}
		v := number("drums", "Drums of 205 L", measure.Number, kg/d/drumL)
		v.Digits = 2
		r.Values = append(r.Values, v)
		return r, nil
	},
}

func formatOptions() []Option {
	var out []Option
	for _, f := range hive.Formats {
		out = append(out, Option{f.Key, f.Name})
	}
	return out
}

// format reads a format with -poly and /medium as well as those listed.
func (in *Inputs) format(key string) hive.BoxFormat {
	f, err := hive.FormatFor(in.Typed(key))
	if err != nil {
		in.fail(key, err.Error())
		return hive.Formats[0]
	}
	return f
}

var box = Calculator{
	Name: "box", Title: "What a box weighs", Asks: "Any format, spacing and fill",
	Fields: []Field{
		{Key: "format", Label: "Box", Kind: Choice, Options: formatOptions(), Default: "langstroth-deep-10"},
		{Key: "frames", Label: "Frames in it", Help: "fewer stand wider and hold fatter comb"},
		{Key: "full", Label: "Full to", Default: "1", Help: "1 is every comb capped, 0.8 four fifths"},
		{
			Key: "limit", Label: "Your own limit", Unit: measure.Kilogram, Setting: SettingLift,
			Help: "kept from Settings; less for many people",
		},
		{
			Key: "height", Label: "Lifted at", Kind: Choice,
			Options: []Option{
				{"floor", "the floor"}, {"lower-leg", "lower leg"}, {"waist", "knuckle to elbow"},
				{"chest", "elbow to shoulder"}, {"head", "above the shoulder"},
			},
			Default: "waist",
		},
		{
			Key: "reach", Label: "held", Kind: Choice,
			Options: []Option{{"close", "close to the body"}, {"far", "at arm’s length"}}, Default: "close",
		},
		{Key: "twist", Label: "Twist, degrees", Default: "0"},
	},
	Formula: "honey = comb area × (thickness − 3 mm) × 0.95 × 1.4146 kg/L; thickness = pitch − 9 mm of bee " +
		"space; gross adds box, frames and wax",
	Source: "Geometry (values A); guidance: HSE L23; equation: Waters et al. 1993 with a lift a minute, reach 40 " +
		"cm, or 30 cm close. From memory.",
	Valid: "capped honey comb with 18 % water; combs up to 41 mm thick",
	Work:  workBox,
}

func workBox(in *Inputs) (Result, error) {
	f := in.format("format")
	frames := f.Slots
	if in.Has("frames") {
		frames = in.Count("frames", 1, f.Slots)
	}
	full, twist := in.Amount("full", 0, 1), in.Amount("twist", 0, 135)
	height, far := lift.Height(in.Choice("height")), in.Choice("reach") == "far"
	if in.err != nil {
		return Result{}, in.err
	}
	guide, err := lift.FilterKg(height, far)
	if err != nil {
		return Result{}, in.wrong("height", err)
	}
	limit := guide
	if in.Has("limit") {
		limit = min(guide, in.Amount("limit", 1, 60))
	}
	at := map[lift.Height]float64{
		lift.Floor: 10, lift.LowerLeg: 40, lift.Waist: 90, lift.Chest: 130, lift.Head: 165,
	}[height]
	reach := 30.0
	if far {
		reach = 40
	}
	w := f.Full(frames, full)
	rwl := lift.Task{
		ReachCM: reach, HeightCM: at, TravelCM: 25, TwistDeg: twist, FM: lift.FrequencyOnce, CM: 1,
	}.LimitKg()
	r := Result{Values: []Value{
		number("honey_kg", "Honey", measure.Mass, w.HoneyKg).main(),
		number("gross_kg", "Lift", measure.Mass, w.GrossKg).main(),
		yes("lift_warning", "Over the limit", w.GrossKg > limit),
		number("limit_kg", "Limit", measure.Mass, limit),
		number("recommended_limit_kg", "NIOSH limit", measure.Mass, rwl),
		number("comb_thickness_mm", "Comb thickness", measure.Length, w.ThicknessMM),
		number("tare_kg", "Box, frames and wax", measure.Mass, w.TareKg),
	}}
	if rwl > 0 {
		v := number("lifting_index", "Lifting index", measure.Number, w.GrossKg/rwl)
		v.Digits = 2
		r.Values = append(r.Values, v)
	}
	u := in.units
	if w.GrossKg > limit {
		r.Say = append(
			r.Say,
			fmt.Sprintf(
				"%s is over %s: two people, or take frames out into a second box.", u.Write(measure.Mass, w.GrossKg),
				u.Write(measure.Mass, limit),
			),
		)
	} else {
		r.Say = append(r.Say, fmt.Sprintf("Under the limit of %s for one lift there.", u.Write(measure.Mass, limit)))
	}
	if f.FreeBelowMM > 0 {
		r.Say = append(
			r.Say,
			fmt.Sprintf(
				"%.0f mm stay free below each frame: bees build there, mostly drone comb, up to %s cells a frame.",
				f.FreeBelowMM, measure.Count(measure.Rough(f.DroneCellsBelow())),
			),
		)
	}
	r.Cautions = []string{
		"The guidance is for most healthy men; for most women it is about two thirds of it. Pain, a bad back or " +
			"bad ground mean less.",
	}
	return r, nil
}

var ledgerCalc = Calculator{
	Name: "ledger", Title: "Weight ledger", Asks: "Net honey between two weighings",
	Fields: []Field{
		{Key: "before", Label: "Before", Unit: measure.Kilogram},
		{Key: "after", Label: "After", Unit: measure.Kilogram},
		{Key: "out", Label: "Boxes off", Kind: Words, Help: "with drawn frames, as medium-10:2, deep-10:1"},
		{Key: "in", Label: "Boxes on", Kind: Words},
		{Key: "fed", Label: "Fed between", Unit: measure.Kilogram, Default: "0 kg", Help: "the syrup’s whole mass"},
		{Key: "same-day", Label: "Both on one day", Kind: Flag, Help: "wood and bees have not changed"},
	},
	Formula: "net honey = before − after − tares off + tares on + fed",
	Source: "Arithmetic; tares from the catalogue ± 6 %, each reading ± 0.3 kg, wet wood ± 0.6 kg, bees ± 0.5 " +
		"kg: common practice, no source. The range is 80 %.",
	Valid: "hives of up to 400 kg",
	Work: func(in *Inputs) (Result, error) {
		if !in.Has("before") && !in.Has("after") {
			return Result{}, errNothing
		}
		b := ledger.Between{
			BeforeKg: in.Amount("before", 1, 400), AfterKg: in.Amount("after", 1, 400),
			FedKg: in.Amount("fed", 0, 100), SameDay: in.Flag("same-day"),
		}
		b.Out, b.In = in.boxes("out"), in.boxes("in")
		if in.err != nil {
			return Result{}, in.err
		}
		net, err := b.NetHoneyKg()
		if err != nil {
			return Result{}, in.wrong("before", err)
		}
		tare := 0.0
		for _, m := range b.Out {
			tare += m.TareKg
		}
		first := ranged("net_honey_kg", "Honey that left", measure.Mass, net).main()
		if net.Likely < 0 { // what came is told as what came, as on the page of a colony
			gained := measure.Range{Low: -net.High, Likely: -net.Likely, High: -net.Low}
			first = ranged("gained_kg", "Honey gained", measure.Mass, gained).main()
		}
		r := Result{
			Values: []Value{
				first,
				number("difference_kg", "Difference", measure.Mass, b.BeforeKg-b.AfterKg),
				number("tare_out_kg", "Of it wood and wax", measure.Mass, tare),
			},
		}
		if net.High >= 0 && tare > 0 {
			r.Say = append(
				r.Say,
				fmt.Sprintf(
					"%s lighter is not %s of honey: %s of it was box, frames and wax.",
					in.units.Write(measure.Mass, b.BeforeKg-b.AfterKg),
					in.units.Write(measure.Mass, b.BeforeKg-b.AfterKg), in.units.Write(measure.Mass, tare),
				),
			)
		}
		return r, nil
	},
}

// boxes reads "medium-10:2, deep-10" into ware.
func (in *Inputs) boxes(key string) []ledger.Moved {
	var out []ledger.Moved
	for _, w := range strings.FieldsFunc(in.Typed(key), func(r rune) bool { return r == ',' || r == ' ' || r == ';' }) {
		name, count, has := strings.Cut(w, ":")
		n := 1
		if has {
			if _, err := fmt.Sscanf(count, "%d", &n); err != nil || n < 1 || n > 20 {
				in.fail(key, fmt.Sprintf("%q is not a number of boxes, 1 to 20", count))
				return nil
			}
		}
		f, err := hive.FormatFor(name)
		if err != nil {
			in.fail(key, err.Error())
			return nil
		}
		out = append(out, ledger.Ware(f, n))
	}
	return out
}
