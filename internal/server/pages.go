package server

import (
	"crypto/rand"
	"fmt"
	"io/fs"
	"net/http"
	"path"
	"regexp"
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
	files  fs.FS
	html   map[string]string
	script string // of the page: its name changes with what is in it
}

// pageHeader names the script of the server's page in the head of an answer, so that a page that is
// open knows when it is another's.
const pageHeader = "Dunvel-Page"

var script = regexp.MustCompile(`<script type="module"[^>]* src="([^"]+)"`)

func newPages() (*pages, error) {
	files, err := fs.Sub(web.Dist, "dist")
	if err != nil {
		return nil, fmt.Errorf("server: front end: %w", err)
	}
	p := &pages{files: files, html: map[string]string{}}
	for _, name := range []string{"index.html", "docs.html", "trust.html"} {
		text, err := fs.ReadFile(files, name)
		if err != nil {
			text = []byte(placeholder)
		}
		p.html[name] = string(text)
	}
	if found := script.FindStringSubmatch(p.html["index.html"]); found != nil {
		p.script = found[1]
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

// Where a device reads how to trust an own authority, and has it from.
const (
	trustPage     = "/trust"
	authorityFile = "/authority.crt"
)

// authority has a device read how to trust an own authority, and take it.
func (p *pages) authority(e *echo.Echo, certificate []byte) {
	e.GET(trustPage, p.page("trust.html"))
	e.GET(authorityFile, func(c *echo.Context) error {
		c.Response().Header().Set("Cache-Control", "no-store")
		return c.Blob(http.StatusOK, "application/x-x509-ca-cert", certificate)
	})
}

// named has answers say whose page they are for.
func (p *pages) named(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		c.Response().Header().Set(pageHeader, p.script)
		return next(c)
	}
}

func (p *pages) register(e *echo.Echo) {
	e.GET("/assets/*", p.asset(true))
	for _, file := range []string{"/favicon.svg", "/icon-192.png", "/icon-512.png", "/licences.txt",
		"/manifest.webmanifest", "/sw.js"} {
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
