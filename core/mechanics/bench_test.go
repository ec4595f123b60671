package mechanics

import (
	"math"
	"testing"

	"gonum.org/v1/gonum/spatial/r3"
)

func BenchmarkRestOnBed(b *testing.B) {
	s, r := scene(0.2), jig(b, 0.15, 0.18e-3)
	g := Gait{Velocity: r3.Vec{X: -0.1}}
	for b.Loop() {
		if e := s.Rest(r, g, 45, nil); e.Outcome != OnBed {
			b.Fatal(e.Outcome)
		}
	}
}

func BenchmarkRestHanging(b *testing.B) {
	s, r := scene(0.2), jig(b, 0.15, 0.18e-3)
	for b.Loop() {
		if e := s.Rest(r, Gait{}, 18, nil); e.Outcome != Hangs {
			b.Fatal(e.Outcome)
		}
	}
}

func BenchmarkRestOnSlope(b *testing.B) {
	s, r := scene(0.1), jig(b, 0.15, 0.18e-3)
	s.Bed.Slope = 0.1
	g := Gait{Velocity: r3.Vec{X: -0.1}}
	for b.Loop() {
		if e := s.Rest(r, g, 55, nil); e.Outcome != OnBed {
			b.Fatal(e.Outcome)
		}
	}
}

func BenchmarkLineFor(b *testing.B) {
	s, r := scene(0.2), jig(b, 0.15, 0.18e-3)
	g := Gait{Velocity: r3.Vec{X: -0.1}}
	for b.Loop() {
		s.LineFor(r, g, 0.3, nil)
	}
}

func BenchmarkLiftOff(b *testing.B) {
	s, r := scene(0.2), jig(b, 0.15, 0.18e-3)
	for b.Loop() {
		s.LiftOff(r, r3.Vec{X: -1}, 60, 3)
	}
}

// A fall over 20 m, cast 25 m: the drop that every answer needs for each head.
func BenchmarkFall(b *testing.B) {
	s, d := scene(0.1), falling(jig(b, 0.1, 0.16e-3), 25)
	b.ReportAllocs()
	for b.Loop() {
		if track := run(b, s, d); track.Outcome != Touched {
			b.Fatal(track.Outcome)
		}
	}
}

// Fourteen heads on one core.
func BenchmarkFallLadder(b *testing.B) {
	s := scene(0.1)
	for b.Loop() {
		for i := range 14 {
			run(b, s, falling(jig(b, 0.01*math.Pow(1.35, float64(i)), 0.16e-3), 25))
		}
	}
}

// The fall with a minute of hops after it, kept for playing.
func BenchmarkWork(b *testing.B) {
	s, d := scene(0.1), falling(jig(b, 0.1, 0.16e-3), 25)
	d.StopAtTouch = false
	d.Phases = []Phase{{Open: true, Time: 300, Landed: true}}
	for range 10 {
		d.Phases = append(d.Phases, Phase{Tip: r3.Vec{Z: 0.8}, Time: 0.6}, Phase{Tip: r3.Vec{Z: -0.4}, Time: 1.2},
			Phase{Reel: 0.3, Time: 1.6}, Phase{Time: 3})
	}
	b.ReportAllocs()
	for b.Loop() {
		if _, err := s.Run(b.Context(), d, Detail{Frames: 300, Points: 24}); err != nil {
			b.Fatal(err)
		}
	}
}
