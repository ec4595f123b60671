package server

import (
	"crypto/rand"
	"fmt"
	"io/fs"
	"net/http"
	"path"
	"strings"

	"dunvel/web"

	"github.com/labstack/echo/v5"
)

// noncePlace stands in the built pages where the nonce of the request goes;
// the component library gives it to the styles it adds.
const noncePlace = "__NONCE__"

const placeholder = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Dunvel</title>
<p>The front end is not built yet. Run <code>make build</code> and start again.</p></html>`

// pages serves the embedded front end.
type pages struct {
	files fs.FS
	html  map[string]string
}

func newPages() (*pages, error) {
	files, err := fs.Sub(web.Dist, "dist")
	if err != nil {
		return nil, fmt.Errorf("server: front end: %w", err)
	}
	p := &pages{files, map[string]string{}}
	for _, name := range []string{"index.html", "docs.html"} {
		text, err := fs.ReadFile(files, name)
		if err != nil {
			text = []byte(placeholder)
		}
		p.html[name] = string(text)
	}
	return p, nil
}

// page serves a page with a nonce of its own.
func (p *pages) page(name string) echo.HandlerFunc {
	return func(c *echo.Context) error {
		nonce := rand.Text()
		h := c.Response().Header()
		h.Set("Content-Security-Policy", fmt.Sprintf(policy, " 'nonce-"+nonce+"'"))
		h.Set("Cache-Control", "no-cache")
		return c.HTML(http.StatusOK, strings.ReplaceAll(p.html[name], noncePlace, nonce))
	}
}

func (p *pages) register(e *echo.Echo) {
	e.GET("/assets/*", p.asset(true))
	for _, file := range []string{"/favicon.svg", "/icon-192.png", "/icon-512.png", "/licences.txt", "/manifest.webmanifest", "/sw.js", "/engine/*"} {
		e.GET(file, p.asset(false))
	}
	page := p.page("index.html") // the front end knows its own addresses
	e.GET("/*", func(c *echo.Context) error {
		if strings.Contains(path.Base(c.Request().URL.Path), ".") {
			return echo.ErrNotFound // a file that is not there
		}
		return page(c)
	})
}
