package web_test

import (
	"net/url"
	"regexp"
	"strings"
	"testing"
)

// TestQueensAreReared: a graft is noted, what was taken is counted, cells go to hives once they are ripe and no sooner, and each
// stands on the page with what came of it; what is wrong is told in a sentence and what was typed stays.
func TestQueensAreReared(t *testing.T) {
	w := server(t)
	send := func(form url.Values) (int, string) {
		res, body := ask(t, w, post("/rearing", form))
		return res.StatusCode, body
	}
	if code, body := send(url.Values{"entry": {uid("r1")}, "code": {"QL-99"}, "cells": {"30"}, "day": {"2026-05-24"}}); code != 422 ||
		!strings.Contains(body, "there is no hive") || !strings.Contains(body, `value="QL-99"`) {
		t.Errorf("a hive that is not there is answered with %d", code)
	}
	for name, form := range map[string]url.Values{
		"no number": {"entry": {uid("r2")}, "code": {"QL-04"}, "cells": {"some"}, "day": {"2026-05-24"}},
		"too many":  {"entry": {uid("r3")}, "code": {"QL-04"}, "cells": {"3000"}, "day": {"2026-05-24"}},
		"no day":    {"entry": {uid("r4")}, "code": {"QL-04"}, "cells": {"30"}, "day": {"x"}},
	} {
		if code, _ := send(form); code != 422 {
			t.Errorf("%s is answered with %d", name, code)
		}
	}
	graft := url.Values{"entry": {uid("r5")}, "code": {"ql-04"}, "cells": {"30"}, "from": {"the red line"}, "day": {"2026-05-24"}}
	for range 2 {
		if code, body := send(graft); code != 303 {
			t.Fatalf("a graft is answered with %d: %.400s", code, body)
		}
	}
	_, page := ask(t, w, get("/rearing"))
	if n := strings.Count(page, "30 larvae grafted into QL-04 on Sun 24 May"); n != 1 {
		t.Fatalf("it stands there %d times", n)
	}
	for _, part := range []string{"From the red line", "Wed 3 Jun", "Ripe:", "The drones they mate with must be out by", "likely mated by"} {
		if !strings.Contains(page, part) {
			t.Errorf("the page has no %q", part)
		}
	}
	entry := regexp.MustCompile(`name="graft" value="([^"]+)"`).FindStringSubmatch(page)[1]
	builder := regexp.MustCompile(`name="builder"\s+value="([^"]+)"`).FindStringSubmatch(page)[1]
	if code, _ := send(url.Values{"entry": {uid("r6")}, "code": {"QL-04"}, "graft": {entry}, "cells": {"21"}, "day": {"2026-05-25"}}); code != 303 {
		t.Errorf("a count is answered with %d", code)
	}
	give := url.Values{"entry": {uid("r7")}, "what": {"give"}, "code": {"QL-07"}, "graft": {entry}, "builder": {builder}, "day": {"2026-05-30"}}
	if code, body := send(give); code != 422 || !strings.Contains(body, "ripe on") {
		t.Errorf("a cell four days too soon is answered with %d", code)
	}
	give.Set("day", "2026-06-03")
	if code, body := send(give); code != 303 {
		t.Errorf("a ripe cell is answered with %d: %.400s", code, body)
	}
	_, page = ask(t, w, get("/rearing"))
	for _, part := range []string{"21 were taken", ">QL-07</a> <span>a cell on Wed 3 Jun", "20 cells left"} {
		if !strings.Contains(page, part) {
			t.Errorf("the page has no %q", part)
		}
	}
}
