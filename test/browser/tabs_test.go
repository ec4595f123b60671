package browser

import (
	"strings"
	"testing"

	"dunvel/core/setup"
	"dunvel/core/units"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// beside opens another tab of the same browser on the same server.
func (p *page) beside(path string) *page {
	p.t.Helper()
	other := &page{t: p.t, url: p.url, boat: p.boat, cut: p.cut}
	ctx, cancel := chromedp.NewContext(p.ctx)
	other.ctx = ctx
	p.t.Cleanup(cancel)
	if err := chromedp.Do(ctx); err != nil {
		p.t.Fatal(err)
	}
	other.size(1280, 800)
	other.watchConsole()
	other.visit(path)
	return other
}

// Two tabs are two waters with the same units, setups, box and log; a trip that is tapped in both has what was tapped
// in either, once.
func TestTwoTabs(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=4")
	p.until(settled)
	q := p.beside("/log?open=4")
	q.until(`document.querySelector(".begin input")?.value === "Pier Pool"`)

	p.click("Units")
	p.click("All imperial")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.says(".answer h1", " oz")
	q.says(".begin", " oz")

	// Each has a water of its own.
	was := q.text(".begin")
	p.field("water.depth", "11 ft")
	p.until(`location.search.includes("water.depth")`)
	if now := q.text(".begin"); now != was {
		t.Errorf("the other tab says %q, it said %q", now, was)
	}

	q.click("Begin a trip")
	q.says(".tap-tied", " oz ball")
	there := value[string](q, "location.pathname + location.search")
	r := q.beside(there)
	r.says(".tap-tied", " oz ball")
	q.click("Short bite")
	r.says(".tap-last", "short bite")
	r.click("Fish")
	q.until(`document.querySelector(".tap-last b")?.innerText.endsWith(" fish")`)

	// The events of both wait on the device while the server takes none, and each is sent once.
	q.until(allSent)
	p.unreachable.Store(true)
	q.click("Snag freed")
	r.click("Bed lost")
	r.says(".tap-waiting", "2 kept on this device, not sent yet")
	p.unreachable.Store(false)
	q.visit(there)
	r.visit(there)
	q.until(`document.querySelector(".tap-last") && ` + allSent)
	q.click("What happened")
	q.until(`document.querySelectorAll(".timeline li").length === 4`)
}

// What the page writes of a weight in ounces is what the core writes of it: fractions that are sold, and about that.
func TestOuncesOfTheCore(t *testing.T) {
	t.Parallel()
	p := open(t, "/drop?part=card")
	p.until(`document.querySelectorAll("table thead th").length > 14`)
	p.click("Units")
	p.click("All imperial")
	var want []string
	for _, mass := range setup.Default().Heads {
		want = append(want, strings.TrimSuffix(units.Choice{"mass": "oz"}.Show("mass", mass), " oz"))
	}
	p.until(`document.querySelector("table thead th").innerText === "ft \\ oz"`)
	if got := value[string](p, `[...document.querySelectorAll("table thead th")].slice(1).map((th) => th.innerText).join("; ")`); got !=
		strings.Join(want, "; ") {
		t.Errorf("the page writes %s, the core %s", got, strings.Join(want, "; "))
	}
	p.visit("/box")
	p.until("document.querySelector(`" + cell("Count", "1/4 oz ball, lead, 1/0 hook") + "`)")
}
