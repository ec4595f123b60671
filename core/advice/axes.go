package advice

import (
	"fmt"
	"math"
	"slices"

	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/units"
)

// Axis is a field that a chart looks along.
type Axis struct {
	Field   string  `json:"field"` // path in the setup
	Label   string  `json:"label"`
	Measure string  `json:"measure"`
	From    float64 `json:"from"` // in the base unit
	To      float64 `json:"to"`
	Here    float64 `json:"here"`   // where the setup is
	Likely  Range   `json:"likely"` // times where one is, four times in five
}

// axis is a field that can be charted.
type axis struct {
	path   string
	sd     func(setup.Setup) float64
	value  func(*setup.Setup) *float64
	least  float64
	usual  float64 // the axis goes at least that far
	beyond float64 // times what is set
}

var axes = []axis{
	{"water.depth", depthSpread, func(s *setup.Setup) *float64 { return &s.Water.Depth }, 1, 10, 1.8},
	{"flow.speed", setup.Setup.FlowSpread, func(s *setup.Setup) *float64 { return &s.Flow.Speed }, 0, 0.6, 2},
	{"wind.speed", setup.Setup.WindSpread, func(s *setup.Setup) *float64 { return &s.Wind.Speed }, 0, 12, 1.6},
	{"boat.speed", setup.Setup.DriftSpread, func(s *setup.Setup) *float64 { return &s.Boat.Speed }, 0, 0.6, 2},
	{"approach.speed", func(setup.Setup) float64 { return 0 }, func(s *setup.Setup) *float64 { return &s.Approach.Speed }, 0.2, 1, 1.6},
	{"cast.distance", func(setup.Setup) float64 { return 0 }, func(s *setup.Setup) *float64 { return &s.Cast.Distance }, 3, 30, 1.5},
}

// AxisError is a field that cannot be charted for a setup.
type AxisError struct{ Field, Message string }

func (e *AxisError) Error() string { return e.Message }

// charts are the paths that can be charted for a setup.
func charts(s setup.Setup) []string {
	var out []string
	for _, a := range axes {
		if a.suits(s) == "" {
			out = append(out, a.path)
		}
	}
	return out
}

// suits is why an axis makes no sense for a setup, or "".
func (a axis) suits(s setup.Setup) string {
	switch held := s.Boat.Kind == "bank" || s.Boat.Kind == "anchored"; {
	case a.path == "boat.speed" && (held || !s.Boat.Measured):
		return "Map: the drift can be looked along only where it was measured."
	case a.path == "approach.speed" && s.Approach.Kind != setup.Swim:
		return "Map: the speed of reeling matters only where the bait is to swim."
	case a.path == "cast.distance" && s.Cast.Distance == 0:
		return "Map: there is no cast to look along."
	}
	return ""
}

// find returns the axis of a path for a setup.
func find(path string, s setup.Setup, choice units.Choice) (axis, Axis, error) {
	i := slices.IndexFunc(axes, func(a axis) bool { return a.path == path })
	if i < 0 {
		return axis{}, Axis{}, &AxisError{path, fmt.Sprintf("Map: “%s” cannot be looked along.", path)}
	}
	a := axes[i]
	if why := a.suits(s); why != "" {
		return a, Axis{}, &AxisError{path, why}
	}
	field := setup.LookupField(path)
	here := *a.value(&s)
	some := s // where there is none it is known, but not where there is some
	if here == 0 {
		*a.value(&some) = a.usual
	}
	likely := spread.Factor(a.sd(some), spread.Reach)
	unit := choice.Unit(field.Measure)
	far := nice(unit.FromBase(max(a.usual, a.beyond*here)))
	return a, Axis{
		Field: path, Label: field.Label, Measure: field.Measure,
		From: a.least, To: min(unit.ToBase(far), field.Max), Here: here, Likely: Range{1 / likely, likely},
	}, nil
}

// nice is the next round number up.
func nice(v float64) float64 {
	scale := math.Pow(10, math.Floor(math.Log10(v)))
	for _, step := range []float64{1, 1.5, 2, 3, 4, 5, 6, 8, 10} {
		if step*scale >= v*0.999 {
			return step * scale
		}
	}
	return 10 * scale
}
