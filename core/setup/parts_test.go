package setup

import (
	"reflect"
	"strings"
	"testing"

	"dunvel/core/units"
)

// ownRig is the usual setup in 18 m with a rig of its own.
func ownRig(parts ...Part) Setup {
	s := Default()
	s.Rigging.Kind, s.Rigging.Parts = OwnRig, parts
	return s
}

// The named rigs are lists, with what hangs beside the bait in its place.
func TestNamedRigsAreLists(t *testing.T) {
	of := func(kind string) Rigging {
		r := Default().Rigging
		r.Kind, r.Apart, r.Upper, r.Stop, r.Carries = kind, 0.4, 0.005, 2, 0.01
		return r
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
		{of(SlidingSinker), []Part{{What: "hook"}, {What: "stop", At: 0.4}, {What: "sinker", At: 0.4, Slides: true}}, 1, false},
		{of(SplitShot), []Part{{What: "hook"}, {What: "shot", At: 0.4}}, 1, false},
		{of(DropShot), []Part{{What: "sinker"}, {What: "hook", At: 0.4}}, 0, false},
		{of(FixedFloat), []Part{{What: "head"}, {What: "float", At: 2, Mass: 0.01}}, 0, true},
		{of(SlidingFloat), []Part{{What: "head"}, {What: "float", Mass: 0.01, Slides: true}, {What: "stop", At: 2}}, 0, true},
		{trimmed, []Part{{What: "sinker"}, {What: "hook", At: 0.4}, {What: "stinger", At: 0.4}, {What: "blade", At: 0.4}, {What: "wire", At: trimmed.Apart + trimmed.Wire}}, 0, false},
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

// On a rig whose bait is over its sinker the target is that of the bait.
func TestTargetOfADropShot(t *testing.T) {
	s := Default() // in 18 m
	s.Rigging.Kind, s.Rigging.Apart = DropShot, 0.5
	for _, c := range []struct{ depth, height, want, over float64 }{{0, 0, 0, 0}, {0, 0.4, 0, 0.4}, {6, 0, 6.5, 0}, {17.5, 0, 0, 0}, {17.4, 0, 17.9, 0}} {
		s.Target.Depth, s.Target.Height = c.depth, c.height
		if got, over := s.TargetDepth(), s.BaitOver(); got != c.want || over != c.over {
			t.Errorf("at %g m or %g over the bed: the sinker goes to %g m, the bait is wanted %g over it", c.depth, c.height, got, over)
		}
	}
	s.Target.Depth, s.Target.Height, s.Rigging.Over = 0, 0.4, 0.2
	if got := s.BaitOver(); got != 0.2 {
		t.Errorf("what the rig says goes before the target: %g", got)
	}
	s.Rigging.Kind, s.Rigging.Over = SlidingSinker, 0
	if s.TargetDepth() != 17.6 || s.BaitOver() != 0 {
		t.Errorf("on a trace: %g m", s.TargetDepth())
	}
}

// What cannot be tied is refused by its part, in words.
func TestOwnRigs(t *testing.T) {
	head, hook := Part{What: "head"}, Part{What: "hook"}
	at := func(p Part, m float64) Part { p.At = m; return p }
	for _, c := range []struct {
		parts []Part
		field string
		words string
	}{
		{[]Part{head}, "", ""},
		{[]Part{head, {What: "shot", At: 0.3, Mass: 0.001}, {What: "float", At: 1, Slides: true, Mass: 0.01}, {What: "stop", At: 4}}, "", ""},
		{[]Part{hook, {What: "stop", At: 0.3}, {What: "sinker", At: 0.3, Slides: true}, {What: "hook", At: 1}}, "", ""},
		{[]Part{head, at(hook, 0.3), at(hook, 0.6), at(hook, 0.9), at(hook, 1.2), at(hook, 1.5), at(hook, 1.8), at(hook, 2.1)}, "", ""},
		{nil, "rig.parts", "Rig: it has no parts; begin with a head, a hook or a sinker at the end of the line."},
		{make([]Part, 17), "rig.parts", "Rig: at most 16 parts can be worked out, not 17."},
		{[]Part{head, {What: "anvil", At: 1}}, "rig.parts.1.what", "Rig: “anvil” is not one of head, hook, sinker, shot, float, swivel, stop, wire, blade, stinger."},
		{[]Part{head, at(hook, 61)}, "rig.parts.1.at", "Up the line: 61 m is outside what is allowed, 0 m to 60 m."},
		{[]Part{head, {What: "head", At: 1, Mass: 0.6}}, "rig.parts.1.mass", "Weight: 600 g is outside what is allowed, 0 g to 500 g."},
		{[]Part{at(head, 0.2)}, "rig.parts.0.at", "Rig: at the end of the line, 0 up it, belongs a head, a hook or a sinker, not a head 0.2 m up."},
		{[]Part{{What: "float", Mass: 0.01}, at(head, 1)}, "rig.parts.0.at", "Rig: at the end of the line, 0 up it, belongs a head, a hook or a sinker, not a float 0 m up."},
		{[]Part{head, at(hook, 1), {What: "stop", At: 0.5}}, "rig.parts.2.at", "Rig: the stop at 0.5 m comes after the hook at 1 m; list the parts from the end of the line up."},
		{[]Part{head, at(hook, 0.009)}, "rig.parts.1.at", "Rig: the hook at 0.009 m is where the head is; leave 10 mm between them."},
		{[]Part{head, at(hook, 0.01)}, "", ""},
		{[]Part{hook, {What: "stop", At: 0.5}, {What: "sinker", At: 0.5, Slides: true}, {What: "stop", At: 0.549}}, "rig.parts.2.slides",
			"Rig: between 0.5 m and 0.549 m the sinker has no line to slide on; leave 50 mm at least."},
		{[]Part{hook, {What: "stop", At: 0.5}, {What: "sinker", At: 0.5, Slides: true}, {What: "stop", At: 0.55}}, "", ""},
		{[]Part{head, {What: "float", At: 1, Mass: 0.01}, at(hook, 1.5)}, "rig.parts.2.at", "Rig: the hook at 1.5 m is over the float; what hangs from a float is below it."},
		{[]Part{head, {What: "float", At: 1, Mass: 0.01}, {What: "swivel", At: 1.5}}, "", ""},
		{[]Part{head, hook}, "rig.parts.1.at", "Rig: the hook at 0 m is where the head is; leave 10 mm between them."},
		{[]Part{hook, {What: "sinker", Slides: true, At: 0.3}, at(hook, 0.3)}, "", ""},
		{[]Part{head, {What: "shot", At: 1, Mass: 0.001, Slides: true}}, "rig.parts.1.slides", "Rig: a shot cannot slide; let a sinker or a float over the end of the line do so."},
		{[]Part{head, {What: "swivel", At: 1, Mass: 0.001}}, "rig.parts.1.mass", "Rig: a swivel has no weight to be given, and 1 g is; leave it empty."},
		{[]Part{head, {What: "float", At: 1}}, "rig.parts.1.mass", "Rig: the float carries nothing and would sink; say what it carries."},
		{[]Part{{What: "sinker"}, {What: "blade", At: 0.1}, at(hook, 1)}, "rig.parts.1.what", "Rig: a blade belongs to a bait, and below it there is no head or hook."},
		{[]Part{head, {What: "float", At: 1, Mass: 0.01, Slides: true}}, "rig.parts.1.slides", "Rig: a float that slides needs a stop above it, or the bait goes to the bed."},
		{[]Part{hook, {What: "sinker", At: 0.3, Slides: true}, {What: "sinker", At: 0.5, Mass: 0.01, Slides: true}}, "rig.parts.1.slides",
			"Rig: the sinker and the sinker slide on the same stretch of line; put a stop or a swivel between them."},
		{[]Part{{What: "sinker"}}, "rig.parts", "Rig: nothing in it carries a bait; add a head or a hook."},
		{[]Part{head, {What: "float", At: 1, Mass: 0.01}, {What: "float", At: 2, Mass: 0.01}}, "rig.parts", "Rig: it has 2 floats; one can be worked out."},
		{[]Part{head, at(head, 1)}, "rig.parts", "Rig: 2 parts have no weight of their own; only one can take the weights to choose from."},
		{[]Part{{What: "head", Mass: 0.01}}, "rig.parts", "Rig: no head, sinker or shot takes the weights to choose from; leave the weight of one empty."},
		{[]Part{hook, {What: "sinker", At: 0.1, Slides: true}, {What: "stop", At: 1}, {What: "sinker", At: 1, Mass: 0.01, Slides: true}, {What: "stop", At: 2},
			{What: "sinker", At: 2, Mass: 0.01, Slides: true}, {What: "stop", At: 3}, {What: "sinker", At: 3, Mass: 0.01, Slides: true}, {What: "stop", At: 4},
			{What: "sinker", At: 4, Mass: 0.01, Slides: true}}, "rig.parts", "Rig: the line runs through 5 of its parts; at most 4 can be worked out."},
		{[]Part{head, at(hook, 18)}, "rig.parts", "Rig: 18 m does not fit into water 18 m deep."},
		{[]Part{head, {What: "float", At: 18, Mass: 0.01}}, "rig.stop", "Stop: 18 m is below the bed at 18 m; the bait would lie on it and the float."},
	} {
		err := ownRig(c.parts...).Validate(units.Choice{})
		if c.field == "" {
			if err != nil {
				t.Errorf("%+v: %v", c.parts, err)
			}
			continue
		}
		errs, _ := err.(Errors)
		if len(errs) == 0 || errs[0].Field != c.field && !strings.HasSuffix(c.words, "17.") || errs[0].Message != c.words {
			t.Errorf("%+v: %q, want %s: %s", c.parts, errs, c.field, c.words)
		}
	}
}

// A bait is not wider, nor higher, than it is long.
func TestMeasuredBaitFits(t *testing.T) {
	s := Default()
	s.Bait.Length, s.Bait.Trimmed, s.Bait.Width, s.Bait.Height = 0.04, 0.01, 0.05, 0.05
	if err := s.Validate(units.Choice{}); err != nil {
		t.Error(err)
	}
	s.Bait.Width, s.Bait.Height = 0.051, 0.06
	errs, _ := s.Validate(units.Choice{}).(Errors)
	if len(errs) != 2 || errs[0] != (FieldError{"bait.width", "Bait width, measured: 51 mm is more than the bait is long, 50 mm."}) || errs[1].Field != "bait.height" {
		t.Errorf("%q", errs)
	}
}
