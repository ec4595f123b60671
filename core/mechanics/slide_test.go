package mechanics

import (
	"math"
	"math/rand/v2"
	"testing"

	"dunvel/core/judgement"
	"dunvel/core/rig"
	"dunvel/core/trust"

	"gonum.org/v1/gonum/spatial/r3"
)

// followed runs a drop to its end and shows the chain as it is then.
func followed(t *testing.T, s *Scene, d Drop) *sim {
	t.Helper()
	m := newSim(s, d, Detail{}, finer)
	if !m.begin() {
		t.Fatalf("there was no fall: %s", m.track.Outcome)
	}
	if err := m.goOn(t.Context()); err != nil {
		t.Fatal(err)
	}
	m.finish()
	return m
}

// A body whose stops leave it no way to go is fixed.
func TestBetweenTwoStopsIsFixed(t *testing.T) {
	bait := rig.Body{WeightInWater: 0.01, TowArea: 3e-4, FallArea: 8e-4, Mass: 0.004}
	sinker := rig.Body{At: 0.5, WeightInWater: 0.08, TowArea: 1e-4, FallArea: 1e-4, Mass: 0.01}
	s := scene(0.3)
	fixed := run(t, s, falling(withBodies(t, 0.12e-3, bait, sinker), 15))
	sinker.Slides = rig.Span{From: 0.499, To: 0.501}
	stopped := run(t, s, falling(withBodies(t, 0.12e-3, bait, sinker), 15))
	for b := range fixed.Touches {
		near(t, "touch", stopped.Touches[b].Time, fixed.Touches[b].Time, 0.003)
		near(t, "place", stopped.Touches[b].At.X, fixed.Touches[b].At.X, 0.003)
	}
}

// On a slack line, from a bait that stays up, a sinker falls with what its weight leaves over the pull of the
// spool and that of the bait, which is exp(friction x half a turn) of it: v = sqrt(2 (W - T1 - T2) / (rho A)).
func TestSinkerOnASlackLine(t *testing.T) {
	bait := rig.Body{WeightInWater: 1e-4, TowArea: 0.02, FallArea: 0.02, Mass: 0.005}
	sinker := rig.Body{At: 0.3, WeightInWater: 0.1, TowArea: 4e-4, FallArea: 4e-4, Mass: 0.011,
		Slides: rig.Span{From: 0.2, To: math.Inf(1)}}
	s := scene(0)
	d := falling(withBodies(t, 0.06e-3, bait, sinker), 0)
	d.Rig.Key, d.Rig.LeaderLength, d.StopAtTouch, d.Until = 1, 0, false, 60
	d.Rig.Main.Tangential = 0 // or the line that is drawn down at twice its speed would hold it back
	d.Phases = []Phase{{Open: true, Landed: true, Time: 60}}
	m := followed(t, s, d)
	pulls := d.Cast.SpoolDrag * (1 + math.Exp(judgement.EyeFriction.Number*math.Pi))
	speed := math.Sqrt(2 * (sinker.WeightInWater - pulls) / (s.Water.Density * sinker.FallArea))
	near(t, "speed of the sinker", -m.track.Down.Velocity.Z, speed, 0.002)
	near(t, "fall of the sinker", m.track.Touch().Time, s.Bed.Depth/speed, 0.02)
	if bait := -m.pos[0].Z; bait > 1 {
		t.Errorf("the bait came down to %.2f m with it", bait)
	}
	near(t, "line run through it", m.at[m.key()], s.Bed.Depth+m.pos[0].Z, 0.001)
}

// What runs through the eye of a sinker that lies is tighter on the side to which it
// runs, by exp(friction x angle turned); the bait draws it through by itself.
func TestLineRunsThroughALyingSinker(t *testing.T) {
	bait := rig.Body{WeightInWater: 1e-3, TowArea: 0.01, FallArea: 0.01, Mass: 0.005}
	sinker := rig.Body{At: 1, WeightInWater: 3, TowArea: 1e-4, FallArea: 1e-4, Mass: 0.33,
		Slides: rig.Span{From: 0.3, To: math.Inf(1)}}
	s := scene(0.4)
	s.Bed.Depth, s.Current.Exponent = 8, 0
	d := Drop{Rig: withBodies(t, 0.1e-3, bait, sinker), Cast: Cast{Distance: 6, SpoolDrag: 0.05}, Until: 400}
	d.Rig.Key = 1
	d.Phases = []Phase{{Open: true, Landed: true, Time: 20}, {Open: true, Time: 40}}
	m := followed(t, s, d)
	i := m.key()
	angle := func() float64 {
		return math.Acos(r3.Dot(r3.Unit(r3.Sub(m.pos[i], m.pos[i-1])), r3.Unit(r3.Sub(m.pos[i+1], m.pos[i]))))
	}
	drawn := m.at[i]
	if drawn < 3 {
		t.Fatalf("a bait like a sail drew only %.2f m through", drawn)
	}
	if angle() < 0.5 {
		t.Fatalf("the line turns by %.2f rad only", angle())
	}
	near(t, "drawn by the bait", m.tension[i-1]/m.tension[i], math.Exp(judgement.EyeFriction.Number*angle()), 0.005)

	d.Phases = append(d.Phases, Phase{Time: 5}, Phase{Reel: 0.5, Time: 10})
	m = followed(t, s, d)
	i = m.key()
	if m.at[i] > drawn-0.5 {
		t.Fatalf("reeling drew none back: %.2f m, it was %.2f", m.at[i], drawn)
	}
	near(t, "drawn by the reel", m.tension[i]/m.tension[i-1], math.Exp(judgement.EyeFriction.Number*angle()), 0.005)
}

// A float slides up to its stop, and the head hangs that far below it, whose pull it
// carries by so much of itself as is under water.
func TestFloatGoesUpToItsStop(t *testing.T) {
	const stop = 3.0
	head := rig.Body{WeightInWater: 0.03, TowArea: 2e-4, FallArea: 4e-4, Mass: 0.004}
	float := rig.Body{At: 0.1, WeightInWater: -0.06, TowArea: 3e-4, FallArea: 3e-4, Mass: 0.002,
		Slides: rig.Span{From: 0.05, To: stop}}
	r := withBodies(t, 0.1e-3, head, float)
	r.LeaderLength = 0
	s := scene(0)
	s.Bed.Depth = 6
	m := followed(t, s, Drop{Rig: r, Cast: Cast{Distance: 8, SpoolDrag: 0.002},
		Phases: []Phase{{Open: true, Time: 120}}, Until: 120})
	i := 0
	for k := range m.n {
		if m.body[k] == 1 {
			i = k
		}
	}
	near(t, "stop", m.at[i], stop, 1e-6)
	near(t, "depth below the float", m.pos[i].Z-m.pos[0].Z, stop, 0.01)
	if z := m.pos[i].Z; math.Abs(z) > 0.02 {
		t.Errorf("the float is at %.3f m", z)
	}
	if m.touched[0] {
		t.Error("the head came to the bed")
	}
	r.Bodies[1].WeightInWater = -0.02
	m = followed(t, s, Drop{Rig: r, Cast: Cast{Distance: 8, SpoolDrag: 0.002}, Phases: []Phase{{Open: true, Time: 120}},
		Until: 120})
	if !m.touched[0] {
		t.Error("a float too small for it carried the head")
	}
}

// Whatever slides where, there are numbers, bodies stay between their stops, and in
// still water with the bail closed nothing gains energy.
func TestRandomRigsThatSlide(t *testing.T) {
	var grown trust.Tally
	seeds := uint64(4)
	if testing.Short() {
		seeds = 1
	}
	for seed := range seeds {
		randomRigsThatSlide(t, rand.New(rand.NewPCG(3, seed)), &grown)
	}
	grown.Tell(t, "energy", mostGrown)
}

// mostGrown is how much energy may seem to grow in a step, J, beyond what rounding makes of a large one.
const mostGrown = 2e-4

func randomRigsThatSlide(t *testing.T, random *rand.Rand, grown *trust.Tally) {
	t.Helper()
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	unsolved := 0
	for round := range 40 {
		bodies := []rig.Body{{WeightInWater: between(0.002, 0.1), TowArea: 3e-4, FallArea: between(1e-4, 1e-3),
			Mass: 0.012}}
		for at := 0.0; len(bodies) < 2+round%6; {
			low := at + between(0.02, 0.6)
			high := low + between(0.02, 1.5)
			b := rig.Body{At: between(low, high), WeightInWater: between(-0.03, 0.1), TowArea: 1e-4, FallArea: 2e-4,
				Mass: 0.012}
			if len(bodies)%2 == 1 {
				b.Slides = rig.Span{From: low, To: high}
			}
			if round%4 == 0 && len(bodies) == 1+round%6 && b.Slides.Free() {
				b.Slides.To = math.Inf(1)
			}
			bodies, at = append(bodies, b), high
		}
		s := scene(0)
		s.Bed.Depth = between(1, 12)
		s.Bed.Slope = between(-0.05, 0.05)
		moves := round%2 == 1
		if moves {
			s.Current.Surface = r3.Vec{X: between(-1, 1), Y: between(-1, 1)}
			s.Wind = r3.Vec{X: between(-8, 8), Y: between(-8, 8)}
		}
		d := Drop{Rig: withBodies(t, 0.12e-3, bodies...),
			Cast: Cast{Distance: between(0, 25), SpoolDrag: 0.005}, Until: 40}
		if d.Rig.Weight() <= 0 && !d.Rig.FloatsUp() {
			continue
		}
		if moves {
			d.Phases = []Phase{{Open: true, Time: 20}, {Time: 5}, {Reel: 0.7, Time: 10}}
		}
		m := newSim(s, d, Detail{}, usual)
		if !m.begin() {
			continue
		}
		energy := m.energy()
		for m.track.Outcome == "" && m.track.Steps < mostSteps {
			m.advance()
			m.track.Steps++
			for i := range m.n {
				if !(length(m.pos[i]) < 1e3 && length(m.vel[i]) < 1e2) {
					t.Fatalf("round %d: node %d at %v, %v", round, i, m.pos[i], m.vel[i])
				}
			}
			for _, r := range m.runners {
				if at := m.at[r.node]; r.node > 0 && (at < r.from-1e-9 || at > r.to+1e-9) {
					t.Fatalf("round %d: body %d is at %g m, outside %g to %g", round, r.body, at, r.from, r.to)
				}
			}
			now := m.energy()
			if !moves {
				grown.Add(max(now-energy-0.001*math.Abs(energy), 0))
			}
			if !moves && now > energy+mostGrown+0.001*math.Abs(energy) {
				t.Fatalf("round %d: at %.2f s energy went from %.6f to %.6f J", round, m.time, energy, now)
			}
			energy = now
		}
		if m.track.Outcome == Unsolved || m.track.Outcome == "" {
			unsolved++
		}
	}
	if unsolved > 1 { // slack line in a wind
		t.Errorf("%d of 40 wild drops were not solved", unsolved)
	}
}

// energy is what bodies have by their height and their speed, J.
func (m *sim) energy() float64 {
	sum := 0.0
	for i := range m.n {
		if b := m.body[i]; b >= 0 {
			body := &m.rig.Bodies[b]
			sum += body.Mass / 2 * r3.Dot(m.vel[i], m.vel[i])
			z := m.pos[i].Z
			if body.WeightInWater > 0 {
				sum += body.WeightInWater * z
			} else if z < 0 {
				sum += body.WeightInWater * z
			} else {
				sum += 9.80665 * body.Mass * z
			}
		}
	}
	return sum
}

// What slides past another, or is too many, is refused and not solved.
func TestRunRefusesSlides(t *testing.T) {
	bodies := []rig.Body{{WeightInWater: 0.1, TowArea: 1e-4, FallArea: 1e-4, Mass: 0.01}}
	for i := range rig.MostSlides + 1 {
		at := float64(i + 1)
		bodies = append(bodies, rig.Body{At: at, WeightInWater: 0.1, TowArea: 1e-4, FallArea: 1e-4, Mass: 0.01,
			Slides: rig.Span{From: at, To: at + 1}})
	}
	r := withBodies(t, 0.1e-3, bodies[:len(bodies)-1]...)
	if _, err := scene(0).Run(t.Context(), falling(r, 5), Detail{}); err != nil {
		t.Error(err)
	}
	r.Bodies = bodies
	if _, err := scene(0).Run(t.Context(), falling(r, 5), Detail{}); err == nil ||
		err.Error() != "rig: more than 4 bodies slide" {
		t.Errorf("%v", err)
	}
}

// A sinker that is free to run passes the end of the leader on its way, wherever that is: line that a bait drew through
// it is reeled back.
func TestSinkerPassesTheEndOfTheLeader(t *testing.T) {
	bait := rig.Body{WeightInWater: 2e-3, TowArea: 4e-4, FallArea: 3e-3, Mass: 0.006}
	sinker := rig.Body{At: 0.03, WeightInWater: 0.06, TowArea: 1e-4, FallArea: 1e-4, Mass: 0.007,
		Slides: rig.Span{From: 0.03, To: math.Inf(1)}}
	s := scene(0)
	s.Bed.Depth = 3
	for leader := 0.6; leader < 1.3; leader += 0.05 {
		d := Drop{Rig: withBodies(t, 0.15e-3, bait, sinker), Cast: Cast{Distance: 18, SpoolDrag: 0.01}, Until: 60}
		d.Rig.Key, d.Rig.LeaderLength = 1, leader
		d.Phases = []Phase{{Open: true, Landed: true, Time: 20}, {Reel: 1.2, Time: 6}}
		m := newSim(s, d, Detail{}, usual)
		if !m.begin() {
			t.Fatal(m.track.Outcome)
		}
		farthest := 0.0
		for m.track.Outcome == "" {
			m.advance()
			if i := m.key(); i < m.n {
				farthest = max(farthest, m.at[i])
			}
		}
		if farthest < leader+0.1 {
			t.Errorf("only %.2f m of line ran through, the leader is %.2f m long", farthest, leader)
		}
		if m.track.Outcome != Done {
			t.Errorf("a leader of %.2f m: %s", leader, m.track.Outcome)
		}
	}
}
