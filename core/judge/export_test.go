package judge

import (
	"context"
	"slices"

	"dunvel/core/judge/musts"
	"dunvel/core/spread"
	"dunvel/core/stage"
	"dunvel/core/trial"
)

// Unknowns is how many of them there are.
var Unknowns = len(unknowns)

// Drawn tells whether a head does all that is asked, and its seconds to the target, where all that is not known is z,
// tried as it is then and not told from shifts: held as it was told, but a rod that is up
// lowered where the hand sees that that suits better.
func Drawn(ctx context.Context, b Bench, c *trial.Case, mass float64, told trial.Handling,
	z []float64) (does bool, seconds float64, err error) {
	s, t := c.Setup, stage.AsTaken
	for i, sd := range spreads(c) {
		if sd > 0 {
			unknowns[i].change(&s, &t, spread.Factor(sd, z[i]), z[i])
		}
	}
	moved, err := c.Moved(s, t)
	if err != nil {
		return false, 0, err
	}
	v := view{bench: b, ctx: ctx, of: moved, mass: mass}
	result, err := v.try(moved, trial.Question{Handling: told})
	if err != nil {
		return false, 0, err
	}
	first, ways := musts.Read(moved, &result), moved.Handlings()
	low := slices.IndexFunc(ways, func(h trial.Handling) bool { return h.Down })
	if !told.Down && low >= 0 && !musts.Suits(moved, first) {
		down, err := v.try(moved, trial.Question{Handling: ways[low]})
		if err != nil {
			return false, 0, err
		}
		if musts.SuitsBetter(moved, musts.Read(moved, &down), first) {
			result = down
		}
	}
	phases, err := v.phases(result)
	if err != nil {
		return false, 0, err
	}
	r := mean(phases.readings)
	for _, m := range musts.In(c) {
		if musts.Of(m).Miss(moved, r, 1) > 0 {
			return false, r.Value(musts.ReadTime), nil
		}
	}
	return true, r.Value(musts.ReadTime), nil
}

// Thoroughly judges a head with every unknown looked at, even where it decides nothing.
func Thoroughly(ctx context.Context, b Bench, c *trial.Case, mass float64) (Head, error) {
	return view{bench: b, ctx: ctx, of: c, mass: mass, thorough: true}.judge()
}

// Suited tells whether a head is held well enough for no other way to be looked at.
func (h *Head) Suited() bool { return h.suited }

// CloserBy is what a measurement leaves of the spread of each unknown.
func CloserBy(c *trial.Case, of Measurement, mass float64) (map[Unknown]float64, error) {
	out := map[Unknown]float64{}
	for _, m := range measurements {
		if m.name != of {
			continue
		}
		closer, err := closerBy(c, m.takes, mass)
		if err != nil {
			return nil, err
		}
		for i, by := range closer {
			out[unknowns[i].name] = by
		}
	}
	return out, nil
}
