package docs_test

import (
	"html"
	"os"
	"regexp"
	"strings"
	"testing"

	"kembo/core/shorthand"
)

// TestThePageOfTheLineIsTrue: everything that docs/shorthand.md shows is read, the
// way it says, and the page in the application has the same rows.
func TestThePageOfTheLineIsTrue(t *testing.T) {
	doc, err := os.ReadFile("shorthand.md")
	if err != nil {
		t.Fatal(err)
	}
	page, err := os.ReadFile("../web/templates/pages/shorthand.html")
	if err != nil {
		t.Fatal(err)
	}
	hive := []shorthand.Box{
		{ID: "a", Frames: 11}, {ID: "b", Frames: 11}, {ID: "c", Frames: 10, Super: true},
		{ID: "d", Frames: 10, Super: true},
	}
	code := regexp.MustCompile("`([^`]+)`")
	n := 0
	for _, line := range strings.Split(string(doc), "\n") {
		if !strings.HasPrefix(line, "| `") && !strings.HasPrefix(line, "- `") {
			continue
		}
		shown := strings.SplitN(line, "|", 3)
		first := line
		if len(shown) == 3 {
			first = shown[1]
		}
		for _, m := range code.FindAllStringSubmatch(first, -1) {
			text, one := m[1], hive
			if strings.HasPrefix(line, "|") { // told of a box where no box is named
				one = hive[:1]
				if strings.HasPrefix(text, "x4") || strings.HasPrefix(text, "=") {
					text, one = "4: "+text, hive
				}
			}
			l, err := shorthand.Parse(text, one, "kg")
			if err != nil || text != "1:" && len(shorthand.Say(l, one)) == 0 && !strings.HasPrefix(text, "!") {
				t.Errorf("%q: %v", text, err)
			}
			n++
			if strings.HasPrefix(line, "|") &&
				!strings.Contains(string(page), "<code>"+html.EscapeString(m[1])+"</code>") {
				t.Errorf("the page in the application lacks %q", m[1])
			}
		}
	}
	if n < 40 {
		t.Errorf("only %d pieces of notation were found", n)
	}
}
