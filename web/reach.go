package web

import (
	"errors"
	"fmt"
	"net"
	"net/url"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
)

// Reach lets devices in that come under a host name, over HTTPS, and have joined.
// From then on everybody has to have joined, at this machine too: what a proxy
// passes on comes from this machine as well, and no name or header that is sent
// can tell the one from the other.
func (s *Server) Reach(host string) { s.host = strings.ToLower(host) }

// joinedCookie holds the token of a device that has joined.
const joinedCookie = "kembo-device"

// joinedFor is how long a device stays joined that does not come back.
const joinedFor = 400 * 24 * time.Hour

// principalKey is where a request has on whose behalf it is.
type principalKey struct{}

// as is the service on behalf of whoever sent a request.
func (s *Server) as(c fiber.Ctx) *app.Service {
	p, _ := c.Locals(principalKey{}).(app.Principal) // nobody: may do nothing
	return s.service.As(p)
}

// guard lets in this machine's own pages, or those of joined devices: the host
// must be a name that is ours, and a write must come from a page of that host.
// There are no accounts yet, so this is what keeps others out.
func (s *Server) guard(c fiber.Ctx) error {
	s.headers(c)
	if err := strict(c.Request().Header.RawHeaders()); err != nil {
		return &Problem{fiber.StatusBadRequest, "That request cannot be read one way only, so it is not answered.", err}
	}
	scheme := "http"
	switch {
	case s.host == "" && s.local(c):
		c.Locals(principalKey{}, app.ThisMachine)
	case s.host != "" && (named(c.Host(), s.host) || loopback(c.Host())):
		if named(c.Host(), s.host) || c.RequestCtx().IsTLS() {
			scheme = "https"
		}
		if pushes(c) { // its token is all that counts
			break
		}
		if err := s.enter(c); err != nil {
			return err
		}
	default:
		return &Problem{
			fiber.StatusMisdirectedRequest,
			"Kembo answers to this machine only; open it as http://127.0.0.1 with its port.",
			fmt.Errorf("host %q from %s", c.Host(), c.RequestCtx().RemoteAddr()),
		}
	}
	if err := s.bounded(c); err != nil {
		return err
	}
	if pushes(c) {
		return c.Next()
	}
	switch c.Method() {
	case fiber.MethodGet, fiber.MethodHead:
		return c.Next()
	}
	origin := c.Get(fiber.HeaderOrigin)
	u, err := url.Parse(origin)
	if origin == "" || err != nil || u.Scheme != scheme || u.Host != c.Host() {
		return &Problem{
			fiber.StatusForbidden,
			"That came from another page, so nothing was changed. Open Kembo itself and try again.",
			fmt.Errorf("origin %q", origin),
		}
	}
	return c.Next()
}

// headers says what a browser may do with what it gets.
func (s *Server) headers(c fiber.Ctx) {
	c.Set("Content-Security-Policy", csp)
	c.Set("X-Content-Type-Options", "nosniff")
	c.Set("Referrer-Policy", "same-origin")
	c.Set("Cross-Origin-Opener-Policy", "same-origin")
	c.Set("Cross-Origin-Resource-Policy", "same-origin")
	c.Set("Permissions-Policy", "camera=(self), geolocation=(), microphone=(), payment=(), usb=()")
	if s.host != "" {
		c.Set("Strict-Transport-Security", "max-age=31536000")
	}
}

// passedOn are the headers by which a proxy says that it passes something on.
var passedOn = []string{
	"Forwarded", "Via", "X-Forwarded-For", "X-Forwarded-Host", "X-Forwarded-Proto", "X-Forwarded-Server", "X-Real-Ip",
}

// local reports whether a request comes from a browser on this machine. That is a
// fact of the connection; the name that is asked for must be this machine's too,
// since another one that leads here is somebody else's page.
func (s *Server) local(c fiber.Ctx) bool {
	if c.RequestCtx().IsTLS() || !loopback(c.Host()) {
		return false
	}
	for _, h := range passedOn {
		if c.Get(h) != "" {
			return false
		}
	}
	peer, ok := c.RequestCtx().RemoteAddr().(*net.TCPAddr)
	// No peer has the unspecified address: there is no network, as in tests.
	return ok && (peer.IP.IsLoopback() || peer.IP.IsUnspecified())
}

// open reports whether a path holds nothing of the operation and is answered to
// devices that have not joined.
func open(path string) bool {
	return strings.HasPrefix(path, "/join/") || strings.HasPrefix(path, "/a/")
}

// enter finds on whose behalf a request of a device is. A phone that still has
// the link that was one for all gets a token of its own at its next page.
func (s *Server) enter(c fiber.Ctx) error {
	token := c.Cookies(joinedCookie)
	p, old, err := s.service.Enter(c.Context(), token)
	if errors.Is(err, app.ErrNotJoined) {
		if open(c.Path()) {
			return nil
		}
		if token != "" {
			s.log.Warn("device not let in", "from", c.RequestCtx().RemoteAddr().String(), "path", c.Path())
		}
		return &Problem{
			fiber.StatusUnauthorized,
			"To join, open a link on it: from the page of devices of one that has joined, or from where Kembo was " +
				"started. If it had joined before, it was removed; what waits on it is kept.",
			err,
		}
	}
	if err != nil {
		return err
	}
	page := c.Method() == fiber.MethodGet && c.Get("Sec-Fetch-Mode") != "cors" && c.Get(queueHeader) == ""
	if old && page && !open(c.Path()) {
		if token, p, err = s.service.As(p).Renew(c.Context()); err != nil {
			return err
		}
	}
	if page && !strings.HasPrefix(c.Path(), "/a/") {
		s.keepJoined(c, token)
	}
	c.Locals(principalKey{}, p)
	return nil
}

// keepJoined has a device keep its token.
func (s *Server) keepJoined(c fiber.Ctx, token string) {
	c.Cookie(&fiber.Cookie{
		Name: joinedCookie, Value: token, Path: "/", Expires: time.Now().Add(joinedFor),
		Secure: named(c.Host(), s.host) || c.RequestCtx().IsTLS(), HTTPOnly: true,
		SameSite: fiber.CookieSameSiteLaxMode,
	})
}

// joined reports whether somebody is in.
func joined(c fiber.Ctx) bool {
	p, _ := c.Locals(principalKey{}).(app.Principal)
	return p.Rights != 0
}

// named reports whether a host, with or without a port, has a name.
func named(host, name string) bool { return name != "" && strings.EqualFold(bare(host), name) }

func bare(host string) string {
	h, _, err := net.SplitHostPort(host)
	if err != nil {
		return host
	}
	return h
}

func loopback(host string) bool {
	h := bare(host)
	if strings.EqualFold(h, "localhost") {
		return true
	}
	ip := net.ParseIP(strings.Trim(h, "[]"))
	return ip != nil && ip.IsLoopback()
}
