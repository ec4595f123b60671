package trial

import (
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"dunvel/core/mechanics"
	"dunvel/core/setup"
	"dunvel/core/trust"

	"gonum.org/v1/gonum/spatial/r3"
)

// The speed of the hand that suits a head is on the grain by which chances are told what it is on the one that is
// shown: heads that are fished, in water that is still, runs off, across and back, in a calm and in a breeze.
func TestRetrievesOnTheRoughGrain(t *testing.T) {
	if testing.Short() {
		t.Skip("some hundred retrieves, finely")
	}
	var off trust.Tally
	var offs []float64
	for _, depth := range []float64{1.5, 4, 7} {
		for _, flow := range []struct{ speed, direction float64 }{{0, 0}, {0.25, 0}, {0.25, 90}, {0.25, 180}} {
			for _, wind := range []float64{0, 5} {
				c := situate(t, func(s *setup.Setup) {
					s.Bait.Length, s.Head.Hook = 0.09, "1/0"
					s.Approach.Kind, s.Water.Depth, s.Approach.Speed = setup.Swim, depth, 0.4
					s.Flow.Speed, s.Flow.Direction = flow.speed, flow.direction
					s.Wind.Speed, s.Wind.Direction = wind, 90
				})
				for _, mass := range []float64{0.0025, 0.0053, 0.0106, 0.0213} {
					rough, shown := tried(t, c, Question{Mass: mass}), tried(t, c, Question{Mass: mass, Effort: Shown})
					off.Relative(rough.Swim.Speed, shown.Swim.Speed)
					offs = append(offs, math.Abs(rough.Swim.Speed/shown.Swim.Speed-1))
				}
			}
		}
	}
	slices.Sort(offs)
	middle, p95 := offs[len(offs)/2], offs[len(offs)*95/100]
	t.Logf("of %d half are off by %.2f %% at most, 95 of 100 by %.2f %%, the worst by %.2f %%", len(offs), 100*middle, 100*p95,
		100*offs[len(offs)-1])
	if !(middle < 0.01) || !(p95 < 0.07) {
		t.Errorf("half are off by %.2f %%, 95 of 100 by %.2f %%", 100*middle, 100*p95)
	}
	off.Tell(t, "retrieves", 0.1)
}

// anySea is some sea, and the mass of a head in it in kg.
func anySea(t *testing.T, random *rand.Rand) (*Case, float64) {
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Cast.Distance = setup.HoldBottom, between(1, 12), between(5, 45)
		s.Flow.Speed, s.Flow.Direction = between(0, 0.4), between(0, 360)
		s.Wind.Speed, s.Wind.Direction = between(0, 8), between(0, 360)
		s.Swell.Height, s.Swell.Period, s.Swell.Direction = between(0.03, 0.3)*s.Water.Depth, between(3, 12), between(0, 360)
	})
	return c, between(0.003, 0.03)
}

// What waves do to a head that lies on the rough grain is off by little of what may be from what they do on the grain that
// is shown: one place is as good as another, so that single heads may be far off.
func TestWavesOnTheRoughGrain(t *testing.T) {
	if testing.Short() {
		t.Skip("some hundred heads in a swell, finely")
	}
	random := rand.New(rand.NewPCG(5, 9))
	walks, helds, heads, other := 0.0, 0.0, 0, 0
	for range 120 {
		c, mass := anySea(t, random)
		rough, shown := tried(t, c, Question{Mass: mass}), tried(t, c, Question{Mass: mass, Effort: Shown})
		if !rough.Arrived() || !shown.Arrived() {
			continue
		}
		walk := func(r Result) float64 { return min(r.Rest.Walk/c.MayWalk(), 3) }
		heads++
		walks += math.Abs(walk(rough) - walk(shown))
		helds += math.Abs(rough.Rest.Held - shown.Rest.Held)
		if (walk(rough) > 1) != (walk(shown) > 1) {
			other++
		}
	}
	n := float64(heads)
	t.Logf("of %d heads: walks off by %.3f of what may be, held for %.3f of a wave more or less; %d walk too far on one alone",
		heads, walks/n, helds/n, other)
	if heads < 100 || !(walks/n < 0.1) || !(helds/n < 0.03) || other > heads/12 {
		t.Errorf("of %d heads: walks off by %.3f, held by %.3f, %d walk too far on one alone", heads, walks/n, helds/n, other)
	}
}

// A head that a wave does not move is not watched any longer: it walks as in that wave, and over the next less than a third of
// what it may. Others are watched for a few waves, and tell of all of them better than the mean of two would.
func TestUnmovedByAWave(t *testing.T) {
	random := rand.New(rand.NewPCG(5, 10))
	unmovedHeads, walked, off, offByTwo := 0, 0, 0.0, 0.0
	for range 150 {
		c, mass := anySea(t, random)
		h, period := c.Handlings()[0], c.Scene.Swell.Period()
		fall, branch := fallenIn(t, c, mass, h)
		if fall.Outcome != Reached {
			continue
		}
		rest := Rest{Line: 1.1}
		if err := c.swell(t.Context(), branch, Question{Handling: h}, fall, &rest); err != nil {
			t.Fatal(err)
		}
		taken := c.takeUp(h, fall, rest.Line)
		gone := func(waves float64) float64 {
			track, err := branch.GoOn(t.Context(), []mechanics.Phase{taken, {Time: (1 + waves) * period}}, 1000)
			if err != nil {
				t.Fatal(err)
			}
			begin := fall.Time + taken.Time + period
			way := r3.Sub(track.At(begin+waves*period), track.At(begin))
			return math.Hypot(way.X, way.Y)
		}
		glimpsed := Rest{Line: 1.1}
		if err := c.swell(t.Context(), branch, Question{Handling: h, Waves: Glimpsed}, fall, &glimpsed); err != nil {
			t.Fatal(err)
		}
		near(t, "as glimpsed", glimpsed.Walk, 10*gone(1), 1e-9)
		if over := gone(2) / 2 * 10 / c.MayWalk(); gone(1) < unmoved {
			unmovedHeads++
			near(t, "in the first wave", rest.Walk, 10*gone(1), 1e-9)
			if over > 1.0/3 {
				t.Errorf("%g g, unmoved by a wave, walks %.2f of what it may", 1e3*mass, over)
			}
		} else {
			walked++
			all := min(gone(10)/c.MayWalk(), 3)
			off += math.Abs(min(rest.Walk/c.MayWalk(), 3) - all)
			offByTwo += math.Abs(min(over, 3) - all)
		}
	}
	n := float64(walked)
	t.Logf("%d unmoved, %d walked, off by %.3f of what they may, by two waves by %.3f", unmovedHeads, walked, off/n, offByTwo/n)
	if unmovedHeads < 30 || walked < 30 || !(off/n < 0.2) || !(off < 0.6*offByTwo) {
		t.Errorf("%d unmoved, %d walked, off by %.3f of what they may, by two waves by %.3f", unmovedHeads, walked, off/n,
			offByTwo/n)
	}
}

// fallenIn is the fall of a head of a mass in kg.
func fallenIn(t *testing.T, c *Case, mass float64, h Handling) (Fall, *mechanics.Branch) {
	t.Helper()
	r, lure, err := c.Rig(mass)
	if err != nil {
		t.Fatal(err)
	}
	f, branch, err := c.fall(t.Context(), &Rigged{r, lure}, h, 0, Judged)
	if err != nil {
		t.Fatal(err)
	}
	return f, branch
}

// Of the lengths of line that a hand tries the best is found, though not all are tried, whether a head is to lie still or
// to be lifted.
func TestLineThatSuitsBest(t *testing.T) {
	random := rand.New(rand.NewPCG(5, 11))
	between := func(low, high float64) float64 { return low + (high-low)*random.Float64() }
	taken := map[float64]int{}
	for n := range 90 {
		c := situate(t, func(s *setup.Setup) {
			s.Approach.Kind = []string{setup.HoldBottom, setup.LiftAndDrop}[n%2]
			s.Water.Depth, s.Cast.Distance, s.Flow.Speed, s.Flow.Direction = between(2, 12), between(8, 35), between(0.1, 0.35),
				between(0, 360)
			s.Wind.Speed, s.Wind.Direction = between(0, 7), between(0, 360)
		})
		h, mass := c.Handlings()[0], between(0.003, 0.03)
		f, _ := fallenIn(t, c, mass, h)
		if f.Outcome != Reached {
			continue
		}
		r, _, err := c.Rig(mass)
		if err != nil {
			t.Fatal(err)
		}
		resting := r.Resting()
		best := c.lying(&resting, h, f, nil)
		taken[best.Line]++
		for _, line := range takenUp() {
			other := c.lying(&resting, h, f, &Rest{lain: line})
			if other.lost {
				continue // what is not found suits nobody
			}
			better := other.Margin > best.Margin+0.01
			if n%2 == 0 {
				better = other.Grip < 0.98*best.Grip-0.01
			}
			if better {
				t.Errorf("%g g with %.3f of the chord: %+v; with %.3f %+v", 1e3*mass, best.Line, best, line, other)
			}
		}
	}
	if len(taken) < 3 {
		t.Errorf("the lengths that suit best: %v", taken)
	}
}

// Between two frames a height follows how fast it changes at each; what pushes goes evenly.
func TestSeenBetweenFrames(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Cast.Distance = setup.Swim, 5, 20
	})
	// Rising as z = -5 + x(t)²/100 on its way in at 2 m/s: a cubic has that exactly.
	frame := func(time float64) mechanics.Frame {
		x := 20 - 2*time
		return mechanics.Frame{
			Time: time, End: r3.Vec{X: x, Z: -5 + x*x/100}, Velocity: r3.Vec{X: -2, Z: -2 * 2 * x / 100}, Push: x,
		}
	}
	back := []mechanics.Frame{frame(0), frame(4), frame(9)}
	for i, height := range c.seen(back, c.heightBetween) {
		left := 20 * placeOf(i)
		near(t, "height", height, left*left/100, 1e-9)
	}
	// What came to the rod before the last place stays as it was; one on the bed is not under it.
	early := c.seen(back[:2], c.heightBetween)
	near(t, "at the last place", early[SwimPlaces-1], 1.44, 1e-9)
	a, b := frame(0), frame(4)
	a.End.Z, a.Velocity.Z, b.End.Z, b.Velocity.Z = -5.001, 0, -5, 2
	if height := c.heightBetween(a, b, 0.9); height != 0 {
		t.Errorf("%g m over the bed", height)
	}
	c.OnBed = false
	if depth := c.heightBetween(a, b, 0.9); !(depth > 5) {
		t.Errorf("%g m deep", depth)
	}
	if got := c.seen(nil, c.heightBetween); !slices.Equal(got, make([]float64, SwimPlaces)) {
		t.Errorf("nothing was seen, and %v", got)
	}
}

// It is plain that a head walks too far from twice what it may on, and that it does not below a third of that.
func TestPlain(t *testing.T) {
	c := situate(t, func(s *setup.Setup) {
		s.Approach.Kind, s.Water.Depth, s.Swell.Height, s.Swell.Period = setup.HoldBottom, 3, 0.3, 8
	})
	for share, plain := range map[float64]bool{0: true, 0.29: true, 0.31: false, 1: false, 1.99: false, 2.01: true} {
		if c.plain(share*c.MayWalk()) != plain {
			t.Errorf("%g of what it may is plain: %t", share, !plain)
		}
	}
	for _, tt := range []struct {
		held, walk float64
		alone      bool
	}{{1, 0.0049, true}, {1, 0.0051, false}, {0.99, 0, false}} {
		if r := (Rest{Held: tt.held, Walk: tt.walk}); r.LeftAlone() != tt.alone {
			t.Errorf("%+v is left alone: %t", tt, !tt.alone)
		}
	}
}
