package web_test

import (
	"bytes"
	"mime/multipart"
	"net/http"
	"net/url"
	"regexp"
	"strings"
	"testing"
)

// TestTheFlowIsCorrectedByWhatIsSeen: a plant seen early moves, and in part what
// follows it, on the page and in the forecast; taking it back moves it back.
func TestTheFlowIsCorrectedByWhatIsSeen(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	yard := regexp.MustCompile(`/yards/[0-9a-f-]+/calendar`).FindString(board)
	base := strings.TrimSuffix(yard, "/calendar")
	_, before := ask(t, w, get(yard))
	if !strings.Contains(before, "15 Jun to 29 Jul") || !strings.Contains(before, "days on file") ||
		!strings.Contains(before, "times the calendar") {
		t.Fatalf("the calendar: %.600s", before)
	}
	note := url.Values{"entry": {uid("n1")}, "plant": {"bramble"}, "what": {"started"}, "on": {"2026-06-01"}}
	for range 2 { // sent twice, written once
		if res, body := ask(t, w, post(base+"/flow", note)); res.StatusCode != 303 {
			t.Fatalf("bramble seen: %d %.300s", res.StatusCode, body)
		}
	}
	_, after := ask(t, w, get(yard))
	if !strings.Contains(after, "14 days early") || !strings.Contains(after, "8 days early") ||
		strings.Count(after, "Bramble has started") != 1 {
		t.Errorf("bramble two weeks early: %v", regexp.MustCompile(`\d+ days (early|late)`).FindAllString(after, -1))
	}
	id := regexp.MustCompile(`name="note" value="([^"]+)"`).FindStringSubmatch(after)[1]
	ask(t, w, post(base+"/flow/remove", url.Values{"note": {id}}))
	if _, back := ask(t, w, get(yard)); strings.Contains(back, "early") {
		t.Error("taken back, it is still early")
	}
	for say, v := range map[string]url.Values{
		"in the future":     {"plant": {"bramble"}, "what": {"started"}, "on": {"2026-07-01"}},
		"another year":      {"plant": {"bramble"}, "what": {"over"}, "on": {"2025-07-01"}},
		"not in this yard":  {"plant": {"thistle"}, "what": {"over"}, "on": {"2026-06-01"}},
		"started or is ove": {"plant": {"bramble"}, "what": {"maybe"}, "on": {"2026-06-01"}},
		"Date":              {"plant": {"bramble"}, "what": {"over"}, "on": {"June"}},
	} {
		if res, body := ask(t, w, post(base+"/flow", v)); res.StatusCode != 422 || !strings.Contains(body, say) {
			t.Errorf("%v: %d, want %q", v, res.StatusCode, say)
		}
	}
}

// TestAPlantIsChangedAndAWrongOneIsKeptAsTyped.
func TestAPlantIsChangedAndAWrongOneIsKeptAsTyped(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	yard := regexp.MustCompile(`/yards/[0-9a-f-]+/calendar`).FindString(board)
	base := strings.TrimSuffix(yard, "/calendar")
	plant := func(change ...string) url.Values {
		v := url.Values{
			"before": {""}, "plant": {"borage"}, "from": {"2026-06-05"}, "peak_from": {"2026-06-12"},
			"peak_to": {"2026-07-10"}, "to": {"2026-07-20"}, "strength": {"0,7"}, "pollen": {"0.4"},
		}
		for i := 0; i+1 < len(change); i += 2 {
			v.Set(change[i], change[i+1])
		}
		return v
	}
	for say, v := range map[string]url.Values{
		"must follow each other":  plant("peak_to", "2026-08-10"),
		"not between 0 and 5":     plant("strength", "9"),
		"is not a number":         plant("strength", "much"),
		"give the plant a name":   plant("plant", " "),
		"in the calendar already": plant("plant", "bramble"),
		"degree-days":             plant("degree_days", "-4"),
		"Opens":                   plant("from", "soon"),
	} {
		res, body := ask(t, w, post(base+"/plants", v))
		if res.StatusCode != 422 || !strings.Contains(body, say) || !strings.Contains(body, `value="2026-07-20"`) {
			t.Errorf("%v: %d, want %q with what was typed", v, res.StatusCode, say)
		}
	}
	if res, _ := ask(t, w, post(base+"/plants", plant())); res.StatusCode != 303 {
		t.Fatal("borage was refused")
	}
	_, page := ask(t, w, get(yard))
	if !strings.Contains(page, "5 Jun to 20 Jul") || !strings.Contains(page, "flow 0.7, pollen 0.4") {
		t.Error("borage is not in the calendar")
	}
	ask(t, w, post(base+"/plants", plant("before", "borage", "to", "2026-08-01", "degree_days", "700", "base", "5")))
	if _, page := ask(t, w, get(yard)); strings.Contains(page, "5 Jun to 20 Jul") {
		t.Error("borage was not changed")
	}
	ask(t, w, post(base+"/plants/remove", url.Values{"plant": {"borage"}}))
	if _, page := ask(t, w, get(yard)); strings.Contains(page, "borage") {
		t.Error("borage is still there")
	}
}

// TestWeatherComesFromAFile, and a wrong one changes nothing.
func TestWeatherComesFromAFile(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	yard := regexp.MustCompile(`/yards/[0-9a-f-]+/calendar`).FindString(board)
	base := strings.TrimSuffix(yard, "/calendar")
	send := func(text string) (*http.Response, string) {
		var b bytes.Buffer
		m := multipart.NewWriter(&b)
		part, _ := m.CreateFormFile("file", "weather.csv")
		part.Write([]byte(text))
		m.Close()
		r := post(base+"/weather", nil)
		r2, _ := http.NewRequest(http.MethodPost, r.URL.String(), &b)
		r2.Header, r2.Host = r.Header, r.Host
		r2.Header.Set("Content-Type", m.FormDataContentType())
		return ask(t, w, r2)
	}
	if res, body := send("date,tmin_c,tmax_c,rain_mm\n2026-06-01,9,2,0\n"); res.StatusCode != 422 ||
		!strings.Contains(body, "line 2: tmin_c 9 is above") {
		t.Errorf("a wrong line: %d", res.StatusCode)
	}
	colony := regexp.MustCompile(`/colonies/[0-9a-f-]+`).FindString(board)
	_, before := ask(t, w, get(colony+"/course.csv"))
	res, _ := send("date,tmin_c,tmax_c,rain_mm,wind_ms\n2026-06-04,2,6,12,9\n2026-06-05,2,6,12,9\n")
	if to := res.Header.Get("Location"); res.StatusCode != 303 || !strings.HasSuffix(to, "days=2") {
		t.Fatalf("two days: %d %s", res.StatusCode, to)
	}
	if _, page := ask(t, w, get(yard+"?days=2")); !strings.Contains(page, "2 days of weather taken in") {
		t.Error("the page does not say so")
	}
	if _, after := ask(t, w, get(colony+"/course.csv")); after == before {
		t.Error("two days of cold rain ahead change no forecast")
	}
}
