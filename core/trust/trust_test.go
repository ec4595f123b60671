package trust

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// Every check has a figure that passes, told by a test that there is.
func TestChecks(t *testing.T) {
	r := Told()
	if len(r.Checks) != len(Sources) {
		t.Fatalf("%d checks have figures, of %d", len(r.Checks), len(Sources))
	}
	seen := map[string]bool{}
	for i, s := range Sources {
		c := r.Checks[i]
		if c.Key != s.Key || seen[s.Key] || c.Cases < 1 || c.Figure == "" || c.Asked == "" {
			t.Errorf("%+v", c)
		}
		seen[s.Key] = true
		files, err := filepath.Glob("../../" + s.Package + "/*_test.go")
		if err != nil {
			t.Fatal(err)
		}
		tests := false
		for _, path := range files {
			text, err := os.ReadFile(path)
			if err != nil {
				t.Fatal(err)
			}
			tests = tests || strings.Contains(string(text), "func "+s.Test+"(t *testing.T)")
		}
		if !tests {
			t.Errorf("%s has no %s", s.Package, s.Test)
		}
	}
}

// The document is what `make trust` would write of what is kept.
func TestDocument(t *testing.T) {
	text, err := os.ReadFile("../../docs/trust.md")
	if err != nil {
		t.Fatal(err)
	}
	if string(text) != Told().Document() {
		t.Error("docs/trust.md is not of the figures that are kept; run make trust")
	}
}

func TestFigureWords(t *testing.T) {
	for _, tt := range []struct {
		unit          Unit
		of            Figure
		figure, asked string
		passes        bool
	}{
		{Percent, Figure{Cases: 2, Value: 0.0024, High: 0.03}, "at most 0.24 %", "at most 3 %", true},
		{Percent, Figure{Cases: 200, Value: 0.103, Mostly: 0.0238, High: 0.1}, "at most 10 %, 95 of 100 within 2.4 %",
			"at most 10 %", false},
		{Percent, Figure{Value: 0.77, Low: 0.75, High: 0.85}, "77 %", "75 % to 85 %", true},
		{Percent, Figure{Value: 0.74, Low: 0.75, High: 0.85}, "74 %", "75 % to 85 %", false},
		{Tolerance, Figure{Cases: 39, Value: 0.8412, High: 1}, "at most 0.84 of the tolerance",
			"at most 1 of the tolerance", true},
		{Percent, Figure{Cases: 1, Value: 0.0025, High: 0.01}, "0.25 %", "at most 1 %", true},
		{Millijoules, Figure{Cases: 9, Value: 4e-5, High: 2e-4}, "at most 0.04 mJ", "at most 0.2 mJ", true},
		{Percent, Figure{Cases: 9, Value: 2.4e-7, High: 1}, "at most 0.000024 %", "at most 100 %", true},
		{Count, Figure{Value: 31, Low: 31, High: 31}, "31", "31", true},
		{Count, Figure{Value: 30, Low: 31, High: 31}, "30", "31", false},
	} {
		if tt.unit.figure(tt.of) != tt.figure || tt.unit.asked(tt.of) != tt.asked || tt.of.Passes() != tt.passes {
			t.Errorf("%+v: %q, %q, %t", tt.of, tt.unit.figure(tt.of), tt.unit.asked(tt.of), tt.of.Passes())
		}
	}
}

func TestNumberWords(t *testing.T) {
	for _, tt := range []struct {
		of           Number
		value, known string
	}{
		{Number{Number: 0, Unit: "1", Spread: 0.35}, "", "± 35 %"},
		{Number{Number: 0.005, Unit: "N", Spread: 0.5}, "0.005 N", "± 50 %"},
		{Number{Number: 0, Unit: "m/s"}, "0 m/s", ""},
		{Number{Number: 1.0 / 7, Unit: "1", Spread: 0.3}, "0.142857", "± 30 %"},
	} {
		if tt.of.value() != tt.value || tt.of.spread() != tt.known {
			t.Errorf("%+v: %q, %q", tt.of, tt.of.value(), tt.of.spread())
		}
	}
}

// told is what a test tells figures by.
type told map[string]string

func (o told) Attr(key, value string) { o[key] = value }

func TestTally(t *testing.T) {
	var few, many Tally
	few.Relative(1.01, 1)
	few.Relative(-0.97, -1)
	few.Relative(0, 0)
	for i := range 200 {
		many.Add(float64(i) / 1000)
	}
	got := told{}
	few.Tell(got, "a few", 0.05)
	many.Tell(got, "many", 0.2)
	if want := `{"cases":3,"value":0.03`; !strings.HasPrefix(got["trust.a_few"], want) ||
		strings.Contains(got["trust.a_few"], "mostly") {
		t.Errorf("%s, want %s", got["trust.a_few"], want)
	}
	if want := `{"cases":200,"value":0.199,"mostly":0.19,"low":0,"high":0.2}`; got["trust.many"] != want {
		t.Errorf("%s, want %s", got["trust.many"], want)
	}
}
