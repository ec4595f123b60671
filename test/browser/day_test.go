package browser

import (
	"fmt"
	"strings"
	"testing"
	"time"
)

// A kept day is opened and looked at hour by hour; what is changed keeps itself, and what
// cannot be is told while the last day stays.
func TestDay(t *testing.T) {
	t.Parallel()
	p := open(t, "/day")
	p.until(`document.querySelectorAll(".day-plans li").length === 2`)
	p.click("The Sill at springs")
	p.until(`document.querySelector(".day-rod") && document.querySelector(".still .line-now")`)
	p.says(".day-words", "Pier Pool, evening: ")
	p.says(".day-words", "On 2 rods: ")
	if n := value[int](p, `document.querySelectorAll(".day-slack").length`); n < 1 {
		t.Errorf("%d slacks", n)
	}
	// Another time, another water.
	before := p.text(".day-at p")
	value[bool](p, `(() => {const s = document.querySelector(".day-slider"); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(s, Number(s.min) + 3600000); s.dispatchEvent(new Event("input", {bubbles: true})); return true})()`)
	p.until("document.querySelector(`.day-at p`).innerText !== `" + before + "`")
	p.until(`location.search.includes("at=")`)

	p.choose("day-rods", "1")
	p.says(".day-words", "On one rod: ")
	p.until(`!document.querySelector(".day-water[data-old]")`)
	said := p.text(".day-words")
	p.until(`fetch("/api/plans").then((r) => r.json()).then((l) => { window.rods = l.find((x) => x.name === "The Sill at springs").plan.rods }) && window.rods === 1`)
	p.visit(value[string](p, `location.pathname + location.search`))
	p.until(`document.querySelector(".day-words")?.innerText === ` + "`" + said + "`")

	p.enter("#day-zone", "Mars", "HTMLInputElement", "input")
	p.says(".day-water [role=alert]", "there is no “Mars”")
	if !value[bool](p, `!!document.querySelector(".day-strip svg")`) {
		t.Error("the strip is gone")
	}
	p.enter("#day-zone", "UTC", "HTMLInputElement", "input")
	p.until(`!document.querySelector(".day-water [role=alert]")`)
	p.choose("day-tide", "table")
	p.says(".day-water [role=alert]", "a table has 2 to 2000 lines, not 0.")
	p.enter("#day-tide-text", "HW 05:42 4.6\nHW 11:51 4.8", "HTMLTextAreaElement", "input")
	p.click("Read it")
	p.says(".day-table [role=alert]", "two high waters follow each other")
	p.enter("#day-tide-text", "HW 00:10 4.6 m\nLW 06:20 1.3 m\nHW 12:30 4.8 m\nLW 18:40 1.2 m\nHW 00:55 4.7 m",
		"HTMLTextAreaElement", "input")
	p.click("Read it")
	p.says(".day-table .hint", "low ")
	p.until(`!document.querySelector(".day-water [role=alert]") && !document.querySelector(".day-water[data-old]")`)

	p.click("All plans")
	p.click("Delete The Sill at neaps")
	p.until(`document.querySelectorAll(".day-plans li").length === 1`)
	p.click("Undo")
	p.until(`document.querySelectorAll(".day-plans li").length === 2`)
	p.click("Plan a day")
	p.until(`document.querySelector(".day-rod") && document.querySelectorAll(".day-spot").length === 1`)
	p.click("Add a spot after it")
	p.until(`document.querySelectorAll(".day-spot").length === 2`)
	p.says(".day-words", "As in Work out: ")
	if head := p.text("h1"); strings.Contains(head, "Sill") || head == "Day" {
		t.Errorf("%q", head)
	}
}

// The water at a moment is answered as the day has it then: the head that the day ties on is
// the one of the sentence.
func TestDayAgreesWithItsMoments(t *testing.T) {
	t.Parallel()
	for _, plan := range []string{"1", "2"} {
		p := open(t, "/day?plan="+plan)
		p.until(`document.querySelector(".day-rod") && document.querySelector(".still .line-now")`)
		// In the middle of the longest time through which one head is best, away from changes.
		value[bool](p, `fetch("/api/plans").then((r) => r.json()).then((l) => fetch("/api/days", {method: "POST", headers: {"Content-Type": "application/json"}, body: JSON.stringify({plan: l.find((x) => x.id === `+plan+`).plan})})).then((r) => r.text()).then((t) => {
			const w = JSON.parse(t.trim().split("\n").at(-1)).result
			const long = w.pieces.filter((p) => p.mass > 0).sort((a, b) => (Date.parse(b.to) - Date.parse(b.from)) - (Date.parse(a.to) - Date.parse(a.from)))[0]
			window.long = {at: (Date.parse(long.from) + Date.parse(long.to)) / 2, grams: 1000 * long.mass}
		}), true`)
		p.until(`window.long`)
		grams := value[float64](p, `window.long.grams`)
		value[bool](p, `(() => {const s = document.querySelector(".day-slider"); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set.call(s, window.long.at); s.dispatchEvent(new Event("input", {bubbles: true})); return true})()`)
		p.until(fmt.Sprintf(`document.querySelector(".day-at p").innerText.includes("Tie on %.3g g")`, grams))
	}
}

// What is to be taken is listed by the plan, ticked and added to, and kept; the trip begins
// with the heads of the plan on its rods.
func TestPackAndBegin(t *testing.T) {
	t.Parallel()
	p := open(t, "/day?plan=1")
	left := `document.querySelector("[aria-label='Packing list'] p")?.textContent`
	p.until(left + `?.startsWith("14 of 14 still")`)
	p.says(".pack", "life jackets")
	p.until(`(document.querySelector(".pack input").click(), true)`)
	p.until(left + `.startsWith("13 of 14")`)
	p.typeOver(".pack-more input", "the flask")
	p.click("Add it")
	p.until(left + ` === "14 of 15 still to pack."`)
	p.until(`!document.querySelector(".day-water[data-old]")`) // the water is not worked out anew for it
	p.click("Delete the flask")
	p.until(left + `.startsWith("13 of 14")`)
	p.click("Undo")
	p.until(left + `.startsWith("14 of 15")`)
	p.until(`fetch("/api/plans").then(r => r.json()).then(all => { const plan = all.find(p => p.id === 1).plan; window.kept = plan.own?.[0] + plan.ticked?.[0] }) && window.kept === "the flaskrods"`)
	p.visit("/day?plan=1")
	p.until(left + `?.startsWith("14 of 15")`)

	// What is no position is said beside it, and what there was stays.
	p.typeOver("#day-latitude", "north")
	p.says(".day-plan", "Latitude: “north” is no number of degrees, such as 57.1.")
	p.typeOver("#day-latitude", "56,3")
	p.until(`!document.querySelector(".day-plan").innerText.includes("is no number")`)
	// Without a tide the charted depth can still be left out.
	p.choose("day-tide", "none")
	p.says(".day-spot", "the tide is added to it, and there is none; leave it out")
	p.choose("day-tide", "station")

	// The other side of the card counts down in the deepest water and has the checks.
	p.until(`document.querySelector(".pocket-counts tr:last-child td")?.textContent === "22.6"`)
	p.says(".pocket + .pocket", "Single head: Hold the bait along the hook")
	// On paper it is a page of its own, as large as a pocket.
	if !value[bool](p, `[...document.styleSheets].some((s) => [...s.cssRules].some((r) => r instanceof CSSPageRule && r.selectorText === "pocket" && r.cssText.includes("105mm 148mm")))`) {
		t.Error("no page of the size of a pocket")
	}

	p.click("Begin the trip")
	p.until(`location.pathname === "/log" && document.querySelector("h1").textContent.startsWith("The Sill")`)
	p.says(".tap-tied", "5.3 g ball")
	p.click("Trip and rods")
	p.until(`document.querySelectorAll(".rods li").length === 2`)
	p.says(".rods", "Rod 2 began with 28.4 g ball")
	p.until(`document.querySelector("#field-trip-highWater")?.value.length > 10`)
}

// The tide of a plan is taken from a file, a calendar too, or from harmonic constants; what
// is wrong with it is said beside it and the tide that there was stays.
func TestTideTakenIn(t *testing.T) {
	t.Parallel()
	p := open(t, "/day?plan=1")
	p.until(`document.querySelector(".pocket")`)
	p.choose("day-tide", "table")
	calendar := ""
	for i, what := range []string{"High water 4.6 m", "Low water 1.3 m", "High water 4.4 m", "Low water 1.1 m"} {
		at := time.Now().UTC().Truncate(24 * time.Hour).Add(time.Duration(6*i-1) * time.Hour)
		calendar += fmt.Sprintf("BEGIN:VEVENT\r\nUID:%d\r\nSUMMARY:%s\r\nDTSTART:%s\r\nEND:VEVENT\r\n", i, what,
			at.Format("20060102T150405Z"))
	}
	file := func(text string) {
		p.file("#day-tide-file", "tide.txt", text)
	}
	file("BEGIN:VCALENDAR\r\nVERSION:2.0\r\n" + calendar + "END:VCALENDAR\r\n")
	p.says(".day-table .hint", "4.6 m")
	file("05:42 1\n04:00 2")
	p.says(".day-table [role=alert]", "it comes before the line above it")
	p.says(".day-table .hint", "4.6 m")

	p.choose("day-tide", "constants")
	p.says(".day-table .hint", "An example, until yours are read")
	p.typeOver("#day-tide-text", "M2 1.4")
	p.click("Read it")
	p.says(".day-table [role=alert]", "it is no constituent with amplitude and lag, such as M2 1.42 178")
	file("mean 2.6\nM2 1.4 178\nS2 0.5 214\n")
	p.says(".day-table .hint", "of your own: mean 2.6 m, M2 1.4 m 178°, S2 0.5 m 214°")
	p.until(`document.querySelector(".pocket") && !document.querySelector(".day-water[data-old]")`)
	p.until(`document.querySelector(".day-table [role=alert]") === null`)
}
