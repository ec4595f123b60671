package browser

import (
	"fmt"
	"math"
	"testing"

	"github.com/chromedp/chromedp"
)

// cell is the selector of a cell of the grid of heads: of a row by its weight
// and metal, or of the empty row.
func cell(label, name string) string {
	return fmt.Sprintf(`.grid input[aria-label="%s, %s"]`, label, name)
}

func TestBox(t *testing.T) {
	t.Parallel()
	p := open(t, "/box")
	rows := `document.querySelectorAll(".grid tr[data-id]").length`
	p.until(rows + " >= 40")
	before := value[int](p, rows)

	// At a glance: a ball for each weight, twice as wide where it is eight times as heavy, with what there is of it.
	p.says(".weights", "7.1 g\n11 there")
	wide := func(mass string) float64 {
		return value[float64](p, fmt.Sprintf(`Number([...document.querySelectorAll(".weights li")].find((l) => l.innerText.startsWith(%q)).querySelector("circle").getAttribute("r"))`, mass))
	}
	if small, large := wide("5.3 g"), wide("42.5 g"); math.Abs(large/small-math.Cbrt(42.5/5.3)) > 1e-3 {
		t.Errorf("42.5 g is %g px, 5.3 g %g", large, small)
	}

	// Many in one go, and back again.
	p.enter("#box-list", "dart, lead, 1/16 1/8 1/4, hook 2/0, 4 each", "HTMLInputElement", "input")
	p.click("Add")
	p.until(fmt.Sprintf("%s === %d", rows, before+3))
	p.click("Undo")
	p.until(fmt.Sprintf("%s === %d", rows, before))
	p.enter("#box-list", "dart, gold, 1/16", "HTMLInputElement", "input")
	p.click("Add")
	p.says("#box-list-helper-text", "“gold” is neither a shape")

	// A row of its own, in any unit; what is wrong is said at the row, and the
	// text stays.
	p.typeOver(cell("Weight", "new"), "3/0")
	p.says(".grid-wrong", "“3/0” is the size of a hook, not a weight")
	if got := value[string](p, "document.querySelector(`"+cell("Weight", "new")+"`).value"); got != "3/0" {
		t.Errorf("3/0 became %q", got)
	}
	p.typeOver(cell("Weight", "new"), "12 g")
	p.until(fmt.Sprintf("%s === %d", rows, before+1))
	p.until("document.querySelector(`" + cell("Count", "12 g ball, lead, 1/0 hook") + "`)")

	// The same once more is no second row.
	p.typeOver(cell("Weight", "new"), "12 g")
	p.says(".grid-wrong", "is in the box already; change its count there")
	p.do(chromedp.Click(cell("Weight", "new")), chromedp.KeyEvent("\x1b"))
	p.until(`!document.querySelector(".grid-wrong")`)

	// Counted on, and there after reloading.
	p.typeOver(cell("Count", "12 g ball, lead, 1/0 hook"), "7")
	p.until(`!document.querySelector(".grid tr[data-changed]")`)
	p.do(chromedp.Reload())
	p.until("document.querySelector(`" + cell("Count", "12 g ball, lead, 1/0 hook") + "`)?.value === `7`")
	value[bool](p, `document.querySelector("button[aria-label='One gone of 12 g ball, lead, 1/0 hook']").click() || true`)
	p.until("document.querySelector(`" + cell("Count", "12 g ball, lead, 1/0 hook") + "`)?.value === `6`")
	p.click("Undo")
	p.until("document.querySelector(`" + cell("Count", "12 g ball, lead, 1/0 hook") + "`)?.value === `7`")

	// Taken out, with a way back.
	value[bool](p, `document.querySelector("button[aria-label='Delete 12 g ball, lead, 1/0 hook']").click() || true`)
	p.until(fmt.Sprintf("%s === %d", rows, before))
	p.click("Undo")
	p.until(fmt.Sprintf("%s === %d", rows, before+1))
}

func TestBoxByKeysAndPaste(t *testing.T) {
	t.Parallel()
	p := open(t, "/box")
	rows := `document.querySelectorAll(".grid tr[data-id]").length`
	p.until(rows + " >= 40")
	before := value[int](p, rows)
	at := `document.activeElement.getAttribute("aria-label")`
	value[bool](p, `(() => {document.querySelector(".grid input").focus(); document.querySelector(".grid input").select(); return true})()`)
	first := value[string](p, at)
	value[bool](p, `document.activeElement.dispatchEvent(new KeyboardEvent("keydown", {key: "ArrowRight", bubbles: true})) || true`)
	value[bool](p, `document.activeElement.dispatchEvent(new KeyboardEvent("keydown", {key: "ArrowDown", bubbles: true})) || true`)
	if now := value[string](p, at); now == first {
		t.Errorf("arrow keys stay at %s", now)
	}
	paste := func(text string) {
		value[bool](p, "(() => {const d = new DataTransfer(); d.setData(`text/plain`, `"+text+
			"`); document.querySelector(`"+cell("Weight", "new")+
			"`).dispatchEvent(new ClipboardEvent(`paste`, {clipboardData: d, bubbles: true, cancelable: true})); "+
			"return true})()")
	}
	paste("1.1 g\\tball\\ttin\\t#4\\n2.2 g\\tball\\ttin\\t#2\\n")
	p.until(fmt.Sprintf("%s === %d", rows, before+2))
	// One bad row, and none of them is taken.
	paste("1.2 g\\tball\\n2.3 g\\tcube\\n")
	p.says(".grid-wrong", "None of the rows is kept. Row 2: ")
	p.says(".grid-wrong", "“cube” is not one of")
	if n := value[int](p, rows); n != before+2 {
		t.Errorf("%d rows, %d before", n, before+2)
	}
	// Headers that were copied along are none of the things, and a cell may hold quotes.
	paste("Weight (g)\\tShape\\tMetal\\tHook\\n3.3 g\\tball\\ttin\\t\"#2\"\\n")
	p.until(fmt.Sprintf("%s === %d", rows, before+3))
}

// What another window has changed is told, and what was typed here stays.
func TestBoxInTwoWindows(t *testing.T) {
	t.Parallel()
	p := open(t, "/box")
	row := cell("Count", "5.3 g football, lead, 3/0 hook")
	p.until("document.querySelector(`" + row + "`)")
	// Typing begins, and then comes the other window, as the server sees it.
	p.do(chromedp.Click(row), chromedp.KeyEvent("a", chromedp.KeyModifiers(chromedp.ModifierCtrl)),
		chromedp.KeyEvent("9"))
	changed := value[int](p, `(() => {
		const ask = (method, path, body) => {const r = new XMLHttpRequest(); r.open(method, "/api" + path, false); r.setRequestHeader("Content-Type", "application/json"); r.send(body); return r};
		const i = JSON.parse(ask("GET", "/items").responseText).find((x) => x.name === "5.3 g football, lead, 3/0 hook");
		return ask("PATCH", "/items/" + i.id, JSON.stringify({version: i.version, cells: {count: "1"}})).status;
	})()`)
	if changed != 200 {
		t.Fatalf("status %d", changed)
	}
	p.until("document.querySelector(`" + row + "`).closest(`tr`).dataset.version === `2`") // it has come here by itself
	p.do(chromedp.Blur(row))
	p.says(".grid-wrong", "changed in another window")
	if got := value[string](p, "document.querySelector(`"+row+"`).value"); got != "9" {
		t.Errorf("what was typed became %q", got)
	}
	// The row can be kept over it.
	p.do(chromedp.Click(row), chromedp.KeyEvent("\r"))
	p.until(`!document.querySelector(".grid-wrong")`)
}

func TestHeadsFromTheBox(t *testing.T) {
	t.Parallel()
	p := open(t, "/?head.shape=football")
	p.until(settled)
	p.unfold("field-heads")
	p.click("The 3 of this shape and metal in the box")
	p.until(`document.querySelectorAll(".rung").length === 3`)
	p.until(`location.search.includes("heads=0.0053,0.0106,0.0142") || decodeURIComponent(location.search).includes("heads=0.0053,0.0106,0.0142")`)
}

// On a phone a thing is a card with what is known of it; touched, it shows all of it.
func TestBoxCards(t *testing.T) {
	t.Parallel()
	p := open(t, "/box")
	p.size(390, 844)
	p.until(`document.querySelector(".grid tr[data-id]")`)
	shown := `[...document.querySelectorAll(".grid tr[data-id] td")].slice(0, document.querySelectorAll(".grid th").length).filter((c) => c.checkVisibility()).length`
	before := value[int](p, shown)
	if wide := value[int](p, `document.documentElement.scrollWidth`); wide > 390 {
		t.Errorf("%d wide", wide)
	}
	value[bool](p, `(document.querySelector(".grid tr[data-id] input").focus(), true)`)
	if after := value[int](p, shown); after <= before || before < 4 {
		t.Errorf("%d cells, %d when it is touched", before, after)
	}
}

// Of hundreds of rows only those that are seen are drawn; keys go on past them, and what was typed in one stays
// where the page is scrolled away from it.
func TestManyRows(t *testing.T) {
	t.Parallel()
	p := open(t, "/box")
	p.until(`document.querySelector(".grid tr[data-id]")`)
	const many = 400
	p.comes(fmt.Sprintf(`(async () => {
		const {box} = await (await fetch("/api/definitions")).json();
		const keys = box.find((k) => k.kind === "head").columns.map((c) => c.key);
		const cells = (i) => keys.map((k) => ({mass: "7 g", shape: "ball", note: "no " + i})[k] ?? "");
		for (let from = 0; from < %d; from += 100) {
			const rows = Array.from({length: 100}, (_, i) => cells(from + i));
			const done = await fetch("/api/items", {method: "POST", headers: {"Content-Type": "application/json"}, body: JSON.stringify({kind: "head", rows})});
			if (!done.ok) throw new Error(await done.text());
		}
		return true;
	})()`, many))
	heads := `[...document.querySelectorAll("[aria-label='Heads, as a table'] tr[data-id]")]`
	p.until(`Number(document.querySelector("[aria-label='Heads, as a table'] table").getAttribute("aria-rowcount")) > 400`)
	p.until(heads + `.length > 20`)
	if n := value[int](p, heads+`.length`); n > 120 {
		t.Errorf("%d rows are drawn", n)
	}
	// Down by keys, past what was drawn at first.
	value[bool](p, `(`+heads+`[0].querySelector("input").focus(), true)`)
	for range 60 {
		value[bool](p, `(document.activeElement.dispatchEvent(new KeyboardEvent("keydown", {key: "ArrowDown", bubbles: true})), true)`)
		p.until(`document.activeElement.closest("tr")`)
	}
	p.until(`Number(document.activeElement.closest("tr").getAttribute("aria-rowindex")) === 62`)
	// What is typed there is there after the end of the list was looked at.
	value[bool](p, `(() => {
		const input = document.activeElement;
		Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(input, "8.8");
		input.dispatchEvent(new Event("input", {bubbles: true}));
		window.scrollTo(0, document.body.scrollHeight);
		return true;
	})()`)
	p.until(heads + `.at(-1)?.innerText !== undefined && ` + heads +
		`.some((r) => Number(r.getAttribute("aria-rowindex")) > 380)`)
	value[bool](p, `(document.activeElement.scrollIntoView({block: "center"}), true)`)
	p.until(`document.activeElement.value === "8.8" && ` + heads + `.some((r) => r.dataset.changed)`)
}
