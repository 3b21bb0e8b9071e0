package web

import (
	"bytes"
	"fmt"
	"html/template"
	"io/fs"
	"strings"

	"github.com/gofiber/fiber/v3"
	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/ast"
	mdtext "github.com/yuin/goldmark/text"

	"kembo/app"
	"kembo/docs/guide"
)

// guidePage is a page of the user guide.
type guidePage struct {
	Name, Title string
	Body        template.HTML
}

// guideOrder is the order in which the guide is read.
var guideOrder = []string{"start", "round", "year", "harvest", "records"}

// guidePages reads the guide once, as the server starts.
func guidePages() ([]guidePage, error) {
	var out []guidePage
	for _, name := range guideOrder {
		b, err := fs.ReadFile(guide.Pages, name+".md")
		if err != nil {
			return nil, err
		}
		title, _, _ := strings.Cut(strings.TrimPrefix(string(b), "# "), "\n")
		body, err := markdown(b)
		if err != nil {
			return nil, fmt.Errorf("guide, %s: %w", name, err)
		}
		out = append(out, guidePage{name, title, body})
	}
	return out, nil
}

// markdown writes a page of the guide as HTML; other pages of it are linked where they
// are served. HTML in it is left out.
func markdown(source []byte) (template.HTML, error) {
	md := goldmark.New()
	doc := md.Parser().Parse(mdtext.NewReader(source))
	err := ast.Walk(doc, func(n ast.Node, entering bool) (ast.WalkStatus, error) {
		if l, ok := n.(*ast.Link); ok && entering {
			if name, ok := strings.CutSuffix(string(l.Destination), ".md"); ok {
				l.Destination = []byte("/guide/" + name)
			}
		}
		return ast.WalkContinue, nil
	})
	if err != nil {
		return "", err
	}
	var b bytes.Buffer
	err = md.Renderer().Render(&b, source, doc)
	return template.HTML(b.String()), err
}

type guideView struct {
	shell
	Pages []guidePage
	Page  guidePage
}

// showGuide shows a page of the guide, the first where none is named.
func (s *Server) showGuide(c fiber.Ctx) error {
	want := c.Params("page", guideOrder[0])
	for _, p := range s.guide {
		if p.Name == want {
			return s.show(c, "guide", &guideView{shell{Title: p.Title, Active: "more"}, s.guide, p})
		}
	}
	return fmt.Errorf("guide, %s: %w", want, app.ErrNotFound)
}
