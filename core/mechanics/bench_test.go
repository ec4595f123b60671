package mechanics

import (
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
