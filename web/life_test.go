package web_test

import (
	"net/url"
	"regexp"
	"strings"
	"testing"
)

// quarry is the sample's yard and two of its colonies.
const (
	quarry = "/yards/0415bebf-81d5-58b5-ae3d-a76ff8d3e4e7"
	ql04   = "/colonies/f3e10974-f576-55e7-b85a-7e4e89dcd093"
)

// named returns the values of a form's fields of a name, in order.
func namedIn(page, name string) []string {
	var out []string
	for _, m := range regexp.MustCompile(`name="`+name+`"\s+value="([^"]+)"`).FindAllStringSubmatch(page, -1) {
		out = append(out, m[1])
	}
	return out
}

// TestALifeThroughItsPages: a colony is split, its queens noted, moved, renamed, united
// and ended, each from a page that leads there, and each is taken back from the book.
func TestALifeThroughItsPages(t *testing.T) {
	w := server(t)
	_, page := ask(t, w, get(ql04))
	for _, to := range []string{"/book", "/queens", "/life"} {
		if !strings.Contains(page, ql04+to) {
			t.Errorf("the colony's page does not lead to %s", to)
		}
	}
	_, page = ask(t, w, get(ql04+"/life"))
	for _, to := range []string{"move", "split", "unite", "swarm", "queens", "end", "discard"} {
		res, body := ask(t, w, get(ql04+"/"+to))
		if res.StatusCode != 200 || !strings.Contains(page, ql04+"/"+to) || !strings.Contains(body, "<h1") {
			t.Errorf("%s: %d", to, res.StatusCode)
		}
	}
	_, page = ask(t, w, get(ql04+"/split"))
	combs := namedIn(page, "combs")
	if len(combs) != 10 {
		t.Fatalf("%d combs can go over", len(combs))
	}
	split := url.Values{
		"entry": {uid("split")}, "combs": combs[3:6], "bees": {"0.1"}, "queen": {"stays"}, "part": {"raise"},
		"code": {"QL-40"}, "on": {"2026-06-03"}, "yard": {strings.TrimPrefix(quarry, "/yards/")}, "slots": {"5"},
	}
	for _, tt := range []struct{ key, value, says string }{
		{"code", "QL-05", "already"}, {"code", "", "give the colony a code"}, {"on", "2026-07-01", "in the future"},
		{"slots", "2", "do not fit"}, {"combs", "", "choose at least one comb"}, {"on", "soon", "soon"},
	} {
		f := with(split, tt.key, tt.value)
		if tt.key == "combs" {
			f.Del("combs")
		}
		res, body := ask(t, w, post(ql04+"/split", f))
		if res.StatusCode != 422 || !strings.Contains(strings.ToLower(body), tt.says) ||
			!strings.Contains(body, "Split QL-04") || !strings.Contains(body, "f-err") {
			t.Errorf("%s %q: %d, want a sentence with %q beside its field", tt.key, tt.value, res.StatusCode, tt.says)
		}
	}
	res, _ := ask(t, w, post(ql04+"/split", split))
	child := res.Header.Get("Location")
	if res.StatusCode != 303 || !strings.HasPrefix(child, "/colonies/") {
		t.Fatalf("a good split: %d to %q", res.StatusCode, child)
	}
	_, page = ask(t, w, get(child))
	for _, want := range []string{"QL-40", "Split from QL-04", "It waits for a queen that the bees raise", "Look for first eggs"} {
		if !strings.Contains(page, want) {
			t.Errorf("the split's page lacks %q", want)
		}
	}
	_, page = ask(t, w, get(ql04+"/book"))
	if !strings.Contains(page, "Also in the book of QL-40") {
		t.Error("the parent's book does not tell of the split")
	}
	do := func(path string, form url.Values) string {
		t.Helper()
		form.Set("entry", uid(path+form.Encode()))
		if form.Get("on") == "" {
			form.Set("on", "2026-06-03")
		}
		res, body := ask(t, w, post(path, form))
		if res.StatusCode != 303 {
			t.Fatalf("%s: %d %s", path, res.StatusCode, errorsIn(body))
		}
		return res.Header.Get("Location")
	}
	do(child+"/queens/found", url.Values{"state": {"laying"}, "before": {"lost"}, "year": {"2026"}, "mark": {"white"}})
	_, page = ask(t, w, get(child+"/queens"))
	if !strings.Contains(page, "Queen of 2026, marked white, raised here") || strings.Contains(page, "It waits") {
		t.Error("the queen who was found is not on her page")
	}
	line := regexp.MustCompile(`/queens/[0-9a-f-]{36}`).FindString(page)
	if res, body := ask(t, w, get(line)); res.StatusCode != 200 || !strings.Contains(body, "QL-40") {
		t.Errorf("her line: %d", res.StatusCode)
	}
	do(child+"/move", url.Values{
		"yard": {strings.TrimPrefix(quarry, "/yards/")}, "stand": {"9"}, "code": {"QL-41"},
	})
	if _, page = ask(t, w, get(child)); !strings.Contains(page, "QL-41") || !strings.Contains(page, "Stand 9") {
		t.Error("it is not renamed")
	}
	do(child+"/unite", url.Values{"with": {"ql-04"}, "where": {"nest"}, "queen": {"to"}})
	_, page = ask(t, w, get(child))
	if !strings.Contains(page, "United with another on 3 June 2026") || strings.Contains(page, "Record a") {
		t.Error("its page does not say that it was united")
	}
	_, page = ask(t, w, get("/gone"))
	if !strings.Contains(page, "QL-41") || !strings.Contains(page, "1 colony, of which 0 were lost") {
		t.Error("it is not among those that are no more")
	}
	_, page = ask(t, w, get(quarry))
	if strings.Contains(page, "QL-41") {
		t.Error("it is on the board")
	}
	// All of it is taken back, from the book, the last first.
	for range 4 {
		_, page = ask(t, w, get(child+"/book"))
		first := regexp.MustCompile(child + `/book/[0-9a-f-]{36}`).FindString(page)
		_, page = ask(t, w, get(first))
		of := namedIn(page, "of")
		if len(of) != 1 {
			t.Fatalf("%s offers %d to take back", first, len(of))
		}
		do(child+"/book/undo", url.Values{"of": of})
	}
	if _, page = ask(t, w, get(ql04+"/split")); len(namedIn(page, "combs")) != 10 {
		t.Error("the combs are not back")
	}
}

// errorsIn are what a page says is wrong.
func errorsIn(body string) []string {
	return regexp.MustCompile(`(?s)role="alert">[^<]*<`).FindAllString(body, -1)
}

// TestALookIsCorrectedInItsForm: the form has what was entered, on the hive as it was,
// and stores another version.
func TestALookIsCorrectedInItsForm(t *testing.T) {
	w := server(t)
	_, page := ask(t, w, get(ql04+"/book?kind=looks"))
	look := regexp.MustCompile(ql04+`/book/[0-9a-f-]{36}`).FindAllString(page, -1)[1]
	entry := look[strings.LastIndex(look, "/")+1:]
	_, page = ask(t, w, get(ql04+"/look?correct="+entry))
	form := url.Values{}
	for _, m := range regexp.MustCompile(`(?s)<input ([^>]*)>`).FindAllStringSubmatch(page, -1) {
		name := regexp.MustCompile(`name="([^"]+)"`).FindStringSubmatch(m[1])
		value := regexp.MustCompile(`value="([^"]*)"`).FindStringSubmatch(m[1])
		choice := strings.Contains(m[1], "radio") || strings.Contains(m[1], "checkbox")
		if name != nil && value != nil && (!choice || strings.Contains(m[1], "checked")) {
			form.Add(name[1], value[1])
		}
	}
	if form.Get("corrects") != entry || form.Get("date") == "2026-06-03" || form.Get("box.0.brood") == "" {
		t.Fatalf("the form has %q of %s, brood %q", form.Get("corrects"), form.Get("date"), form.Get("box.0.brood"))
	}
	form.Set("health", "suspect")
	res, body := ask(t, w, post(ql04+"/look", form))
	if res.StatusCode != 303 {
		t.Fatalf("the correction: %d %s", res.StatusCode, errorsIn(body))
	}
	_, page = ask(t, w, get(ql04+"/book?kind=looks"))
	if strings.Count(page, "brood suspect") != 1 || !strings.Contains(page, ">corrected<") {
		t.Error("the book does not have the new version")
	}
	_, page = ask(t, w, get(look))
	if !strings.Contains(page, "Other versions") || !strings.Contains(page, "brood suspect") {
		t.Error("the old version does not lead to the new")
	}
}
