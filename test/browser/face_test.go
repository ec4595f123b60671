package browser

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// What is refused, and a server that is gone, leave the last picture where it is.
func TestThePictureStays(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=1")
	p.until(settled)
	said := p.text(".answer h1")
	p.field("target.depth", "30 m")
	p.says(".refused", "30 m is below the bed at 18 m")
	p.says(".answer h1", said)
	p.until(`document.querySelector(".section .line-now") && document.querySelector(".ladder") && document.querySelector(".strip")`)
	p.until(`document.querySelector(".answer[data-old]") && document.querySelector(".section[data-stale]")`)
	p.field("target.depth", "")
	p.until(`!document.querySelector(".refused") && !document.querySelector("[data-old]")`)

	value[bool](p, `(window.whole = window.fetch, window.fetch = (to, how) => String(to.url ?? to).includes("/answers") ? Promise.reject(new TypeError("gone")) : window.whole(to, how), true)`)
	p.field("water.depth", "17 m")
	p.says(".refused", "Dunvel does not answer. Is it still running on this machine?")
	p.says(".answer h1", said)
	p.click("Try again")
	p.says(".refused", "Dunvel does not answer.")
	value[bool](p, `(window.fetch = window.whole, true)`)
	p.until(`!document.querySelector(".refused") && document.querySelector(".answer h1").textContent.includes("at 17 m")`)
}

// A search that was given up says so, and can be asked again.
func TestASearchThatGaveUp(t *testing.T) {
	t.Parallel()
	p := open(t, "/setups")
	p.until(`document.title === "Setups – Dunvel"`)
	value[bool](p, `(window.whole = window.fetch, window.fetch = (to, how) => String(to.url ?? to).includes("/changes") ? Promise.resolve(new Response('{"type":"about:blank","title":"Busy","status":503,"detail":"Too much at once."}', {status: 503, headers: {"Content-Type": "application/problem+json"}})) : window.whole(to, how), true)`)
	p.click("Work out")
	p.until(settled)
	p.says(".changes", "What would change it was not found out to the end. Look again")
	value[bool](p, `(window.fetch = window.whole, true)`)
	p.click("Look again")
	p.until(`document.querySelector(".changes summary")`)
}

// Whatever stands in an address, a view comes; what is of no use in it, an option that there is not too, is told.
func TestAddressesWithNonsense(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.depth=abc&frog=3&bait.length=0.08&hand.rod=held")
	p.says(".MuiSnackbar-root", "Left out of this address: water.depth=abc, frog=3, hand.rod=held.")
	p.until(settled)
	p.visit("/map?x=bogus&y=wind.speed")
	p.says(".MuiSnackbar-root", "Left out of this address: x=bogus.")
	p.until(`document.querySelector("#map-x").value === "water.depth" && document.querySelector("#map-y").value === "wind.speed"`)
	p.visit("/compare?with=thick,bogus,9999")
	p.says(".MuiSnackbar-root", "Left out of this address: with=bogus, with=9999.")
	p.until(`document.querySelectorAll(".compare-pick td").length === 2`)
	p.visit("/compare?with=thick,football,small,thin")
	p.says(".MuiSnackbar-root", "Left out of this address: with=thick.")
	p.until(`document.querySelectorAll(".compare-pick td").length === 4`)
	p.visit("/?open=5&frog=3")
	p.says(".MuiSnackbar-root", "Left out of this address: frog=3.")
	p.until(`document.querySelector(".answer[data-depth='1.8'] h1")`)
	p.visit("/?open=9999")
	p.says(".savebar-name", "The setup of this link is gone.")
	p.visit("/nowhere")
	p.says("h1", "There is nothing at this address")
}

// Each view has a title and a heading, and whoever comes to it by a link is at its beginning.
func TestViewsHaveTitles(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(`document.title === "Work out – Dunvel"`)
	for _, v := range []struct{ link, title string }{
		{"Fall", "Fall"}, {"Map", "Map"}, {"Compare", "Compare"}, {"Drop test", "Drop test"}, {"Log", "Log"},
		{"Box", "Box"}, {"Setups", "Setups"}, {"Work out", "Work out"},
	} {
		p.click(v.link)
		p.until(`document.title === "` + v.title +
			` – Dunvel" && document.activeElement.id === "view" && document.querySelectorAll("h1").length === 1`)
	}
}

// Whoever has never seen Dunvel chooses a kind of fishing, answers three questions and has
// an answer for their own water.
func TestFirstStart(t *testing.T) {
	t.Parallel()
	p := first(t)
	p.visit("/")
	p.says("h1", "How will you fish?")
	p.until(`document.querySelectorAll(".kinds li").length === 12 && location.pathname === "/begin"`)
	value[bool](p, `([...document.querySelectorAll(".kinds button")].find((b) => b.innerText.includes("Hops along a bank")).click(), true)`)
	p.says("h1", "Hops along a bank")
	p.until(`/^[0-9.]+ g/.test(document.querySelector(".begin-answer").innerText)`)
	p.field("water.depth", "2.2 m")
	p.click("calm")
	p.field("bait.length", "7 cm")
	p.field("line.diameter", "0.12 mm")
	p.until(`document.querySelector(".begin-answer[aria-busy=false]")?.innerText.startsWith("1.8 g 8 in 10 count 7.0 s")`)
	p.click("See it in the water")
	p.until(settled)
	p.says(".answer h1", "Tie on 1.8 g (8 in 10)")
	p.says(".answer h1", "at 2.2 m")
	p.until(`new URLSearchParams(location.search).get("from") === "pond" && new URLSearchParams(location.search).get("wind.speed") === null`)
	p.says(".conditions-head", "Begin another")
	p.until(`!document.querySelector(".conditions-head").innerText.includes("An example")`)

	// What was changed of the kind is marked, and goes back by a tap.
	p.says(".conditions", "2.2 m of fresh water over mud, 14 °C")
	p.unfold("field-water-depth")
	p.says(".conditions", "1 changed")
	p.click("Depth under the rod back to 3 m")
	p.until(`document.querySelector("#field-water-depth").value === "3 m" && location.search.includes("water.depth=3")`)

	// From then on the first page is the answer.
	p.visit("/")
	p.until(settled)
	p.says(".conditions-head", "An example. Begin with your own water")
}

// Changes are gone back and forward through, by buttons, by keys and by the browser.
func TestBackAndForward(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	depth := func(want string) {
		t.Helper()
		p.until(`document.querySelector("#field-water-depth")?.value === "` + want + `"`)
	}
	for _, d := range []string{"12 m", "9 m"} {
		p.field("water.depth", d)
		p.until(`location.search.includes("water.depth=` + d[:len(d)-2] + `")`)
	}
	p.click("Back")
	depth("12 m")
	p.click("Back")
	depth("18 m")
	p.until(`[...document.querySelectorAll(".backforth button")].map((b) => b.disabled).join() === "true,false"`)
	p.click("Forward")
	depth("12 m")
	value[bool](p, `document.dispatchEvent(new KeyboardEvent("keydown", {key: "z", code: "KeyZ", ctrlKey: true, bubbles: true})) || true`)
	depth("18 m")
	value[bool](p, `document.dispatchEvent(new KeyboardEvent("keydown", {key: "y", code: "KeyY", ctrlKey: true, bubbles: true})) || true`)
	depth("12 m")
	value[bool](p, `(history.forward(), true)`)
	depth("9 m")
}

// What was typed over and taken back is what it was, whether it was read meanwhile or not: a value may be finer than it
// is shown.
func TestTouchingChangesNothing(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.depth=17.3123")
	p.until(settled)
	p.unfold("field-water-depth")
	p.until(`document.querySelector("#field-water-depth").value === "17.3 m"`)
	for _, then := range []string{
		`document.querySelector("#field-water-depth").value === "5"`,
		`new URLSearchParams(location.search).get("water.depth") === "5"`,
	} {
		p.do(chromedp.Focus(chromedp.ID("field-water-depth")), chromedp.KeyEvent("5"))
		p.until(then)
		p.enter("#field-water-depth", "17.3 m", "HTMLInputElement", "input")
		p.do(chromedp.Blur(chromedp.ID("field-water-depth")))
		p.until(`location.search.includes("17.3123") && document.querySelector("#field-water-depth").value === "17.3 m" && !document.querySelector(".answer[data-stale]")`)
	}
}

// On a phone the answer, the water and the dials fill the screen, and the usual changes take
// no scrolling.
func TestPhoneDials(t *testing.T) {
	t.Parallel()
	p := open(t, "/nothing")
	for _, size := range [][2]int64{{390, 844}, {360, 740}} {
		p.size(size[0], size[1])
		p.visit("/?boat.kind=skiff&wind.speed=3")
		p.until(`document.querySelector(".brief h1[data-pick]") && document.querySelector(".phone .section .line-now")`)
		p.until(`document.documentElement.scrollHeight <= innerHeight && document.querySelector(".dials").getBoundingClientRect().bottom <= innerHeight`)
		p.until(`[...document.querySelectorAll(".dial span")].map((s) => s.innerText).join() === "depth,current,wind,drift"`)
		value[bool](p, `(document.querySelector(".dial").click(), true)`)
		p.click("Less: Depth under the rod")
		p.until(`document.querySelector(".dial b").innerText === "17.5 m" && location.search.includes("water.depth=17.5")`)
		value[bool](p, `(document.querySelector(".dial").click(), true)`)
		p.field("water.depth", "9")
		p.until(`document.querySelector(".dial b").innerText === "9 m"`)
		// A drift that was estimated is set by its dial.
		value[bool](p, `(document.querySelectorAll(".dial")[3].click(), true)`)
		p.click("More: Drift")
		p.until(`location.search.includes("boat.measured=true")`)
		p.says(".brief h1", "count ")
		small := value[[]string](p, `[...document.querySelectorAll("button, a:not(.skip), summary, [role=slider].wheel-rim")].filter((e) => e.offsetParent && e.getBoundingClientRect().height < 47.5).map((e) => e.innerText + " " + e.getBoundingClientRect().height)`)
		if len(small) > 0 {
			t.Errorf("%v: too small for a thumb: %q", size, small)
		}
		p.click("Why")
		p.says(".sheet", "Not lighter")
		p.click("Heads")
		p.until(`document.querySelectorAll(".sheet .rung").length === 14`)
		p.click("Conditions")
		p.says(".sheet", "9 m of salt water over rock")
		p.click("Close")
		p.until(`!document.querySelector(".sheet")`)
	}
}

// What anglers write on paper can be typed.
func TestTypedAsOnPaper(t *testing.T) {
	t.Parallel()
	p := open(t, "/?approach.kind=swim&water.depth=4")
	p.until(settled)
	for _, tt := range []struct{ path, text, address, says string }{
		{"water.depth", "12-15 ft", "water.depth=4.1148", "4.11 m is the middle of 3.66 m to 4.57 m."},
		{"rod.least", "3-14 g", "rod.most=0.014", "It casts 3 g to 14 g."},
		{"rod.length", "6'10\"", "rod.length=2.0828", ""},
		{"approach.speed", "1 turn a second", "approach.speed=0.75", ""},
		{"heads", "1/16, 1/8, 1/4 oz", "heads=0.001771", ""},
	} {
		p.field(tt.path, tt.text)
		p.until(`decodeURIComponent(location.search).includes("` + tt.address + `")`)
		if tt.says != "" {
			p.says(".conditions", tt.says)
		}
	}
	p.field("bait.weighed", "1/8")
	p.says("#field-bait-weighed-error", "“1/8” can be read two ways; write 1/8 oz or 0.125 g.")
}

// Line, leader, bait and rod are taken from the box in two taps; of heads there are so many that one is found by typing
// some of its name.
func TestFromTheBox(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	for _, tt := range []struct{ group, field, has, address string }{
		{"Line-and-leader", "field-line-diameter", "fluorocarbon", "leader."},
		{"Bait", "field-bait-form", "curl tail", "bait.form=curl tail"},
		{"Rod-and-reel", "field-rod-length", "", "rod.most="},
	} {
		p.unfold(tt.field)
		id := "field-box-" + tt.group
		p.until(`document.querySelectorAll("#` + id + ` option").length > 1`)
		option := value[string](p, `[...document.querySelectorAll("#`+id+
			` option")].find((o) => o.value && o.innerText.includes("`+tt.has+
			`"))?.value ?? "none: " + document.querySelector("#`+id+`")?.innerText`)
		p.enter("#"+id, option, "HTMLSelectElement", "change")
		p.until(`decodeURIComponent(location.search).replaceAll("+", " ").includes("` + tt.address + `")`)
	}
	p.says(".conditions", "curl tail")

	heads, found := "input#field-box-Heads", `[...document.querySelectorAll("[role=option]")].map((o) => o.innerText).join("; ")`
	p.unfold("field-head-shape")
	p.until(fmt.Sprintf("document.querySelector(%q)", heads))
	p.do(chromedp.Click(heads))
	p.until(`document.querySelectorAll("[role=option]").length === 23`)
	p.do(chromedp.KeyEvent("foot"))
	p.until(found + ` === "5.3 g football, lead, 3/0 hook; 10.6 g football, lead, 3/0 hook; 14.2 g football, lead, 3/0 hook"`)
	p.do(chromedp.KeyEvent(kb.ArrowDown), chromedp.KeyEvent(kb.Enter))
	p.until(`decodeURIComponent(location.search).includes("head.shape=football")`)
	p.until(fmt.Sprintf(`document.querySelector(%q).value === ""`, heads))
	p.do(chromedp.Click(heads), chromedp.KeyEvent("herring"))
	p.says("[role=presentation]", "Nothing in the box is called so.")
}

// A rod is taken as it is, with its line, its leader and what is tied on, by the last trip; the water stays.
func TestRodAsTiedOn(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.depth=7.5")
	p.until(settled)
	p.unfold("field-rod-length")
	p.until(`document.querySelectorAll("#field-on-rods option").length > 1`)
	p.says("label[for=field-on-rods]", "As tied on, Pier Pool")
	if got := value[string](p, `document.querySelector("#field-on-rods option[value='0']").innerText`); got !=
		"Rod 1: 7.1 g ball, paddle tail 90 mm, Lift and drop" {
		t.Errorf("on the rod is %s", got)
	}
	p.choose("field-on-rods", "0")
	p.until(`(q => q.get("line.diameter") === "0.00014" && q.get("bait.form") === "paddle tail" && q.get("water.depth") === "7.5")(new URLSearchParams(location.search))`)
	p.until(settled)
	p.says(".conditions", "braid 0.14 mm")
	p.says(".conditions", "paddle tail 90 mm")
	p.says(".conditions", "7.5 m of salt water over rock")
}

// What can be done by keys is told by one, and text goes with what the browser is set to.
func TestKeysAndText(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	value[bool](p, `document.dispatchEvent(new KeyboardEvent("keydown", {key: "?", code: "Slash", shiftKey: true, bubbles: true})) || true`)
	p.says("[role=dialog]", "Ctrl+Z")
	p.do(chromedp.KeyEvent(kb.Escape))
	p.until(`!document.querySelector("[role=dialog]")`)
	size := func(selector string) float64 {
		return value[float64](p, `parseFloat(getComputedStyle(document.querySelector("`+selector+`")).fontSize)`)
	}
	for _, selector := range []string{"body", ".answer h1", ".facts", ".group summary", ".label"} {
		before := size(selector)
		value[bool](p, `(document.documentElement.style.fontSize = "32px", true)`)
		if after := size(selector); after < 1.9*before {
			t.Errorf("%s is %g px, and %g where text is twice as large", selector, before, after)
		}
		value[bool](p, `(document.documentElement.style.fontSize = "", true)`)
	}
}

// What is below the answer stays where it is when another one comes. A field that is marked
// as changed makes room for the way back: that is beside it, and asked for.
func TestNothingJumps(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=1")
	p.until(ready)
	value[bool](p, `(window.shift = 0, new PerformanceObserver((l) => { for (const e of l.getEntries()) if (!e.sources.every((s) => s.node?.parentElement?.closest('.conditions'))) window.shift += e.value }).observe({type: "layout-shift"}), true)`)
	p.unfold("field-water-depth")
	for _, depth := range []string{"3", "9", "30", "60", "18"} {
		before := value[float64](p, `window.shift`)
		p.field("water.depth", depth)
		p.until(`location.search.includes("water.depth=` + depth + `") || ` + depth + ` === 18`)
		p.until(ready)
		if shift := value[float64](p, `window.shift`) - before; shift > 0.05 {
			t.Errorf("at %s m the layout shifted by %.3f", depth, shift)
		}
	}
}

// The picture of a view is kept as it is drawn, and in dots twice as fine.
func TestPicturesAreKept(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=1")
	p.until(ready)
	value[bool](p, `(window.kept = [], URL.createObjectURL = (b) => { window.kept.push(b); return "#" }, HTMLAnchorElement.prototype.click = function () { window.kept.push(this.download) }, true)`)
	p.click("save as SVG")
	p.until(`window.kept.length === 2`)
	value[bool](p, `(window.kept[0].text().then((text) => { window.text = text }), true)`)
	p.until(`window.text`)
	if name := value[string](p, `window.kept[1]`); name != "dunvel-water.svg" {
		t.Error(name)
	}
	// Alone it looks as it does on the page: no class needs a style sheet.
	p.until(`(() => { const svg = new DOMParser().parseFromString(window.text, "image/svg+xml").documentElement; return svg.nodeName === "svg" && !window.text.includes("class=") && svg.querySelectorAll("path").length > 10 && [...svg.querySelectorAll("rect")].some((r) => r.getAttribute("fill") === "rgb(250, 246, 236)") })()`)
	p.click("save as PNG")
	p.until(`window.kept.length === 4 && window.kept[2].type === "image/png" && window.kept[3] === "dunvel-water.png"`)
	value[bool](p, `(createImageBitmap(window.kept[2]).then((i) => { window.dots = i.width }), true)`)
	p.until(`window.dots === 2 * Math.round(document.querySelector(".section").getBoundingClientRect().width)`)
}

// A view that is there by the time that it is to be drawn is drawn at once, with no empty page before it.
func TestNoEmptyPageBeforeAView(t *testing.T) {
	t.Parallel()
	p := first(t)
	p.begun()
	p.before(`window.empty = 0; new MutationObserver(() => {
		if (document.querySelector("main")?.childNodes.length === 0) window.empty++;
	}).observe(document, {childList: true, subtree: true});
	const send = window.fetch; window.fetch = async (...of) => {
		if (new Request(...of).url.endsWith("/definitions")) await new Promise((then) => setTimeout(then, 2000));
		return send(...of);
	}`)
	for path, there := range map[string]string{"/map": ".answer h1", "/fall": ".fallview", "/guide": "h1", "/box": "h1"} {
		p.visit(path)
		p.until(fmt.Sprintf("document.querySelector(%q)", there))
		if n := value[int](p, "window.empty"); n > 0 {
			t.Errorf("%s began with an empty page", path)
		}
	}
}
