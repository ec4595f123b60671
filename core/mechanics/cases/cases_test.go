package cases

import (
	"encoding/json"
	"math"
	"os"
	"strings"
	"testing"

	"dunvel/core/trust"
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
	Line      float64 `json:"line_out_tolerance"` // of the line that is out; 0: as the rest
}

// closeness is what a file of cases asks for at the least, however small the
// tolerance of a case.
type closeness struct {
	line, tension, angle, contact float64 // m, N, degrees, share
}

var files = []struct {
	name  string
	cases int
	least closeness
	trust string // the check that it is
}{
	{"drops.json", 39, closeness{0.15, 0, 1, 0.05}, "independent drops"},
	{"hand.json", 35, closeness{0.2, 0.0015, 2, 0.06}, "independent hand"}, // a hand on the line, and swell
}

func load(t testing.TB, file string, cases int) []worked {
	t.Helper()
	text, err := os.ReadFile("testdata/" + file)
	if err != nil {
		t.Fatal(err)
	}
	var out []worked
	if err := json.Unmarshal(text, &out); err != nil {
		t.Fatal(err)
	}
	if len(out) != cases {
		t.Fatalf("%d cases", len(out))
	}
	return out
}

// Touch times and places within the tolerance of the case, or 0.15 s and
// 0.15 m; tensions within 3 %, angles and contact where it goes on to a time.
func TestWorkedCases(t *testing.T) {
	for _, f := range files {
		var offs trust.Tally
		for _, c := range load(t, f.name, f.cases) {
			t.Run(c.ID, func(t *testing.T) { offs.Add(c.compare(t, f.least)) })
		}
		offs.Tell(t, f.trust, 1)
	}
}

// compare returns the largest difference, as a multiple of what is tolerated.
func (c worked) compare(t *testing.T, least closeness) (worst float64) {
	got := Solve(t.Context(), c.Case)
	if got.Error != "" {
		t.Fatal(got.Error)
	}
	e := c.Expect
	within := func(what string, got *float64, want, share, least float64) {
		t.Helper()
		if got == nil {
			t.Errorf("no %s", what)
		} else if off := math.Abs(*got-want) / max(share*math.Abs(want), least); !(off <= 1) {
			t.Errorf("%s %.4f, want %.4f", what, *got, want)
		} else {
			worst = max(worst, off)
		}
	}
	moment := func(what string, got, want *float64) {
		t.Helper()
		if want != nil {
			within(what, got, *want, c.Tolerance, 0.15)
		} else if got != nil && c.Input.End == "touch" {
			t.Errorf("%s at %.2f s, want never", what, *got)
		}
	}
	moment("touch", got.Touch, e.Touch)
	moment("touch of the second body", got.TouchBody1, e.TouchBody1)
	within("x", got.X, e.X, c.Tolerance, 0.15)
	within("z", got.Z, e.Z, c.Tolerance, 0.15)
	within("line out", got.LineOut, e.LineOut, max(c.Tolerance, c.Line), least.line)
	if e.TouchAt != nil {
		within("touch x", &got.TouchAt[0], e.TouchAt[0], c.Tolerance, 0.15)
		within("touch y", &got.TouchAt[1], e.TouchAt[1], c.Tolerance, 0.15)
	}
	if c.Input.End != "time" {
		return worst
	}
	within("tip tension", got.TipTension, e.TipTension, 0.03, least.tension)
	within("tip angle", got.TipAngle, e.TipAngle, 0, least.angle)
	if e.Touch != nil && e.ContactShare != nil {
		within("contact", got.ContactShare, *e.ContactShare, 0, least.contact)
	}
	return worst
}

func TestBadCases(t *testing.T) {
	good := load(t, "drops.json", 39)[0].Case
	for words, change := range map[string]func(*Input){
		"depth":              func(in *Input) { in.Depth = -3 },
		"main.diameter":      func(in *Input) { in.Main.Diameter = 0 },
		"the first must be":  func(in *Input) { in.Bodies = nil },
		"is not above":       func(in *Input) { in.Bodies = append(in.Bodies, Body{At: 0, FallArea: 1e-4}) },
		"bail_closes":        func(in *Input) { t := -1.0; in.BailCloses = &t },
		"neither touch":      func(in *Input) { in.End = "whenever" },
		"wind":               func(in *Input) { in.Wind[0] = math.Inf(1) },
		"tip_height":         func(in *Input) { in.TipHeight = math.NaN() },
		"swell.height":       func(in *Input) { in.Swell.Height = -1 },
		"swell.period":       func(in *Input) { in.Swell = Swell{Height: 1, Period: 100} },
		"time: 0 is outside": func(in *Input) { in.Time = 0 },
		"bodies[1].slides.from: -1 m": func(in *Input) {
			in.Bodies = append(in.Bodies, Body{At: 1, TowArea: 1e-4, FallArea: 1e-4, Slides: &Slides{From: -1}})
		},
		"body 2 slides from 2 to 1 m; the stops": func(in *Input) {
			to := 1.0
			in.Bodies = append(in.Bodies, Body{At: 1, TowArea: 1e-4, FallArea: 1e-4, Slides: &Slides{From: 2, To: &to}})
		},
	} {
		bad := good
		bad.Input.Bodies = append([]Body(nil), good.Input.Bodies...)
		change(&bad.Input)
		if got := Solve(t.Context(), bad); got.Error == "" || !strings.Contains(got.Error, words) || got.Touch != nil {
			t.Errorf("%s: %+v", words, got)
		}
	}
	free := good
	free.Input.Bodies = append(free.Input.Bodies,
		Body{At: 1, WeightInWater: 0.1, TowArea: 1e-4, FallArea: 1e-4, Mass: 0.011, Slides: &Slides{From: 0.5}})
	slides := Solve(t.Context(), free)
	free.Input.Bodies[1].Slides = nil
	if fixed := Solve(t.Context(), free); slides.Error != "" || fixed.Error != "" ||
		math.Abs(*slides.TouchBody1 / *fixed.TouchBody1 - 1) < 0.02 {
		t.Errorf("a sinker falls alike fixed and free: %v, %v", slides, fixed)
	}
	floats := good
	floats.Input.Bodies = []Body{{WeightInWater: -0.01, TowArea: 1e-4, FallArea: 1e-4}}
	if got := Solve(t.Context(), floats); got.Error != "" || *got.Outcome != "floats" || got.Touch != nil {
		t.Errorf("floating: %+v", got)
	}
}

func BenchmarkWorkedCases(b *testing.B) {
	cases := load(b, "drops.json", 39)
	b.ReportAllocs()
	for b.Loop() {
		for _, c := range cases {
			Solve(b.Context(), c.Case)
		}
	}
}
