package outfit

import (
	"math"
	"testing"

	"dunvel/core/rigging"
	"dunvel/core/setup"
)

func TestVariants(t *testing.T) {
	s := setup.Default()
	s.Head.Hook = "#10"
	for key, check := range map[string]func(setup.Setup) bool{
		"thin":  func(v setup.Setup) bool { return math.Abs(v.Line.Diameter-0.126e-3) < 1e-9 },
		"thick": func(v setup.Setup) bool { return math.Abs(v.Line.Diameter-0.252e-3) < 1e-9 },
		"straight": func(v setup.Setup) bool {
			return v.Line.Material == "fluorocarbon" && v.Leader.Length == 0 && math.Abs(v.Line.Diameter-0.32e-3) < 1e-9
		},
		"hook":     func(v setup.Setup) bool { return v.Head.Hook == "#6" },
		"small":    func(v setup.Setup) bool { return math.Abs(v.Bait.Length-0.09) < 1e-9 },
		"tungsten": func(v setup.Setup) bool { return v.Head.Material == "tungsten" },
		"tin":      func(v setup.Setup) bool { return v.Head.Material == "tin" },
		"glass":    func(v setup.Setup) bool { return v.Head.Material == "glass" },
		"football": func(v setup.Setup) bool { return v.Head.Shape == "football" },
		"mushroom": func(v setup.Setup) bool { return v.Head.Shape == "mushroom" },
		"standup":  func(v setup.Setup) bool { return v.Head.Shape == "stand-up" },
		"swing":    func(v setup.Setup) bool { return v.Head.Shape == "swing" },
		"dropshot": func(v setup.Setup) bool { return v.Rigging.Kind == rigging.DropShot },
	} {
		if v, ok := Vary(s, key); !ok || !check(v) {
			t.Errorf("%s: %+v", key, v)
		}
	}
	if len(Variants) != len(variants) {
		t.Error("the list and the changes differ")
	}
	if _, ok := Vary(s, "nothing"); ok {
		t.Error("there is no such change")
	}
}
