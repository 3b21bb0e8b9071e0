package exchange

import (
	"encoding/json"
	"slices"
	"strings"
)

// later are the fields that came with version 2, by their paths.
var later = []string{
	"origin", "queen_events", "mite_counts", "equipment", "drones_seen", "yard_hives", "site.latitude",
	"site.monthly_mean_c", "stack.boxes.drawn", "stack.boxes.hole", "stack.boxes.counts.brood_cover",
	"stack.boxes.counts.drone", "visit_every_days", "kept_plan", "settings.weights",
	"settings.keeps_water", "honey_readings", "queen.several_eggs",
}

// onlyEarlier refuses fields of a later version in a record of the first.
func onlyEarlier(raw []byte) error {
	var v any
	if err := json.Unmarshal(raw, &v); err != nil {
		return wrong("the record", "%v", err)
	}
	var walk func(path string, v any) error
	walk = func(path string, v any) error {
		if slices.Contains(later, path) {
			return wrong(path, "this field came with version 2; set kembo_record to 2")
		}
		switch x := v.(type) {
		case []any:
			for _, y := range x {
				if err := walk(path, y); err != nil {
					return err
				}
			}
		case map[string]any:
			for k, y := range x {
				if err := walk(strings.TrimPrefix(path+"."+k, "."), y); err != nil {
					return err
				}
			}
		}
		return nil
	}
	return walk("", v)
}
