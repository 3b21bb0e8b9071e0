package docs_test

import (
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
)

// TestCitationsPointInside: what a comment, a parameter or a test cites by "values A1"
// is a heading of docs/values.md; documents that are not here are not cited.
func TestCitationsPointInside(t *testing.T) {
	b, err := os.ReadFile("values.md")
	if err != nil {
		t.Fatal(err)
	}
	headings := map[string]bool{}
	for _, m := range regexp.MustCompile(`(?m)^#+ ([A-Z]\d?)\. `).FindAllStringSubmatch(string(b), -1) {
		headings[m[1]] = true
		headings[m[1][:1]] = true
	}
	cites := regexp.MustCompile(`\bvalues ([A-Z]\d?)\b`)
	elsewhere := regexp.MustCompile(
		`\b(product|judgement|visual|style|models|stack)\.md\b|\bmodel \d+[,;).: ]|\.\./shared`,
	)
	document := regexp.MustCompile(`docs/[\w-]+\.md`)
	n := 0
	err = filepath.WalkDir("..", func(p string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() && d.Name() == ".git" {
			if err == nil {
				err = filepath.SkipDir
			}
			return err
		}
		if d.IsDir() || filepath.Ext(p) != ".go" || filepath.Base(p) == "citations_test.go" {
			return nil
		}
		text, err := os.ReadFile(p)
		if err != nil {
			return err
		}
		for i, line := range strings.Split(string(text), "\n") {
			for _, m := range cites.FindAllStringSubmatch(line, -1) {
				if n++; !headings[m[1]] {
					t.Errorf("%s:%d cites values %s, which docs/values.md does not have", p, i+1, m[1])
				}
			}
			if m := elsewhere.FindString(line); m != "" && !strings.Contains(line, "model version") {
				t.Errorf("%s:%d points outside the repository: %q", p, i+1, m)
			}
			for _, m := range document.FindAllString(line, -1) {
				if _, err := os.Stat(filepath.Join("..", m)); err != nil {
					t.Errorf("%s:%d names %s, which is not there", p, i+1, m)
				}
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	if n < 30 {
		t.Errorf("only %d citations were found", n)
	}
}
