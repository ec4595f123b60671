package server

import (
	"crypto/sha256"
	"fmt"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"strconv"
	"strings"

	"github.com/labstack/echo/v5"
)

// copies are the codings of which there may be a copy beside a built file, the smallest
// first, with the ends of their names.
var copies = []struct{ coding, end string }{{"br", ".br"}, {"gzip", ".gz"}}

// asset serves a file of the built front end, compressed where the client takes it so.
// Names change with what is in the files where they are kept for long; a client that has
// another is told that it still has the same, and not sent it again.
func (p *pages) asset(forLong bool) echo.HandlerFunc {
	return func(c *echo.Context) error {
		name := strings.TrimPrefix(path.Clean(c.Request().URL.Path), "/")
		info, err := fs.Stat(p.files, name)
		if err != nil || info.IsDir() || strings.HasSuffix(c.Request().URL.Path, "/") || isCopy(name) {
			return echo.ErrNotFound // what else is there is nobody's business
		}
		h := c.Response().Header()
		h.Add("Vary", "Accept-Encoding")
		if h.Set("Cache-Control", "no-cache"); forLong {
			h.Set("Cache-Control", "public, max-age=31536000, immutable")
		}
		if path.Ext(name) == ".js" {
			h.Set("Content-Security-Policy", workerPolicy)
		}
		if kind := mime.TypeByExtension(path.Ext(name)); kind != "" {
			h.Set("Content-Type", kind)
		}
		for _, k := range copies {
			if _, err := fs.Stat(p.files, name+k.end); err == nil &&
				takes(c.Request().Header.Get("Accept-Encoding"), k.coding) {
				h.Set("Content-Encoding", k.coding)
				name += k.end
				break
			}
		}
		if !forLong {
			content, err := fs.ReadFile(p.files, name)
			if err != nil {
				return err
			}
			h.Set("ETag", fmt.Sprintf(`"%x"`, sha256.Sum256(content)))
		}
		http.ServeFileFS(c.Response(), c.Request(), p.files, name)
		return nil
	}
}

func isCopy(name string) bool {
	for _, k := range copies {
		if strings.HasSuffix(name, k.end) {
			return true
		}
	}
	return false
}

// takes tells whether a client accepts a coding, by its Accept-Encoding (RFC 9110,
// section 12.5.3).
func takes(accepted, coding string) bool {
	any := false
	for part := range strings.SplitSeq(accepted, ",") {
		name, parameters, _ := strings.Cut(strings.TrimSpace(part), ";")
		quality := 1.0
		if q, found := strings.CutPrefix(strings.TrimSpace(parameters), "q="); found {
			if v, err := strconv.ParseFloat(q, 64); err == nil {
				quality = v
			}
		}
		switch strings.ToLower(strings.TrimSpace(name)) {
		case coding:
			return quality > 0
		case "*":
			any = quality > 0
		}
	}
	return any
}
