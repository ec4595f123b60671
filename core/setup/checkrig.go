package setup

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/rig"
	"dunvel/core/rigging"
)

// rig looks at what hangs on the line.
func (c *checking) rig() {
	if c.Rigging.Kind == rigging.OwnRig && !c.parts() {
		return
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
		c.add("rig.stop", "Stop: %s is below the bed at %s; the bait would lie on it and the float.", c.depth(stop), c.depth(bottom))
	case !c.approach().hangs:
		c.add("approach.kind", "Approach: under a float the bait falls and hangs; choose slow fall, not %s.", c.Approach.Kind)
	case c.Target.Depth > 0 || c.Target.Height > 0:
		c.add("target.depth", "Target depth: under a float it is where the stop is, %s; leave it empty.", c.depth(stop))
	}
}

// parts looks at a rig of one's own, part by part and then as a whole, and tells whether
// it is one.
func (c *checking) parts() bool {
	parts := c.Rigging.Parts
	switch n := len(parts); {
	case n == 0:
		c.add("rig.parts", "Rig: it has no parts; begin with a head, a hook or a sinker at the end of the line.")
	case n > rigging.MostParts:
		c.add("rig.parts", "Rig: at most %d parts can be worked out, not %d.", rigging.MostParts, n)
	}
	for i, p := range parts {
		at := fmt.Sprintf("rig.parts.%d", i)
		if !slices.Contains(rigging.Parts, p.What) {
			c.add(at+".what", "Rig: “%s” is not one of %s.", p.What, strings.Join(rigging.Parts, ", "))
		}
		if message := partAt.Check(p.At, c.choice); message != "" {
			c.add(at+".at", "%s", message)
		}
		if message := partMass.Check(p.Mass, c.choice); message != "" {
			c.add(at+".mass", "%s", message)
		}
	}
	if c.errs == nil {
		for i := range parts {
			c.part(i)
		}
	}
	if c.errs == nil {
		c.whole()
	}
	return c.errs == nil
}

// leastSlide is the shortest stretch of line that something slides on, m.
const leastSlide = 0.05

// part looks at one part among the others.
func (c *checking) part(i int) {
	if c.partPlace(i) {
		c.partItself(i)
	}
	if c.Rigging.Parts[i].Slides && c.errs == nil {
		c.partSlides(i)
	}
}

// partPlace tells whether a part is where it may be.
func (c *checking) partPlace(i int) bool {
	parts, p := c.Rigging.Parts, c.Rigging.Parts[i]
	at, below := fmt.Sprintf("rig.parts.%d.at", i), c.tiedBelow(i)
	floats := func(q rigging.Part) bool { return q.What == rigging.PartFloat }
	switch {
	case i == 0 && (p.At > 0 || p.What != rigging.PartHead && p.What != rigging.PartHook && p.What != rigging.PartSinker):
		c.add(at, "Rig: at the end of the line, 0 up it, belongs a head, a hook or a sinker, not a %s %s up.", p.What, c.depth(p.At))
	case i > 0 && p.At < parts[i-1].At:
		c.add(at, "Rig: the %s at %s comes after the %s at %s; list the parts from the end of the line up.", p.What, c.depth(p.At), parts[i-1].What, c.depth(parts[i-1].At))
	case below != nil && p.At < below.At+rigging.Closest:
		c.add(at, "Rig: the %s at %s is where the %s is; leave %s between them.", p.What, c.depth(p.At), below.What, c.choice.Show("size", rigging.Closest))
	case p.Bodied() && p.What != rigging.PartSwivel && slices.ContainsFunc(parts[:i], floats):
		c.add(at, "Rig: the %s at %s is over the float; what hangs from a float is below it.", p.What, c.depth(p.At))
	default:
		return true
	}
	return false
}

// partItself looks at what a part is and weighs.
func (c *checking) partItself(i int) {
	p := c.Rigging.Parts[i]
	at := fmt.Sprintf("rig.parts.%d", i)
	switch {
	case p.Slides && (i == 0 || !p.MaySlide()):
		c.add(at+".slides", "Rig: a %s cannot slide; let a sinker or a float over the end of the line do so.", p.What)
	case p.Mass > 0 && !p.MayWeigh():
		c.add(at+".mass", "Rig: a %s has no weight to be given, and %s is; leave it empty.", p.What, c.choice.Show("mass", p.Mass))
	case p.What == rigging.PartFloat && p.Mass == 0:
		c.add(at+".mass", "Rig: the float carries nothing and would sink; say what it carries.")
	case p.Beside() && !slices.ContainsFunc(c.Rigging.Parts[:i], rigging.Part.Baited):
		c.add(at+".what", "Rig: a %s belongs to a bait, and below it there is no head or hook.", p.What)
	}
}

// partSlides looks at the line that a part slides on.
func (c *checking) partSlides(i int) {
	parts, p := c.Rigging.Parts, c.Rigging.Parts[i]
	at := fmt.Sprintf("rig.parts.%d.slides", i)
	switch from, to := rigging.Span(parts, i); {
	case to-from < leastSlide:
		c.add(at, "Rig: between %s and %s the %s has no line to slide on; leave %s at least.", c.depth(from), c.depth(to), p.What, c.choice.Show("size", leastSlide))
	case p.What == rigging.PartFloat && math.IsInf(to, 1):
		c.add(at, "Rig: a float that slides needs a stop above it, or the bait goes to the bed.")
	}
	for _, q := range parts[i+1:] {
		if q.Stops() {
			break
		}
		if q.Slides {
			c.add(at, "Rig: the %s and the %s slide on the same stretch of line; put a stop or a swivel between them.", p.What, q.What)
			break
		}
	}
}

// tiedBelow is the next body below one that is tied to the line as it is; nil where there is
// none, and of what is not tied.
func (c *checking) tiedBelow(i int) *rigging.Part {
	parts := c.Rigging.Parts
	if !parts[i].Tied() {
		return nil
	}
	for k := i - 1; k >= 0; k-- {
		if parts[k].Tied() {
			return &parts[k]
		}
	}
	return nil
}

// whole looks at all parts together.
func (c *checking) whole() {
	baits, floats, ladder, slides := 0, 0, 0, 0
	for _, p := range c.Rigging.Parts {
		if p.Baited() {
			baits++
		}
		if p.What == rigging.PartFloat {
			floats++
		}
		if p.FromLadder() {
			ladder++
		}
		if p.Slides {
			slides++
		}
	}
	switch {
	case baits == 0:
		c.add("rig.parts", "Rig: nothing in it carries a bait; add a head or a hook.")
	case floats > 1:
		c.add("rig.parts", "Rig: it has %d floats; one can be worked out.", floats)
	case slides > rig.MostSlides:
		c.add("rig.parts", "Rig: the line runs through %d of its parts; at most %d can be worked out.", slides, rig.MostSlides)
	case ladder == 0:
		c.add("rig.parts", "Rig: no head, sinker or shot takes the weights to choose from; leave the weight of one empty.")
	case ladder > 1:
		c.add("rig.parts", "Rig: %d parts have no weight of their own; only one can take the weights to choose from.", ladder)
	}
}
