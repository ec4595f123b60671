package browser

import (
	"fmt"
	"strings"
	"testing"
)

// allSent is that nothing of the log waits on the device.
const allSent = `!Object.keys(localStorage).some((k) => k.startsWith("dunvel.log.event."))`

// A whole trip on a phone, with taps alone.
func TestLogATrip(t *testing.T) {
	t.Parallel()
	p := open(t, "/nothing")
	p.size(390, 844)
	p.visit("/log?open=4&head=7.1")
	p.until(`document.querySelector(".begin input")?.value === "Pier Pool"`)
	p.click("Begin a trip")
	p.says("h1", "Pier Pool, ")
	p.says(".tap-tied", "7.1 g ball, paddle tail 90 mm, Just the fall")
	p.click("Splash\ncast 1, when it lands")
	p.says(".tap-last", "splash")
	p.later(4)
	p.says(".tap-splash small", "cast 1, ")
	p.says(".tap-splash small", "s ago")
	p.click("Bite on the fall")
	p.says(".tap-last", "bite on the fall, at 2")
	p.later(6)
	value[bool](p, `[...document.querySelectorAll(".tap-splash")][1].click() || true`)
	p.says(".tap-last", "bed")
	p.says(".tap-last", "expected")
	for _, tap := range []string{"Bed lost", "Fish", "Snag freed", "Head lost"} {
		p.click(tap)
		p.says(".tap-last", strings.ToLower(tap))
	}

	// Out of reach it waits on the device, through a reload, and is sent once.
	p.until(allSent)
	p.unreachable.Store(true)
	p.click("Short bite")
	p.click("Bite while worked")
	p.says(".tap-waiting", "2 kept on this device, not sent yet")
	p.unreachable.Store(false)
	p.visit("/log?trip=" + value[string](p, `new URLSearchParams(location.search).get("trip")`))
	p.until(`document.querySelector(".tap-last") && ` + allSent)
	p.says(".tap-last", "bite while worked")
	sent := value[int](p, `(() => {const r = new XMLHttpRequest(); r.open("GET", "/api/trips/" + new URLSearchParams(location.search).get("trip") + "/events", false); r.send(); return JSON.parse(r.responseText).length})()`)
	if sent != 9 {
		t.Errorf("%d events, 9 were logged", sent)
	}

	// Undone, and put back.
	p.click("Undo")
	p.says(".tap-last", "is off the log")
	p.says(".tap-last", "short bite")
	p.click("Redo")
	p.until(`!document.querySelector(".tap-last").innerText.includes("off the log")`)

	// Something else is tied on.
	p.click("Changed…")
	p.choose("field-change-head", "0.0106")
	p.choose("field-change-retrieve", "roll")
	p.click("Tied on")
	p.says(".tap-tied", "10.6 g ball, paddle tail 90 mm, Slow roll")

	// What was tied on before is one tap away, to compare the two; own words go with the bait, and the spot.
	p.click("Back to 7.1 g ball, Just the fall")
	p.says(".tap-tied", "7.1 g ball, paddle tail 90 mm, Just the fall")
	p.click("Changed…")
	p.typeOver("#field-change-Colour-of-the-bait", "motor oil")
	p.click("Tied on")
	p.says(".tap-tied", "7.1 g ball, motor oil paddle tail 90 mm, Just the fall")
	p.click("Changed…")
	p.typeOver("#field-change-Spot", "the long jetty")
	p.choose("field-change-Kind-of-spot", "structure")
	p.choose("field-change-The-water-is", "hazy")
	p.click("The water is so now")
	p.says(".tap-tied", "the long jetty (structure), hazy water")
	p.says(".tap-tied", "motor oil")
	p.click("Fish lost")
	p.says(".tap-last", "fish lost")
	p.click("Fish")
	p.until(`document.querySelector(".tap-last b")?.innerText.endsWith(" fish")`)
	p.click("Kind, length, weight")
	p.typeOver("#field-fish-kind", "pollack")
	p.field("event.length", "42 cm")
	p.field("event.weight", "1.2 kg")
	value[bool](p, `(document.querySelector("#field-fish-released").click(), true)`)
	p.says(".tap-last", "pollack")
	p.says(".tap-last", "420 mm, 1.2 kg, released")

	p.enter(".tap-note input", "gulls working", "HTMLInputElement", "input")
	p.click("Note it")
	p.says(".tap-last", "gulls working")

	// The head that was lost is gone from the box.
	p.click("What happened")
	p.until(`document.querySelectorAll(".timeline li").length === 16`)
	p.visit("/box")
	p.until(`document.querySelector(` + "`" + cell("Count", "7.1 g ball, lead, 1/0 hook") + "`" + `)?.value`)
}

// A line of the log is corrected, with a way back.
func TestCorrectTheLog(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?open=4&head=7.1")
	p.until(`document.querySelector(".begin input")?.value === "Pier Pool"`)
	p.click("Begin a trip")
	p.says(".tap-tied", "7.1 g ball")
	p.click("Fish")
	p.says(".tap-last", "fish")
	p.click("What happened")
	p.click("Correct")
	p.choose("field-event-phase", "bottom")
	p.enter("#field-event-species", "wrasse", "HTMLInputElement", "input")
	p.field("event.length", "35 cm")
	p.until(`document.querySelector("#field-event-length").value === "350 mm"`)
	p.click("Save")
	p.says(".timeline", "wrasse, on the bed, at 4.5 m")
	p.click("Undo")
	p.until(`!document.querySelector(".timeline").innerText.includes("wrasse")`)
	p.click("Correct")
	p.field("event.length", "9 m")
	p.says("#field-event-length-error", "outside what is allowed")
	p.click("Trip and rods")
	p.click("Another rod, as set in Work out")
	p.until(`document.querySelectorAll(".rods li").length === 2`)
	p.click("End the trip")
	p.until(`document.querySelector("#field-trip-end").value`)
	p.click("All trips")
	p.says(".trips", "1 fish")
}

// file chooses a file in a field, that the page then reads.
func (p *page) file(field, name, text string) {
	p.t.Helper()
	value[bool](p, fmt.Sprintf(`(() => {const d = new DataTransfer(); d.items.add(new File([%q], %q)); const i = document.querySelector(%q); i.files = d.files; i.dispatchEvent(new Event("change", {bubbles: true})); return true})()`, text, name, field))
}

// A file is looked at, its columns are told, and it is taken; twice is once.
func TestTakeInAFile(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?part=exchange")
	p.until(`document.querySelector("#field-import")`)
	const sheet = "When,Event,Spot,Depth [ft],Mood\n5/12/2026 19:30,fish,Gull Bar,20,good\n5/12/2026 19:45,bite,Gull " +
		"Bar,soon,good\n"
	p.file("#field-import", "evening.csv", sheet)
	p.says(".refused", "Line 3: depth")
	p.says(".mapping", "Not used: Mood.")
	if !value[bool](p, `[...document.querySelectorAll("button")].find(b => b.innerText === "Take it").disabled`) {
		t.Error("it can be taken in part")
	}
	// How its days are to be read has to be said, and what is then kept is shown.
	right := strings.ReplaceAll(sheet, "soon", "12")
	p.file("#field-import", "evening.csv", right)
	p.says("#field-read-order-error", "“5/12/2026 19:30” can be read two ways: choose one.")
	if !value[bool](p, `[...document.querySelectorAll("button")].find(b => b.innerText === "Take it").disabled`) {
		t.Error("it can be taken either way")
	}
	p.choose("field-read-order", "month first")
	p.says(".read-rows", "12 May 2026 19:30, Gull Bar, fish, depth 6.1 m")
	p.says("[role=status]", "2 events: to be taken. Gull Bar, 12 May 2026: 2")
	p.click("Take it")
	p.says(".MuiSnackbar-root", "2 events: taken")
	// Written another way it is the same, and what it says otherwise is offered.
	p.file("#field-import", "evening.csv",
		"when;what happened;place;depth (m);note\n12.05.2026 19:30:00;Fish;Gull Bar;6,1;\n12.05.2026 "+
			"19:45:00;Bite;Gull Bar;3,66;on the drop\n")
	p.says("[role=status]", "2 events, of which 2 were here already")
	p.until(`document.querySelector("label[for=field-read-changes]")?.innerText === "1 of what is here is told otherwise: change it"`)
	value[bool](p, `(document.querySelector("#field-read-changes").click(), true)`)
	p.until(`document.querySelector("#field-read-changes")?.checked && ![...document.querySelectorAll("button")].find(b => b.innerText === "Take it").disabled`)
	p.click("Take it")
	p.comes(`fetch("/api/log.csv").then((r) => r.text()).then((t) => t.includes("on the drop"))`)
	// Setups come in as a table too.
	p.file("#field-import", "mine.csv", "setup,depth under the rod (ft),bed,flavour\nMy pool,10,mud,anise\nBad "+
		"pool,10,lava,\n")
	p.says(".refused", "Line 3: Bed: “lava” is not one of")
	p.file("#field-import", "mine.csv", "setup,depth under the rod (ft),bed,flavour\nMy pool,10,mud,anise\n")
	p.says("[role=status]", "an entry: to be taken.")
	p.says("[aria-label=In]", "Not used: flavour.")
	p.says(".read-rows", "My pool")
	p.click("Take it")
	p.comes(`fetch("/api/tables/setups").then((r) => r.text()).then((t) => t.includes("My pool,3.0480,"))`)
	p.file("#field-import", "places.gpx", "<html/>")
	p.says("[role=alert]", "it is not GPX but “html”")

	// A copy was made before each file was taken in. Back to another, and forth again.
	p.until(`document.querySelectorAll(".copies li").length === 3`)
	p.click("Make one now")
	p.until(`document.querySelectorAll(".copies li").length === 4`)
	p.click("Trips")
	p.says(".trips", "Gull Bar, 12 May 2026")
	p.click("Delete Gull Bar, 12 May 2026")
	p.until(`!document.querySelector(".trips").innerText.includes("Gull Bar")`)
	p.click("In, out and copies")
	p.click("Go back to it")
	p.says(".MuiSnackbar-root", "Everything is as it was")
	p.click("Trips")
	p.says(".trips", "Gull Bar, 12 May 2026")
}

// What the log teaches is said in sentences, with how seldom chance does it.
func TestLessons(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?part=teaches")
	p.says(".claims", "of 30 bites on the fall")
	p.says(".claims", "of them, 8 in 10 times; chance does as much")
	p.says("section[aria-label=Losses]", "heads lost")
	p.says("section[aria-label=Predictions]", "Pier Pool")
	// A question is asked before the answer is seen, with a way back.
	p.click("By Shape, in figures")
	p.click("Ask whether football does better, from now on")
	p.says("[aria-label=Asked]", "Shape, football? Not told yet: 0 casts on a football, 0 otherwise.")
	p.click("Undo")
	p.until(`document.querySelector("[aria-label=Asked]") === null`)
	p.click("What you tie on, against what is said")
	p.says("[aria-label='Your hand']", "outfits")
	p.says("[aria-label='Your hand'] table", "The Sill")
	p.visit("/log?trip=2&part=teaches")
	p.says(".lessons", "1 trip,")
}

// What cannot be read is told beside its list and where it can be taken away, with a way back.
func TestCannotBeRead(t *testing.T) {
	t.Parallel()
	p := open(t, "/box")
	p.tamper("UPDATE item SET body = '5' WHERE id = 3")
	p.visit("/box")
	p.says("[role=status]", "One entry here cannot be read and is left out.")
	p.click("See it")
	p.says("[aria-label='Cannot be read']", "item “3.5 g ball, lead, 1/0 hook”")
	p.click("Remove it")
	p.says(".MuiSnackbar-root", "“3.5 g ball, lead, 1/0 hook” is removed.")
	p.until(`document.querySelector("[aria-label='Cannot be read']") === null`)
	p.click("Undo")
	p.says("[aria-label='Cannot be read']", "item “3.5 g ball, lead, 1/0 hook”")
}

// A trip that has ended takes no taps until it is gone on with; the browser's Back leads from a
// trip to all of them.
func TestAnEndedTrip(t *testing.T) {
	t.Parallel()
	p := open(t, "/log")
	p.until(`document.querySelectorAll(".trips li").length > 2`)
	name := value[string](p, `document.querySelector(".trips li a, .trips li button").innerText.trim()`)
	value[bool](p, `(document.querySelector(".trips li a, .trips li button").click(), true)`)
	p.says("h1", name)
	p.click("Log it")
	p.says(".log", "and nothing is tapped after that")
	p.click("Go on with it")
	p.until(`document.querySelector(".tap-last")`)
	value[bool](p, `(history.back(), true)`)
	p.says("h1", "Log")
}

// A trip is drawn as a strip of its casts: each cast has its way down, each bite, fish and
// loss its mark at its depth, which leads to its line.
func TestStripOfATrip(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?trip=1&part=timeline")
	p.until(`document.querySelector(".trip-strip .strip-cast")`)
	for kind, drawn := range map[string]string{"splash": ".strip-cast", "fish": ".trip-strip > svg .strip-full",
		"bite": ".trip-strip a[aria-label^='bite']"} {
		told := value[int](p, `document.querySelectorAll(".timeline li[data-kind=`+kind+`]").length`)
		if n := value[int](p, "document.querySelectorAll(`"+drawn+"`).length"); n != told || n == 0 {
			t.Errorf("%d of %s are drawn, %d told", n, kind, told)
		}
	}
	// The fish, on the fall, is higher in the picture than a bite on the bed.
	y := func(kind string) float64 {
		return value[float64](p, "document.querySelector(`.trip-strip a[aria-label^='"+kind+
			"'] path`).getBoundingClientRect().y")
	}
	if y("fish") >= y("bite") {
		t.Errorf("the fish at %g, the bite at %g", y("fish"), y("bite"))
	}
	value[bool](p, "(document.querySelector(`.trip-strip a[aria-label^='fish']`).dispatchEvent(new "+
		"MouseEvent('click', {bubbles: true, cancelable: true, view: window})), true)")
	p.until(`document.querySelector(location.hash)?.dataset.kind === "fish"`)
}

// A place is added at a position as it is typed, renamed with its trips, merged with another and deleted,
// each with a way back.
func TestPlaces(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?part=places")
	p.says(".places", "The Sill")
	p.typeOver("#field-place-new-name", "Long Jetty")
	p.typeOver("#field-place-new-where", "over there")
	p.click("Add")
	p.until(`!!document.querySelector("#field-place-new-where-error")`)
	p.enter("#field-place-new-where", "12°20.4'N 4°34.1'W", "HTMLInputElement", "input")
	p.click("Add")
	p.says(".places", "Long Jetty 12.34000, -4.56833; 0 trips")
	p.click("Change Pier Pool")
	p.until(`document.querySelector(".places .correct input")?.value === "Pier Pool"`)
	p.enter(".places .correct input", "The Pool", "HTMLInputElement", "input")
	p.click("Save")
	p.says(".MuiSnackbar-root", "“The Pool” is saved.")
	p.says(".places", "The Pool")
	p.click("Undo")
	p.says(".places", "Pier Pool")
	p.until(`!document.querySelector(".places").innerText.includes("The Pool")`)
	p.click("Change Pier Pool")
	p.until(`[...document.querySelectorAll(".places .correct option")].some((o) => o.innerText === "The Sill")`)
	value[bool](p, `(() => {const s = document.querySelector(".places .correct select"); s.value = [...s.options].find((o) => o.innerText === "The Sill").value; s.dispatchEvent(new Event("change", {bubbles: true})); return true})()`)
	p.says(".MuiSnackbar-root", "“Pier Pool” is “The Sill” now.")
	p.until(`!document.querySelector(".places").innerText.includes("Pier Pool")`)
	p.click("Undo")
	p.says(".places", "Pier Pool")
	p.click("Change Long Jetty")
	p.click("Delete")
	p.says(".MuiSnackbar-root", "“Long Jetty” is deleted.")
	p.until(`!document.querySelector(".places").innerText.includes("Long Jetty")`)
}
