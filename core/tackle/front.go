package tackle

import (
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/water"
)

// front is what head and bait hold against the water, m2.
type front struct {
	frontal  float64 // of the head, as an area
	head     float64 // of the head, as a drag area
	side     float64 // of the bait, as an area
	nose     float64 // of the bait end on, as an area
	trailing float64 // of tail and skirt, as a drag area
	put      catalogue.Put
}

func frontOf(head Head, bait Bait) front {
	form, shape := catalogue.BaitForms[bait.Form], catalogue.HeadShapes[head.Shape]
	width, height := bait.size()
	volume := head.metal(head.HookMass()) / HeadMaterials[head.Material]
	f := front{frontal: sphereArea * math.Pow(volume, 2.0/3) * shape.Frontal.Number, put: catalogue.PutOf(bait.Put)}
	f.head = shape.Drag.Number * f.frontal
	f.side = form.SideFill * bait.Length * (width + height) / 2
	f.nose = math.Pi / 4 * width * height
	if !bait.NoTail {
		f.trailing = form.Tail * height * height
	}
	if f.put.Swings {
		f.trailing += judgement.Flutter.Number * f.side
	}
	if head.Skirt {
		f.trailing += judgement.Skirt.Number * f.frontal
	}
	return f
}

// fall is the drag area as it falls with the axis at an angle in degrees to the vertical.
// A bait that swings has its head below it whatever its own angle.
func (f front) fall(degrees float64) float64 {
	s, c := math.Sincos(degrees * math.Pi / 180)
	head := f.head
	if !f.put.Swings {
		head *= c * c * c
	}
	return head + judgement.SideDrag.Number*f.side*s*s*s + judgement.FrontDrag.Number*f.nose*c*c*c + f.trailing
}

// drawn is the drag area as a weight further down the line draws it down: at the tilt of a
// lure that is heavy at its nose, of a bait that sinks or of one that floats.
func (f front) drawn(bait Bait, fluid water.Fluid) float64 {
	of := catalogue.HeadShapes["ball"].Tilts
	switch {
	case f.put.Swings:
		return f.fall(0)
	case bait.Mass() < bait.Volume()*fluid.Density:
		return f.fall(of.SlackBuoyant.Number)
	}
	return f.fall(of.Slack.Number)
}

// tow is the drag area as it is drawn along.
func (f front) tow() float64 {
	return max(f.head, judgement.TowFrontDrag.Number*f.nose) +
		f.put.Across.Number*judgement.SideDrag.Number*f.side + f.trailing
}

// tilts are the angles of the axis of head and bait from the vertical as they fall, on a
// slack line and on a tight one, in degrees. They lie between the judged ones of a bait that
// floats and of one that sinks, by how hard the tail turns down. A bait that swings finds
// its own, the same on both; weight is that of all of it in water, N.
func (f front) tilts(head Head, bait Bait, fluid water.Fluid, weight float64) (slack, tight float64) {
	if f.put.Swings {
		angle := f.hangs(head, bait, fluid, weight)
		return angle, angle
	}
	of := catalogue.HeadShapes[head.Shape].Tilts
	if head.metal(head.HookMass()) == 0 {
		of = catalogue.BareTilts
	}
	share := f.tailDown(head, bait, fluid, weight)
	return of.SlackBuoyant.Number + share*(of.Slack.Number-of.SlackBuoyant.Number),
		of.TightBuoyant.Number + share*(of.Tight.Number-of.TightBuoyant.Number)
}

// tailDown is where a falling lure is between two that the judged angles are of: 0 where
// its tail floats as hard as that of the floating one, or harder, 1 where it sinks as hard
// as that of the plain one. How hard is the turn of bait and hook about the nose over that
// of the water that passes as it falls halfway over, both of which grow with its sine.
func (f front) tailDown(head Head, bait Bait, fluid water.Fluid, weight float64) float64 {
	if weight <= 0 {
		return 0
	}
	const halfway = 45
	l := leverOf(head, bait, fluid)
	turn := -l.lift * f.fall(halfway) / (weight * (l.side*math.Sin(halfway*degree) + l.tail))
	return min(max((turn-judgement.TurnFloating.Number)/(judgement.TurnPlain.Number-judgement.TurnFloating.Number), 0),
		1)
}

// hangs is the angle from the vertical, degrees, at which a bait that swings trails over
// the hook that draws it down: where its weight turns it down as hard as the water that
// passes turns it up. One that is held further back falls flat.
func (f front) hangs(head Head, bait Bait, fluid water.Fluid, weight float64) float64 {
	if f.put.At > 0 || weight <= 0 {
		return 90
	}
	l := leverOf(head, bait, fluid)
	angle := 0.0
	for angle < 90 {
		sin := math.Sin((angle + finely) * degree)
		speed := math.Sqrt(2 * weight / (fluid.Density * f.fall(angle)))
		if -l.lift*sin <= l.pushed(fluid, speed, (angle+finely)*degree) {
			break
		}
		angle += finely
	}
	return angle
}

// glide is the angle of its way to the vertical, degrees, at which a lure goes down nose
// first on a slack line with its axis at an angle: the water holds it less along the axis
// than across it. One that swings goes straight down.
func (f front) glide(degrees float64) float64 {
	if f.put.Swings {
		return 0
	}
	s, c := math.Sincos(degrees * math.Pi / 180)
	along := math.Sqrt(c / (f.head + judgement.FrontDrag.Number*f.nose + f.trailing))
	across := math.Sqrt(s / (judgement.SideDrag.Number*f.side + f.trailing))
	return math.Atan2(along*s-across*c, along*c+across*s) / degree
}
