package web

import (
	"errors"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
)

// addPhoto keeps a picture with a look; the page's script sends it, and waits for
// the same answer as for a look.
func (s *Server) addPhoto(c fiber.Ctx) error {
	id := c.Params("photo")
	err := s.as(c).AddPhoto(
		c.Context(), c.Params("colony"), c.Query("look"), id,
		c.Query("by"), c.Body(),
	)
	var field *app.FieldError
	switch {
	case errors.As(err, &field):
		return refuse(c, id, sentence(field), nil)
	case errors.Is(err, app.ErrNotFound):
		return refuse(c, id, "This colony is not here any more.", nil)
	case err != nil:
		return err
	}
	return c.JSON(sentAnswer{Stored: true, ID: id})
}

func (s *Server) showPhoto(c fiber.Ctx) error {
	b, err := s.as(c).PhotoJPEG(c.Context(), c.Params("photo"))
	if err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "image/jpeg")
	c.Set(fiber.HeaderCacheControl, "private, max-age=31536000, immutable")
	return c.Send(b)
}
