package main

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"net"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"kembo/demo"
	"kembo/demo/sample"
)

func kembo(t *testing.T, stdin string, args ...string) (out string, err error) {
	t.Helper()
	var o, e bytes.Buffer
	err = run(context.Background(), args, strings.NewReader(stdin), &o, &e)
	return o.String(), err
}

func record(t *testing.T, name string) string {
	t.Helper()
	b, err := os.ReadFile(filepath.Join("..", "..", "docs", "examples", name+".json"))
	if err != nil {
		t.Fatal(err)
	}
	return string(b)
}

func TestAssessPrintsTheKeysOthersScript(t *testing.T) {
	out, err := kembo(t, record(t, "super-nearly-full"), "assess", "--json", "-")
	if err != nil {
		t.Fatal(err)
	}
	var a map[string]any
	if err := json.Unmarshal([]byte(out), &a); err != nil {
		t.Fatal(err)
	}
	three := func(path string, v any) {
		m, ok := v.(map[string]any)
		for _, k := range []string{"low", "likely", "high"} {
			if _, has := m[k]; !ok || !has {
				t.Errorf("%s has no %s: %v", path, k, v)
			}
		}
	}
	three("stores_kg", a["stores_kg"])
	three("bees", a["bees"])
	three("free_cells", a["free_cells"])
	for _, k := range []string{"eggs", "larvae", "capped", "drone"} {
		three("brood_cells."+k, a["brood_cells"].(map[string]any)[k])
	}
	for _, k := range []string{"food", "lay", "store"} {
		three("runway_days."+k, a["runway_days"].(map[string]any)[k])
	}
	// A well-stocked colony in flow does not run out of food: null, not a number.
	if v := a["runway_days"].(map[string]any)["food"].(map[string]any)["likely"]; v != nil {
		t.Errorf("food ends in %v d within %v", v, a["horizon_days"])
	}
	first := a["advice"].([]any)[0].(map[string]any)
	for _, k := range []string{"action", "act_by", "reason", "before", "after", "confidence"} {
		if _, has := first[k]; !has {
			t.Errorf("advice has no %s", k)
		}
	}
	for _, side := range []string{"before", "after"} {
		for _, k := range []string{"food", "lay", "store"} {
			three(side+"."+k, first[side].(map[string]any)[k])
		}
	}
	text, err := kembo(t, record(t, "super-nearly-full"), "assess", "-")
	if err != nil || !strings.Contains(text, "Add ") || !strings.Contains(text, "store") {
		t.Errorf("as text: %v\n%s", err, text)
	}
}

func TestAWrongRecordExitsWithTwoAndASentence(t *testing.T) {
	for name, in := range map[string]string{
		"broken":    `{"kembo_record": 1,`,
		"wrong":     strings.Replace(record(t, "light"), `"brood": 4`, `"brood": 40`, 1),
		"no format": strings.Replace(record(t, "light"), "national-brood-11", "barrel", 1),
	} {
		out, err := kembo(t, in, "assess", "-")
		var s statusError
		if !errors.As(err, &s) || s.status != 2 || strings.Contains(err.Error(), "\n") || out != "" {
			t.Errorf("%s: %v, printed %q", name, err, out)
		}
	}
	if _, err := kembo(t, "", "assess", "no-such-file.json"); err == nil {
		t.Error("a file that is not there was accepted")
	}
}

func TestBadFlagsAreSentences(t *testing.T) {
	for want, args := range map[string][]string{
		"not a date":      {"demo", "--day", "tomorrow"},
		"can be opened":   {"demo", "--day", "2031-01-01"},
		"not on this":     {"demo", "--addr", "0.0.0.0:8077"},
		"not an address":  {"serve", "--data", "x.db", "--addr", "8077"},
		"give the data":   {"serve"},
		"unknown command": {"fly"},
	} {
		if _, err := kembo(t, "", args...); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v: error %v, want one that says %q", args, err, want)
		}
	}
}

func TestABusyPortIsSaid(t *testing.T) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer l.Close()
	if _, err := kembo(t, "", "demo", "--addr", l.Addr().String()); err == nil ||
		!strings.Contains(err.Error(), "busy") {
		t.Errorf("error %v", err)
	}
}

func TestDemoPrintsItsAddressAndRemovesItsData(t *testing.T) {
	dir := t.TempDir()
	t.Setenv("TMPDIR", dir)
	ctx, stop := context.WithCancel(context.Background())
	out := make(lines, 8)
	done := make(chan error, 1)
	go func() {
		done <- run(ctx, []string{"demo", "--addr", "127.0.0.1:0"}, strings.NewReader(""), out, out)
	}()
	select {
	case line := <-out:
		if !strings.Contains(line, "http://127.0.0.1:") {
			t.Errorf("printed %q", line)
		}
	case err := <-done:
		t.Fatalf("ended with %v", err)
	case <-time.After(30 * time.Second):
		t.Fatal("no address within 30 s")
	}
	stop()
	if err := <-done; err != nil {
		t.Errorf("ended with %v", err)
	}
	if left, _ := filepath.Glob(filepath.Join(dir, "kembo-demo-*")); len(left) > 0 {
		t.Errorf("left behind: %v", left)
	}
}

type lines chan string

func (l lines) Write(b []byte) (int, error) {
	l <- string(b)
	return len(b), nil
}

// TestAssessTriesThings: the forecast with something done stands beside the one
// without, in JSON and in words; what this hive has no use for is said.
func TestAssessTriesThings(t *testing.T) {
	out, err := kembo(t, record(t, "super-nearly-full"), "assess", "--json", "--try", "super", "-")
	if err != nil {
		t.Fatal(err)
	}
	var a struct {
		RunwayDays map[string]struct{ Likely *float64 } `json:"runway_days"`
		Tried      struct {
			What       []string
			RunwayDays map[string]struct{ Likely *float64 } `json:"runway_days"`
		}
		Swarm  struct{ Chance, Crowding float64 }
		Supers []struct {
			Box  int
			Full struct{ Likely *float64 } `json:"full_days"`
		}
		CanBeTried map[string]string `json:"can_be_tried"`
	}
	if err := json.Unmarshal([]byte(out), &a); err != nil {
		t.Fatal(err)
	}
	was, is := a.RunwayDays["store"].Likely, a.Tried.RunwayDays["store"].Likely
	if was == nil || is != nil && *is <= *was+3 || len(a.Tried.What) != 1 {
		t.Errorf("a super brings room to store from %v to %v days: %+v", was, is, a.Tried)
	}
	if len(a.Supers) == 0 || a.Supers[0].Full.Likely == nil || *a.Supers[0].Full.Likely > 8 ||
		a.CanBeTried["feed"] == "" || a.Swarm.Chance < 0 || a.Swarm.Chance > 1 {
		t.Errorf("a super that is nearly full: %+v, swarm %+v", a.Supers, a.Swarm)
	}
	if text, err := kembo(
		t, record(t, "super-nearly-full"), "assess", "--try", "super", "--on", "2026-06-20", "-",
	); err != nil || !strings.Contains(text, "with a drawn super, done on") {
		t.Errorf("in words: %v %.200s", err, text)
	}
	if _, err := kembo(t, record(t, "super-nearly-full"), "assess", "--try", "dance", "-"); err == nil ||
		!strings.Contains(err.Error(), `"dance" cannot be tried`) {
		t.Errorf("a dance: %v", err)
	}
}

// TestReassessSaysWhatItDid, and refuses a file that is not there.
func TestReassessSaysWhatItDid(t *testing.T) {
	path := filepath.Join(t.TempDir(), "none.db")
	if _, err := kembo(t, "", "reassess", "--data", path); err == nil ||
		!strings.Contains(err.Error(), "no data file") {
		t.Errorf("no file: %v", err)
	}
	if _, err := kembo(t, "", "reassess"); err == nil || !strings.Contains(err.Error(), "--data") {
		t.Errorf("no flag: %v", err)
	}
	path = sample.Write(t, demo.Default, false)
	if out, err := kembo(t, "", "reassess", "--data", path); err != nil ||
		!strings.Contains(out, "28 colonies worked out in") {
		t.Errorf("the sample: %v %s", err, out)
	}
	if out, err := kembo(t, "", "reassess", "--data", path); err != nil || !strings.Contains(out, "0 colonies") {
		t.Errorf("again: %v %s", err, out)
	}
}
