package setup

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"dunvel/core/judgement"
	"dunvel/core/units"
)

// FieldError is what is wrong with one field, in words for the person who
// filled it in.
type FieldError struct {
	Field   string // path, such as "water.depth"
	Message string
}

// Errors are all that is wrong with a setup.
type Errors []FieldError

func (e Errors) Error() string {
	parts := make([]string, len(e))
	for i, f := range e {
		parts[i] = f.Message
	}
	return strings.Join(parts, " ")
}

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
	return fmt.Sprintf("%s: %s is outside what is allowed, %s to %s.", f.Label, given, show(f.Measure, f.Min), show(f.Measure, f.Max))
}

// Validate returns nil or Errors with everything that is wrong, in the units
// of choice.
func (s Setup) Validate(choice units.Choice) error {
	var errs Errors
	add := func(path, format string, args ...any) {
		errs = append(errs, FieldError{path, fmt.Sprintf(format, args...)})
	}
	for _, f := range fields {
		if f.number != nil {
			if message := f.Check(*f.number(&s), choice); message != "" {
				add(f.Path, "%s", message)
			}
		} else if got := *f.choice(&s); !slices.Contains(f.Options, got) {
			add(f.Path, "%s: “%s” is not one of %s.", f.Label, got, strings.Join(f.Options, ", "))
		}
	}
	if len(s.Heads) == 0 || len(s.Heads) > MaxHeads {
		add("heads", "Heads: give 1 to %d weights, not %d.", MaxHeads, len(s.Heads))
	}
	for i, mass := range s.Heads {
		if message := headMass.Check(mass, choice); message != "" {
			add(fmt.Sprintf("heads.%d", i), "%s", message)
		}
	}
	if errs != nil {
		return errs // what follows compares fields, which makes sense within their limits only
	}
	depth := func(v float64) string { return choice.Show("depth", v) }
	if s.Target.Depth > max(s.Water.Depth, s.Water.SplashDepth) {
		add("target.depth", "Target depth: %s is below the bed at %s.", depth(s.Target.Depth), depth(max(s.Water.Depth, s.Water.SplashDepth)))
	}
	switch bed := s.DepthAtSplash(); {
	case s.Target.Height > 0 && s.Target.Depth > 0:
		add("target.height", "Target over the bed by: %s, but a target depth of %s is given too; clear one of them.", depth(s.Target.Height), depth(s.Target.Depth))
	case s.Target.Height >= bed:
		add("target.height", "Target over the bed by: %s is above the surface, the water being %s deep where it lands.", depth(s.Target.Height), depth(bed))
	}
	if s.Water.SplashDepth > 0 && s.Water.SplashDepth != s.Water.Depth {
		if s.Water.SplashDepth < minSplashDepth {
			add("water.splashDepth", "Depth where it lands: %s is outside what is allowed, %s to %s, or 0 for level.", depth(s.Water.SplashDepth), depth(minSplashDepth), depth(200))
		} else if s.Cast.Distance == 0 {
			add("water.splashDepth", "Depth where it lands: with no cast it is the depth under the rod, %s.", depth(s.Water.Depth))
		} else if slope := math.Abs(s.slope()); slope > maxSlope {
			add("water.splashDepth", "Depth where it lands: from %s to %s within a cast of %s is steeper than 45°.", depth(s.Water.Depth), depth(s.Water.SplashDepth), depth(s.Cast.Distance))
		}
	}
	if reach := math.Hypot(s.Cast.Distance, s.Rod.TipHeight); s.Rod.LineOnSpool < reach+1 {
		add("rod.lineOnSpool", "Line on the spool: %s does not reach a cast of %s.", depth(s.Rod.LineOnSpool), depth(s.Cast.Distance))
	}
	if s.Cast.Distance > 0 && s.Leader.Length >= s.Cast.Distance {
		add("leader.length", "Leader length: %s is not less than the cast of %s; its knot would still be on the spool.", depth(s.Leader.Length), depth(s.Cast.Distance))
	}
	if s.Rigging.Floats() {
		switch shallowest := min(s.Water.Depth, s.DepthAtSplash()); {
		case s.Rigging.Gap >= shallowest:
			add("rig.gap", "Stop: %s is below the bed at %s; the bait would lie on it and the float.", depth(s.Rigging.Gap), depth(shallowest))
		case s.Approach.Kind != SlowFall && s.Approach.Kind != Hover:
			add("approach.kind", "Approach: under a float the bait falls and hangs; choose slow fall, not %s.", s.Approach.Kind)
		case s.Target.Depth > 0 || s.Target.Height > 0:
			add("target.depth", "Target depth: under a float it is where the stop is, %s; leave it empty.", depth(s.Rigging.Gap))
		}
	} else if s.Rigging.Kind != SingleHead {
		switch shallowest := min(s.Water.Depth, s.DepthAtSplash()); {
		case s.Rigging.Gap >= shallowest:
			add("rig.gap", "Between the two: %s does not fit into water %s deep.", depth(s.Rigging.Gap), depth(shallowest))
		case s.Leader.Length > 0 && s.Rigging.Gap >= s.Leader.Length:
			add("rig.gap", "Between the two: %s is not less than the leader of %s that both are on.", depth(s.Rigging.Gap), depth(s.Leader.Length))
		}
	}
	if least := 1 / judgement.DragMost.Number; s.Bait.Drag > 0 && s.Bait.Drag < least {
		add("bait.drag", "Drag as it falls, over its form's: %s is outside what is allowed, %s to %s, or 0 where it was not measured.",
			choice.Show("multiple", s.Bait.Drag), choice.Show("multiple", least), choice.Show("multiple", judgement.DragMost.Number))
	}
	if s.Rod.Most > 0 && s.Rod.Most < s.Rod.Least {
		add("rod.most", "Rod casts up to: %s is less than what it casts from, %s.", choice.Show("mass", s.Rod.Most), choice.Show("mass", s.Rod.Least))
	}
	if s.Approach.Kind == LiftAndDrop {
		switch shallowest := s.DepthAtSplash(); {
		case s.Approach.BackMost <= s.Approach.BackLeast:
			add("approach.backMost", "Back on the bed after, at most: %s is not longer than the least of %s.", choice.Show("time", s.Approach.BackMost), choice.Show("time", s.Approach.BackLeast))
		case s.Approach.Lift >= shallowest:
			add("approach.lift", "Lifted by: %s takes it out of the water, which is %s deep where it lands.", depth(s.Approach.Lift), depth(shallowest))
		case s.TargetDepth() > 0 && s.TargetDepth() < shallowest:
			add("target.depth", "Target depth: a bait that is lifted and dropped works from the bed at %s, not from %s.", depth(shallowest), depth(s.TargetDepth()))
		}
	}
	if s.Approach.Kind == Hover && s.Rigging.Floats() {
		add("approach.kind", "Approach: under a float the bait falls and hangs; choose slow fall, not hover.")
	} else if s.Approach.Kind == Hover {
		switch bed := s.DepthAtSplash(); {
		case s.TargetDepth() == 0 || s.TargetDepth() >= bed:
			add("target.depth", "Target depth: to hover over fish, give the depth of the highest of them, less than the %s of the bed.", depth(bed))
		case s.TargetDepth()+s.Target.Band > bed:
			add("target.band", "Band from there down: %s below %s is under the bed at %s.", depth(s.Target.Band), depth(s.TargetDepth()), depth(bed))
		}
	}
	if s.Approach.Kind == Swim {
		switch deepest := max(s.Water.Depth, s.Water.SplashDepth); {
		case s.Cast.Distance < minSwim:
			add("cast.distance", "Cast: %s is too short to swim a bait back over; cast %s or more.", depth(s.Cast.Distance), depth(minSwim))
		case s.TargetDepth() > 0: // the band is in depth
			if s.TargetDepth()+s.Target.Band > deepest {
				add("target.band", "Band from there down: %s below %s is under the bed at %s.", depth(s.Target.Band), depth(s.TargetDepth()), depth(deepest))
			}
		case s.Approach.BandHigh <= s.Approach.BandLow:
			add("approach.bandHigh", "Over the bed, at most: %s is not above the least height of %s.", depth(s.Approach.BandHigh), depth(s.Approach.BandLow))
		case s.Approach.BandLow >= deepest:
			add("approach.bandLow", "Over the bed, at least: %s is above the surface, the water being %s deep.", depth(s.Approach.BandLow), depth(deepest))
		}
	}
	if s.Flow.NearBed > 0 {
		if s.Water.Depth <= nearBedHeight {
			add("flow.nearBed", "Current 1 m over the bed: the water is only %s deep.", depth(s.Water.Depth))
		} else if _, err := s.profile(); err != nil {
			add("flow.nearBed", "Current 1 m over the bed: %s cannot go with %s at the surface; it must be slower, and not almost nothing.",
				choice.Show("speed", s.Flow.NearBed), choice.Show("speed", s.Flow.Speed))
		}
	}
	if errs != nil {
		return errs
	}
	return nil
}

const (
	minSplashDepth = 0.3
	maxSlope       = 1
	minSwim        = 3 // m
	nearBedHeight  = 1 // m over the bed at which the second speed is measured
)
