package core_test

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"slices"
	"strings"
	"testing"
)

// seasonDays are the names that a season day has in this code.
var seasonDays = []string{"seasonDay", "SeasonDay", "Calendar"}

// bareDays returns where a file compares a season day, or draws a curve or a window of
// the year, of its own: those belong to the table in core/season.
func bareDays(fset *token.FileSet, f *ast.File) []string {
	isDay := func(e ast.Expr) bool {
		switch x := e.(type) {
		case *ast.Ident:
			return slices.Contains(seasonDays, x.Name)
		case *ast.SelectorExpr:
			return slices.Contains(seasonDays, x.Sel.Name)
		}
		return false
	}
	var out []string
	found := func(n ast.Node, what string) { out = append(out, fmt.Sprintf("%s: %s", fset.Position(n.Pos()), what)) }
	ast.Inspect(f, func(n ast.Node) bool {
		switch x := n.(type) {
		case *ast.BinaryExpr:
			switch x.Op {
			case token.LSS, token.LEQ, token.GTR, token.GEQ, token.EQL, token.NEQ:
				if isDay(x.X) || isDay(x.Y) {
					found(x, "a season day is compared")
				}
			}
		case *ast.CompositeLit:
			if s, ok := x.Type.(*ast.SelectorExpr); ok && (s.Sel.Name == "Curve" || s.Sel.Name == "Window") {
				if pkg, ok := s.X.(*ast.Ident); ok && pkg.Name == "season" {
					found(x, "a "+strings.ToLower(s.Sel.Name)+" of the year is drawn")
				}
			}
		}
		return true
	})
	return out
}

// TestSeasonDaysStandInOneTable: windows and curves of the year are in core/season,
// with owner and source; nothing else has a bare season day. The sample's keeper and
// the laboratory have habits of their own and are no rules.
func TestSeasonDaysStandInOneTable(t *testing.T) {
	n := 0
	for _, room := range []string{".", "../app", "../web", "../exchange", "../cmd"} {
		err := filepath.WalkDir(room, func(p string, d fs.DirEntry, err error) error {
			if err != nil {
				return err
			}
			if d.IsDir() && (filepath.ToSlash(p) == "season" || d.Name() == "lab") {
				return fs.SkipDir
			}
			if d.IsDir() || !strings.HasSuffix(p, ".go") || strings.HasSuffix(p, "_test.go") {
				return nil
			}
			n++
			fset := token.NewFileSet()
			f, err := parser.ParseFile(fset, p, nil, parser.SkipObjectResolution)
			if err != nil {
				return err
			}
			for _, where := range bareDays(fset, f) {
				// The horizon reads the window's own ends, which wrap around the year.
				if !strings.Contains(where, "forecast/run.go") {
					t.Error(where)
				}
			}
			return nil
		})
		if err != nil {
			t.Fatal(err)
		}
	}
	if n < 200 {
		t.Errorf("only %d files were read", n)
	}
}

func TestBareSeasonDaysAreFound(t *testing.T) {
	const src = `package x
func f(s S, sd int) bool { return s.SeasonDay >= 75 && seasonDay < last }
var c = season.Curve{{1, 2}}
var w = season.Window{From: 3}
func g(s S) bool { return season.Crop.Has(s.Season) && days > 30 }`
	fset := token.NewFileSet()
	f, err := parser.ParseFile(fset, "x.go", src, 0)
	if err != nil {
		t.Fatal(err)
	}
	if got := bareDays(fset, f); len(got) != 4 {
		t.Errorf("of four bare season days these are found: %q", got)
	}
}
