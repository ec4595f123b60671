package browser

import "testing"

// What there is to mind stands under the answer in a line, is put away one by one, and is
// back when what it rests on changes; lead is swapped with a tap.
func TestCare(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.temperature=12&water.depth=12")
	p.until(ready)
	summary := `document.querySelector("details.care summary")?.textContent`
	p.until(summary + ` === "Care water of 12 °C, 12 m of water, lead"`)
	p.until(`(document.querySelector("details.care").open = true)`)
	p.click("Put away: Water this cold takes the breath before you can swim: the life jacket is worn, not stowed.")
	p.until(summary + ` === "Care 12 m of water, lead"`)
	p.says("details.care", "1 put away.")
	p.field("water.temperature", "11")
	p.until(summary + ` === "Care water of 11 °C, 12 m of water, lead"`)
	p.field("water.temperature", "12")
	p.until(summary + ` === "Care 12 m of water, lead"`)
	p.until(`(document.querySelector("details.care").open = true)`)
	p.click("Of tungsten instead")
	p.until(`location.search.includes("head.material=tungsten") && ` + summary + ` === "Care 12 m of water"`)
	p.until(`(document.querySelector("details.care").open = true)`)
	p.click("Bring back")
	p.until(summary + ` === "Care water of 12 °C, 12 m of water"`)

	// All of them are on a page, with what they are shown for.
	p.visit("/guide?care=&water.temperature=12")
	p.says(".guide-words", "Water under 15 °C.")
	p.until(`document.querySelectorAll(".guide-words dt").length === 19`)
	p.until(`document.querySelector("h1").textContent === "Care"`)

	// A plan has its own, and they go onto the card.
	p.visit("/day?plan=1")
	p.says("section.care", "For fished in the dark.")
	p.says(".pocket-care", "Licence, season, size and how many may be kept")
	p.click("Put away: One of you watches where the boat goes while the others fish.")
	p.until(`!document.querySelector(".pocket-care").textContent.includes("One of you watches")`)
}

// A trip that lasts reminds of the rules of its place.
func TestCareOnATrip(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?open=4&head=7.1")
	p.size(390, 844)
	p.until(`document.querySelector(".begin input")?.value === "Pier Pool"`)
	p.click("Begin a trip")
	p.says("details.care summary", "Pier Pool")
}
