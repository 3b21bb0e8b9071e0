package store_test

import (
	"bufio"
	"context"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"kembo/store"
)

// TestAcknowledgedWritesSurviveAKill starts this test binary again as a writer
// that says each event it has written, kills it without warning, and asks that
// every event it said is there.
func TestAcknowledgedWritesSurviveAKill(t *testing.T) {
	if path := os.Getenv("KEMBO_TEST_WRITER"); path != "" {
		writeUntilKilled(t, path)
		return
	}
	path := filepath.Join(t.TempDir(), "kill.db")
	s, err := store.Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	seed(t, s)
	s.Close()

	cmd := exec.Command(os.Args[0], "-test.run=^TestAcknowledgedWritesSurviveAKill$")
	cmd.Env = append(os.Environ(), "KEMBO_TEST_WRITER="+path)
	out, err := cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := cmd.Start(); err != nil {
		t.Fatal(err)
	}
	acknowledged := map[string]bool{}
	for lines := bufio.NewScanner(out); lines.Scan(); {
		var id string
		if _, err := fmt.Sscanf(lines.Text(), "saved %s", &id); err == nil {
			acknowledged[id] = true
		}
		if len(acknowledged) == 40 {
			if err := cmd.Process.Kill(); err != nil {
				t.Fatal(err)
			}
		}
	}
	_ = cmd.Wait() // it was killed

	again, err := store.Open(context.Background(), path)
	if err != nil {
		t.Fatalf("after the kill: %v", err)
	}
	defer again.Close()
	events, err := again.Events(context.Background(), "c", 1000)
	if err != nil {
		t.Fatal(err)
	}
	there := map[string]bool{}
	for _, e := range events {
		there[e.ID] = true
	}
	for id := range acknowledged {
		if !there[id] {
			t.Errorf("%s was said to be saved and is gone", id)
		}
	}
	if len(acknowledged) < 40 {
		t.Errorf("only %d writes were acknowledged before the kill", len(acknowledged))
	}
}

func writeUntilKilled(t *testing.T, path string) {
	s, err := store.Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	for i := range 100000 {
		id := fmt.Sprintf("k%d", i)
		if err := s.Append(context.Background(), event(id, 110)); err != nil {
			t.Fatal(err)
		}
		fmt.Println("saved", id)
	}
}
