package day

import (
	"slices"
	"strings"
	"testing"

	"dunvel/core/almanac"
	"dunvel/core/setup"
	"dunvel/core/units"
)

// What is taken goes by the rods, the hours and what is lost, and what the cautions ask for;
// what the box has not is told.
func TestPack(t *testing.T) {
	p := holding()
	p.Where = &almanac.Position{Latitude: 57, Longitude: -6}
	d, err := p.Open(nil)
	if err != nil {
		t.Fatal(err)
	}
	w, _ := onStandIn(t, d, func(float64) float64 { return 0 })
	taken, lost := 0, 0
	var said []string
	for _, h := range w.Heads {
		taken += h.Take
		lost += h.Take - 1
	}
	short := 0
	for _, thing := range w.Pack {
		short += thing.Short
		said = append(said, thing.Words)
	}
	if len(w.Heads) < 2 || short != taken {
		t.Errorf("%d heads, of %d taken %d are short", len(w.Heads), taken, short)
	}
	words := strings.Join(said, ", ")
	for _, want := range []string{
		"2 rods and a reel for each", " × leader of fluorocarbon 0.4 mm, 2 m,", "slim minnow baits",
		"licence, and the local rules", "life jackets",
	} {
		if !strings.Contains(words, want) {
			t.Errorf("no %q in %s", want, words)
		}
	}
	// Eight hours at two takes an hour, four fish to a bait: four baits, one to begin with, and one with
	// each head that is lost.
	i := slices.IndexFunc(w.Pack, func(p Packed) bool { return strings.HasPrefix(p.Key, "bait ") })
	if want := counted(5+lost, "120 mm slim minnow", "bait"); d.hours(0) != 8 || w.Pack[i].Words != want {
		t.Errorf("%g h: %s, not %s", d.hours(0), w.Pack[i].Words, want)
	}
}

// A bait that is fished at two spots is packed for the hours of both, under one key whatever
// the units are.
func TestPackedOnce(t *testing.T) {
	p := holding()
	p.Spots = append(p.Spots, p.Spots[0])
	p.Spots[0].From, p.Spots[0].To = "08:00", "10:00"
	p.Spots[1].From, p.Spots[1].To = "10:00", "14:00"
	d, err := p.Open(nil)
	if err != nil {
		t.Fatal(err)
	}
	for _, choice := range []units.Choice{nil, {"size": "in", "diameter": "in", "depth": "ft"}} {
		a := Asked{FishFor: func(setup.Setup) float64 { return 4 }, Choice: choice}
		baits, leaders := d.baits(a, 2), d.leaders(a, 3)
		// six hours at two an hour, four to a bait
		if len(baits) != 1 || baits[0].Key != "bait slim minnow 0.12" || !strings.HasPrefix(baits[0].Words, "5 × ") {
			t.Errorf("%+v", baits)
		}
		if len(leaders) != 1 || leaders[0].Key != "leader fluorocarbon 0.0004 2" ||
			!strings.HasPrefix(leaders[0].Words, "3 × leader of fluorocarbon ") {
			t.Errorf("%+v", leaders)
		}
	}
}

// A trip begins with each head on a rod, in the water in which it is fished first.
func TestRodsBegin(t *testing.T) {
	d, err := holding().Open(nil)
	if err != nil {
		t.Fatal(err)
	}
	w, _ := onStandIn(t, d, func(float64) float64 { return 1 })
	if len(w.Rods) != len(w.Heads) || w.Rods[0].Name != "Rod 1" || w.Rods[0].State.Technique != "dead" {
		t.Fatalf("%+v", w.Rods)
	}
	for i, r := range w.Rods {
		if r.State.Mass != w.Heads[i].Mass || r.State.Setup.Validate(nil) != nil ||
			r.State.Setup.Water.Depth == d.Spots[0].Setup.Water.Depth {
			t.Errorf("%+v", r.State)
		}
	}
	for approach, want := range map[string]string{setup.SlowFall: "drop", setup.LiftAndDrop: "hop", setup.Swim: "roll",
		setup.Hover: "hover"} {
		s := setup.Default()
		s.Approach.Kind = approach
		if got := worked(s); got != want {
			t.Errorf("%s: %s", approach, got)
		}
	}
	s := setup.Default()
	s.Approach.Kind, s.Cast.Drag = setup.HoldBottom, 0.1
	if got := worked(s); got != "drag" {
		t.Errorf("dragged: %s", got)
	}
}
