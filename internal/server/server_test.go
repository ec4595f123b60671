package server

import (
	"context"
	"encoding/json"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"dunvel/core/setup"
	"dunvel/internal/api"
	"dunvel/internal/api/reach"
	"dunvel/internal/demo"
	"dunvel/internal/live"
	"dunvel/internal/pairing"
	"dunvel/internal/service"
	"dunvel/internal/store"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers"
	"github.com/getkin/kin-openapi/routers/gorillamux"
)

// running is the whole of it over real HTTP on a database of its own.
type running struct {
	t   testing.TB
	url string

	boat *live.Boat
}

func start(t testing.TB) running {
	t.Helper()
	return startUntil(t, context.Background())
}

// startUntil is start of a server that stops with a context.
func startUntil(t testing.TB, stop context.Context) running {
	t.Helper()
	st, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "dunvel.db"))
	if err != nil {
		t.Fatal(err)
	}
	return serveUntil(t, stop, st)
}

// serve serves a store until the test is over.
func serve(t testing.TB, st *store.Store) running {
	t.Helper()
	return serveUntil(t, context.Background(), st)
}

func serveUntil(t testing.TB, stop context.Context, st *store.Store) running {
	t.Helper()
	boat := live.New(time.Now)
	handler, err := New(stop, service.New(st, time.Now), boat,
		reach.Ways{Codes: pairing.New(time.Now), Bases: func() []string { return nil }})
	if err != nil {
		t.Fatal(err)
	}
	srv := httptest.NewServer(handler)
	t.Cleanup(func() {
		srv.Close()
		_ = st.Close()
	})
	return running{t, srv.URL, boat}
}

// ask sends a request and returns status, header and body; the body is read
// into out where that is not nil.
func (s running) ask(method, path, body string, out any) (int, http.Header, string) {
	s.t.Helper()
	request, err := http.NewRequest(method, s.url+path, strings.NewReader(body))
	if err != nil {
		s.t.Fatal(err)
	}
	if body != "" {
		request.Header.Set("Content-Type", "application/json")
	}
	response, err := http.DefaultClient.Do(request)
	if err != nil {
		s.t.Fatal(err)
	}
	defer func() { _ = response.Body.Close() }()
	text, err := io.ReadAll(response.Body)
	if err != nil {
		s.t.Fatal(err)
	}
	asTheContractHasIt(s.t, request, response, text)
	if out != nil {
		if err := json.Unmarshal(text, out); err != nil {
			s.t.Fatalf("%s %s: %v in %s", method, path, err, text)
		}
	}
	return response.StatusCode, response.Header, string(text)
}

// routes finds what the contract says of an address.
var routes = sync.OnceValues(func() (routers.Router, error) {
	document, err := api.GetSpec()
	if err != nil {
		return nil, err
	}
	return gorillamux.NewRouter(document)
})

// asTheContractHasIt holds a response against the contract.
func asTheContractHasIt(t testing.TB, request *http.Request, response *http.Response, body []byte) {
	t.Helper()
	router, err := routes()
	if err != nil {
		t.Fatal(err)
	}
	bare := request.Clone(request.Context())
	bare.URL.Scheme, bare.URL.Host, bare.Host = "", "", ""
	route, params, err := router.FindRoute(bare)
	if err != nil {
		return // a page, or nothing that is there
	}
	input := &openapi3filter.ResponseValidationInput{
		RequestValidationInput: &openapi3filter.RequestValidationInput{Request: bare, PathParams: params, Route: route},
		Status:                 response.StatusCode, Header: response.Header,
		Options: &openapi3filter.Options{IncludeResponseStatus: true,
			ExcludeResponseBody: !strings.Contains(response.Header.Get("Content-Type"), "json") ||
				response.Header.Get("Content-Type") == "application/x-ndjson"},
	}
	input.SetBodyBytes(body)
	if err := openapi3filter.ValidateResponse(request.Context(), input); err != nil {
		t.Errorf("%s %s: not as the contract has it: %.600v", request.Method, request.URL.Path, err)
	}
}

// asked is a question about a setup, as JSON.
func asked(t testing.TB, about setup.Setup) string {
	t.Helper()
	text, err := json.Marshal(map[string]any{"setup": about})
	if err != nil {
		t.Fatal(err)
	}
	return string(text)
}

// question is the default setup with one value replaced, as JSON.
func question(t *testing.T, path string, value any) string {
	t.Helper()
	text := asked(t, setup.Default())
	if path == "" {
		return text
	}
	var tree map[string]any
	if err := json.Unmarshal([]byte(text), &tree); err != nil {
		t.Fatal(err)
	}
	at := tree["setup"].(map[string]any)
	keys := strings.Split(path, ".")
	for _, key := range keys[:len(keys)-1] {
		at = at[key].(map[string]any)
	}
	at[keys[len(keys)-1]] = value
	changed, err := json.Marshal(tree)
	if err != nil {
		t.Fatal(err)
	}
	return string(changed)
}

func TestAnswerOverHTTP(t *testing.T) {
	s := start(t)
	var answer struct {
		Pick     int
		Sentence string
		Heads    []struct {
			Mass    float64
			Verdict string
			Reason  string
		}
	}
	status, header, _ := s.ask("POST", "/api/answers", question(t, "", nil), &answer)
	if status != 200 || header.Get("Cache-Control") != "no-store" {
		t.Fatalf("status %d, %s", status, header)
	}
	if len(answer.Heads) != 14 || answer.Pick < 1 || !strings.HasPrefix(answer.Sentence, "Tie on ") {
		t.Errorf("%+v", answer)
	}
	ounces := strings.Replace(question(t, "", nil), `{"setup"`, `{"units":{"mass":"oz","depth":"ft"},"setup"`, 1)
	if s.ask("POST", "/api/answers", ounces, &answer); !strings.Contains(answer.Sentence, " oz") ||
		!strings.Contains(answer.Sentence, " ft") {
		t.Errorf("in ounces and feet: %s", answer.Sentence)
	}
}

func TestChangesOverHTTP(t *testing.T) {
	s := start(t)
	var changes []struct {
		Field, Words string
		Value, Mass  float64
	}
	few := strings.Replace(question(t, "", nil), `{"setup"`, `{"units":{"depth":"ft"},"setup"`, 1)
	status, _, _ := s.ask("POST", "/api/changes", few, &changes)
	if status != 200 || len(changes) < 2 {
		t.Fatalf("status %d, %v", status, changes)
	}
	for _, c := range changes {
		if c.Field == "" || c.Value <= 0 || c.Words == "" || c.Field == "water.depth" &&
			!strings.Contains(c.Words, " ft.") {
			t.Errorf("%+v", c)
		}
	}
	if status, _, _ := s.ask("POST", "/api/changes", question(t, "water.depth", -1), nil); status != 422 {
		t.Errorf("a depth of -1 m: status %d", status)
	}
}

// A request from before setups carried a version, and knew of no hand, is answered as
// the same setup of today is, whatever stood in it then that forbids nothing any more.
func TestFirstVersionIsAnswered(t *testing.T) {
	s := start(t)
	today := setup.Default()
	today.Heads = []float64{0.0053, 0.0071}
	var tree map[string]map[string]any
	if err := json.Unmarshal([]byte(asked(t, today)), &tree); err != nil {
		t.Fatal(err)
	}
	old := tree["setup"]
	delete(old, "version")
	delete(old, "hand")
	for group, names := range map[string][]string{
		"approach": {"liftTurns", "begins", "count", "still"}, "rod": {"perTurn", "outfit"}, "swell": {"direction"},
	} {
		for _, name := range names {
			delete(old[group].(map[string]any), name)
		}
	}
	approach := old["approach"].(map[string]any)
	approach["scope"], approach["margin"], approach["backMost"], approach["takeUp"], approach["lift"] = 3,
		0.3, 2, 0.1, 0.5
	before, err := json.Marshal(tree)
	if err != nil {
		t.Fatal(err)
	}
	status, _, want := s.ask("POST", "/api/answers", asked(t, today), nil)
	if status != 200 {
		t.Fatal(want)
	}
	if status, _, got := s.ask("POST", "/api/answers", string(before), nil); status != 200 || got != want {
		t.Errorf("%d %.300s", status, got)
	}
}

// What is impossible has an answer in words, not an error.
func TestImpossibleIsNamed(t *testing.T) {
	s := start(t)
	for _, tt := range []struct {
		words  string
		change func(*setup.Setup)
	}{
		{"This head does not do it: the bare hook ", func(s *setup.Setup) { s.Heads = []float64{0} }},
		{"floats: the bait lifts", func(s *setup.Setup) {
			s.Bait = setup.Bait{Form: "stub", Length: 0.2, Body: "floating", Put: "along the hook"}
		}},
		{"None of these heads does it", func(s *setup.Setup) { s.Flow.Speed = 3 }},
	} {
		impossible := setup.Default()
		tt.change(&impossible)
		status, _, body := s.ask("POST", "/api/answers", asked(t, impossible), nil)
		if status != 200 || !strings.Contains(body, tt.words) || strings.Contains(body, "NaN") {
			t.Errorf("%s: %d %.300s", tt.words, status, body)
		}
	}
}

func TestBadInput(t *testing.T) {
	s := start(t)
	type problem struct {
		Title, Detail string
		Status        int
		Errors        []struct{ Field, Message string }
	}
	for _, tt := range []struct {
		name, body, field string
		status            int
	}{
		{"depth 0", question(t, "water.depth", 0), "water.depth", 422},
		{"line too thin", question(t, "line.diameter", 0.01e-3), "line.diameter", 422},
		{"line too thick", question(t, "line.diameter", 3e-3), "line.diameter", 422},
		{"no heads", question(t, "heads", []float64{}), "heads", 422},
		{"a heavy head", question(t, "heads", []float64{0.01, 9}), "heads.1", 422},
		{"no such bed", question(t, "water.bed", "concrete"), "water.bed", 422},
		{"target under the bed", question(t, "target.depth", 30), "target.depth", 422},
		{"unknown field", question(t, "water.colour", "green"), "", 400},
		{"text for a number", question(t, "water.depth", "deep"), "", 400},
		{"NaN", strings.Replace(question(t, "", nil), `"depth":18`, `"depth":NaN`, 1), "", 400},
		{"infinity", strings.Replace(question(t, "", nil), `"depth":18`, `"depth":1e999`, 1), "", 400},
		{"nothing", "", "", 400},
		{"not JSON", "depth=18", "", 400},
		{"oversized", `{"setup":"` + strings.Repeat("x", 300<<10) + `"}`, "", 413},
	} {
		var p problem
		status, header, body := s.ask("POST", "/api/answers", tt.body, &p)
		if status != tt.status || p.Status != tt.status || header.Get("Content-Type") != "application/problem+json" ||
			p.Detail == "" {
			t.Errorf("%s: %d %s", tt.name, status, body)
			continue
		}
		if tt.field != "" && (len(p.Errors) == 0 || p.Errors[0].Field != tt.field || p.Errors[0].Message == "") {
			t.Errorf("%s: %+v does not name %s", tt.name, p.Errors, tt.field)
		}
	}
	for path, want := range map[string]int{"/api/nothing": 404, "/api/setups/99": 404, "/api/setups/x": 400} {
		var p problem
		if status, _, _ := s.ask("GET", path, "", &p); status != want || p.Status != want {
			t.Errorf("%s: %d", path, status)
		}
	}
	if status, _, _ := s.ask("PUT", "/api/setups", "{}", nil); status != 405 {
		t.Errorf("PUT: %d", status)
	}
}

func TestReadingWhatIsTyped(t *testing.T) {
	s := start(t)
	for _, tt := range []struct {
		query, words string
		status       int
	}{
		{"field=heads&text=3%2C5+g", `"value":0.0035`, 200},
		{"field=heads&text=3/8&unit=oz", `"value":0.0106`, 200},
		{"field=line.diameter&text=PE+1&material=braid", `"estimated":true`, 200},
		{"field=water.splashDepth&text=as+under+the+rod", `"value":0`, 200},
		{"field=water.depth&text=", "is empty", 422},
		{"field=water.depth&text=-4+m", "outside what is allowed", 422},
		{"field=water.depth&text=1e9", "Depth under the rod", 422},
		{"field=water.depth&text=4+kg", "is in kg", 422},
		{"field=water.depth&text=deep", "does not start with a number", 422},
		{"field=water.depth&text=99999+ft", "to 656 ft", 422},
		{"field=no.such&text=4", "no field", 422},
		{"field=water.depth&text=12-15+m", `"value":13.5,"words":"13.5 m is the middle of 12 m to 15 m."`, 200},
		{"field=rod.least&text=3-14+g", `"also":{"rod.least":0.003,"rod.most":0.014}`, 200},
		{"field=rod.most&text=3-14+g", `"value":0.014,"words":"It casts 3 g to 14 g."`, 200},
		{"field=flow.speed&text=0.2-0.4", `"flow.spread":0.2601`, 200},
		{"field=rod.length&text=6'10%22", `"value":2.0828`, 200},
		{"field=approach.speed&text=1+turn+a+second&perTurn=0.7", `"value":0.7,`, 200},
		{"field=approach.speed&text=1+turn+a+second", "the line that a turn takes in is not known", 422},
		{"field=rig.upper&text=3/16", "can be read two ways; write 3/16 oz or 0.188 g", 422},
		{"field=heads&text=7,+3.5,+3.5+g", `"values":[0.0035,0.007]`, 200},
		{"field=heads&text=7%3B+900+g", "900 g is outside what is allowed", 422},
		{"field=heads&text=1/32,+1/16", "can be read two ways", 422},
	} {
		query := tt.query
		if strings.Contains(tt.query, "ft") {
			query += "&unit=ft"
		}
		if status, _, body := s.ask("GET", "/api/quantities?"+query, "", nil); status != tt.status ||
			!strings.Contains(body, tt.words) {
			t.Errorf("%s: %d %s", tt.query, status, body)
		}
	}
}

func TestSetupsOverHTTP(t *testing.T) {
	s := start(t)
	var made, changed struct {
		ID, Version int64
		Name        string
	}
	keep := func(name string) string {
		return strings.Replace(question(t, "", nil), "{", `{"name":"`+name+`",`, 1)
	}
	if status, _, body := s.ask("POST", "/api/setups", keep("Evening"), &made); status != 201 || made.Version != 1 {
		t.Fatalf("%d %s", status, body)
	}
	if status, _, body := s.ask("POST", "/api/setups", keep("Evening"), nil); status != 409 ||
		!strings.Contains(body, `"field":"name"`) {
		t.Errorf("a name twice: %d %s", status, body)
	}
	if status, _, _ := s.ask("POST", "/api/setups", keep("  "), nil); status != 422 {
		t.Errorf("no name: %d", status)
	}
	if status, _, _ := s.ask("PATCH", "/api/setups/1", `{"version":1,"name":"Night"}`, &changed); status != 200 ||
		changed.Name != "Night" || changed.Version != 2 {
		t.Errorf("renamed: %d %+v", status, changed)
	}
	if status, _, body := s.ask("PATCH", "/api/setups/1", `{"version":1,"name":"Dawn"}`, nil); status != 409 ||
		!strings.Contains(body, "another window") {
		t.Errorf("from an old window: %d %s", status, body)
	}
	if status, _, _ := s.ask("DELETE", "/api/setups/1", "", nil); status != 204 {
		t.Errorf("deleted: %d", status)
	}
	if status, _, _ := s.ask("GET", "/api/setups/1", "", nil); status != 404 {
		t.Errorf("after deleting: %d", status)
	}
	if status, _, _ := s.ask("POST", "/api/setups/1/restore", "", nil); status != 200 {
		t.Errorf("restored: %d", status)
	}
	if status, _, _ := s.ask("POST", "/api/setups/1/duplicate", "", &made); status != 201 ||
		made.Name != "Night (copy)" {
		t.Errorf("duplicated: %d %+v", status, made)
	}
}

func TestPagesAndPolicy(t *testing.T) {
	s := start(t)
	for _, path := range []string{"/", "/setups", "/any/deep/link", "/api/docs"} {
		status, header, body := s.ask("GET", path, "", nil)
		policy := header.Get("Content-Security-Policy")
		if status != 200 || !strings.Contains(policy, "default-src 'none'") ||
			strings.Contains(strings.ReplaceAll(policy, "'wasm-unsafe-eval'", ""), "unsafe") ||
			!strings.Contains(policy, "script-src 'self' 'wasm-unsafe-eval'; worker-src 'self'; ") {
			t.Errorf("%s: %d, %s", path, status, policy)
		}
		if strings.Contains(body, "<script>") || strings.Contains(body, "__NONCE__") ||
			strings.Contains(body, `="https://`) {
			t.Errorf("%s has inline script, an open nonce or something from elsewhere", path)
		}
	}
	var contract struct {
		OpenAPI string
		Paths   map[string]any
	}
	if s.ask("GET", "/api/openapi.json", "", &contract); contract.OpenAPI == "" || contract.Paths["/answers"] == nil {
		t.Errorf("contract: %+v", contract)
	}
}

func TestOtherSitesAreRefused(t *testing.T) {
	s := start(t)
	request, err := http.NewRequest("DELETE", s.url+"/api/setups/1", nil)
	if err != nil {
		t.Fatal(err)
	}
	request.Header.Set("Sec-Fetch-Site", "cross-site")
	response, err := http.DefaultClient.Do(request)
	if err != nil {
		t.Fatal(err)
	}
	_ = response.Body.Close()
	if response.StatusCode != http.StatusForbidden {
		t.Errorf("from another site: %d", response.StatusCode)
	}
	rebound := httptest.NewRequest("GET", "http://evil.test/", nil)
	recorder := httptest.NewRecorder()
	loopbackOnly(http.NotFoundHandler()).ServeHTTP(recorder, rebound)
	if recorder.Code != http.StatusMisdirectedRequest {
		t.Errorf("under another name: %d", recorder.Code)
	}
	for _, own := range []string{"localhost", "127.0.0.1:4780", "[::1]", "[::1]:4780"} {
		recorder := httptest.NewRecorder()
		loopbackOnly(http.NotFoundHandler()).ServeHTTP(recorder, httptest.NewRequest("GET", "http://"+own+"/", nil))
		if recorder.Code != http.StatusNotFound {
			t.Errorf("under its own name %s: %d", own, recorder.Code)
		}
	}
}

func TestServeStopsAndNamesAPortInUse(t *testing.T) {
	ctx, stop := context.WithCancel(context.Background())
	ready := make(chan net.Addr, 1)
	ended := make(chan error, 1)
	go func() {
		ended <- Serve(ctx, http.NotFoundHandler(), Gate{}, "127.0.0.1:0", func(a net.Addr) { ready <- a })
	}()
	address := (<-ready).String()
	err := Serve(context.Background(), http.NotFoundHandler(), Gate{}, address, func(net.Addr) {})
	if err == nil || !strings.Contains(err.Error(), address+" is in use already") ||
		strings.ContainsAny(err.Error(), "\n") {
		t.Errorf("port in use: %v", err)
	}
	stop()
	select {
	case err := <-ended:
		if err != nil {
			t.Errorf("stopped with %v", err)
		}
	case <-time.After(10 * time.Second):
		t.Error("does not stop")
	}
}

func TestDemoAnswers(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	s := start(t)
	for _, d := range demo.Setups() {
		var answer struct {
			Pick     int
			Sentence string
		}
		if status, _, _ := s.ask("POST", "/api/answers", asked(t, d.Setup), &answer); status != 200 || answer.Pick < 0 {
			t.Errorf("%s: %d %s", d.Name, status, answer.Sentence)
		}
	}
}
