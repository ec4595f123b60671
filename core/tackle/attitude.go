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
}

// Sit returns how head and bait sit in a fluid, drawn along at a speed in m/s, by the
// moments of bait and hook about the nose.
func Sit(head Head, bait Bait, fluid water.Fluid, speed float64) Pose {
	l := leverOf(head, bait, fluid)
	p := Pose{Tow: l.drawn(fluid, speed), Bends: l.bends}
	p.Fall, p.Tight = tilts(head, bait, fluid)
	p.Bed = l.onBed(head, fluid, 90-p.Fall)
	p.Attitude = Lies
	if p.Bed >= judgement.StandsFrom.Number {
		p.Attitude = Stands
	} else if p.Bed >= judgement.LeansFrom.Number {
		p.Attitude = Leans
	}
	return p
}

// lever is a bait on its hook as what turns it about its nose. What of a bait is past
// where it holds itself out hangs there, and pulls with no more of a lever than that.
type lever struct {
	lift  float64 // moment in N m that turns the tail up while it lies; below 0 down
	side  float64 // m3: drag area across it times its lever
	tail  float64 // m3: drag area of the tail times its lever
	bends bool
}

func leverOf(head Head, bait Bait, fluid water.Fluid) lever {
	width, height := bait.size()
	form := catalogue.BaitForms[bait.Form]
	held := HookExit(head.Hook) + judgement.BaitCarries.Number*min(width, height)
	out := lever{bends: held < judgement.BaitTrails.Number*bait.Length}
	held = min(held, bait.Length)
	middle := (held*held/2 + (bait.Length-held)*held) / bait.Length
	hook := head.HookMass() * (1 - fluid.Density/hookDensity)
	at := min(judgement.HookMiddle.Number*HookExit(head.Hook), bait.Length)
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
	foot := catalogue.HeadFeet[head.Shape]
	holds := foot.Reach.Number * radius * water.Gravity * metal * (1 - fluid.Density/density)
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

// HookExit returns how far behind the nose of a bait the hook comes out, m.
func HookExit(hook string) float64 {
	return catalogue.HookGap[hook].Number * judgement.ShankOverGap.Number
}
