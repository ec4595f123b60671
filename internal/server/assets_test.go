package server

import (
	"bufio"
	"encoding/json"
	"io"
	"net/http"
	"net/http/httptest"
	"reflect"
	"strings"
	"testing"
	"testing/fstest"

	"dunvel/core/advice"
	"dunvel/core/judge"

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
		if w.Code != 200 || h.Get("Content-Encoding") != want[0] || w.Body.String() != want[1] || h.Get("Vary") != "Accept-Encoding" ||
			!strings.HasPrefix(h.Get("Content-Type"), "text/javascript") || !strings.Contains(h.Get("Cache-Control"), "immutable") {
			t.Errorf("%q: %d %q %v", accepts, w.Code, w.Body, h)
		}
	}
	if w := get("/favicon.svg", "br"); w.Code != 200 || w.Header().Get("Cache-Control") != "" || w.Header().Get("Content-Type") != "image/svg+xml" {
		t.Errorf("%d %v", w.Code, w.Header())
	}
	for _, path := range []string{"/assets/a.js.br", "/assets/a.js.gz", "/assets/", "/assets", "/assets/b.js", "/assets/../pages.go"} {
		if w := get(path, "br"); w.Code == 200 && w.Body.String() != "" {
			t.Errorf("%s: %d %q", path, w.Code, w.Body)
		}
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

// A draft comes before the answer, and what it says of the heads that are judged in it and
// of the one to tie on is what the answer says.
func TestDraftComesFirst(t *testing.T) {
	s := start(t)
	for name, changes := range map[string]map[string]any{
		"a slow fall":      {},
		"held":             {"approach": map[string]any{"kind": "hold bottom"}, "water": map[string]any{"depth": 5}, "flow": map[string]any{"speed": 0.2, "direction": 90}},
		"swum":             {"approach": map[string]any{"kind": "swim"}, "water": map[string]any{"depth": 4}},
		"over both states": {"other": map[string]any{"asked": true, "speed": 0.3, "direction": 90}},
		"none does it":     {"heads": []float64{0.0004, 0.0009}},
		"heavy on purpose": {"approach": map[string]any{"leaning": "heavy on purpose"}},
	} {
		body, err := json.Marshal(map[string]any{"setup": changes})
		if err != nil {
			t.Fatal(err)
		}
		response, err := http.Post(s.url+"/api/answers?draft=true&looked=0.0425", "application/json", strings.NewReader(string(body)))
		if err != nil {
			t.Fatal(err)
		}
		lines := bufio.NewReader(response.Body)
		var first, last struct{ Draft, Result *advice.Answer }
		for _, into := range []any{&first, &last} {
			line, err := lines.ReadBytes('\n')
			if err != nil {
				t.Fatalf("%s: %d %s %v", name, response.StatusCode, line, err)
			}
			if err := json.Unmarshal(line, into); err != nil {
				t.Fatal(err)
			}
		}
		rest, _ := io.ReadAll(lines)
		_ = response.Body.Close()
		draft, answer := first.Draft, last.Result
		if draft == nil || answer == nil || !draft.Draft || answer.Draft || len(rest) > 0 {
			t.Fatalf("%s: %+v %+v %s", name, first, last, rest)
		}
		alike(t, name, draft, answer)
		if h := draft.Heads[len(draft.Heads)-1]; h.Mass == 0.0425 && h.Verdict == judge.Open {
			t.Errorf("%s: the head that is looked at is open", name)
		}
		if draft.Other != nil || answer.Other != nil {
			alike(t, name+", the other state", draft.Other, answer.Other)
		}
	}
}

func alike(t *testing.T, name string, draft, answer *advice.Answer) {
	t.Helper()
	if draft.Pick != answer.Pick || draft.Least != answer.Least || draft.Hand != answer.Hand || len(draft.Heads) != len(answer.Heads) {
		t.Errorf("%s: draft %d, %d, %s; answer %d, %d, %s", name, draft.Pick, draft.Least, draft.Hand, answer.Pick, answer.Least, answer.Hand)
	}
	if draft.Pick >= 0 && draft.Sentence != answer.Sentence || draft.Cue != answer.Cue || draft.NotLighter != "" && draft.Pick >= 0 && draft.NotLighter != answer.NotLighter {
		t.Errorf("%s: %s %s\n%s %s", name, draft.Sentence, draft.NotLighter, answer.Sentence, answer.NotLighter)
	}
	judged := 0
	for i, h := range draft.Heads {
		if h.Verdict == judge.Open {
			continue
		}
		if judged++; !reflect.DeepEqual(h, answer.Heads[i]) {
			t.Errorf("%s, %g kg: %+v\n%+v", name, h.Mass, h, answer.Heads[i])
		}
	}
	if judged == 0 || draft.Pick >= 0 && draft.Heads[draft.Pick].Verdict == judge.Open {
		t.Errorf("%s: %d heads of the draft were judged", name, judged)
	}
}
