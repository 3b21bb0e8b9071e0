package core_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"path/filepath"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"kembo/core/bees"
	"kembo/core/forecast"
)

// TestNoNumberOfTheTradeIsHidden: in the daily model, its season and the rules no
// function holds a number of its own. What is assumed is a parameter or a named constant:
// of the model in a table of docs/model.md, of a rule beside it, with its source. Free
// are none, one, two, an index, and what is too small to be anything but rounding.
func TestNoNumberOfTheTradeIsHidden(t *testing.T) {
	tables := map[string]bool{
		"settings.go": true, "table.go": true, "parameters.go": true, "spreads.go": true, "fixed.go": true, "chance.go": true,
	}
	for _, dir := range []string{"bees", "forecast", "season", "endvalue", "craft", "plan"} {
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

// TestFixedNumbersHaveTheirSource: each named number of the daily model stands in
// the table of fixed ones with where it comes from, and the table holds no other.
func TestFixedNumbersHaveTheirSource(t *testing.T) {
	named := map[string]bool{}
	for _, dir := range []string{"bees", "forecast", "season", "brood"} {
		for name, number := range constantsOf(t, dir) {
			if number && (dir == "bees" || dir == "forecast") {
				named[name] = true
			} else if _, ok := named[name]; !ok {
				named[name] = false
			}
		}
	}
	listed := map[string]bool{}
	for _, r := range forecast.Fixed() {
		if r.What == "" || r.Value == "" || !sourced(r.Source) {
			t.Errorf("%+v", r)
		}
		names := strings.Split(r.Name, ", ")
		for _, name := range names {
			if _, ok := named[name]; !ok || listed[name] {
				t.Errorf("%s is no constant or curve of the model, or stands twice", name)
			}
			listed[name] = true
		}
		if values := strings.Count(r.Value, ",") + 1; len(names) != values && !strings.Contains(r.Value, ":") {
			t.Errorf("%s: %d names, %d values", r.Name, len(names), values)
		}
	}
	for _, r := range forecast.Spreads() {
		if _, ok := named[r.Name]; !ok || listed[r.Name] || r.What == "" || r.Value <= 0 || r.Source == "" {
			t.Errorf("%+v", r)
		}
		listed[r.Name] = true
	}
	for name, must := range named {
		if must && !listed[name] {
			t.Errorf("%s is a number with no row among the fixed ones", name)
		}
	}
}

// TestEachParameterIsRead: a row of the parameter table that nothing reads
// says that something counts which does not.
func TestEachParameterIsRead(t *testing.T) {
	read := map[string]bool{}
	files, err := filepath.Glob("*/*.go") // cells are weighed in assessment
	if err != nil || len(files) == 0 {
		t.Fatal(err)
	}
	for _, f := range files {
		if strings.HasSuffix(f, "_test.go") || f == "bees/table.go" {
			continue
		}
		tree, err := parser.ParseFile(token.NewFileSet(), f, nil, parser.SkipObjectResolution)
		if err != nil {
			t.Fatal(err)
		}
		ast.Inspect(tree, func(n ast.Node) bool {
			if x, ok := n.(*ast.SelectorExpr); ok {
				read[x.Sel.Name] = true
			}
			return true
		})
	}
	for _, r := range bees.Table() {
		if !read[r.Name] {
			t.Errorf("no file reads %s", r.Name)
		}
	}
}

// sourced reports whether a source says where a number comes from: a year of
// print, a section of docs/values.md, what it follows from, or that it is a guess.
func sourced(source string) bool {
	return regexp.MustCompile(
		`\b(1[89]|20)\d\d\b|^values [A-Z]\b|^derived: .|^rounding\b|^common practice\b|^none; guess\b`,
	).MatchString(source)
}

// constantsOf returns the constants and variables of a package and whether each is
// a number: declared with one, and no name of a draw or of a kind.
func constantsOf(t *testing.T, dir string) map[string]bool {
	t.Helper()
	out := map[string]bool{}
	files, err := filepath.Glob(filepath.Join(dir, "*.go"))
	if err != nil || len(files) == 0 {
		t.Fatal(dir, err)
	}
	for _, f := range files {
		if strings.HasSuffix(f, "_test.go") {
			continue
		}
		tree, err := parser.ParseFile(token.NewFileSet(), f, nil, parser.SkipObjectResolution)
		if err != nil {
			t.Fatal(err)
		}
		for _, d := range tree.Decls {
			g, ok := d.(*ast.GenDecl)
			if !ok || g.Tok != token.CONST && g.Tok != token.VAR {
				continue
			}
			for _, spec := range g.Specs {
				v := spec.(*ast.ValueSpec)
				if drawn(v.Names[0].Name) {
					continue
				}
				for i, name := range v.Names {
					out[name.Name] = g.Tok == token.CONST && i < len(v.Values) && isNumber(v.Values[i])
				}
			}
		}
	}
	return out
}

// drawn reports whether a name is that of a draw (forQueen) or of a slot.
func drawn(name string) bool { return strings.HasPrefix(name, "for") || name == "todayOnly" }

func isNumber(x ast.Expr) bool {
	switch x := x.(type) {
	case *ast.BasicLit:
		return x.Kind == token.FLOAT || x.Kind == token.INT
	case *ast.UnaryExpr:
		return isNumber(x.X)
	case *ast.BinaryExpr:
		return isNumber(x.X) || isNumber(x.Y)
	}
	return false
}
