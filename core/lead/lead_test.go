package lead

import (
	"context"
	"errors"
	"math"
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/setup"

	"gonum.org/v1/gonum/spatial/r3"
)

func near(t *testing.T, what string, got, want, within float64) {
	t.Helper()
	if !(math.Abs(got-want) <= within) {
		t.Errorf("%s: %g, not %g", what, got, want)
	}
}

// drifting is a setup with a current across and a boat that drifts.
func drifting() setup.Setup {
	s := setup.Default()
	s.Water.Depth = 10
	s.Flow = setup.Flow{Speed: 0.2, Direction: 90, Source: setup.ByEye}
	s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.3, Direction: 45}
	return s
}

// along is where the bait is at a time.
func along(h Head, t float64) r3.Vec {
	for i := 1; i < len(h.Way); i++ {
		a, b := h.Way[i-1], h.Way[i]
		if t <= b.Time {
			share := (t - a.Time) / (b.Time - a.Time)
			return r3.Vec{X: a.X + share*(b.X-a.X), Y: a.Y + share*(b.Y-a.Y), Z: a.Z + share*(b.Z-a.Z)}
		}
	}
	return r3.Vec{Z: 99}
}

// When it is to be, the bait is at their depth, on their way, and they come to it so much
// later: whatever carries bait and boat.
func TestMeets(t *testing.T) {
	for _, f := range []Fish{
		{Distance: 25, Depth: 3, Way: 180, Speed: 0.5}, {Distance: 15, Bearing: 45, Depth: 4, Way: 270, Speed: 0.7},
		{Distance: 18, Bearing: 330, Depth: 6, Way: 120, Speed: 0.3, Sight: 3},
	} {
		for _, mass := range []float64{0.0035, 0.0142} {
			h, err := Of(t.Context(), drifting(), f, mass, 60)
			if err != nil || h.Why != "" {
				t.Fatalf("%+v %v", h, err)
			}
			there := along(h, h.Land+h.Down)
			fish := f.at(h.Land + h.Down + h.Before)
			near(t, "depth", -there.Z, f.Depth, 0.15)
			near(t, "on their way, x", there.X, fish.X, 0.2)
			near(t, "on their way, y", there.Y, fish.Y, 0.2)
			rod := r3.Scale(h.Land, model.Drift(drifting()))
			lands := r3.Add(rod, flat(h.Distance, h.Bearing))
			near(t, "lands, x", h.Way[0].X, lands.X, 0.02)
			near(t, "lands, y", h.Way[0].Y, lands.Y, 0.02)
			if h.Land < judgement.LeadReact.Number+h.Distance/judgement.LeadFlight.Number-0.05 || h.Sees <= 0 ||
				h.Sees > 30 || h.Sure <= 0.1 || h.Sure > 1 {
				t.Errorf("%+v", h)
			}
			if clear := r3.Norm(r3.Sub(lands, level(f.at(h.Land)))); clear < judgement.LeadClear.Number {
				t.Errorf("lands %g m from them", clear)
			}
		}
	}
}

// All of it turned by a right angle is the same, turned.
func TestTurned(t *testing.T) {
	f := Fish{Distance: 20, Bearing: 10, Depth: 3, Way: 200, Speed: 0.5}
	a, err := Of(t.Context(), drifting(), f, 0.0071, 60)
	if err != nil {
		t.Fatal(err)
	}
	s := turned(drifting(), -90, drifting().Cast.Distance)
	f.Bearing, f.Way = 100, 290
	b, err := Of(t.Context(), s, f, 0.0071, 60)
	if err != nil {
		t.Fatal(err)
	}
	near(t, "bearing", b.Bearing, a.Bearing+90, 1e-6)
	near(t, "distance", b.Distance, a.Distance, 1e-6)
	near(t, "down", b.Down, a.Down, 1e-9)
	near(t, "sees", b.Sees, a.Sees, 0.11)
}

// How long it is there before them: half of what they see, or until its splash is clear.
func TestBefore(t *testing.T) {
	for _, tt := range []struct{ speed, sight, down, want float64 }{
		{0.5, 0, 20, 2}, {0.5, 4, 20, 3}, {4, 0, 20, 0.5}, {0.2, 0, 20, 3}, {0.2, 0, 5, 5.2}, {0.1, 0, 2, 8},
		{0.04, 0, 5, 0.5},
	} {
		near(t, "before", Fish{Speed: tt.speed, Sight: tt.sight}.before(tt.down), tt.want, 1e-9)
	}
}

// Why a head does not do it is named: fish faster than any fall among them.
func TestWhyNot(t *testing.T) {
	for want, tt := range map[string]struct {
		f     Fish
		mass  float64
		reach float64
	}{
		"is not thrown so far":  {Fish{Distance: 30, Depth: 3, Way: 0, Speed: 4}, 0.0071, 40},
		"would land at the rod": {Fish{Distance: 1, Depth: 3}, 0.0071, 40},
		"":                      {Fish{Distance: 30, Depth: 3, Way: 180, Speed: 0.5}, 0.0071, 40},
	} {
		s := drifting()
		s.Boat = setup.Boat{Kind: "bank"}
		s.Flow.Speed = 0
		if want == "would land at the rod" {
			tt.f.Distance = 0.5
		}
		h, err := Of(t.Context(), s, tt.f, tt.mass, tt.reach)
		if err != nil || h.Why != want {
			t.Errorf("%+v %v, not %s", h, err, want)
		}
	}
	w := way{}
	if _, why := w.meets(Fish{Distance: 10, Depth: 3}, 60); why != "does not get down to them" {
		t.Error(why)
	}
}

func TestCheck(t *testing.T) {
	good := Fish{Distance: 20, Depth: 3, Way: 90, Speed: 0.5, Bearing: 360}
	if err := good.Check(setup.Default(), nil); err != nil {
		t.Error(err)
	}
	for field, change := range map[string]func(*Fish, *setup.Setup){
		"fish.distance": func(f *Fish, _ *setup.Setup) { f.Distance = 0.9 },
		"fish.depth":    func(f *Fish, s *setup.Setup) { f.Depth = s.Water.Depth },
		"fish.speed":    func(f *Fish, _ *setup.Setup) { f.Speed = 5.1 },
		"fish.sight":    func(f *Fish, _ *setup.Setup) { f.Sight = 21 },
		"fish.bearing":  func(f *Fish, _ *setup.Setup) { f.Bearing = 361 },
		"fish.way":      func(f *Fish, _ *setup.Setup) { f.Way = math.NaN() },
		"rig.kind":      func(_ *Fish, s *setup.Setup) { s.Rigging.Kind = "fixed float" },
	} {
		f, s := good, setup.Default()
		change(&f, &s)
		var errs input.Errors
		if err := f.Check(s, nil); !errors.As(err, &errs) || len(errs) != 1 || errs[0].Field != field {
			t.Errorf("%s: %v", field, err)
		}
	}
}

// The surest is picked, and of those as sure the one that is seen longest; what is said of it.
func TestFind(t *testing.T) {
	heads := map[float64]Head{
		0.0035: {Mass: 0.0035, Sure: 0.44, Sees: 7, Land: 3, Distance: 15, Bearing: 350},
		0.0071: {Mass: 0.0071, Sure: 0.6, Sees: 4, Land: 3.2, Distance: 15, Bearing: 338, Down: 5, Before: 2},
		0.0106: {Mass: 0.0106, Sure: 0.64, Sees: 3, Land: 3, Distance: 15},
		0.0142: {Mass: 0.0142, Why: "lands on their heads"},
	}
	ask := func(_ context.Context, mass float64) (Head, error) { return heads[mass], nil }
	find := func(f Fish) *Answer {
		a, err := Find(t.Context(), f, []float64{0.0142, 0.0071, 0.0035, 0.0106}, ask, nil)
		if err != nil {
			t.Fatal(err)
		}
		return a
	}
	f := Fish{Distance: 20, Depth: 3, Way: 180, Speed: 0.5}
	a := find(f)
	if want := "Cast now: let 7.1 g land 15 m out, 22° to the right of where they are, in 3.2 s; it is at 3 m 5.0 s " +
		"later, 2.0 s before they are there, and they see it for 4.0 s (6 in 10)."; a.Sentence != want {
		t.Errorf("%s\nnot %s", a.Sentence, want)
	}
	if got := strings.Join(a.Words, " "); got != "Not lighter: 3.5 g is seen 4 in 10, where another is 6 in 10. Not "+
		"heavier: 10.6 g is seen for 3.0 s." {
		t.Error(got)
	}
	if n := len(a.Fish); n < 80 || a.Fish[0].X != 20 || a.Fish[n-1].X > 16.1 {
		t.Errorf("%+v", a.Fish)
	}
	h := heads[0.0071]
	h.Throw, h.Bearing, h.Sure, h.Sees = 4, 2, 0.97, 9
	heads[0.0071] = h
	if a := find(f); !strings.HasPrefix(a.Sentence,
		"Wait 4.0 s, then cast: let 7.1 g land 15 m out, straight at where they are, in") ||
		!strings.HasSuffix(a.Sentence, "(more than 9 in 10).") {
		t.Error(a.Sentence)
	}
	f.Speed = 0
	a = find(f)
	if strings.Contains(a.Sentence, "before they are there") ||
		a.Words[len(a.Words)-1] != "They stand: the splash is over them. Let it land a little beyond, and let it "+
			"come to them." {
		t.Errorf("%s %v", a.Sentence, a.Words)
	}
	// None that is worth the cast: the likeliest is told, or why the heaviest does not.
	f.Speed = 0.5
	for m, h := range heads {
		if h.Sure = 0.24; h.Mass == 0.0106 {
			h.Sure = 0.249
		}
		heads[m] = h
	}
	if a := find(f); a.Pick != -1 || a.Sentence != "None is worth the cast: with 10.6 g, the likeliest, they see it "+
		"2 in 10." || a.Words[0] != "They come nearer: look again when they have." {
		t.Errorf("%+v", a)
	}
	for m, h := range heads {
		h.Why = "is not thrown so far"
		heads[m] = h
	}
	f.Way = 0
	if a := find(f); a.Sentence != "None does it: even 14.2 g is not thrown so far." || len(a.Words) != 0 {
		t.Errorf("%+v", a)
	}
}
