package docs_test

import (
	"os"
	"strings"
	"testing"

	"kembo/lab/proof"
)

// TestProofTable: the tables are of the results that stand beside them, of whatever version of the model made them.
func TestProofTable(t *testing.T) {
	all := results(t, "proof.jsonl")
	var b strings.Builder
	b.WriteString("\nModel version " + all[0].Model + ".\n\n")
	if err := proof.Write(&b, all); err != nil {
		t.Fatal(err)
	}
	table(t, "proof.md", "proof", b.String())
}

// TestSpringTable: what the ways of spring changed is of the results of both versions.
func TestSpringTable(t *testing.T) {
	var b strings.Builder
	b.WriteString("\n")
	if err := proof.WriteAgainst(&b, results(t, "spring.jsonl"), results(t, "proof.jsonl")); err != nil {
		t.Fatal(err)
	}
	table(t, "proof.md", "spring", b.String())
}

// results reads a file of them, all of one version of the model.
func results(t *testing.T, name string) []proof.Result {
	t.Helper()
	f, err := os.Open(name)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	all, err := proof.Read(f)
	if err != nil {
		t.Fatal(err)
	}
	models := map[string]bool{}
	for _, r := range all {
		models[r.Model] = true
	}
	if len(models) != 1 {
		t.Errorf("%s holds results of %d versions of the model", name, len(models))
	}
	return all
}
