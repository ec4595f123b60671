package browser

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
)

// later makes the page's clock go on by so many seconds at once.
func (p *page) later(seconds float64) {
	p.t.Helper()
	value[bool](p, fmt.Sprintf(`(() => {window.clock ??= performance.now.bind(performance); window.ahead = (window.ahead ?? 0) + %g; performance.now = () => window.clock() + window.ahead; return true})()`, seconds*1000))
}

// tap presses the watch as a thumb does.
func (p *page) tap() {
	p.t.Helper()
	value[bool](p, `document.querySelector(".watch").dispatchEvent(new PointerEvent("pointerdown", {bubbles: true, button: 0, pointerType: "touch"})) || true`)
}

const dropRows = `document.querySelectorAll(".drops li").length`

func TestDropTest(t *testing.T) {
	t.Parallel()
	p := open(t, "/drop?place=tank&deep=2&head=7.1")
	p.says(".droptest-words", "Not yet measured")
	p.says(".droptest-expected", "is expected")
	p.tap()
	p.until(`document.querySelector(".watch[data-running]")`)
	p.later(4)
	p.tap()
	p.until(dropRows + " === 1")
	if got := p.text(".drops-time"); !strings.HasPrefix(got, "4.") {
		t.Errorf("the watch says %s", got)
	}
	p.until(`new URLSearchParams(location.search).get("test")`)

	// The space bar, whatever has the focus; Escape and it does not count.
	p.do(chromedp.KeyEvent(" "))
	p.until(`document.querySelector(".watch[data-running]")`)
	p.do(chromedp.KeyEvent("\x1b"))
	p.until(`!document.querySelector(".watch[data-running]")`)
	p.do(chromedp.KeyEvent(" "))
	p.until(`document.querySelector(".watch[data-running]")`)
	p.later(3.8)
	p.do(chromedp.KeyEvent(" "))
	p.until(dropRows + " === 2")

	// Several at once; what looks wrong is marked, struck, and counted again.
	p.enter("#drop-times", "4.1 3.9, 1:30", "HTMLInputElement", "input")
	p.click("Add")
	p.until(dropRows + " === 5")
	p.says(".drops li:nth-child(5) .drops-odd", "slow: the others take about 4")
	value[bool](p, `document.querySelector(".drops li:nth-child(5) button").click() || true`)
	p.says(".drops li:nth-child(5) .drops-odd", "does not count")
	p.says(".droptest-words", "From 4 drops")
	p.click("Undo")
	p.says(".drops li:nth-child(5) .drops-odd", "slow")
	value[bool](p, `document.querySelector(".drops li:nth-child(5) button").click() || true`)
	p.says(".droptest-words", "From 4 drops")
	p.until(`document.querySelector(".known-after") && document.querySelector(".point-this")`)

	// However fast they come, none is lost.
	p.enter("#drop-times", "4.2", "HTMLInputElement", "input")
	value[bool](p, `(() => {document.querySelector(".drop-times").requestSubmit(); document.querySelector(".drops li:nth-child(1) button").click(); return true})()`)
	p.until(dropRows + " === 6 && document.querySelector('.drops li:nth-child(1)[data-struck]')")
	value[bool](p, `document.querySelector(".drops li:nth-child(6) button").click() || true`)
	value[bool](p, `document.querySelector(".drops li:nth-child(1) button").click() || true`)
	p.says(".droptest-words", "From 4 drops")

	// What cannot be is refused and stays in the field.
	for text, words := range map[string]string{"soon": "“soon” is not a time", "0": "0 s is outside"} {
		p.enter("#drop-times", text, "HTMLInputElement", "input")
		p.click("Add")
		p.says("#drop-times-error", words)
	}
	if n := value[int](p, dropRows); n != 6 {
		t.Errorf("%d drops", n)
	}

	// It is there after reloading, and every answer goes by it.
	p.do(chromedp.Reload())
	p.until(dropRows + " === 6")
	p.visit("/")
	p.until(settled)
	p.says(facts, "Its drag is from 4 drops on")

	// Another head begins another test of the same bait.
	p.visit("/drop")
	p.until(`document.querySelectorAll(".droptest-kept li").length === 6`)
	p.says(".droptest-words", "From 4 drops")
	p.field("drop.depth", "5 cm")
	p.says("#field-drop-depth-error", "0.05 m is outside what is allowed")
	p.choose("field-bait-body", "floating")
	p.choose("field-bait-form", "paddle tail")
	p.field("drop.mass", "0")
	p.field("drop.depth", "2 m")
	p.visit("/drop?bait.form=paddle+tail&bait.body=floating&head.hook=%236&head=0")
	p.says(".droptest-caution", "It floats")
	p.says(".watch", "Tap when you let it go")

	// Deleted, with a way back.
	p.until(`[...document.querySelectorAll(".droptest-kept li")].some(l => l.innerText.includes("7.1 g, 2 m"))`)
	p.click("Delete slim minnow 120 mm on 7.1 g, 2 m, " +
		value[string](p, `[...document.querySelectorAll(".droptest-kept li")].find(l => l.innerText.includes("7.1 g, 2 m")).innerText.split("drops, ")[1].split("\n")[0]`))
	p.until(`document.querySelectorAll(".droptest-kept li").length === 5`)
	p.click("Undo")
	p.until(`document.querySelectorAll(".droptest-kept li").length === 6`)
}

func TestMeasure(t *testing.T) {
	t.Parallel()
	p := open(t, "/drop?part=measure")
	p.until(`document.querySelector("#field-float-length")`)
	p.enter("#field-float-length", "10 m", "HTMLInputElement", "input")
	p.enter("#field-float-times", "soon", "HTMLInputElement", "input")
	p.says("#field-float-times-error", "“soon” is not a time")
	p.enter("#field-float-times", "20 21 19", "HTMLInputElement", "input")
	p.says(".measure-found", "0.5 m/s from 3 runs of a float")
	p.click("Use it")
	p.until(`new URLSearchParams(location.search).get("flow.speed") === "0.5" && new URLSearchParams(location.search).get("flow.spread")`)
	p.click("Work out")
	p.until(settled)
	p.unfold("field-flow-speed")
	p.until(`document.querySelector("#field-flow-speed").value === "0.5 m/s"`)
	// A current that is set anew is known as usual.
	p.field("flow.speed", "0.2")
	p.until(`new URLSearchParams(location.search).get("flow.speed") === "0.2" && !new URLSearchParams(location.search).get("flow.spread")`)
}

func TestTruthAndCard(t *testing.T) {
	t.Parallel()
	p := open(t, "/drop?part=truth")
	p.says(".droptest-words", "On the water it takes")
	p.until(`document.querySelectorAll(".truth tbody tr").length >= 6 && document.querySelectorAll(".causes li").length > 3`)
	p.visit("/drop?open=4&part=card")
	p.says(".card", "Its drag is from 7 drops on")
	p.until(`document.querySelectorAll(".card tbody tr").length === 6`)
	// A heavier head counts less.
	if !value[bool](p, `(() => {const c = [...document.querySelectorAll(".card tbody tr:last-child td")].map(d => parseFloat(d.innerText)).filter(Number.isFinite); return c.length > 5 && c.every((v, i) => i === 0 || v <= c[i-1])})()`) {
		t.Error("counts do not fall with the weight")
	}
}
