package stage

import (
	"dunvel/core/casting"
	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/tackle"
)

// Throw is what is known of the casts of a setup.
type Throw struct {
	Spread float64 // relative standard deviation of a distance; 0 where nothing is known
	Unfit  bool    // the measured cast is farther than the rod can throw, and is not used

	rod casting.Rod
}

// throws works out what the rod of the setup throws.
func (c *Stage) throws() error {
	rod := c.Setup.Rod
	c.Throw = Throw{Spread: judgement.ReachSpread.Spread,
		rod: casting.Rod{Middle: (rod.Least + rod.Most) / 2, Length: rod.Length, TipHeight: rod.TipHeight, Effort: 1}}
	if rod.Thrown == 0 {
		if rod.Most == 0 {
			c.Throw.Spread = 0
		}
		return nil
	}
	lure, line, err := c.thrown(rod.ThrownMass)
	if err != nil {
		return err
	}
	if rod.Most == 0 {
		c.Throw.rod.Middle = lure.Mass
	}
	effort, ok := c.Throw.rod.Fit(lure, line, rod.Thrown)
	c.Throw.rod.Effort = effort
	if c.Throw.Unfit = !ok; ok {
		c.Throw.Spread = judgement.ReachFitted.Spread
	} else if rod.Most == 0 {
		c.Throw.Spread = 0
	}
	return nil
}

// thrown is a lure and the line that it is thrown on.
func (c *Stage) thrown(mass float64) (tackle.Lure, tackle.Line, error) {
	r, lure, err := model.Rig(c.Setup, mass, c.Scene.Water)
	if err != nil {
		return lure, tackle.Line{}, err
	}
	return lure, r.Main, nil
}

// Reach is how far a head is thrown, m; 0 where that is not known or nothing is
// thrown.
func (c *Stage) Reach(mass float64) (float64, error) {
	if c.Throw.Spread == 0 || c.Cast.Distance == 0 {
		return 0, nil
	}
	lure, line, err := c.thrown(mass)
	if err != nil {
		return 0, err
	}
	return c.Throw.rod.Distance(lure, line, c.Scene.Wind), nil
}
