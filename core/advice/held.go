package advice

import (
	"context"

	"dunvel/core/setup"
	"dunvel/core/trial"
)

// Held is a setup with rod and line held as the answer to it would have a head of a mass
// in kg held. Errors are setup.Errors, or those of judging.
func (a Adviser) Held(ctx context.Context, s setup.Setup, mass float64) (setup.Setup, error) {
	if err := s.Validate(nil); err != nil {
		return s, err
	}
	c, err := trial.New(s, a.Known)
	if err != nil {
		return s, err
	}
	h, err := a.Bench.Hold(ctx, c, mass)
	if err != nil {
		return s, err
	}
	return s.Held(h), nil
}
