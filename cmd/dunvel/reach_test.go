package main

import (
	"bufio"
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/x509"
	"encoding/pem"
	"math/big"
	"os"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
	"time"

	"dunvel/internal/server"
)

// expired is a file of a certificate that ran out, and its key.
func expired(t *testing.T) string {
	t.Helper()
	key, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	if err != nil {
		t.Fatal(err)
	}
	shape := &x509.Certificate{SerialNumber: big.NewInt(1), DNSNames: []string{"skiff.example"},
		NotBefore: time.Now().AddDate(-1, 0, 0), NotAfter: time.Date(2026, 6, 30, 12, 0, 0, 0, time.UTC)}
	made, err := x509.CreateCertificate(rand.Reader, shape, shape, key.Public(), key)
	if err != nil {
		t.Fatal(err)
	}
	secret, err := x509.MarshalPKCS8PrivateKey(key)
	if err != nil {
		t.Fatal(err)
	}
	file := filepath.Join(t.TempDir(), "own.pem")
	text := string(pem.EncodeToMemory(&pem.Block{Type: "CERTIFICATE", Bytes: made})) +
		string(pem.EncodeToMemory(&pem.Block{Type: "PRIVATE KEY", Bytes: secret}))
	if err := os.WriteFile(file, []byte(text), 0o600); err != nil {
		t.Fatal(err)
	}
	return file
}

// The start says plainly what is open to whom, and how what is sent is encrypted; a certificate
// that ran out is told of and served.
func TestAnnounce(t *testing.T) {
	if len(server.OwnAddresses()) == 0 {
		t.Skip("this machine is on no network")
	}
	own := expired(t)
	for _, c := range []struct {
		args       []string
		told, warn string
	}{
		{nil, "What they send is not encrypted: use it on a network that you trust, or start it with --tls.", ""},
		{[]string{"--tls"}, "What it then shows of the authority: ", ""},
		{[]string{"--cert", own, "--key", own},
			"What they send is encrypted by your certificate, which is good until 2026-06-30.",
			"Your certificate has run out: devices warn of this server until the file of --cert is a newer one. It " +
				"need not be started again for that."},
	} {
		command := command(t.Context(), append([]string{"serve", "--data", t.TempDir(), "--address", "0.0.0.0:0"},
			c.args...)...)
		out, err := command.StdoutPipe()
		if err != nil {
			t.Fatal(err)
		}
		var warned strings.Builder
		command.Stderr = &warned
		if err := command.Start(); err != nil {
			t.Fatal(err)
		}
		lines, said := bufio.NewScanner(out), ""
		for !strings.Contains(said, c.told) && lines.Scan() {
			said += lines.Text() + "\n"
		}
		_ = command.Process.Signal(syscall.SIGTERM)
		for lines.Scan() { // to its end
		}
		if err := command.Wait(); err != nil {
			t.Errorf("%v: %v", c.args, err)
		}
		for _, want := range []string{c.told, "Dunvel is at http://127.0.0.1:", "and are let in once they are paired.",
			"Pair one with the code "} {
			if !strings.Contains(said, want) {
				t.Errorf("%v: it says\n%s", c.args, said)
			}
		}
		if encrypted := strings.Contains(said, "reach it at https://"); encrypted != (c.args != nil) {
			t.Errorf("%v: encrypted %v", c.args, encrypted)
		}
		if c.warn == "" && warned.String() != "" || !strings.Contains(warned.String(), c.warn) {
			t.Errorf("%v: it warns\n%s", c.args, &warned)
		}
	}
	for want, args := range map[string][]string{
		"--tls and --cert can't be used together":     {"--tls", "--cert", own, "--key", own},
		"--cert and --key must be used together":      {"--cert", own},
		"cannot be used: tls: failed to find any PEM": {"--cert", os.Args[0], "--key", own},
	} {
		if _, told, ok := run(t, append([]string{"serve", "--data", t.TempDir()}, args...)...); ok ||
			!strings.Contains(told, want) {
			t.Errorf("%v: %s", args, told)
		}
	}
}
