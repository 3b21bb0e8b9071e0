package bench_test

import (
	"encoding/json"
	"errors"
	"math"
	"strings"
	"testing"
	"time"

	"kembo/core/bench"
	"kembo/core/day"
	"kembo/core/measure"
)

var (
	today  = day.Of(2026, time.June, 3)
	metric = measure.SystemFor("metric")
)

// worked is one full set of inputs for every calculator, and the keys that
// scripts rely on.
var worked = map[string]struct {
	in   map[string]string
	keys []string
}{
	"syrup": {
		map[string]string{"sugar": "10kg", "water": "5L", "feeder": "2L"},
		[]string{
			"sugar_mass_percent", "density_kg_per_l", "volume_l", "dissolves", "undissolved_kg", "stores_kg",
			"sugar_kg", "water_l", "feeder_fills",
		},
	},
	"moisture": {map[string]string{"ri": "1.4915"}, []string{"water_percent"}},
	"blend": {
		map[string]string{"mass": "100kg", "water": "19", "with": "17", "target": "18"},
		[]string{"other_kg", "blend_kg"},
	},
	"mites": {
		map[string]string{"count": "24", "bees": "300"}, []string{"percent", "low95", "high95", "adjusted_percent"},
	},
	"sample": {map[string]string{}, []string{"bees_needed"}},
	"brood": {
		map[string]string{"caste": "worker", "stage": "laid", "on": "2026-05-01"},
		[]string{"laid", "hatched", "capped", "emerges", "mature"},
	},
	"queen": {
		map[string]string{"from": "split", "on": "2026-05-01"}, []string{"emerges", "first_eggs", "first_foragers"},
	},
	"bees": {
		map[string]string{"capped-frames": "4", "format": "langstroth-deep-10"},
		[]string{"bees", "frames_of_bees", "by"},
	},
	"box": {
		map[string]string{"format": "langstroth-deep-10", "frames": "9", "full": "0.8"},
		[]string{"honey_kg", "gross_kg", "lift_warning"},
	},
	"honey": {map[string]string{"mass": "20kg"}, []string{"volume_l", "jars_454g", "drums"}},
	"ledger": {
		map[string]string{"before": "160lb", "after": "106lb", "out": "medium-10:2"}, []string{"net_honey_kg"},
	},
	"drying": {
		map[string]string{"mass": "100kg", "water": "19.5", "target": "18", "litres": "2"}, []string{"water_kg", "left_kg", "days"},
	},
	"settling": {map[string]string{"depth": "400mm", "temp": "30 C"}, []string{"air_h", "wax_h"}},
	"warming":  {map[string]string{"width": "300mm", "from": "18 C", "to": "38 C", "room": "40 C"}, []string{"hours"}},
	"setting":  {map[string]string{"kind": "rape", "water": "17"}, []string{"ratio"}},
}

func run(t *testing.T, name string, in map[string]string, u measure.Units) map[string]any {
	t.Helper()
	c, ok := bench.Find(name)
	if !ok {
		t.Fatalf("no calculator %s", name)
	}
	r, err := c.Run(in, today, u)
	if err != nil {
		t.Fatalf("%s: %v", name, err)
	}
	out := map[string]any{}
	for _, v := range r.Values {
		if _, twice := out[v.Key]; twice {
			t.Errorf("%s gives %s twice", name, v.Key)
		}
		out[v.Key] = v.JSON()
	}
	return out
}

func TestEveryCalculatorAnswersItsKeys(t *testing.T) {
	for _, c := range bench.All {
		w, ok := worked[c.Name]
		if !ok {
			t.Errorf("%s has no worked inputs", c.Name)
			continue
		}
		out := run(t, c.Name, w.in, metric)
		for _, k := range w.keys {
			if _, ok := out[k]; !ok {
				t.Errorf("%s: no key %s", c.Name, k)
			}
		}
		if _, err := json.Marshal(out); err != nil {
			t.Errorf("%s: %v", c.Name, err)
		}
		if c.Formula == "" || c.Source == "" || c.Valid == "" {
			t.Errorf("%s keeps its formula, source or range to itself", c.Name)
		}
		for _, f := range c.Fields {
			if f.Kind == bench.Choice && len(f.Options) == 0 {
				t.Errorf("%s: %s has nothing to choose", c.Name, f.Key)
			}
		}
		// A range holds its likely value and every value can be written.
		r, _ := c.Run(w.in, today, measure.SystemFor("us"))
		for _, v := range r.Values {
			if v.Ranged && !(v.Range.Low <= v.Range.Likely && v.Range.Likely <= v.Range.High) {
				t.Errorf("%s: %s %+v", c.Name, v.Key, v.Range)
			}
			if s := v.Write(measure.SystemFor("us")); s == "" || strings.Contains(s, "NaN") ||
				strings.Contains(s, "Inf") {
				t.Errorf("%s: %s reads %q", c.Name, v.Key, s)
			}
		}
	}
}

// TestTailgateAnswers: the answers keepers argue about. Each figure is worked
// out in the test of the package that owns it; here they come out of the bench.
func TestTailgateAnswers(t *testing.T) {
	near := func(name string, got any, want, within float64) {
		t.Helper()
		if v, ok := got.(float64); !ok || math.Abs(v-want) > within {
			t.Errorf("%s: %v, want %g", name, got, want)
		}
	}
	near(
		"24 mites on 300 bees", run(t, "mites", map[string]string{"count": "24", "bees": "300"}, metric)["percent"],
		8, 1e-9,
	)
	near("n = 1.4915", run(t, "moisture", map[string]string{"ri": "1.4915"}, metric)["water_percent"], 18, 0.03)
	net := run(t, "ledger", worked["ledger"].in, metric)["net_honey_kg"].(measure.Range)
	near("54 lb lighter", net.Likely, 13.39, 0.02)
	five := run(t, "syrup", map[string]string{"ratio": "5:1", "litres": "10"}, metric)
	if five["dissolves"] != false {
		t.Errorf("5:1 by weight stays dissolved: %v", five)
	}
	if b := run(t, "brood", worked["brood"].in, metric); b["emerges"] != "2026-05-22" || b["mature"] != "2026-06-11" {
		t.Errorf("worker egg of 1 May: %v", b)
	}
	half := run(t, "mites", map[string]string{"count": "3", "sample": "120mL"}, metric)
	near("120 mL", half["bees"], 300, 1e-9)
	// Half the capped cells are out after six of twelve days, all after twelve.
	all := run(t, "bees", map[string]string{"capped-frames": "4", "on": "2026-06-03"}, metric)["bees"].(float64)
	for until, share := range map[string]float64{"2026-06-09": 0.5, "2026-06-15": 1, "2026-07-30": 1} {
		got := run(t, "bees", map[string]string{"capped-frames": "4", "on": "2026-06-03", "until": until}, metric)
		near("out by "+until, got["bees"], share*all, 1)
	}
	if b := run(
		t, "bees", map[string]string{"capped-frames": "1"}, metric,
	)["frames_of_bees"].(measure.Range); b.Low < 1.9 || b.High > 3.2 {
		t.Errorf("a frame capped on both sides makes %+v frames, want two to three (common practice)", b)
	}
}

// TestUnitsFollowTheUser: the same thing asked in other units is the same.
func TestUnitsFollowTheUser(t *testing.T) {
	us := measure.SystemFor("us")
	a := run(t, "syrup", map[string]string{"sugar": "22.0462262", "water": "1.32086", "temp": "68"}, us)
	b := run(t, "syrup", map[string]string{"sugar": "10", "water": "5", "temp": "20"}, metric)
	for _, k := range []string{"volume_l", "sugar_mass_percent"} {
		if math.Abs(a[k].(float64)-b[k].(float64)) > 1e-3 {
			t.Errorf("%s: %v in pounds and gallons, %v in kilograms and litres", k, a[k], b[k])
		}
	}
}

func TestRefusalsNameTheField(t *testing.T) {
	tests := []struct {
		calc, key, say string
		in             map[string]string
	}{
		{"syrup", "sugar", "not a number", map[string]string{"sugar": "a lot", "water": "5L"}},
		{"syrup", "ratio", "as 2:1", map[string]string{"ratio": "2", "litres": "5"}},
		{"syrup", "temp", "valid for", map[string]string{"sugar": "1", "water": "1", "temp": "140C"}},
		{"moisture", "ri", "1.4740", map[string]string{"ri": "1.36"}},
		{"mites", "bees", "how many bees", map[string]string{"count": "3"}},
		{"mites", "count", "one a bee", map[string]string{"count": "301", "bees": "300"}},
		{"mites", "count", "whole number", map[string]string{"count": "2.5", "bees": "300"}},
		{"box", "format", "catalogue", map[string]string{"format": "shoe-box"}},
		{"box", "frames", "valid for", map[string]string{"frames": "12"}},
		{"ledger", "out", "number of boxes", map[string]string{"before": "60", "after": "40", "out": "medium-10:x"}},
		{"brood", "on", "", map[string]string{"on": "the other day"}},
		{"blend", "target", "between", map[string]string{"mass": "10", "water": "19", "with": "20", "target": "18"}},
		{"sample", "colour", "does not ask", map[string]string{"colour": "blue"}},
	}
	for _, tt := range tests {
		c, _ := bench.Find(tt.calc)
		_, err := c.Run(tt.in, today, metric)
		var fe *bench.FieldError
		if !errors.As(err, &fe) || fe.Key != tt.key || !strings.Contains(fe.Say, tt.say) {
			t.Errorf("%s %v: %v; want %s with %q", tt.calc, tt.in, err, tt.key, tt.say)
		}
	}
}

// FuzzRun: whatever is typed into any calculator is an answer without NaN or a
// refusal with a sentence.
func FuzzRun(f *testing.F) {
	f.Add(uint8(0), "10kg", "5L", "20C")
	f.Add(uint8(3), "24", "300", "wash")
	f.Add(uint8(8), "langstroth-deep-10/medium", "9", "0.8")
	f.Fuzz(func(t *testing.T, which uint8, a, b, c string) {
		k := bench.All[int(which)%len(bench.All)]
		in := map[string]string{}
		for i, v := range []string{a, b, c} {
			if i < len(k.Fields) {
				in[k.Fields[i].Key] = v
			}
		}
		r, err := k.Run(in, today, metric)
		if err != nil {
			if strings.TrimSpace(err.Error()) == "" {
				t.Errorf("%s %v refuses without a word", k.Name, in)
			}
			return
		}
		for _, v := range r.Values {
			if s := v.Write(metric); strings.Contains(s, "NaN") || strings.Contains(s, "Inf") {
				t.Errorf("%s %v: %s is %s", k.Name, in, v.Key, s)
			}
		}
	})
}
