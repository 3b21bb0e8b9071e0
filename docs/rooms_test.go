package docs_test

import (
	"fmt"
	"go/parser"
	"go/token"
	"io/fs"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
)

// graph is what imports what.
type graph map[string]map[string]bool

func (g graph) add(from, to string) {
	if g[from] == nil {
		g[from] = map[string]bool{}
	}
	if to != "" && to != from {
		g[from][to] = true
	}
}

// level is how many steps lie under a room, at most.
func (g graph) level(room string) int {
	n := 0
	for to := range g[room] {
		n = max(n, 1+g.level(to))
	}
	return n
}

// reaches reports whether a room imports another in two steps or more.
func (g graph) reaches(from, to string) bool {
	for mid := range g[from] {
		if mid != to && (g[mid][to] || g.reaches(mid, to)) {
			return true
		}
	}
	return false
}

// imports reads what the packages of this module import of each other: by room, and
// within core by package. Tests are left out.
func imports(t *testing.T) (rooms, core graph) {
	t.Helper()
	rooms, core = graph{}, graph{}
	room := func(pkg string) string { return strings.SplitN(pkg, "/", 2)[0] }
	err := filepath.WalkDir("..", func(p string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() && (d.Name() == ".git" || d.Name() == "tools" || d.Name() == "docs") {
			return filepath.SkipDir
		}
		if d.IsDir() || !strings.HasSuffix(p, ".go") || strings.HasSuffix(p, "_test.go") {
			return nil
		}
		f, err := parser.ParseFile(token.NewFileSet(), p, nil, parser.ImportsOnly)
		if err != nil {
			return err
		}
		rel, err := filepath.Rel("..", filepath.Dir(p))
		if err != nil {
			return err
		}
		pkg := filepath.ToSlash(rel)
		rooms.add(room(pkg), "")
		own, inCore := strings.CutPrefix(pkg, "core/")
		if inCore {
			core.add(own, "")
		}
		for _, s := range f.Imports {
			path, err := strconv.Unquote(s.Path.Value)
			if err != nil {
				return err
			}
			if to, ok := strings.CutPrefix(path, "kembo/"); ok {
				rooms.add(room(pkg), room(to))
				if other, ok := strings.CutPrefix(to, "core/"); ok && inCore {
					core.add(own, other)
				}
			}
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
	return rooms, core
}

// levels lists rooms by level, the lowest first, each in order of name.
func levels(g graph) [][]string {
	var out [][]string
	for _, r := range slices.Sorted(maps.Keys(g)) {
		n := g.level(r)
		for len(out) <= n {
			out = append(out, nil)
		}
		out[n] = append(out[n], r)
	}
	return out
}

const wide, boxH, gapY = 860.0, 34.0, 46.0

// picture draws the rooms, importers over what they import, with an arrow for each
// import that no longer way stands for; under them the packages of core by level.
func picture(rooms, core graph) string {
	var b strings.Builder
	at := map[string][2]float64{}
	all := levels(rooms)
	y := 20.0
	for i := len(all) - 1; i >= 0; i-- {
		for k, r := range all[i] {
			at[r] = [2]float64{wide * (float64(k) + 0.5) / float64(len(all[i])), y}
		}
		y += boxH + gapY
	}
	for _, from := range slices.Sorted(maps.Keys(rooms)) {
		for _, to := range slices.Sorted(maps.Keys(rooms[from])) {
			if !rooms.reaches(from, to) {
				a, z := at[from], at[to]
				// One that passes a level goes around what stands there.
				bow := 0.0
				if rooms.level(from)-rooms.level(to) > 1 {
					bow = 170
					if z[0] < a[0] {
						bow = -bow
					}
				}
				fmt.Fprintf(
					&b,
					`<path d="M%.0f %.0fQ%.0f %.0f %.0f %.0f" fill="none" stroke="#175444" marker-end="url(#to)"/>`+"\n",
					a[0], a[1]+boxH, (a[0]+z[0])/2+bow, (a[1]+boxH+z[1])/2, z[0], z[1]-4,
				)
			}
		}
	}
	for _, r := range slices.Sorted(maps.Keys(at)) {
		p := at[r]
		fmt.Fprintf(&b, `<rect x="%.0f" y="%.0f" width="96" height="%.0f" fill="#EBE1CC" stroke="#0F2F28"/>`+"\n",
			p[0]-48, p[1], boxH)
		fmt.Fprintf(&b, `<text x="%.0f" y="%.0f" text-anchor="middle" font-weight="700">%s</text>`+"\n",
			p[0], p[1]+22, r)
	}
	fmt.Fprintf(
		&b,
		`<text x="0" y="%.0f" font-weight="700">Inside core: what stands lower knows nothing of what stands higher</text>`+"\n",
		y,
	)
	y += 14
	inner := levels(core)
	for i := len(inner) - 1; i >= 0; i-- {
		fmt.Fprintf(&b, `<rect x="0" y="%.0f" width="%.0f" height="28" fill="#FFFDF8" stroke="#D8CFBB"/>`+"\n", y, wide)
		fmt.Fprintf(&b, `<text x="12" y="%.0f">%s</text>`+"\n", y+19, strings.Join(inner[i], ", "))
		y += 32
	}
	return fmt.Sprintf(
		`<svg xmlns="http://www.w3.org/2000/svg" viewBox="-10 0 %.0f %.0f" font-family="sans-serif" font-size="14">
<title>The rooms of Kembo, by what imports what</title>
<defs><marker id="to" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="8" markerHeight="8" orient="auto">
<path d="M0 0L8 4L0 8z" fill="#175444"/></marker></defs>
`,
		wide+20, y+10,
	) + b.String() + "</svg>\n"
}

// TestPictureOfTheRooms holds docs/rooms.svg to the imports.
func TestPictureOfTheRooms(t *testing.T) {
	rooms, core := imports(t)
	if len(rooms) < 8 || len(core) < 20 {
		t.Fatalf("%d rooms and %d packages of core were found", len(rooms), len(core))
	}
	if len(rooms["core"]) > 0 || len(rooms["store"]) > 0 {
		t.Errorf("core imports %v, store %v", rooms["core"], rooms["store"])
	}
	want := picture(rooms, core)
	if *update {
		if err := os.WriteFile("rooms.svg", []byte(want), 0o644); err != nil {
			t.Fatal(err)
		}
	}
	got, err := os.ReadFile("rooms.svg")
	if err != nil {
		t.Fatal(err)
	}
	if string(got) != want {
		t.Error("docs/rooms.svg is not what the imports say; accept with go test ./docs -update")
	}
}
