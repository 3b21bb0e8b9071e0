package web

import (
	"crypto/rand"
	"errors"
	"fmt"
	"runtime/debug"
	"strings"
	"sync"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
)

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
