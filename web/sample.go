package web

import "github.com/gofiber/fiber/v3"

// fillSample fills an empty operation with the sample.
func (s *Server) fillSample(c fiber.Ctx) error {
	if err := s.as(c).FillWithSample(c.Context()); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/")
}

// emptying is the form that takes the sample out again.
func (s *Server) emptying() asks {
	return asks{
		page: func(c fiber.Ctx) (*formPage, error) {
			op, err := s.as(c).Operation(c.Context())
			if err != nil {
				return nil, err
			}
			name := text("name", "Type its name, "+op.Name)
			return &formPage{
				shell: shell{Title: "Empty the sample", Operation: op.Name, Active: "more"}, Head: "Empty the sample",
				Say: "All of its yards, hives and books go, with what you have tried on them. A copy of the data file is made " +
					"first. Settings, devices and formats of your own stay.",
				Action: "/sample/empty", Button: "Empty it", Danger: true, Back: "/", BackTo: "Board", Fields: []formField{name},
			}, nil
		},
		do: func(c fiber.Ctx, p *formPage) (string, error) {
			return "/", s.as(c).EmptySample(c.Context(), p.val("name"))
		},
	}
}
