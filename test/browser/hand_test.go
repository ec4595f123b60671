package browser

import (
	"testing"
)

// What the log teaches of the angler is shown, answers go by it, and it can be refused; the line that was out
// at a touch is kept beside it.
func TestYourHand(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?part=teaches")
	p.until(`document.querySelector('section[aria-label="Your hand"]')`)
	value[bool](p, `document.querySelector('section[aria-label="Your hand"] summary').click() || true`)
	p.says(`[aria-label="Learnt of you"]`, "usual")
	p.says(`[aria-label="Learnt of you"]`,
		"Lines and currents are taken as they are entered: no falls tell it better yet.")
	p.comes(`fetch("/api/preferences").then((r) => r.json()).then((o) => o.learnt.patience.factor < 1 && !o.refused)`)
	value[bool](p, `document.querySelector('[aria-label="Learnt of you"] input').click() || true`)
	p.comes(`fetch("/api/preferences").then((r) => r.json()).then((o) => o.refused?.join() === "patience")`)
}

// Units that were chosen are there on another device, and come back with a backup.
func TestPreferencesTravel(t *testing.T) {
	t.Parallel()
	p := open(t, "/")
	p.until(settled)
	p.click("Units")
	p.click("All imperial")
	p.comes(`fetch("/api/preferences").then((r) => r.json()).then((o) => o.page?.["dunvel.units"]?.mass === "oz")`)
	// Another device has nothing of its own yet.
	value[bool](p, `(localStorage.clear(), true)`)
	p.visit("/")
	p.until(`JSON.parse(localStorage.getItem("dunvel.units") ?? "{}").mass === "oz"`)
	p.says(".answer h1", " oz")
	// A backup has them too, for another machine.
	p.comes(`fetch("/api/backup.json").then((r) => r.text()).then((t) => (window.backup = t))`)
	backup := value[string](p, "window.backup")
	other := open(t, "/log?part=exchange")
	other.until(`document.querySelector("#field-import")`)
	other.file("#field-import", "dunvel-backup.json", backup)
	other.says("[role=status]", "to be taken.")
	other.click("Take it")
	other.until(`JSON.parse(localStorage.getItem("dunvel.units") ?? "{}").mass === "oz"`)
}

// The lines on the reels are told with what they have seen; one that is trimmed is so at once, with a way back.
func TestLinesOnTheReels(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?part=teaches")
	p.says("[aria-label='Lines on the reels']", "casts and 0 reties since it was logged first")
	p.click("Trimmed now")
	p.says(".MuiSnackbar-root", ": its line is trimmed.")
	p.says("[aria-label='Lines on the reels']", "; 0 casts since it was trimmed.")
	p.click("Undo")
	p.until(`!document.querySelector("[aria-label='Lines on the reels']").innerText.includes("trimmed.")`)
}

// What is set can be sent on: as a link, and as a square for a phone.
func TestLink(t *testing.T) {
	t.Parallel()
	p := open(t, "/?water.depth=7.5")
	p.until(settled)
	p.click("Link")
	p.until(`document.querySelector("#link")?.value.endsWith("/?water.depth=7.5")`)
	p.until(`document.querySelector(".square")?.getAttribute("aria-label") === "This page at 192.0.2.4:4780"`)
	p.click("Close")
	p.until(`!document.querySelector("#link")`)
}
