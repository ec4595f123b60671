package browser

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"net/http"
	"strings"
	"testing"
	"time"

	"dunvel/core/logbook"
	"dunvel/internal/nmea"

	"github.com/chromedp/chromedp"
)

// instruments have the page's boat drift over a depth, once a second.
func (p *page) instruments(depth, knots float64) {
	ctx, stop := context.WithCancel(context.Background())
	p.t.Cleanup(stop)
	go p.boat.RunSimulated(ctx, "The test's boat", func() []nmea.Sentence {
		return []nmea.Sentence{
			{Talker: "SD", Kind: "DPT", Fields: []string{fmt.Sprint(depth - 0.5), "0.5"}},
			{Talker: "GP", Kind: "RMC", Fields: []string{"080000", "A", "5621.13", "N", "01833.66", "W",
				fmt.Sprint(knots), "180.0", "271126", "", "", "A"}},
			{Talker: "YX", Kind: "MTW", Fields: []string{"10.4", "C"}},
		}
	})
}

// now is an expression that is true where the weight for now says something.
func nowSays(words string) string {
	return fmt.Sprintf(`document.querySelector(".boat-now")?.innerText.includes(%q)`, words)
}

// The weight for now follows the instruments; what is held by hand goes before them; what
// is tied on is remembered and logged; and taps have what the instruments had.
func TestBoat(t *testing.T) {
	t.Parallel()
	p := open(t, "/log")
	p.until(`!!document.querySelector(".begin input")`)
	p.typeOver(".begin input", "The Sill")
	p.click("Begin a trip")
	p.instruments(24, 0.6)
	p.visit("/boat?open=2")
	p.until(`document.querySelector(".boat-figures")?.innerText.includes("24 m")`)
	p.until(`document.querySelector(".boat-figures")?.innerText.includes("0.31 m/s")`)
	p.until(nowSays("Tie on"))
	// the weight is by all that is heard
	p.until(`document.querySelectorAll(".boat-figures [data-from=measured]").length === 3`)
	p.until(`document.querySelector(".boat-sources summary").innerText === "Instruments: 1 of 1 heard"`)

	// By hand, with a wrong depth on the way.
	first := value[string](p, `document.querySelector(".boat-now b").innerText`)
	value[bool](p, `(document.querySelector(".boat-figures button").click(), true)`)
	p.typeOver("#held-water-depth", "4 m")
	p.until(`document.querySelector(".boat-figures").innerText.includes("Held by hand; 24 m is measured.")`)
	p.until(`document.querySelector(".boat-now b").innerText !== ` + fmt.Sprintf("%q", first))
	p.typeOver("#held-water-depth", "999 m")
	p.until(`document.querySelector(".boat-figures [role=alert]")?.innerText === "Depth under the rod: 999 m is outside what is allowed, 0.3 m to 200 m."`)
	p.click("Depth: let go")
	p.until(`document.querySelector(".boat-now b").innerText === ` + fmt.Sprintf("%q", first))

	// It is on: that stays, and is in the log.
	p.click(first + " is on")
	p.until(nowSays(first + " stays on. On since"))
	p.until(`document.querySelector(".tap-tied").innerText.startsWith(` + fmt.Sprintf("%q", first) + `)`)
	p.do(chromedp.Click(".tap-splash"))
	p.until(`document.querySelector(".tap-last")?.innerText.includes("splash")`)
	trips := ask[[]struct {
		ID   int64
		Trip logbook.Trip
	}](p, "/api/trips")
	var events []struct{ Event logbook.Event }
	for p.until(`true`); len(events) < 2; {
		events = ask[[]struct{ Event logbook.Event }](p, fmt.Sprintf("/api/trips/%d/events", trips[0].ID))
	}
	if e := events[0].Event; e.Kind != logbook.Changed || e.State == nil || e.State.Setup.Water.Depth < 23.9 ||
		e.State.Setup.Boat.Speed < 0.3 {
		t.Errorf("%+v", e)
	}
	splash := events[1].Event
	if a := splash.Aboard; a == nil || a.Depth == nil || math.Abs(*a.Depth-24) > 0.01 || a.Where == nil ||
		a.Temperature == nil || math.Abs(*a.Temperature-10.4) > 0.01 || a.Drift == nil ||
		math.Abs(splash.With.BedDepth-24) > 0.01 {
		t.Errorf("%+v %+v", splash.Aboard, splash.With)
	}

	// Another has been better for ten minutes: it is told, with what has changed. The view is left
	// before, as it keeps what it remembers with every look.
	p.visit("/licences")
	p.until(`document.querySelector(".licences")`)
	value[bool](p, `(() => {
		const kept = JSON.parse(localStorage.getItem("dunvel.boat.watch"));
		const was = JSON.parse(JSON.stringify(kept.watch.was));
		was.water.depth = 6;
		kept.watch = {...kept.watch, tied: 0.0035, was, next: 0.0142, since: new Date(Date.now() - 600000).toISOString()};
		localStorage.setItem("dunvel.boat.watch", JSON.stringify(kept));
		return true;
	})()`)
	p.visit("/boat?open=2")
	p.until(nowSays("instead of 3.5 g."))
	p.until(nowSays("Stay with 3.5 g"))
	p.until(`/(Depth 24 m|Drift .* m\/s|All together).* for 1[0-9] minutes/.test(document.querySelector(".boat-call").innerText)`)

	// On a phone nothing below moves, however long the odds are.
	p.size(390, 844)
	below := func(odds string) float64 {
		return value[float64](p, fmt.Sprintf(`(() => {
			document.querySelector(".boat-now h2 span").textContent = %q;
			return document.querySelector(".boat-call").getBoundingClientRect().top;
		})()`, odds))
	}
	if short, long := below("9 in 10"), below("more than 9 in 10"); short != long {
		t.Errorf("the call is at %g px, and at %g with longer odds", short, long)
	}
}

// Without instruments everything can be held by hand, by the hour of a plan too; a plan that
// is gone is told.
func TestBoatByHand(t *testing.T) {
	t.Parallel()
	p := open(t, "/boat?plan=1&spot=1")
	p.until(`document.querySelector(".boat-sources summary")?.innerText === "No instruments are heard"`)
	p.until(`document.querySelector(".boat-what summary").innerText.startsWith("Pier Pool, evening by the hour of The Sill at springs")`)
	p.until(`document.querySelector(".boat-figures").innerText.includes("4.5 m")`)
	p.until(`document.querySelector(".boat-figures").innerText.includes("The setup has it held.")`)
	p.until(nowSays("Tie on"))
	value[bool](p, `(document.querySelector(".boat-figures button").click(), true)`)
	p.typeOver("#held-water-depth", "9 m")
	p.until(`document.querySelector(".boat-figures").innerText.includes("Held by hand.")`)
	p.visit("/boat?plan=99&spot=1")
	p.until(`document.querySelector(".boat [role=status]") && document.body.innerText.includes("The plan of this link is gone.")`)
}

// A GPX file is taken in with its track; the trip of that day is charted by it, and its
// drift can be used as a measurement.
func TestTrack(t *testing.T) {
	t.Parallel()
	p := open(t, "/log?part=exchange")
	var gpx strings.Builder
	gpx.WriteString("<gpx><wpt lat='56.3505' lon='-18.561'><name>Rip</name></wpt><trk><name>Morning</name><trkseg>")
	for i := range 61 {
		fmt.Fprintf(&gpx, "<trkpt lat='%.7f' lon='-18.5611'><time>%s</time></trkpt>", 56.352-0.4*10*float64(
			i)/111194.93, time.Now().Add(time.Duration(i-70)*10*time.Second).UTC().Format(time.RFC3339))
	}
	gpx.WriteString("</trkseg></trk><trk/></gpx>")
	p.until(`!!document.querySelector("#field-import")`)
	p.file("#field-import", "morning.gpx", gpx.String())
	p.until(`document.querySelector("[aria-label=In] [role=status]")?.innerText === "1 places and a track: to be taken."`)
	p.says("[aria-label=In]", "One track is left out: it has fewer than two points, or no times in order.")
	p.click("Take it")
	p.until(`document.body.innerText.includes("1 places and a track: taken.")`)

	p.visit("/drop?open=2&part=measure")
	p.until(`document.querySelector("[aria-label='Drift, along a track'] [role=status]")?.innerText.startsWith("0.4 m/s towards 180° for 10 minutes, ± 2 % from minute to minute.")`)
	p.typeOver("#field-track-toward", "north")
	p.until(`!!document.querySelector("#field-track-toward-error")`)
	p.typeOver("#field-track-toward", "270°")
	p.until(`!document.querySelector("#field-track-toward-error") && document.querySelector("[aria-label='Drift, along a track'] button")`)
	value[bool](p, `(document.querySelector("[aria-label='Drift, along a track'] button").click(), true)`)
	p.until(`new URLSearchParams(location.search).get("boat.direction") === "90" && new URLSearchParams(location.search).get("boat.speed")?.startsWith("0.4")`)

	p.visit("/log")
	p.until(`!!document.querySelector(".begin input")`)
	p.typeOver(".begin input", "The Sill")
	p.click("Begin a trip")
	p.click("Where")
	p.until(`document.querySelector(".chart")?.getAttribute("aria-label") === "Chart with north up: one track, 0 marks, near Rip, Teine Ledge, The Sill"`)
	p.click("Delete Morning")
	p.until(`document.querySelector(".where").innerText.startsWith("Nothing tells where this trip went yet.")`)
	p.click("Undo")
	p.until(`!!document.querySelector(".chart-track")`)
}

// ask asks the server of a page for JSON.
func ask[T any](p *page, path string) T {
	p.t.Helper()
	response, err := http.Get(p.url + path)
	if err != nil {
		p.t.Fatal(err)
	}
	defer func() { _ = response.Body.Close() }()
	var out T
	if err := json.NewDecoder(response.Body).Decode(&out); err != nil {
		p.t.Fatal(err)
	}
	return out
}
