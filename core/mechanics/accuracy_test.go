package mechanics

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"dunvel/core/rig"
	"dunvel/core/trust"

	"gonum.org/v1/gonum/spatial/r3"
)

// Over 500 falls drawn at random, into water with and without current, wind and drift, the
// usual resolution touches when twice the nodes and half the error of a step do, the fair
// one nearly so and the rough one about then. How far off they are is told, at the worst and in 95 of 100.
func TestAgainstTwiceTheResolution(t *testing.T) {
	if testing.Short() {
		t.Skip("2000 falls")
	}
	random := rand.New(rand.NewPCG(14, 500))
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	var usuals, fairs, roughs []float64
	var usualOff, fairOff, roughOff trust.Tally
	for range 500 {
		s := scene(0)
		s.Bed.Depth = between(2, 30)
		way := between(0, 2*math.Pi)
		s.Current.Surface = r3.Scale(between(0, 0.5), r3.Vec{X: math.Cos(way), Y: math.Sin(way)})
		s.Wind = r3.Scale(between(0, 6), r3.Vec{X: math.Cos(way), Y: -math.Sin(way)})
		d := falling(withBodies(t, between(0.08e-3, 0.3e-3), rig.Body{
			WeightInWater: between(0.02, 0.3), TowArea: between(1e-4, 6e-4), FallArea: between(3e-4, 1.5e-3),
			Mass: 0.012,
		}), between(0, 35))
		d.Cast.Drift = r3.Vec{X: between(0, 0.2), Y: between(-0.2, 0.2)}
		touch := func(grain Grain) float64 {
			track, err := s.Run(t.Context(), d, Detail{Grain: grain})
			if err != nil {
				t.Fatal(err)
			}
			if !track.Touch().Happened {
				return 0
			}
			return track.Touch().Time
		}
		fine, usual, fair, rough := touch(Fine), touch(Usual), touch(Fair), touch(Rough)
		if fine == 0 || usual == 0 || fair == 0 || rough == 0 {
			if fine != usual || fine != fair || fine != rough {
				t.Logf("only some come down: %g, %g, %g, %g s", fine, usual, fair, rough)
			}
			continue
		}
		usualOff.Relative(usual, fine)
		fairOff.Relative(fair, fine)
		roughOff.Relative(rough, fine)
		usuals, fairs = append(usuals, math.Abs(usual/fine-1)), append(fairs, math.Abs(fair/fine-1))
		roughs = append(roughs, math.Abs(rough/fine-1))
	}
	for _, of := range []struct {
		name          string
		off           []float64
		mostly, worst float64
	}{{"usual", usuals, 0.005, 0.03}, {"fair", fairs, 0.01, 0.04}, {"rough", roughs, 0.03, 0.15}} {
		slices.Sort(of.off)
		p95, worst := of.off[len(of.off)*95/100], of.off[len(of.off)-1]
		t.Logf("%s: of %d falls 95 of 100 are off by %.2f %% at most, the worst by %.2f %%", of.name, len(of.off),
			100*p95, 100*worst)
		if p95 > of.mostly || worst > of.worst {
			t.Errorf("%s: off by %.2f %%, the worst %.2f %%", of.name, 100*p95, 100*worst)
		}
	}
	usualOff.Tell(t, "resolution", 0.03)
	fairOff.Tell(t, "fair resolution", 0.04)
	roughOff.Tell(t, "rough resolution", 0.15)
	if len(usuals) < 400 {
		t.Errorf("only %d falls came down", len(usuals))
	}
}

// BenchmarkAgainstExplicit tells how many times as fast as the explicit solver of the tests
// a fall is, in one run: as dunvel mechanics takes it, and as the product does.
func BenchmarkAgainstExplicit(b *testing.B) {
	s, d := scene(0.1), falling(jig(b, 0.1, 0.16e-3), 25)
	took := func(times int, do func()) float64 {
		best := math.Inf(1)
		for range times {
			from := time.Now()
			do()
			best = min(best, time.Since(from).Seconds())
		}
		return best
	}
	for b.Loop() {
		plain := took(2, func() { explicitTouch(s, d, 80) })
		heavy := *s
		heavy.LineInertia = 1.5e-4
		for name, of := range map[string]struct {
			scene *Scene
			grain Grain
		}{"x-mechanics": {&heavy, Fine}, "x-usual": {s, Usual}, "x-fair": {s, Fair},
			"x-rough": {s, Rough}} {
			b.ReportMetric(plain/took(20, func() {
				if _, err := of.scene.Run(b.Context(), d, Detail{Grain: of.grain}); err != nil {
					b.Fatal(err)
				}
			}), name)
		}
	}
}
