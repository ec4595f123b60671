package mechanics

import (
	"math"
	"math/rand/v2"
	"testing"

	"dunvel/core/rig"
	"dunvel/core/trust"
	"dunvel/core/water"

	"gonum.org/v1/gonum/spatial/r3"
)

// A heavy line without flow is a catenary: with horizontal tension H and
// vertical tension V at the end, s = (V1-V)/w and the height is (T1-T)/w.
func TestCatenary(t *testing.T) {
	r := withBodies(t, 0.3e-3, rig.Body{WeightInWater: 0.05})
	r.Leader = line(t, "wire", 1e-3)
	r.LeaderLength = 1000
	s := scene(0)
	s.TipHeight = 0
	var off trust.Tally
	for _, margin := range []float64{0.1, 0.5, 0.9} {
		e := s.LineFor(r, Gait{Pull: r3.Vec{X: -1}}, margin, nil)
		if e.Outcome != OnBed {
			t.Fatalf("margin %g: %s", margin, e.Outcome)
		}
		w := r.Leader.NetWeight(salt)
		h, v := 0.5*margin*0.05, (1-margin)*0.05
		top := math.Hypot(h, v) + w*s.Bed.Depth
		want := (math.Sqrt(top*top-h*h) - v) / w
		tallied(t, &off, "line out", e.LineOut, want, 0.0005)
		tallied(t, &off, "tip tension", r3.Norm(e.TipTension), top, 0.0005)
		a := h / w
		tallied(t, &off, "distance", e.End.X, a*(math.Asinh((v+w*want)/h)-math.Asinh(v/h)), 0.0005)
	}
	off.Tell(t, "catenary", 0.0005)
}

// A weightless line with a constant drag coefficient and purely normal drag in
// a uniform flow keeps its tension T and has s = (T/q)(cot phi - cot phi0),
// phi from the horizontal,
// z = (T/q) ln(tan(phi0/2) / tan(phi/2)).
func TestUniformFlowClosedForm(t *testing.T) {
	var off trust.Tally
	const cn, speed = 1.4, 0.25
	r := jig(t, 0.06, 0.2e-3)
	r.LeaderLength = 0
	r.Main.Density, r.Main.Tangential, r.Main.Normal = salt.Density, 0, 1
	s := scene(speed)
	s.Current.Exponent, s.TipHeight, s.fixedNormal = 0, 0, cn
	e := s.LineFor(r, Gait{Pull: r3.Vec{X: -1}}, 0, nil)
	if e.Outcome != OnBed {
		t.Fatal(e.Outcome)
	}
	drag := 0.5 * salt.Density * speed * speed * 4e-4
	tension := math.Hypot(drag, 0.06)
	q := 0.5 * salt.Density * cn * 0.2e-3 * speed * speed
	phi0 := math.Atan2(0.06, drag)
	phi1 := 2 * math.Atan(math.Tan(phi0/2)*math.Exp(-s.Bed.Depth*q/tension))
	tallied(t, &off, "line out", e.LineOut, tension/q*(1/math.Tan(phi1)-1/math.Tan(phi0)), 0.001)
	tallied(t, &off, "tip tension", r3.Norm(e.TipTension), tension, 0.001)
	tallied(t, &off, "angle at the surface", e.WaterAngle, math.Pi/2-phi1, 0.001)
	off.Tell(t, "uniform flow", 0.001)
}

// Water that moves with the boat is still water to the rig.
func TestGalileanInvariance(t *testing.T) {
	random := rand.New(rand.NewPCG(1, 2))
	for range 50 {
		v := r3.Vec{X: random.Float64() - 0.5, Y: random.Float64() - 0.5}
		still := r3.Vec{X: 0.3 * random.Float64(), Y: 0.2 * random.Float64()}
		r := jig(t, 0.02+0.2*random.Float64(), 0.2e-3)
		s := scene(0)
		s.Current.Exponent = 0
		s.Bed.Friction = 0
		s.Wind = still
		s.Current.Surface = still
		length := 10 + 40*random.Float64()
		want := s.Rest(r, Gait{}, length, nil)
		s.Current.Surface = r3.Add(still, v)
		s.Wind = r3.Add(still, v)
		got := s.Rest(r, Gait{Velocity: v}, length, nil)
		if r3.Norm(r3.Sub(got.End, want.End)) > 1e-6 || math.Abs(got.ContactMargin-want.ContactMargin) > 1e-6 {
			t.Fatalf("moved with %v: %+v, at rest %+v", v, got, want)
		}
	}
}

func TestMirrorSymmetry(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 4))
	mirror := func(v r3.Vec) r3.Vec { return r3.Vec{X: v.X, Y: -v.Y, Z: v.Z} }
	for range 20 {
		r := jig(t, 0.02+0.2*random.Float64(), 0.2e-3)
		s := scene(0.4 * random.Float64())
		s.Current.Surface.Y = 0.4 * random.Float64()
		s.Wind = r3.Vec{X: 5 * random.Float64(), Y: 5 * random.Float64()}
		s.Bed.Slope = 0.3*random.Float64() - 0.15
		g := Gait{Velocity: r3.Vec{X: -0.3 * random.Float64(), Y: 0.3 * random.Float64()}}
		a := s.Rest(r, g, 40, nil)
		s.Current.Surface, s.Wind = mirror(s.Current.Surface), mirror(s.Wind)
		b := s.Rest(r, Gait{Velocity: mirror(g.Velocity)}, 40, nil)
		if a.Outcome != b.Outcome || r3.Norm(r3.Sub(a.End, mirror(b.End))) > 1e-9 {
			t.Fatalf("%+v, mirrored %+v", a, b)
		}
	}
}

// Heavier hangs deeper, steeper and needs less line; thicker line the reverse.
func TestMonotony(t *testing.T) {
	random := rand.New(rand.NewPCG(5, 6))
	for range 60 {
		weight, diameter := 0.03+0.2*random.Float64(), (0.1+0.2*random.Float64())*1e-3
		s := scene(0.15 + 0.3*random.Float64())
		length := 8 + 6*random.Float64()
		base := s.Rest(jig(t, weight, diameter), Gait{}, length, nil)
		heavy := s.Rest(jig(t, 1.3*weight, diameter), Gait{}, length, nil)
		thick := s.Rest(jig(t, weight, 1.3*diameter), Gait{}, length, nil)
		if base.Outcome != Hangs || heavy.Outcome != Hangs || thick.Outcome != Hangs {
			t.Fatalf("with %g m in 20 m: %s, %s, %s", length, base.Outcome, heavy.Outcome, thick.Outcome)
		}
		if !(heavy.End.Z < base.End.Z && heavy.WaterAngle < base.WaterAngle) {
			t.Fatalf("heavier: %+v against %+v", heavy, base)
		}
		if !(thick.End.Z > base.End.Z && thick.WaterAngle > base.WaterAngle) {
			t.Fatalf("thicker: %+v against %+v", thick, base)
		}
		lighter, heavier := s.LineFor(jig(t, weight, diameter), Gait{}, 0.2, nil),
			s.LineFor(jig(t, 1.3*weight, diameter), Gait{}, 0.2, nil)
		if lighter.Outcome == OnBed && !(heavier.Outcome == OnBed && heavier.LineOut < lighter.LineOut) {
			t.Fatalf("line for contact: %+v against %+v", heavier, lighter)
		}
	}
}

// Rest and LineFor are inverse to each other.
func TestRestInvertsLineFor(t *testing.T) {
	for _, slope := range []float64{-0.1, 0, 0.1} {
		for _, drift := range []r3.Vec{{X: -0.2}, {X: -0.15, Y: 0.1}} {
			s := scene(0.1)
			s.Bed.Depth, s.Bed.Slope = 12, slope
			for _, margin := range []float64{0, 0.3, 0.5} {
				want := s.LineFor(jig(t, 0.4, 0.2e-3), Gait{Velocity: drift}, margin, nil)
				if want.Outcome != OnBed {
					t.Errorf("slope %g, margin %g: %s", slope, margin, want.Outcome)
					continue
				}
				got := s.Rest(jig(t, 0.4, 0.2e-3), Gait{Velocity: drift}, want.LineOut+1e-6, nil)
				if got.Outcome != OnBed || math.Abs(got.ContactMargin-margin) > 1e-4 {
					t.Errorf("slope %g: margin %g comes back as %s %g", slope, margin, got.Outcome, got.ContactMargin)
				}
				if depth := s.Bed.DepthAt(got.End.X); math.Abs(got.End.Z+depth) > 1e-4 {
					t.Errorf("slope %g: end at %g, bed at %g", slope, got.End.Z, -depth)
				}
			}
		}
	}
}

// Forces on the whole line balance whatever the shape.
func TestForcesBalance(t *testing.T) {
	r := withBodies(t, 0.2e-3,
		rig.Body{WeightInWater: 0.04, TowArea: 3e-4, FallArea: 8e-4},
		rig.Body{At: 0.6, WeightInWater: 0.05, TowArea: 3e-4, FallArea: 8e-4})
	s := scene(0)
	s.TipHeight = 0
	e := s.Rest(r, Gait{}, 12, nil)
	weight := 0.09 + 2*r.Leader.NetWeight(salt) + 10*r.Main.NetWeight(salt)
	near(t, "tip tension of a plumb line", e.TipTension.Z, weight, 1e-5)
	near(t, "depth of a plumb line", -e.End.Z, 12, 1e-5)
}

func TestFinerStepsChangeNothing(t *testing.T) {
	s := scene(0.35)
	r := jig(t, 0.3, 0.18e-3)
	var points []r3.Vec
	e := s.LineFor(r, Gait{Velocity: r3.Vec{X: -0.05}}, 0.3, &points)
	// The same line as a chain of a thousand straight pieces, from the end up.
	w := walker{scene: s, rig: r, gait: Gait{Velocity: r3.Vec{X: -0.05}}, pos: e.End}
	w.tension = e.EndTension
	w.body = 1
	const pieces = 100000
	for range pieces {
		made, _ := w.line()
		w.inAir = w.pos.Z >= 0
		strand := w.strand(made)
		tangent, rate := w.slopeAt(&strand, w.pos, w.tension)
		h := e.LineOut / pieces
		w.pos, w.tension, w.length = r3.Add(w.pos, r3.Scale(h, tangent)),
			r3.Add(w.tension, r3.Scale(h, rate)), w.length+h
	}
	if d := r3.Norm(r3.Sub(w.pos, r3.Vec{Z: s.TipHeight})); d > 0.001*e.LineOut {
		t.Errorf("fine steps end %g m from the tip", d)
	}
	near(t, "tip tension", r3.Norm(w.tension), r3.Norm(e.TipTension), 0.002)
	if first, last := points[0], points[len(points)-1]; r3.Norm(r3.Sub(first, e.End)) > 1e-9 ||
		math.Abs(last.Z-s.TipHeight) > 1e-9 {
		t.Errorf("curve runs from %v to %v", first, last)
	}
}

func TestOutcomes(t *testing.T) {
	drift := Gait{Velocity: r3.Vec{X: -0.2}}
	tests := []struct {
		name string
		got  Outcome
		want Outcome
	}{
		{"floating bait", scene(0).Rest(jig(t, -0.01, 0.2e-3), Gait{}, 30, nil).Outcome, Floats},
		{"floating bait, line wanted", scene(0).LineFor(jig(t, 0, 0.2e-3), Gait{}, 0, nil).Outcome, Floats},
		{"light head, hard current", scene(1.5).LineFor(jig(t, 0.01, 0.3e-3), Gait{}, 0, nil).Outcome, Unreachable},
		{"short line", scene(0).Rest(jig(t, 0.1, 0.2e-3), Gait{}, 1, nil).Outcome, AboveWater},
		{"dry", (&Scene{Water: salt, TipHeight: 1}).Rest(jig(t, 0.1, 0.2e-3), Gait{}, 1, nil).Outcome, NoWater},
		{"long line in still water", scene(0).Rest(jig(t, 0.1, 0.2e-3), Gait{}, 60, nil).Outcome, Slack},
		{"short of the bed", scene(0).Rest(jig(t, 0.1, 0.2e-3), Gait{}, 10, nil).Outcome, Hangs},
		{"dragged", scene(0).Rest(jig(t, 0.2, 0.2e-3), drift, 30, nil).Outcome, OnBed},
		{"dragged too fast", scene(0).Rest(jig(t, 0.02, 0.2e-3), Gait{Velocity: r3.Vec{X: -0.5}}, 30, nil).Outcome,
			Hangs},
	}
	for _, tt := range tests {
		if tt.got != tt.want {
			t.Errorf("%s: %q, want %q", tt.name, tt.got, tt.want)
		}
	}
}

func TestLiftOff(t *testing.T) {
	s, r := scene(0), jig(t, 0.1, 0.2e-3)
	speed := s.LiftOff(r, r3.Vec{X: -1}, 45, 3)
	below := s.Rest(r, Gait{Velocity: r3.Vec{X: -0.98 * speed}}, 45, nil)
	above := s.Rest(r, Gait{Velocity: r3.Vec{X: -1.02 * speed}}, 45, nil)
	if !(speed > 0) || below.Outcome != OnBed || above.Outcome != Hangs {
		t.Errorf("lifts off at %g m/s, but %s below and %s above", speed, below.Outcome, above.Outcome)
	}
	if got := scene(1.5).LiftOff(jig(t, 0.01, 0.3e-3), r3.Vec{X: -1}, 60, 3); got != 0 {
		t.Errorf("a head that cannot hold at rest lifts off at %g", got)
	}
}

// Nothing in a wide range of input ends in a NaN or an endless loop.
func TestNoNonsenseFromRandomInput(t *testing.T) {
	random := rand.New(rand.NewPCG(7, 8))
	for range 150 {
		s := &Scene{
			Water: salt,
			Current: water.Current{Surface: r3.Vec{X: 6*random.Float64() - 3, Y: 6*random.Float64() - 3},
				Exponent: random.Float64()},
			Wind: r3.Vec{X: 200*random.Float64() - 100},
			Bed: water.Bed{Depth: math.Pow(10, 3.3*random.Float64()-1), Slope: 2*random.Float64() - 1,
				Friction: random.Float64()},
			TipHeight: 5 * random.Float64(),
		}
		r := jig(t, math.Pow(10, 5*random.Float64()-4)-0.001, (0.02+1.98*random.Float64())*1e-3)
		g := Gait{Velocity: r3.Vec{X: 4*random.Float64() - 2, Y: 4*random.Float64() - 2}}
		e := s.Rest(r, g, 300*random.Float64(), nil)
		for _, v := range []float64{e.ContactMargin, e.End.X, e.End.Y, e.End.Z, r3.Norm(e.TipTension), e.WaterAngle} {
			if math.IsNaN(v) || math.IsInf(v, 0) {
				t.Fatalf("%+v from %+v", e, s)
			}
		}
	}
}

// A rig that is held down by a share of its weight has the line of one that is as much heavier and just off the bed.
func TestHeldDown(t *testing.T) {
	const light = 0.1
	s, gait := scene(0), Gait{Velocity: r3.Vec{X: 0.5}, Pull: r3.Vec{X: 1}}
	s.Bed.Depth = 5
	for _, line := range []float64{1.1, 1.3} {
		out := line * (s.Bed.Depth + s.TipHeight)
		if e := s.Rest(jig(t, light, 0.2e-3), gait, out, nil); e.Outcome != Hangs {
			t.Fatalf("%+v", e)
		}
		held := -s.HeldDown(jig(t, light, 0.2e-3), gait, out)
		if !(held > 0.05 && held < mostHeld) {
			t.Fatalf("held down by %g of its weight", held)
		}
		heavier := func(share float64) Equilibrium { return s.Rest(jig(t, light*(1+share), 0.2e-3), gait, out, nil) }
		if on, off := heavier(held+0.01), heavier(held-0.01); on.Outcome != OnBed || off.Outcome != Hangs || on.ContactMargin > 0.02 {
			t.Errorf("heavier by %g: %s with %g; a little less: %s", held, on.Outcome, on.ContactMargin, off.Outcome)
		}
		if none := s.HeldDown(jig(t, light/1000, 0.2e-3), gait, out); none != -mostHeld {
			t.Errorf("next to no weight is held down by %g", none)
		}
		sloping := *s
		if sloping.Bed.Slope = 0.1; sloping.HeldDown(jig(t, light, 0.2e-3), gait, out) != 0 {
			t.Error("how far it is from a slope is not known")
		}
	}
}
