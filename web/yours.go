package web

import (
	"bytes"
	"fmt"

	"github.com/gofiber/fiber/v3"
)

// yoursView is the page from which all data can be taken away.
type yoursView struct {
	shell
	Last    string
	Copies  []copyRow
	Entry   string
	Folder  string
	Made    bool
	NoCopy  bool // none was made yet
	Problem string
}

// copyRow is a copy of the data file.
type copyRow struct{ Name, At, Size string }

func (s *Server) showYours(c fiber.Ctx) error {
	all, err := s.as(c).Backups()
	if err != nil {
		return err
	}
	v := &yoursView{shell: shell{Title: "Copies and export", Active: "more"}, Made: c.Query("made") != "", NoCopy: len(all) == 0}
	for _, b := range all {
		v.Copies = append(v.Copies, copyRow{b.Name, b.At.Format("2 Jan 2006, 15:04") + " UTC", sizeText(b.Bytes)})
	}
	if len(all) > 0 {
		v.Last = v.Copies[0].At
	}
	return s.show(c, "yours", v)
}

func sizeText(n int64) string {
	const mega = 1 << 20
	if n < mega {
		return fmt.Sprintf("%d kB", (n+1023)/1024)
	}
	return fmt.Sprintf("%.1f MB", float64(n)/mega)
}

func (s *Server) makeBackup(c fiber.Ctx) error {
	if _, err := s.as(c).BackUp(c.Context()); err != nil {
		return err
	}
	return c.Redirect().Status(fiber.StatusSeeOther).To("/yours?made=1")
}

// sendBackup sends a copy of the data file.
func (s *Server) sendBackup(c fiber.Ctx) error {
	name := c.Params("name")
	f, err := s.as(c).OpenBackup(name)
	if err != nil {
		return err
	}
	info, err := f.Stat()
	if err != nil {
		f.Close()
		return err
	}
	c.Set(fiber.HeaderContentType, "application/vnd.sqlite3")
	c.Set(fiber.HeaderContentDisposition, `attachment; filename="`+name+`"`)
	return c.SendStream(f, int(info.Size())) // which closes it
}

// sendExport sends the whole operation as one file.
func (s *Server) sendExport(c fiber.Ctx) error {
	var b bytes.Buffer
	if err := s.as(c).Export(c.Context(), &b); err != nil {
		return err
	}
	c.Set(fiber.HeaderContentType, "application/zip")
	c.Set(fiber.HeaderContentDisposition, `attachment; filename="kembo.zip"`)
	return c.Send(b.Bytes())
}
