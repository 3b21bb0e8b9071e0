package web_test

import (
	"html"
	"net/url"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"kembo/core/day"
)

// tickedIn returns the values of ticks of a name that are set.
func tickedIn(page, name string) []string {
	var out []string
	for _, m := range regexp.MustCompile(`name="`+name+`"\s+value="([^"]+)"\s+checked`).FindAllStringSubmatch(page, -1) {
		out = append(out, m[1])
	}
	return out
}

// TestFromTheHiveToTheJar: what is ready and can be spared is ticked; it comes off, is extracted, filled, sold and blended; and the
// jar leads to its hives.
func TestFromTheHiveToTheJar(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.July, 22))
	_, page := ask(t, w, get("/harvest"))
	boxes := tickedIn(page, "boxes")
	if len(boxes) == 0 || !strings.Contains(page, "Not to be sold") || !strings.Contains(page, "What it was fed and treated with is not on record") {
		t.Fatalf("%d boxes are ticked", len(boxes))
	}
	entry := regexp.MustCompile(`name="entry" value="([^"]+)"|name="entry"\s+value="([^"]+)"`)
	id := func(page string) []string {
		m := entry.FindStringSubmatch(page)
		if m == nil {
			t.Fatalf("no form in %.300s", page)
		}
		return []string{m[1] + m[2]}
	}
	// What is ticked adds up while it is chosen, and nothing is written by that.
	res, sum := ask(t, w, post("/harvest/sum", url.Values{"boxes": boxes[:1]}))
	if res.StatusCode != 200 || !strings.Contains(sum, "1 box<") {
		t.Errorf("one box adds up to %d %.200s", res.StatusCode, sum)
	}
	form := url.Values{"entry": id(page), "batch": {""}, "on": {"2026-07-22"}, "boxes": boxes}
	if res, body := ask(t, w, post("/harvest", form)); res.StatusCode != 422 || len(tickedIn(body, "boxes")) != len(boxes) {
		t.Errorf("without a batch: %d, and %d of %d are ticked still", res.StatusCode, len(tickedIn(body, "boxes")), len(boxes))
	}
	form.Set("batch", "July, first")
	for range 2 { // sent twice it is one
		if res, body := ask(t, w, post("/harvest", form)); res.StatusCode != 303 || !strings.HasPrefix(res.Header.Get("Location"), "/lots/new?off=") {
			t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
		}
	}
	_, page = ask(t, w, get("/lots/new?off=2&day=2026-07-22"))
	crops := tickedIn(page, "crops")
	if len(crops) == 0 {
		t.Fatal("what came off today is not ticked")
	}
	lot := url.Values{
		"entry": id(page), "crops": crops, "name": {"2026-1"}, "kg": {"30"}, "water": {"17.4"}, "wax": {"0.5"}, "note": {""}, "on": {"2026-07-22"},
	}
	lot.Set("kg", "")
	if res, body := ask(t, w, post("/lots/new", lot)); res.StatusCode != 422 || !slices.Equal(tickedIn(body, "crops"), crops) {
		t.Errorf("without its mass: %d", res.StatusCode)
	}
	lot.Set("kg", "30")
	res, body := ask(t, w, post("/lots/new", lot))
	at := res.Header.Get("Location")
	if res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	lot["entry"], lot["name"] = []string{uid("again")}, []string{"2026-9"}
	if res, body := ask(t, w, post("/lots/new", lot)); res.StatusCode != 422 || !strings.Contains(body, "in lot 2026-1 already") {
		t.Errorf("extracted twice: %d", res.StatusCode)
	}
	do := func(path, name string, form url.Values, want int) string {
		t.Helper()
		form.Set("entry", uid(name))
		form.Set("on", "2026-07-22")
		res, body := ask(t, w, post(path, form))
		if res.StatusCode != want {
			t.Errorf("%s: %d %q", name, res.StatusCode, errorsIn(body))
		}
		return body + res.Header.Get("Location")
	}
	do(at+"/fill", "jars", url.Values{"what": {"jar"}, "count": {"40"}, "each": {"0.45"}}, 303)
	do(at+"/out", "sold", url.Values{"kg": {"9"}, "how": {"sold"}, "to": {"farm shop"}}, 303)
	if body := do(at+"/out", "too much", url.Values{"kg": {"90"}, "how": {"sold"}}, 422); !strings.Contains(body, "21.0 kg left") {
		t.Errorf("more than there is: %.100s", body)
	}
	blend := do("/lots/blend", "blend", url.Values{"name": {"2026-2"}, "from:" + strings.TrimPrefix(at, "/lots/"): {"10"}}, 303)
	do(at+"/water", "water", url.Values{"water": {"17.8"}}, 303)
	_, page = ask(t, w, get(at))
	for _, want := range []string{
		"<b>11 kg</b>", "17.8 %", "farm shop", "Blended into lot 2026-2", "40 × jar of 0.45 kg", "July", "Take back", "bramble",
	} {
		if !strings.Contains(page, want) {
			t.Errorf("the lot’s page has no %q", want)
		}
	}
	_, page = ask(t, w, get(blend[strings.LastIndex(blend, "/lots/"):]))
	if !strings.Contains(page, "SA-01") || !strings.Contains(page, "Saltings") || !strings.Contains(page, "17.4 %") {
		t.Error("the blend does not lead to its hives")
	}
	// What a blend was made of cannot be taken back under it; a sale can.
	_, page = ask(t, w, get(at))
	takes := regexp.MustCompile(`(?s)name="of" value="([^"]+)"><input[^>]*name="entry"\s+value="([^"]+)"`).FindAllStringSubmatch(page, -1)
	if len(takes) != 5 {
		t.Fatalf("%d entries can be taken back, not 5", len(takes))
	}
	first := takes[len(takes)-1]
	back := func(of, entry string) (int, string) {
		res, body := ask(t, w, post("/lots/undo", url.Values{"lot": {strings.TrimPrefix(at, "/lots/")}, "of": {of}, "entry": {entry}}))
		return res.StatusCode, body
	}
	if code, body := back(first[1], first[2]); code != 422 || !strings.Contains(body, "does not fit then") {
		t.Errorf("the extraction was taken back under a blend: %d", code)
	}
	if code, _ := back(uid("sold"), uid("back")); code != 303 {
		t.Errorf("a sale is taken back with %d", code)
	}
	if _, page = ask(t, w, get(at)); !strings.Contains(page, "<b>20 kg</b>") {
		t.Error("what was sold is not back")
	}
	_, page = ask(t, w, get("/lots"))
	if !strings.Contains(page, "2026-2") || !strings.Contains(page, "is in no lot yet") {
		t.Error("the list of lots is not whole")
	}
}

// TestAReadingDecides: what was read as wet is ready no more, with its figure and what the law says; what was read as dry is ready
// though it is open; what cannot be is refused and stays in the form.
func TestAReadingDecides(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.July, 22))
	_, page := ask(t, w, get("/harvest"))
	tick := tickedIn(page, "boxes")[0]
	id, box, _ := strings.Cut(tick, "/")
	colony := "/colonies/" + id
	form := url.Values{
		"entry": {uid("s1")}, "box": {box}, "read": {"30"}, "scale": {"water"}, "temp": {""}, "combs": {"3"}, "open": {"1"}, "shake": {""},
		"on": {"2026-07-22"},
	}
	if res, body := ask(t, w, post(colony+"/honey", form)); res.StatusCode != 422 || !strings.Contains(body, `value="30"`) {
		t.Errorf("30 %% of water: %d", res.StatusCode)
	}
	form.Set("read", "19.4")
	if res, body := ask(t, w, post(colony+"/honey", form)); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	for range 20 { // it is worked out beside what is answered
		if _, page = ask(t, w, get("/harvest")); !slices.Contains(tickedIn(page, "boxes"), tick) {
			break
		}
	}
	if slices.Contains(tickedIn(page, "boxes"), tick) {
		t.Error("a wet box is ticked")
	}
	_, log := ask(t, w, get(colony))
	if !strings.Contains(log, "19.4 % water in a sample of 3 combs, cells not capped") {
		t.Error("the log has not what was read")
	}
	if !strings.Contains(page, "19.4 % water") {
		t.Error("the page does not say what was read")
	}
	form["entry"], form["read"] = []string{uid("s2")}, []string{"17.1"}
	form.Set("on", "2026-07-21")
	if res, _ := ask(t, w, post(colony+"/honey", form)); res.StatusCode != 303 {
		t.Fatal(res.StatusCode)
	}
	if _, page = ask(t, w, get("/harvest")); slices.Contains(tickedIn(page, "boxes"), tick) {
		t.Error("an earlier reading outweighs a later one")
	}
}

// TestThePullListNamesWhatIsLifted: the hives of a yard of which something comes off, what has to be lifted for it, and a form in which
// those boxes are ticked; a yard with nothing to pull says so.
func TestThePullListNamesWhatIsLifted(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.July, 22))
	_, page := ask(t, w, get("/harvest"))
	yards := regexp.MustCompile(`href="(/yards/[^"]+)/harvest">([^<]+)<`).FindAllStringSubmatch(page, -1)
	if len(yards) != 4 {
		t.Fatalf("%d yards", len(yards))
	}
	pulls := 0
	for _, y := range yards {
		_, list := ask(t, w, get(y[1]+"/pull"))
		if !strings.Contains(list, "Pull list, "+y[2]) {
			t.Errorf("%s has no pull list", y[2])
		}
		form := regexp.MustCompile(`href="(/colonies/[^"]+/harvest\?[^"]+)"`).FindStringSubmatch(list)
		if form == nil {
			if !strings.Contains(list, "Nothing here is ready") {
				t.Errorf("%s: nothing comes off, and it is not said", y[2])
			}
			continue
		}
		pulls++
		if !strings.Contains(list, "aside, and back on") || !strings.Contains(list, "clearer board") {
			t.Errorf("%s: it is not said what is lifted and brought", y[2])
		}
		_, page := ask(t, w, get(html.UnescapeString(form[1])))
		if len(tickedIn(page, "boxes")) == 0 || !strings.Contains(page, `value="Harvest of 22 Jul"`) {
			t.Error("the form has not what comes off")
		}
	}
	if pulls == 0 {
		t.Error("nothing comes off anywhere")
	}
}

// TestASeasonIsInOnePicture: what flows now, what comes next, and under the bloom the flow, pollen, the hive on a scale and the weather.
func TestASeasonIsInOnePicture(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.July, 22))
	_, page := ask(t, w, get("/harvest"))
	for _, y := range regexp.MustCompile(`href="(/yards/[^"]+)/harvest">([^<]+)<`).FindAllStringSubmatch(page, -1) {
		_, cal := ask(t, w, get(y[1]+"/calendar"))
		want := []string{">Flow<", ">Pollen<", ">Weather<"}
		switch y[2] {
		case "Quarry Lane":
			want = append(want, "A flow is on by the calendar, now of bramble", "No other flow is to come", "Scale, QL-04")
		case "Heath Edge": // ling is to come
			want = append(want, "The next is of ling heather", "What it is to fill goes on now", "gaphatch")
		}
		for _, s := range want {
			if !strings.Contains(cal, s) {
				t.Errorf("%s has no %q", y[2], s)
			}
		}
	}
}

// TestTheDaysOfAPullAreLaid: boards the day before, none where bees are brushed; what is more than the extractor does is said; a number
// that cannot be is answered with a sentence and what was typed stays.
func TestTheDaysOfAPullAreLaid(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.July, 18))
	_, page := ask(t, w, get("/harvest/days"))
	boards, pulls := strings.Count(page, ">Boards on<"), strings.Count(page, ">Pull<")
	if pulls == 0 || boards != pulls || !strings.Contains(page, "over what it") {
		t.Errorf("%d pulls with %d boards", pulls, boards)
	}
	_, page = ask(t, w, get("/harvest/days?how=brushed&extract=2000"))
	if n := strings.Count(page, ">Boards on<"); n != 0 || strings.Count(page, ">Pull<") != pulls ||
		strings.Contains(page, "over what it") {
		t.Errorf("brushed, %d boards", n)
	}
	if _, page = ask(t, w, get("/harvest/days?hours=many")); !strings.Contains(page, "not a number that can be") ||
		!strings.Contains(page, `value="many"`) {
		t.Error("a wrong number is not told")
	}
	w = serverOn(t, day.Of(2026, time.February, 3))
	if _, page = ask(t, w, get("/harvest/days")); !strings.Contains(page, "Nothing is ready") {
		t.Error("in winter there is something to pull")
	}
}
