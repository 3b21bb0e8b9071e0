package web_test

import (
	"regexp"
	"strings"
	"testing"
)

// TestTheMoveSheetSaysWhatThePlanDoes: where a plan puts a super on, its sheet opens the hive, sets the box on and closes
// it, draws both, and can be written into the log; where nothing is done it says so.
func TestTheMoveSheetSaysWhatThePlanDoes(t *testing.T) {
	w := server(t)
	_, board := ask(t, w, get("/"))
	seen := map[string]bool{}
	supers, none := 0, 0
	for _, colony := range regexp.MustCompile(`/colonies/[0-9a-f-]{36}`).FindAllString(board, -1) {
		if seen[colony] {
			continue
		}
		seen[colony] = true
		_, page := ask(t, w, get(colony))
		_, body := ask(t, w, get(colony+"/moves"))
		if strings.Contains(body, "nothing to move") {
			none++
			if strings.Contains(body, "mv-steps") {
				t.Errorf("%s has nothing to move, and steps", colony)
			}
			continue
		}
		if !strings.Contains(page, "<h2>Add ") || !strings.Contains(body, "drawn super") {
			continue
		}
		supers++
		at := 0
		for _, part := range []string{"Take with you", "<svg class=\"moves\"", "Smoke the entrance.", " on, new, ", "Lid and roof on.", "/done"} {
			i := strings.Index(body[at:], part)
			if i < 0 {
				t.Errorf("%s: %q is not there, or not in its place", colony, part)
				break
			}
			at += i
		}
	}
	if supers == 0 || none == len(seen) {
		t.Errorf("of %d sheets %d put a super on and %d have nothing to move", len(seen), supers, none)
	}
}
