package main

import (
	"fmt"
	"net"
	"net/netip"
	"os"
	"path/filepath"
	"strings"
	"time"

	"dunvel/internal/api/reach"
	"dunvel/internal/certificate"
	"dunvel/internal/server"
)

// encryption is how what is sent to other devices is encrypted.
type encryption struct {
	TLS  bool   `name:"tls" help:"Encrypt what is sent, by a certificate of an own authority that is made once, which devices are to trust." xor:"tls"`
	Cert string `help:"Encrypt what is sent by this certificate (PEM, with what it is signed by), and its key. Both are read anew when they change." type:"existingfile" placeholder:"FILE" and:"own" xor:"tls"`
	Key  string `help:"The key of the certificate (PEM)." type:"existingfile" placeholder:"FILE" and:"own"`
}

// source is where the certificate is from; nil where nothing is to be encrypted.
func (e encryption) source(data string) (*certificate.Source, error) {
	switch {
	case e.TLS:
		return certificate.Own(filepath.Join(data, "certificates"), ownNames, time.Now)
	case e.Cert != "":
		return certificate.Of(e.Cert, e.Key, time.Now)
	}
	return nil, nil
}

// ownNames are the names and addresses by which this machine is reached, by itself too.
func ownNames() certificate.Names {
	return certificate.Names{
		Names:     append(server.OwnNames(), "localhost"),
		Addresses: append(server.OwnAddresses(), netip.AddrFrom4([4]byte{127, 0, 0, 1}), netip.IPv6Loopback()),
	}
}

// announce says where Dunvel is, and what is open to whom.
func announce(a net.Addr, reached reach.Ways) {
	bases := reached.Bases()
	if len(bases) == 0 {
		fmt.Printf("Dunvel is at http://%s\n", a)
		return
	}
	port := a.(*net.TCPAddr).Port
	fmt.Printf("Dunvel is at http://127.0.0.1:%d\nOther devices reach it at %s, and are let in once they are paired.\n",
		port, strings.Join(bases, " and "))
	if code, err := reached.Codes.Show(); err == nil {
		fmt.Printf("Pair one with the code %s-%s, good until %s for one device; more codes are under Devices, at "+
			"this computer.\n", code.Code[:4], code.Code[4:], code.Until.Format("15:04"))
	}
	switch by := reached.By; {
	case by == nil:
		fmt.Println("What they send is not encrypted: use it on a network that you trust, or start it with --tls.")
	case by.Authority() == nil:
		fmt.Printf("What they send is encrypted by your certificate, which is good until %s.\n",
			by.Until().Format(time.DateOnly))
		if time.Now().After(by.Until()) {
			fmt.Fprintln(os.Stderr, "Your certificate has run out: devices warn of this server until the file of "+
				"--cert is a newer one. It need not be started again for that.")
		}
	default:
		fmt.Printf("What they send is encrypted. A device is to trust this Dunvel first, once: how is told at "+
			"http://%s/trust.\nWhat it then shows of the authority: %s\n", strings.TrimPrefix(bases[0], "https://"),
			by.Fingerprint())
	}
}

// ownAddresses are those of this machine by which others reach it.
func ownAddresses() []string {
	var out []string
	for _, a := range server.OwnAddresses() {
		if a.Is4() || !a.IsLinkLocalUnicast() {
			out = append(out, a.String())
		}
	}
	return out
}
