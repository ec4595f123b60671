package answers

import (
	"context"

	"dunvel/core/lead"
	"dunvel/core/mechanics"
	"dunvel/core/setup"
	"dunvel/core/trial"
	"dunvel/core/units"
)

// Lead is which head to lead fish with, and how. What is wanted of the heads otherwise does
// not count.
func (d Desk) Lead(ctx context.Context, s setup.Setup, f lead.Fish, choice units.Choice) (*lead.Answer, error) {
	usual := setup.Default()
	s.Approach, s.Target = usual.Approach, usual.Target
	if s.Cast.Distance == 0 {
		s.Cast.Distance = usual.Cast.Distance
	}
	if err := choice.Validate(); err != nil {
		return nil, err
	}
	if err := s.Validate(choice); err != nil {
		return nil, err
	}
	if err := f.Check(s, choice); err != nil {
		return nil, err
	}
	_, adviser, err := d.asked(ctx, &s)
	if err != nil {
		return nil, err
	}
	c, err := trial.New(s, adviser.Known)
	if err != nil {
		return nil, err
	}
	ctx = mechanics.WithBudget(ctx, answerWork)
	return lead.Find(ctx, f, s.Heads, func(ctx context.Context, mass float64) (lead.Head, error) {
		reach, err := lead.Reaches(c, mass)
		if err != nil {
			return lead.Head{}, err
		}
		held, err := adviser.Held(ctx, s, mass)
		if err != nil {
			return lead.Head{}, err
		}
		return lead.Of(ctx, held, f, mass, reach)
	}, choice)
}
