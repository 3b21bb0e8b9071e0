package main

import (
	"encoding/json"
	"errors"
	"strings"
	"testing"
)

// TestCalcFormsThatOthersScript runs the forms as published, by flags, and asks
// for the keys.
func TestCalcFormsThatOthersScript(t *testing.T) {
	tests := []struct {
		args string
		keys string
	}{
		{
			"syrup --sugar 10kg --water 5L",
			"sugar_mass_percent density_kg_per_l volume_l dissolves undissolved_kg stores_kg",
		},
		{"syrup --sugar 10kg --water 5L --temp 20C", "volume_l"},
		{"syrup --ratio 2:1 --by volume --litres 20", "sugar_kg water_l"},
		{"moisture --ri 1.4915 --temp 68F", "water_percent"},
		{"moisture --brix 80.3", "water_percent"},
		{"mites --count 24 --bees 300 --method wash", "percent low95 high95 adjusted_percent"},
		{"mites --count 24 --sample 120mL --method roll", "percent low95 high95 adjusted_percent"},
		{"brood --caste worker --stage laid --on 2026-05-01", "laid hatched capped emerges mature"},
		{"box --format langstroth-deep-10 --frames 9 --full 0.8", "honey_kg gross_kg lift_warning"},
		{"ledger --before 160lb --after 106lb --out medium-10:2", "net_honey_kg"},
		{"bees --capped-frames 4 --format langstroth-deep-10", "bees frames_of_bees by"},
	}
	for _, tt := range tests {
		out, err := kembo(t, "", append(append([]string{"calc"}, strings.Fields(tt.args)...), "--json")...)
		if err != nil {
			t.Errorf("calc %s: %v", tt.args, err)
			continue
		}
		var m map[string]any
		if err := json.Unmarshal([]byte(out), &m); err != nil {
			t.Errorf("calc %s: %v", tt.args, err)
		}
		for _, k := range strings.Fields(tt.keys) {
			v, ok := m[k]
			if r, isRange := v.(map[string]any); !ok || isRange &&
				(r["low"] == nil || r["likely"] == nil || r["high"] == nil) {
				t.Errorf("calc %s: %s is %v", tt.args, k, v)
			}
		}
	}
}

func TestCalcRefusesInOneSentence(t *testing.T) {
	for args, say := range map[string]string{
		"calc moisture --ri 1.36":             "1.4740",
		"calc syrup --sugar 10km --water 5L":  "does not know",
		"calc syrup --sugar 10L --water 5L":   "write a mass",
		"calc sirup":                          "choose syrup",
		"calc syrup --suggar 10kg":            "unknown flag: --suggar",
		"calc mites --count 3":                "how many bees",
		"calc box --units stones":             "metric, us or imperial",
		"calc ledger --before 60 --after 40x": "does not know",
	} {
		_, err := kembo(t, "", strings.Fields(args)...)
		var s statusError
		if !errors.As(err, &s) || s.status != 2 || !strings.Contains(err.Error(), say) ||
			strings.Contains(err.Error(), "\n") {
			t.Errorf("%s: %v; want one sentence with %q and exit 2", args, err, say)
		}
	}
}

func TestCalcSpeaksThePersonsUnits(t *testing.T) {
	out, err := kembo(
		t, "", "calc", "ledger", "--before", "160", "--after", "106", "--out", "medium-10:2", "--units", "us",
	)
	if err != nil || !strings.Contains(out, "29.5 lb (26.4 to 32.7)") || !strings.Contains(out, "Formula:") ||
		!strings.Contains(out, "Source:") {
		t.Errorf("%v:\n%s", err, out)
	}
}
