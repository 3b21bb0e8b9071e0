// Package docs_test holds the tables of the documentation against the code
// they describe.
package docs_test

import (
	"flag"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"kembo/core/bees"
	"kembo/core/bench"
	"kembo/core/craft"
	"kembo/core/forecast"
	"kembo/core/hive"
	"kembo/core/look"
	"kembo/core/moves"
	"kembo/core/plan"
	"kembo/core/season"
)

var update = flag.Bool("update", false, "rewrite the tables")

// table holds the part of a document between its markers against want.
func table(t *testing.T, file, name, want string) {
	t.Helper()
	b, err := os.ReadFile(file)
	if err != nil {
		t.Fatal(err)
	}
	text := string(b)
	from, to := "<!-- table "+name+" -->\n", "<!-- end "+name+" -->"
	i, k := strings.Index(text, from), strings.Index(text, to)
	if i < 0 || k < i {
		t.Fatalf("%s has no markers for the table %s", file, name)
	}
	if text[i+len(from):k] == want {
		return
	}
	if !*update {
		t.Errorf("%s: the table %s is not what the code says; accept with go test ./docs -update", file, name)
		return
	}
	if err := os.WriteFile(file, []byte(text[:i+len(from)]+want+text[k:]), 0o644); err != nil {
		t.Fatal(err)
	}
}

func TestParameterTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| parameter | value | range | unit | source |\n|---|---|---|---|---|\n")
	for _, r := range bees.Table() {
		src := r.Source
		if r.Memory {
			src += " (from memory)"
		}
		fmt.Fprintf(&b, "| %s | %g | %g to %g | %s | %s |\n", r.Name, r.Value, r.Low, r.High, r.Unit, src)
	}
	table(t, "model.md", "parameters", b.String())
}

func TestFixedTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| name | what | value | source |\n|---|---|---|---|\n")
	for _, r := range forecast.Fixed() {
		fmt.Fprintf(&b, "| %s | %s | %s | %s |\n", r.Name, r.What, r.Value, r.Source)
	}
	table(t, "model.md", "fixed", b.String())
}

func TestWindowTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| what | asked by | season days | best by | of | source |\n|---|---|---|---|---|---|\n")
	for _, w := range season.Windows() {
		of, by := "the calendar", "–"
		if w.Bees {
			of = "the bees"
		}
		if w.By != 0 {
			by = fmt.Sprint(w.By)
		}
		fmt.Fprintf(&b, "| %s | %s | %d to %d | %s | %s | %s |\n", w.Name, w.Owner, w.From, w.To, by, of, w.Source)
	}
	table(t, "model.md", "windows", b.String())
}

// TestActTable: kinds of act and the codes that say them.
func TestActTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| kind | code | in a line | `n` |\n|---|---|---|---|\n")
	for _, r := range moves.All {
		if len(r.Ways) == 0 {
			fmt.Fprintf(&b, "| `%s` | – | – | – |\n", r.Kind)
		}
		for _, w := range r.Ways {
			n := "–"
			if w.Numbered() {
				n = fmt.Sprintf("%s, at most %g", w.Wants, w.Most)
			}
			line := "`" + w.Example + "`"
			if w.Sheet {
				line = "a sheet alone"
			}
			fmt.Fprintf(&b, "| `%s` | `%s` | %s | %s |\n", r.Kind, w.Code, line, n)
		}
	}
	table(t, "formats.md", "acts", b.String())
}

func TestOptionTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| option | weighed when | what is done | source |\n|---|---|---|---|\n")
	for _, o := range plan.Options {
		fmt.Fprintf(&b, "| `%s` | %s | %s | %s |\n", o.Action, o.When, o.Does, o.Source)
	}
	table(t, "actions.md", "options", b.String())
}

func TestCraftTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| rule | rank | what is not done | source |\n|---|---|---|---|\n")
	for _, r := range craft.Rules {
		fmt.Fprintf(&b, "| `%s` | %s | %s | %s |\n", r.Key, r.Rank, r.Says, r.Source)
	}
	table(t, "actions.md", "craft", b.String())
}

func TestWeightTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| weight | what it is, kg of honey |")
	line := "|---|---|"
	for _, p := range plan.Presets {
		b.WriteString(" " + p.Key + " |")
		line += "---|"
	}
	b.WriteString("\n" + line + "\n")
	for _, w := range plan.WeightRows {
		fmt.Fprintf(&b, "| `%s` | %s |", w.Key, w.Words)
		for _, p := range plan.Presets {
			fmt.Fprintf(&b, " %g |", *w.Of(&p.Weights))
		}
		b.WriteString("\n")
	}
	table(t, "actions.md", "weights", b.String())
}

func TestActionTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| code | words | given by this version |\n|---|---|---|\n")
	for _, a := range plan.Actions {
		given := "no"
		if a.Given {
			given = "yes"
		}
		fmt.Fprintf(&b, "| `%s` | %s | %s |\n", a.Code, a.Words, given)
	}
	table(t, "actions.md", "actions", b.String())
}

func TestObserverTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| depth | what | spread | source |\n|---|---|---|---|\n")
	for _, r := range look.DefaultObserver.Table() {
		fmt.Fprintf(&b, "| %s | %s | %.2f | %s |\n", r.Depth, r.What, r.Value, r.Source)
	}
	table(t, "model.md", "observer", b.String())
}

func TestCalculatorTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("| name | inputs | formula | source | valid |\n|---|---|---|---|---|\n")
	for _, c := range bench.All {
		var in []string
		for _, f := range c.Fields {
			in = append(in, "`--"+f.Key+"`")
		}
		fmt.Fprintf(&b, "| `%s` | %s | %s | %s | %s |\n", c.Name, strings.Join(in, " "), c.Formula, c.Source, c.Valid)
	}
	table(t, "formats.md", "calculators", b.String())
}

func TestFormatTable(t *testing.T) {
	var b strings.Builder
	b.WriteString(
		"| key | box | comb, one face dm² | worker cells, one face | honey when full, kg | empty box, kg " +
			"|\n|---|---|---|---|---|---|\n",
	)
	for _, f := range hive.Formats {
		fmt.Fprintf(
			&b, "| `%s` | %s | %.2f | %.0f | %.1f | %.1f |\n", f.Key, f.Name, f.Frame.AreaDm2(),
			f.Frame.WorkerCells(), 2*float64(f.Slots)*f.Frame.HoneyKg(f.ThicknessMM(f.Slots)), f.BoxTareKg,
		)
	}
	table(t, "formats.md", "formats", b.String())
}

// TestEveryGivenActionIsAnOption: the closed table and the options agree; what is no option is what stands alone,
// or says what is not done.
func TestEveryGivenActionIsAnOption(t *testing.T) {
	has := map[plan.Action]bool{plan.Leave: true, plan.HoldHarvest: true, plan.DeadOutCheck: true}
	for _, o := range plan.Options {
		has[o.Action] = true
	}
	for _, a := range plan.Actions {
		if a.Given != has[a.Code] {
			t.Errorf("%s: the table says given %v, the options %v", a.Code, a.Given, has[a.Code])
		}
	}
}

// TestPicturesAreLinked: every picture is in the README, every link is there.
func TestPicturesAreLinked(t *testing.T) {
	readme, err := os.ReadFile("../README.md")
	if err != nil {
		t.Fatal(err)
	}
	files, _ := filepath.Glob("screenshots/*.png")
	if len(files) == 0 || len(files) >= 20 {
		t.Errorf("%d pictures", len(files))
	}
	for _, f := range files {
		if !strings.Contains(string(readme), "docs/"+f) {
			t.Errorf("%s is not linked from the README", f)
		}
	}
}
