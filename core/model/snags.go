package model

import (
	"math"

	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/setup"

	"gonum.org/v1/gonum/spatial/r3"
)

// SnagIndex is how much a head that comes to the bed at a speed in m/s snags, 0
// to 10: bed, shape, point, guard, eye, landing speed and dragging, all of it judgement,
// times what losses have taught of the bed and of such heads. Past its middle the scale is drawn
// together, so that what snags much and what snags more can be told apart.
func SnagIndex(s setup.Setup, landing float64) float64 {
	far := judgement.SnagSpeedFar.Number
	index := catalogue.Beds[s.Water.Bed].Snags.Number * catalogue.HeadShapes[s.Head.Shape].Snags.Number
	index *= catalogue.Points[s.Head.Point].Snags.Number
	if s.Head.Guard {
		index *= judgement.SnagGuard.Number
	}
	if bed := catalogue.Beds[s.Water.Bed]; bed.Tall && s.Head.Tie > 0 {
		index *= max(1+judgement.TieSnags.Number*(s.Head.Tie-catalogue.HeadShapes[s.Head.Shape].Tie.Number)/90, 0)
	}
	index *= min(max(math.Sqrt(landing/judgement.SnagSpeed.Number), 1/far), far)
	switch {
	case s.Swims():
		index *= judgement.SnagSwum.Number
	case r3.Norm2(Gait(s).Velocity) > 0:
		index *= judgement.SnagDragged.Number
	}
	for _, learnt := range []float64{s.Water.Snags, s.Head.Snags} {
		if learnt > 0 {
			index *= learnt
		}
	}
	middle, most := judgement.SnagMiddle.Number, judgement.SnagTop.Number
	if index > middle {
		index = most - (most-middle)*math.Exp(-(index-middle)/(most-middle))
	}
	return index
}
