package bench

import (
	"fmt"
	"strconv"
	"strings"

	"kembo/core/feed"
	"kembo/core/measure"
)

var syrup = Calculator{
	Name: "syrup", Title: "Syrup", Asks: "Sugar and water, or a ratio and litres",
	Fields: []Field{
		{Key: "sugar", Label: "Sugar", Unit: measure.Kilogram, Group: "from sugar and water"},
		{Key: "water", Label: "Water", Unit: measure.Litre, Group: "from sugar and water"},
		{Key: "ratio", Label: "Sugar to water", Kind: Words, Group: "from a ratio", Help: "as 2:1, 1:1, 3:2"},
		{
			Key: "by", Label: "by", Kind: Choice, Options: []Option{{"weight", "weight"}, {"volume", "volume"}},
			Default: "weight", Group: "from a ratio",
		},
		{Key: "litres", Label: "Syrup wanted", Unit: measure.Litre, Group: "from a ratio"},
		{
			Key: "temp", Label: "Kept at", Unit: measure.Celsius, Default: "20 C",
			Help: "the coldest it will stand at before it is taken",
		},
		{Key: "feeder", Label: "Feeder holds", Unit: measure.Litre, Help: "to count fills"},
	},
	Formula: "mass % = sugar ÷ (sugar + water); volume = mass ÷ density; dissolved up to the solubility at the " +
		"temperature; stores = sugar × 0.9 to 1.1",
	Source: "Density: ICUMSA 1994 form, held to NBS Circular 440. Solubility: two published formulae (Charles " +
		"1960, Vavrinecz 1962). Losses and the weight of poured sugar, 0.845 kg/L: common practice. All from " +
		"memory.",
	Valid: "0 to 100 °C; density at 20 °C",
	Work:  workSyrup,
}

func workSyrup(in *Inputs) (Result, error) {
	temp := in.Amount("temp", 0, 100)
	var m feed.Mix
	switch {
	case in.Has("ratio"):
		sugar, water, err := ratio(in.Typed("ratio"))
		if err != nil {
			return Result{}, in.wrong("ratio", err)
		}
		litres := in.Amount("litres", 0.01, 20000)
		by := in.Choice("by")
		if in.err != nil {
			return Result{}, in.err
		}
		if m, err = feed.OfRatio(sugar, water, litres, by == "volume", temp); err != nil {
			return Result{}, in.wrong("ratio", err)
		}
	case in.Has("sugar") || in.Has("water"):
		m = feed.Mix{
			SugarKg: in.Amount("sugar", 0.001, 20000), WaterKg: in.Amount("water", 0.001, 20000) * feed.WaterKgPerL,
		}
		if in.err != nil {
			return Result{}, in.err
		}
		if err := m.Check(temp); err != nil {
			return Result{}, in.wrong("sugar", err)
		}
	default:
		return Result{}, errNothing
	}
	at := m.At(temp)
	volume := m.VolumeL(temp)
	r := Result{Values: []Value{
		number("sugar_kg", "Sugar", measure.Mass, m.SugarKg),
		number("water_l", "Water", measure.Volume, m.WaterKg/feed.WaterKgPerL),
		number("volume_l", "Syrup", measure.Volume, volume).main(),
		percent("sugar_mass_percent", "Sugar by mass", m.MassPercent()),
		number("density_kg_per_l", "Density, kg/L", measure.Number, (m.SugarKg+m.WaterKg)/volume),
		yes("dissolves", "Stays dissolved", at != feed.TooMuch),
		number("undissolved_kg", "Left undissolved", measure.Mass, m.UndissolvedKg(temp)),
		ranged("stores_kg", "Stores gained", measure.Mass, m.StoresKg()).main(),
	}}
	if in.Has("feeder") {
		f := in.Amount("feeder", 0.05, 50)
		r.Values = append(r.Values, number("feeder_fills", "Feeder fills", measure.Number, float64(m.Fills(f, temp))))
	}
	r.Say = dissolves(m, at, temp, in.units)
	r.Cautions = []string{
		"What is stored from feed is not honey: take supers for sale off first. Do not add acid or cream of tartar.",
	}
	return r, nil
}

func dissolves(m feed.Mix, at feed.Dissolution, temp float64, u measure.Units) []string {
	here := u.Write(measure.Temperature, temp)
	c, ever := m.SaturationC()
	switch {
	case !ever:
		return []string{fmt.Sprintf(
			"%.0f %% sugar cannot stay dissolved at any temperature below boiling: at %s, %s of it lies "+
				"undissolved. That is fondant, not syrup.",
			m.MassPercent(), here, u.Write(measure.Mass, m.UndissolvedKg(temp)),
		)}
	case at == feed.TooMuch:
		return []string{
			fmt.Sprintf(
				"At %s it holds %s less: crystals settle below about %s.", here,
				u.Write(measure.Mass, m.UndissolvedKg(temp)), u.Write(measure.Temperature, c),
			),
		}
	case at == feed.AtLimit:
		return []string{fmt.Sprintf("Just saturated at %s: a little colder and crystals settle.", here)}
	case c <= 0:
		return []string{"It stays dissolved down to freezing."}
	}
	return []string{fmt.Sprintf("It stays dissolved down to about %s.", u.Write(measure.Temperature, c))}
}

// ratio reads "2:1".
func ratio(t string) (sugar, water float64, err error) {
	a, b, ok := strings.Cut(t, ":")
	if ok {
		if sugar, err = strconv.ParseFloat(strings.TrimSpace(a), 64); err == nil {
			water, err = strconv.ParseFloat(strings.TrimSpace(b), 64)
		}
	}
	if !ok || err != nil {
		return 0, 0, fmt.Errorf("%q is not a ratio; write sugar to water, as 2:1", t)
	}
	return sugar, water, nil
}
