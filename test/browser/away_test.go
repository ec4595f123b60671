package browser

import (
	"context"
	"crypto/sha256"
	"encoding/base64"
	"fmt"
	"net"
	"net/netip"
	"os"
	"strings"
	"sync"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/internal/api/reach"
	"dunvel/internal/certificate"
	"dunvel/internal/live"
	"dunvel/internal/pairing"
	"dunvel/internal/server"
	"dunvel/internal/service"

	"github.com/chromedp/cdproto/cdp"
	cdppage "github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
)

// proof is the certificate of servers that are reached over a network, which the browser trusts
// by its key.
type proof struct {
	by  *certificate.Source
	key string
}

var proven = sync.OnceValues(func() (proof, error) {
	dir, err := os.MkdirTemp("", "dunvel-certificates")
	if err != nil {
		return proof{}, err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	by, err := certificate.Own(dir, func() certificate.Names {
		return certificate.Names{Names: []string{"localhost"},
			Addresses: append(server.OwnAddresses(), netip.MustParseAddr("127.0.0.1"))}
	}, time.Now)
	if err != nil {
		return proof{}, err
	}
	key := sha256.Sum256(by.Certificate().Leaf.RawSubjectPublicKeyInfo)
	return proof{by, base64.StdEncoding.EncodeToString(key[:])}, nil
})

// network is a server that is reached over one, and the page of another device.
type network struct {
	*page
	does  *service.Service
	codes *pairing.Codes
	host  string
}

func overNetwork(t *testing.T, encrypted bool) *network {
	t.Helper()
	addresses := server.OwnAddresses()
	if len(addresses) == 0 {
		t.Skip("this machine is on no network")
	}
	n := &network{page: &page{t: t, boat: live.New(time.Now), cut: func() {}}, codes: pairing.New(time.Now)}
	n.does = n.data()
	scheme, reached := "http://", reach.Ways{Codes: n.codes, Bases: func() []string { return []string{n.url} }}
	if encrypted {
		with, err := proven()
		if err != nil {
			t.Fatal(err)
		}
		scheme, reached.By = "https://", with.by
	}
	ctx, cancel := context.WithCancel(context.Background())
	at, ended := make(chan net.Addr, 1), make(chan error, 1)
	go func() {
		ended <- server.Serve(ctx, n.inner(n.does, reached), server.NewGate(n.does, reached.By), "0.0.0.0:0",
			func(a net.Addr) { at <- a })
	}()
	select {
	case a := <-at:
		n.host = (&net.TCPAddr{IP: addresses[0].AsSlice(), Port: a.(*net.TCPAddr).Port}).String()
	case err := <-ended:
		t.Fatal(err)
	}
	t.Cleanup(func() {
		cancel()
		<-ended
	})
	n.url = scheme + n.host
	n.tab()
	n.begun()
	return n
}

// pair pairs the device, wherever the page is sent for it.
func (n *network) pair() {
	n.t.Helper()
	n.until(`location.pathname === "/pair" && document.querySelector("#field-pair-code")`)
	code, err := n.codes.Show()
	if err != nil {
		n.t.Fatal(err)
	}
	n.typeOver("#field-pair-code", code.Code)
	n.click("Pair")
	n.until(`location.pathname !== "/pair"`)
}

// device is the one that is paired.
func (n *network) device() (id int64) {
	n.t.Helper()
	all, err := n.does.Devices(n.t.Context())
	if err != nil || len(all) != 1 {
		n.t.Fatalf("%+v %v", all, err)
	}
	return all[0].ID
}

// answered waits for the answer at a depth.
func (n *network) answered(depth string) {
	n.t.Helper()
	n.until(fmt.Sprintf(`document.querySelector(".answer[data-depth='%s']:not([data-stale]):not([data-draft]) h1")`,
		depth))
}

// A device trusts the authority, is paired, and then the page starts without its server. It is
// told when it may only read. One that was revoked keeps what it logged until it is paired anew.
func TestOverTLS(t *testing.T) {
	t.Parallel()
	p := overNetwork(t, true)
	p.do(chromedp.Navigate("http://" + p.host + "/trust"))
	p.says("main", "compare the fingerprint (SHA-256)")
	p.comes(`fetch("/authority.crt").then((r) => r.text()).then((t) => t.startsWith("-----BEGIN CERTIFICATE-----"))`)
	p.click("Open Dunvel")
	p.pair()
	if secure := value[bool](p.page, "isSecureContext"); !secure ||
		!strings.HasPrefix(value[string](p.page, "location.href"), p.url) {
		t.Errorf("at %s", value[string](p.page, "location.href"))
	}
	p.visit("/?open=4")
	p.until(ready)
	p.until(held)
	p.comes(`caches.open("lists").then((c) => c.match("/api/knowledge")).then((r) => !!r)`)

	p.leave()
	p.visit("/?open=4&water.depth=6")
	p.answered("6")
	p.says(".away", "Without its server")
	p.gone.Store(false)
	p.until(`!document.querySelector(".away")`)

	if _, err := p.does.ChangeDevice(t.Context(), p.device(), "Phone", true); err != nil {
		t.Fatal(err)
	}
	p.field("water.depth", "7 m")
	p.says(".away", "This device may only read: what is changed or logged here is not kept.")
	p.answered("7")
	if _, err := p.does.ChangeDevice(t.Context(), p.device(), "Phone", false); err != nil {
		t.Fatal(err)
	}

	kept := func() (n int) {
		events, err := p.does.Events(t.Context(), 1)
		if err != nil {
			t.Fatal(err)
		}
		for _, e := range events {
			if e.Event.Kind == logbook.Short {
				n++
			}
		}
		return n
	}
	before := kept()
	p.visit("/log?trip=1&part=tap")
	p.click("Go on with it")
	p.until(`!!document.querySelector(".tap")`)
	p.leave()
	p.click("Short bite")
	p.until(`document.querySelector(".tap-waiting")?.innerText.startsWith("1 kept on this device")`)
	if err := p.does.Revoke(t.Context(), p.device()); err != nil {
		t.Fatal(err)
	}
	p.gone.Store(false)
	p.pair()
	p.until(`[...Array(localStorage.length).keys()].every((i) => !/^dunvel.log.(event|trip)/.test(localStorage.key(i)))`)
	if got := kept(); got != before+1 {
		t.Errorf("%d short bites are kept, %d before", got, before)
	}
}

// A page of a plain address goes on while it is open.
func TestPlainAddress(t *testing.T) {
	t.Parallel()
	p := overNetwork(t, false)
	p.visit("/?open=4")
	p.pair()
	p.visit("/?open=4")
	p.until(ready)
	p.until(`document.documentElement.dataset.alone === "ready"`)
	p.leave()
	p.field("water.depth", "6 m")
	p.answered("6")
	if value[bool](p.page, "isSecureContext") {
		t.Error("it is thought secure")
	}
}

// The page can be installed, by what the browser wants of one.
func TestInstallable(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(held)
	got, err := chromedp.Call(p.ctx, cdppage.GetInstallabilityErrors, cdp.Empty{})
	if err != nil {
		t.Fatal(err)
	}
	for _, e := range got.InstallabilityErrors {
		if e.ErrorID != "in-incognito" { // as every test is
			t.Errorf("%+v", e)
		}
	}
}

// An engine that dies says so, and the next question has an answer.
func TestEngineDies(t *testing.T) {
	t.Parallel()
	p := first(t)
	p.begun()
	p.before(`window.engines = []; window.Worker = class extends Worker {
			postMessage(m) { if (!engines.includes(this)) engines.push(this); super.postMessage(window.poison && m.path ? null : m) }
		}`)
	p.visit("/?open=4")
	p.until(ready)
	p.until(held)
	p.comes(`caches.open("lists").then((c) => c.match("/api/knowledge")).then((r) => !!r)`)
	p.leave()
	p.field("water.depth", "6 m")
	p.until(`document.querySelector(".answer[data-depth='6']:not([data-stale]):not([data-draft]) h1")`)
	value[bool](p, "window.poison = true")
	p.field("water.depth", "7 m")
	p.until(`document.body.innerText.includes("The engine on this device has failed; ask again.")`)
	value[bool](p, "!(window.poison = false)")
	p.field("water.depth", "7.5 m")
	p.until(`document.querySelector(".answer[data-depth='7.5']:not([data-stale]):not([data-draft]) h1")`)
	before := value[int](p, "engines.length")
	// One that was ended without a word is replaced without one.
	value[bool](p, "(engines.forEach((e) => e.terminate()), true)")
	p.field("water.depth", "8 m")
	p.until(`document.querySelector(".answer[data-depth='8']:not([data-stale]):not([data-draft]) h1")`)
	if n := value[int](p, "engines.length"); n <= before {
		t.Errorf("%d engines were begun, %d before", n, before)
	}
}

// A page of another Dunvel than its server's says so, and loads that one's.
func TestPageOfAnother(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=4")
	p.until(ready)
	value[bool](p, `(document.querySelector("script[type=module]").setAttribute("src", "/assets/index-older.js"), true)`)
	p.field("water.depth", "6 m")
	p.says(".away", "The server is another Dunvel than this page is of. Nothing that waits here is lost.")
	p.click("Load its page")
	p.until(ready)
	p.until(`!document.querySelector(".away")`)
}

// A clock that is an hour ahead of the server's is told, since what is logged goes by it.
func TestClockAhead(t *testing.T) {
	t.Parallel()
	p := first(t)
	p.begun()
	p.before(`const now = Date.now; Date.now = () => now() + 3600e3`)
	p.visit("/?open=4")
	p.says(".away", "The clock of this device is 60 min ahead of the server’s: what is logged here has this device’s "+
		"times.")
}
