package core_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
	"unicode/utf8"
)

// mostLine is the longest line of Go: 120 is aimed at, and a drawing's path or a
// query may run over it a little.
const mostLine = 160

// TestNoLineRunsOn holds the length of lines in all Go files of the repository.
func TestNoLineRunsOn(t *testing.T) {
	n := 0
	err := filepath.WalkDir("..", func(p string, d os.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() && (d.Name() == ".git" || d.Name() == "testdata") {
			return filepath.SkipDir
		}
		if d.IsDir() || filepath.Ext(p) != ".go" {
			return nil
		}
		n++
		b, err := os.ReadFile(p)
		if err != nil {
			return err
		}
		for i, line := range strings.Split(string(b), "\n") {
			if w := utf8.RuneCountInString(line); w > mostLine {
				t.Errorf("%s:%d has %d characters", p, i+1, w)
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	if n < 300 {
		t.Errorf("only %d files were read", n)
	}
}

// TestEachPackageHasAnExample: what a package is for can be read as code that runs.
func TestEachPackageHasAnExample(t *testing.T) {
	for dir := range imports(t, ".") {
		if dir == "." {
			continue
		}
		files, err := filepath.Glob(filepath.Join(dir, "*_test.go"))
		if err != nil {
			t.Fatal(err)
		}
		found := false
		for _, f := range files {
			b, err := os.ReadFile(f)
			if err != nil {
				t.Fatal(err)
			}
			found = found || strings.Contains(string(b), "\nfunc Example")
		}
		if !found {
			t.Errorf("core/%s has no Example", dir)
		}
	}
}
