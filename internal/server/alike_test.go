package server

import (
	"net/http"
	"net/url"
	"strings"
	"testing"

	"dunvel/internal/engine"
)

// What is asked has the same answer of the server and of the engine in a page, to the letter:
// questions that are right, and ones that are wrong.
func TestEngineAnswersAlike(t *testing.T) {
	if testing.Short() {
		t.Skip("every question twice")
	}
	s := start(t)
	_, _, known := s.ask(http.MethodGet, "/api/knowledge", "", nil)
	fish := `"fish":{"distance":20,"bearing":0,"depth":3,"way":180,"speed":0.5,"sight":0}`
	nothing := `"state":{"time":"2026-11-27T08:00:00Z","depth":null,"drift":null,"wind":null,"current":null,"heading":null,"temperature":null,"place":null},"toward":{"kind":"as set","degrees":0}`
	for path, bodies := range map[string][]string{
		"/answers": {`{"setup":{}}`,
			`{"setup":{"wind":{"speed":7},"approach":{"kind":"swim"}},"units":{"mass":"oz","depth":"ft"}}`,
			`{"setup":{"water":{"depth":999}}}`, `{"setup":{"target":{"depth":30}}}`},
		"/doubts":   {`{"setup":{"heads":[0.0071,0.0142]}}`, `{"setup":{"water":{"depth":-1}}}`},
		"/changes":  {`{"setup":{"heads":[0.0071,0.0142]}}`},
		"/cards":    {`{"setup":{"water":{"depth":4}}}`},
		"/cautions": {`{"setup":{}}`, `{"setup":{"water":{"depth":-1}}}`},
		"/comparisons": {`{"setup":{"heads":[0.0071,0.0142]},"against":[{"variant":"thick"}]}`,
			`{"setup":{},"against":[{"variant":"tea"}]}`},
		"/rules": {`{"setup":{"heads":[0.0071,0.0142]},"rules":"to 3 m: 3.5 g; deeper: 7 g"}`,
			`{"setup":{},"rules":"tea"}`},
		"/drops": {`{"setup":{},"heads":[0.0142],"programme":{"start":[{"kind":"fall","amount":0,"speed":0,"time":100}],"work":[],"times":0}}`},
		"/leads": {`{"setup":{},` + fish + `}`, `{"setup":{"water":{"depth":2}},` + fish + `}`},
		"/rounds": {`{"setup":{},"mass":0.0142,"game":"touch","seed":4}`,
			`{"setup":{},"mass":0.0142,"game":"lead","seed":4}`},
		"/live/weights": {`{"setup":{},` + nothing + `,"held":{"water.depth":999}}`},
	} {
		for _, body := range bodies {
			status, _, want := s.ask(http.MethodPost, "/api"+path, body, nil)
			got, text := engine.Ask(t.Context(), path, []byte(body), []byte(known))
			if got != status || strings.TrimSpace(string(text)) != strings.TrimSpace(want) {
				t.Errorf("%s %s: %d %.300s\nof the engine: %d %.300s", path, body, status, want, got, text)
			}
		}
	}
	for _, query := range []string{"field=water.depth&text=6'10\"", "field=water.depth&text=6+kg"} {
		values, err := url.ParseQuery(query)
		if err != nil {
			t.Fatal(err)
		}
		status, _, want := s.ask(http.MethodGet, "/api/quantities?"+values.Encode(), "", nil)
		got, text := engine.Ask(t.Context(), "/quantities", []byte(`{"field":"`+values.Get("field")+`","text":"`+
			strings.ReplaceAll(values.Get("text"), `"`, `\"`)+`"}`), nil)
		if got != status || strings.TrimSpace(string(text)) != strings.TrimSpace(want) {
			t.Errorf("%s: %d %s\nof the engine: %d %s", query, status, want, got, text)
		}
	}
}
