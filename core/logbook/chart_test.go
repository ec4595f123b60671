package logbook

import (
	"math"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/boat"
)

// A trip is charted about its middle: what the instruments placed is there, what they did
// not is where the track was at that time, and places are those around.
func TestChart(t *testing.T) {
	point := func(minutes float64, north float64, deep float64) boat.Point {
		return boat.Point{Time: after(60 * minutes),
			Position: almanac.Position{Latitude: 56 + north/111194.93, Longitude: -18}, Depth: deep}
	}
	track := boat.Track{Points: []boat.Point{point(0, 0, 20), point(5, 400, 24), point(10, 800, 0)}}
	events := []Event{
		{Key: "aboard", Kind: Fish, Time: after(120),
			Aboard: &Aboard{Where: &almanac.Position{Latitude: 56, Longitude: -18}}},
		{Key: "on the track", Kind: Bite, Time: after(150)},
		{Key: "before", Kind: Bite, Time: after(-600)},
	}
	places := map[string]Place{"near": {North: 56 + 1490/111194.93, East: -18},
		"far": {North: 56 + 1510/111194.93, East: -18}}
	c := ChartOf(events, []boat.Track{track}, places)
	if c.Middle == nil || math.Abs(c.Middle.Latitude-(56+400/111194.93)) > 1e-7 || len(c.Tracks) != 1 ||
		len(c.Tracks[0]) != 3 || len(c.Events) != 2 || len(c.Places) != 1 {
		t.Fatalf("%+v", c)
	}
	if p := c.Tracks[0][1]; math.Abs(p.Y) > 0.11 || p.X != 0 || p.Depth != 24 || !p.Time.Equal(after(300)) {
		t.Errorf("%+v", p)
	}
	if e := c.Events[0]; e.Key != "aboard" || math.Abs(e.Y+400) > 0.11 || e.Kind != Fish {
		t.Errorf("%+v", e)
	}
	if e := c.Events[1]; e.Key != "on the track" || math.Abs(e.Y+200) > 0.11 {
		t.Errorf("%+v", e)
	}
	if p := c.Places[0]; p.Name != "near" || math.Abs(p.Y-1090) > 0.2 {
		t.Errorf("%+v", p)
	}
	if c := ChartOf(events[1:], nil, places); c.Middle != nil || len(c.Tracks)+len(c.Events)+len(c.Places) > 0 {
		t.Errorf("of nothing: %+v", c)
	}
}

func TestCovers(t *testing.T) {
	end := after(3600)
	done := Trip{Start: noon, End: &end}
	for minutes, want := range map[float64]bool{-63: false, -58: true, 30: true, 118: true, 121: false} {
		track := boat.Track{Points: []boat.Point{{Time: after(60 * minutes)}, {Time: after(60*minutes + 60)}}}
		if got := done.Covers(track); got != want {
			t.Errorf("at %g minutes: %v", minutes, got)
		}
	}
	later := boat.Track{Points: []boat.Point{{Time: noon.Add(30 * time.Hour)}, {Time: noon.Add(31 * time.Hour)}}}
	if !(Trip{Start: noon}).Covers(later) || done.Covers(later) {
		t.Error("a trip that lasts")
	}
}
