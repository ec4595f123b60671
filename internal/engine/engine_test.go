package engine

import (
	"context"
	"encoding/json"
	"os"
	"os/exec"
	"strings"
	"testing"

	"dunvel/core/setup"
	"dunvel/internal/answers"
)

// Without a server the answer is that of the desk, to the letter, in the same units.
func TestAskIsTheAnswer(t *testing.T) {
	want, err := answers.Desk{From: &answers.Knowledge{}}.Answer(t.Context(), setup.Default(),
		map[string]string{"mass": "oz"})
	if err != nil {
		t.Fatal(err)
	}
	text, err := json.Marshal(want)
	if err != nil {
		t.Fatal(err)
	}
	status, got := Ask(t.Context(), "/answers", []byte(`{"setup":{},"units":{"mass":"oz"}}`), nil)
	if status != 200 || string(got) != string(text) {
		t.Errorf("%d %.300s", status, got)
	}
}

// What is known goes into it.
func TestAskKnows(t *testing.T) {
	_, got := Ask(t.Context(), "/answers", []byte(`{"setup":{"heads":[0.0071,0.0106,0.0142]}}`),
		[]byte(`{"items":[{"kind":"head","mass":0.0106,"shape":"ball","material":"lead","count":3}]}`))
	var answer struct {
		Heads []struct{ Mass, Owned float64 }
	}
	if err := json.Unmarshal(got, &answer); err != nil || len(answer.Heads) != 3 || answer.Heads[1].Owned != 3 ||
		answer.Heads[0].Owned != 0 {
		t.Errorf("%+v %v", answer, err)
	}
}

// The engine builds for a page, and has neither a database nor a server in it.
func TestEngineStandsAlone(t *testing.T) {
	list := exec.CommandContext(t.Context(), "go", "list", "-deps", "dunvel/cmd/engine")
	list.Env = append(os.Environ(), "GOOS=js", "GOARCH=wasm")
	out, err := list.Output()
	if err != nil || !strings.Contains(string(out), "dunvel/core/advice\n") {
		t.Fatalf("%s %v", out, err)
	}
	for _, not := range []string{"dunvel/internal/store", "dunvel/internal/server", "labstack/echo", "jmoiron/sqlx",
		"database/sql", "net/http\n", "getkin/kin-openapi"} {
		if strings.Contains(string(out), not) {
			t.Errorf("%s is in it", not)
		}
	}
}

// Every question has an answer or says what is wrong with it.
func TestAsk(t *testing.T) {
	ended, end := context.WithCancel(t.Context())
	end()
	for _, tt := range []struct {
		ctx               context.Context
		path, body, known string
		status            int
		words             string
	}{
		{t.Context(), "/definitions", "", "", 200, `"defaults"`},
		{t.Context(), "/quantities", `{"field":"water.depth","text":"6 m"}`, "", 200, `"value":6`},
		{t.Context(), "/quantities", `{"field":"water.depth","text":"6 kg"}`, "", 422, `"field":"water.depth"`},
		{t.Context(), "/drops", `{"setup":{},"heads":[0.0142],"programme":{"start":[{"kind":"fall","time":100}],"work":[],"times":0}}`, "", 200, "Down in "},
		{t.Context(), "/cards", `{"setup":{}}`, "", 200, `"depths":[2,4,6,`},
		{t.Context(), "/charts", `{"setup":{},"x":"water.depth","y":"tea"}`, "", 422,
			"Map: “tea” cannot be looked along."},
		{t.Context(), "/answers", `{"setup":{"water":{"depth":-1}}}`, "", 422,
			"Depth under the rod: -1 m is outside what is allowed"},
		{t.Context(), "/answers", `{"setup":{},"units":{"mass":"stone"}}`, "", 422,
			"Units: mass cannot be shown in “stone”; choose one of g, oz."},
		{t.Context(), "/changes", `{"setup":{},"tea":1}`, "", 400, "unknown field"},
		{t.Context(), "/answers", `{`, "", 400, "cannot be read"},
		{t.Context(), "/answers", `{"setup":{}}`, `[]`, 400, "cannot be read"},
		{t.Context(), "/trips", `{}`, "", 404, "no such question"},
		{ended, "/answers", `{"setup":{}}`, "", 503, "It was stopped"},
	} {
		status, got := Ask(tt.ctx, tt.path, []byte(tt.body), []byte(tt.known))
		if status != tt.status || !strings.Contains(string(got), tt.words) {
			t.Errorf("%s %s: %d %.300s", tt.path, tt.body, status, got)
		}
	}
}
