package geo

import (
	"bytes"
	"encoding/json"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/logbook"
)

// Coordinates are decimals as the schema of GPX has them, and a file says when it was made.
func TestGPXCoordinates(t *testing.T) {
	for v, want := range map[float64]string{1e-7: "0.0000001", 1e-8: "0", -1e-9: "0", 12.5: "12.5", -180: "-180",
		57.12345678: "57.1234568", 0: "0"} {
		if got := degrees(v); got != want {
			t.Errorf("%g: %s", v, got)
		}
	}
	var out bytes.Buffer
	if err := WriteGPX(&out, []Waypoint{{"Edge", logbook.Place{North: 1, East: 180}}},
		time.Date(2026, 11, 27, 8, 0, 0, 5, time.UTC)); err != nil {
		t.Fatal(err)
	}
	if text := out.String(); !strings.Contains(text, `lon="-180"`) || !strings.Contains(
		text, "<time>2026-11-27T08:00:00Z</time>") || strings.Index(text, "<metadata>") > strings.Index(text, "<wpt") {
		t.Error(text)
	}
}

// Other charsets are read, and what a plotter calls a comment.
func TestGPXTexts(t *testing.T) {
	point := `<gpx version="1.1"><wpt lat="1" lon="2"><name>%</name><cmt>by the wall</cmt><desc>deep</desc></wpt></gpx>`
	latin := `<?xml version="1.0" encoding="ISO-8859-1"?>` + strings.Replace(point, "%", "B\xe9al", 1)
	wide := []byte{0xff, 0xfe}
	for _, r := range `<?xml version="1.0" encoding="UTF-16"?>` + strings.Replace(point, "%", "Béal", 1) {
		wide = append(wide, byte(r), byte(r>>8))
	}
	for name, text := range map[string]string{"ISO-8859-1": latin, "UTF-16": string(wide)} {
		got, err := ReadGPX(t.Context(), strings.NewReader(text))
		if err != nil || len(got.Waypoints) != 1 || got.Waypoints[0].Name != "Béal" ||
			got.Waypoints[0].Place.Note != "deep\nby the wall" {
			t.Errorf("%s: %+v %v", name, got, err)
		}
	}
	same := `<gpx version="1.1"><wpt lat="1" lon="2"><name>A</name><cmt>deep</cmt><desc>deep</desc></wpt></gpx>`
	if got, err := ReadGPX(t.Context(), strings.NewReader(same)); err != nil || got.Waypoints[0].Place.Note != "deep" {
		t.Errorf("%+v %v", got, err)
	}
}

// Places go out with what happened there, and takes and losses where the instruments had the boat.
func TestVisits(t *testing.T) {
	at := almanac.Position{Latitude: 12.36, Longitude: -4.56}
	log := evening()
	log.Events[1].Aboard = &logbook.Aboard{Where: &at}
	log.Events[2].Aboard = &logbook.Aboard{Where: &at} // a touch is none
	places, events := Visits([]Waypoint{{"The Sill", logbook.Place{North: 12.35, East: -4.5, Note: "narrows & deep"}},
		{"Elsewhere", logbook.Place{}}}, []logbook.Log{log, log})
	if len(places) != 2 || places[0].Trips != 2 || places[0].Counts[logbook.Fish] != 2 || places[1].Trips != 0 ||
		len(events) != 2 {
		t.Fatalf("%+v %+v", places, events)
	}
	var out bytes.Buffer
	if err := WriteKML(&out, places, events); err != nil {
		t.Fatal(err)
	}
	for _, want := range []string{`xmlns="http://www.opengis.net/kml/2.2"`, "<name>The Sill</name>",
		"narrows &amp; deep", "trips: 2; splash: 2, fish: 2", "<coordinates>-4.5,12.35</coordinates>",
		"<coordinates>-4.56,12.36</coordinates>", "<when>2026-09-12T19:30:20+01:00</when>",
		"fish, pollack, small, slim minnow 120 mm"} {
		if !strings.Contains(out.String(), want) {
			t.Errorf("%s is not in\n%s", want, out.String())
		}
	}
	text, err := json.Marshal(GeoJSON(places, events))
	if err != nil || !strings.Contains(string(text), `"geometry":{"type":"Point","coordinates":[-4.5,12.35]}`) ||
		!strings.Contains(string(text), `"trips":2`) || strings.Count(string(text), `"type":"Feature"`) != 4 {
		t.Errorf("%s %v", text, err)
	}
	if text, _ := json.Marshal(GeoJSON(nil, nil)); string(text) != `{"features":[],"type":"FeatureCollection"}` {
		t.Errorf("%s", text)
	}
}

var dusk = time.Date(2026, 9, 12, 19, 30, 0, 0, time.FixedZone("", 3600))

// evening is a trip with a fish.
func evening() logbook.Log {
	with := logbook.With{Mass: 7.1e-3, Shape: "ball", Bait: "slim minnow 120 mm", Technique: "hop", Bed: "rock",
		BedDepth: 18, Expected: 36, FallSpeed: 0.5}
	return logbook.Log{Name: "The Sill, 12 September 2026", Trip: logbook.Trip{Place: "The Sill", Start: dusk},
		Events: []logbook.Event{
			{Key: "key-00000001", Time: dusk, Kind: logbook.Splash, With: with},
			{Key: "key-00000002", Time: dusk.Add(20 * time.Second), Kind: logbook.Fish, Phase: logbook.Falling,
				Since: 20, Depth: 10.1, Low: 9, High: 11.5, Species: "pollack, small", Length: 0.352, Released: true,
				With: with},
			{Key: "key-00000003", Time: dusk.Add(time.Minute), Kind: logbook.Bottom, Rod: 1, Phase: logbook.OnBottom,
				Seconds: 37.5, With: with},
		}}
}
