package browser

import (
	"fmt"
	"slices"
	"testing"

	"github.com/chromedp/chromedp"
)

func TestKeepDeleteAndUndo(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	p.field("water.depth", "14")
	p.click("Save as…")
	p.until(`document.querySelector("#name")`)
	p.dialog("Save")
	p.until(`document.querySelector("[role=dialog]").innerText.includes("give it a name")`)
	p.do(chromedp.Focus(chromedp.ID("name")), chromedp.KeyEvent("Under the cliff"))
	p.dialog("Save")
	p.says(".savebar-name", "Under the cliff")
	p.field("water.depth", "15")
	p.says(".savebar-name", "(changed)")
	p.click("Save")
	p.until(`!document.querySelector(".savebar-name i")`)

	p.click("Setups")
	p.says(".setups", "Under the cliff")
	p.click("Delete Under the cliff")
	p.until(`!document.querySelector(".setups").innerText.includes("Under the cliff")`)
	p.click("Undo")
	p.says(".setups", "Under the cliff")
	p.click("Duplicate Under the cliff")
	p.says(".setups", "Under the cliff (copy)")
	p.click("Under the cliff")
	p.until(settled)
	p.says(".answer h1", "at 15 m")
}

func TestDemoSetupOpens(t *testing.T) {
	t.Parallel()
	p := open(t, "/setups")
	p.click("Loch Osk, charr over the drop-off")
	p.until(settled)
	p.says(".answer h1", "at 8 m")
	p.says(".savebar-name", "Loch Osk")
}

func TestReadableContract(t *testing.T) {
	t.Parallel()
	p := open(t, "/api/docs")
	p.until(`document.body.innerText.includes("Which head to tie on, with the reasons and the picture")`)
}

// What another window has saved of the setup that is open comes by itself, and is told
// rather than overwritten.
func TestSetupInTwoWindows(t *testing.T) {
	t.Parallel()
	p := open(t, "/?open=4")
	p.until(settled)
	p.field("water.depth", "5 m")
	p.until(`document.querySelector(".savebar-name i")`)
	p.comes(`fetch("/api/setups/4").then((r) => r.json()).then((k) => fetch("/api/setups/4", {method: "PATCH", headers: {"Content-Type": "application/json"}, body: JSON.stringify({version: k.version, name: "Pier Pool, renamed"})})).then((r) => r.ok)`)
	p.until(`document.querySelector(".savebar-name")?.innerText.startsWith("Pier Pool, renamed")`)
	p.click("Save")
	p.until(`document.body.innerText.includes("It was changed in another window.")`)
	p.click("Undo changes")
	p.until(`!document.querySelector(".savebar-name i")`)
	p.field("water.depth", "6 m")
	p.until(`document.querySelector(".savebar-name i")`)
	p.click("Save")
	p.until(`document.body.innerText.includes("Saved in “Pier Pool, renamed”.")`)
}

// A long list is searched by all the words that are typed; what was deleted is in the bin until it is put back.
func TestFindAndBin(t *testing.T) {
	t.Parallel()
	p := open(t, "/setups")
	p.until(`document.querySelectorAll(".setups > li").length >= 5`)
	all := value[int](p, `document.querySelectorAll(".setups > li").length`)
	if drawn := value[int](p, `document.querySelectorAll(".setups > li svg").length`); drawn != all {
		t.Errorf("%d of %d are drawn", drawn, all)
	}
	p.typeOver("[type=search]", "pool pier")
	p.until(`document.querySelectorAll(".setups > li").length < ` + fmt.Sprint(all))
	p.says(".setups", "Pier Pool, evening")
	p.enter("[type=search]", "no such thing", "HTMLInputElement", "input")
	p.until(`document.querySelectorAll(".setups > li").length === 0`)
	p.enter("[type=search]", "", "HTMLInputElement", "input")
	p.until(`document.querySelectorAll(".setups > li").length === ` + fmt.Sprint(all))

	p.visit("/box")
	p.until(`document.querySelectorAll(".box details.group").length > 3`)
	p.typeOver("[type=search]", "minnow")
	p.until(`document.querySelectorAll(".box details.group").length === 1`)

	p.visit("/log")
	p.until(`document.querySelectorAll(".trips li").length === 4`)
	p.click("Delete " + value[string](p, `document.querySelector(".trips li button").innerText`))
	p.until(`document.querySelectorAll(".trips li").length === 3`)
	p.click("In, out and copies")
	p.says("[aria-label=Bin]", "trip “")
	value[bool](p, `(document.querySelector("[aria-label=Bin] li button").click(), true)`)
	p.says("[aria-label=Bin]", "Nothing was deleted.")
	p.click("Trips")
	p.until(`document.querySelectorAll(".trips li").length === 4`)
}

// A view that is opened with a kept setup waits for it: nothing is asked of the water that everybody begins with. That
// its address comes to hold the setup is no step to go back from; where it is gone the view is that of any water.
func TestOnlyTheKeptSetupIsAskedFor(t *testing.T) {
	t.Parallel()
	p := first(t)
	p.begun()
	p.before(`window.depths = []; const send = window.fetch; window.fetch = async (...of) => {
		const request = new Request(...of);
		if (request.method === "POST" && /(charts|comparisons|cards|leads|answers)(\?|$)/.test(request.url))
			depths.push((await request.clone().json()).setup.water.depth);
		return send(request);
	}`)
	for path, there := range map[string]string{
		"/map?open=5": `document.querySelector(".map .map-mass")`, "/compare?open=5": `document.querySelector(".compare-pick")`,
		"/drop?open=5&part=card": `document.querySelector(".card tbody td")`,
		"/lead?open=5":           `document.querySelector(".lead-answer[aria-busy=false]")`, "/?open=5": `document.querySelector(".answer h1[data-pick]")`,
	} {
		p.visit(path)
		p.until(there)
		if depths := value[[]float64](p, "depths"); len(depths) == 0 || slices.Max(depths) != 1.8 || slices.Min(depths) != 1.8 {
			t.Errorf("%s asks for depths of %g m", path, depths)
		}
	}
	p.until(`new URLSearchParams(location.search).get("water.depth") === "1.8"`)
	if back := value[bool](p, `[...document.querySelectorAll(".backforth button")].some((b) => !b.disabled)`); back {
		t.Error("opening it can be gone back from")
	}
	// One that is what everybody begins with leaves its address as it is: the first change is a step.
	p.comes(`fetch("/api/definitions").then((r) => r.json()).then(({defaults}) => fetch("/api/setups", {method: "POST", headers: {"Content-Type": "application/json"}, body: JSON.stringify({name: "Usual", setup: defaults})})).then((r) => r.json()).then((k) => window.usual = k.id)`)
	p.visit(fmt.Sprintf("/?open=%d", value[int](p, "window.usual")))
	p.until(ready)
	p.field("water.depth", "9 m")
	p.until(`document.querySelector(".backforth button:not([disabled])")?.innerText === "Back"`)
	p.visit("/?open=987654")
	p.until(ready)
	p.says(".savebar-name", "The setup of this link is gone.")
}
