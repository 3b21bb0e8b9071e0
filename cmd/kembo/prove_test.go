package main

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kembo/core/assessment"
)

// TestProveGoesOnWhereItStopped: what stands in the file is not run again, results of another version of the model are
// left out, and what cannot be is refused in a sentence.
func TestProveGoesOnWhereItStopped(t *testing.T) {
	path := filepath.Join(t.TempDir(), "results.jsonl")
	there := `{"model":"` + assessment.ModelVersion + `","climate":"uk","seed":1,"keeper":"alone","visits":[8,2],"crop_kg":700}` + "\n" +
		`{"model":"1","climate":"uk","seed":1,"keeper":"round","visits":[8,2],"crop_kg":9999}` + "\n"
	if err := os.WriteFile(path, []byte(there), 0o600); err != nil {
		t.Fatal(err)
	}
	args := []string{"prove", "--yards", "1", "--climates", "uk", "--keepers", "round,alone", "--results", path}
	out, err := kembo(t, "", args...)
	if err != nil || !strings.Contains(out, "| crop, kg a hive |") || !strings.Contains(out, " 35.0 |") ||
		strings.Contains(out, "500.0") {
		t.Fatalf("%v: %s", err, out)
	}
	first, err := os.ReadFile(path)
	if err != nil || strings.Count(string(first), "\n") != 3 {
		t.Fatalf("%v: %s", err, first)
	}
	if _, err := kembo(t, "", args...); err != nil {
		t.Fatal(err)
	}
	if again, err := os.ReadFile(path); err != nil || string(again) != string(first) {
		t.Errorf("%v: what was there was run again: %s", err, again)
	}
	for _, wrong := range [][]string{{"--yards", "0"}, {"--keepers", "nobody"}, {"--climates", "moon"}} {
		if _, err := kembo(t, "", append(append([]string{}, args...), wrong...)...); err == nil {
			t.Errorf("%v is taken", wrong)
		}
	}
	cut := string(first) + `{"model":"2`
	if err := os.WriteFile(path, []byte(cut), 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := kembo(t, "", args...); err != nil {
		t.Errorf("a run that was cut off cannot be gone on with: %v", err)
	}
	if again, err := os.ReadFile(path); err != nil || string(again) != string(first) {
		t.Errorf("%v: %s", err, again)
	}
	if err := os.WriteFile(path, []byte("no result\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := kembo(t, "", args...); err == nil || !strings.Contains(err.Error(), "line 1") {
		t.Errorf("a file of something else: %v", err)
	}
}
