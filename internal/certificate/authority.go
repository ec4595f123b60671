// Package certificate has what a server proves itself by to other devices: a certificate of its
// owner, or one of an authority that it makes for itself once and that devices are told to trust.
package certificate

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/x509"
	"crypto/x509/pkix"
	"fmt"
	"net"
	"net/netip"
	"time"
)

const (
	authorityLasts = 10 * 365 * 24 * time.Hour
	serverLasts    = 90 * 24 * time.Hour
	// A clock of a device may be behind by as much, and a certificate made just now be good to it.
	before = 48 * time.Hour
	day    = 24 * time.Hour
)

// Names are those by which a machine is reached.
type Names struct {
	Names     []string
	Addresses []netip.Addr
}

// networks are those of homes and boats (RFC 1918, RFC 3927, RFC 4193, RFC 4291): an own authority
// speaks for addresses in them, and for nothing on the internet, so that its key is of little use
// to whoever has stolen it.
var networks = []string{"127.0.0.0/8", "10.0.0.0/8", "172.16.0.0/12", "192.168.0.0/16", "169.254.0.0/16", "::1/128",
	"fc00::/7", "fe80::/10"}

// newAuthority makes an authority for machines of the networks of homes and boats, and for the
// names and addresses of this machine as they are now.
func newAuthority(of Names, now time.Time) (pair, error) {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return pair{}, err
	}
	shape := &x509.Certificate{
		Subject:                     pkix.Name{CommonName: "Dunvel of " + called(of), Organization: []string{"Dunvel"}},
		NotBefore:                   now.Add(-before),
		NotAfter:                    now.Add(authorityLasts),
		KeyUsage:                    x509.KeyUsageCertSign | x509.KeyUsageCRLSign,
		BasicConstraintsValid:       true,
		IsCA:                        true,
		MaxPathLenZero:              true,
		PermittedDNSDomainsCritical: true,
		PermittedDNSDomains:         append([]string{"local"}, of.Names...),
		PermittedIPRanges:           ranges(of.Addresses),
	}
	return signed(shape, key, shape, key)
}

// called is what a machine is called.
func called(of Names) string {
	if len(of.Names) == 0 {
		return "this machine"
	}
	return of.Names[0]
}

// ranges are the networks that an authority speaks for: those of homes and boats, and addresses
// of this machine that are in none of them.
func ranges(own []netip.Addr) []*net.IPNet {
	var out []*net.IPNet
	for _, text := range networks {
		_, network, _ := net.ParseCIDR(text) // of the list above
		out = append(out, network)
	}
	for _, a := range own {
		if ip := a.AsSlice(); !inOneOf(out, ip) {
			out = append(out, &net.IPNet{IP: ip, Mask: net.CIDRMask(8*len(ip), 8*len(ip))})
		}
	}
	return out
}

func inOneOf(ranges []*net.IPNet, ip net.IP) bool {
	for _, r := range ranges {
		if r.Contains(ip) {
			return true
		}
	}
	return false
}

// newServer makes a certificate by an authority: for the names and addresses of a machine that
// the authority may speak for.
func newServer(of Names, authority pair, now time.Time) (pair, error) {
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		return pair{}, err
	}
	shape := &x509.Certificate{
		Subject:     pkix.Name{CommonName: called(of), Organization: []string{"Dunvel"}},
		NotBefore:   now.Add(-before),
		NotAfter:    earlier(now.Add(serverLasts), authority.certificate.NotAfter),
		KeyUsage:    x509.KeyUsageDigitalSignature,
		ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth},
	}
	for _, name := range of.Names {
		if speaksFor(authority.certificate, name) {
			shape.DNSNames = append(shape.DNSNames, name)
		}
	}
	for _, a := range of.Addresses {
		if ip := net.IP(a.AsSlice()); inOneOf(authority.certificate.PermittedIPRanges, ip) {
			shape.IPAddresses = append(shape.IPAddresses, ip)
		}
	}
	return signed(shape, key, authority.certificate, authority.key)
}

// speaksFor tells whether an authority may speak for a name.
func speaksFor(authority *x509.Certificate, name string) bool {
	for _, domain := range authority.PermittedDNSDomains {
		if name == domain || len(name) > len(domain) && name[len(name)-len(domain)-1:] == "."+domain {
			return true
		}
	}
	return false
}

func earlier(a, b time.Time) time.Time {
	if b.Before(a) {
		return b
	}
	return a
}

// pair is a certificate and its key.
type pair struct {
	certificate *x509.Certificate
	key         *ecdsa.PrivateKey
}

func signed(shape *x509.Certificate, key *ecdsa.PrivateKey, by *x509.Certificate,
	with *ecdsa.PrivateKey) (pair, error) {
	bytes, err := x509.CreateCertificate(rand.Reader, shape, by, key.Public(), with)
	if err != nil {
		return pair{}, fmt.Errorf("certificate: %w", err)
	}
	made, err := x509.ParseCertificate(bytes)
	if err != nil {
		return pair{}, fmt.Errorf("certificate: %w", err)
	}
	return pair{made, key}, nil
}
