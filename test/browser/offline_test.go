package browser

import (
	"fmt"
	"testing"

	"dunvel/core/logbook"
)

// held is an expression that is true where the page is held by its service worker.
const held = `navigator.serviceWorker.controller !== null && navigator.serviceWorker.controller.state === "activated"`

// Without its server a page goes on: another depth has another answer, the same as the
// server's, also after it was opened anew; taps wait, and are sent once when it is back.
func TestOffline(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?trip=2&part=timeline")
	p.until(`!!document.querySelector(".timeline li")`)
	p.visit("/log?trip=1&part=tap")
	p.click("Go on with it")
	p.until(`!!document.querySelector(".tap")`)
	p.visit("/?open=4")
	p.until(ready)
	p.until(held)
	p.comes(`caches.open("lists").then((c) => c.match("/api/trips/1/events")).then((r) => !!r)`)
	p.field("water.depth", "8 m")
	p.until(`document.querySelector(".answer[data-depth='8']:not([data-stale]):not([data-draft]) h1")`)
	online := p.text(".answer h1")
	p.field("water.depth", "4.5 m")
	p.until(`document.querySelector(".answer[data-depth='4.5']:not([data-stale]):not([data-draft]) h1")`)

	p.leave()
	p.field("water.depth", "8 m")
	p.until(`document.querySelector(".answer[data-depth='8']:not([data-stale]):not([data-draft]) h1")`)
	p.says(".away", "Without its server: answers are worked out on this device, lists are as they were seen last, "+
		"what is logged waits here.")
	if offline := p.text(".answer h1"); offline != online {
		t.Errorf("“%s” without the server, “%s” with it", offline, online)
	}
	p.field("water.depth", "999 m")
	p.until(`document.querySelector("[role=alert]")?.innerText.includes("Depth under the rod: 999 m is outside what is allowed, 0.3 m to 200 m.")`)

	p.visit("/log?trip=1&part=tap")
	p.until(`!!document.querySelector(".tap-splash")`)
	for range 3 {
		p.click("Short bite")
	}
	p.until(`document.querySelector(".tap-waiting")?.innerText.startsWith("3 kept on this device")`)
	p.click("All trips")
	p.until(`!!document.querySelector(".begin input")`)
	p.typeOver(".begin input", "Gull Bar")
	p.click("Begin a trip")
	p.until(`new URLSearchParams(location.search).get("trip")?.startsWith("-")`)
	p.click("Fish")
	p.visit("/log")
	p.until(`document.querySelector(".trips li")?.innerText.startsWith("Gull Bar, not sent yet")`)
	p.visit("/?open=4&water.depth=6")
	p.until(`document.querySelector(".answer[data-depth='6']:not([data-stale]):not([data-draft]) h1")`)
	p.visit("/map?open=4")
	p.until(`document.querySelectorAll(".map .map-cell").length > 10`)
	// A device that is told it has no network asks itself all the same.
	value[bool](p, `window.dispatchEvent(new Event("offline"))`)
	p.click("Compare")
	p.until(`document.querySelector(".compare-pick")`)

	before := len(shorts(p))
	p.gone.Store(false)
	p.until(`!document.querySelector(".away")`)
	p.comes(fmt.Sprintf(`fetch("/api/trips/1/events").then((r) => r.json()).then((e) => e.filter((k) => k.event.kind === "short bite").length === %d)`, before+3))
	p.comes(`fetch("/api/trips").then((r) => r.json()).then((t) => t.filter((k) => k.trip.place === "Gull Bar" && k.counts.fish === 1).length === 1)`)
	p.until(`[...Array(localStorage.length).keys()].every((i) => !/^dunvel.log.(event|trip)/.test(localStorage.key(i)))`)
	if after := len(shorts(p)); after != before+3 {
		t.Errorf("%d short bites, %d before", after, before)
	}
}

// shorts are the short bites of the first trip, as the server has them.
func shorts(p *page) (out []logbook.Event) {
	was := p.gone.Load()
	p.gone.Store(false)
	defer p.gone.Store(was)
	for _, e := range ask[[]struct{ Event logbook.Event }](p, "/api/trips/1/events") {
		if e.Event.Kind == logbook.Short {
			out = append(out, e.Event)
		}
	}
	return out
}
