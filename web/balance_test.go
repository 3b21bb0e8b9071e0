package web_test

import (
	"regexp"
	"strings"
	"testing"
)

// TestTheBalanceOfAYardIsTold: every hive of each yard stands on it once, in the figure and in the table, the poorest first; a
// yard that is not there is told so.
func TestTheBalanceOfAYardIsTold(t *testing.T) {
	w := server(t)
	_, first := ask(t, w, get("/balance"))
	yards := regexp.MustCompile(`/yards/[0-9a-f-]{36}/balance`).FindAllString(first, -1)
	if len(yards) < 2 {
		t.Fatalf("%d yards are named", len(yards))
	}
	for _, path := range yards {
		_, body := ask(t, w, get(path))
		codes := regexp.MustCompile(`<th scope="row"><a href="[^"]*">([^<]*)</a>`).FindAllStringSubmatch(body, -1)
		if len(codes) == 0 {
			t.Errorf("%s tells of no hive", path)
		}
		for _, c := range codes {
			if strings.Count(body, ">"+c[1]+"</text>") != 1 {
				t.Errorf("%s: %s does not stand in the figure once", path, c[1])
			}
		}
		for _, bad := range []string{"NaN", "%!", "-0 kg"} {
			if strings.Contains(body, bad) {
				t.Errorf("%s contains %q", path, bad)
			}
		}
	}
	if res, _ := ask(t, w, get("/yards/00000000-0000-0000-0000-000000000000/balance")); res.StatusCode != 404 {
		t.Errorf("a yard that is not there is answered with %d", res.StatusCode)
	}
}
