package core_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"kembo/core/forecast"
)

// TestNoNumberOfTheTradeIsHidden: in the daily model and its season no function
// holds a number of its own. What is assumed is a parameter or a named constant,
// and stands in a table of docs/model.md. Free are none, one, two, an index,
// and what is too small to be anything but rounding or a unit.
func TestNoNumberOfTheTradeIsHidden(t *testing.T) {
	tables := map[string]bool{
		"table.go": true, "parameters.go": true, "spreads.go": true, "fixed.go": true, "chance.go": true,
	}
	for _, dir := range []string{"forecast", "season"} {
		files, err := filepath.Glob(filepath.Join(dir, "*.go"))
		if err != nil || len(files) == 0 {
			t.Fatal(dir, err)
		}
		for _, f := range files {
			if strings.HasSuffix(f, "_test.go") || tables[filepath.Base(f)] {
				continue
			}
			hiddenIn(t, f)
		}
	}
}

func hiddenIn(t *testing.T, file string) {
	t.Helper()
	set := token.NewFileSet()
	tree, err := parser.ParseFile(set, file, nil, parser.SkipObjectResolution)
	if err != nil {
		t.Fatal(err)
	}
	for _, d := range tree.Decls {
		fn, ok := d.(*ast.FuncDecl)
		if !ok || fn.Body == nil {
			continue
		}
		ast.Inspect(fn.Body, func(n ast.Node) bool {
			switch n := n.(type) {
			case *ast.GenDecl:
				return n.Tok != token.CONST // named
			case *ast.IndexExpr:
				return false
			case *ast.BasicLit:
				if n.Kind != token.INT && n.Kind != token.FLOAT {
					return true
				}
				if v, err := strconv.ParseFloat(n.Value, 64); err != nil || v > 2 || v > 1e-4 && v < 1 || v > 1 &&
					v < 2 {
					t.Errorf(
						"%v: %s hides the number %s; name it and list it in Fixed", set.Position(n.Pos()),
						fn.Name.Name, n.Value,
					)
				}
			}
			return true
		})
	}
}

// TestFixedNumbersHaveTheirSource: each row says what it is, how much and where
// it comes from.
func TestFixedNumbersHaveTheirSource(t *testing.T) {
	seen := map[string]bool{}
	for _, r := range forecast.Fixed() {
		if r.Name == "" || r.What == "" || r.Value == "" || r.Source == "" || seen[r.Name] {
			t.Errorf("%+v", r)
		}
		seen[r.Name] = true
		if names, values := strings.Count(r.Name, ","), strings.Count(r.Value, ","); names != values &&
			!strings.Contains(r.Value, ":") {
			t.Errorf("%s: %d names, %d values", r.Name, names+1, values+1)
		}
	}
}
