// Package browser drives the real interface in headless Chromium: an
// in-process server, a database of its own and a browser context of its own
// for each test.
package browser

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"dunvel/internal/api/reach"
	"dunvel/internal/demo"
	"dunvel/internal/live"
	"dunvel/internal/pairing"
	"dunvel/internal/server"
	"dunvel/internal/service"
	"dunvel/internal/store"

	"github.com/chromedp/cdproto/emulation"
	cdppage "github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/jmoiron/sqlx"
)

const (
	patience = slower * 120 * time.Second // for something to come about on the page, on a machine that is busy with other things
	glance   = 25 * time.Millisecond
)

// browser is the one Chromium of the test binary, and how to close it.
var browser = sync.OnceValues(func() (context.Context, error) {
	dir, err := os.MkdirTemp("", "dunvel-browser")
	if err != nil {
		return nil, err
	}
	keyed, err := proven()
	if err != nil {
		return nil, err
	}
	options := append(chromedp.DefaultExecAllocatorOptions[:],
		chromedp.NoSandbox, chromedp.DisableGPU, chromedp.UserDataDir(dir),
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true),
		chromedp.Flag("ignore-certificate-errors-spki-list", keyed.key), // as a device that trusts it
		chromedp.Flag("lang", "en-GB"), chromedp.Flag("force-color-profile", "srgb"),
	)
	alloc, cancelAlloc := chromedp.NewExecAllocator(context.Background(), options...)
	ctx, cancel := chromedp.NewContext(alloc)
	closeBrowser = func() {
		cancel()
		cancelAlloc()
		_ = os.RemoveAll(dir)
	}
	return ctx, chromedp.Do(ctx) // starts it, without a timeout
})

var closeBrowser = func() {}

func TestMain(m *testing.M) {
	code := m.Run()
	closeBrowser()
	os.Exit(code)
}

// page is a tab on a server of its own.
type page struct {
	t   testing.TB
	ctx context.Context
	url string
	db  string // the file of its database

	boat *live.Boat // whose instruments it hears

	unreachable atomic.Bool // for what is logged
	gone        atomic.Bool // for everything; see leave
	cut         func()      // ends every connection
}

// open starts a server with the demo data and opens path in a new tab. Errors
// on the page's console fail the test.
func open(t testing.TB, path string) *page {
	t.Helper()
	p := first(t)
	p.begun()
	p.visit(path)
	return p
}

// begun makes the browser one in which Dunvel was used before.
func (p *page) begun() {
	p.t.Helper()
	p.before(`localStorage.setItem("dunvel.begun", "true")`)
}

// before has a script run on every page that is opened, before the page's own.
func (p *page) before(script string) {
	p.t.Helper()
	if _, err := chromedp.Call(p.ctx, cdppage.AddScriptToEvaluateOnNewDocument,
		cdppage.AddScriptToEvaluateOnNewDocumentParams{Source: script}); err != nil {
		p.t.Fatal(err)
	}
}

// first is open in a browser that has never seen Dunvel, before any page is opened.
func first(t testing.TB) *page {
	t.Helper()
	p := &page{t: t, boat: live.New(time.Now)}
	bases := []string{"http://192.0.2.4:4780"} // where other devices would reach it
	handler := p.inner(p.data(), reach.Ways{Codes: pairing.New(time.Now), Bases: func() []string { return bases }})
	srv := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		handler.ServeHTTP(w, r.WithContext(reach.AtTheComputer(r.Context())))
	}))
	t.Cleanup(func() {
		srv.CloseClientConnections()
		srv.Close()
	})
	p.url, p.cut = srv.URL, srv.CloseClientConnections
	p.tab()
	return p
}

// data is the service of a database of its own, with the demo data.
func (p *page) data() *service.Service {
	p.t.Helper()
	p.db = filepath.Join(p.t.TempDir(), "demo.db")
	st, err := store.Open(context.Background(), p.db)
	if err != nil {
		p.t.Fatal(err)
	}
	p.t.Cleanup(func() { _ = st.Close() })
	if err := demo.Seed(context.Background(), st, time.Now()); err != nil {
		p.t.Fatal(err)
	}
	return service.New(st, time.Now)
}

// inner is what a server serves by a service, as long as it is in reach.
func (p *page) inner(does *service.Service, reached reach.Ways) http.Handler {
	p.t.Helper()
	handler, err := server.New(context.Background(), does, p.boat, reached)
	if err != nil {
		p.t.Fatal(err)
	}
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if p.gone.Load() || p.unreachable.Load() && r.Method == http.MethodPost &&
			strings.HasSuffix(r.URL.Path, "/events") {
			panic(http.ErrAbortHandler) // ends the connection, or its stream
		}
		handler.ServeHTTP(w, r)
	})
}

// tab opens a tab of a browser context of its own, before any page is opened.
func (p *page) tab() {
	p.t.Helper()
	parent, err := browser()
	if err != nil {
		p.t.Fatalf("Chromium does not start: %v", err)
	}
	ctx, cancel := chromedp.NewContext(parent, chromedp.WithNewBrowserContext())
	p.ctx = ctx
	p.t.Cleanup(cancel)
	// The tab lives as long as the context of its first action: not a timeout's.
	if err := chromedp.Do(ctx); err != nil {
		p.t.Fatal(err)
	}
	p.size(1280, 800)
	p.watchConsole()
}

// leave has the server be out of reach, until it is back.
func (p *page) leave() {
	p.gone.Store(true)
	p.cut()
}

// tamper changes the database beside the server.
func (p *page) tamper(statement string) {
	p.t.Helper()
	db, err := sqlx.Open("sqlite", p.db)
	if err != nil {
		p.t.Fatal(err)
	}
	defer func() { _ = db.Close() }()
	if _, err := db.ExecContext(p.ctx, statement); err != nil {
		p.t.Fatal(err)
	}
}

// watchConsole fails the test on errors the page reports. What a test makes
// the server refuse on purpose is reported by the browser too and left out.
func (p *page) watchConsole() {
	messages := chromedp.Console(p.ctx)
	go func() {
		for m, err := range messages {
			if err != nil {
				return
			}
			text := fmt.Sprintf("%+v", m)
			if strings.Contains(strings.ToLower(text), "error") && !strings.Contains(text, "status of 4") &&
				!outOfReach.MatchString(text) {
				p.t.Errorf("console: %s", text)
			}
		}
	}()
}

// outOfReach is what a browser reports of a server that is.
var outOfReach = regexp.MustCompile(`net::ERR_(EMPTY_RESPONSE|HTTP2_PROTOCOL_ERROR|CONNECTION_(RESET|CLOSED|REFUSED)|FAILED|INCOMPLETE_CHUNKED_ENCODING)`)

func (p *page) do(steps ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	if err := chromedp.Do(ctx, steps...); err != nil {
		p.t.Fatal(err)
	}
}

func (p *page) visit(path string) {
	p.t.Helper()
	p.do(chromedp.Navigate(p.url + path))
}

// value evaluates an expression on the page.
func value[T any](p *page, expression string) T {
	p.t.Helper()
	v, err := chromedp.Run(p.ctx, chromedp.Evaluate[T](expression))
	if err != nil {
		p.t.Fatalf("%s: %v", expression, err)
	}
	return v
}

// comes waits for the promise of an expression to be of something true.
func (p *page) comes(expression string) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	for {
		v, err := chromedp.Run(ctx, chromedp.Evaluate[bool](`Promise.resolve(`+expression+`).then((v) => !!v)`,
			chromedp.EvalAwaitPromise))
		if err == nil && v {
			return
		}
		if ctx.Err() != nil {
			p.t.Fatalf("never came about: %s (%v)", expression, err)
		}
		time.Sleep(50 * time.Millisecond)
	}
}

// until waits for an expression to be true.
func (p *page) until(expression string) {
	p.t.Helper()
	for end := time.Now().Add(patience); ; time.Sleep(glance) {
		ok, err := chromedp.Run(p.ctx, chromedp.Evaluate[bool]("!!("+expression+")"))
		if ok {
			return
		}
		if time.Now().After(end) {
			p.t.Fatalf("never came about: %s (%v)\nthe page says: %s", expression, err,
				value[string](p, "document.body.innerText.slice(0, 1500)"))
		}
	}
}

// text waits for an element, and returns what it says.
func (p *page) text(selector string) string {
	p.t.Helper()
	p.until(fmt.Sprintf("document.querySelector(%q)", selector))
	return value[string](p, fmt.Sprintf("document.querySelector(%q).innerText", selector))
}

// says waits for an element to hold words.
func (p *page) says(selector, words string) {
	p.t.Helper()
	how := "innerText"
	if selector == facts {
		how = "textContent" // each of them is folded
	}
	p.until(fmt.Sprintf("document.querySelector(%q)?.%s.includes(%q)", selector, how, words))
}

// facts are what is to be known of the head to tie on.
const facts = ".facts"

// click clicks a button or link by its accessible name or its words.
func (p *page) click(name string) {
	p.t.Helper()
	find := fmt.Sprintf(`[...document.querySelectorAll("button, a, [role=menuitem], summary")].find(e => e.offsetParent !== null && !e.disabled && (e.getAttribute("aria-label") === %[1]q || (e.innerText ?? "").trim() === %[1]q))`, name)
	p.until(find)
	value[bool](p, find+".click() || true")
}

// dialog clicks a button of the dialog that is open.
func (p *page) dialog(name string) {
	p.t.Helper()
	find := fmt.Sprintf(`[...document.querySelectorAll("[role=dialog] button")].find((b) => !b.disabled && b.innerText.trim() === %q)`, name)
	p.until(find)
	value[bool](p, find+".click() || true")
}

// field types a text over what stands in a field and leaves it.
func (p *page) field(path, text string) {
	p.t.Helper()
	name := "field-" + strings.ReplaceAll(path, ".", "-")
	p.unfold(name)
	p.typeOver("#"+name, text)
}

// typeOver types a text over what stands in a control and leaves it. By the keyboard: where it stands may still move
// while the answer before comes in, and it may be drawn anew until it has the focus.
func (p *page) typeOver(selector, text string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`((c) => {c?.focus(); return c && document.activeElement === c})(document.querySelector(%q))`,
		selector))
	p.do(chromedp.KeyEvent("a", chromedp.KeyModifiers(chromedp.ModifierCtrl)), chromedp.KeyEvent("\b"),
		chromedp.KeyEvent(text))
	value[bool](p, "(document.activeElement.blur(), true)")
}

// unfold opens the group of conditions that a control stands in, if there is one.
func (p *page) unfold(id string) {
	p.t.Helper()
	p.until(fmt.Sprintf(`(() => {
		if (document.getElementById(%[1]q) || document.getElementById(%[1]q.replace("field-", ""))) return true;
		const group = [...document.querySelectorAll("details[data-ids]")].find((d) => d.dataset.ids.split(" ").includes(%[1]q));
		if (group && !group.open) group.querySelector("summary").click();
		return false;
	})()`, id))
}

// choose sets a selection, by the id of its control.
func (p *page) choose(id, option string) {
	p.t.Helper()
	p.unfold(id)
	p.until(fmt.Sprintf(`document.querySelector("#%s option[value='%s']")`, id, option))
	p.enter("#"+id, option, "HTMLSelectElement", "change")
}

// enter sets the value of a control as a person would.
func (p *page) enter(selector, text, element, event string) {
	p.t.Helper()
	value[bool](p, fmt.Sprintf(`(() => {const c = document.querySelector(%q); Object.getOwnPropertyDescriptor(%s.prototype, "value").set.call(c, %q); c.dispatchEvent(new Event(%q, {bubbles: true})); return true})()`, selector, element, text, event))
}

// handle is a thing in the picture, by its label.
func handle(label string) string { return fmt.Sprintf(`[role=slider][aria-label=%q]`, label) }

// drag drags a thing in the picture by some pixels.
func (p *page) drag(label string, dx, dy float64) {
	p.t.Helper()
	at := value[[]float64](p, fmt.Sprintf(
		`(() => {const b = document.querySelector(%q).querySelector(".handle-grip").getBoundingClientRect(); return [b.x + b.width/2, b.y + b.height/2]})()`, handle(label)))
	p.do(chromedp.DragAndDropXY(at[0], at[1], at[0]+dx, at[1]+dy, 8))
}

func (p *page) size(width, height int64) {
	p.t.Helper()
	p.do(chromedp.EmulateViewport(width, height))
}

// media sets a media feature, such as prefers-reduced-motion.
func (p *page) media(feature, setting string) {
	p.t.Helper()
	_, err := chromedp.Call(p.ctx, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{
		Features: []*emulation.MediaFeature{{Name: feature, Value: setting}},
	})
	if err != nil {
		p.t.Fatal(err)
	}
}

func (p *page) picture() []byte {
	p.t.Helper()
	png, err := chromedp.Run(p.ctx, chromedp.CaptureScreenshot())
	if err != nil && !errors.Is(err, context.Canceled) {
		p.t.Fatal(err)
	}
	return png
}
