package browser

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// seconds is the time that the Fall view shows.
func (p *page) seconds() float64 {
	p.t.Helper()
	return value[float64](p, `Number(document.querySelector("#fall-time").value)`)
}

// bait is where the bait is drawn.
func (p *page) bait() string {
	return value[string](p, `(b => b ? b.getAttribute("cx") + " " + b.getAttribute("cy") : "")(document.querySelector(".drop .bait"))`)
}

// key presses a key on the page itself.
func (p *page) key(key string) {
	p.t.Helper()
	value[bool](p, "document.activeElement.blur() || true")
	p.do(chromedp.KeyEvent(key))
}

func TestPlayScrubAndStep(t *testing.T) {
	t.Parallel()
	p := open(t, "/fall")
	p.until(`document.querySelector(".drop .line-now") && document.querySelector(".trace")`)
	p.says(".fall-words", "Down in ")
	at0 := p.bait()

	p.click("Play")
	p.until(`Number(document.querySelector("#fall-time").value) > 1`)
	p.click("Pause")
	stopped := p.seconds()
	if p.bait() == at0 {
		t.Error("the bait has not moved while it played")
	}
	p.key(kb.ArrowRight)
	p.until(fmt.Sprintf(`Math.abs(document.querySelector("#fall-time").value - %g) < 0.06`, stopped+1))
	p.key(" ")
	p.says(".transport", "Pause")
	p.key(" ")
	p.says(".transport", "Play")

	// Scrubbing on the traces goes where the pointer is.
	box := value[[]float64](p, `(b => [b.x, b.y, b.width, b.height])(document.querySelector(".traces").getBoundingClientRect())`)
	p.do(chromedp.MouseClickXY(box[0]+box[2]*0.6, box[1]+box[3]/2))
	p.until(fmt.Sprintf(`document.querySelector("#fall-time").value > %g`, stopped+5))
	// Here the engine's frames are seconds apart: a step goes from one to the next.
	before := p.seconds()
	p.key(".")
	p.until(fmt.Sprintf(`document.querySelector("#fall-time").value > %g`, before+0.2))
	p.key(",")
	p.until(fmt.Sprintf(`document.querySelector("#fall-time").value <= %g`, before))
	there := p.seconds()
	p.until(fmt.Sprintf(`Math.abs(new URLSearchParams(location.search).get("at") - %g) < 0.1`, there))
	p.do(chromedp.Reload())
	p.until(`document.querySelector(".drop .line-now")`)
	if back := p.seconds(); back < there-0.1 || back > there+0.1 {
		t.Errorf("after reloading at %g s, before %g s", back, there)
	}
}

func TestTechniquesAndChips(t *testing.T) {
	t.Parallel()
	p := open(t, "/fall?open=4")
	p.says(".fall-words", "Down in ")
	p.choose("technique", "sink-draw")
	p.says(".fall-words", "6 falls of ")
	p.until(`location.search.includes("do=sink-draw")`)

	// A chip opens to be set; what cannot be is said there.
	value[bool](p, `[...document.querySelectorAll(".chip")].find(c => c.innerText.startsWith("Turns")).click() || true`)
	p.until(`document.querySelector("#field-action-turns-amount")`)
	p.field("action.turns.amount", "4000")
	p.says(".chip-form", "4000 turns is outside what is allowed, 0.1 turns to 200 turns")
	p.field("action.turns.amount", "3,5")
	p.until(`location.search.includes("3.5")`)
	p.do(chromedp.KeyEvent(kb.Escape))
	p.says(".chips", "Fall")
	p.until(`[...document.querySelectorAll(".chip")].some(c => c.innerText.includes("3.5 turns"))`)

	// It is kept, found again, deleted and brought back.
	p.click("Save programme as…")
	p.do(chromedp.Focus(chromedp.ID("name")), chromedp.KeyEvent("Three and a half"))
	p.dialog("Save")
	p.until(`[...document.querySelectorAll("#technique option")].some(o => o.innerText === "Three and a half" && o.selected)`)
	p.click("Delete Three and a half")
	p.until(`![...document.querySelectorAll("#technique option")].some(o => o.innerText === "Three and a half")`)
	p.click("Undo")
	p.until(`[...document.querySelectorAll("#technique option")].some(o => o.innerText === "Three and a half")`)

	p.enter(".times input", "500", "HTMLInputElement", "input")
	p.says(".programme", "500 is outside what is allowed, 1 to 60")
}

// On a busy machine the address follows the water while what was chosen just before has not been drawn yet.
func TestChosenWhileTheAddressFollows(t *testing.T) {
	t.Parallel()
	p := first(t)
	p.begun()
	p.before(`const later = window.setTimeout;
		window.setTimeout = (then, ms, ...of) => ms === 250 ? later(window.rests = then, 3600e3) : later(then, ms, ...of)`)
	p.visit("/fall?open=4")
	p.says(".fall-words", "Down in ")
	p.until(`window.rests && document.querySelector("#technique option[value=sink-draw]")`)
	opened := p.text(".fall-words")
	value[bool](p, `(() => {
		const seen = new MutationObserver(() => {seen.disconnect(); rests()});
		seen.observe(document.querySelector(".programme"), {childList: true, subtree: true});
		return true})()`)
	p.choose("technique", "sink-draw")
	p.says(".fall-words", "6 falls of ")
	p.until(`location.search.includes("do=sink-draw") && location.search.includes("water.depth=")`)
	p.choose("technique", "drop")
	p.until(fmt.Sprintf(`document.querySelector(".fall-words")?.innerText === %q`, opened))
}

func TestTwoHeadsOnOneClock(t *testing.T) {
	t.Parallel()
	p := open(t, "/fall?head=3.5&against=14.2&at=20")
	p.until(`document.querySelectorAll(".drop .line-now").length === 2`)
	// What the heads weigh is over both, wherever they cross.
	drawn := value[[]string](p, `[...document.querySelectorAll(".section .bait, .section .label")].map((e) => e.textContent).slice(-4)`)
	if !slices.Equal(drawn, []string{"", "", "3.5 g", "14.2 g"}) {
		t.Errorf("drawn in this order: %q", drawn)
	}
	// The one to the left has it on its left.
	sides := value[[]string](p, `[...document.querySelectorAll(".section .label")].slice(-2).sort((a, b) => a.getAttribute("x") - b.getAttribute("x")).map((e) => e.getAttribute("text-anchor") ?? "start")`)
	if !slices.Equal(sides, []string{"end", "start"}) {
		t.Errorf("the weights stand to the %q of their places", sides)
	}
	words := value[[]string](p, `[...document.querySelectorAll(".fall-words")].map(w => w.innerText)`)
	if len(words) != 2 || !strings.HasPrefix(words[0], "3.5 g") || !strings.HasPrefix(words[1], "14.2 g") {
		t.Fatalf("%q", words)
	}
	deep := value[[]float64](p, `[...document.querySelectorAll(".drop .bait")].map(b => Number(b.getAttribute("cy")))`)
	if !(deep[1] > deep[0]) {
		t.Errorf("after 20 s the heavier one is at %g, the lighter one at %g", deep[1], deep[0])
	}
	p.click("Work out")
	p.until(settled)
	p.until(`location.search.includes("head=3.5")`)
}

func TestLessMotion(t *testing.T) {
	t.Parallel()
	p := open(t, "/nothing")
	p.media("prefers-reduced-motion", "reduce")
	p.visit("/fall?do=hop")
	p.until(`document.querySelector(".drop .line-now")`)
	p.says(".transport", "Next moment")
	if n := value[int](p, `document.querySelectorAll(".ghost").length`); n < 5 {
		t.Errorf("%d stills", n)
	}
	p.click("Next moment")
	p.until(`Number(document.querySelector("#fall-time").value) > 0`)
	shown := p.seconds()
	p.until("true")
	if p.seconds() != shown {
		t.Error("it moves by itself")
	}
}

func TestFallOnAPhone(t *testing.T) {
	t.Parallel()
	p := open(t, "/nothing")
	p.size(390, 844)
	p.visit("/fall")
	p.until(`document.querySelector(".drop .line-now") && document.querySelector(".trace")`)
	if wide := value[int](p, "document.documentElement.scrollWidth"); wide > 390 {
		t.Errorf("%d wide", wide)
	}
}

func TestImpossibleFallIsSaid(t *testing.T) {
	t.Parallel()
	p := open(t, "/fall?bait.form=stub&bait.length=0.2&bait.body=floating&head=0")
	p.says(".fall-words", "It floats")
	p.visit(`/fall?do={"start":[{"kind":"jump","time":1,"amount":0,"speed":0}],"work":[],"times":1}`)
	p.says(".programme", "“jump” is not an action")
}
