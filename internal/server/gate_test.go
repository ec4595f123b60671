package server

import (
	"encoding/json"
	"fmt"
	"net"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"dunvel/internal/api"
	"dunvel/internal/api/reach"
	"dunvel/internal/contract"
	"dunvel/internal/live"
	"dunvel/internal/pairing"
	"dunvel/internal/service"
	"dunvel/internal/store"
)

// gated is a server that is reached from elsewhere.
type gated struct {
	t       testing.TB
	does    *service.Service
	inner   http.Handler // behind the gate
	handler http.Handler
	own     string // an address of this machine
	now     time.Time
	codes   *pairing.Codes
}

func behindGate(t testing.TB) *gated {
	t.Helper()
	addresses := OwnAddresses()
	if len(addresses) == 0 {
		t.Skip("this machine is on no network")
	}
	st, err := store.Open(t.Context(), filepath.Join(t.TempDir(), "dunvel.db"))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { _ = st.Close() })
	g := &gated{t: t, own: net.JoinHostPort(addresses[0].String(), "4780"), now: time.Now()}
	clock := func() time.Time { return g.now }
	g.codes = pairing.New(clock)
	does := service.New(st, clock)
	base := "http://" + g.own
	g.does = does
	g.inner, err = New(t.Context(), does, live.New(clock),
		reach.Ways{Codes: g.codes, Bases: func() []string { return []string{base} }})
	if err != nil {
		t.Fatal(err)
	}
	g.handler = NewGate(does, nil).Wrap(g.inner)
	return g
}

// ask asks from elsewhere, or from the machine itself, with a cookie or "".
func (g *gated) ask(method, path, body, host, from, cookie string) *httptest.ResponseRecorder {
	g.t.Helper()
	r := httptest.NewRequest(method, "http://"+host+path, strings.NewReader(body))
	r.RemoteAddr = from + ":50000"
	if body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	if cookie != "" {
		r.AddCookie(&http.Cookie{Name: api.DeviceCookie, Value: cookie})
	}
	w := httptest.NewRecorder()
	g.handler.ServeHTTP(w, r)
	return w
}

const (
	away = "192.0.2.7" // for documentation: nobody's
	here = "127.0.0.1"
)

func (g *gated) away(method, path, body, cookie string) *httptest.ResponseRecorder {
	g.t.Helper()
	return g.ask(method, path, body, g.own, away, cookie)
}

func (g *gated) here(method, path, body string) *httptest.ResponseRecorder {
	g.t.Helper()
	return g.ask(method, path, body, "127.0.0.1:4780", here, "")
}

// code is the code that is shown at the computer.
func (g *gated) code() string {
	g.t.Helper()
	w := g.here(http.MethodGet, "/api/pairing", "")
	var p contract.Pairing
	if err := json.NewDecoder(w.Body).Decode(&p); err != nil || w.Code != 200 || len(p.Addresses) != 1 ||
		p.Addresses[0].Address != "http://"+g.own || len(p.Addresses[0].Square) < 25 ||
		len(p.Addresses[0].Square) != len(p.Addresses[0].Square[0]) {
		g.t.Fatalf("%d %+v %v", w.Code, p, err)
	}
	return p.Code
}

func (g *gated) pair(name string) (cookie string) {
	g.t.Helper()
	w := g.away(http.MethodPost, "/api/pairings", fmt.Sprintf(`{"code":%q,"name":%q}`, g.code(), name), "")
	if w.Code != http.StatusCreated {
		g.t.Fatalf("%d %s", w.Code, w.Body)
	}
	c := w.Result().Cookies()[0]
	if c.Name != api.DeviceCookie || !c.HttpOnly || c.SameSite != http.SameSiteStrictMode || c.MaxAge < 300*24*3600 ||
		len(c.Value) < 50 || strings.Contains(w.Body.String(), c.Value) {
		g.t.Errorf("%+v", c)
	}
	return c.Value
}

// Nothing but the page, its health and the request to be paired is open to others; the
// machine itself needs nothing.
func TestGate(t *testing.T) {
	g := behindGate(t)
	for _, open := range []string{"/", "/pair", "/setups", "/favicon.svg", "/api/health"} {
		if w := g.away(http.MethodGet, open, "", ""); w.Code == http.StatusUnauthorized ||
			w.Code == http.StatusForbidden {
			t.Errorf("%s: %d", open, w.Code)
		}
	}
	document, err := api.GetSpec()
	if err != nil {
		t.Fatal(err)
	}
	closed := 0
	for path, item := range document.Paths.Map() {
		for method := range item.Operations() {
			if path == "/health" || path == "/pairings" {
				continue
			}
			at := strings.NewReplacer("{id}", "1", "{name}", "x", "{table}", "setup").Replace("/api" + path)
			if w := g.away(method, at, "", ""); w.Code != http.StatusUnauthorized || !strings.Contains(w.Body.String(),
				"This device is not let in.") || w.Header().Get("Content-Type") != "application/problem+json" {
				t.Errorf("%s %s: %d %.100s", method, at, w.Code, w.Body)
			}
			closed++
		}
	}
	for _, at := range []string{"/api/openapi.json", "/api/docs", "/api", "/api/nothing"} {
		if w := g.away(http.MethodGet, at, "", ""); w.Code != http.StatusUnauthorized {
			t.Errorf("%s: %d", at, w.Code)
		}
	}
	if closed < 80 {
		t.Errorf("%d operations", closed)
	}
	if w := g.here(http.MethodGet, "/api/setups", ""); w.Code != 200 {
		t.Errorf("at the computer: %d", w.Code)
	}
	// From elsewhere with the name of loopback, and from loopback with a name of elsewhere.
	for _, tt := range []struct {
		host, from string
		want       int
	}{{"127.0.0.1:4780", away, 401}, {"localhost", away, 401}, {g.own, here, 401}, {"evil.example:4780", away, 421},
		{"evil.example", here, 421}, {"198.51.100.9", away, 421}, {"", away, 421}} {
		if w := g.ask(http.MethodGet, "/api/setups", "", tt.host, tt.from, ""); w.Code != tt.want {
			t.Errorf("%+v: %d", tt, w.Code)
		}
	}
}

// A device is let in by a code, is listed, may be made to read only, and is let in no more
// once it is revoked.
func TestPairing(t *testing.T) {
	g := behindGate(t)
	code := g.code()
	if w := g.away(http.MethodPost, "/api/pairings", `{"code":"AAAAAAAA","name":"x"}`,
		""); w.Code != http.StatusForbidden || !strings.Contains(w.Body.String(),
		"The code is wrong, was used, or has run out.") || len(w.Result().Cookies()) > 0 {
		t.Errorf("%d %s", w.Code, w.Body)
	}
	if code != g.code() {
		t.Error("it is another after one that was wrong")
	}
	cookie := g.pair("Phone")
	if w := g.away(http.MethodPost, "/api/pairings", fmt.Sprintf(`{"code":%q,"name":"Thief"}`, code),
		""); w.Code != http.StatusForbidden {
		t.Errorf("a code that was used: %d", w.Code)
	}
	if w := g.away(http.MethodGet, "/api/setups", "", cookie); w.Code != 200 {
		t.Errorf("%d %s", w.Code, w.Body)
	}
	if w := g.away(http.MethodPost, "/api/setups", `{"name":"a","setup":{}}`, cookie); w.Code != http.StatusCreated {
		t.Errorf("%d %s", w.Code, w.Body)
	}
	for _, at := range [][3]string{{http.MethodGet, "/api/pairing", ""}, {http.MethodDelete, "/api/devices/1", ""},
		{http.MethodPost, "/api/devices/1/restore", ""},
		{http.MethodPatch, "/api/devices/1", `{"name":"x","reads":false}`}} {
		if w := g.away(at[0], at[1], at[2], cookie); w.Code != http.StatusForbidden ||
			!strings.Contains(w.Body.String(), "That is done at the computer") {
			t.Errorf("%v: %d %s", at, w.Code, w.Body)
		}
	}
	for _, wrong := range []string{"x", cookie + "x", strings.ToLower(cookie), strings.Repeat("A", 52),
		pairing.Hash(cookie)} {
		if w := g.away(http.MethodGet, "/api/setups", "", wrong); w.Code != http.StatusUnauthorized {
			t.Errorf("%q: %d", wrong, w.Code)
		}
	}
	g.now = g.now.Add(90 * time.Minute)
	if w := g.away(http.MethodGet, "/api/devices", "", cookie); w.Code != 200 ||
		!strings.Contains(w.Body.String(), `"name":"Phone"`) || !strings.Contains(w.Body.String(),
		g.now.UTC().Format("2006-01-02T15:04")) || strings.Contains(w.Body.String(), pairing.Hash(cookie)) {
		t.Errorf("%d %s", w.Code, w.Body)
	}

	if w := g.here(http.MethodPatch, "/api/devices/1", `{"name":"Reader","reads":true}`); w.Code != 200 {
		t.Errorf("%d %s", w.Code, w.Body)
	}
	for _, tt := range []struct {
		method, path, body string
		want               int
	}{
		{http.MethodGet, "/api/trips", "", 200}, {http.MethodPost, "/api/answers", `{"setup":{"heads":[0.0142]}}`, 200},
		{http.MethodPost, "/api/setups", `{"name":"b","setup":{}}`, 403},
		{http.MethodDelete, "/api/setups/1", "", 403}, {http.MethodPost, "/api/rounds/calls", `{}`, 403},
		{http.MethodPost, "/api/copies", "", 403}, {http.MethodPost, "/api/tracks", "", 403},
	} {
		if w := g.away(tt.method, tt.path, tt.body, cookie); w.Code != tt.want {
			t.Errorf("reading only, %s %s: %d %s", tt.method, tt.path, w.Code, w.Body)
		}
	}

	if w := g.here(http.MethodDelete, "/api/devices/1", ""); w.Code != http.StatusNoContent {
		t.Errorf("%d", w.Code)
	}
	if w := g.away(http.MethodGet, "/api/setups", "", cookie); w.Code != http.StatusUnauthorized ||
		!strings.Contains(w.Body.String(), "not let in any more") {
		t.Errorf("revoked: %d %s", w.Code, w.Body)
	}
	if w := g.here(http.MethodPost, "/api/devices/1/restore", ""); w.Code != 200 {
		t.Errorf("%d", w.Code)
	}
	if w := g.away(http.MethodGet, "/api/setups", "", cookie); w.Code != 200 {
		t.Errorf("let in again: %d", w.Code)
	}
	for i := range 20 {
		g.pair(fmt.Sprintf("Device %d", i))
	}
	// Names: two may be called alike, none may have no name.
	g.pair("Phone")
	if w := g.away(http.MethodPost, "/api/pairings", fmt.Sprintf(`{"code":%q,"name":" "}`, g.code()),
		""); w.Code != http.StatusUnprocessableEntity {
		t.Errorf("%d %s", w.Code, w.Body)
	}
	// Five that were wrong, and nothing is let in for ten minutes.
	for range 6 {
		code = g.code0()
		if w := g.away(http.MethodPost, "/api/pairings", `{"code":"AAAAAAAA","name":"x"}`,
			""); w.Code == http.StatusTooManyRequests {
			break
		}
	}
	if w := g.away(http.MethodPost, "/api/pairings", fmt.Sprintf(`{"code":%q,"name":"x"}`, code),
		""); w.Code != http.StatusTooManyRequests || !strings.Contains(w.Body.String(),
		"Nothing is let in for ten minutes") {
		t.Errorf("%d %s", w.Code, w.Body)
	}
	if w := g.here(http.MethodGet, "/api/pairing", ""); !strings.Contains(w.Body.String(), `"waits":true`) {
		t.Errorf("%s", w.Body)
	}
	g.now = g.now.Add(10 * time.Minute)
	g.pair("Afterwards")
}

// code0 is the code that is shown, "" while there is none.
func (g *gated) code0() string {
	code, _ := g.codes.Show()
	return code.Code
}

// A page of another site cannot ask a paired browser's device for changes.
func TestGateForeign(t *testing.T) {
	g := behindGate(t)
	cookie := g.pair("Phone")
	r := httptest.NewRequest(http.MethodPost, "http://"+g.own+"/api/setups",
		strings.NewReader(`{"name":"a","setup":{}}`))
	r.RemoteAddr = away + ":5000"
	r.Header.Set("Content-Type", "application/json")
	r.Header.Set("Origin", "http://evil.example")
	r.AddCookie(&http.Cookie{Name: api.DeviceCookie, Value: cookie})
	w := httptest.NewRecorder()
	g.handler.ServeHTTP(w, r)
	if w.Code != http.StatusForbidden || !strings.Contains(w.Body.String(), "another site") {
		t.Errorf("%d %s", w.Code, w.Body)
	}
}

func TestBases(t *testing.T) {
	own := []string{"192.0.2.4", "2001:db8::4"}
	for at, want := range map[string]string{
		"127.0.0.1:4780": "", "[::1]:4780": "", "0.0.0.0:4780": "http://192.0.2.4:4780 http://[2001:db8::4]:4780",
		"[::]:1": "http://192.0.2.4:1 http://[2001:db8::4]:1", "192.0.2.9:80": "http://192.0.2.9:80",
	} {
		a, err := net.ResolveTCPAddr("tcp", at)
		if err != nil {
			t.Fatal(err)
		}
		if got := strings.Join(reach.Bases(a, own, nil), " "); got != want {
			t.Errorf("%s: %s", at, got)
		}
	}
}
