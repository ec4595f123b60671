package tackle

import (
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/water"
)

// Attitude is how a bait sits on the bed behind its head.
type Attitude string

// The attitudes.
const (
	Stands Attitude = "stands" // tail up
	Leans  Attitude = "leans"
	Lies   Attitude = "lies"
)

// Pose is how head and bait sit in the water. Angles are those of the axis from nose to
// tail, in degrees.
type Pose struct {
	Attitude Attitude `json:"attitude"` // on the bed
	Bed      float64  `json:"bed"`      // over the bed: 0 lies along it, 90 stands tail up
	Fall     float64  `json:"fall"`     // from the vertical as it falls on a slack line, nose down
	Tight    float64  `json:"tight"`    // and on a tight one
	Tow      float64  `json:"tow"`      // of the tail under the nose as it is drawn along; below 0 it is over it
	Bends    bool     `json:"bends"`    // the tail is too long and too limp to be held out
	Hang     float64  `json:"hang"`     // of the tail under the nose as it hangs still on the line
	Glide    float64  `json:"glide"`    // of its way down on a slack line, from the vertical
	Spins    float64  `json:"spins"`    // m/s from which it turns about its axis as it is drawn along; 0 never
}

// Sit returns how head and bait sit in a fluid, drawn along at a speed in m/s, by the
// moments of bait and hook about the nose.
func Sit(head Head, bait Bait, fluid water.Fluid, speed float64) Pose {
	l, f := leverOf(head, bait, fluid), frontOf(head, bait)
	p := Pose{Tow: l.drawn(fluid, speed), Bends: l.bends || f.put.Folds}
	p.Fall, p.Tight = f.tilts(head, bait, fluid, weight(head, bait, fluid))
	p.Hang, p.Glide, p.Spins = l.hanging(head, bait, fluid), f.glide(p.Fall), spins(head, bait, fluid)
	p.Bed = l.onBed(head, fluid, 90-p.Fall)
	p.Attitude = Lies
	if p.Bed >= judgement.StandsFrom.Number {
		p.Attitude = Stands
	} else if p.Bed >= judgement.LeansFrom.Number {
		p.Attitude = Leans
	}
	return p
}

// weight of head, hook and bait in a fluid, N.
func weight(head Head, bait Bait, fluid water.Fluid) float64 {
	hook := head.HookMass()
	return water.Gravity * (submerged(head.metal(hook), HeadMaterials[head.Material], fluid) +
		submerged(hook, hookDensity, fluid) +
		bait.Mass() - bait.Volume()*fluid.Density)
}

// lever is a bait on its hook as what turns it about its nose, or about where it is hooked.
// What of a bait is past where it holds itself out hangs there, and pulls with no more of
// a lever than that.
type lever struct {
	lift  float64 // moment in N m that turns the tail up while it lies; below 0 down
	side  float64 // m3: drag area across it times its lever
	tail  float64 // m3: drag area of the tail times its lever
	foot  bool    // head and bait turn as one, on what the head stands on
	bends bool
}

func leverOf(head Head, bait Bait, fluid water.Fluid) lever {
	width, height := bait.size()
	form, put := catalogue.BaitForms[bait.Form], catalogue.PutOf(bait.Put)
	exit, hook := HookExit(head.Hook), submerged(head.HookMass(), hookDensity, fluid)
	if put.Swings { // the shank is not in it, and turns by itself
		exit, hook = 0, 0
	}
	// The end that is longer decides; one that does not fold is held up by the other.
	length := (1 - put.At) * bait.Length
	share := length / bait.Length
	held := exit + judgement.BaitCarries.Number*min(width, height)
	out := lever{foot: !put.Swings, bends: held < judgement.BaitTrails.Number*length}
	held = min(held, length)
	middle := share * (held*held/2 + (length-held)*held) / length
	if !put.Folds {
		other := bait.Length - length
		middle -= other * other / 2 / bait.Length
	}
	at := min(judgement.HookMiddle.Number*exit, bait.Length)
	out.lift = water.Gravity * ((bait.Volume()*fluid.Density-bait.Mass())*middle - hook*at)
	out.side = judgement.SideDrag.Number * form.SideFill * bait.Length * (width + height) / 2 * middle
	if !bait.NoTail {
		out.tail = form.Tail * height * height * held
	}
	return out
}

// pushed is the moment in N m by which water that passes at a speed turns a bait that
// stands at an angle in rad to it into its way: by the drag across it.
func (l lever) pushed(fluid water.Fluid, speed, angle float64) float64 {
	sin := math.Sin(angle)
	return 0.5 * fluid.Density * speed * speed * (l.side*sin*math.Abs(sin) + l.tail*sin)
}

const (
	degree = math.Pi / 180
	finely = 0.25 // degrees, between the angles that are tried
)

// onBed is the angle in degrees at which the tail stands over the bed, having come down
// at one: it turns from there until lift, what little flow there is and the foot of the
// head, which would have it at its own angle, are in balance.
func (l lever) onBed(head Head, fluid water.Fluid, angle float64) float64 {
	metal := head.metal(head.HookMass())
	density := HeadMaterials[head.Material]
	radius := math.Cbrt(3 * metal / density / (4 * math.Pi))
	foot := catalogue.HeadShapes[head.Shape].Foot
	if !l.foot {
		foot = catalogue.Foot{}
	}
	holds := foot.Reach.Number * radius * water.Gravity * submerged(metal, density, fluid)
	turned := func(degrees float64) float64 {
		return l.lift*math.Cos(degrees*degree) - l.pushed(fluid, judgement.BedFlow.Number, degrees*degree)
	}
	// Under its own angle the foot pushes up, over it down.
	up := func(degrees float64) bool {
		if degrees < foot.Angle.Number {
			return turned(degrees) > -holds
		}
		return turned(degrees) > holds
	}
	down := func(degrees float64) bool {
		if degrees > foot.Angle.Number {
			return turned(degrees) < holds
		}
		return turned(degrees) < -holds
	}
	angle = finely * math.Round(angle/finely)
	rises := up(angle)
	for rises && angle < 90 && up(angle) {
		angle += finely
	}
	for !rises && angle > 0 && down(angle) {
		angle -= finely
	}
	return angle
}

// drawn is the angle in degrees by which the tail hangs under the nose on a line that
// draws it along; below 0 it floats over it.
func (l lever) drawn(fluid water.Fluid, speed float64) float64 {
	angle := 0.0
	for angle < 90 && math.Abs(l.lift)*math.Cos(angle*degree) > l.pushed(fluid, speed, angle*degree) {
		angle += finely
	}
	return math.Copysign(angle, -l.lift)
}

// eye is where the line is tied to a head, m from its middle: towards the nose, and up.
func (h Head) eye() (ahead, up float64) {
	tie := h.Tie
	if tie == 0 {
		tie = catalogue.HeadShapes[h.Shape].Tie.Number
	}
	radius := math.Cbrt(3 * h.metal(h.HookMass()) / HeadMaterials[h.Material] / (4 * math.Pi))
	up, ahead = math.Sincos(tie * degree)
	return radius * ahead, radius * up
}

// hanging is the angle in degrees by which the tail hangs under the nose on a line that
// holds it still: all of its weight hangs under the eye. It is 0 of a bait that swings,
// and of what floats.
func (l lever) hanging(head Head, bait Bait, fluid water.Fluid) float64 {
	ahead, up := head.eye()
	heavy := weight(head, bait, fluid)
	if !l.foot || heavy <= 0 {
		return 0
	}
	return math.Atan2(ahead-l.lift/heavy, up) / degree
}

// spins is the speed in m/s from which a bait that is not even turns about its axis as it
// is drawn along, for head and hook hang under the eye and hold it upright; 0 if it never
// does.
func spins(head Head, bait Bait, fluid water.Fluid) float64 {
	uneven := catalogue.Unevenness[bait.Form].Number
	if bait.NoTail {
		uneven = 0
	}
	f := frontOf(head, bait)
	uneven += f.put.Uneven.Number
	if uneven == 0 {
		return 0
	}
	_, up := head.eye()
	hook := head.HookMass()
	holds := water.Gravity * (submerged(head.metal(hook), HeadMaterials[head.Material], fluid)*up +
		submerged(hook, hookDensity, fluid)*catalogue.HookGap[head.Hook].Number/2)
	width, height := bait.size()
	turns := 0.5 * fluid.Density * uneven * judgement.SideDrag.Number * f.side * max(width, height)
	return math.Sqrt(holds / turns)
}
