package server

import (
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/fstest"

	"github.com/labstack/echo/v5"
)

// A built file goes out as the smallest copy that the client takes, under its own name and
// kind; the copies have no addresses of their own.
func TestCopiesOfAssets(t *testing.T) {
	p := &pages{files: fstest.MapFS{
		"assets/a.js":    {Data: []byte("whole")},
		"assets/a.js.br": {Data: []byte("brotli")},
		"assets/a.js.gz": {Data: []byte("gzip")},
		"favicon.svg":    {Data: []byte("<svg/>")},
	}, html: map[string]string{}}
	e := echo.New()
	p.register(e)
	get := func(path, accepts string) *httptest.ResponseRecorder {
		r := httptest.NewRequest("GET", path, nil)
		r.Header.Set("Accept-Encoding", accepts)
		w := httptest.NewRecorder()
		e.ServeHTTP(w, r)
		return w
	}
	for accepts, want := range map[string][2]string{
		"":                            {"", "whole"},
		"gzip, deflate, br":           {"br", "brotli"},
		"gzip":                        {"gzip", "gzip"},
		"gzip;q=0.5, br;q=0":          {"gzip", "gzip"},
		"*":                           {"br", "brotli"},
		"identity, *;q=0":             {"", "whole"},
		"deflate, br;q=nonsense":      {"br", "brotli"},
		"BR":                          {"br", "brotli"},
		"brotli, x-gzip, somethingbr": {"", "whole"},
	} {
		w := get("/assets/a.js", accepts)
		h := w.Header()
		if w.Code != 200 || h.Get("Content-Encoding") != want[0] || w.Body.String() != want[1] ||
			h.Get("Vary") != "Accept-Encoding" ||
			!strings.HasPrefix(h.Get("Content-Type"), "text/javascript") || !strings.Contains(h.Get("Cache-Control"),
			"immutable") || h.Get("Content-Security-Policy") != workerPolicy {
			t.Errorf("%q: %d %q %v", accepts, w.Code, w.Body, h)
		}
	}
	if w := get("/favicon.svg", "br"); w.Code != 200 || w.Header().Get("Cache-Control") != "no-cache" ||
		w.Header().Get("Content-Security-Policy") == workerPolicy || w.Header().Get("Content-Type") != "image/svg+xml" {
		t.Errorf("%d %v", w.Code, w.Header())
	}
	for _, path := range []string{"/assets/a.js.br", "/assets/a.js.gz", "/assets/", "/assets", "/assets/b.js",
		"/assets/../pages.go"} {
		if w := get(path, "br"); w.Code == 200 && w.Body.String() != "" {
			t.Errorf("%s: %d %q", path, w.Code, w.Body)
		}
	}
}

// What is not kept for long is sent once: a client that has it is told so, by what is in the copy that it has.
func TestWhatAClientHasIsNotSentAgain(t *testing.T) {
	files := fstest.MapFS{"sw.js": {Data: []byte("whole")}, "sw.js.br": {Data: []byte("brotli")}}
	e := echo.New()
	(&pages{files: files, html: map[string]string{}}).register(e)
	get := func(accepts, has string) (code int, body, tag string) {
		r := httptest.NewRequest("GET", "/sw.js", nil)
		r.Header.Set("Accept-Encoding", accepts)
		r.Header.Set("If-None-Match", has)
		w := httptest.NewRecorder()
		e.ServeHTTP(w, r)
		return w.Code, w.Body.String(), w.Header().Get("ETag")
	}
	_, _, small := get("br", "")
	if code, body, tag := get("br", small); code != http.StatusNotModified || body != "" || tag != small {
		t.Errorf("%d %q %s, has %s", code, body, tag, small)
	}
	if code, body, _ := get("", small); code != http.StatusOK || body != "whole" {
		t.Errorf("another copy: %d %q", code, body)
	}
	files["sw.js.br"] = &fstest.MapFile{Data: []byte("newer")}
	if code, body, tag := get("br", small); code != http.StatusOK || body != "newer" || tag == small {
		t.Errorf("a newer one: %d %q %s", code, body, tag)
	}
}

// Answers are compressed for whoever asks, and only then.
func TestAnswersAreCompressed(t *testing.T) {
	s := start(t)
	ask := func(path, accepts string) *http.Response {
		r, err := http.NewRequest("GET", s.url+path, nil)
		if err != nil {
			t.Fatal(err)
		}
		r.Header.Set("Accept-Encoding", accepts)
		response, err := http.DefaultTransport.RoundTrip(r)
		if err != nil {
			t.Fatal(err)
		}
		t.Cleanup(func() { _ = response.Body.Close() })
		return response
	}
	if got := ask("/api/definitions", "gzip").Header.Get("Content-Encoding"); got != "gzip" {
		t.Errorf("%q", got)
	}
	if got := ask("/api/definitions", "identity").Header.Get("Content-Encoding"); got != "" {
		t.Errorf("%q", got)
	}
	if got := ask("/api/health", "gzip").Header.Get("Content-Encoding"); got != "" {
		t.Errorf("a short one: %q", got)
	}
}
