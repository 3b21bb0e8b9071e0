package web_test

import (
	"net/url"
	"regexp"
	"strconv"
	"strings"
	"testing"
)

// TestStockIsCountedAndBooked: what is counted stands as counted, a super that goes on
// leaves it with its combs, wrong numbers stay in their fields with the right ones
// beside, and a count can be taken back.
func TestStockIsCountedAndBooked(t *testing.T) {
	w := server(t)
	_, page := ask(t, w, get("/stock"))
	fields := regexp.MustCompile(`name="(n:[^"]+)"`).FindAllStringSubmatch(page, -1)
	if len(fields) < 8 {
		t.Fatalf("%d items can be counted", len(fields))
	}
	now := func(label string) string {
		t.Helper()
		_, page := ask(t, w, get("/stock"))
		m := regexp.MustCompile(`<td>` + label + `</td>(?s:.*?)(?:<b>|<span class="sec sm">)(not counted|-?\d+)</`).FindStringSubmatch(page)
		if m == nil {
			t.Fatalf("no %s on the page", label)
		}
		return m[1]
	}
	// The sample was counted in April.
	boxes, excluders := now("Langstroth medium, 10 frames"), now("Excluders")
	const box, sugar, excluder = "n:box:langstroth-medium-10", "n:sugar:", "n:excluder:"
	form := url.Values{"entry": {uid("count")}, "on": {"2026-06-02"}, box: {"12"}, sugar: {"40.5"}, excluder: {"-3"}}
	res, body := ask(t, w, post("/stock", form))
	if res.StatusCode != 422 || !strings.Contains(body, "whole number") || !strings.Contains(body, `value="40.5"`) {
		t.Errorf("-3 excluders: %d", res.StatusCode)
	}
	if res, body := ask(t, w, post("/stock", with(form, excluder, ""))); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	if now("Langstroth medium, 10 frames") != "12" || now("Excluders") != excluders {
		t.Errorf("%s boxes, %s excluders", now("Langstroth medium, 10 frames"), now("Excluders"))
	}
	on := url.Values{"entry": {uid("super")}, "format": {"langstroth-medium-10"}, "comb": {"drawn"}}
	if res, body := ask(t, w, post(ql04+"/boxes", on)); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	fed := url.Values{"entry": {uid("fed")}, "kind": {"feed"}, "kg": {"2.5"}, "what": {"fondant"}, "on": {"2026-06-03"}}
	if res, body := ask(t, w, post(ql04+"/notes", fed)); res.StatusCode != 303 {
		t.Fatalf("%d %q", res.StatusCode, errorsIn(body))
	}
	if now("Langstroth medium, 10 frames") != "11" || now("Sugar, kg") != "38" {
		t.Errorf("after a super and 2.5 kg: %s boxes, %s kg", now("Langstroth medium, 10 frames"), now("Sugar, kg"))
	}
	_, page = ask(t, w, get("/stock"))
	m := regexp.MustCompile(`name="of" value="([^"]+)"`).FindStringSubmatch(page)
	if m == nil {
		t.Fatal("the count cannot be taken back")
	}
	if res, _ := ask(t, w, post("/stock/undo", url.Values{"of": {m[1]}})); res.StatusCode != 303 {
		t.Error("it is not taken back")
	}
	if n, err := strconv.Atoi(boxes); err != nil || now("Langstroth medium, 10 frames") != strconv.Itoa(n-1) {
		t.Error("it stands still")
	}
	for what, f := range map[string]url.Values{
		"the future": {"entry": {uid("f")}, "on": {"2026-07-01"}, box: {"1"}}, "nothing": {"entry": {uid("n")}, "on": {"2026-06-01"}},
	} {
		if res, body := ask(t, w, post("/stock", f)); res.StatusCode != 422 || !strings.Contains(body, `role="alert"`) {
			t.Errorf("%s: %d", what, res.StatusCode)
		}
	}
}
