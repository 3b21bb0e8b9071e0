// Package siege attacks the running program: it is killed while it is written to,
// and asked by those who mean it harm.
package siege_test

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"github.com/google/uuid"
)

// built is the program, built once for all tests.
var built = sync.OnceValues(func() (string, error) {
	dir, err := os.MkdirTemp("", "kembo-siege-")
	if err != nil {
		return "", err
	}
	path := filepath.Join(dir, "kembo")
	out, err := exec.Command("go", "build", "-o", path, "kembo/cmd/kembo").CombinedOutput()
	if err != nil {
		return "", fmt.Errorf("%w: %s", err, out)
	}
	return path, nil
})

func TestMain(m *testing.M) {
	status := m.Run()
	if path, err := built(); err == nil {
		os.RemoveAll(filepath.Dir(path))
	}
	os.Exit(status)
}

func program(t *testing.T) string {
	t.Helper()
	path, err := built()
	if err != nil {
		t.Fatal(err)
	}
	return path
}

// server is a running Kembo.
type server struct {
	cmd  *exec.Cmd
	base string
	errs *strings.Builder
	mu   *sync.Mutex
}

// start starts the program and waits until it says where it is.
func start(t *testing.T, args ...string) *server {
	t.Helper()
	return startAs(t, exec.Command(program(t), append(args, "--addr", "127.0.0.1:0")...))
}

// startAs is start of a command that runs it.
func startAs(t *testing.T, cmd *exec.Cmd) *server {
	t.Helper()
	s := &server{cmd: cmd, errs: new(strings.Builder), mu: new(sync.Mutex)}
	out, err := s.cmd.StdoutPipe()
	if err != nil {
		t.Fatal(err)
	}
	errs, err := s.cmd.StderrPipe()
	if err != nil {
		t.Fatal(err)
	}
	if err := s.cmd.Start(); err != nil {
		t.Fatal(err)
	}
	go func() {
		for lines := bufio.NewScanner(errs); lines.Scan(); {
			s.mu.Lock()
			fmt.Fprintln(s.errs, lines.Text())
			s.mu.Unlock()
		}
	}()
	at := make(chan string, 1)
	go func() {
		found := regexp.MustCompile(`http://127\.0\.0\.1:\d+`)
		for lines := bufio.NewScanner(out); lines.Scan(); {
			if m := found.FindString(lines.Text()); m != "" {
				at <- m
			}
		}
		close(at)
	}()
	select {
	case base, ok := <-at:
		if !ok {
			t.Fatalf("it does not start: %s", s.said())
		}
		s.base = base
	case <-time.After(60 * time.Second):
		t.Fatalf("it does not say where it is: %s", s.said())
	}
	return s
}

func (s *server) said() string {
	s.mu.Lock()
	defer s.mu.Unlock()
	return s.errs.String()
}

// kill ends the program with no warning.
func (s *server) kill() {
	_ = s.cmd.Process.Kill()
	_ = s.cmd.Wait() // it was killed
}

// stop asks it to end, and returns how long that took.
func (s *server) stop(t *testing.T) time.Duration {
	t.Helper()
	begun := time.Now()
	if err := s.cmd.Process.Signal(syscall.SIGTERM); err != nil {
		t.Fatal(err)
	}
	done := make(chan error, 1)
	go func() { done <- s.cmd.Wait() }()
	select {
	case err := <-done:
		if err != nil {
			t.Errorf("asked to end it says %v: %s", err, s.said())
		}
	case <-time.After(20 * time.Second):
		_ = s.cmd.Process.Kill()
		t.Error("asked to end it does not")
	}
	return time.Since(begun)
}

// post sends a form; queued asks for an answer that a device can keep.
func (s *server) post(
	ctx context.Context,
	client *http.Client,
	path string,
	form url.Values,
	queued bool,
) (int, string, error) {
	r, err := http.NewRequestWithContext(ctx, http.MethodPost, s.base+path, strings.NewReader(form.Encode()))
	if err != nil {
		return 0, "", err
	}
	r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
	r.Header.Set("Origin", s.base)
	if queued {
		r.Header.Set("X-Kembo-Queue", "1")
	}
	res, err := client.Do(r)
	if err != nil {
		return 0, "", err
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	return res.StatusCode, string(b), err
}

func (s *server) get(client *http.Client, path string) (int, string, error) {
	res, err := client.Get(s.base + path)
	if err != nil {
		return 0, "", err
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	return res.StatusCode, string(b), err
}

// noFollow does not follow where a form leads: its answer is the redirect.
func noFollow() *http.Client {
	return &http.Client{
		Timeout:       30 * time.Second,
		CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse },
	}
}

func newID() string { return uuid.NewString() }

// stored reports whether an answer to a device says that it is stored.
func stored(body string) bool {
	var a struct{ Stored bool }
	return json.Unmarshal([]byte(body), &a) == nil && a.Stored
}
