package browser

import "testing"

// A way of fishing is read and played, right and wrong on one clock, and taken on to the
// fall view as it stands there; a rig with a float is drawn with it.
func TestGuide(t *testing.T) {
	t.Parallel()
	p := open(t, "/guide")
	p.says("h1", "Tight fall")
	p.click("Lift and drop")
	p.until(`location.search === "?page=hop" && document.title === "Lift and drop – Dunvel"`)
	p.says(".guide-played", "As it is done")
	p.says(".guide-played", "Swung up to the sky and lifted again before it is down")
	p.until(`document.querySelectorAll(".guide-water svg .bait").length === 2`)
	at := `[...document.querySelectorAll(".guide-water svg .bait")].map((b) => b.getAttribute("cy")).join()`
	before := value[string](p, at)
	p.click("Play")
	p.until(at + " !== `" + before + "`")
	p.click("Rigs")
	p.says("h1", "Single head")
	p.click("Sliding float")
	p.until(`document.querySelectorAll(".guide-water ellipse").length === 2`)
	p.says(".guide-played", "It hangs under its float after 6.9 s, 2.5 m deep.")
	p.click("Play it in Fall")
	p.until(`document.querySelector(".fallview .line-now")`)
	p.says(".fall-words", "It hangs under its float after 6.9 s, 2.5 m deep.")
	p.visit("/guide?page=nonsense")
	p.says("[role=status]", "There is no page “nonsense”; this is the first.")
}

// A dotted word opens to what it means, with its formula, and leads to all of them; the
// keyboard does it too, and is back at the word afterwards.
func TestWords(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=1")
	p.until(settled)
	value[bool](p, `(document.querySelector(".head-table summary").click(), true)`)
	p.click("Contact margin")
	p.says("[role=dialog]", "The share of its weight with which a head pushes on the bed.")
	p.says("[role=dialog] .formula", "contact margin = push of the bed / net weight")
	value[bool](p, `document.activeElement.dispatchEvent(new KeyboardEvent("keydown", {key: "Escape", bubbles: true}))`)
	p.until(`!document.querySelector("[role=dialog]") && document.activeElement.innerText === "Contact margin"`)
	p.click("Contact margin")
	p.click("All words")
	p.until(`location.pathname === "/guide" && document.querySelector("[data-at] dt").innerText === "Contact margin"`)
	p.says("h1", "Words of the job")
	// Every word that a view asks for is one of them.
	keys := `fetch("/api/guide").then((r) => r.json()).then((g) => { window.words = g.terms.map((t) => t.key) })`
	value[bool](p, "("+keys+", true)")
	p.until(`window.words`)
	for _, key := range []string{"odds", "net-weight", "run-out", "bow", "contact-margin", "lift-off", "snag-index",
		"felt", "band", "touch-down", "count", "tilt", "leader", "keeper"} {
		if !value[bool](p, `window.words.includes("`+key+`")`) {
			t.Errorf("no word %s", key)
		}
	}
}
