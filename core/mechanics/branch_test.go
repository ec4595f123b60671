package mechanics

import (
	"context"
	"errors"
	"math"
	"slices"
	"sync"
	"testing"

	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// fallen is a fall to the bed that can be gone on from.
func fallen(t *testing.T, s *Scene, d Drop, keep Detail) *Branch {
	t.Helper()
	b, err := s.Start(t.Context(), d, keep)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// What is done after a fall that is worked out once is what is done after a fall
// of its own, also by several at once, and the fall stays as it was.
func TestBranchIsTheWholeDrop(t *testing.T) {
	s := scene(0.2)
	s.Wind = r3.Vec{Y: 3}
	d := falling(jig(t, 0.06, 0.15e-3), 15)
	d.StopAtTouch, d.Phases = false, []Phase{{Open: true, Landed: true, Time: 300}}
	keep := Detail{Frames: 50, Points: 8}
	b := fallen(t, s, d, keep)
	before := b.Track()
	var work sync.WaitGroup
	for _, speed := range []float64{0.2, 0.35, 0.5, 0} {
		work.Go(func() {
			more := []Phase{{Reel: speed, Time: 10}}
			got, err := b.GoOn(t.Context(), more, 10)
			if err != nil {
				t.Error(err)
				return
			}
			whole := d
			whole.Phases, whole.Until = append(whole.Phases, more...), before.Last.Time+10
			want, err := s.Run(t.Context(), whole, keep)
			if err != nil {
				t.Error(err)
				return
			}
			if got.Last.Time != want.Last.Time || r3.Norm(r3.Sub(got.Last.End, want.Last.End)) > 1e-9 ||
				got.Down.Time != want.Down.Time || got.Frames[0].Time != before.Last.Time ||
				math.Abs(got.Last.TipTension-want.Last.TipTension) > 1e-9 || got.Last.Belly != want.Last.Belly {
				t.Errorf("%g m/s: %+v, want %+v", speed, got.Last, want.Last)
			}
			for _, f := range got.Frames { // they are among those of the whole drop
				i := slices.IndexFunc(want.Frames, func(w Frame) bool { return w.Time == f.Time })
				if i < 0 || r3.Norm(r3.Sub(want.Frames[i].End, f.End)) > 1e-9 || f.Push != want.Frames[i].Push || f.Line != nil {
					t.Errorf("%g m/s, at %g s: %+v", speed, f.Time, f)
					break
				}
			}
		})
	}
	work.Wait()
	if after := b.Track(); after.Last.Time != before.Last.Time || len(after.Frames) != len(before.Frames) ||
		after.Outcome != Done {
		t.Errorf("the fall has become %+v", after.Last)
	}
}

// What is done further and further is what is done at once, but that steps end where each part does; a branch that has
// ended is its own, and one that was gone on from is where it was.
func TestFurther(t *testing.T) {
	s, d := scene(0.2), falling(jig(t, 0.06, 0.15e-3), 15)
	d.StopAtTouch, d.Phases = false, []Phase{{Open: true, Landed: true, Time: 300}}
	fall := fallen(t, s, d, Detail{Frames: 50})
	further := func(b *Branch, more ...Phase) *Branch {
		on, err := b.Further(t.Context(), more)
		if err != nil {
			t.Fatal(err)
		}
		return on
	}
	begins := fall.Track().Last.Time
	first := further(fall, Phase{Reel: 0.3, Time: 4})
	second := further(first, Phase{Reel: 0.3, Time: 6})
	at, err := fall.GoOn(t.Context(), []Phase{{Reel: 0.3, Time: 10}}, 10)
	if err != nil || first.Ended() || second.Ended() {
		t.Fatal(err, first.Track().Outcome, second.Track().Outcome)
	}
	for k, b := range []*Branch{first, second} {
		track := b.Track()
		near(t, "begins", track.Frames[0].Time, begins+4*float64(k), 1e-12)
		near(t, "ends", track.Last.Time, begins+4+6*float64(k), 1e-12)
	}
	if off := r3.Norm(r3.Sub(second.Track().Last.End, at.Last.End)); off > 0.05 || fall.Track().Last.Time != begins {
		t.Errorf("off by %g m, the fall ends at %g s, not %g", off, fall.Track().Last.Time, begins)
	}
	if in := further(first, Phase{Reel: 2, Time: 300}); !in.Ended() || in.Track().Outcome != ReeledIn || further(in, Phase{Time: 1}) != in {
		t.Errorf("reeled in: %s", in.Track().Outcome)
	}
	spent, cancel := context.WithCancel(t.Context())
	cancel()
	if _, err := fall.Further(spent, []Phase{{Time: 1}}); !errors.Is(err, context.Canceled) {
		t.Error(err)
	}
	if _, err := fall.Further(t.Context(), []Phase{{Time: -1}}); err == nil {
		t.Error("it goes on for -1 s")
	}
}

// A drop that ended before its phases did does not go on.
func TestBranchEnded(t *testing.T) {
	for want, change := range map[Outcome]func(*Scene, *Drop){
		Floats: func(_ *Scene, d *Drop) { d.Rig = jig(t, -0.01, 0.18e-3) },
		TimeUp: func(_ *Scene, d *Drop) { d.Until = 2 },
	} {
		s, d := scene(0), falling(jig(t, 0.06, 0.18e-3), 15)
		change(s, &d)
		b := fallen(t, s, d, Detail{})
		got, err := b.GoOn(t.Context(), []Phase{{Reel: 1, Time: 5}}, 5)
		if err != nil || !b.Ended() || got.Outcome != want {
			t.Errorf("%v, ended %v, %v; want %s", got.Outcome, b.Ended(), err, want)
		}
	}
}

// A phase ends at its depth, to a centimetre, where that is not below the bed.
func TestPhaseEndsAtDepth(t *testing.T) {
	s, d := scene(0.1), falling(jig(t, 0.06, 0.15e-3), 15)
	d.StopAtTouch = false
	for _, deep := range []float64{0.5, 3.3, 9} {
		d.Phases = []Phase{{Open: true, Deep: deep, Time: 300}}
		if track := run(t, s, d); track.Outcome != Done || math.Abs(-track.Last.End.Z-deep) > 0.011 {
			t.Errorf("to %g m: %s at %g m", deep, track.Outcome, -track.Last.End.Z)
		}
	}
	d.Phases[0].Deep, d.Phases[0].Time = 30, 60
	if track := run(t, s, d); track.Last.Time < 59.9 {
		t.Errorf("below the bed it ended after %g s", track.Last.Time)
	}
}

// A phase ends with the step in which the bait comes near the boat, which may come to meet it; without one it goes on.
func TestPhaseEndsNearTheBoat(t *testing.T) {
	s, d := scene(0), falling(jig(t, 0.06, 0.15e-3), 15)
	d.StopAtTouch = false
	for _, drift := range []float64{0, 0.1} {
		d.Cast.Drift.X = drift
		away := func(f Frame) float64 { return f.End.X - drift*f.Time }
		d.Phases = []Phase{{Open: true, Landed: true, Time: 60}, {Reel: 0.5, Time: 60, Near: 6}}
		track := run(t, s, d)
		if far := away(track.Last); track.Outcome != Done || far > 6 || far < 6-0.6*longest {
			t.Errorf("drifting at %g m/s: %s at %g m", drift, track.Outcome, far)
		}
		d.Phases[1].Near = 0
		if far := away(run(t, s, d).Last); far > 3 {
			t.Errorf("drifting at %g m/s it ended at %g m", drift, far)
		}
	}
}

// Work is counted the same however it is asked for, and ends what takes more than
// it was given; nobody works on for a question that is no longer asked.
func TestBudget(t *testing.T) {
	s, d := scene(0.2), falling(jig(t, 0.06, 0.15e-3), 15)
	ctx, spent := counted(t.Context())
	if _, err := s.Run(ctx, d, Detail{}); err != nil {
		t.Fatal(err)
	}
	took := spent()
	if took < 1000 {
		t.Fatalf("%d nodes", took)
	}
	if _, err := s.Run(WithBudget(t.Context(), took), d, Detail{}); err != nil {
		t.Errorf("just enough: %v", err)
	}
	if _, err := s.Run(WithBudget(t.Context(), took-1), d, Detail{}); !errors.Is(err, ErrBudget) {
		t.Errorf("one too few: %v", err)
	}
	if _, err := s.Run(WithBudget(WithBudget(t.Context(), took/2), 10*took), d, Detail{}); !errors.Is(err, ErrBudget) {
		t.Errorf("within a smaller one: %v", err)
	}
	gone, cancel := context.WithCancel(t.Context())
	cancel()
	if _, err := s.Run(gone, d, Detail{}); !errors.Is(err, context.Canceled) {
		t.Errorf("gone: %v", err)
	}
}

// A body that hardly falls goes to and fro with the water: the amplitude of a
// wave at the depth is a cosh(k(z+D))/sinh(kD) (Airy, 1845). It is seen within one
// wave, for from one to the next it goes on a little (Stokes, 1847).
func TestSwellCarries(t *testing.T) {
	s := scene(0)
	s.Bed.Depth, s.TipHeight = 4, 1
	swell := water.Swell{Height: 0.4, Period: 6}
	s.Swell = water.WavesOver(swell, s.Bed.Depth)
	r := jig(t, 2e-3, 0.05e-3)
	r.Bodies[0].FallArea, r.Bodies[0].TowArea = 0.05, 0.05
	d := Drop{Rig: r, Cast: Cast{Distance: 8, SpoolDrag: 1e-5}, Phases: []Phase{{Open: true, Time: 60}}, Until: 24}
	track, err := s.Run(t.Context(), d, Detail{Frames: 400})
	if err != nil || track.Outcome != TimeUp {
		t.Fatal(track.Outcome, err)
	}
	least, most, speed := math.Inf(1), math.Inf(-1), s.Swell.At(r3.Vec{X: 8, Z: track.Last.End.Z}, 0)
	for _, f := range track.Frames {
		if f.Time > d.Until-swell.Period {
			least, most = min(least, f.End.X), max(most, f.End.X)
		}
	}
	crest := math.Hypot(speed.X, s.Swell.At(r3.Vec{X: 8, Z: track.Last.End.Z}, swell.Period/4).X)
	if want := 2 * crest * swell.Period / (2 * math.Pi); math.Abs((most-least)/want-1) > 0.1 {
		t.Errorf("goes %g m to and fro, want %g", most-least, want)
	}
}

// counted counts the work of all drops that are run with the context it returns.
func counted(ctx context.Context) (context.Context, func() int) {
	const plenty = 1 << 60
	ctx = WithBudget(ctx, plenty)
	b := budgetOf(ctx)
	return ctx, func() int { return int(plenty - b.work.Load()) }
}

// The first step after the bail is closed on line that still ran out is solved in one stage as in two: no more leaves the spool.
func TestOneStageWithTheBailClosed(t *testing.T) {
	s := scene(0.2)
	d := falling(jig(t, 0.1, 0.16e-3), 25)
	d.StopAtTouch, d.Phases = false, []Phase{{Open: true, Landed: true, Time: 600}}
	b := fallen(t, s, d, Detail{})
	if !b.sim.paying {
		t.Fatal("no line runs out")
	}
	for name, stages := range map[string]func(m *sim) (float64, bool){
		"two": func(m *sim) (float64, bool) { return m.try(knock) }, "one": func(m *sim) (float64, bool) { return m.tryAtOnce(knock) },
	} {
		m := b.sim.copy()
		m.d.Phases = append(slices.Clone(m.d.Phases), Phase{Time: 1})
		m.phase, m.chain.until = 1, m.resolution.until
		if line, ok := stages(m); !ok || line != b.sim.lineOut || m.paying {
			t.Errorf("%s: %g m of %g, solved %t, paying %t", name, line, b.sim.lineOut, ok, m.paying)
		}
		m.leave(false)
	}
}
