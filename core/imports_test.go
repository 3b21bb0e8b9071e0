package core_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
)

// mayImport is policy: what each core package may import from this module.
// Discuss before loosening it; do not edit it to fix a build.
var mayImport = map[string][]string{
	".":             nil,
	"day":           nil,
	"measure":       nil,
	"comb":          nil,
	"hive":          {"comb", "measure"},
	"hive/specimen": {"comb", "hive"},
	"season":        {"day"},
	"queen":         {"brood", "day"},
	"brood":         {"day"},
	"feed":          {"measure"},
	"honey":         nil,
	"harvest":       {"comb", "day", "hive", "honey", "words"},
	"lots":          {"day", "honey"},
	"pull":          {"day"},
	"mites":         {"measure"},
	"lift":          nil,
	"ledger":        {"day", "hive", "measure"},
	"bench":         {"brood", "comb", "day", "feed", "hive", "honey", "ledger", "lift", "measure", "mites", "queen"},
	"colony":        {"comb", "day", "hive", "measure", "queen"},
	"look":          {"brood", "colony", "comb", "day", "hive", "ledger", "measure", "season"},
	"bees":          {"brood", "day", "measure", "mites", "season"},
	"bees/specimen": {"bees"},
	"forecast":      {"bees", "brood", "colony", "day", "hive", "measure", "season"},
	"endvalue":      {"bees"},
	"craft":         {"colony", "comb", "day", "hive", "mites", "season", "words"},
	"plan": {
		"bees", "brood", "colony", "comb", "craft", "day", "endvalue", "feed", "forecast", "harvest", "hive", "honey", "look",
		"measure", "mites", "moves", "places", "queen", "season", "share", "words",
	},
	"assessment": {
		"plan", "bees", "colony", "day", "forecast", "harvest", "history", "hive", "look", "mites", "queen", "season",
	},
	"shorthand": {"comb", "history", "hive", "look", "measure", "moves"},
	"history": {
		"bees", "colony", "comb", "day", "forecast", "harvest", "hive", "honey", "ledger", "look", "measure", "mites", "moves",
		"queen", "season", "stock", "words",
	},
	"stock": {"comb", "day", "hive"},
	"moves": {"bees", "colony", "comb", "day", "feed", "forecast", "hive", "measure", "mites", "queen", "words"},
	"sheet": {"hive"},
	"trip":  {"plan"},
	// Who gets combs knows neither hives nor plans: only what each would store.
	"supering": nil,
	"account":  {"day", "season"},
	"share":    nil,
	// Where combs should hang knows no forecast and no act: it is the same for any hive.
	"places":  {"comb", "hive", "words"},
	"arrange": {"comb", "hive", "places", "sheet"},
	"draft":   {"arrange", "comb", "hive", "places"},
	"words":   {"day"},
}

// outside is what core may use of the standard library: nothing that reads,
// writes, waits or shows.
var outside = []string{
	"cmp", "encoding/json", "errors", "fmt", "math", "math/rand/v2", "slices", "strconv", "strings", "time",
	"unicode", "unicode/utf8",
}

// layers is the policy of the other rooms: arrows point inward.
var layers = map[string][]string{
	"store":           nil,
	"lab/calibration": {"core/", "lab/truth"},
	"lab/truth":       {"core/", "lab/combwise", "lab/weather"},
	"lab/skill":       {"core/", "lab/truth"},
	"lab/outlook":     {"core/", "lab/truth"},
	"lab/weather":     {"core/day", "core/season"},
	// The second simulator shares no rule with the first: it does not import it. Of core/mites it takes
	// what trials found of treatments, which is no rule of either.
	"lab/combwise": {
		"core/brood", "core/colony", "core/comb", "core/day", "core/hive", "core/look", "core/mites", "core/moves",
		"core/season",
	},
	"exchange":    {"core/"},
	"station":     {"core/"},
	"broker":      nil,
	"app":         {"core/", "store", "exchange", "station"},
	"demo":        {"core/", "store", "app", "station"},
	"demo/sample": {"core/", "store", "app", "demo"},
	"web/draw":    {"core/"},
	"web/form":    {"core/", "app"},
	"web":         {"core/", "app", "exchange", "web/draw", "web/form", "docs/guide"},
	"docs/guide":  {},
}

func imports(t *testing.T, dir string) map[string][]string {
	t.Helper()
	out := map[string][]string{}
	err := filepath.WalkDir(dir, func(p string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(p, ".go") || strings.HasSuffix(p, "_test.go") {
			return err
		}
		f, err := parser.ParseFile(token.NewFileSet(), p, nil, parser.ImportsOnly)
		if err != nil {
			return err
		}
		pkg, _ := filepath.Rel(dir, filepath.Dir(p))
		for _, s := range f.Imports {
			path, _ := strconv.Unquote(s.Path.Value)
			out[filepath.ToSlash(pkg)] = append(out[filepath.ToSlash(pkg)], path)
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	return out
}

func TestCoreKnowsNothingOfScreensOrTables(t *testing.T) {
	for pkg, paths := range imports(t, ".") {
		allowed, ok := mayImport[pkg]
		if !ok {
			t.Errorf("core/%s is not in the policy", pkg)
		}
		for _, p := range paths {
			if own, found := strings.CutPrefix(p, "kembo/core/"); found {
				if !slices.Contains(allowed, own) {
					t.Errorf("core/%s imports core/%s", pkg, own)
				}
			} else if !slices.Contains(outside, p) {
				t.Errorf("core/%s imports %s", pkg, p)
			}
		}
	}
}

func TestArrowsPointInward(t *testing.T) {
	for room, allowed := range layers {
		for pkg, paths := range imports(t, filepath.Join("..", filepath.FromSlash(room))) {
			if pkg != "." {
				continue // has a line of its own
			}
			for _, p := range paths {
				own, found := strings.CutPrefix(p, "kembo/")
				if found && !slices.ContainsFunc(allowed, func(a string) bool {
					return own == a || strings.HasSuffix(a, "/") && strings.HasPrefix(own, a)
				}) {
					t.Errorf("%s imports %s", room, own)
				}
				if room != "store" && p == "database/sql" {
					t.Errorf("%s imports database/sql; SQL is in store only", room)
				}
			}
		}
	}
}

// TestLogDoesNotKnowItsJudge: what reads a log must not hang on what is advised
// of it, in no number of steps.
func TestLogDoesNotKnowItsJudge(t *testing.T) {
	all := imports(t, ".")
	seen := map[string]bool{}
	var reach func(pkg string)
	reach = func(pkg string) {
		if seen[pkg] {
			return
		}
		seen[pkg] = true
		for _, p := range all[pkg] {
			if own, found := strings.CutPrefix(p, "kembo/core/"); found {
				reach(own)
			}
		}
	}
	reach("history")
	for _, judge := range []string{"advice", "assessment"} {
		if seen[judge] {
			t.Errorf("core/history reaches core/%s", judge)
		}
	}
	if !seen["forecast"] {
		t.Error("core/history does not reach core/forecast: this test follows nothing")
	}
}
