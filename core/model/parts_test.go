package model

import (
	"math"
	"testing"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/tackle"
	"dunvel/core/water"
)

// own is a setup with a rig of its own parts.
func own(parts ...rigging.Part) setup.Setup {
	s := setup.Default()
	s.Rigging.Kind, s.Rigging.Parts = rigging.OwnRig, parts
	return s
}

// Each bait has the head it is on: one of its own weight, the ladder's, or a bare hook.
func TestBaits(t *testing.T) {
	s := own(rigging.Part{What: rigging.PartHead}, rigging.Part{What: rigging.PartHead, At: 0.5, Mass: 2e-3},
		rigging.Part{What: rigging.PartShot, At: 0.8, Mass: 1e-3}, rigging.Part{What: rigging.PartHook, At: 1})
	s.Head.Weighed, s.Head.Skirt, s.Head.Hook = true, true, "3/0"
	baits, err := Baits(s, 7e-3, fresh(t))
	if err != nil || len(baits) != 3 {
		t.Fatalf("%+v %v", baits, err)
	}
	for i, want := range []struct {
		body    int
		mass    float64
		weighed bool
	}{{0, 7e-3, true}, {1, 2e-3, true}, {3, 0, false}} {
		got := baits[i]
		if got.Body != want.body || got.Head.Mass != want.mass || got.Head.Weighed != want.weighed ||
			got.Head.Skirt != want.weighed || got.Head.Hook != "3/0" || got.Bait.Form != s.Bait.Form {
			t.Errorf("bait %d: %+v", i, got)
		}
	}
	if baits[0].Drawn || baits[1].Drawn || !baits[2].Drawn {
		t.Error("only the bait on a bare hook is drawn down by the heads beside it")
	}
}

// A bare hook fits its bait where hooks are as they come, and is the one that was chosen
// where not.
func TestBareHook(t *testing.T) {
	s := own(rigging.Part{What: rigging.PartHook}, rigging.Part{What: rigging.PartShot, At: 0.3})
	for chosen, want := range map[string]string{setup.HookAsTheyCome: "3/0", "5/0": "5/0"} {
		s.Head.Hook = chosen
		baits, err := Baits(s, 7e-3, fresh(t))
		if err != nil || len(baits) != 1 || baits[0].Head.Hook != want {
			t.Errorf("%s: %+v %v", chosen, baits, err)
		}
	}
}

// What hangs beside a bait is weighed with it: wire from the bait up to where it ends, a
// second hook by the size of the first, which on a head of its own weight goes by that.
func TestBesideABait(t *testing.T) {
	fluid := fresh(t)
	bodies := func(s setup.Setup) []float64 {
		t.Helper()
		r, _, err := Rig(s, 20e-3, fluid)
		if err != nil {
			t.Fatal(err)
		}
		var out []float64
		for _, b := range r.Bodies {
			out = append(out, b.WeightInWater)
		}
		return out
	}
	head, upper := rigging.Part{What: rigging.PartHead}, rigging.Part{What: rigging.PartHead, At: 0.5, Mass: 2e-3}
	plain := bodies(own(head, upper))
	wired := bodies(own(head, upper, rigging.Part{What: rigging.PartWire, At: 0.8}))
	if got, want := wired[1]-plain[1], tackle.Trace(0.3, fluid).WeightInWater; math.Abs(got-want) > 1e-12 ||
		wired[0] != plain[0] {
		t.Errorf("0.3 m of wire over the upper bait weighs %g N, not %g", got, want)
	}
	// On a head of 1 g the hook is a #1, whatever the ladder's head is, and 0.38 g.
	s := own(head, rigging.Part{What: rigging.PartHead, At: 0.5, Mass: 1e-3})
	s.Head.Hook = setup.HookAsTheyCome
	plain = bodies(s)
	s.Rigging.Parts = append(s.Rigging.Parts, rigging.Part{What: rigging.PartStinger, At: 0.5})
	hooked := bodies(s)
	if got, want := hooked[1]-plain[1], tackle.Stinger("#1", fluid).WeightInWater; math.Abs(got-want) > 1e-12 {
		t.Errorf("the second hook on a head of 1 g weighs %g N, not %g", got, want)
	}
	s.Rigging.Parts = []rigging.Part{head, {What: rigging.PartStinger}}
	bare := s
	bare.Rigging.Parts = []rigging.Part{head}
	hooked, plain = bodies(s), bodies(bare)
	if got, want := hooked[0]-plain[0], tackle.Stinger("3/0", fluid).WeightInWater; math.Abs(got-want) > 1e-12 {
		t.Errorf("the second hook on the ladder's head weighs %g N, not %g", got, want)
	}
}

// A float of a rig of its own goes between the parts that hang below and above it, and
// what is felt stays felt.
func TestAfloatBetweenParts(t *testing.T) {
	fluid := water.Fluid{Density: 1000, Viscosity: 1e-6}
	float := rigging.Part{What: rigging.PartFloat, At: 0.8, Mass: 4e-3}
	for _, tt := range []struct {
		parts     []rigging.Part
		at        float64
		index, in int // of the float, and of the body that is felt
	}{
		{[]rigging.Part{{What: "head"}, float, {What: "swivel", At: 1}}, 0.8, 1, 0},
		{[]rigging.Part{{What: "head"}, {What: "stinger"}, {What: "shot", At: 0.8, Mass: 1e-3}, float}, 0.81, 2, 0},
		{[]rigging.Part{{What: "shot"}, {What: "float", At: 0.3, Mass: 4e-3}, {What: "head", At: 1, Mass: 1e-3}}, 0.3, 1, 2},
	} {
		s := own(tt.parts...)
		r, _, err := Rig(s, 1e-3, fluid)
		if err != nil {
			t.Fatal(err)
		}
		got := Afloat(s, r, fluid)
		if len(got.Bodies) != len(r.Bodies)+1 || got.Key != tt.in {
			t.Fatalf("%+v: %d bodies, body %d is felt", tt.parts, len(got.Bodies), got.Key)
		}
		// Half of 4 g is its own and 4 g it carries: it is a ball of 6 ml.
		if b := got.Bodies[tt.index]; math.Abs(b.At-tt.at) > 1e-12 || math.Abs(b.WeightInWater+4e-3*9.80665) > 1e-9 ||
			!(math.Abs(b.TowArea/(0.45*math.Pi/4*math.Pow(6e-6*6/math.Pi, 2.0/3))-1) < 1e-9) {
			t.Errorf("%+v: %+v", tt.parts, b)
		}
	}
	if s := own(rigging.Part{What: "head"}, rigging.Part{What: "float", At: 1}); s.Rigging.Floats() {
		if r, _, err := Rig(s, 1e-3, fluid); err != nil || Afloat(s, r, fluid) != r {
			t.Error("a float that carries nothing is played", err)
		}
	}
}

// How many fish a bait stands goes by its plastic, how it is put on, and what keeps it
// where it is on a head by its nose.
func TestFishFor(t *testing.T) {
	s := setup.Default()
	s.Bait.Body, s.Bait.Put, s.Head.Keeper = "plain", catalogue.PutNames()[0], catalogue.KeeperScrew
	plain := 4 * catalogue.PutOf(s.Bait.Put).Lasts.Number
	if got := FishFor(s); math.Abs(got-1.5*plain) > 1e-12 {
		t.Errorf("on a screw %g fish, not %g", got, 1.5*plain)
	}
	for _, put := range catalogue.Puts {
		if s.Bait.Put = put.Name; put.Swings {
			if got := FishFor(s); math.Abs(got-4*put.Lasts.Number) > 1e-12 {
				t.Errorf("%s: %g fish, and no keeper holds it", put.Name, got)
			}
		} else if got := FishFor(s); math.Abs(got-6*put.Lasts.Number) > 1e-12 {
			t.Errorf("%s: %g fish", put.Name, got)
		}
	}
	s.Bait.Put, s.Rigging.Kind = catalogue.PutNames()[0], rigging.DropShot
	if got := FishFor(s); math.Abs(got-plain) > 1e-12 {
		t.Errorf("on a bare hook %g fish, not %g", got, plain)
	}
}

// A hook that hides its point has a gap of 1.2 times the height of the bait.
func TestGapWanted(t *testing.T) {
	s := setup.Default()
	shown := GapWanted(s)
	if s.Head.Point = "buried"; math.Abs(GapWanted(s)/shown-judgement.HookHidden.Number) > 1e-12 ||
		judgement.HookHidden.Number != 1.2 {
		t.Errorf("%g m where the point shows, %g m where it is hidden", shown, GapWanted(s))
	}
}

// A stinger has the hook of the uppermost bait below it, whatever is tied on between the two.
func TestHookBelow(t *testing.T) {
	s := setup.Default()
	s.Bait.Length, s.Head.Hook = 0.15, setup.HookAsTheyCome
	light := 1e-3
	heads, _ := Tackle(s, light)
	bare := bareHook(s)
	if heads.Hook == bare {
		t.Fatalf("both hooks are %s", bare)
	}
	hook, head, swivel := rigging.Part{What: rigging.PartHook}, rigging.Part{What: rigging.PartHead, At: 0.2},
		rigging.Part{What: rigging.PartSwivel, At: 0.4}
	for _, tt := range []struct {
		parts []rigging.Part
		want  string
	}{{[]rigging.Part{hook, swivel}, bare}, {[]rigging.Part{hook, head, swivel}, heads.Hook}, {nil, bare}} {
		if got := hookBelow(s, tt.parts, light); got != tt.want {
			t.Errorf("%v: %s, not %s", tt.parts, got, tt.want)
		}
	}
}
