package docs_test

import (
	"os"
	"strings"
	"testing"

	"kembo/lab/proof"
)

// TestProofTable: the tables are of the results that stand beside them, of whatever version of the model made them.
func TestProofTable(t *testing.T) {
	f, err := os.Open("proof.jsonl")
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
		t.Errorf("results of %d versions of the model stand together", len(models))
	}
	var b strings.Builder
	b.WriteString("\nModel version " + all[0].Model + ".\n\n")
	if err := proof.Write(&b, all); err != nil {
		t.Fatal(err)
	}
	table(t, "proof.md", "proof", b.String())
}
