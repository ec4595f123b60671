package setup

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/input"
	"dunvel/core/units"
)

// Check returns why value is outside the limits of f, in the units of choice,
// or "" where it is not.
func (f Field) Check(value float64, choice units.Choice) string {
	return f.CheckShown(value, choice.Show)
}

// CheckShown is Check with the values shown by show.
func (f Field) CheckShown(value float64, show func(measure string, v float64) string) string {
	if value >= f.Min && value <= f.Max {
		return ""
	}
	given := show(f.Measure, value)
	if math.IsNaN(value) || math.IsInf(value, 0) {
		given = "that"
	}
	return fmt.Sprintf("%s: %s is outside what is allowed, %s to %s.", f.Label, given, show(f.Measure, f.Min),
		show(f.Measure, f.Max))
}

// checks look at fields together, within whose own limits each of them is.
var checks = []func(*checking){
	(*checking).target, (*checking).bed, (*checking).line, (*checking).rig, (*checking).tackle, (*checking).hand,
	(*checking).worked, (*checking).flow,
}

// Validate returns nil or Errors with everything that is wrong, in the units
// of choice.
func (s Setup) Validate(choice units.Choice) error {
	c := checking{Setup: &s, choice: choice}
	for i := range fields {
		switch f := &fields[i]; f.Type() {
		case Number:
			if message := f.Check(*f.number(&s), choice); message != "" {
				c.add(f.Path, "%s", message)
			}
		case Choice:
			if got := *f.choice(&s); !slices.Contains(f.Options, got) {
				c.add(f.Path, "%s: “%s” is not one of %s.", f.Label, got, strings.Join(f.Options, ", "))
			}
		}
	}
	if len(s.Heads) == 0 || len(s.Heads) > MaxHeads {
		c.add("heads", "Heads: give 1 to %d weights, not %d.", MaxHeads, len(s.Heads))
	}
	for i, mass := range s.Heads {
		if message := headMass.Check(mass, choice); message != "" {
			c.add(fmt.Sprintf("heads.%d", i), "%s", message)
		}
	}
	if c.errs == nil { // what follows makes sense within the fields' limits only
		for _, check := range checks {
			check(&c)
		}
	}
	if c.errs != nil {
		return c.errs
	}
	return nil
}

// checking is a setup that is looked at, and what is wrong with it so far.
type checking struct {
	*Setup
	choice units.Choice
	errs   input.Errors
}

func (c *checking) add(path, format string, args ...any) {
	c.errs = append(c.errs, input.FieldError{Field: path, Message: fmt.Sprintf(format, args...)})
}

func (c *checking) depth(v float64) string { return c.choice.Show("depth", v) }
func (c *checking) time(v float64) string  { return c.choice.Show("time", v) }

// deepest and shallowest are the depths under the rod and at the splash.
func (c *checking) deepest() float64    { return max(c.Water.Depth, c.Water.SplashDepth) }
func (c *checking) shallowest() float64 { return min(c.Water.Depth, c.DepthAtSplash()) }

func (c *checking) target() {
	t, bed := c.Target, c.DepthAtSplash()
	if t.Depth > c.deepest() {
		c.add("target.depth", "Target depth: %s is below the bed at %s.", c.depth(t.Depth), c.depth(c.deepest()))
	}
	switch {
	case t.Height > 0 && t.Depth > 0:
		c.add("target.height", "Target over the bed by: %s, but a target depth of %s is given too; clear one of them.",
			c.depth(t.Height), c.depth(t.Depth))
	case t.Height >= bed:
		c.add("target.height", "Target over the bed by: %s is above the surface, the water being %s deep where it "+
			"lands.", c.depth(t.Height), c.depth(bed))
	}
}

func (c *checking) bed() {
	w := c.Water
	switch {
	case w.SplashDepth == 0 || w.SplashDepth == w.Depth:
	case w.SplashDepth < minSplashDepth:
		c.add("water.splashDepth", "Depth where it lands: %s is outside what is allowed, %s to %s, or 0 for level.",
			c.depth(w.SplashDepth), c.depth(minSplashDepth), c.depth(200))
	case c.Cast.Distance == 0:
		c.add("water.splashDepth", "Depth where it lands: with no cast it is the depth under the rod, %s.",
			c.depth(w.Depth))
	case math.Abs(c.Slope()) > maxSlope:
		c.add("water.splashDepth", "Depth where it lands: from %s to %s within a cast of %s is steeper than 45°.",
			c.depth(w.Depth), c.depth(w.SplashDepth), c.depth(c.Cast.Distance))
	}
}

func (c *checking) line() {
	if reach := math.Hypot(c.Cast.Distance, c.Rod.TipHeight); c.Rod.LineOnSpool < reach+1 {
		c.add("rod.lineOnSpool", "Line on the spool: %s does not reach a cast of %s.", c.depth(c.Rod.LineOnSpool),
			c.depth(c.Cast.Distance))
	}
}

func (c *checking) tackle() {
	for _, path := range []string{"bait.drag", "line.thicker", "hand.patience", "hand.feel"} {
		f := LookupField(path)
		value, least := *f.number(c.Setup), 1/f.Max
		if value > 0 && value < least {
			c.add(path, "%s: %s is outside what is allowed, %s to %s, or 0 where it was not measured.",
				f.Label, c.choice.Show("multiple", value), c.choice.Show("multiple", least),
				c.choice.Show("multiple", f.Max))
		}
	}
	for _, across := range []struct {
		field, label string
		size         float64
	}{{"bait.width", "Bait width, measured", c.Bait.Width}, {"bait.height", "Bait height, measured", c.Bait.Height}} {
		if whole := c.Bait.Length + c.Bait.Trimmed; across.size > whole {
			c.add(across.field, "%s: %s is more than the bait is long, %s.", across.label,
				c.choice.Show("size", across.size), c.choice.Show("size", whole))
		}
	}
	if c.Rod.Most > 0 && c.Rod.Most < c.Rod.Least {
		c.add("rod.most", "Rod casts up to: %s is less than what it casts from, %s.", c.choice.Show("mass", c.Rod.Most),
			c.choice.Show("mass", c.Rod.Least))
	}
}

func (c *checking) hand() {
	switch closed := c.Hand.Line == LineClosed || c.Hand.Line == LinePartWay; {
	case c.Rigging.Floats() && c.Hand.Line != LineOpen:
		c.add("hand.line", "Line on the fall: under a float nothing holds it; choose %s, not %s.", LineOpen,
			c.Hand.Line)
	case c.Hand.Line == LineClosed && c.Cast.Distance == 0:
		c.add("hand.line", "Line on the fall: dropped under the rod with the bail closed it does not fall; choose "+
			"%s, or cast.", LineOpen)
	case closed && c.Cast.Distance == 0 && c.Hand.Closes == 0:
		c.add("hand.closes", "Bail closed after: dropped under the rod, give the seconds after which it is closed.")
	}
}

// worked looks at what the approach asks for.
func (c *checking) worked() {
	if check := c.approach().check; check != nil {
		check(c)
	}
}

func (c *checking) lift() {
	a, bed := c.Approach, c.DepthAtSplash()
	field := "approach.lift"
	if a.LiftTurns > 0 {
		field = "approach.liftTurns"
	}
	switch lift := c.LiftHeight(); {
	case a.BackMost <= a.BackLeast:
		c.add("approach.backMost", "Back on the bed after, at most: %s is not longer than the least of %s.",
			c.time(a.BackMost), c.time(a.BackLeast))
	case lift >= bed:
		c.add(field, "Lifted by: %s takes it out of the water, which is %s deep where it lands.", c.depth(lift),
			c.depth(bed))
	case c.TargetDepth() > 0 && c.TargetDepth() < bed:
		c.add("target.depth", "Target depth: a bait that is lifted and dropped works from the bed at %s, not from %s.",
			c.depth(bed), c.depth(c.TargetDepth()))
	}
}

func (c *checking) hover() {
	if c.Rigging.Floats() {
		return
	}
	switch bed, top := c.DepthAtSplash(), c.TargetDepth(); {
	case top == 0 || top >= bed:
		c.add("target.depth", "Target depth: to hover over fish, give the depth of the highest of them, less than "+
			"the %s of the bed.", c.depth(bed))
	case top+c.Target.Band > bed:
		c.add("target.band", "Band from there down: %s below %s is under the bed at %s.", c.depth(c.Target.Band),
			c.depth(top), c.depth(bed))
	}
}

func (c *checking) swim() {
	a := c.Approach
	switch {
	case c.Cast.Distance < minSwim:
		c.add("cast.distance", "Cast: %s is too short to swim a bait back over; cast %s or more.",
			c.depth(c.Cast.Distance), c.depth(minSwim))
	case c.TargetDepth() > 0: // the band is in depth
		if c.TargetDepth()+c.Target.Band > c.deepest() {
			c.add("target.band", "Band from there down: %s below %s is under the bed at %s.", c.depth(c.Target.Band),
				c.depth(c.TargetDepth()), c.depth(c.deepest()))
		}
	case a.BandHigh <= a.BandLow:
		c.add("approach.bandHigh", "Over the bed, at most: %s is not above the least height of %s.",
			c.depth(a.BandHigh), c.depth(a.BandLow))
	case a.BandLow >= c.deepest():
		c.add("approach.bandLow", "Over the bed, at least: %s is above the surface, the water being %s deep.",
			c.depth(a.BandLow), c.depth(c.deepest()))
	}
}

func (c *checking) flow() {
	if c.Flow.NearBed == 0 {
		return
	}
	if c.Water.Depth <= nearBedHeight {
		c.add("flow.nearBed", "Current 1 m over the bed: the water is only %s deep.", c.depth(c.Water.Depth))
	} else if _, err := c.Profile(); err != nil {
		c.add("flow.nearBed", "Current 1 m over the bed: %s cannot go with %s at the surface; it must be slower, and "+
			"not almost nothing.",
			c.choice.Show("speed", c.Flow.NearBed), c.choice.Show("speed", c.Flow.Speed))
	}
}

const (
	minSplashDepth = 0.3
	maxSlope       = 1
	minSwim        = 3 // m
	nearBedHeight  = 1 // m over the bed at which the second speed is measured
)
