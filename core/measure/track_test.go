package measure

import (
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/boat"
	"dunvel/core/setup"
)

var dawn = time.Date(2026, 11, 27, 7, 0, 0, 0, time.UTC)

// sailed makes a track: stretches of a speed, a course and a time, with a point every ten
// seconds, and noise of fixes.
type sailed struct {
	points []boat.Point
	x, y   float64
	at     time.Time
	random *rand.Rand
	noise  float64
}

func (s *sailed) goes(speed, course, seconds float64) {
	if s.at.IsZero() {
		s.at, s.random = dawn, rand.New(rand.NewPCG(7, 7))
	}
	for range int(seconds / 10) {
		sin, cos := math.Sincos(course * math.Pi / 180)
		s.x, s.y, s.at = s.x+10*speed*sin, s.y+10*speed*cos, s.at.Add(10*time.Second)
		const degree = 111194.93
		s.points = append(s.points, boat.Point{Time: s.at, Position: almanac.Position{
			Latitude: 56 + (s.y+s.noise*s.random.NormFloat64())/degree, Longitude: -18 +
				(s.x+s.noise*s.random.NormFloat64())/degree/math.Cos(56*math.Pi/180),
		}})
	}
}

// Two drifts with the way back under motor between them, and a pause: each is found by itself.
func TestDrifts(t *testing.T) {
	var s sailed
	s.goes(4, 0, 300)
	s.goes(0.4, 170, 1200)
	s.goes(4, 350, 120)
	s.goes(0.5, 200, 600)
	s.at = s.at.Add(time.Hour)
	s.goes(0.3, 90, 300)
	s.goes(0, 0, 600) // at anchor, after a while of it
	drifts := Drifts(s.points, nil)
	if len(drifts) != 3 {
		t.Fatalf("%+v", drifts)
	}
	for i, want := range []struct{ speed, course, seconds float64 }{{0.4, 170, 1200}, {0.5, 200, 600}} {
		d := drifts[i]
		if math.Abs(d.Value-want.speed) > 0.02 || math.Abs(d.Direction-want.course) > 2 ||
			math.Abs(d.To.Sub(d.From).Seconds()-want.seconds) > 61 {
			t.Errorf("%+v", d)
		}
	}
	if want := "0.4 m/s towards 170° for 20 minutes, ± 1 % from minute to minute."; drifts[0].Words != want {
		t.Errorf("%s %g", drifts[0].Words, drifts[0].Spread)
	}
}

// How a drift sways is its spread; noise of the fixes is not told as a drift.
func TestDriftSpread(t *testing.T) {
	var s sailed
	for i := range 8 {
		s.goes(0.4+0.1*float64(i%2*2-1), 180, 300)
	}
	d := Drifts(s.points, nil)
	if len(d) != 1 || math.Abs(d[0].Value-0.4) > 0.02 || math.Abs(d[0].Spread-0.25) > 0.06 {
		t.Errorf("%+v", d)
	}
	lies := sailed{noise: 1.5}
	lies.goes(0, 0, 1800)
	if d := Drifts(lies.points, nil); len(d) != 0 {
		t.Errorf("at anchor: %+v", d)
	}
	short := sailed{}
	short.goes(0.4, 180, 120)
	if d := Drifts(short.points, nil); len(d) != 0 {
		t.Errorf("110 s: %+v", d)
	}
	short.goes(0.4, 180, 10)
	if d := Drifts(short.points, nil); len(d) != 1 {
		t.Errorf("120 s: %+v", d)
	}
	fast := sailed{}
	fast.goes(2.3, 180, 1200)
	if d := Drifts(fast.points, nil); len(d) != 0 {
		t.Errorf("under way: %+v", d)
	}
	for n := range 3 {
		if d := Drifts(s.points[:n], nil); len(d) != 0 {
			t.Errorf("of %d points: %+v", n, d)
		}
	}
	still := s.points[:30:30]
	for i := range still {
		still[i].Time = time.Time{}
	}
	if d := Drifts(still, nil); len(d) != 0 {
		t.Errorf("without times: %+v", d)
	}
}

// A drift of a track sets what one by two positions does.
func TestAlong(t *testing.T) {
	drift := &Drifted{Measured: Measured{Value: 0.4, Spread: 1.5, Direction: 170, Words: "a drift"}}
	got, err := Measure(Question{Way: Along, Drift: drift, Toward: "200"}, setup.Default(), nil)
	if err != nil || got.Words != "a drift" || got.Changes["boat.speed"] != 0.4 || got.Changes["boat.spread"] != 1.0 ||
		got.Changes["boat.direction"] != 30.0 || got.Changes["boat.kind"] != "skiff" ||
		got.Changes["boat.measured"] != true {
		t.Errorf("%+v %v", got, err)
	}
	for want, q := range map[string]Question{
		"Drift: choose one of a track.": {Way: Along},
		"Drift: 4 m/s is outside what is allowed, 0 m/s to 3 m/s.": {
			Way: Along, Drift: &Drifted{Measured: Measured{Value: 4}}},
	} {
		if _, err := Measure(q, setup.Default(), nil); err == nil || err.Error() != want {
			t.Errorf("%v, not %s", err, want)
		}
	}
}
