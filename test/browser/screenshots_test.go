package browser

import (
	"flag"
	"os"
	"path/filepath"
	"testing"
	"time"

	"dunvel/internal/demo"
)

var screenshots = flag.String("screenshots", "", "folder to write one picture of each main view to")

// ready is an answer that is there, in its own typeface.
const ready = `document.querySelector(".answer:not([data-stale]):not([data-draft])") && document.querySelector(".answer h1[data-pick]") && document.querySelector(".section .line-now") && document.querySelector(".changes[aria-busy=false]") && document.fonts.status === "loaded"`

// inHand is an answer on a phone.
const inHand = `document.querySelector(".brief h1[data-pick]") && document.querySelector(".phone .section .line-now") && document.querySelector(".savebar-name") && document.fonts.status === "loaded"`

// playing is a drop that is there.
const playing = `document.querySelector(".fallview .line-now") && document.querySelector(".trace") && !document.querySelector(".answer[data-stale]") && document.querySelector(".savebar-name") && document.fonts.status === "loaded"`

// dropped is a drop test with what it says.
const dropped = `document.querySelector(".known-after") && document.querySelectorAll(".drops li").length > 2 && document.querySelector(".savebar-name") && document.fonts.status === "loaded"`

// mapped is a map that is worked out, with rules of thumb tried.
const mapped = charted + ` && document.querySelector(".rules tbody tr") && document.querySelector(".savebar-name") && document.fonts.status === "loaded"`

// TestScreenshots takes the pictures of docs/screenshots from the demo data.
func TestScreenshots(t *testing.T) {
	if *screenshots == "" {
		t.Skip("no -screenshots folder")
	}
	for _, s := range []struct {
		name, path, light, until string
		width, height            int64
	}{
		{"begin", "/begin", "sun", `document.querySelectorAll(".kinds li").length === 12 && document.fonts.status === "loaded"`, 1280, 800},
		{"work-out", "/?open=2", "sun", ready, 1280, 800},
		{"work-out-dusk", "/?open=7", "dusk", ready, 1280, 800},
		{"work-out-phone", "/?open=4", "sun", inHand, 390, 844},
		{"work-out-states", "/?open=12", "sun", ready, 1280, 800},
		{"map", "/map?open=4", "sun", mapped, 1280, 1100},
		{"fall", "/fall?open=3&do=sink-draw&head=7.1&against=3.5&at=31", "sun", playing, 1280, 800},
		{"compare", "/compare?open=1&with=thick,straight,small", "sun",
			`document.querySelector(".compare-pick") && document.querySelector(".savebar-name")`, 1280, 800},
		{"drop", "/drop?open=4&test=1", "sun", dropped, 1280, 800},
		{"card", "/drop?open=4&part=card", "sun",
			`document.querySelector(".card tbody td") && document.querySelector(".savebar-name")`, 1280, 800},
		{"practice", "/fall?open=4&head=7.1&practice=touch&seed=4", "dusk",
			`document.querySelector(".practice-water .line") && document.querySelector(".savebar-name")`, 390, 844},
		{"log-phone", "/log?trip=1&part=tap", "sun",
			`document.querySelector(".tap-last p") && document.fonts.status === "loaded"`, 390, 844},
		{"log", "/log?trip=4&part=timeline", "dusk",
			`document.querySelector(".timeline li") && document.fonts.status === "loaded"`, 1280, 800},
		{"lessons", "/log?part=teaches", "sun",
			`document.querySelector(".claims li") && document.fonts.status === "loaded"`, 1280, 1100},
		{"box", "/box", "sun", `document.querySelectorAll(".grid tr[data-id]").length > 30`, 1280, 800},
		{"setups", "/setups", "sun", `document.querySelectorAll(".setups li").length > 3`, 1280, 800},
		{"day", "/day?plan=1", "sun", `document.querySelector(".day-rod") && document.querySelector(".still .line-now")`, 1280, 800},
		{"boat-phone", "/boat?open=2", "sun",
			`document.querySelector(".boat-course") && document.querySelector(".boat-tie")`, 390, 844},
		{"guide", "/guide?page=hop", "sun", `document.querySelectorAll(".guide-water svg .bait").length === 2`, 1280,
			800},
	} {
		t.Run(s.name, func(t *testing.T) {
			p := open(t, "/nothing")
			value[bool](p, `localStorage.setItem("dunvel.light", JSON.stringify("`+s.light+`")) || true`)
			p.size(s.width, s.height)
			p.visit(s.path)
			if s.name == "boat-phone" {
				go p.boat.RunSimulated(t.Context(), "The made-up boat",
					demo.NewBoat(time.Date(2026, 11, 26, 9, 0, 0, 0, time.UTC), 1).Next)
			}
			if s.name == "log-phone" {
				p.click("Go on with it") // the trips of the demo have ended
			}
			p.until(s.until)
			if err := os.WriteFile(filepath.Join(*screenshots, s.name+".png"), p.picture(), 0o644); err != nil {
				t.Fatal(err)
			}
		})
	}
}
