// Package kept holds what earlier versions of Kembo made, and asks of every later
// one that it still opens: data files, what waits on phones, forms that were kept
// on them, and answers given to scripts.
//
// Each directory under testdata is a version, named by its commit, as that
// version itself recorded it:
//
//	go test ./kept -run TestRecord -record testdata/NAME
//
// A directory is never changed after it was recorded.
package kept_test

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/gofiber/fiber/v3"
	"golang.org/x/net/html"

	"kembo/app"
	"kembo/core/day"
	"kembo/core/history"
	"kembo/store"
	"kembo/web"
)

// house is a data file with the program on it, on any day.
type house struct {
	t     *testing.T
	store *store.Store
	svc   *app.Service
	web   *web.Server
}

// open opens a data file on a day.
func open(t *testing.T, path string, on day.Day) *house {
	t.Helper()
	s, err := store.Open(context.Background(), path)
	if err != nil {
		t.Fatal(err)
	}
	h := &house{t: t, store: s}
	t.Cleanup(func() { s.Close() })
	h.on(on)
	return h
}

// on makes it another day.
func (h *house) on(d day.Day) {
	h.t.Helper()
	h.svc = app.New(h.store, func() time.Time { return d.Time().Add(10 * time.Hour) }, &d)
	var err error
	if h.web, err = web.New(h.svc, slog.New(slog.NewTextHandler(io.Discard, nil)), false); err != nil {
		h.t.Fatal(err)
	}
}

func (h *house) ask(method, path, kind string, body []byte, queued bool) (int, string, http.Header) {
	h.t.Helper()
	r := httptest.NewRequest(method, path, bytes.NewReader(body))
	r.Host = "127.0.0.1:8077"
	r.Header.Set("Origin", "http://127.0.0.1:8077")
	r.Header.Set("Content-Type", kind)
	if queued {
		r.Header.Set("X-Kembo-Queue", "1")
	}
	res, err := h.web.Handler().Test(r, fiber.TestConfig{Timeout: time.Minute})
	if err != nil {
		h.t.Fatal(err)
	}
	defer res.Body.Close()
	b, err := io.ReadAll(res.Body)
	if err != nil {
		h.t.Fatal(err)
	}
	return res.StatusCode, string(b), res.Header
}

func (h *house) get(path string) string {
	h.t.Helper()
	status, body, _ := h.ask(http.MethodGet, path, "", nil, false)
	if status != http.StatusOK {
		h.t.Fatalf("%s answers %d: %s", path, status, text(body))
	}
	return body
}

const formKind = "application/x-www-form-urlencoded"

// post sends a form that must be taken.
func (h *house) post(path string, form url.Values) http.Header {
	h.t.Helper()
	status, body, head := h.ask(http.MethodPost, path, formKind, []byte(form.Encode()), false)
	if status != http.StatusSeeOther {
		h.t.Fatalf("%s answers %d: %s", path, status, text(body))
	}
	return head
}

// text is the text of a page, for messages.
func text(page string) string {
	var w []string
	z := html.NewTokenizer(strings.NewReader(page))
	for {
		switch z.Next() {
		case html.ErrorToken:
			s := strings.Join(w, " ")
			return s[:min(len(s), 1200)]
		case html.TextToken:
			if s := strings.TrimSpace(string(z.Text())); s != "" {
				w = append(w, s)
			}
		}
	}
}

// formOf returns what a form of a page sends when nothing is touched: the first
// whose action ends in suffix.
func formOf(t *testing.T, page, suffix string) url.Values {
	t.Helper()
	doc, err := html.Parse(strings.NewReader(page))
	if err != nil {
		t.Fatal(err)
	}
	var form *html.Node
	for n := range doc.Descendants() {
		if n.Type == html.ElementNode && n.Data == "form" && strings.HasSuffix(attr(n, "action"), suffix) &&
			form == nil {
			form = n
		}
	}
	if form == nil {
		t.Fatalf("the page has no form to %s: %s", suffix, text(page))
	}
	out := url.Values{}
	for n := range form.Descendants() {
		name := attr(n, "name")
		if n.Type != html.ElementNode || name == "" {
			continue
		}
		switch n.Data {
		case "input":
			if k := attr(n, "type"); (k == "checkbox" || k == "radio") && !has(n, "checked") || k == "file" {
				continue
			}
			out.Set(name, attr(n, "value"))
		case "select":
			for o := range n.Descendants() {
				if o.Data == "option" && (has(o, "selected") || !out.Has(name)) {
					out.Set(name, attr(o, "value"))
				}
			}
		}
	}
	return out
}

func attr(n *html.Node, key string) string {
	for _, a := range n.Attr {
		if a.Key == key {
			return a.Val
		}
	}
	return ""
}

func has(n *html.Node, key string) bool {
	return slices.ContainsFunc(n.Attr, func(a html.Attribute) bool { return a.Key == key })
}

// item is what waits on a phone, as queue.js keeps it.
type item struct {
	Name   string `json:"name"` // of what it is here
	ID     string `json:"id"`
	URL    string `json:"url"`
	Body   string `json:"body,omitempty"`
	Colony string `json:"colony"`
	Code   string `json:"code"`
	Page   string `json:"page"`
	Photo  []byte `json:"photo,omitempty"`
}

// send sends an item as the phone does.
func (h *house) send(x item) (int, string) {
	h.t.Helper()
	kind, body := formKind, []byte(x.Body)
	if x.Photo != nil {
		kind, body = "image/jpeg", x.Photo
	}
	status, answer, _ := h.ask(http.MethodPost, x.URL, kind, body, true)
	return status, answer
}

// fold is what a version makes of a colony's log: the stack after each entry, and
// the facts of feed and treatment.
type fold struct {
	Code       string   `json:"code"`
	Entries    []step   `json:"entries"`
	Feeds      []period `json:"feeds"`
	Treatments []period `json:"treatments"`
	Queen      int      `json:"queen_year"`
	Clipped    bool     `json:"clipped"`
	Known      bool     `json:"history_known"`
}

type step struct {
	ID, Kind   string
	Day        day.Day
	Boxes      []box
	Excluder   int
	OverScreen bool
}

type box struct {
	ID, Format string
	Super      bool
	Frames     []string
}

type period struct {
	What            string
	From, To, Until day.Day
	Kg              float64
}

// folds folds every log of a data file. It reads the trade's facts only: which
// boxes and frames stand where, what was fed and put in.
func (h *house) folds(on day.Day) map[string]fold {
	h.t.Helper()
	ctx := context.Background()
	op, err := h.svc.Operation(ctx)
	if err != nil {
		h.t.Fatal(err)
	}
	all, err := h.store.Colonies(ctx, op.ID, int32(on))
	if err != nil {
		h.t.Fatal(err)
	}
	out := map[string]fold{}
	for _, c := range all {
		rows, err := h.store.Events(ctx, c.ID, int32(on))
		if err != nil {
			h.t.Fatal(err)
		}
		f := fold{Code: c.Code}
		var es []history.Entry
		for _, r := range rows {
			e, p, ok := history.Blank(history.Kind(r.Kind))
			if !ok {
				h.t.Fatalf("%s has an entry of kind %s, which nothing reads", c.Code, r.Kind)
			}
			e.ID, e.Day, e.Supersedes = r.ID, day.Day(r.Day), r.Supersedes
			if p != nil {
				if err := json.Unmarshal([]byte(r.Payload), p); err != nil {
					h.t.Fatalf("%s: %v", c.Code, err)
				}
			}
			es = append(es, e)
		}
		b, err := history.Walk(es, history.Ground{}, func(e history.Entry, b history.Believed) {
			s := step{
				ID:         e.ID,
				Kind:       string(e.Kind),
				Day:        e.Day,
				Excluder:   b.Stack.ExcluderAbove,
				OverScreen: b.Stack.OverScreen,
			}
			for _, x := range b.Stack.Boxes {
				k := box{ID: x.ID, Format: x.Format.Key, Super: x.Super}
				for _, fr := range x.Frames {
					k.Frames = append(k.Frames, fr.ID)
				}
				s.Boxes = append(s.Boxes, k)
			}
			f.Entries = append(f.Entries, s)
		})
		if err != nil {
			h.t.Fatalf("%s: %v", c.Code, err)
		}
		for _, p := range b.Feeds {
			f.Feeds = append(f.Feeds, period{p.What, p.From, p.To, p.Until, p.Kg})
		}
		for _, p := range b.Treatments {
			f.Treatments = append(f.Treatments, period{p.What, p.From, p.To, p.Until, p.Kg})
		}
		f.Queen, f.Clipped, f.Known = b.QueenYear, b.Clipped, b.HistoryKnown
		out[c.ID] = f
	}
	return out
}

// packed reads a file that was packed.
func packed(t *testing.T, path string) []byte {
	t.Helper()
	f, err := os.Open(path)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	z, err := gzip.NewReader(f)
	if err != nil {
		t.Fatal(err)
	}
	b, err := io.ReadAll(z)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// unpack writes a packed data file into a directory of the test's own.
func unpack(t *testing.T, path string) string {
	t.Helper()
	out := filepath.Join(t.TempDir(), "kept.db")
	if err := os.WriteFile(out, packed(t, path), 0o600); err != nil {
		t.Fatal(err)
	}
	return out
}

// readJSON reads a recorded file.
func readJSON(t *testing.T, path string, into any) {
	t.Helper()
	b, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	if err := json.Unmarshal(b, into); err != nil {
		t.Fatalf("%s: %v", path, err)
	}
}

// actionOf returns where the form that formOf finds is sent.
func actionOf(t *testing.T, page, suffix string) string {
	t.Helper()
	doc, err := html.Parse(strings.NewReader(page))
	if err != nil {
		t.Fatal(err)
	}
	for n := range doc.Descendants() {
		if n.Type == html.ElementNode && n.Data == "form" && strings.HasSuffix(attr(n, "action"), suffix) {
			return attr(n, "action")
		}
	}
	t.Fatalf("the page has no form to %s", suffix)
	return ""
}
