package units

import (
	"math"
	"slices"
	"strings"
	"testing"
)

func TestParseTyped(t *testing.T) {
	m, ft, g, oz, mps, s := MustLookup("m"), MustLookup("ft"), MustLookup("g"), MustLookup("oz"), MustLookup("m/s"),
		MustLookup("s")
	for _, tt := range []struct {
		text      string
		want      Dimension
		bare      Unit
		value     float64
		low, high float64
	}{
		{`6'10"`, Length, m, 82 * 0.0254, 0, 0},
		{"6 ft 10 in", Length, m, 82 * 0.0254, 0, 0},
		{"6ft10", Length, m, 82 * 0.0254, 0, 0},
		{"7'6", Length, m, 90 * 0.0254, 0, 0},
		{"7′1″", Length, m, 85 * 0.0254, 0, 0},
		{`6'10 1/2"`, Length, m, 82.5 * 0.0254, 0, 0},
		{"7'", Length, m, 7 * 0.3048, 0, 0},
		{"7 foot", Length, m, 7 * 0.3048, 0, 0},
		{"50 yd", Length, m, 45.72, 0, 0},
		{"25 yards", Length, m, 22.86, 0, 0},
		{"12-15 ft", Length, m, 13.5 * 0.3048, 12 * 0.3048, 15 * 0.3048},
		{"3 to 5 ft", Length, m, 4 * 0.3048, 3 * 0.3048, 5 * 0.3048},
		{"2–3", Length, ft, 2.5 * 0.3048, 2 * 0.3048, 3 * 0.3048},
		{"12ft-15ft", Length, m, 13.5 * 0.3048, 12 * 0.3048, 15 * 0.3048},
		{"50 cm to 1 m", Length, m, 0.75, 0.5, 1},
		{"3-14g", Mass, g, 0.0085, 0.003, 0.014},
		{"40-100 g", Mass, g, 0.07, 0.04, 0.1},
		{"10-15 mph", Speed, mps, 12.5 * 0.44704, 10 * 0.44704, 15 * 0.44704},
		{"2 s/ft", Speed, mps, 0.1524, 0, 0},
		{"4 s a metre", Speed, mps, 0.25, 0, 0},
		{"1 turn/s", Speed, mps, 0.75, 0, 0},
		{"1 turn a second", Speed, mps, 0.75, 0, 0},
		{"a turn a second", Speed, mps, 0.75, 0, 0},
		{"1,5 turns per second", Speed, mps, 1.125, 0, 0},
		{"a turn in 3 s", Speed, mps, 0.25, 0, 0},
		{"3/16", Mass, oz, 3 * 0.45359237 / 256, 0, 0},
		{"1-1/2 oz", Mass, g, 1.5 * 0.45359237 / 16, 0, 0},
		{"7", Mass, g, 0.007, 0, 0},
		{"5-8 s", Time, s, 6.5, 5, 8},
		{"1:30", Time, s, 90, 0, 0},
		{"1 min 5 s", Time, s, 65, 0, 0},
		{"12m05", Time, s, 725, 0, 0},
	} {
		got, err := ParseTyped(tt.text, tt.want, tt.bare, 0.75)
		near := func(a, b float64) bool { return math.Abs(a-b) <= 1e-9*math.Abs(b) }
		if err != nil || !near(got.Value, tt.value) || !near(got.Low, tt.low) || !near(got.High, tt.high) ||
			got.IsRange() != (tt.high > 0) {
			t.Errorf("%q: %+v, %v; want %g, %g to %g", tt.text, got, err, tt.value, tt.low, tt.high)
		}
	}
	for _, tt := range []struct {
		text string
		want Dimension
		bare Unit
		says string
	}{
		{"3/16", Mass, g, "can be read two ways; write 3/16 oz or 0.188 g"},
		{"15-12 ft", Length, m, "goes from more to less; write the smaller one first"},
		{"1 turn a second", Speed, mps, "the line that a turn takes in is not known"},
		{"12-15 oz", Length, m, "is in oz; give a length"},
		{"12 oz", Length, m, "is in oz; give a length such as 18 m or 60 ft"},
		{"12 oz", Length, MustLookup("in"), "is in oz; give a size such as 0.15 mm or 3 1/2 in"},
		{"thin", Length, MustLookup("mm"), "does not start with a number; give a size such as 0.15 mm or 3 1/2 in"},
		{"1:60", Time, s, "has a unit that is not known (:60)"},
		{"6'14", Length, m, "has a unit that is not known"},
		{"12-", Length, m, "has a unit that is not known"},
		{"0 s/ft", Speed, mps, "has a unit that is not known"},
		{strings.Repeat("1", 50), Length, m, "is too long"},
	} {
		if _, err := ParseTyped(tt.text, tt.want, tt.bare, 0); err == nil || !strings.Contains(err.Error(), tt.says) {
			t.Errorf("%q: %v, want %q", tt.text, err, tt.says)
		}
	}
}

func TestParseList(t *testing.T) {
	g, oz := MustLookup("g"), MustLookup("oz")
	ounces := func(all ...float64) []float64 {
		for i := range all {
			all[i] = RoundSignificant(all[i]*0.45359237/16, 12)
		}
		return all
	}
	for _, tt := range []struct {
		text string
		bare Unit
		want []float64
	}{
		{"1/32, 1/16, 1/8 oz", g, ounces(1.0/32, 1.0/16, 1.0/8)},
		{"1/32 1/16 1/8", oz, ounces(1.0/32, 1.0/16, 1.0/8)},
		{"1/32,1/16,1/8", oz, ounces(1.0/32, 1.0/16, 1.0/8)},
		{"1 1/2 oz", g, ounces(1.5)},
		{"0.9; 1.8; 3.5", g, []float64{0.0009, 0.0018, 0.0035}},
		{"0,9; 1,8", g, []float64{0.0009, 0.0018}},
		{"3.5, 7, 10", g, []float64{0.0035, 0.007, 0.01}},
		{"3.5 7 10 g,", oz, []float64{0.0035, 0.007, 0.01}},
		{"3,5", g, []float64{0.0035}},
		{"3.5 g; 1/8 oz", g, []float64{0.0035, RoundSignificant(0.45359237/128, 12)}},
		{"7", g, []float64{0.007}},
	} {
		got, err := ParseList(tt.text, tt.bare)
		if err != nil || !slices.Equal(got, tt.want) {
			t.Errorf("%q: %v, %v; want %v", tt.text, got, err, tt.want)
		}
	}
	for text, says := range map[string]string{
		"1/32, 1/16": "can be read two ways; write 1/16 oz", "3.5 frogs 7": "unit that is not known",
		"3-5; 7": "is a range; list each weight", "": "is empty", "3 7 %": "holds what is no weight",
	} {
		if _, err := ParseList(text, g); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q: %v, want %q", text, err, says)
		}
	}
}

func FuzzParseTyped(f *testing.F) {
	for _, seed := range []string{`6'10"`, "12-15 ft", "1/32, 1/16", "a turn in 3 s", "2 s/ft", "½ oz", "--", "1-1-1"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		for _, want := range []Dimension{Mass, Length, Speed} {
			bare := map[Dimension]Unit{Mass: MustLookup("g"), Length: MustLookup("m"), Speed: MustLookup("m/s")}[want]
			if v, err := ParseTyped(text, want, bare, 0.7); err == nil && (math.IsNaN(v.Value) || v.High < v.Low) {
				t.Errorf("%q: %+v", text, v)
			}
		}
		if all, err := ParseList(text, MustLookup("g")); err == nil && len(all) == 0 {
			t.Errorf("%q: nothing", text)
		}
	})
}
