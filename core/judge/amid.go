package judge

import (
	"math"

	"dunvel/core/judge/musts"
	"dunvel/core/trial"

	"gonum.org/v1/gonum/floats"
)

// Share is a head and how much of another it makes; the shares of all that make one come to 1, and
// some may be below 0.
type Share struct {
	*Head
	Of float64
}

// Amid is a head of a mass in kg of a case, by heads of about its mass that were judged in water
// around: what is read of it is a mean of what was read of those, and the unknowns move it as they
// moved one of them. Nothing is tried. With a head that is nearer than those (by, which may be nil) the
// unknowns move it as they moved that one, and so does what only a closer look finds. ok is false where one
// of them did not arrive or was held otherwise.
func Amid(c *trial.Case, mass float64, of []Share, by *Head) (h Head, ok bool) {
	if h, ok = amid(mass, of, by); !ok {
		return h, false
	}
	d := h.doubts
	if d == nil {
		d = certain
	}
	h.Lacks = 0
	h.settle(c, h.centre, d)
	return h, true
}

// Mean is Amid where the chances of all those heads are about the same: its own is their mean.
func Mean(c *trial.Case, mass float64, of []Share) (h Head, ok bool) {
	if h, ok = amid(mass, of, nil); !ok {
		return h, false
	}
	h.Sure, h.Lacks = 0, 0
	for _, one := range of {
		h.Sure += one.Of * one.Sure
		h.Lacks += one.Of * one.Lacks
	}
	h.Verdict = VerdictOf(h.Sure, c.Setup.Approach.Sure)
	return h, true
}

// amid is Amid without a chance.
func amid(mass float64, of []Share, by *Head) (h Head, ok bool) {
	h = *of[0].Head
	centre := make(musts.Reading, len(h.centre))
	swim, hover := 0.0, 0.0
	var d *doubts
	for _, one := range of {
		if one.centre == nil || len(one.centre) != len(centre) || !one.centre.Arrived() ||
			one.Handling.Down != h.Handling.Down {
			return Head{}, false
		}
		floats.AddScaled(centre, one.Of, one.centre)
		swim += one.Of * math.Log(max(one.Swim.Speed, slowest))
		hover += one.Of * math.Log(max(one.Hover.TakeUp, slowest))
		if by != nil {
			by.moreThan(one, centre)
		}
		if one.doubts != nil && (d == nil || d.some && !one.doubts.some) {
			d = one.doubts
		}
	}
	if by != nil {
		if by.doubts == nil || by.Handling.Down != h.Handling.Down {
			return Head{}, false
		}
		d, h.finer = by.doubts, by.finer
	}
	h.Whole += mass - h.Mass
	h.Mass, h.Swim.Speed, h.Hover.TakeUp = mass, math.Exp(swim), math.Exp(hover)
	h.centre, h.doubts = centre, d
	return h, true
}

// moreThan adds to a reading what a finer look found of the head more than it found of another, by its share.
func (h *Head) moreThan(one Share, to musts.Reading) {
	if h.finer != nil {
		floats.AddScaled(to, one.Of, h.finer)
	}
	if one.finer != nil {
		floats.AddScaled(to, -one.Of, one.finer)
	}
}

// slowest is what a speed of the hand is taken to be that is not known, m/s.
const slowest = 1e-3
