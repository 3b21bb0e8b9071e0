package web_test

import (
	"bufio"
	"bytes"
	"compress/gzip"
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/url"
	"strings"
	"testing"
	"time"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
)

// listening serves a server over the network.
func listening(t *testing.T) (addr string, o *outside) {
	t.Helper()
	o = reached(t)
	o.web.Reach("") // this machine alone
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	ctx, cancel := context.WithCancel(context.Background())
	done := make(chan error, 1)
	go func() { done <- o.web.Serve(ctx, l) }()
	t.Cleanup(func() {
		cancel()
		if err := <-done; err != nil {
			t.Error(err)
		}
	})
	return l.Addr().String(), o
}

// say sends bytes and returns the status of what comes back, 0 for nothing.
func say(t *testing.T, addr, text string) int {
	t.Helper()
	c, err := net.Dial("tcp", addr)
	if err != nil {
		t.Fatal(err)
	}
	defer c.Close()
	if err := c.SetDeadline(time.Now().Add(10 * time.Second)); err != nil {
		t.Fatal(err)
	}
	if _, err := io.WriteString(c, strings.ReplaceAll(text, "ADDR", addr)); err != nil {
		return 0
	}
	res, err := http.ReadResponse(bufio.NewReader(c), nil)
	if err != nil {
		return 0
	}
	res.Body.Close()
	return res.StatusCode
}

// TestARequestIsReadOneWayOnly: what two programs may read in two ways is refused.
func TestARequestIsReadOneWayOnly(t *testing.T) {
	addr, _ := listening(t)
	const post = "POST /yards HTTP/1.1\r\nHost: ADDR\r\nOrigin: http://ADDR\r\nContent-Type: " +
		"application/x-www-form-urlencoded\r\n"
	for name, tt := range map[string]struct {
		text string
		want int
	}{
		"as usual":                 {"GET / HTTP/1.1\r\nHost: ADDR\r\n\r\n", 200},
		"a form as usual":          {post + "Content-Length: 6\r\n\r\nname=x", 422},
		"two hosts":                {"GET / HTTP/1.1\r\nHost: ADDR\r\nHost: elsewhere.example\r\n\r\n", 400},
		"a blank before the colon": {"GET / HTTP/1.1\r\nHost: ADDR\r\nX-A : b\r\n\r\n", 400},
		"a line that goes on":      {"GET / HTTP/1.1\r\nHost: ADDR\r\nX-A: b\r\n c\r\n\r\n", 400},
		"two lengths":              {post + "Content-Length: 6\r\nContent-Length: 5\r\n\r\nname=x", 400},
		"a length and chunks": {
			post + "Content-Length: 6\r\nTransfer-Encoding: chunked\r\n\r\n6\r\nname=x\r\n0\r\n\r\n", 400,
		},
		"no length":                  {post + "Transfer-Encoding: chunked\r\n\r\n6\r\nname=x\r\n0\r\n\r\n", 411},
		"a length that is too large": {post + "Content-Length: 99000000\r\n\r\n" + strings.Repeat("a", 20_000), 413},
	} {
		// Some are refused by the part that reads heads, which hangs up.
		if got := say(t, addr, tt.text); got != tt.want && !(tt.want == 400 && got == 0) {
			t.Errorf("%s: %d, want %d", name, got, tt.want)
		}
	}
}

// TestBodiesAreBounded: a packed body is not opened, a large one not read, whoever
// sends it; a photo may be larger than a form.
func TestBodiesAreBounded(t *testing.T) {
	addr, _ := listening(t)
	var z bytes.Buffer
	g := gzip.NewWriter(&z)
	if _, err := g.Write(make([]byte, 8<<20)); err != nil {
		t.Fatal(err)
	}
	g.Close()
	for name, tt := range map[string]struct {
		path, encoding string
		body           []byte
		want           int
	}{
		"a packed form":        {"/colonies/x/look", "gzip", z.Bytes(), 415},
		"a packed photo":       {"/colonies/x/photos/y", "gzip", z.Bytes(), 415},
		"a form of a megabyte": {"/colonies/x/look", "", bytes.Repeat([]byte("a&"), 1<<19), 413},
		"a photo of a megabyte": {
			"/colonies/x/photos/y", "", make([]byte, 1<<20), 422,
		}, // read, and refused for what it is
		"a photo of 8 megabytes": {"/colonies/x/photos/y", "", make([]byte, 8<<20), 413},
	} {
		r, err := http.NewRequest(http.MethodPost, "http://"+addr+tt.path, bytes.NewReader(tt.body))
		if err != nil {
			t.Fatal(err)
		}
		r.Header.Set("Origin", "http://"+addr)
		if tt.encoding != "" {
			r.Header.Set("Content-Encoding", tt.encoding)
		}
		res, err := http.DefaultClient.Do(r)
		if err != nil { // it hung up while the rest was being sent
			if tt.want != 413 && tt.want != 415 {
				t.Errorf("%s: %v", name, err)
			}
			continue
		}
		res.Body.Close()
		if res.StatusCode != tt.want {
			t.Errorf("%s: %d, want %d", name, res.StatusCode, tt.want)
		}
	}
}

// TestAFaultEndsOneAnswer: a panic in a handler is a page with a number that is in
// the log, and the next request is answered.
func TestAFaultEndsOneAnswer(t *testing.T) {
	o := reached(t)
	var log bytes.Buffer
	o.logTo(slog.New(slog.NewTextHandler(&log, nil)))
	o.web.Handler().Get("/faulty", func(fiber.Ctx) error { panic("by intention") })
	o.web.Handler().Get("/wrong", func(fiber.Ctx) error { return errors.New("disk full") })
	for _, p := range []string{"/faulty", "/wrong"} {
		res, page := ask(t, o.web, get(p))
		if res.StatusCode != http.StatusInternalServerError || strings.Contains(page, "intention") ||
			strings.Contains(page, "disk") {
			t.Errorf("%s: %d %.300s", p, res.StatusCode, page)
		}
		_, rest, _ := strings.Cut(page, "has it under ")
		id, _, _ := strings.Cut(rest, ".")
		if len(id) != 8 || !strings.Contains(log.String(), "id="+id) {
			t.Errorf("%s: the number %q is not in the log: %s", p, id, log.String())
		}
	}
	if !strings.Contains(log.String(), "by intention") || !strings.Contains(log.String(), "bounds_test.go") {
		t.Errorf("the log does not say where it was: %s", log.String())
	}
	queued := get("/faulty")
	queued.Header.Set("X-Kembo-Queue", "1")
	if res, body := ask(t, o.web, queued); res.StatusCode != 500 ||
		!strings.Contains(res.Header.Get("Content-Type"), "json") ||
		strings.Contains(body, `"stored":true`) {
		t.Errorf("a queue gets %d %s", res.StatusCode, body)
	}
	if res, _ := ask(t, o.web, get("/")); res.StatusCode != http.StatusOK {
		t.Errorf("the next page: %d", res.StatusCode)
	}
}

// TestWhatIsStoredIsSaidToBe: where what follows from a look cannot be worked out,
// the look is stored all the same, and that is what is answered.
func TestWhatIsStoredIsSaidToBe(t *testing.T) {
	o := reached(t)
	o.web.Reach("")
	_, board := ask(t, o.web, get("/"))
	_, rest, _ := strings.Cut(board, `href="/colonies/`)
	colony, _, _ := strings.Cut(rest, `"`)
	ctx := context.Background()
	if err := o.s.SetSettings(
		ctx, o.operation(), map[string]string{"lift_limit_kg": "NaN"}, sampleBy,
	); err != nil { // a setting that no page writes
		t.Fatal(err)
	}
	form := url.Values{"entry": {app.NewID()}, "date": {"2026-06-03"}, "act.feed": {"1"}, "act.feed_as": {"1:1"}}
	r := post("/colonies/"+colony+"/look", form)
	r.Header.Set("X-Kembo-Queue", "1")
	if res, body := ask(t, o.web, r); res.StatusCode != http.StatusOK || !strings.Contains(body, `"stored":true`) {
		t.Errorf("%d %s", res.StatusCode, body)
	}
	rows, err := o.s.Events(ctx, colony, 1<<30)
	if err != nil || len(rows) != 2 {
		t.Errorf("%d entries, %v", len(rows), err)
	}
}

// TestIdleConnectionsAreNoHindrance: beside those that begin a request and do not go
// on, others are answered, and the server ends when it is asked to.
func TestIdleConnectionsAreNoHindrance(t *testing.T) {
	addr, _ := listening(t)
	for range 200 {
		c, err := net.Dial("tcp", addr)
		if err != nil {
			t.Fatal(err)
		}
		defer c.Close()
		fmt.Fprint(c, "GET / HT")
	}
	if got := say(t, addr, "GET /healthz HTTP/1.1\r\nHost: ADDR\r\n\r\n"); got != 200 {
		t.Errorf("beside 200 that wait: %d", got)
	}
}
