package rules

import (
	"errors"
	"math"
	"strings"
	"testing"

	"dunvel/core/units"
)

func TestSay(t *testing.T) {
	const thumb = "to 3 m: 3.5 g; deeper or windy: 7 g"
	const bands = "to 3 m: 2.5 g\nto 6 m: 5 g\nover 6 m and running: 1/2 oz\nslack, over 6 m: 7 g"
	for _, tt := range []struct {
		text  string
		water Water
		grams float64
	}{
		{thumb, Water{Depth: 2}, 3.5},
		{thumb, Water{Depth: 3}, 3.5},
		{thumb, Water{Depth: 3.1}, 7},
		{thumb, Water{Depth: 2, Wind: 8}, 7},
		{bands, Water{Depth: 3}, 2.5},
		{bands, Water{Depth: 4}, 5},
		{bands, Water{Depth: 9, Flow: 0.3}, 14.175},
		{bands, Water{Depth: 9}, 7},
		{"3 to 6 m: 5 g", Water{Depth: 4}, 5},
		{"3-6 m: 5 g", Water{Depth: 7}, 0},
		{"10 ft to 20 ft: 5 g", Water{Depth: 4}, 5},
		{"wind over 5 m/s: 10; otherwise: 4", Water{Wind: 6}, 10},
		{"wind over 5 m/s: 10; otherwise: 4", Water{Wind: 5}, 4},
		{"8 ft or less: 4 g; 8 ft or more: 9 g", Water{Depth: 2.4}, 4},
		{"8 ft or less: 4 g; 8 ft or more: 9 g", Water{Depth: 2.5}, 9},
		{"3 m or deeper, windy or running: 4 g", Water{Depth: 2, Flow: 0.3}, 4},
		{"strong current: 9 g", Water{Flow: 0.376}, 9},
		{"strong current: 9 g", Water{Flow: 0.374}, 0},
		{"strong current: 9 g", Water{Flow: 2}, 9},
		{"slow current: 3 g", Water{Flow: 0.17}, 3},
		{"weak run: 3 g", Water{Flow: 0.18}, 0},
		{"big wind: 9 g", Water{Wind: 9.1}, 9},
		{"big wind: 9 g", Water{Wind: 8.9}, 0},
		{"light breeze: 9 g", Water{Wind: 5}, 9},
		{"light breeze: 9 g", Water{Wind: 5.1}, 0},
		{"current under 0.5 kn: 4 g", Water{Flow: 0.25}, 4},
		{"current under 0.5 kn: 4 g", Water{Flow: 0.26}, 0},
	} {
		r, err := Parse(tt.text, nil)
		if err != nil {
			t.Errorf("%q: %v", tt.text, err)
			continue
		}
		if mass, _ := r.Say(tt.water); math.Abs(mass*1e3-tt.grams) > 0.001 {
			t.Errorf("%q in %+v: %g g, not %g g", tt.text, tt.water, mass*1e3, tt.grams)
		}
	}
	feet, err := Parse("to 10: 3.5", units.Choice{"depth": "ft"})
	if err != nil {
		t.Fatal(err)
	}
	if mass, _ := feet.Say(Water{Depth: 3.5}); mass != 0 {
		t.Error("10 is in feet")
	}
}

func TestRefuses(t *testing.T) {
	for text, want := range map[string]string{
		"":                                 "holds no rule",
		" ; ;\n":                           "holds no rule",
		"to 3 m 3.5 g":                     "no colon",
		"to 3 m: heavy":                    "no weight",
		"2-4 m: 10-15 g":                   "gives two weights, 10 g to 15 g; write the one that you would tie on",
		"blue current: 7 g":                "not known, “blue current”",
		"none current: 7 g":                "not known, “none current”",
		"to 3 m: 0 g":                      "above 0",
		"to 3 m: 3 kg":                     "at most 500 g",
		"deeper: 7 g":                      "no rule before it",
		"to 3 parsecs: 7 g":                "unit that is not known",
		"to 3 kg: 7 g":                     "is in kg",
		"when the moon is: 7 g":            "not known, “when the moon is”",
		"6 to 3 m: 7 g":                    "from more to less",
		"wind over blue: 7 g":              "cannot be read",
		strings.Repeat("a", 1000):          "too long",
		strings.Repeat("to 3 m: 1 g;", 21): "one too many",
	} {
		_, err := Parse(text, nil)
		var bad *Error
		if !errors.As(err, &bad) || !strings.Contains(err.Error(), want) {
			t.Errorf("%q: %v, not %q", text, err, want)
		}
	}
}

func TestWaters(t *testing.T) {
	r, err := Parse("to 3 m: 3.5 g; deeper or windy: 7 g", nil)
	if err != nil {
		t.Fatal(err)
	}
	got := r.Waters(Water{18, 0.5, 0.2})
	want := []Water{{1.5, 0, 0.2}, {1.5, 7, 0.2}, {3, 0, 0.2}, {3, 7, 0.2}, {4.5, 0, 0.2}, {4.5, 7, 0.2}, {6, 0, 0.2},
		{6, 7, 0.2}}
	if len(got) != len(want) {
		t.Fatalf("%v", got)
	}
	for i := range want {
		if got[i] != want[i] {
			t.Errorf("%v, not %v", got[i], want[i])
		}
	}
	always, err := Parse("always: 5 g", nil)
	if err != nil {
		t.Fatal(err)
	}
	if got := always.Waters(Water{18, 0.5, 0.2}); len(got) != 1 || got[0] != (Water{18, 0.5, 0.2}) {
		t.Errorf("%v", got)
	}
}

func FuzzParse(f *testing.F) {
	f.Add("to 3 m: 3.5 g; deeper or windy: 7 g")
	f.Fuzz(func(t *testing.T, text string) {
		r, err := Parse(text, nil)
		if err == nil && len(r) == 0 {
			t.Errorf("%q: no rules and no error", text)
		}
		r.Waters(Water{10, 1, 1})
	})
}
