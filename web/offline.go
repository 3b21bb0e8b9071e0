package web

import (
	"crypto/sha256"
	_ "embed"
	"encoding/hex"
	"encoding/json"
	"slices"
	"strings"
	"text/template"

	"github.com/gofiber/fiber/v3"
)

//go:embed worker/sw.js
var workerSource string

// worker is the service worker with the files it keeps, made once.
func worker(a *assets) (string, error) {
	var files []string
	for u := range a.byURL {
		files = append(files, u)
	}
	slices.Sort(files)
	list, err := json.Marshal(files)
	if err != nil {
		return "", err
	}
	sum := sha256.Sum256(append(list, workerSource...))
	t, err := template.New("sw").Parse(workerSource)
	if err != nil {
		return "", err
	}
	var b strings.Builder
	err = t.Execute(&b, struct{ Version, Files string }{hex.EncodeToString(sum[:8]), string(list)})
	return b.String(), err
}

func (s *Server) showWorker(c fiber.Ctx) error {
	c.Set(fiber.HeaderContentType, "text/javascript; charset=utf-8")
	c.Set(fiber.HeaderCacheControl, "no-cache")
	return c.SendString(s.worker)
}

// showManifest lets the page be put on a phone's home screen.
func (s *Server) showManifest(c fiber.Ctx) error {
	type icon struct {
		Src     string `json:"src"`
		Sizes   string `json:"sizes"`
		Type    string `json:"type"`
		Purpose string `json:"purpose,omitempty"`
	}
	var icons []icon
	for _, i := range []icon{
		{"icon-192.png", "192x192", "image/png", ""}, {"icon-512.png", "512x512", "image/png", ""},
		{"icon-512.png", "512x512", "image/png", "maskable"}, {"mark.svg", "any", "image/svg+xml", ""},
	} {
		u, err := s.assets.url(i.Src)
		if err != nil {
			return err
		}
		i.Src = u
		icons = append(icons, i)
	}
	c.Set(fiber.HeaderCacheControl, "no-cache")
	return c.JSON(
		fiber.Map{
			"name": "Kembo", "short_name": "Kembo", "start_url": "/", "scope": "/", "display": "standalone",
			"background_color": "#FFFDF8", "theme_color": "#FBF8F0", "icons": icons,
		},
		"application/manifest+json",
	)
}

// showAway is what a page that was not kept shows with no signal.
func (s *Server) showAway(c fiber.Ctx) error {
	return s.show(c, "away", &awayView{shell: shell{Title: "No signal", Operation: " ", Today: " "}})
}

type awayView struct{ shell }
