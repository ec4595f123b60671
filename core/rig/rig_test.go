package rig

import (
	"math"
	"strings"
	"testing"

	"dunvel/core/tackle"
)

func TestNewRefuses(t *testing.T) {
	line, err := tackle.NewLine("braid", 0.15e-3)
	if err != nil {
		t.Fatal(err)
	}
	for words, try := range map[string]struct {
		bodies []Body
		leader float64
	}{
		"must be at the end":  {nil, 1},
		"the first body":      {[]Body{{At: 0.3}}, 1},
		"leader of -1 m":      {[]Body{{}}, -1},
		"leader of NaN m":     {[]Body{{}}, math.NaN()},
		"is not above body 1": {[]Body{{}, {At: 0}}, 1},
		"negative drag area":  {[]Body{{FallArea: -1}}, 1},
	} {
		if _, err := New(try.bodies, line, try.leader, line); err == nil || !strings.Contains(err.Error(), words) {
			t.Errorf("want %q, got %v", words, err)
		}
	}
	r, err := New([]Body{{WeightInWater: 0.1}, {At: 0.5, WeightInWater: -0.02}}, line, 1, line)
	if err != nil || math.Abs(r.Weight()-0.08) > 1e-12 {
		t.Errorf("%+v %v", r, err)
	}
}

// A rig on the bed hangs on its key body; what is beyond it lies there.
func TestResting(t *testing.T) {
	r, err := New([]Body{{At: 0, WeightInWater: 1, TowArea: 2, FallArea: 3, Mass: 4}, {At: 0.5, WeightInWater: 10,
		TowArea: 20, FallArea: 30, Mass: 40}, {At: 0.8, WeightInWater: 5}}, tackle.Line{}, 2, tackle.Line{})
	if err != nil {
		t.Fatal(err)
	}
	if same := r.Resting(); len(same.Bodies) != 3 {
		t.Errorf("%+v", same)
	}
	r.Key = 1
	got := r.Resting()
	if len(got.Bodies) != 2 || got.Key != 0 || got.LeaderLength != 1.5 || got.Bodies[0] != (Body{0, 11, 22, 33, 44, Span{}}) || math.Abs(got.Bodies[1].At-0.3) > 1e-12 || got.Weight() != r.Weight() {
		t.Errorf("%+v", got)
	}
}

// Stops that exclude each other, bodies that cross and ends that slide are refused.
func TestCheckSlides(t *testing.T) {
	fixed := func(at float64) Body { return Body{At: at} }
	free := func(from, at, to float64) Body { return Body{At: at, Slides: Span{from, to}} }
	for _, c := range []struct {
		bodies []Body
		want   string
	}{
		{[]Body{fixed(0), free(0.5, 0.5, 2), fixed(2)}, ""},
		{[]Body{fixed(0), free(0.5, 0.6, 1), free(1, 1, math.Inf(1))}, ""},
		{[]Body{free(0, 0, 1)}, "rig: the body at the end of the line cannot slide"},
		{[]Body{fixed(0), free(0.5, 0.5, 0.5)}, "rig: body 2 slides from 0.5 to 0.5 m; the stops are to have line between them"},
		{[]Body{fixed(0), free(2, 2, 0.5)}, "rig: body 2 slides from 2 to 0.5 m; the stops are to have line between them"},
		{[]Body{fixed(0), free(0.5, 0.4, 1)}, "rig: body 2 at 0.4 m is not where it slides, 0.5 to 1 m"},
		{[]Body{fixed(0), free(0.5, 1.1, 1)}, "rig: body 2 at 1.1 m is not where it slides, 0.5 to 1 m"},
		{[]Body{fixed(0), free(1, 1, 2), free(2, 2, 3), free(3, 3, 4), free(4, 4, 5)}, ""},
		{[]Body{fixed(0), free(1, 1, 2), free(2, 2, 3), free(3, 3, 4), free(4, 4, 5), free(5, 5, 6)}, "rig: more than 4 bodies slide"},
		{[]Body{fixed(0), fixed(1), free(0.9, 1.5, 2)}, "rig: body 3 slides past body 2"},
		{[]Body{fixed(0), free(0.5, 0.6, 1.1), fixed(1)}, "rig: body 2 slides past body 3"},
		{[]Body{fixed(0), free(0.5, 0.6, 1.1), free(1, 1.2, 3)}, "rig: body 3 slides past body 2"},
	} {
		got := ""
		if err := CheckSlides(c.bodies); err != nil {
			got = err.Error()
		}
		if got != c.want {
			t.Errorf("%v: %q, want %q", c.bodies, got, c.want)
		}
	}
	line := Rig{Bodies: []Body{{WeightInWater: 0.1}, {At: 1, WeightInWater: -0.2}}}
	if !line.FloatsUp() {
		t.Error("a float that carries it does not hold it up")
	}
	if line.Bodies[0].WeightInWater = -0.1; line.FloatsUp() {
		t.Error("what floats itself is held up")
	}
}
