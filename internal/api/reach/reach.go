// Package reach is how a server is reached from other devices: under which addresses, whom it lets in, and what
// encrypts it.
package reach

import (
	"net"
	"strconv"
	"strings"
	"time"

	"dunvel/internal/certificate"
	"dunvel/internal/contract"
	"dunvel/internal/pairing"
)

// Ways are how a server is reached from other devices.
type Ways struct {
	Codes *pairing.Codes
	Bases func() []string     // addresses such as http://192.168.1.5:4780; none where it answers to this machine alone
	By    *certificate.Source // what is sent is encrypted by it; nil where it is not
}

// Authority is the own authority that devices are to trust; nil where there is none.
func (r Ways) Authority() []byte {
	if r.By == nil {
		return nil
	}
	return r.By.Authority()
}

// Trust is where a device reads how to trust the own authority, before it does; "" where there is none.
func (r Ways) Trust(base string) string {
	if r.Authority() == nil {
		return ""
	}
	return strings.Replace(base, "https:", "http:", 1) + "/trust"
}

// Secured is how what is sent is encrypted; nil where it is not.
func (r Ways) Secured(now time.Time) *contract.Secured {
	if r.By == nil {
		return nil
	}
	until := r.By.Until()
	return &contract.Secured{Until: until, RanOut: now.After(until), Fingerprint: r.By.Fingerprint()}
}

// Bases are the addresses of a server that listens at one, on addresses of its machine; under the
// names of a certificate where there is one that has any.
func Bases(at net.Addr, own []string, by *certificate.Source) []string {
	tcp, ok := at.(*net.TCPAddr)
	if !ok || tcp.IP.IsLoopback() {
		return nil
	}
	if !tcp.IP.IsUnspecified() {
		own = []string{tcp.IP.String()}
	}
	scheme := "http://"
	if by != nil {
		scheme = "https://"
		if names := by.Names().Names; by.Authority() == nil && len(names) > 0 {
			own = names
		}
	}
	out := make([]string, len(own))
	for i, host := range own {
		out[i] = scheme + net.JoinHostPort(host, strconv.Itoa(tcp.Port))
	}
	return out
}
