package tackle

import (
	"math"
	"testing"

	"dunvel/core/water"
)

func TestOnBed(t *testing.T) {
	salt, err := water.New("salt", 11)
	if err != nil {
		t.Fatal(err)
	}
	ball := Head{Mass: 7e-3, Material: "lead", Shape: "ball", Hook: "1/0", Wire: "standard"}
	standUp := ball
	standUp.Shape = "stand-up"
	for _, tt := range []struct {
		name string
		head Head
		bait Bait
		want Attitude
	}{
		{"a floating bait", ball, Bait{Form: "stub", Length: 0.07, Body: "floating"}, Stands},
		{"a plain bait", ball, Bait{Form: "paddle tail", Length: 0.08, Body: "plain"}, Lies},
		{"a plain bait on a foot", standUp, Bait{Form: "straight worm", Length: 0.06, Body: "plain"}, Leans},
		{"a heavy bait on a foot", standUp, Bait{Form: "stick", Length: 0.12, Body: "heavily salted"}, Lies},
		{"a floating bait too small for its hook", Head{Mass: 7e-3, Material: "lead", Shape: "ball", Hook: "6/0", Wire: "heavy"}, Bait{Form: "straight worm", Length: 0.05, Body: "floating"}, Lies},
	} {
		if got := OnBed(tt.head, tt.bait, salt); got != tt.want {
			t.Errorf("%s %s, not %s", tt.name, got, tt.want)
		}
	}
	// A bait as heavy as water stands or lies by its hook alone: the moments
	// are in balance where the bait's lift is that of the hook.
	fresh, err := water.New("fresh", 12)
	if err != nil {
		t.Fatal(err)
	}
	hook := 0.5e-3 * (1 - fresh.Density/hookDensity)
	bait := Bait{Form: "stick", Length: 0.1, Body: "floating"}
	bait.Weighed = bait.Volume()*fresh.Density - hook*0.3/0.5
	light, heavy := bait, bait
	light.Weighed *= 1 - 1e-4
	heavy.Weighed *= 1 + 1e-4
	if OnBed(ball, light, fresh) != Stands || OnBed(ball, heavy, fresh) != Lies {
		t.Error("the moments do not balance where they should")
	}
}

func TestHookExit(t *testing.T) {
	if got := HookExit("1/0"); math.Abs(got-0.0253) > 1e-9 {
		t.Errorf("%g m", got)
	}
}
