package web_test

import (
	"html"
	"net/url"
	"regexp"
	"strings"
	"testing"
)

// linkAt returns where a place on the drawing leads.
func linkAt(t *testing.T, body, key string) string {
	t.Helper()
	m := regexp.MustCompile(`<a href="([^"]*)"[^>]* data-at="` + regexp.QuoteMeta(key) + `"`).FindStringSubmatch(body)
	if m == nil {
		t.Fatalf("nothing can be taken hold of at %s", key)
	}
	return html.UnescapeString(m[1])
}

func fieldOf(t *testing.T, body, name string) string {
	t.Helper()
	m := regexp.MustCompile(`name="` + name + `"\s+value="([^"]*)"`).FindStringSubmatch(body)
	if m == nil {
		t.Fatalf("there is no field %s", name)
	}
	return html.UnescapeString(m[1])
}

// TestAPlanIsDrawnByLinks: with no script at all a comb is taken hold of and put elsewhere, a step is taken back, a sheet is
// made of it, and what was drawn is written once.
func TestAPlanIsDrawnByLinks(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	colony := regexp.MustCompile(`/colonies/[0-9a-f-]{36}`).FindString(board)
	_, body := ask(t, w, get(colony+"/own"))
	_, body = ask(t, w, get(linkAt(t, body, "1.2")))
	if !strings.Contains(body, "In the hand: ") || !strings.Contains(body, "Put back") {
		t.Fatal("nothing is in the hand")
	}
	_, body = ask(t, w, get(linkAt(t, body, "1.5")))
	if do := fieldOf(t, body, "do"); do != "1.2-1.5" || !strings.Contains(body, "Box 1, comb 2 to box 1, comb 5") {
		t.Fatalf("drawn is %q", do)
	}
	_, body = ask(t, w, get(linkAt(t, body, "drawn")))
	_, body = ask(t, w, get(linkAt(t, body, "1.1")))
	if do := fieldOf(t, body, "do"); do != "1.2-1.5,drawn-1.1" {
		t.Fatalf("a drawn comb into a full box is %q", do)
	}
	m := regexp.MustCompile(`js-undo" data-own\s*href="([^"]*)"`).FindStringSubmatch(body)
	if m == nil {
		t.Fatal("nothing undoes it")
	}
	_, body = ask(t, w, get(html.UnescapeString(m[1])))
	if do := fieldOf(t, body, "do"); do != "1.2-1.5" || strings.Contains(body, "A drawn comb for") {
		t.Fatalf("undone is %q", do)
	}
	_, body = ask(t, w, get(linkAt(t, body, "drawn")))
	_, body = ask(t, w, get(linkAt(t, body, "1.1")))
	sheet := regexp.MustCompile(`<a class="btn btn-line" href="([^"]*/moves[^"]*)"`).FindStringSubmatch(body)
	_, page := ask(t, w, get(html.UnescapeString(sheet[1])))
	for _, part := range []string{"Your own plan. About", "Smoke the entrance.", "Out of the hive", "From place to place", "as it was drawn"} {
		if !strings.Contains(page, part) {
			t.Errorf("the sheet has no %q", part)
		}
	}
	form := url.Values{
		"entry": {uid("own-1")}, "do": {fieldOf(t, body, "do")}, "of": {fieldOf(t, body, "of")}, "day": {fieldOf(t, body, "day")},
	}
	before := strings.Count(book(t, w, colony), "Rearranged")
	for range 2 {
		if res, _ := ask(t, w, post(colony+"/own", form)); res.StatusCode != 303 {
			t.Fatalf("writing it is answered with %d", res.StatusCode)
		}
	}
	if n := strings.Count(book(t, w, colony), "Rearranged"); n != before+1 {
		t.Errorf("it is in the book %d times more", n-before)
	}
	form.Set("entry", uid("own-2"))
	if res, page := ask(t, w, post(colony+"/own", form)); res.StatusCode != 422 || !strings.Contains(page, "changed since") {
		t.Errorf("the same drawn on another hive is answered with %d", res.StatusCode)
	}
}

// TestAnAddressOfAPlanIsAnybodys: nothing that stands in it ends in a fault.
func TestAnAddressOfAPlanIsAnybodys(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	colony := regexp.MustCompile(`/colonies/[0-9a-f-]{36}`).FindString(board)
	for _, q := range []string{
		"do=x", "do=9.9-1.1", "do=1.1-9.9", "do=b9-off", "do=b1-off,b1-off,b1-off,b1-off", "lift=9.9", "lift=b9", "lift=b1",
		"lift=1.1", "lift=drawn", "lift=zz", "do=put-nothing", "do=put-together:9.9-1.1", "do=1.1-off&of=otherwise",
		"on=2031-01-01", "on=x", "do=" + strings.Repeat("1.1-off,", 20) + "1.1-off", "do=put-edges", "do=%2Bdrawn,%2Bunder,ex-1",
		"do=" + strings.Repeat("%2Bdrawn,", 30) + "%2Bsheet",
	} {
		for _, page := range []string{"/own?", "/moves?"} {
			res, body := ask(t, w, get(colony+page+q))
			if res.StatusCode != 200 || strings.Contains(body, "%!") || strings.Contains(body, "NaN") {
				t.Errorf("%s%s is answered with %d", page, q, res.StatusCode)
			}
		}
	}
	for name, form := range map[string]url.Values{
		"nothing":        {"entry": {uid("o1")}, "day": {"2026-06-03"}},
		"no day":         {"entry": {uid("o2")}, "do": {"1.1-off"}, "day": {"x"}},
		"a day to come":  {"entry": {uid("o3")}, "do": {"1.1-off"}, "day": {"2031-01-01"}},
		"another hive's": {"entry": {uid("o4")}, "do": {"1.1-off"}, "day": {"2026-06-03"}, "of": {"00000000"}},
	} {
		if res, _ := ask(t, w, post(colony+"/own", form)); res.StatusCode != 422 {
			t.Errorf("%s is answered with %d", name, res.StatusCode)
		}
	}
}
