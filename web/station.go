package web

import (
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/exchange"
)

// stationPath is where stations push. No cookie counts there, only a token.
const stationPath = "/station"

// pushes reports whether a request is a station's. It needs no joined device, and no page of its own: what lets it in is its token,
// which no browser sends by itself.
func pushes(c fiber.Ctx) bool { return c.Method() == fiber.MethodPost && c.Path() == stationPath }

// hear takes in what a station pushes.
func (s *Server) hear(c fiber.Ctx) error {
	c.Set(fiber.HeaderCacheControl, "no-store")
	refuse := func(status int, say string) error { return c.Status(status).JSON(fiber.Map{"error": say}) }
	token, ok := strings.CutPrefix(c.Get(fiber.HeaderAuthorization), "Bearer ")
	if !ok {
		return refuse(fiber.StatusUnauthorized, "send the station’s token as Authorization: Bearer")
	}
	p, err := s.service.EnterStation(c.Context(), token)
	if errors.Is(err, app.ErrNoStation) {
		s.log.Warn("station not let in", "from", c.RequestCtx().RemoteAddr().String())
		return refuse(fiber.StatusUnauthorized, err.Error())
	}
	if err != nil {
		return err
	}
	rs, ws, err := exchange.ReadSent(c.Body())
	if err != nil {
		return refuse(fiber.StatusUnprocessableEntity, err.Error())
	}
	h, err := s.service.As(p).Hear(c.Context(), rs, ws)
	if err != nil {
		return err
	}
	out := exchange.Taken{Stored: h.Stored, Again: h.Again, Weather: h.Days, KeptOut: []exchange.SentOut{}}
	for _, x := range h.Out {
		out.KeptOut = append(out.KeptOut, exchange.SentOut{At: x.At.UTC().Format(time.RFC3339), Why: x.Why})
	}
	for _, say := range h.DryOut {
		at, why, _ := strings.Cut(say, ": ")
		out.KeptOut = append(out.KeptOut, exchange.SentOut{At: at, Why: why})
	}
	return c.JSON(out)
}

// stationRow is a station in the list of devices.
type stationRow struct {
	ID, Name, Code, To, Heard, Taken, Out string
}

// stationsOf adds the stations to the page of devices.
func (s *Server) stationsOf(c fiber.Ctx, v *devicesView) error {
	all, err := s.as(c).Stations(c.Context())
	if err != nil {
		return err
	}
	for _, x := range all {
		r := stationRow{ID: x.ID, Name: x.Name, Code: x.Code, To: "/colonies/" + x.ColonyID + "/weight", Heard: "nothing yet"}
		if x.HeardUTC != "" {
			r.Heard = "heard " + ago(x.HeardUTC, s.now())
			r.Taken = fmt.Sprintf("%d readings", x.Taken)
		}
		if x.KeptOut > 0 {
			r.Out = fmt.Sprintf("%d kept out, the last since %s", x.KeptOut, x.Why)
		}
		v.Stations = append(v.Stations, r)
	}
	return nil
}

// makeStation shows a station's token, once.
func (s *Server) makeStation(c fiber.Ctx) error {
	token, err := s.as(c).MakeStation(c.Context(), c.FormValue("name"), c.FormValue("code"))
	if err != nil {
		return s.backToDevices(c, err)
	}
	v, err := s.devicesOf(c)
	if err != nil {
		return err
	}
	v.Token, v.PushTo = token, c.Scheme()+"://"+c.Host()+stationPath
	return s.show(c, "devices", v)
}

func (s *Server) removeStation(c fiber.Ctx) error {
	return s.backToDevices(c, s.as(c).RemoveStation(c.Context(), c.FormValue("station")))
}
