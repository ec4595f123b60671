package rigging

import (
	"reflect"
	"testing"
)

// The named rigs are lists, with what hangs beside the bait in its place.
func TestNamedRigsAreLists(t *testing.T) {
	of := func(kind string) Rigging {
		return Rigging{Kind: kind, Apart: 0.4, Upper: 0.005, Stop: 2, Carries: 0.01}
	}
	trimmed := of(DropShot)
	trimmed.Wire, trimmed.Stinger, trimmed.Blade = 0.2, true, true
	bare := of(TwoHeads)
	bare.Upper = 0
	for _, c := range []struct {
		rig    Rigging
		parts  []Part
		key    int // among its bodies
		floats bool
	}{
		{of(SingleHead), []Part{{What: "head"}}, 0, false},
		{of(TwoHeads), []Part{{What: "head"}, {What: "head", At: 0.4, Mass: 0.005}}, 0, false},
		{bare, []Part{{What: "head"}, {What: "hook", At: 0.4}}, 0, false},
		{of(FreeSinker), []Part{{What: "hook"}, {What: "sinker", At: 0.03, Slides: true}}, 1, false},
		{of(SlidingSinker), []Part{{What: "hook"}, {What: "stop", At: 0.4}, {What: "sinker", At: 0.4, Slides: true}}, 1,
			false},
		{of(SplitShot), []Part{{What: "hook"}, {What: "shot", At: 0.4}}, 1, false},
		{of(DropShot), []Part{{What: "sinker"}, {What: "hook", At: 0.4}}, 0, false},
		{of(FixedFloat), []Part{{What: "head"}, {What: "float", At: 2, Mass: 0.01}}, 0, true},
		{of(SlidingFloat), []Part{{What: "head"}, {What: "float", Mass: 0.01, Slides: true}, {What: "stop", At: 2}}, 0,
			true},
		{trimmed, []Part{{What: "sinker"}, {What: "hook", At: 0.4}, {What: "stinger", At: 0.4},
			{What: "blade", At: 0.4}, {What: "wire", At: trimmed.Apart + trimmed.Wire}}, 0, false},
	} {
		if got := c.rig.List(); !reflect.DeepEqual(got, c.parts) {
			t.Errorf("%s: %+v, want %+v", c.rig.Kind, got, c.parts)
		}
		if _, key := c.rig.Bodies(); key != c.key || c.rig.Floats() != c.floats {
			t.Errorf("%s: body %d is felt, floats %v", c.rig.Kind, key, c.rig.Floats())
		}
		if c.floats && c.rig.FloatStop() != 2 {
			t.Errorf("%s: it hangs at %g m", c.rig.Kind, c.rig.FloatStop())
		}
	}
}
