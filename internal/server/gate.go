package server

import (
	"encoding/json"
	"net"
	"net/http"
	"net/netip"
	"os"
	"slices"
	"strings"

	"dunvel/internal/api"
	"dunvel/internal/api/reach"
	"dunvel/internal/certificate"
	"dunvel/internal/contract"
	"dunvel/internal/service"
)

// Gate lets in who may reach a server beyond this machine: the machine itself, and devices
// that were paired. Others reach what a page is made of, and the request to be paired.
type Gate struct {
	does *service.Service
	by   *certificate.Source
}

// NewGate is the gate of a service, which is reached by the names of its certificate too; by is
// nil where it has none.
func NewGate(does *service.Service, by *certificate.Source) Gate { return Gate{does, by} }

// readsHeader tells a device that it may only read.
const readsHeader = "Dunvel-Only-Reads"

// asks are the addresses under /api whose POST changes nothing: a device that only reads may
// ask them.
var asks = map[string]bool{
	"answers": true, "cards": true, "cautions": true, "changes": true, "charts": true, "comparisons": true,
	"days": true, "days/calendar": true, "days/table": true, "doubts": true, "drops": true,
	"drop-tests/look": true, "leads": true, "hand": true, "lessons": true, "live/weights": true, "measurements": true,
	"rounds": true, "rules": true, "tides": true, "tides/station": true, "times": true,
}

// Wrap is a handler behind the gate.
func (g Gate) Wrap(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		host := hostOf(r.Host)
		if !ownName(host) && (g.by == nil || !g.by.IsGoodFor(host)) {
			http.Error(w, "This server answers to its own names and addresses only.", http.StatusMisdirectedRequest)
			return
		}
		if isWithin(r) {
			next.ServeHTTP(w, r.WithContext(reach.AtTheComputer(r.Context())))
			return
		}
		if g.isOpen(r) {
			next.ServeHTTP(w, r)
			return
		}
		cookie, err := r.Cookie(api.DeviceCookie)
		if err != nil {
			refuse(w, http.StatusUnauthorized, "Not let in",
				"This device is not let in. Pair it: a code is shown at the computer on which Dunvel runs, under "+
					"Devices.")
			return
		}
		device, err := g.does.DeviceOf(r.Context(), cookie.Value)
		if err != nil {
			refuse(w, http.StatusUnauthorized, "Not let in",
				"This device is not let in any more. Pair it again: a code is shown at the computer on which Dunvel "+
					"runs, under Devices.")
			return
		}
		if device.Value.Reads {
			w.Header().Set(readsHeader, "yes")
		}
		if device.Value.Reads && !reads(r) {
			refuse(w, http.StatusForbidden, "It may only read",
				"This device may only read. That is changed at the computer on which Dunvel runs, under Devices.")
			return
		}
		next.ServeHTTP(w, r)
	})
}

// isWithin tells whether a request goes from the machine to itself.
func isWithin(r *http.Request) bool {
	return isLoopback(hostOf(r.Host)) && isLoopback(hostOf(r.RemoteAddr))
}

// isOpen tells whether something is open to everybody who reaches the server.
func (Gate) isOpen(r *http.Request) bool {
	path, under := strings.CutPrefix(r.URL.Path, "/api/")
	switch {
	case !under && r.URL.Path != "/api":
		return r.Method == http.MethodGet || r.Method == http.MethodHead // the page, and what it is made of
	case path == "health":
		return r.Method == http.MethodGet
	}
	return path == "pairings" && r.Method == http.MethodPost
}

// reads tells whether a request changes nothing.
func reads(r *http.Request) bool {
	switch r.Method {
	case http.MethodGet, http.MethodHead:
		return true
	case http.MethodPost:
		return asks[strings.TrimPrefix(r.URL.Path, "/api/")]
	}
	return false
}

func refuse(w http.ResponseWriter, status int, title, detail string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.Header().Set("Cache-Control", "no-store")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(contract.Tell(status, title, detail)) // whoever has gone is told nothing
}

// hostOf is the host of a host with or without a port.
func hostOf(text string) string {
	host, _, err := net.SplitHostPort(text)
	if err != nil {
		host = strings.Trim(text, "[]")
	}
	return host
}

func isLoopback(host string) bool {
	ip := net.ParseIP(host)
	return host == "localhost" || ip != nil && ip.IsLoopback()
}

// ownName tells whether a host is this machine: one of its names, or an address of one of
// its networks. A page elsewhere that has its own name point here is none.
func ownName(host string) bool {
	if isLoopback(host) {
		return true
	}
	if ip, err := netip.ParseAddr(host); err == nil {
		for _, own := range OwnAddresses() {
			if own == ip.WithZone("") {
				return true
			}
		}
		return false
	}
	host = strings.ToLower(strings.TrimSuffix(host, "."))
	return slices.Contains(OwnNames(), host)
}

// OwnNames are the names of this machine, as networks of homes and boats know it, but for
// localhost.
func OwnNames() []string {
	name, err := os.Hostname()
	if err != nil || name == "" {
		return nil
	}
	name = strings.ToLower(name)
	short, _, _ := strings.Cut(name, ".")
	return slices.Compact([]string{name, short, short + ".local"})
}

// OwnAddresses are the addresses of this machine on its networks, but for loopback.
func OwnAddresses() []netip.Addr {
	all, err := net.InterfaceAddrs()
	if err != nil {
		return nil
	}
	var out []netip.Addr
	for _, a := range all {
		prefix, err := netip.ParsePrefix(a.String())
		if err == nil && !prefix.Addr().IsLoopback() {
			out = append(out, prefix.Addr().WithZone(""))
		}
	}
	return out
}
