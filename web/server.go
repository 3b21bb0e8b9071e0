// Package web shows Kembo in a browser: routes, one file per screen, templates
// and drawings. It asks app for what it shows and computes nothing of the
// trade.
package web

import (
	"context"
	"crypto/rand"
	"embed"
	"errors"
	"fmt"
	"html/template"
	"log/slog"
	"net"
	"runtime/debug"
	"strings"
	"sync"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/gofiber/fiber/v3/middleware/compress"
	recoverer "github.com/gofiber/fiber/v3/middleware/recover"
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

// routes reads as a table of contents.
func (s *Server) routes() {
	r := s.fiber
	r.Use(recoverer.New(recoverer.Config{EnableStackTrace: true, StackTraceHandler: noteFault}))
	r.Use(s.guard)
	r.Use(s.withBody)
	r.Use(s.before)
	r.Get("/a/*", s.assets.serve)
	r.Use(compress.New(compress.Config{Level: compress.LevelBestSpeed}))
	r.Get("/healthz", func(c fiber.Ctx) error { return c.SendString("ok") })

	slowed := s.slowed()
	r.Get("/join/:key", slowed, s.showJoin)
	r.Post("/join/:key", slowed, s.join)
	r.Get("/devices", s.showDevices)
	r.Post("/devices/link", s.makeLink)
	r.Post("/devices/name", s.nameDevice)
	r.Post("/devices/remove", s.removeDevice)
	r.Post("/devices/old", s.endOldLink)
	r.Get("/sw.js", s.showWorker)
	r.Get("/manifest.webmanifest", s.showManifest)
	r.Get("/away", s.showAway)

	r.Get("/", s.showBoard)
	r.Get("/find", s.find)
	r.Get("/working", s.working)
	r.Get("/yards", s.showYards)
	r.Get("/yards/new", s.newYard)
	r.Post("/yards", s.makeYard)
	r.Get("/yards/:yard", s.showBoard)
	r.Post("/yards/:yard/visit", s.moveVisit)
	r.Get("/yards/:yard/calendar", s.showCalendar)
	r.Post("/yards/:yard/plants", s.setPlant)
	r.Post("/yards/:yard/plants/remove", s.removePlant)
	r.Post("/yards/:yard/flow", s.noteFlow)
	r.Post("/yards/:yard/flow/remove", s.takeBackFlow)
	r.Post("/yards/:yard/weather", s.weatherFile)
	r.Get("/yards/:yard/round", s.showRound)
	r.Get("/yards/:yard/round/summary", s.showSummary)
	r.Post("/yards/:yard/round/order", s.setRound)
	r.Get("/yards/:yard/sheet", s.showSheet)
	r.Get("/yards/:yard/keyed", s.showKeyed)
	r.Post("/yards/:yard/keyed", s.saveKeyed)
	r.Get("/yards/:yard/tags", s.showTags)
	r.Get("/t/:colony", s.scanned)
	r.Post("/yards/:yard/round/all", s.onAll)
	r.Get("/yards/:yard/colonies/new", s.newColony)
	r.Post("/yards/:yard/colonies", s.makeColony)

	r.Get("/shorthand", s.showShorthand)
	r.Get("/pocket", s.showPocket)
	r.Get("/bench", s.showBench)
	r.Get("/bench/:name", s.showBench)
	r.Get("/formats", s.showFormats)
	r.Post("/formats", s.addFormat)
	r.Post("/formats/try", s.tryFormat)
	r.Post("/formats/remove", s.removeFormat)
	r.Get("/settings", s.showSettings)
	r.Post("/settings", s.saveSettings)

	r.Get("/colonies/:colony", s.showColony)
	r.Get("/colonies/:colony/course", s.showCourse)
	r.Get("/colonies/:colony/course.csv", s.courseCSV)
	r.Get("/colonies/:colony/weight", s.showWeight)
	r.Post("/colonies/:colony/scale", s.scaleFile)
	r.Post("/colonies/:colony/scale/import", s.importScale)
	r.Get("/colonies/:colony/combs", s.showCombs)
	r.Post("/colonies/:colony/combs", s.saveCombs)
	r.Get("/culls", s.showCulls)
	r.Get("/colonies/:colony/look", s.showLook)
	r.Post("/colonies/:colony/look", s.saveLook)
	r.Post("/colonies/:colony/look/preview", s.previewLook)
	r.Post("/colonies/:colony/photos/:photo", s.addPhoto)
	r.Get("/photos/:photo", s.showPhoto)
	r.Post("/colonies/:colony/done", s.done)
	r.Post("/colonies/:colony/notes", s.note)
	r.Post("/colonies/:colony/boxes", s.boxOn)
	r.Post("/colonies/:colony/arrange", s.arrange)
	r.Post("/colonies/:colony/boxes/any", s.putOn)
	r.Post("/colonies/:colony/boxes/off", s.boxOff)
	r.Post("/colonies/:colony/undo", s.undo)
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

// Problem pairs an error for the log with a sentence for the user.
type Problem struct {
	Status int
	Say    string // what happened, and what to do next
	Err    error
}

func (p *Problem) Error() string { return fmt.Sprintf("%d %s (%v)", p.Status, p.Say, p.Err) }

// Unwrap returns the error for the log.
func (p *Problem) Unwrap() error { return p.Err }

// problem turns any error into a page with a sentence.
func (s *Server) problem(c fiber.Ctx, err error) error {
	id := strings.ToLower(rand.Text()[:8])
	p := &Problem{
		Status: fiber.StatusInternalServerError,
		Say:    "Something went wrong here; Kembo's log has it under " + id + ". Go back and look whether what you sent is there before you send it again.",
		Err:    err,
	}
	var own *Problem
	var fe *fiber.Error
	var field *app.FieldError
	var not *app.NotAllowedError
	switch {
	case errors.As(err, &not):
		p.Status, p.Say = fiber.StatusForbidden, "Whoever uses this device may not do that. Ask whoever keeps Kembo."
	case errors.As(err, &own):
		p = own
	case errors.Is(err, app.ErrNotFound):
		p.Status, p.Say = fiber.StatusNotFound, "Not found. Choose it from the board."
	case errors.As(err, &field):
		p.Status, p.Say = fiber.StatusUnprocessableEntity, sentence(field)
	case errors.As(err, &fe):
		p.Status = fe.Code
		if fe.Code < 500 {
			p.Say = "There is no such page. Go back to the board."
		}
	}
	switch {
	case p.Status >= 500:
		s.log.Error(
			"request failed", "id", id, "method", c.Method(), "path", c.Path(), "err", err, "stack",
			c.Locals(faultKey{}),
		)
	case p.Status == fiber.StatusUnauthorized || p.Status == fiber.StatusForbidden ||
		p.Status == fiber.StatusTooManyRequests:
		s.log.Warn("refused", "status", p.Status, "method", c.Method(), "path", hidden(c.Path()), "err", err)
	}
	s.headers(c)
	c.Status(p.Status)
	if c.Get(queueHeader) != "" { // it keeps what it sent, and wants a sentence
		return c.JSON(sentAnswer{Say: p.Say, Join: p.Status == fiber.StatusUnauthorized})
	}
	var rerr error
	if _, refused := refusedUnread[p.Status]; refused || !joined(c) {
		rerr = s.refuse(c, p)
	} else {
		rerr = s.show(
			c, "problem",
			&problemView{shell: shell{Title: "That did not work"}, Head: "That did not work", Say: p.Say},
		)
	}
	if rerr != nil {
		return c.SendString(p.Say)
	}
	return nil
}

// refusedUnread are the statuses of what is refused before anything is asked of
// app. Whoever sends much of that gets a page that costs nothing.
var refusedUnread = map[int]struct{}{
	fiber.StatusBadRequest: {}, fiber.StatusLengthRequired: {}, fiber.StatusRequestEntityTooLarge: {},
	fiber.StatusUnsupportedMediaType: {}, fiber.StatusMisdirectedRequest: {}, fiber.StatusTooManyRequests: {},
}

// refusals are the pages that refuse, by their sentence, made once each: there are
// as many as sentences in this package.
type refusals struct{ made sync.Map }

// refuse answers with a page that says nothing but a sentence.
func (s *Server) refuse(c fiber.Ctx, p *Problem) error {
	b, ok := s.refusals.made.Load(p.Say)
	if !ok {
		v := &problemView{
			shell: shell{Title: "That did not work", Operation: " ", Today: " ", Locked: true},
			Head:  "That did not work", Say: p.Say,
		}
		if p.Status == fiber.StatusUnauthorized {
			v.Head = "This device has not joined"
		}
		made, err := s.views.render("problem", v)
		if err != nil {
			return err
		}
		b, _ = s.refusals.made.LoadOrStore(p.Say, made)
	}
	c.Set(fiber.HeaderCacheControl, "no-store")
	c.Set(fiber.HeaderContentType, fiber.MIMETextHTMLCharsetUTF8)
	return c.Send(b.([]byte))
}

type problemView struct {
	shell
	Head, Say string
}

// sentence writes a field error for a person.
func sentence(e *app.FieldError) string {
	f := []rune(e.Field)
	if len(f) > 0 && f[0] >= 'a' && f[0] <= 'z' {
		f[0] -= 32
	}
	return string(f) + ": " + e.Say + "."
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

// faultKey is where a request has the place of a fault that was caught.
type faultKey struct{}

func noteFault(c fiber.Ctx, _ any) { c.Locals(faultKey{}, string(debug.Stack())) }

// hidden is a path without the key that is in it.
func hidden(path string) string {
	if strings.HasPrefix(path, "/join/") {
		return "/join/…"
	}
	return path
}

// wantsPart reports whether htmx asked for a fragment.
func wantsPart(c fiber.Ctx) bool { return c.Get("HX-Request-Type") == "partial" }
