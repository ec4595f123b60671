package mechanics

import (
	"math"
	"testing"

	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// begun is a fall under way of a jig in still water 20 m deep.
func begun(t *testing.T, phase Phase) *sim {
	t.Helper()
	d := falling(jig(t, 0.1, 0.16e-3), 10)
	d.Phases = []Phase{phase, {Time: 30}}
	m := newSim(scene(0), d, Detail{}, rough)
	if !m.begin() {
		t.Fatal("no fall")
	}
	return m
}

// A step is to end where something comes down: at the bed, as it falls now, or at the depth at which the phase ends.
// What rises, has been there or is almost there does not come.
func TestComesIn(t *testing.T) {
	m := begun(t, Phase{Open: true, Time: 60, Landed: true})
	m.pos[0], m.vel[0] = r3.Vec{X: 10, Z: -12}, r3.Vec{Z: -0.5}
	near(t, "to the bed", m.comesIn(), 16, 1e-9)
	m.scene.Bed.Slope = 0.1
	near(t, "to a bed that falls off as it goes along", func() float64 {
		m.vel[0].X = 1
		return m.comesIn()
	}(), (m.scene.Bed.DepthAt(10)-12)/(0.5-0.1), 1e-9)
	m.scene.Bed.Slope, m.vel[0] = 0, r3.Vec{Z: 0.5}
	if in := m.comesIn(); !math.IsInf(in, 1) {
		t.Errorf("what rises comes down in %g s", in)
	}
	m.vel[0] = r3.Vec{Z: -0.5}
	for height, comes := range map[float64]bool{nearDown * 1.01: true, nearDown * 0.99: false} {
		if m.pos[0].Z = height - 20; math.IsInf(m.comesIn(), 1) == comes {
			t.Errorf("%g m over the bed it comes: %t", height, !comes)
		}
	}
	m.pos[0].Z, m.touched[0] = -12, true
	if in := m.comesIn(); !math.IsInf(in, 1) {
		t.Errorf("what has been there comes in %g s", in)
	}
	m = begun(t, Phase{Open: true, Time: 60, Deep: 13})
	m.pos[0], m.vel[0] = r3.Vec{X: 10, Z: -12}, r3.Vec{Z: -0.5}
	near(t, "to a depth", m.comesIn(), 2, 1e-9)
	m.step = 100
	if h, _ := m.nextStep(); math.Abs(h-2) > 1e-9 {
		t.Errorf("a step of %g s to a depth that is 2 s off", h)
	}
}

// What is reeled in slowly moves little, and takes longer steps; what the boat or a swell moves does not.
func TestSlowReelsTakeLongSteps(t *testing.T) {
	m := begun(t, Phase{Reel: 0.02, Time: 900})
	near(t, "reeled slowly", m.mostStep(), 100, 1e-9)
	m.d.Cast.Drift = r3.Vec{Y: 0.03}
	near(t, "from a boat that drifts", m.mostStep(), 40, 1e-9)
	for what, p := range map[string]Phase{"held": {Time: 900}, "let run": {Open: true, Time: 900},
		"reeled fast": {Reel: 0.41, Time: 900}} {
		near(t, what, begun(t, p).mostStep(), longest, 0)
	}
	m.scene.Swell = water.WavesOver(water.Swell{Height: 1, Period: 8}, 20)
	near(t, "in a swell", m.mostStep(), longest, 0)
}

// After a step that was not solved steps grow warily, and then as much as they may again.
func TestGrowsWarily(t *testing.T) {
	m := begun(t, Phase{Open: true, Time: 60, Landed: true})
	m.resolution.offBed.most = 0
	m.advance()
	if m.time != 0 || m.step != rough.first/4 || m.grows != wary {
		t.Fatalf("not solved: at %g s, %g s next, growing by %g", m.time, m.step, m.grows)
	}
	m.resolution.offBed.most = 25
	for m.grows < growth {
		was, grows, at := m.step, m.grows, m.time
		if m.advance(); m.time == at {
			t.Fatal("a short step is not solved")
		}
		if m.step > was*grows*(1+1e-12) {
			t.Errorf("%g s after %g, which is more than by %g", m.step, was, grows)
		}
		if want := min(growth, wary*grows); m.grows != want {
			t.Errorf("grows by %g, not %g", m.grows, want)
		}
	}
}

// While what is followed is off the bed, or only places are asked for, a line is solved less closely than while it lies
// there, on which it hangs how hard the bed pushes; where something slides on it, it is always solved as closely.
func TestHowCloselyItIsSolved(t *testing.T) {
	for _, tt := range []struct {
		height float64
		slides []runner
		places bool
		want   settled
	}{
		{landing * 1.01, nil, false, rough.offBed}, {landing * 0.99, nil, false, rough.until},
		{landing * 1.01, make([]runner, 1), false, rough.until}, {landing * 1.01, nil, true, rough.offBed},
		{landing * 0.99, nil, true, rough.placed}, {landing * 0.99, make([]runner, 1), true, rough.until},
	} {
		m := begun(t, Phase{Reel: 0.5, Time: 60})
		m.keep.Places = tt.places
		m.touched[0], m.pos[0].Z, m.runners = true, tt.height-20, tt.slides
		if m.advance(); m.chain.until != tt.want {
			t.Errorf("at %g m over the bed with %d that slide: %+v", tt.height, len(tt.slides), m.chain.until)
		}
	}
	if !(rough.offBed.place > 10*rough.until.place) || !(usual.offBed.place > 5*usual.until.place) ||
		!(rough.placed.place > 5*rough.until.place) || usual.placed != usual.until || finer.offBed != finer.until ||
		finer.placed != finer.until {
		t.Error("what chances are told by is solved less closely than what is shown, and the finest the same throughout")
	}
}

// A fall on the rough grain costs so many nodes solved for: fewer as its steps end where it touches, and as it is solved
// no closer than it is asked for.
func TestWorkOfAFall(t *testing.T) {
	m := begun(t, Phase{Open: true, Time: 120, Landed: true})
	if err := m.goOn(t.Context()); err != nil || !m.touched[0] {
		t.Fatal(err, m.track.Outcome)
	}
	if m.work > 450 {
		t.Errorf("%d nodes were solved for", m.work)
	}
	t.Logf("%d nodes in %d steps", m.work, m.track.Steps)
}

// On the rough grain the node next to the rod tip is taken off before the step in which it would be reeled in, where the
// line is straight there, no body hangs at it and enough others are left; else a step ends where it comes in.
func TestTakenOffBeforeItComesIn(t *testing.T) {
	reeling := func() *sim {
		m := begun(t, Phase{Reel: 0.5, Time: 60})
		m.step = 1.01 * m.reelsIn()
		return m
	}
	for name, tt := range map[string]struct {
		change func(m *sim)
		want   bool
	}{
		"straight":               {func(*sim) {}, true},
		"not in this step":       {func(m *sim) { m.step = 0.99 * m.reelsIn() }, false},
		"bent":                   {func(m *sim) { m.pos[m.n-1].Y += 1 }, false},
		"of a body":              {func(m *sim) { m.body[m.n-1] = 0 }, false},
		"one of the last three":  {func(m *sim) { m.pos[3], m.n = m.pos[m.n], 3; m.step = 100 }, false},
		"of the usual grain":     {func(m *sim) { m.resolution = usual }, false},
		"let run, and not taken": {func(m *sim) { m.d.Phases[0].Open = true }, false},
	} {
		m := reeling()
		tt.change(m)
		was := m.n
		if !m.regrid() || m.n < was != tt.want {
			t.Errorf("%s: of %d nodes %d are left", name, was, m.n)
		}
	}
	// Rounding may have the way over a node shorter than past it.
	m := reeling()
	m.resolution = usual
	for i := range 1000 {
		m.pos[m.n-1] = r3.Add(m.pos[m.n-2], r3.Scale(float64(i)/1000, r3.Sub(m.pos[m.n], m.pos[m.n-2])))
		if m.comesInSoon(m.pos[m.n]) {
			t.Fatal("a node of the usual grain is taken off early")
		}
	}
	m = reeling()
	over, tip := m.pos[m.n-2], m.pos[m.n]
	middle := r3.Scale(0.5, r3.Add(over, tip))
	half := r3.Norm(r3.Sub(tip, over)) / 2
	for off, want := range map[float64]bool{0.99: true, 1.01: false} {
		m.pos[m.n-1] = middle
		longer := off * rough.straight
		m.pos[m.n-1].Y += math.Sqrt(math.Pow(half+longer/2, 2) - half*half)
		if m.comesInSoon(tip) != want {
			t.Errorf("where the way over it is %.4f m longer: %t", longer, !want)
		}
	}
}

// The water is asked again how fast it flows at a segment unless its nodes hardly moved in the last round and it was asked
// in this stage, which it is not for what was in the air.
func TestFlowIsAskedAgain(t *testing.T) {
	m := begun(t, Phase{Time: 60})
	m.scene.Current.Exponent = 0
	flows := func(speed float64, near bool, k *link, height float64) float64 {
		m.scene.Current.Surface.X, m.near = speed, near
		x := []r3.Vec{{Z: height}, {Z: height + 0.4}}
		m.n = 2 // so that it is not the one at the rod tip
		var l load
		m.segmentLoad(0, &m.main, k, 1, x, r3.Vec{}, r3.Vec{}, &l)
		return k.flow.X
	}
	k := link{way: r3.Vec{Z: 1}, length: 0.4, rest: 0.4}
	for _, step := range []struct {
		near         bool
		speed, flows float64
		height       float64
	}{
		{false, 0.1, 0.1, -3}, {false, 0.2, 0.2, -3}, {true, 0.3, 0.2, -3}, // asked, asked again, not
		{false, 0.4, 0.2, 3}, {true, 0.5, 0.5, -3}, // in the air, and then in the water
	} {
		if got := flows(step.speed, step.near, &k, step.height); got != step.flows {
			t.Errorf("%+v: %g m/s", step, got)
		}
	}
}
