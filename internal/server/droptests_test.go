package server

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"dunvel/core/droptest"
	"dunvel/core/setup"
)

func dropTest(t *testing.T, place string, times ...float64) string {
	t.Helper()
	test := droptest.Test{Setup: setup.Default(), Mass: 7.1e-3, Depth: 3, Place: place, Held: droptest.Slack,
		Drops: []droptest.Drop{}}
	for _, s := range times {
		test.Drops = append(test.Drops, droptest.Drop{Time: s})
	}
	text, err := json.Marshal(test)
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

// Kept drops are used in every answer, and no more when they are deleted.
func TestDropTestsOverHTTP(t *testing.T) {
	s := start(t)
	type answer struct {
		Heads []struct{ Fall struct{ Time float64 } }
		Notes []struct{ Kind, Words string }
	}
	ask := func() (time float64, words string) {
		var a answer
		if status, _, body := s.ask("POST", "/api/answers", question(t, "", nil), &a); status != 200 {
			t.Fatalf("%d %.300s", status, body)
		}
		for _, n := range a.Notes {
			if n.Kind == "drag" {
				words = n.Words
			}
		}
		return a.Heads[7].Fall.Time, words
	}
	plain, words := ask()
	if words != "" {
		t.Errorf("%q", words)
	}
	var look struct {
		Expected, Now float64
		Fit           struct{ Outcome string }
	}
	if status, _, body := s.ask("POST", "/api/drop-tests/look", `{"test":`+dropTest(t, "tank")+`}`,
		&look); status != 200 || look.Expected <= 0 || look.Fit.Outcome != "no drops" {
		t.Fatalf("%d %s", status, body)
	}
	slow := 1.25 * look.Expected
	var kept, changed struct {
		ID, Version int64
		Name        string
	}
	if status, _, body := s.ask("POST", "/api/drop-tests", `{"test":`+dropTest(t, "tank", slow)+`}`,
		&kept); status != 201 || !strings.HasPrefix(kept.Name, "slim minnow 120 mm on 7.1 g, 3 m") {
		t.Fatalf("%d %s", status, body)
	}
	// The same at the same minute is another test, under a name of its own.
	var twin struct{ ID int64 }
	if status, _, body := s.ask("POST", "/api/drop-tests", `{"test":`+dropTest(t, "tank", slow)+`}`,
		&twin); status != 201 || !strings.Contains(body, ` 2"`) {
		t.Fatalf("%d %s", status, body)
	}
	s.ask("DELETE", fmt.Sprintf("/api/drop-tests/%d", twin.ID), "", nil)
	path := fmt.Sprintf("/api/drop-tests/%d", kept.ID)
	change := `{"version":1,"test":` + dropTest(t, "tank", slow, slow, slow+0.1, slow-0.1, slow, slow) + `}`
	if status, _, body := s.ask("PATCH", path, change, &changed); status != 200 || changed.Version != 2 {
		t.Fatalf("%d %s", status, body)
	}
	if status, _, _ := s.ask("PATCH", path, change, nil); status != 409 {
		t.Errorf("changed twice: %d", status)
	}
	slower, words := ask()
	if ratio := slower / plain; ratio < 1.1 || ratio > 1.25 || !strings.Contains(words, "Its drag is from 6 drops") {
		t.Errorf("falls in %g times as long; %q", ratio, words)
	}
	s.ask("POST", "/api/drop-tests/look", `{"id":`+fmt.Sprint(kept.ID)+`,"test":`+dropTest(t, "tank")+`}`, &look)
	if look.Fit.Outcome != "no drops" {
		t.Errorf("the test itself counts twice: %+v", look)
	}
	s.ask("DELETE", path, "", nil)
	if again, words := ask(); again != plain || words != "" {
		t.Errorf("%g s, not %g; %q", again, plain, words)
	}
	if status, _, _ := s.ask("POST", path+"/restore", "", nil); status != 200 {
		t.Errorf("restored: %d", status)
	}

	// What is wrong is refused, and nothing is kept.
	for body, words := range map[string]string{
		dropTest(t, "well"):                               "Place: “well” is not one of",
		dropTest(t, "tank", 0):                            "Time: 0 s is outside",
		strings.Replace(dropTest(t, "pier"), "3", "x", 1): "",
	} {
		status, _, text := s.ask("POST", "/api/drop-tests", `{"test":`+body+`}`, nil)
		if status < 400 || status > 422 || !strings.Contains(text, words) {
			t.Errorf("%d %s", status, text)
		}
	}
	var all []struct{ ID int64 }
	if s.ask("GET", "/api/drop-tests", "", &all); len(all) != 1 {
		t.Errorf("%d tests", len(all))
	}
}

func TestMeasuringOverHTTP(t *testing.T) {
	s := start(t)
	ask := func(path, body, words string, wanted int) {
		t.Helper()
		method := "POST"
		if body == "" {
			method = "GET"
		}
		if status, _, text := s.ask(method, path, body, nil); status != wanted || !strings.Contains(text, words) {
			t.Errorf("%s %s: %d %.300s", path, body, status, text)
		}
	}
	q := question(t, "", nil)
	measure := func(question string) string { return `{"question":` + question + "," + strings.TrimPrefix(q, "{") }
	ask("/api/times?text=5.2%201:05", "", "[5.2,65]", 200)
	ask("/api/times?text=soon", "", "not a time", 422)
	ask("/api/measurements", measure(`{"way":"float","length":"10 m","times":"20 21"}`), `"flow.speed":0.48`, 200)
	ask("/api/measurements", measure(`{"way":"float","length":"10 m","times":"0"}`), "0 s is outside", 422)
	ask("/api/drop-tests/truth", "", "no times on the water", 200)
	ask("/api/drop-tests", `{"test":`+dropTest(t, "on the water", 30)+`}`, "on the water", 201)
	ask("/api/drop-tests/truth", "", "On the water it takes", 200)
	ask("/api/cards", q, `"depths":[`, 200)
}
