package rigging_test

import (
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/rigging"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// ownRig is the usual setup in 18 m with a rig of its own.
func ownRig(parts ...rigging.Part) setup.Setup {
	s := setup.Default()
	s.Rigging.Kind, s.Rigging.Parts = rigging.OwnRig, parts
	return s
}

// What cannot be tied is refused by its part, in words.
func TestOwnRigs(t *testing.T) {
	head, hook := rigging.Part{What: "head"}, rigging.Part{What: "hook"}
	stop, ring := rigging.Part{What: "stop"}, rigging.Part{What: "sinker", Mass: 0.001, Slides: true}
	at := func(p rigging.Part, m float64) rigging.Part { p.At = m; return p }
	for _, c := range []struct {
		parts []rigging.Part
		field string
		words string
	}{
		{[]rigging.Part{head}, "", ""},
		{[]rigging.Part{head, {What: "shot", At: 0.3, Mass: 0.001}, {What: "float", At: 1, Slides: true, Mass: 0.01},
			{What: "stop", At: 4}}, "", ""},
		{[]rigging.Part{hook, {What: "stop", At: 0.3}, {What: "sinker", At: 0.3, Slides: true}, {What: "hook", At: 1}},
			"", ""},
		{[]rigging.Part{head, at(hook, 0.3), at(hook, 0.6), at(hook, 0.9), at(hook, 1.2), at(hook, 1.5), at(hook, 1.8),
			at(hook, 2.1)}, "", ""},
		{[]rigging.Part{hook, {What: "sinker", At: 0.03, Slides: true}, {What: "stop", At: 0.05}}, "", ""},
		{[]rigging.Part{head, at(stop, 1), at(stop, 2), at(stop, 3), at(stop, 4), at(stop, 5), at(stop, 6), at(stop, 7),
			at(stop, 8), at(stop, 9), at(stop, 10), at(stop, 11), at(stop, 12), at(stop, 13), at(stop, 14),
			at(stop, 15)}, "", ""},
		{[]rigging.Part{hook, at(ring, 1), at(stop, 2), at(ring, 2), at(stop, 3), at(ring, 3), at(stop, 4),
			{What: "sinker", At: 5, Slides: true}}, "", ""},
		{nil, "rig.parts", "Rig: it has no parts; begin with a head, a hook or a sinker at the end of the line."},
		{make([]rigging.Part, 17), "rig.parts", "Rig: at most 16 parts can be worked out, not 17."},
		{[]rigging.Part{head, {What: "anvil", At: 1}}, "rig.parts.1.what",
			"Rig: “anvil” is not one of head, hook, sinker, shot, float, swivel, stop, wire, blade, stinger."},
		{[]rigging.Part{head, at(hook, 61)}, "rig.parts.1.at",
			"Up the line: 61 m is outside what is allowed, 0 m to 60 m."},
		{[]rigging.Part{head, {What: "head", At: 1, Mass: 0.6}}, "rig.parts.1.mass",
			"Weight: 600 g is outside what is allowed, 0 g to 500 g."},
		{[]rigging.Part{at(head, 0.2)}, "rig.parts.0.at",
			"Rig: at the end of the line, 0 up it, belongs a head, a hook or a sinker, not a head 0.2 m up."},
		{[]rigging.Part{{What: "float", Mass: 0.01}, at(head, 1)}, "rig.parts.0.at",
			"Rig: at the end of the line, 0 up it, belongs a head, a hook or a sinker, not a float 0 m up."},
		{[]rigging.Part{head, at(hook, 1), {What: "stop", At: 0.5}}, "rig.parts.2.at",
			"Rig: the stop at 0.5 m comes after the hook at 1 m; list the parts from the end of the line up."},
		{[]rigging.Part{head, at(hook, 0.009)}, "rig.parts.1.at",
			"Rig: the hook at 0.009 m is where the head is; leave 10 mm between them."},
		{[]rigging.Part{head, at(hook, 0.01)}, "", ""},
		{[]rigging.Part{hook, {What: "stop", At: 0.5}, {What: "sinker", At: 0.5, Slides: true},
			{What: "stop", At: 0.549}}, "rig.parts.2.slides",
			"Rig: between 0.5 m and 0.549 m the sinker has no line to slide on; leave 50 mm at least."},
		{[]rigging.Part{hook, {What: "stop", At: 0.5}, {What: "sinker", At: 0.5, Slides: true},
			{What: "stop", At: 0.55}}, "", ""},
		{[]rigging.Part{head, {What: "float", At: 1, Mass: 0.01}, at(hook, 1.5)}, "rig.parts.2.at",
			"Rig: the hook at 1.5 m is over the float; what hangs from a float is below it."},
		{[]rigging.Part{head, {What: "float", At: 1, Mass: 0.01}, {What: "swivel", At: 1.5}}, "", ""},
		{[]rigging.Part{head, hook}, "rig.parts.1.at",
			"Rig: the hook at 0 m is where the head is; leave 10 mm between them."},
		{[]rigging.Part{hook, {What: "sinker", Slides: true, At: 0.3}, at(hook, 0.3)}, "", ""},
		{[]rigging.Part{head, {What: "shot", At: 1, Mass: 0.001, Slides: true}}, "rig.parts.1.slides",
			"Rig: a shot cannot slide; let a sinker or a float over the end of the line do so."},
		{[]rigging.Part{head, {What: "swivel", At: 1, Mass: 0.001}}, "rig.parts.1.mass",
			"Rig: a swivel has no weight to be given, and 1 g is; leave it empty."},
		{[]rigging.Part{head, {What: "float", At: 1}}, "rig.parts.1.mass",
			"Rig: the float carries nothing and would sink; say what it carries."},
		{[]rigging.Part{{What: "sinker"}, {What: "blade", At: 0.1}, at(hook, 1)}, "rig.parts.1.what",
			"Rig: a blade belongs to a bait, and below it there is no head or hook."},
		{[]rigging.Part{head, {What: "float", At: 1, Mass: 0.01, Slides: true}}, "rig.parts.1.slides",
			"Rig: a float that slides needs a stop above it, or the bait goes to the bed."},
		{[]rigging.Part{hook, {What: "sinker", At: 0.3, Slides: true},
			{What: "sinker", At: 0.5, Mass: 0.01, Slides: true}}, "rig.parts.1.slides",
			"Rig: the sinker and the sinker slide on the same stretch of line; put a stop or a swivel between them."},
		{[]rigging.Part{{What: "sinker"}}, "rig.parts", "Rig: nothing in it carries a bait; add a head or a hook."},
		{[]rigging.Part{head, {What: "float", At: 1, Mass: 0.01}, {What: "float", At: 2, Mass: 0.01}}, "rig.parts",
			"Rig: it has 2 floats; one can be worked out."},
		{[]rigging.Part{head, at(head, 1)}, "rig.parts",
			"Rig: 2 parts have no weight of their own; only one can take the weights to choose from."},
		{[]rigging.Part{{What: "head", Mass: 0.01}}, "rig.parts",
			"Rig: no head, sinker or shot takes the weights to choose from; leave the weight of one empty."},
		{[]rigging.Part{hook, {What: "sinker", At: 0.1, Slides: true}, {What: "stop", At: 1},
			{What: "sinker", At: 1, Mass: 0.01, Slides: true}, {What: "stop", At: 2},
			{What: "sinker", At: 2, Mass: 0.01, Slides: true}, {What: "stop", At: 3},
			{What: "sinker", At: 3, Mass: 0.01, Slides: true}, {What: "stop", At: 4},
			{What: "sinker", At: 4, Mass: 0.01, Slides: true}}, "rig.parts",
			"Rig: the line runs through 5 of its parts; at most 4 can be worked out."},
		{[]rigging.Part{head, at(hook, 18)}, "rig.parts", "Rig: 18 m does not fit into water 18 m deep."},
		{[]rigging.Part{head, {What: "float", At: 18, Mass: 0.01}}, "rig.stop",
			"Stop: 18 m is below the bed at 18 m; the bait would lie on it and the float."},
	} {
		err := ownRig(c.parts...).Validate(units.Choice{})
		if c.field == "" {
			if err != nil {
				t.Errorf("%+v: %v", c.parts, err)
			}
			continue
		}
		errs, _ := err.(input.Errors)
		if len(errs) == 0 || errs[0].Field != c.field && !strings.HasSuffix(c.words, "17.") ||
			errs[0].Message != c.words {
			t.Errorf("%+v: %q, want %s: %s", c.parts, errs, c.field, c.words)
		}
	}
}
