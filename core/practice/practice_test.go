package practice

import (
	"errors"
	"math"
	"reflect"
	"strings"
	"testing"

	"dunvel/core/input"
	"dunvel/core/model"
	"dunvel/core/rigging"
	"dunvel/core/setup"
)

func ask(game string, seed int64) Question {
	s := setup.Default()
	s.Water.Depth, s.Cast.Distance = 8, 12
	return Question{Setup: s, Mass: 7.1e-3, Game: game, Seed: seed}
}

func call(t *testing.T, q Question, at float64) *Score {
	t.Helper()
	s, err := Call(t.Context(), q, Made{At: at}, nil)
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// A round is the same for its seed, and another for another.
func TestRoundsRepeat(t *testing.T) {
	one, err := Play(t.Context(), ask(Touch, 3), nil)
	if err != nil {
		t.Fatal(err)
	}
	again, _ := Play(t.Context(), ask(Touch, 3), nil)
	if !reflect.DeepEqual(one, again) {
		t.Error("the same seed gives another round")
	}
	depths := map[float64]bool{}
	for seed := range int64(8) {
		depths[math.Round(call(t, ask(Touch, seed), 5).Depth*100)] = true
	}
	if len(depths) < 6 {
		t.Errorf("%d depths in 8 rounds", len(depths))
	}
	// Nothing of it tells the depth but the line: no more than a metre of it is seen.
	for _, f := range one.Frames {
		for _, p := range f.Line {
			if p.Z < -seen-1e-3 {
				t.Fatalf("seen at %g m", p.Z)
			}
		}
	}
	if right := call(t, ask(Touch, 3), 0).Right; one.Frames[len(one.Frames)-1].Time < right+4 || one.Fish != 0 {
		t.Errorf("ends at %g s, touches at %g s", one.Frames[len(one.Frames)-1].Time, right)
	}
}

func TestCallTheTouch(t *testing.T) {
	q := ask(Touch, 5)
	right := call(t, q, 0).Right
	for _, tt := range []struct {
		off    float64
		missed string
		words  string
	}{{0.2, "", "Right"}, {-2, Early, "2.0 s too early: it was"}, {3, Late, "3.0 s too late: at the touch"}} {
		s := call(t, q, right+tt.off)
		if s.Missed != tt.missed || !strings.Contains(s.Words, tt.words) || (s.Points == 100) != (tt.missed == "") {
			t.Errorf("%+v", s)
		}
	}
	if near, far := call(t, q, right+0.8).Points, call(t, q, right+1.5).Points; near <= far || far <= 0 {
		t.Errorf("%g and %g points", near, far)
	}
	if s := call(t, q, right+60); s.Points != 0 {
		t.Errorf("%+v", s)
	}
}

func TestStopAtTheFish(t *testing.T) {
	q := ask(Fish, 2)
	round, err := Play(t.Context(), q, nil)
	if err != nil || round.Fish < 0.3*8 || round.Fish > 0.85*8+0.05 {
		t.Fatalf("%+v %v", round.Fish, err)
	}
	right := call(t, q, 0).Right
	if s := call(t, q, right); s.Points != 100 || s.Missed != "" || s.Depth != round.Fish {
		t.Errorf("%+v", s)
	}
	if s := call(t, q, 0.3*right); s.Missed != Early || s.Points > 50 {
		t.Errorf("%+v", s)
	}
	if s := call(t, q, 1.6*right); s.Missed != Late {
		t.Errorf("%+v", s)
	}
	// A thick line in a current holds the bait up: the count without it is short.
	q.Setup.Line.Diameter, q.Setup.Flow.Speed, q.Setup.Water.Depth, q.Mass = 0.5e-3, 0.3, 20, 2.5e-3
	scene, err := model.Scene(q.Setup)
	if err != nil {
		t.Fatal(err)
	}
	_, lure, err := model.Rig(q.Setup, q.Mass, scene.Water)
	if err != nil {
		t.Fatal(err)
	}
	slow := call(t, q, 0)
	if s := call(t, q, slow.Depth/lure.FallSpeed(scene.Water)); s.Missed != BowIgnored ||
		!strings.Contains(s.Words, "as if nothing held it back") {
		t.Errorf("%+v", s)
	}
}

func TestRefused(t *testing.T) {
	for words, change := range map[string]func(*Question){
		"is not one of touch, fish, lead.": func(q *Question) { q.Game = "cards" },
		"Round: -1 is outside":             func(q *Question) { q.Seed = -1 },
		"Head: 900 g is outside":           func(q *Question) { q.Mass = 0.9 },
		"no touch to call": func(q *Question) {
			q.Setup.Rigging.Kind, q.Setup.Rigging.Stop = rigging.FixedFloat, 2
		},
		"does not come down": func(q *Question) {
			q.Mass, q.Setup.Bait.Body, q.Setup.Bait.Form, q.Setup.Head.Hook = 0, "floating", "paddle tail", "#6"
		},
		"is outside": func(q *Question) { q.Setup.Water.Depth = -2 },
	} {
		q := ask(Touch, 1)
		change(&q)
		var errs input.Errors
		if _, err := Play(t.Context(), q, nil); !errors.As(err, &errs) || !strings.Contains(err.Error(), words) {
			t.Errorf("%q: %v", words, err)
		}
	}
	if _, err := Call(t.Context(), ask(Touch, 1), Made{At: math.NaN()}, nil); err == nil {
		t.Error("called at no time")
	}
}
