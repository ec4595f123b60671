package browser

import "testing"

// A named rig is taken apart into its parts, which are changed, kept in the address and
// checked one by one.
func TestOwnRig(t *testing.T) {
	t.Parallel()
	p := open(t, "/?rig.kind=drop+shot&rig.apart=0.4&approach.kind=hold+bottom")
	p.until(ready)
	p.says(facts, "up a line that stands at")
	p.unfold("field-rig-kind")
	p.click("Take it apart, and make it your own")
	p.until(`document.querySelectorAll(".rig-parts li").length === 2`)
	p.says(".rig-parts", "Part 1")
	p.click("Put something on, 0.6 m up")
	p.until(`document.querySelectorAll(".rig-parts li").length === 3`)
	p.choose("field-rig-parts-2-what", "shot")
	p.says("[role=alert]", "2 parts have no weight of their own; only one can take the weights to choose from.")
	p.enter("#field-rig-parts-2-mass", "0.5 g", "HTMLInputElement", "input")
	p.until(`!document.querySelector(".rig-parts [role=alert]") && document.querySelector(".answer h1[data-pick]") && !document.querySelector(".answer[data-stale]")`)
	p.says(".rig-box", "shot 0.5 g, 0.6 m up")
	p.until(`decodeURIComponent(location.search).includes("shot@0.6:0.0005")`)
	p.visit(value[string](p, `location.pathname + location.search`))
	p.unfold("field-rig-kind")
	p.until(`document.querySelectorAll(".rig-parts li").length === 3`)
	p.says(facts, "To the bed comes the sinker")
	p.enter("#field-rig-parts-2-at", "70 m", "HTMLInputElement", "input")
	p.says("[role=alert]", "Up the line: 70 m is outside what is allowed, 0 m to 60 m.")
	p.click("Delete part 3, shot")
	p.until(`document.querySelectorAll(".rig-parts li").length === 2`)

	// Under a float, with a shot and a stop.
	p.visit("/?rig.kind=own&rig.parts=head@0,shot@0.3:0.001,float@0.3:0.02~,stop@2")
	p.until(ready)
	p.says(facts, "Under the float it hangs at")
	p.until(`document.querySelectorAll(".section .bait-second").length >= 2`)
}

// How head and bait sit is drawn beside them, and goes with the shape of the head.
func TestHowItSits(t *testing.T) {
	t.Parallel()
	p := open(t, "/?bait.form=stub&bait.length=0.08&bait.body=floating&head.shape=football&head.hook=1/0&water.depth=5&heads=0.0142")
	p.says(facts, "On the bed it leans, at ")
	p.unfold("field-rig-kind")
	p.until(`document.querySelector(".conditions svg[aria-label^='On the bed it leans']")`)
	p.choose("field-head-shape", "mushroom")
	p.says(facts, "On the bed it stands tail up, at ")
	p.until(`document.querySelector(".conditions svg[aria-label^='On the bed it stands']")`)
	p.choose("field-rig-kind", "drop shot")
	p.until(`document.querySelector(".conditions svg[aria-label^='Held off the bed it stands off']")`)
	p.choose("field-rig-kind", "two heads")
	p.until(`[...document.querySelectorAll(".conditions .sits figcaption")].map(s => s.textContent).join() === "the lower head,the upper head"`)

	// Where the hook goes through it is chosen beside it, and told.
	p.choose("field-rig-kind", "single head")
	p.choose("field-bait-put", "by the middle")
	p.says(facts, "It falls flat; drawn along ")
	p.until(`location.search.includes("bait.put=by+the+middle")`)
	p.choose("field-bait-put", "along the hook")
	p.choose("field-head-point", "buried")
	p.says(facts, "An offset shank holds more of them.")
}
