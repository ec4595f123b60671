package units

import (
	"errors"
	"fmt"
	"math"
	"strings"
	"testing"
)

func TestParse(t *testing.T) {
	g, m, mps, c := MustLookup("g"), MustLookup("m"), MustLookup("m/s"), MustLookup("°C")
	tests := []struct {
		text string
		want Dimension
		bare Unit
		base float64
	}{
		{"7 g", Mass, g, 0.007},
		{"7", Mass, g, 0.007},
		{"3,5 g", Mass, g, 0.0035},
		{" 3.5G ", Mass, g, 0.0035},
		{"1/4 oz", Mass, g, 0.45359237 / 64},
		{"3/8oz", Mass, g, 3 * 0.45359237 / 128},
		{"1 1/2 oz", Mass, g, 1.5 * 0.45359237 / 16},
		{"1-1/2 oz", Mass, g, 1.5 * 0.45359237 / 16},
		{"½ oz", Mass, g, 0.45359237 / 32},
		{"1½ oz", Mass, g, 1.5 * 0.45359237 / 16},
		{"≈ 3/32 oz", Mass, g, 3 * 0.45359237 / 512},
		{"12 lb", Mass, g, 12 * 0.45359237},
		{"18 m", Length, m, 18},
		{"60 ft", Length, m, 60 * 0.3048},
		{"60'", Length, m, 60 * 0.3048},
		{"0,165 mm", Length, m, 0.165e-3},
		{".18 mm", Length, m, 0.18e-3},
		{"4\"", Length, m, 4 * 0.0254},
		{"0.8 kn", Speed, mps, 0.8 * 1852 / 3600},
		{"3.6 km/h", Speed, mps, 1},
		{"10 mph", Speed, mps, 4.4704},
		{"52 °F", Temperature, c, 100.0 / 9},
		{"-2", Temperature, c, -2},
		{"−2 C", Temperature, c, -2},
		{"PE 0.8", Grade, MustLookup("PE"), 0.8},
		{"pe1,5", Grade, MustLookup("PE"), 1.5},
		{"2 min", Time, MustLookup("s"), 120},
		{"90°", Angle, MustLookup("°"), 90},
		{"1250 m", Length, m, 1250},
	}
	for _, tt := range tests {
		got, _, err := Parse(tt.text, tt.want, tt.bare)
		if err != nil || math.Abs(got-tt.base) > 1e-9*math.Abs(tt.base) {
			t.Errorf("Parse(%q) = %g, %v; want %g", tt.text, got, err, tt.base)
		}
	}
}

func TestParseRefuses(t *testing.T) {
	m := MustLookup("m")
	for text, says := range map[string]string{
		"":                      "empty",
		"   ":                   "empty",
		"deep":                  "number",
		"m":                     "number",
		"18 g":                  "is in g",
		"0.5 kn":                "is in kn",
		"18 fathoms":            "fathoms",
		"1/0 m":                 "zero",
		"NaN":                   "number",
		"Inf m":                 "number",
		"0x10 m":                "not known",
		"1e400 m":               "not known",
		"1,250 m":               "1250 or 1.250",
		"3 4 m":                 "not known",
		"1.2.3 m":               "not known",
		"--3 m":                 "number",
		strings.Repeat("9", 50): "too long",
		"18 m <script>":         "not known",
	} {
		_, _, err := Parse(text, Length, m)
		var parse *ParseError
		if !errors.As(err, &parse) {
			t.Errorf("Parse(%q): %v is no ParseError", text, err)
		} else if !strings.Contains(err.Error(), says) {
			t.Errorf("Parse(%q) says %q, not %q", text, err, says)
		}
	}
}

func TestFormat(t *testing.T) {
	for _, tt := range []struct {
		base   float64
		unit   string
		digits int
		want   string
	}{
		{0.0106, "g", 3, "10.6 g"}, {0.007, "g", 3, "7 g"}, {0.0425, "oz", 3, "1 1/2 oz"},
		{0.0106, "oz", 3, "3/8 oz"}, {0.0025, "oz", 3, "≈ 3/32 oz"}, {0.0004, "oz", 3, "≈ 1/64 oz"}, {0.00039 * 0.99, "oz", 3, "0.0136 oz"}, {0.000495, "oz", 3, "≈ 1/64 oz"}, {0.0005, "oz", 3, "0.0176 oz"}, {0, "oz", 3, "0 oz"},
		{18.288, "ft", 3, "60 ft"}, {0.000165, "mm", 3, "0.165 mm"}, {0.5, "kn", 2, "0.97 kn"},
		{11, "°F", 3, "51.8 °F"}, {-0.0001, "m", 2, "-0.0001 m"}, {1, "PE", 2, "PE 1"}, {90, "°", 3, "90°"},
		{math.NaN(), "m", 3, "–"}, {math.Inf(1), "m", 3, "–"}, {123.456, "m", 3, "123 m"},
	} {
		if got := Format(tt.base, MustLookup(tt.unit), tt.digits); got != tt.want {
			t.Errorf("Format(%g, %s, %d) = %q, want %q", tt.base, tt.unit, tt.digits, got, tt.want)
		}
	}
}

// What is printed is read back as the same quantity, to the digits printed.
func TestFormatParseRoundTrip(t *testing.T) {
	for _, u := range All() {
		for _, written := range []float64{0.017, 0.4, 1, 3.5, 12.3, 987} {
			base := u.ToBase(written)
			got, _, err := Parse(Format(base, u, 6), u.Dimension, u)
			if err != nil {
				t.Errorf("%g %s: %v", written, u.Symbol, err)
			} else if d := math.Abs(u.FromBase(got) - written); d > 0.07*written && !(u.Fractions && written < 0.02 && d <= 0.12*written) {
				t.Errorf("%g %s comes back as %g", written, u.Symbol, u.FromBase(got))
			}
		}
	}
}

func TestChoice(t *testing.T) {
	if err := (Choice{"mass": "oz", "depth": "ft"}).Validate(); err != nil {
		t.Error(err)
	}
	for _, bad := range []Choice{{"colour": "g"}, {"mass": "ft"}, {"mass": "stone"}} {
		if bad.Validate() == nil {
			t.Errorf("%v was taken", bad)
		}
	}
	if got := (Choice{"depth": "ft"}).Show("depth", 3.048); got != "10 ft" {
		t.Error(got)
	}
	if got := (Choice)(nil).Show("speed", 0.25); got != "0.25 m/s" {
		t.Error(got)
	}
}

func ExampleParse() {
	kg, _, _ := Parse("3/8 oz", Mass, MustLookup("g"))
	fmt.Println(Format(kg, MustLookup("g"), 3))
	_, _, err := Parse("5 m", Mass, MustLookup("g"))
	fmt.Println(err)
	// Output:
	// 10.6 g
	// “5 m” is in m; give a weight such as 7 g or 1/4 oz
}
