package model

import (
	"dunvel/core/catalogue"
	"dunvel/core/judgement"
	"dunvel/core/setup"

	"gonum.org/v1/gonum/spatial/r3"
)

// How well things are known: relative standard deviations, 0 where they are
// known or do not matter.

// FlowSpread is that of the current: as measured, or as usual for how it is
// known.
func FlowSpread(s setup.Setup) float64 {
	switch {
	case s.Flow.Speed == 0:
		return 0
	case s.Flow.Spread > 0:
		return s.Flow.Spread
	}
	return judgement.FlowSpread[s.Flow.Source].Spread
}

// WindSpread is that of the wind.
func WindSpread(s setup.Setup) float64 {
	if s.Wind.Speed < judgement.WindMatters.Number {
		return 0
	}
	return judgement.WindSpread[s.Wind.Source].Spread
}

// DriftSpread is that of the drift, or of the leeway of a drift that is
// estimated.
func DriftSpread(s setup.Setup) float64 {
	switch {
	case r3.Norm2(Drift(s)) == 0:
		return 0
	case s.Boat.Measured && s.Boat.Spread > 0:
		return s.Boat.Spread
	case s.Boat.Measured:
		return judgement.DriftSpread.Spread
	}
	return catalogue.BoatOf(s.Boat.Kind).Leeway.Spread
}

// DiameterSpread is that of the diameter of the line.
func DiameterSpread(s setup.Setup) float64 {
	if s.Line.Measured {
		return judgement.MeasuredSpread.Spread
	}
	return judgement.PrintedSpread.Spread
}

// HeadSpread is that of the mass of a head: weighed, or as it is marked.
func HeadSpread(s setup.Setup) float64 {
	if s.Head.Weighed {
		return judgement.WeighedSpread.Spread
	}
	return judgement.MarkedSpread.Spread
}

// DragSpread is that of the bait's drag as it falls: after drop tests, or as
// its form has it.
func DragSpread(s setup.Setup) float64 {
	if s.Bait.Drag > 0 {
		return s.Bait.DragSpread
	}
	return judgement.FallArea.Spread
}
