package trial

import (
	"context"
	"math"
	"slices"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/rig"
	"dunvel/core/stage"

	"gonum.org/v1/gonum/spatial/r3"
	"gonum.org/v1/gonum/stat"
)

// Rest is what a head does on the bed with the line taken up as suits it best.
type Rest struct {
	// Margin is the push of the bed over its weight in water; below 0 what would have to hold it down, over its weight. Along a
	// drag it is what there is for most of the way, and 0 off the bed, however far.
	Margin float64
	Push   float64 // N, then
	// N along the line that friction makes of it as it is dragged, for most of the way; 0 where it is not
	Pull  float64
	Grip  float64 // lying still: friction needed over friction there is; 0 where nothing moves it
	Creep float64 // m/s at which line and flow sweep it along; 0 where friction holds it
	Grips float64 // the grip at which it creeps as fast as it may
	Line  float64 // over the chord, taken up
	// where along a drag the push is least, as a share of the cast that is left; 0 where it is not dragged
	Along float64

	Held float64 // in a swell: least share of a wave for which it is on the bed; 1 without one
	Walk float64 // in a swell: m that it goes in SwellWaves waves
	// in a swell: it uses so little of the grip of the bed that nothing that is not known lets the waves carry it off
	Steady bool

	hung *mechanics.Hung // the line of a head that lies still; nil where nothing tightens it,
	lost bool            // or how it hangs was not found
	lain float64         // over the chord, taken up where it lies still: there another length may suit best
}

// lengths are how many a hand tries for the line that suits best: over the
// chord, from all of it taken up to as much as may help.
const lengths = 4

// rest looks at a head that has come down, with the line that near found to suit
// best where it is there.
func (c *Case) rest(ctx context.Context, r *Rigged, branch *mechanics.Branch, h Handling, f Fall,
	near *Rest) (Rest, error) {
	resting := r.Resting()
	speed, drag := r3.Norm(c.Gait.Velocity), c.Setup.Cast.Drag
	var out Rest
	moving, err := c.moving(ctx, r, branch, h, f, near)
	if err != nil {
		return out, err
	}
	still := c.lies(speed)
	if still {
		out = c.lying(&resting, h, f, near)
		out.lain = out.Line
	}
	// Between lying still and creeping one passes into the other.
	if share := min(speed/judgement.CreepMost.Number, 1); share < 1 {
		out.Margin += share * (moving.Margin - out.Margin)
		out.Push += share * (moving.Push - out.Push)
		out.Along = moving.Along
		if speed > 0 && drag == 0 {
			out.Line = moving.Line
		}
	} else {
		if still {
			moving.Grip, moving.Creep, moving.Line, moving.hung, moving.lain = out.Grip, out.Creep, out.Line,
				out.hung, out.lain
		}
		out = moving
	}
	out.Grips = c.Grips()
	switch {
	case near != nil:
		out.Held, out.Walk = near.Held, near.Walk
	case drag == 0:
		out.Held = 1
	default:
		out.Held = moving.Held
	}
	return out, nil
}

// moving looks at a head that is dragged or drifts over the bed; nothing comes of one that does
// neither.
func (c *Case) moving(ctx context.Context, r *Rigged, branch *mechanics.Branch, h Handling, f Fall,
	near *Rest) (Rest, error) {
	switch drags := c.Setup.Cast.Drag > 0; {
	case drags && branch == nil:
		return *near, nil
	case drags && c.Swell():
		return c.draggedInSwell(ctx, branch, r, h, f)
	case drags:
		return c.dragged(ctx, branch, r, h, f, near)
	case !c.Still():
		resting := r.Resting()
		return c.drifting(&resting, h, f, near), nil
	}
	return Rest{}, nil
}

// lies tells whether it matters what line and flow do to a head that lies still: one
// that moves at a speed is not asked to lie where it came down.
func (c *Case) lies(speed float64) bool {
	if speed < judgement.CreepMost.Number {
		return true
	}
	school := c.School()
	return c.Setup.Cast.Drag > 0 && school.OnTheBed && !school.Lifted && c.MayCreep() < r3.Norm(c.Middle())
}

// takenUp are lengths of line over the chord: from all of it taken up to as much as may
// help. What a wind drew out beyond that is no more help.
func takenUp() []float64 {
	least, most := judgement.TakenUpLeast.Number-1, judgement.TakenUpMost.Number-1
	out := make([]float64, lengths)
	for i := range out {
		out[i] = 1 + least*math.Pow(most/least, float64(i)/(lengths-1))
	}
	return out
}

// takeUp is how a hand takes up the slack of a fall, until so much line is out over the
// chord.
func (c *Case) takeUp(h Handling, f Fall, share float64) mechanics.Phase {
	slack := max(f.LineOut-share*c.chord(f.Landing, h, f.Time), 0)
	return mechanics.Phase{Reel: judgement.SlackIn.Number, Time: slack / judgement.SlackIn.Number}
}

// dragged is a head that is drawn back to the rod, at the slowest that a hand would and
// no slower than it creeps: what pushes on it for most of the way. Where that is what
// pushes on it half way back, as on most beds, no more is looked at of what a change
// does to it; nor is in a swell, which makes one place of the way like another.
func (c *Case) dragged(ctx context.Context, from *mechanics.Branch, r *Rigged, h Handling, f Fall,
	near *Rest) (Rest, error) {
	left, places := judgement.SwimTo.Number, SwimPlaces
	if near != nil && near.lessLater() {
		left, places = placeOf(halfWay), halfWay+1
	}
	taken := c.takeUp(h, f, judgement.TakenUpLeast.Number)
	back, err := c.wayBack(ctx, from, f, taken, c.drags(), left)
	if err != nil {
		return Rest{}, err
	}
	pushes := c.seen(back, func(a, b mechanics.Frame, share float64) float64 { return a.Push + share*(b.Push-a.Push) })
	var pulls [SwimPlaces]float64
	least := 0
	for i, p := range pushes[:places] {
		pulls[i] = c.pull(h, p, placeOf(i))
		if p < pushes[least] {
			least = i
		}
	}
	out := Rest{Along: placeOf(least), Line: judgement.TakenUpLeast.Number, Held: 1}
	if near != nil {
		out.Along = near.Along
	}
	out.Push, out.Pull = most(pushes[:places]), most(pulls[:places])
	if out.lessLater() {
		out.Push, out.Pull = pushes[halfWay], pulls[halfWay]
	}
	out.Margin = min(out.Push/r.Weight(), 1)
	return out, nil
}

// drags is how fast a head is dragged that is looked at, m/s.
func (c *Case) drags() float64 {
	return max(c.Setup.Cast.Drag, judgement.CreepMost.Number) / judgement.DragSlower.Number
}

// pull is what the friction of a push makes along the line with a share of the cast
// left: along one that stands at an angle more than the friction, N.
func (c *Case) pull(h Handling, push, left float64) float64 {
	x := left * c.Cast.Distance
	return c.Scene.Bed.Friction * push * math.Hypot(x, h.Tip+c.Scene.Bed.DepthAt(x)) / x
}

// halfWay is the place of a way back from which on a head counts as having kept the bed
// that pushed on it until there.
var halfWay = int(judgement.DragShare.Number * (SwimPlaces - 1))

// lessLater tells whether a head that is dragged pushes least on the second half of its
// way.
func (r *Rest) lessLater() bool { return r.Along < placeOf(halfWay) }

// placeOf is a place of the way back, as a share of the cast that is left.
func placeOf(i int) float64 {
	first, last := judgement.SwimFrom.Number, judgement.SwimTo.Number
	return first + (last-first)*float64(i)/(SwimPlaces-1)
}

// most is what there is at least for most of the way.
func most(values []float64) float64 {
	return stat.Quantile(1-judgement.DragShare.Number, stat.LinInterp, slices.Sorted(slices.Values(values)), nil)
}

// drifting is a head that goes along with the boat.
func (c *Case) drifting(r *rig.Rig, h Handling, f Fall, near *Rest) Rest {
	scene := c.At(h, 0)
	scene.Bed.Depth = scene.Bed.DepthAt(c.tip(h, f.Time).X)
	chord := c.chord(f.Landing, h, f.Time)
	best := Rest{Margin: math.Inf(-1)}
	lines := takenUp()
	if near != nil && near.Line > 0 {
		lines = []float64{near.Line}
	}
	for _, line := range lines {
		e := scene.Rest(r, c.Gait, line*chord, nil)
		switch e.Outcome {
		case mechanics.Slack:
			e.ContactMargin, e.Push = 1, r.Weight()
		case mechanics.Hangs, mechanics.Trails:
			e.ContactMargin = scene.HeldDown(r, c.Gait, line*chord)
		}
		if e.ContactMargin > best.Margin {
			best = Rest{Margin: e.ContactMargin, Push: e.Push, Line: line}
		}
	}
	return best
}

// lying is a head left where it came down. What is best is the least that sweeps it
// where it is to hold the bottom, and the greatest push where it is not.
func (c *Case) lying(r *rig.Rig, h Handling, f Fall, near *Rest) Rest {
	scene := c.At(h, 0)
	moved := c.tip(h, f.Time)
	scene.Bed.Depth = scene.Bed.DepthAt(moved.X)
	place := r3.Sub(r3.Vec(f.Landing), r3.Vec{X: moved.X, Y: moved.Y})
	place.Z = -scene.Bed.DepthAt(place.X)
	chord := c.chord(f.Landing, h, f.Time)
	with := func(line float64, from *mechanics.Hung) Rest {
		lie := scene.LieAt(r, place, line*chord, from, nil)
		margin, grip := min(lie.ContactMargin, 1), min(lie.Grip, stage.MostGrip)
		return Rest{Margin: margin, Push: max(margin, 0) * r.Weight(), Grip: grip, Creep: creeps(grip, r3.Norm(c.Middle())), Line: line,
			hung: lie.Hung, lost: lie.Outcome == mechanics.Unsolved}
	}
	byGrip := c.School().OnTheBed && !c.School().Lifted
	suits := suiting{with, byGrip}
	lines := takenUp()
	if near != nil && near.lain > 0 {
		same := with(near.lain, near.hung)
		if !byGrip && near.lain == lines[0] && near.liesEasily() {
			return suits.longer(same, lines[1:])
		}
		return same
	}
	if byGrip {
		return suits.about(lines, lengths-2) // the longest mostly suits best, and is harder to find
	}
	return suits.longer(with(lines[0], nil), lines[1:])
}

// liesEasily tells whether the line takes so little of the weight of a head, and pulls so little on it, that no longer one
// could do it any good.
func (r *Rest) liesEasily() bool {
	const lifted, dragged = 0.01, 0.5 // shares of its weight, and of what friction holds
	return r.Margin >= 1-lifted && r.Grip <= dragged
}

// suiting is how the line that suits best is looked for: of the lengths that a hand tries the farther one is from that, the
// worse. Each is found sooner from how the last one hung.
type suiting struct {
	with   func(line float64, from *mechanics.Hung) Rest
	byGrip bool // the least of it is best, and not the greatest push
}

func (s suiting) better(a, b *Rest) bool {
	if s.byGrip && a.Grip != b.Grip {
		return a.Grip < b.Grip
	}
	return a.Margin > b.Margin
}

// longer is the best of a line and of longer ones, which are tried until one is worse.
func (s suiting) longer(best Rest, lines []float64) Rest {
	for _, line := range lines {
		if best.hung == nil || !s.byGrip && best.liesEasily() {
			break // it is slack, nor is there anything to gain by more
		}
		other := s.with(line, best.hung)
		if other.lost || s.better(&best, &other) {
			break
		}
		if s.better(&other, &best) {
			best = other
		}
	}
	return best
}

// about is the best of some lines, of which one mostly is: those around it are tried, or all from the shortest on where it is
// not found.
func (s suiting) about(lines []float64, most int) Rest {
	first := s.with(lines[most], nil)
	if first.hung == nil {
		return s.longer(s.with(lines[0], nil), lines[1:])
	}
	best := s.longer(first, lines[most+1:])
	for at := most - 1; at >= 0 && best.Line <= first.Line; at-- {
		shorter := s.with(lines[at], best.hung)
		if shorter.lost || s.better(&best, &shorter) {
			break
		}
		first, best = shorter, shorter
	}
	return best
}

// creeps is the speed in m/s at which a head is swept along that needs grip times
// the friction there is, in water that passes its line at a speed. What moves with
// the water at c is pulled as (1 - c/speed)^2 of what lies still, since drag goes
// with the square of the speed past it; it is that much that friction holds.
func creeps(grip, speed float64) float64 {
	if grip <= 1 {
		return 0
	}
	return speed * (1 - 1/math.Sqrt(grip))
}

// LiftOffMost is the fastest drag for which contact is looked at, m/s.
const LiftOffMost = 3

// LiftOff is the speed over the ground in m/s at which a head that has come down
// loses the bed; LiftOffMost or more is given as that. It is 0 where it is dragged over a
// slope: the line has another shape at every place of that, and none that lasts.
func (c *Case) LiftOff(mass float64, h Handling, f Fall) (float64, error) {
	r, _, err := c.Rig(mass)
	if err != nil || c.Setup.Cast.Drag > 0 && c.BedSlope() != 0 {
		return 0, err
	}
	direction := c.Gait.Pull
	if !c.Still() {
		direction = r3.Unit(c.Gait.Velocity)
	}
	if direction == (r3.Vec{}) {
		return LiftOffMost, nil
	}
	resting, scene := r.Resting(), c.At(h, 0)
	scene.Bed.Depth = scene.Bed.DepthAt(c.tip(h, f.Time).X)
	chord := c.chord(f.Landing, h, f.Time)
	return scene.LiftOff(&resting, direction, judgement.TakenUpMost.Number*chord, LiftOffMost), nil
}

// Drawn is the line of a head on the bed, from the head to the rod tip as it is at
// the end of the fall: as it is worked with the line taken up.
func (c *Case) Drawn(mass float64, h Handling, f Fall, rest Rest) ([]Point, error) {
	r, _, err := c.Rig(mass)
	if err != nil {
		return nil, err
	}
	resting, scene := r.Resting(), c.At(h, 0)
	tip := c.tip(h, f.Time)
	scene.Bed.Depth = scene.Bed.DepthAt(tip.X)
	out := max(rest.Line, judgement.TakenUpLeast.Number) * c.chord(f.Landing, h, f.Time)
	curve := make([]r3.Vec, 0, 64)
	lies := c.Still() && c.OnBed
	if !lies {
		e := scene.Rest(&resting, c.Gait, out, &curve)
		// One that keeps the bed as it is drawn back is drawn on it, as it begins.
		lies = c.Setup.Cast.Drag > 0 && rest.Margin > 0 && e.Outcome != mechanics.OnBed
	}
	if lies {
		curve = curve[:0]
		place := r3.Sub(r3.Vec(f.Landing), r3.Vec{X: tip.X, Y: tip.Y})
		place.Z = -scene.Bed.DepthAt(place.X)
		if lie := scene.LieAt(&resting, place, out, rest.hung, &curve); lie.Hung == nil {
			// Nothing tightens the line, or how is not found: it is drawn as the angler takes it up.
			curve = append(curve[:0], place, r3.Vec{Z: scene.TipHeight})
		}
	}
	points := make([]Point, len(curve))
	for i, p := range curve {
		points[i] = Point{p.X + tip.X, p.Y + tip.Y, p.Z}
	}
	return points, nil
}

// UnderRod is the line of a rig that stands on the bed under the rod, from what holds the
// bed to the rod tip; nothing where the water lifts it there.
func (c *Case) UnderRod(mass float64, h Handling) ([]Point, error) {
	r, _, err := c.Rig(mass)
	if err != nil {
		return nil, err
	}
	resting, scene := r.Resting(), c.At(h, 0)
	curve := make([]r3.Vec, 0, 64)
	e := scene.Rest(&resting, mechanics.Gait{Velocity: model.Drift(c.Setup)},
		judgement.TakenUpLeast.Number*(scene.Bed.Depth+h.Tip), &curve)
	if e.Outcome != mechanics.OnBed && e.Outcome != mechanics.Slack {
		return nil, nil
	}
	points := make([]Point, len(curve))
	for i, p := range curve {
		points[i] = Point{p.X, p.Y, p.Z}
	}
	return points, nil
}
