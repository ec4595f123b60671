package trial

import (
	"math"

	"dunvel/core/judgement"
	"dunvel/core/mechanics"
	"dunvel/core/model"
	"dunvel/core/setup"
)

// Handling is how the hand holds rod and line on the fall.
type Handling = model.Handling

// Handlings are those that are looked at, the simplest first: the rod as held, and down
// to the water where there is a wind to get out of. A bait is swum with the rod down
// first, which keeps it low, but over what stands up from the bed.
func (c *Case) Handlings() []Handling {
	hand, tip := c.Setup.Hand, c.Setup.Rod.TipHeight
	held := Handling{Tip: tip, Line: hand.Line, Closes: hand.Closes}
	down := held
	down.Down, down.Tip = true, c.LowestTip()
	swum := c.School().Swims
	over := swum && (c.OnBed && c.BeginsOver() || c.Snagged())
	switch {
	case c.Floats() || over || hand.Rod == setup.RodHeld || down.Tip == tip:
		return []Handling{held}
	case hand.Rod == setup.RodDown:
		return []Handling{down}
	case swum:
		return []Handling{down, held}
	case c.Setup.Wind.Speed >= judgement.DownFrom.Number:
		return []Handling{held, down}
	}
	return []Handling{held}
}

// drop is a fall with a handling until an end, which takes so many s at most.
func (c *Case) drop(r *Rigged, h Handling, until mechanics.Phase) mechanics.Drop {
	held := model.Held(c.Setup, h)
	cast := c.Cast
	if h.Line == setup.LineFed {
		cast.SpoolDrag = model.Splash(held).SpoolDrag * c.Tuning.Spool
	}
	d := mechanics.Drop{Rig: r.Rig, Cast: cast, Spool: c.Setup.Rod.LineOnSpool, Phases: model.Falls(held, until),
		Until: 1e-3}
	for _, p := range d.Phases {
		d.Until += p.Time
	}
	d.Until = min(d.Until, mechanics.LongestRun)
	return d
}

// chord is the straight way from a place to the rod tip at a time, m.
func (c *Case) chord(from Point, h Handling, time float64) float64 {
	tip := c.tip(h, time)
	return math.Sqrt(square(from.X-tip.X) + square(from.Y-tip.Y) + square(from.Z-tip.Z))
}

// tip is where the rod tip is at a time after the splash.
func (c *Case) tip(h Handling, time float64) Point {
	return Point{time * c.Cast.Drift.X, time * c.Cast.Drift.Y, h.Tip}
}

func square(v float64) float64 { return v * v }
