package web

import (
	"errors"
	"fmt"
	"io"
	"strings"

	"github.com/gofiber/fiber/v3"

	"kembo/app"
	"kembo/core/words"
	"kembo/web/form"
)

// manyView is the page on which a table of colonies is pasted, looked through and made.
type manyView struct {
	shell
	YardID, Yard, Entry, Table, Err string
	Columns                         []string // that a table may have
	Head                            []string // of the table that was read
	Rows                            []manyRow
	Wrong                           string // how many rows are; "": none
	Make                            string // what is made; "": nothing is read yet, or something is wrong
}

type manyRow struct {
	Line  int
	Cells []string
	Wrong string
}

func (s *Server) manyPage(c fiber.Ctx) (*manyView, error) {
	y, err := s.as(c).Yard(c.Context(), c.Params("yard"))
	v := &manyView{
		shell: shell{Title: "Colonies from a table", Active: "board"}, YardID: y.ID, Yard: y.Name, Entry: app.NewID(),
	}
	for _, f := range form.Columns {
		v.Columns = append(v.Columns, f.Names[0])
	}
	return v, err
}

func (s *Server) showMany(c fiber.Ctx) error {
	v, err := s.manyPage(c)
	if err != nil {
		return err
	}
	return s.show(c, "many", v)
}

// readMany reads a table, says what is wrong row by row and, where nothing is and it
// was looked through, makes its colonies.
func (s *Server) readMany(c fiber.Ctx) error {
	v, err := s.manyPage(c)
	if err != nil {
		return err
	}
	v.Entry, v.Table = c.FormValue("entry"), c.FormValue("table")
	if f, err := c.FormFile("file"); err == nil && f.Size > 0 {
		if v.Table, err = textOf(f.Open()); err != nil {
			return err
		}
	}
	all, err := s.tableOf(c, v)
	if err == nil && v.Wrong == "" && c.FormValue("make") != "" {
		if err = s.as(c).MakeTable(c.Context(), v.Entry, all); err == nil {
			return c.Redirect().Status(fiber.StatusSeeOther).To("/yards/" + v.YardID)
		}
	}
	var row *app.RowError
	var field *app.FieldError
	switch {
	case errors.As(err, &row):
		v.Rows[row.Row].Wrong = row.Error()
		v.Wrong, v.Make = "1 row is wrong", ""
	case errors.As(err, &field):
		v.Err = sentence(field)
	case err != nil:
		return err
	}
	if v.Err != "" || v.Wrong != "" {
		c.Status(fiber.StatusUnprocessableEntity)
	}
	return s.show(c, "many", v)
}

// textOf reads a file that was sent.
func textOf(f io.ReadCloser, err error) (string, error) {
	if err != nil {
		return "", err
	}
	defer f.Close()
	b, err := io.ReadAll(io.LimitReader(f, 1<<20))
	return string(b), err
}

// tableOf reads the table into the page, and returns its colonies.
func (s *Server) tableOf(c fiber.Ctx, v *manyView) ([]app.NewColony, error) {
	set, err := s.as(c).Settings(c.Context())
	if err != nil {
		return nil, err
	}
	like, ok, err := s.as(c).LastLike(c.Context(), "")
	if err != nil {
		return nil, err
	}
	if !ok {
		like = app.NewColony{NestFormat: "langstroth-deep-10", Excluder: true, Drawn: true}
	}
	like.Yard, like.NestBoxes, like.Supers = v.YardID, 1, 0
	used, rows, err := form.ReadColonies(v.Table, like, form.Hive{Units: set.Units})
	if err != nil {
		return nil, err
	}
	for _, u := range used {
		v.Head = append(v.Head, u.Label)
	}
	var all []app.NewColony
	bad := 0
	for _, r := range rows {
		if r.Wrong == "" {
			r.Wrong = s.as(c).Unmade(c.Context(), v.Entry, len(all), r.Colony)
		}
		if r.Wrong != "" {
			bad++
		}
		for len(r.Cells) < len(used) {
			r.Cells = append(r.Cells, "")
		}
		v.Rows = append(v.Rows, manyRow{r.Line, r.Cells, r.Wrong})
		all = append(all, r.Colony)
	}
	if bad > 0 {
		v.Wrong = words.Count(bad, "row is wrong", "rows are wrong")
	} else {
		v.Make = fmt.Sprintf("Make %s", words.Count(len(all), "colony", "colonies"))
	}
	v.Table = strings.TrimSpace(v.Table)
	return all, nil
}
