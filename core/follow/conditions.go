// Package follow finds the weight for now: a setup, or the hour of a plan, in the water that
// the instruments of the boat find, and when another head is to be tied on.
package follow

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"dunvel/core/boat"
	"dunvel/core/catalogue"
	"dunvel/core/input"
	"dunvel/core/judgement"
	"dunvel/core/model"
	"dunvel/core/setup"
	"dunvel/core/units"

	"gonum.org/v1/gonum/spatial/r3"
)

// Toward is where the casts go, which the instruments do not know.
type Toward struct {
	Kind    string  `json:"kind"`
	Degrees float64 `json:"degrees"` // clockwise, of north or of the bow
}

// What a cast may be told by.
const (
	AsSet     = "as set" // as the setup has it against the drift
	ByCompass = "compass"
	OffTheBow = "bow"
)

// Towards are all of them.
var Towards = []string{AsSet, ByCompass, OffTheBow}

// Figure is one thing of a setup that the instruments tell or the hand holds.
type Figure struct {
	Path  string  `json:"path"` // of the setup
	Label string  `json:"label"`
	Value float64 `json:"value"`
	From  string  `json:"from"`
	Age   float64 `json:"age"` // s, of what was measured
	Words string  `json:"words"`
}

// Where a figure is from.
const (
	Measured  = "measured"
	LastHeard = "last heard"
	ByHand    = "by hand"
	FromSetup = "as set"
)

// Froms are all of them.
var Froms = []string{Measured, LastHeard, ByHand, FromSetup}

// Conditions are a setup as it is now.
type Conditions struct {
	Setup    setup.Setup
	Figures  []Figure
	Notes    []string // what is at odds
	UnderWay bool
}

// followed is a field that is used, and the part of a state that it is.
type followed struct {
	path, label string
	of          func(boat.State) *boat.Part
}

var all = []followed{
	{"water.depth", "Depth", func(s boat.State) *boat.Part { return s.Depth }},
	{"boat.speed", "Drift", func(s boat.State) *boat.Part { return s.Drift }},
	{"flow.speed", "Current", func(s boat.State) *boat.Part { return s.Current }},
	{"wind.speed", "Wind", func(s boat.State) *boat.Part { return s.Wind }},
	{"water.temperature", "Water", func(s boat.State) *boat.Part { return s.Temperature }},
}

// Check is setup.Errors where a cast or what is held by hand cannot be, in the units of
// choice.
func Check(toward Toward, held map[string]float64, choice units.Choice) error {
	var errs input.Errors
	if !slices.Contains(Towards, toward.Kind) {
		errs = append(errs, input.FieldError{Field: "toward.kind",
			Message: fmt.Sprintf("The cast goes: “%s” is not one of as set, compass, bow.", toward.Kind)})
	}
	if !(toward.Degrees >= 0 && toward.Degrees <= 360) {
		errs = append(errs, input.FieldError{Field: "toward.degrees",
			Message: fmt.Sprintf("The cast goes: %g° is outside what is allowed, 0° to 360°.", toward.Degrees)})
	}
	for _, path := range slices.Sorted(maps.Keys(held)) {
		if !slices.ContainsFunc(all, func(f followed) bool { return f.path == path }) {
			errs = append(errs, input.FieldError{
				Field: "held." + path, Message: fmt.Sprintf("“%s” cannot be held by hand.", path)})
			continue
		}
		if message := setup.LookupField(path).Check(held[path], choice); message != "" {
			errs = append(errs, input.FieldError{Field: "held." + path, Message: message})
		}
	}
	if errs != nil {
		return errs
	}
	return nil
}

// Of is a setup in the water that a state has, but for what is held by hand, by its path.
// What was heard lately is used, what was not is as the setup has it.
func Of(s setup.Setup, state boat.State, toward Toward, held map[string]float64, choice units.Choice) Conditions {
	n := now{Conditions{Setup: s}, s, state, choice}
	n.bearing(toward)
	for _, f := range all {
		value, from, age := 0.0, FromSetup, 0.0
		part := f.of(state)
		byHand, is := held[f.path]
		switch {
		case is:
			value, from = byHand, ByHand
			n.hold(f.path, byHand)
		case n.believed(f.path, part):
			value, from, age = part.Value, Measured, part.Age
			if part.Stale() {
				from = LastHeard
			}
			n.measure(f.path, part)
		}
		figure := Figure{Path: f.path, Label: f.label, From: from, Age: age}
		if from == FromSetup {
			value = n.asSet(f.path)
		}
		figure.Value, figure.Words = value, n.words(figure, part)
		n.Figures = append(n.Figures, figure)
	}
	return n.Conditions
}

// now is a setup that is being made as it is now.
type now struct {
	Conditions
	base   setup.Setup
	state  boat.State
	choice units.Choice
}

// north is the compass course of the casts; it is not known everywhere.
type north struct {
	course float64
	known  bool
}

// bearing turns what has a direction into that against the cast.
func (n *now) bearing(toward Toward) {
	c := n.cast(toward)
	turn := func(part *boat.Part, path string, direction *float64) {
		if c.known && n.believed(path, part) && part.Directed {
			// a compass turns to the right, a setup to the left of the cast
			*direction = boat.Turn(c.course - part.Course)
		}
	}
	turn(n.state.Drift, "boat.speed", &n.Setup.Boat.Direction)
	turn(n.state.Current, "flow.speed", &n.Setup.Flow.Direction)
	turn(n.state.Wind, "wind.speed", &n.Setup.Wind.Direction)
}

// cast is where the casts go.
func (n *now) cast(toward Toward) north {
	switch toward.Kind {
	case ByCompass:
		return north{toward.Degrees, true}
	case OffTheBow:
		if h := n.state.Heading; h != nil && h.Age < judgement.Forgotten.Number {
			return north{boat.Turn(h.Course + toward.Degrees), true}
		}
		n.Notes = append(n.Notes, "No heading is heard: directions are as they were set.")
		return north{}
	}
	d := n.state.Drift
	if n.held() || d == nil || !d.Directed || d.Age >= judgement.Forgotten.Number ||
		d.Value < judgement.Standing.Number {
		return north{}
	}
	return north{boat.Turn(d.Course + model.Against(model.Drift(n.base))), true}
}

// held tells whether the setup is of a place that does not drift.
func (n *now) held() bool { return catalogue.BoatOf(n.base.Boat.Kind).Held }

// believed tells whether a part is used: it was heard lately, and a setup can have it.
func (n *now) believed(path string, part *boat.Part) bool {
	if part == nil || part.Age >= judgement.Forgotten.Number {
		return false
	}
	if path == "boat.speed" && n.held() {
		return false
	}
	f := setup.LookupField(path)
	return part.Value >= f.Min && part.Value <= f.Max
}

// hold sets what is held by hand.
func (n *now) hold(path string, value float64) {
	switch s := &n.Setup; path {
	case "water.depth":
		*s = s.AtDepth(value)
	case "boat.speed":
		s.Boat.Direction = model.Against(model.Drift(n.base))
		s.Boat.Measured, s.Boat.Speed, s.Boat.Spread = true, value, 0
	case "flow.speed":
		s.Flow.Speed, s.Flow.NearBed, s.Flow.Spread = value, 0, 0
	case "wind.speed":
		s.Wind.Speed = value
	case "water.temperature":
		s.Water.Temperature = value
	}
}

// measure sets what was measured, as well as it is known.
func (n *now) measure(path string, part *boat.Part) {
	sways := func(least float64) float64 {
		return min(max(judgement.SwayShare.Number*part.Spread, least), judgement.SwayMost.Number)
	}
	switch s := &n.Setup; path {
	case "water.depth":
		*s = s.AtDepth(part.Value)
	case "boat.speed":
		if !part.Directed {
			s.Boat.Direction = model.Against(model.Drift(n.base))
		}
		s.Boat.Measured, s.Boat.Speed, s.Boat.Spread = true, part.Value, sways(judgement.DriftSpread.Spread)
		n.UnderWay = part.Value > judgement.UnderWay.Number && !part.Stale()
	case "flow.speed":
		s.Flow.Speed, s.Flow.NearBed, s.Flow.Source = part.Value, 0, setup.Meter
		s.Flow.Spread = sways(judgement.FlowSpread[setup.Meter].Spread)
	case "wind.speed":
		s.Wind.Speed, s.Wind.Source = part.Value, setup.Meter
	case "water.temperature":
		s.Water.Temperature = part.Value
	}
}

// asSet is what the setup has.
func (n *now) asSet(path string) float64 {
	if path == "boat.speed" {
		return r3.Norm(model.Drift(n.Setup))
	}
	value, _ := setup.LookupField(path).Value(n.Setup).(float64)
	return value
}

// words say how far a figure is to be used.
func (n *now) words(f Figure, part *boat.Part) string {
	field := setup.LookupField(f.Path)
	show := func(v float64) string { return n.choice.Show(field.Measure, v) }
	switch {
	case f.From == ByHand && part != nil && !part.Stale():
		return fmt.Sprintf("Held by hand; %s is measured.", show(part.Value))
	case f.From == ByHand:
		return "Held by hand."
	case f.From == LastHeard:
		return fmt.Sprintf("Not heard for %s: it is taken to be as it was.", units.Seconds(math.Round(part.Age)))
	case f.From == Measured && part.Differs != nil:
		return fmt.Sprintf("%s has %s.", part.Differs.Source, show(part.Differs.Value))
	case f.From == Measured:
		return ""
	case f.Path == "boat.speed" && n.held():
		if part != nil && !part.Stale() && part.Value > judgement.Swings.Number {
			return fmt.Sprintf("The boat moves at %s, though the setup has it held: choose what it is fished from "+
				"anew.", show(part.Value))
		}
		return "The setup has it held."
	case part != nil && part.Age >= judgement.Forgotten.Number:
		return fmt.Sprintf("Not heard for %s: as it was set.", units.Seconds(math.Round(part.Age)))
	case part != nil:
		return fmt.Sprintf("%s is measured, which cannot be: %s to %s are allowed.", show(part.Value), show(field.Min),
			show(field.Max))
	}
	return "As it was set; nothing measures it."
}
