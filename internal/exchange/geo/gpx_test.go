package geo

import (
	"bytes"
	"errors"
	"fmt"
	"strings"
	"testing"
	"time"

	"dunvel/core/input"
	"dunvel/core/logbook"
)

// trkpt is a point of a track.
func trkpt(lat, lon, inside string) string {
	return fmt.Sprintf("<trkpt lat='%s' lon='%s'>%s</trkpt>", lat, lon, inside)
}

// Tracks are read with their times and depths, segments one after the other; what tells no
// times is counted; points of routes with names are waypoints.
func TestGPXTracks(t *testing.T) {
	at := func(s int) string { return fmt.Sprintf("<time>2026-05-12T06:30:%02dZ</time>", s) }
	text := "<gpx xmlns='http://www.topografix.com/GPX/1/1'><metadata><name>x</name></metadata><trk><name> Morning  " +
		"drift </name><trkseg>" +
		trkpt("56.1", "-18.5", "<ele>0</ele>"+at(0)) + trkpt("56.2", "-18.6",
		at(10)+"<extensions><a:more xmlns:a='x'><a:depth> 21.5 </a:depth></a:more></extensions>") +
		"</trkseg><trkseg>" + trkpt("56.3", "-18.7", at(20)+"<depth>22</depth>") + trkpt("56.3", "-18.7", at(20)) +
		trkpt("56.4", "-18.7", at(30)+"<depth>999</depth>") + "</trkseg></trk>" +
		"<trk>" + trkpt("1", "2", at(0)) + "</trk><trk><trkseg>" + trkpt("1", "2", "") + trkpt("1", "2.1", "") +
		"</trkseg></trk><trk><trkseg>" + trkpt("1", "2", at(9)) + trkpt("1", "2.1", at(3)) + "</trkseg></trk>" +
		"<rte><name>way</name><rtept lat='1' lon='2'/><rtept lat='1' lon='3'><name>Turn here</name></rtept></rte></gpx>"
	got, err := ReadGPX(t.Context(), strings.NewReader(text))
	if err != nil {
		t.Fatal(err)
	}
	if len(got.Tracks) != 1 || got.Untimed != 3 || got.Routes != 1 || len(got.Waypoints) != 1 ||
		got.Waypoints[0].Name != "Turn here" || got.Waypoints[0].Place.East != 3 {
		t.Fatalf("%+v", got)
	}
	track := got.Tracks[0]
	if track.Name != "Morning drift" || len(track.Points) != 4 || track.Points[1].Depth != 21.5 ||
		track.Points[2].Depth != 22 || track.Points[3].Depth != 0 || track.Points[3].Latitude != 56.4 ||
		track.Points[3].Time.Second() != 30 {
		t.Errorf("%+v", track)
	}
	for text, words := range map[string]string{
		trkpt("91", "0", ""): "point 1 of its tracks: Position: latitudes go to " +
			"90 degrees",
		"<trkpt lon='1'/>":                                       "point 1 of its tracks: it has no position",
		trkpt("1", "x", ""):                                      "point 1 of its tracks: ",
		trkpt("1", "2", "<time>12.5.2026</time>"):                "“12.5.2026” is no time such as 2026-05-12T06:30:00Z",
		trkpt("1", "2", "<time>0001-05-12T06:30:00Z</time>"):     "outside what is allowed, the years 1900 to 2200",
		strings.Repeat("<trkpt lat='1' lon='1'/>", MostPoints+1): "more than 500000 points",
		"<trkpt lat='1' lon='1'>":                                "not XML as it should be",
	} {
		var errs input.Errors
		_, err := ReadGPX(t.Context(), strings.NewReader("<gpx><trk><trkseg>"+text+"</trkseg></trk></gpx>"))
		if text == "<trkpt lat='1' lon='1'>" {
			words = "point 1 of its tracks"
		}
		if !errors.As(err, &errs) || !strings.Contains(err.Error(), words) {
			t.Errorf("%.60q: %v", text, err)
		}
	}
}

func TestGPX(t *testing.T) {
	points := []Waypoint{{"The Sill & more", logbook.Place{North: 12.3522, East: -4.5611, Note: "narrows"}},
		{"Loch Osk", logbook.Place{North: 12.4, East: -4.49}}}
	var out bytes.Buffer
	if err := WriteGPX(&out, points, time.Now()); err != nil {
		t.Fatal(err)
	}
	back, err := ReadGPX(t.Context(), bytes.NewReader(out.Bytes()))
	if err != nil || len(back.Waypoints) != 2 || back.Waypoints[0] != points[0] || back.Waypoints[1] != points[1] ||
		!strings.Contains(out.String(), `xmlns="http://www.topografix.com/GPX/1/1"`) {
		t.Errorf("%+v %v\n%s", back, err, out.String())
	}
	with := `<?xml version="1.0"?><gpx version="1.1"><trk><trkseg><trkpt lat="1" lon="2"/></trkseg></trk><wpt lat="1" lon="2"/></gpx>`
	if back, err := ReadGPX(t.Context(), strings.NewReader(with)); err != nil || len(back.Waypoints) != 1 ||
		back.Waypoints[0].Name != "Waypoint 1" || back.Untimed != 1 {
		t.Errorf("%+v %v", back, err)
	}
	for text, words := range map[string]string{
		"":                                   "it is empty",
		"<html></html>":                      "not GPX but “html”",
		"<gpx><wpt lat='1'":                  "not XML as it should be",
		"<gpx><wpt lat='x'/></gpx>":          "waypoint 1",
		"<gpx><wpt lat='91' lon='0'/></gpx>": "is not on the earth",
		"<gpx><wpt lon='1'/></gpx>":          "waypoint 1, “”: it has no position",
		"<gpx><wpt lat='1' lon='1'><name>\u200b</name></wpt></gpx>":                                                      "waypoint 1: Name: it shows nothing",
		`<!DOCTYPE gpx [<!ENTITY x SYSTEM "file:///etc/passwd">]><gpx><wpt lat="1" lon="1"><name>&x;</name></wpt></gpx>`: "document type",
		`<gpx><wpt lat="1" lon="1"><name>&x;</name></wpt></gpx>`:                                                         "entity",
		"<gpx>" + strings.Repeat("<wpt lat='1' lon='1'/>", MostWaypoints+1) +
			"</gpx>": "more than 20000 waypoints",
	} {
		var errs input.Errors
		if _, err := ReadGPX(t.Context(), strings.NewReader(text)); !errors.As(err, &errs) ||
			!strings.Contains(err.Error(), words) {
			t.Errorf("%.60q: %v", text, err)
		}
	}
}
