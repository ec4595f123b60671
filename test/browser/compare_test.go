package browser

import "testing"

func TestCompare(t *testing.T) {
	t.Parallel()
	p := open(t, "/compare?open=1")
	p.says(".compare", "The thinner line ")
	p.click("smaller bait")
	p.says(".compare-words", "The smaller bait buys one step: 3.5 g instead of 5.3 g. With 5.3 g it is there ")
	// On every fall there is a dot for as many seconds, down to the end of it, and so it says below in letters that do not
	// shrink with the picture.
	p.until(`[...document.querySelectorAll(".compare figure:has(.beside)")].filter((s) => {
		const [, count, every] = s.querySelector("figcaption").textContent.match(/, (\d+) s; a dot every (\d+) s$/);
		const dots = s.querySelectorAll(".beside-dot").length;
		return every === "10" && count > 30 && Math.abs(count / every - dots - 0.5) <= 0.6;
	}).length === 3`)
	p.says(".compare .sits", "lies 0°")
	p.says(".compare .sits", "falls 4")
	p.until(`location.search.includes("with=thin%2Csmall")`)
	p.click("thinner line")
	p.until(`!document.querySelector(".compare-words").innerText.includes("thinner")`)
	p.enter(".compare select", "9", "HTMLSelectElement", "change")
	p.says(".compare thead", "Pier Pool, swum back")
	p.says(".compare-words", "This outfit ")
	if n := value[int](p, `document.querySelectorAll(".compare-pick td").length`); n != 3 {
		t.Errorf("%d outfits", n)
	}
	// Where not all of them fit, a shade at the edge tells that there are more; what is scrolled covers it at the end.
	p.size(390, 844)
	p.until(`(() => {
		const table = document.querySelector(".table-scroll");
		return table.scrollWidth > table.clientWidth && getComputedStyle(table).backgroundAttachment === "local, local, scroll, scroll";
	})()`)
	p.size(1280, 800)
	value[bool](p, `document.querySelector("[aria-label='Leave out smaller bait']").click() || true`)
	p.until(`document.querySelectorAll(".compare-pick td").length === 2`)
	p.visit("/compare?with=football&water.depth=5&heads=0.0035,0.0071&bait.form=stub&bait.length=0.08&bait.body=floating&head.hook=1/0&head.shape=mushroom")
	p.until(`document.querySelectorAll(".compare svg[aria-label^='On the bed it']").length === 2`)
	p.enter(".compare-at select", "0.0071", "HTMLSelectElement", "change")
	p.says(".compare-pick", "7.1 g")
	p.says(".compare-words", "On the bed it leans, at ")
	p.until(`location.search.includes("at=0.0071") && !document.querySelector(".compare-words").innerText.includes("weight")`)
	p.visit("/compare?with=gold")
	p.says(".MuiSnackbar-root", "Left out of this address: with=gold.")
	p.says("main", "Choose something to compare with.")
	p.visit("/compare?water.depth=500")
	p.says("[role=alert]", "500 m is outside")
}
