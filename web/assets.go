package web

import (
	"bytes"
	"compress/gzip"
	"crypto/sha256"
	"encoding/hex"
	"io/fs"
	"mime"
	"path"
	"strings"

	"github.com/gofiber/fiber/v3"
)

// asset is a static file under a name that carries its hash, so that it may be
// kept for ever.
type asset struct {
	body, zipped []byte
	kind         string
}

type assets struct {
	byURL map[string]asset
	urls  map[string]string // file -> URL
}

// newAssets reads the static files. Fonts come first, since the style sheets
// that name them are rewritten to their hashed URLs.
func newAssets(fsys fs.FS) (*assets, error) {
	a := &assets{byURL: map[string]asset{}, urls: map[string]string{}}
	var sheets []string
	err := fs.WalkDir(fsys, "static", func(p string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || strings.Contains(p, "LICENSE") {
			return err
		}
		if strings.HasSuffix(p, ".css") {
			sheets = append(sheets, p)
			return nil
		}
		b, err := fs.ReadFile(fsys, p)
		if err != nil {
			return err
		}
		return a.add(p, b)
	})
	if err != nil {
		return nil, err
	}
	for _, p := range sheets {
		b, err := fs.ReadFile(fsys, p)
		if err != nil {
			return nil, err
		}
		for file, u := range a.urls {
			b = bytes.ReplaceAll(b, []byte("../"+strings.TrimPrefix(file, "static/")), []byte(u))
			b = bytes.ReplaceAll(b, []byte(`"`+strings.TrimPrefix(file, "static/")+`"`), []byte(`"`+u+`"`))
		}
		if err := a.add(p, b); err != nil {
			return nil, err
		}
	}
	return a, nil
}

func (a *assets) add(file string, b []byte) error {
	sum := sha256.Sum256(b)
	ext := path.Ext(file)
	u := "/a/" + strings.TrimSuffix(path.Base(file), ext) + "." + hex.EncodeToString(sum[:6]) + ext
	kind := mime.TypeByExtension(ext)
	if ext == ".woff2" {
		kind = "font/woff2"
	}
	x := asset{body: b, kind: kind}
	if ext != ".woff2" && ext != ".png" {
		var z bytes.Buffer
		w, err := gzip.NewWriterLevel(&z, gzip.BestCompression)
		if err != nil {
			return err
		}
		if _, err := w.Write(b); err != nil {
			return err
		}
		if err := w.Close(); err != nil {
			return err
		}
		x.zipped = z.Bytes()
	}
	a.byURL[u], a.urls[file] = x, u
	return nil
}

// url returns the URL of a static file, as "kembo.css"; it is a template
// function, and a file that is not there stops the template.
func (a *assets) url(file string) (string, error) {
	if u, ok := a.urls["static/"+file]; ok {
		return u, nil
	}
	return "", fs.ErrNotExist
}

func (a *assets) serve(c fiber.Ctx) error {
	x, ok := a.byURL[c.Path()]
	if !ok {
		return fiber.ErrNotFound
	}
	c.Set(fiber.HeaderContentType, x.kind)
	c.Set(fiber.HeaderCacheControl, "public, max-age=31536000, immutable")
	c.Set(fiber.HeaderVary, fiber.HeaderAcceptEncoding)
	if x.zipped != nil && strings.Contains(c.Get(fiber.HeaderAcceptEncoding), "gzip") {
		c.Set(fiber.HeaderContentEncoding, "gzip")
		return c.Send(x.zipped)
	}
	return c.Send(x.body)
}
