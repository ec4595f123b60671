package server

import (
	"context"
	"crypto/tls"
	"crypto/x509"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/netip"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"dunvel/internal/api"
	"dunvel/internal/api/reach"
	"dunvel/internal/certificate"
	"dunvel/internal/contract"
	"dunvel/internal/live"
	"dunvel/internal/pairing"
	"dunvel/internal/service"
	"dunvel/internal/store"
)

// overTLS is a server that other devices reach, encrypted.
type overTLS struct {
	t      *testing.T
	port   int
	own    string // its address, with the port
	device *http.Client
	codes  *pairing.Codes
	stop   func() error
}

func startOverTLS(t *testing.T) *overTLS {
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
	by, err := certificate.Own(t.TempDir(), func() certificate.Names {
		return certificate.Names{Names: []string{"localhost"},
			Addresses: append(addresses, netip.MustParseAddr("127.0.0.1"))}
	}, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	ctx, cancel := context.WithCancel(t.Context())
	does := service.New(st, time.Now)
	s := &overTLS{t: t, codes: pairing.New(time.Now)}
	handler, err := New(ctx, does, live.New(time.Now),
		reach.Ways{Codes: s.codes, By: by, Bases: func() []string { return []string{"https://" + s.own} }})
	if err != nil {
		t.Fatal(err)
	}
	at, ended := make(chan net.Addr), make(chan error, 1)
	go func() {
		ended <- Serve(ctx, handler, NewGate(does, by), "0.0.0.0:0", func(a net.Addr) { at <- a })
	}()
	select {
	case a := <-at:
		s.port = a.(*net.TCPAddr).Port
	case err := <-ended:
		t.Fatal(err)
	}
	s.own = (&net.TCPAddr{IP: addresses[0].AsSlice(), Port: s.port}).String()
	pool := x509.NewCertPool()
	pool.AppendCertsFromPEM(by.Authority())
	s.device = &http.Client{
		Transport:     &http.Transport{TLSClientConfig: &tls.Config{RootCAs: pool}, ForceAttemptHTTP2: true},
		CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse },
	}
	s.stop = func() error {
		s.device.CloseIdleConnections()
		cancel()
		return <-ended
	}
	return s
}

func (s *overTLS) ask(method, address, body, cookie string) (*http.Response, string) {
	s.t.Helper()
	r, err := http.NewRequestWithContext(s.t.Context(), method, address, strings.NewReader(body))
	if err != nil {
		s.t.Fatal(err)
	}
	if body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	if cookie != "" {
		r.AddCookie(&http.Cookie{Name: api.DeviceCookie, Value: cookie})
	}
	response, err := s.device.Do(r)
	if err != nil {
		s.t.Fatal(err)
	}
	defer func() { _ = response.Body.Close() }()
	text, err := io.ReadAll(response.Body)
	if err != nil {
		s.t.Fatal(err)
	}
	return response, string(text)
}

// What is asked without encryption goes to the address with, but for how to trust the authority;
// the machine itself needs none. The cookie of a device is sent encrypted alone.
func TestEncrypted(t *testing.T) {
	s := startOverTLS(t)
	here := fmt.Sprintf("http://127.0.0.1:%d", s.port)
	r, body := s.ask(http.MethodGet, here+"/api/pairing", "", "")
	var shown contract.Pairing
	if err := json.Unmarshal([]byte(body), &shown); err != nil || r.StatusCode != http.StatusOK ||
		shown.Secured == nil || len(shown.Secured.Fingerprint) != 95 || shown.Secured.RanOut {
		t.Fatalf("%d %s %v", r.StatusCode, body, err)
	}
	if a := shown.Addresses[0]; a.Address != "https://"+s.own || a.Trust != "http://"+s.own+"/trust" ||
		len(a.TrustSquare) < 25 || strings.Join(a.TrustSquare, "") == strings.Join(a.Square, "") {
		t.Errorf("%+v", a)
	}

	for path, want := range map[string]int{"/trust": 200, "/authority.crt": 200, "/favicon.svg": 200, "/": 307,
		"/pair?a=1": 307, "/sw.js": 307, "/api/health": 403, "/api/setups": 403, "/api": 307} {
		r, body := s.ask(http.MethodGet, "http://"+s.own+path, "", "")
		switch {
		case r.StatusCode == http.StatusNotFound && path == "/favicon.svg": // the front end is not built
		case r.StatusCode != want:
			t.Errorf("%s: %d %s", path, r.StatusCode, body)
		case want == 307 && r.Header.Get("Location") != "https://"+s.own+path:
			t.Errorf("%s: to %s", path, r.Header.Get("Location"))
		case want == 403 && !strings.Contains(body, "begin its address with https"):
			t.Errorf("%s: %s", path, body)
		}
	}
	pair := fmt.Sprintf(`{"code":%q,"name":"Phone"}`, shown.Code)
	if r, _ := s.ask(http.MethodPost, "http://"+s.own+"/api/pairings", pair, ""); r.StatusCode != http.StatusForbidden {
		t.Errorf("paired without encryption: %d", r.StatusCode)
	}
	if r, _ := s.ask(http.MethodPost, "http://"+s.own+"/trust", "{}", ""); r.StatusCode != http.StatusForbidden {
		t.Errorf("posted without encryption: %d", r.StatusCode)
	}

	r, body = s.ask(http.MethodPost, "https://"+s.own+"/api/pairings", pair, "")
	if r.StatusCode != http.StatusCreated || r.ProtoMajor != 2 {
		t.Fatalf("%d %s %s", r.StatusCode, r.Proto, body)
	}
	cookie := r.Cookies()[0]
	if !cookie.Secure || !cookie.HttpOnly {
		t.Errorf("%+v", cookie)
	}
	for address, want := range map[string]int{"https://": http.StatusOK, "http://": http.StatusForbidden} {
		if r, _ := s.ask(http.MethodGet, address+s.own+"/api/setups", "", cookie.Value); r.StatusCode != want {
			t.Errorf("%s: %d", address, r.StatusCode)
		}
	}
	if r, _ := s.ask(http.MethodGet, "https://"+s.own+"/api/setups", "",
		"of another machine"); r.StatusCode != http.StatusUnauthorized {
		t.Errorf("a cookie from elsewhere: %d", r.StatusCode)
	}
	if err := s.stop(); err != nil {
		t.Error(err)
	}
}

// Connections that say nothing, or nonsense, keep nobody else from being served, and end.
func TestSilentConnections(t *testing.T) {
	if testing.Short() {
		t.Skip("it waits for connections to be given up")
	}
	s := startOverTLS(t)
	for _, say := range []string{"", "", "\x16nonsense that is no handshake", "\x00", "GET"} {
		c, err := (&net.Dialer{}).DialContext(t.Context(), "tcp", s.own)
		if err != nil {
			t.Fatal(err)
		}
		defer func() { _ = c.Close() }()
		if _, err := c.Write([]byte(say)); err != nil {
			t.Fatal(err)
		}
	}
	if r, _ := s.ask(http.MethodGet, "https://"+s.own+"/api/health", "", ""); r.StatusCode != http.StatusOK {
		t.Error(r.Status)
	}
	if err := s.stop(); err != nil {
		t.Error(err)
	}
}

// failing is a listener that fails once, and then is closed.
type failing struct {
	net.Listener
	errs chan error
}

func (f failing) Accept() (net.Conn, error) { return nil, <-f.errs }

// What keeps a listener from taking a connection is told, and it is tried again; a closed one ends.
func TestEitherFails(t *testing.T) {
	full := errors.New("too many open files")
	f := failing{errs: make(chan error, 2)}
	f.errs <- full
	f.errs <- net.ErrClosed
	e := newEither(f, nil)
	for _, want := range []error{full, net.ErrClosed, net.ErrClosed} {
		if _, err := e.Accept(); !errors.Is(err, want) {
			t.Errorf("%v for %v", err, want)
		}
	}
}

// A server is reached by the names of its owner's certificate, and says so; other names are
// none of its.
func TestNamesOfACertificate(t *testing.T) {
	folder := t.TempDir()
	if _, err := certificate.Own(folder,
		func() certificate.Names { return certificate.Names{Names: []string{"skiff.example"}} }, time.Now); err != nil {
		t.Fatal(err)
	}
	file := filepath.Join(folder, "server.pem")
	by, err := certificate.Of(file, file, time.Now)
	if err != nil {
		t.Fatal(err)
	}
	at := &net.TCPAddr{IP: net.IPv4zero, Port: 4780}
	if got := reach.Bases(at, []string{"192.0.2.4"}, by); len(got) != 1 || got[0] != "https://skiff.example:4780" {
		t.Error(got)
	}
	g := behindGate(t)
	g.handler = NewGate(g.does, by).Wrap(g.inner)
	for host, want := range map[string]int{"skiff.example:4780": http.StatusOK, "skiff.example": http.StatusOK,
		"evil.example": http.StatusMisdirectedRequest, "a.skiff.example": http.StatusMisdirectedRequest} {
		if w := g.ask(http.MethodGet, "/api/health", "", host, away, ""); w.Code != want {
			t.Errorf("%s: %d", host, w.Code)
		}
	}
}

// Answers name the script of the server's page, and tell a device that may only read.
func TestTellsOfItself(t *testing.T) {
	g := behindGate(t)
	cookie := g.pair("Phone")
	w := g.away(http.MethodGet, "/api/setups", "", cookie)
	page := g.away(http.MethodGet, "/", "", "").Body.String()
	if got := w.Header().Get("Dunvel-Page"); got != "" && !strings.Contains(page, `src="`+got+`"`) || got == "" &&
		!strings.Contains(page, "not built yet") {
		t.Errorf("%q", got)
	}
	if got := w.Header().Get("Dunvel-Only-Reads"); got != "" {
		t.Errorf("it reads only: %q", got)
	}
	devices, err := g.does.Devices(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	if _, err := g.does.ChangeDevice(t.Context(), devices[0].ID, "Phone", true); err != nil {
		t.Fatal(err)
	}
	if got := g.away(http.MethodGet, "/api/setups", "", cookie).Header().Get("Dunvel-Only-Reads"); got != "yes" {
		t.Errorf("it may do anything: %q", got)
	}
}
