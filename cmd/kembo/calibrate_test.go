package main

import (
	"encoding/json"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/core/day"
	"kembo/demo/sample"
	"kembo/lab/calibration"
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
		if len(all[w.Name].Ranges) < 16 || all[w.Name].Ranges[0].Truths != 24 ||
			len(all[w.Name].Learning.Errors) != 12 || all[w.Name].Swarms.Forecasts != 24 {
			t.Errorf("%s: %d lines", w.Name, len(all[w.Name].Ranges))
		}
	}
	text, err := kembo(t, "", "calibrate", "--truths", "24")
	if err != nil || !strings.Contains(text, "### other rules") ||
		!strings.Contains(text, "| stores, kg | 14 | 24 |") || strings.Contains(text, "Inf") ||
		strings.Contains(text, "NaN") {
		t.Errorf("%v: %s", err, text)
	}
	if _, err := kembo(t, "", "calibrate", "--truths", "2"); err == nil ||
		!strings.Contains(err.Error(), "10 to 100000") {
		t.Errorf("two truths: %v", err)
	}
}

// TestSkillIsPrintedWithWhatFallsShortFirst: four worlds, beside four references and, where
// the world is another, beside those fitted in it.
func TestSkillIsPrintedWithWhatFallsShortFirst(t *testing.T) {
	out, err := kembo(t, "", "calibrate", "--skill", "--truths", "12")
	if err != nil || !strings.HasPrefix(out, "### What falls short\n") {
		t.Fatalf("%v: %.200s", err, out)
	}
	for _, want := range []string{
		"### own rules\n", "### own rules, hard\n", "### comb by comb\n", "| neighbours | best fitted here |",
		"| stores, kg | all year | 14 | 12 |",
	} {
		if !strings.Contains(out, want) {
			t.Errorf("%q is not in it", want)
		}
	}
	if strings.Contains(out, "NaN") || strings.Contains(out, "Inf") {
		t.Error("something is no number")
	}
}

// TestTheEyeIsSaidInSettings: of few looks nothing is said but that they are few;
// else the keeper that they speak for most is named as the settings take one.
func TestTheEyeIsSaidInSettings(t *testing.T) {
	on := day.Of(2026, time.March, 1)
	path := sample.Write(t, on, false)
	if out, err := kembo(t, "", "calibrate", "--data", path, "--eye", "--day", on.String()); err != nil ||
		!strings.HasPrefix(out, "Only ") || !strings.Contains(out, "from 100 on") {
		t.Errorf("in March: %v %s", err, out)
	}
	var b strings.Builder
	eyes := []app.Eye{
		{Times: 0.5, OffFaces: 0.05, OffBoxes: 0.086, OffSeams: 0.09, Tests: 300, Held: 0.84, LogScore: 1.2},
		{Times: 1, OffFaces: 0.1, OffBoxes: 0.17, OffSeams: 0.18, Tests: 300, Held: 0.97, LogScore: 0.9},
	}
	if err := writeEyes(&b, eyes); err != nil || !strings.Contains(b.String(), "| 0.5 | 300 | 84 % | 1.200 |") ||
		!strings.Contains(
			b.String(), "The looks speak for 0.5 times the usual. In the settings: faces 5 %, frames 9 %, seams 9 %.",
		) {
		t.Errorf("%v: %s", err, b.String())
	}
}
