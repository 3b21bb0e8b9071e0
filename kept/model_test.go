package kept_test

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"flag"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"kembo/core/assessment"
	"kembo/exchange"
)

var newModel = flag.Bool(
	"new-model",
	false,
	"add the hash of the answers to testdata/answers.txt, for a model version that is not in it",
)

// TestModelVersionIsRaised: the answers to fixed records are those of the model
// version they are told under. Where they change, the version is raised; standings
// of the old one are then worked out anew. Figures are compared to six digits.
func TestModelVersionIsRaised(t *testing.T) {
	records, err := filepath.Glob("testdata/7ef76f4/answers/*.record")
	if err != nil || len(records) == 0 {
		t.Fatal("no records", err)
	}
	h := sha256.New()
	for _, path := range records {
		f, err := os.Open(path)
		if err != nil {
			t.Fatal(err)
		}
		defer f.Close()
		rec, err := exchange.ReadRecord(f)
		if err != nil {
			t.Fatal(err)
		}
		c, err := rec.Case()
		if err != nil {
			t.Fatal(err)
		}
		a, err := assessment.Of(c, nil)
		if err != nil {
			t.Fatal(err)
		}
		b, err := json.Marshal(exchange.AnswerOf(c, a))
		if err != nil {
			t.Fatal(err)
		}
		var answer map[string]any
		if err := json.Unmarshal(b, &answer); err != nil {
			t.Fatal(err)
		}
		for _, key := range []string{"kembo_answer", "calendar", "mites"} { // told, not modelled
			delete(answer, key)
		}
		if b, err = json.Marshal(rounded(answer)); err != nil {
			t.Fatal(err)
		}
		h.Write(b) // never fails
	}
	got := hex.EncodeToString(h.Sum(nil)[:12])
	const list = "testdata/answers.txt"
	b, err := os.ReadFile(list)
	if err != nil {
		t.Fatal(err)
	}
	for line := range strings.Lines(string(b)) {
		version, hash, _ := strings.Cut(strings.TrimSpace(line), " ")
		if version != assessment.ModelVersion {
			continue
		}
		if hash != got {
			t.Errorf(
				"the answers have changed, and the model version is %s still; raise assessment.ModelVersion and "+
					"run this with -new-model",
				version,
			)
		}
		return
	}
	if !*newModel {
		t.Fatalf("model version %s is not in %s; run this with -new-model", assessment.ModelVersion, list)
	}
	if err := os.WriteFile(list, append(b, (assessment.ModelVersion+" "+got+"\n")...), 0o644); err != nil {
		t.Fatal(err)
	}
}

// rounded returns a value with its numbers to six digits, so that the hash does
// not hang on the last bits of a machine's arithmetic.
func rounded(v any) any {
	switch x := v.(type) {
	case map[string]any:
		for k := range x {
			x[k] = rounded(x[k])
		}
	case []any:
		for i := range x {
			x[i] = rounded(x[i])
		}
	case float64:
		return strconv.FormatFloat(x, 'g', 6, 64)
	}
	return v
}
