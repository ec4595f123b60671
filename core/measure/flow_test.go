package measure

import (
	"errors"
	"math"
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/setup"
)

// refused is that an error is of a field and says words.
func refused(t *testing.T, err error, field, words string) {
	t.Helper()
	var errs input.Errors
	if !errors.As(err, &errs) || errs[0].Field != field || !strings.Contains(errs[0].Message, words) {
		t.Errorf("%v, not %q of %s", err, words, field)
	}
}

func TestByFloat(t *testing.T) {
	one, err := ByFloat(10, []float64{20}, nil)
	if err != nil || one.Value != 0.5 || one.Spread < 0.13 || one.Spread > 0.18 {
		t.Errorf("%+v %v", one, err)
	}
	more, err := ByFloat(10, []float64{20, 21, 19, 20}, nil)
	if err != nil || math.Abs(more.Value-0.5) > 1e-9 || more.Spread >= one.Spread ||
		!strings.Contains(more.Words, "4 runs") {
		t.Errorf("%+v %v", more, err)
	}
	_, err = ByFloat(0, []float64{20}, nil)
	refused(t, err, "length", "0 m is outside")
	_, err = ByFloat(10, nil, nil)
	refused(t, err, "times", "there is none")
	_, err = ByFloat(10, []float64{0}, nil)
	refused(t, err, "times", "0 s is outside")
	_, err = ByFloat(100, []float64{2}, nil)
	refused(t, err, "times", "are they seconds?")
}

// The current comes back from the angle that the statics give for it.
func TestByLine(t *testing.T) {
	s := setup.Default()
	s.Water.Depth, s.Flow.Speed, s.Flow.Direction = 15, 0.35, 180
	const mass, out = 28.4e-3, 9.0
	at := s
	at.Boat, at.Wind.Speed, at.Cast.Distance = setup.Boat{Kind: "anchored"}, 0, 0
	scene, err := model.Scene(at)
	if err != nil {
		t.Fatal(err)
	}
	r, _, err := model.Rig(at, mass, scene.Water)
	if err != nil {
		t.Fatal(err)
	}
	tip := scene.Rest(r, mechanics.Gait{}, out, nil).TipTension
	angle := math.Atan2(math.Abs(tip.X), math.Abs(tip.Z)) * 180 / math.Pi
	m, err := ByLine(s, mass, out, angle, nil)
	if err != nil || math.Abs(m.Value-0.35) > 0.005 || m.Spread < 0.05 || m.Spread > 0.35 {
		t.Errorf("%.1f°: %+v %v", angle, m, err)
	}
	faster, err := ByLine(s, mass, out, angle+10, nil)
	if err != nil || faster.Value <= m.Value {
		t.Errorf("%+v %v", faster, err)
	}
	_, err = ByLine(s, mass, 0.5, angle, nil)
	refused(t, err, "out", "outside what is allowed")
	_, err = ByLine(s, mass, 40, angle, nil)
	refused(t, err, "out", "hangs off the bed")
	_, err = ByLine(s, mass, out, 0, nil)
	refused(t, err, "angle", "from the vertical")
	_, err = ByLine(s, 0.5, 3, 79, nil)
	refused(t, err, "angle", "no current up to")
}

func TestReadPosition(t *testing.T) {
	want := Position{12.3456, -4.5678}
	for _, text := range []string{"12.3456, -4.5678", "12.3456,-4.5678", "12.3456 -4.5678", "12°20.736'N 4°34.068'W",
		"12 20.736 N, 4 34.068 W", "N 12°20.736' W 4°34.068'", "12° 20′ 44.16″ N 4° 34′ 4.08″ W"} {
		got, err := ReadPosition(text)
		if err != nil || math.Abs(got.North-want.North) > 1e-6 || math.Abs(got.East-want.East) > 1e-6 {
			t.Errorf("%q: %+v %v", text, got, err)
		}
	}
	for _, text := range []string{"", "here", "12.3", "95, 4", "12, 190", "12 75 N, 4 10 W", "12°20' E 4°34' N",
		"1 2 3 4 5 6 7"} {
		if got, err := ReadPosition(text); err == nil {
			t.Errorf("%q: %+v", text, got)
		}
	}
}

func TestByFixes(t *testing.T) {
	// A minute of arc along a meridian is a nautical mile, 1853 m on the mean sphere.
	m, err := ByFixes(Position{12, -4}, Position{12 + 0.1/60, -4}, 300, nil)
	if err != nil || math.Abs(m.Value-185.3/300) > 0.001 || m.Direction != 0 || m.Spread > 0.06 {
		t.Errorf("%+v %v", m, err)
	}
	west, err := ByFixes(Position{60, 0}, Position{60, -0.1 / 60}, 300, nil)
	if err != nil || math.Abs(west.Value-92.7/300) > 0.001 || math.Abs(west.Direction-270) > 0.01 {
		t.Errorf("%+v %v", west, err)
	}
	_, err = ByFixes(Position{12, -4}, Position{12, -4}, 300, nil)
	refused(t, err, "to", "drift longer")
	_, err = ByFixes(Position{12, -4}, Position{13, -4}, 300, nil)
	refused(t, err, "to", "more than the 3 m/s")
	_, err = ByFixes(Position{12, -4}, Position{12.01, -4}, 0, nil)
	refused(t, err, "time", "0 s is outside")
}

func TestByTurns(t *testing.T) {
	m, err := ByTurns([]float64{40, 44, 42}, 0.7, nil)
	if err != nil || math.Abs(m.Value-29.4) > 1e-9 || m.Spread < 0.03 || m.Spread > 0.06 {
		t.Errorf("%+v %v", m, err)
	}
	_, err = ByTurns(nil, 0.7, nil)
	refused(t, err, "counts", "there is none")
	_, err = ByTurns([]float64{900}, 0.7, nil)
	refused(t, err, "counts", "a cast of 630 m")
	_, err = ByTurns([]float64{40}, 0, nil)
	refused(t, err, "each", "0 m is outside")
}

func TestMeasure(t *testing.T) {
	s := setup.Default()
	for text, want := range map[string]float64{"25": 25, "30°": 30, "1 m / 1 m": 45, "50 / 50 cm": 45,
		"40 / 90 cm": 23.96, "1 ft / 60 cm": 26.93} {
		r := reader{}
		if got := r.angle(text); r.wrong != nil || math.Abs(got-want) > 0.01 {
			t.Errorf("%q: %g°, not %g° (%v)", text, got, want, r.wrong)
		}
	}
	for _, text := range []string{"", "steep", "0 / 5 cm", "3 / ", "1 kg / 2 kg"} {
		r := reader{}
		if got := r.angle(text); r.wrong == nil {
			t.Errorf("%q: %g°", text, got)
		}
	}
	for name, tt := range map[string]struct {
		q       Question
		changes map[string]any
	}{
		"float": {Question{Way: Float, Length: "10", Times: "20 20"},
			map[string]any{"flow.speed": 0.5, "flow.source": setup.FloatTest}},
		"cast": {Question{Way: Cast, Each: "70 cm", Counts: "40 42", Mass: 7e-3},
			map[string]any{"rod.thrown": 28.7, "rod.thrownMass": 7e-3}},
		"drift": {Question{Way: Drift, From: "0, 0", To: "0, 0.001", Time: "300", Toward: "0"},
			map[string]any{"boat.measured": true, "boat.direction": 270.0, "boat.kind": "skiff"}},
		"aboard": {Question{Way: Drift, From: "0, 0", To: "0.001, 0", Time: "5 min"},
			map[string]any{"boat.measured": true}},
	} {
		got, err := Measure(tt.q, s, nil)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		for path, want := range tt.changes {
			if v := got.Changes[path]; v != want {
				if n, ok := v.(float64); !ok || math.Abs(n-want.(float64)) > 1e-6 {
					t.Errorf("%s: %s is %v, not %v", name, path, v, want)
				}
			}
		}
	}
	for _, tt := range []struct {
		q            Question
		field, words string
	}{
		{Question{Way: "guess"}, "way", "not one of float"},
		{Question{Way: Float, Length: "long", Times: "5"}, "length", "Length: “long”"},
		{Question{Way: Float, Length: "10", Times: "x"}, "times", "not a time"},
		{Question{Way: Line, Out: "", Angle: "30"}, "out", "is empty"},
		{Question{Way: Drift, From: "a", To: "b", Time: "c"}, "from", "not a position"},
		{Question{Way: Cast, Each: "0.7", Counts: "many"}, "counts", "“many” is not a number"},
		{Question{Way: Cast, Each: "3 kg", Counts: "30"}, "each", "kg"},
	} {
		_, err := Measure(tt.q, s, nil)
		refused(t, err, tt.field, tt.words)
	}
	if _, err := Measure(Question{}, s, map[string]string{"depth": "kg"}); err == nil {
		t.Error("depths in kg")
	}
}
