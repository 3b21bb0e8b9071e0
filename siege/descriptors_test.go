//go:build unix

package siege_test

import (
	"net"
	"net/http"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"
)

// TestFewDescriptorsAreNoEnd: where the machine gives 128 descriptors and 200
// connections say nothing, the program goes on, and answers once they have gone.
func TestFewDescriptorsAreNoEnd(t *testing.T) {
	if _, err := exec.LookPath("sh"); err != nil {
		t.Skip("needs a shell to set the limit")
	}
	s := startAs(
		t,
		exec.Command(
			"sh",
			"-c",
			`ulimit -n 128; exec "$0" serve --data "$1" --addr 127.0.0.1:0`,
			program(t),
			filepath.Join(t.TempDir(), "k.db"),
		),
	)
	defer s.kill()
	var idle []net.Conn
	for range 200 {
		c, err := net.DialTimeout("tcp", strings.TrimPrefix(s.base, "http://"), 2*time.Second)
		if err != nil {
			break // no more are taken
		}
		idle = append(idle, c)
	}
	if len(idle) < 100 {
		t.Fatalf("only %d connections were made", len(idle))
	}
	for _, c := range idle {
		c.Close()
	}
	client := noFollow()
	for range 60 {
		if status, _, err := s.get(client, "/"); err == nil && status == http.StatusOK {
			return
		}
		time.Sleep(100 * time.Millisecond)
	}
	t.Errorf("it does not answer any more: %s", s.said())
}
