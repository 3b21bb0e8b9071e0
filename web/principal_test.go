package web_test

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// TestEveryCallHasAPrincipal: what the pages ask of app they ask on behalf of
// somebody, by Server.as; only what finds out who that is does not.
func TestEveryCallHasAPrincipal(t *testing.T) {
	may := map[string][]string{
		"reach.go":   {"s.service.As(p)", "s.service.Enter(", "s.service.As(p).Renew("},
		"station.go": {"s.service.EnterStation(", "s.service.As(p).Hear("},
		"server.go":  {"s.service.Page()", "s.service.Warnings()"},
	}
	files, err := filepath.Glob("*.go")
	if err != nil || len(files) == 0 {
		t.Fatal(err)
	}
	for _, f := range files {
		if strings.HasSuffix(f, "_test.go") {
			continue
		}
		b, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		for n, line := range strings.Split(string(b), "\n") {
			if !strings.Contains(line, "s.service.") {
				continue
			}
			ok := false
			for _, m := range may[f] {
				ok = ok || strings.Contains(line, m)
			}
			if !ok {
				t.Errorf("%s:%d calls on behalf of nobody: %s", f, n+1, strings.TrimSpace(line))
			}
		}
	}
}
