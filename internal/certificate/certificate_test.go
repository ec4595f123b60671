package certificate

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"net"
	"net/netip"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"
)

var noon = time.Date(2027, 5, 1, 12, 0, 0, 0, time.UTC)

func names(addresses ...string) Names {
	out := Names{Names: []string{"skiff.example", "skiff", "skiff.local", "localhost"}}
	for _, a := range addresses {
		out.Addresses = append(out.Addresses, netip.MustParseAddr(a))
	}
	return out
}

// machine is one whose names and clock a test changes.
type machine struct {
	t      *testing.T
	folder string
	names  Names
	now    time.Time
}

func (m *machine) own() *Source {
	m.t.Helper()
	s, err := Own(m.folder, func() Names { return m.names }, func() time.Time { return m.now })
	if err != nil {
		m.t.Fatal(err)
	}
	return s
}

// trusts looks whether a device that trusts the authority takes what is shown to it by a name.
func (m *machine) trusts(s *Source, authority []byte, host string, at time.Time) error {
	pool := x509.NewCertPool()
	if !pool.AppendCertsFromPEM(authority) {
		m.t.Fatal("no authority")
	}
	_, err := s.Certificate().Leaf.Verify(x509.VerifyOptions{DNSName: host, Roots: pool, CurrentTime: at})
	return err
}

func newMachine(t *testing.T) *machine {
	return &machine{t, filepath.Join(t.TempDir(), "certificates"), names("192.168.1.5", "203.0.113.9", "fd00::2"), noon}
}

// A device that trusts the authority takes the certificate by every name and address of the
// machine, and by no other; its clock may be an hour out.
func TestOwn(t *testing.T) {
	m := newMachine(t)
	s := m.own()
	authority := s.Authority()
	for _, host := range []string{"skiff", "skiff.local", "skiff.example", "localhost", "192.168.1.5", "203.0.113.9",
		"fd00::2"} {
		for _, out := range []time.Duration{-time.Hour, 0, time.Hour} {
			if err := m.trusts(s, authority, host, noon.Add(out)); err != nil {
				t.Errorf("%s, a clock that is %s out: %v", host, out, err)
			}
		}
		if !s.IsGoodFor(host) {
			t.Errorf("not good for %s", host)
		}
	}
	for _, host := range []string{"other.local", "198.51.100.1", "example"} {
		if m.trusts(s, authority, host, noon) == nil || s.IsGoodFor(host) {
			t.Errorf("it is good for %s", host)
		}
	}
	if got := s.Fingerprint(); len(got) != 32*3-1 || strings.Count(got, ":") != 31 {
		t.Error(got)
	}
	for _, file := range []string{"authority.pem", "server.pem"} {
		if info, err := os.Stat(filepath.Join(m.folder, file)); err != nil || info.Mode().Perm() != 0o600 {
			t.Errorf("%s: %v %v", file, info, err)
		}
	}
	if info, err := os.Stat(m.folder); err != nil || info.Mode().Perm() != 0o700 {
		t.Errorf("%v %v", info, err)
	}
}

// The key of the authority is of no use for what is on the internet.
func TestAuthoritySpeaksForItsNetworks(t *testing.T) {
	m := newMachine(t)
	authority := m.own().Authority()
	kept, err := read(filepath.Join(m.folder, "authority.pem"))
	if err != nil {
		t.Fatal(err)
	}
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		t.Fatal(err)
	}
	for host, good := range map[string]bool{
		"bank.example": false, "www.skiff.example": true, "198.51.100.1": false, "203.0.113.9": true,
		"203.0.113.10": false, "10.1.2.3": true, "172.31.0.1": true, "172.32.0.1": false, "buoy.local": true,
		"buoylocal": false,
	} {
		shape := &x509.Certificate{Subject: pkix.Name{CommonName: host}, NotBefore: noon, NotAfter: noon.Add(time.Hour),
			ExtKeyUsage: []x509.ExtKeyUsage{x509.ExtKeyUsageServerAuth}}
		if ip := net.ParseIP(host); ip != nil {
			shape.IPAddresses = []net.IP{ip}
		} else {
			shape.DNSNames = []string{host}
		}
		forged, err := signed(shape, key, kept.certificate, kept.key)
		if err != nil {
			t.Fatal(err)
		}
		pool := x509.NewCertPool()
		pool.AppendCertsFromPEM(authority)
		if _, err := forged.certificate.Verify(
			x509.VerifyOptions{DNSName: host, Roots: pool, CurrentTime: noon.Add(time.Minute)}); (err == nil) != good {
			t.Errorf("%s: %v", host, err)
		}
		if net.ParseIP(host) == nil && speaksFor(kept.certificate, host) != good {
			t.Errorf("%s is thought to be otherwise", host)
		}
	}
}

// The authority is made once; the certificate is made anew in its last month and where the
// machine has another address, while it is served too.
func TestRenewed(t *testing.T) {
	m := newMachine(t)
	first := m.own()
	serial := func(s *Source) string { return s.Certificate().Leaf.SerialNumber.String() }
	was := serial(first)
	if m.now = noon.Add(60 * day); serial(first) != was || serial(m.own()) != was {
		t.Error("it is made anew while it is good for a month yet")
	}
	if m.now = noon.Add(60*day + 2*time.Minute); serial(first) == was {
		t.Error("it is not made anew in its last month")
	}
	was = serial(first)
	m.names = names("192.168.7.9")
	if m.now = m.now.Add(59 * time.Second); serial(first) != was {
		t.Error("it is looked at more often than each minute")
	}
	if m.now = m.now.Add(time.Second); serial(first) == was || !first.IsGoodFor("192.168.7.9") {
		t.Error("it is not good for the address of now")
	}
	was = serial(first)
	again := m.own()
	if serial(again) != was {
		t.Error("it was not kept")
	}
	if string(again.Authority()) != string(first.Authority()) {
		t.Error("the authority is another")
	}
	// An address of the internet that it may not speak for is left out, and is not tried again and again.
	m.names = names("192.168.7.9", "198.51.100.1")
	if m.now = m.now.Add(time.Hour); serial(first) != was || first.IsGoodFor("198.51.100.1") {
		t.Error("it speaks for what it may not")
	}
	// So is one that was damaged.
	if err := os.WriteFile(filepath.Join(m.folder, "server.pem"), []byte("nothing"), 0o600); err != nil {
		t.Fatal(err)
	}
	if next := m.own(); m.trusts(next, first.Authority(), "192.168.7.9", m.now) != nil {
		t.Error("a damaged one is not made anew")
	}
	if m.now = noon.Add(authorityLasts + time.Second); string(m.own().Authority()) == string(first.Authority()) {
		t.Error("an authority that ran out is not made anew")
	}
}

// An authority that cannot be read is not replaced silently, and none is made by a clock that is
// years behind.
func TestNoAuthority(t *testing.T) {
	m := newMachine(t)
	m.now = time.Date(2026, 10, 31, 23, 59, 0, 0, time.UTC)
	refused := func() string {
		_, err := Own(m.folder, func() Names { return m.names }, func() time.Time { return m.now })
		if err == nil {
			return ""
		}
		return err.Error()
	}
	if got := refused(); got != "the clock of this machine says 2026-10-31: set it first, or what is made now has "+
		"run out once it is right" {
		t.Error(got)
	}
	if m.now = m.now.Add(time.Minute); refused() != "" {
		t.Error(refused())
	}
	file := filepath.Join(m.folder, "authority.pem")
	if err := os.WriteFile(file, []byte("nothing"), 0o600); err != nil {
		t.Fatal(err)
	}
	if got := refused(); !strings.HasPrefix(got, "the authority in "+file+" cannot be used: ") ||
		!strings.HasSuffix(got, "move the file away to have another made, which devices are to trust anew") {
		t.Error(got)
	}
	if text, err := os.ReadFile(file); string(text) != "nothing" {
		t.Errorf("%s %v", text, err)
	}
}

// A certificate of the owner's is read anew when its file changes; what cannot be read then is
// not used, and one that ran out is told.
func TestOf(t *testing.T) {
	m := newMachine(t)
	m.own()
	at := filepath.Join(t.TempDir(), "own")
	cert, key := at+".crt", at+".key"
	lay := func(text string, when time.Time) {
		t.Helper()
		for _, file := range []string{cert, key} {
			if err := os.WriteFile(file, []byte(text), 0o600); err != nil {
				t.Fatal(err)
			}
			if err := os.Chtimes(file, when, when); err != nil {
				t.Fatal(err)
			}
		}
	}
	of := func(host string, until time.Time) string {
		t.Helper()
		key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
		if err != nil {
			t.Fatal(err)
		}
		shape := &x509.Certificate{DNSNames: []string{host, "*.fleet.example"}, NotBefore: noon.Add(-day),
			NotAfter: until}
		made, err := signed(shape, key, shape, key)
		if err != nil {
			t.Fatal(err)
		}
		secret, err := x509.MarshalPKCS8PrivateKey(key)
		if err != nil {
			t.Fatal(err)
		}
		return string(pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: made.certificate.Raw})) +
			string(pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret}))
	}
	lay("nothing", noon)
	if _, err := Of(cert, key, func() time.Time { return m.now }); err == nil ||
		!strings.HasPrefix(err.Error(), "the certificate "+cert+" with the key "+key+" cannot be used: ") {
		t.Error(err)
	}
	lay(of("Skiff.example", noon.Add(-time.Hour)), noon)
	s, err := Of(cert, key, func() time.Time { return m.now })
	if err != nil {
		t.Fatal(err)
	}
	if got := s.Names(); len(got.Names) != 1 || got.Names[0] != "skiff.example" || !s.IsGoodFor("one.fleet.example") ||
		s.Authority() != nil || s.Fingerprint() != "" || !s.Until().Equal(noon.Add(-time.Hour)) {
		t.Errorf("%+v %s %s", got, s.Fingerprint(), s.Until())
	}
	lay("nothing", noon.Add(time.Second))
	if m.now = m.now.Add(again); !s.IsGoodFor("skiff.example") {
		t.Error("what cannot be read is used")
	}
	lay(of("other.example", noon.Add(day)), noon.Add(2*time.Second))
	if m.now = m.now.Add(again); !s.IsGoodFor("other.example") || s.IsGoodFor("skiff.example") {
		t.Error("a newer one is not read")
	}
}
