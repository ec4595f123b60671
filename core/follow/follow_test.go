package follow

import (
	"math"
	"reflect"
	"slices"
	"strings"
	"testing"
	"time"

	"dunvel/core/boat"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/units"
)

var begin = time.Date(2026, 11, 27, 8, 0, 0, 0, time.UTC)

// afloat is a setup of a skiff that drifts to the left of the cast.
func afloat() setup.Setup {
	s := setup.Default()
	s.Boat = setup.Boat{Kind: "skiff", Measured: true, Speed: 0.2, Direction: 90}
	s.Flow = setup.Flow{Speed: 0.3, Direction: 45, NearBed: 0.2, Source: setup.ByEye}
	s.Water.SplashDepth = 21
	return s
}

func part(value, course, age float64) *boat.Part {
	quality := boat.Steady
	if age >= boat.StaleAfter {
		quality = boat.Stale
	}
	return &boat.Part{Value: value, Course: course, Directed: true, Spread: 0.2,
		Heard: boat.Heard{Age: age, Quality: quality, Source: "a"}}
}

func figure(c Conditions, path string) Figure {
	return c.Figures[slices.IndexFunc(c.Figures, func(f Figure) bool { return f.Path == path })]
}

func near(t *testing.T, what string, got, want float64) {
	t.Helper()
	if !(math.Abs(got-want) < 1e-9) {
		t.Errorf("%s: %g, not %g", what, got, want)
	}
}

// What is measured is set, as well as it is known, and turned against the cast: a compass
// goes to the right, a setup to the left.
func TestMeasured(t *testing.T) {
	state := boat.State{
		Depth: part(25, 0, 1), Drift: part(0.4, 10, 1), Wind: part(6, 100, 1), Current: part(0.5, 350, 1),
		Temperature: part(9, 0, 1), Heading: part(280, 280, 1),
	}
	c := Of(afloat(), state, Toward{Kind: ByCompass, Degrees: 40}, nil, nil)
	s := c.Setup
	if s.Water.Depth != 25 || s.Water.SplashDepth != 28 || s.Water.Temperature != 9 || c.UnderWay || len(c.Notes) > 0 {
		t.Errorf("%+v %+v", s.Water, c)
	}
	if want := (setup.Boat{Kind: "skiff", Measured: true, Speed: 0.4, Direction: 30, Spread: 0.1}); s.Boat != want {
		t.Errorf("%+v", s.Boat)
	}
	if want := (setup.Flow{Speed: 0.5, Direction: 50, Source: setup.Meter, Spread: 0.1}); s.Flow != want {
		t.Errorf("%+v", s.Flow)
	}
	if want := (setup.Wind{Speed: 6, Direction: 300, Source: setup.Meter}); s.Wind != want {
		t.Errorf("%+v", s.Wind)
	}
	if f := figure(c, "water.depth"); f.From != Measured || f.Value != 25 || f.Age != 1 || f.Words != "" {
		t.Errorf("%+v", f)
	}
	// By the bow, and as set: the drift goes to the left of the cast, as it did.
	near(t, "off the bow", Of(afloat(), state, Toward{Kind: OffTheBow, Degrees: 90}, nil, nil).Setup.Boat.Direction, 0)
	as := Of(afloat(), state, Toward{Kind: AsSet}, nil, nil).Setup
	near(t, "as set", as.Boat.Direction, 90)
	near(t, "and the wind with it", as.Wind.Direction, 0)
	state.Heading = nil
	if c := Of(afloat(), state, Toward{Kind: OffTheBow, Degrees: 90}, nil, nil); len(c.Notes) != 1 ||
		c.Notes[0] != "No heading is heard: directions are as they were set." || c.Setup.Boat.Direction != 90 {
		t.Errorf("%+v", c)
	}
	// A spread is at least that of a fix, and at most what is told as unsteady.
	state.Drift.Spread = 0.01
	near(t, "a steady drift", Of(afloat(), state, Toward{Kind: AsSet}, nil, nil).Setup.Boat.Spread, 0.05)
	state.Drift.Spread = 9
	near(t, "an unsteady drift", Of(afloat(), state, Toward{Kind: AsSet}, nil, nil).Setup.Boat.Spread, 0.5)
}

// Where nothing is measured all is as it was set, and a drift is the estimate.
func TestNothingMeasured(t *testing.T) {
	s := afloat()
	s.Boat.Measured = false
	c := Of(s, boat.State{}, Toward{Kind: AsSet}, nil, nil)
	if !reflect.DeepEqual(c.Setup, s) {
		t.Errorf("%+v", c.Setup)
	}
	if f := figure(c, "boat.speed"); f.From != FromSetup ||
		math.Abs(f.Value-math.Hypot(model.Drift(s).X, model.Drift(s).Y)) > 1e-9 ||
		f.Words != "As it was set; nothing measures it." {
		t.Errorf("%+v", f)
	}
}

// What is old is taken to be as it was for five minutes, and then as it was set.
func TestOld(t *testing.T) {
	for age, want := range map[float64]Figure{
		9:   {Value: 25, From: Measured, Age: 9},
		34:  {Value: 25, From: LastHeard, Age: 34, Words: "Not heard for 34 s: it is taken to be as it was."},
		299: {Value: 25, From: LastHeard, Age: 299, Words: "Not heard for 299 s: it is taken to be as it was."},
		300: {Value: 18, From: FromSetup, Words: "Not heard for 300 s: as it was set."},
	} {
		want.Path, want.Label = "water.depth", "Depth"
		c := Of(afloat(), boat.State{Depth: part(25, 0, age)}, Toward{Kind: AsSet}, nil, nil)
		if f := figure(c, "water.depth"); f != want || c.Setup.Water.Depth != want.Value {
			t.Errorf("%+v", f)
		}
	}
}

// What is held by hand goes before what is measured, which is told beside it.
func TestHeld(t *testing.T) {
	held := map[string]float64{"water.depth": 30, "boat.speed": 0.1, "flow.speed": 0.2, "wind.speed": 9,
		"water.temperature": 7}
	c := Of(afloat(), boat.State{Depth: part(25, 0, 1), Drift: part(3, 0, 1)}, Toward{Kind: AsSet}, held,
		units.Choice{"depth": "ft"})
	s := c.Setup
	if s.Water.Depth != 30 || s.Water.SplashDepth != 33 || s.Boat.Speed != 0.1 ||
		math.Abs(s.Boat.Direction-90) > 1e-9 || s.Flow.Speed != 0.2 || s.Flow.NearBed != 0 || s.Wind.Speed != 9 ||
		s.Water.Temperature != 7 || c.UnderWay {
		t.Errorf("%+v", s)
	}
	if f := figure(c, "water.depth"); f.From != ByHand || f.Words != "Held by hand; 82 ft is measured." {
		t.Errorf("%+v", f)
	}
	if f := figure(c, "wind.speed"); f.Words != "Held by hand." {
		t.Errorf("%+v", f)
	}
	for path, value := range map[string]float64{"water.depth": 999, "line.diameter": 1, "boat.speed": math.NaN()} {
		if err := Check(Toward{Kind: AsSet}, map[string]float64{path: value}, nil); err == nil ||
			!strings.Contains(err.Error(), "is outside what is allowed") &&
				!strings.Contains(err.Error(), "cannot be held by hand") && !strings.Contains(err.Error(), "number") {
			t.Errorf("%s: %v", path, err)
		}
	}
	if err := Check(Toward{Kind: AsSet, Degrees: 360}, held, nil); err != nil {
		t.Error(err)
	}
	for _, toward := range []Toward{{Kind: "x"}, {Kind: ByCompass, Degrees: 361}, {Kind: ByCompass, Degrees: -1}} {
		if err := Check(toward, nil, nil); err == nil || !strings.HasPrefix(err.Error(), "The cast goes: ") {
			t.Errorf("%+v: %v", toward, err)
		}
	}
}

// What is at odds is told; what cannot be fished is not used.
func TestAtOdds(t *testing.T) {
	words := func(s setup.Setup, path string, p *boat.Part) string {
		state := boat.State{}
		switch path {
		case "water.depth":
			state.Depth = p
		case "boat.speed":
			state.Drift = p
		}
		return figure(Of(s, state, Toward{Kind: AsSet}, nil, nil), path).Words
	}
	differs := part(20, 0, 1)
	differs.Differs = &boat.Differing{Source: "b", Value: 26}
	held := setup.Default()
	for want, got := range map[string]string{
		"b has 26 m.": words(afloat(), "water.depth", differs),
		"300 m is measured, which cannot be: 0.3 m to 200 m are allowed.": words(afloat(), "water.depth",
			part(300, 0, 1)),
		"The setup has it held.": words(held, "boat.speed", part(0.15, 0, 1)),
		"The boat moves at 0.16 m/s, though the setup has it held: choose what it is fished from anew.": words(
			held, "boat.speed", part(0.16, 0, 1)),
	} {
		if got != want {
			t.Errorf("“%s”, not “%s”", got, want)
		}
	}
	if s := Of(held, boat.State{Drift: part(0.5, 0, 1)}, Toward{Kind: AsSet}, nil, nil).Setup; s.Boat != held.Boat {
		t.Errorf("%+v", s.Boat)
	}
	for speed, want := range map[float64]bool{2.2: false, 2.21: true} {
		if c := Of(afloat(), boat.State{Drift: part(speed, 0, 1)}, Toward{Kind: AsSet}, nil, nil); c.UnderWay != want {
			t.Errorf("at %g m/s: %v", speed, c.UnderWay)
		}
	}
}

// look is one look after so many seconds.
type look struct {
	after      float64
	pick, tied float64 // of 7.1 g: what is picked, how sure it is itself
	want       string
	mass       float64
}

// A head is changed once another is better for long enough: the sooner the less it does it.
func TestWatch(t *testing.T) {
	const light, tied, heavy, heavier = 0.0053, 0.0071, 0.0106, 0.0142
	in := afloat()
	for name, looks := range map[string][]look{
		"it stays": {{0, tied, 0.9, Keep, tied}, {600, tied, 0.9, Keep, tied}},
		"it weakens": {{0, heavy, 0.7, Soon, tied}, {119, heavy, 0.7, Soon, tied},
			{120, heavy, 0.7, Change, heavy}, {500, heavy, 0.7, Change, heavy}},
		"it fails": {{0, heavy, 0.4, Soon, tied}, {29, heavy, 0.4, Soon, tied},
			{30, heavy, 0.4, Change, heavy}},
		"lighter does too": {{0, light, 0.9, Soon, tied}, {299, light, 0.9, Soon, tied},
			{300, light, 0.9, Change, light}},
		"lighter does better": {{0, light, 0.7, Soon, tied}, {120, light, 0.7, Change, light}},
		"nearly as sure": {{0, heavy, 0.75, Keep, tied}, {600, heavy, 0.75, Keep, tied},
			{601, heavy, 0.749, Soon, tied}},
		"a gust": {{0, heavy, 0.7, Soon, tied}, {60, tied, 0.9, Keep, tied}, {61, heavy, 0.7, Soon, tied},
			{180, heavy, 0.7, Soon, tied}, {181, heavy, 0.7, Change, heavy}},
		"heavier still": {{0, heavy, 0.7, Soon, tied}, {60, heavier, 0.6, Soon, tied},
			{120, heavier, 0.6, Change, heavier}},
		"the other way": {{0, heavy, 0.7, Soon, tied}, {60, light, 0.7, Soon, tied}, {120, light, 0.7, Soon, tied},
			{180, light, 0.7, Change, light}},
		"told, and back": {{0, heavy, 0.4, Soon, tied}, {30, heavy, 0.4, Change, heavy}, {40, tied, 0.9, Change,
			heavy}, {69, tied, 0.9, Change, heavy}, {70, tied, 0.9, Keep, tied}, {71, heavy, 0.4, Soon, tied}},
		"told, and wavers": {{0, heavy, 0.4, Soon, tied}, {30, heavy, 0.4, Change, heavy},
			{40, tied, 0.9, Change, heavy}, {50, heavy, 0.7, Change, heavy}, {75, tied, 0.9, Change, heavy},
			{104, tied, 0.9, Change, heavy}, {105, tied, 0.9, Keep, tied}},
		"nothing does": {{0, 0, 0.4, NoHead, 0}, {10, 0, 0.6, Keep, tied}, {20, heavy, 0.4, Soon, tied},
			{50, heavy, 0.4, Change, heavy}},
		"a clock goes back": {{0, heavy, 0.4, Soon, tied}, {-3600, heavy, 0.4, Soon, tied},
			{-3570, heavy, 0.4, Change, heavy}},
	} {
		w := TieOn(tied, in, begin)
		for _, l := range looks {
			var call Call
			w, call = w.Step(Judged{Pick: l.pick, Tied: l.tied, Wanted: 0.8}, in,
				begin.Add(time.Duration(l.after*float64(time.Second))))
			if call.Kind != l.want || call.Mass != l.mass {
				t.Errorf("%s after %g s: %+v", name, l.after, call)
			}
		}
	}
	// Before anything is on, what is to be tied on follows at the beginning, and then once it
	// has lasted; nothing by itself is taken to be on.
	first := Watch{}
	for _, l := range []look{
		{0, 0, 0, NoHead, 0}, {1, heavy, 0, Tie, heavy}, {2, tied, 0, Tie, tied}, {29, heavy, 0, Tie, heavy},
		{31, tied, 0, Tie, heavy}, {40, heavy, 0, Tie, heavy},
		{50, tied, 0, Tie, heavy}, {79, tied, 0, Tie, heavy}, {80, tied, 0, Tie, tied}, {81, 0, 0, Tie, tied},
		{111, 0, 0, NoHead, 0}, {-5, heavy, 0, Tie, heavy},
	} {
		var call Call
		first, call = first.Step(Judged{Pick: l.pick, Tied: l.tied, Wanted: 0.8}, in,
			begin.Add(time.Duration(l.after)*time.Second))
		if call.Kind != l.want || call.Mass != l.mass || first.On {
			t.Errorf("first, after %g s: %+v", l.after, call)
		}
	}
	// Whoever stays with a head hears of no other while it may do.
	w := TieOn(tied, in, begin)
	if w.Was == nil || !w.Told.Equal(begin) || !w.On {
		t.Errorf("%+v", w)
	}
	w, _ = w.Step(Judged{heavy, 0.7, 0.8}, in, begin)
	w = w.StayWith(begin.Add(time.Minute))
	for after, want := range map[float64]string{61: Keep, 959: Keep, 960: Soon} {
		if _, call := w.Step(Judged{heavy, 0.7, 0.8}, in,
			begin.Add(time.Duration(after)*time.Second)); call.Kind != want {
			t.Errorf("stays after %g s: %+v", after, call)
		}
	}
	if _, call := w.Step(Judged{heavy, 0.4, 0.8}, in, begin.Add(time.Minute)); call.Kind != Soon {
		t.Errorf("what fails is told all the same: %+v", call)
	}
}

// The words of what is to be done.
func TestSay(t *testing.T) {
	was := afloat()
	now := was
	now.Boat.Speed, now.Flow.Direction = 0.31, 0
	w := TieOn(0.0071, was, begin)
	for want, c := range map[string]struct {
		call Call
		path string
	}{
		"Tie on 7.1 g.":   {Call{Kind: Tie, Mass: 0.0071}, ""},
		"7.1 g stays on.": {Call{Kind: Keep, Mass: 0.0071}, ""},
		"7.1 g stays on; 10.6 g would be better, for 40 s now.": {
			Call{Kind: Soon, Mass: 0.0071, From: 0.0106, Since: begin.Add(80 * time.Second)}, ""},
		"Drift 0.31 m/s for 2 minutes (0.2 m/s before): tie on 10.6 g instead of 7.1 g.": {
			Call{Kind: Change, Mass: 0.0106, From: 0.0071, Since: begin}, "boat.speed"},
		"Current another way for a minute: tie on 10.6 g instead of 7.1 g.": {
			Call{Kind: Change, Mass: 0.0106, From: 0.0071, Since: begin.Add(time.Minute)}, "flow.speed"},
		"All together for 2 minutes: tie on 5.3 g instead of 7.1 g.": {
			Call{Kind: Change, Mass: 0.0053, From: 0.0071, Since: begin}, ""},
		"Nothing that there is does it in this water.":   {Call{Kind: NoHead}, ""},
		"Under way: the weight is told when she drifts.": {Call{Kind: Moving}, ""},
	} {
		if got := c.call.Say(w, now, c.path, begin.Add(2*time.Minute), nil); got != want {
			t.Errorf("“%s”, not “%s”", got, want)
		}
	}
	var paths []string
	for _, r := range w.Reasons(now) {
		paths = append(paths, r.Path)
		switch r.Path {
		case "boat.speed":
			if r.With.Boat != was.Boat || r.With.Flow != now.Flow {
				t.Errorf("%+v", r.With.Boat)
			}
		case "flow.speed":
			if r.With.Flow != was.Flow || r.With.Boat != now.Boat {
				t.Errorf("%+v", r.With.Flow)
			}
		}
	}
	if !slices.Equal(paths, []string{"boat.speed", "flow.speed"}) || (Watch{}).Reasons(now) != nil {
		t.Errorf("%v", paths)
	}
	now = was
	now.Water.Depth, now.Wind.Speed = 30, 9
	if r := w.Reasons(now); len(r) != 2 || r[0].With.Water != was.Water || r[1].With.Wind != was.Wind {
		t.Errorf("%+v", r)
	}
}
