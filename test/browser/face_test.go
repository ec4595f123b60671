package browser

import "testing"

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

// Whatever stands in an address, a view comes; what is of no use in it is told.
func TestAddressesWithNonsense(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.depth=abc&frog=3&bait.length=0.08")
	p.says(".MuiSnackbar-root", "Left out of this address: water.depth=abc, frog=3.")
	p.until(settled)
	p.visit("/map?x=bogus&y=wind.speed")
	p.says(".MuiSnackbar-root", "Left out of this address: x=bogus.")
	p.until(`document.querySelector("#map-x").value === "water.depth" && document.querySelector("#map-y").value === "wind.speed"`)
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
		{"Fall", "Fall"}, {"Map", "Map"}, {"Compare", "Compare"}, {"Drop test", "Drop test"}, {"Log", "Log"}, {"Box", "Box"}, {"Setups", "Setups"}, {"Work out", "Work out"},
	} {
		p.click(v.link)
		p.until(`document.title === "` + v.title + ` – Dunvel" && document.activeElement.id === "view" && document.querySelectorAll("h1").length === 1`)
	}
}
