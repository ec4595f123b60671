package certificate

import (
	"crypto/ecdsa"
	"crypto/sha256"
	"crypto/tls"
	"crypto/x509"
	"encoding/pem"
	"errors"
	"fmt"
	"io/fs"
	"net"
	"net/netip"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"time"
)

// Source is where a server has its certificate from. It is safe for concurrent use.
type Source struct {
	now   func() time.Time
	fresh func(now time.Time) (*tls.Certificate, error) // that is good now; nil where the last one still is

	mutex  sync.Mutex
	last   *tls.Certificate
	looked time.Time

	authority *x509.Certificate // nil: not an own one
}

// again is how long after a look at what a certificate goes by it is looked at once more.
const again = time.Minute

// newSource has its first certificate already, or none at all.
func newSource(now func() time.Time, fresh func(time.Time) (*tls.Certificate, error)) (*Source, error) {
	s := &Source{now: now, fresh: fresh, looked: now()}
	var err error
	s.last, err = fresh(s.looked)
	return s, err
}

// Certificate is the one that is good now. Where no other can be had it is the last that could.
func (s *Source) Certificate() *tls.Certificate {
	s.mutex.Lock()
	defer s.mutex.Unlock()
	now := s.now()
	// A clock that was put back counts as well: a small computer may begin in the past.
	if since := now.Sub(s.looked); since >= again || since < 0 {
		s.looked = now
		if next, err := s.fresh(now); err == nil && next != nil {
			s.last = next
		}
	}
	return s.last
}

// Config is how a server speaks TLS by it.
func (s *Source) Config() *tls.Config {
	return &tls.Config{
		MinVersion: tls.VersionTLS12,
		NextProtos: []string{"h2", "http/1.1"},
		GetCertificate: func(*tls.ClientHelloInfo) (*tls.Certificate, error) {
			return s.Certificate(), nil
		},
	}
}

// Names are the names and addresses that the certificate is good for; a pattern for several names is left out.
func (s *Source) Names() Names {
	leaf := s.Certificate().Leaf
	var out Names
	for _, name := range leaf.DNSNames {
		if !strings.Contains(name, "*") {
			out.Names = append(out.Names, strings.ToLower(name))
		}
	}
	for _, ip := range leaf.IPAddresses {
		if a, ok := netip.AddrFromSlice(ip); ok {
			out.Addresses = append(out.Addresses, a.Unmap())
		}
	}
	return out
}

// IsGoodFor tells whether the certificate is good for a name or an address.
func (s *Source) IsGoodFor(host string) bool {
	return s.Certificate().Leaf.VerifyHostname(host) == nil
}

// Until is until when the certificate is good.
func (s *Source) Until() time.Time { return s.Certificate().Leaf.NotAfter }

// Authority is the own authority as devices take it (X.509 as PEM, RFC 7468); nil where there is none.
func (s *Source) Authority() []byte {
	if s.authority == nil {
		return nil
	}
	return pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: s.authority.Raw})
}

// Fingerprint is what devices show of the authority (SHA-256), in pairs of digits; "" where there is none.
func (s *Source) Fingerprint() string {
	if s.authority == nil {
		return ""
	}
	return strings.ReplaceAll(fmt.Sprintf("% X", sha256.Sum256(s.authority.Raw)), " ", ":")
}

// Of is a certificate of the owner's, with what it is signed by in the same file, and its key. They
// are read anew when one of them has changed.
func Of(certificate, key string, now func() time.Time) (*Source, error) {
	var seen [2]time.Time
	return newSource(now, func(time.Time) (*tls.Certificate, error) {
		at, err := changed(certificate, key)
		if err != nil || at == seen {
			return nil, err
		}
		loaded, err := tls.LoadX509KeyPair(certificate, key)
		if err != nil {
			return nil, fmt.Errorf("the certificate %s with the key %s cannot be used: %w", certificate, key, err)
		}
		seen = at
		return &loaded, nil
	})
}

func changed(files ...string) (at [2]time.Time, err error) {
	for i, file := range files {
		info, err := os.Stat(file)
		if err != nil {
			return at, err
		}
		at[i] = info.ModTime()
	}
	return at, nil
}

// Own is a certificate of an authority that is made in a folder once. names are those of the
// machine as they are at the time of asking: where they change, and a month before a certificate
// runs out, another is made. The authority stays the same until it runs out.
func Own(folder string, names func() Names, now func() time.Time) (*Source, error) {
	authority, err := theAuthority(folder, names(), now())
	if err != nil {
		return nil, err
	}
	file := filepath.Join(folder, "server.pem")
	last, _ := read(file) // one that cannot be read is made anew
	s, err := newSource(now, func(at time.Time) (*tls.Certificate, error) {
		of := names()
		if last.key == nil || !isGood(last.certificate, authority, of, at) {
			made, err := newServer(of, authority, at)
			if err != nil {
				return nil, err
			}
			// It is good whether it could be kept or not; the next start makes another then.
			_ = write(file, made)
			last = made
		}
		return &tls.Certificate{Certificate: [][]byte{last.certificate.Raw}, PrivateKey: last.key,
			Leaf: last.certificate}, nil
	})
	if err == nil {
		s.authority = authority.certificate
	}
	return s, err
}

// ahead is how long before it runs out a certificate is made anew.
const ahead = 30 * day

// isGood tells whether a certificate is one of an authority, for some time yet, and for all names
// that the authority speaks for.
func isGood(c *x509.Certificate, by pair, of Names, now time.Time) bool {
	if c.CheckSignatureFrom(by.certificate) != nil || now.Before(c.NotBefore) || now.After(c.NotAfter) {
		return false
	}
	if now.Add(ahead).After(c.NotAfter) && c.NotAfter.Before(by.certificate.NotAfter) {
		return false
	}
	for _, name := range of.Names {
		if speaksFor(by.certificate, name) && c.VerifyHostname(name) != nil {
			return false
		}
	}
	for _, a := range of.Addresses {
		if ip := net.IP(a.AsSlice()); inOneOf(by.certificate.PermittedIPRanges, ip) &&
			c.VerifyHostname(ip.String()) != nil {
			return false
		}
	}
	return true
}

// written is when this was written: a clock that says less is wrong, as those of small computers are
// that were without current.
var written = time.Date(2026, time.November, 1, 0, 0, 0, 0, time.UTC)

// theAuthority is the one in a folder; made where there is none, and where it has run out.
func theAuthority(folder string, of Names, now time.Time) (pair, error) {
	file := filepath.Join(folder, "authority.pem")
	kept, err := read(file)
	switch {
	case err == nil && now.Before(kept.certificate.NotAfter):
		return kept, nil
	case err != nil && !errors.Is(err, fs.ErrNotExist):
		return pair{}, fmt.Errorf("the authority in %s cannot be used: %w; move the file away to have another made, "+
			"which devices are to trust anew", file, err)
	}
	if now.Before(written) {
		return pair{}, fmt.Errorf("the clock of this machine says %s: set it first, or what is made now has run out "+
			"once it is right", now.Format(time.DateOnly))
	}
	if err := os.MkdirAll(folder, 0o700); err != nil {
		return pair{}, err
	}
	made, err := newAuthority(of, now)
	if err != nil {
		return pair{}, err
	}
	return made, write(file, made)
}

// read reads a certificate and its key from one file.
func read(file string) (pair, error) {
	text, err := os.ReadFile(file)
	if err != nil {
		return pair{}, err
	}
	whole, err := tls.X509KeyPair(text, text)
	if err != nil {
		return pair{}, err
	}
	key, ok := whole.PrivateKey.(*ecdsa.PrivateKey)
	if !ok {
		return pair{}, errors.New("its key is of another kind")
	}
	return pair{whole.Leaf, key}, nil
}

// write writes them into one file that only this user may read, whole or not at all.
func write(file string, p pair) error {
	key, err := x509.MarshalPKCS8PrivateKey(p.key)
	if err != nil {
		return err
	}
	text := slices.Concat(
		pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: p.certificate.Raw}),
		pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: key}),
	)
	part, err := os.CreateTemp(filepath.Dir(file), ".part-*") // nobody else may read it
	if err != nil {
		return err
	}
	_, err = part.Write(text)
	err = errors.Join(err, part.Close())
	if err == nil {
		err = os.Rename(part.Name(), file)
	}
	if err != nil {
		_ = os.Remove(part.Name())
	}
	return err
}
