package answers

import (
	"context"

	"dunvel/core/droptest"
	"dunvel/core/mechanics"
	"dunvel/core/units"
)

// LookAtTest is what a drop test says beside others.
func LookAtTest(ctx context.Context, test droptest.Test, others []droptest.Test,
	choice units.Choice) (*droptest.Look, error) {
	return droptest.See(mechanics.WithBudget(ctx, measureWork), test, others, choice)
}

// Bias is by how much what was expected is off, by places and lines, as casts that were timed have it.
func (d Desk) Bias(ctx context.Context, tests []droptest.Spotted) (*droptest.Bias, error) {
	known, err := d.From.Knowledge(ctx)
	if err != nil {
		return nil, err
	}
	for i := range tests {
		if _, err := known.Drag(ctx, &tests[i].Setup, nil); err != nil {
			return nil, err
		}
	}
	return droptest.FindBias(mechanics.WithBudget(ctx, measureWork), tests)
}

// Truth is how what was timed compares with what was expected: every drop test, and more
// that were made on the water. What was measured of the baits meanwhile is used.
func (d Desk) Truth(ctx context.Context, more []droptest.Test) (*droptest.Truth, error) {
	known, err := d.From.Knowledge(ctx)
	if err != nil {
		return nil, err
	}
	tests := append(known.tests(), more...)
	for i := range tests {
		if _, err := known.Drag(ctx, &tests[i].Setup, nil); err != nil {
			return nil, err
		}
	}
	return droptest.Check(mechanics.WithBudget(ctx, measureWork), tests, nil)
}
