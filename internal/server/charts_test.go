package server

import (
	"bufio"
	"bytes"
	"encoding/json"
	"net/http"
	"strings"
	"testing"
	"time"
)

// chartQuestion asks for a chart of a few heads.
func chartQuestion(t *testing.T, x, y string) string {
	t.Helper()
	q := question(t, "heads", []float64{0.0053, 0.0106, 0.0213})
	return strings.Replace(q, `{"setup"`, `{"x":"`+x+`","y":"`+y+`","setup"`, 1)
}

// A chart comes line by line: axes, cells, and that it is done.
func TestChartOverHTTP(t *testing.T) {
	if testing.Short() {
		t.Skip("a whole map on the engine")
	}
	s := start(t)
	response, err := http.Post(s.url+"/api/charts", "application/json",
		strings.NewReader(chartQuestion(t, "water.depth", "wind.speed")))
	if err != nil {
		t.Fatal(err)
	}
	defer response.Body.Close()
	if response.StatusCode != 200 || response.Header.Get("Content-Type") != "application/x-ndjson" {
		t.Fatalf("%d %s", response.StatusCode, response.Header)
	}
	lines := bufio.NewScanner(response.Body)
	lines.Buffer(nil, 1<<20)
	count, cells, done := 0, 0, false
	for ; lines.Scan(); count++ {
		var line struct {
			Chart *struct {
				X, Y  struct{ Field string }
				Steps int
			}
			Cells []struct{ X, Y, Size int }
			Done  bool
		}
		if err := json.Unmarshal(lines.Bytes(), &line); err != nil {
			t.Fatal(err)
		}
		if (line.Chart != nil) != (count == 0) || done {
			t.Errorf("line %d: %s", count, lines.Text())
		}
		cells += len(line.Cells)
		done = line.Done
	}
	if !done || cells != 41*41 || count < 4 {
		t.Errorf("%d cells in %d lines, done %v", cells, count, done)
	}
	for _, body := range []string{chartQuestion(t, "water.depth", "bait.form"),
		chartQuestion(t, "water.depth", "water.depth"), chartQuestion(t, "approach.speed", "water.depth")} {
		if status, _, _ := s.ask("POST", "/api/charts", body, nil); status != 422 {
			t.Errorf("%s: %d", body[:60], status)
		}
	}
	bad := strings.Replace(chartQuestion(t, "water.depth", "wind.speed"), `"depth":18`, `"depth":-1`, 1)
	if status, _, body := s.ask("POST", "/api/charts", bad, nil); status != 422 ||
		!bytes.Contains([]byte(body), []byte("water.depth")) {
		t.Errorf("%d %s", status, body)
	}
}

// Whoever goes away in the middle ends the work, and the server goes on.
func TestChartIsLeft(t *testing.T) {
	s := start(t)
	response, err := http.Post(s.url+"/api/charts", "application/json",
		strings.NewReader(chartQuestion(t, "water.depth", "flow.speed")))
	if err != nil {
		t.Fatal(err)
	}
	if _, err := bufio.NewReader(response.Body).ReadString('\n'); err != nil {
		t.Fatal(err)
	}
	response.Body.Close()
	time.Sleep(50 * time.Millisecond)
	if status, _, _ := s.ask("POST", "/api/answers", question(t, "", nil), nil); status != 200 {
		t.Errorf("status %d after a chart was left", status)
	}
}

func TestRulesOverHTTP(t *testing.T) {
	s := start(t)
	ask := func(rules string) string {
		text, _ := json.Marshal(rules)
		return strings.Replace(question(t, "", nil), `{"setup"`, `{"rules":`+string(text)+`,"setup"`, 1)
	}
	var trials []struct {
		Depth, Mass, Pick float64
		Verdict, Words    string
	}
	if status, _, _ := s.ask("POST", "/api/rules", ask("to 3 m: 3.5 g; deeper: 7 g"), &trials); status != 200 ||
		len(trials) != 4 {
		t.Fatalf("%d %+v", status, trials)
	}
	for _, tr := range trials {
		if tr.Words == "" || tr.Verdict == "" || tr.Mass == 0 {
			t.Errorf("%+v", tr)
		}
	}
	status, _, body := s.ask("POST", "/api/rules", ask("to 3 m, heavy"), nil)
	if status != 422 || !strings.Contains(body, "no colon") || !strings.Contains(body, `"field":"rules"`) {
		t.Errorf("%d %s", status, body)
	}
	if status, _, _ := s.ask("POST", "/api/rules", ask(strings.Repeat("x", 5000)), nil); status != 400 {
		t.Errorf("5000 characters: %d", status)
	}
}
