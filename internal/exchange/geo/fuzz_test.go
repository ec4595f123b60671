package geo

import (
	"strings"
	"testing"

	"dunvel/core/boat"
)

func FuzzReadGPX(f *testing.F) {
	for _, seed := range []string{"<gpx><wpt lat='1' lon='2'><name>a</name></wpt></gpx>", "<gpx>", "<!DOCTYPE x>",
		"<a/>", "<gpx><wpt/></gpx>", "<gpx><trk><trkseg><trkpt lat='1' " +
			"lon='2'><time>2026-05-12T06:30:00Z</time><extensions><depth>3</depth></extensions></trkpt></trkseg></trk></gpx>"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		read, err := ReadGPX(t.Context(), strings.NewReader(text))
		if err != nil {
			return
		}
		for _, track := range read.Tracks {
			if err := (boat.Track{Points: boat.Thin(track.Points, boat.MostKept)}).Validate(nil); err != nil {
				t.Error(err)
			}
		}
		for _, p := range read.Waypoints {
			if p.Name == "" || !(p.Place.North >= -90 && p.Place.North <= 90) {
				t.Errorf("%+v", p)
			}
		}
	})
}
