package browser

import (
	"slices"
	"strings"
	"testing"
)

// charted is a map that is worked out to its last cell.
const charted = `document.querySelector(".map .map-mass") && document.querySelector("[role=progressbar][data-done]")`

func TestMap(t *testing.T) {
	t.Parallel()
	p := open(t, "/map?water.depth=15&heads=0.0035,0.0053,0.0106,0.0213,0.0425")
	p.until(`document.querySelector(".map .map-cell")`) // something to see before all is known
	p.until(charted)
	p.says(".answer h1", "15 m, 0 m/s: 3.5 g, ")
	regions := value[[]string](p, `[...document.querySelectorAll(".map-mass")].map((e) => e.textContent)`)
	if len(regions) < 4 {
		t.Errorf("regions %v", regions)
	}
	// A click goes there, and the answer for there is what the map said.
	value[bool](p, `(() => {const m = document.querySelector(".map"), b = m.getBoundingClientRect(); m.dispatchEvent(new PointerEvent("pointerdown", {bubbles: true, clientX: b.left + b.width * 0.6, clientY: b.top + b.height * 0.6})); return true})()`)
	p.until(`!document.querySelector(".answer h1").innerText.startsWith("15 m")`)
	p.until(`location.search.includes("flow.speed=")`)
	said := p.text(".answer h1")
	value[bool](p, `document.querySelector(".map").dispatchEvent(new KeyboardEvent("keydown", {key: "ArrowRight", bubbles: true}))`)
	p.until(`document.querySelector(".answer h1").innerText !== ` + "`" + said + "`")
	if n := value[int](p, `document.querySelectorAll(".map-here").length`); n != 1 {
		t.Errorf("you are here %d times", n)
	}
	there := p.text(".answer h1")
	mass, _, _ := strings.Cut(there[strings.Index(there, ": ")+2:], ",")
	p.click("Work out")
	p.until(settled)
	if sentence := p.text(".answer h1"); !strings.Contains(sentence, mass) {
		t.Errorf("the map has %q, the answer is %q", there, sentence)
	}
}

// Until its first cells are there a map is being worked out, and nobody is off it.
func TestMapBeforeItsFirstCells(t *testing.T) {
	t.Parallel()
	p := first(t)
	p.begun()
	p.before(`window.told = []; new MutationObserver(() => {
		const h1 = document.querySelector(".answer h1")?.innerText;
		if (h1 && h1 !== told.at(-1)) told.push(h1);
	}).observe(document, {childList: true, subtree: true, characterData: true})`)
	p.visit("/map?water.depth=15&heads=0.0035,0.0106")
	p.until(charted)
	told := value[[]string](p, "told")
	if len(told) < 2 || told[0] != "Working it out…" || slices.Contains(told, "You are off this map") {
		t.Errorf("%q", told)
	}
}

// On a phone no name of a head stands over another, or over the edge.
func TestMapNamesOnAPhone(t *testing.T) {
	t.Parallel()
	p := open(t, "/map?approach.kind=swim&water.depth=4&head.hook=1/0&bait.length=0.09&flow.direction=90")
	p.size(390, 844)
	p.until(charted)
	names := value[[]struct{ Name, Over string }](p, `(() => {
		const all = [...document.querySelectorAll(".map-mass")].map((e) => ({name: e.textContent, box: e.getBoundingClientRect()}));
		const edge = document.querySelector(".map").getBoundingClientRect();
		const over = (a, b) => a.left < b.right && b.left < a.right && a.top + 3 < b.bottom && b.top + 3 < a.bottom;
		return all.map((a) => ({name: a.name, over: a.box.right > edge.right ? "the edge"
			: all.find((b) => b !== a && over(a.box, b.box))?.name ?? ""}));
	})()`)
	if len(names) < 8 {
		t.Errorf("%d names", len(names))
	}
	for _, n := range names {
		if n.Over != "" {
			t.Errorf("%s is over %s", n.Name, n.Over)
		}
	}
}

func TestMapAxes(t *testing.T) {
	t.Parallel()
	p := open(t, "/map?heads=0.0053,0.0106")
	p.until(charted)
	p.choose("map-y", "wind.speed")
	p.until(`location.search.includes("y=wind.speed")`)
	p.until(charted)
	p.until(`document.querySelector(".map").textContent.includes("Wind, m/s")`)
	// The other field takes the place of the one that is chosen for both.
	p.choose("map-x", "wind.speed")
	p.until(`document.querySelector("#map-y").value === "water.depth"`)
	p.visit("/map?x=boat.speed")
	p.says(".answer h1", "only where it was measured")
	p.field("flow.speed", "-3")
	p.says("#field-flow-speed-error", "-3 m/s is outside")
}

// What goes beyond the map is asked for anew, and what was looked at before is there at once.
func TestMapGrows(t *testing.T) {
	t.Parallel()
	p := open(t, "/map?heads=0.0053,0.0106&water.depth=4")
	ticks := `[...document.querySelectorAll(".map text")].map((e) => e.textContent)`
	p.until(ticks + `.includes("10")`)
	p.until(charted)
	p.field("water.depth", "80")
	p.until(ticks + `.includes("140") || ` + ticks + `.includes("150")`)
	p.until(`document.querySelectorAll(".map-here").length === 1`)
	p.until(charted)
}

func TestRulesOfThumb(t *testing.T) {
	t.Parallel()
	p := open(t, "/map?heads=0.0018,0.0035,0.0071,0.0142")
	p.says(".rules table", "agrees")
	p.says(".rules", "They agree in")
	p.enter("#rules", "to 3 m: 42 g; deeper: 0.5 g", "HTMLTextAreaElement", "input")
	p.says(".rules table", "too heavy")
	p.says(".rules table", "too light")
	p.enter("#rules", "when the moon is full: 7 g", "HTMLTextAreaElement", "input")
	p.says("#rules-error", "a condition that is not known, “when the moon is full”")
	p.enter("#rules", "", "HTMLTextAreaElement", "input")
	p.says("#rules-error", "holds no rule")
}
