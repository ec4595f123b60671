// Package axis is what a map can be drawn over: fields of a setup with how far they are looked along.
package axis

import (
	"math"
	"slices"

	"dunvel/core/judge"
	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/spread"
	"dunvel/core/units"
)

// Axis is a field that a chart looks along.
type Axis struct {
	Field   string      `json:"field"` // path in the setup
	Label   string      `json:"label"`
	Measure string      `json:"measure"`
	From    float64     `json:"from"` // in the base unit
	To      float64     `json:"to"`
	Here    float64     `json:"here"`   // where the setup is
	Likely  judge.Range `json:"likely"` // times where one is, four times in five
}

// Value is where the value of a field stands in a setup.
type Value func(*setup.Setup) *float64

// field is one that can be charted.
type field struct {
	path   string
	unfit  func(setup.Setup) Unfit // why it makes no sense for a setup, or Fits
	sd     func(setup.Setup) float64
	value  Value
	least  float64
	usual  float64 // the axis goes at least that far
	beyond float64 // times what is set
}

// Unfit is why a field cannot be charted for a setup.
type Unfit int

// The reasons.
const (
	Fits Unfit = iota
	Unknown
	NotMeasured // a drift
	NotSwum
	NotCast
	SameTwice
)

func fits(setup.Setup) Unfit      { return Fits }
func exactly(setup.Setup) float64 { return 0 }
func byDepth(setup.Setup) float64 { return judgement.DepthSpread.Spread }
func when(ok bool, otherwise Unfit) Unfit {
	if ok {
		return Fits
	}
	return otherwise
}

var fields = []field{
	{"water.depth", fits, byDepth, func(s *setup.Setup) *float64 { return &s.Water.Depth }, 1, 10, 1.8},
	{"flow.speed", fits, model.FlowSpread, func(s *setup.Setup) *float64 { return &s.Flow.Speed }, 0, 0.6, 2},
	{"wind.speed", fits, model.WindSpread, func(s *setup.Setup) *float64 { return &s.Wind.Speed }, 0, 12, 1.6},
	{"boat.speed", func(s setup.Setup) Unfit { return when(setup.LookupField("boat.speed").Applies(s), NotMeasured) },
		model.DriftSpread, func(s *setup.Setup) *float64 { return &s.Boat.Speed }, 0, 0.6, 2},
	{"approach.speed", func(s setup.Setup) Unfit {
		return when(setup.LookupField("approach.speed").Applies(s), NotSwum)
	},
		exactly, func(s *setup.Setup) *float64 { return &s.Approach.Speed }, 0.2, 1, 1.6},
	{"cast.distance", func(s setup.Setup) Unfit { return when(s.Cast.Distance > 0, NotCast) },
		exactly, func(s *setup.Setup) *float64 { return &s.Cast.Distance }, 3, 30, 1.5},
}

// Error is a field that cannot be charted for a setup.
type Error struct {
	Field string
	Why   Unfit
}

func (e *Error) Error() string { return "axis:  " + e.Field }

// Charted are the paths that can be charted for a setup.
func Charted(s setup.Setup) []string {
	var out []string
	for _, a := range fields {
		if a.unfit(s) == Fits {
			out = append(out, a.path)
		}
	}
	return out
}

// Find returns the axis of a path for a setup.
func Find(path string, s setup.Setup, choice units.Choice) (Value, Axis, error) {
	i := slices.IndexFunc(fields, func(a field) bool { return a.path == path })
	if i < 0 {
		return nil, Axis{}, &Error{path, Unknown}
	}
	a := fields[i]
	if why := a.unfit(s); why != Fits {
		return nil, Axis{}, &Error{path, why}
	}
	of := setup.LookupField(path)
	here := *a.value(&s)
	some := s // where there is none it is known, but not where there is some
	if here == 0 {
		*a.value(&some) = a.usual
	}
	likely := spread.Factor(a.sd(some), spread.Reach)
	unit := choice.Unit(of.Measure)
	far := nice(unit.FromBase(max(a.usual, a.beyond*here)))
	return a.value, Axis{
		Field: path, Label: of.Label, Measure: of.Measure,
		From: a.least, To: min(unit.ToBase(far), of.Max), Here: here,
		Likely: judge.Range{Low: 1 / likely, High: likely},
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
