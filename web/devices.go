package web

import (
	"errors"
	"fmt"
	"html/template"
	"net"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"
	"github.com/gofiber/fiber/v3/middleware/limiter"

	"kembo/app"
	"kembo/web/draw"
)

// joinView is the page on which a device says who it is.
type joinView struct {
	shell
	Key, Name, Err string
}

// wrongKeys slows whoever tries keys: so many a minute from one address.
const wrongKeys = 8

// slowed is the limit of wrong keys; those that open are not counted.
func (s *Server) slowed() fiber.Handler {
	return limiter.New(
		limiter.Config{Max: wrongKeys, Expiration: time.Minute, SkipSuccessfulRequests: true, DisableHeaders: true,
			KeyGenerator: func(c fiber.Ctx) string { return c.RequestCtx().RemoteIP().String() },
			LimitReached: func(c fiber.Ctx) error {
				return &Problem{
					fiber.StatusTooManyRequests,
					"That was tried too often. Wait a minute.",
					fmt.Errorf("too many wrong keys from %s", c.RequestCtx().RemoteAddr()),
				}
			}},
	)
}

var wrongLink = "That link is not, or no longer, one to join by: each is for one device, once, within ten minutes. " +
	"Have a new one made."

// showJoin asks who uses the device. The link is used up when that is answered, so
// that a program that follows links on its own does not use it.
func (s *Server) showJoin(c fiber.Ctx) error {
	key := c.Params("key")
	ok, err := s.as(c).LinkOpen(c.Context(), key)
	if err != nil {
		return err
	}
	if !ok {
		c.Status(fiber.StatusForbidden) // so that it counts as a wrong key
		return &Problem{
			fiber.StatusForbidden,
			wrongLink,
			fmt.Errorf("wrong key to join from %s", c.RequestCtx().RemoteAddr()),
		}
	}
	return s.show(c, "join", &joinView{shell: shell{Title: "Join"}, Key: key})
}

// join lets a device in.
func (s *Server) join(c fiber.Ctx) error {
	v := &joinView{shell: shell{Title: "Join"}, Key: c.Params("key"), Name: strings.TrimSpace(c.FormValue("name"))}
	token, err := s.as(c).Join(c.Context(), v.Key, v.Name)
	var field *app.FieldError
	switch {
	case errors.Is(err, app.ErrLink):
		c.Status(fiber.StatusForbidden)
		return &Problem{
			fiber.StatusForbidden,
			wrongLink,
			fmt.Errorf("wrong key to join from %s", c.RequestCtx().RemoteAddr()),
		}
	case errors.As(err, &field):
		v.Err = sentence(field)
		c.Status(fiber.StatusUnprocessableEntity)
		return s.show(c, "join", v)
	case err != nil:
		return err
	}
	s.keepJoined(c, token)
	return c.Redirect().Status(fiber.StatusSeeOther).To("/")
}

// devicesView is the page of devices.
type devicesView struct {
	shell
	Devices  []deviceRow
	Removed  []deviceRow
	OldUntil string // until when the old link lets phones in; empty: it does not
	Host     string // under which phones come; empty: they cannot
	Link     string // just made
	LinkHost string
	QR       template.HTML
	Err      string
	Stations []stationRow
	Token    string // of a station, just made
	PushTo   string
}

type deviceRow struct {
	ID, Name, Used, Joined, Removed string
	OldLink, This                   bool
}

func (s *Server) devicesOf(c fiber.Ctx) (*devicesView, error) {
	v := &devicesView{shell: shell{Title: "Devices", Active: "settings"}, Host: s.host}
	all, until, err := s.as(c).Devices(c.Context())
	if err != nil {
		return v, err
	}
	if err := s.stationsOf(c, v); err != nil {
		return v, err
	}
	if !until.IsZero() {
		v.OldUntil = until.Format("2 January 2006")
	}
	for _, d := range all {
		r := deviceRow{
			ID:      d.ID,
			Name:    d.Name,
			OldLink: d.OldLink,
			Used:    ago(d.UsedUTC, s.now()),
			Joined:  dayOf(d.JoinedUTC),
			Removed: dayOf(d.RemovedUTC),
			This:    s.as(c).Who().Device == d.ID,
		}
		if d.RemovedUTC == "" {
			v.Devices = append(v.Devices, r)
		} else {
			v.Removed = append(v.Removed, r)
		}
	}
	return v, nil
}

// dayOf is the day of an instant, as rows have it.
func dayOf(utc string) string {
	t, err := time.Parse(time.RFC3339, utc)
	if err != nil {
		return ""
	}
	return t.Format("2 Jan 2006")
}

// ago says how long an instant has gone by.
func ago(utc string, now time.Time) string {
	t, err := time.Parse(time.RFC3339, utc)
	if err != nil {
		return ""
	}
	switch d := now.Sub(t); {
	case d < 10*time.Minute:
		return "now"
	case d < 2*time.Hour:
		return fmt.Sprintf("%.0f minutes ago", d.Minutes())
	case d < 48*time.Hour:
		return fmt.Sprintf("%.0f hours ago", d.Hours())
	}
	return t.Format("2 Jan 2006")
}

func (s *Server) showDevices(c fiber.Ctx) error {
	v, err := s.devicesOf(c)
	if err != nil {
		return err
	}
	return s.show(c, "devices", v)
}

// makeLink shows a new link, once.
func (s *Server) makeLink(c fiber.Ctx) error {
	v, err := s.devicesOf(c)
	if err != nil {
		return err
	}
	if s.host == "" {
		return &Problem{
			Status: fiber.StatusConflict,
			Say:    "Phones do not reach this Kembo. Start it with --host, as docs/phones.md says.",
		}
	}
	key, _, err := s.as(c).NewLink(c.Context())
	if err != nil {
		return err
	}
	v.LinkHost = s.host
	if _, port, err := net.SplitHostPort(c.Host()); err == nil && (c.RequestCtx().IsTLS() || named(c.Host(), s.host)) {
		v.LinkHost = net.JoinHostPort(s.host, port)
	}
	v.Link = "https://" + v.LinkHost + "/join/" + key
	if v.QR, err = draw.QR(v.Link); err != nil {
		return err
	}
	return s.show(c, "devices", v)
}

func (s *Server) nameDevice(c fiber.Ctx) error {
	err := s.as(c).NameDevice(c.Context(), c.FormValue("device"), c.FormValue("name"))
	return s.backToDevices(c, err)
}

func (s *Server) removeDevice(c fiber.Ctx) error {
	return s.backToDevices(c, s.as(c).RemoveDevice(c.Context(), c.FormValue("device")))
}

func (s *Server) endOldLink(c fiber.Ctx) error {
	return s.backToDevices(c, s.as(c).EndOldLink(c.Context()))
}

func (s *Server) backToDevices(c fiber.Ctx, err error) error {
	var field *app.FieldError
	if errors.As(err, &field) {
		v, verr := s.devicesOf(c)
		if verr != nil {
			return verr
		}
		v.Err = sentence(field)
		c.Status(fiber.StatusUnprocessableEntity)
		return s.show(c, "devices", v)
	}
	if err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/devices")
}
