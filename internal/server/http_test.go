package server

import (
	"io"
	"net/http"
	"strings"
	"testing"
)

// Of a setup whatever is left out is as usual, over HTTP too, and what is not known is
// refused; what older versions had is read in those.
func TestSetupsInPart(t *testing.T) {
	s := start(t)
	for body, want := range map[string]int{
		`{"setup":{}}`: 200,
		`{"setup":{"water":{"depth":6},"heads":[0.0071]}}`: 200,
		// without a version it is of the first
		`{"setup":{"rig":{"kind":"drop shot","gap":0.4}}}`:             200,
		`{"setup":{"version":3,"rig":{"kind":"drop shot","gap":0.4}}}`: 400,
		`{"setup":{"water":{"deepness":6}}}`:                           400,
		`{"setup":{"tea":1}}`:                                          400,
		`{"setup":{},"tea":1}`:                                         400,
		`{"setup":{}} {}`:                                              400,
		`{"setup":{},"setup":{}}`:                                      400,
		`{"setup":` + strings.Repeat(`{"water":`, 80) + strings.Repeat(`}`, 80) + `}`:        400,
		`{"setup":{"heads":[` + strings.TrimSuffix(strings.Repeat("0.01,", 41), ",") + `]}}`: 422,
		`{"setup":{"water":{"bed":"concrete"}}}`:                                             422,
		`{"setup":{"water":{"depth":5e-324}}}`:                                               422,
		`{"setup":{"water":{"depth":1e308}}}`:                                                422,
	} {
		if status, _, text := s.ask("POST", "/api/answers", body, nil); status != want ||
			strings.Contains(text, "NaN") || len(text) > 1000 && status != 200 {
			t.Errorf("%.100s: %d %.300s", body, status, text)
		}
	}
	if _, _, text := s.ask("POST", "/api/answers", `{"setup":{"water":{"depth":5e-324}}}`, nil); !strings.Contains(
		text, "Depth under the rod: 5e-324 m is outside") {
		t.Error(text)
	}
	for body, want := range map[string]string{
		`{"setup":{},"tea":1}`:               `"The request: property \"tea\" is unsupported."`,
		`{"setup":{},"units":{"mass":true}}`: `"units.mass: value must be a string."`,
	} {
		if _, _, text := s.ask("POST", "/api/answers", body, nil); !strings.Contains(text, want) {
			t.Errorf("%s: %s", body, text)
		}
	}
}

// A unit that is none is told as that, wherever one is chosen.
func TestBadUnits(t *testing.T) {
	s := start(t)
	path := begun(t, s)
	for address, body := range map[string]string{
		"POST /api/answers": `"setup":{}`, "POST /api/changes": `"setup":{}`, "POST /api/cards": `"setup":{}`,
		"POST /api/charts":       `"setup":{},"x":"water.depth","y":"wind.speed"`,
		"POST /api/drops":        `"setup":{},"heads":[0.01],"programme":{"start":[{"kind":"fall","time":100,"amount":0,"speed":0}],"work":[],"times":0}`,
		"POST /api/rounds":       `"setup":{},"mass":0.01,"game":"touch","seed":1`,
		"POST /api/measurements": `"setup":{},"question":{"way":"float","length":"10 m","times":"20"}`,
		"POST /api/lessons":      ``, "POST /api/rules": `"setup":{},"rules":"to 3 m: 3.5 g"`,
		"POST /api/comparisons": `"setup":{},"against":[{"variant":"tungsten"}]`,
		"POST /api/items/bulk":  `"text":"ball, lead, 7 g, hook 1/0"`, "POST " + path +
			"/events": `"events":[{"key":"device-00001","time":"2026-09-12T09:00:00Z","kind":"bite","rod":0}]`,
	} {
		method, where, _ := strings.Cut(address, " ")
		for _, wrong := range []string{`{"mass":"stone"}`, `{"nope":"oz"}`} {
			whole := strings.TrimSuffix(`{"units":`+wrong+`,`+body, ",") + `}`
			if status, _, text := s.ask(method, where, whole, nil); status != 422 ||
				!strings.Contains(text, `"field":"units"`) || !strings.Contains(text, "Units: ") {
				t.Errorf("%s %s: %d %s", address, wrong, status, text)
			}
		}
	}
}

// HEAD is GET without a body, other methods hear which there are, and there is an address
// that says that all is well.
func TestMethods(t *testing.T) {
	s := start(t)
	for _, path := range []string{"/", "/api/health", "/api/setups", "/api/openapi.json", "/api/log.csv",
		"/favicon.svg"} {
		status, header, body := s.ask("HEAD", path, "", nil)
		want, _, _ := s.ask("GET", path, "", nil)
		if status != 200 || want != 200 || body != "" || header.Get("Content-Type") == "" {
			t.Errorf("%s: %d, %d, %q", path, status, want, body)
		}
	}
	for address, want := range map[string]string{"PUT /api/setups": "GET, HEAD, POST", "GET /api/answers": "POST",
		"POST /api/setups/1": "GET, HEAD, PATCH, DELETE"} {
		method, path, _ := strings.Cut(address, " ")
		if status, header, body := s.ask(method, path, "{}", nil); status != 405 || header.Get("Allow") != want ||
			!strings.Contains(body, "does not take this method") {
			t.Errorf("%s: %d %q %s", address, status, header.Get("Allow"), body)
		}
	}
	var health struct {
		Status   string
		Revision int64
	}
	if s.ask("GET", "/api/health", "", &health); health.Status != "ok" || health.Revision < 1 {
		t.Errorf("%+v", health)
	}
	before := health.Revision
	s.ask("POST", "/api/setups", `{"name":"One","setup":{}}`, nil)
	if s.ask("GET", "/api/health", "", &health); health.Revision != before+1 {
		t.Errorf("%d, before %d", health.Revision, before)
	}
	for _, path := range []string{"/assets/", "/robots.txt", "/nothing.js", "/api/trips/99999/events"} {
		if status, _, _ := s.ask("GET", path, "", nil); status != 404 {
			t.Errorf("%s: %d", path, status)
		}
	}
	for path, name := range map[string]string{"/api/log.csv": "dunvel-log.csv", "/api/places.gpx": "dunvel-places.gpx",
		"/api/backup.json": "dunvel-backup.json"} {
		if _, header, _ := s.ask("GET", path, "", nil); header.Get("Content-Disposition") != `attachment; filename="`+
			name+`"` {
			t.Errorf("%s: %s", path, header)
		}
	}
	if _, header, _ := s.ask("GET", "/api/log.csv", "", nil); header.Get("Content-Type") != "text/csv; charset=utf-8" {
		t.Error(header)
	}
}

// What is refused says why: another site, a name that shows nothing, a number that is none.
func TestRefusalsAreExplained(t *testing.T) {
	s := start(t)
	request, err := http.NewRequest("POST", s.url+"/api/setups", strings.NewReader(`{"name":"One","setup":{}}`))
	if err != nil {
		t.Fatal(err)
	}
	request.Header.Set("Content-Type", "application/json")
	request.Header.Set("Origin", "http://other.example")
	request.Header.Set("Sec-Fetch-Site", "cross-site")
	response, err := http.DefaultClient.Do(request)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = response.Body.Close() }()
	text, err := io.ReadAll(response.Body)
	if err != nil || response.StatusCode != 403 ||
		!strings.Contains(string(text), "A page of another site asked for that, so it was not done.") {
		t.Errorf("%d %s %v", response.StatusCode, text, err)
	}
	for name, words := range map[string]string{
		`\u0000abc`:    "Name: it holds characters that are not text.",
		`a\u0000`:      "Name: it holds characters that are not text.",
		`\u200b\u202e`: "Name: it shows nothing; give one that can be seen.",
		`  `:           "Name: give it a name",
	} {
		if status, _, body := s.ask("POST", "/api/setups", `{"name":"`+name+`","setup":{}}`, nil); status != 422 ||
			!strings.Contains(body, words) {
			t.Errorf("%s: %d %s", name, status, body)
		}
		if status, _, body := s.ask("POST", "/api/trips", `{"trip":{"place":"`+name+
			`","start":"2026-09-12T08:00:00Z","end":null,"highWater":null,"notes":"","rods":[{"name":"A","state":{"setup":{},"mass":0.01,"technique":"drop"}}]}}`, nil); status != 422 {
			t.Errorf("place %s: %d %s", name, status, body)
		}
	}
	if status, _, body := s.ask("PATCH", "/api/setups/1", `{"version":9223372036854775808,"name":"Two"}`,
		nil); status != 400 || strings.Contains(body, "address or the method") {
		t.Errorf("%d %s", status, body)
	}
	if status, _, body := s.ask("POST", "/api/trips/1/events",
		`{"events":[{"key":"device-00001","time":"yesterday","kind":"bite","rod":0}]}`, nil); status != 400 ||
		strings.Contains(body, "address") {
		t.Errorf("%d %s", status, body)
	}
}
