package web

import (
	"bytes"
	"fmt"
	"html/template"
	"io/fs"
	"path"
	"strings"
)

// views are the templates, parsed once before listening. "board" is a page,
// "board#rows" the block rows of that page.
type views struct{ pages map[string]*template.Template }

func newViews(fsys fs.FS, funcs template.FuncMap) (*views, error) {
	base, err := template.New("").Funcs(funcs).ParseFS(fsys, "templates/layouts/*.html", "templates/partials/*.html")
	if err != nil {
		return nil, err
	}
	files, err := fs.Glob(fsys, "templates/pages/*.html")
	if err != nil {
		return nil, err
	}
	v := &views{pages: map[string]*template.Template{}}
	for _, f := range files {
		t, err := base.Clone()
		if err != nil {
			return nil, err
		}
		if _, err := t.ParseFS(fsys, f); err != nil {
			return nil, err
		}
		v.pages[strings.TrimSuffix(path.Base(f), ".html")] = t
	}
	return v, nil
}

// render executes into a buffer, so that a broken template gives an error page
// and never half a page.
func (v *views) render(name string, data any) ([]byte, error) {
	page, block, isBlock := strings.Cut(name, "#")
	t, ok := v.pages[page]
	if !ok {
		return nil, fmt.Errorf("there is no page %q", page)
	}
	entry := "layout"
	if isBlock {
		entry = block
	}
	var b bytes.Buffer
	if err := t.ExecuteTemplate(&b, entry, data); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}
