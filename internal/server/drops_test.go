package server

import (
	"encoding/json"
	"strings"
	"testing"

	"dunvel/core/setup"
	"dunvel/core/technique"
)

// played is a question for drops, as JSON.
func played(t *testing.T, heads []float64, p technique.Programme) string {
	t.Helper()
	text, err := json.Marshal(map[string]any{"setup": setup.Default(), "heads": heads, "programme": p.Whole()})
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

var fallOnly = technique.Programme{Start: []technique.Action{{Kind: technique.Fall, Time: 100}}}

func TestDropsOverHTTP(t *testing.T) {
	s := start(t)
	var drops []struct {
		Mass, Touch, Time float64
		Outcome           string
		Words             []string
		Frames            []struct {
			Time float64
			Line []struct{ X, Y, Z float64 }
		}
	}
	status, _, body := s.ask("POST", "/api/drops", played(t, []float64{0.0035, 0.0142}, fallOnly), &drops)
	if status != 200 || len(drops) != 2 {
		t.Fatalf("%d %.300s", status, body)
	}
	light, heavy := drops[0], drops[1]
	if light.Mass != 0.0035 || !(heavy.Touch > 0 && heavy.Touch < light.Touch) || light.Outcome != "done" {
		t.Errorf("touch after %g and %g s, %s", light.Touch, heavy.Touch, light.Outcome)
	}
	if len(light.Frames) < 10 || len(light.Frames[0].Line) < 10 || !strings.HasPrefix(light.Words[0], "Down in ") {
		t.Errorf("%d frames, %q", len(light.Frames), light.Words)
	}
	// The fall is the one of the answer, which looks at the head to tie on as closely.
	var answer struct {
		Heads []struct {
			Mass float64
			Fall struct{ Time float64 }
		}
	}
	s.ask("POST", "/api/answers", question(t, "", nil), &answer)
	for _, h := range answer.Heads {
		if h.Mass == 0.0035 && (h.Fall.Time/light.Touch > 1.002 || h.Fall.Time/light.Touch < 0.998) {
			t.Errorf("the answer has %g s, the drop %g s", h.Fall.Time, light.Touch)
		}
	}
}

func TestBadDrops(t *testing.T) {
	s := start(t)
	wait := func(seconds float64) technique.Programme {
		return technique.Programme{Work: []technique.Action{{Kind: technique.Wait, Time: seconds}}, Times: 2}
	}
	for _, tt := range []struct {
		name, body, words string
		status            int
	}{
		{"no head", played(t, []float64{}, fallOnly), "", 400},
		{"three heads", played(t, []float64{0.001, 0.002, 0.003}, fallOnly), "", 400},
		{"a time before the splash", played(t, []float64{0.005}, wait(-3)), "programme.work.0", 422},
		{"for ever", played(t, []float64{0.005}, wait(1e9)), "programme.work.0", 422},
		{"an action nobody knows", strings.Replace(played(t, []float64{0.005}, wait(3)), `"wait"`, `"whistle"`, 1),
			"“whistle” is not an action", 422},
		{"text for a time", strings.Replace(played(t, []float64{0.005}, wait(3)), `"time":3`, `"time":"long"`, 1), "",
			400},
		{"a spool too small", strings.Replace(played(t, []float64{0.005}, fallOnly), `"lineOnSpool":200`,
			`"lineOnSpool":10`, 1), "rod.lineOnSpool", 422},
	} {
		if status, header, body := s.ask("POST", "/api/drops", tt.body, nil); status != tt.status ||
			!strings.Contains(body, tt.words) || header.Get("Content-Type") != "application/problem+json" {
			t.Errorf("%s: %d %.300s", tt.name, status, body)
		}
	}
}

func TestProgrammesOverHTTP(t *testing.T) {
	s := start(t)
	body := func(name string) string {
		text, err := json.Marshal(map[string]any{"name": name, "programme": fallOnly.Whole()})
		if err != nil {
			t.Fatal(err)
		}
		return string(text)
	}
	var kept struct {
		ID, Version int64
		Name        string
		Programme   technique.Programme
	}
	if status, _, text := s.ask("POST", "/api/programmes", body("Mine"), &kept); status != 201 ||
		kept.Programme.Start[0].Kind != technique.Fall {
		t.Fatalf("%d %s", status, text)
	}
	if status, _, _ := s.ask("POST", "/api/programmes", body("Mine"), nil); status != 409 {
		t.Errorf("a name twice: %d", status)
	}
	if status, _, _ := s.ask("PATCH", "/api/programmes/1", `{"version":1,"name":"Ours"}`, &kept); status != 200 ||
		kept.Name != "Ours" || kept.Version != 2 {
		t.Errorf("renamed: %d %+v", status, kept)
	}
	if status, _, _ := s.ask("PATCH", "/api/programmes/1", `{"version":2,"programme":{"start":[],"work":[],"times":1}}`,
		nil); status != 422 {
		t.Errorf("emptied: %d", status)
	}
	if status, _, _ := s.ask("DELETE", "/api/programmes/1", "", nil); status != 204 {
		t.Errorf("deleted: %d", status)
	}
	var list []any
	if s.ask("GET", "/api/programmes", "", &list); len(list) != 0 {
		t.Errorf("%d on the list", len(list))
	}
	if status, _, _ := s.ask("POST", "/api/programmes/1/restore", "", &kept); status != 200 || kept.Name != "Ours" {
		t.Errorf("restored: %d %+v", status, kept)
	}
}

func TestDefinitionsHangTogether(t *testing.T) {
	s := start(t)
	var d struct {
		Measures []struct{ Name string }
		Fields   []struct {
			Path, Measure string
			Options       []struct{ Value string }
			Type          string
		}
		Actions    []struct{ Fields []string }
		Techniques []struct{ Key string }
	}
	s.ask("GET", "/api/definitions", "", &d)
	measures, fields := map[string]bool{}, map[string]bool{}
	for _, m := range d.Measures {
		measures[m.Name] = true
	}
	for _, f := range d.Fields {
		fields[f.Path] = true
		if measures[f.Measure] != (f.Type == "number") || (f.Type == "choice") != (len(f.Options) > 0) {
			t.Errorf("%s has the measure %q and %d options", f.Path, f.Measure, len(f.Options))
		}
	}
	for _, a := range d.Actions {
		for _, path := range a.Fields {
			if !fields[path] {
				t.Errorf("no field %s", path)
			}
		}
	}
	if len(d.Techniques) < 6 {
		t.Errorf("%d techniques", len(d.Techniques))
	}
}
