package cases

import (
	"encoding/json"
	"math"
	"os"
	"strings"
	"testing"
)

// worked is a case with what the independent solver made of it.
type worked struct {
	Case
	Expect struct {
		Touch        *float64
		TouchAt      *[2]float64 `json:"touch_at"`
		TouchBody1   *float64    `json:"touch_body_1"`
		X, Z         float64
		LineOut      float64  `json:"line_out"`
		TipTension   float64  `json:"tip_tension"`
		TipAngle     float64  `json:"tip_angle"`
		ContactShare *float64 `json:"contact_share"`
	}
	Tolerance float64
}

func load(t testing.TB) []worked {
	t.Helper()
	text, err := os.ReadFile("testdata/drops.json")
	if err != nil {
		t.Fatal(err)
	}
	var out []worked
	if err := json.Unmarshal(text, &out); err != nil {
		t.Fatal(err)
	}
	if len(out) != 39 {
		t.Fatalf("%d cases", len(out))
	}
	return out
}

// Touch times and places within the tolerance of the case, or 0.15 s and
// 0.15 m; tensions within 3 % and angles within a degree where it goes on to a
// time.
func TestWorkedCases(t *testing.T) {
	for _, c := range load(t) {
		got := Solve(c.Case)
		if got.Error != "" {
			t.Errorf("%s: %s", c.ID, got.Error)
			continue
		}
		e := c.Expect
		within := func(what string, got *float64, want, least float64) {
			t.Helper()
			if got == nil {
				t.Errorf("%s: no %s", c.ID, what)
			} else if math.Abs(*got-want) > max(c.Tolerance*math.Abs(want), least) {
				t.Errorf("%s: %s %.3f, want %.3f", c.ID, what, *got, want)
			}
		}
		moment := func(what string, got, want *float64) {
			t.Helper()
			if want != nil {
				within(what, got, *want, 0.15)
			} else if got != nil {
				t.Errorf("%s: %s at %.2f s, want never", c.ID, what, *got)
			}
		}
		moment("touch", got.Touch, e.Touch)
		moment("touch of the second body", got.TouchBody1, e.TouchBody1)
		within("x", got.X, e.X, 0.15)
		within("z", got.Z, e.Z, 0.15)
		within("line out", got.LineOut, e.LineOut, 0.15)
		if e.TouchAt != nil {
			within("touch x", &got.TouchAt[0], e.TouchAt[0], 0.15)
			within("touch y", &got.TouchAt[1], e.TouchAt[1], 0.15)
		}
		if c.Input.End == "time" {
			if r := *got.TipTension / e.TipTension; math.Abs(r-1) > 0.03 {
				t.Errorf("%s: tip tension %.4f N, want %.4f", c.ID, *got.TipTension, e.TipTension)
			}
			if math.Abs(*got.TipAngle-e.TipAngle) > 1 {
				t.Errorf("%s: tip angle %.1f, want %.1f", c.ID, *got.TipAngle, e.TipAngle)
			}
			if e.Touch != nil && e.ContactShare != nil && math.Abs(*got.ContactShare-*e.ContactShare) > 0.05 {
				t.Errorf("%s: contact %.2f, want %.2f", c.ID, *got.ContactShare, *e.ContactShare)
			}
		}
	}
}

func TestBadCases(t *testing.T) {
	good := load(t)[0].Case
	for words, change := range map[string]func(*Input){
		"depth":              func(in *Input) { in.Depth = -3 },
		"main.diameter":      func(in *Input) { in.Main.Diameter = 0 },
		"the first must be":  func(in *Input) { in.Bodies = nil },
		"is not above":       func(in *Input) { in.Bodies = append(in.Bodies, Body{At: 0, FallArea: 1e-4}) },
		"bail_closes":        func(in *Input) { t := -1.0; in.BailCloses = &t },
		"neither touch":      func(in *Input) { in.End = "whenever" },
		"wind":               func(in *Input) { in.Wind[0] = math.Inf(1) },
		"tip_height":         func(in *Input) { in.TipHeight = math.NaN() },
		"time: 0 is outside": func(in *Input) { in.Time = 0 },
	} {
		bad := good
		bad.Input.Bodies = append([]Body(nil), good.Input.Bodies...)
		change(&bad.Input)
		if got := Solve(bad); got.Error == "" || !strings.Contains(got.Error, words) || got.Touch != nil {
			t.Errorf("%s: %+v", words, got)
		}
	}
	floats := good
	floats.Input.Bodies = []Body{{WeightInWater: -0.01, TowArea: 1e-4, FallArea: 1e-4}}
	if got := Solve(floats); got.Error != "" || *got.Outcome != "floats" || got.Touch != nil {
		t.Errorf("floating: %+v", got)
	}
}

func BenchmarkWorkedCases(b *testing.B) {
	cases := load(b)
	b.ReportAllocs()
	for b.Loop() {
		for _, c := range cases {
			Solve(c.Case)
		}
	}
}
