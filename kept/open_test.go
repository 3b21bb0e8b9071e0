package kept_test

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"os/exec"
	"path/filepath"
	"reflect"
	"strings"
	"testing"

	"kembo/core/day"
)

// everyVersion runs a test on what each version recorded.
func everyVersion(t *testing.T, do func(t *testing.T, dir string)) {
	all, err := filepath.Glob("testdata/*/folds.json")
	if err != nil || len(all) == 0 {
		t.Fatal("nothing is recorded", err)
	}
	for _, f := range all {
		dir := filepath.Dir(f)
		t.Run(filepath.Base(dir), func(t *testing.T) { do(t, dir) })
	}
}

// TestKeptFilesFoldAsTheyDid: the same boxes and frames stand on each hive after
// each entry, and the same was fed and put in. Payloads are as they were written.
func TestKeptFilesFoldAsTheyDid(t *testing.T) {
	everyVersion(t, func(t *testing.T, dir string) {
		h := open(t, unpack(t, filepath.Join(dir, "data.db.gz")), recordedLast)
		var want map[string]fold
		readJSON(t, filepath.Join(dir, "folds.json"), &want)
		got := h.folds(recordedLast)
		if len(got) != len(want) || len(want) == 0 {
			t.Fatalf("%d colonies, there were %d", len(got), len(want))
		}
		kinds := map[string]bool{}
		for id, w := range want {
			if !reflect.DeepEqual(got[id], w) {
				t.Errorf("%s is folded otherwise:\n%+v\nwas\n%+v", w.Code, got[id], w)
			}
			for _, e := range w.Entries {
				kinds[e.Kind] = true
			}
		}
		for _, k := range []string{
			"stack", "look", "box_on", "box_off", "combs_swapped", "feed", "treatment", "weighing", "combs",
			"arranged",
		} {
			if !kinds[k] { // an undo does not stand itself
				t.Errorf("no entry of kind %s was recorded", k)
			}
		}
		var ids map[string]string
		readJSON(t, filepath.Join(dir, "ids.json"), &ids)
		stands := map[string]bool{}
		for _, e := range want[ids["B"]].Entries {
			stands[e.ID] = true
		}
		if stands[ids["mistake"]] || !stands[ids["right"]] {
			t.Errorf(
				"undone stands: %v; undone and brought back stands: %v",
				stands[ids["mistake"]],
				stands[ids["right"]],
			)
		}
	})
}

// TestKeptFilesAreShown: every page of a kept file opens, on its day and a year on.
func TestKeptFilesAreShown(t *testing.T) {
	everyVersion(t, func(t *testing.T, dir string) {
		h := open(t, unpack(t, filepath.Join(dir, "data.db.gz")), recordedLast)
		var ids map[string]string
		readJSON(t, filepath.Join(dir, "ids.json"), &ids)
		for _, on := range []day.Day{recordedLast, recordedLast + 365} {
			h.on(on)
			if _, err := h.svc.Refresh(context.Background()); err != nil {
				t.Fatal(err)
			}
			for _, yard := range []string{"yard", "south"} {
				for _, p := range []string{"", "/calendar", "/round", "/sheet", "/keyed", "/tags", "/round/summary"} {
					h.get("/yards/" + ids[yard] + p)
				}
			}
			for _, c := range []string{"A", "B", "C", "D"} {
				for _, p := range []string{"", "/look", "/weight", "/combs"} {
					h.get("/colonies/" + ids[c] + p)
				}
			}
			for _, p := range []string{"/", "/formats", "/settings", "/culls"} {
				h.get(p)
			}
		}
	})
}

// TestKeptQueueIsTaken: what waited on a phone is stored as it is, once; what had
// been sent before is known again.
func TestKeptQueueIsTaken(t *testing.T) {
	everyVersion(t, func(t *testing.T, dir string) {
		h := open(t, unpack(t, filepath.Join(dir, "data.db.gz")), recordedLast)
		var items []item
		readJSON(t, filepath.Join(dir, "queue.json"), &items)
		before := h.folds(recordedLast)
		for range 2 { // sent again it is not done again
			for _, x := range items {
				if status, answer := h.send(x); status != http.StatusOK || !strings.Contains(answer, `"stored":true`) ||
					strings.Contains(answer, `"beside"`) {
					t.Errorf("%s: %d %s", x.Name, status, text(answer))
				}
			}
		}
		after := h.folds(recordedLast)
		var ids map[string]string
		readJSON(t, filepath.Join(dir, "ids.json"), &ids)
		for colony, want := range map[string]string{"A": "look", "B": "look", "C": "look box_on", "D": "feed"} {
			var got []string
			for _, e := range after[ids[colony]].Entries {
				if !stood(before[ids[colony]], e.ID) {
					got = append(got, e.Kind)
				}
			}
			if strings.Join(got, " ") != want {
				t.Errorf("what waited for colony %s became %v, want %s", colony, got, want)
			}
		}
		photos := 0
		for _, x := range items {
			all, err := h.store.Photos(context.Background(), x.Colony)
			if err != nil {
				t.Fatal(err)
			}
			for _, p := range all {
				if p.ID == x.ID {
					photos++
				}
			}
		}
		if photos != 1 {
			t.Errorf("the photo is kept %d times", photos)
		}
	})
}

func stood(f fold, id string) bool {
	for _, e := range f.Entries {
		if e.ID == id {
			return true
		}
	}
	return false
}

// TestKeptFormsAreTaken: a form that a phone has kept, filled in and sent now, is
// stored.
func TestKeptFormsAreTaken(t *testing.T) {
	everyVersion(t, func(t *testing.T, dir string) {
		h := open(t, unpack(t, filepath.Join(dir, "data.db.gz")), recordedLast)
		for name, fill := range map[string][]string{
			"look.html": {"box.0.depth", "seams", "box.0.seams", "6", "note", "kept"},
			"stop.html": {
				"box.0.depth", "boxes", "box.0.brood", "6", "box.0.honey", "3", "box.0.pollen", "1", "box.0.empty",
				"1",
			},
			"south.html": {"box.0.depth", "seams", "box.0.seams", "4", "act.feed", "3", "act.feed_as", "2:1"},
		} {
			page := packed(t, filepath.Join(dir, name+".gz"))
			f := formOf(t, string(page), "/look")
			for i := 0; i < len(fill); i += 2 {
				f.Set(fill[i], fill[i+1])
			}
			to := actionOf(t, string(page), "/look")
			status, answer := h.send(item{URL: to, Body: f.Encode()})
			if status != http.StatusOK || !strings.Contains(answer, `"stored":true`) {
				t.Errorf("%s: %d %s", name, status, text(answer))
			}
		}
	})
}

// TestKeptAnswersOnlyGain: an answer of assess --json has every key it had, of the
// same type; it may have more.
func TestKeptAnswersOnlyGain(t *testing.T) {
	bin := filepath.Join(t.TempDir(), "kembo")
	if out, err := exec.Command("go", "build", "-o", bin, "kembo/cmd/kembo").CombinedOutput(); err != nil {
		t.Fatalf("%v: %s", err, out)
	}
	everyVersion(t, func(t *testing.T, dir string) {
		all, err := filepath.Glob(filepath.Join(dir, "answers", "*.json"))
		if err != nil || len(all) == 0 {
			t.Fatal("no answers are recorded", err)
		}
		for _, path := range all {
			out, err := exec.Command(bin, "assess", "--json", strings.TrimSuffix(path, ".json")+".record").Output()
			if err != nil {
				t.Errorf("%s: %v", path, err)
				continue
			}
			var now, was any
			readJSON(t, path, &was)
			if err := json.Unmarshal(out, &now); err != nil {
				t.Fatal(err)
			}
			for _, lost := range missing("", was, now) {
				t.Errorf("%s: %s", filepath.Base(path), lost)
			}
		}
	})
}

// missing lists the keys of was that now does not have, or has as another type. Of
// lists the first elements are compared: how many there are is the model's. A key
// of a map by name, as what can be tried, may go where the model says so; those
// of the answer's own may not.
func missing(at string, was, now any) []string {
	if was == nil || now == nil { // null is a value of every type here
		return nil
	}
	if reflect.TypeOf(was) != reflect.TypeOf(now) {
		return []string{fmt.Sprintf("%s is %T, it was %T", at, now, was)}
	}
	var out []string
	switch w := was.(type) {
	case map[string]any:
		n := now.(map[string]any)
		for k, v := range w {
			if _, ok := n[k]; !ok {
				if at != ".can_be_tried" {
					out = append(out, at+"."+k+" is gone")
				}
				continue
			}
			out = append(out, missing(at+"."+k, v, n[k])...)
		}
	case []any:
		if n := now.([]any); len(w) > 0 && len(n) > 0 {
			out = append(out, missing(at+"[]", w[0], n[0])...)
		}
	}
	return out
}

// TestMissingFinds: the comparison above sees what it is for.
func TestMissingFinds(t *testing.T) {
	var was, now any
	for text, into := range map[string]*any{
		`{"a":1,"b":{"c":[{"d":"x"}]},"e":null}`: &was, `{"a":"1","b":{"c":[{}]},"e":2,"f":3}`: &now,
	} {
		if err := json.Unmarshal([]byte(text), into); err != nil {
			t.Fatal(err)
		}
	}
	if got := missing("", was, now); len(got) != 2 {
		t.Errorf("found %q, want a's type and d", got)
	}
}
