// Package web shows Kembo in a browser: routes, one file per screen, templates
// and drawings. It asks app for what it shows and computes nothing of the
// trade.
package web

import (
	"context"
	"embed"
	"errors"
	"html/template"
	"log/slog"
	"net"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"
	"golang.org/x/sync/semaphore"

	"kembo/app"
	"kembo/core/comb"
	"kembo/core/words"
	"kembo/web/draw"
)

//go:embed templates static
var files embed.FS

// csp allows our own files only: no inline script or style, nothing from
// elsewhere.
const csp = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; " +
	"connect-src 'self'; manifest-src 'self'; worker-src 'self'; form-action 'self'; base-uri 'none'; " +
	"frame-ancestors 'none'"

// Server is the web face of a service. Its handler is safe for concurrent use; what
// sets it up ([Server.Reach]) is called before it serves.
type Server struct {
	service  *app.Service
	views    *views
	assets   *assets
	log      *slog.Logger
	demo     bool
	fiber    *fiber.App
	worker   string
	host     string // under which devices come that have joined; empty: this machine alone
	bodies   *semaphore.Weighted
	refusals refusals
	now      func() time.Time
	guide    []guidePage
}

// New makes a server. demo says so in the page's head.
func New(svc *app.Service, log *slog.Logger, demo bool) (*Server, error) {
	a, err := newAssets(files)
	if err != nil {
		return nil, err
	}
	s := &Server{service: svc, assets: a, log: log, demo: demo, now: time.Now}
	if s.worker, err = worker(a); err != nil {
		return nil, err
	}
	if s.guide, err = guidePages(); err != nil {
		return nil, err
	}
	defs := draw.Defs() // the same on every page
	s.views, err = newViews(files, template.FuncMap{
		"asset": a.url, "icon": draw.Icon, "mark": draw.Mark, "defs": func() template.HTML {
			return defs
		}, "swatch": draw.Swatch,
		"contents": func() []comb.Content {
			return allContents
		}, "short": func(c comb.Content) string { return draw.Short[c] },
		"newid": app.NewID, "dict": dict, "opts": opts, "capital": words.Capital,
	})
	if err != nil {
		return nil, err
	}
	// Immutable: what a handler is given of a request is its own to keep.
	s.fiber = fiber.New(fiber.Config{
		Immutable: true, ErrorHandler: s.problem, AppName: "Kembo", StreamRequestBody: true, BodyLimit: bodyPrefetch,
		Concurrency: connectionsFor(), ReadTimeout: readFor, WriteTimeout: writeFor, IdleTimeout: idleFor,
		ReadBufferSize: 16 << 10,
	})
	s.bound()
	s.routes()
	return s, nil
}

var allContents = []comb.Content{
	comb.Honey, comb.Nectar, comb.Pollen, comb.Eggs, comb.Larvae, comb.Brood, comb.Drone, comb.Empty, comb.Foundation,
}

// dict makes a map of a template's named arguments.
func dict(pairs ...any) map[string]any {
	m := map[string]any{}
	for i := 0; i+1 < len(pairs); i += 2 {
		m[pairs[i].(string)] = pairs[i+1]
	}
	return m
}

// opts makes the options of a choice from values and words in turn.
func opts(pairs ...string) []option {
	var out []option
	for i := 0; i+1 < len(pairs); i += 2 {
		out = append(out, option{pairs[i], pairs[i+1]})
	}
	return out
}

// Handler gives the fiber app, for tests that need no network.
func (s *Server) Handler() *fiber.App { return s.fiber }

// Serve answers on l until ctx is done.
func (s *Server) Serve(ctx context.Context, l net.Listener) error {
	done := make(chan error, 1)
	go func() {
		done <- s.fiber.Listener(enduring{l}, fiber.ListenConfig{DisableStartupMessage: true})
	}()
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
		// Who has sent half a request is not waited for.
		err := s.fiber.ShutdownWithTimeout(stopWithin)
		if errors.Is(err, context.DeadlineExceeded) {
			return nil
		}
		return err
	}
}

// shell is what every page has.
type shell struct {
	Title     string
	Operation string
	Active    string // of the main navigation
	Demo      bool
	Today     string
	Phone     bool // the page has its own head on a phone
	Locked    bool // nothing is told: nobody is in
	Warnings  []string
	Scripts   []string
}

func (s *shell) shellOf() *shell { return s }

type shelled interface{ shellOf() *shell }

// show renders a page or, for "page#block", a part of it.
func (s *Server) show(c fiber.Ctx, name string, v shelled) error {
	sh := v.shellOf()
	sh.Demo = s.demo
	if joined(c) { // others are told nothing, not even whose it is
		if err := s.head(c, sh); err != nil {
			return err
		}
	} else {
		sh.Operation, sh.Today, sh.Locked = " ", " ", true
	}
	b, err := s.views.render(name, v)
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderVary, "HX-Request-Type")
	c.Set(fiber.HeaderCacheControl, "no-store")
	c.Set(fiber.HeaderContentType, fiber.MIMETextHTMLCharsetUTF8)
	return c.Send(b)
}

// head fills in what is at the head of every page.
func (s *Server) head(c fiber.Ctx, sh *shell) error {
	if sh.Operation == "" || sh.Today == "" {
		name, today, err := s.as(c).Head(c.Context())
		if err != nil {
			return err
		}
		if sh.Operation == "" {
			sh.Operation = name
		}
		if sh.Today == "" {
			sh.Today = today.Short()
		}
	}
	sh.Warnings = s.service.Warnings()
	return nil
}

// before marks that a page is being answered, so that batches let it go first.
func (s *Server) before(c fiber.Ctx) error {
	if strings.Contains(c.Path(), "/photos/") { // who sends a picture waits for it anyway
		return c.Next()
	}
	defer s.service.Page()()
	return c.Next()
}

// wantsPart reports whether htmx asked for a fragment.
func wantsPart(c fiber.Ctx) bool { return c.Get("HX-Request-Type") == "partial" }
