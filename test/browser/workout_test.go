package browser

import (
	"fmt"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
)

// settled is an answer to what is on the screen.
const settled = `document.querySelector(".answer h1[data-pick]") && !document.querySelector(".answer[data-stale]") && document.querySelector("svg.section")`

// pick is the mass in g that the answer picks, 0 for none.
func (p *page) pick() float64 {
	p.t.Helper()
	p.until(settled)
	kg, _ := strconv.ParseFloat(value[string](p, `document.querySelector(".answer h1").dataset.pick`), 64)
	return kg * 1000
}

// line is the line's curve as it is drawn.
func (p *page) line() string {
	return value[string](p, `document.querySelector(".section .line-now")?.getAttribute("d") ?? ""`)
}

func TestDepthByTypingAndDragging(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	before, curve := p.pick(), p.line()
	p.says(".answer h1", "on the bed at 18 m")

	p.field("water.depth", "36 m")
	p.says(".answer h1", "on the bed at 36 m")
	deep := p.pick()
	if deep <= before || p.line() == curve {
		t.Errorf("36 m deep: %g g after %g g, or the same curve", deep, before)
	}
	p.field("water.depth", "60 ft")
	p.says(".answer h1", "on the bed at 18.3 m")

	p.drag("Depth under the rod", 0, -120)
	p.until(`!document.querySelector(".answer h1").innerText.includes("at 18.3 m")`)
	p.until(settled)
	depth := value[float64](p, `Number(document.querySelector('`+handle("Depth under the rod")+
		`').getAttribute("aria-valuenow"))`)
	if depth >= 18.2 || !strings.Contains(value[string](p, "document.querySelector('#field-water-depth').value"),
		fmt.Sprintf("%.3g", depth)) {
		t.Errorf("dragged up to %g m, the field says %s", depth,
			value[string](p, "document.querySelector('#field-water-depth').value"))
	}
}

func TestPictureByKeys(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	for _, tt := range []struct{ label, key, field, want string }{
		{"Depth under the rod", "ArrowDown", "water-depth", "18.5 m"},
		{"Cast", "ArrowLeft", "cast-distance", "19.5 m"},
		{"Current at the surface", "ArrowRight", "flow-speed", "0.02 m/s"},
		{"Target depth", "PageUp", "target-depth", "13.5 m"},
	} {
		value[bool](p, fmt.Sprintf(`(() => {const h = document.querySelector(%q); h.focus(); h.dispatchEvent(new KeyboardEvent("keydown", {key: %q, bubbles: true})); return true})()`, handle(tt.label), tt.key))
		p.unfold("field-" + tt.field)
		p.until(fmt.Sprintf(`document.querySelector("#field-%s").value === %q`, tt.field, tt.want))
	}
	p.until(settled)
	if sentence := p.text(".answer h1"); !strings.Contains(sentence, "at 13.5 m") {
		t.Errorf("a target over the bed: %s", sentence)
	}
}

func TestReloadBringsTheSamePictureBack(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	p.field("water.depth", "25")
	p.choose("field-water-bed", "mud")
	p.field("flow.speed", "0.4 kn")
	p.until(`location.search.includes("water.depth=25") && location.search.includes("water.bed=mud") && location.search.includes("flow.speed")`)
	p.until(ready) // a draft says less, and leaves the picture more room
	sentence, curve := p.text(".answer h1"), p.line()
	p.do(chromedp.Reload())
	p.until(ready)
	if p.text(".answer h1") != sentence || p.line() != curve {
		t.Errorf("after reloading: %q, before %q", p.text(".answer h1"), sentence)
	}
}

func TestBadInputStaysAtItsField(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	sentence := p.text(".answer h1")
	for typed, words := range map[string]string{
		"-5": "-5 m is outside what is allowed, 0.3 m to 200 m", "0": "0 m is outside",
		"1000000 m": "1000000 m is outside",
		"12 kg":     "is in kg", "deep": "does not start with a number", "": "is empty",
	} {
		p.field("water.depth", typed)
		p.says("#field-water-depth-error", words)
		if got := value[string](p, "document.querySelector('#field-water-depth').value"); got != typed {
			t.Errorf("%q was typed and became %q", typed, got)
		}
		if p.text(".answer h1") != sentence {
			t.Errorf("%q changed the answer", typed)
		}
	}
	p.field("water.depth", "17,5 m")
	p.until(`!document.querySelector("#field-water-depth-error")`)
	p.says(".answer h1", "at 17.5 m") // as it was typed

	// Fields that are wrong together name what clashes and keep what was typed.
	p.field("target.depth", "30")
	p.says(".answer", "is below the bed")
	p.says("#field-target-depth-error", "30 m is below the bed at 17.5 m")
}

func TestUnitsSwitch(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	p.click("Units")
	p.click("All imperial")
	p.says(".answer h1", " oz")
	p.says(".answer h1", " ft")
	p.unfold("field-water-depth")
	p.until(`document.querySelector("#field-water-depth").value === "59.1 ft"`)
	p.do(chromedp.Reload())
	p.until(settled)
	p.says(".answer h1", " oz") // kept
}

func TestLadder(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	p.until(`document.querySelectorAll(".rung").length === 14`)
	// Counting on lets every head sink; the light ones are still on their way.
	deepest := `[...document.querySelectorAll(".bob")].map(b => Number(b.getAttribute("cy")))`
	p.until(`document.querySelectorAll(".bob").length === 14`)
	at54 := value[[]float64](p, deepest)
	p.enter("#count", "10", "HTMLInputElement", "input")
	p.says(".strip-count", "10")
	at10 := value[[]float64](p, deepest)
	for i := range at10 {
		if !(at10[i] < at54[i]) {
			t.Errorf("head %d hangs at %g after 10 s and %g after 54 s", i, at10[i], at54[i])
		}
	}
	value[bool](p, `document.querySelectorAll(".rung")[0].dispatchEvent(new MouseEvent("click", {bubbles: true}))`)
	p.says(".reasons", "0.4 g")
	p.until(`location.search.includes("head=0.4")`)
	p.click("All heads in a table")
	p.says(".head-table tbody", "0.4 g")
}

func TestSwimAtAHeight(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=9")
	p.says(".answer h1", "it swims within 50 cm of the bed, touching now and then")
	p.says(".answer h1", "turns a second")
	p.until(`document.querySelector(".section .band")`)
	slow := p.pick()
	p.field("approach.speed", "0.65 m/s")
	p.until(settled)
	p.until(fmt.Sprintf(`Number(document.querySelector(".answer h1").dataset.pick) > %g`, slow/1e3))
	if fast := p.pick(); fast <= slow {
		t.Errorf("%g g at 0.45 m/s, %g g at 0.65 m/s", slow, fast)
	}
	p.field("approach.bandHigh", "0.02")
	p.says("#field-approach-bandHigh-error", "is not above the least height")
}

func TestLiftAndDrop(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=10")
	p.says(".answer h1", "Then lifted 50 cm it is back in")
	p.until(`document.querySelector(".section .band")`)
	p.says(".answer h1", "Tie on 7.1 g")
	p.says(".reasons", "but the wait is 19 s")
	p.field("approach.wait", "40 s")
	p.says(".reasons", "to be back within 1.2 s")
	p.click("All heads in a table")
	p.says(".head-table thead", "Back from a lift")
	p.field("approach.backLeast", "4")
	p.says("#field-approach-backMost-error", "is not longer than the least of 4 s")
}

func TestHover(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=11")
	p.says(".answer h1", "Close the bail and take up at 0.1")
	p.says(".answer h1", "it stays 8.0 to 9.5 m deep")
	p.until(`document.querySelector(".section .band")`)
	p.field("approach.takeUp", "0.25 m/s")
	p.says(".answer h1", "take up at 0.25 m/s, a turn in 3 s")
	p.field("target.band", "6")
	p.says("#field-target-band-error", "is under the bed at 12 m")
}

func TestWhatWouldChangeIt(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=1")
	p.until(`document.querySelector(".changes summary")`)
	p.says(".changes summary", "more")
	value[bool](p, `document.querySelector(".changes summary").click() || true`)
	p.says(".changes ul", "when the depth is over 2")
	// Past that depth the answer is the one that was said.
	said := value[string](p, `[...document.querySelectorAll(".changes li")].map((l) => l.textContent).find((w) => w.includes("the depth is over"))`)
	words := strings.Fields(said)
	grams := words[3]
	depth, err := strconv.ParseFloat(words[len(words)-2], 64)
	if err != nil {
		t.Fatal(said)
	}
	p.field("water.depth", fmt.Sprintf("%g m", 1.04*depth))
	p.until(`document.querySelector(".answer h1").textContent.startsWith("Tie on ` + grams + ` g")`)
}

func TestNothingDoesIsSaid(t *testing.T) {
	t.Parallel()
	p := open(t, "/?approach.wait=10&heads=0.001,0.002")
	p.until(settled)
	p.says(".answer h1", "None of these heads does it")
	p.says(".answer h1", "Heavier: about")
}

func TestPhone(t *testing.T) {
	t.Parallel()
	p := open(t, "/nothing")
	p.size(390, 844)
	for _, path := range []string{"/", "/map", "/compare", "/box", "/setups"} {
		p.visit(path)
		p.until(`document.querySelector(".answer h1[data-pick], .map .map-cell, .grid tr[data-id], .compare-pick, .setups li")`)
		if wide := value[int](p, "document.documentElement.scrollWidth"); wide > 390 {
			t.Errorf("%s is %d wide on a phone", path, wide)
		}
		small := value[[]string](p, `[...document.querySelectorAll("button, nav a, .row select, .row input:not([type=checkbox])")].filter(e => e.offsetParent && e.getBoundingClientRect().height > 0 && Math.max(e.getBoundingClientRect().height, e.closest(".row")?.getBoundingClientRect().height ?? 0) < 44).map(e => (e.innerText || e.id) + " " + e.getBoundingClientRect().height)`)
		if len(small) > 0 {
			t.Errorf("%s has targets too small for a thumb: %v", path, small)
		}
	}
}

func TestLightFollowsTheDevice(t *testing.T) {
	t.Parallel()
	p := open(t, "/nothing")
	p.media("prefers-color-scheme", "dark")
	p.visit("/")
	p.until(`document.documentElement.dataset.light === "dusk"`)
	p.click("Dusk")
	p.until(`document.documentElement.dataset.light === "sun"`)
}

// Where the flow comes and goes both states are answered for, and either can
// be shown.
func TestTwoStatesOfTheFlow(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=6")
	p.says(".answer h1", "at 2 m") // the kept one, and not what a new one begins with
	p.until(settled)
	still := p.text(".answer h1")
	p.unfold("field-other-asked")
	value[bool](p, `document.querySelector("#other-asked").click() || true`)
	p.field("other.speed", "0.3 m/s")
	p.says(".answer h2", "With 0.3 m/s of current")
	p.says(".answer h1", "With no current")
	p.says(".answer h1", still)
	p.says(".both", " both")
	p.click("Show this one")
	p.says(".answer h1", "With 0.3 m/s of current")
	p.until(`document.querySelector("#field-flow-speed").value === "0.3 m/s"`)
}

// The slides show where the answer turns, and past a mark it has turned.
func TestMarksOnTheSlides(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.depth=20")
	before := p.pick()
	p.unfold("field-water-depth")
	marks := `[...document.querySelectorAll(".slide:has([aria-label^='Depth under the rod']) .MuiSlider-mark")]`
	p.until(marks + `.some((m) => m.title.startsWith("Go down"))`)
	value[bool](p, `(() => {const s = document.querySelector(".slide input[aria-label^='Depth under the rod']"); s.focus(); for (let i = 0; i < 12; i++) s.dispatchEvent(new KeyboardEvent("keydown", {key: "ArrowLeft", bubbles: true})); return true})()`)
	p.until(`document.querySelector("#field-water-depth").value !== "20 m"`)
	for range 14 {
		value[bool](p, `document.querySelector(".slide input[aria-label^='Depth under the rod']").dispatchEvent(new KeyboardEvent("keydown", {key: "ArrowLeft", bubbles: true}))`)
	}
	p.until(settled + ` && Number(document.querySelector("#field-water-depth").value.split(" ")[0]) < 12`)
	if after := p.pick(); after >= before {
		t.Errorf("%g g at 20 m, %g g beyond the mark", before, after)
	}
}

// Words for a speed carry that they are words; what counts can be set.
func TestHowSure(t *testing.T) {
	t.Parallel()
	p := open(t, "/?flow.source=meter&flow.speed=0.3")
	p.until(settled)
	p.unfold("field-flow-speed")
	p.click("strong")
	p.until(`document.querySelector("#field-flow-source").value === "by eye"`)
	p.visit("/?approach.wait=44")
	p.until(settled)
	before := p.pick()
	p.unfold("field-approach-sure")
	p.field("approach.sure", "95 %")
	p.until(`location.search.includes("approach.sure=0.95")`)
	p.until(settled)
	if after := p.pick(); after <= before {
		t.Errorf("8 in 10 with %g g, 95 %% with %g g", before, after)
	}
	p.field("approach.sure", "120 %")
	p.says("#field-approach-sure-error", "120 % is outside what is allowed, 50 % to 95 %")
}

// A rig is drawn to scale, its length dragged or typed, and the bait found
// where the line has it.
func TestRig(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.depth=6")
	p.until(settled)
	p.unfold("field-bait-length")
	p.unfold("field-rig-kind")
	p.until("document.querySelector(`.rig-editor .handle`)")
	value[bool](p, "document.querySelector(`.rig-editor .handle`).dispatchEvent(new KeyboardEvent(`keydown`, {key: "+
		"`ArrowRight`, bubbles: true})) || true")
	p.until(`document.querySelector("#field-bait-length").value === "125 mm"`)
	p.choose("field-rig-kind", "drop shot")
	p.says(facts, "The bait is 1")
	p.until(`document.querySelector(".section .bait-second")`)
	p.until(`document.querySelector(".rig-box")?.textContent.includes("sinker of the ladder")`)
	grip := `.rig-editor .handle`
	value[bool](p, "document.querySelector(`"+grip+
		"`).dispatchEvent(new KeyboardEvent(`keydown`, {key: `ArrowUp`, bubbles: true})) || true")
	p.until(`Number(document.querySelector("#field-rig-apart").value.split(" ")[0]) > 0.3`)
	p.field("rig.apart", "2 ft")
	p.until(`document.querySelector(".rig-box").getAttribute("aria-label").includes("0.61 m")`)
	p.field("rig.apart", "0")
	p.says("#field-rig-apart-error", "0 m is outside what is allowed, 0.05 m to 60 m")
	p.choose("field-rig-kind", "two heads")
	p.says("details.care summary", "2 hooks on the line")
	p.choose("field-rig-kind", "fixed float")
	p.until(`document.querySelector(".section ellipse.bait-second")`)
	p.says(".answer h1", "There the float holds it")
}
