package browser

import "testing"

// small are the controls that a thumb may miss: those that are lower or narrower than 48
// pixels. Links within a text, and what is inside a larger control or its label, are left out.
const small = `[...document.querySelectorAll("button, a[href], input, select, textarea, summary, [role=tab], [role=slider]")].filter((e) => {
	if (!e.checkVisibility({visibilityProperty: true}) || e.closest("svg, [inert], .skip, .unseen") || e.type === "hidden") return false
	if (getComputedStyle(e).display === "inline" && (e.matches("a, .term, .link") )) return false
	let box = e.getBoundingClientRect()
	const around = e.closest("label, [role=tab], .slide")
	if (around && around !== e) box = around.getBoundingClientRect()
	return box.width > 0 && (box.height < 47.5 || box.width < 43.5)
}).map((e) => e.tagName + " " + (e.className.baseVal ?? e.className) + " “" + (e.innerText || e.ariaLabel || e.id || "").slice(0, 30) + "” " + e.getBoundingClientRect().width.toFixed(0) + " by " + e.getBoundingClientRect().height.toFixed(0))`

// On a phone everything that is pressed is as large as a thumb.
func TestTargets(t *testing.T) {
	t.Parallel()
	p := open(t, "/nothing")
	p.size(390, 844)
	for _, v := range everyView {
		p.visit(v.path)
		p.until(v.there)
		for _, s := range value[[]string](p, small) {
			t.Errorf("%s: %s", v.path, s)
		}
	}
}
