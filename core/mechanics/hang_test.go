package mechanics

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"dunvel/core/rig"

	"gonum.org/v1/gonum/spatial/r3"
)

// held is a line in some water and wind, between a head on the bed and the rod tip.
type held struct {
	scene  *Scene
	rig    *rig.Rig
	place  r3.Vec
	length float64
}

// anyHeld is a line as one may be held: 1 to 16 m of water that flows at up to 0.4 m/s, every second one with up to
// 6 m/s of wind, a cast of 5 to 30 m, and as much of it to spare as a hand leaves.
func anyHeld(t *testing.T, random *rand.Rand) held {
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	heading := func(speed float64) r3.Vec {
		sin, cos := math.Sincos(between(0, 2*math.Pi))
		return r3.Vec{X: speed * cos, Y: speed * sin}
	}
	s := scene(0)
	s.Bed.Depth, s.TipHeight = between(1, 16), between(0.5, 2.5)
	s.Current.Surface = heading(between(0, 0.4))
	if random.IntN(2) == 0 {
		s.Wind = heading(between(0, 6))
	}
	x := between(5, 30)
	spare := []float64{1.01, 1.03, 1.1, 1.3}[random.IntN(4)]
	return held{s, jig(t, 0.05, between(0.1e-3, 0.3e-3)), r3.Vec{X: x, Z: -s.Bed.Depth},
		spare * math.Hypot(x, s.Bed.Depth+s.TipHeight)}
}

func (h held) lie(near *Hung) Lie { return h.scene.LieAt(h.rig, h.place, h.length, near, nil) }

// A line that is followed up from the head with the tension that was found for it ends at the rod tip, as the statics
// have it; and most lines come to rest.
func TestHungEndsAtTheTip(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 14))
	var off []float64
	slack := 0
	for range 400 {
		h := anyHeld(t, random)
		lie := h.lie(nil)
		if lie.Hung == nil {
			slack++
			continue
		}
		start := h.scene.follow(h.rig, Gait{}, h.place, r3.Vec{}, math.Inf(1), 0, nil).pull
		end := h.scene.follow(h.rig, Gait{}, h.place, r3.Sub(start, lie.EndTension), math.Inf(1), h.length, nil).at
		off = append(off, r3.Norm(r3.Sub(end, r3.Vec{Z: h.scene.TipHeight}))/h.length)
	}
	slices.Sort(off)
	median, most := off[len(off)/2], off[9*len(off)/10]
	t.Logf("%d of 400 slack; off by %.4f of the line, nine of ten by less than %.4f", slack, median, most)
	if slack > 22 || median > 0.0015 || most > 0.01 {
		t.Errorf("%d of 400 slack; off by %g of the line, nine of ten by less than %g", slack, median, most)
	}
}

// From how another line hung one comes to rest as from nothing, in about half the rounds; from how it hangs itself at once.
func TestHungFromAnother(t *testing.T) {
	random := rand.New(rand.NewPCG(14, 3))
	var fromNothing, fromAnother, fromItself float64
	lines := 0.0
	for range 100 {
		h := anyHeld(t, random)
		fresh := h.lie(nil)
		other := *h.scene
		other.Current.Surface = r3.Scale(1.2, other.Current.Surface)
		from := other.LieAt(h.rig, h.place, h.length, nil, nil).Hung
		if fresh.Hung == nil || from == nil {
			continue
		}
		near(t, "tension", r3.Norm(h.lie(from).EndTension), r3.Norm(fresh.EndTension), 0.02)
		lines++
		fromNothing += h.rounds(t, nil)
		fromAnother += h.rounds(t, from)
		fromItself += h.rounds(t, fresh.Hung)
	}
	t.Logf("%.0f lines: %.1f rounds from nothing, %.1f from another, %.1f from itself", lines, fromNothing/lines,
		fromAnother/lines, fromItself/lines)
	if lines < 80 || fromAnother > 0.55*fromNothing || fromItself > 1.2*lines {
		t.Error("that is not sooner")
	}
}

// rounds is in how many rounds of Newton's method the line comes to rest.
func (h held) rounds(t *testing.T, near *Hung) float64 {
	m := newSim(h.scene, Drop{Rig: h.rig}, Detail{}, hanging)
	defer m.leave(false)
	if !m.stretch(h.place, h.length, near) || !m.comeToRest() {
		t.Fatal("it does not come to rest")
	}
	return float64(m.work) / float64(m.n)
}

// A line that does not come to rest at once does so where it turns from wet to dry little by little; what does not come
// to rest either way is given up soon.
func TestHungThroughTheSurface(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 14))
	later, never, spent := 0, 0, 0
	for range 400 {
		h := anyHeld(t, random)
		m := newSim(h.scene, Drop{Rig: h.rig}, Detail{}, hanging)
		if m.stretch(h.place, h.length, nil) {
			at := m.work
			ok := m.comeToRest()
			rounds := (m.work - at) / m.n
			switch {
			case !ok:
				never++
				spent += rounds
			case rounds > mostAtOnce:
				later++
			}
			if ok && m.chain.film != hanging.film {
				t.Errorf("it turns from wet to dry over %g m", m.chain.film)
			}
		}
		m.leave(false)
	}
	t.Logf("%d came to rest later, %d never, after %d rounds in all", later, never, spent)
	if later < 6 || never > 14 || spent > 30*never {
		t.Errorf("%d came to rest later, %d never, after %d rounds in all", later, never, spent)
	}
}

// What pulls more than the head weighs is not slack because it is hard to find; and what pulls next to nothing is.
func TestHungOrSlack(t *testing.T) {
	at := func(flow, wind, spare float64) Lie {
		s := scene(flow)
		s.Bed.Depth, s.Current.Surface.Y, s.Wind.Y = 15.6, 0.7*flow, wind
		return s.LieAt(jig(t, 0.05, 0.2e-3), r3.Vec{X: 29.6, Z: -15.6}, spare*math.Hypot(29.6, 17.1), nil, nil)
	}
	if lie := at(-0.33, 0, 1.3); lie.Outcome != Lifts && lie.Outcome != Sweeps || r3.Norm(lie.EndTension) < 0.05 {
		t.Errorf("in a strong current: %+v", lie)
	}
	// Wind alone tightens a line over still water.
	if lie := at(0, 6, 1.01); lie.Outcome == Slack || lie.EndTension.X > -0.01 {
		t.Errorf("in wind: %+v", lie)
	}
	if lie := at(0, 0.4, 1.1); lie.Outcome != Slack || lie.ContactMargin != 1 || lie.Grip != 0 || lie.Hung != nil {
		t.Errorf("in no wind to speak of: %+v", lie)
	}
}

// The change of the force on a line as it turns is the slope of the force.
func TestTurnSlopes(t *testing.T) {
	l := line(t, "braid", 0.2e-3)
	s := newStrand(&l, &salt, 0)
	tangent, flow := r3.Unit(r3.Vec{X: 2, Y: -1, Z: 0.5}), r3.Vec{X: 0.1, Y: 0.25, Z: 0.02}
	var by block
	s.turnSlopes(tangent, flow, 1, &by)
	for _, way := range []r3.Vec{{X: 1}, {Y: 1}, {Z: 1}} {
		// Only what is across the line turns it.
		turn := r3.Scale(1e-6, r3.Sub(way, r3.Scale(r3.Dot(way, tangent), tangent)))
		slope := r3.Scale(0.5e6, r3.Sub(s.force(r3.Unit(r3.Add(tangent, turn)), flow),
			s.force(r3.Unit(r3.Sub(tangent, turn)), flow)))
		if got := by.times(way); r3.Norm(r3.Sub(got, slope)) > 0.01*r3.Norm(slope) {
			t.Errorf("towards %v: %v, not %v", way, got, slope)
		}
	}
	var calm block
	if s.turnSlopes(tangent, r3.Vec{}, 1, &calm); calm != (block{}) {
		t.Errorf("in still water: %v", calm)
	}
}
