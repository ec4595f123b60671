package begin_test

import (
	"testing"

	"dunvel/core/advice"
	"dunvel/core/begin"
	"dunvel/core/setup"
	"dunvel/core/stage"
	"dunvel/core/units"
)

// plausible are the heads, from and to in g, that anglers would tie on for each kind.
var plausible = map[string][2]float64{
	"canal": {0.9, 2.5}, "float": {0.2, 1.3}, "flat": {0.9, 5.3}, "pond": {1.8, 7.1}, "worm": {1.3, 7.1},
	"weed": {0, 5.3}, "drop shot": {1.8, 7.1},
	"hover": {1.3, 7.1}, "river": {3.5, 17.7}, "ledge": {3.5, 14.2}, "surf": {7.1, 42.5}, "reef": {7.1, 28.4},
}

// Every kind has a plausible answer, as sure as is wanted, and none of its weights is what
// decides: there are lighter and heavier ones to choose from.
func TestKindsAreAnswered(t *testing.T) {
	if testing.Short() {
		t.Skip("whole answers on the engine")
	}
	for _, k := range begin.Kinds() {
		a, err := advice.New(stage.Knowledge{}).Answer(t.Context(), k.Setup, units.Choice{})
		if err != nil {
			t.Errorf("%s: %v", k.Name, err)
			continue
		}
		want, ok := plausible[k.Key]
		if !ok || a.Pick < 0 || a.Heads[a.Pick].Mass*1e3 < want[0]-0.01 || a.Heads[a.Pick].Mass*1e3 > want[1]+0.01 ||
			a.Heads[a.Pick].Sure < k.Setup.Approach.Sure {
			t.Errorf("%s, %g to %g g: %s", k.Name, want[0], want[1], a.Sentence)
		}
		for _, n := range a.Notes {
			if n.Caution && n.Kind != "rig" && n.Kind != "snags" {
				t.Errorf("%s minds something: %s", k.Name, n.Words)
			}
		}
	}
	if len(begin.Kinds()) != len(plausible) {
		t.Errorf("%d kinds", len(begin.Kinds()))
	}
}

// What is asked are fields that there are, and with those that matter for a kind no more
// than six are to be filled in.
func TestQuestions(t *testing.T) {
	for _, k := range begin.Kinds() {
		asked := 0
		for _, q := range begin.Questions() {
			for _, path := range q.Fields {
				if f := setup.LookupField(path); f.Applies(k.Setup) {
					asked++
				}
			}
		}
		if asked == 0 || asked > 6 {
			t.Errorf("%s asks for %d things", k.Name, asked)
		}
	}
	keys := map[string]bool{}
	for _, k := range begin.Kinds() {
		if keys[k.Key] || k.Name == "" || k.Says == "" {
			t.Errorf("%+v", k)
		}
		keys[k.Key] = true
	}
	// What is changed of one is not changed of the others.
	first := begin.Kinds()
	first[0].Name = "other"
	if begin.Kinds()[0].Name == "other" {
		t.Error("kinds can be changed from outside")
	}
}
