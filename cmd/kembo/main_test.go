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
	if _, err := kembo(t, "", "demo", "--addr", l.Addr().String()); err == nil || !strings.Contains(err.Error(), "busy") {
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
