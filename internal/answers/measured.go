package answers

import (
	"context"

	"dunvel/core/measure"
	"dunvel/core/mechanics"
	"dunvel/core/units"
)

// LookAtTest is what a drop test says beside others.
func LookAtTest(ctx context.Context, test measure.Test, others []measure.Test, choice units.Choice) (*measure.Look, error) {
	return measure.See(mechanics.WithBudget(ctx, measureWork), test, others, choice)
}

// Truth is how what was timed compares with what was expected: every drop test, and more
// that were made on the water. What was measured of the baits meanwhile is gone by.
func (d Desk) Truth(ctx context.Context, more []measure.Test) (*measure.Truth, error) {
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
	return measure.Check(mechanics.WithBudget(ctx, measureWork), tests, nil)
}
