// Package trial works out what comes of one head: how the hand holds the line,
// the fall, the head on the bed with the line taken up, what is felt of it, and
// the lift, the retrieve or the hover after it. It judges nothing and says nothing.
//
// Values are in m, s, kg and N; velocities are over the ground, in m/s.
package trial

import (
	"dunvel/core/setup"
	"dunvel/core/stage"
)

// Case is a stage that heads are tried on. It does not change.
type Case struct{ *stage.Stage }

// New returns the case of a valid setup.
func New(s setup.Setup, k stage.Knowledge) (*Case, error) { return on(stage.Set(s, k)) }

func on(st *stage.Stage, err error) (*Case, error) {
	if err != nil {
		return nil, err
	}
	return &Case{st}, nil
}

// Moved is [Stage.Moved].
func (c *Case) Moved(s setup.Setup, t stage.Tuning) (*Case, error) { return on(c.Stage.Moved(s, t)) }

// AtSpeed is [Stage.AtSpeed].
func (c *Case) AtSpeed(speed float64) *Case { return &Case{c.Stage.AtSpeed(speed)} }
