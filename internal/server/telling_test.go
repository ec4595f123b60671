package server

import (
	"bufio"
	"encoding/json"
	"net/http"
	"strings"
	"testing"

	"dunvel/internal/contract"
)

// What takes long tells how far it is, and in the end gives what it gives without telling.
func TestTelling(t *testing.T) {
	s := start(t)
	begun(t, s)
	water := question(t, "heads", []float64{0.0053, 0.0071, 0.0106})
	with := func(more string) string { return strings.Replace(water, `{"setup"`, "{"+more+`,"setup"`, 1) }
	for path, body := range map[string]string{
		"/api/changes":     water,
		"/api/rules":       with(`"rules":"to 3 m: 3.5 g; deeper: 7 g"`),
		"/api/comparisons": with(`"against":[{"variant":"tungsten"}]`),
		"/api/lessons":     `{}`,
		"/api/imports":     `{"kind":"log","text":"time,what happened\n2026-05-12 19:30,bite\n","take":false}`,
	} {
		_, _, plain := s.ask("POST", path, body, nil)
		response, err := http.Post(s.url+path+"?progress=true", "application/json", strings.NewReader(body))
		if err != nil {
			t.Fatal(err)
		}
		if response.StatusCode != 200 || response.Header.Get("Content-Type") != "application/x-ndjson" {
			t.Errorf("%s: %d %s", path, response.StatusCode, response.Header)
		}
		lines := bufio.NewScanner(response.Body)
		lines.Buffer(nil, 1<<20)
		told, last, found := -1.0, "", ""
		for lines.Scan() {
			var line struct {
				Share  *float64
				Found  json.RawMessage
				Result json.RawMessage
			}
			if err := json.Unmarshal(lines.Bytes(), &line); err != nil || last != "" {
				t.Fatalf("%s: %v in %.200s after %.200s", path, err, lines.Text(), last)
			}
			if line.Share != nil {
				told = max(told, *line.Share)
			}
			if line.Found != nil {
				found = string(line.Found)
			}
			last = string(line.Result)
		}
		_ = response.Body.Close()
		if last != strings.TrimSpace(plain) {
			t.Errorf("%s: %.300s\nwithout lines: %.300s", path, last, plain)
		}
		if path == "/api/changes" && found != last {
			t.Errorf("%s: found %s, in the end %s", path, found, last)
		}
		if path != "/api/imports" && !(told > 0 && told <= 1) {
			t.Errorf("%s told %g at most", path, told)
		}
	}
	// What is refused is refused before any line.
	var p contract.Problem
	if status, _, body := s.ask("POST", "/api/changes?progress=true", question(t, "water.depth", -1),
		&p); status != 422 || p.Status != 422 {
		t.Errorf("%d %s", status, body)
	}
}
