package web_test

import (
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"net/url"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/google/uuid"
	"github.com/valyala/fasthttp"

	"kembo/core/day"
	"kembo/demo"
	"kembo/demo/sample"
	"kembo/web"
)

// uid is an id for a name, the same for the same.
func uid(name string) string { return uuid.NewSHA1(uuid.NameSpaceOID, []byte(name)).String() }

func server(t testing.TB) *web.Server { return serverOn(t, demo.Default) }

func serverOn(t testing.TB, on day.Day) *web.Server {
	t.Helper()
	svc, _ := sample.Worked(t, on)
	w, err := web.New(svc, slog.New(slog.NewTextHandler(io.Discard, nil)), true)
	if err != nil {
		t.Fatal(err)
	}
	return w
}

func ask(t testing.TB, w *web.Server, r *http.Request) (*http.Response, string) {
	t.Helper()
	// The handler's own limit of a second is for a machine with nothing else to do.
	res, err := w.Handler().Test(r, fiber.TestConfig{Timeout: 30 * time.Second})
	if err != nil {
		t.Fatal(err)
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	if err != nil {
		t.Fatal(err)
	}
	if strings.HasPrefix(res.Header.Get("Content-Type"), "text/html") {
		// Where a template's line ends is no part of a page.
		return res, strings.ReplaceAll(string(b), "\n", " ")
	}
	return res, string(b)
}

func get(path string) *http.Request {
	r := httptest.NewRequest(http.MethodGet, path, nil)
	r.Host = "127.0.0.1:8077"
	return r
}

func post(path string, form url.Values) *http.Request {
	r := httptest.NewRequest(http.MethodPost, path, strings.NewReader(form.Encode()))
	r.Host = "127.0.0.1:8077"
	r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
	r.Header.Set("Origin", "http://127.0.0.1:8077")
	return r
}

func TestOnlyThisMachinesOwnPagesAreAnswered(t *testing.T) {
	w := server(t)
	foreign := get("/")
	foreign.Host = "kembo.example"
	elsewhere := post("/yards", url.Values{})
	elsewhere.Header.Set("Origin", "http://127.0.0.1:9999")
	silent := post("/yards", url.Values{})
	silent.Header.Del("Origin")
	local := get("/")
	local.Host = "localhost:8077"
	for name, tt := range map[string]struct {
		r    *http.Request
		want int
	}{
		"a foreign host name": {foreign, 421}, "a write from another port": {elsewhere, 403},
		"a write from nowhere": {silent, 403}, "localhost": {local, 200}, "an unknown page": {get("/nowhere"), 404},
		"an unknown colony": {get("/colonies/x"), 404}, "an unknown yard": {get("/yards/x"), 404},
		"an unknown calculator": {get("/bench/abacus"), 404},
		"the weight of nobody":  {get("/colonies/x/weight"), 404},
	} {
		res, body := ask(t, w, tt.r)
		if res.StatusCode != tt.want {
			t.Errorf("%s: %d, want %d", name, res.StatusCode, tt.want)
		}
		if tt.want >= 400 && !strings.Contains(body, "That did not work") {
			t.Errorf("%s: the page has no sentence: %.200s", name, body)
		}
		if csp := res.Header.Get("Content-Security-Policy"); !strings.Contains(csp, "default-src 'none'") ||
			strings.Contains(csp, "unsafe") {
			t.Errorf("%s: policy %q", name, csp)
		}
	}
}

func TestPagesHaveNothingInlineOrFromElsewhere(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	colony := regexp.MustCompile(`/colonies/[0-9a-f-]+`).FindString(board)
	for _, path := range []string{
		"/", colony, colony + "/look", colony + "/weight", colony + "/combs", colony + "/moves", colony + "/own?do=1.2-1.5", "/yards/new", "/culls", "/formats",
		"/settings", "/bench", "/bench/mites?count=24&bees=300", "/bench/box",
		"/bench/ledger?before=60&after=40&out=medium-10",
	} {
		_, body := ask(t, w, get(path))
		for _, bad := range []string{" style=", "<style", "onclick", "javascript:", "https://", "NaN", "%!"} {
			if strings.Contains(body, bad) {
				t.Errorf("%s contains %q", path, bad)
			}
		}
		seen := map[string]bool{}
		for _, m := range regexp.MustCompile(` id="([^"]+)"`).FindAllStringSubmatch(body, -1) {
			if seen[m[1]] {
				t.Errorf("%s has the id %q twice", path, m[1])
			}
			seen[m[1]] = true
		}
		for _, m := range regexp.MustCompile(`(?:src|href)="(/a/[^"]+)"`).FindAllStringSubmatch(body, -1) {
			if res, _ := ask(t, w, get(m[1])); res.StatusCode != 200 ||
				!strings.Contains(res.Header.Get("Cache-Control"), "immutable") {
				t.Errorf("%s: asset %s answers %d", path, m[1], res.StatusCode)
			}
		}
	}
}

func TestWrongInputStoresNothingAndKeepsWhatWasTyped(t *testing.T) {
	w := server(t)
	colony := ql04
	_, before := ask(t, w, get(colony))
	good := url.Values{
		"entry": {uid("e1")}, "date": {"2026-06-03"}, "box.0.depth": {"boxes"}, "box.0.brood": {"3"},
		"note": {"kept words"},
	}
	for name, tt := range map[string]struct{ key, value, says string }{
		"more than the box holds": {"box.0.honey", "9", "add up"},
		"negative":                {"box.0.honey", "-2", "less than none"},
		"not a number":            {"box.0.honey", "many", "not a number"},
		"too many seams":          {"box.0.seams", "30", "seams"},
		"in the future":           {"date", "2026-06-04", "future"},
		"not a date":              {"date", "soon", "not a date"},
		"before the colony was":   {"date", "2020-06-04", "set up"},
		"cells below none":        {"cells.charged", "-1", "not a count"},
		"a face over eight":       {"box.0.f.1.a", "H9", "eight eighths"},
	} {
		form := url.Values{}
		for k, v := range good {
			form[k] = v
		}
		if strings.Contains(tt.key, ".f.") {
			form.Set("box.0.depth", "faces")
		}
		form.Set(tt.key, tt.value)
		res, body := ask(t, w, post(colony+"/look", form))
		if res.StatusCode != 422 || !strings.Contains(body, tt.says) || !strings.Contains(body, `role="alert"`) {
			t.Errorf("%s: %d, and no sentence with %q", name, res.StatusCode, tt.says)
		}
		if !strings.Contains(body, "kept words") || !strings.Contains(body, `value="`+tt.value+`"`) {
			t.Errorf("%s: what was typed is gone", name)
		}
	}
	_, after := ask(t, w, get(colony))
	count := regexp.MustCompile(`\d+ entries`)
	if a, b := count.FindString(before), count.FindString(after); a != b {
		t.Errorf("the log went from %s to %s", a, b)
	}
	// Ten kilograms gone in four days: it is asked about, and nothing is lost.
	res, body := ask(t, w, post(colony+"/look", good))
	if res.StatusCode != 422 || !strings.Contains(body, "Can this be?") ||
		!strings.Contains(body, "than was to be expected 4 days after") || !strings.Contains(body, "kept words") {
		t.Errorf("a look that hardly can be: %d", res.StatusCode)
	}
	for _, key := range regexp.MustCompile(`name="(insist\.[a-z-]+)"`).FindAllStringSubmatch(body, -1) {
		good.Set(key[1], "1") // it is so
	}
	// Sent twice it is stored once.
	for range 2 {
		if res, body := ask(t, w, post(colony+"/look", good)); res.StatusCode != 303 {
			t.Fatalf("a good look: %d %.300s", res.StatusCode, body)
		}
	}
	_, twice := ask(t, w, get(colony))
	if a, b := count.FindString(before), count.FindString(twice); a == b {
		t.Errorf("the look was not stored: %s", b)
	} else if _, again := ask(t, w, get(colony)); count.FindString(again) != b {
		t.Error("reading changed the log")
	}
}

func TestPreviewWritesNothing(t *testing.T) {
	w := server(t)
	colony := ql04
	_, before := ask(t, w, get(colony))
	r := post(
		colony+"/look/preview",
		url.Values{
			"entry": {uid("p1")}, "date": {"2026-06-03"}, "box.0.depth": {"boxes"}, "box.0.brood": {"5"},
			"box.0.empty": {"5"},
		},
	)
	r.Header.Set("HX-Request-Type", "partial")
	res, body := ask(t, w, r)
	if res.StatusCode != 200 || strings.Contains(body, "<html") || !strings.Contains(body, "Room to lay") {
		t.Errorf("preview: %d %.200s", res.StatusCode, body)
	}
	_, after := ask(t, w, get(colony))
	log := regexp.MustCompile(`\d+ entries`)
	if log.FindString(before) != log.FindString(after) {
		t.Error("a preview was stored")
	}
}

// BenchmarkBoard is a board with ten rows and 28 colonies' standings, read and
// rendered in the server.
func BenchmarkBoard(b *testing.B) {
	handle := server(b).Handler().Handler()
	for b.Loop() {
		var c fasthttp.RequestCtx
		c.Request.SetRequestURI("/")
		c.Request.Header.SetHost("127.0.0.1:8077")
		handle(&c)
		if c.Response.StatusCode() != 200 {
			b.Fatal(c.Response.StatusCode())
		}
	}
}

// TestASwarmInTheAirIsTold: in mid-May a colony whose cells were last checked two
// weeks ago has its chance of a swarm beside it on the board and at the head of
// its page; one whose every comb was checked last week is said to be safe until
// its day, and has none on the board.
func TestASwarmInTheAirIsTold(t *testing.T) {
	w := serverOn(t, day.Of(2026, time.May, 13))
	colony := func(code string) (row, page string) {
		found, _ := ask(t, w, get("/find?q="+code))
		_, page = ask(t, w, get(found.Header.Get("Location")))
		yard := regexp.MustCompile(`/yards/[0-9a-f-]{30,}`).FindString(page)
		_, board := ask(t, w, get(yard))
		i := strings.Index(board, `data-code="`+code+`"`)
		if i < 0 {
			t.Fatalf("%s is not on the board %s", code, yard)
		}
		return board[i : i+strings.Index(board[i:], "</article>")], page
	}
	facts := regexp.MustCompile(`class="facts1">([^<]*)`)
	row, page := colony("SA-06")
	first := regexp.MustCompile(`swarms first: (1 in [3-9])`).FindStringSubmatch(row)
	if first == nil || !strings.Contains(page, "Chance of a swarm before the visit: "+first[1]) {
		t.Errorf("SA-06: the board says %q", facts.FindStringSubmatch(row))
	}
	if row, page = colony("SA-03"); strings.Contains(row, "swarms first") ||
		!strings.Contains(page, "all combs checked, no cells: not before") {
		t.Errorf("SA-03: the board says %q", facts.FindStringSubmatch(row))
	}
}

// TestTryingWritesNothing: the toggles of the forecast answer with a part, work
// as a plain address too, and leave the log alone; the CSV holds every day.
func TestTryingWritesNothing(t *testing.T) {
	w := server(t)
	colony := ql04
	_, before := ask(t, w, get(colony))
	r := get(colony + "/course?with=super&on=2026-06-05")
	r.Header.Set("HX-Request-Type", "partial")
	res, body := ask(t, w, r)
	if res.StatusCode != 200 || strings.Contains(body, "<html") ||
		!strings.Contains(body, "with a drawn super on 5 Jun") || !strings.Contains(body, "if the flow stopped today") {
		t.Errorf("tried: %d %.300s", res.StatusCode, body)
	}
	res, _ = ask(t, w, get(colony+"/course?with=super"))
	if to := res.Header.Get("Location"); res.StatusCode/100 != 3 || !strings.HasPrefix(to, colony+"?with=super") {
		t.Errorf("as an address: %d %s", res.StatusCode, to)
	}
	if _, page := ask(t, w, get(colony+"?with=super")); !strings.Contains(page, `value="super" checked`) ||
		!strings.Contains(page, "with a drawn super") {
		t.Error("the page does not show what is tried on it")
	}
	_, csv := ask(t, w, get(colony+"/course.csv?with=super"))
	lines := strings.Split(strings.TrimSpace(csv), "\n")
	if len(lines) != 62 || !strings.HasPrefix(lines[0], "date,stores_kg_low,stores_kg,stores_kg_high") ||
		!strings.Contains(lines[0], "with_bees") || !strings.HasPrefix(lines[1], "2026-06-03,") {
		t.Errorf("CSV of %d lines: %.120s", len(lines), lines[0])
	}
	if n := strings.Count(lines[0], ","); strings.Count(lines[61], ",") != n || strings.Contains(csv, "NaN") ||
		strings.Contains(csv, "Inf") {
		t.Errorf("CSV's last line: %.200s", lines[61])
	}
	log := regexp.MustCompile(`\d+ entries`)
	if _, after := ask(t, w, get(colony)); log.FindString(before) != log.FindString(after) {
		t.Error("trying something wrote to the log")
	}
	if res, _ := ask(t, w, get("/colonies/none/course.csv")); res.StatusCode != 404 {
		t.Errorf("no such colony: %d", res.StatusCode)
	}
}

// TestAHiveIsArrangedAnew: the excluder out and in again stand in the log and can
// be undone; what cannot be done is said and not written.
func TestAHiveIsArrangedAnew(t *testing.T) {
	w := server(t)
	colony := ql04
	form := func(id, what, on string) url.Values {
		return url.Values{"entry": {uid(id)}, "what": {what}, "on": {on}}
	}
	if res, body := ask(
		t, w, post(colony+"/arrange", form("a1", "excluder-out", "2026-06-03")),
	); res.StatusCode != 303 {
		t.Fatalf("excluder out: %d %.300s", res.StatusCode, body)
	}
	if _, page := ask(t, w, get(colony)); !strings.Contains(page, "Excluder out.") {
		t.Error("the log does not say that the excluder is out")
	}
	if res, _ := ask(t, w, post(colony+"/arrange", form("a2", "screen", "2026-06-03"))); res.StatusCode != 303 {
		t.Error("no double screen")
	}
	for what, on := range map[string]string{"turn": "2026-06-03", "dance": "2026-06-03", "screen-off": "2026-07-03"} {
		if res, body := ask(t, w, post(colony+"/arrange", form("x"+what, what, on))); res.StatusCode != 422 {
			t.Errorf("%s on %s: %d %.200s", what, on, res.StatusCode, body)
		}
	}
	if res, _ := ask(
		t, w, post(colony+"/undo", url.Values{"entry": {uid("u1")}, "of": {uid("a2")}}),
	); res.StatusCode != 303 {
		t.Error("it cannot be undone")
	}
}
