package browser

import "testing"

// How far to trust it is told of the setup that is at hand: what its range comes from, what
// measuring would make of that and where it is done; what was checked; and what is judged.
func TestTrust(t *testing.T) {
	t.Parallel()
	p := open(t, "/?approach.kind=hold+bottom&water.depth=6&flow.speed=0.2&flow.direction=90&wind.speed=0")
	p.until(settled)
	p.click("How far to trust it")
	p.says("h1", "How far to trust it")
	p.says(".guide-says", "Most of that range comes from the speed of the current (9")
	p.until(`document.querySelector(".trust-parts tbody tr").innerText.includes("± 35 %")`)
	p.says(".trust-checks", "Falls, swings, drags and retrieves, against an independent solver")
	p.says(".trust-checks", "39 cases")
	row := `[...document.querySelectorAll("section[aria-label='Judged numbers'] tbody tr")].map((r) => r.innerText)`
	p.until(row + `.some((t) => t.startsWith("flow spread, by eye") && t.includes("± 35 %"))`)
	p.until(row + `.every((t) => !t.includes("skirt"))`)
	p.field("judged", "skirt")
	p.until(row + `.some((t) => t.startsWith("skirt") && t.includes("strands trail wide"))`)
	p.field("judged", "zzz")
	p.says("main", "None has these words.")
	p.click("Measure it")
	p.until(`location.pathname === "/drop" && location.search.includes("part=measure") && location.search.includes("flow.speed=0.2")`)
	// What cannot be is named, and the rest of the page stands.
	p.visit("/guide?trust=&water.depth=-1")
	p.says("[role=alert]", "Depth under the rod: -1 m is outside what is allowed, 0.3 m to 200 m.")
	p.says(".trust-checks", "39 cases")
}
