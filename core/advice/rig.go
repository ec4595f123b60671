package advice

import (
	"fmt"
	"math"

	"dunvel/core/judgement"
	"dunvel/core/setup"
	"dunvel/core/units"

	"gonum.org/v1/gonum/spatial/r3"
)

// rigNotes say what a rig of two bodies does to the bait.
func (at *situation) rigNotes(h Head) []Note {
	s := at.setup.Rigging
	out := []Note{}
	add := func(caution bool, format string, args ...any) {
		out = append(out, Note{"rig", caution, fmt.Sprintf(format, args...)})
	}
	gap := at.depth(s.Gap)
	if s.Kind == setup.TwoHeads || s.Stinger {
		add(true, "Two hooks on one line: look at the local rules.")
	}
	if s.Floats() {
		add(false, "Under the float it hangs at %s in this current.", at.depth(at.hangs(h.Mass)))
		if s.Kind == setup.FixedFloat && s.Gap > judgement.FixedFloatMost.Number {
			add(true, "A float fixed %s up is hard to cast; let it slide.", gap)
		}
	}
	if s.Kind == setup.SingleHead || !at.onBed || h.Fall.Outcome != Reached {
		return out
	}
	later := fmt.Sprintf("%s later", units.Seconds(math.Abs(h.Fall.Second-h.Fall.Time)))
	if h.Fall.Second == 0 {
		later = "not yet some seconds later"
	}
	switch s.Kind {
	case setup.TwoHeads:
		add(false, "Two touches: the lower head in %s, the upper one %s.", units.Seconds(h.Fall.Time), later)
	case setup.DropShot:
		height, angle := at.over(h.Contact.Curve, s.Gap)
		add(false, "The bait is %s over the bed, %s up a line that stands at %.0f°.", at.depth(height), gap, angle)
	default:
		if h.Fall.Second == 0 {
			add(false, "The bait is still off the bed some seconds after the sinker touches.")
		} else {
			add(false, "The bait comes down %s than the sinker.", later)
		}
		if height := at.floatsUp(); height > 0 {
			add(false, "On its trace it floats %s over the bed.", at.depth(height))
		} else {
			add(false, "On its trace it lies on the bed, up to %s down the current.", gap)
		}
	}
	return out
}

// over is how high over the bed the line is some way up from its end, m, and
// the angle of that stretch to the bed in degrees.
func (at *situation) over(curve []Point, along float64) (height, angle float64) {
	if len(curve) < 2 {
		return 0, 0
	}
	end := r3.Vec(curve[0])
	left, place := along, end
	for i := 1; i < len(curve); i++ {
		a, b := r3.Vec(curve[i-1]), r3.Vec(curve[i])
		piece := r3.Norm(r3.Sub(b, a))
		place = b
		if piece >= left {
			place = r3.Add(a, r3.Scale(left/piece, r3.Sub(b, a)))
			break
		}
		left -= piece
	}
	height = max(place.Z+at.scene.Bed.DepthAt(place.X), 0)
	flat := math.Hypot(place.X-end.X, place.Y-end.Y)
	return height, math.Atan2(place.Z-end.Z, flat) * 180 / math.Pi
}

// floatsUp is how high over the bed a bait floats on its trace, m: its lift
// against the drag of the current there, along a straight trace; 0 where it
// sinks.
func (at *situation) floatsUp() float64 {
	r, _, err := at.rig(0)
	if err != nil || r.Bodies[0].WeightInWater >= 0 {
		return 0
	}
	gap := at.setup.Rigging.Gap
	depth := at.scene.Bed.DepthAt(at.cast.Distance)
	speed := r3.Norm(at.scene.Current.At(gap/2, depth))
	drag := 0.5 * at.scene.Water.Density * r.Bodies[0].TowArea * speed * speed
	return gap * math.Sin(math.Atan2(-r.Bodies[0].WeightInWater, drag))
}
