package mechanics

import (
	"math"
	"testing"

	"dunvel/core/trust"

	"gonum.org/v1/gonum/spatial/r3"
)

// explicitTouch solves a fall the plain way, to check and measure against:
// lumped masses with their inertia on stiff springs, stepped explicitly
// (semi-implicit Euler), with as many nodes as a fall's line takes. It shares
// nothing with the engine but the law of drag.
func explicitTouch(s *Scene, d Drop, nodes int) float64 {
	const axial, inertia = 40.0, 1.5e-4 // N, kg/m: softer and heavier than a line, for longer steps
	start := r3.Vec{X: d.Cast.Distance, Z: -splash}
	tip := r3.Vec{Z: s.TipHeight}
	out := r3.Norm(r3.Sub(tip, start))
	rest := (out + s.Bed.Depth) / float64(nodes)
	n := max(int(out/rest), 1)
	pos, vel, force := make([]r3.Vec, 0, 4*nodes), make([]r3.Vec, 0, 4*nodes), make([]r3.Vec, 4*nodes)
	top := out - float64(n-1)*rest
	for i := range n {
		pos = append(pos, r3.Add(start, r3.Scale(float64(i)*rest/out, r3.Sub(tip, start))))
		vel = append(vel, r3.Vec{})
	}
	body := d.Rig.Bodies[0]
	step := 0.3 * rest * math.Sqrt(inertia/axial)
	for time := 0.0; time < 600; time += step {
		tip = r3.Add(r3.Vec{Z: s.TipHeight}, r3.Scale(time, d.Cast.Drift))
		clear(force)
		for i := range pos {
			upper, l := tip, top
			if i+1 < len(pos) {
				upper, l = pos[i+1], rest
			}
			along := r3.Sub(upper, pos[i])
			size := r3.Norm(along)
			if i+1 == len(pos) {
				// Line leaves the spool where the spring pulls harder than it holds.
				top = max(top, size/(1+d.Cast.SpoolDrag/axial))
				l = top
			}
			t := r3.Scale(1/size, along)
			pull := max(axial*(size/l-1), 0)
			fluid, flow := &s.Water, s.flowAt(pos[i])
			if pos[i].Z > 0 {
				fluid, flow = &air, s.Wind
			}
			line := newStrand(&d.Rig.Main, fluid, 0)
			load := r3.Scale(l, line.force(t, r3.Sub(flow, vel[i])))
			force[i] = r3.Add(force[i], r3.Add(r3.Scale(pull, t), load))
			if i+1 < len(pos) {
				force[i+1] = r3.Sub(force[i+1], r3.Scale(pull, t))
			}
		}
		drag := bodyDrag(&s.Water, body.TowArea, body.FallArea, r3.Sub(s.flowAt(pos[0]), vel[0]))
		drag.Z -= body.WeightInWater
		force[0] = r3.Add(force[0], drag)
		for i := range pos {
			mass := inertia * rest
			if i == 0 {
				mass += body.Mass
			}
			vel[i] = r3.Add(vel[i], r3.Scale(step/mass, force[i]))
			pos[i] = r3.Add(pos[i], r3.Scale(step, vel[i]))
		}
		if top > 1.5*rest {
			last := pos[len(pos)-1]
			pos = append(pos, r3.Add(last, r3.Scale(rest/r3.Norm(r3.Sub(tip, last)), r3.Sub(tip, last))))
			vel = append(vel, vel[len(vel)-1])
			top -= rest
		}
		if s.gap(pos[0]) <= 0 {
			return time
		}
	}
	return math.NaN()
}

// Explicit solutions, extrapolated to ever finer nodes (Aitken, 1926), come to
// the engine's.
func TestExplicitSolverAgrees(t *testing.T) {
	s := scene(0.1)
	s.LineInertia = 1.5e-4
	d := falling(jig(t, 0.1, 0.16e-3), 25)
	a, b, c := explicitTouch(s, d, 15), explicitTouch(s, d, 30), explicitTouch(s, d, 60)
	limit := c - (c-b)*(c-b)/((c-b)-(b-a))
	var off trust.Tally
	tallied(t, &off, "touch", touch(t, s, d).Time, limit, 0.01)
	off.Tell(t, "explicit", 0.01)
}

// BenchmarkExplicitFall is BenchmarkFall the plain way, with nodes for an
// accuracy of 2 %.
func BenchmarkExplicitFall(b *testing.B) {
	s, d := scene(0.1), falling(jig(b, 0.1, 0.16e-3), 25)
	for b.Loop() {
		explicitTouch(s, d, 80)
	}
}
