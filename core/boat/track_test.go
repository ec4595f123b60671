package boat

import (
	"math"
	"strings"
	"testing"
	"time"

	"dunvel/core/almanac"
)

func at(s float64, latitude, longitude, deep float64) Point {
	return Point{begin.Add(time.Duration(s * float64(time.Second))),
		almanac.Position{Latitude: latitude, Longitude: longitude}, deep}
}

// A minute of latitude is 1853 m on a sphere of 6371 km, and one of longitude half of that at
// 60 degrees; across the date line the way is the short one.
func TestMetres(t *testing.T) {
	east, north := Metres(almanac.Position{Latitude: 60, Longitude: 10},
		almanac.Position{Latitude: 60 + 1.0/60, Longitude: 10 + 1.0/60})
	near(t, "north", north, 1853.25, 0.01)
	near(t, "east", east, 926.4, 0.3)
	east, _ = Metres(almanac.Position{Longitude: 179.99}, almanac.Position{Longitude: -179.99})
	near(t, "across the date line", east, 2223.9, 0.1)
}

func TestTrackAt(t *testing.T) {
	track := Track{[]Point{at(0, 56, -18, 20), at(100, 56.1, -18.2, 30), at(200, 56.1, -18.2, 0),
		at(2000, 57, -19, 10)}}
	for after, want := range map[float64]*Point{
		-1: nil, 0: {Position: almanac.Position{Latitude: 56, Longitude: -18}, Depth: 20},
		25:  {Position: almanac.Position{Latitude: 56.025, Longitude: -18.05}, Depth: 22.5},
		150: {Position: almanac.Position{Latitude: 56.1, Longitude: -18.2}}, 500: nil, 2001: nil,
	} {
		got, ok := track.At(begin.Add(time.Duration(after) * time.Second))
		if ok != (want != nil) || ok && (math.Abs(got.Latitude-want.Latitude) > 1e-9 ||
			math.Abs(got.Longitude-want.Longitude) > 1e-9 || math.Abs(got.Depth-want.Depth) > 1e-9) {
			t.Errorf("after %g s: %+v %v", after, got, ok)
		}
	}
}

// A track that is thinned keeps its ends and its corners, and is as long as it may be.
func TestThin(t *testing.T) {
	var points []Point
	for i := range 5000 {
		p := at(float64(i), 56+1e-5*float64(min(i, 2500)), -18+1e-5*float64(max(i-2500, 0)), 0)
		p.Latitude += 1e-8 * math.Sin(float64(i)) // noise of a millimetre
		points = append(points, p)
	}
	got := Thin(points, MostKept)
	if len(got) != MostKept || got[0] != points[0] || got[len(got)-1] != points[4999] {
		t.Fatalf("%d points", len(got))
	}
	corner := false
	for i, p := range got {
		corner = corner || p == points[2500]
		if i > 0 && !p.Time.After(got[i-1].Time) {
			t.Fatal("not in order")
		}
	}
	if !corner {
		t.Error("the corner is cut")
	}
	if same := Thin(points[:3], 3); len(same) != 3 {
		t.Errorf("%d", len(same))
	}
	if err := (Track{got}).Validate(nil); err != nil {
		t.Error(err)
	}
}

func TestTrackValidate(t *testing.T) {
	good := []Point{at(0, 56, -18, 20), at(1, 56, -18, 0)}
	for want, points := range map[string][]Point{
		"":                                    good,
		"it has 1 points":                     good[:1],
		"it has 1501 points":                  make([]Point, 1501),
		"point 2: its time is not after":      {good[0], good[0]},
		"point 1: its time is not after":      {{}, good[0]},
		"point 2: Position: latitudes go to":  {good[0], at(1, 91, 0, 0)},
		"point 2: a depth of -1 m is outside": {good[0], at(1, 56, 0, -1)},
	} {
		err := Track{points}.Validate(nil)
		if (err == nil) != (want == "") || err != nil && !strings.Contains(err.Error(), want) {
			t.Errorf("%v, not %s", err, want)
		}
	}
	if name := (Track{good}).Name(); name != "Track, 27 November 2026" {
		t.Error(name)
	}
}
