package main

import (
	"encoding/json"
	"strings"
	"testing"

	"kembo/core/calibration"
)

// TestCalibratePrintsWhatTheRangesHeld: two worlds, the same seed the same
// bytes however it is cut over processors, and a refusal in a sentence.
func TestCalibratePrintsWhatTheRangesHeld(t *testing.T) {
	out, err := kembo(t, "", "calibrate", "--truths", "24", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var all map[string]struct {
		Ranges   []calibration.Line
		Swarms   calibration.ChanceScore
		Learning calibration.Lesson
	}
	if err := json.Unmarshal([]byte(out), &all); err != nil {
		t.Fatal(err)
	}
	for _, w := range calibration.Worlds {
		if len(all[w.Name].Ranges) < 16 || all[w.Name].Ranges[0].Truths != 24 || len(all[w.Name].Learning.Errors) != 12 || all[w.Name].Swarms.Forecasts != 24 {
			t.Errorf("%s: %d lines", w.Name, len(all[w.Name].Ranges))
		}
	}
	text, err := kembo(t, "", "calibrate", "--truths", "24")
	if err != nil || !strings.Contains(text, "### other rules") || !strings.Contains(text, "| stores, kg | 14 | 24 |") || strings.Contains(text, "Inf") || strings.Contains(text, "NaN") {
		t.Errorf("%v: %s", err, text)
	}
	if _, err := kembo(t, "", "calibrate", "--truths", "2"); err == nil || !strings.Contains(err.Error(), "10 to 100000") {
		t.Errorf("two truths: %v", err)
	}
}
