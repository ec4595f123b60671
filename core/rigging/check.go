package rigging

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/input"
	"dunvel/core/rig"
	"dunvel/core/units"
)

// Check looks at a rig of one's own, part by part and then as a whole, and returns what is wrong with it, in the units
// of choice; place tells what is wrong with how far up the line a part is, m, by itself, and weight with its mass, kg.
func (r Rigging) Check(choice units.Choice, place, weight func(value float64) string) input.Errors {
	c := &check{Rigging: r, choice: choice}
	c.parts(place, weight)
	return c.errs
}

// check is a rig that is looked at, and what was found.
type check struct {
	Rigging
	choice units.Choice
	errs   input.Errors
}

func (c *check) add(path, format string, args ...any) {
	c.errs = append(c.errs, input.FieldError{Field: path, Message: fmt.Sprintf(format, args...)})
}

func (c *check) depth(v float64) string { return c.choice.Show("depth", v) }

// parts looks at each part by itself, then among the others, then at all of them; each where nothing was found before.
func (c *check) parts(place, weight func(value float64) string) {
	parts := c.Parts
	switch n := len(parts); {
	case n == 0:
		c.add("rig.parts", "Rig: it has no parts; begin with a head, a hook or a sinker at the end of the line.")
	case n > MostParts:
		c.add("rig.parts", "Rig: at most %d parts can be worked out, not %d.", MostParts, n)
	}
	for i, p := range parts {
		at := fmt.Sprintf("rig.parts.%d", i)
		if !slices.Contains(Parts, p.What) {
			c.add(at+".what", "Rig: “%s” is not one of %s.", p.What, strings.Join(Parts, ", "))
		}
		if message := place(p.At); message != "" {
			c.add(at+".at", "%s", message)
		}
		if message := weight(p.Mass); message != "" {
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
}

// leastSlide is the shortest stretch of line that something slides on, m.
const leastSlide = 0.05

// part looks at one part among the others.
func (c *check) part(i int) {
	if c.partPlace(i) {
		c.partItself(i)
	}
	if c.Parts[i].Slides && c.errs == nil {
		c.partSlides(i)
	}
}

// partPlace tells whether a part is where it may be.
func (c *check) partPlace(i int) bool {
	parts, p := c.Parts, c.Parts[i]
	at, below := fmt.Sprintf("rig.parts.%d.at", i), c.tiedBelow(i)
	floats := func(q Part) bool { return q.What == PartFloat }
	switch {
	case i == 0 && (p.At > 0 || p.What != PartHead && p.What != PartHook &&
		p.What != PartSinker):
		c.add(at, "Rig: at the end of the line, 0 up it, belongs a head, a hook or a sinker, not a %s %s up.", p.What,
			c.depth(p.At))
	case i > 0 && p.At < parts[i-1].At:
		c.add(at, "Rig: the %s at %s comes after the %s at %s; list the parts from the end of the line up.", p.What,
			c.depth(p.At), parts[i-1].What, c.depth(parts[i-1].At))
	case below != nil && p.At < below.At+Closest:
		c.add(at, "Rig: the %s at %s is where the %s is; leave %s between them.", p.What, c.depth(p.At), below.What,
			c.choice.Show("size", Closest))
	case p.Bodied() && p.What != PartSwivel && slices.ContainsFunc(parts[:i], floats):
		c.add(at, "Rig: the %s at %s is over the float; what hangs from a float is below it.", p.What, c.depth(p.At))
	default:
		return true
	}
	return false
}

// partItself looks at what a part is and weighs.
func (c *check) partItself(i int) {
	p := c.Parts[i]
	at := fmt.Sprintf("rig.parts.%d", i)
	switch {
	case p.Slides && (i == 0 || !p.MaySlide()):
		c.add(at+".slides", "Rig: a %s cannot slide; let a sinker or a float over the end of the line do so.", p.What)
	case p.Mass > 0 && !p.MayWeigh():
		c.add(at+".mass", "Rig: a %s has no weight to be given, and %s is; leave it empty.", p.What,
			c.choice.Show("mass", p.Mass))
	case p.What == PartFloat && p.Mass == 0:
		c.add(at+".mass", "Rig: the float carries nothing and would sink; say what it carries.")
	case p.Beside() && !slices.ContainsFunc(c.Parts[:i], Part.Baited):
		c.add(at+".what", "Rig: a %s belongs to a bait, and below it there is no head or hook.", p.What)
	}
}

// partSlides looks at the line that a part slides on.
func (c *check) partSlides(i int) {
	parts, p := c.Parts, c.Parts[i]
	at := fmt.Sprintf("rig.parts.%d.slides", i)
	switch from, to := Span(parts, i); {
	case to-from < leastSlide:
		c.add(at, "Rig: between %s and %s the %s has no line to slide on; leave %s at least.", c.depth(from),
			c.depth(to), p.What, c.choice.Show("size", leastSlide))
	case p.What == PartFloat && math.IsInf(to, 1):
		c.add(at, "Rig: a float that slides needs a stop above it, or the bait goes to the bed.")
	}
	for _, q := range parts[i+1:] {
		if q.Stops() {
			break
		}
		if q.Slides {
			c.add(at, "Rig: the %s and the %s slide on the same stretch of line; put a stop or a swivel between them.",
				p.What, q.What)
			break
		}
	}
}

// tiedBelow is the next body below one that is tied to the line as it is; nil where there is
// none, and of what is not tied.
func (c *check) tiedBelow(i int) *Part {
	parts := c.Parts
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
func (c *check) whole() {
	baits, floats, ladder, slides := 0, 0, 0, 0
	for _, p := range c.Parts {
		if p.Baited() {
			baits++
		}
		if p.What == PartFloat {
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
		c.add("rig.parts", "Rig: the line runs through %d of its parts; at most %d can be worked out.", slides,
			rig.MostSlides)
	case ladder == 0:
		c.add("rig.parts", "Rig: no head, sinker or shot takes the weights to choose from; leave the weight of one "+
			"empty.")
	case ladder > 1:
		c.add("rig.parts", "Rig: %d parts have no weight of their own; only one can take the weights to choose from.",
			ladder)
	}
}
