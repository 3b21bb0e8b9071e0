package web_test

import (
	"regexp"
	"strings"
	"testing"
)

// TestTheGuideIsThereWhereItHelps: every page of it is served and shown in the guide, its
// links lead somewhere, and each is linked from pages that it is about.
func TestTheGuideIsThereWhereItHelps(t *testing.T) {
	w := server(t)
	for _, page := range []string{"start", "round", "year", "records"} {
		res, body := ask(t, w, get("/guide/"+page))
		if res.StatusCode != 200 || !strings.Contains(body, "<h1") || strings.Contains(body, ".md\"") {
			t.Errorf("%s: %d", page, res.StatusCode)
		}
		for _, m := range regexp.MustCompile(`href="(/guide/[^"]*)"`).FindAllStringSubmatch(body, -1) {
			if res, _ := ask(t, w, get(m[1])); res.StatusCode != 200 {
				t.Errorf("%s leads to %s: %d", page, m[1], res.StatusCode)
			}
		}
	}
	if res, _ := ask(t, w, get("/guide/secrets")); res.StatusCode != 404 {
		t.Error("a page that is none is served")
	}
	for from, to := range map[string]string{
		"/more": "/guide", quarry: "/guide/year", quarry + "/calendar": "/guide/year", quarry + "/round": "/guide/round",
		ql04 + "/book": "/guide/records", "/medicines": "/guide/records", "/crop": "/guide/records",
		"/stock": "/guide/records", "/yours": "/guide/records",
	} {
		if _, body := ask(t, w, get(from)); !strings.Contains(body, `"`+to+`"`) {
			t.Errorf("%s does not lead to %s", from, to)
		}
	}
}
