package siege_test

import (
	"context"
	"net/http"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"
)

// TestTwoServersAreWarnedOf: a second Kembo on one file says so on its pages, loses
// nothing, and commands beside them go on working.
func TestTwoServersAreWarnedOf(t *testing.T) {
	dir := t.TempDir()
	data := filepath.Join(dir, "k.db")
	first := start(t, "serve", "--data", data)
	defer first.kill()
	second := start(t, "serve", "--data", data)
	defer second.kill()
	client := noFollow()
	for name, s := range map[string]*server{"first": first, "second": second} {
		_, page, err := s.get(client, "/")
		if err != nil {
			t.Fatal(err)
		}
		if warned := strings.Contains(page, "Another Kembo serves this data file"); warned != (name == "second") {
			t.Errorf("the %s warns: %v", name, warned)
		}
		form := url.Values{
			"entry": {newID()}, "name": {"Yard of the " + name}, "climate": {"uk"}, "hemisphere": {"north"},
			"zone": {"Europe/London"}, "rhythm": {"10"},
		}
		status, body, err := s.post(context.Background(), client, "/yards", form, false)
		if status != http.StatusSeeOther || err != nil {
			t.Errorf("the %s: %d, %v %.200s", name, status, err, body)
		}
	}
	for _, args := range [][]string{
		{"check", "--data", data}, {"backup", "--data", data, filepath.Join(dir, "copy.db")},
		{"devices", "--data", data}, {"reassess", "--data", data},
	} {
		if out, err := exec.Command(program(t), args...).CombinedOutput(); err != nil {
			t.Errorf("%s beside them: %v: %s", args[0], err, out)
		}
	}
	if _, page, err := first.get(client, "/yards"); err != nil || !strings.Contains(page, "Yard of the second") {
		t.Errorf("the first does not show what the second wrote: %v", err)
	}
	second.stop(t)
	first.stop(t)
	if left, _ := filepath.Glob(data + ".serving"); len(left) > 0 {
		t.Error("the mark of who serves is left")
	}
	if left, _ := filepath.Glob(data + "-wal"); len(left) > 0 {
		if info, err := os.Stat(left[0]); err != nil || info.Size() > 0 {
			t.Errorf("the log is not folded into the file: %v, %v", info, err)
		}
	}
}

// TestAPlainCopyIsWholeWhileItServes: some seconds after the last write a copy of
// the file alone, as people make it, holds what was written.
func TestAPlainCopyIsWholeWhileItServes(t *testing.T) {
	dir := t.TempDir()
	data, to := filepath.Join(dir, "k.db"), filepath.Join(dir, "copy.db")
	s := start(t, "serve", "--data", data)
	defer s.kill()
	form := url.Values{
		"entry": {newID()}, "name": {"Mill Race"}, "climate": {"uk"}, "hemisphere": {"north"},
		"zone": {"Europe/London"}, "rhythm": {"10"},
	}
	if status, _, err := s.post(
		context.Background(), noFollow(), "/yards", form, false,
	); status != http.StatusSeeOther || err != nil {
		t.Fatal(status, err)
	}
	for range 40 {
		time.Sleep(500 * time.Millisecond)
		b, err := os.ReadFile(data)
		if err != nil {
			t.Fatal(err)
		}
		if strings.Contains(string(b), "Mill Race") {
			if err := os.WriteFile(to, b, 0o600); err != nil {
				t.Fatal(err)
			}
			copied := start(t, "serve", "--data", to)
			defer copied.kill()
			if _, page, err := copied.get(noFollow(), "/"); err != nil || !strings.Contains(page, "Mill Race") {
				t.Errorf("the copy lacks the yard: %v", err)
			}
			return
		}
	}
	t.Error("after twenty seconds the file alone lacks what was written")
}
