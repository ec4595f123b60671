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
		{0.0106, "oz", 3, "3/8 oz"}, {0.0025, "oz", 3, "≈ 3/32 oz"}, {0.0004, "oz", 3, "≈ 1/64 oz"},
		{0.00039 * 0.99, "oz", 3, "0.0136 oz"}, {0.000495, "oz", 3, "≈ 1/64 oz"}, {0.0005, "oz", 3, "0.0176 oz"},
		{0, "oz", 3, "0 oz"},
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
			} else if d := math.Abs(u.FromBase(got) - written); d > 0.07*written && !(u.Fractions != nil && written < 0.02 &&
				d <= 0.12*written) {
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

// A pound of force is 0.45359237 kg under 9.80665 m/s2, of which an ounce is the sixteenth (NIST
// SP 811, 2008): 0.27801385095378125 N.
func TestOunceForce(t *testing.T) {
	if got := MustLookup("ozf").ToBase(1); math.Abs(got/0.27801385095378125-1) > 1e-12 {
		t.Errorf("%.15g N", got)
	}
}

// Where a number is written otherwise, from both sides of where that begins.
func TestFormatEdges(t *testing.T) {
	metre, ounce := MustLookup("m"), MustLookup("oz")
	for _, tt := range []struct {
		base float64
		unit Unit
		want string
	}{
		{1e-9, metre, "0.000000001 m"}, {0.9e-9, metre, "9e-10 m"}, {0.99e12, metre, "990000000000 m"},
		{1e12, metre, "1e+12 m"}, {1e300, metre, "1e+300 m"}, {1.5e40, metre, "1.5e+40 m"}, {5e-324, metre, "5e-324 m"}, {0, metre, "0 m"},
		{ounce.ToBase(-0.5), ounce, "-0.5 oz"},
		{ounce.ToBase(1.0 / 64), ounce, "1/64 oz"}, {ounce.ToBase(1.11 / 64), ounce, "≈ 1/64 oz"},
		{ounce.ToBase(1.13 / 64), ounce, "0.0177 oz"},
		{ounce.ToBase(3.0 / 64 * 1.025), ounce, "3/64 oz"}, {ounce.ToBase(3.0 / 64 * 1.027), ounce, "≈ 3/64 oz"},
		{ounce.ToBase(3.0 / 64 * 1.074), ounce, "≈ 3/64 oz"}, {ounce.ToBase(3.0 / 64 * 1.077), ounce, "0.0505 oz"},
	} {
		if got := Format(tt.base, tt.unit, 3); got != tt.want {
			t.Errorf("%g is written as %q, want %q", tt.base, got, tt.want)
		}
	}
	for s, want := range map[float64]string{0: "0.0 s", 9.94: "9.9 s", 9.95: "10 s", 61: "61 s"} {
		if got := Seconds(s); got != want {
			t.Errorf("%g s is said as %q, want %q", s, got, want)
		}
	}
	if got := Percent(0.374); got != "37 %" {
		t.Error(got)
	}
	if got := RoundSignificant(math.Copysign(0, -1), 3); math.Signbit(got) {
		t.Error("a negative zero")
	}
}

// A text may be so long and no longer, a negative fraction is one, and a range goes up.
func TestParseEdges(t *testing.T) {
	gram := MustLookup("g")
	longest := strings.Repeat("0", longestText-1) + "7"
	if v, _, err := Parse(longest, Mass, gram); err != nil || v != 0.007 {
		t.Errorf("%d letters: %g %v", len(longest), v, err)
	}
	if _, _, err := Parse("0"+longest, Mass, gram); err == nil {
		t.Error("a text that is too long was read")
	}
	if v, err := ParseTyped(longest, Mass, gram, 0); err != nil || v.Value != 0.007 {
		t.Errorf("%+v %v", v, err)
	}
	if _, err := ParseTyped("0"+longest, Mass, gram, 0); err == nil {
		t.Error("a text that is too long was read")
	}
	if v, _, err := Read("-1/2", gram); err != nil || v != -0.5 {
		t.Errorf("%g %v", v, err)
	}
	for text, ok := range map[string]bool{"6'11\"": true, "6'12\"": false, "1 turn in 2 s": true,
		"1 turn in 0 s": false, "3-4 m": true, "3-3 m": false} {
		dimension := Length
		if strings.Contains(text, "turn") {
			dimension = Speed
		}
		if v, err := ParseTyped(text, dimension, MustLookup("m"), 0.7); (err == nil) != ok {
			t.Errorf("%s: %+v, %v", text, v, err)
		}
	}
}

// One is one and no or more are many; a share is in whole percent.
func TestCounted(t *testing.T) {
	for n, want := range map[int]string{0: "0 drops", 1: "1 drop", 2: "2 drops"} {
		if got := Counted(n, "drop"); got != want {
			t.Errorf("%q", got)
		}
	}
	if got := Percent(0.126); got != "13 %" {
		t.Errorf("%q", got)
	}
}
