package advice

import (
	"strings"
	"testing"

	"dunvel/core/explore/outfit"
	"dunvel/core/setup"
	"dunvel/core/stage"
)

// With one weight for all of them, outfits are told by what they do with it, not by
// steps of a ladder.
func TestAtTheSameWeight(t *testing.T) {
	s := setup.Default()
	s.Water.Depth, s.Heads = 5, []float64{0.0071}
	s.Bait = setup.Bait{Form: "stub", Length: 0.08, Body: "floating", Put: "along the hook"}
	s.Head.Hook = "1/0"
	named := func(name string, change func(*setup.Setup)) outfit.Outfit {
		other := s
		change(&other)
		return outfit.Outfit{Name: name, Setup: other}
	}
	compared, err := New(stage.Knowledge{}).Compare(t.Context(), s, []outfit.Outfit{
		{Name: "this one", Setup: s},
		named("football", func(s *setup.Setup) { s.Head.Shape = "football" }),
		named("a thick rope", func(s *setup.Setup) { s.Line.Diameter = 1.5e-3 }),
		named("another hook", func(s *setup.Setup) { s.Head.Wire = "heavy" }),
	}, nil)
	if err != nil {
		t.Fatal(err)
	}
	for i, want := range []string{"", "The other head", "The thicker line does not do it with 7.1 g.",
		"The other head does the same with that weight."} {
		words := strings.Join(compared[i].Words, " ")
		if i == 1 {
			want = "On the bed it leans, at 43°."
		}
		if !strings.Contains(words, want) || strings.Contains(words, "step") || strings.Contains(words, "same weight") {
			t.Errorf("%s: %s", compared[i].Name, words)
		}
	}
	if compared[1].Sits[0].Bed == compared[0].Sits[0].Bed {
		t.Errorf("%+v", compared[1].Sits)
	}
	neither, err := New(stage.Knowledge{}).Compare(t.Context(), s, []outfit.Outfit{
		named("a rope", func(s *setup.Setup) { s.Line.Diameter = 1.5e-3 }),
		named("a thinner rope", func(s *setup.Setup) { s.Line.Diameter = 1.4e-3 }),
	}, nil)
	if err != nil {
		t.Fatal(err)
	}
	if words := strings.Join(neither[1].Words, " "); !strings.HasPrefix(words, "Neither does it with 7.1 g.") {
		t.Error(words)
	}
}
