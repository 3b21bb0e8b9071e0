package web_test

import (
	"io"
	"log/slog"
	"net/url"
	"regexp"
	"strings"
	"testing"
	"time"

	"kembo/app"
	"kembo/demo"
	"kembo/store"
	"kembo/web"
)

// TestSetUpRefusalsKeepTheForm: a wrong yard or colony comes back as typed.
func TestSetUpRefusalsKeepTheForm(t *testing.T) {
	w := server(t)
	yard := url.Values{
		"entry": {uid("y-1")}, "name": {"Far Side"}, "climate": {"uk"}, "hemisphere": {"north"},
		"zone": {"Europe/London"}, "rhythm": {"12"},
	}
	for _, tt := range []struct{ key, value, says string }{
		{"name", "", "give the yard a name"}, {"name", "Quarry Lane", "already"},
		{"zone", "Moon/Base", "not a time zone"}, {"rhythm", "often", "usual days"},
		{"climate", "moon", "not a climate"},
	} {
		form := with(yard, tt.key, tt.value)
		res, body := ask(t, w, post("/yards", form))
		if res.StatusCode != 422 || !strings.Contains(strings.ToLower(body), tt.says) || tt.key != "name" &&
			!strings.Contains(body, "Far Side") {
			t.Errorf(
				"yard with %s %q: %d, want a sentence with %q and the name kept", tt.key, tt.value, res.StatusCode,
				tt.says,
			)
		}
	}
	res, _ := ask(t, w, post("/yards", yard))
	to := res.Header.Get("Location")
	if res.StatusCode != 303 || to != "/yards/"+uid("y-1")+"/colonies/new" {
		t.Fatalf("a good yard: %d to %q", res.StatusCode, to)
	}
	colony := url.Values{
		"entry": {uid("c-1")}, "code": {"FS-01"}, "format": {"national-brood-11"}, "nest": {"1"}, "supers": {"2"},
		"comb": {"foundation"}, "excluder": {"1"},
	}
	for _, tt := range []struct{ key, value, says string }{
		{"code", "", "give the colony a code"}, {"code", "QL-04", "already"},
		{"format", "barrel", "not a box format"}, {"nest", "none", "1 to 4"}, {"supers", "30", "0 to 8"},
		{"queen", "last", "not a year"}, {"queen", "2044", "not a year"},
	} {
		res, body := ask(t, w, post("/yards/"+uid("y-1")+"/colonies", with(colony, tt.key, tt.value)))
		if res.StatusCode != 422 || !strings.Contains(strings.ToLower(body), tt.says) || strings.Contains(body, "<no value>") {
			t.Errorf("colony with %s %q: %d, want a sentence with %q", tt.key, tt.value, res.StatusCode, tt.says)
		}
	}
	if res, _ := ask(t, w, post("/yards/"+uid("y-1")+"/colonies", colony)); res.StatusCode != 303 ||
		res.Header.Get("Location") != "/colonies/"+uid("c-1")+"/look" {
		t.Fatalf("a good colony: %d to %q", res.StatusCode, res.Header.Get("Location"))
	}
	_, page := ask(t, w, get("/colonies/"+uid("c-1")+""))
	for _, want := range []string{"FS-01", "Super 2", "excluder", "never looked at", "first time"} {
		if !strings.Contains(page, want) {
			t.Errorf("the new colony's page lacks %q", want)
		}
	}
	res, _ = ask(t, w, get("/find?q=fs-01"))
	if res.StatusCode != 303 || res.Header.Get("Location") != "/colonies/"+uid("c-1")+"" {
		t.Errorf("finding it by its code: %d to %q", res.StatusCode, res.Header.Get("Location"))
	}
}

func with(v url.Values, key, value string) url.Values {
	out := url.Values{}
	for k, x := range v {
		out[k] = x
	}
	out.Set(key, value)
	return out
}

// TestMovingTheVisitMovesTheBoard: nothing can't wait if you come tomorrow.
func TestMovingTheVisitMovesTheBoard(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	yard := regexp.MustCompile(`/yards/[0-9a-f-]{36}`).FindString(board)
	before := strings.Count(board, "joint\" data-code")
	if res, _ := ask(t, w, post(yard+"/visit", url.Values{"on": {"2026-06-04"}})); res.StatusCode != 303 {
		t.Fatalf("moving the visit: %d", res.StatusCode)
	}
	_, moved := ask(t, w, get(yard))
	if !strings.Contains(moved, "Next visit Thu 4 Jun") {
		t.Error("the board does not show the moved visit")
	}
	if after := strings.Count(moved, "joint\" data-code"); after >= before {
		t.Errorf("%d cannot wait until tomorrow, %d could not wait until the old visit", after, before)
	}
	for _, bad := range []string{"2026-06-03", "soon", "2031-01-01"} {
		if res, _ := ask(t, w, post(yard+"/visit", url.Values{"on": {bad}})); res.StatusCode != 422 {
			t.Errorf("a visit on %q: %d", bad, res.StatusCode)
		}
	}
}

// TestDoneIsNotedAndCanBeUndone goes through the colony page's own forms.
func TestDoneIsNotedAndCanBeUndone(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	m := regexp.MustCompile(
		`data-code="QL-04".*?(/colonies/[0-9a-f-]+)`,
	).FindStringSubmatch(strings.ReplaceAll(board, "\n", " "))
	if m == nil {
		t.Fatal("QL-04 is not on the board")
	}
	entries := regexp.MustCompile(`\d+ entries`)
	_, before := ask(t, w, get(m[1]))
	if res, body := ask(
		t, w, post(m[1]+"/done", url.Values{"entry": {uid("d-1")}, "action": {"add_super"}}),
	); res.StatusCode != 303 {
		t.Fatalf("done: %d %.200s", res.StatusCode, body)
	}
	_, after := ask(t, w, get(m[1]))
	if entries.FindString(before) == entries.FindString(after) || !strings.Contains(after, "Super put on") {
		t.Errorf("log %s, then %s", entries.FindString(before), entries.FindString(after))
	}
	of := regexp.MustCompile(`name="of" value="([^"]+)"`).FindStringSubmatch(after)
	if res, _ := ask(
		t, w, post(m[1]+"/undo", url.Values{"entry": {uid("u-1")}, "of": {of[1]}}),
	); res.StatusCode != 303 {
		t.Fatalf("undo: %d", res.StatusCode)
	}
	for name, form := range map[string]url.Values{
		"no such action": {"entry": {uid("d-2")}, "action": {"fly"}},
		"not advised":    {"entry": {uid("d-3")}, "action": {"feed_winter"}},
	} {
		if res, body := ask(t, w, post(m[1]+"/done", form)); res.StatusCode != 422 ||
			!strings.Contains(body, "Action") {
			t.Errorf("%s: %d", name, res.StatusCode)
		}
	}
	for name, form := range map[string]url.Values{
		"a feed of nothing": {"entry": {uid("n-1")}, "kind": {"feed"}, "on": {"2026-06-03"}, "kg": {"0"}},
		"a date to come":    {"entry": {uid("n-2")}, "kind": {"weighing"}, "on": {"2026-07-03"}, "kg": {"40"}},
		"no kind":           {"entry": {uid("n-3")}, "on": {"2026-06-03"}},
		"a weight in words": {"entry": {uid("n-4")}, "kind": {"weighing"}, "on": {"2026-06-03"}, "kg": {"heavy"}},
	} {
		if res, _ := ask(t, w, post(m[1]+"/notes", form)); res.StatusCode != 422 {
			t.Errorf("%s: %d", name, res.StatusCode)
		}
	}
	if res, _ := ask(
		t, w,
		post(
			m[1]+"/notes",
			url.Values{"entry": {uid("n-5")}, "kind": {"weighing"}, "on": {"2026-06-03"}, "kg": {"61,5"}},
		),
	); res.StatusCode != 303 {
		t.Errorf("a weighing: %d", res.StatusCode)
	}
	if _, page := ask(t, w, get(m[1])); !strings.Contains(page, "61.5 kg gross") {
		t.Error("the weighing is not in the log")
	}
}

// TestAnotherUnitIsNotAnotherLimit: pounds chosen, the limit of 25 kg stays what it
// is and is told as 55.12 lb.
func TestAnotherUnitIsNotAnotherLimit(t *testing.T) {
	w := server(t)
	form := url.Values{"units": {"us"}, "lift": {"25"}, "lift_unit": {"kg"}, "mites_spring": {"2"}, "mites_late": {"3"}}
	if res, body := ask(t, w, post("/settings", form)); res.StatusCode != 303 {
		t.Fatalf("%d %.300s", res.StatusCode, body)
	}
	if _, page := ask(t, w, get("/settings")); !strings.Contains(page, `name="lift" value="55.12"`) {
		i := strings.Index(page, `name="lift"`)
		t.Errorf("the limit is told as %.60s", page[max(i, 0):])
	}
}

// TestTheFirstPageOffersTheSample: an empty operation leads to its first yard or to the
// sample, which says what it is and leads out again.
func TestTheFirstPageOffersTheSample(t *testing.T) {
	s, err := store.Open(t.Context(), t.TempDir()+"/own.db")
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	on := demo.Default
	svc := app.New(s, time.Now, &on)
	if err := svc.Start(t.Context(), "Alder Honey"); err != nil {
		t.Fatal(err)
	}
	w, err := web.New(svc, slog.New(slog.NewTextHandler(io.Discard, nil)), false)
	if err != nil {
		t.Fatal(err)
	}
	_, page := ask(t, w, get("/"))
	if !strings.Contains(page, "/yards/new") || strings.Contains(page, "/sample") {
		t.Error("no way to a yard, or to a sample that there is none of")
	}
	svc.SampleFrom(demo.Document)
	if _, page = ask(t, w, get("/")); !strings.Contains(page, `action="/sample"`) {
		t.Error("no way to the sample")
	}
	if res, _ := ask(t, w, post("/sample", url.Values{})); res.StatusCode != 303 {
		t.Fatalf("filling: %d", res.StatusCode)
	}
	if _, page = ask(t, w, get("/")); !strings.Contains(page, "This is the sample") || !strings.Contains(page, "/sample/empty") {
		t.Error("the board does not say that it is the sample")
	}
	res, body := ask(t, w, post("/sample/empty", url.Values{"entry": {uid("e")}, "name": {"Harrow"}}))
	if res.StatusCode != 422 || !strings.Contains(body, "type Harrowmere Honey") && !strings.Contains(body, "Type Harrowmere Honey") {
		t.Errorf("half its name: %d", res.StatusCode)
	}
}

// TestWhatAKeeperIsStays: who keeps a few hives says so once, and is shown what that makes things worth.
func TestWhatAKeeperIsStays(t *testing.T) {
	w := server(t)
	set := url.Values{
		"units": {"metric"}, "lift": {"25"}, "lift_unit": {"kg"}, "mites_spring": {"2"}, "mites_late": {"3"},
		"keeping": {"hobby"},
	}
	if res, body := ask(t, w, post("/settings", set)); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	_, page := ask(t, w, get("/settings"))
	for _, want := range []string{"value=\"hobby\" checked", "a mated queen", "<td>40</td>"} {
		if !strings.Contains(page, want) {
			t.Errorf("the page does not have %q", want)
		}
	}
}

// TestUnitsAreTheUsersEverywhere: with pounds and gallons chosen, no page of the yard,
// on screen or on paper, tells a mass in kilograms.
func TestUnitsAreTheUsersEverywhere(t *testing.T) {
	w := server(t)
	set := url.Values{"units": {"us"}, "lift": {"25"}, "lift_unit": {"kg"}, "mites_spring": {"2"}, "mites_late": {"3"}}
	if res, body := ask(t, w, post("/settings", set)); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	if _, page := ask(t, w, get("/settings")); !strings.Contains(page, `value="55.12"`) {
		t.Error("a lift limit of 25 kg is not 55.12 lb")
	}
	metric := regexp.MustCompile(`\d ?(kg|°C|L)\b`)
	tag := regexp.MustCompile(`(?s)<svg class="k-defs".*?</svg>|<script.*?</script>|<[^>]+>`)
	for _, path := range []string{
		"/", quarry, quarry + "/round", quarry + "/round/summary", quarry + "/sheet", quarry + "/keyed", quarry + "/tags",
		quarry + "/calendar", quarry + "/edit", "/yards/new", ql04, ql04 + "/look", ql04 + "/book", ql04 + "/weight",
		ql04 + "/harvest", ql04 + "/feed", ql04 + "/equipment", ql04 + "/split", "/pocket", "/stock", "/crop", "/medicines",
		"/formats", "/settings",
	} {
		_, page := ask(t, w, get(path))
		if found := metric.FindAllString(tag.ReplaceAllString(page, " "), 3); len(found) > 0 {
			t.Errorf("%s tells %q", path, found)
		}
	}
}
