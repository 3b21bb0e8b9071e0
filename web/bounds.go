package web

import (
	"context"
	"errors"
	"fmt"
	"io"
	"net"
	"strings"
	"syscall"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/valyala/fasthttp"
	"golang.org/x/sync/semaphore"
)

// Bounds of what one who is in may ask at once, and how long.
const (
	formMost  = 256 << 10 // bytes of a form; the largest look, painted face by face, has 20 kB
	fileMost  = 4 << 20   // of a scale's or a weather station's file: ten years of hours
	photoMost = 6 << 20   // of a photo; the phone makes it 1,600 px, 1 MB, before
	bodies    = 48 << 20  // of all bodies being read at once

	// bodyPrefetch is what is read of a body before it is known who sends it.
	bodyPrefetch = 16 << 10

	readFor  = 20 * time.Second // a request, from its first byte to its last
	sendFor  = 60 * time.Second // one with a photo or a file, over a weak signal
	writeFor = 60 * time.Second
	idleFor  = 60 * time.Second

	connections = 1024 // at once
	perAddress  = 256  // a proxy has one address for all its phones
	stopWithin  = 5 * time.Second
)

// bodyMost is how large a body may be that is sent to a path.
func bodyMost(path string) int {
	switch {
	case strings.Contains(path, "/photos/"):
		return photoMost
	case strings.HasSuffix(path, "/scale"),
		strings.HasSuffix(path, "/scale/import"),
		strings.HasSuffix(path, "/weather"):
		return fileMost
	}
	return formMost
}

// bound sets the server's bounds. Bodies are read when they are asked for, not
// before it is known who sends them.
func (s *Server) bound() {
	f := s.fiber.Server()
	f.MaxConnsPerIP = perAddress
	f.HeaderReceived = func(h *fasthttp.RequestHeader) fasthttp.RequestConfig {
		c := fasthttp.RequestConfig{ReadTimeout: readFor, WriteTimeout: writeFor}
		if bodyMost(string(h.RequestURI())) > formMost {
			c.ReadTimeout = sendFor
		}
		return c
	}
	// What is no request gets a line, and no page: nobody reads it.
	f.ErrorHandler = func(c *fasthttp.RequestCtx, err error) {
		status := fasthttp.StatusBadRequest
		if wait := (net.Error)(nil); errors.As(err, &wait) && wait.Timeout() {
			status = fasthttp.StatusRequestTimeout
		}
		s.log.Debug("no request", "from", c.RemoteAddr().String(), "err", err)
		c.SetStatusCode(status)
		c.SetConnectionClose()
	}
	s.bodies = semaphore.NewWeighted(bodies)
}

// bounded refuses a body that is larger than what is sent to its path, that does
// not say how large it is, or that is packed: a few kilobytes may hold gigabytes.
func (s *Server) bounded(c fiber.Ctx) error {
	if c.Method() == fiber.MethodGet || c.Method() == fiber.MethodHead {
		return nil
	}
	h := &c.Request().Header
	n, most := h.ContentLength(), bodyMost(c.Path())
	away := func(status int, say string) error {
		c.RequestCtx().SetConnectionClose() // what follows is its body, and is not read
		return &Problem{status, say, fmt.Errorf("body of %d bytes, encoded %q", n, h.ContentEncoding())}
	}
	switch {
	case len(h.ContentEncoding()) > 0:
		return away(fiber.StatusUnsupportedMediaType, "Kembo takes nothing in that is packed. Send it as it is.")
	case n < 0:
		return away(fiber.StatusLengthRequired, "That does not say how large it is. Send it from Kembo's own page.")
	case n > most:
		return away(
			fiber.StatusRequestEntityTooLarge,
			fmt.Sprintf("That is larger than the %d kB that are taken in here. Nothing was changed.", most>>10),
		)
	}
	return nil
}

// withBody reads a body and hands it to the rest. All bodies that are being read
// have a share of one bound.
func (s *Server) withBody(c fiber.Ctx) error {
	n := max(int64(c.Request().Header.ContentLength()), 0)
	if c.Method() == fiber.MethodGet || c.Method() == fiber.MethodHead || n == 0 {
		return c.Next()
	}
	ctx, cancel := context.WithTimeout(context.Background(), readFor)
	defer cancel()
	if err := s.bodies.Acquire(ctx, n); err != nil {
		c.RequestCtx().SetConnectionClose()
		return &Problem{
			fiber.StatusServiceUnavailable,
			"Kembo has too much to take in at the moment. Try again in a minute; what waits on a phone is kept.",
			err,
		}
	}
	defer s.bodies.Release(n)
	if r := c.Request().BodyStream(); r != nil {
		b, err := io.ReadAll(io.LimitReader(r, n))
		if err == nil && int64(len(b)) < n {
			err = io.ErrUnexpectedEOF
		}
		if err != nil {
			c.RequestCtx().SetConnectionClose()
			return &Problem{
				fiber.StatusBadRequest,
				"That came only in part, so nothing was changed. Send it again.",
				err,
			}
		}
		c.Request().SetBodyRaw(b)
	}
	return c.Next()
}

// enduring is a listener that outlives a lack of descriptors: it waits until
// connections have ended.
type enduring struct{ net.Listener }

// Accept waits for the next connection.
func (l enduring) Accept() (net.Conn, error) {
	for {
		c, err := l.Listener.Accept()
		if !errors.Is(err, syscall.EMFILE) && !errors.Is(err, syscall.ENFILE) {
			return c, err
		}
		time.Sleep(50 * time.Millisecond)
	}
}
