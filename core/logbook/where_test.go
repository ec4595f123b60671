package logbook

import (
	"fmt"
	"math"
	"testing"
	"time"

	"dunvel/core/almanac"
	"dunvel/core/mechanics"
	"dunvel/core/model"
)

// A bite while it falls is within a second, as late as a thumb is, of when it was tapped, with
// the bait dragging as little and as much as may be.
func TestRangeOfABite(t *testing.T) {
	w, err := outing().Rods[0].State.Ways(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	usual, fast, slow := w.casts[0], w.casts[1], w.casts[2]
	since := usual.track.Touch().Time / 2
	e := w.Place(event(Bite, func(e *Event) { e.Since = since }), 0)
	if e.Depth != usual.depth(since) || e.Low != slow.depth(since-1) || e.High != fast.depth(since+1) ||
		!(e.Low < e.Depth && e.Depth < e.High) {
		t.Errorf("%g m, %g to %g, not %g, %g to %g", e.Depth, e.Low, e.High, usual.depth(since), slow.depth(since-1),
			fast.depth(since+1))
	}
	// On the bed, 10 m deep, it is known to 3 % at one standard deviation: 80 % are within 1.2816 of that.
	on := w.Place(event(Bite, func(e *Event) { e.Phase = OnBottom }), 0)
	if on.Depth != 10 || math.Abs(on.Low-(10-0.38447)) > 1e-4 || math.Abs(on.High-(10+0.38447)) > 1e-4 {
		t.Errorf("%g m, %g to %g", on.Depth, on.Low, on.High)
	}
}

// Where the bed was felt later or sooner than expected, what comes after it is as much later or
// sooner.
func TestLateAfterTheBed(t *testing.T) {
	w, err := outing().Rods[0].State.Ways(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	touch := w.casts[0].track.Touch().Time
	slowest := w.casts[2].track.Touch().Time
	lifted := touch + 2 // the moment at which it is lifted the highest
	for s := lifted; s < touch+15; s += 0.1 {
		if w.casts[0].depth(s) < w.casts[0].depth(lifted) {
			lifted = s
		}
	}
	if w.casts[0].depth(lifted) > 9.9 {
		t.Fatalf("it is lifted to %g m", w.casts[0].depth(lifted))
	}
	for _, late := range []float64{-0.4, 0.3, slowest - touch - 0.05} {
		felt := touch + late
		worked := w.Place(event(Bite, func(e *Event) { e.Since = lifted + late }), felt)
		if want := w.casts[0].depth(lifted); worked.Phase != Working || math.Abs(worked.Depth-want) > 1e-9 {
			t.Errorf("felt %+.2f s late: %s at %g m, not %g", late, worked.Phase, worked.Depth, want)
		}
	}
	// Just before the bed was felt, which was late, it falls still.
	if e := w.Place(event(Bite, func(e *Event) { e.Since = touch + 0.2 }), touch+0.4); e.Phase != Falling {
		t.Errorf("before it was felt: %s", e.Phase)
	}
	// The moment at which it was felt is on the bed, however that moment is rounded.
	for n := range 400 {
		felt := touch + (float64(n)-100)*0.0037
		if n >= 200 {
			felt = touch * (2 + float64(n)*0.0137)
		}
		if e := w.Place(event(Bite, func(e *Event) { e.Since = felt }), felt); e.Phase != OnBottom {
			t.Fatalf("felt at %g s and bitten then: %s", felt, e.Phase)
		}
	}
	// Without a bed that was felt it is where the engine has it.
	if e := w.Place(event(Bite, func(e *Event) { e.Since = touch - 0.3 }), 0); e.Phase != Falling {
		t.Errorf("before the touch: %s", e.Phase)
	}
}

// The contact margin is that of the line taken up to 1.3 times the way to the bait.
func TestMarginTakenUp(t *testing.T) {
	s := outing().Rods[0].State
	s.Setup.Flow.Speed, s.Setup.Flow.Direction, s.Setup.Rod.TipHeight = 0.25, 90, 2
	scene, err := model.Scene(s.Setup)
	if err != nil {
		t.Fatal(err)
	}
	r, _, err := model.Rig(s.Setup, s.Mass, scene.Water)
	if err != nil {
		t.Fatal(err)
	}
	resting := r.Resting()
	margin := func(out float64) float64 {
		return scene.Rest(&resting, mechanics.Gait{Pull: model.Gait(s.Setup).Pull}, out, nil).ContactMargin
	}
	want := margin(1.3 * math.Hypot(15, 12))
	if got, err := s.margin(); err != nil || math.Abs(got-want) > 1e-9 || !(got > 0.05 && got < 0.95) ||
		math.Abs(want-margin(1.3*math.Hypot(15, 8))) < 1e-3 {
		t.Errorf("%g, not %g: %v", got, want, err)
	}
}

// An event as late as the cast is long at the most is of that cast, one later is not; takes a minute apart are
// two; of two fish of a cast the first is told; and a rod that is not on the trip is the last.
func TestCastsAtTheirEdges(t *testing.T) {
	trip := outing()
	fished := func(events ...Event) (casts, loose []Cast) {
		return Log{Trip: trip, Events: events}.Fished(10 * time.Minute)
	}
	for since, want := range map[float64]int{600: 1, 600.001: 0} {
		if casts, _ := fished(at(0, Splash, 0), at(since, Bite, 0)); len(casts) != 1 || len(casts[0].Events) != want {
			t.Errorf("%g s after the splash: %+v", since, casts)
		}
	}
	for apart, want := range map[float64]int{59.999: 1, 60: 2} {
		if _, loose := fished(at(0, Bite, 0), at(apart, Fish, 0)); len(loose) != want {
			t.Errorf("%g s apart: %d takes", apart, len(loose))
		}
	}
	first, second := at(1, Fish, 0), at(2, Fish, 0)
	first.Species, second.Species = "bream", "tench"
	if take, ok := (Cast{Events: []Event{first, second}}).Take(); !ok || take.Species != "bream" {
		t.Errorf("%+v %v", take, ok)
	}
	for _, rod := range []int{-1, MostRods - 1, MostRods, 99} {
		if casts, _ := fished(at(0, Splash, rod)); len(casts) != 1 || casts[0].State == nil {
			t.Errorf("rod %d: %+v", rod, casts)
		}
	}
}

// What is bitten at the moment at which the bed was felt came after it.
func TestFeltAtThatMoment(t *testing.T) {
	splash, bottom, bite := at(0, Splash, 0), at(12, Bottom, 0), at(13, Bite, 0)
	splash.Key, bottom.Key, bite.Key = "splash00", "bottom00", "bite0000"
	bottom.Seconds = 12
	for since, want := range map[float64]float64{11.9: 0, 12: 12, 12.1: 12} {
		bite.Since = since
		if got := Felt([]Event{splash, bottom, bite}, bite); got != want {
			t.Errorf("%g s after the splash: felt %g", since, got)
		}
	}
}

// A range without a depth in it is one; a state that is no state is none.
func TestDepthNotKnown(t *testing.T) {
	e := event(Bite, func(e *Event) { e.Low, e.High = 2, 5 })
	if err := e.Validate(outing(), nil); err != nil {
		t.Error(err)
	}
	e.Low, e.High, e.Depth = 5, 5, 5
	if err := e.Validate(outing(), nil); err != nil {
		t.Error(err)
	}
	e.Low = 5.1
	if e.Validate(outing(), nil) == nil {
		t.Error("from 5.1 to 5 m")
	}
	var s State
	if s.UnmarshalJSON([]byte(`{"mass": "heavy"}`)) == nil || s.UnmarshalJSON([]byte(`{"mass": 0.01}`)) != nil ||
		s.Mass != 0.01 {
		t.Errorf("%+v", s.Mass)
	}
}

// The moon is told by how much of it is lit, and high water itself is after it.
func TestSkyInNumbers(t *testing.T) {
	l := Log{Trip: outing(), Where: &almanac.Position{Latitude: 52, Longitude: 5}}
	high := noon
	l.Trip.HighWater = &high
	seen := almanac.SeenAt(*l.Where, noon.AddDate(0, 0, 6))
	if !(seen.Lit > 0.2 && seen.Lit < 0.8) {
		t.Fatalf("%g of the moon is lit", seen.Lit)
	}
	moon := "down"
	if seen.MoonUp {
		moon = "up"
	}
	if got, want := (Log{Where: l.Where}).Sky(noon.AddDate(0, 0, 6)),
		fmt.Sprintf("%s; %s, %d %% lit and %s", seen.Light, seen.Moon,
			int(math.Round(seen.Lit*100)), moon); got != want {
		t.Errorf("%q, not %q", got, want)
	}
	if got := (Log{Trip: l.Trip}).Sky(noon); got != "0.0 h after high water" {
		t.Errorf("%q", got)
	}
}
