package mechanics

import (
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"dunvel/core/rig"
	"dunvel/core/trust"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// falling is a drop with the bail open until the bed.
func falling(r *rig.Rig, cast float64) Drop {
	return Drop{Rig: r, Cast: Cast{Distance: cast, SpoolDrag: 0.005}, Phases: []Phase{{Open: true, Time: 600}},
		Until: 600, StopAtTouch: true}
}

func run(t testing.TB, s *Scene, d Drop) *Track {
	t.Helper()
	track, err := s.Run(t.Context(), d, Detail{})
	if err != nil {
		t.Fatal(err)
	}
	return track
}

// resolved is a drop at a resolution of its own.
func resolved(t testing.TB, s *Scene, d Drop, fine resolution) *Track {
	t.Helper()
	track, err := newSim(s, d, Detail{}, fine).run(t.Context())
	if err != nil {
		t.Fatal(err)
	}
	return track
}

// touch is the time and place of the first body's touch-down.
func touch(t testing.TB, s *Scene, d Drop) Touch {
	t.Helper()
	track := run(t, s, d)
	if !track.Touches[0].Happened {
		t.Fatalf("no touch: %s after %g s", track.Outcome, track.Last.Time)
	}
	return track.Touches[0]
}

// Finer nodes and finer steps move the touch by less than half a per cent.
func TestResolutionDoesNotMatter(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 4))
	for range 25 {
		s := scene(0.4 * random.Float64())
		s.Bed.Depth = 3 + 25*random.Float64()
		s.Wind = r3.Vec{Y: 3 * random.Float64()}
		d := falling(jig(t, 0.02+0.2*random.Float64(), 0.12e-3+0.15e-3*random.Float64()), 25*random.Float64())
		d.Cast.Drift = r3.Vec{X: 0.3 * (random.Float64() - 0.5)}
		coarse := resolved(t, s, d, usual)
		twice := usual
		twice.nodes, twice.miss = 2*usual.nodes, usual.miss/4
		fine := resolved(t, s, d, twice)
		a, b := coarse.Touches[0], fine.Touches[0]
		if a.Happened != b.Happened || math.Abs(a.Time/b.Time-1) > 0.005 {
			t.Errorf("%+v %+v: %g s, finer %g s", s.Bed, d.Cast, a.Time, b.Time)
		}
	}
}

// A ball on a line that hardly drags falls as a ball does.
func TestFallsAtTerminalSpeed(t *testing.T) {
	s := scene(0)
	r := jig(t, 0.2, 0.03e-3)
	r.Leader, r.LeaderLength = r.Main, 0
	d := falling(r, 0)
	d.Cast.SpoolDrag = 0
	// The line is drawn down along itself, more of it the deeper it is.
	const area = 9e-4
	line := math.Pi * r.Main.Tangential * r.Main.Diameter
	want := math.Sqrt(salt.Density/(2*0.2)) * 2 / (3 * line) * (math.Pow(area+20*line, 1.5) - math.Pow(area, 1.5))
	var off trust.Tally
	tallied(t, &off, "touch", touch(t, s, d).Time, want, 0.004)
	off.Tell(t, "ball", 0.004)
}

// In the end a line held fast hangs, or drags, as the statics have it.
func TestLongTimeIsStatics(t *testing.T) {
	var off trust.Tally
	for _, tt := range []struct {
		name         string
		weight, lift float64
		drift        float64
		want         Outcome
	}{
		{"hangs in the flow", 0.08, 6, 0, Hangs},
		{"is towed", 0.15, 6, -0.15, Hangs},
		{"is dragged", 0.25, 60, -0.08, OnBed},
	} {
		s := scene(0.25)
		if tt.drift != 0 {
			s = scene(0)
		}
		r := jig(t, tt.weight, 0.16e-3)
		d := Drop{
			Rig: r, Cast: Cast{SpoolDrag: 0.005, Drift: r3.Vec{X: tt.drift}}, Until: 900,
			Phases: []Phase{{Open: true, Time: tt.lift}, {Time: 900 - tt.lift}},
		}
		track := run(t, s, d)
		e := s.Rest(r, Gait{Velocity: d.Cast.Drift}, track.Last.LineOut, nil)
		if e.Outcome != tt.want {
			t.Errorf("%s: statics say it %s", tt.name, e.Outcome)
		}
		tip := r3.Scale(track.Last.Time, d.Cast.Drift)
		tallied(t, &off, tt.name+": depth", track.Last.End.Z, e.End.Z, 0.01)
		tallied(t, &off, tt.name+": distance", track.Last.End.X-tip.X, e.End.X, 0.02)
		tallied(t, &off, tt.name+": tip tension", track.Last.TipTension, r3.Norm(e.TipTension), 0.02)
		tallied(t, &off, tt.name+": end tension", track.Last.EndTension, r3.Norm(e.EndTension), 0.02)
	}
	off.Tell(t, "long times", 0.02)
}

// A boat that drifts with a uniform current is a boat in still water.
func TestDropGalileanInvariance(t *testing.T) {
	r := jig(t, 0.06, 0.18e-3)
	still := scene(0)
	moving := scene(0)
	u := r3.Vec{X: 0.2, Y: 0.1}
	moving.Current = water.Current{Surface: u}
	moving.Wind = u
	d := falling(r, 15)
	a := touch(t, still, d)
	d.Cast.Drift = u
	b := touch(t, moving, d)
	near(t, "touch", b.Time, a.Time, 0.001)
	near(t, "place", b.At.X-u.X*b.Time, a.At.X, 0.002)
}

func TestDropMirror(t *testing.T) {
	s := scene(0)
	r := jig(t, 0.05, 0.18e-3)
	d := falling(r, 15)
	s.Current.Surface, s.Wind, d.Cast.Drift = r3.Vec{X: 0.1, Y: 0.2}, r3.Vec{Y: 3}, r3.Vec{Y: 0.1}
	left := touch(t, s, d)
	s.Current.Surface.Y, s.Wind.Y, d.Cast.Drift.Y = -0.2, -3, -0.1
	right := touch(t, s, d)
	near(t, "touch", left.Time, right.Time, 1e-6)
	near(t, "side", left.At.Y, -right.At.Y, 1e-6)
	// The whole scene turned about the rod lands in the turned place.
	turned := scene(0)
	turned.Current.Surface, turned.Wind, d.Cast.Drift, d.Cast.Toward = r3.Vec{X: -0.2, Y: 0.1}, r3.Vec{X: -3},
		r3.Vec{X: -0.1}, math.Pi/2
	there := touch(t, turned, d)
	near(t, "turned: touch", there.Time, left.Time, 1e-3)
	near(t, "turned: x", there.At.X, -left.At.Y, 1e-2)
	near(t, "turned: y", there.At.Y, left.At.X, 1e-3)
}

func TestHeavierIsSoonerThickerLater(t *testing.T) {
	s := scene(0.15)
	base := touch(t, s, falling(jig(t, 0.06, 0.18e-3), 15))
	heavy := touch(t, s, falling(jig(t, 0.12, 0.18e-3), 15))
	thick := touch(t, s, falling(jig(t, 0.06, 0.36e-3), 15))
	if !(heavy.Time < base.Time && base.Time < thick.Time && heavy.At.X < base.At.X) {
		t.Errorf("touches %g, heavier %g, thicker %g s", base.Time, heavy.Time, thick.Time)
	}
}

// A programme of two halves is the programme.
func TestProgrammeInPieces(t *testing.T) {
	s := scene(0.1)
	d := Drop{Rig: jig(t, 0.12, 0.16e-3), Cast: Cast{Distance: 15, SpoolDrag: 0.005}, Until: 300}
	lift := Phase{Tip: r3.Vec{Z: 0.8}, Time: 0.8}
	d.Phases = []Phase{{Open: true, Time: 100, Landed: true}, {Time: 10}, lift, {Reel: 0.4, Time: 8}, {Time: 6}}
	whole := run(t, s, d)
	d.Phases = []Phase{{Open: true, Time: 100, Landed: true}, {Time: 4}, {Time: 6}, {Tip: lift.Tip, Time: 0.3},
		{Tip: lift.Tip, Time: 0.5}, {Reel: 0.4, Time: 3}, {Reel: 0.4, Time: 5}, {Time: 6}}
	pieces := run(t, s, d)
	near(t, "ends", pieces.Last.Time, whole.Last.Time, 1e-3)
	near(t, "x", pieces.Last.End.X, whole.Last.End.X, 0.005)
	near(t, "z", pieces.Last.End.Z, whole.Last.End.Z, 0.005)
	near(t, "line out", pieces.Last.LineOut, whole.Last.LineOut, 1e-3)
	if whole.Outcome != Done || whole.Last.LineOut > whole.Last.LineOut+3.2 {
		t.Errorf("%s with %g m out", whole.Outcome, whole.Last.LineOut)
	}
}

func TestLiftAndDropComesBack(t *testing.T) {
	s := scene(0)
	s.Bed.Depth = 8
	d := Drop{Rig: jig(t, 0.1, 0.14e-3), Cast: Cast{SpoolDrag: 0.005}, Until: 120}
	d.Phases = []Phase{{Open: true, Time: 60, Landed: true}, {Time: 1}, {Tip: r3.Vec{Z: 1}, Time: 0.6},
		{Tip: r3.Vec{Z: -1}, Time: 0.6}, {Time: 10, Landed: true}}
	track, err := s.Run(t.Context(), d, Detail{Frames: 200})
	if err != nil {
		t.Fatal(err)
	}
	highest := -8.0
	for _, f := range track.Frames {
		if f.Phase > 1 {
			highest = max(highest, f.End.Z)
		}
	}
	if highest < -7.7 || highest > -7.3 || !track.Last.OnBed {
		t.Errorf("lifted by 0.6 m it went up to %g m and ended on the bed: %v", highest, track.Last.OnBed)
	}
	if track.Contact < 0.2 || track.Contact > 0.95 {
		t.Errorf("contact %g", track.Contact)
	}
}

// A head dragged down over a ledge follows the bed and falls off its edge.
func TestBedOfPieces(t *testing.T) {
	s := scene(0)
	bed, err := water.Pieces([]water.Sounding{{X: 5, Depth: 12}, {X: 10, Depth: 6}}, 0.5)
	if err != nil {
		t.Fatal(err)
	}
	s.Bed = bed
	d := Drop{Rig: jig(t, 0.2, 0.14e-3), Cast: Cast{Distance: 18, SpoolDrag: 0.005}, Until: 120}
	d.Phases = []Phase{{Open: true, Time: 60, Landed: true}, {Reel: 0.3, Time: 60}}
	track, err := s.Run(t.Context(), d, Detail{Frames: 300})
	if err != nil {
		t.Fatal(err)
	}
	near(t, "touch on the shelf", track.Touches[0].At.Z, -6, 0.001)
	for _, f := range track.Frames {
		if under := s.gap(f.End); under < -0.01 {
			t.Fatalf("%g m under the bed at %+v", -under, f.End)
		}
	}
	if track.Contact <= 0.1 || track.Contact >= 1 {
		t.Errorf("contact %g", track.Contact)
	}
}

func TestDropOutcomes(t *testing.T) {
	r := jig(t, 0.06, 0.18e-3)
	for _, tt := range []struct {
		want   Outcome
		change func(*Scene, *Drop)
	}{
		{Touched, func(*Scene, *Drop) {}},
		{Floats, func(_ *Scene, d *Drop) { d.Rig = jig(t, -0.01, 0.18e-3) }},
		{NoWater, func(s *Scene, _ *Drop) { s.Bed.Slope = -2 }},
		{TimeUp, func(_ *Scene, d *Drop) { d.Until = 3 }},
		{Done, func(_ *Scene, d *Drop) { d.Phases[0].Time = 2 }},
		{OutOfLine, func(s *Scene, d *Drop) { d.Spool = 18; s.Current.Surface.X = 0.5 }},
		{ReeledIn, func(_ *Scene, d *Drop) { d.Phases = []Phase{{Open: true, Time: 5}, {Reel: 1, Time: 500}} }},
		{TimeUp, func(s *Scene, d *Drop) { s.Current.Surface.X = 3; d.Phases = []Phase{{Time: 600}} }},
		{Touched, func(s *Scene, d *Drop) {
			s.Bed.Depth = 200
			s.Current.Surface.X = 0.1
			d.Rig = jig(t, 0.6, 0.18e-3)
		}},
	} {
		s, d := scene(0), falling(r, 15)
		tt.change(s, &d)
		track := run(t, s, d)
		if track.Outcome != tt.want {
			t.Errorf("%s after %g s, %d steps; want %s", track.Outcome, track.Last.Time, track.Steps, tt.want)
		}
	}
}

func TestRunRefuses(t *testing.T) {
	for words, change := range map[string]func(*Scene, *Drop){
		"no rig":             func(_ *Scene, d *Drop) { d.Rig = nil },
		"not a number":       func(_ *Scene, d *Drop) { d.Cast.Drift.X = math.NaN() },
		"a cast of -1 m":     func(_ *Scene, d *Drop) { d.Cast.Distance = -1 },
		"phase 1 lasts -4 s": func(_ *Scene, d *Drop) { d.Phases[0].Time = -4 },
		"takes the rod tip under water": func(_ *Scene, d *Drop) {
			d.Phases = append(d.Phases, Phase{Tip: r3.Vec{Z: -1}, Time: 4})
		},
		"do not reach the splash": func(_ *Scene, d *Drop) { d.Spool = 10 },
		"outside 0 to 7200 s":     func(_ *Scene, d *Drop) { d.Until = 1e9 },
		"is faster than":          func(_ *Scene, d *Drop) { d.Phases[0].Reel = 1e6 },
		"must be above it":        func(s *Scene, _ *Drop) { s.TipHeight = 0 },
	} {
		s, d := scene(0), falling(jig(t, 0.06, 0.18e-3), 15)
		change(s, &d)
		if _, err := s.Run(t.Context(), d, Detail{}); err == nil || !strings.Contains(err.Error(), words) {
			t.Errorf("want %q, got %v", words, err)
		}
	}
}

// Whatever the water, a drop ends with numbers, within the steps allowed.
func TestNoNonsenseFromRandomDrops(t *testing.T) {
	random := rand.New(rand.NewPCG(8, 9))
	wild := func(most float64) float64 { return most * math.Pow(random.Float64(), 3) }
	unsolved := 0
	for range 25 {
		s := scene(wild(3))
		s.Current.Surface.Y = wild(3)
		s.Wind = r3.Vec{X: wild(40), Y: -wild(40)}
		s.Bed.Depth, s.Bed.Slope, s.TipHeight = 0.3+wild(200), random.Float64()-0.5, 0.1+wild(5)
		d := Drop{Rig: jig(t, wild(4), 0.02e-3+wild(2e-3)), Until: 200, Spool: 400}
		d.Cast = Cast{Distance: wild(150), SpoolDrag: wild(0.1), Drift: r3.Vec{X: wild(3), Y: -wild(3)}}
		d.Phases = []Phase{{Open: true, Time: wild(100)}, {Reel: wild(4), Time: wild(20)},
			{Tip: r3.Vec{Z: wild(3)}, Time: 1}, {Shake: 0.05, Beat: 2, Time: 3}, {Open: true, Landed: true, Time: 50}}
		track, err := s.Run(t.Context(), d, Detail{Frames: 20, Points: 8})
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range append(track.Frames, track.Last) {
			for _, v := range []float64{f.Time, f.End.X, f.End.Z, f.LineOut, f.TipTension, f.EndTension} {
				if math.IsNaN(v) || math.IsInf(v, 0) {
					t.Fatalf("%s: %+v", track.Outcome, f)
				}
			}
		}
		if track.Outcome == Unsolved {
			unsolved++
		}
	}
	if unsolved > 1 {
		t.Errorf("%d of 25 wild drops were not solved", unsolved)
	}
}

// A drop allocates what it needs once, whatever its steps.
func TestNoAllocationPerStep(t *testing.T) {
	if raced {
		t.Skip("looking for races allocates")
	}
	s, r := scene(0.1), jig(t, 0.1, 0.16e-3)
	allocations := func(until float64) float64 {
		d := Drop{Rig: r, Cast: Cast{Distance: 20, SpoolDrag: 0.005}, Until: until,
			Phases: []Phase{{Open: true, Time: 40}, {Shake: 0.05, Beat: 0.5, Time: 200}}}
		return testing.AllocsPerRun(3, func() { run(t, s, d) })
	}
	if short, long := allocations(20), allocations(60); long > short {
		t.Errorf("%g allocations in 20 s, %g in 60 s", short, long)
	}
}

func TestFramesAreThinned(t *testing.T) {
	s := scene(0.1)
	d := falling(jig(t, 0.1, 0.16e-3), 20)
	track, err := s.Run(t.Context(), d, Detail{Frames: 9, Points: 12})
	if err != nil {
		t.Fatal(err)
	}
	if len(track.Frames) < 4 || len(track.Frames) > 9 {
		t.Fatalf("%d frames", len(track.Frames))
	}
	for i, f := range track.Frames {
		if i > 0 && f.Time <= track.Frames[i-1].Time {
			t.Errorf("frame %d at %g s comes after %g s", i, f.Time, track.Frames[i-1].Time)
		}
		if f.Line[0] != f.End || math.Abs(f.Line[11].Z-s.TipHeight) > 1e-9 {
			t.Errorf("the line of frame %d goes from %+v to %+v, its end is at %+v", i, f.Line[0], f.Line[11], f.End)
		}
		var drawn float64
		for k := 1; k < len(f.Line); k++ {
			drawn += r3.Norm(r3.Sub(f.Line[k], f.Line[k-1]))
		}
		if drawn > 1.001*f.LineOut || drawn < 0.9*f.LineOut {
			t.Errorf("frame %d draws %g m of %g m", i, drawn, f.LineOut)
		}
	}
}

// A fall passes every depth on its way, in order, and none below the bed.
func TestPasses(t *testing.T) {
	scene := &Scene{Water: salt, Bed: water.Bed{Depth: 6}, TipHeight: 1}
	track, err := scene.Run(t.Context(), falling(jig(t, 0.05, 0.15e-3), 10), Detail{Frames: 60})
	if err != nil || !track.Touch().Happened {
		t.Fatalf("%v", err)
	}
	last := 0.0
	for depth := 0.5; depth < 6; depth += 0.5 {
		time, frame := track.Passes(depth)
		if time <= last || time > track.Touch().Time+1e-6 || frame == 0 {
			t.Errorf("%g m after %g s, frame %d", depth, time, frame)
		}
		if z := track.At(time).Z; math.Abs(z+depth) > 1e-3 {
			t.Errorf("at %g s it is at %g m, not %g", time, z, -depth)
		}
		last = time
	}
	if time, frame := track.Passes(7); time != 0 || frame != 0 {
		t.Errorf("%g s, frame %d", time, frame)
	}
}

// Straight down on a line that is fed by hand, with slack in it: what drags more comes down
// later, and never goes up on the way. A segment with next to no tension that was taken for
// solved at four times its length snapped, and threw the head up.
func TestSlackLineDoesNotSnap(t *testing.T) {
	s := scene(0)
	s.Bed.Depth, s.TipHeight, s.Water = 3, 0.3, water.Fluid{Density: 1026.8, Viscosity: 1.32e-6}
	last := 0.0
	for drag := 1.8e-4; drag < 3e-4; drag += 2e-6 {
		r := withBodies(t, 0.18e-3, rig.Body{WeightInWater: 0.07125, TowArea: 6.8e-5, FallArea: drag, Mass: 0.01632})
		r.Leader = line(t, "fluorocarbon", 0.4e-3)
		d := falling(r, 0)
		d.Cast.SpoolDrag = 1e-4
		track, err := s.Run(t.Context(), d, Detail{Frames: 200})
		if err != nil {
			t.Fatal(err)
		}
		for _, f := range track.Frames {
			if f.Velocity.Z > 1e-3 || f.EndTension > 0.1 {
				t.Fatalf("with %.5f m2 it goes up at %.2f m/s after %.2f s, its line at %.3g N", drag, f.Velocity.Z,
					f.Time, f.EndTension)
			}
		}
		if time := track.Touch().Time; time <= last {
			t.Errorf("with %.5f m2 it is down in %.2f s, with less in %.2f", drag, time, last)
		} else {
			last = time
		}
	}
}
