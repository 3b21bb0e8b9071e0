package web

import (
	"crypto/subtle"
	"fmt"
	"net"
	"net/url"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"
)

// reach says from where else than this machine Kembo may be used: under one name,
// over HTTPS only, by devices that have joined with its key. The zero reach is
// nowhere.
type reach struct{ host, key string }

// Reach lets devices in that come under a host name and have joined with key.
func (s *Server) Reach(host, key string) { s.reach = reach{strings.ToLower(host), key} }

// joinedCookie holds the key on a device that has joined.
const joinedCookie = "kembo-device"

// joinedFor is how long a device stays joined.
const joinedFor = 400 * 24 * time.Hour

// guard lets in this machine's own pages, and those of joined devices: the host
// must be a name that is ours, and a write must come from a page of that host.
// There are no accounts yet, so this is what keeps others out.
func (s *Server) guard(c fiber.Ctx) error {
	c.Set("Content-Security-Policy", csp)
	c.Set("X-Content-Type-Options", "nosniff")
	c.Set("Referrer-Policy", "same-origin")
	c.Set("Cross-Origin-Opener-Policy", "same-origin")
	scheme := "http"
	switch {
	case loopback(c.Host()):
	case s.reach.is(c.Host()):
		scheme = "https"
		if err := s.joined(c); err != nil {
			return err
		}
	default:
		return &Problem{fiber.StatusMisdirectedRequest, "Kembo answers to this machine only; open it as http://127.0.0.1 with its port.", fmt.Errorf("host %q", c.Host())}
	}
	switch c.Method() {
	case fiber.MethodGet, fiber.MethodHead:
		return c.Next()
	}
	origin := c.Get(fiber.HeaderOrigin)
	u, err := url.Parse(origin)
	if origin == "" || err != nil || u.Scheme != scheme || u.Host != c.Host() {
		return &Problem{fiber.StatusForbidden, "That came from another page, so nothing was changed. Open Kembo itself and try again.", fmt.Errorf("origin %q", origin)}
	}
	return c.Next()
}

func (r reach) is(host string) bool {
	h, _, err := net.SplitHostPort(host)
	if err != nil {
		h = host
	}
	return r.host != "" && r.key != "" && strings.EqualFold(h, r.host)
}

func (r reach) opens(key string) bool {
	return r.key != "" && subtle.ConstantTimeCompare([]byte(key), []byte(r.key)) == 1
}

// joined returns a problem for a device that has not joined. Kembo's own files
// hold nothing of the operation and are open to all.
func (s *Server) joined(c fiber.Ctx) error {
	p := c.Path()
	if strings.HasPrefix(p, "/join/") || strings.HasPrefix(p, "/a/") || s.reach.opens(c.Cookies(joinedCookie)) {
		return nil
	}
	return &Problem{fiber.StatusUnauthorized, "This device has not joined. Open, once, the link that Kembo shows where it was started.", fmt.Errorf("device not joined")}
}

// join lets a device in that knows the key.
func (s *Server) join(c fiber.Ctx) error {
	if !s.reach.opens(c.Params("key")) {
		return &Problem{fiber.StatusForbidden, "That link is not, or no longer, the one to join by.", fmt.Errorf("wrong key to join")}
	}
	c.Cookie(&fiber.Cookie{Name: joinedCookie, Value: s.reach.key, Path: "/", Expires: time.Now().Add(joinedFor), Secure: true, HTTPOnly: true, SameSite: fiber.CookieSameSiteLaxMode})
	return c.Redirect().Status(fiber.StatusSeeOther).To("/")
}

func loopback(host string) bool {
	h, _, err := net.SplitHostPort(host)
	if err != nil {
		h = host
	}
	if h == "localhost" {
		return true
	}
	ip := net.ParseIP(h)
	return ip != nil && ip.IsLoopback()
}
