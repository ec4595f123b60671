package setup

import (
	"dunvel/core/rigging"
)

// rig looks at what hangs on the line.
func (c *checking) rig() {
	if c.Rigging.Kind == rigging.OwnRig {
		within := func(f Field) func(float64) string {
			return func(value float64) string { return f.Check(value, c.choice) }
		}
		wrong := c.Rigging.Check(c.choice, within(partAt), within(partMass))
		if c.errs = append(c.errs, wrong...); len(wrong) > 0 {
			return
		}
	}
	top, bottom := c.Rigging.List(), c.shallowest()
	highest := top[len(top)-1].At
	field, label := "rig.apart", "Between the two"
	if c.Rigging.Kind == rigging.OwnRig {
		field, label = "rig.parts", "Rig"
	}
	switch stop := c.Rigging.FloatStop(); {
	case c.Rigging.Alone():
	case !c.Rigging.Floats():
		if highest >= bottom {
			c.add(field, "%s: %s does not fit into water %s deep.", label, c.depth(highest), c.depth(bottom))
		}
	case stop >= bottom:
		c.add("rig.stop", "Stop: %s is below the bed at %s; the bait would lie on it and the float.", c.depth(stop),
			c.depth(bottom))
	case !c.approach().hangs:
		c.add("approach.kind", "Approach: under a float the bait falls and hangs; choose slow fall, not %s.",
			c.Approach.Kind)
	case c.Target.Depth > 0 || c.Target.Height > 0:
		c.add("target.depth", "Target depth: under a float it is where the stop is, %s; leave it empty.", c.depth(stop))
	}
}
