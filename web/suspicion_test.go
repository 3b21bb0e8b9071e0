package web_test

import (
	"net/url"
	"strings"
	"testing"
)

// TestASuspectHiveTellsWhatItTouched: its page lists the combs that went over and to
// which hive, and that hive's page says from where they came; both say nothing before.
func TestASuspectHiveTellsWhatItTouched(t *testing.T) {
	w := server(t)
	_, page := ask(t, w, get(ql04+"/split"))
	split := url.Values{
		"entry": {uid("split")}, "combs": namedIn(page, "combs")[3:5], "queen": {"stays"}, "part": {"raise"},
		"code": {"QL-41"}, "on": {"2026-06-03"}, "yard": {strings.TrimPrefix(quarry, "/yards/")}, "slots": {"5"},
		"health": {"healthy"},
	}
	res, body := ask(t, w, post(ql04+"/split", split))
	child := res.Header.Get("Location")
	if res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	for _, p := range []string{ql04, child} {
		if _, page := ask(t, w, get(p)); strings.Contains(page, "Suspect brood") {
			t.Errorf("%s is suspect before anything was found", p)
		}
	}
	inspect := url.Values{
		"entry": {uid("found")}, "on": {"2026-06-03"}, "full": {"1"}, "found": {"foulbrood"}, "health": {"suspect"},
	}
	_, form := ask(t, w, get(ql04+"/inspect"))
	if kinds := namedIn(form, "found"); len(kinds) > 0 {
		inspect["found"] = kinds[:1] // the gravest stands first
	}
	if res, body := ask(t, w, post(ql04+"/inspect", inspect)); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	_, page = ask(t, w, get(ql04))
	for _, want := range []string{"what was ever on this hive", "2 combs of", "QL-41", child} {
		if !strings.Contains(page, want) {
			t.Errorf("the suspect hive’s page lacks %q", want)
		}
	}
	_, page = ask(t, w, get(child))
	if !strings.Contains(page, "From suspect hives") || !strings.Contains(page, "QL-04") {
		t.Error("the hive that got its combs is not warned")
	}
}
